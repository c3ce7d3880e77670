package quantity

import (
	"errors"
	"math"
	"strings"
	"testing"
)

// What is no length has its unit, or that of its box; where neither says, it is refused with what it
// may have meant.
func TestPressuresAndVibrations(t *testing.T) {
	for _, tt := range []struct {
		text string
		unit PressureUnit
		bar  float64
	}{
		{"4 bar", "", 4}, {"60 psi", "", 4.13685}, {"60psi", Bar, 4.13685}, {"400 kPa", "", 4}, {"0.4 MPa", PSI, 4},
		{"4", Bar, 4}, {"60", PSI, 4.13685}, {" 4,5 bar ", "", 4.5}, {"4 barg", "", 4}, {"0 psi", "", 0},
	} {
		if p, err := ParsePressure(tt.text, tt.unit); err != nil || math.Abs(float64(p)-tt.bar) > 1e-4 {
			t.Errorf("%q in %q: %v, %v", tt.text, tt.unit, p, err)
		}
	}
	for text, says := range map[string]string{"60": "60 bar or 60 psi", "hand": "not understood", "": "not understood",
		"4 N": "not understood", "1,200 kPa": "1200 kPa or 1.2 kPa", "4 bar, 10 min": "not understood"} {
		if _, err := ParsePressure(text, ""); err == nil || !strings.Contains(err.Error(), says) {
			t.Errorf("pressure %q: %v, want %s", text, err, says)
		}
	}
	// A velocity in inches is a peak, one in millimetres is rms: a sine has its peak √2 over it.
	for text, mmS := range map[string]float64{"2.1 mm/s": 2.1, "2,1 mm/s rms": 2.1, "0.12 in/s": 0.12 * 25.4 / math.Sqrt2,
		"0.12 ips": 0.12 * 25.4 / math.Sqrt2} {
		if v, err := ParseVelocity(text, ""); err != nil || math.Abs(float64(v)-mmS) > 1e-9 {
			t.Errorf("vibration %q: %v, %v", text, v, err)
		}
	}
	for _, text := range []string{"2.1", "much", "-1 mm/s", "5000 mm/s", "2 m/s"} {
		if v, err := ParseVelocity(text, ""); err == nil {
			t.Errorf("vibration %q is %v", text, v)
		}
	}
	if v, err := ParseVelocity("0.12", InchPerSecond); err != nil || math.Abs(float64(v)-0.12*25.4/math.Sqrt2) > 1e-9 {
		t.Errorf("in a box of in/s: %v, %v", v, err)
	}
	// What was kept before units were asked reads as it did then.
	if v, err := ParseVelocityKept("1,400"); err != nil || v != 1.4 {
		t.Errorf("kept: %v, %v", v, err)
	}
	if c, err := ParseTemperatureKept("108"); err != nil || c != 108 {
		t.Errorf("kept: %v, %v", c, err)
	}
}

// D2: a comma before three digits may part thousands; nobody guesses.
func TestAnAmbiguousComma(t *testing.T) {
	for text, either := range map[string][2]string{
		"1,760":    {"1760", "1.76"},
		"-1,760":   {"-1760", "-1.76"},
		"12,500":   {"12500", "12.5"},
		"999,000":  {"999000", "999"},
		" 3,560 ":  {"3560", "3.56"},
		"\t1,050 ": {"1050", "1.05"},
	} {
		_, err := Count(text).Value()
		var asked *Ambiguous
		if !errors.As(err, &asked) || asked.Readings[0] != either[0] || asked.Readings[1] != either[1] {
			t.Errorf("%q: %v, want %v", text, err, either)
			continue
		}
		for _, reading := range asked.Either() {
			if _, err := Count(reading).Value(); err != nil {
				t.Errorf("%q offers %q, which is refused: %v", text, reading, err)
			}
		}
	}
	for _, text := range []string{"0,250", ",250", "12,5", "1,25", "1,2345", "1234,567", "1.760", "12.500", "1760",
		"1/2"} {
		if _, err := Count(text).Value(); err != nil {
			t.Errorf("%q: %v", text, err)
		}
	}
	for _, text := range []string{"1,234,567", "1.234,5", "1 760", "1'000", "1 000"} {
		var asked *Ambiguous
		if _, err := Count(text).Value(); err == nil || errors.As(err, &asked) {
			t.Errorf("%q: %v, want it not understood", text, err)
		}
	}
	for text, want := range map[string]string{"7,147 thou": "7147 thou or 7.147 thou", "1,000 mm": "1000 mm or 1 mm"} {
		if _, err := Parse(text, ""); err == nil || !strings.Contains(err.Error(), want) {
			t.Errorf("%q: %v, want %s", text, err, want)
		}
		if _, err := ParseKept(text, ""); err != nil {
			t.Errorf("kept %q: %v", text, err)
		}
	}
	// Nobody means a length of more than three metres: there the comma is decimal.
	for text, want := range map[string]Length{"1,250 in": Inch * 5 / 4, "50,006 mm": 50006 * Micrometre} {
		if l, err := Parse(text, ""); err != nil || l != want {
			t.Errorf("%q: %v, %v", text, l, err)
		}
	}
	if _, err := ParseTorque("1,200 N·m", ""); err == nil || !strings.Contains(err.Error(), "1200 N·m or 1.2 N·m") {
		t.Errorf("a torque: %v", err)
	}
}

// A bare number that looks like a slip of the unit is asked back, with both readings.
func TestSlips(t *testing.T) {
	const half, none = Thou / 2, 0
	for _, tt := range []struct {
		text     string
		field    Unit
		division Length
		want     Slip
	}{
		{"0.002", UnitThou, half, ManyDecimals}, {".0025", UnitThou, none, ManyDecimals},
		{"0.002", UnitMillimetre, none, ""}, {"0,002", UnitThou, none, ManyDecimals},
		{"0.000", UnitThou, half, ""}, {"3/16", UnitThou, half, BareFraction}, {"1-25/32", UnitMillimetre, none,
			BareFraction},
		{"0.1", UnitThou, half, UnderDivision}, {"0.3", UnitThou, half, ""}, {"0", UnitThou, half, ""},
		{"-0.1", UnitThou, half, UnderDivision}, {"0.002 in", UnitThou, half, ""}, {"2", UnitThou, half, ""},
		{"two", UnitThou, half, ""}, {"", UnitThou, half, ""},
	} {
		if got := SlipOf(tt.text, tt.field, tt.division); got != tt.want {
			t.Errorf("%q in %s is the slip %q, want %q", tt.text, tt.field, got, tt.want)
		} else if got != "" {
			for _, reading := range got.Ask(tt.text, tt.field).Readings {
				if _, err := Parse(reading, ""); err != nil {
					t.Errorf("%q offers %q: %v", tt.text, reading, err)
				}
			}
		}
	}
}

// 8d: what a person has named, such as a place, is a part of a sentence and never its form.
func TestASentenceIsNoFormat(t *testing.T) {
	if got := Say("At the place %s it is %s.", "50% side", Thou); got.Thou != "At the place 50% side it is 1.0 thou." {
		t.Errorf("it says %q", got.Thou)
	}
	if got := Say("%s", "100 %d"); got.Mm != "100 %d" {
		t.Errorf("it says %q", got.Mm)
	}
}
