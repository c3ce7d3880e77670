package job

import (
	"fmt"
	"slices"
	"strings"

	"settle/core/gauge"
	"settle/core/judge"
	"settle/core/plan"
	"settle/core/setting"
)

func dial(check *plan.Check, limit *judge.Limit, f *gauge.DialForm, r *gauge.Reader) *Reading {
	if f == nil {
		return missing(r, "dial", "is missing: the readings round the clock")
	}
	var below gauge.Reader
	below.Unit, below.Partial = r.Unit, r.Partial
	d := below.Dial(*f)
	r.Errors.Add("dial", below.Errors.Err())
	if r.Partial && (d.Graduation == 0 || d.Sweep == nil && len(d.Readings) < 2) || !r.Partial && len(r.Errors) > 0 {
		return nil
	}
	if d.Sweep == nil && !r.Partial {
		for _, place := range check.Places {
			if !slices.ContainsFunc(f.Readings, func(x gauge.ReadingForm) bool { return x.Clock == place }) {
				return missing(r, "dial.readings", "has no reading at "+place+": read all of "+strings.Join(check.Places, ", ")+
					", or give the low and high of a sweep")
			}
		}
	}
	d.Surface, d.Indicator = check.Surface, check.Indicator
	x, err := d.Run()
	if err != nil {
		r.Errors.Add("dial", err)
		return nil
	}
	show := make(figures, 0, 8)
	reading := &Reading{Figure: show.add(x.Measured()), Warnings: x.Warnings, Dial: &DialReading{
		TIR: show.add(x.TIR), Fitted: show.maybe(x.Fitted), OffCentre: show.maybe(x.Eccentricity), HighDeg: x.HighDeg,
		Closure: show.maybe(x.Closure), SumRule: show.maybe(x.SumRule), Form: show.maybe(x.Form), Level: show.maybe(x.Circle),
		Points: make([]Point, 0, len(d.Readings)), SagTaken: d.Sag != nil,
	}}
	if x.HighDeg != nil {
		reading.Dial.HighClock = gauge.DegreesClock(*x.HighDeg)
	}
	for _, p := range d.Readings {
		reading.Dial.Points = append(reading.Dial.Points, Point{p.Degrees, Figure{Length: p.Value}})
	}
	v := judge.Length(x.Measured(), x.Uncertainty, limit.Bounds)
	reading.next = judge.NextDial(d, x, v)
	return judged(reading, v, limit)
}

func float(limit *judge.Limit, f *gauge.FloatForm, r *gauge.Reader) *Reading {
	if f == nil {
		return missing(r, "float", "is missing: the readings at either end")
	}
	below := gauge.Reader{Unit: r.Unit, Partial: r.Partial}
	trials, graduation := below.Trials(*f)
	r.Errors.Add("float", below.Errors.Err())
	if r.Partial && (graduation == 0 || len(trials) == 0) || !r.Partial && len(r.Errors) > 0 {
		return nil
	}
	x, err := gauge.Play(trials, graduation)
	if err != nil {
		r.Errors.Add("float", err)
		return nil
	}
	reading := &Reading{Figure: figure(x.Mean), Spread: figure(x.Spread), Warnings: x.Warnings}
	v := judge.Length(x.Mean, x.Uncertainty, limit.Bounds)
	reading.next = judge.NextPlay(trials, graduation, x, v)
	return judged(reading, v, limit)
}

// places lists where a feeler check is taken: the plan's names, or one for
// each of the pump's vanes.
func (s *scale) places(check *plan.Check) []string {
	if check.PlacesFrom == "" {
		return check.Places
	}
	n := s.number(check.PlacesFrom)
	names := make([]string, n)
	for i := range names {
		names[i] = fmt.Sprintf("%s %d", check.PlaceName, i+1)
	}
	return names
}

func (s *scale) feeler(check *plan.Check, limit *judge.Limit, f *gauge.GapForm, r *gauge.Reader) *Reading {
	if f == nil {
		return missing(r, "feeler", "is missing: the leaves at each place")
	}
	below := gauge.Reader{Unit: r.Unit, Partial: r.Partial}
	openings, graduation := below.Openings(*f)
	r.Errors.Add("feeler", below.Errors.Err())
	if r.Partial && len(openings) == 0 || !r.Partial && len(r.Errors) > 0 {
		return nil
	}
	if !r.Partial {
		for _, place := range s.places(check) {
			if !slices.ContainsFunc(openings, func(o gauge.Opening) bool { return o.At == place }) {
				return missing(r, "feeler.positions", "has nothing for "+place+": measure at every place")
			}
		}
	}
	x, err := gauge.Clearance(openings)
	if err != nil {
		r.Errors.Add("feeler", err)
		return nil
	}
	u := gauge.DirectUncertainty(graduation)
	v := judge.Openings(openings, u, limit.Bounds, gauge.Leaves(r.Unit))
	reading := &Reading{Figure: figure(x.Lowest), High: figure(x.Highest), Spread: figure(x.Spread), Verdict: v.Result,
		Limit: limit, Warnings: v.Warnings}
	reading.next = judge.NextOpenings(v, graduation, limit.Bounds)
	for _, p := range v.Places {
		reading.Places = append(reading.Places, Place{p.At, Figure{Length: p.Low}, Figure{Length: p.High}, p.Result,
			maybe(p.NextLeaf)})
	}
	return reading
}

func (s *scale) setting(check *plan.Check, limit *judge.Limit, f *SettingForm, r *gauge.Reader) *Reading {
	if f == nil {
		return missing(r, "setting", "is missing: the dimension measured")
	}
	measured, ok := r.Length(gauge.Named("setting.measured"), f.Measured)
	graduation, okGraduation := r.Length(gauge.Named("setting.graduation"), f.Graduation)
	if okGraduation && graduation <= 0 {
		r.Errors.Add("setting.graduation",
			fmt.Errorf("must be greater than zero: the value of one division, such as 1/64 in or 0.5 mm"))
	}
	if !ok || !okGraduation || graduation <= 0 {
		return nil
	}
	wanted, known := s.length(check.Of)
	if !known {
		none := &judge.Limit{Origin: judge.None, Source: "no setting dimension known: look it up on the seal's drawing " +
			"and enter it on the pump"}
		return judged(&Reading{Figure: figure(measured), Against: figure(measured)}, judge.Length(measured,
			gauge.DirectUncertainty(graduation), none.Bounds), none)
	}
	off := setting.Deviation(measured, wanted)
	v := judge.Length(off, gauge.DirectUncertainty(graduation), limit.Bounds)
	return judged(&Reading{Figure: figure(off), Against: figure(measured), next: judge.NextDirect(graduation, v)}, v,
		limit)
}
