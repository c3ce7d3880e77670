package job

import (
	"settle/core/kind"
	"settle/core/plan"
	"settle/core/words"
)

// heldTo is the reading of the job that a step's is judged against, shown before it is
// taken; nil where it is judged by something else, or where that reading is not taken.
func (s *scale) heldTo(step *plan.Step) *kind.HeldTo {
	check := s.plan.Checks[step.Check]
	if check == nil || check.Judge != plan.ByOther {
		return nil
	}
	other := s.Other(check)
	if other == nil {
		return nil
	}
	return &kind.HeldTo{Figure: *other, Of: words.Capital(kind.OtherReading(check.Against, s.plan))}
}

// Other is the reading that a check is judged against, nil where it is not taken.
func (s *scale) Other(check *plan.Check) *Figure {
	for _, step := range s.taking[check.Against.Of] {
		if step.Phase != check.Against.Part {
			continue
		}
		if e := s.Latest(step); e != nil && s.Has(step) {
			return s.reading(step, e).Figure
		}
	}
	return nil
}
