package demo

import (
	"database/sql"
	"fmt"
	"path/filepath"
	"strings"
	"testing"
	"time"

	"settle/internal/store"
)

// What is made for the lists is a shop like any other: its chains hold, and it is
// found by tag, words and finding.
func TestLoad(t *testing.T) {
	path := filepath.Join(t.TempDir(), "load.db")
	if err := Load(t.Context(), path, 30, 300); err != nil {
		t.Fatal(err)
	}
	s, err := store.Open(t.Context(), path, time.Now)
	if err != nil {
		t.Fatal(err)
	}
	defer s.Close()
	n, broken, err := store.Verify(t.Context(), path)
	if err != nil || n != 332 {
		t.Errorf("%d jobs, %v", n, err)
	}
	for _, b := range broken { // their logs hold only the opening, as is said where they are made
		if !strings.Contains(b.Why, "the lists say") {
			t.Errorf("%+v", b)
		}
	}
	for words, want := range map[string]bool{"LS-1000": true, "heat marks": true, "wear plate": true, "zzz": false,
		"41877": true, `"quoted`: false, "100%": false} {
		rows, err := s.Jobs(t.Context(), store.JobQuery{Words: words})
		if err != nil || len(rows) > 0 != want {
			t.Errorf("%q finds %d jobs, %v", words, len(rows), err)
		}
	}
	// Page by page in every order: every job once.
	for _, sort := range []string{"changed", "opened", "number", "tag"} {
		seen, after := map[string]bool{}, ""
		for {
			rows, err := s.Jobs(t.Context(), store.JobQuery{Sort: sort, After: after, Limit: 70})
			if err != nil {
				t.Fatal(err)
			}
			for _, r := range rows {
				if seen[r.Number] {
					t.Errorf("by %s: %s comes twice", sort, r.Number)
				}
				seen[r.Number] = true
			}
			if len(rows) < 70 {
				break
			}
			after = rows[len(rows)-1].Number
		}
		if len(seen) != 332 {
			t.Errorf("by %s: %d jobs", sort, len(seen))
		}
	}
}

// A page of fifty among ten and a hundred thousand jobs, beside the bare query
// for the same rows.
func BenchmarkList(b *testing.B) {
	for _, jobs := range []int{10_000, 100_000} {
		path := filepath.Join(b.TempDir(), "load.db")
		if err := Load(b.Context(), path, 1000, jobs); err != nil {
			b.Fatal(err)
		}
		s, err := store.Open(b.Context(), path, time.Now)
		if err != nil {
			b.Fatal(err)
		}
		db, err := sql.Open("sqlite", path)
		if err != nil {
			b.Fatal(err)
		}
		b.Run(fmt.Sprintf("%d/bare", jobs), func(b *testing.B) {
			for b.Loop() {
				rows, err := db.QueryContext(b.Context(),
					`SELECT jobs.number, jobs.state, jobs.opened, jobs.changed, jobs.summary, pumps.tag, pumps.name, jobs.complaint
					FROM jobs JOIN pumps ON pumps.id = jobs.pump ORDER BY jobs.changed DESC, jobs.id DESC LIMIT 50`)
				if err != nil {
					b.Fatal(err)
				}
				var cells [8]string
				for rows.Next() {
					if err := rows.Scan(&cells[0], &cells[1], &cells[2], &cells[3], &cells[4], &cells[5], &cells[6],
						&cells[7]); err != nil {
						b.Fatal(err)
					}
				}
				if err := rows.Err(); err != nil {
					b.Fatal(err)
				}
			}
		})
		for name, q := range map[string]store.JobQuery{
			"list": {}, "open": {State: "open"}, "decide": {State: "decide"}, "signed": {State: "signed"},
			"by-tag": {Sort: "tag"}, "by-number": {Sort: "number"}, "by-opening": {Sort: "opened"},
			"deep": {After: fmt.Sprintf("J-%04d", jobs/2)}, "construction": {Construction: "M"}, "pump": {Pump: "LS-1000"},
			"word": {Words: "seal"}, "rare-word": {Words: "LS-1015"}, "finding": {Words: "cracked"},
			"two-letters": {Words: "zz"}, "two-common-letters": {Words: "se"}, "two-words": {Words: "heat marks"},
			"nothing": {Words: "nosuchthing"},
		} {
			b.Run(fmt.Sprintf("%d/%s", jobs, name), func(b *testing.B) {
				for b.Loop() {
					if _, err := s.Jobs(b.Context(), q); err != nil {
						b.Fatal(err)
					}
				}
			})
		}
		if err := db.Close(); err != nil {
			b.Fatal(err)
		}
		if err := s.Close(); err != nil {
			b.Fatal(err)
		}
	}
}
