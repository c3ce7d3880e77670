package job

import (
	"fmt"
	"slices"
	"strings"

	"settle/core/field"
	"settle/core/gauge"
	"settle/core/judge"
	"settle/core/log"
	"settle/core/plan"
)

// along is a dial at each of several places along the shaft, such as a bare shaft read
// beside the coupling, in the middle and at the seal. Each is judged by the limit; the
// check stands as its worst place does.
func along(s *scale, step *plan.Step, b *log.Body, r *gauge.Reader) *Reading {
	f, check := b.Along, s.check(step)
	if f == nil {
		return missing(r, "along", "is missing: the readings round the clock at each place")
	}
	limit := s.limitOf(step)
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
	worst.Held = as(OfWidest, "Largest run-out", worst.Figure.Length)
	worst.Along, worst.Dial = places, nil
	return worst
}

func sameAt(at string) func(log.RoundForm) bool {
	return func(x log.RoundForm) bool { return x.At == at }
}

// alongAt is what a reading came to at one place along the shaft, nil where it has none.
func (r *Reading) alongAt(place string) *AlongPlace {
	for i := range r.Along {
		if r.Along[i].At == place {
			return &r.Along[i]
		}
	}
	return nil
}

// mostAlso bounds the places that a person may add: more tell nothing new.
const mostAlso = 8

// alsoRead are the places of the bare shaft that were read with the same dial beside the one
// that the plan asks for. They are judged by nothing: they tell where a run-out comes from.
func alsoRead(s *scale, step *plan.Step, b *log.Body, r *gauge.Reader) []AlongPlace {
	if len(b.Also) == 0 {
		return nil
	}
	if !s.reaches(step) || len(b.Also) > mostAlso {
		r.Errors.Add("also", fmt.Errorf("are %d places: here %s", len(b.Also), alsoAllowed(s.reaches(step))))
		return nil
	}
	var out []AlongPlace
	for i := range b.Also {
		x, path := &b.Also[i], field.At("also", i)
		z, known := r.Length(gauge.Named(path+".along"), x.Along)
		if known && (z < 0 || z > absurdAlong) {
			r.Errors.Add(path+".along", fmt.Errorf("is %s: write how far it is from the driver end of the shaft, such as "+
				"300 mm", x.Along))
			continue
		}
		dial := &gauge.DialForm{Graduation: b.Dial.Graduation, Readings: x.Readings, BackToStart: x.BackToStart}
		one := turnedDial(s.check(step), s.check(step).Places, path, dial, b.MPE(), noLimit(judge.NoneKnown), r)
		if one != nil && known {
			out = append(out, AlongPlace{At: shaftAt, Along: figure(z), Figure: one.Figure, Verdict: one.Verdict,
				Uncertainty: one.Uncertainty, Dial: one.Dial})
		}
	}
	return out
}

// reaches reports whether other places of the shaft tell something at a step: of a run-out
// under a fixed dial, where the plan knows where along the shaft it stands.
func (t *terms) reaches(step *plan.Step) bool {
	check := t.check(step)
	if check == nil || check.Surface != gauge.Rim || check.Indicator != gauge.Fixed || step.Rides == plan.OnCentres ||
		len(t.plan.ShaftLine.Bearings) != 2 {
		return false
	}
	return slices.ContainsFunc(t.plan.ShaftLine.Stations, func(st plan.Station) bool {
		return st.Check == step.Check && st.Along != ""
	})
}

func alongPanel(t *terms, step *plan.Step, p *Panel) {
	dialPanel(t, step, p)
	p.Clock = t.check(step).Clock
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
