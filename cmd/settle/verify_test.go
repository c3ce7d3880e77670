package main

import (
	"database/sql"
	"os"
	"path/filepath"
	"strings"
	"testing"
	"time"

	"settle/core/log"
	"settle/internal/datafolder"
	"settle/internal/demo"
	"settle/internal/report"
	"settle/internal/signing"
	"settle/internal/store"
)

// demoIn is the demo's shop in a folder of its own.
func demoIn(t *testing.T) (s *store.Store, dir string) {
	t.Helper()
	dir = t.TempDir()
	if err := demo.Copy(filepath.Join(dir, datafolder.ShopFile)); err != nil {
		t.Fatal(err)
	}
	s, err := store.Open(t.Context(), filepath.Join(dir, datafolder.ShopFile), time.Now)
	if err != nil {
		t.Fatal(err)
	}
	t.Cleanup(func() { _ = s.Close() })
	return s, dir
}

// keyed is the demo's shop with a key of its own, and one of its people.
func keyed(t *testing.T) (s *store.Store, dir string, k signing.Key, by log.Person) {
	t.Helper()
	s, dir = demoIn(t)
	k, _, err := signing.Open(filepath.Join(dir, keyFile))
	if err != nil {
		t.Fatal(err)
	}
	if _, err := s.UseKey(t.Context(), k); err != nil {
		t.Fatal(err)
	}
	people, err := s.People(t.Context())
	if err != nil {
		t.Fatal(err)
	}
	return s, dir, k, people[0]
}

// signedSheet is a job of the demo's shop, signed with a key, as JSON and as its code on paper.
func signedSheet(t *testing.T) (sheet, mark []byte, key string) {
	t.Helper()
	s, _, k, by := keyed(t)
	if _, _, err := s.Append(t.Context(), "J-0004", log.Entry{ID: "amend-1", By: by, Kind: log.Amended,
		Reason: "serial is 88-14"}); err != nil {
		t.Fatal(err)
	}
	r, err := s.Job(t.Context(), "J-0004")
	if err != nil {
		t.Fatal(err)
	}
	if sheet, err = report.JSON(r, func(id string) ([]byte, error) { return s.Photo(t.Context(), id) }); err != nil {
		t.Fatal(err)
	}
	m, ok := r.SignedBy(0)
	if !ok {
		t.Fatal("it is not signed")
	}
	return sheet, []byte(m.String()), signing.Fingerprint(k.Public())
}

// A sheet is held against its key on any machine; what was changed, or signed by another key, is told.
func TestASheetIsHeldAgainstItsKey(t *testing.T) {
	sheet, mark, key := signedSheet(t)
	_, _, otherKey := signedSheet(t)
	swap := func(b []byte, from, to string) []byte {
		out := strings.Replace(string(b), from, to, 1)
		if out == string(b) {
			t.Fatalf("there is no %q", from)
		}
		return []byte(out)
	}
	unsigned := swap(sheet, `"signatures": [{`, `"signatures": [], "was": [{`)
	for name, tt := range map[string]struct {
		text   []byte
		key    string
		status int
		says   string
	}{
		"a sheet":              {sheet, "", 0, "signed with the key " + key},
		"a sheet and its key":  {sheet, strings.ToLower(strings.ReplaceAll(key, " ", "")), 0, key},
		"a sheet, another key": {sheet, otherKey, 1, "is not this shop's"},
		"a changed entry": {swap(sheet, `},"kind":"amended","reason":"serial`, `},"kind":"amended","reason":"x`),
			"", 1, "breaks at entry"},
		"a changed copy of it": {swap(sheet, `"state":"signed"`, `"state":"ended"`), "", 0, "go by the log"},
		"a forged signature":   {swap(sheet, `"signature":"`, `"signature":"AAAA`), "", 1, "signature"},
		"no signature":         {unsigned, "", 3, "carries no signature"},
		"no signature, a key":  {unsigned, key, 3, "carries no signature"},
		"another number": {swap(sheet, `"number": "J-0004"`, `"number": "J-0044"`), "", 1,
			"was signed in the job J-0004"},
		"another plate":           {swap(sheet, `"serial":"`, `"serial":"9`), key, 0, "edited since"},
		"a plate left out":        {swap(sheet, `"plates": {`, `"plates": {}, "were": {`), "", 1, "are missing"},
		"the code of a sheet":     {mark, key, 0, "J-0004"},
		"a code, another key":     {mark, otherKey, 1, "is not this shop's"},
		"a code for another job":  {swap(mark, " J-0004 ", " J-0005 "), "", 1, "do not belong"},
		"a code of another entry": {swap(mark, " J-0004 ", " J-0004 1"), "", 1, "do not belong"},
		"a forged code": {swap(mark, strings.Fields(string(mark))[5], strings.Repeat("A", 86)), "", 1,
			"do not belong"},
		"another code": {[]byte("SETTLE1 too short"), "", 1, "six"},
	} {
		path := filepath.Join(t.TempDir(), "sheet")
		if err := os.WriteFile(path, tt.text, 0o600); err != nil {
			t.Fatal(err)
		}
		args := []string{"verify", path}
		if tt.key != "" {
			args = []string{"verify", "--key", tt.key, path}
		}
		status, out, errs := try(t, t.Context(), "", args...)
		if status != tt.status || !strings.Contains(out+errs, tt.says) {
			t.Errorf("%s: %d %s%s; want %d and %q", name, status, out, errs, tt.status, tt.says)
		}
	}
}

