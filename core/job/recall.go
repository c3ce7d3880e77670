package job

import (
	"settle/core/judge"
	"settle/core/log"
)

// Recalled is a reading of a signed job that today's rules would not let pass. The sheet stays as it was
// signed: the shop looks at the pump.
type Recalled struct {
	Difference
	Limit string `json:"limit,omitempty" doc:"by what it is judged today"`
}

// Recall lists the readings of a signed job that today's rules call out or undecided, or for which they
// know no limit, and which passed when it was signed. Readings with a person's decision passed by that.
func Recall(j Job) ([]Recalled, error) {
	if len(j.Kept) == 0 {
		return nil, nil
	}
	was, err := j.Kept[len(j.Kept)-1].Sheet()
	if err != nil {
		return nil, err
	}
	if was.State != Signed || was.Rules >= log.RulesNumber { // it is of today's rules
		return nil, nil
	}
	now := Derive(j)
	var out []Recalled
	for _, d := range GlanceAt(was).Since(now) {
		step := now.Step(d.Step)
		if !passed(d.Then.Verdict) || passed(d.Now.Verdict) || step == nil || step.Decision != nil {
			continue
		}
		one := Recalled{Difference: d}
		if step.Reading.Limit != nil {
			one.Limit = step.Reading.Limit.Source
		}
		out = append(out, one)
	}
	return out, nil
}

// passed reports whether nobody was asked about a reading.
func passed(r judge.Result) bool { return r == "" || r == judge.Within || r == judge.Close }
