package gauge

import (
	"math"
	"math/rand/v2"
	"slices"
	"testing"

	"settle/core/field"
	"settle/core/quantity"
)

const thou = quantity.Thou

// clockwise makes readings evenly round the circle from 12.
func clockwise(values ...quantity.Length) []Reading {
	var rs []Reading
	for i, v := range values {
		rs = append(rs, Reading{Degrees: float64(i) * 360 / float64(len(values)), Value: v})
	}
	return rs
}

func TestRunout(t *testing.T) {
	tests := []struct {
		name          string
		dial          Dial
		tir, judged   quantity.Length
		high, centre  float64 // −1 where there is none
		form, closure quantity.Length
		warnings      []string
	}{
		{
			// Off centre by 1 thou towards 3: r = cos(θ − 90°).
			name: "an eccentric rim", tir: 2 * thou, judged: 2 * thou, high: 90, centre: 90,
			dial: Dial{Surface: Rim, Indicator: Fixed, Graduation: thou / 2, Readings: clockwise(0, thou, 0, -thou)},
		},
		{
			name: "the same in a bore: the centre lies away from the near wall", tir: 2 * thou, judged: 2 * thou, high: 90,
			centre: 270,
			dial:   Dial{Surface: Bore, Indicator: Turns, Graduation: thou / 2, Readings: clockwise(0, thou, 0, -thou)},
		},
		{
			// Pure ovality over eight places: no circle, all of it form.
			name: "an oval", tir: 2 * thou, judged: 2 * thou, high: -1, centre: -1, form: 2 * thou,
			warnings: []string{SumRuleBroken},
			dial: Dial{Surface: Rim, Indicator: Fixed, Graduation: thou / 2, Readings: clockwise(thou, 0, -thou, 0, thou, 0,
				-thou, 0)},
		},
		{
			// Oval by four points: 12 + 6 against 3 + 9 is off by 4 thou.
			name: "the sum rule", tir: 2 * thou, judged: 2 * thou, high: -1, centre: -1, warnings: []string{SumRuleBroken},
			dial: Dial{Surface: Rim, Indicator: Fixed, Graduation: thou / 2, Readings: clockwise(thou, -thou, thou, -thou)},
		},
		{
			// The high spot at 45° between two readings: 2·√2 instead of 2.
			name: "the high spot between two readings", tir: 2 * thou, judged: 71_842, high: 45, centre: 45,
			warnings: []string{BetweenReadings},
			dial:     Dial{Surface: Rim, Indicator: Fixed, Graduation: thou / 2, Readings: clockwise(thou, thou, -thou, -thou)},
		},
		{
			name: "the needle did not return", tir: 2 * thou, judged: 2 * thou, high: 90, centre: 90, closure: 2 * thou,
			warnings: []string{DidNotReturn},
			dial: Dial{Surface: Rim, Indicator: Fixed, Graduation: thou / 2, Readings: clockwise(0, thou, 0, -thou),
				BackToStart: new(2 * thou)},
		},
		{
			// A true rim read with an arm that droops 4 thou: 0, −2, −4, −2.
			name: "sag taken off a true rim", high: -1, centre: -1,
			dial: Dial{Surface: Rim, Indicator: Turns, Graduation: thou / 2, Readings: clockwise(0, -2*thou, -4*thou, -2*thou),
				Sag: new(-4 * thou)},
		},
		{
			name: "sag taken off a true bore", high: -1, centre: -1,
			dial: Dial{Surface: Bore, Indicator: Turns, Graduation: thou / 2, Readings: clockwise(0, 2*thou, 4*thou, 2*thou),
				Sag: new(-4 * thou)},
		},
		{
			name: "a sweep is judged before the positions", tir: 5 * thou, judged: 5 * thou, high: 90, centre: 90,
			dial: Dial{Surface: Rim, Indicator: Fixed, Graduation: thou / 2, Readings: clockwise(0, thou, 0, -thou),
				Sweep: &Sweep{-2 * thou, 3 * thou}},
		},
	}
	for _, tt := range tests {
		r, err := tt.dial.Run()
		if err != nil {
			t.Errorf("%s: %v", tt.name, err)
			continue
		}
		high, centre := -1.0, -1.0
		if r.HighDeg != nil {
			high, centre = *r.HighDeg, *r.CentreDeg
		}
		if r.TIR != tt.tir || r.Judged != tt.judged || high != tt.high || centre != tt.centre || value(r.Form) != tt.form ||
			value(r.Closure) != tt.closure || !slices.Equal(r.Warnings, tt.warnings) {
			t.Errorf("%s: TIR %d judged %d high %v centre %v form %d closure %d warnings %v; want %d %d %v %v %d %d %v", tt.name,
				r.TIR, r.Judged, high, centre, value(r.Form), value(
					r.Closure), r.Warnings, tt.tir, tt.judged, tt.high, tt.centre, tt.form, tt.closure, tt.warnings)
		}
	}
}

