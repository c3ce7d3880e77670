package kind_test

import (
	"fmt"
	"slices"
	"strings"
	"testing"

	"settle/core/job/jobtest"
	"settle/core/judge"
	"settle/core/log"
	"settle/core/quantity"
)

const leakPlan = `values:
  - {key: seal-test, title: Test pressure, kind: pressure}
stages:
  - id: work
    title: Work
    steps:
      - {id: tight, kind: test, pressure: seal-test, minutes: 10, drops: 0, title: Tightness}
      - {id: looked, kind: test, minutes: 1, drops: 2, title: Looked at}
      - {id: sign, kind: sign, title: Sign}
`

func tightAt(change func(f *log.TestForm)) log.Body {
	f := &log.TestForm{Medium: judge.Water, Pressure: "4 bar", Vented: true, Minutes: quantity.Count("10"),
		Drops: quantity.Count("0")}
	change(f)
	return log.Body{Test: f}
}

// A leak test passes only by the pressure of the papers, held as long as they ask, with what may be used.
func TestALeakTestOfAJob(t *testing.T) {
	open := func(asked string, carries judge.LiquidKind) *jobtest.Bench {
		b := jobtest.OfText(t, leakPlan)
		b.Log[0].Open.Values = map[string]log.Value{"seal-test": {Text: asked, Source: "manual"}}
		b.Log[0].Open.Carries = carries
		return b
	}
	for _, tt := range []struct {
		name, asked string
		carries     judge.LiquidKind
		change      func(f *log.TestForm)
		want        judge.Result
		warns       string
	}{
		{"as asked", "4 bar", "", func(*log.TestForm) {}, judge.Within, ""},
		{"with what else stood there", "4 bar, 10 min", "", func(*log.TestForm) {}, judge.Within, ""},
		{"in the other unit", "58 psi", "", func(*log.TestForm) {}, judge.Within, ""},
		{"read in the other unit", "4 bar", "", func(f *log.TestForm) { f.Pressure = "58 psi" }, judge.Within, ""},
		{"no pressure on it", "4 bar", "", func(f *log.TestForm) { f.Pressure = "0 bar" }, judge.Out, judge.TestLow},
		{"a tenth over", "4 bar", "", func(f *log.TestForm) { f.Pressure = "4.5 bar" }, judge.Out, judge.TestHigh},
		{"too short", "4 bar", "", func(f *log.TestForm) { f.Minutes = quantity.Count("9,5") }, judge.Out, judge.TestShort},
		{"a drop", "4 bar", "", func(f *log.TestForm) { f.Drops = quantity.Count("1") }, judge.Out, judge.TestDrops},
		{"not vented", "4 bar", "", func(f *log.TestForm) { f.Vented = false }, judge.Undecided, judge.NotVented},
		{"no pressure in the papers", "", "", func(*log.TestForm) {}, judge.NoLimit, judge.NotAsked},
		{"its own liquid, which burns", "4 bar", judge.Flammable, func(f *log.TestForm) { f.Medium = judge.OwnLiquid },
			judge.Undecided, judge.Hazardous},
		{"water all the same", "4 bar", judge.Flammable, func(*log.TestForm) {}, judge.Within, ""},
		{"air, rated", "4 bar", "", func(f *log.TestForm) { f.Medium, f.SiteRule, f.Rated = judge.Air, true, "10 bar" },
			judge.Within, judge.WithGas},
		{"air over what holds", "4 bar", "", func(f *log.TestForm) {
			f.Medium, f.SiteRule, f.Rated = judge.Air, true,
				"3 bar"
		},
			judge.Out, judge.OverRated},
		{"air, nobody knows what holds", "4 bar", "", func(f *log.TestForm) { f.Medium, f.SiteRule = judge.Air, true },
			judge.Undecided, judge.NotRated},
	} {
		b := open(tt.asked, tt.carries)
		b.Keep("tight", tightAt(tt.change))
		r := b.Sheet().Step("tight").Reading
		if r.Verdict != tt.want || tt.warns != "" && !slices.Contains(r.Warnings, tt.warns) {
			t.Errorf("%s: %s, warnings %v", tt.name, r.Verdict, r.Warnings)
		}
		if r.Limit == nil || r.Limit.Source == "" || !strings.Contains(r.Text, "drops") {
			t.Errorf("%s: it says %q by %+v", tt.name, r.Text, r.Limit)
		}
	}
}

