package gauge

import (
	"strings"
	"testing"

	"settle/core/quantity"
)

func rate(f float64) *float64 { return &f }

// Drops are tapped or counted; n taps are n − 1 drops, and none is an answer.
func TestDropsAMinute(t *testing.T) {
	for name, tt := range map[string]struct {
		taps []float64
		want float64 // 0: refused
	}{
		"three in a second":  {[]float64{0, 0.5, 1}, 120},
		"from any moment":    {[]float64{10, 12, 16}, 20},
		"two are too few":    {[]float64{0, 1}, 0},
		"one not later":      {[]float64{0, 1, 1}, 0},
		"one before another": {[]float64{0, 2, 1, 3}, 0},
		"as many as may be":  {seconds(3600), 60},
		"one more":           {seconds(3601), 0},
	} {
		got, err := Drip(tt.taps)
		if got != tt.want || (err == nil) != (tt.want != 0) {
			t.Errorf("%s: %g, %v; want %g", name, got, err, tt.want)
		}
	}
	n := func(i int) *int { return &i }
	for name, tt := range map[string]struct {
		drops   *int
		minutes *float64
		want    float64
		names   string
	}{
		"ten in half a minute": {n(10), rate(0.5), 20, ""}, "none": {n(0), rate(5), 0, ""},
		"as many as may be": {n(100_000), rate(1440), 100_000.0 / 1440, ""},
		"one more":          {n(100_001), rate(1), 0, "drops"}, "below none": {n(-1), rate(1), 0, "drops"},
		"no time": {n(1), rate(0), 0, "minutes"}, "over a day": {n(1), rate(1440.1), 0, "minutes"},
		"not counted": {nil, rate(1), 0, "drops"}, "how long?": {n(1), nil, 0, "minutes"},
	} {
		got, err := DripCounted(tt.drops, tt.minutes)
		if got != tt.want || (err == nil) != (tt.names == "") || err != nil && !strings.HasPrefix(err.Error(), tt.names+":") {
			t.Errorf("%s: %g, %v; want %g, %s", name, got, err, tt.want, tt.names)
		}
	}
}

func seconds(n int) []float64 {
	out := make([]float64, n)
	for i := range out {
		out[i] = float64(i)
	}
	return out
}

func TestRatesAsTheyAreTyped(t *testing.T) {
	for text, want := range map[string]float64{"20/min": 20, "20 a minute": 20, "2,5 drops/min": 2.5,
		" 60 PER MINUTE ": 60,
		"0/min":           0, "1000000/min": 1e6} {
		if got, ok := ParseRate(text); !ok || got != want {
			t.Errorf("%q is %g, %v", text, got, ok)
		}
	}
	for _, text := range []string{"20", "", "/min", "-1/min", "1000001/min", "some/min", "2 thou"} {
		if got, ok := ParseRate(text); ok {
			t.Errorf("%q is taken for %g", text, got)
		}
	}
	for want, r := range map[string]Rates{"20 to 60 drops a minute": {rate(20), rate(60)},
		"at most 60 drops a minute": {nil,
			rate(60)}, "at least 20 drops a minute": {rate(20), nil}, "no limit known": {}} {
		if r.String() != want || r.Check() != nil {
			t.Errorf("%q, %v; want %q", r, r.Check(), want)
		}
	}
	for _, r := range []Rates{{rate(-1), nil}, {nil, rate(-1)}, {rate(60), rate(20)}} {
		if r.Check() == nil {
			t.Errorf("%v is taken", r)
		}
	}
	if (Rates{rate(0), rate(0)}).Check() != nil {
		t.Error("none at all is refused")
	}
}

