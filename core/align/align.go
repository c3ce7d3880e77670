// Package align works out shaft alignment at a coupling. Whatever it was read
// with, reverse dials, rim and face, straight-edge and feeler, or a laser's
// read-out, it comes to the same: offset and angle of the driver's axis against
// the pump's in both planes, and what to do at the driver's feet.
//
// Everything is seen from the driver, looking towards the pump: 12 is up, 3 to
// the right. Distances run from the coupling's centre plane towards the back of
// the driver; a plane on the pump's side has a negative distance. Plus is up
// and to the right. docs/align.md has the drawing.
package align

import (
	"math"
	"slices"

	"settle/core/field"
	"settle/core/gauge"
	"settle/core/quantity"
)

// Axis is the driver's axis against the pump's in one plane: how far off at the
// coupling's centre, and how steep. Slope is in mm per mm (m per m); plus rises
// towards the back of the driver, or leans to the right.
type Axis struct {
	Offset quantity.Length
	Slope  float64
}

// At returns how far the axis is off at a distance from the centre plane.
func (a Axis) At(x quantity.Length) quantity.Length {
	return a.Offset + quantity.Length(math.Round(a.Slope*float64(x)))
}

// State is the driver's axis in both planes.
type State struct{ Vertical, Horizontal Axis }

// Rim is a dial read round a hub with the indicator clamped to the other shaft
// and turned with both, and the distance of the plane it ran in.
type Rim struct {
	Dial gauge.Dial
	At   quantity.Length
}

// Side is how far the centre of a hub lies off, up and to the right of the
// shaft the indicator is clamped to.
type side struct{ up, right float64 }

// read fits the readings and checks them. Warnings are those of the dial.
func read(d gauge.Dial, path string) (side, []string, error) {
	d.Indicator = gauge.Turns
	if len(d.Readings) < 3 || d.Sweep != nil {
		return side{}, nil, field.Errorf(path+".readings",
			"needs at least three places round the clock: 12, 3, 6 and 9, or three of them")
	}
	r, err := d.Run()
	if err != nil {
		var e field.Errors
		e.Add(path, err)
		return side{}, nil, e.Err()
	}
	if r.Fitted == nil {
		return side{}, nil, field.Errorf(path+".readings", "lie on less than half the circle: read round the whole clock")
	}
	up, right := r.Components()
	// The axis is taken from the fitted circle, wherever its high spot lies.
	warnings := slices.DeleteFunc(r.Warnings, func(code string) bool { return code == gauge.BetweenReadings })
	return side{up, right}, warnings, nil
}

// ReverseDials is read with two indicators. OnDriver runs on the driver's hub
// and is clamped to the pump's shaft; OnPump runs on the pump's hub and is
// clamped to the driver's. Both are read at the same places, seen from the
// driver.
type ReverseDials struct{ OnDriver, OnPump Rim }

// State works out the axis from the two centres.
func (m ReverseDials) State() (State, []string, error) {
	if m.OnDriver.At == m.OnPump.At {
		return State{}, nil, field.Errorf("on_driver.at", "is where the other dial runs: the two planes must stand apart")
	}
	driver, w1, err := read(m.OnDriver.Dial, "on_driver")
	if err != nil {
		return State{}, nil, err
	}
	pump, w2, err := read(m.OnPump.Dial, "on_pump")
	if err != nil {
		return State{}, nil, err
	}
	// Clamped to the driver, the dial tells where the pump is: turned about.
	through := func(atDriver, atPump float64) Axis {
		slope := (atDriver + atPump) / float64(m.OnDriver.At-m.OnPump.At)
		return Axis{whole(atDriver - float64(slope*float64(m.OnDriver.At))), slope}
	}
	return State{through(driver.up, pump.up), through(driver.right, pump.right)}, append(w1, w2...), nil
}

// RimFace is read with an indicator on the rim of the driver's hub and one on
// its face, both clamped to the pump's shaft. The face is the one that looks at
// the pump; Diameter is that of the circle the plunger ran on.
type RimFace struct {
	Rim      Rim
	Face     gauge.Dial
	Diameter quantity.Length
}

// State works out the axis from the rim's centre and the face's tilt.
func (m RimFace) State() (State, []string, error) {
	if m.Diameter <= 0 {
		return State{}, nil, field.Errorf("face.diameter", "must be greater than zero: the circle the plunger ran on")
	}
	rim, w1, err := read(m.Rim.Dial, "rim")
	if err != nil {
		return State{}, nil, err
	}
	m.Face.Surface = gauge.Face
	face, w2, err := read(m.Face, "face")
	if err != nil {
		return State{}, nil, err
	}
	// A face nearer at the top belongs to an axis that rises towards the back.
	axis := func(off, near float64) Axis {
		slope := 2 * near / float64(m.Diameter)
		return Axis{whole(off - float64(slope*float64(m.Rim.At))), slope}
	}
	return State{axis(rim.up, face.up), axis(rim.right, face.right)}, append(w1, w2...), nil
}

// Quarters are four values at the quarters of the clock; 6 or 9 may be missing
// for a step, where the hubs have the same diameter.
type Quarters struct{ At12, At3, At6, At9 *quantity.Length }

// StraightEdge is read with a straight-edge over both hubs and a feeler or
// taper gauge between them. Step is plus where the driver's hub stands higher
// than the pump's, out from the axis; Gap is the opening between the faces, at
// hub Diameter.
type StraightEdge struct {
	Step, Gap Quarters
	Diameter  quantity.Length
}

// State works out the axis from steps and gaps.
func (m StraightEdge) State() (State, []string, error) {
	if m.Diameter <= 0 {
		return State{}, nil, field.Errorf("diameter", "must be greater than zero: the hub's diameter where the gap is "+
			"measured")
	}
	step := func(near, far *quantity.Length, path string) (float64, error) {
		switch {
		case near == nil:
			return 0, field.Errorf(path, "is missing: lay the straight-edge over both hubs there")
		case far == nil:
			return float64(*near), nil
		}
		return float64(*near-*far) / 2, nil // hubs of unlike size fall out
	}
	gap := func(near, far *quantity.Length, nearPath, farPath string) (float64, error) {
		for _, x := range []struct {
			gap  *quantity.Length
			path string
		}{{near, nearPath}, {far, farPath}} {
			if x.gap == nil {
				return 0, field.Errorf(x.path, "is missing: measure the gap between the faces there")
			}
			if *x.gap < 0 {
				return 0, field.Errorf(x.path, "is below zero: a gap is nothing or more")
			}
		}
		return float64(*far-*near) / float64(m.Diameter), nil
	}
	var s State
	up, err := step(m.Step.At12, m.Step.At6, "step.12")
	if err != nil {
		return s, nil, err
	}
	right, err := step(m.Step.At3, m.Step.At9, "step.3")
	if err != nil {
		return s, nil, err
	}
	if s.Vertical.Slope, err = gap(m.Gap.At12, m.Gap.At6, "gap.12", "gap.6"); err != nil {
		return s, nil, err
	}
	if s.Horizontal.Slope, err = gap(m.Gap.At3, m.Gap.At9, "gap.3", "gap.9"); err != nil {
		return s, nil, err
	}
	s.Vertical.Offset, s.Horizontal.Offset = whole(up), whole(right)
	if m.Step.At6 == nil || m.Step.At9 == nil {
		return s, []string{OneSided}, nil
	}
	return s, nil, nil
}

// OneSided warns that steps were taken on one side only, so that hubs of unlike
// diameter would read as an offset.
const OneSided = "one-sided-steps"

func whole(nm float64) quantity.Length { return quantity.Length(math.Round(nm)) }
