package kind

import (
	"fmt"
	"slices"

	"settle/core/gauge"
	"settle/core/judge"
	"settle/core/log"
	"settle/core/plan"
	"settle/core/quantity"
)

var feelerKind = Kind{
	Gauges: leaves, panel: plan.Feeler, Group: "feeler", typed: true, weigh: feeler, show: placesPanel,
	boxes: feelerBoxes, title: "Smallest clearance", divisions: calipers, usual: usualCaliper,
}

func feeler(s Scale, step *plan.Step, b *log.Body, r *gauge.Reader) *Reading {
	if b.Feeler == nil {
		return missing(r, "feeler", "is missing: the leaves at each place")
	}
	check := checkAt(s, step)
	fields := r.Below()
	gaps, graduation := fields.Gaps(*b.Feeler)
	under(r, "feeler", fields)
	if short(r, len(gaps) > 0) {
		return nil
	}
	if !r.Partial {
		for _, place := range placesOf(s, check) {
			if !slices.ContainsFunc(gaps, func(o gauge.GapAt) bool { return o.At == place }) {
				return missing(r, "feeler.positions", "has nothing for "+place+": measure at every place")
			}
		}
	}
	x, err := gauge.Clearance(gaps)
	if err != nil {
		r.Errors.Add("feeler", err)
		return nil
	}
	limit := limitOf(s, step)
	v := judge.Gaps(gaps, gauge.DirectUncertainty(graduation, b.MPE()), limit.Bounds, gauge.Leaves(r.Unit),
		step.Phase == plan.Built)
	reading := &Reading{Figure: quantity.Show(x.Lowest), High: quantity.Show(x.Highest),
		Spread: quantity.Show(x.Spread), Verdict: v.Result,
		Limit: limit, Warnings: v.Warnings, Next: judge.NextGaps(v, graduation, b.MPE(), limit.Bounds)}
	for _, p := range v.Places {
		reading.Places = append(reading.Places, Place{p.At, Figure{Length: p.Low}, Figure{Length: p.High}, p.Result,
			quantity.ShowMaybe(p.NextLeaf)})
	}
	return reading
}

func feelerBoxes(b *log.Body) []box {
	if b.Feeler == nil {
		return nil
	}
	var out []box
	for i, x := range b.Feeler.Positions {
		at := fmt.Sprintf("feeler.positions[%d].", i)
		out = append(out, box{path: at + "value", name: x.At + ":", length: x.Value, most: absurd},
			box{path: at + "go", name: x.At + " goes:", length: x.Go, most: absurd},
			box{path: at + "no_go", name: x.At + " does not go:", length: x.NoGo, most: absurd})
	}
	return out
}
