package store

import (
	"testing"
	"time"

	"settle/core/record"
)

// heard is the next event, or fails within a second.
func heard(t *testing.T, events <-chan Event) (e Event, open bool) {
	t.Helper()
	select {
	case e, open = <-events:
		return e, open
	case <-time.After(time.Second):
		t.Fatal("nothing is told within a second")
		return e, false
	}
}

func TestWhatIsKeptIsTold(t *testing.T) {
	s, by, number := shop(t)
	events, stop := s.Watch()
	defer stop()
	appended(t, s, number, done("live-1", "lock-out", by))
	if e, _ := heard(t, events); e.What != JobChanged || e.Job != number || e.Length != 2 || e.Pump != "LS-1" {
		t.Errorf("an entry is told as %+v", e)
	}
	if err := s.Begin(ctx, number, "d", by, nil); err != nil {
		t.Fatal(err)
	}
	if e, _ := heard(t, events); e.What != HandsChanged || e.Job != number {
		t.Errorf("a step in hand is told as %+v", e)
	}
	remark := record.Line{ID: "remark-1", Kind: record.Remark, Text: "grooved"}
	if err := s.Note(ctx, "LS-1", remark, by.ID, nil); err != nil {
		t.Fatal(err)
	}
	if e, _ := heard(t, events); e.What != PumpChanged || e.Pump != "LS-1" {
		t.Errorf("a remark is told as %+v", e)
	}
	// Who does not read is let go, and holds nobody up.
	for n := range behind + 1 {
		s.tell(Event{What: PumpChanged, Length: n})
	}
	for range behind {
		if _, open := heard(t, events); !open {
			t.Fatal("what it was told before it was let go is gone")
		}
	}
	if _, open := heard(t, events); open {
		t.Error("one who does not read is not let go")
	}
}

func TestLookersHaveABound(t *testing.T) {
	s, _, _ := shop(t)
	for range lookers {
		if events, _ := s.Watch(); events == nil {
			t.Fatal("too few may look on")
		}
	}
	if events, _ := s.Watch(); events != nil {
		t.Error("anybody may look on")
	}
	s.Unwatch()
	if events, _ := s.Watch(); events != nil {
		t.Error("somebody looks on when the shop is closing")
	}
}
