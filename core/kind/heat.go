package kind

import (
	"errors"
	"fmt"
	"math"
	"time"

	"settle/core/gauge"
	"settle/core/judge"
	"settle/core/log"
	"settle/core/plan"
	"settle/core/quantity"
	"settle/core/setting"
)

var heatKind = Kind{
	Gauges: thermometers, panel: "heat", Group: "heat", table: DoneTable, weigh: heated, show: heating,
	boxes: heatBoxes, limit: heatLimit, Tool: "heat", given: heatGiven,
}

func heated(s Scale, step *plan.Step, b *log.Body, r *gauge.Reader) *Reading {
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
	reading := calculate(s, step, input, "heat.input", r)
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
		holdWarm(s, step, *reached, reading)
	}
	if !timed {
		return reading
	}
	took = took.Round(time.Second)
	reading.HomeS = new(int(took.Seconds()))
	reading.Text += homeIn(*reading.HomeS)
	home := homeBy(s, step)
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
	return &Reading{Text: Pressed}
}

// warmed holds the temperature that was reached against the cap of the weakest part and
// the lowest at which it is fitted.
func holdWarm(s Scale, step *plan.Step, reached float64, reading *Reading) {
	reading.Text += reachedOf(reached)
	if most, ok := capFor(s, step); ok && reached > most {
		reading.Verdict, reading.Limit = judge.Out, inWords(capOf(int(most)))
	}
	if least, ok := celsiusOf(s, step.WarmLeast); ok && reached < least {
		reading.Warnings = append(reading.Warnings, coolerThanFitted(reached, least))
	}
}

func heating(t Terms, step *plan.Step, p *Panel) {
	p.Minutes, p.Below, p.Onto, p.LeafLater = homeBy(t, step), step.Below, step.Onto, step.LeafAt != ""
}

// home is how many minutes there are to be home, by the papers or the plan; 0 where
// neither says.
func homeBy(t Terms, step *plan.Step) int {
	if minutes, ok := amountOf(t, step.HomeOf); ok {
		return int(minutes)
	}
	return step.Home
}

// cap is what the weakest part may take, °C, by the papers or the plan.
func capFor(t Terms, step *plan.Step) (float64, bool) {
	if c, ok := celsiusOf(t, step.CapOf); ok {
		return c, true
	}
	return float64(step.Cap), step.Cap > 0
}

func heatLimit(t Terms, step *plan.Step) *judge.Limit {
	if c, ok := capFor(t, step); ok {
		return inWords(capOf(int(c)))
	}
	return inWords(capTyped)
}

func heatGiven(t Terms, step *plan.Step, in *givenInput) {
	if c, ok := capFor(t, step); ok {
		in.Input["cap_c"] = c
	}
	in.Input["fits"] = heatedAs(step)
	least, okLeast := celsiusOf(t, step.WarmLeast)
	most, okMost := celsiusOf(t, step.WarmMost)
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

func homeIn(seconds int) string { return fmt.Sprintf(", home in %d:%02d min", seconds/60, seconds%60) }

func capOf(c int) string { return fmt.Sprintf("cap of the weakest part, %d °C", c) }

// capTyped stands where neither papers nor plan give a cap.
const capTyped = "the cap as it was typed: what the weakest part may take"

func homeWithin(m int) string { return fmt.Sprintf("home within %d minutes", m) }

func coolerThanFitted(reached, least float64) string {
	return fmt.Sprintf("left the heater at %.0f °C: the papers ask for %.0f °C at least, it may stick", reached, least)
}

func reachedOf(c float64) string { return ", left the heater at " + degrees(math.Round(c)) }

// Pressed is what a bearing that went on cold says.
const Pressed = "pressed on cold, by the ring being fitted"

func degrees(c float64) string { return fmt.Sprintf("%g °C", c) }
