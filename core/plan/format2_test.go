package plan

import (
	"strings"
	"testing"
)

// whole is a plan of format 2 with all that its rules ask.
const whole = `key: whole
title: Whole
construction: Z
version: 1
format: 2
options:
  - {key: seal, title: Seal, default: single, choices: [{key: single, title: Single}, {key: double, title: Double}]}
values:
  - {key: screws, title: Screws, kind: number}
  - {key: flush, title: Flush, kind: words}
  - {key: pull, title: Torque, kind: torque}
limits: {gap: {min: 0.4 mm, max: 0.6 mm, source: drawing}}
checks:
  gap: {title: Gap, short: Gap, instrument: direct, limit: [gap], condemns: none}
parts:
  - {key: gasket, title: Gasket, quantity: 1, kit: always, joint: cover-tight}
loops:
  - {key: shims, title: Shims, steps: [shims-on, gap-built], until: the gap is in its window}
stages:
  - id: work
    title: Work
    steps:
      - {id: ports, kind: mark, marks: [Port], title: Ports, shown_at: [cover-on]}
      - {id: screws, kind: count, of: screws, title: Screws out, against: value screws}
      - {id: shims-on, kind: count, of: shims, title: Shims on, free: true}
      - {id: gap-built, kind: measure, phase: built, check: gap, title: Gap}
      - {id: housing, kind: do, when: seal == double, title: Housing on}
      - {id: retainer, kind: do, when: seal == single, title: Retainer on}
      - {id: gasket-in, kind: do, title: Gasket in, fits: [gasket], papers: [flush]}
      - {id: cover-on, kind: do, title: Cover on, needs: [gasket-in]}
      - {id: cover-tight, kind: tighten, to: torque, torque: pull, bolts: screws, title: Cover tight}
`

// What would make somebody type for nothing, tick what is not so, or wait for ever is
// refused when a plan is taken in, with its line and step.
func TestFormat2Refuses(t *testing.T) {
	if _, err := Read("whole.yaml", []byte(whole)); err != nil {
		t.Fatal(err)
	}
	for _, tt := range []struct{ from, to, says string }{
		{"when: seal == double, title: Housing on", "title: Housing on, when: arrives == bench",
			"no option or school has that"},
		{"format: 2", "format: 4", "format is 4: this program reads plans up to format 3"},
		{", papers: [flush]", "", "value flush is used nowhere"},
		{", shown_at: [cover-on]", "", "step ports: is marked and never shown again"},
		{"shown_at: [cover-on]", "shown_at: [cover-off]", `step ports: shown_at names "cover-off"`},
		{", free: true", "", "step shims-on: is held against nothing"},
		{", against: value screws", ", against: value bolts", `step screws: against is the value "bolts"`},
		{", against: value screws", ", against: value screws, free: true", "step screws: is held against several things"},
		{", condemns: none", "", "check gap condemns no part"},
		{", condemns: none", ", condemns: gasket", `check gap: condemns is "gasket": write none`},
		{"when: seal == single, title: Retainer on", "when: seal == single, title: Retainer on, needs: [housing]",
			"step retainer: needs housing, which is never there with it: look at seal"},
		{"joint: cover-tight", "joint: shims-on", "step gasket-in: fits the Gasket when its joint is tightened already"},
		{"fits: [gasket]", "fits: [ring]", `step gasket-in: fits "ring", which is not a part`},
		{"torque: pull, ", "", `step cover-tight: torque is ""`},
		{"to: torque", "to: enough", `step cover-tight: to is "enough": write torque, snug, until or home`},
		{"steps: [shims-on, gap-built]", "steps: [gap-built, shims-on]", "loop shims: shims-on stands before"},
		{"steps: [shims-on, gap-built]", "steps: [shims-on, gap-found]", `loop shims: no step has the id "gap-found"`},
		{", until: the gap is in its window", "", "a loop needs a key, a title, two steps or more, and until"},
		{"against: value screws", "against: shims as new", `origin "shims as new" is not understood: write`},
		{"condemns: none", "condemns: none, judge: against", "check gap: judge: against goes with the other reading"},
		{"condemns: none", "condemns: none, judge: eye", `check gap: judge is "eye": write limit, spread, against or start`},
	} {
		text := strings.Replace(whole, tt.from, tt.to, 1)
		if text == whole {
			t.Errorf("%q is not in the plan", tt.from)
			continue
		}
		if _, err := Read("whole.yaml", []byte(text)); err == nil || !strings.Contains(err.Error(), tt.says) {
			t.Errorf("%q for %q: %v\nwant %s", tt.to, tt.from, err, tt.says)
		}
		// By the rules of its day it is kept all the same, where it can be read at all.
		if _, err := ReadKept("whole.yaml", []byte(strings.Replace(text, "format: 2", "", 1))); strings.Contains(tt.says,
			"used nowhere") && err != nil {
			t.Errorf("a kept plan is refused: %v", err)
		}
	}
}

