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
		v := Length(tt.measured, thou, tt.bounds)
		if v.Result != tt.want || *v.Margin != tt.margin {
			t.Errorf("%s: %s by %d, want %s by %d", tt.name, v.Result, *v.Margin, tt.want, tt.margin)
		}
	}
	if v := Length(0, thou, Bounds{}); v.Result != NoLimit || v.Margin != nil {
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
		{"max alone", bracket(0, 18), Bounds{Max: new(18 * thou)}, GapResult(Within), 0},
		{"min alone", bracket(13, 99), Bounds{Min: new(14 * thou)}, GapResult(Undecided), 14 * thou},
		{"no limit", bracket(13, 99), Bounds{}, GapResult(NoLimit), 0},
		{"direct and close", gauge.GapAt{Low: 14 * thou, High: 14 * thou, Direct: true}, window, GapResult(Close), 0},
		{"direct and tight", gauge.GapAt{Low: 13 * thou, High: 13 * thou, Direct: true}, window, Tight, 0},
		{"direct and wide", gauge.GapAt{Low: 19 * thou, High: 19 * thou, Direct: true}, window, Wide, 0},
	}
	for _, tt := range tests {
		got := Gaps([]gauge.GapAt{tt.o}, thou, tt.bounds, leaves).Places[0]
		var leaf quantity.Length
		if got.NextLeaf != nil {
			leaf = *got.NextLeaf
		}
		if got.Result != tt.want || leaf != tt.leaf {
			t.Errorf("%s: %s, next leaf %d; want %s, %d", tt.name, got.Result, leaf, tt.want, tt.leaf)
		}
	}
	tilted := Gaps([]gauge.GapAt{bracket(10, 11), bracket(25, 26), bracket(17, 19)}, thou, window, leaves)
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

// The figures of the general sets, against their table.
func TestSets(t *testing.T) {
	for _, tt := range []struct {
		set, key string
		max      quantity.Length
	}{
		{"general", "shaft-runout-seal", 3 * thou}, {"process", "shaft-runout-seal", 2 * thou}, {"metric",
			"shaft-runout-seal", 50 * quantity.Micrometre},
		{"general", "end-play-single", 12 * thou}, {"metric", "chamber-bore", 125 * quantity.Micrometre}, {"general",
			"seal-setting", 396_875}, {"metric", "end-play-paired", 100 * quantity.Micrometre},
	} {
		set, ok := SetByKey(tt.set)
		if r := set.Limits[tt.key]; !ok || r.Max == nil || *r.Max != tt.max {
			t.Errorf("%s %s is %+v, want %d", tt.set, tt.key, r, tt.max)
		}
	}
	if s, _ := SetByKey("general"); *s.Limits["seal-setting"].Min != -396_875 {
		t.Error("the setting mark has no lower side")
	}
}

func TestPart(t *testing.T) {
	groove := Finding{"groove", "groove", Replace, "a groove condemns"}
	marks := Finding{"marks", "marks", Dress, "marks are dressed"}
	colour := Finding{"colour", "colour", Reuse, "find the cause"}
	always := Ruling{Replace, "always new"}
	for _, tt := range []struct {
		name   string
		found  []Finding
		policy Ruling
		want   Ruling
	}{
		{"nothing found", nil, Ruling{}, Ruling{Reuse, "nothing found against it"}},
		{"the heaviest wins", []Finding{marks, groove}, Ruling{}, Ruling{Replace, "a groove condemns"}},
		{"in either order", []Finding{groove, marks}, Ruling{}, Ruling{Replace, "a groove condemns"}},
		{"a finding that changes nothing still gives its rule", []Finding{colour}, Ruling{},
			Ruling{Reuse, "find the cause"}},
		{"policy with nothing found", nil, always, always},
		{"policy before a lighter finding", []Finding{marks}, always, always},
	} {
		if got := Part(tt.found, tt.policy); got != tt.want {
			t.Errorf("%s: %+v, want %+v", tt.name, got, tt.want)
		}
	}
}
