package kind

import (
	"fmt"

	"settle/core/gauge"
	"settle/core/judge"
	"settle/core/log"
	"settle/core/plan"
	"settle/core/quantity"
)

var floatKind = Kind{
	Gauges: indicators, panel: plan.Float, Group: "float", typed: true, weigh: float, show: floatPanel,
	boxes: floatBoxes,
	Live:  func(s Scale, step *plan.Step, p *Panel) { p.Follows = preloaded(s, step) }, title: "Play, mean",
	divisions: dials, usual: usualDial,
}

func float(s Scale, step *plan.Step, b *log.Body, r *gauge.Reader) *Reading {
	if b.Float == nil {
		return missing(r, "float", "is missing: the readings at either end")
	}
	fields := r.Below()
	trials, graduation := fields.Trials(*b.Float)
	under(r, "float", fields)
	if short(r, graduation != 0 && len(trials) > 0) {
		return nil
	}
	x, err := gauge.Play(trials, graduation, b.MPE())
	if err != nil {
		r.Errors.Add("float", err)
		return nil
	}
	limit := limitOf(s, step)
	pair := judge.Pair{From: limit.Origin, Followed: b.Float.Followed}
	if preloaded(s, step) && !pair.Followed {
		pair.From = judge.General // no play at all is nobody's word for it
	}
	v, next, warnings := judge.Play(trials, graduation, x, limit.Bounds, pair)
	return judged(&Reading{Figure: quantity.Show(x.Mean), Spread: quantity.Show(x.Spread), Warnings: warnings, Next: next,
		Held: AsHeld(OfMean, "Play, mean", x.Mean)}, v, limit)
}

// preloaded reports whether what is read is a preloaded pair on this pump.
func preloaded(s Scale, step *plan.Step) bool {
	check := s.Plan().Checks[step.Check]
	return check != nil && len(check.Preloaded) > 0 && check.Preloaded.Hold(s)
}

func floatPanel(t Terms, step *plan.Step, p *Panel) { p.Repeats = checkAt(t, step).Repeats }

func floatBoxes(b *log.Body) []box {
	if b.Float == nil {
		return nil
	}
	var out []box
	for i, x := range b.Float.Trials {
		out = append(out, box{path: fmt.Sprintf("float.trials[%d].in", i), name: "in", length: x.In, most: absurdPlay},
			box{path: fmt.Sprintf("float.trials[%d].out", i), name: "out", length: x.Out, most: absurdPlay})
	}
	return out
}
