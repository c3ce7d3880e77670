package store

import (
	"database/sql"
	"errors"
	"os"
	"path/filepath"
	"strconv"
	"strings"
	"testing"
	"time"

	"settle/core/record"
)

// A shop of an older Settle is copied before it is brought up to date, once.
func TestAnOlderShopIsCopiedFirst(t *testing.T) {
	path := olderShop(t, "shop-2")
	open(t, path)
	copies, err := filepath.Glob(path + ".before-*")
	if err != nil || len(copies) != 1 {
		t.Fatalf("copies %v, %v", copies, err)
	}
	if n, broken, err := Verify(ctx, copies[0]); err != nil || n != 3 || len(broken) > 0 {
		t.Errorf("the copy: %d jobs, %v, %v", n, broken, err)
	}
	fresh := filepath.Join(t.TempDir(), "settle.db")
	open(t, fresh)
	if copies, _ := filepath.Glob(fresh + ".before-*"); len(copies) > 0 {
		t.Errorf("a new shop was copied: %v", copies)
	}
}

func TestAShopOfANewerSettleIsRefused(t *testing.T) {
	path := filepath.Join(t.TempDir(), "settle.db")
	s := open(t, path)
	if _, err := s.db.Exec("INSERT INTO goose_db_version (version_id, is_applied) VALUES (9000, 1)"); err != nil {
		t.Fatal(err)
	}
	if err := s.Close(); err != nil {
		t.Fatal(err)
	}
	if _, err := Open(ctx, path, time.Now); err == nil || !strings.Contains(err.Error(), "made by a newer Settle") {
		t.Errorf("%v", err)
	}
}

// remark notes something about a pump: the smallest thing that is kept.
func remark(s *Store, id string) error {
	return s.Note(ctx, "P-1", record.Line{ID: id, Kind: record.Remark, Text: "grooved"}, "p1", nil)
}

func shopToSpoil(t *testing.T) (*Store, string) {
	t.Helper()
	path := filepath.Join(t.TempDir(), "data", "settle.db")
	if err := os.Mkdir(filepath.Dir(path), 0o700); err != nil {
		t.Fatal(err)
	}
	s := open(t, path)
	if _, err := s.AddPerson(ctx, "A. Technician", "lead"); err != nil {
		t.Fatal(err)
	}
	p := record.Pump{Tag: "P-1", Name: "Pump", Construction: "A"}
	p.Whole()
	if err := s.SavePump(ctx, p, true); err != nil {
		t.Fatal(err)
	}
	if err := remark(s, "remark-before"); err != nil {
		t.Fatal(err)
	}
	return s, path
}

// What would be written to a file that is deleted is refused, and in words.
func TestWhenTheDataFolderIsGone(t *testing.T) {
	s, path := shopToSpoil(t)
	away := filepath.Dir(path) + "-away"
	if err := os.Rename(filepath.Dir(path), away); err != nil {
		t.Fatal(err)
	}
	var gone *Unwritable
	if err := remark(s, "remark-gone-1"); !errors.As(err, &gone) || !strings.Contains(gone.Why, "not in its folder") {
		t.Errorf("without its folder: %v", err)
	}
	if err := s.Well(ctx); !errors.As(err, &gone) {
		t.Errorf("it is said to be well: %v", err)
	}
	if err := os.Rename(away, filepath.Dir(path)); err != nil {
		t.Fatal(err)
	}
	if err := errors.Join(remark(s, "remark-back-1"), s.Well(ctx)); err != nil {
		t.Errorf("when it is back: %v", err)
	}
	log, err := s.PumpLog(ctx, "P-1")
	if err != nil || len(log) != 2 {
		t.Errorf("%d remarks, %v", len(log), err)
	}
}

func TestWhenTheDiskIsFull(t *testing.T) {
	s, _ := shopToSpoil(t)
	s.db.SetMaxOpenConns(1) // the bound is one of a connection
	var pages int
	if err := s.db.QueryRow("PRAGMA page_count").Scan(&pages); err != nil {
		t.Fatal(err)
	}
	bound := func(pages int) {
		t.Helper()
		if err := s.db.QueryRow("PRAGMA max_page_count = " + strconv.Itoa(pages)).Scan(&pages); err != nil {
			t.Fatal(err)
		}
	}
	bound(pages)
	var full *Unwritable
	kept := 0
	for n := range 400 {
		err := remark(s, "remark-full-"+strconv.Itoa(n))
		if err == nil {
			kept++
			continue
		}
		if !errors.As(err, &full) || !strings.Contains(full.Why, "disk is full") {
			t.Fatalf("%v", err)
		}
		break
	}
	if full == nil {
		t.Fatal("it never was full")
	}
	bound(1 << 30)
	if err := remark(s, "remark-room-1"); err != nil {
		t.Errorf("with room again: %v", err)
	}
	if log, err := s.PumpLog(ctx, "P-1"); err != nil || len(log) != kept+2 {
		t.Errorf("%d remarks are there, %d were acknowledged, %v", len(log), kept+2, err)
	}
}

