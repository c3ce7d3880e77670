package calc

import (
	"encoding/json"
	"slices"
	"strings"
	"testing"

	"settle/core/gauge"
	"settle/core/quantity"
)

const twoPlanes = `{"mass_kg":%m,"speed_rpm":%n,"grade":6.3,"planes":[{"at":"front","radius":"110 mm",` +
	`"distance":"20 mm","residual_g":1},{"at":"back","radius":"110 mm","distance":"20 mm"}]}`

func typedBalance(mass, speed string) []byte {
	return []byte(strings.NewReplacer("%m", mass, "%n", speed).Replace(twoPlanes))
}

// From a box a number comes as it was typed, with a point or a comma; one that may be read in two ways is
// asked back. The command and the contract take numbers alone, as they always did.
func TestNumbersFromBoxes(t *testing.T) {
	screen := &gauge.Reader{Unit: quantity.UnitMillimetre, Asks: true}
	plain := Preview("balance", typedBalance("18", "2950"), screen)
	if plain.Words == nil || len(plain.Errors) > 0 {
		t.Fatalf("numbers as numbers: %+v", plain.Errors)
	}
	want, err := json.Marshal(plain.Out)
	if err != nil {
		t.Fatal(err)
	}
	for _, tt := range [][2]string{{`"18"`, `"2950"`}, {`"18.0"`, `"2950"`}, {`"18,0"`, `2950`}, {`" 18 "`, `"2950"`}} {
		got, err := json.Marshal(Preview("balance", typedBalance(tt[0], tt[1]), screen).Out)
		if err != nil || string(got) != string(want) {
			t.Errorf("%v comes to %s, want %s", tt, got, want)
		}
		if _, err := Run("balance", typedBalance(tt[0], tt[1])); err == nil {
			t.Errorf("the contract takes %v", tt)
		}
	}
	for _, tt := range []struct {
		mass, speed, field string
		either             []string
	}{
		{`"18"`, `"2,950"`, "speed_rpm", []string{"2950", "2.95"}},
		{`"1,800"`, `"2950"`, "mass_kg", []string{"1800", "1.8"}},
		{`"heavy"`, `"2950"`, "mass_kg", nil},
		{`"18 kg"`, `"2950"`, "mass_kg", nil},
		{`true`, `"2950"`, "mass_kg", nil},
	} {
		look := Preview("balance", typedBalance(tt.mass, tt.speed), screen)
		if len(look.Errors) != 1 || look.Errors[0].Field != tt.field || !slices.Equal(look.Errors[0].Either, tt.either) ||
			look.Out != nil {
			t.Errorf("%s, %s: %+v", tt.mass, tt.speed, look.Errors)
		}
	}
}

// A reading that would be nothing the gauge can show is asked back, with both units; a whole division of
// the gauge that is given is not.
func TestASlipOfTheUnitInATool(t *testing.T) {
	for _, tt := range []struct {
		out    string
		either []string
	}{
		{"2", nil}, {"2.5", nil}, {"0", nil}, {"0.002 in", nil}, {"0.05 mm", nil},
		{"0.002", []string{"0.002 in", "0.002 thou"}},
	} {
		in := `{"graduation":"0.5 thou","trials":[{"in":"0","out":"` + tt.out + `"}]}`
		look := Preview("float", []byte(in), &gauge.Reader{Unit: quantity.UnitThou, Asks: true})
		if tt.either == nil {
			if len(look.Errors) > 0 || look.Words == nil {
				t.Errorf("%s: %+v", tt.out, look.Errors)
			}
			continue
		}
		if len(look.Errors) != 1 || look.Errors[0].Field != "trials[0].out" ||
			!slices.Equal(look.Errors[0].Either, tt.either) {
			t.Errorf("%s: %+v", tt.out, look.Errors)
		}
		// What was kept once is not asked back when it is read again.
		if look := Preview("float", []byte(in), &gauge.Reader{Unit: quantity.UnitThou}); len(look.Errors) > 0 {
			t.Errorf("%s, kept: %+v", tt.out, look.Errors)
		}
	}
}

// The figure that a verdict is about is told by its name wherever it is not the answer: of an alignment
// both planes together, while the answer is what to put under the feet.
func TestWhatAVerdictIsAbout(t *testing.T) {
	look := Preview("align", []byte(readout), &gauge.Reader{Unit: quantity.UnitMillimetre})
	w := look.Words
	if w == nil || w.Judged == nil || w.Judged.Name != togetherName || w.Judged.Name == w.Main.Name {
		t.Fatalf("of an alignment it tells %+v", w)
	}
	// 100 and 20 µm together are 0.102 mm.
	if !strings.Contains(w.Judged.Value.Mm, "0.102") || !slices.Contains(w.Rows, *w.Judged) {
		t.Errorf("judged is %+v of %+v", w.Judged, w.Rows)
	}
	names := func(w *Words) (all []string) {
		for _, r := range w.Rows {
			all = append(all, r.Name)
		}
		return all
	}
	if !slices.Contains(names(w), "Tolerance") || !slices.Contains(names(w), "Tolerance from") {
		t.Errorf("by no tolerance: %v", names(w))
	}
	AsFound(&look)
	if w = look.Words; w.Main.Name != togetherName || w.Judged != nil || w.Verdict != "out" ||
		!strings.Contains(w.Headline.Mm, "as found") {
		t.Errorf("as found it tells %+v, %q", w.Main, w.Headline.Mm)
	}
	for _, says := range []string{"Shims", "shim", "move the driver"} {
		if strings.Contains(look.Text.Mm, says) {
			t.Errorf("as found it says %q:\n%s", says, look.Text.Mm)
		}
	}
	// Where the answer is what is judged nothing is told twice.
	for _, kind := range []string{"runout", "float", "gap"} {
		for _, c := range worked(t) {
			if c.Kind != kind {
				continue
			}
			if w := Preview(kind, c.In, &gauge.Reader{}).Words; w != nil && w.Judged != nil {
				t.Errorf("%s tells what is judged twice: %+v", kind, w.Judged)
			}
		}
	}
}
