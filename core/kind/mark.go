package kind

import (
	"fmt"
	"strings"

	"settle/core/gauge"
	"settle/core/log"
	"settle/core/plan"
)

var markKind = Kind{
	panel: "mark", Group: "marks", table: DoneTable, weigh: marked,
	show: func(_ Terms, step *plan.Step, p *Panel) { p.Marks = step.Marks },
}

func marked(_ Scale, step *plan.Step, b *log.Body, r *gauge.Reader) *Reading {
	where := b.Marks
	for i, name := range step.Marks {
		if i >= len(where) || strings.TrimSpace(where[i]) == "" {
			return missing(r, fmt.Sprintf("marks[%d]", i), "is missing: write it down for "+name)
		}
	}
	if len(where) > len(step.Marks) {
		r.Errors.Add(fmt.Sprintf("marks[%d]", len(step.Marks)), fmt.Errorf("is one too many: this step has %d",
			len(step.Marks)))
		return nil
	}
	said := make([]string, len(where))
	for i, words := range where {
		said[i] = step.Marks[i] + ": " + strings.TrimSpace(words)
	}
	return &Reading{Text: strings.Join(said, "; ")}
}
