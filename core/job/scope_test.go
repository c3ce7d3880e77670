package job

import (
	"strings"
	"testing"

	"settle/core/log"
	"settle/core/plan"
	"settle/core/quantity"
)

// A pump with a gap that is set by shims: a seal change leaves the gap alone, checks only
// repair nothing.
const scopedPlan = `key: scoped
title: Scoped
construction: Z
version: 1
format: 2
scopes:
  - {key: seal, title: Seal change}
  - {key: checks, title: Checks only, checks: true}
  - {key: all, title: Full overhaul}
complaints:
  - {key: leak, words: The seal leaks, scope: seal}
  - {key: rub, words: It rubs, scope: all}
arrives: [in-line, bench]
widens:
  - {key: shaft, when: [scope != all, shaft decided replace], to: all, why: the gap must be set anew}
  - {key: gap, when: [scope == checks, gap is out], to: all, why: the gap is out of its window}
parts:
  - {key: shaft, title: Shaft, quantity: 1, findings: [{key: groove, words: Groove, outcome: replace, rule: r}]}
checks:
  gap: {title: Gap, short: Gap, instrument: direct, limit: [gap], condemns: none}
limits: {gap: {min: 0.4 mm, max: 0.6 mm, source: drawing}}
stages:
  - id: safe
    title: Safe
    steps:
      - {id: lock, kind: caution, when: arrives == in-line, title: Lock out, cautions: [Try it]}
  - id: strip
    title: Strip
    steps:
      - {id: gap-found, kind: measure, phase: found, check: gap, title: "Gap, as found", scopes: [checks, all]}
      - {id: apart, kind: do, title: Take it apart, scopes: [seal, all]}
      - {id: look, kind: inspect, part: shaft, title: Look at the shaft, scopes: [seal, all]}
  - id: build
    title: Build
    scopes: [seal, all]
    steps:
      - {id: seal-in, kind: do, title: Seal in}
      - {id: gap-set, kind: do, title: Set the gap, scopes: [all]}
      - {id: gap-built, kind: measure, phase: built, check: gap, title: "Gap, as built", scopes: [all],
         needs: [gap-set]}
      - {id: close, kind: do, title: Close, needs: [gap-set]}
  - id: end
    title: End
    steps:
      - {id: sign, kind: sign, title: Sign}
`

func scopedBench(t *testing.T, asked Asked) *bench { return benchOf(t, scopedPlan, asked) }

// benchOf opens a job of a plan that is written out.
func benchOf(t *testing.T, text string, asked Asked) *bench {
	t.Helper()
	p, err := plan.Read("plan.yaml", []byte(text))
	if err != nil {
		t.Fatal(err)
	}
	o, err := NewOpening(p, "LS-1", Papers{}, Rules{}, asked)
	if err != nil {
		t.Fatal(err)
	}
	return &bench{t, Job{Plan: p, Log: []log.Entry{{ID: "o", Seq: 1, At: day, By: tech, Kind: log.Opened, Open: o}}}}
}

// steps lists the steps of a sheet with their states.
func (b *bench) steps() string {
	var all []string
	for _, stage := range b.sheet().Stages {
		for _, s := range stage.Steps {
			all = append(all, s.ID+" "+string(s.State))
		}
	}
	return strings.Join(all, ", ")
}

func (b *bench) scope(to, reason string, not ...string) {
	b.t.Helper()
	if err := b.try(log.Entry{Kind: log.Scoped, Reason: reason, Scope: &log.Scoping{To: to, Not: not}}); err != nil {
		b.t.Fatalf("scope %s: %v", to, err)
	}
}

func TestAComplaintProposesAScope(t *testing.T) {
	for _, tt := range []struct {
		asked            Asked
		complaint, scope string
	}{
		{Asked{Why: "rub"}, "It rubs", "all"},
		{Asked{Why: "leak", Complaint: " since Monday "}, "The seal leaks: since Monday", "seal"},
		{Asked{Why: "leak", Scope: "checks"}, "The seal leaks", "checks"},
		{Asked{Complaint: "it smells"}, "it smells", "seal"},
	} {
		s := scopedBench(t, tt.asked)
		if o := s.Log[0].Open; o.Complaint != tt.complaint || o.Scope != tt.scope || o.Arrives != plan.InLine {
			t.Errorf("%+v: %q, scope %s, arrives %s", tt.asked, o.Complaint, o.Scope, o.Arrives)
		}
	}
	p, _ := plan.Read("scoped.yaml", []byte(scopedPlan))
	for field, asked := range map[string]Asked{"why": {Why: "dust"}, "scope": {Complaint: "x", Scope: "half"},
		"arrives": {Complaint: "x", Arrives: plan.NewParts}, "complaint": {}} {
		if _, err := NewOpening(p, "LS-1", Papers{}, Rules{}, asked); names(err) != field {
			t.Errorf("%+v: got %v, want an error on %s", asked, err, field)
		}
	}
}

// A need that the scope leaves out counts as met; what the pump arrives as settles the
// cautions; a checks-only sheet can be signed and says what it is.
func TestAScopeLeavesStepsOut(t *testing.T) {
	b := scopedBench(t, Asked{Why: "leak", Arrives: plan.OnBench})
	if got := b.steps(); got != "apart open, look open, seal-in open, close open, sign blocked" {
		t.Errorf("a seal change on the bench is %s", got)
	}
	b = scopedBench(t, Asked{Why: "leak", Scope: "checks"})
	if got := b.steps(); got != "lock open, gap-found open, sign blocked" {
		t.Errorf("checks only are %s", got)
	}
	if s := b.sheet(); !s.Scope.Checks || s.Scope.Title != "Checks only" || len(s.Checks) != 1 {
		t.Errorf("the scope is %+v, checks %+v", s.Scope, s.Checks)
	}
}

