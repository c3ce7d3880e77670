package job

import (
	"fmt"
	"strings"

	"settle/core/gauge"
	"settle/core/judge"
	"settle/core/plan"
)

func turn(step *plan.Step, f *TurnForm, r *gauge.Reader) *Reading {
	if f == nil || r.Partial && f.Turn == "" {
		return missing(r, "turn", "is missing: how it turns by hand")
	}
	if !f.Turn.Known() {
		r.Errors.Add("turn.turn", fmt.Errorf("is %q: write free, drags, rough, rubs, binds or locked", f.Turn))
		return nil
	}
	reading := &Reading{Text: string(f.Turn)}
	if f.Clock != "" {
		if _, err := gauge.ClockDegrees(f.Clock); err != nil {
			r.Errors.Add("turn.clock", err)
			return nil
		}
		reading.Text += " at " + f.Clock
	}
	if step.Phase == plan.Built {
		reading.Verdict, reading.Limit = judge.Within, &judge.Limit{Source: "must turn free"}
		if f.Turn != gauge.Free {
			reading.Verdict = judge.Out
		}
	}
	return reading
}

func (s *scale) counted(step *plan.Step, f *CountForm, r *gauge.Reader) *Reading {
	if f == nil || f.Count == nil {
		return missing(r, "count.count", "is missing: how many")
	}
	if *f.Count < 0 || *f.Count > maxCount {
		r.Errors.Add("count.count", fmt.Errorf("is %d: write a whole number from 0 to %d", *f.Count, maxCount))
		return nil
	}
	reading := &Reading{Text: fmt.Sprint(*f.Count)}
	if pack := r.Optional(gauge.Named("count.pack"), f.Pack); pack != nil {
		if *pack < 0 {
			r.Errors.Add("count.pack", fmt.Errorf("is below zero: write how thick the pieces are together"))
			return nil
		}
		reading.High = figure(*pack)
	}
	if step.SameAs != "" {
		before, ok := s.count(step.SameAs)
		switch {
		case !ok:
			reading.Verdict, reading.Limit = judge.NoLimit, &judge.Limit{Origin: judge.None,
				Source: "nobody counted them when they came off"}
		case before == *f.Count:
			reading.Verdict, reading.Limit = judge.Within, &judge.Limit{Source: fmt.Sprintf("%d came off", before)}
		default:
			reading.Verdict, reading.Limit = judge.Out, &judge.Limit{Source: fmt.Sprintf("%d came off", before)}
		}
	}
	return reading
}

func marks(step *plan.Step, where []string, r *gauge.Reader) *Reading {
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
