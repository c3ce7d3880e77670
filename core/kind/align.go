package kind

import (
	"settle/core/align"
	"settle/core/calc"
	"settle/core/gauge"
	"settle/core/judge"
	"settle/core/log"
	"settle/core/plan"
)

var strainKind = Kind{
	Gauges: indicators, panel: "tool", Group: "tool", table: DoneTable, weigh: asked, limit: strainLimit,
	Tool: "pipe-strain", Sign: judge.PipesOut,
}

var feetKind = Kind{
	Gauges: indicators, panel: "tool", Group: "tool", table: DoneTable, weigh: asked, limit: feetLimit,
	Tool: "soft-foot", Sign: judge.FeetOut,
}

var alignKind = Kind{
	Gauges: indicators, panel: "tool", Group: "tool", table: DoneTable, Hangs: true, Then: true,
	weigh: aligned, limit: alignLimit, Tool: "align", given: alignGiven, Sign: judge.AlignmentOut,
}

func alignGiven(_ Terms, step *plan.Step, in *givenInput) { in.amount("rpm", step.Speed) }

func alignLimit(Terms, *plan.Step) *judge.Limit { return inWords(couplingTolerance) }

// aligned is an alignment. A foot that lifts caps it: the last that was read of the feet goes with it.
func aligned(s Scale, step *plan.Step, b *log.Body, r *gauge.Reader) *Reading {
	if b.Tool == nil && !r.Partial {
		return missing(r, "tool", "is missing: what was measured")
	}
	in := withGauge(Of(step).Tool, b)
	if feet := s.Feet(); feet != nil && in["soft_foot"] == nil {
		in = over(in, log.Input{"soft_foot": feet})
	}
	reading := calculate(s, step, in, "tool", r)
	if reading != nil && step.Phase == plan.Found {
		calc.AsFound(reading.Tool)
	}
	return reading
}

func feetLimit(Terms, *plan.Step) *judge.Limit { return atMost(align.SoftLimit) }

func strainLimit(Terms, *plan.Step) *judge.Limit { return atMost(align.StrainLimit) }

const couplingTolerance = "the coupling maker's tolerance, or the general table by speed"
