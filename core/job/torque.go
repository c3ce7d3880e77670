package job

import (
	"fmt"
	"math"

	"settle/core/gauge"
	"settle/core/judge"
	"settle/core/plan"
	"settle/core/quantity"
	"settle/core/setting"
)

// Pass is one round of the bolts: what each is drawn up to, and what the wrench is
// set to for it.
type Pass struct {
	Percent int   `json:"percent"`
	Check   bool  `json:"check,omitempty" doc:"the last, round the circle at the full torque"`
	Torque  *Pull `json:"torque,omitempty" doc:"at the bolt; missing where no torque is known"`
	Set     *Pull `json:"set,omitempty" doc:"on the wrench, where an extension makes it another"`
}

func (s *scale) torque(step *plan.Step, f *TorqueForm, r *gauge.Reader) *Reading {
	if f == nil {
		return missing(r, "torque", "is missing: the bolts as they were ticked")
	}
	asked, source, known := s.pull(step.Torque)
	set, ok := drawn(f.Set, asked, known, r)
	if !ok {
		return nil
	}
	reading := &Reading{Torque: pull(set), Passes: passes(step, &set)}
	if !extended(reading, f, set, r) {
		return nil
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
		if r.Partial {
			return reading
		}
		return missing(r, "torque.ticks", fmt.Sprintf("has %d of %d ticks: bolt %d is next", len(f.Ticks), want,
			tickAt(order, len(step.Passes), len(f.Ticks))))
	}
	reading.Verdict, reading.Limit = judge.Within, &judge.Limit{Source: source}
	switch {
	case !known:
		reading.Verdict, reading.Limit = judge.NoLimit, &judge.Limit{Origin: judge.None, Source: judge.NoneKnown}
	case math.Abs(set.NM()-asked.NM()) > wrenchGood*asked.NM():
		reading.Verdict = judge.Out
	}
	return reading
}

// drawn is the torque the bolts are drawn up to: what was typed, else the plan's.
func drawn(typed string, asked quantity.Torque, known bool, r *gauge.Reader) (quantity.Torque, bool) {
	if blank(typed) {
		if !known {
			missing(r, "torque.set", "is missing: no torque is known for this joint, write the one you used with "+
				"its unit, such as 30 N·m")
		}
		return asked, known
	}
	t, err := quantity.ParseTorque(typed)
	if err == nil && t <= 0 {
		err = fmt.Errorf("must be greater than zero, such as 30 N·m")
	}
	r.Errors.Add("torque.set", err)
	return t, err == nil
}

// extended works out what the wrench is set to with an extension, where one was
// typed; false says that it cannot be used.
func extended(reading *Reading, f *TorqueForm, set quantity.Torque, r *gauge.Reader) bool {
	if f.Wrench.Blank() && f.Extension.Blank() {
		return true
	}
	wrench, okWrench := r.Length(gauge.Named("torque.wrench"), f.Wrench)
	extension, okExtension := r.Length(gauge.Named("torque.extension"), f.Extension)
	if !okWrench || !okExtension {
		return r.Partial
	}
	for i := range reading.Passes {
		p := &reading.Passes[i]
		on, err := setting.WrenchSetting(set*quantity.Torque(p.Percent)/100, wrench, extension)
		if err != nil {
			r.Errors.Add("torque", err)
			return false
		}
		p.Set = pull(on)
	}
	last := reading.Passes[len(reading.Passes)-1].Set
	reading.Text = fmt.Sprintf("wrench set to %s N·m, %s lbf·ft, for its extension", last.NM, last.LbfFt)
	return true
}

// passes are the rounds of a step; without a torque only their shares are known.
func passes(step *plan.Step, torque *quantity.Torque) []Pass {
	out := make([]Pass, 0, len(step.Passes)+1)
	for _, percent := range step.Passes {
		out = append(out, Pass{Percent: percent})
	}
	out = append(out, Pass{Percent: 100, Check: true})
	for i := range out {
		if torque != nil {
			out[i].Torque = pull(*torque * quantity.Torque(out[i].Percent) / 100)
		}
	}
	return out
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
