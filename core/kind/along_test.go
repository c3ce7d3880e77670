package kind_test

import (
	"strings"
	"testing"

	"settle/core/gauge"
	"settle/core/job"
	"settle/core/job/jobtest"
	"settle/core/judge"
	"settle/core/log"
	"settle/core/plan"
	"settle/core/quantity"
	"settle/core/sheet"
)

const alongPlan = `
key: bare
title: Bare shaft on its bearings
construction: Z
version: 1
format: 2
values:
  - {key: z-hub, title: "Along the shaft: beside the hub", kind: length, default: 40 mm}
  - {key: z-seal, title: "Along the shaft: at the seal", kind: length}
  - {key: z-thrust, title: "Along the shaft: thrust bearing", kind: length, default: 90 mm}
checks:
  bare:
    title: Bare shaft
    short: Bare
    instrument: along
    surface: rim
    indicator: fixed
    clock: ["12", "3", "6", "9"]
    places: [Beside the hub, At the seal]
    limit: [bare]
    sign: seal-runout
    condemns: none
limits: {bare: {max: 50 um, source: maker's manual}}
shaft_line:
  pieces: [bearing-frame, seal-chamber]
  stations:
    - {check: bare, place: Beside the hub, at: bearing-frame.coupling-journal, along: z-hub}
    - {check: bare, place: At the seal, at: seal-chamber.sleeve, along: z-seal, sleeve: false}
  bearings:
    - {title: Thrust bearing, at: bearing-frame.thrust-bearing, along: z-thrust}
stages:
  - {id: work, title: Work, steps: [{id: bare, kind: measure, phase: built, check: bare, title: Bare shaft}]}
`

func alongBench(t *testing.T, papers job.Papers) *jobtest.Bench {
	p, err := plan.Read("bare.yaml", []byte(alongPlan))
	if err != nil {
		t.Fatal(err)
	}
	o, err := job.NewOpening(p, "LS-1", papers, job.Rules{}, job.Asked{Complaint: "leaks"})
	if err != nil {
		t.Fatal(err)
	}
	return &jobtest.Bench{T: t, Job: job.Job{Plan: p, Log: []log.Entry{{ID: "o", Seq: 1, By: jobtest.Tech,
		Kind: log.Opened, Open: o}}}}
}

// round is a dial that starts at 0, in micrometres at 12, 3, 6 and 9.
func round(at string, values ...string) log.RoundForm {
	f := log.RoundForm{At: at, BackToStart: quantity.Type("0")}
	for i, v := range values {
		f.Readings = append(f.Readings, gauge.ReadingForm{Clock: []string{"12", "3", "6", "9"}[i], Value: quantity.Type(v)})
	}
	return f
}

func alongBody(places ...log.RoundForm) log.Body {
	return log.Body{Unit: quantity.UnitMicrometre, Along: &log.AlongForm{Graduation: quantity.Type("2"), Places: places}}
}

// Each place is judged by itself and has its own letter and place along the shaft; the
// check is as bad as its worst.
func TestSeveralPlacesAreOneCheck(t *testing.T) {
	b := alongBench(t, job.Papers{Values: map[string]log.Value{"z-seal": {Text: "310 mm", Source: "drawing 4"}}})
	b.Keep("bare", alongBody(round("Beside the hub", "0", "10", "20", "10"), round("At the seal", "0", "40", "80", "40")))
	whole := b.Sheet()
	r := whole.Step("bare").Reading
	if r.Verdict != judge.Out || r.Figure.Um() != 80 || len(r.Along) != 2 || r.Along[0].Verdict != judge.Within {
		t.Fatalf("the reading is %s at %v, places %+v", r.Verdict, r.Figure, r.Along)
	}
	if len(whole.Stations) != 2 {
		t.Fatalf("there are %d stations", len(whole.Stations))
	}
	hub, seal := whole.Stations[0], whole.Stations[1]
	if hub.Letter != "A" || hub.Title != "Bare shaft, beside the hub" || hub.Built.Figure.Um() != 20 ||
		hub.Built.Verdict != judge.Within || !hub.Along.Assumed || hub.Along.Um() != 40000 {
		t.Errorf("beside the hub there is %+v, along %+v, built %+v", hub, hub.Along, hub.Built)
	}
	if seal.Letter != "B" || seal.Built.Figure.Um() != 80 || seal.Built.Verdict != judge.Out || seal.Along.Assumed ||
		seal.Along.Source != "drawing 4" {
		t.Errorf("at the seal there is %+v, along %+v", seal, seal.Along)
	}
	if at := whole.Bearings[0].Along; at.Um() != 90000 || !at.Assumed {
		t.Errorf("the bearing stands %+v", at)
	}
	rows := sheet.PaperOf(whole)
	if a, s := rows.Checks[0].Along, rows.Checks[1].Along; a.Mm != "at 40 mm, assumed" || s.Mm != "at 310 mm" {
		t.Errorf("the sheet says %v and %v", a, s)
	}
	if len(whole.Causes) == 0 || whole.Causes[0].Key != "bent-shaft" {
		t.Errorf("run-out that grows along the shaft is taken for %+v", whole.Causes)
	}
}

