package kind

import (
	"settle/core/gauge"
	"settle/core/judge"
	"settle/core/log"
	"settle/core/plan"
	"settle/core/quantity"
)

var plugKind = Kind{
	panel: plan.Plug, Group: "plug", typed: true, weigh: plugged, show: plugPanel, boxes: plugBoxes,
	title: "Bore",
}

// What a bore is called that a plug was tried in, by the ends that entered.
var plugNames = map[gauge.PlugEnds]string{
	gauge.GoEnters:  "Between go and no-go",
	gauge.BothEnter: "Larger than the no-go end",
	gauge.NoneEnter: "No larger than the go end",
}

// plugged is a bore tried with a go / no-go plug: it has no size of its own, only what it lies between.
func plugged(s Scale, step *plan.Step, b *log.Body, r *gauge.Reader) *Reading {
	f := b.Plug
	if f == nil {
		return missing(r, "plug", "is missing: the two sizes of the plug, and which ends entered")
	}
	size, okGo := r.Length(gauge.Named("plug.go"), f.Go)
	other, okNoGo := r.Length(gauge.Named("plug.no_go"), f.NoGo)
	if f.Entered == "" {
		return missing(r, "plug.entered", "is missing: say which ends entered: go, both or neither")
	}
	if !okGo || !okNoGo {
		return nil
	}
	low, high, err := gauge.Plug{Go: size, NoGo: other}.Span(f.Entered)
	if err != nil {
		r.Errors.Add("plug", err)
		return nil
	}
	limit := limitOf(s, step)
	reading := &Reading{Limit: limit, Verdict: judge.Between(low, high, limit.Bounds)}
	if reading.Verdict == judge.Undecided {
		reading.Warnings = []string{gauge.PlugUnlike}
	}
	switch {
	case low == nil:
		reading.Figure = quantity.Show(*high)
	case high == nil:
		reading.Figure = quantity.Show(*low)
	default:
		reading.Figure, reading.High = quantity.Show(*low), quantity.Show(*high)
	}
	reading.Held = AsHeld(OfEach, plugNames[f.Entered], reading.Figure.Length)
	reading.Held.High = reading.High
	return reading
}

func plugPanel(_ Terms, _ *plan.Step, p *Panel) {
	for _, ends := range []gauge.PlugEnds{gauge.GoEnters, gauge.BothEnter, gauge.NoneEnter} {
		p.Choices = append(p.Choices, ChoiceShown{Key: string(ends), Words: plugNames[ends],
			Right: ends == gauge.GoEnters})
	}
}

func plugBoxes(b *log.Body) []box {
	if b.Plug == nil {
		return nil
	}
	return []box{{path: "plug.go", name: "go", length: b.Plug.Go, most: absurdSize},
		{path: "plug.no_go", name: "no-go", length: b.Plug.NoGo, most: absurdSize}}
}
