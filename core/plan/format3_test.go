package plan

import (
	"strings"
	"testing"
)

const closed = `key: closed
title: Closed
construction: A
version: 1
format: 3
arrives: [in-line, bench]
scopes:
  - {key: all, title: All, arrives: [in-line, bench]}
  - {key: line, title: Line up, arrives: [in-line]}
parts:
  - {key: cover, title: Cover, quantity: 1, kit: stays, lubricant: dry,
     findings: [{key: crack, words: Crack, outcome: replace, rule: a crack is not closed}]}
  - {key: tab, title: Tab washer, quantity: 1, kit: always, lubricant: dry,
     findings: [{key: bent, words: Bent twice, outcome: replace, rule: bent once}]}
limits: {gap: {min: 0.4 mm, max: 0.6 mm, source: drawing}}
checks:
  gap: {title: Gap, short: Gap, instrument: direct, limit: [gap], condemns: none}
loops:
  - {key: gap, title: Gap, steps: [cover-off, strip-in, cover-on, strip-out, gap-built, tab-bent],
     until: the gap is in its window}
stages:
  - id: safe
    title: Make safe
    first: true
    steps:
      - {id: lock, kind: caution, title: Lock out, cautions: [Hands], energy: isolates, when: arrives == in-line}
  - id: work
    title: Work
    steps:
      - {id: cover-off, kind: do, again: true, title: Cover off, takes_off: [cover, tab]}
      - {id: strip-in, kind: do, title: Strip in, tool_in: [strip]}
      - {id: cover-on, kind: do, title: Cover on, puts_on: [cover]}
      - {id: strip-out, kind: do, title: Strip out, tool_out: [strip]}
      - {id: gap-built, kind: measure, phase: built, check: gap, title: Gap}
      - {id: tab-bent, kind: do, title: Tab bent, fits: [tab], locks: [tab]}
      - {id: off, kind: caution, title: Lock off, cautions: [Hands], energy: energises, when: arrives == in-line}
      - {id: bump, kind: caution, title: Bump, cautions: [Hands], energy: energises, with: off,
         when: arrives == in-line}
      - {id: inspect-cover, kind: inspect, part: cover, title: Cover}
      - {id: sign, kind: sign, title: Sign}
`

// A plan of format 3 says what it opens, and is refused where nothing closes it.
func TestWhatIsOpenedIsClosed(t *testing.T) {
	if _, err := Read("closed.yaml", []byte(closed)); err != nil {
		t.Fatal(err)
	}
	for _, tt := range []struct{ from, to, says string }{
		{"energy: isolates", "energy: away", "energy is \"away\": write isolates or energises"},
		{"title: Strip in, tool_in", "title: Strip in, energy: isolates, tool_in", "at a step of kind caution"},
		{"with: off", "with: nothing", "with is \"nothing\": name an earlier step"},
		{"with: off", "with: gap-built", "with is \"gap-built\": name an earlier step"},
		{"takes_off: [cover, tab]", "takes_off: [cover, ring]", "takes_off names \"ring\", which is not a part"},
		{"locks: [tab]", "locks: [ring]", "locks names \"ring\", which is not a part"},
		{"kind: do, title: Tab bent", "kind: do, again: true, title: Tab bent", ""},
		{"[Hands], energy: energises, when", "[Hands], energy: energises, again: true, when",
			"again is for a step of a loop"},
		{", puts_on: [cover]", "", "takes the Cover off, and no step after it puts it on"},
		{", tool_out: [strip]", "", "puts \"strip\" into the pump, and no step after it takes it out"},
		{"strip-out, gap-built, tab-bent]", "strip-out, gap-built]", "loop gap takes off Tab washer"},
		{"cover-on, strip-out, gap-built", "cover-on, gap-built", "loop gap puts in \"strip\""},
		{"steps: [cover-off, strip-in, cover-on,", "steps: [cover-off, strip-in,", "loop gap takes off Cover"},
		{"steps: [cover-off, strip-in, ", "steps: [cover-off, ",
			"step strip-in: stands within the loop gap and is not in it"},
		{"kind: do, title: Cover on, puts_on: [cover]}", "kind: do, title: Cover on, puts_on: [cover]}\n" +
			"      - {id: nut, kind: tighten, to: snug, title: Nut}", "step nut: stands within the loop gap"},
		{"arrives: [in-line]}", "arrives: [new-parts]}",
			"scope line: arrives is \"new-parts\": write one of the plan's arrives"},
	} {
		text := strings.Replace(closed, tt.from, tt.to, 1)
		if text == closed {
			t.Errorf("%q is not in the plan", tt.from)
			continue
		}
		_, err := Read("closed.yaml", []byte(text))
		if tt.says == "" {
			if err != nil {
				t.Errorf("%s is refused: %v", tt.to, err)
			}
		} else if err == nil || !strings.Contains(err.Error(), tt.says) {
			t.Errorf("%q says %v, want %q", tt.to, err, tt.says)
		}
	}
}
