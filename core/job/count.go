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

// maxCount bounds what can be counted at one place.
const maxCount = 9999

func turned(_ *scale, step *plan.Step, b *Body, r *gauge.Reader) *Reading {
	f := b.Turn
	if f == nil || r.Partial && f.Turn == "" {
		return missing(r, "turn", "is missing: how it turns by hand")
	}
	if !f.Turn.Known() {
		r.Errors.Add("turn.turn", fmt.Errorf("is %q: write free, light-drag, drags, rough, rubs, binds or locked", f.Turn))
		return nil
	}
	if f.Clock != "" {
		if _, err := gauge.ClockDegrees(f.Clock); err != nil {
			r.Errors.Add("turn.clock", err)
			return nil
		}
	}
	reading := &Reading{Turned: f, Text: feltAt(*f)}
	if step.Phase == plan.Built {
		reading.Verdict, reading.Limit = judge.Within, inWords(mustTurnFree)
		if f.Turn != gauge.Free {
			reading.Verdict = judge.Out
		}
	}
	return reading
}

// feels are the ways a shaft may turn; what turns free catches nowhere.
func feels(_ *terms, _ *plan.Step, p *Panel) {
	for _, turn := range gauge.TurnWords {
		p.Choices = append(p.Choices, ChoiceShown{string(turn), feel[turn], turn != gauge.Free})
	}
}

func counted(s *scale, step *plan.Step, b *Body, r *gauge.Reader) *Reading {
	f := b.Count
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
	case !n.IsInt() && !plan.Is(step.Turns):
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
	if step.SameAs == "" {
		return reading
	}
	switch before := s.counted(step.SameAs); {
	case before == nil:
		reading.Verdict, reading.Limit = judge.NoLimit, noLimit(nobodyCounted)
	case before.Cmp(n) == 0:
		reading.Verdict, reading.Limit = judge.Within, inWords(cameOff(before))
	default:
		reading.Verdict, reading.Limit = judge.Out, inWords(cameOff(before))
	}
	return reading
}

func counting(_ *terms, step *plan.Step, p *Panel) { p.Of, p.Turns = step.Of, plan.Is(step.Turns) }

func countBefore(s *scale, step *plan.Step, p *Panel) {
	if n := s.counted(step.SameAs); n != nil {
		p.Same = quantity.ShowNumber(n)
	}
}

func countBoxes(b *Body) []box {
	if b.Count == nil {
		return nil
	}
	return []box{{path: "count.count", number: b.Count.Count},
		{path: "count.pack", length: b.Count.Pack, most: absurdPlay}}
}

func marked(_ *scale, step *plan.Step, b *Body, r *gauge.Reader) *Reading {
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
