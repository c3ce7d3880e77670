package job

import (
	"slices"

	"settle/core/gauge"
	"settle/core/judge"
	"settle/core/plan"
	"settle/core/words"
)

// compared judges a reading of a check by what the plan says, where that is not its limit:
// by the spread of its places, against another reading of the job, or not at all.
func (s *scale) compared(step *plan.Step, r *Reading) *Reading {
	check := s.plan.Checks[step.Check]
	if r == nil || r.Figure == nil || check == nil {
		return r
	}
	switch check.Judge {
	case plan.ByNothing:
		r.free(inWords(startingValue))
	case plan.BySpread:
		if r.Spread == nil {
			return r
		}
		limit := s.limitOf(step)
		r.free(limit)
		return fine(r, r.Spread.Length, r.good(), limit)
	case plan.ByOther:
		other := s.other(check)
		if other == nil {
			r.free(noLimit(otherMissing(check.Against, s.plan)))
			r.Verdict = judge.NoLimit
			return r
		}
		limit := *s.limitOf(step)
		limit.Source = againstOther(limit.Source, check.Against, s.plan)
		r.free(&limit)
		r.Against = figure(other.Length)
		return fine(r, (r.Figure.Length - other.Length).Abs(), r.good(), &limit)
	}
	return r
}

// free takes back how a reading was judged by its own limit.
func (r *Reading) free(limit *judge.Limit) {
	r.Verdict, r.Limit, r.Margin, r.next, r.Held = "", limit, nil, nil, nil
	r.Warnings = slices.DeleteFunc(slices.Clone(r.Warnings), func(code string) bool { return code == judge.TooCoarse })
	for i := range r.Places {
		r.Places[i].Result, r.Places[i].NextLeaf = "", nil
	}
}

// good is how good the gauge of a reading is, nothing where that is not known.
func (r *Reading) good() gauge.Uncertainty {
	if r.Uncertainty != nil {
		return gauge.Uncertainty(r.Uncertainty.Length)
	}
	return 0
}

// heldTo is the reading of the job that a step's is judged against, shown before it is
// taken; nil where it is judged by something else, or where that reading is not taken.
func (s *scale) heldTo(step *plan.Step) *HeldTo {
	check := s.plan.Checks[step.Check]
	if check == nil || check.Judge != plan.ByOther {
		return nil
	}
	other := s.other(check)
	if other == nil {
		return nil
	}
	return &HeldTo{Figure: *other, Of: words.Capital(otherReading(check.Against, s.plan))}
}

// other is the reading that a check is judged against, nil where it is not taken.
func (s *scale) other(check *plan.Check) *Figure {
	for _, step := range s.taking[check.Against.Of] {
		if step.Phase != check.Against.Part {
			continue
		}
		if e := s.latest(step); e != nil && s.has(step) {
			return s.reading(step, e).Figure
		}
	}
	return nil
}
