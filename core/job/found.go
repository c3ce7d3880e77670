package job

import (
	"slices"

	"settle/core/log"
	"settle/core/plan"
)

// foundBefore is the entry as found that stands beside a check as built, nil where
// there is none.
func (s *scale) foundBefore(step *plan.Step) (*plan.Step, *log.Entry) {
	if step.Phase != plan.Built {
		return nil, nil
	}
	for _, other := range slices.Backward(s.found[step.Check]) {
		if e := s.log.Of(other).Counts(); e != nil && s.Has(other) {
			return other, e
		}
	}
	return nil, nil
}
