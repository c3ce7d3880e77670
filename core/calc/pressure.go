package calc

import (
	"fmt"
	"slices"

	"settle/core/gauge"
	"settle/core/judge"
	"settle/core/quantity"
)

// pressureIn is a leak test under pressure: what it was made with, the pressure asked and that of the
// test, how long it was held, and what was seen. Pressures are above that of the air.
type pressureIn struct {
	// water, own (the pump's liquid, which counts as water), air or nitrogen.
	Medium judge.Medium `json:"medium"`
	Test   *barIn       `json:"test"`
	Asked  *barIn       `json:"asked"`
	// Of the hold.
	Minutes      *float64 `json:"minutes"`
	AskedMinutes *float64 `json:"asked_minutes"`
	Start        *heldIn  `json:"start"`
	End          *heldIn  `json:"end"`
	// Over the hold; of a gas, bubbles.
	Drops  *int     `json:"drops"`
	Volume *float64 `json:"volume_l"`
	Vented bool     `json:"vented"`
	// A gas, or a liquid that flashes, burns or poisons, goes by the site's own rule.
	SiteRule  bool `json:"site_rule"`
	Hazardous bool `json:"hazardous"`
	// What the weakest part may hold.
	Rated   *barIn `json:"rated"`
	Allowed *struct {
		Drops *int     `json:"drops"`
		Fall  *float64 `json:"drop_mbar"`
		Leak  *float64 `json:"leak_mbar_l_s"`
	} `json:"allowed"`
}

// barIn is a pressure with its unit: bar, kPa, MPa or psi.
type barIn struct {
	Value *float64              `json:"value"`
	Unit  quantity.PressureUnit `json:"unit"`
}

// heldIn is a pressure at a moment of the hold; its temperature is needed with a gas.
type heldIn struct {
	barIn
	C *float64 `json:"temp_c"`
	F *float64 `json:"temp_f"`
}

// pressureOut is what the test comes to: pressures in bar to three decimals, the fall in mbar, the
// leak in mbar·l/s; null where nothing tells.
type pressureOut struct {
	Test    float64  `json:"test_bar"`
	Asked   *float64 `json:"asked_bar"`
	Percent *float64 `json:"percent"`
	Fall    *float64 `json:"drop_mbar"`
	Leak    *float64 `json:"leak_mbar_l_s"`
	// low, high, short, over-rated, drops, leak, fall.
	Faults   []string     `json:"faults"`
	Result   judge.Result `json:"result"`
	Warnings []string     `json:"warnings"`

	test judge.LeakTest
	unit quantity.PressureUnit
}

// solve holds the least of the pressures against 95 % of what was asked and the largest against 110 %,
// the hold against its time, and what came out against what is allowed: no drop where nobody says. A
// gas is taken at the temperature of its start. Errors name the field, such as test.unit.
func (in pressureIn) solve(r *gauge.Reader) (answer, error) {
	t := judge.LeakTest{Medium: in.Medium, AskedMinutes: in.AskedMinutes, Drops: in.Drops, Volume: in.Volume,
		Vented: in.Vented, SiteRule: in.SiteRule, Hazardous: in.Hazardous, Asked: in.Asked.read(r, "asked"),
		Rated: in.Rated.read(r, "rated"), Start: in.Start.read(r, "start"), End: in.End.read(r, "end")}
	if in.Medium == "" {
		need(r, "medium", "water, own (the pump's liquid), air or nitrogen")
	}
	if p := in.Test.read(r, "test"); p != nil {
		t.Test = *p
	} else if in.Test == nil {
		need(r, "test", "the pressure it was tested at, with its unit")
	}
	t.Minutes = needed(r, "", "minutes", in.Minutes, "how long it was held")
	if a := in.Allowed; a != nil {
		t.Allowed = &judge.LeakAllowed{Drops: a.Drops, Fall: a.Fall, Leak: a.Leak}
	}
	if err := r.Errors.Err(); err != nil {
		return nil, err
	}
	x, err := t.Run()
	if err != nil {
		return nil, err
	}
	out := &pressureOut{Test: round(float64(t.Test), 3), Percent: to(x.Percent, 1), Fall: to(x.Fall, 1),
		Leak:   to(x.Leak, 4),
		Faults: x.Faults, Result: x.Result, Warnings: x.Warnings, test: t, unit: in.Test.Unit}
	if t.Asked != nil {
		bar := float64(*t.Asked)
		out.Asked = to(&bar, 3)
	}
	return out, nil
}

// to brings a figure to decimals, nil for none.
func to(f *float64, decimals int) *float64 {
	if f == nil {
		return nil
	}
	v := round(*f, decimals)
	return &v
}

// read reads a pressure; a bare one is refused.
func (in *barIn) read(r *gauge.Reader, path string) *quantity.Pressure {
	if in == nil {
		return nil
	}
	if in.Value == nil {
		need(r, path+".value", "the pressure above that of the air")
		return nil
	}
	p, known := quantity.PressureOf(*in.Value, in.Unit)
	if !known {
		r.Errors.Add(path+".unit", fmt.Errorf("is %q: write bar, kPa, MPa or psi", in.Unit))
		return nil
	}
	return &p
}

func (in *heldIn) read(r *gauge.Reader, path string) *judge.Held {
	if in == nil {
		return nil
	}
	h := &judge.Held{Celsius: celsius(r, path, "temp_c", "temp_f", in.C, in.F)}
	if p := in.barIn.read(r, path); p != nil {
		h.Pressure = *p
	}
	return h
}

// testWords say how a test went.
var testWords = map[judge.Result]string{
	judge.Within: "Tight", judge.Out: "Not passed", judge.Undecided: "Undecided: see below",
	judge.NoLimit: "Nothing was asked, nothing is judged",
}

// say tells whether it was tight, and by what pressure.
func (out *pressureOut) say(w *Words) {
	bar := func(p quantity.Pressure) quantity.Sentence {
		both := number(p.In(out.unit), 2) + " " + string(out.unit)
		if out.unit != quantity.Bar {
			both += ", " + number(float64(p), 3) + " bar"
		}
		return quantity.Plainly(both)
	}
	w.main("Test pressure", bar(out.test.Test))
	w.Verdict, w.Headline = string(out.Result), quantity.Plainly(testWords[out.Result])
	if out.test.Asked != nil {
		w.row("Asked", bar(*out.test.Asked))
		w.row("Of what is asked", quantity.Plainly(number(*out.Percent, 1)+" %"))
	}
	held := number(out.test.Minutes, 1) + " minutes"
	if out.test.AskedMinutes != nil {
		held += ", asked " + number(*out.test.AskedMinutes, 1)
	}
	w.row("Held", quantity.Plainly(held))
	if out.test.Drops != nil {
		w.row(map[bool]string{true: "Bubbles", false: "Drops"}[out.test.Medium.Gas()],
			quantity.Plainly(fmt.Sprint(*out.test.Drops)))
	}
	if out.Fall != nil {
		w.row("The pressure fell by", quantity.Plainly(number(*out.Fall, 1)+" mbar"))
	}
	if out.Leak != nil {
		w.row("Leak", quantity.Plainly(number(*out.Leak, 4)+" mbar·l/s"))
	}
	for _, code := range append(slices.Clone(out.Faults), out.Warnings...) {
		w.plain(judge.LeakAdvice(code))
	}
	w.plain("Stand clear of joints while the pressure comes up. The maker's manual and the site's rule come first.")
}
