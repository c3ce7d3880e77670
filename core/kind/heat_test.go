package kind_test

import (
	"strings"
	"testing"
	"time"

	"settle/core/job"
	"settle/core/job/jobtest"
	"settle/core/judge"
	"settle/core/kind"
	"settle/core/log"
	"settle/core/plan"
	"settle/core/quantity"
)

const heatPlan = `
key: hot
title: A bearing slid on hot
construction: Z
version: 1
format: 2
values:
  - {key: cap, title: Cap, kind: temperature}
  - {key: least, title: Least, kind: temperature}
  - {key: most, title: Most, kind: temperature}
  - {key: home, title: Minutes, kind: amount}
checks:
  leaf: {title: Leaf, short: Leaf, instrument: direct, limit: [leaf], sign: none, condemns: none}
limits: {leaf: {max: 0 mm, source: a leaf must not enter}}
stages:
  - id: work
    title: Work
    steps:
      - {id: heat, kind: heat, title: Bearing on, cap_of: cap, warm_least: least, warm_most: most, home_of: home,
         leaf_at: leaf}
      - {id: cool, kind: wait, below: 40, title: Cool, needs: [heat]}
      - {id: leaf, kind: measure, phase: built, check: leaf, title: Leaf, needs: [cool]}
      - {id: sign, kind: sign, title: Sign}
`

func heatBench(t *testing.T) *jobtest.Bench {
	p, err := plan.Read("hot.yaml", []byte(heatPlan))
	if err != nil {
		t.Fatal(err)
	}
	papers := job.Papers{Values: map[string]log.Value{"cap": {Text: "230 °F", Source: "manual"},
		"least": {Text: "80 °C"},
		"most":  {Text: "105 °C"}, "home": {Text: "2"}}}
	o, err := job.NewOpening(p, "LS-1", papers, job.Rules{}, job.Asked{Complaint: "noise"})
	if err != nil {
		t.Fatal(err)
	}
	return &jobtest.Bench{T: t, Job: job.Job{Plan: p, Log: []log.Entry{{ID: "o", Seq: 1, By: jobtest.Tech,
		Kind: log.Opened, Open: o}}}}
}

// The cap is 230 °F, which is 110 °C; the leaf is tried at a step of its own, and how cool
// it is at another, so neither is asked here.
func TestHeatedByThePapers(t *testing.T) {
	left := time.Date(2026, 11, 20, 9, 0, 0, 0, time.UTC)
	home := left.Add(80 * time.Second)
	body := func(reached string) log.Body {
		return log.Body{Unit: quantity.UnitMillimetre, Heat: &log.HeatForm{Left: &left, Home: &home, Reached: reached,
			Input: log.Input{"bore": "50", "interference": "0.02"}}}
	}
	for reached, want := range map[string]struct {
		verdict judge.Result
		text    string
		warned  bool
	}{
		"":       {judge.Within, "home in 1:20", false},
		"100 °C": {judge.Within, "left the heater at 100 °C", false},
		"212 F":  {judge.Within, "left the heater at 100 °C", false},
		"70 °C":  {judge.Within, "left the heater at 70 °C", true},
		"240 °F": {judge.Out, "left the heater at 116 °C", false},
		"60 °C":  {judge.Out, "left the heater at 60 °C", true}, // it would stick half way
	} {
		b := heatBench(t)
		b.Keep("heat", body(reached))
		r := b.Sheet().Step("heat").Reading
		if r.Verdict != want.verdict || !strings.Contains(r.Text, want.text) || len(r.Warnings) > 0 != want.warned {
			t.Errorf("%q is %s %q, warnings %v", reached, r.Verdict, r.Text, r.Warnings)
		}
	}
	hot := body("as hot as it gets")
	if err := heatBench(t).Try(log.Entry{Kind: log.Kept, Step: "heat",
		Body: &hot}); jobtest.Names(err) != "body.heat.reached" {
		t.Errorf("the error is %v", err)
	}
}

// Pressing it cold is a choice, and needs neither heater nor clock.
func TestPressedCold(t *testing.T) {
	b := heatBench(t)
	b.Keep("heat", log.Body{Heat: &log.HeatForm{Cold: true}})
	s := b.Sheet().Step("heat")
	if s.State != job.Done || s.Reading.Text != kind.Pressed || s.Reading.Verdict != "" {
		t.Errorf("pressed cold it is %s, %+v", s.State, s.Reading)
	}
}

