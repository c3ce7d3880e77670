package judge

import (
	"slices"
	"strings"
	"testing"

	"settle/core/quantity"
)

func signs(there []Sign, not ...Sign) Evidence {
	e := Evidence{}
	for _, s := range there {
		e[s] = Shown{There: true, Words: quantity.Plainly(string(s))}
	}
	for _, s := range not {
		e[s] = Shown{Words: quantity.Plainly("no " + string(s))}
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
		{"a bend", signs([]Sign{BendAlong, SealRunout}, SleeveAlong), "bent-shaft", "likely"},
		{"a sleeve", signs([]Sign{SleeveAlong, SleeveRunout}, BendAlong), "sleeve", "likely"},
		{"a seat off its centre", signs([]Sign{SeatAlong, SealRunout, CouplingRunout}, BendAlong), "bearing-seat", "likely"},
		{"a hurt nut and a run-out at the coupling", signs([]Sign{NutHurt, CouplingRunout}), "cocked-nut", "likely"},
		{"rough, binding, no play", signs([]Sign{TurnsRough, Stuck, PlayNone}), "preload", "likely"},
		{"milky grease, rough bearing", signs([]Sign{WaterInGrease, RoughBearing}), "water", "likely"},
		{"dry grease", signs([]Sign{DryGrease}), "starved", ""},
		{"packed full, and hot", signs([]Sign{MuchGrease, BlueRace}), "overgreased", "likely"},
		{"faces agree and are out", signs([]Sign{FaceOut, FacesAgree}, BoreOut), "register", ""},
		{"a foot lifts", signs([]Sign{FeetOut, AlignmentOut}), "soft-foot", "likely"},
		{"the pipes move the shaft", signs([]Sign{PipesOut, AlignmentOut}), "pipe-strain", "likely"},
		{"heavy only since the pipes are on", signs([]Sign{PipesPull, Rubs}), "pipe-strain", ""},
		{"nothing felt, the setting is right", signs([]Sign{SealFree}, SealLong), "seal-hung", ""},
		{"nothing felt, set too long", signs([]Sign{SealFree, SealLong}), "seal-long", "likely"},
		{"heavy, the setting is right", signs([]Sign{SealHard}, SealShort), "seal-hard", ""},
		{"one spot of the casing", signs([]Sign{RubCasing, PlayHigh}), "worn-bearing", "likely"},
		{"one spot of the impeller", signs([]Sign{RubRotor, SealRunout}), "bent-shaft", "likely"},
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

// What speaks against a cause is shown and weighs.
func TestAgainst(t *testing.T) {
	both := Causes(signs([]Sign{BlueRace, EndPlayHigh}))
	for _, l := range both {
		if l.Key == "preload" && (l.Standing != IsPossible || len(l.Against) != 1) {
			t.Errorf("%s stands %s with %v against it", l.Key, l.Standing, l.Against)
		}
	}
	if !slices.IsSortedFunc(both, func(a, b Likely) int { return b.weight - a.weight }) {
		t.Errorf("not the most likely first: %+v", both)
	}
}

func keys(all []Likely) string {
	var out []string
	for _, l := range all {
		out = append(out, l.Key)
	}
	return strings.Join(out, " ")
}

// Colour on a race is lubrication or preload; marks of heat beside it ask whether it ran dry.
func TestBlueRaceWithHeatMarks(t *testing.T) {
	if got := keys(Causes(signs([]Sign{BlueRace, HeatMarks}))); got != "preload starved dry" {
		t.Errorf("named %s", got)
	}
	if got := keys(Causes(signs([]Sign{HeatMarks}))); got != "dry" {
		t.Errorf("heat marks alone name %s", got)
	}
}

// A reading that comes later settles a cause: disproved where nothing was mended between the
// two, else put right. Neither goes before one that stands.
func TestALaterReadingSettlesACause(t *testing.T) {
	first := signs([]Sign{PlayNone, HeatMarks, SealShort})
	for _, tt := range []struct {
		mended bool
		want   Standing
	}{{false, Disproved}, {true, IsPutRight}} {
		e := first.Then(signs(nil, PlayNone), func(Sign) bool { return tt.mended })
		got := Causes(e)
		if len(got) != 3 || got[2].Key != "preload" || got[2].Standing != tt.want || len(got[2].Later) != 1 {
			t.Errorf("mended %v: %+v", tt.mended, got)
		}
	}
	if first[PlayNone].Later != nil {
		t.Error("the evidence before was changed")
	}
	// One of two strong signs does not settle it.
	e := signs([]Sign{PlayNone, BlueRace}).Then(signs(nil, PlayNone), func(Sign) bool { return false })
	if got := Causes(e); got[0].Key != "preload" || got[0].Standing == Disproved {
		t.Errorf("%+v", got[0])
	}
	// What is still there is told by its later words.
	again := Evidence{HeatMarks: {There: true, Words: quantity.Plainly("now")}}
	if got := first.Then(again, nil)[HeatMarks]; got.Words.Mm != "now" || got.Later != nil {
		t.Errorf("%+v", got)
	}
}

// Every sign of the table can be given by a reading or a finding, and each
// cause is told apart by a test of its own.
func TestTheTable(t *testing.T) {
	keys, tests, used := map[string]bool{}, map[string]bool{}, map[Sign]bool{}
	for _, r := range table {
		if keys[r.Key] || tests[r.Test] {
			t.Errorf("%s: key or test stands twice", r.Key)
		}
		keys[r.Key], tests[r.Test] = true, true
		if len(r.Strong)+len(r.Either) == 0 || r.Again == "" {
			t.Errorf("%s: nothing speaks for it strongly, or it says nothing when it comes back", r.Key)
		}
		for _, s := range slices.Concat(r.Strong, r.Either, r.Weak, r.Against) {
			if s.Title() == string(s) {
				t.Errorf("%s: sign %s has no words", r.Key, s)
			}
			used[s] = true
		}
	}
	for _, s := range Signs {
		if !used[s.Sign] {
			t.Errorf("sign %s speaks for nothing", s.Sign)
		}
	}
}

const (
	um = quantity.Micrometre
	mm = quantity.Millimetre
)

// along is a shaft with its hub at 80, its bearings at 160 and 420 and its seal at 560 mm.
func along(vectors ...Vector) Along {
	return Along{[]Bearing{{"thrust bearing", 160 * mm}, {"radial bearing", 420 * mm}}, vectors}
}

func at(name string, z quantity.Length, sleeve bool, size quantity.Length, clock float64) Vector {
	z *= mm
	return Vector{Name: name, Z: &z, OnSleeve: sleeve, Size: size * um, Degrees: 30 * clock, Directed: size > 5,
		Fine: size <= 50, Uncertainty: 8 * um}
}

func TestAlongTheShaft(t *testing.T) {
	hub := func(size quantity.Length, clock float64) Vector { return at("the hub", 80, false, size, clock) }
	seal := func(size quantity.Length, clock float64) Vector { return at("the seal", 560, false, size, clock) }
	sleeve := func(size quantity.Length, clock float64) Vector { return at("the sleeve", 560, true, size, clock) }
	tests := []struct {
		name  string
		along Along
		first string // cause
		says  string // of it
		ask   string // a part of what is asked for
	}{
		{"bent coupling end", along(hub(150, 2), seal(10, 4)), "bent-shaft", "on the driver side of the thrust bearing",
			"between the hub and thrust bearing"},
		{"seats off", along(hub(60, 9), seal(100, 3)), "bearing-seat", "the radial bearing turns",
			"between"},
		{"a sleeve, true coupling", along(hub(5, 1), sleeve(100, 7)), "sleeve", "off its centre fits", "under the sleeve"},
		{"a sleeve on a true shaft", along(hub(5, 1), sleeve(100, 7), seal(6, 2)), "sleeve", "off its centre fits", ""},
		{"both ends one way", along(hub(60, 3), seal(100, 3)), "bent-shaft", "between the bearings",
			"between thrust bearing and radial bearing"},
		{"all within their limits", along(hub(20, 3), seal(40, 3)), "", "", ""},
		{"one place alone", along(hub(150, 3)), "", "", ""},
	}
	for _, tt := range tests {
		got := tt.along.Tell()
		causes := Causes(got.Evidence)
		if tt.first == "" {
			if len(causes) > 0 {
				t.Errorf("%s: %s", tt.name, keys(causes))
			}
			continue
		}
		if len(causes) == 0 || causes[0].Key != tt.first || !strings.Contains(causes[0].For[0].Mm, tt.says) {
			t.Errorf("%s: %s %+v", tt.name, keys(causes), causes)
		}
		if asked := got.Ask != nil; asked != (tt.ask != "") || asked && !strings.Contains(got.Ask.Mm, tt.ask) {
			t.Errorf("%s: asks %v", tt.name, got.Ask)
		}
	}
}

func TestInOrder(t *testing.T) {
	v := func(name string, sleeve bool, size quantity.Length, degrees float64) Vector {
		return Vector{Name: name, OnSleeve: sleeve, Size: size * thou / 10, Degrees: degrees, Directed: size > 3,
			Uncertainty: thou / 2}
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
		e := Along{Vectors: tt.vectors}.Tell().Evidence
		if g, j := state(e, BendAlong), state(e, SleeveAlong); g != tt.grows || j != tt.jump {
			t.Errorf("%s: grows %d, jump %d; want %d, %d", tt.name, g, j, tt.grows, tt.jump)
		}
	}
	if !Agree(350, 20) || Agree(0, 90) {
		t.Error("directions are compared round the circle")
	}
}
