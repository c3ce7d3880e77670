package setting

import (
	"settle/core/field"
	"settle/core/quantity"
)

// Hand is the hand of a thread.
type Hand string

// The hands.
const (
	RightHand Hand = "right"
	LeftHand  Hand = "left"
)

// Turning is how an adjuster is turned, seen from the side the nut moves away from.
type Turning string

// The ways to turn.
const (
	Clockwise     Turning = "clockwise"
	Anticlockwise Turning = "anticlockwise"
)

// Adjuster is the question how far to turn a screwed adjuster for a travel.
type Adjuster struct {
	Travel    quantity.Length
	Pitch     float64 // nm a turn
	Divisions int     // flats of a hex, notches of a nut; 0 where not asked
	Hand      Hand    // "" where not asked
}

// AdjusterResult is the answer.
type AdjusterResult struct {
	Turns, Degrees float64
	Divisions      *float64
	Direction      Turning // "" without a hand
}

// PitchOf returns the pitch in nm of a thread with so many threads per inch.
func PitchOf(threadsPerInch float64) float64 { return float64(quantity.Inch) / threadsPerInch }

// Run works out travel / pitch.
func (a Adjuster) Run() (AdjusterResult, error) {
	switch {
	case a.Travel <= 0:
		return AdjusterResult{}, field.Errorf("travel", "must be greater than zero: how far the nut is to move, such "+
			"as 1/8 in")
	case !(a.Pitch >= 1 && a.Pitch <= float64(quantity.MaxLength)):
		return AdjusterResult{}, field.Errorf("pitch", "must be the travel of one turn, such as 2 mm")
	case a.Divisions < 0:
		return AdjusterResult{}, field.Errorf("divisions", "is %d: write how many flats or notches there are round",
			a.Divisions)
	case a.Hand != "" && a.Hand != RightHand && a.Hand != LeftHand:
		return AdjusterResult{}, field.Errorf("hand", "is %q: write right or left", a.Hand)
	}
	turns := float64(a.Travel) / a.Pitch
	r := AdjusterResult{Turns: turns, Degrees: 360 * turns}
	if a.Divisions > 0 {
		d := turns * float64(a.Divisions)
		r.Divisions = &d
	}
	switch a.Hand {
	case RightHand:
		r.Direction = Clockwise
	case LeftHand:
		r.Direction = Anticlockwise
	}
	return r, nil
}
