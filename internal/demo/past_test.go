package demo

import (
	"context"
	"database/sql"
	"encoding/json"
	"fmt"
	"path/filepath"
	"slices"
	"strings"
	"testing"
	"time"

	"settle/core/job"
	"settle/core/log"
	"settle/core/quantity"
	"settle/internal/signing"
	"settle/internal/store"
)

// What is kept of a job for its pump's page is what follows from its log.
func TestPastIsWhatFollows(t *testing.T) {
	path := filepath.Join(t.TempDir(), "settle.db")
	if err := Fill(t.Context(), path, signing.Key{}); err != nil {
		t.Fatal(err)
	}
	s, err := store.Open(t.Context(), path, time.Now)
	if err != nil {
		t.Fatal(err)
	}
	defer s.Close()
	same := func(when string) {
		n := 0
		for _, p := range pumps {
			kept, err := s.Past(t.Context(), p.Tag, 50)
			if err != nil {
				t.Fatal(err)
			}
			for _, past := range kept {
				n++
				r, err := s.Job(t.Context(), past.Number)
				if err != nil {
					t.Fatal(err)
				}
				if said := job.Said(r.Job); len(said) == 0 && len(r.Log) > 1 {
					t.Errorf("%s: nothing is said of its entries", past.Number)
				}
				fresh, err := job.PastOf(past.Number, r.Job)
				if err != nil {
					t.Fatal(err)
				}
				got, errGot := json.Marshal(past)
				want, errWant := json.Marshal(fresh)
				if errGot != nil || errWant != nil || string(got) != string(want) {
					t.Errorf("%s: %s keeps\n%s\nand comes to\n%s", when, past.Number, got, want)
				}
			}
		}
		if n < 18 {
			t.Errorf("%s: %d jobs were looked at", when, n)
		}
	}
	same("as entered")
	// In a file from before anything of the kind was kept.
	db, err := sql.Open("sqlite", path)
	if err != nil {
		t.Fatal(err)
	}
	defer db.Close()
	if _, err := db.ExecContext(t.Context(), "UPDATE jobs SET past = ''"); err != nil {
		t.Fatal(err)
	}
	same("of an older file")
	// By hand: radial play was set to 1.7 thou in J-0002 at 12400 h, and found at
	// 2.7 in J-0004 after 15500 h: 0.0645 in a thousand hours. The adapter is not
	// taken as found, and has no life.
	kept, err := s.Past(t.Context(), "LS-204", 50)
	if err != nil {
		t.Fatal(err)
	}
	// A clearance is reset; a shaft that runs out is not.
	for _, l := range job.Lives(kept, new(2000.0)) {
		want := map[string]string{"shaft-runout-seal": "repair or replace now",
			"impeller-clearance": "reset or replace now"}[l.Check]
		if !strings.Contains(l.Words.Thou, want) {
			t.Errorf("%s: %s", l.Check, l.Words.Thou)
		}
	}
	kept = slices.DeleteFunc(kept, func(p job.Past) bool { return p.Number == "J-0005" })
	var of []string
	for _, l := range job.Lives(kept, nil) {
		of = append(of, l.Check)
		if l.Check == "radial-play" && (l.Rate == nil || l.Rate.In(quantity.UnitThou, 3) != "0.065") {
			t.Errorf("radial play grows by %+v", l.Rate)
		}
	}
	if want := []string{"end-play", "radial-play", "shaft-runout-seal", "impeller-clearance"}; !slices.Equal(of, want) {
		t.Errorf("the lives are of %v, want %v", of, want)
	}
}

// The history of a pump that was rebuilt forty times, as its page asks for it.
// Cold is the first time it is asked for after a start.
func BenchmarkHistory(b *testing.B) {
	path := filepath.Join(b.TempDir(), "settle.db")
	if err := often(b.Context(), path, 40); err != nil {
		b.Fatal(err)
	}
	s, err := store.Open(b.Context(), path, time.Now)
	if err != nil {
		b.Fatal(err)
	}
	ask := func(b *testing.B, s *store.Store) {
		jobs, err := s.Past(b.Context(), "LS-204", 40)
		if err != nil || len(jobs) != 40 {
			b.Fatal(len(jobs), err)
		}
		if lives := job.Lives(jobs, nil); len(lives) < 4 || len(lives[0].Points) != 40 {
			b.Fatalf("%+v", lives)
		}
	}
	b.Run("cold", func(b *testing.B) {
		for b.Loop() {
			b.StopTimer()
			if s.Close() != nil {
				b.Fatal("closing")
			}
			if s, err = store.Open(b.Context(), path, time.Now); err != nil {
				b.Fatal(err)
			}
			b.StartTimer()
			ask(b, s)
		}
	})
	b.Run("again", func(b *testing.B) {
		for b.Loop() {
			ask(b, s)
		}
	})
	if err := s.Close(); err != nil {
		b.Fatal(err)
	}
}

// often makes a shop in which one pump was rebuilt so many times.
func often(ctx context.Context, path string, times int) (err error) {
	h := &hand{ctx: ctx}
	h.store, err = store.Open(ctx, path, func() time.Time { return h.now })
	if err != nil {
		return err
	}
	person, err := h.store.AddPerson(ctx, people[0].Name, people[0].Role)
	if err != nil {
		return err
	}
	h.people = []log.Person{person}
	for _, p := range pumps {
		if p.Tag == "LS-204" {
			h.err = h.store.SavePump(ctx, p, true)
		}
	}
	for i := range times {
		h.openAs(fmt.Sprintf("%d-03-22 08:05", 1980+i), "LS-204", job.Asked{Complaint: "Planned", Scope: "overhaul"},
			float64(4000*(i+1)), 0)
		h.work(nil, "")
	}
	if err := h.store.Close(); h.err == nil {
		h.err = err
	}
	return h.err
}
