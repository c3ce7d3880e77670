package setting

import (
	"math"
	"slices"
	"testing"

	"settle/core/field"
	"settle/core/gauge"
	"settle/core/quantity"
)

func TestCrossing(t *testing.T) {
	for n, want := range map[int][]int{
		1: {1}, 3: {1, 2, 3}, 4: {1, 3, 2, 4}, 5: {1, 3, 5, 2, 4}, 6: {1, 4, 2, 5, 3, 6}, 8: {1, 5, 3, 7, 2, 6, 4,
			8}, 12: {1, 7, 4, 10, 2, 8, 5, 11, 3, 9, 6, 12},
	} {
		if got, err := Crossing(n); err != nil || !slices.Equal(got, want) {
			t.Errorf("Crossing(%d) = %v, %v; want %v", n, got, err, want)
		}
	}
	for n := 1; n <= MaxBolts; n++ {
		order, err := Crossing(n)
		slices.Sort(order)
		for i := range order {
			if order[i] != i+1 {
				t.Fatalf("Crossing(%d) does not visit every bolt once: %v, %v", n, order, err)
			}
		}
	}
	for _, n := range []int{-1, 0, 65} {
		if _, err := Crossing(n); err == nil {
			t.Errorf("Crossing(%d) was taken", n)
		}
	}
}

func TestSeal(t *testing.T) {
	for _, tt := range []struct {
		head           Head
		after, setting int64
	}{{ImpellerSide, 92, 992}, {CouplingSide, 108, 1008}} {
		after, err := CompressionAfter(100, 8, tt.head)
		mark, err2 := ForShift(1000, 8, tt.head)
		if err != nil || err2 != nil || int64(after) != tt.after || int64(mark) != tt.setting {
			t.Errorf("%s: compression %d, mark %d; want %d, %d", tt.head, after, mark, tt.after, tt.setting)
		}
	}
	if _, err := CompressionAfter(1, 1, "left"); err == nil {
		t.Error("a head on no side was taken")
	}
}

func fieldIs(err error, name string) bool {
	all := field.All(err)
	return len(all) > 0 && all[0].Field == name
}

func TestTrial(t *testing.T) {
	packs := []quantity.Length{0, 2 * thou, 3 * thou, 5 * thou, 5 * thou}
	free, drags := gauge.Free, gauge.Drags
	for _, tt := range []struct {
		name         string
		trials       []PackTrial
		answer, next quantity.Length // −1 for none
		done         bool
		fault        string
	}{
		{"nothing tried: the middle", nil, -1, 3 * thou, false, ""},
		{"free: thinner", []PackTrial{{3 * thou, free}}, -1, 2 * thou, false, ""},
		{"only free is free", []PackTrial{{3 * thou, drags}}, -1, 5 * thou, false, ""},
		{"found", []PackTrial{{3 * thou, free}, {2 * thou, drags}}, 3 * thou, -1, true, ""},
		{"the thinnest pack is free", []PackTrial{{0, free}}, 0, -1, true, ""},
		{"all bind", []PackTrial{{5 * thou, gauge.Locked}}, -1, -1, true, ""},
		{"a pack that is not on the list counts", []PackTrial{{4 * thou, free}, {3 * thou, drags}}, 4 * thou, -1, true, ""},
		{"thinner free, thicker not", []PackTrial{{2 * thou, free}, {3 * thou, drags}}, 0, 0, false, "trials"},
		{"no word for it", []PackTrial{{2 * thou, "tight"}}, 0, 0, false, "trials[0].turns"},
		{"below zero", []PackTrial{{-1, free}}, 0, 0, false, "trials[0].pack"},
	} {
		got, err := Trial(packs, tt.trials)
		if tt.fault != "" {
			if !fieldIs(err, tt.fault) {
				t.Errorf("%s: got %v", tt.name, err)
			}
			continue
		}
		is := func(l *quantity.Length, want quantity.Length) bool {
			return l == nil && want < 0 || l != nil && *l == want
		}
		if err != nil || got.Done != tt.done || !is(got.Answer, tt.answer) || !is(got.Next, tt.next) {
			t.Errorf("%s: %+v, %v", tt.name, got, err)
		}
	}
}

