package judge

import (
	"slices"

	"settle/core/field"
	"settle/core/quantity"
)

// A leak test under pressure: was it the pressure that was asked, was it held as long, and what came
// out or was lost. Pressures are above that of the air.

// Medium is what a leak test is made with.
type Medium string

// The media. The pump's own liquid counts as water.
const (
	Water      Medium = "water"
	OwnLiquid  Medium = "own"
	Air        Medium = "air"
	Nitrogen   Medium = "nitrogen"
	atmosphere        = 1.01325 // bar
	zeroC             = 273.15  // K
)

// Gas reports whether the medium stores energy.
func (m Medium) Gas() bool { return m == Air || m == Nitrogen }

// Media are all of them.
var Media = []Medium{Water, OwnLiquid, Air, Nitrogen}

// Held is a pressure at a moment; Celsius is nil where nobody read it.
type Held struct {
	Pressure quantity.Pressure
	Celsius  *float64
}

// LeakTest is what was asked and what was seen. Pointers are nil where nobody said.
type LeakTest struct {
	Medium       Medium
	Test         quantity.Pressure
	Asked, Rated *quantity.Pressure
	Minutes      float64 // of the hold
	AskedMinutes *float64
	Start, End   *Held // both or neither
	Drops        *int  // of a gas: bubbles
	Volume       *float64
	Vented       bool
	SiteRule     bool // a gas, or a hazardous liquid, by the site's own rule
	Hazardous    bool // the own liquid flashes, burns or poisons
	Allowed      *LeakAllowed
}

// LeakAllowed is what may come out: drops over the hold, a fall of pressure in mbar, a leak in
// mbar·l/s.
type LeakAllowed struct {
	Drops      *int
	Fall, Leak *float64
}

// LeakFound is what a test comes to; nil where nothing tells.
type LeakFound struct {
	Percent  *float64 // of the pressure asked
	Fall     *float64 // mbar, of a gas at the temperature of the start
	Leak     *float64 // mbar·l/s
	Faults   []string
	Warnings []string
	Result   Result
}

// The faults of a leak test, as codes.
const (
	TestLow   = "low"
	TestHigh  = "high"
	TestShort = "short"
	OverRated = "over-rated"
	TestDrops = "drops"
	TestLeak  = "leak"
	TestFall  = "fall"
)

// Its warnings.
const (
	WithGas    = "gas" // above 1.75 bar: stored energy
	NotRated   = "not-rated"
	Hazardous  = "hazardous"
	NotVented  = "not-vented"
	TestRose   = "rose"
	TestFell   = "fell"
	NotRead    = "not-read"
	NotAsked   = "not-asked"
	gasBar     = 1.75
	leastShare = 0.95
	mostShare  = 1.1
	roseShare  = 0.01
	fellShare  = 0.02
	aTie       = 1e-6
)

// more and less compare pressures and times: one is over another by more than a millionth of that.
// They are calls, so that no product in what they are given is added before it is rounded.
//
//go:noinline
func more(a, b float64) bool { return a-b > float64(aTie*abs(b)) }

//go:noinline
func less(a, b float64) bool { return b-a > float64(aTie*abs(b)) }

func abs(f float64) float64 { return max(f, -f) }

// Run judges the test.
func (t LeakTest) Run() (LeakFound, error) {
	if err := t.check(); err != nil {
		return LeakFound{}, err
	}
	var x LeakFound
	if t.Asked != nil {
		percent := 100 * float64(t.Test) / float64(*t.Asked)
		x.Percent = &percent
	}
	x.Fall, x.Leak = t.fall()
	x.Faults, x.Warnings = t.faults(x), t.warnings(x)
	x.Result = t.result(x)
	return x, nil
}

// fall is how much pressure is missing at the end, in mbar, and the leak that is, in mbar·l/s.
func (t LeakTest) fall() (fall, leak *float64) {
	if t.Start == nil {
		return nil, nil
	}
	bar := float64(t.Start.Pressure - t.End.Pressure)
	if t.Medium.Gas() {
		end := (float64(t.End.Pressure) + atmosphere) * (*t.Start.Celsius + zeroC) / (*t.End.Celsius + zeroC)
		bar = float64(t.Start.Pressure) + atmosphere - end
	}
	mbar := 1000 * bar
	if t.Medium.Gas() && t.Volume != nil {
		rate := mbar * *t.Volume / (60 * t.Minutes)
		leak = &rate
	}
	return &mbar, leak
}