// Each warning has its words, and no code of another has any.
func TestAdviceOnWarnings(t *testing.T) {
	seen := map[string]string{}
	for _, code := range []string{DidNotReturn, SumRuleBroken, sumRuleOval, BetweenReadings, FewReadings, Crowded,
		SweepBelow,
		OneTrial, NotRepeating, NoPlay, "oval", "tapered", FewPlanes, "one-sided-steps", "leaves-too-coarse", Drift,
		"touching",
		"coarse", "circle-only", "tight-and-wide", PlugUnlike} {
		says := Advice(code)
		if says == "" || seen[says] != "" {
			t.Errorf("%s says %q, as %q does", code, says, seen[says])
		}
		seen[says] = code
	}
	if Advice("no such code") != "" {
		t.Error("a code that there is not says something")
	}
	if AdviceOn(SumRuleBroken, true) != Advice(sumRuleOval) || AdviceOn(SumRuleBroken, false) != Advice(SumRuleBroken) ||
		AdviceOn(Drift, true) != Advice(Drift) {
		t.Error("a broken sum rule is not told by whether its harmonics are known")
	}
}

func TestWaysOfTurning(t *testing.T) {
	for turn, catches := range map[Turn]bool{Free: false, Light: false, Drags: false, Rough: true, Rubs: true, Binds: true,
		Locked: true} {
		if turn.Catches() != catches || !turn.Known() || !strings.Contains(AllTurns(), string(turn)) {
			t.Errorf("%s catches: %v, known: %v, in %s", turn, turn.Catches(), turn.Known(), AllTurns())
		}
	}
	if Turn("slips").Known() {
		t.Error("a word that there is not is known")
	}
}

// A depth is the mean of its places, and how far they differ; places are no repeats.
func TestDepthOfAFace(t *testing.T) {
	x, err := DepthOf([]quantity.Length{5020, 5050, 5080}, 30, 0)
	if err != nil || x.Mean != 5050 || x.Spread != 60 || x.Uncertainty != DirectUncertainty(30, 0) {
		t.Errorf("%+v, %v", x, err)
	}
	if x, err := DepthOf([]quantity.Length{7}, 1, 0); err != nil || x.Mean != 7 || x.Spread != 0 {
		t.Errorf("one place: %+v, %v", x, err)
	}
	for name, tt := range map[string]struct {
		readings []quantity.Length
		division quantity.Length
	}{"no places": {nil, 1}, "no division": {[]quantity.Length{1}, 0}, "a division below zero": {[]quantity.Length{1},
		-1}} {
		if _, err := DepthOf(tt.readings, tt.division, 0); err == nil {
			t.Errorf("%s is taken", name)
		}
	}
}

// A plug tells what a bore lies between, and is no plug where its ends are changed over.
func TestWhatAPlugTells(t *testing.T) {
	p := Plug{Go: 25, NoGo: 27}
	for ends, want := range map[PlugEnds][2]quantity.Length{GoEnters: {25, 27}, BothEnter: {27, 0}, NoneEnter: {0, 25}} {
		low, high, err := p.Span(ends)
		var got [2]quantity.Length
		if low != nil {
			got[0] = *low
		}
		if high != nil {
			got[1] = *high
		}
		if err != nil || got != want {
			t.Errorf("%s: %v, %v; want %v", ends, got, err, want)
		}
	}
	for name, tt := range map[string]struct {
		plug Plug
		ends PlugEnds
	}{"no go end": {Plug{0, 27}, GoEnters}, "below nothing": {Plug{-1, 27}, GoEnters}, "of one size": {Plug{25, 25},
		GoEnters},
		"changed over": {Plug{27, 25}, GoEnters}, "no such ends": {p, "half"}} {
		if _, _, err := tt.plug.Span(tt.ends); err == nil {
			t.Errorf("%s is taken", name)
		}
	}
}

