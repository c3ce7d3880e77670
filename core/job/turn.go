package job

import (
	"fmt"
	"math/big"
	"strings"

	"settle/core/gauge"
	"settle/core/judge"
	"settle/core/plan"
	"settle/core/quantity"
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
	if f == nil || f.Count.Blank() {
		return missing(r, "count.count", "is missing: how many")
	}
	n, err := f.Count.Value()
	switch {
	case err != nil:
		r.Errors.Add("count.count", err)
		return nil
	case n.Sign() < 0 || n.Cmp(big.NewRat(maxCount, 1)) > 0:
		r.Errors.Add("count.count", fmt.Errorf("is %s: write a number from 0 to %d", f.Count, maxCount))
		return nil
	case !n.IsInt() && !step.Turns:
		r.Errors.Add("count.count", fmt.Errorf("is %s: write a whole number, what is counted here has no halves", f.Count))
		return nil
	}
	reading := &Reading{Text: quantity.ShowNumber(n)}
	if pack := r.Optional(gauge.Named("count.pack"), f.Pack); pack != nil {
		if *pack < 0 {
			r.Errors.Add("count.pack", fmt.Errorf("is below zero: write how thick the pieces are together"))
			return nil
		}
		reading.High = figure(*pack)
	}
	if step.SameAs != "" {
		before := s.count(step.SameAs)
		switch {
		case before == nil:
			reading.Verdict = judge.NoLimit
			reading.Limit = &judge.Limit{Origin: judge.None, Source: "nobody counted them when they came off"}
		case before.Cmp(n) == 0:
			reading.Verdict = judge.Within
		default:
			reading.Verdict = judge.Out
		}
		if before != nil {
			reading.Limit = &judge.Limit{Source: quantity.ShowNumber(before) + " came off"}
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
