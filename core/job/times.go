package job

import (
	"errors"
	"fmt"
	"time"

	"settle/core/gauge"
	"settle/core/judge"
	"settle/core/log"
	"settle/core/plan"
	"settle/core/quantity"
	"settle/core/setting"
)

func heated(s *scale, step *plan.Step, b *log.Body, r *gauge.Reader) *Reading {
	f := b.Heat
	if f == nil {
		return missing(r, "heat", "is missing: the bearing and how it went home")
	}
	if f.Cold {
		return pressedCold(step, f, r)
	}
	cool, coolKnown := number(r, "heat.cool", f.Cool)
	reached := r.Temperature("heat.reached", f.Reached)
	took, timed := timedBy(r, "heat.took", f.Left, f.Home, f.Took)
	input := f.Input
	if reached != nil {
		input = over(input, log.Input{"left_c": *reached})
	}
	reading := s.calculate(step, input, "heat.input", r)
	if reading == nil || reading.Tool.Words == nil || r.Partial || len(r.Errors) > 0 {
		return reading
	}
	switch {
	case reading.Verdict == judge.Out: // over the cap, or too cool: a person says how it went on
	case !timed:
		return missing(r, "heat.home", "is missing: mark when it left the heater and when it was home")
	case took < 0:
		r.Errors.Add("heat.home",
			errors.New("is before it left the heater: set the clock of this machine, then mark both again"))
		return nil
	case !f.Seated && step.LeafAt == "":
		return missing(r, "heat.seated", "must be true: a thin leaf must not enter at the shoulder")
	case !coolKnown && step.Below > 0:
		return missing(r, "heat.cool",
			fmt.Sprintf("is missing: the temperature at the final tightening, below %d °C", step.Below))
	case step.Below > 0 && cool >= float64(step.Below):
		r.Errors.Add("heat.cool", fmt.Errorf("is %g °C: wait until it is below %d °C, then tighten", cool, step.Below))
		return nil
	}
	if reached != nil {
		s.warmed(step, *reached, reading)
	}
	if !timed {
		return reading
	}
	took = took.Round(time.Second)
	reading.HomeS = new(int(took.Seconds()))
	reading.Text += homeIn(*reading.HomeS)
	home := s.home(step)
	if home > 0 && took > time.Duration(home)*time.Minute && reading.Verdict == judge.Within {
		reading.Verdict, reading.Limit = judge.Out, inWords(homeWithin(home))
	}
	return reading
}

// timedBy is how long something took: by the clock, or by the minutes that were written.
func timedBy(r *gauge.Reader, path string, from, to *time.Time, minutes quantity.Number) (time.Duration, bool) {
	if from != nil && to != nil {
		return to.Sub(*from), true
	}
	if n, known := number(r, path, minutes); known {
		return time.Duration(n * float64(time.Minute)), true
	}
	return 0, false
}

// pressedCold is a bearing that was pressed on and not heated.
func pressedCold(step *plan.Step, f *log.HeatForm, r *gauge.Reader) *Reading {
	if !f.Seated && step.LeafAt == "" {
		return missing(r, "heat.seated", "must be true: a thin leaf must not enter at the shoulder")
	}
	return &Reading{Text: pressed}
}

// warmed holds the temperature that was reached against the cap of the weakest part and
// the lowest at which it is fitted.
func (s *scale) warmed(step *plan.Step, reached float64, reading *Reading) {
	reading.Text += reachedOf(reached)
	if most, ok := s.cap(step); ok && reached > most {
		reading.Verdict, reading.Limit = judge.Out, inWords(capOf(int(most)))
	}
	if least, ok := s.celsius(step.WarmLeast); ok && reached < least {
		reading.Warnings = append(reading.Warnings, coolerThanFitted(reached, least))
	}
}

func heating(t *terms, step *plan.Step, p *Panel) {
	p.Minutes, p.Below, p.Onto, p.LeafLater = t.home(step), step.Below, step.Onto, step.LeafAt != ""
}

// home is how many minutes there are to be home, by the papers or the plan; 0 where
// neither says.
func (t *terms) home(step *plan.Step) int {
	if minutes, ok := t.amount(step.HomeOf); ok {
		return int(minutes)
	}
	return step.Home
}

// cap is what the weakest part may take, °C, by the papers or the plan.
func (t *terms) cap(step *plan.Step) (float64, bool) {
	if c, ok := t.celsius(step.CapOf); ok {
		return c, true
	}
	return float64(step.Cap), step.Cap > 0
}

func heatLimit(t *terms, step *plan.Step) *judge.Limit {
	if c, ok := t.cap(step); ok {
		return inWords(capOf(int(c)))
	}
	return inWords(capTyped)
}

func heatGiven(t *terms, step *plan.Step, in *givenInput) {
	if c, ok := t.cap(step); ok {
		in.Input["cap_c"] = c
	}
	in.Input["fits"] = heatedAs(step)
	least, okLeast := t.celsius(step.WarmLeast)
	most, okMost := t.celsius(step.WarmMost)
	if okLeast && okMost {
		in.Input["window_c"] = map[string]any{"min": least, "max": most}
	}
	in.text("bore", step.Bore)
}

// heatedAs is what is heated, for the calculator. Plans of earlier days did not say so: one whose own cap
// is over what any bearing may get did not mean a bearing.
func heatedAs(step *plan.Step) setting.Fits {
	bearing, _ := setting.FitsBearing.Ceiling()
	switch {
	case step.Heats != "":
		return setting.Fits(step.Heats)
	case float64(step.Cap) > bearing:
		return setting.FitsOther
	}
	return setting.FitsBearing
}

func heatBoxes(b *log.Body) []box {
	if b.Heat == nil {
		return nil
	}
	return []box{{path: "heat.reached", warmth: b.Heat.Reached}, {path: "heat.took", number: b.Heat.Took, unit: "min"},
		{path: "heat.cool", number: b.Heat.Cool, unit: "°C"}}
}

func waited(_ *scale, step *plan.Step, b *log.Body, r *gauge.Reader) *Reading {
	f := b.Wait
	if f == nil {
		return missing(r, "wait.began", "is missing: start the clock")
	}
	cool, coolKnown := number(r, "wait.cool", f.Cool)
	took, timed := timedBy(r, "wait.minutes", f.Began, f.Ended, f.Minutes)
	switch {
	case len(r.Errors) > 0:
		return nil
	case step.Below > 0 && !coolKnown:
		return missing(r, "wait.cool", fmt.Sprintf("is missing: the temperature, below %d °C", step.Below))
	case step.Below > 0 && !timed && f.Began == nil: // only how cool it is counts
	case !timed && f.Began == nil:
		return missing(r, "wait.began", "is missing: start the clock, or write the minutes")
	case !timed:
		return missing(r, "wait.ended", "is missing: stop the clock when the work continues")
	case took < 0:
		return missing(r, "wait.ended", "is before it began: set the clock of this machine, then start it again")
	}
	reading := &Reading{Text: waitedFor(took), Verdict: judge.Within, Limit: inWords(minutes(step.Minutes))}
	early := took < time.Duration(step.Minutes)*time.Minute
	if step.Below > 0 {
		reading.Text, reading.Limit = degrees(cool), inWords(coolerThan(step.Below))
		early = cool >= float64(step.Below)
	}
	if early {
		reading.Verdict = judge.Out
	}
	return reading
}

func waitBoxes(b *log.Body) []box {
	if b.Wait == nil {
		return nil
	}
	return []box{{path: "wait.minutes", number: b.Wait.Minutes, unit: "min"},
		{path: "wait.cool", number: b.Wait.Cool, unit: "°C"}}
}
