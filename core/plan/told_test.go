package plan_test

import (
	"strings"
	"testing"

	"settle/core/plan"
)

const toldHead = `key: told
title: A plan that tells
construction: Z
version: 1
format: 3
tools: [Dial indicator with a magnetic base, Bearing heater]
repeats:
  - {key: end, title: Ends, short: End,
     members: [{key: de, title: Driver end, short: DE}, {key: nde, title: Other end, short: NDE}]}
checks:
  runout: {title: Run-out, short: Run-out, instrument: dial, surface: rim, indicator: fixed,
     places: ["12", "6"], limit: [runout], condemns: none}
stages:
  - id: work
    title: Work
    steps:
      - {id: heat, kind: do, for: end, title: Heat the bearing, how: Heat it.}
`

const toldStep = `      - id: seat
        kind: do
        for: end
        title: Check that the bearing is seated
        how:
          - Let the bearing cool to 40 °C.
          - Try the thinnest feeler gauge all round the shoulder.
        right: The thinnest feeler gauge does not enter anywhere.
        tool: [Feeler gauges, by hand]
        warnings:
          - hazard: The bearing is hot.
            consequence: It can burn you.
            avoidance: Wear insulated gloves.
        notices:
          - hazard: The shield is thin.
            consequence: A pry bar dents it.
            avoidance: Do not pry at the shield.
        if_not: {says: "If the feeler gauge enters, reheat the bearing.", back: heat}
        search: [shoulder check]
`

func toldPlan(t *testing.T, steps string) (*plan.Plan, error) {
	t.Helper()
	return plan.Read("told.yaml", []byte(toldHead+steps))
}

// A step of format 3 tells each of its fields, for each of several with the step to go back to of its own.
func TestWhatAStepTells(t *testing.T) {
	p, err := toldPlan(t,
		toldStep+`      - {id: dial, kind: measure, phase: built, check: runout, title: Measure the run-out, base: the flange,
         plunger: the hub rim, turn: the shaft by hand}
`)
	if err != nil {
		t.Fatal(err)
	}
	q := p.Repeated(func(string) int { return 1 })
	i := q.Step("seat@nde").Info()
	if len(i.Lines) != 2 ||
		i.How != "Let the bearing cool to 40 °C. Try the thinnest feeler gauge all round the shoulder." {
		t.Errorf("how is %q, %q", i.How, i.Lines)
	}
	if i.IfNot == nil || i.IfNot.Back != "heat@nde" || i.IfNot.Title != "Heat the bearing, other end" {
		t.Errorf("if not: %+v", i.IfNot)
	}
	if i.Right == "" || len(i.Tools) != 2 || len(i.Notices) != 1 || len(i.Search) != 1 ||
		len(i.Says()) != 1 || i.Says()[0] != "The bearing is hot. It can burn you. Wear insulated gloves." {
		t.Errorf("it tells %+v", i)
	}
	if d := q.Step("dial").Info().Setup; d == nil || *d != (plan.Setup{Base: "the flange", Plunger: "the hub rim",
		Turned: "the shaft by hand"}) {
		t.Errorf("the dial stands %+v", d)
	}
	var page strings.Builder
	if err := p.Page(&page); err != nil {
		t.Fatal(err)
	}
	for _, want := range []string{"- warning: The bearing is hot.", "- notice: The shield",
		"- tool: Feeler gauges; by hand",
		"- right: The thinnest", "- if not: If the feeler gauge enters, reheat the bearing. Go back to Heat the bearing.",
		"- dial: base on the flange; plunger on the hub rim; turned: the shaft by hand", "- also called: shoulder check"} {
		if !strings.Contains(page.String(), want) {
			t.Errorf("the page does not say %q:\n%s", want, page.String())
		}
	}
}

func TestWhatAStepMayNotTell(t *testing.T) {
	for name, tt := range map[string]struct{ change, to, says string }{
		"an older format":        {"format: 3", "format: 2", "is of format 3"},
		"a warning in two parts": {"            avoidance: Wear insulated gloves.\n", "", "has three parts"},
		"a notice in two parts":  {"            consequence: A pry bar dents it.\n", "", "has three parts"},
		"a blank line":           {"- Let the bearing cool to 40 °C.", "- \"\"", "how has a line that is blank"},
		"back to a later step":   {"back: heat", "back: seat", "name a step before this one"},
		"back to no step":        {"back: heat", "back: nowhere", "name a step before this one"},
		"if not says nothing": {"says: \"If the feeler gauge enters, reheat the bearing.\", ", "",
			"if_not says nothing"},
		"a dial at an act":       {"tool: [Feeler gauges, by hand]", "base: a\n        plunger: b", "measured with a dial"},
		"a dial without plunger": {"tool: [Feeler gauges, by hand]", "base: a", "base, plunger and"},
		"back to one of several": {"        for: end\n        title: Check", "        title: Check",
			"name one that is there once"},
		"a word that is not known": {"search:", "serch:", "there is no key"},
	} {
		text := strings.Replace(toldHead+toldStep, tt.change, tt.to, 1)
		if text == toldHead+toldStep {
			t.Fatalf("%s changes nothing", name)
		}
		if _, err := plan.Read("told.yaml", []byte(text)); err == nil || !strings.Contains(err.Error(), tt.says) {
			t.Errorf("%s: %v, want %q", name, err, tt.says)
		}
	}
}

// A plan of a format before it is shown as it was: one text, and what it knows of right stays a feel.
func TestOlderPlansTellAsTheyDid(t *testing.T) {
	for key, p := range plan.Library() {
		for i := range p.Stages {
			for k := range p.Stages[i].Steps {
				info := p.Stages[i].Steps[k].Info()
				if info.Lines != nil || info.Right != "" {
					t.Errorf("%s, step %s tells %q, %q", key, info.ID, info.Lines, info.Right)
				}
			}
		}
	}
}
