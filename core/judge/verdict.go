package judge

import (
	"math"
	"slices"

	"settle/core/gauge"
	"settle/core/quantity"
)

// Result is the word of a verdict.
type Result string

// The words, one list everywhere. On the limit is inside.
const (
	Within    Result = "within"
	Close     Result = "close"     // inside, but nearer to the limit than the gauge can tell
	Out       Result = "out"       // outside
	Undecided Result = "undecided" // a feeler bracket straddles the limit, or the set-up failed
	NoLimit   Result = "no-limit"  // nothing to judge by
)

// weights order the verdicts: what keeps a person longer is the heavier.
var weights = []Result{"", Within, Close, NoLimit, Undecided, Out}

// Heavier reports whether a verdict keeps a person longer than another.
func (r Result) Heavier(than Result) bool {
	return slices.Index(weights, r) > slices.Index(weights, than)
}

// Capped is a result that the set-up does not bear out: what it would let pass is
// undecided. What is out stays out.
func (r Result) Capped() Result {
	if r == Within || r == Close {
		return Undecided
	}
	return r
}

// NeedsDecision reports whether a person has to decide, with a reason, before
// the stage closes.
func (r Result) NeedsDecision() bool { return r == Out || r == Undecided || r == NoLimit }

// Verdict is the result of holding a length against its bounds.
type Verdict struct {
	Result      Result
	Margin      *quantity.Length // distance to the nearest bound, negative outside; nil without a limit
	Uncertainty gauge.Uncertainty
}

// Capped is a verdict that the set-up does not bear out; its margin and uncertainty stay.
func (v Verdict) Capped() Verdict {
	v.Result = v.Result.Capped()
	return v
}

// Length judges a measured length known to ± uncertainty.
func Length(measured quantity.Length, uncertainty gauge.Uncertainty, b Bounds) Verdict {
	if b.Open() {
		return Verdict{Result: NoLimit, Uncertainty: uncertainty}
	}
	margin := quantity.Length(math.MaxInt64)
	if b.Min != nil {
		margin = min(margin, measured-*b.Min)
	}
	if b.Max != nil {
		margin = min(margin, *b.Max-measured)
	}
	v := Verdict{Result: Within, Margin: &margin, Uncertainty: uncertainty}
	switch {
	case margin < 0:
		v.Result = Out
	case gauge.Uncertainty(margin) < uncertainty:
		v.Result = Close
	}
	return v
}

// TooCoarse is the warning that the gauge neither passes nor condemns what it cannot see.
const TooCoarse = "coarse"

// Coarse is the verdict of a gauge too coarse for its limit: undecided where it would be within,
// close, or out by no more than the gauge can tell, and the gauge is good to half of the window or
// worse, or to the whole of a most that stands alone. A least alone, and a most of nothing, need no
// fine gauge. It goes before whatever caps a verdict, and after what forces it out.
func (v Verdict) Coarse(b Bounds) (Verdict, bool) {
	switch {
	case b.Max == nil:
		return v, false
	case *b.Max == 0 && (b.Min == nil || *b.Min >= 0):
		return v, false
	case b.Min != nil && 2*v.Uncertainty < gauge.Uncertainty(*b.Max-*b.Min):
		return v, false
	case b.Min == nil && v.Uncertainty < gauge.Uncertainty(*b.Max):
		return v, false
	}
	switch v.Result {
	case Within, Close:
	case Out:
		if v.Margin == nil || gauge.Uncertainty(-*v.Margin) > v.Uncertainty {
			return v, false
		}
	default:
		return v, false
	}
	v.Result = Undecided
	return v, true
}

// GapResult is the verdict on the clearance at one place: a Result, or
// which way it is out.
type GapResult string

// How one place can be out.
const (
	Tight GapResult = "tight"
	Wide  GapResult = "wide"
)

// Place is one judged clearance.
type Place struct {
	gauge.GapAt
	Result   GapResult
	NextLeaf *quantity.Length // the leaf that would settle it; nil unless undecided
}

// Places is the verdict on a clearance over all its places.
type Places struct {
	Places   []Place
	Result   Result
	Warnings []string
}

// The warnings of a clearance, as codes.
const (
	LeavesTooCoarse = "leaves-too-coarse"
	TightAndWide    = "tight-and-wide"
	Touching        = "touching" // nothing passes at a place
)

