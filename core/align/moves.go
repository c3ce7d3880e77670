package align

import (
	"math"

	"settle/core/field"
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
	if feet.Front == feet.Back {
		return Moves{}, field.Errorf("feet.back", "is where the front feet stand: write the distance from the "+
			"coupling's centre to each pair")
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

// Judge holds what is left against the tolerance, in both planes: the larger
// offset and the larger angle count. The uncertainty is that of the offset.
func Judge(left State, uncertainty quantity.Length, t *Tolerance) (offset, angle judge.Verdict) {
	if t == nil {
		none := judge.Verdict{Result: judge.NoLimit, Uncertainty: uncertainty}
		return none, none
	}
	worst := max(left.Vertical.Offset.Abs(), left.Horizontal.Offset.Abs())
	offset = judge.Length(worst, uncertainty, judge.Bounds{Max: &t.Offset})
	// An angle in mm per m is a length over a metre.
	steep := quantity.Length(math.Round(max(math.Abs(left.Vertical.Slope),
		math.Abs(left.Horizontal.Slope)) * float64(1000*quantity.Millimetre)))
	top := quantity.Length(math.Round(t.Angle * float64(quantity.Millimetre)))
	return offset, judge.Length(steep, 0, judge.Bounds{Max: &top})
}