// seen are the pressures that were read, in bar.
func (t LeakTest) seen() []float64 {
	all := []float64{float64(t.Test)}
	if t.Start != nil {
		all = append(all, float64(t.Start.Pressure), float64(t.End.Pressure))
	}
	return all
}

// all are those and what was asked.
func (t LeakTest) all() []float64 {
	all := t.seen()
	if t.Asked != nil {
		all = append(all, float64(*t.Asked))
	}
	return all
}

func (t LeakTest) faults(x LeakFound) []string {
	out := []string{}
	allowed := t.allowed()
	for _, f := range []struct {
		code  string
		there bool
	}{
		{TestLow, t.Asked != nil && less(slices.Min(t.seen()), float64(leastShare*float64(*t.Asked)))},
		{TestHigh, t.Asked != nil && more(slices.Max(t.seen()), float64(mostShare*float64(*t.Asked)))},
		{TestShort, t.AskedMinutes != nil && less(t.Minutes, *t.AskedMinutes)},
		{OverRated, t.Rated != nil && more(slices.Max(t.all()), float64(*t.Rated))},
		{TestDrops, t.Drops != nil && *t.Drops > *allowed.Drops},
		{TestLeak, allowed.Leak != nil && x.Leak != nil && more(*x.Leak, *allowed.Leak)},
		{TestFall, allowed.Fall != nil && x.Fall != nil && more(*x.Fall, *allowed.Fall)},
	} {
		if f.there {
			out = append(out, f.code)
		}
	}
	return out
}

// allowed is what may come out: no drop where nobody says.
func (t LeakTest) allowed() LeakAllowed {
	var a LeakAllowed
	if t.Allowed != nil {
		a = *t.Allowed
	}
	if a.Drops == nil {
		a.Drops = new(int)
	}
	return a
}

// judged reports whether a leak or a fall was held against what is allowed.
func (t LeakTest) judged(x LeakFound) bool {
	return t.Allowed != nil && (t.Allowed.Leak != nil && x.Leak != nil || t.Allowed.Fall != nil && x.Fall != nil)
}

func (t LeakTest) warnings(x LeakFound) []string {
	against := float64(t.Test)
	if t.Asked != nil {
		against = float64(*t.Asked)
	}
	gas := t.Medium.Gas() && more(slices.Max(t.all()), gasBar)
	out := []string{}
	for _, w := range []struct {
		code  string
		there bool
	}{
		{WithGas, gas},
		{NotRated, gas && t.Rated == nil},
		{Hazardous, t.Medium == OwnLiquid && t.Hazardous},
		{NotVented, !t.Medium.Gas() && !t.Vented},
		{TestRose, x.Fall != nil && less(*x.Fall, float64(-roseShare*1000*against))},
		{TestFell, x.Fall != nil && more(*x.Fall, fellShare*1000*against) && !t.judged(x)},
		{NotRead, t.Drops == nil && t.Start == nil},
		{NotAsked, t.Asked == nil},
	} {
		if w.there {
			out = append(out, w.code)
		}
	}
	slices.Sort(out)
	return out
}

func (t LeakTest) result(x LeakFound) Result {
	has := func(codes ...string) bool {
		return slices.ContainsFunc(codes, func(c string) bool { return slices.Contains(x.Warnings, c) })
	}
	switch {
	case len(x.Faults) > 0:
		return Out
	case has(NotRead, NotVented, NotRated),
		has(WithGas, Hazardous) && !t.SiteRule,
		has(TestRose, TestFell) && (t.Medium.Gas() || t.Drops == nil):
		return Undecided
	case t.Asked != nil && (t.Drops != nil || t.judged(x)):
		return Within
	}
	return NoLimit
}

// mostPressure is more than any pump is tested at, in bar.
const mostPressure = 1000

