package setting

import (
	"math"
	"slices"
	"strings"
	"testing"

	"settle/core/quantity"
)

const (
	micro = quantity.Micrometre
	milli = quantity.Millimetre
)

func TestSprings(t *testing.T) {
	s := Springs{Free: 50 * milli, Fitted: 46 * milli, Solid: new(40 * milli), Moves: []quantity.Length{milli, milli},
		Setting: new(30 * milli)}
	for _, tt := range []struct {
		head         Head
		after, mark  quantity.Length
		warnings     string
		fitted, move quantity.Length
	}{
		{ImpellerSide, 2 * milli, 28 * milli, "", 46 * milli, milli},
		{CouplingSide, 6 * milli, 32 * milli, "", 46 * milli, milli},
		{CouplingSide, 9 * milli, 32 * milli, NearSolid, 43 * milli, milli},
		{ImpellerSide, 0, 26 * milli, Open, 46 * milli, 2 * milli},
		{CouplingSide, 11 * milli, 34 * milli, CoilBound, 43 * milli, 2 * milli},
	} {
		s.Head, s.Fitted, s.Moves = tt.head, tt.fitted, []quantity.Length{tt.move, tt.move}
		got, err := s.Run()
		if err != nil || got.After != tt.after || *got.Mark != tt.mark || strings.Join(got.Warnings, " ") != tt.warnings {
			t.Errorf("%+v: got %+v, %v", tt, got, err)
		}
	}
}

// By hand: 600 mm of stainless, 16.5, 140 K warmer, in iron, 10.5, 120 K warmer: 0.63 mm.
func TestGrowth(t *testing.T) {
	h := Hot{20, Warm{160, Expansions["stainless"]}, Warm{140, Expansions["iron"]}}
	if got := h.Growth(600 * milli); math.Abs(got-630_000) > 1e-3 {
		t.Errorf("grows %v nm", got)
	}
	front, _ := FrontSide.Opens(micro)
	back, _ := BackSide.Opens(micro)
	if _, err := Side("").Opens(1); front != -micro || back != micro || err == nil {
		t.Errorf("front %s, back %s, %v", front, back, err)
	}
}

// 0.30 to 0.05 … 0.15 closes by 0.20: of a pack of 0.50, 0.30 stay: 0.2 and 0.1, two pieces
// before three.
func TestCover(t *testing.T) {
	p := Play{Is: 300 * micro, Min: 50 * micro, Max: 150 * micro}
	got, _, err := Cover{500 * micro, []quantity.Length{100 * micro, 50 * micro, 200 * micro}, 4}.Best(p)
	if err != nil || got == nil || !slices.Equal(got.Stack, []quantity.Length{200 * micro, 100 * micro}) ||
		got.Play != 100*micro {
		t.Errorf("got %+v, %v", got, err)
	}
	none, nearest, err := Cover{0, []quantity.Length{milli}, 1}.Best(p)
	if err != nil || none != nil || len(nearest) != 2 || len(nearest[0].Stack) != 0 || nearest[1].Total != milli {
		t.Errorf("nothing comes inside: %+v, %+v, %v", none, nearest, err)
	}
}

// A pitch of 1.5 mm closes 0.2 mm in 48°, or 2 of 18 places: 0.1667.
func TestNut(t *testing.T) {
	p := Play{Is: 300 * micro, Min: 50 * micro, Max: 150 * micro}
	free, _ := Nut{Pitch: 1.5e6}.Best(p)
	if free.Turn != Tighten || math.Abs(free.Degrees-48) > 1e-9 || free.Slots != nil || free.Play != 100*micro {
		t.Errorf("free: %+v", free)
	}
	slots, _ := Nut{1.5e6, 18}.Best(p)
	if slots.Turn != Tighten || *slots.Slots != 2 || slots.Degrees != 40 || slots.Play != 133_333 {
		t.Errorf("by places: %+v", slots)
	}
	p.Aim = new(p.Is)
	if stay, _ := (Nut{1.5e6, 18}).Best(p); stay.Turn != Leave || *stay.Slots != 0 {
		t.Errorf("leaves: %+v", stay)
	}
}

