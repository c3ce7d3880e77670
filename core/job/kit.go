package job

import (
	"settle/core/judge"
	"settle/core/plan"
)

// KitState says where a line of the parts list stands.
type KitState string

// The states of a line. Everything is to be ordered at first, so that nothing is
// missing half way; decisions move it on.
const (
	ToOrder  KitState = "to-order"
	OnBench  KitState = "on-the-bench"
	Used     KitState = "used"
	Returned KitState = "return" // for credit, unopened
	NotUsed  KitState = "not-used"
)

// KitLine is one line of the parts list of a job.
type KitLine struct {
	Part      string   `json:"part"`
	Title     string   `json:"title"`
	Quantity  int      `json:"quantity"`
	Use       string   `json:"use" enum:"always,if-needed,extra" doc:"extra is no part of the kit"`
	Lubricant string   `json:"lubricant,omitempty"`
	State     KitState `json:"state" enum:"to-order,on-the-bench,used,return,not-used"`
}

// kit lists what this pump with its options needs: two ends and two seals have
// their own lines, as their parts are parts of the plan.
func kit(s *scale, work workDone) []KitLine {
	out := []KitLine{}
	laid := laidOut(s, work)
	for i := range s.plan.Parts {
		part := &s.plan.Parts[i]
		if !part.When.Hold(s) {
			continue
		}
		outcome := s.parts[part.Key]
		if part.Kit == "" && outcome != judge.Replace && outcome != judge.Order {
			continue
		}
		out = append(out, KitLine{part.Key, part.Title, part.Quantity, use(part), part.Lubricant,
			kitState(part, outcome, laid)})
	}
	return out
}

// laidOut reports whether the kit lies on the bench.
func laidOut(s *scale, work workDone) bool {
	for i := range work.stages {
		for k := range work.stages[i].Steps {
			if step := &work.stages[i].Steps[k]; step.State == Done && plan.Is(s.plan.Step(step.ID).LaidOut) {
				return true
			}
		}
	}
	return false
}

func use(part *plan.Part) string {
	if part.Kit == "" {
		return "extra"
	}
	return part.Kit
}

func kitState(part *plan.Part, outcome judge.Outcome, laid bool) KitState {
	switch {
	case outcome == judge.Order, outcome == judge.Replace && part.Kit == "":
		return ToOrder
	case outcome == judge.Replace:
		return Used
	case outcome != "" && part.Returnable:
		return Returned
	case outcome != "":
		return NotUsed
	case laid:
		return OnBench
	}
	return ToOrder
}
