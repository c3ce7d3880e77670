package judge

import (
	"math"
	"slices"

	"settle/core/gauge"
	"settle/core/quantity"
)

// Doing is what would settle a verdict that is close or undecided.
type Doing string

// What can be done about it.
const (
	TrySweep   Doing = "sweep"      // watch the needle through a whole turn
	TryRepeat  Doing = "repeat"     // read again: one trial, or trials that differ
	TryFiner   Doing = "graduation" // a gauge with a finer division
	TryLeaf    Doing = "leaf"       // this leaf
	TryDirect  Doing = "direct"     // no leaf lies between: a depth gauge or shim stock
	OnTheLimit Doing = "on-limit"   // no gauge tells: a person decides
	CureFoot   Doing = "soft-foot"  // first of all, then read again
)

// Next is a reading that would settle a verdict. Size is the division or the
// leaf that would do, nil where there is none to name.
type Next struct {
	Do   Doing            `json:"do"`
	At   string           `json:"at,omitempty"`
	Size *quantity.Length `json:"size_um,omitempty"`
	// Readings is at how many places to read, 0 where it does not matter.
	Readings int `json:"readings,omitempty"`
}

// Say puts it in words.
func (n Next) Say() quantity.Sentence {
	switch n.Do {
	case TrySweep:
		return quantity.Plainly("Watch the needle through a whole turn and give its lowest and highest: four places " +
			"can miss the worst, and an oval whole. Where the surface may be oval read eight.")
	case CureFoot:
		return quantity.Plainly("Cure the soft foot first, then read again: these moves are not to be believed.")
	case TryRepeat:
		if n.Readings > 3 {
			return quantity.Plainly("Three readings have no check: read again at four places.")
		}
		return quantity.Plainly("Read it again: one reading more tells whether it holds.")
	case TryFiner:
		if n.Size != nil {
			return quantity.Say("A gauge with divisions of %s would tell.", *n.Size)
		}
		return quantity.Plainly("No usual gauge is fine enough to tell: decide as it stands, or set it further inside.")
	case TryLeaf:
		return quantity.Say("At "+n.At+" try the %s leaf.", *n.Size)
	case TryDirect:
		return quantity.Plainly("At " + n.At + " no leaf lies between the two: measure directly, or with shim stock.")
	case OnTheLimit:
		return quantity.Plainly("It sits on the limit, no gauge will tell: inside by the rule, set it further in if you can.")
	}
	return quantity.Sentence{}
}

// divisions are those usual on dials and micrometers, coarse to fine.
var divisions = map[bool][]quantity.Length{
	true: {quantity.Thou, quantity.Thou / 2, quantity.Thou / 10, quantity.Thou / 20},
	false: {20 * quantity.Micrometre, 10 * quantity.Micrometre, 5 * quantity.Micrometre, 2 * quantity.Micrometre,
		quantity.Micrometre},
}

// finer finds the coarsest usual division, finer than the one used, with which
// the margin is beyond the uncertainty. An inch gauge is followed by an inch one.
func finer(graduation, margin quantity.Length, perDivision float64) Next {
	inch := graduation%(quantity.Thou/20) == 0 && graduation%quantity.Micrometre != 0
	for _, g := range divisions[inch] {
		if g < graduation && float64(g)*perDivision <= float64(margin) {
			return Next{Do: TryFiner, Size: &g}
		}
	}
	return Next{Do: TryFiner}
}

var (
	difference = math.Sqrt(2.0 / 3)
	direct     = 1 / math.Sqrt(3)
)

// Dial judges what readings round a circle come to, and says what would settle it. Where
// the set-up failed they are read again, whatever they say; where there are too few, or all
// on one side, what they would let pass is watched through a whole turn.
func Dial(d gauge.Dial, r gauge.Runout, b Bounds) (Verdict, []Next) {
	v := Length(r.Measured(), r.Uncertainty, b)
	switch r.Setup() {
	case gauge.Failed:
		return v.Capped(), []Next{{Do: TryRepeat}}
	case gauge.Scant:
		if capped := v.Capped(); capped.Result != v.Result {
			return capped, []Next{{Do: TrySweep}}
		}
	}
	var next []Next
	if v.Result == Close {
		if d.Sweep == nil {
			next = append(next, Next{Do: TrySweep})
		}
		next = append(next, closer(d.Graduation, v, difference)...)
	}
	return v, next
}

// Play judges play, and says what would settle it. Trials that differ are taken again; no
// play at all passes only where the limit allows none: a bearing may be preloaded by any
// amount there, or the indicator did not follow.
func Play(trials int, graduation quantity.Length, f gauge.Float, b Bounds) (Verdict, []Next) {
	v := Length(f.Mean, f.Uncertainty, b)
	switch {
	case slices.Contains(f.Warnings, gauge.NotRepeating):
		return v.Capped(), []Next{{Do: TryRepeat}}
	case slices.Contains(f.Warnings, gauge.NoPlay) && (b.Min == nil || *b.Min > 0):
		if capped := v.Capped(); capped.Result != v.Result {
			return capped, []Next{{Do: TryRepeat}}
		}
	}
	var next []Next
	if v.Result == Close {
		if trials < 3 || f.Spread > graduation {
			next = append(next, Next{Do: TryRepeat})
		}
		next = append(next, closer(graduation, v, difference)...)
	}
	return v, next
}

// NextDifference says what would settle a close verdict on a difference of two readings.
func NextDifference(graduation quantity.Length, v Verdict) []Next {
	if v.Result != Close {
		return nil
	}
	return closer(graduation, v, difference)
}

// NextDirect says what would settle a close verdict on one direct reading.
func NextDirect(graduation quantity.Length, v Verdict) []Next {
	if v.Result != Close {
		return nil
	}
	return closer(graduation, v, direct)
}

func closer(graduation quantity.Length, v Verdict, perDivision float64) []Next {
	if *v.Margin == 0 {
		return []Next{{Do: OnTheLimit}}
	}
	return []Next{finer(graduation, *v.Margin, perDivision)}
}

// NextGaps says what would settle the places that are close or undecided.
func NextGaps(p Places, graduation, mpe quantity.Length, b Bounds) []Next {
	var next []Next
	for _, x := range p.Places {
		switch x.Result {
		case GapResult(Undecided):
			if x.NextLeaf != nil {
				next = append(next, Next{Do: TryLeaf, At: x.At, Size: x.NextLeaf})
			} else {
				next = append(next, Next{Do: TryDirect, At: x.At})
			}
		case GapResult(Close):
			if v := Length(x.Low, gauge.DirectUncertainty(graduation, mpe), b); len(next) == 0 {
				next = append(next, NextDirect(graduation, v)...)
			}
		}
	}
	return next
}
