package judge

import (
	"testing"

	"settle/core/gauge"
	"settle/core/quantity"
)

// What keeps a person longer is the heavier: out before undecided, before no limit, before close, before within.
func TestVerdictsInTheirWeight(t *testing.T) {
	order := []Result{"", Within, Close, NoLimit, Undecided, Out}
	for i, a := range order {
		for k, b := range order {
			if got := a.Heavier(b); got != (i > k) {
				t.Errorf("%q is heavier than %q: %v", a, b, got)
			}
		}
	}
	for r, want := range map[Result]bool{Within: false, Close: false, "": false, Out: true, Undecided: true,
		NoLimit: true} {
		if r.NeedsDecision() != want {
			t.Errorf("%q needs a decision: %v", r, !want)
		}
	}
	for r, want := range map[Result]Result{Within: Undecided, Close: Undecided, Out: Out, Undecided: Undecided,
		NoLimit: NoLimit, "": ""} {
		if got := r.Capped(); got != want {
			t.Errorf("%q capped is %q, want %q", r, got, want)
		}
	}
}

// A gauge that is good to half of the window or worse decides nothing that lies within what it can tell.
func TestAGaugeTooCoarseForItsLimit(t *testing.T) {
	window := Bounds{Min: new(10 * um), Max: new(30 * um)} // 20 wide: too coarse from 10 on
	most := Bounds{Max: new(20 * um)}
	for name, tt := range map[string]struct {
		measured quantity.Length
		u        gauge.Uncertainty
		bounds   Bounds
		want     Result
		coarse   bool
	}{
		"fine enough":                     {20 * um, gauge.Uncertainty(10*um) - 1, window, Within, false},
		"half of the window":              {20 * um, gauge.Uncertainty(10 * um), window, Undecided, true},
		"out, by less than it can tell":   {35 * um, gauge.Uncertainty(10 * um), window, Undecided, true},
		"out, by just what it can tell":   {40 * um, gauge.Uncertainty(10 * um), window, Undecided, true},
		"out, by more than it can tell":   {40*um + 1, gauge.Uncertainty(10 * um), window, Out, false},
		"under, by more than it can tell": {-1, gauge.Uncertainty(10 * um), window, Out, false},
		"a most alone, finer than it":     {5 * um, gauge.Uncertainty(20*um) - 1, most, Close, false},
		"a most alone, as coarse as it":   {5 * um, gauge.Uncertainty(20 * um), most, Undecided, true},
		"a least alone asks for no gauge": {50 * um, gauge.Uncertainty(90 * um), Bounds{Min: new(10 * um)}, Close, false},
		"a most of nothing asks for none": {0, gauge.Uncertainty(90 * um), Bounds{Max: new(quantity.Length)}, Close, false},
		"nothing at most, a least under it": {0, gauge.Uncertainty(90 * um), Bounds{Min: new(-5 * um),
			Max: new(quantity.Length)}, Undecided, true},
		"no limit": {5 * um, gauge.Uncertainty(90 * um), Bounds{}, NoLimit, false},
	} {
		v, coarse := Length(tt.measured, tt.u, tt.bounds).Coarse(tt.bounds)
		if v.Result != tt.want || coarse != tt.coarse {
			t.Errorf("%s: %s, %v; want %s, %v", name, v.Result, coarse, tt.want, tt.coarse)
		}
	}
}

// Of a length of which two sides are known all that it may be is judged.
func TestALengthBetweenTwoSides(t *testing.T) {
	b := Bounds{Min: new(10 * um), Max: new(30 * um)}
	at := func(l quantity.Length) *quantity.Length { return &l }
	for name, tt := range map[string]struct {
		low, high *quantity.Length
		bounds    Bounds
		want      Result
	}{
		"on both bounds":            {at(10 * um), at(30 * um), b, Within},
		"under the least":           {at(10*um - 1), at(30 * um), b, Undecided},
		"over the most":             {at(10 * um), at(30*um + 1), b, Undecided},
		"wholly under":              {nil, at(10 * um), b, Out},
		"under, it may be more":     {nil, at(10*um + 1), b, Undecided},
		"wholly over":               {at(30 * um), nil, b, Out},
		"over, it may be less":      {at(30*um - 1), nil, b, Undecided},
		"a least alone, over it":    {at(10 * um), nil, Bounds{Min: new(10 * um)}, Within},
		"a least alone, unknown":    {nil, at(50 * um), Bounds{Min: new(10 * um)}, Undecided},
		"a most alone, under it":    {nil, at(30 * um), Bounds{Max: new(30 * um)}, Within},
		"a most alone, unknown":     {at(1 * um), nil, Bounds{Max: new(30 * um)}, Undecided},
		"nothing known of a length": {nil, nil, b, Undecided},
		"no limit":                  {at(10 * um), at(30 * um), Bounds{}, NoLimit},
	} {
		if got := Between(tt.low, tt.high, tt.bounds); got != tt.want {
			t.Errorf("%s: %s, want %s", name, got, tt.want)
		}
	}
}

