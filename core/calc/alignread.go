package calc

import (
	"fmt"

	"settle/core/align"
	"settle/core/field"
	"settle/core/gauge"
	"settle/core/quantity"
	"settle/core/rotor"
)

// need tells that a group of the method is missing.
func need(r *gauge.Reader, name, what string) {
	r.Errors.Add(name, fmt.Errorf("is missing: %s", what))
}

// dial reads a dial that turns round a hub.
func (in *turnedIn) dial(r *gauge.Reader, name string, surface gauge.Surface, graduation quantity.Typed) gauge.Dial {
	below := r.Below()
	if r.Heard != nil {
		below.Heard = func(path string, l quantity.Length) {
			if path != "graduation" {
				r.Heard(field.Join(name, path), l)
			}
		}
	}
	d := below.Dial(gauge.DialForm{Graduation: graduation, Readings: in.Readings, BackToStart: in.BackToStart,
		Sag: in.Sag})
	d.Surface, d.Indicator = surface, gauge.Turns
	below.AskBack()
	for _, e := range below.Errors {
		if e.Field != "graduation" { // told once, at the top
			r.Errors.Add(name, e)
		}
	}
	return d
}

// rim reads a dial on a rim, with where along the shafts it stands; where that is not needed,
// none is the centre plane.
func (in *turnedIn) rim(r *gauge.Reader, name, what string, graduation quantity.Typed, needed bool) align.Rim {
	if in == nil {
		need(r, name, what)
		return align.Rim{}
	}
	rim := align.Rim{Dial: in.dial(r, name, gauge.Rim, graduation)}
	if needed {
		rim.At = r.Needed(name+".at", in.At)
	} else if at := r.Optional(gauge.Named(name+".at"), in.At); at != nil {
		rim.At = *at
	}
	if in.Diameter.Given() {
		r.Errors.Add(name+".diameter", fmt.Errorf("belongs to a face only: leave it out"))
	}
	return rim
}

// quarters reads the four, each of which is needed.
func (in *quartersIn) quarters(r *gauge.Reader, name string) align.Quarters {
	if in == nil {
		need(r, name, "its values at 12, 3, 6 and 9")
		return align.Quarters{}
	}
	at := func(clock string, t quantity.Typed) *quantity.Length {
		return r.Optional(gauge.Named(name+"."+clock), t)
	}
	return align.Quarters{At12: at("12", in.At12), At3: at("3", in.At3), At6: at("6", in.At6), At9: at("9", in.At9)}
}

// steepest bounds a typed angle, in mm per m.
const steepest = 200

// axis reads one plane; where it is not needed a missing one is straight.
func (in *axisIn) axis(r *gauge.Reader, name string, needed bool) align.Axis {
	if in == nil {
		if needed {
			need(r, name, "its offset and angle_mm_per_m")
		}
		return align.Axis{}
	}
	a := align.Axis{Offset: r.Needed(name+".offset", in.Offset)}
	switch {
	case in.Angle == nil:
		need(r, name+".angle_mm_per_m", "the angle in mm per m")
	case !(*in.Angle >= -steepest && *in.Angle <= steepest):
		r.Errors.Add(name+".angle_mm_per_m", fmt.Errorf("is %g: write mm per m, as far as a coupling can turn", *in.Angle))
	default:
		a.Slope = *in.Angle / 1000
	}
	return a
}

// others refuses what belongs to another method.
func (in alignIn) others(r *gauge.Reader) {
	for _, g := range []struct {
		name, method string
		given        bool
	}{
		{"on_driver", reverseDials, in.OnDriver != nil}, {"on_pump", reverseDials, in.OnPump != nil},
		{"rim", rimAndFace, in.Rim != nil}, {"face", rimAndFace, in.Face != nil},
		{"step", straightEdge, in.Step != nil}, {"gap", straightEdge, in.Gap != nil}, {"diameter", straightEdge,
			in.Diameter.Given()},
		{"vertical", laser, in.Vertical != nil}, {"horizontal", laser, in.Horizontal != nil},
	} {
		if g.given && g.method != in.Method {
			r.Errors.Add(g.name, fmt.Errorf("belongs to the method %s: leave it out", g.method))
		}
	}
}

