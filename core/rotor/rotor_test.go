package rotor

import (
	"math"
	"slices"
	"testing"

	"settle/core/quantity"
)

const (
	um    = quantity.Micrometre
	milli = quantity.Millimetre
)

// stations are given by place in mm, total reading in µm and clock degrees.
type stations []Station

func at(mm, size, deg float64) stations { return stations{}.at(mm, size, deg) }

func (s stations) at(mm, size, deg float64) stations { return s.add(mm, size, deg, false) }

func (s stations) sleeve(mm, size, deg float64) stations { return s.add(mm, size, deg, true) }

func (s stations) add(mm, size, deg float64, sleeve bool) stations {
	return append(s, Station{quantity.Length(mm) * milli, quantity.Length(size) * um, deg, sleeve})
}

func (s stations) line() Line {
	return Line{Graduation: 10 * um, Bearings: [2]quantity.Length{100 * milli, 300 * milli}, Stations: s}
}

// A seat that is off by 60 µm in total at the second bearing makes a line through nothing at
// the first: 0.3 µm a millimetre. A shaft bent at 350 is true between its bearings. One bent
// between them, at 200, is high there on the side away from its ends.
func TestBend(t *testing.T) {
	tests := []struct {
		name     string
		shaft    stations
		cause    Cause
		seat     string
		warnings []string
	}{
		{"true", at(50, 10, 0).at(200, 15, 90).at(350, 20, 0).at(380, 5, 0), True, "", nil},
		{"the sleeve alone", at(50, 0, 0).at(200, 0, 0).at(350, 0, 0).sleeve(380, 50, 0),
			Sleeve, "", []string{FewStations}},
		{"the second seat", at(50, 15, 180).at(150, 15, 0).at(250, 45, 0).at(400, 90, 0), SeatAt, SecondSeat, nil},
		{"both seats", at(50, 60, 90).at(200, 60, 90).at(400, 60, 90), SeatAt, BothSeats, []string{FewStations}},
		{"bent outside", at(50, 0, 0).at(200, 0, 0).at(300, 0, 0).at(360, 10, 0).at(400, 50, 0).at(450, 100, 0),
			Bend, "", nil},
		{"neither", at(50, 90, 0).at(150, 90, 120).at(250, 90, 240).at(400, 90, 0), Unclear, "", nil},
	}
	for _, tt := range tests {
		got, err := tt.shaft.line().Run()
		if err != nil || got.Cause != tt.cause || got.Seat != tt.seat || !slices.Equal(got.Warnings, tt.warnings) {
			t.Errorf("%s: got %+v, %v", tt.name, got, err)
		}
		if tt.cause == Bend &&
			(*got.From > 350*milli || *got.To < 350*milli || *got.Deg != 0 || math.Abs(*got.MmPerM-0.5) > 0.05) {
			t.Errorf("%s: from %s to %s at %s, %v", tt.name, got.From, got.To, got.At, *got.MmPerM)
		}
		if tt.seat == SecondSeat && (got.AtBearings[0] > um || (got.AtBearings[1]-60*um).Abs() > um) {
			t.Errorf("%s: at the bearings %v", tt.name, got.AtBearings)
		}
	}
}

// By hand: 200³/48⁴ = 1.507 per mm, 38.28 per inch. I = π·48⁴/64 = 260,576 mm⁴; at the end
// 800·(8·10⁶ + 200²·180)/(3·200,000·I) = 77.8 µm.
func TestStiffness(t *testing.T) {
	span, force := 180*milli, 800.0
	got, err := Overhang{
		Length:   200 * milli,
		Diameter: 48 * milli,
		Span:     &span,
		Seal:     new(200 * milli),
		Force:    &force,
	}.Run()
	if err != nil || math.Abs(got.PerInch-38.28) > 0.01 || got.Guide != Stiff || math.Abs(*got.AtImpeller-77_780) > 10 ||
		math.Abs(*got.AtSeal-*got.AtImpeller) > 1e-6 {
		t.Errorf("got %+v, %v", got, err)
	}
	for d, guide := range map[quantity.Length]Guide{40 * milli: Middling, 35 * milli: Slender} {
		got, err := Overhang{Length: 200 * milli, Diameter: d}.Run()
		if err != nil || got.Guide != guide || got.AtSeal != nil {
			t.Errorf("%s: %+v, %v", d, got, err)
		}
	}
}

// By hand: 6.3 mm/s at 3000 a minute is 20.05 µm, of 20 kg 401 g·mm. A plane four times as
// near as the other would have four fifths, and gets seven tenths.
func TestBalance(t *testing.T) {
	got, err := Balance{
		Mass:  20,
		Speed: 3000,
		Grade: 6.3,
		Planes: []Plane{
			{"near", 100 * milli, new(20 * milli), nil},
			{"far", 100 * milli, new(80 * milli), nil},
		},
		BoreClearance: new(40 * um),
	}.Run()
	if err != nil || math.Abs(got.Eccentricity-20.054) > 0.001 || math.Abs(got.Total-401.07) > 0.01 ||
		got.Planes[0].Share != 0.7 || got.Planes[1].Share != 0.3 || *got.Fit != 400 ||
		math.Abs(got.Planes[0].Grams-2.8075) > 0.001 {
		t.Errorf("got %+v, %v", got, err)
	}
}

func TestZones(t *testing.T) {
	for _, tt := range []struct {
		critical bool
		power    float64
		velocity float64
		zone     Zone
	}{{true, 200, 2.5, ZoneA}, {true, 201, 3.6, ZoneB}, {false, 45, 5.2, ZoneC}, {false, 300, 9.6, ZoneD}} {
		ends, err := Zones(tt.critical, tt.power)
		if got := ZoneOf(tt.velocity, ends); err != nil || got != tt.zone {
			t.Errorf("%+v: got %s, %v", tt, got, err)
		}
	}
	if _, err := Zones(true, 0); err == nil {
		t.Error("a driver of no power")
	}
	if got := FromPeak(0.1); math.Abs(got-1.796) > 0.001 {
		t.Errorf("0.1 in/s peak is %v mm/s", got)
	}
}
