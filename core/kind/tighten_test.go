package kind_test

import (
	"fmt"
	"slices"
	"strings"
	"testing"

	"settle/core/job"
	"settle/core/job/jobtest"
	"settle/core/judge"
	"settle/core/kind"
	"settle/core/log"
	"settle/core/quantity"
)

const tightenPlan = `values:
  - {key: bolts, title: Bolts, kind: number, default: "6"}
  - {key: rows, title: Rows, kind: number, default: "2"}
  - {key: pull, title: Torque of the nut, kind: torque, default: 40 N·m}
  - {key: none, title: Torque of the cap, kind: torque}
  - {key: thread, title: Thread, kind: words}
stages:
  - id: work
    title: Work
    steps:
      - {id: nut, kind: tighten, to: torque, torque: pull, thread_of: thread, title: Nut}
      - {id: cap, kind: tighten, to: torque, torque: none, title: Cap}
      - {id: screws, kind: tighten, to: snug, bolts: bolts, tick: each, pattern: middle-out, rows: rows, title: Screws}
      - {id: gland, kind: tighten, to: until, until: drawn up until it meets the head, bolts: bolts, tick: all,
         title: Gland}
      - {id: bolt, kind: tighten, to: home, title: Bolt}
      - {id: joint, kind: tighten, to: torque, torque: pull, bolts: bolts, pattern: round, title: Joint}
`

// One nut to its torque, screws snug, a gland until something is reached, a bolt driven
// home: one tick or a tick each, as the plan says.
func TestTightening(t *testing.T) {
	b := jobtest.OfText(t, tightenPlan)
	for _, step := range []string{"nut", "cap", "gland", "bolt"} {
		b.Keep(step, log.Body{Done: true})
	}
	s := b.Sheet()
	for step, want := range map[string]string{"nut": "to its torque", "bolt": "driven home with a soft hammer",
		"gland": "drawn up until it meets the head"} {
		if r := s.Step(step).Reading; r.Text != want {
			t.Errorf("%s says %q", step, r.Text)
		}
	}
	if r := s.Step("nut").Reading; r.Torque.NM != "40.0" || r.Verdict != judge.Within {
		t.Errorf("the nut is %+v", r)
	}
	if p := s.Step("nut").Panel; !strings.HasPrefix(p.Thread, "thread condition not known") {
		t.Errorf("the thread is %q", p.Thread)
	}
	if r := s.Step("cap").Reading; r.Verdict != judge.NoLimit || s.Step("cap").State != job.Decide {
		t.Errorf("a torque that nobody knows is %s", r.Verdict)
	}
	screws := s.Step("screws").Panel
	if want := []int{2, 5, 1, 6, 4, 3}; !slices.Equal(screws.Order, want) {
		t.Errorf("the screws go %v", screws.Order)
	}
	if err := b.Try(log.Entry{Kind: log.Kept, Step: "screws",
		Body: &log.Body{Torque: &log.TorqueForm{Ticks: []int{9}}}}); jobtest.Names(err) !=
		"body.torque.ticks[0]" {
		t.Errorf("a screw that is not next: %v", err)
	}
	b.Keep("screws", log.Body{Torque: &log.TorqueForm{Ticks: screws.Order}})
	if r := b.Sheet().Step("screws").Reading; r.Text != "6 bolts snug by hand" || r.Verdict != "" {
		t.Errorf("the screws say %+v", r)
	}
	if p := s.Step("joint").Panel; !slices.Equal(p.Order, []int{1, 2, 3, 4, 5, 6}) || len(p.Passes) != 4 {
		t.Errorf("the joint goes %v in %d passes", p.Order, len(p.Passes))
	}
}

// With an extension in line the wrench is set to torque · L / (L + E), in each pass.
func TestAnExtensionOnTheWrench(t *testing.T) {
	b := jobtest.OfText(t, tightenPlan)
	panel := b.Sheet().Step("joint").Panel
	body := func(wrench, extension string) *log.Body {
		f := &log.TorqueForm{Wrench: quantity.Type(wrench), Extension: quantity.Type(extension)}
		for i := range len(panel.Order) * len(panel.Passes) { // the last pass is the check, all round
			f.Ticks = append(f.Ticks, kind.TickAt(panel.Order, len(panel.Passes)-1, i))
		}
		return &log.Body{Unit: quantity.UnitMillimetre, Torque: f}
	}
	for _, wrong := range []struct{ wrench, extension, field string }{
		{"400", "", "body.torque.extension"},
		{"", "100", "body.torque.wrench"},
		{"0", "100", "body.torque.wrench"},
		{"400", "-1", "body.torque.extension"},
	} {
		err := b.Try(log.Entry{Kind: log.Kept, Step: "joint", Body: body(wrong.wrench, wrong.extension)})
		if jobtest.Names(err) != wrong.field {
			t.Errorf("a wrench of %q with %q: %v, want %s named", wrong.wrench, wrong.extension, err, wrong.field)
		}
	}
	b.Keep("joint", *body("400", "100"))
	r := b.Sheet().Step("joint").Reading
	if !strings.HasPrefix(r.Text, "wrench set to 32.0 N·m") || r.Torque.NM != "40.0" || r.Verdict != judge.Within {
		t.Errorf("the joint is %+v", r)
	}
	for _, p := range r.Passes {
		if want := fmt.Sprintf("%.1f", 0.32*float64(p.Percent)); p.Set == nil || p.Set.NM != want {
			t.Errorf("at %d %% the wrench is set to %+v, want %s", p.Percent, p.Set, want)
		}
	}
}
