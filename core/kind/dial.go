package kind

import (
	"fmt"
	"slices"
	"strings"

	"settle/core/field"
	"settle/core/gauge"
	"settle/core/judge"
	"settle/core/log"
	"settle/core/plan"
	"settle/core/quantity"
)

var dialKind = Kind{
	Gauges: indicators, panel: plan.Dial, Group: "dial", typed: true, weigh: dial, show: dialPanel,
	boxes: dialBoxes, title: "Total run-out, TIR", divisions: dials, usual: usualDial,
}

func dial(s Scale, step *plan.Step, b *log.Body, r *gauge.Reader) *Reading {
	check := checkAt(s, step)
	if b.Dial == nil {
		return missing(r, "dial", "is missing: the readings round the clock")
	}
	also := alsoRead(s, step, b, r)
	reading := turnedDial(check, check.Places, "dial", b.Dial, b.MPE(), limitOf(s, step), r)
	if reading != nil {
		reading.Also = also
	}
	return reading
}

// turnedDial is a dial that was read round the clock; what is wrong with it stands under
// its path.
func turnedDial(check *plan.Check, clock []string, path string, f *gauge.DialForm, mpe quantity.Length,
	limit *judge.Limit, r *gauge.Reader) *Reading {
	fields := r.Below()
	d := fields.Dial(*f)
	under(r, path, fields)
	if short(r, d.Graduation != 0 && (d.Sweep != nil || len(d.Readings) > 1)) {
		return nil
	}
	if d.Sweep == nil && !r.Partial {
		for _, place := range clock {
			if !slices.ContainsFunc(f.Readings, func(x gauge.ReadingForm) bool { return x.Clock == place }) {
				return missing(r, path+".readings", "has no reading at "+place+": read all of "+strings.Join(clock, ", ")+
					", or give the low and high of a sweep")
			}
		}
	}
	d.Surface, d.Indicator, d.MPE = check.Surface, check.Indicator, mpe
	x, err := d.Run()
	if err != nil {
		r.Errors.Add(path, err)
		return nil
	}
	v, next, warnings := judge.Dial(d, x, limit.Bounds)
	reading := dialReading(d, x)
	reading.Next, reading.Warnings, reading.Held = next, warnings, dialHeld(d, x)
	return judged(reading, v, limit)
}

// dialHeld is which run-out is judged: that of the whole turn, else the larger of highest less lowest
// and of the fitted circle, by its name; the other stands beside it.
func dialHeld(d gauge.Dial, x gauge.Runout) *Held {
	h := AsHeld(OfValue, TIRName, x.Measured())
	switch {
	case x.AtFace != nil:
		h.Name = faceName
		h.Beside(TIRName, quantity.Show(x.Judged))
	case d.Sweep != nil:
		h.Name = turnName
	case x.Fitted != nil && *x.Fitted > x.TIR:
		h.Name = circleName
		h.Beside(TIRName, quantity.Show(x.TIR))
	case x.Fitted != nil:
		h.Beside(circleName, quantity.Show(*x.Fitted))
	}
	return h
}

// dialReading is what readings round the clock tell.
func dialReading(d gauge.Dial, x gauge.Runout) *Reading {
	show := make(figures, 0, 9)
	reading := &Reading{Figure: show.add(x.Measured()), Warnings: x.Warnings, Dial: &DialReading{
		TIR: show.add(x.TIR), Fitted: show.maybe(x.Fitted), OffCentre: show.maybe(x.Eccentricity), HighDeg: x.HighDeg,
		Closure: show.maybe(x.Closure), SumRule: show.maybe(x.SumRule), Form: show.maybe(x.Form), Level: show.maybe(x.Circle),
		Points: make([]Point, 0, len(d.Readings)), SagTaken: d.Sag != nil,
	}}
	if x.HighDeg != nil {
		reading.Dial.HighClock = gauge.DegreesClock(*x.HighDeg)
	}
	if x.Harmonics != nil {
		reading.Dial.Oval = show.add(x.Harmonics.Twice)
	}
	for _, p := range d.Readings {
		reading.Dial.Points = append(reading.Dial.Points, Point{p.Degrees, Figure{Length: p.Value}})
	}
	return reading
}