func (t LeakTest) check() error {
	if !slices.Contains(Media, t.Medium) {
		return field.Errorf("medium", "is %q: write water, own (the pump's liquid), air or nitrogen", t.Medium)
	}
	for _, p := range []struct {
		name  string
		value *quantity.Pressure
		zero  bool
	}{{"test.value", &t.Test, true}, {"asked.value", t.Asked, false}, {"rated.value", t.Rated, false},
		{"start.value", t.Start.pressure(), true}, {"end.value", t.End.pressure(), true}} {
		switch {
		case p.value == nil:
		case *p.value < 0 || !p.zero && *p.value == 0:
			return field.Errorf(p.name, "is %g bar: write a pressure above that of the air", float64(*p.value))
		case *p.value > mostPressure || *p.value != *p.value:
			return field.Errorf(p.name, "is %g bar: no pump is tested at that, look at the unit", float64(*p.value))
		}
	}
	switch {
	case !(t.Minutes > 0 && t.Minutes <= 1e6):
		return field.Errorf("minutes", "is %g: write how long it was held, more than nothing", t.Minutes)
	case t.AskedMinutes != nil && !(*t.AskedMinutes > 0 && *t.AskedMinutes <= 1e6):
		return field.Errorf("asked_minutes", "is %g: write how long it is to be held, more than nothing", *t.AskedMinutes)
	case t.Start == nil && t.End != nil:
		return field.Errorf("start", "is missing: write the pressure at the start of the hold, too")
	case t.Start != nil && t.End == nil:
		return field.Errorf("end", "is missing: write the pressure at the end of the hold, too")
	case t.Drops != nil && *t.Drops < 0:
		return field.Errorf("drops", "is %d: write how many, 0 for none", *t.Drops)
	case t.Volume != nil && !(*t.Volume > 0 && *t.Volume <= 1e9):
		return field.Errorf("volume_l", "is %g: write litres, more than nothing", *t.Volume)
	}
	if t.Medium.Gas() {
		for _, h := range []struct {
			name string
			held *Held
		}{{"start", t.Start}, {"end", t.End}} {
			if h.held != nil && h.held.Celsius == nil {
				return field.Errorf(h.name+".temp_c", "is missing: the pressure of a gas goes with its temperature")
			}
		}
	}
	return t.checkAllowed()
}

func (h *Held) pressure() *quantity.Pressure {
	if h == nil {
		return nil
	}
	return &h.Pressure
}

func (t LeakTest) checkAllowed() error {
	a := t.Allowed
	switch {
	case a == nil:
		return nil
	case a.Drops == nil && a.Fall == nil && a.Leak == nil:
		return field.Errorf("allowed", "has nothing in it: give drops, drop_mbar or leak_mbar_l_s")
	case a.Drops != nil && *a.Drops < 0:
		return field.Errorf("allowed.drops", "is %d: write how many drops may fall, 0 for none", *a.Drops)
	case a.Fall != nil && !(*a.Fall >= 0):
		return field.Errorf("allowed.drop_mbar", "is %g: write mbar, 0 or more", *a.Fall)
	case a.Leak != nil && !(*a.Leak >= 0):
		return field.Errorf("allowed.leak_mbar_l_s", "is %g: write mbar·l/s, 0 or more", *a.Leak)
	case a.Leak != nil && !t.Medium.Gas():
		return field.Errorf("allowed.leak_mbar_l_s", "goes only with air or nitrogen: of water the drops are counted")
	case (a.Leak != nil || a.Fall != nil) && t.Start == nil:
		return field.Errorf("start", "is missing: a fall of pressure needs its start and its end")
	case a.Leak != nil && t.Volume == nil:
		return field.Errorf("volume_l", "is missing: a leak needs the litres that were under pressure")
	}
	return nil
}

// LeakAdvice says in words what a fault or a warning of a leak test means and what to do; "" for a code
// that is not known.
func LeakAdvice(code string) string { return leakAdvice[code] }

var leakAdvice = map[string]string{
	TestLow:   "The pressure was under 95 % of what is asked: bring it up and hold it again.",
	TestHigh:  "The pressure was over 110 % of what is asked.",
	TestShort: "It was held for less than is asked.",
	OverRated: "The pressure is over what the weakest part may hold. Let it down.",
	TestDrops: "More drops than are allowed.",
	TestLeak:  "It leaks more than is allowed.",
	TestFall:  "The pressure fell by more than is allowed.",
	WithGas: "Gas under pressure stores energy: a part that lets go is thrown. Test with water where that " +
		"can be; with " +
		"gas only by the site's rule, behind a screen, with a relief valve.",
	NotRated:  "What the weakest part may hold is not known: find out before gas is let in.",
	Hazardous: "The liquid flashes, burns or poisons: test with water, or by the site's rule.",
	NotVented: "It was not said to be vented: air left inside stores energy and hides a leak.",
	TestRose:  "The pressure rose: the source is not shut off, or it warms. Hold it again.",
	TestFell:  "The pressure fell: find out where it went, and hold it again.",
	NotRead:   "Neither drops nor the pressure at start and end were read.",
	NotAsked:  "What pressure is asked is not known: look it up in the maker's manual.",
}
