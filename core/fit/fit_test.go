package fit

import (
	"strings"
	"testing"

	"settle/core/quantity"
)

const (
	um = quantity.Micrometre
	mm = quantity.Millimetre
)

// Rows of the published ISO 286 tables, in µm.
func TestClasses(t *testing.T) {
	for _, tt := range []struct {
		part      Part
		class     string
		nominal   quantity.Length
		low, high float64
	}{
		{Shaft, "k5", 50 * mm, 2, 13}, {Shaft, "k6", 50 * mm, 2, 18}, {Shaft, "j6", 50 * mm, -5, 11}, {Shaft, "h6", 50 * mm,
			-16, 0},
		{Shaft, "m5", 60 * mm, 11, 24}, {Shaft, "m6", 60 * mm, 11, 30}, {Shaft, "n6", 18 * mm, 12, 23}, {Shaft, "g6",
			25 * mm, -20, -7},
		{Shaft, "js5", 30 * mm, -4.5, 4.5}, {Shaft, "js6", 100 * mm, -11, 11}, {Shaft, "j5", 30 * mm, -4, 5}, {Shaft, "h5",
			120 * mm, -15, 0},
		{Housing, "H6", 80 * mm, 0, 19}, {Housing, "H7", 110 * mm, 0, 35}, {Housing, "H8", 200 * mm, 0, 72}, {Housing, "J7",
			110 * mm, -13, 22},
		{Housing, "JS7", 110 * mm, -17.5, 17.5}, {Housing, "K7", 90 * mm, -25, 10}, {Housing, "G7", 90 * mm, 12, 47},
		// A step of the table belongs to the row that ends there.
		{Shaft, "k5", 50*mm + 1, 2, 15}, {Shaft, "k5", 250 * mm, 4, 24},
	} {
		got, err := Class(tt.part, tt.class, tt.nominal)
		if err != nil {
			t.Errorf("%s %s: %v", tt.nominal, tt.class, err)
			continue
		}
		if want := (Band{quantity.Length(tt.low * 1000), quantity.Length(tt.high * 1000)}); got != want {
			t.Errorf("%s %s: got %v, want %v", tt.nominal, tt.class, got, want)
		}
	}
	for _, tt := range []struct {
		part    Part
		class   string
		nominal quantity.Length
		names   string
	}{
		{Shaft, "H7", 50 * mm, "class"}, {Housing, "k5", 50 * mm, "class"}, {"ring", "k5", 50 * mm, "part"},
		{Shaft, "k5", 10 * mm, "nominal"}, {Shaft, "k5", 250*mm + 1, "nominal"},
	} {
		if _, err := Class(tt.part, tt.class, tt.nominal); err == nil || !strings.Contains(err.Error(), tt.names) {
			t.Errorf("%s %s on %s: got %v, want an error on %s", tt.class, tt.part, tt.nominal, err, tt.names)
		}
	}
}

// Every class holds on every row: the bands are neither empty nor turned round,
// and wider for larger sizes.
func TestClassesGrowWithSize(t *testing.T) {
	for _, part := range []Part{Shaft, Housing} {
		for _, class := range Classes(part) {
			var before quantity.Length
			for _, r := range rows {
				b, err := Class(part, class, quantity.Length(r.to)*mm)
				if err != nil {
					t.Fatal(err)
				}
				if b.Width() <= before {
					t.Errorf("%s at %d mm: width %s after %s", class, r.to, b.Width(), before)
				}
				before = b.Width()
			}
		}
	}
}

func diameters(plane string, values ...quantity.Length) []Diameter {
	var list []Diameter
	for _, v := range values {
		list = append(list, Diameter{plane, v})
	}
	return list
}

func TestSeat(t *testing.T) {
	base := 50 * mm
	tests := []struct {
		name     string
		seat     Seat
		mean     quantity.Length
		worst    quantity.Length
		ovality  quantity.Length
		taper    quantity.Length // −1 for none
		grip     Band
		warnings string
	}{
		{"a good journal", Seat{Shaft, base, "k5", append(diameters("A", base+6*um, base+8*um), diameters("B", base+7*um,
			base+7*um)...), um},
			7 * um, 6 * um, 2 * um, 0, Band{7 * um, 19 * um}, ""},
		{"one plane has no taper", Seat{Shaft, base, "k5", diameters("A", base+6*um), um}, 6 * um, 6 * um, 0, -1,
			Band{6 * um, 18 * um}, ""},
		{"one reading beyond a good mean", Seat{Shaft, base, "k5", diameters("A", base-um, base+9*um, base+10*um), um},
			6 * um, -um, 11 * um, -1, Band{6 * um, 18 * um}, "oval"},
		{"a tapered bore", Seat{Housing, 110 * mm, "H7", append(diameters("A", 110*mm), diameters("B", 110*mm+20*um)...), um},
			10 * um, 0, 0, 20 * um, Band{-25 * um, -10 * um}, "tapered"},
		{"half of the width is not more than half", Seat{Housing, 100 * mm, "H6", diameters("A", 100*mm+2*um, 100*mm+13*um),
			um},
			7500, 2 * um, 11 * um, -1, Band{-22500, -7500}, ""},
	}
	for _, tt := range tests {
		r, err := tt.seat.Run()
		if err != nil {
			t.Errorf("%s: %v", tt.name, err)
			continue
		}
		taper := quantity.Length(-1)
		if r.Taper != nil {
			taper = *r.Taper
		}
		if r.Mean != tt.mean || r.Worst != tt.worst || r.Ovality != tt.ovality || taper != tt.taper || r.Grip != tt.grip ||
			strings.Join(r.Warnings, " ") != tt.warnings {
			t.Errorf("%s: got %+v (taper %s)", tt.name, r, taper)
		}
	}
	for _, tt := range []struct {
		names string
		seat  Seat
	}{
		{"graduation", Seat{Shaft, base, "k5", diameters("A", base), 0}},
		{"readings", Seat{Shaft, base, "k5", nil, um}},
		{"readings[1].value", Seat{Shaft, base, "k5", diameters("A", base, 0), um}},
		{"readings[0].plane", Seat{Shaft, base, "k5", diameters(" ", base), um}},
	} {
		if _, err := tt.seat.Run(); err == nil || !strings.Contains(err.Error(), tt.names) {
			t.Errorf("got %v, want an error on %s", err, tt.names)
		}
	}
}

func TestInternalClearance(t *testing.T) {
	normal, c3, ok := InternalClearance(50 * mm)
	if !ok || normal != (Band{6 * um, 23 * um}) || c3 != (Band{18 * um, 36 * um}) {
		t.Errorf("50 mm: %v %v %v", normal, c3, ok)
	}
	for _, bore := range []quantity.Length{10 * mm, 121 * mm} {
		if _, _, ok := InternalClearance(bore); ok {
			t.Errorf("%s has a clearance", bore)
		}
	}
}
