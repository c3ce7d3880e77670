package judge

import (
	"slices"
	"testing"

	"settle/core/gauge"
	"settle/core/quantity"
)

const thou = quantity.Thou

func TestLength(t *testing.T) {
	window := Bounds{Min: new(10 * thou), Max: new(20 * thou)}
	tests := []struct {
		name     string
		measured quantity.Length
		bounds   Bounds
		want     Result
		margin   quantity.Length
	}{
		{"in the middle", 15 * thou, window, Within, 5 * thou},
		{"on the lower limit", 10 * thou, window, Close, 0},
		{"on the upper limit", 20 * thou, window, Close, 0},
		{"as near as the gauge can tell", 11 * thou, window, Within, thou},
		{"nearer", 11*thou - 1, window, Close, thou - 1},
		{"below", 9 * thou, window, Out, -thou},
		{"above", 23 * thou, window, Out, -3 * thou},
		{"max alone", 5 * thou, Bounds{Max: new(20 * thou)}, Within, 15 * thou},
		{"min alone", 5 * thou, Bounds{Min: new(20 * thou)}, Out, -15 * thou},
	}
	for _, tt := range tests {
		v := Length(tt.measured, gauge.Uncertainty(thou), tt.bounds)
		if v.Result != tt.want || *v.Margin != tt.margin {
			t.Errorf("%s: %s by %d, want %s by %d", tt.name, v.Result, *v.Margin, tt.want, tt.margin)
		}
	}
	if v := Length(0, gauge.Uncertainty(thou), Bounds{}); v.Result != NoLimit || v.Margin != nil {
		t.Errorf("without a limit: %+v; no limit is never a pass", v)
	}
}

func TestOpenings(t *testing.T) {
	bracket := func(low, high quantity.Length) gauge.GapAt {
		return gauge.GapAt{At: "x", Low: low * thou, High: high * thou}
	}
	window := Bounds{Min: new(14 * thou), Max: new(18 * thou)}
	leaves := []quantity.Length{20 * thou, 19 * thou, 16 * thou, 14 * thou, 15 * thou}
	tests := []struct {
		name   string
		o      gauge.GapAt
		bounds Bounds
		want   GapResult
		leaf   quantity.Length
	}{
		{"wholly inside", bracket(14, 18), window, GapResult(Within), 0},
		{"tight: the leaf of the minimum does not go", bracket(13, 14), window, Tight, 0},
		{"wide: more than the maximum goes", bracket(19, 20), window, Wide, 0},
		{"on the maximum may still be inside", bracket(18, 20), window, GapResult(Undecided), 19 * thou},
		{"below and inside: the minimum's leaf next", bracket(13, 16), window, GapResult(Undecided), 14 * thou},
		{"inside and above: the first leaf beyond", bracket(16, 22), window, GapResult(Undecided), 19 * thou},
		{"no leaf between", bracket(17, 19), window, GapResult(Undecided), 0},
		{"max alone", bracket(1, 18), Bounds{Max: new(18 * thou)}, GapResult(Within), 0},
		{"min alone", bracket(13, 99), Bounds{Min: new(14 * thou)}, GapResult(Undecided), 14 * thou},
		{"no limit", bracket(13, 99), Bounds{}, GapResult(NoLimit), 0},
		{"direct and close", gauge.GapAt{Low: 14 * thou, High: 14 * thou, Direct: true}, window, GapResult(Close), 0},
		{"direct and tight", gauge.GapAt{Low: 13 * thou, High: 13 * thou, Direct: true}, window, Tight, 0},
		{"direct and wide", gauge.GapAt{Low: 19 * thou, High: 19 * thou, Direct: true}, window, Wide, 0},
	}
	for _, tt := range tests {
		got := Gaps([]gauge.GapAt{tt.o}, gauge.Uncertainty(thou), tt.bounds, leaves, false).Places[0]
		var leaf quantity.Length
		if got.NextLeaf != nil {
			leaf = *got.NextLeaf
		}
		if got.Result != tt.want || leaf != tt.leaf {
			t.Errorf("%s: %s, next leaf %d; want %s, %d", tt.name, got.Result, leaf, tt.want, tt.leaf)
		}
	}
	tilted := Gaps([]gauge.GapAt{bracket(10, 11), bracket(25, 26), bracket(17, 19)}, gauge.Uncertainty(thou), window,
		leaves, false)
	if tilted.Result != Out || !slices.Equal(tilted.Warnings, []string{LeavesTooCoarse, TightAndWide}) {
		t.Errorf("tilted: %s %v", tilted.Result, tilted.Warnings)
	}
}

func TestResolve(t *testing.T) {
	rule := func(max quantity.Length, source string) Rule { return Rule{Bounds: Bounds{Max: &max}, Source: source} }
	maker := Layer{Maker, map[string]Rule{"a": rule(1, "manual")}}
	shop := Layer{Shop, map[string]Rule{"a": rule(2, "shop"), "b": rule(2, "shop")}}
	set := Layer{General, map[string]Rule{"a": rule(3, "set"), "b": rule(3, "set"), "c": rule(3, "set")}}
	for key, want := range map[string]Origin{"a": Maker, "b": Shop, "c": General, "d": None} {
		l := Resolve(key, nil, maker, shop, set)
		if l.Origin != want || l.Source == "" || l.Open() != (want == None) {
			t.Errorf("%s comes from %s (%s), want %s", key, l.Origin, l.Source, want)
		}
	}
}

