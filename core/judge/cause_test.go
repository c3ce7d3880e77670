package judge

import (
	"slices"
	"testing"

	"settle/core/quantity"
)

func signs(there []Sign, not ...Sign) Evidence {
	e := Evidence{}
	for _, s := range there {
		e[s] = Shown{true, quantity.Plainly(string(s))}
	}
	for _, s := range not {
		e[s] = Shown{false, quantity.Plainly("no " + string(s))}
	}
	return e
}

func TestCauses(t *testing.T) {
	tests := []struct {
		name     string
		e        Evidence
		first    string
		standing string
	}{
		{"nothing is known", Evidence{}, "", ""},
		{"all is well", signs(nil, SealRunout, FaceOut, PlayHigh), "", ""},
		{"a bend", signs([]Sign{VectorsGrow, SealRunout}, VectorJump), "bent-shaft", "likely"},
		{"a sleeve", signs([]Sign{VectorJump, SealRunout}, VectorsGrow), "sleeve", "likely"},
		{"an oval surface", signs([]Sign{FormHigh}), "oval", "possible"},
		{"adapter out, chamber out the same way", signs([]Sign{FaceOut, FacesAgree, BoreOut}), "register", "likely"},
		{"adapter's face out, its rim true", signs([]Sign{FaceOut, NarrowTrack}, BoreOut), "warped", "possible"},
		{"play both ways and rough", signs([]Sign{EndPlayHigh, PlayHigh, RoughBearing}), "worn-bearing", "likely"},
		{"radial play only", signs([]Sign{PlayHigh, LooseFit}, EndPlayHigh), "loose-housing", "possible"},
		{"no end play, hot race", signs([]Sign{EndPlayLow, BlueRace}, EndPlayHigh, PlayHigh), "preload", "possible"},
		{"tight and rubbing", signs([]Sign{GapTight, Rubs}), "clearance", "likely"},
		{"the springs are solid", signs([]Sign{SealShort, WideTrack}), "seal-short", "possible"},
		{"faces hardly pressed", signs([]Sign{SealLong}), "seal-long", "possible"},
		{"burnt faces", signs([]Sign{HeatMarks}), "dry", "possible"},
		{"fretting", signs([]Sign{AlignmentOut, Fretting}), "misaligned", "likely"},
		{"high at 6, no sag taken off", signs([]Sign{HangsDown, BoreOut}), "sag", "likely"},
		{"swollen rubber", signs([]Sign{Swollen}), "wrong-elastomer", "possible"},
		// A weak sign alone names no cause.
		{"rough alone", signs([]Sign{TurnsRough}), "", ""},
	}
	for _, tt := range tests {
		got := Causes(tt.e)
		if tt.first == "" {
			if len(got) > 0 {
				t.Errorf("%s: names %s", tt.name, got[0].Key)
			}
			continue
		}
		if len(got) == 0 || got[0].Key != tt.first {
			t.Errorf("%s: %+v, want %s first", tt.name, got, tt.first)
			continue
		}
		if tt.standing == "likely" && got[0].Standing != "likely" {
			t.Errorf("%s: %s, for %v, against %v", tt.name, got[0].Standing, got[0].For, got[0].Against)
		}
		for _, l := range got {
			if l.Title == "" || l.Because == "" || l.Test == "" || len(l.For) == 0 {
				t.Errorf("%s: %+v does not explain itself", tt.name, l)
			}
		}
	}
}

// What speaks against a cause is shown and weighs: the same run-out with the
// jump on the sleeve is no longer a bend first.
func TestAgainst(t *testing.T) {
	both := Causes(signs([]Sign{VectorsGrow, VectorJump, SealRunout}))
	for _, l := range both {
		if (l.Key == "bent-shaft" || l.Key == "sleeve") && (l.Standing == "likely" || len(l.Against) == 0) {
			t.Errorf("%s stands %s with %v against it", l.Key, l.Standing, l.Against)
		}
	}
	if !slices.IsSortedFunc(both, func(a, b Likely) int { return b.weight - a.weight }) {
		t.Errorf("not the most likely first: %+v", both)
	}
}

// Every sign of the table can be given by a reading or a finding, and each
// cause is told apart by a test of its own.
func TestTheTable(t *testing.T) {
	keys, tests := map[string]bool{}, map[string]bool{}
	for _, r := range rules {
		if keys[r.key] || tests[r.test] {
			t.Errorf("%s: key or test stands twice", r.key)
		}
		keys[r.key], tests[r.test] = true, true
		if len(r.strong) == 0 {
			t.Errorf("%s: nothing speaks for it strongly", r.key)
		}
	}
}

func TestVectorSigns(t *testing.T) {
	v := func(name string, sleeve bool, size quantity.Length, degrees float64) Vector {
		return Vector{name, sleeve, size * thou / 10, degrees, size > 3, thou / 2}
	}
	tests := []struct {
		name        string
		vectors     []Vector
		grows, jump int // 1 there, −1 known not, 0 unknown
	}{
		{"one station tells nothing", []Vector{v("coupling", false, 20, 0)}, 0, 0},
		{"a bend grows one way", []Vector{v("coupling", false, 10, 90), v("shaft", false, 25, 100),
			v("sleeve", true, 34, 95)}, 1, -1},
		{"a sleeve off its centre", []Vector{v("coupling", false, 2, 0), v("sleeve", true, 40, 210),
			v("nose", false, 2, 0)}, -1, 1},
		{"it grows, but turns about", []Vector{v("coupling", false, 10, 0), v("shaft", false, 30, 180)}, -1, 0},
		{"less than the gauge tells", []Vector{v("coupling", false, 10, 0), v("shaft", false, 14, 0)}, -1, 0},
		{"the same size, the other way", []Vector{v("shaft", false, 20, 0), v("sleeve", true, 20, 180)}, -1, 1},
	}
	state := func(e Evidence, s Sign) int {
		shown, known := e[s]
		switch {
		case !known:
			return 0
		case shown.There:
			return 1
		}
		return -1
	}
	for _, tt := range tests {
		e := VectorSigns(tt.vectors)
		if g, j := state(e, VectorsGrow), state(e, VectorJump); g != tt.grows || j != tt.jump {
			t.Errorf("%s: grows %d, jump %d; want %d, %d", tt.name, g, j, tt.grows, tt.jump)
		}
	}
	if !Agree(350, 20) || Agree(0, 90) {
		t.Error("directions are compared round the circle")
	}
}
