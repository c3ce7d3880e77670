package job

import (
	"fmt"

	"settle/core/align"
	"settle/core/log"
	"settle/core/plan"
	"settle/core/quantity"
)

// Feet are the lifts of the driver's feet as they were last read, nil where they were not: as they stood
// when the alignment was entered. A foot that is cured later does not make good what was read on it.
func (s *scale) Feet() map[string]any {
	var last *log.Entry
	for i := range s.steps {
		step := s.steps[i].Step
		if e := s.Latest(step); step.Kind == plan.Feet && e != nil && s.Has(step) && e.Body.Tool != nil &&
			(last == nil || e.Seq > last.Seq) {
			last = e
		}
	}
	if last == nil {
		return nil
	}
	out := map[string]any{}
	for _, foot := range align.AllFeet {
		switch typed := last.Body.Tool[string(foot)].(type) {
		case string: // in the unit of its own entry
			l, err := quantity.ParseKept(typed, last.Body.Unit)
			if err != nil {
				return nil
			}
			out[string(foot)] = fmt.Sprintf("%.6f mm", l.Um()/1000)
		default: // a number is micrometres, whoever asks
			out[string(foot)] = typed
		}
	}
	return out
}
