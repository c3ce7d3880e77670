package judge

import (
	"slices"
	"strings"
	"testing"

	"settle/core/gauge"
	"settle/core/quantity"
)

func doing(next []Next) string {
	var words []string
	for _, n := range next {
		w := string(n.Do)
		if n.Size != nil {
			w += " " + n.Size.Exact(quantity.UnitThou)
		}
		words = append(words, w)
		if n.Say().Thou == "" {
			words = append(words, "(says nothing)")
		}
	}
	return strings.Join(words, ", ")
}

func TestNextDial(t *testing.T) {
	dial := gauge.Dial{Surface: gauge.Rim, Indicator: gauge.Fixed, Graduation: thou, Readings: []gauge.Reading{{},
		{Degrees: 90}, {Degrees: 180}, {Degrees: 270}}}
	swept := dial
	swept.Sweep = &gauge.Sweep{}
	tests := []struct {
		name     string
		dial     gauge.Dial
		value    quantity.Length
		warnings []string
		want     string
		result   Result // of a set-up that failed
	}{
		{"well inside", dial, thou, nil, "", ""},
		{"out is settled", dial, 3 * thou, nil, "", ""},
		{"half a thou from it", dial, 2*thou - thou/2, nil, "sweep, graduation 0.5", ""},
		{"the whole turn was watched", swept, 2*thou - thou/2, nil, "graduation 0.5", ""},
		{"a tenth from it", swept, 2*thou - thou/10, nil, "graduation 0.1", ""},
		{"nearer than any dial tells", swept, 2*thou - 1, nil, "graduation", ""},
		{"on it", swept, 2 * thou, nil, "on-limit", ""},
		{"not right comes first", dial, 2*thou - thou/2, []string{gauge.DidNotReturn}, "repeat", Undecided},
		{"also where they pass well", dial, thou, []string{gauge.DidNotReturn}, "repeat", Undecided},
		{"what is out stays out", dial, 3 * thou, []string{gauge.DidNotReturn}, "repeat", Out},
		{"and so with the sums", swept, 2*thou - thou/2, []string{gauge.SumRuleBroken}, "repeat", Undecided},
	}
	for _, tt := range tests {
		r := gauge.Runout{Judged: tt.value, Uncertainty: gauge.DifferenceUncertainty(tt.dial.Graduation, 0),
			Warnings: tt.warnings}
		v, next, _ := Dial(tt.dial, r, Bounds{Max: new(2 * thou)})
		if got := doing(next); got != tt.want || tt.warnings != nil && v.Result != tt.result {
			t.Errorf("%s: %s, %q, want %s, %q", tt.name, v.Result, got, tt.result, tt.want)
		}
	}
	metric := Length(49*quantity.Micrometre, gauge.DifferenceUncertainty(10*quantity.Micrometre, 0),
		Bounds{Max: new(50 * quantity.Micrometre)})
	if got := NextDirect(10*quantity.Micrometre, metric); len(got) != 1 || *got[0].Size != quantity.Micrometre {
		t.Errorf("a metric gauge is followed by %s", doing(got))
	}
}

func TestNextPlay(t *testing.T) {
	at := Bounds{Min: new(2 * thou), Max: new(20 * thou)}
	loose := Bounds{Max: new(20 * thou)}
	for _, tt := range []struct {
		name         string
		trials       int
		mean, spread quantity.Length
		warnings     []string
		bounds       Bounds
		result       Result
		want         string
	}{
		{"one trial", 1, 19*thou + thou/2, 0, nil, at, Close, "repeat, graduation 0.5"},
		{"trials apart", 3, 19*thou + thou/2, 2 * thou, nil, at, Close, "repeat, graduation 0.5"},
		{"three alike", 3, 19*thou + thou/2, thou, nil, at, Close, "graduation 0.5"},
		{"well inside", 1, 10 * thou, 0, nil, at, Within, ""},
		{"they differ", 3, 10 * thou, 4 * thou, []string{gauge.NotRepeating}, at, Undecided, "repeat"},
		{"no play, and any is right", 3, thou, 0, []string{gauge.NoPlay}, loose, Undecided, "repeat"},
		{"no play, and none is right", 3, thou, 0, []string{gauge.NoPlay}, Bounds{Min: new(quantity.Length(0)),
			Max: new(20 * thou)}, Within, ""},
		{"no play, and some is wanted", 3, thou, 0, []string{gauge.NoPlay}, at, Out, ""},
	} {
		x := gauge.Float{Mean: tt.mean, Spread: tt.spread, Uncertainty: gauge.DifferenceUncertainty(thou, 0),
			Warnings: tt.warnings}
		v, next, _ := Play(slices.Repeat([]gauge.Trial{{Out: tt.mean}}, tt.trials), thou, x, tt.bounds, Pair{From: General})
		if v.Result != tt.result || doing(next) != tt.want {
			t.Errorf("%s: %s, %q; want %s, %q", tt.name, v.Result, doing(next), tt.result, tt.want)
		}
	}
}

func TestNextOpenings(t *testing.T) {
	window := Bounds{Min: new(12 * thou), Max: new(18 * thou)}
	leaf := func(low, high quantity.Length) gauge.GapAt {
		return gauge.GapAt{At: "vane 2", Low: low * thou, High: high * thou}
	}
	for _, tt := range []struct {
		name   string
		gap    gauge.GapAt
		leaves []quantity.Length
		want   string
	}{
		{"settled", leaf(13, 14), nil, ""},
		{"a leaf would tell", leaf(10, 14), []quantity.Length{11 * thou, 12 * thou, 13 * thou}, "leaf 12"},
		{"the limit tells both ways, the leaf beyond it one", leaf(13, 20), []quantity.Length{19 * thou}, "leaf 18"},
		{"no leaf would, shims would", leaf(11, 13), nil, "direct 12"},
		{"a value on the limit", gauge.GapAt{At: "vane 2", Low: 12 * thou, High: 12 * thou, Direct: true}, nil, "on-limit"},
	} {
		p := Gaps([]gauge.GapAt{tt.gap}, gauge.DirectUncertainty(thou, 0), window, tt.leaves, false)
		got := NextGaps(p, thou, 0, window)
		if doing(got) != tt.want {
			t.Errorf("%s: %q, want %q (%+v)", tt.name, doing(got), tt.want, p)
		}
		if len(got) == 1 && got[0].At != "" && !strings.Contains(got[0].Say().Thou, "vane 2") {
			t.Errorf("%s: does not say where: %s", tt.name, got[0].Say().Thou)
		}
	}
}
