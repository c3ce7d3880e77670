package job

import (
	"settle/core/judge"
	"settle/core/plan"
)

// nextRound says why a step of a loop is to be done again: something before it in the loop
// was changed since, or a reading in it came out wrong and nobody has accepted that. Blank
// where it stands.
func (s *scale) nextRound(step *plan.Step, last *Entry) string {
	loop, at := s.plan.LoopOf(step.ID)
	if loop == nil {
		return ""
	}
	for i, id := range loop.Steps {
		other := s.plan.Step(id)
		t := s.log.of(other)
		if id == step.ID || t.counts() == nil || t.last.Seq < last.Seq || !s.has(other) {
			continue
		}
		switch {
		case i < at && changesThePump(other):
			return roundAfter(loop.Title, other.Title)
		case i > at && changesThePump(step) && t.decision == nil && s.bad(other, t.last):
			return roundFor(loop.Title, other.Title)
		}
	}
	return ""
}

// bad reports whether what was entered sends its loop round again.
func (s *scale) bad(step *plan.Step, e *Entry) bool {
	return (step.Kind == plan.Measure || step.Kind == plan.Turn || step.Kind == plan.Test) && s.reading(step, e).Verdict ==
		judge.Out
}

// round is which round of its loop a step is in, 0 where it is in none: each entry of the
// first step of a loop begins one.
func (s *scale) round(step *plan.Step) int {
	loop, at := s.plan.LoopOf(step.ID)
	if loop == nil {
		return 0
	}
	n := len(s.log.of(s.plan.Step(loop.Steps[0])).all())
	if at == 0 {
		n++
	}
	return max(n, 1)
}

// rounds are what a step of a loop came to in the rounds before its last one.
func (s *scale) rounds(step *plan.Step) []Round {
	loop, _ := s.plan.LoopOf(step.ID)
	t := s.log.of(step)
	if loop == nil || t.counts() == nil {
		return nil
	}
	var out []Round
	for i, e := range t.before {
		next := t.last
		if i+1 < len(t.before) {
			next = t.before[i+1]
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
	begun := len(s.log.of(s.plan.Step(loop.Steps[0])).all())
	return &LoopShown{loop.Title, loop.Until, max(begun, 1)}
}

// laterRound reports whether a count that begins a loop is in its second round or later:
// only in the first one must what came off go back on, then it is what was worked out.
func (s *scale) laterRound(step *plan.Step) bool {
	loop, at := s.plan.LoopOf(step.ID)
	t := s.log.of(step)
	if loop == nil || at != 0 || t.counts() == nil {
		return false
	}
	if len(t.before) == 0 {
		return s.nextRound(step, t.last) != ""
	}
	for _, id := range loop.Steps[1:] {
		if later := s.log.of(s.plan.Step(id)); len(later.all()) > 0 && later.all()[0].Seq > t.before[0].Seq {
			return true
		}
	}
	return false
}
