package align

import (
	"math"
	"strings"
	"testing"

	"settle/core/gauge"
	"settle/core/judge"
	"settle/core/quantity"
)

const (
	um = quantity.Micrometre
	mm = quantity.Millimetre
)

func ptr(l quantity.Length) *quantity.Length { return &l }

// quarters is a dial read at 12, 3, 6 and 9, in µm.
func quarters(surface gauge.Surface, at12, at3, at6, at9 quantity.Length) gauge.Dial {
	return gauge.Dial{Surface: surface, Indicator: gauge.Turns, Graduation: 10 * um, Readings: []gauge.Reading{
		{Degrees: 0, Value: at12 * um}, {Degrees: 90, Value: at3 * um}, {Degrees: 180, Value: at6 * um}, {Degrees: 270,
			Value: at9 * um},
	}}
}

// The driver of every worked example, drawn in docs/align.md: 0.10 mm high at
// the coupling and rising 1 mm per m towards the back; to the right by 0.02 mm
// and leaning 0.5 mm per m to the left. Worked by hand:
//
//	height at +50 mm 0.15, at −50 mm 0.05, at the front feet (200) 0.30, at the back feet (500) 0.60
//	right  at +50 mm −0.005, at −50 mm 0.045, at the front feet −0.08, at the back feet −0.23
var worked = State{Axis{100 * um, 0.001}, Axis{20 * um, -0.0005}}

func TestWorkedExamples(t *testing.T) {
	// A rim 0.15 high reads 2 × 0.15 less at 6 than at 12, and 0.15 less at 3
	// and 9; 0.005 to the left is 0.005 less at 3 and more at 9.
	driver := Rim{quarters(gauge.Rim, 0, -155, -300, -145), 50 * mm}
	// Clamped to the driver, the pump's hub is 0.05 low and 0.045 to the left.
	pump := Rim{quarters(gauge.Rim, 0, 5, 100, 95), -50 * mm}
	sagging := func(r Rim) Rim {
		r.Dial.Readings = append([]gauge.Reading(nil), r.Dial.Readings...)
		for i, fall := range []quantity.Length{0, -20, -40, -20} {
			r.Dial.Readings[i].Value += fall * um
		}
		r.Dial.Sag = ptr(-40 * um)
		return r
	}
	// On 200 mm, 1 mm per m is a face 0.20 nearer at 12 than at 6.
	face := quarters(gauge.Face, 0, -150, -200, -50)
	tests := []struct {
		name string
		from interface {
			Read() (Sight, error)
		}
		warns string
	}{
		{"reverse dials", ReverseDials{driver, pump}, ""},
		{"reverse dials with 0.04 of sag", ReverseDials{sagging(driver), sagging(pump)}, ""},
		{"rim and face", RimFace{driver, face, 200 * mm}, ""},
		{"straight-edge and feeler", StraightEdge{
			Step:     Quarters{ptr(100 * um), ptr(20 * um), ptr(-100 * um), ptr(-20 * um)},
			Gap:      Quarters{ptr(1000 * um), ptr(1150 * um), ptr(1200 * um), ptr(1050 * um)},
			Diameter: 200 * mm, Graduation: 10 * um}, ""},
		{"straight-edge, hubs of unlike size", StraightEdge{
			Step:     Quarters{ptr(150 * um), ptr(70 * um), ptr(-50 * um), ptr(30 * um)},
			Gap:      Quarters{ptr(1000 * um), ptr(1150 * um), ptr(1200 * um), ptr(1050 * um)},
			Diameter: 200 * mm, Graduation: 10 * um}, ""},
		{"straight-edge, on one side", StraightEdge{
			Step:     Quarters{At12: ptr(100 * um), At3: ptr(20 * um)},
			Gap:      Quarters{ptr(1000 * um), ptr(1150 * um), ptr(1200 * um), ptr(1050 * um)},
			Diameter: 200 * mm, Graduation: 10 * um}, OneSided},
	}
	for _, tt := range tests {
		sight, err := tt.from.Read()
		got, warnings := sight.State, sight.Warnings
		if err != nil {
			t.Errorf("%s: %v", tt.name, err)
			continue
		}
		if !near(got, worked) || strings.Join(warnings, " ") != tt.warns {
			t.Errorf("%s: got %+v %v, want %+v", tt.name, got, warnings, worked)
		}
	}
}

func near(a, b State) bool {
	axis := func(a, b Axis) bool {
		return (a.Offset-b.Offset).Abs() <= 2 && math.Abs(a.Slope-b.Slope) < 1e-8
	}
	return axis(a.Vertical, b.Vertical) && axis(a.Horizontal, b.Horizontal)
}

