package kind

import (
	"fmt"

	"settle/core/calc"
	"settle/core/judge"
	"settle/core/plan"
)

var ringKind = Kind{
	Gauges: bores, panel: "tool", Group: "tool", weigh: asked, Tool: "ring", given: ringGiven,
	own: ringOwn,
}

func ringGiven(t Terms, step *plan.Step, in *givenInput) {
	in.text("new", checkAt(t, step).Of)
	if in.Input["phase"] = "as-built"; step.Phase == plan.Found {
		in.Input["phase"] = "as-found"
	}
}

// ringOwn is the limit of a ring where nobody has written one down: it follows from its clearance when
// new, to which one as built is held.
func ringOwn(t Terms, check *plan.Check) Limits {
	size, known := Length(t, check.Of)
	if !known {
		return Limits{NoLimit(judge.NoneKnown), NoLimit(judge.NoneKnown)}
	}
	fresh, source := judge.RingSpan{Max: &size, Nominal: true}, Value(t, check.Of).Source
	found, _, _ := judge.RingWindow(fresh, judge.RingUse{}, judge.RingFactor, false)
	built, from, _ := judge.RingWindow(fresh, judge.RingUse{}, judge.RingFactor, true)
	return Limits{
		Found: &judge.Limit{Bounds: found, Origin: judge.General, Source: timesNew(judge.RingFactor, source)},
		Built: &judge.Limit{Bounds: built, Origin: judge.Maker, Source: newRing(source, from)},
	}
}

// ringLimit is the limit by which a ring was judged: its least may hang on the hub that was measured.
func ringLimit(limit judge.Limit, look calc.Look, source, phase string) *judge.Limit {
	limit.Bounds = *look.Bounds
	switch {
	case limit.Open():
		return NoLimit(judge.NoneKnown)
	case limit.Max == nil:
		limit.Origin = judge.General
		limit.Source = generalRing
	case phase == plan.Found:
		limit.Source = timesNew(judge.RingFactor, source)
	default:
		limit.Source = newRing(source, look.LeastFrom)
	}
	return &limit
}

func timesNew(factor float64, source string) string {
	times := fmt.Sprintf("%g times", factor)
	if factor == 2 {
		times = "twice"
	}
	return fmt.Sprintf("%s the new clearance (%s); at least 0.6 of its least when new", times, source)
}

// newRing is where the limits of a ring as built come from.
func newRing(source string, least judge.Origin) string {
	switch least {
	case judge.General:
		return "the new clearance (" + source + "), its least from the general table, ask the maker first"
	case judge.OfNominal:
		return "the nominal clearance (" + source + ") with its general tolerance"
	case judge.HalfOfNew:
		return "the new clearance (" + source + "), its least half of that, ask the maker first"
	}
	return "the new clearance (" + source + ")"
}

// generalRing is where the least of a ring comes from of which nothing is known.
const generalRing = "general table of running clearances, ask the maker first"
