package kind

import (
	"fmt"
	"slices"

	"settle/core/gauge"
	"settle/core/judge"
	"settle/core/log"
	"settle/core/plan"
)

var turnKind = Kind{
	panel: "turn", Group: "turn", table: DoneTable, weigh: turned, show: feels, Live: feelsRight,
	Fine: "Turns as it should", NotFine: "Does not turn as it should",
}

func turned(t Scale, step *plan.Step, b *log.Body, r *gauge.Reader) *Reading {
	f := b.Turn
	if f == nil || r.Partial && f.Turn == "" {
		return missing(r, "turn", "is missing: how it turns by hand")
	}
	if !f.Turn.Known() {
		r.Errors.Add("turn.turn", fmt.Errorf("is %q: write free, light-drag, drags, rough, rubs, binds or locked", f.Turn))
		return nil
	}
	if f.Clock != "" {
		if _, err := gauge.ClockDegrees(f.Clock); err != nil {
			r.Errors.Add("turn.clock", err)
			return nil
		}
	}
	reading := &Reading{Turned: f, Text: feltAt(*f)}
	right := rightFeels(t, step)
	if len(right) == 0 {
		return reading // it is written down
	}
	switch {
	case !slices.Contains(right, f.Turn):
		reading.Verdict, reading.Limit = judge.Out, inWords(shouldTurn(right))
	case step.Right != plan.AnyFeel:
		reading.Verdict, reading.Limit = judge.Within, inWords(shouldTurn(right))
	}
	return reading
}

// rightFeels are the ways a shaft may turn at a step; none where whatever is felt is written down. What
// catches is never right as built, whatever the plan says.
func rightFeels(t Scale, step *plan.Step) []gauge.Turn {
	var right []gauge.Turn
	switch {
	case step.Right == plan.AnyFeel && step.Phase == plan.Built:
		right = []gauge.Turn{gauge.Free, gauge.Light, gauge.Drags}
	case step.Right == plan.AnyFeel, step.Right == "" && step.Phase != plan.Built:
		return nil
	case step.Right == plan.EitherFeel:
		right = []gauge.Turn{gauge.Free, gauge.Light}
	case step.Right == "":
		right = []gauge.Turn{gauge.Free}
	default:
		right = []gauge.Turn{gauge.Turn(step.Right)}
		if len(step.FreeWhen) > 0 && step.FreeWhen.Hold(t) && step.Right != string(gauge.Free) {
			right = append([]gauge.Turn{gauge.Free}, right...)
		}
	}
	if step.Phase == plan.Built {
		right = slices.DeleteFunc(right, gauge.Turn.Catches)
	}
	return right
}

// FeelOf is what a way of turning means at a step, nil where the plan says nothing of it.
func FeelOf(step *plan.Step, turn gauge.Turn) *plan.Feel {
	for i := range step.Feels {
		if step.Feels[i].Feel == turn {
			return &step.Feels[i]
		}
	}
	return nil
}

// feels are the ways a shaft may turn, with what they mean here; what turns free catches
// nowhere.
func feels(_ Terms, step *plan.Step, p *Panel) {
	for _, turn := range gauge.TurnWords {
		c := ChoiceShown{Key: string(turn), Words: feel[turn], Where: turn != gauge.Free && turn != gauge.Light}
		if f := FeelOf(step, turn); f != nil {
			c.Means = f.Means
		}
		p.Choices = append(p.Choices, c)
	}
}

// feelsRight marks the ways that are right here, and takes what a right one would mean away.
func feelsRight(s Scale, step *plan.Step, p *Panel) {
	right := rightFeels(s, step)
	p.Choices = slices.Clone(p.Choices)
	for i := range p.Choices {
		c := &p.Choices[i]
		if c.Right = slices.Contains(right, gauge.Turn(c.Key)); c.Right {
			c.Means = ""
		}
	}
}

// shouldTurn is how a shaft should feel.
func shouldTurn(right []gauge.Turn) string {
	switch {
	case len(right) == 0:
		return "nothing that catches is right"
	case slices.Contains(right, gauge.Drags):
		return "must catch nowhere: whether free or with a drag is written down"
	case len(right) > 1:
		return "free, or a light drag, even all round"
	case right[0] == gauge.Free:
		return "must turn free"
	case right[0] == gauge.Light:
		return "a light drag, even all round, is right"
	}
	return string(right[0]) + " is right"
}

// feel is what a shaft feels like that is turned by hand.
var feel = map[gauge.Turn]string{
	gauge.Free:   "No resistance, one full turn and back",
	gauge.Light:  "A light drag, even all round",
	gauge.Drags:  "Evenly stiff all round",
	gauge.Rough:  "Grains or steps in the bearing",
	gauge.Rubs:   "Touches at one place",
	gauge.Binds:  "Stops at one place",
	gauge.Locked: "Does not turn",
}

func feltAt(f log.TurnForm) string {
	if f.Clock == "" {
		return string(f.Turn)
	}
	return string(f.Turn) + " at " + f.Clock
}
