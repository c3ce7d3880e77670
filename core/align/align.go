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

// Sureness is how well a way of reading knows the driver's axis, for 95 %. Growth, target
// and distances are taken as known.
type Sureness struct {
	// At is that of the offset at a distance from the centre plane, both in nm.
	At func(z float64) float64
	// Slope is that of the angle, in m per m.
	Slope float64
}

// Sight is the driver's axis as it was read, with what is known of the reading.
type Sight struct {
	State
	Sureness
	Warnings []string
	// GapSum is (gap12 + gap6) − (gap3 + gap9) with a straight-edge, nil otherwise.
	GapSum *quantity.Length
}

// side is how far the centre of a hub lies off, up and to the right of the shaft the
// indicator is clamped to, and the worth of the fit.
type side struct{ up, right, worth float64 }

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
		return side{}, nil, field.Errorf(path+".readings", "stand too close together: read round the whole clock")
	}
	up, right := r.Components()
	// The axis is taken from the fitted circle, wherever its high spot lies. Both shafts turn
	// together, so an oval hub does not come into it: the sum rule holds whatever the harmonics.
	warnings := slices.DeleteFunc(r.Warnings, func(code string) bool { return code == gauge.BetweenReadings })
	return side{up, right, r.Worth()}, warnings, nil
}

// reading is the uncertainty of one reading of a gauge with this graduation, in nm: g/√3.
func reading(graduation quantity.Length) float64 { return float64(graduation) / math.Sqrt(3) }

// ReverseDials is read with two indicators. OnDriver runs on the driver's hub
// and is clamped to the pump's shaft; OnPump runs on the pump's hub and is
// clamped to the driver's. Both are read at the same places, seen from the
// driver.
type ReverseDials struct{ OnDriver, OnPump Rim }

// Read works out the axis from the two centres.
func (m ReverseDials) Read() (Sight, error) {
	if m.OnDriver.At <= m.OnPump.At {
		return Sight{}, field.Errorf("on_driver.at", "is not beyond the plane of the other dial: distances run from the "+
			"coupling's centre towards the driver, so this is the greater")
	}
	driver, w1, err := read(m.OnDriver.Dial, "on_driver")
	if err != nil {
		return Sight{}, err
	}
	pump, w2, err := read(m.OnPump.Dial, "on_pump")
	if err != nil {
		return Sight{}, err
	}
	z1, z2 := float64(m.OnDriver.At), float64(m.OnPump.At)
	// Clamped to the driver, the dial tells where the pump is: turned about.
	through := func(atDriver, atPump float64) Axis {
		slope := (atDriver + atPump) / (z1 - z2)
		return Axis{whole(atDriver - float64(slope*z1)), slope}
	}
	u := reading(m.OnDriver.Dial.Graduation)
	sure := Sureness{
		At: func(z float64) float64 {
			return u * math.Hypot(driver.worth*(z-z2), pump.worth*(z1-z)) / (z1 - z2)
		},
		Slope: u * math.Hypot(driver.worth, pump.worth) / (z1 - z2),
	}
	return Sight{State{through(driver.up, pump.up), through(driver.right, pump.right)}, sure, append(w1, w2...), nil}, nil
}

// RimFace is read with an indicator on the rim of the driver's hub and one on
// its face, both clamped to the pump's shaft. The face is the one that looks at
// the pump; Diameter is that of the circle the plunger ran on.
type RimFace struct {
	Rim      Rim
	Face     gauge.Dial
	Diameter quantity.Length
}

// Read works out the axis from the rim's centre and the face's tilt.
func (m RimFace) Read() (Sight, error) {
	if m.Diameter <= 0 {
		return Sight{}, field.Errorf("face.diameter", "must be greater than zero: the circle the plunger ran on")
	}
	rim, w1, err := read(m.Rim.Dial, "rim")
	if err != nil {
		return Sight{}, err
	}
	m.Face.Surface = gauge.Face
	face, w2, err := read(m.Face, "face")
	if err != nil {
		return Sight{}, err
	}
	// A face nearer at the top belongs to an axis that rises towards the back.
	axis := func(off, near float64) Axis {
		slope := 2 * near / float64(m.Diameter)
		return Axis{whole(off - float64(slope*float64(m.Rim.At))), slope}
	}
	u := reading(m.Rim.Dial.Graduation)
	slope := 2 * face.worth * u / float64(m.Diameter)
	return Sight{State{axis(rim.up, face.up), axis(rim.right, face.right)},
		along(rim.worth*u, slope, float64(m.Rim.At)), append(w1, w2...), nil}, nil
}

