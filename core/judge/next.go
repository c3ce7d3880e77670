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
		return quantity.Say("At %s try the %s leaf, or shims of it.", n.At, *n.Size)
	case TryDirect:
		if n.Size != nil {
			return quantity.Say("At %s no leaf lies between the two: measure directly, or try shims of %s.", n.At, *n.Size)
		}
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

// finerFor finds the coarsest usual division, finer than the one used, that is fine enough for a
// limit.
func finerFor(graduation quantity.Length, b Bounds, perDivision float64) []Next {
	window := *b.Max
	if b.Min != nil {
		window = (*b.Max - *b.Min) / 2
	}
	return []Next{finer(graduation, window, perDivision)}
}

// Dial judges what readings round a circle come to, and says what would settle it. Where
// the set-up failed they are read again, whatever they say; where there are too few, or all
// on one side, what they would let pass is watched through a whole turn. So is what only the
// fitted circle puts outside, by less than it is known to.
func Dial(d gauge.Dial, r gauge.Runout, b Bounds) (Verdict, []Next, []string) {
	v := Length(r.Measured(), r.Uncertainty, b)
	warnings := r.Warnings
	v, coarse := v.Coarse(b)
	var next []Next
	switch {
	case coarse:
		warnings = withWarning(warnings, TooCoarse)
		next = finerFor(d.Graduation, b, float64(r.Uncertainty)/float64(d.Graduation))
	case v.Result == Out && circleOnly(d, r, v, b):
		v.Result, warnings = Undecided, withWarning(warnings, CircleOnly)
		next = []Next{{Do: TrySweep}}
	}
	switch r.Setup() {
	case gauge.Failed:
		return v.Capped(), []Next{{Do: TryRepeat}}, warnings
	case gauge.Scant:
		if capped := v.Capped(); capped.Result != v.Result {
			return capped, []Next{{Do: TrySweep}}, warnings
		}
	}
	if v.Result == Close {
		if d.Sweep == nil {
			next = append(next, Next{Do: TrySweep})
		}
		next = append(next, closer(d.Graduation, v, difference)...)
	}
	return v, next, warnings
}

// CircleOnly is the warning that the needle stayed inside at every place that was read, and only
// the circle laid through them is out.
const CircleOnly = "circle-only"

func circleOnly(d gauge.Dial, r gauge.Runout, v Verdict, b Bounds) bool {
	return d.Sweep == nil && b.Min == nil && r.MeasuredTIR() <= float64(*b.Max) &&
		gauge.Uncertainty(-*v.Margin) < v.Uncertainty
}

// withWarning is a sorted list of codes with one more; the list that was given stays as it is.
func withWarning(codes []string, code string) []string {
	out := append(slices.Clone(codes), code)
	slices.Sort(out)
	return out
}

// Turn judges a recorded turn by highest less lowest. One that did not come back passes nothing.
func Turn(t gauge.TurnRecord, r gauge.TurnRead, b Bounds) (Verdict, []Next, []string) {
	v, coarse := Length(r.TIR, r.Uncertainty, b).Coarse(b)
	warnings := r.Warnings
	var next []Next
	if coarse {
		warnings, next = withWarning(warnings, TooCoarse), finerFor(t.Graduation, b, difference)
	}
	if slices.Contains(r.Warnings, gauge.Drift) {
		return v.Capped(), []Next{{Do: TryRepeat}}, warnings
	}
	if v.Result == Close {
		next = closer(t.Graduation, v, difference)
	}
	return v, next, warnings
}

// Pair is what is known of a play beside its trials: whose limit it is, and whether the needle was
// seen to follow a stated push and to come back.
type Pair struct {
	From     Origin
	Followed bool
}

// named reports whether a limit is the maker's or the shop's own: a general one never says that a
// bearing may have no play at all.
func (p Pair) named() bool { return p.From == Maker || p.From == Shop }

// Play judges play, and says what would settle it. Trials that differ are taken again. No play to
// speak of passes only where the limit allows none; none at all only where maker or shop allow it,
// or where the needle of a preloaded pair was seen to follow: a bearing may be preloaded by any
// amount there, or the indicator did not move.
func Play(trials []gauge.Trial, graduation quantity.Length, f gauge.Float, b Bounds, p Pair) (Verdict, []Next,
	[]string) {
	v := Length(f.Mean, f.Uncertainty, b)
	warnings := f.Warnings
	v, coarse := v.Coarse(b)
	var next []Next
	if coarse {
		warnings = withWarning(warnings, TooCoarse)
		next = finerFor(graduation, b, difference)
	}
	allows := b.Min != nil && *b.Min <= 0
	if none(trials, graduation) {
		allows = allows && p.named()
	}
	if p.Followed && p.named() && (b.Min == nil || *b.Min <= 0) {
		allows = true
	}
	switch {
	case slices.Contains(f.Warnings, gauge.NotRepeating):
		return v.Capped(), []Next{{Do: TryRepeat}}, warnings
	case slices.Contains(f.Warnings, gauge.NoPlay) && !allows:
		if capped := v.Capped(); capped.Result != v.Result {
			return capped, []Next{{Do: TryRepeat}}, warnings
		}
	}
	if v.Result == Close {
		if len(trials) < 3 || f.Spread > graduation {
			next = append(next, Next{Do: TryRepeat})
		}
		next = append(next, closer(graduation, v, difference)...)
	}
	return v, next, warnings
}

// none reports whether no trial showed any play at all: none more than half a division.
func none(trials []gauge.Trial, graduation quantity.Length) bool {
	return !slices.ContainsFunc(trials, func(t gauge.Trial) bool { return 2*(t.Out-t.In).Abs() > graduation })
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

// tells is the leaf, or the shim, that decides about an undecided place: a limit that lies in its
// bracket tells both ways, and other leaves only one.
func tells(x Place, b Bounds) *quantity.Length {
	for _, limit := range []*quantity.Length{b.Min, b.Max} {
		if limit != nil && x.Low < *limit && *limit < x.High && !x.Direct {
			return limit
		}
	}
	return x.NextLeaf
}

// NextGaps says what would settle the places that are close or undecided.
func NextGaps(p Places, graduation, mpe quantity.Length, b Bounds) []Next {
	var next []Next
	for _, x := range p.Places {
		switch x.Result {
		case GapResult(Undecided):
			do := Next{Do: TryLeaf, At: x.At, Size: tells(x, b)}
			if x.NextLeaf == nil {
				do.Do = TryDirect
			}
			next = append(next, do)
		case GapResult(Close):
			if v := Length(x.Low, gauge.DirectUncertainty(graduation, mpe), b); len(next) == 0 {
				next = append(next, NextDirect(graduation, v)...)
			}
		}
	}
	return next
}
