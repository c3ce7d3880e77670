package replica

import (
	"context"
	"fmt"
	"os"
	"path/filepath"
	"strings"
	"testing"
	"time"

	"settle/core/record"
	"settle/internal/store"
)

var ctx = context.Background()

// shop is an open shop with a pump that remarks are kept of.
func shop(t *testing.T) (s *store.Store, remark func(n int)) {
	t.Helper()
	folder := filepath.Join(t.TempDir(), "data")
	if err := os.Mkdir(folder, 0o700); err != nil {
		t.Fatal(err)
	}
	s, err := store.Open(ctx, filepath.Join(folder, "settle.db"), time.Now)
	if err != nil {
		t.Fatal(err)
	}
	by, err := s.AddPerson(ctx, "A. Technician", "lead")
	if err != nil {
		t.Fatal(err)
	}
	p := record.Pump{Tag: "P-1", Name: "Pump", Construction: "A"}
	p.Whole()
	if err := s.SavePump(ctx, p, true); err != nil {
		t.Fatal(err)
	}
	return s, func(n int) {
		t.Helper()
		if err := s.Note(ctx, "P-1", record.Line{ID: fmt.Sprintf("remark-%06d", n), Kind: record.Remark, Text: "seen"}, by.ID,
			nil); err != nil {
			t.Fatal(err)
		}
	}
}

func started(t *testing.T, s *store.Store, to string) *Replica {
	t.Helper()
	r, err := Start(ctx, s.File(), to, true)
	if err != nil {
		t.Fatal(err)
	}
	return r
}

// remarks are how many a restored shop has.
func remarks(t *testing.T, from string, at time.Time) int {
	t.Helper()
	path := filepath.Join(t.TempDir(), "settle.db")
	if err := Restore(ctx, from, true, at, path); err != nil {
		t.Fatal(err)
	}
	s, err := store.Open(ctx, path, time.Now)
	if err != nil {
		t.Fatal(err)
	}
	defer s.Close()
	log, err := s.PumpLog(ctx, "P-1")
	if err != nil {
		t.Fatal(err)
	}
	return len(log)
}

// A shop whose folder is deleted is restored from its replica; at most a moment is missing.
func TestAShopWhoseFolderIsDeleted(t *testing.T) {
	s, remark := shop(t)
	to := filepath.Join(t.TempDir(), "second disk")
	r := started(t, s, to)
	for n := range 50 {
		remark(n)
	}
	time.Sleep(4 * every)
	if st := r.State(ctx); st.Behind || st.Wrong != "" || time.Since(st.Synced) > time.Minute {
		t.Errorf("after a second it stands %+v", st)
	}
	if err := os.RemoveAll(filepath.Dir(s.File())); err != nil {
		t.Fatal(err)
	}
	if n := remarks(t, to, time.Time{}); n != 50 {
		t.Errorf("%d of 50 are restored", n)
	}
	s.Close()
	_ = r.Close(ctx) // its file is gone
}

// What was shipped before a moment is what is restored to it.
func TestAMoment(t *testing.T) {
	s, remark := shop(t)
	to := t.TempDir()
	r := started(t, s, to)
	for n := range 5 {
		remark(n)
	}
	if err := r.Sync(ctx); err != nil {
		t.Fatal(err)
	}
	time.Sleep(20 * time.Millisecond)
	moment := time.Now()
	time.Sleep(20 * time.Millisecond)
	for n := range 5 {
		remark(100 + n)
	}
	if err := r.Sync(ctx); err != nil {
		t.Fatal(err)
	}
	if n := remarks(t, to, moment); n != 5 {
		t.Errorf("at the moment there were %d", n)
	}
	if n := remarks(t, to, time.Time{}); n != 10 {
		t.Errorf("in the end there were %d", n)
	}
	s.Close()
	if err := r.Close(ctx); err != nil {
		t.Error(err)
	}
}

// A place that is away for a while has all when it is back, and the shop goes on meanwhile.
func TestThePlaceIsAway(t *testing.T) {
	s, remark := shop(t)
	to := filepath.Join(t.TempDir(), "nas")
	r := started(t, s, to)
	remark(1)
	if err := r.Sync(ctx); err != nil {
		t.Fatal(err)
	}
	if err := os.Rename(to, to+"-away"); err != nil {
		t.Fatal(err)
	}
	if err := os.WriteFile(to, nil, 0o600); err != nil { // where it was nothing can be written
		t.Fatal(err)
	}
	remark(2)
	time.Sleep(3 * every)
	if st := r.State(ctx); !st.Behind {
		t.Errorf("while it is away it stands %+v", st)
	}
	if err := os.Remove(to); err != nil {
		t.Fatal(err)
	}
	if err := os.Rename(to+"-away", to); err != nil {
		t.Fatal(err)
	}
	remark(3)
	within, cancel := context.WithTimeout(ctx, 20*time.Second)
	defer cancel()
	if err := r.Sync(within); err != nil {
		t.Fatal(err)
	}
	if n := remarks(t, to, time.Time{}); n != 3 {
		t.Errorf("%d of 3 are there when it is back", n)
	}
	s.Close()
	if err := r.Close(ctx); err != nil {
		t.Error(err)
	}
}

func TestWhatIsNoPlace(t *testing.T) {
	_, err := Start(ctx, "settle.db", "ftp://host/shop", true)
	if err == nil || !strings.Contains(err.Error(), "no place") {
		t.Errorf("%v", err)
	}
	path := filepath.Join(t.TempDir(), "settle.db")
	if err := Restore(ctx, t.TempDir(), true, time.Time{}, path); err == nil {
		t.Error("restored of an empty folder")
	}
	if _, err := os.Stat(path); err == nil {
		t.Error("and something is left there")
	}
	s, _ := shop(t)
	defer s.Close()
	err = Restore(ctx, t.TempDir(), true, time.Time{}, s.File())
	if err == nil || !strings.Contains(err.Error(), "there already") {
		t.Errorf("restored over a shop: %v", err)
	}
}

// What goes over the network goes by TLS, unless that is said; and no key stands in an address.
func TestTheAddressOfAReplica(t *testing.T) {
	for to, want := range map[string]string{
		"s3://bucket/shop":                                "s3://bucket/shop",
		"s3://bucket/shop?endpoint=nas.local:9000":        "s3://bucket/shop?endpoint=https%3A%2F%2Fnas.local%3A9000",
		"s3://bucket/shop?endpoint=192.168.1.9:9000":      "s3://bucket/shop?endpoint=https%3A%2F%2F192.168.1.9%3A9000",
		"s3://bucket/shop?endpoint=https://nas.local":     "s3://bucket/shop?endpoint=https://nas.local",
		"s3://bucket/shop?endpoint=http://nas.local:9000": "",
		"s3://bucket/shop?skip-verify=true":               "",
		"s3://KEY:SECRET@bucket/shop":                     "",
		"s3://KEY@bucket/shop":                            "",
		"s3://bucket/shop?secretAccessKey=x":              "",
	} {
		if got, err := checked(to, false); got != want || (err == nil) != (want != "") {
			t.Errorf("%s: %q, %v", to, got, err)
		}
	}
	got, err := checked("s3://bucket/shop?endpoint=nas.local:9000", true)
	if err != nil || !strings.Contains(got, "http%3A") {
		t.Errorf("in clear, as asked for: %q, %v", got, err)
	}
	if _, err := checked("s3://KEY:SECRET@bucket/shop", true); err == nil {
		t.Error("a secret in the address is taken where it goes in clear")
	}
}
