package job

import (
	"fmt"
	"math/big"
	"slices"
	"strings"
	"time"

	"settle/core/gauge"
	"settle/core/judge"
	"settle/core/kind"
	"settle/core/plan"
	"settle/core/quantity"
	"settle/core/words"
)

// The sentences of this package: what a job is told in. Nothing reads one back; what
// the program goes by stands in values and codes.

func countedAs(step *plan.Step, n *big.Rat) string { return step.Title + ": " + quantity.ShowNumber(n) }

// roundAfter and roundFor say why a step of a loop is to be done again.
func roundAfter(loop, changed string) string {
	return loop + ", next round: " + words.Lower(changed) + " was done again"
}

func roundFor(loop, bad string) string {
	return loop + ", next round: " + words.Lower(bad) + " came out wrong"
}

// together is where a figure comes from that is made of two.
func together(first string, less bool, next string) string {
	if less {
		return first + ", less " + words.Lower(next)
	}
	return first + ", and " + words.Lower(next)
}

// Why nothing is carried.
func readTwice(a, b string) string {
	return "read at " + a + " and at " + b + ", and the plan does not say which: type it"
}

func measuredOn(step, part string, outcome judge.Outcome) string {
	word := "replaced"
	if outcome == judge.Repair {
		word = "repaired"
	}
	return fmt.Sprintf("%s: read on the %s, which is %s: measure it again", step, words.Lower(part), word)
}

// What a person has to know first: of a sleeve that runs out, and of a bearing whose play is outside the
// general rule.
const (
	bareFirst   = "read on the sleeve, over its limit: read the bare shaft, or turn the sleeve on it and read again"
	makersFirst = "outside the general rule: the maker's value is wanted"
)

func outOfLimit(check string) string { return check + " out of limit" }

// foundBy says by what something is judged that is found.
func foundBy(source string) string { return "; as found: " + source }

// wornOut is when a bearing is that was found.
func wornOut(times float64) string { return fmt.Sprintf("worn out beyond %g times its most", times) }

// lacks says that a limit has no bound where the general set has one.
func lacks(own, general kind.LimitShown) Sentence {
	switch {
	case own.Min == nil && general.Min != nil:
		return say("The general set has a least, too: %s.", general.Min.Length)
	case own.Max == nil && general.Max != nil:
		return say("The general set has a most, too: %s.", general.Max.Length)
	}
	return Sentence{}
}

// thePapers is where a figure of the pump's papers stands.
func thePapers(value string) string { return value + ", from the papers" }

// figureChanged says that a figure which was carried is another one by now.
func figureChanged(title, was, now string) string {
	if now == "" {
		return title + " was " + was + " and is taken back: enter it again, or keep what stands here"
	}
	return title + " was " + was + " and is " + now + " now: work it out anew, or keep what stands here"
}

// What becomes of the scope of a job.
const tooLate = "the scope was widened too late"

// NotTakenSince stands where the job was widened to a check when it was too late to take it as found.
func NotTakenSince(at time.Time) string { return "not taken, widened on " + at.Format(time.DateOnly) }

func callsFor(c Call) string {
	if c.General {
		return words.Capital(c.Why) + ". Widen the job to " + words.Lower(c.Title) + ", or decide that it stays"
	}
	return words.Capital(c.Why) + ": widen the job to " + words.Lower(c.Title) + ", or decide otherwise"
}

func scopedTo(title string, stays bool) Sentence {
	if stays {
		return plainly("Scope stays: " + words.Lower(title))
	}
	return plainly("Scope from here: " + words.Lower(title))
}

// Why nothing can be entered at a step, or why it is to be done again.

func safeFirst(stage, step string) string { return stage + " first: " + words.Lower(step) }
func opensAfter(stage string) string      { return "Opens when it is done: " + words.Lower(stage) }
func blockedUntil(step string) string     { return "Blocked until done: " + words.Lower(step) }

func offSinceThen(step string) string { return "It came off since: " + words.Lower(step) }

func lockIsOff(l live) string {
	if l.locks != nil {
		return "The lock is off. First: " + words.Lower(l.locks.Title)
	}
	return "The lock is off: lock out again before hands go to the pump"
}

func lockedSince(energy plan.Energy) string {
	if energy == plan.Isolates {
		return "The lock came off, and something before it is open again: lock out before hands go to the pump"
	}
	return "The pump was locked out again since"
}

func stillOpen(n int, first string) string {
	if n == 1 {
		return "One step is open: " + words.Lower(first)
	}
	return fmt.Sprintf("%d steps are open, the first is: %s", n, words.Lower(first))
}

// cameOutAs is a result that sent work back.
func cameOutAs(step string, r *kind.Reading) string {
	if r.Text == "" {
		return step + ": " + string(r.Verdict)
	}
	return step + ": " + words.Lower(r.Text)
}

// What a reading tells.
const (
	closeToLimit = "Within, but close to the limit"
	notSettled   = "Not settled yet"
	noneKnown    = "No limit known, nothing is judged"
	findTheCatch = "Find where it catches before going on: the clock place tells shaft from casing."
	wrongTorque  = "The torque used is not the one asked for this joint."
)

func gaugeGood(u quantity.Length) Sentence { return say("The gauge is good to ± %s.", u) }

func everywhere(way string) string { return fmt.Sprintf("Too %s everywhere.", way) }
func onlyAt(way string, places []string) string {
	return fmt.Sprintf("Too %s at %s.", way, strings.Join(places, ", "))
}

// What the causes of the whole job are told by.

