package kind

import (
	"cmp"

	"settle/core/gauge"
	"settle/core/judge"
	"settle/core/log"
	"settle/core/plan"
	"settle/core/quantity"
)

var workedKind = Kind{
	panel: "worked", Group: "done", Hangs: true, follows: workedOut, title: WorkedName,
}

// workedOut is a figure that follows from others: nothing is measured, so that there is no box and no
// gauge. It is the sum as it stood when it was entered.
func workedOut(s Scale, step *plan.Step, b *log.Body, from map[string]log.Carried, r *gauge.Reader) *Reading {
	if !b.Done {
		return missing(r, "done", "must be true: it says that the figure was seen")
	}
	path := Of(step).Path(plan.FollowedBy)
	carried, why := s.Carried(step)
	text, good := carried[path].Text, carried[path].Good
	if from != nil {
		text = from[path].Text
	}
	if text == "" {
		return notWorkedOut(s, step, cmp.Or(why[path], sourceMissing))
	}
	l, err := quantity.Parse(text, "")
	if err != nil {
		return &Reading{Text: NotTaken, Verdict: judge.NoLimit}
	}
	return fine(&Reading{Figure: quantity.Show(l), Held: AsHeld(OfValue, WorkedName, l)}, l, good, limitOf(s, step))
}

// notWorkedOut is a figure that does not follow, because what it follows from is not there: nothing is
// judged, and where something should be a person says how it is.
func notWorkedOut(s Scale, step *plan.Step, why string) *Reading {
	reading := &Reading{Text: cannotFollow(why), Verdict: judge.Undecided, Limit: limitOf(s, step)}
	if checkAt(s, step).Judge == plan.ByNothing {
		reading.Verdict, reading.Limit = "", nil
	}
	return reading
}

// WorkedName is what a figure is called that follows from others.
const WorkedName = "Worked out"

// Why a figure does not follow from others.
const sourceMissing = "what it follows from is not entered"

func cannotFollow(why string) string { return "not worked out: " + why }

// The build sheet.
const (
	NotTaken = "not taken"
)
