package rotor

import (
	"testing"

	"settle/core/quantity"
)

func read(z, size quantity.Length, clock float64, sleeve bool) Reading {
	return Reading{Station{Z: z * quantity.Millimetre, Size: size * um, Degrees: clock * 30, Sleeve: sleeve}, 8 * um}
}

// overhung is a shaft with its hub at 80, its bearings at 160 and 420 and its seal at 560 mm.
func overhung(readings ...Reading) Shaft {
	return Shaft{[2]quantity.Length{160 * quantity.Millimetre, 420 * quantity.Millimetre}, readings}
}

func TestOrigins(t *testing.T) {
	tests := []struct {
		name      string
		shaft     Shaft
		cause     Cause
		seat      string
		sleeveOff bool
	}{
		{"true in its bearings", overhung(read(80, 6, 3, false), read(560, 7, 8, false)), True, "", false},
		{"bent at the coupling end", overhung(read(80, 150, 2, false), read(560, 10, 5, false)), Bend, "", false},
		{"straight, off at the seats", overhung(read(80, 60, 9, false), read(560, 100, 3, false)), SeatAt, BothSeats, false},
		{"straight, off at the front seat", overhung(read(80, 25, 9, false), read(290, 40, 3, false),
			read(560, 123, 3, false)), SeatAt, SecondSeat, false},
		{"a sleeve, nothing read beside it", overhung(read(80, 5, 3, false), read(560, 100, 7, true)), True, "", true},
		{"a sleeve, the bare shaft read under it", overhung(read(80, 5, 3, false), read(560, 8, 1, false),
			read(560, 100, 7, true)), True, "", true},
		{"a sleeve on a shaft that is bent at the coupling", overhung(read(80, 120, 1, false), read(560, 8, 1, false),
			read(560, 90, 7, true)), Bend, "", true},
		{"bent at the seal, and so the sleeve", overhung(read(80, 5, 3, false), read(500, 40, 4, false),
			read(560, 98, 4, false), read(560, 95, 4, true)), Bend, "", false},
	}
	for _, tt := range tests {
		got := tt.shaft.Origins()
		if len(got) == 0 {
			t.Errorf("%s: nothing", tt.name)
			continue
		}
		o := got[0]
		if o.Cause != tt.cause || o.Seat != tt.seat || o.SleeveOff != tt.sleeveOff {
			t.Errorf("%s: first %s %s, sleeve off %v", tt.name, o.Cause, o.Seat, o.SleeveOff)
			for _, o := range got {
				t.Logf("   %.2f %s %s sleeve %v, %v to %v", o.Share, o.Cause, o.Seat, o.SleeveOff, o.From.Um(), o.To.Um())
			}
		}
	}
}

// What is told of the shaft is what was read there.
func TestTheCurveGoesThroughTheReadings(t *testing.T) {
	s := overhung(read(80, 25, 9, false), read(290, 40, 3, false), read(560, 123, 3, false))
	o := s.Origins()[0]
	for _, r := range s.Readings {
		at := o.RunoutAt(r.Z)
		if off := at.Size() - r.Size; off.Abs() > 8*um {
			t.Errorf("at %v: %v, read %v", r.Z.Um(), at.Size().Um(), r.Size.Um())
		}
	}
	if at := o.RunoutAt(160 * quantity.Millimetre); at.Size() > um {
		t.Errorf("the seat that is not off runs out %v", at.Size().Um())
	}
	if d := o.RunoutAt(560 * quantity.Millimetre).Degrees(); d < 80 || d > 100 {
		t.Errorf("the high spot is at %.0f degrees", d)
	}
}

// A third place is asked for where the explanations part.
func TestWhereToReadNext(t *testing.T) {
	s := overhung(read(80, 5, 3, false), read(560, 100, 7, true))
	z, apart, ok := s.Where(s.Origins())
	if !ok || z != 560*quantity.Millimetre || apart < 20*um {
		t.Errorf("a sleeve and a bend part on the bare shaft under the sleeve: %v, %v, %v", z.Um(), apart.Um(), ok)
	}
	both := overhung(read(80, 60, 3, false), read(560, 100, 3, false))
	if z, _, ok := both.Where(both.Origins()); !ok || z < 160*quantity.Millimetre || z > 420*quantity.Millimetre {
		t.Errorf("a bend between the bearings shows between them: %v, %v", z.Um(), ok)
	}
	for _, few := range []Shaft{{}, {Bearings: both.Bearings}, overhung(read(80, 60, 3, false))} {
		if got := few.Origins(); got != nil {
			t.Errorf("%d readings tell %v", len(few.Readings), got)
		}
	}
}
