// Package causes writes the table of causes and signs as a page that a technician can read,
// and holds how often the finder is right on simulated shafts.
package causes

import (
	"fmt"
	"slices"
	"strings"

	"settle/core/judge"
	"settle/core/words"
)

// Figures is the heading under which the page tells how often the finder is right.
const Figures = "## How often it is right"

// Page is docs/causes.md without its figures.
func Page() string {
	var b strings.Builder
	b.WriteString(intro)
	b.WriteString("\n## The causes\n")
	for _, c := range judge.Table() {
		fmt.Fprintf(&b, "\n### %s\n\n%s\n\n", c.Title, c.Because)
		b.WriteString("| what speaks | weight |\n|---|---|\n")
		row(&b, c.Strong, "strong: its absence speaks against it")
		row(&b, c.Either, "strong")
		row(&b, c.Weak, "weak")
		row(&b, c.Against, "against it")
		for _, s := range c.Proof {
			fmt.Fprintf(&b, "\nBy itself it is likely with: %s.\n", s.Title())
		}
		fmt.Fprintf(&b, "\nThe test: %s\n\nJob after job: %s.\n", c.Test, c.Again)
	}
	b.WriteString("\n## The signs\n\n| sign | seen by | speaks for |\n|---|---|---|\n")
	for _, s := range judge.Signs {
		fmt.Fprintf(&b, "| %s | %s | %s |\n", s.Title, s.By, strings.Join(spokenFor(s.Sign), ", "))
	}
	return b.String()
}

func row(b *strings.Builder, signs []judge.Sign, weight string) {
	for _, s := range signs {
		fmt.Fprintf(b, "| %s | %s |\n", s.Title(), weight)
	}
}

// spokenFor are the causes for which a sign speaks, the strong ones first.
func spokenFor(s judge.Sign) []string {
	var strong, weak []string
	for _, c := range judge.Table() {
		for _, x := range slices.Concat(c.Strong, c.Either) {
			if x == s {
				strong = append(strong, "**"+words.Lower(c.Title)+"**")
			}
		}
		for _, x := range c.Weak {
			if x == s {
				weak = append(weak, words.Lower(c.Title))
			}
		}
	}
	return append(strong, weak...)
}

const intro = `# What may be behind it

Written by ` + "`go test ./internal/causes -update`" + ` from the table that the program goes by.

Settle looks at all readings and findings of a job together and names what may be behind them.
None of it is certain: a test tells, and a person decides. A cause is named when at least one of
its strong signs is there. It is *likely* when it was measured itself, or more than one sign speaks
for it and none against, else *possible*.
A later reading that takes its strong signs away *disproves* it; where the part
was mended or replaced in between it is *put right*. What was seen in earlier jobs of the same
pump is told beside it.

## Along the shaft

Run-outs at two places or more of one shaft that turns in its two bearings are compared as
vectors: how much, and at which clock position.

- A **straight line** along the shaft: a bearing seat off its centre. The shaft itself is
  straight and turns about an axis not its own. At the ends it runs out to opposite sides.
- A **kink**: a bend. Both bearings are true, and from the kink on the run-out grows and keeps
  its clock position.
- A **jump** on the sleeve that the shaft under it does not have: the sleeve. It is held against
  the bare shaft that is nearest to it.
- **Twice a turn**: oval, or dirt. Eight even places tell it from a run-out; four places only
  show that 12 and 6 do not add up to what 3 and 9 do.

Each explanation is a linear model of the vectors; they are weighed against each other by how
likely they make the readings (Bayesian comparison, general practice), so one that needs fewer
faults at once wins where both fit. With two places much stays open: everything that fits is
named, with the place of the bare shaft where a third reading tells most. Places that are the
plan's, for want of the pump's own, are marked as assumed. A shaft read between its own centres
says nothing of its bearings and is left out.
`