func TestSeveralPlacesAreAllAsked(t *testing.T) {
	b := alongBench(t, job.Papers{})
	if s := b.Sheet().Stations[1]; s.Along != nil {
		t.Errorf("nobody wrote where the seal stands, and it says %v", s.Along)
	}
	hub, seal := round("Beside the hub", "0", "10", "20", "10"), round("At the seal", "0", "4", "8", "4")
	for name, tt := range map[string]struct {
		body  log.Body
		field string
	}{
		"none":      {log.Body{}, "along"},
		"one place": {alongBody(hub), "along.places"},
		"twice":     {alongBody(hub, hub), "along.places[1].at"},
		"a word":    {alongBody(hub, round("At the seal", "0", "x", "8", "4")), "along.places[1].readings[1].value"},
		"too few":   {alongBody(hub, round("At the seal", "0", "4")), "along.places[1].readings"},
		"no division": {log.Body{Unit: quantity.UnitMicrometre, Along: &log.AlongForm{Places: []log.RoundForm{hub, seal}}},
			"along.places[0].graduation"},
	} {
		err := b.Try(log.Entry{Kind: log.Kept, Step: "bare", Body: &tt.body})
		if err == nil || !strings.Contains(err.Error(), tt.field) {
			t.Errorf("%s: the error is %v, not at %s", name, err, tt.field)
		}
	}
}

func TestPlacesAlongAreChecked(t *testing.T) {
	for _, tt := range []struct{ from, to, want string }{
		{"place: At the seal, at", "place: In the middle, at", `has the place "In the middle"`},
		{"    - {check: bare, place: At the seal, at: seal-chamber.sleeve, along: z-seal, sleeve: false}\n", "",
			`no station of the shaft line`},
		{"along: z-thrust}", "along: z-nowhere}", `along names "z-nowhere"`},
		{`clock: ["12", "3", "6", "9"]`, `clock: ["12"]`, "clock needs the clock positions"},
		{"bearing-frame.thrust-bearing", "bearing-frame.roof", `bearing "Thrust bearing" stands at`},
	} {
		text := strings.Replace(alongPlan, tt.from, tt.to, 1)
		if text == alongPlan {
			t.Fatalf("%q is not in the plan", tt.from)
		}
		if _, err := plan.Read("bare.yaml", []byte(text)); err == nil || !strings.Contains(err.Error(), tt.want) {
			t.Errorf("%s: the error is %v", tt.to, err)
		}
	}
}

// On paper each place has its boxes round the clock; in the log each reading stands as it was typed.
func TestSeveralPlacesOnPaperAndInWords(t *testing.T) {
	b := alongBench(t, job.Papers{})
	var rooms []string
	for _, r := range sheet.OrderOf(b.Sheet()).Stages[0].Steps[0].Rooms {
		rooms = append(rooms, r.Label)
	}
	if got := strings.Join(rooms, ", "); !strings.HasPrefix(got, "beside the hub 12, beside the hub 3, beside the hub 6, "+
		"beside the hub 9, beside the hub back, at the seal 12, ") {
		t.Errorf("the paper has room for %s", got)
	}
	b.Keep("bare", alongBody(round("Beside the hub", "0", "10", "20", "10"), round("At the seal", "0", "40", "80", "40")))
	said := job.Said(b.Job)[b.Log[len(b.Log)-1].ID]
	for _, want := range []string{"Beside the hub 3: 10 um", "At the seal 6: 80 um", "At the seal back: 0 um"} {
		if !strings.Contains(said.Mm, want) || !strings.Contains(said.Thou, want) {
			t.Errorf("the log says %q, want %q in it", said.Mm, want)
		}
	}
}
