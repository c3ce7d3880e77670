package plan

import (
	"fmt"
	"strings"
	"testing"
)

const apartPlan = `key: apart
title: Two readings of one check
construction: A
version: 1
format: 2
scopes:
  - {key: seal, title: Seal, covers: The seal}
  - {key: full, title: Full, covers: Everything}
options:
  - {key: by, title: By, default: a, choices: [{key: a, title: A}, {key: b, title: B}, {key: c, title: C}]}
  - {key: with, title: With, default: x, choices: [{key: x, title: X}, {key: "y", title: Y}]}
limits: {gap: {max: 1 mm, source: drawing}}
checks:
  gap: {title: Gap, short: Gap, instrument: direct, limit: [gap], condemns: none}
  mark: {title: Mark, short: Mark, instrument: direct, limit: [gap], condemns: none}
parts:
  - {key: ring, title: Ring, quantity: 1, findings: [{key: x, words: Cracked, outcome: replace, rule: replaced}]}
stages:
  - id: work
    title: Work
    steps:
      - {id: look, kind: inspect, part: ring, title: Look}
      - {id: one, kind: measure, phase: built, check: gap, title: One%s}
      - {id: two, kind: measure, phase: built, check: gap, title: Two%s}
      - {id: mark, kind: measure, phase: built, check: mark, title: Mark, from: {value: gap as built}%s}
      - {id: choose, kind: do, when: ["by == a", "with == x"], title: Choose}
      - {id: sign, kind: sign, title: Sign}
`

// D1: a figure that may come from either of two readings in one job is refused, and told how it is meant;
// two that no job has together are no doubt.
func TestTwoReadingsOfOneCheck(t *testing.T) {
	for _, tt := range []struct {
		one, two, into string
		apart          bool
	}{
		{"", "", "", false},
		{", when: by == a", "", "", false},
		{", when: by == a", ", when: by == b", "", true},
		{", when: by == a|b", ", when: by == b|c", "", false},
		{", when: by == a|b", ", when: by == c", "", true},
		{", when: by == a", ", when: by != a", "", true},
		{", when: by != a", ", when: by == a|b", "", false},
		{", when: by != a", ", when: by != b", "", false},
		{", when: [by == a, with == x]", ", when: [by == a, with == y]", "", true},
		{", when: \"by == a or with == x\"", ", when: [by == b, with == y]", "", true},
		{", when: \"by == a or with == x\"", ", when: [by == b, with == x]", "", false},
		{", when: \"by == a or with == x\"", ", when: \"by == b or with == y\"", "", false},
		{", scopes: [seal]", ", scopes: [full]", "", true},
		{", scopes: [seal]", ", scopes: [seal, full]", "", false},
		{", when: \"ring decided replace\"", ", when: \"ring decided reuse|dress\"", "", true},
		{", when: \"ring decided replace\"", ", when: \"ring decided replace|order\"", "", false},
		// Only one of them is there where the figure is asked for.
		{", when: by == a", "", ", when: by == b", true},
		{", scopes: [seal]", ", scopes: [seal, full]", ", scopes: [full]", true},
	} {
		text := fmt.Sprintf(apartPlan, tt.one, tt.two, tt.into)
		_, err := Read("apart.yaml", []byte(text))
		switch {
		case tt.apart && err != nil:
			t.Errorf("%q beside %q: %v", tt.one, tt.two, err)
		case !tt.apart && (err == nil || !strings.Contains(err.Error(),
			"which one and two both take: name one, such as step two")):
			t.Errorf("%q beside %q: %v, want it refused", tt.one, tt.two, err)
		}
		// One that was kept is read as it was.
		if _, err := ReadKept("apart.yaml", []byte(text)); err != nil {
			t.Errorf("kept, %q beside %q: %v", tt.one, tt.two, err)
		}
		named := strings.Replace(text, "gap as built", "step two", 1)
		if _, err := Read("apart.yaml", []byte(named)); err != nil {
			t.Errorf("named, %q beside %q: %v", tt.one, tt.two, err)
		}
	}
}

// What is taken together is looked at term by term.
func TestTwoReadingsInASum(t *testing.T) {
	text := strings.Replace(fmt.Sprintf(apartPlan, "", "", ""), "gap as built", "step one less gap as built", 1)
	if _, err := Read("apart.yaml", []byte(text)); err == nil || !strings.Contains(err.Error(), "both take") {
		t.Errorf("in a sum: %v", err)
	}
}
