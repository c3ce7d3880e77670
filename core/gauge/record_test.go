package gauge

import (
	"math"
	"slices"
	"strings"
	"testing"

	"settle/core/field"
	"settle/core/quantity"
)

// turn is a recorded turn of waves with a drift from its first sample to its last, in nm.
func turn(n int, drift float64, at []float64, of func(degrees float64) float64) TurnRecord {
	t := TurnRecord{Surface: Rim, Indicator: Fixed, Graduation: quantity.Micrometre, At: at}
	for i := range n + 1 {
		degrees := 360 * float64(i) / float64(n)
		if at != nil {
			degrees = at[i]
		}
		t.Samples = append(t.Samples, quantity.Length(math.Round(of(degrees)+drift*degrees/360)))
	}
	return t
}

func swing(times, amplitude, high float64) func(float64) float64 {
	return func(degrees float64) float64 { return amplitude * math.Cos(times*(degrees-high)*math.Pi/180) }
}

// near allows what rounding samples to a nanometre leaves.
func near(got quantity.Length, want float64) bool { return math.Abs(float64(got)-want) <= 40 }

// What was put into a turn comes out of it: how far off centre, where it is high, and its form.
func TestARecordedTurn(t *testing.T) {
	const µm = 1000.0
	off := swing(1, 30*µm, 70)
	plus := func(all ...func(float64) float64) func(float64) float64 {
		return func(d float64) (sum float64) {
			for _, f := range all {
				sum += f(d)
			}
			return sum
		}
	}
	spot := func(d float64) float64 {
		if math.Abs(d-120) < 3 {
			return 60 * µm
		}
		return 0
	}
	rough := func(d float64) float64 { return 15 * µm * math.Cos(17*d*math.Pi/180) }
	for _, tt := range []struct {
		name                string
		record              TurnRecord
		once, twice, thrice float64
		high                float64
		shape               Form
		drifts              bool
	}{
		{"off centre", turn(72, 0, nil, off), 60 * µm, 0, 0, 70, Round, false},
		{"with a drift that is taken off", turn(72, 4*µm, nil, off), 60 * µm, 0, 0, 70, Round, false},
		{"that did not come back", turn(72, 12*µm, nil, off), 60 * µm, 0, 0, 70, Round, true},
		{"oval", turn(90, 0, nil, plus(off, swing(2, 12*µm, 20))), 60 * µm, 24 * µm, 0, 70, Oval, false},
		{"three-lobed", turn(90, 0, nil, plus(off, swing(3, 11*µm, 5))), 60 * µm, 0, 22 * µm, 70, ThreeLobed, false},
		{"rough", turn(180, 0, nil, plus(swing(1, 10*µm, 200), rough)), 20 * µm, 0, 0, 200, RoughTurned, false},
		{"not evenly spaced", turn(40, 0, uneven(40), off), 60 * µm, 0, 0, 70, Round, false},
	} {
		r, err := tt.record.Read()
		if err != nil {
			t.Fatalf("%s: %v", tt.name, err)
		}
		h := r.Harmonics
		if !near(h.Once, tt.once) || !near(h.Twice, tt.twice) || !near(h.Thrice, tt.thrice) {
			t.Errorf("%s: once %v, twice %v, thrice %v", tt.name, h.Once, h.Twice, h.Thrice)
		}
		if r.HighDeg == nil || math.Abs(*r.HighDeg-tt.high) > 0.1 || !near(*r.Eccentricity, tt.once/2) {
			t.Errorf("%s: high at %v, off centre %v", tt.name, r.HighDeg, r.Eccentricity)
		}
		if r.Shape != tt.shape || slices.Contains(r.Warnings, Drift) != tt.drifts {
			t.Errorf("%s is %s, warns of %v", tt.name, r.Shape, r.Warnings)
		}
	}
	r, err := turn(180, 0, nil, plus(swing(1, 5*µm, 0), spot)).Read()
	if err != nil || r.Shape != SpotOn || r.SpotDeg == nil || math.Abs(*r.SpotDeg-120) > 2 {
		t.Errorf("a burr at 120: %s at %v, %v", r.Shape, r.SpotDeg, err)
	}
	// In a bore the centre lies away from what pushes the plunger in; a face has no centre.
	bore := turn(72, 0, nil, off)
	bore.Surface = Bore
	if r, _ = bore.Read(); r.CentreDeg == nil || math.Abs(*r.CentreDeg-250) > 0.1 {
		t.Errorf("in a bore the centre is at %v", r.CentreDeg)
	}
	bore.Surface = Face
	if r, _ = bore.Read(); r.Eccentricity != nil || r.CentreDeg != nil || r.HighDeg == nil {
		t.Errorf("a face is off centre by %v", r.Eccentricity)
	}
}

func uneven(n int) []float64 {
	at := make([]float64, n+1)
	for i := range at {
		at[i] = 360 * math.Pow(float64(i)/float64(n), 1.2)
	}
	return at
}

func TestARecordedTurnIsWhole(t *testing.T) {
	good := func() TurnRecord { return turn(30, 0, nil, swing(1, 1000, 0)) }
	for _, tt := range []struct {
		name, at, says string
		change         func(r *TurnRecord)
	}{
		{"too few", "samples", "has 10", func(r *TurnRecord) { r.Samples = r.Samples[:10] }},
		{"too many", "samples", "3601", func(r *TurnRecord) { r.Samples = make([]quantity.Length, 4000) }},
		{"places for some", "at", "one for each", func(r *TurnRecord) { r.At = []float64{0, 360} }},
		{"not a whole turn", "at", "0 to 360", func(r *TurnRecord) { r.At = uneven(30); r.At[30] = 350 }},
		{"that goes back", "at[5]", "rise", func(r *TurnRecord) { r.At = uneven(30); r.At[5] = r.At[4] }},
		{"that leaps", "at[10]", "no step over 30", func(r *TurnRecord) {
			r.At = uneven(30)
			for i := 10; i < 30; i++ {
				r.At[i] = 300 + float64(i)
			}
		}},
		{"no division", "graduation", "", func(r *TurnRecord) { r.Graduation = 0 }},
		{"on nothing", "surface", "rim", func(r *TurnRecord) { r.Surface = "hub" }},
		{"that swings", "indicator", "fixed", func(r *TurnRecord) { r.Indicator = "swings" }},
	} {
		r := good()
		tt.change(&r)
		_, err := r.Read()
		all := field.All(err)
		if len(all) == 0 || all[0].Field != tt.at || !strings.Contains(all[0].Message, tt.says) {
			t.Errorf("%s: %v, want %s: %s", tt.name, err, tt.at, tt.says)
		}
	}
}
