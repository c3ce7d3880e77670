package job_test

import (
	"testing"

	"settle/core/job"
	"settle/core/job/jobtest"
	"settle/core/judge"
	"settle/core/log"
	"settle/core/quantity"
)

const comparePlan = `limits:
  gap: {min: 0.4 mm, max: 0.6 mm, source: drawing}
  even: {max: 0.1 mm, source: rule}
  moved: {max: 0.05 mm, source: rule}
checks:
  gap: {title: Gap, short: Gap, instrument: direct, limit: [gap]}
  vanes: {title: Vanes, short: Vanes, instrument: feeler, places: [a, b], limit: [even], judge: spread, condemns: none}
  after: {title: Gap after clamping, short: After, instrument: direct, limit: [moved], judge: against,
    against: gap as built, condemns: none}
  pack: {title: Old gap, short: Old, instrument: direct, limit: [gap], judge: start, condemns: none}
parts:
  - {key: seat, title: Seat, quantity: 1, judged: [{count: sides, least: 2, outcome: replace,
      rule: both sides are used}]}
stages:
  - id: work
    title: Work
    steps:
      - {id: ports, kind: mark, marks: [Flush port], title: Ports, shown_at: [plate]}
      - {id: sides, kind: count, of: used sides, free: true, title: Used sides}
      - {id: seat, kind: inspect, part: seat, title: Seat}
      - {id: pack, kind: measure, phase: found, check: pack, title: Old gap}
      - {id: vanes, kind: measure, phase: built, check: vanes, title: Vanes}
      - {id: gap, kind: measure, phase: built, check: gap, title: Gap}
      - {id: after, kind: measure, phase: built, check: after, title: After clamping}
      - {id: plate, kind: do, title: Turn the plate}
`

// 0.3 and 0.38 mm are out of a window of 0.4 to 0.6, and alike within 0.1. After clamping
// 0.53 is 0.03 away from 0.50.
func TestAReadingIsJudgedByComparison(t *testing.T) {
	leaves := func(a, b string) log.Body {
		body := jobtest.LeafBody([]string{"a", "b"}, "", "")
		body.Unit = quantity.UnitMillimetre
		for i, v := range []string{a, b} {
			p := &body.Feeler.Positions[i]
			p.Go, p.NoGo, p.Value = quantity.Typed{}, quantity.Typed{}, quantity.Type(v)
		}
		body.Feeler.Graduation = quantity.Type("0.01")
		return body
	}
	b := jobtest.OfText(t, comparePlan)
	b.Keep("vanes", leaves("0.30", "0.38"))
	if r := b.Sheet().Step("vanes").Reading; r.Verdict != judge.Within || r.Margin.Um() != 20 || r.Places[0].Result != "" {
		t.Errorf("alike within a tenth: %+v", r)
	}
	b.Correct("vanes", leaves("0.30", "0.45"))
	if r := b.Sheet().Step("vanes").Reading; r.Verdict != judge.Out {
		t.Errorf("not alike: %+v", r)
	}
	b.Keep("after", jobtest.DirectBody("0.53 mm"))
	if r := b.Sheet().Step("after").Reading; r.Verdict != judge.NoLimit ||
		r.Limit.Source != "nothing to hold it against: gap as built is not taken" {
		t.Errorf("before the other one: %+v, %+v", r.Verdict, r.Limit)
	}
	b.Keep("gap", jobtest.DirectBody("0.50 mm"))
	if r := b.Sheet().Step("after").Reading; r.Verdict != judge.Within || r.Against.Um() != 500 ||
		r.Limit.Source != "away from gap as built: rule" {
		t.Errorf("beside the other one: %+v, %+v", r, r.Limit)
	}
	b.Correct("gap", jobtest.DirectBody("0.45 mm"))
	if r := b.Sheet().Step("after").Reading; r.Verdict != judge.Out {
		t.Errorf("after that was corrected: %s", r.Verdict)
	}
	b.Keep("pack", jobtest.DirectBody("9 mm"))
	if s := b.Sheet().Step("pack"); s.Reading.Verdict != "" || s.State != job.Done {
		t.Errorf("a starting value is %s, %s", s.Reading.Verdict, s.State)
	}
}

// Used-up sides condemn the seat, by their count; what was marked is shown where it is
// needed.
func TestACountCondemnsAndAMarkComesBack(t *testing.T) {
	b := jobtest.OfText(t, comparePlan)
	b.Keep("sides", jobtest.CountBody(1))
	b.Keep("seat", jobtest.InspectBody())
	if r := b.Sheet().Step("seat").Reading; r.Outcome != judge.Reuse {
		t.Errorf("with one side used: %s", r.Outcome)
	}
	b.Correct("sides", jobtest.CountBody(2))
	if r := b.Sheet().Step("seat").Reading; r.Outcome != judge.Replace || r.Text != "Used sides: 2" {
		t.Errorf("with two sides used: %s, %q", r.Outcome, r.Text)
	}
	if m := b.Sheet().Step("plate").Panel.Shown; len(m) != 1 || m[0].Mark != "Flush port" || m[0].Where != "" {
		t.Errorf("before it is marked: %+v", m)
	}
	b.Keep("ports", log.Body{Marks: []string{"at 12, white paint"}})
	if m := b.Sheet().Step("plate").Panel.Shown; m[0].Where != "at 12, white paint" || m[0].Title != "Ports" {
		t.Errorf("marked it shows %+v", m)
	}
}