// An option that no condition asks is refused, too.
func TestAnOptionNobodyAsks(t *testing.T) {
	text := strings.Replace(whole, "when: seal == double, ", "", 1)
	text = strings.Replace(text, "when: seal == single, ", "", 1)
	if _, err := Read("whole.yaml", []byte(text)); err == nil ||
		!strings.Contains(err.Error(), "option seal is asked by no") {
		t.Errorf("got %v", err)
	}
}

// A run of stages that is for both ends is done wholly for one, then for the other, which
// opens when the first is done; what names a stage or a step names that of the same end.
func TestStagesForEachEnd(t *testing.T) {
	p, err := Read("ends.yaml", []byte(`key: ends
title: Ends
construction: Z
version: 1
options:
  - {key: which, title: Which, default: outboard, choices: [{key: outboard, title: O}, {key: inboard, title: I}]}
repeats: [{key: end, title: End, members: [{key: outboard, title: Outboard, short: OB},
  {key: inboard, title: Inboard, short: IB}]}]
stages:
  - {id: safe, title: Safe, steps: [{id: lock, kind: do, title: Lock}]}
  - {id: strip, title: Strip, for: end, after: [safe], steps: [{id: off, kind: do, title: Off},
      {id: nut, kind: do, title: Nut off, when: end == outboard}]}
  - {id: build, title: Build, for: end, after: [strip], steps: [{id: "on", kind: do, title: On, needs: ["off"],
      when: "which == {end}"}, {id: feel, kind: turn, phase: built, title: Feel, reopens: [build]}]}
  - {id: close, title: Close, after: [build], steps: [{id: turn, kind: turn, phase: built, title: Turn,
      reopens: [build]}]}
`))
	if err != nil {
		t.Fatal(err)
	}
	q := p.Repeated(func(string) int { return 1 })
	var got []string
	for _, stage := range q.Stages {
		line := stage.ID + " after " + strings.Join(stage.After, " ") + ":"
		for _, s := range stage.Steps {
			line += " " + s.ID + " needs " + strings.Join(s.Needs, " ") + " reopens " + strings.Join(s.Reopens, " ") + ","
		}
		got = append(got, line)
	}
	want := []string{
		"safe after : lock needs  reopens ,",
		"strip@outboard after safe: off@outboard needs  reopens , nut@outboard needs  reopens ,",
		"build@outboard after strip@outboard: on@outboard needs off@outboard reopens , " +
			"feel@outboard needs  reopens build@outboard,",
		"strip@inboard after safe build@outboard: off@inboard needs  reopens ,",
		"build@inboard after strip@inboard build@outboard: on@inboard needs off@inboard reopens , " +
			"feel@inboard needs  reopens build@inboard,",
		"close after build@outboard build@inboard: turn needs  reopens build@outboard build@inboard,",
	}
	if strings.Join(got, "\n") != strings.Join(want, "\n") {
		t.Errorf("got\n%s", strings.Join(got, "\n"))
	}
	if on := q.Step("on@inboard"); on.There(Chosen{Options: map[string]string{"which": "outboard"}}) {
		t.Error("the other end has what only one of them has")
	}
}
