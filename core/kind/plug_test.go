package kind_test

import (
	"strings"
	"testing"

	"settle/core/gauge"
	"settle/core/job"
	"settle/core/job/jobtest"
	"settle/core/judge"
	"settle/core/log"
	"settle/core/quantity"
)

const plugPlan = `
checks:
  bore: {title: Bore of the hub, short: Bore, instrument: plug, limit: [bore]}
  free: {title: Bore of the ring, short: Ring, instrument: plug, limit: [ring]}
limits: {bore: {min: 25.000 mm, max: 25.021 mm, source: maker's drawing}}
stages:
  - id: work
    title: Work
    steps:
      - {id: bore, kind: measure, phase: built, check: bore, title: Bore of the hub}
      - {id: free, kind: measure, phase: built, check: free, title: Bore of the ring}
`

func plugBody(enters gauge.PlugEnds, size, other string) log.Body {
	return log.Body{Unit: quantity.UnitMillimetre, Plug: &log.PlugForm{Go: quantity.Type(size), NoGo: quantity.Type(other),
		Entered: enters}}
}

// A plug tells what a bore lies between, and is judged by that alone: a plug that does not fit the limit
// leaves it undecided, and nothing known is never a pass.
func TestAPlugInABore(t *testing.T) {
	for name, tt := range map[string]struct {
		body      log.Body
		want      judge.Result
		low, high float64 // µm; 0 has none
	}{
		"as the drawing asks":                {plugBody(gauge.GoEnters, "25.000", "25.021"), judge.Within, 25000, 25021},
		"a narrower plug":                    {plugBody(gauge.GoEnters, "25.005", "25.015"), judge.Within, 25005, 25015},
		"the no-go end enters, too":          {plugBody(gauge.BothEnter, "25.000", "25.021"), judge.Out, 25021, 0},
		"nothing enters":                     {plugBody(gauge.NoneEnter, "25.000", "25.021"), judge.Out, 25000, 0},
		"a go end under the least":           {plugBody(gauge.GoEnters, "24.990", "25.021"), judge.Undecided, 24990, 25021},
		"a no-go end over the most":          {plugBody(gauge.GoEnters, "25.000", "25.030"), judge.Undecided, 25000, 25030},
		"both enter, and the no-go is small": {plugBody(gauge.BothEnter, "25.000", "25.010"), judge.Undecided, 25010, 0},
		"nothing enters, and go is large":    {plugBody(gauge.NoneEnter, "25.010", "25.021"), judge.Undecided, 25010, 0},
	} {
		b := jobtest.OfText(t, plugPlan)
		b.Keep("bore", tt.body)
		r := b.Sheet().Step("bore").Reading
		if r.Verdict != tt.want || r.Held.Figure.Length.Um() != tt.low || r.Limit.Source != "maker's drawing" ||
			(r.High == nil) != (tt.high == 0) || r.High != nil && r.High.Length.Um() != tt.high {
			t.Errorf("%s: %s, %+v, want %s %g to %g", name, r.Verdict, r.Held, tt.want, tt.low, tt.high)
		}
	}
	body := plugBody(gauge.GoEnters, "24.990", "25.021")
	_, tell, err := job.Preview(jobtest.OfText(t, plugPlan).Job, "bore", &body)
	if err != nil || len(tell.Lines) == 0 || tell.Lines[0].Mm != gauge.Advice(gauge.PlugUnlike) {
		t.Errorf("undecided it tells %+v, %v", tell, err)
	}
	b := jobtest.OfText(t, plugPlan)
	b.Keep("free", plugBody(gauge.GoEnters, "25.000", "25.021"))
	if r := b.Sheet().Step("free").Reading; r.Verdict != judge.NoLimit {
		t.Errorf("with no limit it is %s", r.Verdict)
	}
}

func TestWhatIsWrongWithAPlug(t *testing.T) {
	for field, body := range map[string]log.Body{
		"body.plug":         {Unit: quantity.UnitMillimetre},
		"body.plug.go":      plugBody(gauge.GoEnters, "0", "25.021"),
		"body.plug.no_go":   plugBody(gauge.GoEnters, "25.021", "25.000"),
		"body.plug.entered": plugBody("", "25.000", "25.021"),
		"body.unit":         {Unit: "cm", Plug: plugBody(gauge.GoEnters, "25", "26").Plug},
	} {
		b := jobtest.OfText(t, plugPlan)
		if err := b.Try(log.Entry{Kind: log.Kept, Step: "bore", Body: &body}); err == nil ||
			!strings.HasPrefix(err.Error(), field+":") {
			t.Errorf("%s: %v", field, err)
		}
	}
}