// A full disk keeps nobody out who wants to look: sessions are in memory until there is room, and what
// is to be noted waits.
func TestAFullDiskLetsPeopleIn(t *testing.T) {
	s, path := shopToSpoil(t)
	bound := func(db *sql.DB, room int) {
		t.Helper()
		db.SetMaxOpenConns(1) // the bound is one of a connection
		var pages int
		if err := db.QueryRow("PRAGMA page_count").Scan(&pages); err != nil {
			t.Fatal(err)
		}
		if err := db.QueryRow("PRAGMA max_page_count = " + strconv.Itoa(pages+room)).Scan(&pages); err != nil {
			t.Fatal(err)
		}
	}
	sessions := s.Sessions()
	first := strings.Repeat("first", 300)
	if err := sessions.Commit("first", []byte(first), time.Now().Add(time.Hour)); err != nil {
		t.Fatal(err)
	}
	bound(s.door, 0)
	bound(s.db, 0)
	for n := range 40 {
		token := "token" + strconv.Itoa(n)
		if err := sessions.Commit(token, []byte(strings.Repeat(token, 300)), time.Now().Add(time.Hour)); err != nil {
			t.Fatalf("session %d: %v", n, err)
		}
		if data, in, err := sessions.Find(token); err != nil || !in || !strings.HasPrefix(string(data), token) {
			t.Fatalf("session %d is not there: %t, %v", n, in, err)
		}
		if err := s.NoteDoing(ctx, Doing{What: "signed-in", Person: strings.Repeat("x", 500) + token}); err != nil {
			t.Fatalf("line %d: %v", n, err)
		}
	}
	if len(sessions.held) == 0 || len(s.owed.lines) == 0 {
		t.Fatalf("it never was full: %d sessions in memory, %d lines wait", len(sessions.held), len(s.owed.lines))
	}
	if all, err := sessions.All(); err != nil || len(all) != 41 {
		t.Errorf("%d sessions, %v", len(all), err)
	}
	for _, token := range []string{"token0", "token39"} {
		if err := sessions.Delete(token); err != nil {
			t.Errorf("it ends: %v", err)
		}
		if _, in, _ := sessions.Find(token); in {
			t.Errorf("%s has not ended", token)
		}
	}
	bound(s.db, 1<<20)
	if err := s.NoteDoing(ctx, Doing{What: "room"}); err != nil {
		t.Fatal(err)
	}
	lines, err := s.Doings(ctx, 100)
	if err != nil || len(lines) != 41 || lines[0].What != "room" || !strings.HasSuffix(lines[1].Person, "token39") {
		t.Errorf("%d lines, %v", len(lines), err)
	}
	if _, broken, err := Verify(ctx, path); err != nil || len(broken) > 0 {
		t.Errorf("%v, %v", broken, err)
	}
}

// That the shop is well is proved by writing, and told as long as that holds; a damaged file is told, too.
func TestHowTheShopIs(t *testing.T) {
	s, path := shopToSpoil(t)
	if err := errors.Join(s.Well(ctx), s.LookThrough(ctx), s.Prove(ctx)); err != nil {
		t.Fatal(err)
	}
	if _, err := s.door.Exec("PRAGMA query_only = 1"); err != nil {
		t.Fatal(err)
	}
	s.door.SetMaxOpenConns(1)
	var proved string
	if err := s.door.QueryRow("SELECT at FROM proof").Scan(&proved); err != nil || proved == "" {
		t.Errorf("nothing was written: %v", err)
	}
	// A page of the file is ruined behind its back.
	if _, err := s.db.Exec("PRAGMA wal_checkpoint(TRUNCATE)"); err != nil {
		t.Fatal(err)
	}
	f, err := os.OpenFile(path, os.O_RDWR, 0)
	if err != nil {
		t.Fatal(err)
	}
	defer f.Close()
	info, err := f.Stat()
	if err != nil {
		t.Fatal(err)
	}
	for at := int64(4096); at < info.Size(); at += 4096 {
		if _, err := f.WriteAt([]byte(strings.Repeat("ruin", 1024)), at); err != nil {
			t.Fatal(err)
		}
	}
	again, err := sql.Open("sqlite", dsn(path, full))
	if err != nil {
		t.Fatal(err)
	}
	defer again.Close()
	s.db = again // what was read before is in the memory of the connections before
	if err := s.LookThrough(ctx); err == nil {
		t.Fatal("it is not seen")
	}
	var bad *Unwritable
	if err := s.Well(ctx); !errors.As(err, &bad) || !strings.Contains(bad.Why, "is damaged") {
		t.Errorf("it is told to be well: %v", err)
	}
}

// A file that is damaged, or none of a shop, is told with what to do.
func TestADamagedFileSaysWhatToDo(t *testing.T) {
	path := filepath.Join(t.TempDir(), "settle.db")
	if err := os.WriteFile(path, []byte(strings.Repeat("this is no shop ", 1000)), 0o600); err != nil {
		t.Fatal(err)
	}
	if _, err := Open(ctx, path, time.Now); err == nil || !strings.Contains(err.Error(), "settle restore --replace") {
		t.Errorf("%v", err)
	}
}
