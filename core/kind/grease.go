package kind

import "settle/core/plan"

var greaseKind = Kind{
	panel: "tool", Group: "tool", table: DoneTable, weigh: asked, Tool: "grease", given: greaseGiven,
}

func greaseGiven(_ Terms, step *plan.Step, in *givenInput) {
	in.text("outside", step.Outside)
	in.text("width", step.Width)
}