// What is no length has a unit of its own or that beside its box; blank is blank, and wrong is named.
func TestWhatIsNoLength(t *testing.T) {
	r := &Reader{Others: Units{Temperature: "F", Pressure: "psi", Torque: "Nm", Velocity: "mm/s"}}
	if c := r.Temperature("t", "212"); c == nil || *c != 100 {
		t.Errorf("212 °F is %v", c)
	}
	if c := r.Temperature("t", "40 °C"); c == nil || *c != 40 {
		t.Errorf("40 °C is %v", c)
	}
	if p := r.Pressure("p", "2 bar"); p == nil || *p != 2 {
		t.Errorf("2 bar is %v", p)
	}
	if n := r.Torque("n", "30"); n == nil || n.NM() != 30 {
		t.Errorf("30 N·m is %v", n)
	}
	if v := r.Velocity("v", "2.1"); v == nil || *v != 2.1 {
		t.Errorf("2.1 mm/s is %v", v)
	}
	if r.Temperature("t", " ") != nil || r.Pressure("p", "") != nil || len(r.Errors) != 0 {
		t.Errorf("blank is read, or refused: %v", r.Errors)
	}
	if r.Torque("n", "tight") != nil || r.Velocity("v", "fast") != nil || len(r.Errors) != 2 ||
		r.Errors[0].Field != "n" || r.Errors[1].Field != "v" {
		t.Errorf("what is wrong is %v", r.Errors)
	}
	below := r.Below()
	if below.Others != r.Others || below.Unit != r.Unit || len(below.Errors) != 0 {
		t.Errorf("a group is read by %+v", below)
	}
	if err := (Units{Temperature: "C", Pressure: "kPa", Torque: "lbf-in", Velocity: "in/s"}).Check(); err != nil {
		t.Error(err)
	}
	for name, u := range map[string]Units{"units.temperature": {Temperature: "K"}, "units.pressure": {Pressure: "atm"},
		"units.torque": {Torque: "lb"}, "units.velocity": {Velocity: "km/h"}} {
		if err := u.Check(); err == nil || !strings.HasPrefix(err.Error(), name+":") {
			t.Errorf("%s: %v", name, err)
		}
	}
}

// A bare number that may be a slip of the unit is asked back once the division of the gauge is known.
func TestASlipOfTheUnitIsAskedBack(t *testing.T) {
	read := func(asks bool, text string) *Reader {
		r := &Reader{Unit: quantity.UnitThou, Asks: asks}
		r.Length(Named("graduation"), quantity.Type("0.01 mm"))
		r.Length(Named("value"), quantity.Type(text))
		r.AskBack()
		return r
	}
	if r := read(true, "0.002"); len(r.Errors) != 1 || r.Errors[0].Field != "value" {
		t.Errorf("two millionths of an inch are %v", r.Errors)
	}
	for name, r := range map[string]*Reader{"with its unit": read(true, "0.002 in"), "nobody asks": read(false, "0.002"),
		"what a gauge shows": read(true, "2")} {
		if len(r.Errors) != 0 {
			t.Errorf("%s: %v", name, r.Errors)
		}
	}
}

func TestHowGoodAGaugeIs(t *testing.T) {
	um := quantity.Micrometre
	for name, tt := range map[string]struct{ got, want quantity.Length }{
		"comes back by a division": {Returns(10 * um), 10 * um}, "never by less than dirt": {Returns(1 * um), 5 * um},
		"repeats by two divisions": {Repeats(10 * um), 20 * um}, "or by dirt": {Repeats(2 * um), 5 * um},
		"just more than dirt": {Repeats(3 * um), 6 * um},
	} {
		if tt.got != tt.want {
			t.Errorf("%s: %v, want %v", name, tt.got, tt.want)
		}
	}
	// √(3²/3 + (2·6/√3)²) = √(3 + 48) = 7.141
	if u := float64(DirectUncertainty(3000, 6000)); u < 7141 || u > 7142 {
		t.Errorf("a division of 3 with an error of 6 is good to %g", u)
	}
	if CheckError(0) != nil || CheckError(1) != nil || CheckError(-1) == nil {
		t.Error("an error below zero is taken, or another is not")
	}
	for _, k := range Kinds {
		if info, ok := KindOf(k.Kind); !ok || info != k {
			t.Errorf("%s is %+v", k.Kind, info)
		}
	}
	if _, ok := KindOf("ruler"); ok {
		t.Error("a kind that there is not is known")
	}
}
