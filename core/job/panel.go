package job

import (
	"settle/core/judge"
	"settle/core/plan"
	"settle/core/quantity"
)

func (d *deriver) panel(step *plan.Step, s *StepSheet) {
	p := &s.Panel
	p.Instrument = instruments[step.Kind]
	switch step.Kind {
	case plan.Measure:
		check := d.plan.Checks[step.Check]
		s.Short = check.Short
		p.Instrument = check.Instrument
		p.Surface, p.Indicator, p.Places, p.Repeats = check.Surface, check.Indicator, check.Places, check.Repeats
		p.Limit = shown(d.limit(check))
		if check.Instrument == plan.Feeler {
			p.Places = d.places(check)
		}
		if check.Instrument == plan.Ring || check.Instrument == plan.Fit {
			p.Instrument = "tool"
		}
		if check.Instrument == plan.Setting {
			if l, known := d.length(check.Of); known {
				p.Nominal, p.NominalOf = figure(l), d.opening.Values[check.Of].Source
			}
		}
		if pair := d.taken[step.Check]; pair != nil && pair[0] != nil && pair[0].Reading != nil && step.Phase == plan.Built {
			p.Found = pair[0].Reading.Figure
			p.FoundBody = d.tracks[pair[0].ID].last.Body
		}
	case plan.Count:
		p.Of = step.Of
		if n := d.counted(step.SameAs); n != nil {
			p.Same = quantity.ShowNumber(n)
		}
		p.Turns = step.Turns
	case plan.Mark:
		p.Marks = step.Marks
	case plan.Inspect:
		part := d.plan.Part(step.Part)
		p.Part = part.Title
		p.Findings = make([]FindingShown, len(part.Findings))
		for i, f := range part.Findings {
			p.Findings[i] = FindingShown{f.Key, f.Words, f.Outcome, f.Rule}
		}
		for _, a := range part.Always {
			if a.When.Hold(d.choice) {
				p.Rule, p.RuleSays = a.Rule, a.Outcome
			}
		}
	case plan.Torque:
		p.Order, p.Thread, p.Passes = d.order(step), step.Thread, passes(step, nil)
		limit := judge.Limit{Origin: judge.None, Source: judge.NoneKnown}
		if t, source, known := d.pull(step.Torque); known {
			p.Torque, limit.Origin, limit.Source = pull(t), judge.Maker, source
			p.Passes = passes(step, &t)
		}
		p.Limit = shown(&limit)
	case plan.Set:
		p.Limit = shown(d.toolLimit(step))
		if step.Method == plan.ByLeaf {
			p.Instrument, p.Leaf = plan.Direct, true
			p.Limit = shown(d.window(step))
		}
	case plan.Heat:
		p.Minutes, p.Below, p.Onto = step.Home, step.Below, step.Onto
	case plan.Wait:
		p.Minutes, p.Below = step.Minutes, step.Below
	case plan.Drip:
		p.Limit = shown(d.toolLimit(step))
	case plan.Test:
		p.Minutes, p.Drops, p.Pressure = step.Minutes, step.Drops, d.value(step.Pressure).Text
	case plan.Photo:
		p.Of = step.Of
	}
	if p.Tool = d.calculator(step); p.Tool != "" {
		p.Given = d.given(step)
	}
}