// sighted works out how the driver stands, from what its method reads.
type sighted interface {
	Read() (align.Sight, error)
}

// state reads what the method of measuring asks for.
func (in alignIn) state(r *gauge.Reader, graduation quantity.Length) sighted {
	switch in.Method {
	case reverseDials:
		return align.ReverseDials{
			OnDriver: in.OnDriver.rim(r, "on_driver", "the dial that runs on the driver's hub", in.Graduation, true),
			OnPump:   in.OnPump.rim(r, "on_pump", "the dial that runs on the pump's hub", in.Graduation, true),
		}
	case rimAndFace:
		m := align.RimFace{Rim: in.Rim.rim(r, "rim", "the dial on the rim of the driver's hub", in.Graduation, false)}
		if in.Face == nil {
			need(r, "face", "the dial on the face of the driver's hub")
		} else {
			m.Face = in.Face.dial(r, "face", gauge.Face, in.Graduation)
			m.Diameter = r.Needed("face.diameter", in.Face.Diameter)
		}
		return m
	case straightEdge:
		return align.StraightEdge{Step: in.Step.quarters(r, "step"), Gap: in.Gap.quarters(r, "gap"),
			Diameter: r.Needed("diameter", in.Diameter), Graduation: graduation}
	}
	return align.Laser{State: align.State{Vertical: in.Vertical.axis(r, "vertical", true),
		Horizontal: in.Horizontal.axis(r, "horizontal", true)}, Graduation: graduation}
}

// rest reads what every method needs beside its readings.
func (in alignIn) rest(r *gauge.Reader) (feet align.Feet, growth align.Growth, target *align.State,
	tolerance *align.Tolerance) {
	if in.Feet == nil {
		need(r, "feet", "the distances of the driver's front and back feet from the coupling's centre")
	} else {
		feet = align.Feet{Front: r.Needed("feet.front", in.Feet.Front), Back: r.Needed("feet.back", in.Feet.Back)}
	}
	if g := in.Growth; g != nil {
		for _, x := range []struct {
			name string
			in   quantity.Typed
			into *quantity.Length
		}{{"driver_front", g.DriverFront, &growth.DriverFront}, {"driver_back", g.DriverBack, &growth.DriverBack},
			{"pump", g.Pump, &growth.Pump}} {
			if l := r.Optional(gauge.Named("growth."+x.name), x.in); l != nil {
				*x.into = *l
			}
		}
	}
	if in.Target != nil {
		target = &align.State{Vertical: in.Target.Vertical.axis(r, "target.vertical", false),
			Horizontal: in.Target.Horizontal.axis(r, "target.horizontal", false)}
	}
	if in.RPM != nil {
		r.Errors.Add("rpm", rotor.CheckSpeed(*in.RPM))
	}
	switch t := in.Tolerance; {
	case t != nil:
		tolerance = &align.Tolerance{Offset: r.Needed("tolerance.offset", t.Offset), Source: t.Source}
		if t.Angle == nil {
			need(r, "tolerance.angle_mm_per_m", "the angle that may stay, in mm per m")
		} else if tolerance.Angle = *t.Angle; !(tolerance.Angle >= 0 && tolerance.Angle <= steepest) {
			r.Errors.Add("tolerance.angle_mm_per_m", fmt.Errorf("is %g: write mm per m, 0 or more", tolerance.Angle))
		}
		if tolerance.Offset < 0 {
			r.Errors.Add("tolerance.offset", fmt.Errorf("is below zero: write how far off it may be"))
		}
		if tolerance.Source == "" {
			tolerance.Source = "given with the question"
		}
	case in.RPM != nil:
		if g, ok := align.ForSpeed(*in.RPM); ok {
			tolerance = &g
		}
	}
	return feet, growth, target, tolerance
}
