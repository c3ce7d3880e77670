package store

import (
	"testing"
	"time"
)

// Who has begun a step is told until the step is kept or let go; a clock runs with it. It
// outlives a pulled plug, and leaves nothing in the log.
func TestStepsInHand(t *testing.T) {
	s, tech, number := shop(t)
	lead, err := s.AddPerson(ctx, "R. Haim", "lead")
	if err != nil {
		t.Fatal(err)
	}
	began := time.Date(2026, 11, 20, 9, 0, 0, 0, time.UTC)
	for _, err := range []error{
		s.Begin(ctx, number, "isolate", tech, nil),
		s.Begin(ctx, number, "lock-out", lead, nil),
		s.Begin(ctx, number, "lock-out", lead, &Clock{Began: began, Minutes: 20}),
	} {
		if err != nil {
			t.Fatal(err)
		}
	}
	path := s.File()
	if err := s.Close(); err != nil {
		t.Fatal(err)
	}
	s = open(t, path)
	hands, err := s.Hands(ctx, "")
	if err != nil || len(hands) != 2 {
		t.Fatalf("in hand are %+v, %v", hands, err)
	}
	byStep := map[string]Hand{}
	for _, h := range hands {
		byStep[h.Step] = h
	}
	h := byStep["lock-out"]
	if h.Clock == nil || !h.Clock.Began.Equal(began) || h.Clock.Minutes != 20 || h.By != lead || h.Title == "" ||
		h.Job != number || h.Tag != "LS-1" {
		t.Errorf("the clock is %+v of %+v", h.Clock, h)
	}
	if byStep["isolate"].Clock != nil {
		t.Error("a clock runs that nobody started")
	}
	appended(t, s, number, done("k1", "isolate", tech))
	if err := s.LetGo(ctx, number, "lock-out", lead); err != nil {
		t.Fatal(err)
	}
	if hands, err = s.Hands(ctx, number); err != nil || len(hands) != 0 {
		t.Errorf("in hand are still %+v, %v", hands, err)
	}
}
