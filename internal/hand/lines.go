package hand

import (
	"fmt"
	"strings"

	"settle/core/job"
	"settle/core/quantity"
)

// Lines is what a sheet says, a line for each step, check, part and cause: the form in
// which tests hold sheets against those of earlier days.
func Lines(number string, s *job.Sheet) string {
	var b strings.Builder
	fmt.Fprintf(&b, "%s %s, next %q\n", number, s.State, s.Next)
	for _, stage := range s.Stages {
		fmt.Fprintf(&b, "  %s %d of %d\n", stage.ID, stage.Done, stage.Total)
		for i := range stage.Steps {
			b.WriteString("    " + step(&stage.Steps[i]) + "\n")
		}
	}
	for _, c := range s.Checks {
		fmt.Fprintf(&b, "  check %s %s:%s:%s change %s, %s\n", c.Letter, c.Check, taken(c.Found), taken(c.Built),
			um(c.Change), c.Limit.Source)
	}
	for _, p := range s.Pieces {
		fmt.Fprintf(&b, "  piece %s %t\n", p.Piece, p.Fitted)
	}
	for _, k := range s.Kit {
		fmt.Fprintf(&b, "  kit %s × %d %s %s\n", k.Part, k.Quantity, k.Use, k.State)
	}
	for _, c := range s.Causes {
		fmt.Fprintf(&b, "  cause %s %s, %d for, %d against\n", c.Key, c.Standing, len(c.For), len(c.Against))
	}
	fmt.Fprintf(&b, "  tally %+v\n", s.Tally)
	return b.String()
}

func step(s *job.StepSheet) string {
	parts := []string{s.ID, string(s.State)}
	for _, more := range []string{s.Blocked, s.Again} {
		if more != "" {
			parts = append(parts, fmt.Sprintf("%q", more))
		}
	}
	if r := s.Reading; r != nil {
		parts = append(parts, string(r.Verdict), string(r.Outcome), um(r.Figure))
		if r.Text != "" {
			parts = append(parts, fmt.Sprintf("%q", r.Text))
		}
		if r.Rule != "" {
			parts = append(parts, fmt.Sprintf("rule %q", r.Rule))
		}
	}
	if s.Decision != nil {
		parts = append(parts, fmt.Sprintf("accepted %q", s.Decision.Reason))
	}
	return strings.Join(strings.Fields(strings.Join(parts, " ")), " ")
}

func taken(t *job.Taken) string {
	if t == nil {
		return " –"
	}
	return fmt.Sprintf(" %s %s, %d earlier", um(t.Figure), t.Verdict, len(t.Earlier))
}

func um(f *quantity.Figure) string {
	if f == nil {
		return "–"
	}
	return fmt.Sprintf("%v µm", f.Um())
}