func TestMovesBringItTrue(t *testing.T) {
	feet := Feet{200 * mm, 500 * mm}
	moves, err := Correct(worked, feet, Growth{}, nil)
	if err != nil {
		t.Fatal(err)
	}
	want := Moves{Left: worked, Front: Move{-300 * um, 80 * um}, Back: Move{-600 * um, 230 * um}}
	if moves != want {
		t.Errorf("got %+v, want %+v", moves, want)
	}
	// The driver grows 0.20 in front and 0.20 at the back, the pump 0.05: cold
	// it is to stand 0.15 low, so 0.15 less comes off, everywhere.
	grown, err := Correct(worked, feet, Growth{200 * um, 200 * um, 50 * um}, nil)
	if err != nil {
		t.Fatal(err)
	}
	if grown.Front != (Move{-450 * um, 80 * um}) || grown.Back != (Move{-750 * um, 230 * um}) ||
		grown.Target.Vertical.Offset != -150*um {
		t.Errorf("even growth: got %+v", grown)
	}
	// Only the back grows, 0.30 over the 300 mm between the feet: cold the axis
	// falls 1 mm per m from the front feet on, and stands 0.20 up at the coupling.
	tilted, err := Correct(State{}, feet, Growth{DriverBack: 300 * um}, nil)
	if err != nil {
		t.Fatal(err)
	}
	if tilted.Front != (Move{}) || tilted.Back != (Move{Shim: -300 * um}) || tilted.Target.Vertical.Offset != 200*um ||
		MmPerM(tilted.Target.Vertical.Slope) != -1 {
		t.Errorf("growth at the back: got %+v", tilted)
	}
	// A target comes on top, and standing on it nothing moves.
	still, err := Correct(worked, feet, Growth{}, &worked)
	if err != nil || still.Left != (State{}) || still.Front != (Move{}) || still.Back != (Move{}) {
		t.Errorf("on its target: got %+v, %v", still, err)
	}
}

// Whatever the readings were taken at, the moves put the feet where the axis is
// true: moved by them, the driver reads nothing.
func TestMovedItReadsNothing(t *testing.T) {
	feet := Feet{180 * mm, 640 * mm}
	for _, s := range []State{worked, {Axis{-250 * um, 0.0004}, Axis{}}, {Axis{0, -0.002}, Axis{-75 * um, 0.003}}} {
		m, err := Correct(s, feet, Growth{}, nil)
		if err != nil {
			t.Fatal(err)
		}
		slope := float64(m.Back.Shim-m.Front.Shim) / float64(feet.Back-feet.Front)
		after := Axis{s.Vertical.Offset + m.Front.Shim - quantity.Length(math.Round(slope*float64(feet.Front))),
			s.Vertical.Slope + slope}
		if after.Offset.Abs() > 2 || math.Abs(after.Slope) > 1e-8 {
			t.Errorf("%+v: after the moves %+v", s, after)
		}
	}
}

func TestTolerance(t *testing.T) {
	for _, tt := range []struct {
		rpm    float64
		offset quantity.Length
		ok     bool
	}{{600, 180 * um, true}, {1450, 90 * um, true}, {1500, 90 * um, true}, {1750, 75 * um, true}, {2950, 45 * um, true},
		{3550, 40 * um, true}, {7200, 0, false}, {0, 0, false}} {
		got, ok := ForSpeed(tt.rpm)
		if ok != tt.ok || got.Offset != tt.offset || ok && got.Source == "" {
			t.Errorf("%g rpm: got %+v, %v", tt.rpm, got, ok)
		}
	}
	table, _ := ForSpeed(1500)
	sure := along(4000, 0.00001, 0)
	for _, tt := range []struct {
		left          State
		tolerance     *Tolerance
		offset, angle judge.Result
	}{
		{worked, &table, judge.Out, judge.Out},
		{State{Axis{90 * um, 0.0006}, Axis{}}, &table, judge.Close, judge.Close},
		// 80 up and 45 aside are 92 together.
		{State{Axis{80 * um, 0.0004}, Axis{45 * um, 0.0004}}, &table, judge.Out, judge.Within},
		{State{Axis{}, Axis{-91 * um, -0.0007}}, &table, judge.Out, judge.Out},
		{State{}, &table, judge.Within, judge.Within},
		{State{}, nil, judge.NoLimit, judge.NoLimit},
	} {
		offset, angle := Judge(tt.left, sure, tt.tolerance)
		if offset.Result != tt.offset || angle.Result != tt.angle {
			t.Errorf("%+v: got %s, %s; want %s, %s", tt.left, offset.Result, angle.Result, tt.offset, tt.angle)
		}
	}
}

func TestRefuses(t *testing.T) {
	ok := Rim{quarters(gauge.Rim, 0, 10, 20, 10), 50 * mm}
	few := ok
	few.Dial.Readings = few.Dial.Readings[:2]
	for _, tt := range []struct {
		name, want string
		from       interface {
			Read() (Sight, error)
		}
	}{
		{"dials in one plane", "on_driver.at", ReverseDials{ok, ok}},
		{"two places", "on_pump.readings", ReverseDials{ok, Rim{few.Dial, -50 * mm}}},
		{"no diameter", "face.diameter", RimFace{ok, ok.Dial, 0}},
		{"no gap at 6", "gap.6", StraightEdge{Quarters{At12: ptr(0), At3: ptr(0)}, Quarters{At12: ptr(0)}, mm, um}},
		{"a gap below nothing", "gap.12", StraightEdge{Quarters{At12: ptr(0), At3: ptr(0)}, Quarters{ptr(-1), ptr(0),
			ptr(0), ptr(0)}, mm, um}},
		{"no step", "step.12", StraightEdge{Quarters{}, Quarters{}, mm, um}},
	} {
		if _, err := tt.from.Read(); err == nil || !strings.Contains(err.Error(), tt.want) {
			t.Errorf("%s: got %v, want one of %s", tt.name, err, tt.want)
		}
	}
	if _, err := Correct(State{}, Feet{mm, mm}, Growth{}, nil); err == nil || !strings.Contains(err.Error(), "feet.back") {
		t.Errorf("feet in one place: %v", err)
	}
	if _, err := Correct(State{Axis{0, 0.3}, Axis{}}, Feet{mm, 2 * mm}, Growth{}, nil); err == nil {
		t.Error("a slope of 0.3 was taken")
	}
}