func value(l *quantity.Length) quantity.Length {
	if l == nil {
		return 0
	}
	return *l
}

func TestFaceTilt(t *testing.T) {
	// 5 thou over 5 in is 1 mm per m; at 3 in it is 3 thou.
	r, err := Dial{Surface: Face, Indicator: Turns, Graduation: thou, Readings: clockwise(0, 0, 5*thou, 0),
		Sweep:         &Sweep{0, 5 * thou},
		SweepDiameter: new(5 * quantity.Inch), FaceDiameter: new(3 * quantity.Inch)}.Run()
	if err != nil || *r.Tilt != 1 || *r.AtFace != 3*thou || r.Measured() != 3*thou || r.Eccentricity != nil ||
		r.CentreDeg != nil {
		t.Errorf("got %+v, %v; want 1 mm per m, 3 thou at the face and no centre", r, err)
	}
}

// Shifting all readings changes nothing; turning them turns the high spot as much.
func TestRunoutShiftedAndTurned(t *testing.T) {
	rng := rand.New(rand.NewPCG(3, 4))
	for range 500 {
		n := 4 + rng.IntN(9)
		d := Dial{Surface: Rim, Indicator: Fixed, Graduation: thou / 10}
		for i := range n {
			d.Readings = append(d.Readings, Reading{float64(i*360/n) + rng.Float64()*5,
				quantity.Length(rng.IntN(200_000) - 100_000)})
		}
		base, err := d.Run()
		if err != nil {
			t.Fatal(err)
		}
		shift, turn := quantity.Length(rng.IntN(1_000_000)), float64(rng.IntN(360))
		moved := d
		moved.Readings = nil
		for _, r := range d.Readings {
			moved.Readings = append(moved.Readings, Reading{math.Mod(r.Degrees+turn, 360), r.Value + shift})
		}
		got, err := moved.Run()
		if err != nil {
			t.Fatal(err)
		}
		if got.TIR != base.TIR || (got.Judged-base.Judged).Abs() > 1 || (value(got.Form)-value(base.Form)).Abs() > 1 ||
			(got.HighDeg == nil) != (base.HighDeg == nil) {
			t.Fatalf("shifted by %d and turned by %v: %+v, before %+v", shift, turn, got, base)
		}
		if base.HighDeg != nil {
			off := math.Mod(*got.HighDeg-*base.HighDeg-turn+900, 360) - 180
			if math.Abs(off) > 0.11 {
				t.Fatalf("turned by %v the high spot went from %v to %v", turn, *base.HighDeg, *got.HighDeg)
			}
		}
	}
}

