package job

import (
	"math/big"
	"strings"

	"settle/core/field"
	"settle/core/judge"
	"settle/core/kind"
	"settle/core/log"
	"settle/core/plan"
)

// scale is all that a step is weighed with: the terms of the job, what was entered,
// and what is decided about its parts. It is a value; nobody changes one.
type scale struct {
	*terms
	log   *log.History
	parts outcomes
	scope string // key of the scope the job has
	memo  *Memo
	// before, where it is not 0, is the number of an entry: what was entered from it
	// on does not count.
	before int
}

// outcomes say what becomes of each part that is decided about.
type outcomes map[string]judge.Outcome

// asOf is the scale as it was before an entry.
func (s scale) asOf(e *log.Entry) *scale {
	s.before = e.Seq
	return &s
}

// Choice answers conditions on options of the pump, schools of the shop, and what the job
// is.
func (s *scale) Choice(key string) string {
	if key == plan.InScope && s.scope != "" {
		return s.scope
	}
	return s.chosen.Choice(key)
}

// Decided answers conditions on parts.
func (s *scale) Decided(part string) judge.Outcome {
	if s.plan.Part(part) != nil {
		return s.parts[part]
	}
	// Of a part that is there for each of several, what became of the worst.
	var worst judge.Outcome
	for key, outcome := range s.parts {
		if base, _, _ := strings.Cut(key, "@"); base == part && outcome.Heavier(worst) == outcome {
			worst = outcome
		}
	}
	return worst
}

// has reports whether this pump, as it is decided about, has a step.
func (s *scale) Has(step *plan.Step) bool { return step.There(s) && s.asked(step) }

// asked reports whether a step that hangs on another one is asked for: what goes with a step that was
// left out is not, nor what undoes the closing while no round is to be gone again. What was entered
// stays.
func (s *scale) asked(step *plan.Step) bool {
	if step.With == "" && !step.Again || s.log.Of(step).Counts() != nil {
		return true
	}
	if other := s.plan.Step(step.With); other != nil {
		e := s.log.Of(other).Counts()
		if !s.asked(other) || s.Has(other) && e != nil && e.Body != nil && e.Body.Absent != "" {
			return false
		}
	}
	return !step.Again || s.goesRound(step)
}

// latest is the entry that counts at a step, nil where there is none.
func (s *scale) Latest(step *plan.Step) *log.Entry {
	t := s.log.Of(step)
	if t == nil || s.before == 0 {
		return t.Counts()
	}
	var last *log.Entry
	for _, e := range t.All() {
		if e.Seq < s.before {
			last = e
		}
	}
	return last
}

// takenBy is what a check came to at the steps of which it holds, with its step: as found, or as built
// where it is only taken then. What is built new says nothing of the part that was found.
func (s *scale) takenBy(check string, holds func(step *plan.Step) bool) (*plan.Step, *kind.Reading) {
	var built *kind.Reading
	var at *plan.Step
	for _, step := range s.taking[check] {
		e := s.Latest(step)
		if e == nil || !s.Has(step) || !holds(step) {
			continue
		}
		r := s.reading(step, e)
		if step.Phase == plan.Found {
			return step, r
		}
		at, built = step, r
	}
	return at, built
}

// counted is what was counted at a step, nil where nothing was. A step that is no longer there says
// nothing; one that only the scope leaves out still does.
func (s *scale) Counted(id string) *big.Rat {
	step := s.plan.Step(id)
	e := s.log.Of(step).Counts()
	if e == nil || e.Body.Count == nil || !s.Has(step) && !step.OutOfScope(s) {
		return nil
	}
	n, err := e.Body.Count.Count.Value()
	if err != nil {
		return nil // left out
	}
	return n
}

// reading works out an entry. Those that hang on nothing else are remembered.
func (s *scale) reading(step *plan.Step, e *log.Entry) *kind.Reading {
	check := s.plan.Checks[step.Check]
	hangs := kind.Of(step).Hangs || check != nil && check.Judge == plan.ByOther
	if !hangs {
		if r := s.memo.get(e); r != nil {
			return r
		}
	}
	r, errs := s.weighed(step, e)
	if len(errs) > 0 { // the log was accepted under this plan, so this is a foreign one
		r = &kind.Reading{Text: errs[0].Message, Verdict: judge.NoLimit}
	}
	if !hangs {
		s.memo.put(e, r)
	}
	return r
}

// weighed works out an entry of the log.
func (s *scale) weighed(step *plan.Step, e *log.Entry) (*kind.Reading, field.Errors) {
	if kind.Of(step).Then && (s.before == 0 || s.before > e.Seq) {
		at := *s
		at.before = e.Seq
		s = &at
	}
	return kind.Weigh(s, step, e.Body, kind.Way{Kept: e.Rules < strictRules, From: e.From})
}

// strictRules are those from which a figure that can be read in two ways is refused.
const strictRules = 4

// playRules are those from which a general limit alone condemns no bearing.
const playRules = 5
