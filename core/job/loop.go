package job

import (
	"slices"

	"settle/core/judge"
	"settle/core/log"
	"settle/core/plan"
)

// nextRound says why a step of a loop is to be done again: something before it in the loop
// was changed since, or a reading in it came out wrong and nobody has accepted that. Blank
// where it stands.
func (s *scale) nextRound(step *plan.Step, last *log.Entry) string {
	loop, at := s.plan.LoopOf(step.ID)
	if loop == nil {
		return ""
	}
	for i, id := range loop.Steps {
		other := s.plan.Step(id)
		t := s.log.Of(other)
		if id == step.ID || t.Counts() == nil || t.Last.Seq < last.Seq || !s.Has(other) {
			continue
		}
		switch {
		case i < at && changesThePump(other):
			return roundAfter(loop.Title, other.Title)
		case i > at && s.redone(step, last, t.Last) && t.Decision == nil && s.bad(other, t.Last):
			return roundFor(loop.Title, other.Title)
		}
	}
	return ""
}

// offSince says that a part which a step puts on, or locks, came off in another round since; blank where
// it is on.
func (s *scale) offSince(step *plan.Step, last *log.Entry) string {
	on := append(step.Puts(), step.Locks...)
	if len(on) == 0 || last.Body != nil && last.Body.Skip != "" {
		return ""
	}
	for _, other := range s.plan.OpensAgain() {
		if other.N() >= step.N() || !slices.ContainsFunc(other.TakesOff, func(part string) bool {
			return slices.Contains(on, part)
		}) {
			continue
		}
		if e := s.log.Of(other).Counts(); e != nil && e.Seq > last.Seq && e.Body.Skip == "" && s.Has(other) {
			return offSinceThen(other.Title)
		}
	}
	return ""
}

// goesRound reports whether the loop of a step is to be gone round again: a reading after it came out
// wrong, and nobody has accepted that.
func (s *scale) goesRound(step *plan.Step) bool {
	loop, at := s.plan.LoopOf(step.ID)
	if loop == nil {
		return s.sentBack(s.steps[step.N()].stage)
	}
	return slices.ContainsFunc(loop.Steps[at+1:], func(id string) bool {
		other := s.plan.Step(id)
		t := s.log.Of(other)
		return t.Counts() != nil && t.Decision == nil && s.Has(other) && s.redone(step, nil, t.Last) && s.bad(other, t.Last)
	})
}

// sentBack reports whether a result that nobody has accepted sends a stage back.
func (s *scale) sentBack(stage string) bool {
	for i := range s.steps {
		step := s.steps[i].Step
		t := s.log.Of(step)
		if t.Counts() == nil || t.Decision != nil || !sendsBack(step) || !s.Has(step) {
			continue
		}
		r := s.reading(step, t.Last)
		if r.Verdict == judge.Out && slices.Contains(reopened(step, r), stage) {
			return true
		}
	}
	return false
}

// redone reports whether a step of a loop is done again for a reading that came out wrong: what changes
// the pump is, and what undoes the closing where something was closed between its last time and the reading.
func (s *scale) redone(step *plan.Step, last, wrong *log.Entry) bool {
	if !step.Again {
		return changesThePump(step)
	}
	loop, at := s.plan.LoopOf(step.ID)
	return len(step.TakesOff) == 0 || slices.ContainsFunc(loop.Steps[at+1:], func(id string) bool {
		other := s.plan.Step(id)
		e := s.log.Of(other).Counts()
		closes := slices.ContainsFunc(other.Puts(), func(part string) bool { return slices.Contains(step.TakesOff, part) })
		return closes && e != nil && e.Seq < wrong.Seq && (last == nil || e.Seq > last.Seq)
	})
}

// begins is the place in its loop of the step that begins a round on this pump.
func (s *scale) begins(loop *plan.Loop) int {
	return max(0, slices.IndexFunc(loop.Steps, func(id string) bool {
		step := s.plan.Step(id)
		return !step.Again && s.Has(step)
	}))
}

// bad reports whether what was entered sends its loop round again.
func (s *scale) bad(step *plan.Step, e *log.Entry) bool {
	return (step.Kind == plan.Measure || step.Kind == plan.Turn || step.Kind == plan.Test) && s.reading(step, e).Verdict ==
		judge.Out
}

// round is which round of its loop a step is in, 0 where it is in none: each entry of the
// step that begins a loop begins one.
func (s *scale) round(step *plan.Step) int {
	loop, at := s.plan.LoopOf(step.ID)
	if loop == nil {
		return 0
	}
	first := s.begins(loop)
	n := len(s.log.Of(s.plan.Step(loop.Steps[first])).All())
	if at <= first {
		n++
	}
	return max(n, 1)
}

// rounds are what a step of a loop came to in the rounds before its last one.
func (s *scale) rounds(step *plan.Step) []Round {
	loop, _ := s.plan.LoopOf(step.ID)
	t := s.log.Of(step)
	if loop == nil || t.Counts() == nil {
		return nil
	}
	var out []Round
	for i, e := range t.Before {
		next := t.Last
		if i+1 < len(t.Before) {
			next = t.Before[i+1]
		}
		if e.Round == next.Round {
			continue // corrected within its round
		}
		r := s.reading(step, e)
		out = append(out, Round{r.Figure, r.High, r.Held, r.Verdict, loop.Title})
	}
	return out
}

// loop is the loop a step belongs to, and the round it is in now.
func (s *scale) loop(step *plan.Step) *LoopShown {
	loop, _ := s.plan.LoopOf(step.ID)
	if loop == nil {
		return nil
	}
	begun := len(s.log.Of(s.plan.Step(loop.Steps[s.begins(loop)])).All())
	return &LoopShown{loop.Title, loop.Until, max(begun, 1)}
}

// laterRound reports whether a count that begins a loop is in its second round or later:
// only in the first one must what came off go back on, then it is what was worked out.
func (s *scale) LaterRound(step *plan.Step) bool {
	loop, at := s.plan.LoopOf(step.ID)
	t := s.log.Of(step)
	stripped := slices.ContainsFunc(step.Against, func(o plan.Origin) bool { return o.Source == plan.FromCount })
	if loop == nil || at != s.begins(loop) && !stripped || t.Counts() == nil {
		return false
	}
	if len(t.Before) == 0 {
		return s.nextRound(step, t.Last) != ""
	}
	for _, id := range loop.Steps[at+1:] {
		if later := s.log.Of(s.plan.Step(id)); len(later.All()) > 0 && later.All()[0].Seq > t.Before[0].Seq {
			return true
		}
	}
	return false
}
