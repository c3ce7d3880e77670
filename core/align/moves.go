package align

import (
	"math"

	"settle/core/field"
	"settle/core/gauge"
	"settle/core/judge"
	"settle/core/quantity"
)

// Feet are the distances of the driver's feet from the coupling's centre plane.
type Feet struct{ Front, Back quantity.Length }

// Growth is how far things rise from cold to running. The pump's is that of its
// shaft at the coupling.
type Growth struct{ DriverFront, DriverBack, Pump quantity.Length }

// Move is what to do at one pair of feet: plus is a shim to add, or a move to
// the right seen from the driver.
type Move struct{ Shim, Side quantity.Length }

// Moves is what brings the driver to its target.
type Moves struct {
	Target      State // where the driver is to stand cold
	Left        State // how far it is from there: state − target
	Front, Back Move
}

// maxSlope is steeper than any coupling could be turned at: one in five.
const maxSlope = 0.2

// Correct works out the moves at the feet. Where the driver or the pump grows
// with heat, the driver is set off by as much the other way while it is cold;
// target, where given, comes on top (nil for dead true).
func Correct(s State, feet Feet, growth Growth, target *State) (Moves, error) {
	switch {
	case feet.Front <= 0:
		return Moves{}, field.Errorf("feet.front", "must be greater than zero: the distance from the coupling's centre to "+
			"the driver's front feet")
	case feet.Back <= feet.Front:
		return Moves{}, field.Errorf("feet.back", "is not beyond the front feet: write the distance from the coupling's "+
			"centre to each pair")
	}
	if math.Abs(s.Vertical.Slope) > maxSlope || math.Abs(s.Horizontal.Slope) > maxSlope {
		return Moves{}, field.Errorf("", "the angle comes to more than one in five, which no coupling turns at: look "+
			"at the units, the diameter and the distances")
	}
	var m Moves
	if target != nil {
		m.Target = *target
	}
	// Cold height at each pair of feet, so that with the growth it is dead true.
	front, back := float64(growth.Pump-growth.DriverFront), float64(growth.Pump-growth.DriverBack)
	slope := (back - front) / float64(feet.Back-feet.Front)
	m.Target.Vertical.Slope += slope
	m.Target.Vertical.Offset += whole(front - float64(slope*float64(feet.Front)))
	m.Left = State{minus(s.Vertical, m.Target.Vertical), minus(s.Horizontal, m.Target.Horizontal)}
	m.Front = Move{-m.Left.Vertical.At(feet.Front), -m.Left.Horizontal.At(feet.Front)}
	m.Back = Move{-m.Left.Vertical.At(feet.Back), -m.Left.Horizontal.At(feet.Back)}
	return m, nil
}

func minus(a, b Axis) Axis { return Axis{a.Offset - b.Offset, a.Slope - b.Slope} }

// Tolerance is what is left that may stay: the offset at the coupling, and the
// angle in mm per m, in either plane.
type Tolerance struct {
	Offset quantity.Length
	Angle  float64
	Source string
}

// speeds is the general table: offset × speed and angle × speed are about the
// same on every line, as the flexing element is worked as hard.
var speeds = []struct {
	upTo   float64 // rpm
	offset quantity.Length
	angle  float64
}{
	{750, 180 * quantity.Micrometre, 1.2},
	{1000, 130 * quantity.Micrometre, 0.9},
	{1500, 90 * quantity.Micrometre, 0.6},
	{1800, 75 * quantity.Micrometre, 0.5},
	{3000, 45 * quantity.Micrometre, 0.3},
	{3600, 40 * quantity.Micrometre, 0.25},
}

// Source stands behind every tolerance of the general table.
const Source = "General table by speed, rule of thumb, to be replaced by the coupling maker's value"

// ForSpeed returns the tolerance of the general table, and false for a speed
// beyond it: then only the coupling's maker knows.
func ForSpeed(rpm float64) (Tolerance, bool) {
	for _, s := range speeds {
		if rpm > 0 && rpm <= s.upTo {
			return Tolerance{s.offset, s.angle, Source}, true
		}
	}
	return Tolerance{}, false
}

// MmPerM gives a slope as it is shown, in mm per m, to three decimals.
func MmPerM(slope float64) float64 {
	v := math.Round(slope*1e6) / 1e3
	if v == 0 {
		return 0 // no negative zero
	}
	return v
}

// Off is how far the driver is off its target, as the coupling feels it: it turns, so it
// feels the vector of both planes.
type Off struct {
	Offset quantity.Length // at the centre plane
	Slope  float64         // m per m
}

// Resultant is how far a state is off in both planes together.
func Resultant(left State) Off {
	return Off{whole(math.Hypot(float64(left.Vertical.Offset), float64(left.Horizontal.Offset))),
		math.Hypot(left.Vertical.Slope, left.Horizontal.Slope)}
}

// Judge holds what is left against the tolerance: the offset at the centre plane, and the
// angle as a length over a metre.
func Judge(left State, sure Sureness, t *Tolerance) (offset, angle judge.Verdict) {
	off := Resultant(left)
	return judge.Length(off.Offset, gauge.Uncertainty(sure.At(0)), OffsetBounds(t)),
		judge.Length(overAMetre(off.Slope), sureOverAMetre(sure.Slope), AngleBounds(t))
}

// OffsetBounds and AngleBounds are what a tolerance allows, the angle as a length over one metre;
// open without one.
func OffsetBounds(t *Tolerance) judge.Bounds {
	if t == nil {
		return judge.Bounds{}
	}
	return judge.Bounds{Max: &t.Offset}
}

func AngleBounds(t *Tolerance) judge.Bounds {
	if t == nil {
		return judge.Bounds{}
	}
	top := whole(t.Angle * float64(quantity.Millimetre))
	return judge.Bounds{Max: &top}
}

// overAMetre is a slope as a length over one metre: mm per m.
func overAMetre(slope float64) quantity.Length {
	return whole(slope * float64(1000*quantity.Millimetre))
}

// sureOverAMetre is the uncertainty of a slope, over one metre.
func sureOverAMetre(slope float64) gauge.Uncertainty {
	return gauge.Uncertainty(slope * float64(1000*quantity.Millimetre))
}

// Spacer is a coupling with two flexing planes: how far each shaft line, at the other's
// plane, is off over the spacer, in m per m.
type Spacer struct {
	AtPump, AtDriver float64
	Verdict          judge.Verdict // of the larger on the angle of the tolerance, over one metre
}

// SpacerOf works out the angles of a spacer of a length, whose planes stand half of it on
// either side of the centre. An offset is taken up as angle.
func SpacerOf(left State, length quantity.Length, sure Sureness, t *Tolerance) (Spacer, error) {
	if length <= 0 {
		return Spacer{}, field.Errorf("spacer", "must be greater than zero: the length between the two flexing planes")
	}
	s, half := float64(length), float64(length)/2
	at := func(z float64) float64 {
		return math.Hypot(float64(left.Vertical.Offset)+float64(left.Vertical.Slope*z),
			float64(left.Horizontal.Offset)+float64(left.Horizontal.Slope*z)) / s
	}
	x := Spacer{AtPump: at(half), AtDriver: at(-half)}
	x.Verdict = judge.Length(overAMetre(max(x.AtPump, x.AtDriver)),
		sureOverAMetre(max(sure.At(half), sure.At(-half))/s), AngleBounds(t))
	return x, nil
}
