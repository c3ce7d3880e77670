package job

import (
	"settle/core/plan"
)

// Wait is one thing a job waits for, in codes: what it is called is asked of the plan
// when it is shown.
type Wait struct {
	For   WaitFor  `json:"for" enum:"decision,lead,cooling,part,follow,second"`
	Step  string   `json:"step,omitempty" doc:"the step at which it waits"`
	N     int      `json:"n,omitempty" doc:"how many decisions"`
	Parts []string `json:"parts,omitempty" doc:"keys of the parts to be had"`
}

// WaitFor is what a job can wait for.
type WaitFor string

// What a job can wait for.
const (
	ForDecision WaitFor = "decision" // a person's, on a reading
	ForLead     WaitFor = "lead"     // a lead, by the plan's rule
	ForCooling  WaitFor = "cooling"
	ForPart     WaitFor = "part"
	ForSecond   WaitFor = "second" // a second person's signature
	ForFollow   WaitFor = "follow" // what comes after the hand-back, such as the hot alignment
)

// waits are what a job waits for, the first to be seen to first.
func waits(s *scale, work workDone, lines []KitLine, now standing) []Wait {
	switch now.state {
	case Closed:
		return nil
	case Signed:
		if now.second {
			return append([]Wait{{For: ForSecond}}, following(work)...)
		}
		return following(work)
	}
	var out []Wait
	decision := Wait{For: ForDecision}
	for i := range work.stages {
		for k := range work.stages[i].Steps {
			step := &work.stages[i].Steps[k]
			if step.State != Decide {
				continue
			}
			if decision.N++; decision.Step == "" {
				decision.Step = step.ID
			}
			if leadDecides(s.plan, s.plan.Step(step.ID)) && !asksLead(out) {
				out = append(out, Wait{For: ForLead, Step: step.ID})
			}
		}
	}
	if decision.N > 0 {
		out = append(out, decision)
	}
	next := s.plan.Step(now.next)
	if next == nil {
		return out
	}
	if next.Lead && !asksLead(out) {
		out = append(out, Wait{For: ForLead, Step: next.ID})
	}
	if next.Kind == plan.Wait && next.Below > 0 {
		out = append(out, Wait{For: ForCooling, Step: next.ID})
	}
	if parts := toBeHad(lines, plan.Is(next.LaidOut)); len(parts) > 0 {
		out = append(out, Wait{For: ForPart, Step: next.ID, Parts: parts})
	}
	return out
}

func asksLead(all []Wait) bool { return len(all) > 0 && all[0].For == ForLead }

// toBeHad are the parts to be ordered that the work cannot do without: those that a
// finding asks for beyond the kit, and the whole kit where it is to be laid out now.
func toBeHad(lines []KitLine, layOut bool) []string {
	var out []string
	for _, line := range lines {
		if line.State == ToOrder && (line.Use == "extra" || layOut && line.Use == "always") {
			out = append(out, line.Part)
		}
	}
	return out
}

// following is what comes after the hand-back and is open.
func following(work workDone) []Wait {
	for i := range work.stages {
		for k := range work.stages[i].Steps {
			if step := &work.stages[i].Steps[k]; step.Follows && step.State == Open {
				return []Wait{{For: ForFollow, Step: step.ID}}
			}
		}
	}
	return nil
}