// A condemned shaft calls for the overhaul: what comes after waits until a person has
// widened the job; what should have been taken as found stands as not taken by itself.
func TestAFindingWidensTheScope(t *testing.T) {
	b := scopedBench(t, Asked{Why: "leak", Arrives: plan.OnBench})
	b.keep("apart", log.Body{Done: true})
	b.keep("look", inspectBody("groove"))
	s := b.sheet()
	if len(s.Scope.Calls) != 1 || s.Scope.Calls[0].To != "all" || s.Scope.Calls[0].Step != "look" {
		t.Fatalf("calls %+v", s.Scope.Calls)
	}
	if step := s.Step("seal-in"); step.State != Blocked || !strings.Contains(step.Blocked, "gap must be set anew") {
		t.Errorf("the next step is %s: %s", step.State, step.Blocked)
	}
	b.scope("all", "")
	if got := b.steps(); got != "gap-found done, apart done, look done, seal-in open, gap-set open, gap-built blocked, "+
		"close blocked, sign blocked" {
		t.Errorf("widened it is %s", got)
	}
	s = b.sheet()
	if late := s.Step("gap-found"); late.Late == nil ||
		late.Reading.Text != "not taken, widened on "+day.Format("2006-01-02") {
		t.Errorf("the gap as found says %+v", late.Reading)
	}
	if len(s.Scope.Calls) != 0 || len(s.Scope.Changes) != 1 || s.Scope.Changes[0].To != "Full overhaul" {
		t.Errorf("the scope is %+v", s.Scope)
	}
	// Back again: what was entered stays, what is left falls away.
	b.keep("seal-in", log.Body{Done: true})
	b.keep("gap-set", log.Body{Done: true})
	b.scope("seal", "a second shaft was in the store", "shaft")
	if got := b.steps(); got != "apart done, look done, seal-in done, gap-set done, close open, sign blocked" {
		t.Errorf("narrowed it is %s", got)
	}
	if step := b.sheet().Step("gap-set"); !step.Outside {
		t.Error("the gap was set outside of the scope, and does not say so")
	}
}

// A person may decide otherwise, with a reason; a later finding asks again.
func TestACallIsDecidedOtherwise(t *testing.T) {
	b := scopedBench(t, Asked{Why: "leak", Arrives: plan.OnBench})
	b.keep("apart", log.Body{Done: true})
	b.keep("look", inspectBody("groove"))
	for name, e := range map[string]log.Entry{
		"reason":       {Kind: log.Scoped, Scope: &log.Scoping{To: "seal", Not: []string{"shaft"}}},
		"scope.not[0]": {Kind: log.Scoped, Reason: "r", Scope: &log.Scoping{To: "seal", Not: []string{"dust"}}},
		"scope.to":     {Kind: log.Scoped, Reason: "r", Scope: &log.Scoping{To: "seal"}},
		"scope":        {Kind: log.Scoped, Reason: "r"},
	} {
		if err := b.try(e); names(err) != name {
			t.Errorf("%+v: got %v, want an error on %s", e.Scope, err, name)
		}
	}
	b.scope("seal", "the groove is beside the seal", "shaft")
	s := b.sheet()
	if len(s.Scope.Calls) != 0 || !s.Scope.Changes[0].Stays || s.Step("seal-in").State != Open {
		t.Errorf("decided otherwise: %+v, %s", s.Scope, b.steps())
	}
	b.correct("look", inspectBody("groove"))
	if calls := b.sheet().Scope.Calls; len(calls) != 1 {
		t.Errorf("looked at again it calls for %+v", calls)
	}
	// Withdrawn, the decision is gone; the finding withdrawn, so is the call.
	on := b.sheet().Step("look").Entry
	if err := b.try(log.Entry{Kind: log.Withdrawn, Step: "look", On: on, Reason: "wrong shaft"}); err != nil {
		t.Fatal(err)
	}
	if calls := b.sheet().Scope.Calls; len(calls) != 0 {
		t.Errorf("withdrawn it calls for %+v", calls)
	}
}

func TestAReadingWidensTheScope(t *testing.T) {
	b := scopedBench(t, Asked{Why: "leak", Scope: "checks", Arrives: plan.OnBench})
	b.keep("gap-found", directBody("0.9 mm"))
	if calls := b.sheet().Scope.Calls; len(calls) != 1 || calls[0].Key != "gap" {
		t.Fatalf("calls %+v", calls)
	}
	if step := b.sheet().Step("sign"); step.State != Blocked {
		t.Errorf("the signature is %s", step.State)
	}
	b.scope("all", "")
	if step := b.sheet().Step("gap-found"); step.State != Done || step.Outside || step.Late != nil {
		t.Errorf("what was found is %+v", step)
	}
	if err := plain(b); err == nil {
		t.Error("a plan without scopes took one")
	}
}

// plain tries a scope where the plan has none.
func plain(b *bench) error {
	n := newBench(b.t, Papers{}, Rules{})
	return n.try(log.Entry{Kind: log.Scoped, Reason: "r", Scope: &log.Scoping{To: "all"}})
}

func directBody(value string) log.Body {
	return log.Body{Direct: &log.DirectForm{Value: quantity.Type(value), Graduation: quantity.Type("0.01 mm")}}
}