// A box of 90 mm for rings of 12.5: less a quarter of a section to enter, 6 rings are 75.
func TestPacking(t *testing.T) {
	b := Box{Shaft: 50 * milli, Bore: 75 * milli, Depth: 90 * milli}
	got, err := b.Run()
	if err != nil || got.Rings != 6 || got.Section != 12_500*micro || got.Left != 15*milli || got.Joints[3] != 270 ||
		len(got.Warnings) != 0 {
		t.Errorf("got %+v, %v", got, err)
	}
	b.Lantern, b.Port, b.Nose = new(12*milli), new(30*milli), new(10*milli)
	// 78 mm less the entry are 5 rings, 15.5 left; two under the ring are 25 and 6 to its
	// middle, one beyond the port. The nose is too short.
	got, err = b.Run()
	if err != nil || got.Rings != 5 || *got.RingsUnder != 2 || *got.LanternOff != milli || !slices.Equal(got.Warnings,
		[]string{NoseShort}) {
		t.Errorf("with a lantern ring: %+v, %v", got, err)
	}
	b.Section, b.Depth = new(14*milli), 40*milli
	if got, err = b.Run(); err != nil || !slices.Contains(got.Warnings, WrongSection) || !slices.Contains(got.Warnings,
		FewRings) {
		t.Errorf("of another section: %+v, %v", got, err)
	}
	if !slices.Equal(joints(3), []int{0, 120, 240}) {
		t.Errorf("three rings at %v", joints(3))
	}
}

// By hand: 12,000 N on 30 m of 38 mm are 1.587 mm.
func TestLineShaft(t *testing.T) {
	s := LineShaft{Thrust: 12_000, Length: 30_000 * milli, Diameter: 38 * milli, Modulus: SteelModulus, Running: 2 * milli,
		Present: new(5 * milli), Total: new(3 * milli), Pitch: 2e6}
	got, err := s.Run()
	if err != nil || math.Abs(float64(got.Stretch)-1_587_141) > 1 || got.Direction != Lower ||
		math.Abs(*got.Turns-0.7064) > 1e-4 || !slices.Equal(got.Warnings, []string{NoRoom, PastTotal}) {
		t.Errorf("got %+v, %v", got, err)
	}
	s.Present = new(s.Running + got.Stretch)
	if got, err = s.Run(); err != nil || got.Direction != StayThere {
		t.Errorf("as it should be: %+v, %v", got, err)
	}
}

// By hand: M12 8.8 at 70 % is 0.7·580·84.3 = 34,226 N, dry 0.2·12 mm of it 82.14 N·m.
func TestBolt(t *testing.T) {
	for _, tt := range []struct {
		bolt     Bolt
		force    float64
		nm       float64
		warnings string
	}{
		{Bolt{"M12", "8.8", Dry, 70}, 34_225.8, 82.142, ""}, {Bolt{"m 20", "8.8", Oiled, 70}, 102_900, 308.7, ""},
		{Bolt{"3/4 in", "2", Dry, 70}, 0.7 * 55 * 6.894757293168361 * 0.334 * 645.16, 217.926, ""},
		{Bolt{`1"`, "5", Dry, 70}, 0.7 * 85 * 6.894757293168361 * 0.606 * 645.16, 814.772, ""},
		{Bolt{"M16", "A4-80", Dry, 70}, 65_940, 316.512, Galls}, {Bolt{"M30", "A2-70", Oiled, 50}, 126_225, 681.615,
			LargeStainless},
	} {
		got, err := tt.bolt.Run()
		if err != nil || math.Abs(got.Force-tt.force) > 0.5 || math.Abs(got.Torque.NM()-tt.nm) > 0.01 ||
			strings.Join(got.Warnings, " ") != tt.warnings {
			t.Errorf("%+v: got %+v, %v N·m, %v", tt.bolt, got, got.Torque.NM(), err)
		}
	}
}

func TestCrossingOver(t *testing.T) {
	for n, want := range map[int][]int{6: {1, 4, 2, 5, 3, 6}, 10: {1, 6, 3, 8, 5, 10, 2, 7, 4, 9}, 2: {1, 2}} {
		if got, err := Crossing(n); err != nil || !slices.Equal(got, want) {
			t.Errorf("%d bolts: %v, %v", n, got, err)
		}
	}
	got, err := MiddleOut(2, 5)
	if err != nil || !slices.Equal(got, []int{3, 8, 2, 9, 7, 4, 1, 10, 6, 5}) {
		t.Errorf("two rows of five: %v, %v", got, err)
	}
}

// By hand: π/4·2.7·(121 − 25) − 1080/7.8 = 65.11 cm³.
func TestFirstFill(t *testing.T) {
	free, err := FirstFill{50 * milli, 110 * milli, 27 * milli, 1.08}.Free()
	if err != nil || math.Abs(free-65.11) > 0.01 || math.Abs(FillGrams(free, 0.5)-29.3) > 0.01 {
		t.Errorf("%v cm³, %v", free, err)
	}
}
