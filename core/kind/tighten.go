package kind

import (
	"errors"
	"fmt"
	"slices"

	"settle/core/gauge"
	"settle/core/judge"
	"settle/core/log"
	"settle/core/plan"
	"settle/core/words"
)

var eachKind = Kind{
	Gauges: wrenches, panel: "torque", Group: "torque", table: DoneTable, weigh: tightenedEach,
	show: fastening, Fine: "As asked", NotFine: "Not as asked",
}

var inAllKind = Kind{
	Gauges: wrenches, panel: "ack", Group: "done", must: true, away: true, table: DoneTable,
	weigh: tightenedInAll, show: fastening, limit: torqueLimit, Fine: "As asked",
	NotFine: "Not as asked",
}

// fastening is what a step that tightens asks for.
func fastening(t Terms, step *plan.Step, p *Panel) {
	p.Order, p.Says = crossing(t, step), reach(step)
	p.Ticks = ticksOf(p.Order, 1, false)
	if step.To != plan.ToTorque {
		p.Passes, p.Gauges = []Pass{{Percent: 100}}, nil
		return
	}
	p.Thread, p.Tights = thread(t, step), tightsOf(t, step)
	if torque, _, known := pullOf(t, step.Torque); known {
		p.Torque = pull(torque)
	}
}

// How tight a joint is that the papers give no torque for.
const (
	Snug     = "snug"
	ByWrench = "wrench"
)

// Tights are the words for it.
var Tights = []string{Snug, ByWrench}

// tight is a joint that was tightened by feel, for want of a torque.
func tight(s Scale, step *plan.Step, how string, r *gauge.Reader) *Reading {
	switch _, _, known := pullOf(s, step.Torque); {
	case !slices.Contains(Tights, how):
		r.Errors.Add("tight", fmt.Errorf("is %q: write snug or wrench", how))
		return nil
	case step.Torque == "":
		r.Errors.Add("tight", errors.New("does not belong to this step: it is for a joint that is drawn to a torque"))
		return nil
	case known:
		r.Errors.Add("tight", errors.New("is not for this joint: the papers give its torque"))
		return nil
	}
	return &Reading{Text: tightAs(how), Limit: NoLimit(judge.NoneKnown)}
}

// tightsOf are the words that may be said of a joint: none where its torque is known.
func tightsOf(t Terms, step *plan.Step) []string {
	if _, _, known := pullOf(t, step.Torque); known || step.Torque == "" {
		return nil
	}
	return Tights
}

// tightenedInAll is one tick for all: to a torque it is told, where that is known.
func tightenedInAll(s Scale, step *plan.Step, b *log.Body, r *gauge.Reader) *Reading {
	if b.Tight != "" {
		return tight(s, step, b.Tight, r)
	}
	reading := acknowledged(s, step, b, r)
	if reading == nil {
		return nil
	}
	reading.Text = reach(step)
	if step.To != plan.ToTorque {
		return reading
	}
	asked, source, known := pullOf(s, step.Torque)
	if !known {
		reading.Verdict, reading.Limit = judge.NoLimit, NoLimit(judge.NoneKnown)
		return reading
	}
	reading.Torque, reading.Verdict, reading.Limit = pull(asked), judge.Within, inWords(source)
	return reading
}

// tightenedEach is a tick a bolt, once round in its order.
func tightenedEach(s Scale, step *plan.Step, b *log.Body, r *gauge.Reader) *Reading {
	f, order := b.Torque, crossing(s, step)
	if f == nil {
		return missing(r, "torque", "is missing: the bolts as they were ticked")
	}
	if len(order) == 0 {
		r.Errors.Add("torque.ticks", errors.New(noEqualRows))
		return nil
	}
	for i, bolt := range f.Ticks {
		if i >= len(order) || bolt != order[i] {
			r.Errors.Add(fmt.Sprintf("torque.ticks[%d]", i), fmt.Errorf("is bolt %d, which is not next in the order", bolt))
			return nil
		}
	}
	if len(f.Ticks) < len(order) && !r.Partial {
		return missing(r, "torque.ticks", fmt.Sprintf("has %d of %d ticks: bolt %d is next", len(f.Ticks), len(order),
			order[len(f.Ticks)]))
	}
	return &Reading{Text: words.Several(len(f.Ticks), "bolt") + " " + reach(step)}
}

// reach is how far something is tightened.
func reach(step *plan.Step) string {
	switch step.To {
	case plan.ToSnug:
		return "snug by hand"
	case plan.ToHome:
		return "driven home with a soft hammer"
	case plan.ToUntil:
		return step.Until
	}
	return "to its torque"
}

// tightAs is a joint that was tightened by feel.
func tightAs(how string) string {
	if how == Snug {
		return "snug by hand, no torque known"
	}
	return "tight by wrench, no torque known"
}
