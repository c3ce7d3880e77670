package judge

import "slices"

// Outcome is what becomes of a part.
type Outcome string

// The outcomes, from the lightest to the heaviest.
const (
	Reuse   Outcome = "reuse"
	Dress   Outcome = "dress"
	Repair  Outcome = "repair"
	Replace Outcome = "replace"
	Order   Outcome = "order" // to be replaced, and not on the bench
)

// Outcomes are all of them, in that order.
var Outcomes = []Outcome{Reuse, Dress, Repair, Replace, Order}

// Known reports whether o is one of the outcomes.
func (o Outcome) Known() bool { return slices.Contains(Outcomes, o) }

// Heavier returns the heavier of two outcomes.
func (o Outcome) Heavier(than Outcome) Outcome {
	if slices.Index(Outcomes, o) > slices.Index(Outcomes, than) {
		return o
	}
	return than
}

// Finding is one thing that can be found on a part, and what the rule makes of it.
type Finding struct {
	Key     string
	Words   string // "groove felt with a fingernail"
	Outcome Outcome
	Rule    string // the rule in words: "a groove that catches a fingernail: replace"
}

// Ruling is what the rules make of the findings on a part.
type Ruling struct {
	Outcome Outcome
	Rule    string // of the heaviest finding, or of the policy
}

// Part applies the rules to the findings: the heaviest outcome wins, the first
// of equals gives its rule. Where nothing was found the part is reused. The
// policy, where it is set, is the least that becomes of the part.
func Part(found []Finding, policy Ruling) Ruling {
	d := policy
	for _, f := range found {
		if d.Outcome == "" || f.Outcome.Heavier(d.Outcome) != d.Outcome {
			d = Ruling{Outcome: f.Outcome, Rule: f.Rule}
		}
	}
	if d.Outcome == "" {
		return Ruling{Outcome: Reuse, Rule: "nothing found against it"}
	}
	return d
}
