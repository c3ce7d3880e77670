package kind_test

import (
	"fmt"
	"strings"
	"testing"

	"settle/core/job"
	"settle/core/job/jobtest"
	"settle/core/judge"
	"settle/core/kind"
	"settle/core/log"
	"settle/core/plan"
	"settle/core/quantity"
	"settle/core/sheet"
)

const heldPlan = `limits:
  gap: {min: 0.4 mm, max: 0.6 mm, source: drawing}
  even: {max: 0.1 mm, source: rule}
  moved: {max: 0.05 mm, source: rule}
checks:
  gap: {title: Gap, short: Gap, instrument: direct, limit: [gap]}
  bare: {title: Bare, short: Bare, instrument: direct, limit: [nobody-knows]}
  vanes: {title: Vanes, short: Vanes, instrument: feeler, places: [a, b], limit: [even], judge: spread, condemns: none}
  each: {title: Each, short: Each, instrument: feeler, places: [a, b], limit: [gap], condemns: none}
  after: {title: After, short: After, instrument: direct, limit: [moved], judge: against,
    against: gap as built, condemns: none}
  play: {title: Play, short: Play, instrument: float, repeats: 3, limit: [moved], condemns: none}
  depth: {title: Depth, short: Depth, instrument: depth, places: ["12", "4", "8"], limit: [gap], condemns: none}
stages:
  - id: work
    title: Work
    steps:
      - {id: gap, kind: measure, phase: built, check: gap, title: Gap}
      - {id: bare, kind: measure, phase: built, check: bare, title: Bare}
      - {id: vanes, kind: measure, phase: built, check: vanes, title: Vanes}
      - {id: each, kind: measure, phase: built, check: each, title: Each}
      - {id: after, kind: measure, phase: built, check: after, title: After}
      - {id: play, kind: measure, phase: built, check: play, title: Play}
      - {id: depth, kind: measure, phase: built, check: depth, title: Depth}
      - {id: sign, kind: sign, title: Sign}
`

// The figure that is shown is the one that is judged: whatever a limit is held against stands in the row
// of the sheet, and what was read stands beside it.
func TestWhatIsHeldIsShown(t *testing.T) {
	for _, tt := range []struct {
		step, check string
		body        log.Body
		basis       kind.Basis
		um, high    float64 // of the figure, and of the largest where each place is judged
		limit       string  // in the same terms
		what, raw   string  // what the sheet says beside it
		verdict     judge.Result
	}{
		{"gap", "gap", jobtest.DirectBody("0.5 mm"), kind.OfValue, 500, 0, "0.400 to 0.600", "", "", judge.Within},
		{"bare", "bare", jobtest.DirectBody("0.5 mm"), kind.OfValue, 500, 0, "none known", "", "", judge.NoLimit},
		// 0.3 and 0.38 are far out of any gap and alike within a tenth.
		{"vanes", "vanes", jobtest.PlacesBody("0.30", "0.38"), kind.OfSpread, 80, 0, "0.100 max", kind.SpreadName,
			"0.300 – 0.380",
			judge.Within},
		{"vanes", "vanes", jobtest.PlacesBody("0.30", "0.45"), kind.OfSpread, 150, 0, "0.100 max", kind.SpreadName,
			"0.300 – 0.450",
			judge.Out},
		{"each", "each", jobtest.PlacesBody("0.45", "0.52"), kind.OfEach, 450, 520, "0.400 to 0.600", kind.EachName, "",
			judge.Within},
		{"each", "each", jobtest.PlacesBody("0.45", "0.65"), kind.OfEach, 450, 650, "0.400 to 0.600", kind.EachName, "",
			judge.Out},
		{"each", "each", jobtest.PlacesBody("0.45", "0.45"), kind.OfValue, 450, 0, "0.400 to 0.600", "", "", judge.Within},
		// 0.53 is 0.03 from the 0.50 that was built.
		{"after", "after", jobtest.DirectBody("0.53 mm"), kind.OfTarget, 30, 0, "0.050 max", "Off gap as built", "0.530",
			judge.Within},
		{"after", "after", jobtest.DirectBody("0.42 mm"), kind.OfTarget, 80, 0, "0.050 max", "Off gap as built", "0.420",
			judge.Out},
		{"play", "play", jobtest.FloatBody("1"), kind.OfMean, 25, 0, "0.050 max", "", "", judge.Within},
		{"depth", "depth", jobtest.DepthBody("0.45", "0.50", "0.55"), kind.OfMean, 500, 0, "0.400 to 0.600", "", "",
			judge.Within},
	} {
		name := fmt.Sprintf("%s %v", tt.step, tt.um)
		b := jobtest.OfText(t, heldPlan)
		if tt.step != "gap" {
			b.Keep("gap", jobtest.DirectBody("0.5 mm"))
		}
		b.Keep(tt.step, tt.body)
		s := b.Sheet()
		r := s.Step(tt.step).Reading
		h := r.Held
		if h == nil || h.Basis != tt.basis || float64(int(h.Figure.Um())) != tt.um || r.Verdict != tt.verdict {
			t.Errorf("%s: held is %+v, %s", name, h, r.Verdict)
			continue
		}
		if (h.High != nil) != (tt.high > 0) || h.High != nil && h.High.Um() != tt.high {
			t.Errorf("%s: the largest is %v", name, h.High)
		}
		if got := kind.LimitFigures(h.Limit); got.Mm != tt.limit || h.Limit.Source == "" {
			t.Errorf("%s: its limit is %q from %q", name, got.Mm, h.Limit.Source)
		}
		cell := builtOf(t, sheet.PaperOf(s), tt.check)
		if cell.Figure == nil || cell.Figure.Length != h.Figure.Length || !strings.HasPrefix(cell.What, tt.what) ||
			(cell.What == "") != (tt.what == "" && tt.basis != kind.OfMean || tt.basis == kind.OfMean) {
			t.Errorf("%s: the sheet shows %+v, called %q", name, cell.Text, cell.What)
		}
		if tt.raw == "" {
			if cell.Raw != nil {
				t.Errorf("%s: beside it stands %v", name, cell.Raw)
			}
			continue
		}
		if cell.Raw == nil || !strings.HasSuffix(cell.Raw.Mm, tt.raw) {
			t.Errorf("%s: beside it stands %v, want %s", name, cell.Raw, tt.raw)
		}
	}
}

