package kind

import (
	"fmt"

	"settle/core/gauge"
	"settle/core/judge"
	"settle/core/log"
	"settle/core/plan"
	"settle/core/quantity"
	"settle/core/words"
)

var directKind = Kind{
	Gauges: anyLength, panel: plan.Direct, Group: "direct", typed: true, weigh: direct,
	boxes: directBoxes, show: func(t Terms, step *plan.Step, p *Panel) { p.Depths = depthsOf(t, step) },
	title: "Measured", divisions: calipers, usual: usualCaliper,
}

var leafKind = Kind{
	Gauges: leaves, panel: plan.Direct, Group: "direct", table: DoneTable, typed: true, weigh: direct,
	show: byLeaf, boxes: directBoxes, limit: window, divisions: calipers, usual: usualCaliper,
	title: "Measured", Fine: "Inside the window", NotFine: "Outside the window",
}

// direct is one value read with a gauge, or the leaf that just goes: of a check, or
// held while something is clamped.
func direct(s Scale, step *plan.Step, b *log.Body, r *gauge.Reader) *Reading {
	f := b.Direct
	if f == nil {
		return missing(r, "direct", "is missing: the value measured")
	}
	value, ok := r.Length(gauge.Named("direct.value"), f.Value)
	var graduation quantity.Length
	if !f.Leaf {
		var okGraduation bool
		graduation, okGraduation = division(r, "direct.graduation", f.Graduation, ", such as 0.01 mm")
		ok = ok && okGraduation
	}
	uncertainty := gauge.DirectUncertainty(graduation, b.MPE())
	if depths := depthsOf(s, step); len(depths) > 0 && !f.Leaf {
		less, read := r.Length(gauge.Named("direct.less"), f.Less)
		if ok = ok && read; ok && less > value {
			r.Errors.Add("direct.less", fmt.Errorf("is more than %s: the two are changed over", words.Lower(depths[0])))
			return nil
		}
		value, uncertainty = value-less, gauge.DifferenceUncertainty(graduation, b.MPE())
	}
	if !ok {
		return nil
	}
	limit := limitOf(s, step)
	reading := &Reading{Figure: quantity.Show(value)}
	if f.Leaf {
		v := judge.Length(value, 0, limit.Bounds)
		if v.Result == judge.Close { // a leaf is its own uncertainty
			v.Result = judge.Within
		}
		return judged(reading, v, limit)
	}
	reading = fine(reading, value, uncertainty, limit)
	reading.Next = reading.nextDirect(graduation)
	return reading
}

func byLeaf(_ Terms, _ *plan.Step, p *Panel) { p.Leaf = true }

func directBoxes(b *log.Body) []box {
	if b.Direct == nil {
		return nil
	}
	return []box{{path: "direct.value", length: b.Direct.Value, most: absurdSize},
		{path: "direct.less", length: b.Direct.Less, most: absurdSize}}
}

// depths are the two that a reading is worked out from: of the step, else of its check. What
// is set by a leaf is read like a check, and is none.
func depthsOf(t Terms, step *plan.Step) []string {
	if check := checkAt(t, step); len(step.Depths) == 0 && check != nil {
		return check.Depths
	}
	return step.Depths
}
