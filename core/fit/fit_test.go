package fit

import (
	"strings"
	"testing"

	"settle/core/judge"
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
		{Shaft, "p6", 50 * mm, 26, 42}, {Shaft, "p6", 8 * mm, 15, 24}, {Shaft, "r6", 65 * mm, 41, 60}, {Shaft, "r6", 66 * mm,
			43, 62},
		{Shaft, "r6", 250 * mm, 84, 113}, {Shaft, "r6", 10 * mm, 19, 28}, {Housing, "M7", 100 * mm, -35, 0}, {Housing, "N7",
			50 * mm, -33, -8},
		{Housing, "P7", 200 * mm, -79, -33}, {Housing, "G7", 10 * mm, 5, 20}, {Shaft, "j5", 7 * mm, -2, 4},
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
		{Shaft, "k5", 6 * mm, "nominal"}, {Shaft, "k5", 250*mm + 1, "nominal"},
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
		{"a good journal", seat(Shaft, base, "k5", append(diameters("A", base+6*um, base+8*um), diameters("B", base+7*um,
			base+7*um)...), um),
			7 * um, 6 * um, 2 * um, 0, Band{7 * um, 19 * um}, ""},
		{"one plane has no taper", seat(Shaft, base, "k5", diameters("A", base+6*um), um), 6 * um, 6 * um, 0, -1,
			Band{6 * um, 18 * um}, ""},
		{"one reading beyond a good mean", seat(Shaft, base, "k5", diameters("A", base-um, base+9*um, base+10*um), um),
			6 * um, -um, 11 * um, -1, Band{6 * um, 18 * um}, "oval"},
		{"a tapered bore", seat(Housing, 110*mm, "H7", append(diameters("A", 110*mm), diameters("B", 110*mm+20*um)...), um),
			10 * um, 0, 0, 20 * um, Band{-25 * um, -10 * um}, "tapered"},
		{"half of the width is not more than half", seat(Housing, 100*mm, "H6", diameters("A", 100*mm+2*um, 100*mm+13*um),
			um),
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
		{"graduation", seat(Shaft, base, "k5", diameters("A", base), 0)},
		{"readings", seat(Shaft, base, "k5", nil, um)},
		{"readings[1].value", seat(Shaft, base, "k5", diameters("A", base, 0), um)},
		{"readings[0].plane", seat(Shaft, base, "k5", diameters(" ", base), um)},
	} {
		if _, err := tt.seat.Run(); err == nil || !strings.Contains(err.Error(), tt.names) {
			t.Errorf("got %v, want an error on %s", err, tt.names)
		}
	}
}

func seat(p Part, nominal quantity.Length, class string, readings []Diameter, graduation quantity.Length) Seat {
	return Seat{Part: p, Nominal: nominal, Class: class, Readings: readings, Graduation: graduation}
}

// A journal of 50 mm ten degrees warmer than its micrometer reads 6 µm too large; with a
// maximum permissible error of 2 µm its uncertainty is √(1 + 16)/√3 µm.
func TestAWarmSeatIsCorrected(t *testing.T) {
	warm := seat(Shaft, 50*mm, "k5", diameters("A", 50*mm+14*um), um)
	warm.Warmth, warm.MPE = &Warmth{Part: 30, Gauge: 20, Alpha: Steel}, 2*um
	r, err := warm.Run()
	if err != nil || r.Correction != -6*um || r.Mean != 8*um || r.Uncertainty.Length() != 2380 {
		t.Errorf("got %+v, %v", r, err)
	}
	for names, spoil := range map[string]func(*Seat){
		"temperature.part_c":  func(s *Seat) { s.Warmth.Part = 201 },
		"temperature.gauge_c": func(s *Seat) { s.Warmth.Gauge = -51 },
		"temperature.alpha":   func(s *Seat) { s.Warmth.Alpha = 0 },
		"mpe":                 func(s *Seat) { s.MPE = -1 },
	} {
		bad, warmth := warm, *warm.Warmth
		bad.Warmth = &warmth
		spoil(&bad)
		if _, err := bad.Run(); err == nil || !strings.Contains(err.Error(), names) {
			t.Errorf("got %v, want an error on %s", err, names)
		}
	}
}

func TestInternalClearance(t *testing.T) {
	for _, tt := range []struct {
		bore  quantity.Length
		group Group
		want  Band
	}{
		{50 * mm, Normal, Band{6 * um, 23 * um}},
		{50 * mm, C3, Band{18 * um, 36 * um}},
		{8 * mm, C4, Band{14 * um, 29 * um}},
		{200 * mm, C2, Band{2 * um, 30 * um}},
	} {
		if got, ok := InternalClearance(tt.bore, tt.group); !ok || got != tt.want {
			t.Errorf("%s %s: %v %v", tt.bore, tt.group, got, ok)
		}
	}
	for _, bore := range []quantity.Length{6 * mm, 201 * mm} {
		if _, ok := InternalClearance(bore, Normal); ok {
			t.Errorf("%s has a clearance", bore)
		}
	}
}

// By hand: 50 × 110, C3 18 to 36 µm; 2 to 25 µm of grip take 1.6 to 20 off, five degrees
// 12e-6·5·(440 + 50)/5 mm = 5.88 µm. Cold −2 to 34.4, left −7.88 to 28.52, middle 10.32;
// half widths 9 and 9.2 together 12.87.
func TestWhatIsLeftOfTheClearance(t *testing.T) {
	m := Mounted{Bore: 50 * mm, Outside: 110 * mm, Group: C3, Shaft: Band{2 * um, 25 * um}, InnerHotter: 5,
		Limit: judge.Bounds{Min: new(quantity.Length(0))}}
	got, err := m.Run()
	if err != nil || got.Cold != (Band{-2 * um, 34400}) || got.HeatLoss != 5880 || got.Middle != 10320 ||
		got.Likely != (Band{-2550, 23190}) || got.Result != LikelyClose {
		t.Errorf("got %+v, %v", got, err)
	}
	if g, result := m.ToFit(); g != C3 || result != LikelyClose { // normal: middle −1.2
		t.Errorf("fit %q", g)
	}
	for names, spoil := range map[string]func(*Mounted){
		"bore": func(m *Mounted) { m.Bore = 6 * mm }, "group": func(m *Mounted) { m.Group = "C5" },
		"outside": func(m *Mounted) { m.Outside = m.Bore }, "shaft": func(m *Mounted) { m.Shaft.Low = mm },
		"housing":        func(m *Mounted) { m.Housing = &Band{1, 0} },
		"inner_hotter_k": func(m *Mounted) { m.InnerHotter = 101 },
	} {
		bad := m
		spoil(&bad)
		if _, err := bad.Run(); err == nil || !strings.HasPrefix(err.Error(), names) {
			t.Errorf("got %v, want an error on %s", err, names)
		}
	}
}
