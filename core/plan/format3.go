package plan

import (
	"fmt"
	"slices"
)

// Format 3 says of a step what it takes off and puts on, what it locks, which tools go in and come
// out, and of a caution what it does with energy. By that a round of a loop is seen to close what it
// opened. A plan without it is as it was before.

// Energy is what a caution does with what could hurt: the driver, pressure, stored liquid.
type Energy string

// What a caution may do with energy.
const (
	Isolates  Energy = "isolates"  // takes it away: it is never left out where there is any
	Energises Energy = "energises" // lets it in: lock off, bump, valves, start
)

// Puts are the parts that are on once a step is done.
func (s *Step) Puts() []string { return slices.Concat(s.PutsOn, s.Fits) }

// OpensAgain are the steps by which something may come off that was on already: those of loops, and those
// that undo the closing.
func (p *Plan) OpensAgain() []*Step { return p.opens }

// closing checks what format 3 says of a step.
func (c *checker) closing(s *Step) {
	fault := c.at(s)
	if s.Energy != "" && (s.Kind != Caution || s.Energy != Isolates && s.Energy != Energises) {
		fault("energy is %q: write isolates or energises, at a step of kind caution", s.Energy)
	}
	other := c.p.steps[s.With]
	if s.With != "" && (other == nil || other == s || other.Kind != Do && other.Kind != Caution) {
		fault("with is %q: name an earlier step of kind do or caution", s.With)
	}
	for _, list := range []struct {
		key   string
		parts []string
	}{{"takes_off", s.TakesOff}, {"puts_on", s.PutsOn}, {"locks", s.Locks}} {
		for _, part := range list.parts {
			if c.p.parts[part] == nil {
				fault("%s names %q, which is not a part", list.key, part)
			}
		}
	}
}

// third says what is wrong with a plan by the rules of format 3: what it opens is closed.
func (p *Plan) third() []*Error {
	if p.Format < 3 {
		return nil
	}
	f := &refused{p: p}
	all := p.inOrder()
	for i, s := range all {
		if s.Again && p.looped[s.ID].loop == nil && !p.reopened(s) {
			f.fault(s.line, s.ID, "again is for a step of a loop, or of a stage that something reopens")
		}
		for _, part := range s.TakesOff {
			if !slices.ContainsFunc(all[i:], func(later *Step) bool { return slices.Contains(later.Puts(), part) }) {
				f.fault(s.line, s.ID, "takes the %s off, and no step after it puts it on (fits, puts_on)", p.parts[part].Title)
			}
		}
		for _, tool := range s.ToolIn {
			if !slices.ContainsFunc(all[i:], func(later *Step) bool { return slices.Contains(later.ToolOut, tool) }) {
				f.fault(s.line, s.ID, "puts %q into the pump, and no step after it takes it out (tool_out)", tool)
			}
		}
	}
	for i := range p.Loops {
		f.round(&p.Loops[i], all)
	}
	return f.faults
}

// reopened reports whether the stage of a step may be sent back.
func (p *Plan) reopened(s *Step) bool {
	stage := slices.IndexFunc(p.Stages, func(x Stage) bool {
		return slices.ContainsFunc(x.Steps, func(other Step) bool { return other.ID == s.ID })
	})
	return slices.ContainsFunc(p.inOrder(), func(other *Step) bool {
		return slices.Contains(other.Reopens, p.Stages[stage].ID) || slices.ContainsFunc(other.Feels, func(f Feel) bool {
			return slices.Contains(f.Reopens, p.Stages[stage].ID)
		})
	})
}

// inOrder are the steps of a plan in the order of work.
func (p *Plan) inOrder() []*Step {
	var all []*Step
	for i := range p.Stages {
		for k := range p.Stages[i].Steps {
			all = append(all, &p.Stages[i].Steps[k])
		}
	}
	return all
}

// waitsFor reports whether a step opens only when another one is done, by its needs or its stage.
func (p *Plan) waitsFor(step, other *Step) bool {
	at := func(s *Step) *Stage {
		return &p.Stages[slices.IndexFunc(p.Stages, func(x Stage) bool {
			return slices.ContainsFunc(x.Steps, func(in Step) bool { return in.ID == s.ID })
		})]
	}
	return slices.Contains(at(step).After, at(other).ID) || slices.ContainsFunc(step.Needs, func(id string) bool {
		need := p.steps[id]
		return need == other || need != nil && need.n > other.n && p.waitsFor(need, other)
	})
}

// comesAgain reports whether a step within a loop is done again in every round: what is set, tightened
// and felt there hangs on what the round changes, and a tool that is put in comes out.
func (s *Step) comesAgain() bool {
	switch s.Kind {
	case Torque, Tighten, Set:
		return true
	case Turn:
		return s.Phase == Built
	}
	return len(s.ToolIn) > 0 || len(s.ToolOut) > 0 || len(s.Locks) > 0
}

// round follows a second round of a loop: what it takes off or puts in, and what is closed before the
// loop ends, has to be closed within it.
func (f *refused) round(l *Loop, all []*Step) {
	first, last := f.p.steps[l.Steps[0]], f.p.steps[l.Steps[len(l.Steps)-1]]
	outside := func(closes func(s *Step) bool) *Step {
		for _, s := range all[first.n:] {
			if closes(s) && !slices.Contains(l.Steps, s.ID) && !(s.n > last.n && f.p.waitsFor(s, last)) {
				return s
			}
		}
		return nil
	}
	for _, s := range all[first.n : last.n+1] {
		if f.p.looped[s.ID].loop == nil && s.For == first.For && s.comesAgain() && !apart(s, first) {
			f.fault(l.line, s.ID, "stands within the loop %s and is not in it: a second round would leave it as it was", l.Key)
		}
	}
	for i, id := range l.Steps {
		s := f.p.steps[id]
		inside := func(closes func(s *Step) bool) bool {
			return slices.ContainsFunc(l.Steps[i:], func(id string) bool { return closes(f.p.steps[id]) })
		}
		check := func(what, how string, closes func(s *Step) bool) {
			if other := outside(closes); other != nil && !inside(closes) {
				f.fault(l.line, id, "loop %s %s %s: %s at %s, which is not in the loop", l.Key, what, how, "it is closed", other.ID)
			}
		}
		for _, part := range s.TakesOff {
			title := f.p.parts[part].Title
			check("takes off", title, func(s *Step) bool { return slices.Contains(s.Puts(), part) })
			check("loosens", title, func(s *Step) bool { return slices.Contains(s.Locks, part) })
		}
		for _, tool := range s.ToolIn {
			check("puts in", fmt.Sprintf("%q", tool), func(s *Step) bool { return slices.Contains(s.ToolOut, tool) })
		}
	}
}
