package kind

import (
	"maps"
	"slices"

	"settle/core/gauge"
	"settle/core/judge"
	"settle/core/log"
	"settle/core/plan"
)

var trialKind = Kind{
	panel: "tool", Group: "tool", table: DoneTable, weigh: tried, limit: trialLimit, Tool: "shim-trial",
}

var shimsKind = Kind{
	panel: "tool", Group: "tool", table: DoneTable, weigh: shimmed, limit: window, Tool: "shim",
	given: shimGiven,
}

func shimGiven(t Terms, step *plan.Step, in *givenInput) {
	in.Input["adding"] = step.Adding
	if step.Touching {
		in.Input["measured"], in.Input["touching"] = "0 mm", true
	}
	in.count("stacks", step.Stacks)
	l := window(t, step)
	if l.Open() {
		return
	}
	target := map[string]any{}
	if l.Min != nil {
		target["min"] = l.Min.Um()
	}
	if l.Max != nil {
		target["max"] = l.Max.Um()
	}
	in.Input["target"] = target
}

// shimmed is a pack worked out: into a window that nobody gave it is not judged.
func shimmed(s Scale, step *plan.Step, b *log.Body, r *gauge.Reader) *Reading {
	if step.Right == plan.EitherFeel {
		dragged := *b
		dragged.Tool = draggedFree(b.Tool)
		b = &dragged
	}
	reading := asked(s, step, b, r)
	if reading != nil && reading.Tool.Words != nil && window(s, step).Open() {
		reading.Verdict = judge.NoLimit
	}
	return reading
}

// tried is a pack found by trial, which is finished when the calculator says so.
func tried(s Scale, step *plan.Step, b *log.Body, r *gauge.Reader) *Reading {
	if step.Right == plan.EitherFeel {
		dragged := *b
		dragged.Tool = draggedFree(b.Tool)
		b = &dragged
	}
	reading := asked(s, step, b, r)
	if reading != nil && reading.Tool.Words != nil && reading.Verdict == "" && !r.Partial {
		main := reading.Tool.Words.Main
		return missing(r, "tool.trials", "is not finished: "+main.Name+" "+main.Value.Mm)
	}
	return reading
}

// draggedFree are the trials with a light drag taken for free: with the seal on the shaft it drags.
func draggedFree(in log.Input) log.Input {
	trials, ok := in["trials"].([]any)
	if !ok {
		return in
	}
	in, free := maps.Clone(in), slices.Clone(trials)
	for i := range free {
		if t, ok := free[i].(map[string]any); ok && t["turns"] == string(gauge.Light) {
			t = maps.Clone(t)
			t["turns"] = string(gauge.Free)
			free[i] = t
		}
	}
	in["trials"] = free
	return in
}

func trialLimit(Terms, *plan.Step) *judge.Limit { return inWords(thinnestPack) }

const thinnestPack = "the thinnest pack with which it turns free"