func TestHeadlinesAndBoundsInWords(t *testing.T) {
	at := func(l quantity.Length) *quantity.Length { return &l }
	for want, v := range map[string]Verdict{
		"No limit known, nothing is judged":   {Result: NoLimit},
		"Out of limit by 0.020 mm":            {Result: Out, Margin: at(-20 * um)},
		"Undecided: the readings do not tell": {Result: Undecided, Margin: at(0)},
		"On the limit, could be either side":  {Result: Close, Margin: at(0)},
		"Within, but close to the limit":      {Result: Close, Margin: at(1 * um)},
		"Within":                              {Result: Within, Margin: at(0)},
		"Within, 0.020 mm to spare":           {Result: Within, Margin: at(20 * um)},
	} {
		if got := v.Headline().Mm; got != want {
			t.Errorf("%+v: %q, want %q", v, got, want)
		}
	}
	for want, b := range map[string]Bounds{"0.010 mm to 0.030 mm": {Min: new(10 * um), Max: new(30 * um)},
		"at most 0.030 mm": {Max: new(30 * um)}, "at least 0.010 mm": {Min: new(10 * um)}, "none given": {}} {
		if got := b.Say(quantity.Say).Mm; got != want {
			t.Errorf("%q, want %q", got, want)
		}
		if (b.Min == nil && b.Max == nil) != b.Open() {
			t.Errorf("%q is open: %v", want, b.Open())
		}
	}
	b := Bounds{Min: new(10 * um), Max: new(30 * um)}
	for l, want := range map[quantity.Length]bool{10 * um: true, 30 * um: true, 10*um - 1: false, 30*um + 1: false} {
		if b.Holds(l) != want {
			t.Errorf("holds %v: %v", l, !want)
		}
	}
	if err := b.Check(); err != nil {
		t.Error(err)
	}
	if err := (Bounds{Min: new(30 * um), Max: new(10 * um)}).Check(); err == nil {
		t.Error("a least over its most is taken")
	}
	if err := (Bounds{Min: new(10 * um), Max: new(10 * um)}).Check(); err != nil {
		t.Errorf("one value alone: %v", err)
	}
}

// What is found may be worn: so many times its most, rounded to the nearest.
func TestTheLimitOfWhatIsFound(t *testing.T) {
	l := Limit{Bounds: Bounds{Max: new(3 * quantity.Nanometre)}, WornOut: 1.5}
	if got := *l.AsFound().Max; got != 5 { // 4.5
		t.Errorf("worn out at %d nm, want 5", got)
	}
	if l.WornOut = 0; *l.AsFound().Max != 3 {
		t.Error("one that does not wear changes")
	}
	if l := (Limit{WornOut: 2}); l.AsFound().Max != nil {
		t.Error("one without a most has one")
	}
}

// The heaviest finding counts, the first of equals gives its rule, and the policy is the least that becomes of it.
func TestWhatBecomesOfAPart(t *testing.T) {
	dress, replace := Finding{Outcome: Dress, Rule: "dressed"}, Finding{Outcome: Replace, Rule: "first"}
	other := Finding{Outcome: Replace, Rule: "second"}
	for name, tt := range map[string]struct {
		found  []Finding
		policy Ruling
		want   Ruling
	}{
		"nothing":                 {nil, Ruling{}, Ruling{Reuse, "nothing found against it"}},
		"the heavier":             {[]Finding{dress, replace}, Ruling{}, Ruling{Replace, "first"}},
		"the first of equals":     {[]Finding{replace, other}, Ruling{}, Ruling{Replace, "first"}},
		"a policy, nothing found": {nil, Ruling{Replace, "always new"}, Ruling{Replace, "always new"}},
		"a policy, less found":    {[]Finding{dress}, Ruling{Replace, "always new"}, Ruling{Replace, "always new"}},
		"a policy, as much found": {[]Finding{replace}, Ruling{Replace, "always new"}, Ruling{Replace, "always new"}},
		"a policy, more found": {[]Finding{{Outcome: Order, Rule: "none here"}}, Ruling{Replace, "new"},
			Ruling{Order, "none here"}},
		"found only to be all right": {[]Finding{{Outcome: Reuse, Rule: "a polish"}}, Ruling{}, Ruling{Reuse, "a polish"}},
	} {
		if got := Part(tt.found, tt.policy); got != tt.want {
			t.Errorf("%s: %+v, want %+v", name, got, tt.want)
		}
	}
	for i, o := range Outcomes {
		if !o.Known() || i > 0 && (o.Heavier(Outcomes[i-1]) != o || Outcomes[i-1].Heavier(o) != o) {
			t.Errorf("%s does not weigh more than the one before it", o)
		}
	}
	if Outcome("burn").Known() {
		t.Error("an outcome that there is not is known")
	}
}

