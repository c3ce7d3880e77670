package kind

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
	"settle/core/words"
)

var leakKind = Kind{
	panel: "test", Group: "test", table: DoneTable, weigh: tested, show: testPanel, boxes: testBoxes,
	Fine: "Tight", NotFine: "Leaks, or not held long enough",
}

// tested is a leak test: by the pressure that was on it, how long it was held, and what came out. Where
// the plan asks for no pressure only the rest is judged.
func tested(s Scale, step *plan.Step, b *log.Body, r *gauge.Reader) *Reading {
	f := b.Test
	if f == nil {
		return missing(r, "test", "is missing: the pressure, the minutes and the drops")
	}
	t, ok := leakTest(s, step, f, r)
	if !ok {
		return nil
	}
	asked := strings.TrimSpace(Value(s, step.Pressure).Text)
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
		reading.Limit = NoLimit(noPressure)
	}
	return reading
}

// leakTest is what was typed of a test, and false where something is missing or wrong. A test kept
// before its medium was asked is taken for water, vented.
func leakTest(s Scale, step *plan.Step, f *log.TestForm, r *gauge.Reader) (judge.LeakTest, bool) {
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
		SiteRule: f.SiteRule, Hazardous: hazardous(s), Allowed: &judge.LeakAllowed{Drops: &step.Drops},
		Asked: askedPressure(Value(s, step.Pressure).Text)}
	if step.Pressure != "" && !underPressure(s, &t, f, r) {
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
func underPressure(s Scale, t *judge.LeakTest, f *log.TestForm, r *gauge.Reader) bool {
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
func hazardous(t Terms) bool { return t.Opening().Carries.Harmful() }

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

func testPanel(t Terms, step *plan.Step, p *Panel) {
	p.Minutes, p.Drops, p.Pressure = step.Minutes, step.Drops, Value(t, step.Pressure).Text
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

const noPressure = "no test pressure known: look it up in the maker's manual and enter it on the pump"

func toHold(pressure string, minutes, drops int) string {
	return words.Ahead(pressure, ", ") + fmt.Sprintf("held %d min, at most %d drops", minutes, drops)
}

// heldAt is a leak test as it was made; one from before its medium was asked names none.
func heldAt(pressure, medium string, minutes float64, drops int) string {
	return fmt.Sprintf("%s%s, %g min, %d drops", strings.TrimSpace(pressure), words.Behind(", ", medium), minutes, drops)
}

// mediumWords are what a leak test is made with.
var mediumWords = map[judge.Medium]string{judge.Water: "water", judge.OwnLiquid: "the pump's own liquid",
	judge.Air: "air", judge.Nitrogen: "nitrogen"}
