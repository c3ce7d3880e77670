package kind

import (
	"fmt"
	"slices"
	"strings"

	"settle/core/field"
	"settle/core/gauge"
	"settle/core/log"
	"settle/core/plan"
)

var alongKind = Kind{
	Gauges: indicators, panel: plan.Along, Group: "along", typed: true, weigh: along, show: alongPanel,
	boxes: alongBoxes, title: "Largest run-out, TIR", divisions: dials, usual: usualDial,
}

// along is a dial at each of several places along the shaft, such as a bare shaft read
// beside the coupling, in the middle and at the seal. Each is judged by the limit; the
// check stands as its worst place does.
func along(s Scale, step *plan.Step, b *log.Body, r *gauge.Reader) *Reading {
	f, check := b.Along, checkAt(s, step)
	if f == nil {
		return missing(r, "along", "is missing: the readings round the clock at each place")
	}
	limit := limitOf(s, step)
	var worst *Reading
	var places []AlongPlace
	for i := range f.Places {
		x, path := &f.Places[i], field.At("along.places", i)
		if !slices.Contains(check.Places, x.At) || slices.ContainsFunc(f.Places[:i], sameAt(x.At)) {
			r.Errors.Add(path+".at", fmt.Errorf("is %q: read each place once, they are %s", x.At,
				strings.Join(check.Places, ", ")))
			continue
		}
		dial := &gauge.DialForm{Graduation: f.Graduation, Readings: x.Readings, BackToStart: x.BackToStart}
		one := turnedDial(check, check.Clock, path, dial, b.MPE(), limit, r)
		if one == nil {
			continue
		}
		places = append(places, AlongPlace{At: x.At, Figure: one.Figure, Verdict: one.Verdict,
			Uncertainty: one.Uncertainty, Dial: one.Dial})
		if worst == nil || one.Verdict.Heavier(worst.Verdict) ||
			one.Verdict == worst.Verdict && one.Figure.Length > worst.Figure.Length {
			worst = one
		}
	}
	if !r.Partial && len(f.Places) < len(check.Places) {
		return missing(r, "along.places", "has too few: read all of "+strings.Join(check.Places, ", "))
	}
	if worst == nil || !r.Partial && len(r.Errors) > 0 {
		return nil
	}
	worst.Held = AsHeld(OfWidest, "Largest run-out", worst.Figure.Length)
	worst.Along, worst.Dial = places, nil
	return worst
}

func sameAt(at string) func(log.RoundForm) bool {
	return func(x log.RoundForm) bool { return x.At == at }
}

// AlongAt is what a reading came to at one place along the shaft, nil where it has none.
func (r *Reading) AlongAt(place string) *AlongPlace {
	for i := range r.Along {
		if r.Along[i].At == place {
			return &r.Along[i]
		}
	}
	return nil
}

func alongPanel(t Terms, step *plan.Step, p *Panel) {
	dialPanel(t, step, p)
	p.Clock = checkAt(t, step).Clock
}

func alongBoxes(b *log.Body) []box {
	if b.Along == nil {
		return nil
	}
	var out []box
	for i, x := range b.Along.Places {
		path := field.At("along.places", i)
		for k, reading := range x.Readings {
			out = append(out, box{path: field.At(path+".readings", k) + ".value", name: x.At + " " + reading.Clock + ":",
				length: reading.Value, most: absurd})
		}
		out = append(out, box{path: path + ".back_to_start", name: x.At + " back:", length: x.BackToStart, most: absurd})
	}
	return out
}
