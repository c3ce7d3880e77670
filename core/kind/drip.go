package kind

import (
	"settle/core/gauge"
	"settle/core/judge"
	"settle/core/plan"
)

var dripKind = Kind{
	panel: "tool", Group: "tool", table: DoneTable, weigh: asked, limit: dripLimit, Tool: "drip",
	given: dripGiven,
}

func dripGiven(t Terms, step *plan.Step, in *givenInput) {
	rates := dripLimit(t, step).Rates
	if rates == nil {
		return
	}
	limit := map[string]any{}
	if rates.Min != nil {
		limit["min"] = *rates.Min
	}
	if rates.Max != nil {
		limit["max"] = *rates.Max
	}
	limit["from"] = string(dripLimit(t, step).Origin)
	in.Input["limit"] = limit
}

// dripLimit is the limit that a step names, or what a plan of before such limits gives. A general
// rate is for water: of another liquid the maker knows.
func dripLimit(t Terms, step *plan.Step) *judge.Limit {
	limit := NoLimit(judge.NoneKnown)
	if l, ok := t.Opening().Limits[step.Rate]; ok {
		limit = &l
	} else if step.Most > 0 {
		limit = &judge.Limit{Origin: judge.General, Source: planRate, Rates: &gauge.Rates{Min: &step.Least, Max: &step.Most}}
	}
	if kind := t.Opening().Carries; limit.Origin == judge.General && kind != "" && kind != judge.LikeWater {
		return NoLimit(forWater)
	}
	return limit
}

// forWater stands where a general rate would be wrong.
const forWater = "the general rate is for water: ask the maker how much of this liquid may drip, if any"

// planRate is where a rate comes from that the plan itself gives.
const planRate = "general service, rule of thumb, to be replaced by the maker's value"
