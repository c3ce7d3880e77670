package job_test

import (
	"strings"
	"testing"

	"settle/core/job"
	"settle/core/job/jobtest"
	"settle/core/log"
)

// Who goes on stands at the job with a word for them until something is entered; the note stays.
func TestAShiftHandsOver(t *testing.T) {
	b := jobtest.New(t, jobtest.Papers, job.Rules{})
	for name, e := range map[string]log.Entry{
		"next, blank":    {Kind: log.Shift, Next: "  "},
		"next, too long": {Kind: log.Shift, Next: strings.Repeat("x", job.MaxName+1)},
		"step, of one":   {Kind: log.Shift, Next: "R. Lindqvist", Step: "lock-out"},
		"reason, long":   {Kind: log.Shift, Next: "R. Lindqvist", Reason: strings.Repeat("x", log.MaxReason+1)},
	} {
		field, _, _ := strings.Cut(name, ",")
		if err := b.Try(e); jobtest.Names(err) != field {
			t.Errorf("%s: %v", name, err)
		}
	}
	hand := log.Entry{Kind: log.Shift, Next: "R. Lindqvist", Reason: "the gap is still to be checked"}
	if r := job.May(b.Job, hand); r.PIN || r.Lead {
		t.Errorf("it asks %+v", r)
	}
	if err := b.Try(hand); err != nil {
		t.Fatal(err)
	}
	s := b.Sheet().Shift
	if s == nil || s.Next != "R. Lindqvist" || s.Word != hand.Reason || s.By != jobtest.Tech.Name {
		t.Fatalf("it shows %+v", s)
	}
	if err := b.Try(log.Entry{Kind: log.Withdrawn, On: s.Entry, Reason: "goes on after all"}); err != nil {
		t.Fatal(err)
	}
	if s := b.Sheet().Shift; s != nil {
		t.Errorf("withdrawn, it shows %+v", s)
	}
	if err := b.Try(hand); err != nil {
		t.Fatal(err)
	}
	b.Safe()
	if s := b.Sheet().Shift; s != nil {
		t.Errorf("after an entry it shows %+v", s)
	}
	notes := notesOf(t, b.Job)
	if n := notes[len(notes)-1]; n.Reason != hand.Reason || n.After.Thou != "R. Lindqvist goes on" ||
		job.Became(n.Kind) != "" {
		t.Errorf("the note is %+v", n)
	}
	if err := b.Try(log.Entry{Kind: log.Ended, Ending: log.OtherEnd, Reason: "x", By: jobtest.Lead}); err != nil {
		t.Fatal(err)
	}
	if err := b.Try(hand); !isRefused(err) {
		t.Errorf("after the end: %v", err)
	}
}