// The windows of rings, by hand: new 0.30 to 0.40, worn at twice the most and at 0.6 of the least.
func TestWindowsOfRings(t *testing.T) {
	at := func(l quantity.Length) *quantity.Length { return &l }
	show := func(b Bounds) (min, max float64) {
		if b.Min != nil {
			min = b.Min.Um()
		}
		if b.Max != nil {
			max = b.Max.Um()
		}
		return min, max
	}
	use := RingUse{Diameter: float64(100 * mm)}
	for name, tt := range map[string]struct {
		fresh    RingSpan
		use      RingUse
		built    bool
		min, max float64
		from     Origin
		warns    int
	}{
		"of the maker, built":    {RingSpan{Min: at(300 * um), Max: at(400 * um)}, use, true, 300, 400, Maker, 0},
		"of the maker, found":    {RingSpan{Min: at(300 * um), Max: at(400 * um)}, use, false, 180, 800, Maker, 0},
		"a most under the table": {RingSpan{Max: at(100 * um)}, use, true, 50, 100, HalfOfNew, 1},
		"beyond the table": {RingSpan{Max: at(900 * um)}, RingUse{Diameter: float64(650 * mm)}, true, 450, 900,
			HalfOfNew, 1},
		"beyond it, and nothing": {RingSpan{}, RingUse{Diameter: float64(650 * mm)}, true, 0, 0, None, 1},
	} {
		b, from, warns := RingWindow(tt.fresh, tt.use, 2, tt.built)
		if min, max := show(b); min != tt.min || max != tt.max || from != tt.from || len(warns) != tt.warns {
			t.Errorf("%s: %g to %g from %s, %v; want %g to %g from %s", name, min, max, from, warns, tt.min, tt.max, tt.from)
		}
	}
	if b, from, _ := RingWindow(RingSpan{Max: at(900 * um)}, use, 2, true); from != General || *b.Min >= 900*um {
		t.Errorf("by the table it is %v from %s", b, from)
	}
	plain, _ := LeastRing(use)
	for name, hot := range map[string]RingUse{"hot": {Diameter: use.Diameter, Hot: true},
		"galling": {Diameter: use.Diameter, Galling: true}} {
		if more, ok := LeastRing(hot); !ok || more != plain+125*um {
			t.Errorf("%s: %v, want %v and 0.125 more", name, more, plain)
		}
	}
	for d, want := range map[quantity.Length]quantity.Length{325 * mm: 625 * um, 350*mm - 1: 625 * um,
		350 * mm: 650 * um, 649 * mm: 925 * um} {
		if got, ok := LeastRing(RingUse{Diameter: float64(d)}); !ok || got != want {
			t.Errorf("at %v: %v, want %v", d, got, want)
		}
	}
}

func TestWhatCannotBeOfRings(t *testing.T) {
	at := func(l quantity.Length) *quantity.Length { return &l }
	use := RingUse{Diameter: float64(100 * mm)}
	for name, tt := range map[string]struct {
		fresh RingSpan
		use   RingUse
		ok    bool
	}{
		"no clearance":       {RingSpan{Max: at(0)}, use, false},
		"the least there is": {RingSpan{Max: at(1)}, use, true},
		"below zero":         {RingSpan{Min: at(-1), Max: at(5)}, use, false},
		"from nothing":       {RingSpan{Min: at(0), Max: at(5)}, use, true},
		"changed over":       {RingSpan{Min: at(6), Max: at(5)}, use, false},
		"one value":          {RingSpan{Min: at(5), Max: at(5)}, use, true},
		"no diameter":        {RingSpan{Max: at(5)}, RingUse{}, false},
	} {
		if err := CheckRing(tt.fresh, tt.use); (err == nil) != tt.ok {
			t.Errorf("%s: %v", name, err)
		}
	}
}