func TestRunoutRefuses(t *testing.T) {
	good := func() Dial {
		return Dial{Surface: Bore, Indicator: Turns, Graduation: thou, Readings: clockwise(0, thou, 0, -thou)}
	}
	tests := []struct {
		field string
		spoil func(*Dial)
	}{
		{"surface", func(d *Dial) { d.Surface = "edge" }},
		{"indicator", func(d *Dial) { d.Indicator = "" }},
		{"graduation", func(d *Dial) { d.Graduation = 0 }},
		{"readings", func(d *Dial) { d.Readings = d.Readings[:1] }},
		{"sag", func(d *Dial) { d.Sag = new(thou) }},
		{"sag", func(d *Dial) { d.Sag, d.Indicator = new(-thou), Fixed }},
		{"sag", func(d *Dial) { d.Sag, d.Surface = new(-thou), Face }},
		{"sag", func(d *Dial) { d.Sag, d.Sweep = new(-thou), &Sweep{} }},
		{"sweep", func(d *Dial) { d.Sweep = &Sweep{thou, 0} }},
		{"sweep_diameter", func(d *Dial) { d.SweepDiameter = new(quantity.Length(0)) }},
		{"face_diameter", func(d *Dial) { d.FaceDiameter = new(-thou) }},
		{"readings[1]", func(d *Dial) { d.Readings[1].Degrees = 0.5 }},
		{"readings[3]", func(d *Dial) { d.Readings[3].Degrees = math.NaN() }},
	}
	for _, tt := range tests {
		d := good()
		tt.spoil(&d)
		_, err := d.Run()
		if err == nil || field.All(err)[0].Field != tt.field {
			t.Errorf("%+v: got %v, want an error on %s", d, err, tt.field)
		}
	}
}

func TestPlay(t *testing.T) {
	f, err := Play([]Trial{{0, 3 * thou}, {thou, 4 * thou}, {5 * thou, 2 * thou}}, thou/2, 0)
	if err != nil || f.Mean != 3*thou || f.Spread != 0 || len(f.Warnings) != 0 {
		t.Errorf("three alike: %+v, %v", f, err)
	}
	f, err = Play([]Trial{{0, 2 * thou}, {0, 4 * thou}}, thou/2, 0)
	if err != nil || f.Mean != 3*thou || f.Spread != 2*thou || !slices.Equal(f.Warnings, []string{NotRepeating}) {
		t.Errorf("two that differ: %+v, %v", f, err)
	}
}

func TestClearance(t *testing.T) {
	g, err := Clearance([]GapAt{{At: "a", Low: 10 * thou, High: 12 * thou}, {At: "b", Low: 13 * thou, High: 13 * thou,
		Direct: true}})
	if err != nil || g.Lowest != 10*thou || g.Highest != 13*thou || g.Spread != 2*thou {
		t.Errorf("got %+v, %v; want 10 to 13 thou, middles 2 apart", g, err)
	}
	for _, bad := range [][]GapAt{nil, {{Low: -1, High: 1}}, {{Low: 2, High: 2}}, {{Low: -1, High: -1, Direct: true}}} {
		if _, err := Clearance(bad); err == nil {
			t.Errorf("%+v was taken", bad)
		}
	}
}

func TestClock(t *testing.T) {
	for clock, degrees := range map[string]float64{"12": 0, "3": 90, "1:30": 45, "10:30": 315, " 6 ": 180, "12:10": 5} {
		if got, err := ClockDegrees(clock); err != nil || got != degrees {
			t.Errorf("ClockDegrees(%q) = %v, %v; want %v", clock, got, err, degrees)
		}
	}
	for _, bad := range []string{"", "0", "13", "3:60", "three", "-3", "3:"} {
		if got, err := ClockDegrees(bad); err == nil {
			t.Errorf("ClockDegrees(%q) = %v, want an error", bad, got)
		}
	}
	for degrees, clock := range map[float64]string{0: "12", 359: "12", 45: "1:30", 90: "3", 15: "12:30", 352: "11:30"} {
		if got := DegreesClock(degrees); got != clock {
			t.Errorf("DegreesClock(%v) = %s, want %s", degrees, got, clock)
		}
	}
}

// Every warning is put into words.
func TestAdvice(t *testing.T) {
	for _, code := range []string{DidNotReturn, SumRuleBroken, BetweenReadings, FewReadings, Crowded, OneTrial,
		NotRepeating, "oval", "tapered", "one-sided-steps", "leaves-too-coarse", "tight-and-wide"} {
		if Advice(code) == "" {
			t.Errorf("nothing is said of %s", code)
		}
	}
}

func BenchmarkRunout(b *testing.B) {
	d := Dial{Surface: Rim, Indicator: Fixed, Graduation: thou / 2}
	for i := range 12 {
		d.Readings = append(d.Readings, Reading{float64(i * 30), quantity.Length(i%5) * thou})
	}
	b.ReportAllocs()
	for b.Loop() {
		if _, err := d.Run(); err != nil {
			b.Fatal(err)
		}
	}
}
