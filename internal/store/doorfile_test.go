package store

import (
	"path/filepath"
	"testing"
)

// What lets a tablet in leaves an older shop's file for one of its own: the tablet stays let in, and in
// the place of a copy of the file it is not.
func TestTheDoorLeavesTheShopsFile(t *testing.T) {
	path := olderShop(t, "shop-4")
	s := open(t, path)
	tablets, err := s.Devices(ctx)
	if err != nil || len(tablets) != 1 || tablets[0].Anew {
		t.Fatalf("%+v, %v", tablets, err)
	}
	links, err := s.Links(ctx, "J-0004")
	if err != nil || len(links) != 1 {
		t.Fatalf("%+v, %v", links, err)
	}
	var hash string
	if err := s.door.QueryRow("SELECT hash FROM passes WHERE kind = 'tablet'").Scan(&hash); err != nil {
		t.Fatal(err)
	}
	if d, err := s.DeviceOf(ctx, hash); err != nil || d.Name != "Bench 1" {
		t.Errorf("by its token it is %+v, %v", d, err)
	}
	var left int
	if err := s.db.QueryRow("SELECT (SELECT count(*) FROM to_door) + (SELECT count(*) FROM sqlite_master WHERE name = " +
		"'sessions')").Scan(&left); err != nil || left > 0 {
		t.Errorf("%d are left in the shop's file, %v", left, err)
	}
	copied := filepath.Join(t.TempDir(), "settle.db")
	if err := CopyTo(ctx, path, copied); err != nil {
		t.Fatal(err)
	}
	again := open(t, copied)
	if d, err := again.DeviceOf(ctx, hash); err == nil {
		t.Errorf("a copy lets it in: %+v", d)
	}
	if tablets, err = again.Devices(ctx); err != nil || len(tablets) != 1 || !tablets[0].Anew {
		t.Errorf("%+v, %v", tablets, err)
	}
	if links, err = again.Links(ctx, "J-0004"); err != nil || !links[0].Over {
		t.Errorf("%+v, %v", links, err)
	}
}