func TestProportionalLimit(t *testing.T) {
	process, _ := SetByKey("process")
	layer := Layer{General, process.Limits}
	bore := func(l quantity.Length) map[string]quantity.Length {
		return map[string]quantity.Length{"seal-chamber-bore": l}
	}
	if l := Resolve("chamber-face", bore(4*quantity.Inch), layer); *l.Max != 2*thou {
		t.Errorf("a 4 in bore gives %d, want 2 thou", *l.Max)
	}
	if l := Resolve("chamber-face", bore(8*quantity.Inch), layer); *l.Max != 3*thou {
		t.Errorf("an 8 in bore gives %d, want the cap of 3 thou", *l.Max)
	}
	if l := Resolve("chamber-face", nil, layer); l.Origin != None {
		t.Errorf("an unknown bore gives %+v, want no limit", l)
	}
}

// The figures of the general sets, against their table: least, most; −1 for none.
func TestSets(t *testing.T) {
	um := quantity.Micrometre
	for _, tt := range []struct {
		set, key  string
		min, max  quantity.Length
		timesWorn float64
	}{
		{"general", "shaft-runout-seal", -1, 3 * thou, 0}, {"process", "shaft-runout-seal", -1, 2 * thou, 0}, {"metric",
			"shaft-runout-seal", -1, 50 * um, 0},
		{"general", "end-play-single", thou, 12 * thou, 0}, {"process", "end-play-single", thou, 10 * thou, 0}, {"metric",
			"end-play-single", 20 * um, 300 * um, 0},
		{"general", "end-play-paired", 0, 3 * thou / 2, 2}, {"process", "end-play-paired", 0, thou, 2}, {"metric",
			"end-play-paired", 0, 30 * um, 2},
		{"general", "end-play-tapered", thou, 4 * thou, 0}, {"process", "end-play-tapered", thou, 3 * thou, 0}, {"metric",
			"end-play-tapered", 25 * um, 100 * um, 0},
		{"general", "radial-play-seal", 2 * thou / 5, 4 * thou, 0}, {"metric", "radial-play-seal", -1, 80 * um, 0},
		{"metric", "chamber-bore", -1, 120 * um, 0}, {"metric", "adapter-rim", -1, 50 * um, 0}, {"metric", "adapter-face", -1,
			50 * um, 0},
		{"general", "seal-setting", -396_875, 396_875, 0}, {"general", "evenness", -1, 10 * thou, 0}, {"process", "moved", -1,
			thou, 0},
	} {
		set, ok := SetByKey(tt.set)
		r := set.Limits[tt.key]
		if !ok || r.Max == nil || *r.Max != tt.max || (r.Min == nil) != (tt.min == -1) || r.Min != nil && *r.Min != tt.min ||
			r.WornOut != tt.timesWorn {
			t.Errorf("%s %s is %+v, want %d to %d", tt.set, tt.key, r, tt.min, tt.max)
		}
	}
	for key, drips := range map[string]bool{"general": true, "process": false, "metric": true} {
		set, _ := SetByKey(key)
		if r := set.Limits["packing-drip"]; (r.Rates != nil) != drips || drips && (*r.Rates.Min != 20 || *r.Rates.Max != 60) {
			t.Errorf("%s: packing %+v", key, r)
		}
	}
}

// What is found may come to twice the most of a paired bearing; what is built may not.
func TestWornOut(t *testing.T) {
	set, _ := SetByKey("general")
	l := Resolve("end-play-paired", nil, Layer{General, set.Limits})
	found := l.AsFound()
	if *l.Max != 3*thou/2 || *found.Max != 3*thou || *found.Min != 0 {
		t.Errorf("built %+v, found %+v", l, found)
	}
	single := Resolve("end-play-single", nil, Layer{General, set.Limits})
	if single.AsFound() != single {
		t.Error("a single bearing is worn out by its limit")
	}
}

// By hand from the table: 50 mm is in the row that begins there; 350 mm is two steps beyond.
func TestLeastRing(t *testing.T) {
	mm, um := float64(quantity.Millimetre), quantity.Micrometre
	for _, tt := range []struct {
		use   RingUse
		least quantity.Length
		ok    bool
	}{{RingUse{49.9 * mm, false, false}, 250 * um, true}, {RingUse{50 * mm, false, false}, 280 * um, true},
		{RingUse{324 * mm, true, false}, 725 * um, true}, {RingUse{325 * mm, false, false}, 625 * um, true},
		{RingUse{350 * mm, true, true}, 775 * um, true}, {RingUse{649 * mm, false, false}, 925 * um, true},
		{RingUse{650 * mm, false, false}, 0, false}} {
		if got, ok := LeastRing(tt.use); got != tt.least || ok != tt.ok {
			t.Errorf("%+v: %s, %v", tt.use, got, ok)
		}
	}
}
