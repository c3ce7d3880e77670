package kind

import (
	"math/big"

	"settle/core/judge"
	"settle/core/log"
	"settle/core/plan"
)

// Terms are what is known of a job before anything is entered.
type Terms interface {
	Plan() *plan.Plan      // with what the pump has several of written out
	Opening() *log.Opening // the pump's papers and limits, as the job was opened with them
	// CheckLimit is what readings of a check are judged by in a phase; it is never nil.
	CheckLimit(check *plan.Check, phase string) *judge.Limit
}

// Scale is what a reading is weighed with: the terms, what is chosen and decided, and what was entered
// at other steps. It is all that a kind may ask of its job.
type Scale interface {
	Terms
	plan.Facts

	// Carry is the figure that stands at an origin; Carried those of a step by the path of their field in
	// a body, and why nothing stands where that has a reason.
	Carry(o plan.Origin) Carry
	Carried(step *plan.Step) (carried map[string]Carry, why map[string]string)
	// Counted is what was counted at a step, nil where nothing was.
	Counted(id string) *big.Rat
	// LaterRound reports whether a step of a loop is gone through once more.
	LaterRound(step *plan.Step) bool
	// Measured are the findings that readings make on a part; open says what has to be known first.
	Measured(part *plan.Part) (found []judge.Finding, open string)
	// Dragged is the part that takes this one along, nil where none does.
	Dragged(key string) *plan.Part
	// Other is the reading that a check is judged against, nil where it is not taken.
	Other(check *plan.Check) *Figure
	// Feet are the lifts of the driver's feet as they were last read, nil where they were not.
	Feet() map[string]any
}