// along is the sureness of an axis that is known to ± offset at a plane, and to ± slope.
func along(offset, slope, plane float64) Sureness {
	return Sureness{func(z float64) float64 { return math.Hypot(offset, slope*(z-plane)) }, slope}
}

// Laser is the read-out of a laser: offset and angle in both planes. A read-out shows an
// angle as 0.01 mm over 100 mm.
type Laser struct {
	State
	Graduation quantity.Length // 0 for that of a read-out, 0.01 mm
}

// What a laser's read-out shows.
const (
	laserDivision = 10 * quantity.Micrometre
	laserLength   = 100 * quantity.Millimetre
)

// Read is what was read: a laser has checked itself.
func (m Laser) Read() (Sight, error) {
	if m.Graduation == 0 {
		m.Graduation = laserDivision
	}
	u := reading(m.Graduation)
	return Sight{State: m.State, Sureness: along(u, u/float64(laserLength), 0)}, nil
}

// Quarters are four values at the quarters of the clock; 6 or 9 may be missing
// for a step, where the hubs have the same diameter.
type Quarters struct{ At12, At3, At6, At9 *quantity.Length }

// StraightEdge is read with a straight-edge over both hubs and a feeler or
// taper gauge between them. Step is plus where the driver's hub stands higher
// than the pump's, out from the axis; Gap is the opening between the faces, at
// hub Diameter.
type StraightEdge struct {
	Step, Gap  Quarters
	Diameter   quantity.Length
	Graduation quantity.Length
}

// Read works out the axis from steps and gaps.
func (m StraightEdge) Read() (Sight, error) {
	if m.Diameter <= 0 {
		return Sight{}, field.Errorf("diameter", "must be greater than zero: the hub's diameter where the gap is "+
			"measured")
	}
	var s Sight
	up, err := step(m.Step.At12, m.Step.At6, "step.12")
	if err != nil {
		return s, err
	}
	right, err := step(m.Step.At3, m.Step.At9, "step.3")
	if err != nil {
		return s, err
	}
	if s.Vertical.Slope, err = m.gap(m.Gap.At12, m.Gap.At6, "gap.12", "gap.6"); err != nil {
		return s, err
	}
	if s.Horizontal.Slope, err = m.gap(m.Gap.At3, m.Gap.At9, "gap.3", "gap.9"); err != nil {
		return s, err
	}
	s.Vertical.Offset, s.Horizontal.Offset = whole(up), whole(right)
	u := reading(m.Graduation)
	offset := u / math.Sqrt2 // half of a difference
	if m.Step.At6 == nil || m.Step.At9 == nil {
		offset, s.Warnings = u, []string{OneSided}
	}
	s.Sureness = along(offset, math.Sqrt2*u/float64(m.Diameter), 0)
	sum := *m.Gap.At12 + *m.Gap.At6 - *m.Gap.At3 - *m.Gap.At9
	s.GapSum = &sum
	if sum.Abs() > gauge.Repeats(m.Graduation) {
		s.Warnings = append(s.Warnings, gauge.SumRuleBroken)
	}
	return s, nil
}

// step is how far the driver's hub stands off in one plane; hubs of unlike size fall out.
func step(near, far *quantity.Length, path string) (float64, error) {
	switch {
	case near == nil:
		return 0, field.Errorf(path, "is missing: lay the straight-edge over both hubs there")
	case far == nil:
		return float64(*near), nil
	}
	return float64(*near-*far) / 2, nil
}

// gap is the slope of the driver's axis in one plane.
func (m StraightEdge) gap(near, far *quantity.Length, nearPath, farPath string) (float64, error) {
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

// OneSided warns that steps were taken on one side only, so that hubs of unlike
// diameter would read as an offset.
const OneSided = "one-sided-steps"

func whole(nm float64) quantity.Length { return quantity.Length(math.Round(nm)) }
