package calc

import (
	"fmt"

	"settle/core/gauge"
	"settle/core/judge"
	"settle/core/quantity"
)

// dripIn are the seconds at which drops fell, rising, at least three; or drops counted over some
// minutes, which may be none. The limit is in drops a minute.
type dripIn struct {
	Taps    []float64 `json:"taps_s"`
	Drops   *int      `json:"drops"`
	Minutes *float64  `json:"minutes"`
	Limit   *struct {
		Min  *float64     `json:"min"`
		Max  *float64     `json:"max"`
		From judge.Origin `json:"from"`
	} `json:"limit"`
	// water, where nobody says, flammable, toxic or viscous.
	Liquid string `json:"liquid"`
}

// dripOut is the rate in drops a minute, to one decimal, and what to do about the gland.
type dripOut struct {
	PerMinute float64 `json:"per_minute"`
	// low, within, high or no-limit, and slacken, leave or tighten.
	Result string `json:"result"`
	Advice string `json:"advice"`
	// general, maker or shop, of the limit that was used; none where there is none.
	LimitFrom judge.Origin `json:"limit_from"`
	Warnings  []string     `json:"warnings"`

	rates gauge.Rates
}

// water is what a general rate is for, and a leak test is made with.
const water = "water"

// generalNotUsed is the warning that the general rate is for water, and this liquid is none.
const generalNotUsed = "general-not-used"

// solve counts the intervals, 60·(n − 1)/(last − first), or takes drops/minutes. A liquid that
// burns, poisons or is thick is not held to the general rate, which is for water. Errors name
// taps_s, drops, minutes, liquid or limit.
func (in dripIn) solve(r *gauge.Reader) (answer, error) {
	rates, from, err := in.limit(r)
	if err != nil {
		return nil, err
	}
	rate, err := in.rate()
	if err != nil {
		return nil, err
	}
	out := &dripOut{PerMinute: round(rate, 1), Result: "within", Advice: "leave", LimitFrom: from, Warnings: []string{}}
	if in.Liquid != "" && in.Liquid != water && from == judge.General {
		rates, out.LimitFrom, out.Warnings = gauge.Rates{}, judge.None, []string{generalNotUsed}
	}
	out.rates = rates
	switch {
	case rates.Min == nil && rates.Max == nil:
		out.Result = string(judge.NoLimit)
	case rates.Min != nil && rate < *rates.Min:
		out.Result, out.Advice = "low", "slacken"
	case rates.Max != nil && rate > *rates.Max:
		out.Result, out.Advice = "high", "tighten"
	}
	return out, nil
}

// limit reads the limit and whose it is, and checks the liquid.
func (in dripIn) limit(r *gauge.Reader) (rates gauge.Rates, from judge.Origin, err error) {
	from = judge.None
	if l := in.Limit; l != nil {
		rates = gauge.Rates{Min: l.Min, Max: l.Max}
		if whose := whose(r, l.From); rates != (gauge.Rates{}) {
			from = whose
		}
	}
	switch in.Liquid {
	case "", water, "flammable", "toxic", "viscous":
	default:
		r.Errors.Add("liquid", fmt.Errorf("is %q: write water, flammable, toxic or viscous", in.Liquid))
	}
	r.Errors.Add("", rates.Check())
	return rates, from, r.Errors.Err()
}

// rate is drops a minute, tapped or counted.
func (in dripIn) rate() (float64, error) {
	if in.Taps == nil && (in.Drops != nil || in.Minutes != nil) {
		return gauge.DripCounted(in.Drops, in.Minutes)
	}
	switch {
	case in.Drops != nil:
		return 0, gauge.BesideTaps("drops")
	case in.Minutes != nil:
		return 0, gauge.BesideTaps("minutes")
	}
	return gauge.Drip(in.Taps)
}

// say tells what to do at the gland: a flat at a time, then wait.
func (out *dripOut) say(w *Words) {
	w.main("Drops a minute", quantity.Plainly(number(out.PerMinute, 1)))
	w.row("Limit", quantity.Plainly(out.rates.String()))
	switch out.Result {
	case "low":
		w.Verdict, w.Headline = string(judge.Out), quantity.Plainly("Too few drops: it will run dry")
		w.line("Slacken both gland nuts a flat, alike, and wait before counting again. Dry packing burns the shaft.")
	case "high":
		w.Verdict, w.Headline = string(judge.Out), quantity.Plainly("Too many drops")
		w.line("Tighten both gland nuts a flat, alike, and wait before counting again.")
	case "within":
		w.Verdict, w.Headline = string(judge.Within), quantity.Plainly("Drips as it should: leave it")
	default:
		w.Verdict, w.Headline = string(judge.NoLimit), quantity.Plainly("No limit known, nothing is judged")
	}
	w.warnAs(out.Warnings, map[string]string{
		generalNotUsed: "The general figure is for water. Ask the maker how much of this liquid may drip, if any.",
	})
	if out.LimitFrom == judge.General {
		w.row("Limit from", quantity.Plainly(askMaker))
	}
}
