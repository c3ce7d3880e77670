package datafolder

import (
	"errors"
	"maps"
	"os"
	"path/filepath"
	"strings"
	"testing"
)

// lies puts files into a folder, by their names and what they hold.
func lies(t *testing.T, dir string, files map[string]string) {
	t.Helper()
	for name, holds := range files {
		path := filepath.Join(dir, name)
		if err := errors.Join(os.MkdirAll(filepath.Dir(path), 0o700), os.WriteFile(path, []byte(holds), 0o600)); err != nil {
			t.Fatal(err)
		}
	}
}

// found is what lies in a folder, but for who has it.
func found(t *testing.T, dir string) map[string]string {
	t.Helper()
	out := map[string]string{}
	err := filepath.WalkDir(dir, func(path string, d os.DirEntry, err error) error {
		if err != nil || d.IsDir() || d.Name() == lockFile || d.Name() == holderFile {
			return err
		}
		b, err := os.ReadFile(path)
		name, _ := filepath.Rel(dir, path)
		if first, rest, deep := strings.Cut(name, string(filepath.Separator)); deep && strings.HasPrefix(first, aside) {
			name = aside + "/" + rest
		}
		out[name] = string(b)
		return err
	})
	if err != nil {
		t.Fatal(err)
	}
	return out
}

func hold(t *testing.T, dir string) *Folder {
	t.Helper()
	f, err := Hold(dir, "serve")
	if err != nil {
		t.Fatal(err)
	}
	t.Cleanup(func() { _ = f.Release() })
	return f
}

func TestOneHasTheFolder(t *testing.T) {
	dir := t.TempDir()
	f := hold(t, dir)
	if err := f.Tell("serve", "https://bench:8420"); err != nil {
		t.Fatal(err)
	}
	_, err := Hold(dir, "restore")
	var used *InUse
	if !errors.As(err, &used) || used.By.Process != os.Getpid() ||
		!strings.Contains(err.Error(), "at https://bench:8420") {
		t.Fatalf("the second one is told %v", err)
	}
	if err := f.Release(); err != nil {
		t.Fatal(err)
	}
	if err := hold(t, dir).Release(); err != nil {
		t.Error(err)
	}
}

func TestWhatIsLeftOfAShop(t *testing.T) {
	dir := t.TempDir()
	lies(t, dir, map[string]string{"settle.db-wal": "entered last"})
	f := hold(t, dir)
	if err := f.Sound(); err == nil || !strings.Contains(err.Error(), "put that settle.db back beside it") {
		t.Errorf("a new shop beside the log of another: %v", err)
	}
	put := func(shop string) error { return os.WriteFile(shop, []byte("new"), 0o600) }
	if _, err := f.Put(false, put); err == nil || found(t, dir)["settle.db-wal"] != "entered last" {
		t.Errorf("a shop is put beside it: %v", err)
	}
	was, err := f.Put(true, put)
	want := map[string]string{"settle.db": "new", "door.db": "", "replaced-/settle.db-wal": "entered last"}
	if got := found(t, dir); err != nil || was == "" || !maps.Equal(got, want) {
		t.Errorf("moved aside: %v, %v", got, err)
	}
	if err := f.Sound(); err != nil {
		t.Error(err)
	}
}

// A shop that is there is refused, or moved aside with all that belongs to it; one that fails in the
// making leaves everything as it was.
func TestAShopIsPutInItsPlace(t *testing.T) {
	old := map[string]string{"settle.db": "old", "settle.db-wal": "last", "settle.db-shm": "x", "door.db": "in",
		"copies/settle-1.db.gz": "copy"}
	for name, try := range map[string]struct {
		replace bool
		fails   bool
		left    string
		want    map[string]string
	}{
		"refused":    {want: old},
		"fails":      {replace: true, fails: true, want: old},
		"not closed": {replace: true, left: "settle.db-wal", want: old},
		"replaced": {replace: true, want: map[string]string{"settle.db": "new", "door.db": "",
			"copies/settle-1.db.gz": "copy",
			"replaced-/settle.db":   "old", "replaced-/settle.db-wal": "last", "replaced-/settle.db-shm": "x",
			"replaced-/door.db": "in"}},
	} {
		dir := t.TempDir()
		lies(t, dir, old)
		f := hold(t, dir)
		_, err := f.Put(try.replace, func(shop string) error {
			if try.left != "" {
				lies(t, filepath.Dir(shop), map[string]string{try.left: "open"})
			}
			err := os.WriteFile(shop, []byte("new"), 0o600)
			if try.fails {
				err = errors.New("no copy")
			}
			return err
		})
		if (err == nil) != (name == "replaced") {
			t.Errorf("%s: %v", name, err)
		}
		if got := found(t, dir); !maps.Equal(got, try.want) {
			t.Errorf("%s: %v", name, got)
		}
	}
}

// Wherever the placing was broken off, the next one who takes the folder finds the old shop whole, or
// has the new one whole and the old one beside it.
func TestAPlacingThatWasBrokenOff(t *testing.T) {
	const at = "20261201T080000Z"
	r, was := ready+at+"/", aside+at+"/"
	oldWhole := map[string]string{"settle.db": "old", "settle.db-wal": "last", "door.db": "in"}
	newWhole := map[string]string{"settle.db": "new", "door.db": "out", "replaced-/settle.db": "old",
		"replaced-/settle.db-wal": "last", "replaced-/door.db": "in"}
	for name, try := range map[string]struct{ lies, want map[string]string }{
		"while it was made": {map[string]string{"settle.db": "old", "settle.db-wal": "last", "door.db": "in",
			"making/settle.db": "ne", ".try-1": "", "settle.db.before-17.half": "ol"}, oldWhole},
		"once it was ready": {map[string]string{"settle.db": "old", "settle.db-wal": "last", "door.db": "in",
			r + "settle.db": "new", r + "door.db": "out"}, newWhole},
		"the old file moved": {map[string]string{"settle.db-wal": "last", "door.db": "in", was + "settle.db": "old",
			r + "settle.db": "new", r + "door.db": "out"}, newWhole},
		"its log moved": {map[string]string{"door.db": "in", was + "settle.db": "old", was + "settle.db-wal": "last",
			r + "settle.db": "new", r + "door.db": "out"}, newWhole},
		"all of it moved": {map[string]string{was + "settle.db": "old", was + "settle.db-wal": "last", was + "door.db": "in",
			r + "settle.db": "new", r + "door.db": "out"}, newWhole},
		"the door in its place": {map[string]string{"door.db": "out", was + "settle.db": "old", was + "settle.db-wal": "last",
			was + "door.db": "in", r + "settle.db": "new"}, newWhole},
		"all in its place": {map[string]string{"door.db": "out", "settle.db": "new", was + "settle.db": "old",
			was + "settle.db-wal": "last", was + "door.db": "in", r + "nothing": ""}, newWhole},
	} {
		dir := t.TempDir()
		lies(t, dir, try.lies)
		f := hold(t, dir)
		if got := found(t, dir); !maps.Equal(got, try.want) {
			t.Errorf("%s: %v", name, got)
		}
		if told := f.Finished != ""; told != (name != "while it was made") {
			t.Errorf("%s: it is told that %q", name, f.Finished)
		}
	}
}
