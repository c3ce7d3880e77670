package job

import (
	"fmt"
	"math/big"
	"slices"
	"strings"

	"settle/core/gauge"
	"settle/core/judge"
	"settle/core/log"
	"settle/core/plan"
	"settle/core/quantity"
)

// maxCount bounds what can be counted at one place.
const maxCount = 9999

func turned(t *scale, step *plan.Step, b *log.Body, r *gauge.Reader) *Reading {
	f := b.Turn
	if f == nil || r.Partial && f.Turn == "" {
		return missing(r, "turn", "is missing: how it turns by hand")
	}
	if !f.Turn.Known() {
		r.Errors.Add("turn.turn", fmt.Errorf("is %q: write free, light-drag, drags, rough, rubs, binds or locked", f.Turn))
		return nil
	}
	if f.Clock != "" {
		if _, err := gauge.ClockDegrees(f.Clock); err != nil {
			r.Errors.Add("turn.clock", err)
			return nil
		}
	}
	reading := &Reading{Turned: f, Text: feltAt(*f)}
	right := t.rightFeels(step)
	if len(right) == 0 {
		return reading // it is written down
	}
	switch {
	case !slices.Contains(right, f.Turn):
		reading.Verdict, reading.Limit = judge.Out, inWords(shouldTurn(right))
	case step.Right != plan.AnyFeel:
		reading.Verdict, reading.Limit = judge.Within, inWords(shouldTurn(right))
	}
	return reading
}

// rightFeels are the ways a shaft may turn at a step; none where whatever is felt is written down. What
// catches is never right as built, whatever the plan says.
func (t *scale) rightFeels(step *plan.Step) []gauge.Turn {
	var right []gauge.Turn
	switch {
	case step.Right == plan.AnyFeel && step.Phase == plan.Built:
		right = []gauge.Turn{gauge.Free, gauge.Light, gauge.Drags}
	case step.Right == plan.AnyFeel, step.Right == "" && step.Phase != plan.Built:
		return nil
	case step.Right == plan.EitherFeel:
		right = []gauge.Turn{gauge.Free, gauge.Light}
	case step.Right == "":
		right = []gauge.Turn{gauge.Free}
	default:
		right = []gauge.Turn{gauge.Turn(step.Right)}
		if len(step.FreeWhen) > 0 && step.FreeWhen.Hold(t) && step.Right != string(gauge.Free) {
			right = append([]gauge.Turn{gauge.Free}, right...)
		}
	}
	if step.Phase == plan.Built {
		right = slices.DeleteFunc(right, gauge.Turn.Catches)
	}
	return right
}

// feelOf is what a way of turning means at a step, nil where the plan says nothing of it.
func feelOf(step *plan.Step, turn gauge.Turn) *plan.Feel {
	for i := range step.Feels {
		if step.Feels[i].Feel == turn {
			return &step.Feels[i]
		}
	}
	return nil
}

// feels are the ways a shaft may turn, with what they mean here; what turns free catches
// nowhere.
func feels(_ *terms, step *plan.Step, p *Panel) {
	for _, turn := range gauge.TurnWords {
		c := ChoiceShown{Key: string(turn), Words: feel[turn], Where: turn != gauge.Free && turn != gauge.Light}
		if f := feelOf(step, turn); f != nil {
			c.Means = f.Means
		}
		p.Choices = append(p.Choices, c)
	}
}

// feelsRight marks the ways that are right here, and takes what a right one would mean away.
func feelsRight(s *scale, step *plan.Step, p *Panel) {
	right := s.rightFeels(step)
	p.Choices = slices.Clone(p.Choices)
	for i := range p.Choices {
		c := &p.Choices[i]
		if c.Right = slices.Contains(right, gauge.Turn(c.Key)); c.Right {
			c.Means = ""
		}
	}
}

func counted(s *scale, step *plan.Step, b *log.Body, r *gauge.Reader) *Reading {
	f := b.Count
	if step.Each != "" {
		return s.countedEach(step, f, r)
	}
	if f == nil || f.Count.Blank() {
		return missing(r, "count.count", "is missing: how many")
	}
	n := wholly(r, "count.count", f.Count, plan.Is(step.Turns))
	if n == nil {
		return nil
	}
	reading := &Reading{Text: quantity.ShowNumber(n)}
	if pack := r.Optional(gauge.Named("count.pack"), f.Pack); pack != nil {
		if *pack < 0 {
			r.Errors.Add("count.pack", fmt.Errorf("is below zero: write how thick the pieces are together"))
			return nil
		}
		reading.High = figure(*pack)
	}
	if step.SameAs == "" && len(step.Against) == 0 || s.laterRound(step) {
		return reading
	}
	must, says := s.mustBe(step)
	switch {
	case must == nil:
		reading.Verdict, reading.Limit = judge.NoLimit, noLimit(says)
	case must.Cmp(n) == 0:
		reading.Verdict, reading.Limit = judge.Within, inWords(says)
	default:
		reading.Verdict, reading.Limit = judge.Out, inWords(says)
	}
	return reading
}

// wholly reads a number that is counted; turns have halves and quarters.
func wholly(r *gauge.Reader, path string, text quantity.Number, turns bool) *big.Rat {
	n, err := text.Value()
	switch {
	case err != nil:
		r.Errors.Add(path, err)
	case n.Sign() < 0 || n.Cmp(big.NewRat(maxCount, 1)) > 0:
		r.Errors.Add(path, fmt.Errorf("is %s: write a number from 0 to %d", text, maxCount))
	case !n.IsInt() && !turns:
		r.Errors.Add(path, fmt.Errorf("is %s: write a whole number, what is counted here has no halves", text))
	default:
		return n
	}
	return nil
}

