package job_test

import (
	"strings"
	"testing"

	"settle/core/job"
	"settle/core/job/jobtest"
	"settle/core/log"
	"settle/core/quantity"
)

const loopPlan = `limits: {gap: {min: 0.4 mm, max: 0.6 mm, source: drawing}}
checks:
  gap: {title: Gap, short: Gap, instrument: direct, limit: [gap]}
loops:
  - {key: shims, title: Shims, steps: [shims-on, unit-on, gap-built], until: the gap is in its window}
stages:
  - id: work
    title: Work
    steps:
      - {id: clean, kind: do, title: Clean}
      - {id: shims-on, kind: count, of: shims, free: true, title: Shims on}
      - {id: unit-on, kind: do, title: Unit on}
      - {id: gap-built, kind: measure, phase: built, check: gap, title: "Gap, as built"}
      - {id: sign, kind: sign, title: Sign}
`

// A bad reading opens the changes of its loop and nothing else; a change opens the reading
// again, without a reason: it is another round. A second entry within a round is a
// correction and needs one.
func TestALoopGoesRound(t *testing.T) {
	b := jobtest.OfText(t, loopPlan)
	kept := func(step, reason string, body log.Body) {
		t.Helper()
		e := log.Entry{ID: step + b.Sheet().Step(step).Entry + "+", By: jobtest.Tech, Kind: log.Kept, Step: step,
			Reason: reason,
			On:     b.Sheet().Step(step).Entry, Body: &body}
		j, _, err := job.Append(b.Job, e, jobtest.Day)
		if err != nil {
			t.Fatalf("%s: %v", step, err)
		}
		b.Job = j
	}
	kept("clean", "", log.Body{Done: true})
	kept("shims-on", "", jobtest.CountBody(3))
	kept("unit-on", "", log.Body{Done: true})
	kept("gap-built", "", jobtest.DirectBody("0.9 mm"))
	if got := b.Steps(); got != "clean done, shims-on open, unit-on open, gap-built decide, sign blocked" {
		t.Fatalf("after a bad reading: %s", got)
	}
	if again := b.Sheet().Step("shims-on").Again; again != "Shims, next round: gap, as built came out wrong" {
		t.Errorf("the shims say %q", again)
	}
	kept("shims-on", "", jobtest.CountBody(4))
	if got := b.Steps(); got != "clean done, shims-on done, unit-on open, gap-built open, sign blocked" {
		t.Fatalf("after the change: %s", got)
	}
	kept("unit-on", "", log.Body{Done: true})
	kept("gap-built", "", jobtest.DirectBody("0.45 mm"))
	if got := b.Steps(); got != "clean done, shims-on done, unit-on done, gap-built done, sign open" {
		t.Fatalf("after the second round: %s", got)
	}
	built := b.Sheet().Check("gap").Built
	if len(built.Earlier) != 1 || built.Earlier[0].Figure.Um() != 900 || b.Log[len(b.Log)-1].Round != 2 {
		t.Errorf("the rounds before are %+v, round %d", built.Earlier, b.Log[len(b.Log)-1].Round)
	}
	on := b.Sheet().Step("gap-built").Entry
	body := jobtest.DirectBody("0.46 mm")
	if err := b.Try(log.Entry{Kind: log.Kept, Step: "gap-built", On: on, Body: &body}); jobtest.Names(err) != "reason" {
		t.Errorf("a correction within a round: %v", err)
	}
	kept("gap-built", "misread", body)
	if earlier := b.Sheet().Check("gap").Built.Earlier; len(earlier) != 1 {
		t.Errorf("corrected, the rounds before are %+v", earlier)
	}
}

// A person may accept a bad reading: the loop ends there.
func TestALoopEndsWithADecision(t *testing.T) {
	b := jobtest.OfText(t, loopPlan)
	b.Keep("clean", log.Body{Done: true})
	b.Keep("shims-on", jobtest.CountBody(3))
	b.Keep("unit-on", log.Body{Done: true})
	b.Keep("gap-built", jobtest.DirectBody("0.9 mm"))
	on := b.Sheet().Step("gap-built").Entry
	if err := b.Try(log.Entry{Kind: log.Decided, Step: "gap-built", On: on, Reason: "the owner wants it so"}); err != nil {
		t.Fatal(err)
	}
	if got := b.Steps(); got != "clean done, shims-on done, unit-on done, gap-built done, sign open" {
		t.Errorf("accepted: %s", got)
	}
}

const trialPlan = `key: tried
title: Tried
construction: A
version: 1
format: 3
parts:
  - {key: cover, title: Cover, quantity: 1, kit: stays, lubricant: dry,
     findings: [{key: crack, words: Crack, outcome: replace, rule: a crack is not closed}]}
limits: {gap: {min: 0.4 mm, max: 0.6 mm, source: drawing}}
checks:
  gap: {title: Gap, short: Gap, instrument: direct, limit: [gap], condemns: none}
loops:
  - {key: trial, title: Trial, steps: [trial-on, gap-trial, trial-off], until: the gap is in its window}
stages:
  - id: work
    title: Work
    steps:
      - {id: inspect-cover, kind: inspect, part: cover, title: Cover}
      - {id: trial-on, kind: do, title: Cover on for the trial, puts_on: [cover]}
      - {id: gap-trial, kind: measure, phase: built, check: gap, title: Gap, needs: [trial-on]}
      - {id: trial-off, kind: do, title: Cover off again, takes_off: [cover], needs: [gap-trial]}
      - {id: cover-on, kind: do, title: Cover on for good, fits: [cover], needs: [trial-off]}
      - {id: sign, kind: sign, title: Sign}
`

// What came off in another round goes on again, also where it goes on for good after the loop.
func TestWhatCameOffSinceGoesOnAgain(t *testing.T) {
	b := jobtest.Of(t, trialPlan, job.Asked{Complaint: "tried"})
	gap := func(value string) log.Body {
		return log.Body{Unit: quantity.UnitMillimetre, Direct: &log.DirectForm{Value: quantity.Type(value),
			Graduation: quantity.Type("0.01 mm")}}
	}
	done := log.Body{Done: true}
	b.Keep("inspect-cover", jobtest.InspectBody())
	b.Keep("trial-on", done)
	first := b.Keep("gap-trial", gap("0.5"))
	b.Keep("trial-off", done)
	on := b.Keep("cover-on", done)
	if s := b.Sheet().Step("cover-on"); s.State != job.Done {
		t.Fatalf("%+v", s)
	}
	again := func(step, was string, body log.Body) string {
		t.Helper()
		if err := b.Try(log.Entry{Kind: log.Kept, Step: step, On: was, Reason: "read again", Body: &body}); err != nil {
			t.Fatalf("%s: %v", step, err)
		}
		return b.Log[len(b.Log)-1].ID
	}
	second := again("gap-trial", first, gap("0.9"))
	again("trial-on", b.Sheet().Step("trial-on").Entry, done)
	again("gap-trial", second, gap("0.5"))
	if s := b.Sheet().Step("cover-on"); s.State == job.Open {
		t.Errorf("the cover is on for the trial, and goes on for good: %+v", s)
	}
	again("trial-off", b.Sheet().Step("trial-off").Entry, done)
	if s := b.Sheet().Step("cover-on"); s.State != job.Open || !strings.Contains(s.Again, "cover off again") {
		t.Errorf("the cover came off, and stands as on: %+v", s)
	}
	again("cover-on", on, done)
	if s := b.Sheet().Step("cover-on"); s.State != job.Done {
		t.Errorf("%+v", s)
	}
}