// What is missing or wrong of a leak test is named at its box, and nothing of it is kept.
func TestALeakTestAsksForWhatIsMissing(t *testing.T) {
	for _, tt := range []struct {
		field, says string
		change      func(f *log.TestForm)
	}{
		{"body.test.pressure", "is missing", func(f *log.TestForm) { f.Pressure = "" }},
		{"body.test.pressure", "has no unit", func(f *log.TestForm) { f.Pressure = "4" }},
		{"body.test.pressure", "4 drops", func(f *log.TestForm) { f.Pressure = "4 drops" }},
		{"body.test.medium", "is missing", func(f *log.TestForm) { f.Medium = "" }},
		{"body.test.minutes", "is missing", func(f *log.TestForm) { f.Minutes = quantity.Number{} }},
		{"body.test.minutes", "how many minutes", func(f *log.TestForm) { f.Minutes = quantity.Count("0") }},
		{"body.test.minutes", "how many minutes", func(f *log.TestForm) { f.Minutes = quantity.Count("-3") }},
		{"body.test.drops", "is missing", func(f *log.TestForm) { f.Drops = quantity.Number{} }},
		{"body.test.drops", "a whole number", func(f *log.TestForm) { f.Drops = quantity.Count("0.5") }},
		{"body.test.drops", "a whole number", func(f *log.TestForm) { f.Drops = quantity.Count("-1") }},
		{"body.test.rated", "", func(f *log.TestForm) { f.Rated = "plenty" }},
	} {
		b := jobtest.OfText(t, leakPlan)
		b.Log[0].Open.Values = map[string]log.Value{"seal-test": {Text: "4 bar", Source: "manual"}}
		body := tightAt(tt.change)
		err := b.Try(log.Entry{Kind: log.Kept, Step: "tight", Body: &body})
		if err == nil || !strings.Contains(jobtest.Names(err), tt.field) || !strings.Contains(err.Error(), tt.says) {
			t.Errorf("%s: %v", tt.field, err)
		}
		if len(b.Log) != 1 {
			t.Errorf("%s: it was kept", tt.field)
		}
	}
}

// Where the plan asks for no pressure it is looked at for as long as it says.
func TestATestWithoutPressure(t *testing.T) {
	for _, tt := range []struct {
		minutes, drops string
		want           judge.Result
	}{{"1", "0", judge.Within}, {"1", "2", judge.Within}, {"1", "3", judge.Out}, {"0.5", "0", judge.Out}} {
		b := jobtest.OfText(t, leakPlan)
		b.Keep("looked", log.Body{Test: &log.TestForm{Minutes: quantity.Count(tt.minutes), Drops: quantity.Count(tt.drops)}})
		if r := b.Sheet().Step("looked").Reading; r.Verdict != tt.want {
			t.Errorf("%s min, %s drops: %s by %+v", tt.minutes, tt.drops, r.Verdict, r.Limit)
		}
	}
}

// A test that was kept before its medium was asked reads as it did: with water, vented.
func TestATestOfEarlierDays(t *testing.T) {
	for pressure, want := range map[string]judge.Result{"4 bar": judge.Within, "2 bar": judge.Out,
		"as on the gauge": judge.Out} {
		b := jobtest.OfText(t, leakPlan)
		b.Log[0].Open.Values = map[string]log.Value{"seal-test": {Text: "4 bar", Source: "manual"}}
		body := log.Body{Test: &log.TestForm{Pressure: pressure, Minutes: quantity.Count("10"), Drops: quantity.Count("0")}}
		b.Log = append(b.Log, log.Entry{ID: "old", Seq: 2, By: jobtest.Tech, At: jobtest.Day, Kind: log.Kept,
			Step: "tight", Body: &body,
			Rules: 3})
		r := b.Sheet().Step("tight").Reading
		if r == nil || r.Verdict != want || r.Text != pressure+", 10 min, 0 drops" {
			t.Errorf("%s: %+v", pressure, r)
		}
	}
}

const warmPlan = `values:
  - {key: least, title: Least, kind: temperature}
  - {key: most, title: Most, kind: temperature}
stages:
  - id: work
    title: Work
    steps:
      - {id: warm, kind: heat, heats: part, title: Cover warm, warm_least: least, warm_most: most}
      - {id: sign, kind: sign, title: Sign}
`

// A part that receives another is heated by the temperature of its papers, and by nothing else.
func TestAPartThatIsWarmed(t *testing.T) {
	for _, tt := range []struct {
		least, most, reached string
		cold                 bool
		want                 judge.Result
		limit                string
	}{
		{"", "80 °C", "80 °C", false, judge.Within, "72 to 84 °C"},
		{"", "80 °C", "176 F", false, judge.Within, "72 to 84 °C"},
		{"", "80 °C", "71 °C", false, judge.Out, "72 to 84 °C"},
		{"", "80 °C", "85 °C", false, judge.Out, "72 to 84 °C"},
		{"60 °C", "80 °C", "61 °C", false, judge.Within, "60 to 84 °C"},
		{"60 °C", "80 °C", "59 °C", false, judge.Out, "60 to 84 °C"},
		{"", "", "80 °C", false, judge.NoLimit, ""},
		{"", "80 °C", "", true, "", ""},
	} {
		b := jobtest.OfText(t, warmPlan)
		b.Log[0].Open.Values = map[string]log.Value{"least": {Text: tt.least}, "most": {Text: tt.most}}
		b.Keep("warm", log.Body{Heat: &log.HeatForm{Reached: tt.reached, Cold: tt.cold}})
		r := b.Sheet().Step("warm").Reading
		if r.Verdict != tt.want || tt.limit != "" && (r.Limit == nil || !strings.Contains(fmt.Sprint(*r.Limit), tt.limit)) {
			t.Errorf("%+v: %s by %+v", tt, r.Verdict, r.Limit)
		}
	}
	b := jobtest.OfText(t, warmPlan)
	for _, reached := range []string{"", "warm"} {
		body := log.Body{Heat: &log.HeatForm{Reached: reached}}
		if err := b.Try(log.Entry{Kind: log.Kept, Step: "warm", Body: &body}); jobtest.Names(err) != "body.heat.reached" {
			t.Errorf("%q: %v", reached, err)
		}
	}
}