func dialPanel(t Terms, step *plan.Step, p *Panel) {
	check := checkAt(t, step)
	p.Surface, p.Indicator, p.Places, p.Also = check.Surface, check.Indicator, check.Places, reaches(t, step)
	switch check.Surface {
	case gauge.Face:
		p.FigureTitle = "Face, total reading"
	case gauge.Bore:
		p.FigureTitle = "Concentricity, TIR"
	}
}

func dialBoxes(b *log.Body) []box {
	f := b.Dial
	if f == nil {
		return nil
	}
	out := make([]box, 0, len(f.Readings)+4)
	for i, x := range f.Readings {
		out = append(out, box{path: fmt.Sprintf("dial.readings[%d].value", i), name: x.Clock + ":", length: x.Value,
			most: absurd})
	}
	if w := f.Sweep; w != nil {
		out = append(out, box{path: "dial.sweep.low", name: "lowest", length: w.Low, most: absurd},
			box{path: "dial.sweep.high", name: "highest", length: w.High, most: absurd})
	}
	out = append(out, box{path: "dial.back_to_start", name: "back at the start", length: f.BackToStart, most: absurd},
		box{path: "dial.sag", name: "sag", length: f.Sag, most: absurd})
	for i, x := range b.Also {
		path := field.At("also", i)
		out = append(out, box{path: path + ".along", name: "also at", length: x.Along, most: absurdAlong})
		for k, reading := range x.Readings {
			out = append(out, box{path: field.At(path+".readings", k) + ".value", name: reading.Clock + ":",
				length: reading.Value, most: absurd})
		}
		out = append(out, box{path: path + ".back_to_start", name: "back:", length: x.BackToStart, most: absurd})
	}
	return out
}

// alsoRead are the places of the bare shaft that were read with the same dial beside the one
// that the plan asks for. They are judged by nothing: they tell where a run-out comes from.
func alsoRead(s Scale, step *plan.Step, b *log.Body, r *gauge.Reader) []AlongPlace {
	if len(b.Also) == 0 {
		return nil
	}
	if !reaches(s, step) || len(b.Also) > mostAlso {
		r.Errors.Add("also", fmt.Errorf("are %d places: here %s", len(b.Also), alsoAllowed(reaches(s, step))))
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
		one := turnedDial(checkAt(s, step), checkAt(s, step).Places, path, dial, b.MPE(), NoLimit(judge.NoneKnown), r)
		if one != nil && known {
			out = append(out, AlongPlace{At: shaftAt, Along: quantity.Show(z), Figure: one.Figure, Verdict: one.Verdict,
				Uncertainty: one.Uncertainty, Dial: one.Dial})
		}
	}
	return out
}

// mostAlso bounds the places that a person may add: more tell nothing new.
const mostAlso = 8

// reaches reports whether other places of the shaft tell something at a step: of a run-out
// under a fixed dial, where the plan knows where along the shaft it stands.
func reaches(t Terms, step *plan.Step) bool {
	check := checkAt(t, step)
	if check == nil || check.Surface != gauge.Rim || check.Indicator != gauge.Fixed || step.Rides == plan.OnCentres ||
		len(t.Plan().ShaftLine.Bearings) != 2 {
		return false
	}
	return slices.ContainsFunc(t.Plan().ShaftLine.Stations, func(st plan.Station) bool {
		return st.Check == step.Check && st.Along != ""
	})
}

// TIRName is what the highest less the lowest reading of a turn is called.
const TIRName = "TIR, highest less lowest"

const circleName = "Fitted circle"

const turnName = "TIR, whole turn"

const faceName = "At the limit's diameter"

// shaftAt is a place of the bare shaft that the plan does not name.
const shaftAt = "Bare shaft"

func alsoAllowed(any bool) string {
	if !any {
		return "no other place of the shaft is read"
	}
	return fmt.Sprintf("at most %d are read beside the one that is asked for", mostAlso)
}
