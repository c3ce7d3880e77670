package align

import "settle/core/quantity"

// Foot is one of the driver's feet.
type Foot string

// The feet, in the order in which they are told.
const (
	FrontLeft  Foot = "front_left"
	FrontRight Foot = "front_right"
	BackLeft   Foot = "back_left"
	BackRight  Foot = "back_right"
)

// AllFeet lists them.
var AllFeet = [4]Foot{FrontLeft, FrontRight, BackLeft, BackRight}

// SoftLimit is what a foot may lift when its bolt alone is slackened: a general limit.
const SoftLimit = 50 * quantity.Micrometre

// SoftSource stands behind it.
const SoftSource = "General, rule of thumb, to be replaced by the maker's value"

// Pattern is how the feet that lift stand to each other.
type Pattern string

// The patterns.
const (
	NoFoot  Pattern = "none"
	OneFoot Pattern = "one-foot"
	Rocking Pattern = "rocking" // two on a diagonal
	OneSide Pattern = "side"    // two beside each other
	Several Pattern = "several"
)

// Lifts is what each foot lifts, in the order of AllFeet; its size counts.
type Lifts [4]quantity.Length

// Worst is the largest size, and the first foot that has it.
func (l Lifts) Worst() (quantity.Length, Foot) {
	worst, at := l[0].Abs(), 0
	for i := range l {
		if l[i].Abs() > worst {
			worst, at = l[i].Abs(), i
		}
	}
	return worst, AllFeet[at]
}

// Over lists the feet that lift more than a limit.
func (l Lifts) Over(limit quantity.Length) []Foot {
	feet := []Foot{}
	for i := range l {
		if l[i].Abs() > limit {
			feet = append(feet, AllFeet[i])
		}
	}
	return feet
}

// PatternOf is how feet that lift stand to each other.
func PatternOf(feet []Foot) Pattern {
	switch len(feet) {
	case 0:
		return NoFoot
	case 1:
		return OneFoot
	case 2:
		if feet[0] == FrontLeft && feet[1] == BackRight || feet[0] == FrontRight && feet[1] == BackLeft {
			return Rocking
		}
		return OneSide
	}
	return Several
}

// SoftFoot warns that a foot lifts: what was read before it is cured is not to be believed.
const SoftFoot = "soft-foot"
