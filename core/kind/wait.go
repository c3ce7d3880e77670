package kind

import (
	"fmt"
	"math"
	"time"

	"settle/core/gauge"
	"settle/core/judge"
	"settle/core/log"
	"settle/core/plan"
)

var waitKind = Kind{
	panel: "wait", Group: "wait", table: DoneTable, weigh: waited, boxes: waitBoxes,
	show: func(_ Terms, step *plan.Step, p *Panel) { p.Minutes, p.Below = step.Minutes, step.Below },
	Fine: "Long enough", NotFine: "Not long enough",
}

func waited(_ Scale, step *plan.Step, b *log.Body, r *gauge.Reader) *Reading {
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

func waitedFor(took time.Duration) string {
	return fmt.Sprintf("waited %g min", math.Floor(took.Minutes()*2)/2)
}

func minutes(m int) string { return fmt.Sprintf("%d minutes", m) }

func coolerThan(c int) string { return fmt.Sprintf("below %d °C", c) }
