package hand

import (
	"fmt"
	"slices"
	"strings"
	"testing"

	"settle/core/job"
	"settle/core/plan"
)

// intoLine are the steps that lock out a line into which a pump is built that was not in it.
var intoLine = []string{"lock-line", "isolate-line"}

// Nobody ticks what cannot be true: in every scope, however the pump arrives, with every pair of
// options. What has no wires and no pipes is not locked out; nothing lets energy in that was not
// locked out; a pump is aligned when it is full; nothing is full that was not filled.
func TestNobodyTicksWhatCannotBeTrue(t *testing.T) {
	for key, p := range plan.Library() {
		t.Run(key, func(t *testing.T) {
			t.Parallel()
			told := map[string]bool{}
			for _, options := range pairs(p.Options) {
				for _, scope := range scopesOf(p) {
					for _, arrives := range arrivalsOf(p, scope) {
						b := openIn(t, p, options, scope, arrives)
						for _, fault := range untrue(p, job.Derive(b.job), arrives) {
							if !told[fault] {
								told[fault] = true
								t.Errorf("%s (%v %s %s)", fault, options, scope, arrives)
							}
						}
					}
				}
			}
		})
	}
}

// arrivalsOf are the states in which a pump comes for a scope, one blank one where none is asked.
func arrivalsOf(p *plan.Plan, scope string) []string {
	all := slices.DeleteFunc(slices.Clone(p.Arrives), func(key string) bool {
		s := p.Scope(scope)
		return s != nil && !s.Comes(key)
	})
	if len(all) == 0 {
		return []string{""}
	}
	return all
}

// untrue says what of an order of work cannot be true at its place.
func untrue(p *plan.Plan, sheet *job.Sheet, arrives string) (faults []string) {
	fault := func(format string, args ...any) { faults = append(faults, fmt.Sprintf(format, args...)) }
	var steps []*plan.Step
	for i := range sheet.Stages {
		for k := range sheet.Stages[i].Steps {
			if s := &sheet.Stages[i].Steps[k]; !s.Outside {
				id, _, _ := strings.Cut(s.ID, "@")
				steps = append(steps, p.Step(id))
			}
		}
	}
	at := func(is func(s *plan.Step) bool) int { return slices.IndexFunc(steps, is) }
	off := arrives == plan.OnBench || arrives == plan.NewParts
	locked, let := false, false
	for i, s := range steps {
		switch {
		case s.Energy == plan.Isolates:
			if off && !let && !slices.Contains(intoLine, s.ID) {
				fault("%s takes energy from a pump that has none", s.ID)
			}
			locked = true
		case s.Energy == plan.Energises:
			if !locked {
				fault("%s lets energy in that was never locked out", s.ID)
			}
			let = true
		case s.Kind == plan.Align && s.Phase == plan.Built:
			if fill := at(func(s *plan.Step) bool { return s.ID == "fill-vent" || s.ID == "vapour" }); fill > i {
				fault("%s is aligned before it is full (%s)", s.ID, steps[fill].ID)
			}
		case s.ID == "bench-arrival" && arrives != plan.OnBench:
			fault("%s stands in a job that is %s", s.ID, arrives)
		}
	}
	if locked && !off {
		if i := at(func(s *plan.Step) bool { return s.Energy == plan.Isolates }); i > at(opens) && at(opens) >= 0 {
			fault("%s is done before %s", steps[at(opens)].ID, steps[i].ID)
		}
	}
	if arrives == plan.InLine && !locked {
		fault("a pump that stands in its line is not locked out")
	}
	if let && !slices.ContainsFunc(steps, func(s *plan.Step) bool { return s.ID == "unlock" }) && arrives == plan.InLine {
		fault("it is handed back with the lock on, and no step takes it off")
	}
	return faults
}

// opens reports whether a step opens something, or turns what could turn by itself.
func opens(s *plan.Step) bool { return len(s.TakesOff) > 0 || s.Kind == plan.Turn }
