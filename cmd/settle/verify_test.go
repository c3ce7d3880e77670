package main

import (
	"os"
	"path/filepath"
	"strings"
	"testing"
	"time"

	"settle/core/job"
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

// signedSheet is a job of the demo's shop, signed with a key, as JSON and as its code on paper.
func signedSheet(t *testing.T) (sheet, mark []byte, key string) {
	t.Helper()
	s, dir := demoIn(t)
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
	if _, _, err := s.Append(t.Context(), "J-0004", job.Entry{ID: "amend-1", By: people[0], Kind: job.Amended,
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
	at := strings.LastIndex(string(mark), " ") + 1
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
		"a changed copy of it":   {swap(sheet, `"state":"signed"`, `"state":"ended"`), "", 0, "go by the log"},
		"a forged signature":     {swap(sheet, `"signature":"`, `"signature":"AAAA`), "", 1, "signature"},
		"no signature":           {unsigned, "", 0, "carries no signature"},
		"no signature, a key":    {unsigned, key, 1, "carries no signature"},
		"the code of a sheet":    {mark, key, 0, "J-0004"},
		"a code, another key":    {mark, otherKey, 1, "is not this shop's"},
		"a code that is changed": {swap(mark, " J-0004 ", " J-0005 "), "", 0, "J-0005"},
		"a forged code": {append(append([]byte{}, mark[:at]...), strings.Repeat("A", 86)...), "", 1,
			"do not belong"},
		"another code": {[]byte("SETTLE1 too short"), "", 1, "six parts"},
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
