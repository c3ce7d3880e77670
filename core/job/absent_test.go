package job_test

import (
	"testing"

	"settle/core/job"
	"settle/core/job/jobtest"
	"settle/core/log"
	"settle/core/plan"
)

const absentPlan = `stages:
  - id: strip
    title: Strip
    steps:
      - {id: lock, kind: caution, title: Lock out, cautions: [Try it]}
      - {id: guard, kind: do, title: Guard off}
      - {id: pipes, kind: do, title: Flush pipes off}
      - {id: cover, kind: do, title: Cover off, needs: [guard]}
`

// What is not there need not be ticked: it says how that is known, and what hangs on it
// goes on. A caution is not left out. The next job of the pump proposes the same.
func TestWhatIsNotThereIsNotTicked(t *testing.T) {
	b := jobtest.OfText(t, absentPlan)
	for _, tt := range []struct {
		step  string
		body  log.Body
		field string
	}{
		{"guard", log.Body{Absent: log.NotOnPump}, "body.skip"},
		{"guard", log.Body{Skip: "none"}, "body.absent"},
		{"guard", log.Body{Skip: "none", Absent: "shop"}, "body.absent"},
		{"lock", log.Body{Skip: "driver is out"}, "body.skip"},
		{"lock", log.Body{Skip: "driver is out", Absent: log.NotOnPump}, "body.absent"},
	} {
		if err := b.Try(log.Entry{Kind: log.Kept, Step: tt.step, Body: &tt.body}); jobtest.Names(err) != tt.field {
			t.Errorf("%s %+v: got %v, want an error on %s", tt.step, tt.body, err, tt.field)
		}
	}
	b.Keep("guard", log.Body{Skip: "it has none", Absent: log.NotOnPump})
	b.Keep("pipes", log.Body{Skip: "they stay on", Absent: log.NotInJob})
	s := b.Sheet()
	if r := s.Step("guard").Reading; r.Text != "not on this pump: it has none" || r.Absent != log.NotOnPump {
		t.Errorf("the guard says %+v", r)
	}
	if s.Step("cover").State != job.Open {
		t.Error("what needs the guard off waits for ever")
	}
	if notes := notesOf(t, b.Job); len(notes) != 2 || notes[1].Reason != "they stay on" ||
		notes[1].Title != "Flush pipes off" {
		t.Errorf("the notes are %+v", notes)
	}
	next := &log.Opening{}
	job.Propose(next, b.Plan, b.Job)
	if len(next.Absent) != 1 || next.Absent["guard"] != "it has none" {
		t.Errorf("the next job proposes %v", next.Absent)
	}
	other, err := plan.Read("other.yaml", []byte("key: o\ntitle: O\nconstruction: Z\nversion: 1\n"+
		"stages: [{id: s, title: S, steps: [{id: x, kind: do, title: X}]}]\n"))
	if err != nil {
		t.Fatal(err)
	}
	next = new(log.Opening)
	if job.Propose(next, other, b.Job); len(next.Absent) != 0 {
		t.Errorf("another plan proposes %v", next.Absent)
	}
	b.Log[0].Open.Absent = map[string]string{"cover": "it is open"}
	b.Memo = nil
	if p := b.Sheet().Step("cover").Panel; p.Proposed != "it is open" || !p.Away || p.Optional {
		t.Errorf("the panel proposes %+v", p)
	}
}

func notesOf(t *testing.T, j job.Job) []job.SheetNote {
	t.Helper()
	s, err := job.Show(j)
	if err != nil {
		t.Fatal(err)
	}
	return s.Notes
}