// Gaps judges the clearance at every place, as found or as built. The uncertainty is that of the
// direct readings; a bracket is its own. The leaves are those at hand, in any order. Where nothing
// passes it touches: that is no clearance to run with, except at a seat, where no leaf may enter.
func Gaps(gaps []gauge.GapAt, uncertainty gauge.Uncertainty, b Bounds, leaves []quantity.Length, built bool) Places {
	out := Places{Places: make([]Place, 0, len(gaps))}
	seat := b.Max != nil && *b.Max == 0
	seen := map[GapResult]bool{}
	warnings := map[string]bool{}
	for _, o := range gaps {
		p := Place{GapAt: o, Result: gapResult(o, uncertainty, b)}
		touches := o.Low == 0 && !seat
		warnings[Touching] = warnings[Touching] || touches
		coarse := false
		if o.Direct && !(touches && built) {
			p.Result, coarse = coarseAt(o, p.Result, uncertainty, b)
			warnings[TooCoarse] = warnings[TooCoarse] || coarse
		}
		switch {
		case touches && built:
			p.Result = Tight
		case p.Result == GapResult(Undecided) && !coarse:
			if p.NextLeaf = nextLeaf(o, b, leaves); p.NextLeaf == nil {
				warnings[LeavesTooCoarse] = true
			}
		case touches && (p.Result == GapResult(Within) || p.Result == GapResult(Close)):
			p.Result = GapResult(Undecided)
		}
		seen[p.Result] = true
		out.Places = append(out.Places, p)
	}
	warnings[TightAndWide] = seen[Tight] && seen[Wide]
	switch {
	case seen[Tight] || seen[Wide]:
		out.Result = Out
	case seen[GapResult(Undecided)]:
		out.Result = Undecided
	case seen[GapResult(Close)]:
		out.Result = Close
	case seen[GapResult(Within)]:
		out.Result = Within
	default:
		out.Result = NoLimit
	}
	for code, there := range warnings {
		if there {
			out.Warnings = append(out.Warnings, code)
		}
	}
	slices.Sort(out.Warnings)
	return out
}

// coarseAt is the result at a place that was measured directly, by a gauge that may be too coarse.
func coarseAt(o gauge.GapAt, was GapResult, u gauge.Uncertainty, b Bounds) (GapResult, bool) {
	if v, coarse := Length(o.Low, u, b).Coarse(b); coarse {
		return GapResult(v.Result), true
	}
	return was, false
}

func gapResult(o gauge.GapAt, uncertainty gauge.Uncertainty, b Bounds) GapResult {
	if b.Open() {
		return GapResult(NoLimit)
	}
	if o.Direct {
		v := Length(o.Low, uncertainty, b)
		switch {
		case v.Result != Out:
			return GapResult(v.Result)
		case b.Min != nil && o.Low < *b.Min:
			return Tight
		}
		return Wide
	}
	// go ≤ gap < no-go
	switch {
	case b.Min != nil && o.High <= *b.Min:
		return Tight
	case b.Max != nil && o.Low > *b.Max:
		return Wide
	case (b.Min == nil || o.Low >= *b.Min) && (b.Max == nil || o.High <= *b.Max):
		return GapResult(Within)
	}
	return GapResult(Undecided)
}

// nextLeaf is the leaf to try next at an undecided place: while the one that
// goes is below the window, the smallest that reaches it; else the smallest
// beyond it. Only leaves strictly inside the bracket tell anything new.
func nextLeaf(o gauge.GapAt, b Bounds, leaves []quantity.Length) *quantity.Length {
	var next *quantity.Length
	for _, leaf := range leaves {
		if leaf <= o.Low || leaf >= o.High || next != nil && leaf >= *next {
			continue
		}
		if b.Min != nil && o.Low < *b.Min {
			if leaf < *b.Min {
				continue
			}
		} else if b.Max == nil || leaf <= *b.Max {
			continue
		}
		next = &leaf
	}
	return next
}

// Headline says a verdict on a length in words.
func (v Verdict) Headline() quantity.Sentence {
	switch {
	case v.Result == NoLimit || v.Margin == nil:
		return quantity.Plainly("No limit known, nothing is judged")
	case v.Result == Out:
		return quantity.Say("Out of limit by %s", -*v.Margin)
	case v.Result == Undecided:
		return quantity.Plainly("Undecided: the readings do not tell")
	case v.Result == Close && *v.Margin == 0:
		return quantity.Plainly("On the limit, could be either side")
	case v.Result == Close:
		return quantity.Plainly("Within, but close to the limit")
	}
	if *v.Margin == 0 {
		return quantity.Plainly("Within")
	}
	return quantity.Say("Within, %s to spare", *v.Margin)
}

// Say writes the bounds in words: "12.0 thou to 18.0 thou", "at most 2.0 thou".
func (b Bounds) Say(say func(format quantity.Format, parts ...any) quantity.Sentence) quantity.Sentence {
	switch {
	case b.Min != nil && b.Max != nil:
		return say("%s to %s", *b.Min, *b.Max)
	case b.Max != nil:
		return say("at most %s", *b.Max)
	case b.Min != nil:
		return say("at least %s", *b.Min)
	}
	return quantity.Plainly("none given")
}