// A shop whose key is not with it makes a new one and says so.
func TestARestoredShopSaysThatItsKeyIsNew(t *testing.T) {
	s, dir := demoIn(t)
	var says strings.Builder
	for range 2 {
		if err := useKey(t.Context(), s, dir, &says); err != nil || says.Len() > 0 {
			t.Fatalf("with its key: %v, %s", err, says.String())
		}
	}
	if err := os.Remove(filepath.Join(dir, keyFile)); err != nil {
		t.Fatal(err)
	}
	if err := useKey(t.Context(), s, dir, &says); err != nil || !strings.Contains(says.String(), "a new one was made") {
		t.Errorf("without it: %v, %s", err, says.String())
	}
}

// What was taken away from a shop, or put in, shows: by its last copy where the chains cannot tell.
func TestVerifyTellsTheTruth(t *testing.T) {
	s, dir, k, by := keyed(t)
	if err := s.NoteDoing(t.Context(), store.Doing{What: "signed-in", Person: "M. Okafor"}); err != nil {
		t.Fatal(err)
	}
	for _, number := range signedJobs(t, s) {
		if _, _, err := s.Append(t.Context(), number, log.Entry{ID: "amend-" + number, By: by, Kind: log.Amended,
			Reason: "looked at again"}); err != nil {
			t.Fatal(number, err)
		}
	}
	must(t, "backup", "--data", dir)
	if err := s.Close(); err != nil {
		t.Fatal(err)
	}
	whole, err := os.ReadFile(filepath.Join(dir, datafolder.ShopFile))
	if err != nil {
		t.Fatal(err)
	}
	copied, err := datafolder.Named(filepath.Join(dir, datafolder.Copies), "settle-*")
	if err != nil || len(copied) != 1 {
		t.Fatal(copied, err)
	}
	const of4 = "job = (SELECT id FROM jobs WHERE number = 'J-0004')"
	const of5 = "job = (SELECT id FROM jobs WHERE number = 'J-0005')"
	const lastOf5 = of5 + " AND seq = (SELECT length FROM jobs WHERE number = 'J-0005')"
	const loose = "DROP TRIGGER entries_keep_delete; DROP TRIGGER entries_keep_update; DROP TRIGGER sheets_keep_delete; " +
		"DROP TRIGGER signatures_keep_delete; DROP TRIGGER doings_keep_delete; DROP TRIGGER doing_hashes_keep_delete; "
	for name, tt := range map[string]struct {
		do     string
		copy   bool
		key    string
		status int
		says   string
	}{
		"nothing":                       {"", true, "", 0, "0 broken"},
		"nothing, by its key":           {"", false, signing.Fingerprint(k.Public()), 0, "0 broken"},
		"nothing, by another key":       {"", false, strings.Repeat("0123 ", 8), 3, "carries no signature by this key"},
		"nothing, and no copy":          {"", false, "", 0, "no copy beside it"},
		"the last entry of an open job": {"DELETE FROM entries WHERE " + lastOf5, false, "", 1, "the lists say"},
		"the same, and the lists": {"DELETE FROM entries WHERE " + lastOf5 + "; UPDATE jobs SET length = length - 1 " +
			"WHERE number = 'J-0005'", true, "", 1, "in the last copy"},
		"the tail of a signed job": {"DELETE FROM entries WHERE seq > 10 AND " + of4 + "; UPDATE jobs SET length = 10, " +
			"state = 'in-work' WHERE number = 'J-0004'", false, "", 1, "which there is not"},
		"a whole job": {"PRAGMA foreign_keys = 0; DELETE FROM entries WHERE " + of5 + "; DELETE FROM jobs " +
			"WHERE number = 'J-0005'", true, "", 1, "is not there any more"},
		"the signatures of a job": {"DELETE FROM signatures WHERE " + of4, false, "", 3,
			"J-0004 is over, and carries no signature"},
		"that it is signed": {"UPDATE jobs SET state = 'in-work' WHERE number = 'J-0004'", false, "", 1,
			"the lists say that it is in-work"},
		"the record":            {"DELETE FROM doings", false, "", 1, "the record"},
		"the record, all of it": {"DELETE FROM doing_hashes; DELETE FROM doings", true, "", 1, "in the last copy"},
		"a drawing": {"INSERT INTO papers VALUES ('aa', '', 'image/jpeg', zeroblob(10))", false, "", 1,
			"a drawing or a certificate"},
		"a picture": {"UPDATE photos SET bytes = zeroblob(10)", false, "", 1, "a picture"},
		"a plate that was signed": {"UPDATE plates SET text = replace(text, 'serial', 'Serial')", false, "", 1,
			"the plate and papers"},
	} {
		folder := t.TempDir()
		path := filepath.Join(folder, datafolder.ShopFile)
		if err := os.WriteFile(path, whole, 0o600); err != nil {
			t.Fatal(err)
		}
		if tt.copy {
			if err := os.Mkdir(filepath.Join(folder, datafolder.Copies), 0o700); err != nil {
				t.Fatal(err)
			}
			text, err := os.ReadFile(copied[0])
			if err != nil {
				t.Fatal(err)
			}
			to := filepath.Join(folder, datafolder.Copies, filepath.Base(copied[0]))
			if err := os.WriteFile(to, text, 0o600); err != nil {
				t.Fatal(err)
			}
		}
		db, err := sql.Open("sqlite", "file:"+path)
		if err != nil {
			t.Fatal(err)
		}
		if tt.do != "" {
			if _, err := db.Exec(loose + tt.do); err != nil {
				t.Fatal(name, err)
			}
		}
		if err := db.Close(); err != nil {
			t.Fatal(err)
		}
		args := []string{"verify", path}
		if tt.key != "" {
			args = []string{"verify", "--key", tt.key, path}
		}
		if status, out, errs := try(t, t.Context(), "", args...); status != tt.status ||
			!strings.Contains(out+errs, tt.says) {
			t.Errorf("%s: %d, want %d and %q:\n%s%s", name, status, tt.status, tt.says, out, errs)
		}
	}
}

// signedJobs are the numbers of the jobs that are signed.
func signedJobs(t *testing.T, s *store.Store) (numbers []string) {
	t.Helper()
	rows, err := s.Jobs(t.Context(), store.JobQuery{State: "signed", Limit: 200})
	if err != nil {
		t.Fatal(err)
	}
	for _, r := range rows {
		numbers = append(numbers, r.Number)
	}
	return numbers
}
