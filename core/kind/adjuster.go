package kind

import "settle/core/plan"

var stretchKind = Kind{
	panel: "tool", Group: "tool", table: DoneTable, weigh: asked, Tool: "stretch",
}

var adjusterKind = Kind{
	panel: "tool", Group: "tool", table: DoneTable, weigh: asked, limit: window, Tool: "lateral",
	given: adjusterGiven,
}

func adjusterGiven(_ Terms, step *plan.Step, in *givenInput) {
	in.amount("threads_per_inch", step.Threads)
	in.text("pitch", step.Pitch)
	in.count("divisions", step.Notches)
	if step.Hand != "" {
		in.Input["hand"] = step.Hand
	}
}