// mustBe is the number that a count is held against, and where it stands.
func (s *scale) mustBe(step *plan.Step) (*big.Rat, string) {
	if step.SameAs != "" {
		n := s.counted(step.SameAs)
		if n == nil {
			return nil, nobodyCounted
		}
		return n, cameOff(n)
	}
	for _, o := range step.Against {
		c := s.carry(o)
		if n, err := quantity.Count(c.Text).Value(); c.Text != "" && err == nil {
			return n, heldAgainst(n, c.From)
		}
	}
	return nil, nothingToHold
}

// countedEach are several numbers, one for each screw or weight: they are judged by how
// far they differ, where the plan says how far they may.
func (s *scale) countedEach(step *plan.Step, f *log.CountForm, r *gauge.Reader) *Reading {
	many := s.number(step.Each)
	if f == nil || len(f.Each) == 0 {
		return missing(r, "count.each", "is missing: a number for each")
	}
	var all []string
	var low, high, sum *big.Rat
	for i := range many {
		path := fmt.Sprintf("count.each[%d]", i)
		if i >= len(f.Each) || f.Each[i].Blank() {
			return missing(r, path, "is missing: there are "+fmt.Sprint(many))
		}
		n := wholly(r, path, f.Each[i], true)
		if n == nil {
			return nil
		}
		all = append(all, quantity.ShowNumber(n))
		if i == 0 {
			low, high, sum = n, n, new(big.Rat)
		}
		if n.Cmp(low) < 0 {
			low = n
		}
		if n.Cmp(high) > 0 {
			high = n
		}
		sum = new(big.Rat).Add(sum, n)
	}
	reading := &Reading{Text: strings.Join(all, ", ")}
	s.judgeEach(step, reading, spreadOf{low, high, new(big.Rat).Quo(sum, big.NewRat(int64(many), 1))})
	return reading
}

// spreadOf are the ends and the mean of several numbers.
type spreadOf struct{ low, high, mean *big.Rat }

// judgeEach judges the numbers of each by the number that they must be, else by how far
// they may differ: as the pump's papers say, else the plan.
func (s *scale) judgeEach(step *plan.Step, reading *Reading, x spreadOf) {
	if step.SameAs != "" || len(step.Against) > 0 {
		must, says := s.mustBe(step)
		switch {
		case must == nil:
			reading.Verdict, reading.Limit = judge.NoLimit, noLimit(says)
		case x.low.Cmp(must) == 0 && x.high.Cmp(must) == 0:
			reading.Verdict, reading.Limit = judge.Within, inWords(says)
		default:
			reading.Verdict, reading.Limit = judge.Out, inWords(says)
		}
		return
	}
	alike := step.Alike
	if text := s.value(step.AlikeOf).Text; text != "" {
		alike = text
	}
	by, percent, ok := plan.Allowed(alike)
	if !ok {
		if step.AlikeOf != "" {
			reading.Verdict, reading.Limit = judge.NoLimit, noLimit(judge.NoneKnown)
		}
		return
	}
	allowed := new(big.Rat).SetFloat64(by)
	if percent {
		allowed.Mul(allowed, new(big.Rat).Quo(x.mean, big.NewRat(100, 1)))
	}
	reading.Verdict, reading.Limit = judge.Within, inWords(alikeWithin(alike))
	if new(big.Rat).Sub(x.high, x.low).Cmp(allowed) > 0 {
		reading.Verdict = judge.Out
	}
}

func counting(t *terms, step *plan.Step, p *Panel) {
	p.Of, p.Turns = step.Of, plan.Is(step.Turns)
	if step.Each != "" {
		p.Each = t.number(step.Each)
	}
}

func countBefore(s *scale, step *plan.Step, p *Panel) {
	if step.SameAs == "" && len(step.Against) == 0 || s.laterRound(step) {
		return
	}
	if n, says := s.mustBe(step); n != nil {
		p.Same, p.SameSays = quantity.ShowNumber(n), says
	}
}

func countBoxes(b *log.Body) []box {
	if b.Count == nil {
		return nil
	}
	boxes := []box{{path: "count.count", number: b.Count.Count},
		{path: "count.pack", length: b.Count.Pack, most: absurdPlay}}
	for i, n := range b.Count.Each {
		boxes = append(boxes, box{path: fmt.Sprintf("count.each[%d]", i), number: n})
	}
	return boxes
}

func marked(_ *scale, step *plan.Step, b *log.Body, r *gauge.Reader) *Reading {
	where := b.Marks
	for i, name := range step.Marks {
		if i >= len(where) || strings.TrimSpace(where[i]) == "" {
			return missing(r, fmt.Sprintf("marks[%d]", i), "is missing: write it down for "+name)
		}
	}
	if len(where) > len(step.Marks) {
		r.Errors.Add(fmt.Sprintf("marks[%d]", len(step.Marks)), fmt.Errorf("is one too many: this step has %d",
			len(step.Marks)))
		return nil
	}
	said := make([]string, len(where))
	for i, words := range where {
		said[i] = step.Marks[i] + ": " + strings.TrimSpace(words)
	}
	return &Reading{Text: strings.Join(said, "; ")}
}