// checkIs is a check with the figure that was judged, called what it is where it is not the reading
// itself.
func checkIs(check *plan.Check, h *kind.Held, phase string) Sentence {
	as := "as built"
	if phase == plan.Found {
		as = "as found"
	}
	name := check.Title
	if h.Basis == kind.OfSpread || h.Basis == kind.OfTarget {
		name += ", " + words.Lower(h.Name)
	}
	return say("%s %s, %s", name, h.Figure.Length, as)
}

func outOfRound(check *plan.Check, by judge.Shape, l quantity.Length) Sentence {
	switch by {
	case judge.TwiceTurn:
		return say("%s: %s twice a turn, oval", check.Title, l)
	case judge.SumRule:
		return say("%s: 12 and 6 together differ from 3 and 9 by %s", check.Title, l)
	}
	return say("%s: %s beside the fitted circle", check.Title, l)
}

// cameOutAt is a step with what its calculation came to.
func cameOutAt(step *StepSheet) Sentence {
	r := step.Reading
	if r.Held == nil {
		return plainly(step.Title + ": " + words.Lower(r.Text))
	}
	return say("%s: %s", step.Title, r.Held.Figure.Length)
}

func facesHigh(one, other float64) Sentence {
	return plainly("Adapter and chamber face are high near " + gauge.DegreesClock(one) + " and " +
		gauge.DegreesClock(other) + " o'clock")
}

func armDroops(check *plan.Check, high float64, where string) Sentence {
	return plainly(check.Title + " is high near " + gauge.DegreesClock(high) + " o'clock; a drooping arm reads high at " +
		where + ", and no sag was taken off")
}

func tightest(check *plan.Check, l quantity.Length, phase string) Sentence {
	as := "as built"
	if phase == plan.Found {
		as = "as found"
	}
	return say("%s %s at its tightest, %s", check.Title, l, as)
}

func fromTo(check *plan.Check, low, high quantity.Length) Sentence {
	return say("%s from %s to %s round the impeller", check.Title, low, high)
}

func turnedByHand(felt string) Sentence { return plainly("Turned by hand: " + felt) }
func partShows(part, finding string) Sentence {
	return plainly(part + ": " + words.Lower(finding))
}
func accepted(reason string) Sentence { return plainly("accepted: " + reason) }

// Who says what of a limit, and why one counts.
const (
	thisPump   = "This pump"
	theShop    = "The shop"
	thePlan    = "The plan"
	shopCounts = "The shop's rule counts where the pump has none of its own."
)

var (
	saysNothing = map[Who]string{ThePump: "the pump has none of its own", TheShop: "the shop has no rule"}
	counts      = map[Who]string{ThePump: "the pump's own counts before all others.", TheShop: "the shop's rule counts.",
		ThePlan: "what the plan brings counts.", GeneralSet: "the general set counts."}
)

// whyCounts says why the first of those who said something of a limit counts; before
// it the silent were asked.
func whyCounts(said []LimitSaid, silent []Who) string {
	if len(said) == 0 {
		return "Nobody has given one: look it up in the maker's manual."
	}
	var asked []string
	for _, who := range silent {
		if words := saysNothing[who]; words != "" {
			asked = append(asked, words)
		}
	}
	return words.Capital(words.Ahead(strings.Join(asked, " and "), ": ") + counts[said[0].Who])
}

func goesOn(next string) Sentence { return plainly(next + " goes on") }

// lasts is how long a clearance lasts, from what it was left at, and whether that is as
// far as the planned stop; planned is nil where nobody has planned one.
func (l *Life) lasts(worn judge.Life, from string, planned *float64) Sentence {
	switch {
	case l.Result == judge.PastLimit:
		return say("Past its limit of %s: %s now.", l.Limit.Max.Length, l.mend)
	case l.Result == judge.NotWearing:
		return plainly("Does not grow by these readings.")
	}
	left := "At %s in a thousand hours, " + hours(*l.Left) + " are left from " + from
	if worn.Least != nil && worn.Most != nil {
		left += " (" + hours(*worn.Least) + " to " + hours(*worn.Most) + " by the fastest and the slowest run)"
	} else if len(l.Points) < 3 {
		left += " (two readings are thin)"
	}
	switch {
	case planned == nil:
		return say("%s.", left)
	case l.Result == judge.Lasts && slices.Contains(worn.Warnings, judge.MayNotLast):
		return say("%s: as a rule it lasts to the planned stop in %s, at the fastest it does not.", left,
			hours(int64(*planned)))
	case l.Result == judge.Lasts:
		return say("%s: it lasts to the planned stop in %s.", left, hours(int64(*planned)))
	}
	return say("%s, less than the %s to the planned stop: %s now.", left, hours(int64(*planned)), l.mend)
}

// Say is what a job waits for in words, as its plan calls the parts and steps.
func (w Wait) Say(p *plan.Plan) string {
	stage, step := p.Titles(w.Step)
	switch w.For {
	case ForDecision:
		if w.N > 1 {
			return fmt.Sprintf("%d decisions, the first: ", w.N) + words.Lower(step)
		}
		return "a decision: " + words.Lower(step)
	case ForLead:
		return "a lead: " + words.Lower(step)
	case ForCooling:
		return "cooling: " + words.Lower(stage)
	case ForSecond:
		return "a second signature: checked by"
	case ForPart:
		return "parts: " + w.partNames(p)
	}
	return "to follow: " + words.Lower(step)
}

// mostNamed is how many parts are named before the rest is counted.
const mostNamed = 3

func (w Wait) partNames(p *plan.Plan) string {
	var names []string
	for i, key := range w.Parts {
		if i == mostNamed {
			names = append(names, fmt.Sprintf("%d more", len(w.Parts)-i))
			break
		}
		names = append(names, words.Lower(p.PartTitle(key)))
	}
	return strings.Join(names, ", ")
}
