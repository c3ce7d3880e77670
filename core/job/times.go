package job

import (
	"errors"
	"fmt"
	"math"
	"strings"
	"time"

	"settle/core/gauge"
	"settle/core/judge"
	"settle/core/plan"
)

func heated(s *scale, step *plan.Step, b *Body, r *gauge.Reader) *Reading {
	f := b.Heat
	if f == nil {
		return missing(r, "heat", "is missing: the bearing and how it went home")
	}
	cool, coolKnown := number(r, "heat.cool", f.Cool)
	reading := s.calculate(step, f.Input, "heat.input", r)
	if reading == nil || reading.Tool.Words == nil || r.Partial || len(r.Errors) > 0 {
		return reading
	}
	switch {
	case reading.Verdict == judge.Out: // over the cap: pressed or shrunk instead, a person says how
	case f.Home == nil || f.Left == nil:
		return missing(r, "heat.home", "is missing: mark when it left the heater and when it was home")
	case f.Home.Before(*f.Left):
		r.Errors.Add("heat.home",
			errors.New("is before it left the heater: set the clock of this machine, then mark both again"))
		return nil
	case !f.Seated:
		return missing(r, "heat.seated", "must be true: a thin leaf must not enter at the shoulder")
	case !coolKnown:
		return missing(r, "heat.cool",
			fmt.Sprintf("is missing: the temperature at the final tightening, below %d °C", step.Below))
	case step.Below > 0 && cool >= float64(step.Below):
		r.Errors.Add("heat.cool", fmt.Errorf("is %g °C: wait until it is below %d °C, then tighten", cool, step.Below))
		return nil
	}
	if f.Home == nil || f.Left == nil {
		return reading
	}
	took := f.Home.Sub(*f.Left).Round(time.Second)
	reading.HomeS = new(int(took.Seconds()))
	reading.Text += homeIn(*reading.HomeS)
	home := s.home(step)
	if home > 0 && took > time.Duration(home)*time.Minute && reading.Verdict == judge.Within {
		reading.Verdict, reading.Limit = judge.Out, inWords(homeWithin(home))
	}
	return reading
}

func heating(t *terms, step *plan.Step, p *Panel) {
	p.Minutes, p.Below, p.Onto = t.home(step), step.Below, step.Onto
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
	if c, ok := t.amount(step.CapOf); ok {
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
	least, okLeast := t.amount(step.WarmLeast)
	most, okMost := t.amount(step.WarmMost)
	if okLeast && okMost {
		in.Input["window_c"] = map[string]any{"min": least, "max": most}
	}
	in.text("bore", step.Bore)
}

func heatBoxes(b *Body) []box {
	if b.Heat == nil {
		return nil
	}
	return []box{{path: "heat.cool", number: b.Heat.Cool, unit: "°C"}}
}

func waited(_ *scale, step *plan.Step, b *Body, r *gauge.Reader) *Reading {
	f := b.Wait
	if f == nil {
		return missing(r, "wait.began", "is missing: start the clock")
	}
	cool, coolKnown := number(r, "wait.cool", f.Cool)
	switch {
	case f.Began == nil:
		return missing(r, "wait.began", "is missing: start the clock")
	case f.Ended == nil:
		return missing(r, "wait.ended", "is missing: stop the clock when the work continues")
	case f.Ended.Before(*f.Began):
		return missing(r, "wait.ended", "is before it began: set the clock of this machine, then start it again")
	case step.Below > 0 && !coolKnown:
		return missing(r, "wait.cool", fmt.Sprintf("is missing: the temperature, below %d °C", step.Below))
	}
	took := f.Ended.Sub(*f.Began)
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

func waitBoxes(b *Body) []box {
	if b.Wait == nil {
		return nil
	}
	return []box{{path: "wait.cool", number: b.Wait.Cool, unit: "°C"}}
}

func tested(s *scale, step *plan.Step, b *Body, r *gauge.Reader) *Reading {
	f := b.Test
	if f == nil {
		return missing(r, "test", "is missing: the pressure, the minutes and the drops")
	}
	held, heldKnown := number(r, "test.minutes", f.Minutes)
	drops, dropsKnown := number(r, "test.drops", f.Drops)
	if heldKnown && !(held >= 0 && held < 1e5) {
		r.Errors.Add("test.minutes", fmt.Errorf("is %g: write how many minutes it was held, such as 10", held))
	}
	if dropsKnown && (drops < 0 || drops != math.Trunc(drops)) {
		r.Errors.Add("test.drops", fmt.Errorf("is %g: write how many drops, a whole number, 0 for none", drops))
	}
	switch {
	case len(r.Errors) > 0:
		return nil
	case strings.TrimSpace(f.Pressure) == "":
		return missing(r, "test.pressure", "is missing: what the gauge showed, with its unit")
	case !heldKnown:
		return missing(r, "test.minutes", "is missing: how long it was held")
	case !dropsKnown:
		return missing(r, "test.drops", "is missing: how many drops, 0 for none")
	}
	asked := strings.TrimSpace(s.value(step.Pressure).Text)
	reading := &Reading{Text: heldAt(strings.TrimSpace(f.Pressure), held, drops), Verdict: judge.Within,
		Limit: inWords(toHold(asked, step.Minutes, step.Drops))}
	switch {
	case drops > float64(step.Drops) || held < float64(step.Minutes):
		reading.Verdict = judge.Out
	case asked == "" && step.Pressure != "":
		reading.Verdict, reading.Limit = judge.NoLimit, noLimit(noPressure)
	}
	return reading
}

func testPanel(t *terms, step *plan.Step, p *Panel) {
	p.Minutes, p.Drops, p.Pressure = step.Minutes, step.Drops, t.value(step.Pressure).Text
}

func testBoxes(b *Body) []box {
	if b.Test == nil {
		return nil
	}
	return []box{{path: "test.minutes", number: b.Test.Minutes, unit: "min"},
		{path: "test.drops", number: b.Test.Drops, unit: "drops"}}
}
