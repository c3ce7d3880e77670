package store

import (
	"database/sql"
	"os"
	"path/filepath"
	"strings"
	"testing"
	"time"

	"settle/core/log"
	"settle/internal/signing"
)

func keyOf(t *testing.T, folder string) signing.Key {
	t.Helper()
	k, _, err := signing.Open(filepath.Join(folder, "shop.key"))
	if err != nil {
		t.Fatal(err)
	}
	return k
}

// What is signed is signed with the shop's key, too; a new key makes the old signatures no worse,
// and one that was changed in the file is told.
func TestTheShopSignsWithItsKey(t *testing.T) {
	path := olderShop(t, "shop-1")
	s := open(t, path)
	first, second := keyOf(t, t.TempDir()), keyOf(t, t.TempDir())
	if changed, err := s.UseKey(ctx, first); changed || err != nil {
		t.Fatal(changed, err)
	}
	r, err := s.Job(ctx, "J-0004")
	if err != nil || len(r.Signatures) != 0 {
		t.Fatalf("signed before there was a key: %v, %v", r.Signatures, err)
	}
	if _, ok := r.SignedBy(0); ok {
		t.Error("it carries a signature")
	}
	amend := func(id string) *Job {
		t.Helper()
		if _, _, err := s.Append(ctx, "J-0004", log.Entry{ID: id, By: r.Log[0].By, Kind: log.Amended,
			Reason: id}); err != nil {
			t.Fatal(err)
		}
		r, err := s.Job(ctx, "J-0004")
		if err != nil {
			t.Fatal(err)
		}
		return r
	}
	r = amend("one")
	m, ok := r.SignedBy(0)
	if !ok || m.Hash != r.Log[len(r.Log)-1].Hash || !m.Good(m.Hash) ||
		signing.Fingerprint(m.Public) != signing.Fingerprint(first.Public()) {
		t.Errorf("%+v", m)
	}
	if changed, err := s.UseKey(ctx, second); !changed || err != nil {
		t.Errorf("a new key is told: %v, %v", changed, err)
	}
	r = amend("two")
	if len(r.Signatures) != 2 || VerifySignatures(r) != nil {
		t.Errorf("%d signatures, %v", len(r.Signatures), VerifySignatures(r))
	}
	if m, _ := r.SignedBy(len(r.Log) - 1); m.Seq != len(r.Log)-1 {
		t.Errorf("as it was before: entry %d", m.Seq)
	}
	keys, err := s.Keys(ctx)
	if err != nil || len(keys) != 2 || keys[0].Now == keys[1].Now {
		t.Errorf("%+v, %v", keys, err)
	}
	if _, broken, err := Verify(ctx, path); err != nil || len(broken) > 0 {
		t.Errorf("%v %v", broken, err)
	}
	if _, err := s.db.Exec("UPDATE signatures SET seq = 1"); err == nil ||
		!strings.Contains(err.Error(), "never changed") {
		t.Errorf("a signature is changed: %v", err)
	}
	if _, err := s.db.Exec("DROP TRIGGER signatures_keep_update; " +
		"UPDATE signatures SET signature = zeroblob(64)"); err != nil {
		t.Fatal(err)
	}
	if _, broken, err := Verify(ctx, path); err != nil || len(broken) != 1 ||
		!strings.Contains(broken[0].Why, "signature") {
		t.Errorf("a forged one: %v %v", broken, err)
	}
	r.Signatures = []signing.Signature{{Seq: 9999}}
	if err := VerifySignatures(r); err == nil {
		t.Error("a signature of no entry verifies")
	}
}

// The record of sign-ins is appended to and never changed.
func TestTheRecordOfSignIns(t *testing.T) {
	s := open(t, filepath.Join(t.TempDir(), "settle.db"))
	for _, what := range []string{"signed-in", "revoked"} {
		if err := s.NoteDoing(ctx, Doing{What: what, Person: "A. Moreau", Address: "10.0.0.7"}); err != nil {
			t.Fatal(err)
		}
	}
	all, err := s.Doings(ctx, 10)
	if err != nil || len(all) != 2 || all[0].What != "revoked" || all[0].At == "" {
		t.Errorf("%+v, %v", all, err)
	}
	for _, q := range []string{"UPDATE doings SET person = 'nobody'", "DELETE FROM doings"} {
		if _, err := s.db.Exec(q); err == nil {
			t.Errorf("%s is done", q)
		}
	}
	if err := s.Close(); err != nil {
		t.Fatal(err)
	}
	text, err := os.ReadFile(s.File())
	if err != nil {
		t.Fatal(err)
	}
	for what, q := range map[string]string{"nothing": "",
		"a line changed":      "UPDATE doings SET person = 'nobody' WHERE id = 1",
		"the last taken away": "DELETE FROM doings WHERE id = 2", "all taken away": "DELETE FROM doings",
		"one put in": "INSERT INTO doings (at, what, person, about, device, address) VALUES ('', 'x', '', '', '', '')"} {
		path := filepath.Join(t.TempDir(), "spoilt.db")
		if err := os.WriteFile(path, text, 0o600); err != nil {
			t.Fatal(err)
		}
		spoil(t, path, "DROP TRIGGER doings_keep_update; DROP TRIGGER doings_keep_delete; "+q)
		if _, broken, err := Verify(ctx, path); err != nil || (len(broken) == 0) != (what == "nothing") {
			t.Errorf("%s: %v, %v", what, broken, err)
		}
	}
}

// spoil changes a shop's file as somebody does who has it.
func spoil(t *testing.T, path, q string) {
	t.Helper()
	db, err := sql.Open("sqlite", "file:"+path)
	if err != nil {
		t.Fatal(err)
	}
	defer db.Close()
	if _, err := db.Exec(q); err != nil {
		t.Fatal(err)
	}
}

// Names that existed become accounts, and nobody comes in before a keeper is made.
func TestNamesBecomeAccounts(t *testing.T) {
	s := open(t, olderShop(t, "shop-1"))
	all, err := s.Accounts(ctx)
	if err != nil || len(all) < 2 {
		t.Fatalf("%+v, %v", all, err)
	}
	for _, a := range all {
		if a.Keeper || a.Gone != "" || !a.Works() {
			t.Errorf("%+v", a)
		}
	}
	if there, err := s.HasKeeper(ctx); there || err != nil {
		t.Errorf("there is a keeper: %v, %v", there, err)
	}
	if _, err := s.AddAccount(ctx, Account{Name: strings.ToUpper(all[0].Name), Role: "lead"}); err == nil {
		t.Error("a name twice, in large letters")
	}
	gone := all[0]
	gone.Gone = time.Now().Format(time.DateOnly)
	if err := s.SetAccount(ctx, gone); err != nil {
		t.Errorf("somebody leaves: %v", err)
	}
}