// Whatever the thinnest free pack is, the trials find it.
func TestTrialFindsEveryAnswer(t *testing.T) {
	var packs []quantity.Length
	for i := range 40 {
		packs = append(packs, quantity.Length(i)*thou)
	}
	for frees := range 41 {
		var trials []PackTrial
		for {
			r, err := Trial(packs, trials)
			if err != nil {
				t.Fatal(err)
			}
			if r.Done {
				if frees == 40 && r.Answer != nil || frees < 40 && *r.Answer != quantity.Length(frees)*thou {
					t.Errorf("free from %d: %+v", frees, r)
				}
				break
			}
			turn := gauge.Rubs
			if *r.Next >= quantity.Length(frees)*thou {
				turn = gauge.Free
			}
			trials = append(trials, PackTrial{*r.Next, turn})
		}
		if len(trials) > 6 {
			t.Errorf("free from %d took %d trials", frees, len(trials))
		}
	}
}

func TestHeat(t *testing.T) {
	um, mm := quantity.Micrometre, quantity.Millimetre
	for _, tt := range []struct {
		name   string
		h      Heat
		target float64
		over   bool
	}{
		// 20 + (18 + 25)/(12e-6·50000) = 91.67
		{"by the formula", Heat{Bore: 50 * mm, Interference: 18 * um, Ambient: 20, Cap: 110}, 91.667, false},
		{"no interference, no heat", Heat{Bore: 50 * mm, Interference: -5 * um, Ambient: 15, Cap: 110}, 15, false},
		{"on the cap is allowed", Heat{Bore: 100 * mm, Interference: 46 * um, Ambient: 20, Cap: 100}, 100, false},
		{"to the cap, with less room", Heat{Bore: 100 * mm, Interference: 47 * um, Ambient: 20, Cap: 100}, 100, false},
		{"at the cap it would stick", Heat{Bore: 100 * mm, Interference: 80 * um, Ambient: 20, Cap: 100}, 128.333, true},
		{"no room wanted", Heat{Bore: 100 * mm, Interference: 48 * um, Clearance: ptr(0), Ambient: 20, Cap: 80}, 60, false},
	} {
		got, err := tt.h.Run()
		if err != nil || math.Abs(got.Target-tt.target) > 0.001 || (got.Result == HeatOverCap) != tt.over {
			t.Errorf("%s: %+v, %v; want %v", tt.name, got, err, tt.target)
		}
	}
	for name, h := range map[string]Heat{
		"bore": {}, "clearance": {Bore: 1, Clearance: ptr(-1)}, "ambient_c": {Bore: 1, Ambient: -300}, "cap_c": {Bore: 1,
			Cap: math.NaN()},
	} {
		if _, err := h.Run(); !fieldIs(err, name) {
			t.Errorf("%s: %v", name, err)
		}
	}
}

func TestAdjusterAndGrease(t *testing.T) {
	got, err := Adjuster{Travel: quantity.Inch / 8, Pitch: PitchOf(12), Divisions: 6, Hand: LeftHand}.Run()
	if err != nil || math.Abs(got.Turns-1.5) > 1e-9 || math.Abs(*got.Divisions-9) > 1e-9 ||
		got.Direction != Anticlockwise {
		t.Errorf("an eighth on 12 threads: %+v, %v", got, err)
	}
	for name, a := range map[string]Adjuster{"travel": {Pitch: 1}, "pitch": {Travel: 1}, "divisions": {Travel: 1,
		Pitch: 1, Divisions: -1}, "hand": {Travel: 1, Pitch: 1, Hand: "both"}} {
		if _, err := a.Run(); !fieldIs(err, name) {
			t.Errorf("%s: %v", name, err)
		}
	}
	grams, err := Grease(110*quantity.Millimetre, 27*quantity.Millimetre)
	if strokes, err2 := Strokes(grams, 1.2); err != nil || err2 != nil || math.Abs(grams-14.85) > 1e-9 || strokes != 12 {
		t.Errorf("110 × 27: %v g, %d strokes", grams, strokes)
	}
	if strokes, _ := Strokes(0.1, 5); strokes != 0 {
		t.Errorf("a drop is %d strokes: it has to be weighed", strokes)
	}
}

func TestWrenchSetting(t *testing.T) {
	got, err := WrenchSetting(30, 400*quantity.Millimetre, 75*quantity.Millimetre)
	if err != nil || math.Abs(got.NM()-25.26316) > 1e-5 {
		t.Errorf("%v, %v", got, err)
	}
	for _, passes := range [][]float64{{}, {0}, {101}, {math.NaN()}} {
		if CheckPasses(passes) == nil {
			t.Errorf("passes %v were taken", passes)
		}
	}
}
