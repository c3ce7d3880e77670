package job

import (
	"testing"
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
	b := openPlan(t, loopPlan)
	kept := func(step, reason string, body Body) {
		t.Helper()
		e := Entry{ID: step + b.sheet().Step(step).Entry + "+", By: tech, Kind: Kept, Step: step, Reason: reason,
			On: b.sheet().Step(step).Entry, Body: &body}
		j, _, err := Append(b.Job, e, day)
		if err != nil {
			t.Fatalf("%s: %v", step, err)
		}
		b.Job = j
	}
	kept("clean", "", Body{Done: true})
	kept("shims-on", "", countBody(3))
	kept("unit-on", "", Body{Done: true})
	kept("gap-built", "", directBody("0.9 mm"))
	if got := b.steps(); got != "clean done, shims-on open, unit-on open, gap-built decide, sign blocked" {
		t.Fatalf("after a bad reading: %s", got)
	}
	if again := b.sheet().Step("shims-on").Again; again != "Shims, next round: gap, as built came out wrong" {
		t.Errorf("the shims say %q", again)
	}
	kept("shims-on", "", countBody(4))
	if got := b.steps(); got != "clean done, shims-on done, unit-on open, gap-built open, sign blocked" {
		t.Fatalf("after the change: %s", got)
	}
	kept("unit-on", "", Body{Done: true})
	kept("gap-built", "", directBody("0.45 mm"))
	if got := b.steps(); got != "clean done, shims-on done, unit-on done, gap-built done, sign open" {
		t.Fatalf("after the second round: %s", got)
	}
	built := b.sheet().Check("gap").Built
	if len(built.Earlier) != 1 || built.Earlier[0].Figure.Um() != 900 || b.Log[len(b.Log)-1].Round != 2 {
		t.Errorf("the rounds before are %+v, round %d", built.Earlier, b.Log[len(b.Log)-1].Round)
	}
	on := b.sheet().Step("gap-built").Entry
	body := directBody("0.46 mm")
	if err := b.try(Entry{Kind: Kept, Step: "gap-built", On: on, Body: &body}); names(err) != "reason" {
		t.Errorf("a correction within a round: %v", err)
	}
	kept("gap-built", "misread", body)
	if earlier := b.sheet().Check("gap").Built.Earlier; len(earlier) != 1 {
		t.Errorf("corrected, the rounds before are %+v", earlier)
	}
}

// A person may accept a bad reading: the loop ends there.
func TestALoopEndsWithADecision(t *testing.T) {
	b := openPlan(t, loopPlan)
	b.keep("clean", Body{Done: true})
	b.keep("shims-on", countBody(3))
	b.keep("unit-on", Body{Done: true})
	b.keep("gap-built", directBody("0.9 mm"))
	on := b.sheet().Step("gap-built").Entry
	if err := b.try(Entry{Kind: Decided, Step: "gap-built", On: on, Reason: "the owner wants it so"}); err != nil {
		t.Fatal(err)
	}
	if got := b.steps(); got != "clean done, shims-on done, unit-on done, gap-built done, sign open" {
		t.Errorf("accepted: %s", got)
	}
}
