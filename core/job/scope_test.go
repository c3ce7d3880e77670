package job_test

import (
	"strings"
	"testing"

	"settle/core/job"
	"settle/core/job/jobtest"
	"settle/core/log"
	"settle/core/plan"
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

func scopedBench(t *testing.T, asked job.Asked) *jobtest.Bench {
	return jobtest.Of(t, scopedPlan, asked)
}

func TestAComplaintProposesAScope(t *testing.T) {
	for _, tt := range []struct {
		asked            job.Asked
		complaint, scope string
	}{
		{job.Asked{Why: "rub"}, "It rubs", "all"},
		{job.Asked{Why: "leak", Complaint: " since Monday "}, "The seal leaks: since Monday", "seal"},
		{job.Asked{Why: "leak", Scope: "checks"}, "The seal leaks", "checks"},
		{job.Asked{Complaint: "it smells"}, "it smells", "seal"},
	} {
		s := scopedBench(t, tt.asked)
		if o := s.Log[0].Open; o.Complaint != tt.complaint || o.Scope != tt.scope || o.Arrives != plan.InLine {
			t.Errorf("%+v: %q, scope %s, arrives %s", tt.asked, o.Complaint, o.Scope, o.Arrives)
		}
	}
	p, _ := plan.Read("scoped.yaml", []byte(scopedPlan))
	for field, asked := range map[string]job.Asked{"why": {Why: "dust"}, "scope": {Complaint: "x", Scope: "half"},
		"arrives": {Complaint: "x", Arrives: plan.NewParts}, "complaint": {}} {
		if _, err := job.NewOpening(p, "LS-1", job.Papers{}, job.Rules{}, asked); jobtest.Names(err) != field {
			t.Errorf("%+v: got %v, want an error on %s", asked, err, field)
		}
	}
}

// A need that the scope leaves out counts as met; what the pump arrives as settles the
// cautions; a checks-only sheet can be signed and says what it is.
func TestAScopeLeavesStepsOut(t *testing.T) {
	b := scopedBench(t, job.Asked{Why: "leak", Arrives: plan.OnBench})
	if got := b.Steps(); got != "apart open, look open, seal-in open, close open, sign blocked" {
		t.Errorf("a seal change on the bench is %s", got)
	}
	b = scopedBench(t, job.Asked{Why: "leak", Scope: "checks"})
	if got := b.Steps(); got != "lock open, gap-found open, sign blocked" {
		t.Errorf("checks only are %s", got)
	}
	if s := b.Sheet(); !s.Scope.Checks || s.Scope.Title != "Checks only" || len(s.Checks) != 1 {
		t.Errorf("the scope is %+v, checks %+v", s.Scope, s.Checks)
	}
}

// A condemned shaft calls for the overhaul: what comes after waits until a person has
// widened the job; what should have been taken as found stands as not taken by itself.
func TestAFindingWidensTheScope(t *testing.T) {
	b := scopedBench(t, job.Asked{Why: "leak", Arrives: plan.OnBench})
	b.Keep("apart", log.Body{Done: true})
	b.Keep("look", jobtest.InspectBody("groove"))
	s := b.Sheet()
	if len(s.Scope.Calls) != 1 || s.Scope.Calls[0].To != "all" || s.Scope.Calls[0].Step != "look" {
		t.Fatalf("calls %+v", s.Scope.Calls)
	}
	if step := s.Step("seal-in"); step.State != job.Blocked || !strings.Contains(step.Blocked, "gap must be set anew") {
		t.Errorf("the next step is %s: %s", step.State, step.Blocked)
	}
	b.Scope("all", "")
	if got := b.Steps(); got != "gap-found done, apart done, look done, seal-in open, gap-set open, gap-built blocked, "+
		"close blocked, sign blocked" {
		t.Errorf("widened it is %s", got)
	}
	s = b.Sheet()
	if late := s.Step("gap-found"); late.Late == nil ||
		late.Reading.Text != "not taken, widened on "+jobtest.Day.Format("2006-01-02") {
		t.Errorf("the gap as found says %+v", late.Reading)
	}
	if len(s.Scope.Calls) != 0 || len(s.Scope.Changes) != 1 || s.Scope.Changes[0].To != "Full overhaul" {
		t.Errorf("the scope is %+v", s.Scope)
	}
	// Back again: what was entered stays, what is left falls away.
	b.Keep("seal-in", log.Body{Done: true})
	b.Keep("gap-set", log.Body{Done: true})
	b.Scope("seal", "a second shaft was in the store", "shaft")
	if got := b.Steps(); got != "apart done, look done, seal-in done, gap-set done, close open, sign blocked" {
		t.Errorf("narrowed it is %s", got)
	}
	if step := b.Sheet().Step("gap-set"); !step.Outside {
		t.Error("the gap was set outside of the scope, and does not say so")
	}
}

// A person may decide otherwise, with a reason; a later finding asks again.
func TestACallIsDecidedOtherwise(t *testing.T) {
	b := scopedBench(t, job.Asked{Why: "leak", Arrives: plan.OnBench})
	b.Keep("apart", log.Body{Done: true})
	b.Keep("look", jobtest.InspectBody("groove"))
	for name, e := range map[string]log.Entry{
		"reason":       {Kind: log.Scoped, Scope: &log.Scoping{To: "seal", Not: []string{"shaft"}}},
		"scope.not[0]": {Kind: log.Scoped, Reason: "r", Scope: &log.Scoping{To: "seal", Not: []string{"dust"}}},
		"scope.to":     {Kind: log.Scoped, Reason: "r", Scope: &log.Scoping{To: "seal"}},
		"scope":        {Kind: log.Scoped, Reason: "r"},
	} {
		if err := b.Try(e); jobtest.Names(err) != name {
			t.Errorf("%+v: got %v, want an error on %s", e.Scope, err, name)
		}
	}
	b.Scope("seal", "the groove is beside the seal", "shaft")
	s := b.Sheet()
	if len(s.Scope.Calls) != 0 || !s.Scope.Changes[0].Stays || s.Step("seal-in").State != job.Open {
		t.Errorf("decided otherwise: %+v, %s", s.Scope, b.Steps())
	}
	b.Correct("look", jobtest.InspectBody("groove"))
	if calls := b.Sheet().Scope.Calls; len(calls) != 1 {
		t.Errorf("looked at again it calls for %+v", calls)
	}
	// Withdrawn, the decision is gone; the finding withdrawn, so is the call.
	on := b.Sheet().Step("look").Entry
	if err := b.Try(log.Entry{Kind: log.Withdrawn, Step: "look", On: on, Reason: "wrong shaft"}); err != nil {
		t.Fatal(err)
	}
	if calls := b.Sheet().Scope.Calls; len(calls) != 0 {
		t.Errorf("withdrawn it calls for %+v", calls)
	}
}

func TestAReadingWidensTheScope(t *testing.T) {
	b := scopedBench(t, job.Asked{Why: "leak", Scope: "checks", Arrives: plan.OnBench})
	b.Keep("gap-found", jobtest.DirectBody("0.9 mm"))
	if calls := b.Sheet().Scope.Calls; len(calls) != 1 || calls[0].Key != "gap" {
		t.Fatalf("calls %+v", calls)
	}
	if step := b.Sheet().Step("sign"); step.State != job.Blocked {
		t.Errorf("the signature is %s", step.State)
	}
	b.Scope("all", "")
	if step := b.Sheet().Step("gap-found"); step.State != job.Done || step.Outside || step.Late != nil {
		t.Errorf("what was found is %+v", step)
	}
	if err := plain(b); err == nil {
		t.Error("a plan without scopes took one")
	}
}

// plain tries a scope where the plan has none.
func plain(b *jobtest.Bench) error {
	n := jobtest.New(b.T, job.Papers{}, job.Rules{})
	return n.Try(log.Entry{Kind: log.Scoped, Reason: "r", Scope: &log.Scoping{To: "all"}})
}
