package judge

import (
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
	}{
		{"well inside", dial, thou, nil, ""},
		{"out is settled", dial, 3 * thou, nil, ""},
		{"half a thou from it", dial, 2*thou - thou/2, nil, "sweep, graduation 0.5"},
		{"the whole turn was watched", swept, 2*thou - thou/2, nil, "graduation 0.5"},
		{"a tenth from it", swept, 2*thou - thou/10, nil, "graduation 0.1"},
		{"nearer than any dial tells", swept, 2*thou - 1, nil, "graduation"},
		{"on it", swept, 2 * thou, nil, "on-limit"},
		{"readings that cannot be right come first", dial, 2*thou - thou/2, []string{gauge.DidNotReturn}, "repeat"},
		{"and so with the sums", swept, 2*thou - thou/2, []string{gauge.SumRuleBroken}, "repeat"},
	}
	for _, tt := range tests {
		r := gauge.Runout{Warnings: tt.warnings}
		v := Length(tt.value, gauge.DifferenceUncertainty(tt.dial.Graduation), Bounds{Max: new(2 * thou)})
		if got := doing(NextDial(tt.dial, r, v)); got != tt.want {
			t.Errorf("%s: %q, want %q", tt.name, got, tt.want)
		}
	}
	metric := Length(49*quantity.Micrometre, gauge.DifferenceUncertainty(10*quantity.Micrometre),
		Bounds{Max: new(50 * quantity.Micrometre)})
	if got := NextDirect(10*quantity.Micrometre, metric); len(got) != 1 || *got[0].Size != quantity.Micrometre {
		t.Errorf("a metric gauge is followed by %s", doing(got))
	}
}

func TestNextPlay(t *testing.T) {
	trials := func(n int) []gauge.Trial { return make([]gauge.Trial, n) }
	close := Length(19*thou+thou/2, gauge.DifferenceUncertainty(thou), Bounds{Max: new(20 * thou)})
	if got := doing(NextPlay(trials(1), thou, gauge.Float{}, close)); got != "repeat, graduation 0.5" {
		t.Errorf("one trial: %s", got)
	}
	if got := doing(NextPlay(trials(3), thou, gauge.Float{Spread: 2 * thou}, close)); got != "repeat, graduation 0.5" {
		t.Errorf("trials apart: %s", got)
	}
	if got := doing(NextPlay(trials(3), thou, gauge.Float{Spread: thou}, close)); got != "graduation 0.5" {
		t.Errorf("three alike: %s", got)
	}
	if got := NextPlay(trials(1), thou, gauge.Float{}, Length(thou, thou/2, Bounds{Max: new(20 * thou)})); got != nil {
		t.Errorf("well inside: %s", doing(got))
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
		{"no leaf would", leaf(11, 13), nil, "direct"},
		{"a value on the limit", gauge.GapAt{At: "vane 2", Low: 12 * thou, High: 12 * thou, Direct: true}, nil, "on-limit"},
	} {
		p := Gaps([]gauge.GapAt{tt.gap}, gauge.DirectUncertainty(thou), window, tt.leaves)
		got := NextGaps(p, thou, window)
		if doing(got) != tt.want {
			t.Errorf("%s: %q, want %q (%+v)", tt.name, doing(got), tt.want, p)
		}
		if len(got) == 1 && got[0].At != "" && !strings.Contains(got[0].Say().Thou, "vane 2") {
			t.Errorf("%s: does not say where: %s", tt.name, got[0].Say().Thou)
		}
	}
}
