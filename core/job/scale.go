package job

import (
	"fmt"
	"math/big"
	"strings"
	"unicode/utf8"

	"settle/core/field"
	"settle/core/gauge"
	"settle/core/judge"
	"settle/core/log"
	"settle/core/plan"
	"settle/core/quantity"
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
func (s *scale) has(step *plan.Step) bool { return step.There(s) && s.asked(step) }

// asked reports whether a step that hangs on another one is asked for: what goes with a step that was
// left out is not, nor what undoes the closing while no round is to be gone again. What was entered
// stays.
func (s *scale) asked(step *plan.Step) bool {
	if step.With == "" && !step.Again || s.log.Of(step).Counts() != nil {
		return true
	}
	if other := s.plan.Step(step.With); other != nil {
		e := s.log.Of(other).Counts()
		if !s.asked(other) || s.has(other) && e != nil && e.Body != nil && e.Body.Absent != "" {
			return false
		}
	}
	return !step.Again || s.goesRound(step)
}

// latest is the entry that counts at a step, nil where there is none.
func (s *scale) latest(step *plan.Step) *log.Entry {
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
func (s *scale) takenBy(check string, holds func(step *plan.Step) bool) (*plan.Step, *Reading) {
	var built *Reading
	var at *plan.Step
	for _, step := range s.taking[check] {
		e := s.latest(step)
		if e == nil || !s.has(step) || !holds(step) {
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
func (s *scale) counted(id string) *big.Rat {
	step := s.plan.Step(id)
	e := s.log.Of(step).Counts()
	if e == nil || e.Body.Count == nil || !s.has(step) && !step.OutOfScope(s) {
		return nil
	}
	n, err := e.Body.Count.Count.Value()
	if err != nil {
		return nil // left out
	}
	return n
}

// reading works out an entry. Those that hang on nothing else are remembered.
func (s *scale) reading(step *plan.Step, e *log.Entry) *Reading {
	check := s.plan.Checks[step.Check]
	hangs := s.kind(step).hangs || check != nil && check.Judge == plan.ByOther
	if !hangs {
		if r := s.memo.get(e); r != nil {
			return r
		}
	}
	r, errs := s.weighed(step, e)
	if len(errs) > 0 { // the log was accepted under this plan, so this is a foreign one
		r = &Reading{Text: errs[0].Message, Verdict: judge.NoLimit}
	}
	if !hangs {
		s.memo.put(e, r)
	}
	return r
}

// way is how a body is read: a partial one is still being typed, so that a reading is nil until there
// is enough of it; at what is typed now a slip of the unit is asked back; what was kept before
// ambiguous figures were refused is read as it was then.
type way struct {
	partial, asks, kept bool

	from map[string]log.Carried // what an entry was given from elsewhere
}

// weighed works out an entry of the log.
func (s *scale) weighed(step *plan.Step, e *log.Entry) (*Reading, field.Errors) {
	if s.kind(step).then && (s.before == 0 || s.before > e.Seq) {
		at := *s
		at.before = e.Seq
		s = &at
	}
	return s.weigh(step, e.Body, way{kept: e.Rules < strictRules, from: e.From})
}

// weigh works out what was entered at a step. The errors name every field that is wrong.
func (s *scale) weigh(step *plan.Step, b *log.Body, how way) (*Reading, field.Errors) {
	r := gauge.Reader{Unit: b.Unit, Others: b.Units, Partial: how.partial, Asks: how.asks, Kept: how.kept}
	if _, known := b.Unit.Size(); b.Unit != "" && !known {
		r.Errors.Add("unit", fmt.Errorf("is %q: write thou, in, mm or um", b.Unit))
		return nil, r.Errors
	}
	k := s.kind(step)
	if !blank(b.Skip) || b.Absent != "" {
		return k.skipped(b, s.away(step))
	}
	var reading *Reading
	if k.follows != nil {
		reading = k.follows(s, step, b, how.from, &r)
	} else {
		reading = k.weigh(s, step, b.MeasuredWith(), &r)
	}
	reading = s.compared(step, reading)
	s.hold(step, reading)
	r.AskBack()
	if len(r.Errors) > 0 && !how.partial {
		return nil, r.Errors
	}
	return reading, r.Errors
}

// skipped is a step that was left out, or is not there to be done.
func (k *kind) skipped(b *log.Body, away bool) (*Reading, field.Errors) {
	why := strings.TrimSpace(b.Skip)
	switch {
	case why == "":
		return nil, field.Errors{field.Errorf("skip", "is missing: say how it is known that this is not there")}
	case away && (b.Absent == log.NotOnPump || b.Absent == log.NotInJob):
		return &Reading{Skipped: why, Absent: b.Absent, Text: notThere(b.Absent, why)}, nil
	case away:
		return nil, field.Errors{field.Errorf("absent", "is %q: write pump, it is not on this pump, or job, it is not in "+
			"this job", b.Absent)}
	case b.Absent != "":
		return nil, field.Errors{field.Errorf("absent", "is not for this step: it is for things to do")}
	case k.must:
		return nil, field.Errors{field.Errorf("skip", "is not for this step: it has to be done")}
	}
	return &Reading{Skipped: why, Text: leftOut(b.Skip)}, nil
}

// missing notes a group that is not there; a form that is still blank is no fault.
func missing(r *gauge.Reader, path, message string) *Reading {
	if !r.Partial {
		r.Errors.Add(path, fmt.Errorf("%s", message))
	}
	return nil
}

// number reads a number that may be blank; what is wrong with it stands under path.
func number(r *gauge.Reader, path string, n quantity.Number) (float64, bool) {
	if n.Blank() {
		return 0, false
	}
	v, err := n.Value()
	if err != nil {
		r.Errors.Add(path, err)
		return 0, false
	}
	f, _ := v.Float64()
	return f, true
}

// fine is the verdict on a length, and undecided where the gauge is too coarse for its limit.
func fine(r *Reading, l quantity.Length, u gauge.Uncertainty, limit *judge.Limit) *Reading {
	v, coarse := judge.Length(l, u, limit.Bounds).Coarse(limit.Bounds)
	if coarse {
		r.Warnings = append(r.Warnings, judge.TooCoarse)
	}
	return judged(r, v, limit)
}

func judged(r *Reading, v judge.Verdict, limit *judge.Limit) *Reading {
	r.Verdict, r.Limit = v.Result, limit
	r.Margin, r.Uncertainty = maybe(v.Margin), figure(v.Uncertainty.Length())
	return r
}

func acknowledged(_ *scale, _ *plan.Step, b *log.Body, r *gauge.Reader) *Reading {
	if !b.Done {
		return missing(r, "done", "must be true: it says that this was done")
	}
	return &Reading{Text: "done"}
}

// maxPermit is the longest number of a lock or a permit.
const maxPermit = 60

func cautioned(s *scale, step *plan.Step, b *log.Body, r *gauge.Reader) *Reading {
	reading := acknowledged(s, step, b, r)
	if b.Permit == nil || reading == nil {
		return reading
	}
	if utf8.RuneCountInString(b.Permit.Lock) > maxPermit || utf8.RuneCountInString(b.Permit.Permit) > maxPermit {
		r.Errors.Add("permit", fmt.Errorf("is longer than %d letters", maxPermit))
	}
	reading.Text += permitted(b.Permit)
	return reading
}

func signed(_ *scale, _ *plan.Step, b *log.Body, r *gauge.Reader) *Reading {
	if b.Sign == nil {
		return missing(r, "sign", "is missing")
	}
	return &Reading{Text: "signed"}
}

// strictRules are those from which a figure that can be read in two ways is refused.
const strictRules = 4

// playRules are those from which a general limit alone condemns no bearing.
const playRules = 5
