package job

import (
	"fmt"
	"math"
	"strings"

	"settle/core/gauge"
	"settle/core/judge"
	"settle/core/plan"
	"settle/core/quantity"
	"settle/core/setting"
)

func (s *scale) torque(step *plan.Step, f *TorqueForm, r *gauge.Reader) *Reading {
	if f == nil {
		return missing(r, "torque", "is missing: the bolts as they were ticked")
	}
	asked, source, known := s.pull(step.Torque)
	set := asked
	if strings.TrimSpace(f.Set) != "" {
		t, err := quantity.ParseTorque(f.Set)
		if err == nil && t <= 0 {
			err = fmt.Errorf("must be more than nothing, such as 30 N·m")
		}
		if err != nil {
			r.Errors.Add("torque.set", err)
			return nil
		}
		set = t
	} else if !known {
		return missing(r, "torque.set", "is missing: no torque is known for this joint, write the one you used with "+
			"its unit, such as 30 N·m")
	}
	order := s.order(step)
	want := len(order) * (len(step.Passes) + 1)
	for i, bolt := range f.Ticks {
		if i >= want {
			r.Errors.Add("torque.ticks", fmt.Errorf("has %d ticks: %d bolts in %d passes and the check are %d", len(f.Ticks),
				len(order), len(step.Passes), want))
			return nil
		}
		if next := tickAt(order, len(step.Passes), i); bolt != next {
			r.Errors.Add(fmt.Sprintf("torque.ticks[%d]", i), fmt.Errorf("is bolt %d: bolt %d is next in the crossing order",
				bolt, next))
			return nil
		}
	}
	if len(f.Ticks) < want {
		return missing(r, "torque.ticks", fmt.Sprintf("has %d of %d ticks: bolt %d is next", len(f.Ticks), want,
			tickAt(order, len(step.Passes), len(f.Ticks))))
	}
	reading := &Reading{Torque: pull(set), Verdict: judge.Within, Limit: &judge.Limit{Source: source}}
	switch {
	case !known:
		reading.Verdict, reading.Limit = judge.NoLimit, &judge.Limit{Origin: judge.None, Source: judge.NoneKnown}
	case math.Abs(set.NM()-asked.NM()) > wrenchGood*asked.NM():
		reading.Verdict = judge.Out
	}
	return reading
}

// tickAt is the bolt of the i-th tick: the crossing order once a pass, then
// round the circle for the check.
func tickAt(order []int, passes, i int) int {
	if i/len(order) >= passes {
		return i%len(order) + 1
	}
	return order[i%len(order)]
}

func (s *scale) order(step *plan.Step) []int {
	order, err := setting.Crossing(min(max(s.number(step.Bolts), 1), setting.MaxBolts))
	if err != nil {
		panic("job: " + err.Error()) // the number was brought into range
	}
	return order
}