// What was timed on paper has its minutes and no clock; where only the cooling counts, no
// time is asked.
func TestTimedOnPaper(t *testing.T) {
	b := heatBench(t)
	b.Keep("heat", log.Body{Unit: quantity.UnitMillimetre, Heat: &log.HeatForm{Took: quantity.Count("1,5"),
		Input: log.Input{"bore": "50", "interference": "0.02"}}})
	if r := b.Sheet().Step("heat").Reading; r.Verdict != judge.Within || *r.HomeS != 90 {
		t.Errorf("home in a minute and a half is %s in %d s", r.Verdict, *r.HomeS)
	}
	b.Keep("cool", log.Body{Wait: &log.WaitForm{Cool: quantity.Count("30")}})
	if s := b.Sheet().Step("cool"); s.State != job.Done || s.Reading.Text != "30 °C" {
		t.Errorf("cooled to 30 °C it is %s, %+v", s.State, s.Reading)
	}
}

func TestAJobWaits(t *testing.T) {
	b := heatBench(t)
	if w := b.Sheet().Waits; len(w) != 0 {
		t.Errorf("at the start it waits for %+v", w)
	}
	b.Keep("heat", log.Body{Heat: &log.HeatForm{Cold: true}})
	sheet := b.Sheet()
	if w := sheet.Waits; len(w) != 1 || w[0].For != job.ForCooling || w[0].Say(b.Plan) != "cooling: work" {
		t.Errorf("cooling, it waits for %+v", w)
	}
	now := b.Log[0].At.Add(time.Hour)
	b.Keep("cool", log.Body{Wait: &log.WaitForm{Began: &now, Ended: &now, Cool: quantity.Count("30")}})
	b.Keep("leaf", log.Body{Unit: quantity.UnitMillimetre, Direct: &log.DirectForm{Value: quantity.Type("0.05"),
		Leaf: true}})
	sheet = b.Sheet()
	if w := sheet.Waits; len(w) != 1 || w[0].For != job.ForDecision || w[0].Say(b.Plan) != "a decision: leaf" {
		t.Errorf("out of its limit, it waits for %+v", w)
	}
	if sum := job.Summarize(sheet, &b.Log[len(b.Log)-1]); len(sum.Waits) != 1 {
		t.Errorf("the list is told %+v", sum.Waits)
	}
}

const orderedPlan = `
key: ordered
title: Parts that are waited for
construction: Z
version: 1
parts:
  - {key: shaft, title: Shaft, quantity: 1, lead: true,
     findings: [{key: bent, words: Bent, outcome: replace, rule: replaced}]}
  - {key: seal, title: Seal, kit: always, quantity: 1, seal: true}
  - {key: sleeve, title: Sleeve, kit: if-needed, quantity: 1}
stages:
  - id: work
    title: Work
    steps:
      - {id: shaft, kind: inspect, part: shaft, title: Shaft}
      - {id: laid, kind: do, title: Kit laid out, laid_out: true}
      - {id: sign, kind: sign, title: Sign}
      - {id: hot, kind: do, follows: true, title: Alignment when hot}
`

// A finding orders a part beyond the kit; the kit is waited for where it is to be laid out;
// what comes after the hand-back is waited for once the job is signed.
func TestAJobWaitsForParts(t *testing.T) {
	p, err := plan.Read("ordered.yaml", []byte(orderedPlan))
	if err != nil {
		t.Fatal(err)
	}
	o, err := job.NewOpening(p, "LS-1", job.Papers{}, job.Rules{}, job.Asked{Complaint: "noise"})
	if err != nil {
		t.Fatal(err)
	}
	b := &jobtest.Bench{T: t, Job: job.Job{Plan: p, Log: []log.Entry{{ID: "o", Seq: 1, By: jobtest.Tech,
		Kind: log.Opened, Open: o}}}}
	b.Keep("shaft", log.Body{Inspect: &log.InspectForm{Found: []string{"bent"}}})
	says := func() string {
		var out []string
		for _, w := range b.Sheet().Waits {
			out = append(out, w.Say(p))
		}
		return strings.Join(out, "; ")
	}
	if got := says(); got != "parts: shaft, seal" {
		t.Errorf("it waits for %s", got)
	}
	b.Keep("laid", log.Body{Done: true})
	if got := says(); got != "parts: shaft" {
		t.Errorf("with the kit on the bench it waits for %s", got)
	}
	b.Keep("sign", log.Body{Sign: &log.SignForm{}})
	if got := says(); got != "to follow: alignment when hot" {
		t.Errorf("signed, it waits for %s", got)
	}
}
