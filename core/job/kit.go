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
func (d *deriver) kit() {
	d.sheet.Kit = []KitLine{}
	laid := d.laidOut()
	for i := range d.plan.Parts {
		part := &d.plan.Parts[i]
		if !part.When.Hold(d.choice) {
			continue
		}
		outcome := d.choice.decided[part.Key]
		if part.Kit == "" && outcome != judge.Replace && outcome != judge.Order {
			continue
		}
		d.sheet.Kit = append(d.sheet.Kit, KitLine{part.Key, part.Title, part.Quantity, use(part), part.Lubricant,
			kitState(part, outcome, laid)})
	}
}

// laidOut reports whether the kit lies on the bench.
func (d *deriver) laidOut() bool {
	for i := range d.plan.Stages {
		for j := range d.plan.Stages[i].Steps {
			step := &d.plan.Stages[i].Steps[j]
			if s := d.states[step.ID]; step.LaidOut && s != nil && s.State == Done {
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
