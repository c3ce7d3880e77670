package job

import (
	"cmp"
	"fmt"
	"math"
	"strings"

	"settle/core/gauge"
	"settle/core/judge"
	"settle/core/log"
	"settle/core/plan"
	"settle/core/quantity"
)

// tested is a leak test: by the pressure that was on it, how long it was held, and what came out. Where
// the plan asks for no pressure only the rest is judged.
func tested(s *scale, step *plan.Step, b *log.Body, r *gauge.Reader) *Reading {
	f := b.Test
	if f == nil {
		return missing(r, "test", "is missing: the pressure, the minutes and the drops")
	}
	t, ok := s.leakTest(step, f, r)
	if !ok {
		return nil
	}
	asked := strings.TrimSpace(s.value(step.Pressure).Text)
	reading := &Reading{Text: heldAt(cmp.Or(f.Pressure, "no pressure"), mediumWords[f.Medium], t.Minutes, *t.Drops),
		Verdict: judge.Within, Limit: inWords(toHold(asked, step.Minutes, step.Drops))}
	if step.Pressure == "" {
		if *t.Drops > step.Drops || t.Minutes < float64(step.Minutes) {
			reading.Verdict = judge.Out
		}
		return reading
	}
	x, err := t.Run()
	if err != nil {
		r.Errors.Add("test", err)
		return nil
	}
	reading.Verdict, reading.Warnings = x.Result, append(x.Faults, x.Warnings...)
	if x.Result == judge.NoLimit {
		reading.Limit = noLimit(noPressure)
	}
	return reading
}

// leakTest is what was typed of a test, and false where something is missing or wrong. A test kept
// before its medium was asked is taken for water, vented.
func (s *scale) leakTest(step *plan.Step, f *log.TestForm, r *gauge.Reader) (judge.LeakTest, bool) {
	held, heldKnown := number(r, "test.minutes", f.Minutes)
	drops, dropsKnown := number(r, "test.drops", f.Drops)
	if heldKnown && !(held > 0 && held < 1e5) {
		r.Errors.Add("test.minutes", fmt.Errorf("is %g: write how many minutes it was held, such as 10", held))
	}
	if dropsKnown && (drops < 0 || drops != math.Trunc(drops) || drops > 1e6) {
		r.Errors.Add("test.drops", fmt.Errorf("is %g: write how many drops, a whole number, 0 for none", drops))
	}
	count, minutes := int(drops), float64(step.Minutes)
	t := judge.LeakTest{Medium: f.Medium, Minutes: held, AskedMinutes: &minutes, Drops: &count, Vented: f.Vented,
		SiteRule: f.SiteRule, Hazardous: s.hazardous(), Allowed: &judge.LeakAllowed{Drops: &step.Drops},
		Asked: askedPressure(s.value(step.Pressure).Text)}
	if step.Pressure != "" && !s.underPressure(&t, f, r) {
		return t, false
	}
	switch {
	case len(r.Errors) > 0:
	case !heldKnown:
		missing(r, "test.minutes", "is missing: how long it was held")
	case !dropsKnown:
		missing(r, "test.drops", "is missing: how many drops, 0 for none")
	default:
		return t, true
	}
	return t, false
}

// underPressure reads with what and at what pressure it was tested.
func (s *scale) underPressure(t *judge.LeakTest, f *log.TestForm, r *gauge.Reader) bool {
	if r.Kept && f.Medium == "" {
		t.Medium, t.Vented = judge.Water, true
		if p := askedPressure(f.Pressure); p != nil {
			t.Test = *p
		} // a text that is no pressure is none
		return true
	}
	rated := r.Pressure("test.rated", f.Rated)
	test := r.Pressure("test.pressure", f.Pressure)
	switch {
	case len(r.Errors) > 0:
		return false
	case test == nil:
		missing(r, "test.pressure", "is missing: what the gauge showed, with its unit")
		return false
	case f.Medium == "":
		missing(r, "test.medium", "is missing: say what it was tested with: water, the pump's own liquid, air or nitrogen")
		return false
	}
	t.Test, t.Rated = *test, rated
	return true
}

// hazardous reports whether the pump's own liquid burns, flashes or poisons.
func (t *terms) hazardous() bool { return t.opening.Carries.Harmful() }

// askedPressure is the pressure of the papers, nil where they give none. Papers of earlier days may say
// more after it, such as how long.
func askedPressure(text string) *quantity.Pressure {
	first, _, _ := strings.Cut(text, ", ")
	p, err := quantity.ParsePressure(first, "")
	if err != nil || p <= 0 {
		return nil
	}
	return &p
}

func testPanel(t *terms, step *plan.Step, p *Panel) {
	p.Minutes, p.Drops, p.Pressure = step.Minutes, step.Drops, t.value(step.Pressure).Text
	if step.Pressure == "" {
		return
	}
	for _, m := range judge.Media {
		p.Choices = append(p.Choices, ChoiceShown{Key: string(m), Words: mediumWords[m]})
	}
}

func testBoxes(b *log.Body) []box {
	if b.Test == nil {
		return nil
	}
	return []box{{path: "test.pressure", pressure: b.Test.Pressure},
		{path: "test.minutes", number: b.Test.Minutes, unit: "min"},
		{path: "test.drops", number: b.Test.Drops, unit: "drops"}, {path: "test.rated", pressure: b.Test.Rated}}
}
