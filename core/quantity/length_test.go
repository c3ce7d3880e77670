package quantity

import (
	"math/rand/v2"
	"testing"
)

func TestParse(t *testing.T) {
	tests := []struct {
		text string
		unit Unit
		want Length
	}{
		{"2", UnitThou, 2 * Thou},
		{"-1.5", UnitThou, -38_100},
		{"+.5", UnitThou, 12_700},
		{"+.5", UnitMillimetre, 500 * Micrometre},
		{"2 thou", UnitMillimetre, 50_800},
		{"2THOU", "", 50_800},
		{`0.002"`, "", 50_800},
		{".002 in", "", 50_800},
		{"0.002″", "", 50_800},
		{"0.05 mm", UnitThou, 50 * Micrometre},
		{"0,05 mm", UnitThou, 50 * Micrometre},
		{"50 um", "", 50 * Micrometre},
		{"50 µm", "", 50 * Micrometre},
		{"50 μm", "", 50 * Micrometre},
		{"50 µM", "", 50 * Micrometre},
		{"3/16 in", "", 4_762_500},
		{"3 / 16 in", "", 4_762_500},
		{"1-25/32 in", "", 45_243_750},
		{`1 25/32"`, "", 45_243_750},
		{"-1-25/32 in", "", -45_243_750},
		{"−2 thou", "", -2 * Thou},
		{"- 2 thou", "", -2 * Thou},
		{"1/64 in", "", 396_875},
		{"5/4 in", "", 31_750_000},
		{"1/3 in", "", 8_466_667},
		{"-1/3 in", "", -8_466_667},
		{"  7\u00a0mm ", "", 7 * Millimetre},
		{"0", UnitThou, 0},
		{"-0", UnitThou, 0},
		{"0.00000000000000001 mm", "", 0},
		{"39370 in", "", 39370 * Inch},
	}
	for _, tt := range tests {
		got, err := Parse(tt.text, tt.unit)
		if err != nil || got != tt.want {
			t.Errorf("Parse(%q, %q) = %d, %v; want %d", tt.text, tt.unit, got, err, tt.want)
		}
	}
}

func TestParseRefuses(t *testing.T) {
	for _, text := range []string{
		"", "  ", "two thou", "2 mil", "2 mils", "1,234.5 mm", "1.2.3 mm", "1e3 mm", "--2 thou", "2 in 3", "1 2 in", "1-2 in",
		"1-25/16 in", "3/0 in", "3/ in", "/3 in", "1.5/2 in", ". mm", "-", "+", "2 cm", "2''", "0x10 mm", "NaN", "inf mm",
		"²mm",
		"99999999999999999999 mm", "2000000 mm", "9223372036854775807/2 in", "4611686018427387904-1/3 in", "2 ММ",
		"00000000000000000000000000000000000000000001 mm",
	} {
		if got, err := Parse(text, UnitThou); err == nil {
			t.Errorf("Parse(%q) = %d, want an error", text, got)
		}
	}
	if got, err := Parse("7", ""); err == nil {
		t.Errorf("a bare number without the field's unit gave %d, want an error", got)
	}
}

func TestFormat(t *testing.T) {
	tests := []struct {
		l        Length
		unit     Unit
		decimals int
		want     string
	}{
		{50_800, UnitThou, 1, "2.0"},
		{50 * Micrometre, UnitThou, 6, "1.968504"},
		{-38_100, UnitThou, 1, "-1.5"},
		{-1, UnitThou, 1, "0.0"},
		{1_270, UnitThou, 1, "0.1"}, // half a tenth goes up
		{1_269, UnitThou, 1, "0.0"},
		{25_399_999, UnitInch, 3, "1.000"},
		{50_800, UnitMillimetre, 3, "0.051"},
		{45_243_750, UnitMillimetre, 6, "45.243750"},
		{MaxLength, UnitThou, 6, "39370078.740157"},
		{7 * Millimetre, UnitMillimetre, 0, "7"},
	}
	for _, tt := range tests {
		if got := tt.l.In(tt.unit, tt.decimals); got != tt.want {
			t.Errorf("Length(%d).In(%s, %d) = %s, want %s", tt.l, tt.unit, tt.decimals, got, tt.want)
		}
	}
	if got := Length(50_000).String(); got != "0.05 mm" {
		t.Errorf("String() = %q, want 0.05 mm", got)
	}
	if got := (200 * Thou).Exact(UnitThou); got != "200" {
		t.Errorf("Exact = %q, want 200: the noughts of a whole number stay", got)
	}
}

// Readings are kept to the resolution of a gauge; changing the unit shown and
// typing it back must give the same length.
func TestThereAndBackIsExact(t *testing.T) {
	rng := rand.New(rand.NewPCG(1, 2))
	for range 20_000 {
		l := Length(rng.Int64N(2*int64(Inch))) - Inch
		for _, step := range []struct {
			unit Unit
			size Length
		}{{UnitThou, Thou / 10}, {UnitMillimetre, Micrometre}, {UnitMicrometre, 1}, {UnitInch, Inch / 10_000}} {
			l := l - l%step.size
			back, err := Parse(l.Exact(step.unit), step.unit)
			if err != nil || back != l {
				t.Fatalf("%d nm is written %s %s and read back as %d, %v", l, l.Exact(step.unit), step.unit, back, err)
			}
		}
	}
}

func FuzzParse(f *testing.F) {
	for _, s := range []string{"2", "-1.5", "+.5 thou", `1 25/32"`, "1-25/32 in", "0,05 mm", "50 µm", "−2 thou",
		"9223372036854775807/3 in", "1/", "\xff"} {
		f.Add(s)
	}
	f.Fuzz(func(t *testing.T, text string) {
		l, err := Parse(text, UnitMillimetre)
		if err != nil {
			return
		}
		if l > MaxLength || l < -MaxLength {
			t.Fatalf("Parse(%q) = %d, beyond a kilometre", text, l)
		}
		if back, err := Parse(l.String(), ""); err != nil || back != l {
			t.Fatalf("Parse(%q) = %d, which is written %s and read back as %d, %v", text, l, l, back, err)
		}
	})
}

func TestParseTorque(t *testing.T) {
	for text, want := range map[string]float64{
		"30 N·m": 30, "30Nm": 30, "30 n.m": 30, "30 N m": 30, "22 lbf·ft": 29.82799, "22 ft-lbf": 29.82799,
		"100 lbf in": 11.29848, "3,5 kgf·m": 34.32328,
	} {
		got, err := ParseTorque(text, "")
		if err != nil || got.NM()-want > 1e-5 || want-got.NM() > 1e-5 {
			t.Errorf("ParseTorque(%q) = %v, %v; want %v", text, got, err, want)
		}
	}
	for _, text := range []string{"", "30", "N·m", "30 mm", "1.2.3 Nm", "--3 Nm"} {
		if got, err := ParseTorque(text, ""); err == nil {
			t.Errorf("ParseTorque(%q) = %v, want an error", text, got)
		}
	}
}
