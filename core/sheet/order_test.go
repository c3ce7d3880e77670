package sheet_test

import (
	"slices"
	"strings"
	"testing"

	"settle/core/job/jobtest"
	"settle/core/sheet"
)

// A work order tells of a step what the bench tells: warnings with the cautions, the lines, and the way out.
func TestAWorkOrderTellsHow(t *testing.T) {
	b := jobtest.OfText(t, `format: 3
checks:
  runout: {title: Run-out, short: Run-out, instrument: dial, surface: rim, indicator: fixed, places: ["12", "6"],
     limit: [runout], condemns: none}
stages:
  - id: work
    title: Work
    steps:
      - {id: clean, kind: do, title: Clean the shaft, how: Wipe it.}
      - id: dial
        kind: measure
        phase: built
        check: runout
        title: Measure the run-out, as built
        how: [Zero the dial at 12., Read at 12 and 6.]
        base: the flange
        plunger: the hub rim
        turn: the shaft
        tool: [Dial indicator]
        right: The two readings are alike.
        warnings: [{hazard: The shaft turns., consequence: It can catch a sleeve., avoidance: Turn it by hand.}]
        notices: [{hazard: The rim is soft., consequence: The plunger marks it., avoidance: Do not drag it.}]
        if_not: {says: "If the needle jumps, clean the rim.", back: clean}
`)
	steps := sheet.OrderOf(b.Sheet()).Stages[0].Steps
	if !slices.Equal(steps[0].How, []string{"Wipe it."}) || len(steps[0].Tell) > 0 {
		t.Errorf("one text is %q, %q", steps[0].How, steps[0].Tell)
	}
	s := steps[1]
	want := []string{"Tools: Dial indicator", "Dial: base on the flange, plunger on the hub rim, turned: the shaft",
		"Right: The two readings are alike.", "If the needle jumps, clean the rim. Go back to: Clean the shaft"}
	if len(s.How) != 2 || !slices.Equal(s.Tell, want) {
		t.Errorf("it tells %q and\n%s", s.How, strings.Join(s.Tell, "\n"))
	}
	if !slices.Equal(s.Cautions, []string{"The shaft turns. It can catch a sleeve. Turn it by hand."}) ||
		!slices.Equal(s.Notices, []string{"The rim is soft. The plunger marks it. Do not drag it."}) {
		t.Errorf("the dangers are %q, %q", s.Cautions, s.Notices)
	}
}
