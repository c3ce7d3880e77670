package job

import (
	"cmp"
	"slices"

	"settle/core/plan"
)

// live is what the log says of energy in a pump: from where in the order of work the lock is off, and
// what has to be done again for it. A plan older than format 3 says nothing of energy.
type live struct {
	off   *plan.Step // the last step in the order of work that let energy in since it was locked out
	locks *plan.Step // the step after it that takes energy away again, nil where the rest is done with it on
	again map[int]bool
	last  *plan.Step // the last step of the order that takes energy away
	undo  []int      // what to do again should something before off be open: the locks before it
}

// liveAt goes through what was entered at steps with energy, in the order of the log.
func liveAt(s *scale, order asking) live {
	var all []*plan.Step // with energy, in the order of work
	var last *plan.Step
	l := live{again: map[int]bool{}}
	runs := map[*plan.Step][]int{} // before a step that lets energy in: the locks that stand together
	var run []int
	for _, steps := range order {
		for _, step := range steps {
			if step.Follows { // comes after the hand-back, with a lock of its own
				continue
			}
			if step.Energy == plan.Isolates {
				if last == nil || last.Energy != plan.Isolates {
					run = nil
				}
				run = append(run, step.N())
				l.last = step.Step
			}
			if step.Energy != "" {
				all = append(all, step.Step)
				runs[step.Step] = run
			}
			last = step.Step
		}
	}
	at := func(step *plan.Step) int {
		if e := s.log.Of(step).Counts(); e != nil && e.Body != nil && e.Body.Skip == "" {
			return e.Seq
		}
		return 0
	}
	entered := slices.DeleteFunc(slices.Clone(all), func(step *plan.Step) bool { return at(step) == 0 })
	slices.SortStableFunc(entered, func(a, b *plan.Step) int { return cmp.Compare(at(a), at(b)) })
	for _, step := range entered {
		switch {
		case step.Energy == plan.Energises:
			delete(l.again, step.N())
			if l.off == nil || step.N() > l.off.N() {
				l.off = step
			}
		case l.off != nil: // locked out again: what lets energy in after it is to be done again
			l.off = nil
			for _, other := range all {
				if other.Energy == plan.Energises && other.N() > step.N() && at(other) > 0 && at(other) < at(step) {
					l.again[other.N()] = true
				}
			}
		}
	}
	if l.off == nil {
		return l
	}
	l.undo = runs[l.off]
	later := slices.IndexFunc(all, func(x *plan.Step) bool { return x.N() > l.off.N() && x.Energy == plan.Isolates })
	if later >= 0 {
		l.locks = all[later]
	}
	return l
}

// bars reports whether a step has to wait because the lock is off: what stands between lock off and
// lock on is done with it off, all else is not.
func (l *live) bars(step *plan.Step) bool {
	switch {
	case l.off == nil || step.Follows:
		return false
	case l.locks != nil:
		return step.N() > l.locks.N() || step.N() < l.off.N() && step.Energy == ""
	}
	return step.N() < l.off.N() && step.Energy == ""
}

// stays reports whether a step lets energy in for good: no lock comes after it.
func (l *live) stays(step *plan.Step) bool {
	return step.Energy == plan.Energises && (l.last == nil || step.N() > l.last.N())
}
