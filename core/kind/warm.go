package kind

import (
	"fmt"
	"math"

	"settle/core/gauge"
	"settle/core/judge"
	"settle/core/log"
	"settle/core/plan"
)

var warmKind = Kind{
	Gauges: thermometers, panel: "warm", Group: "heat", table: DoneTable, weigh: warmedPart,
	boxes: heatBoxes, limit: warmLimit,
	show: func(t Terms, step *plan.Step, p *Panel) { p.Asked, _ = celsiusOf(t, step.WarmMost) },
	Fine: "Warm as the papers ask", NotFine: "Not the temperature of the papers",
}

// What a part that receives another one may differ from the temperature of its papers: under the lower
// share of it the other part sticks half way, over the upper one the papers are not followed.
const (
	warmLeast = 0.90
	warmMost  = 1.05
)

// warmedPart is a part that was heated to receive another: by the temperature of the papers alone. It
// has no shoulder to come home to, and what it receives goes in at once.
func warmedPart(s Scale, step *plan.Step, b *log.Body, r *gauge.Reader) *Reading {
	f := b.Heat
	if f == nil {
		return missing(r, "heat.reached", "is missing: how warm it left the heater")
	}
	if f.Cold {
		return &Reading{Text: Pressed}
	}
	reached := r.Temperature("heat.reached", f.Reached)
	if reached == nil {
		return missing(r, "heat.reached", "is missing: how warm it left the heater")
	}
	reading := &Reading{Text: warmedTo(*reached), Limit: warmLimit(s, step), Verdict: judge.NoLimit}
	least, most, ok := warmth(s, step)
	switch {
	case !ok:
	case *reached < least, *reached > most:
		reading.Verdict = judge.Out
	default:
		reading.Verdict = judge.Within
	}
	return reading
}

// warmth is from where to where a part may be warm, °C; false where its papers do not say.
func warmth(t Terms, step *plan.Step) (least, most float64, ok bool) {
	asked, ok := celsiusOf(t, step.WarmMost)
	if !ok {
		return 0, 0, false
	}
	least = asked * warmLeast
	if l, known := celsiusOf(t, step.WarmLeast); known {
		least = l
	}
	return least, asked * warmMost, true
}

func warmLimit(t Terms, step *plan.Step) *judge.Limit {
	least, most, ok := warmth(t, step)
	if !ok {
		return NoLimit(judge.NoneKnown)
	}
	return inWords(fmt.Sprintf("%.0f to %.0f °C", least, most))
}

func warmedTo(c float64) string { return "left the heater at " + degrees(math.Round(c)) }