// builtOf is what the sheet shows of a check as built.
func builtOf(t *testing.T, p *sheet.Paper, check string) *sheet.Cell {
	t.Helper()
	for _, c := range p.Checks {
		if c.Check == check && c.Built != nil {
			return c.Built
		}
	}
	t.Fatalf("%s does not stand on the sheet", check)
	return nil
}

// Every reading of every plan that a walk takes has its limit and its source, or says that it has none.
func TestEveryJudgedReadingHasItsLimit(t *testing.T) {
	b := jobtest.New(t, jobtest.Papers, job.Rules{})
	judged := 0
	for _, stage := range b.Walk(jobtest.Bodies(t)).Stages {
		for _, step := range stage.Steps {
			r := step.Reading
			if r == nil || r.Verdict == "" {
				continue
			}
			judged++
			if r.Limit == nil || r.Limit.Source == "" {
				t.Errorf("%s is %s, by no limit", step.ID, r.Verdict)
			}
			if r.Held != nil && (r.Held.Limit == nil || r.Held.Limit.Source != r.Limit.Source) {
				t.Errorf("%s is held against %+v and judged by %+v", step.ID, r.Held.Limit, r.Limit)
			}
			if r.Figure != nil && r.Held == nil && plan.Measure == step.Kind {
				t.Errorf("%s has a figure, and none is held", step.ID)
			}
		}
	}
	if judged < 10 {
		t.Errorf("only %d readings are judged", judged)
	}
}

// Two figures are compared only where the same of a reading is judged.
func TestOnlyLikeIsCompared(t *testing.T) {
	a, b := kind.AsHeld(kind.OfValue, "A", 500*quantity.Micrometre), kind.AsHeld(kind.OfValue, "B",
		300*quantity.Micrometre)
	if d := a.Away(b); d == nil || d.Um() != 200 {
		t.Errorf("they are %v apart", d)
	}
	if d := a.Away(kind.AsHeld(kind.OfSpread, kind.SpreadName, 0)); d != nil {
		t.Errorf("a value less a spread is %v", d)
	}
	var none *kind.Held
	if none.Away(a) != nil || a.Away(none) != nil {
		t.Error("of none there is a difference")
	}
}
