package job

import (
	"settle/core/judge"
	"settle/core/kind"
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
	laid, fitted := laidOut(s, work), fittedBy(s, work)
	for i := range s.plan.Parts {
		part := &s.plan.Parts[i]
		if !part.When.Hold(s) {
			continue
		}
		outcome := s.parts[part.Key]
		built := s.opening.Arrives == plan.NewParts && s.plan.Format >= 3 // of new parts everything is on the list
		if (part.Kit == "" || part.Kit == plan.Stays) && !built && outcome != judge.Replace && outcome != judge.Order {
			continue
		}
		line := KitLine{part.Key, part.Title, s.quantity(part), use(part), part.Lubricant, kitState(part, outcome, laid)}
		if fitted[part.Key] && part.Kit == "always" {
			line.State = Used
		}
		out = append(out, line)
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

// fittedBy are the parts that a step has fitted.
func fittedBy(s *scale, work workDone) map[string]bool {
	fitted := map[string]bool{}
	for i := range work.stages {
		for k := range work.stages[i].Steps {
			step := &work.stages[i].Steps[k]
			if step.State != Done || step.Reading == nil || step.Reading.Skipped != "" {
				continue
			}
			for _, key := range s.plan.Step(step.ID).Fits {
				fitted[key] = true
			}
		}
	}
	return fitted
}

// quantity is how many of a part the pump has.
func (t *terms) quantity(part *plan.Part) int {
	if part.QuantityOf != "" {
		return kind.Number(t, part.QuantityOf)
	}
	return part.Quantity
}

// fits are the parts that a step fits, with what goes on each.
func (s *scale) fits(step *plan.Step) []kind.FitShown {
	var out []kind.FitShown
	for _, key := range step.Fits {
		if part := s.plan.Part(key); part != nil && part.When.Hold(s) {
			out = append(out, kind.FitShown{Part: key, Title: part.Title, Quantity: s.quantity(part),
				Lubricant: part.Lubricant})
		}
	}
	return out
}

// papers is what the pump's papers say of a step.
func (t *terms) papers(step *plan.Step) []kind.PaperShown {
	var out []kind.PaperShown
	for _, key := range step.Papers {
		for _, v := range t.plan.Values {
			if v.Key == key {
				said := kind.Value(t, key)
				out = append(out, kind.PaperShown{Title: v.Title, Text: said.Text, Source: said.Source})
			}
		}
	}
	return out
}

func use(part *plan.Part) string {
	if part.Kit == "" || part.Kit == plan.Stays {
		return "extra"
	}
	return part.Kit
}

func kitState(part *plan.Part, outcome judge.Outcome, laid bool) KitState {
	switch {
	case outcome == judge.Order, outcome == judge.Replace && (part.Kit == "" || part.Kit == plan.Stays):
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
