package kind

import (
	"fmt"
	"math/big"
	"strings"

	"settle/core/gauge"
	"settle/core/judge"
	"settle/core/log"
	"settle/core/plan"
	"settle/core/quantity"
)

var countKind = Kind{
	panel: "count", Group: "count", table: DoneTable, Hangs: true, weigh: counted, show: counting,
	Live: countBefore, boxes: countBoxes, Fine: "The number agrees",
	NotFine: "Not the number it must be",
}

// maxCount bounds what can be counted at one place.
const maxCount = 9999

func counted(s Scale, step *plan.Step, b *log.Body, r *gauge.Reader) *Reading {
	f := b.Count
	if step.Each != "" {
		return countedEach(s, step, f, r)
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
		reading.High = quantity.Show(*pack)
	}
	if step.SameAs == "" && len(step.Against) == 0 || s.LaterRound(step) {
		return reading
	}
	must, says := mustBe(s, step)
	switch {
	case must == nil:
		reading.Verdict, reading.Limit = judge.NoLimit, NoLimit(says)
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
func mustBe(s Scale, step *plan.Step) (*big.Rat, string) {
	if step.SameAs != "" {
		n := s.Counted(step.SameAs)
		if n == nil {
			return nil, nobodyCounted
		}
		return n, cameOff(n)
	}
	for _, o := range step.Against {
		c := s.Carry(o)
		if n, err := quantity.Count(c.Text).Value(); c.Text != "" && err == nil {
			return n, heldAgainst(n, c.From)
		}
	}
	return nil, nothingToHold
}

// countedEach are several numbers, one for each screw or weight: they are judged by how
// far they differ, where the plan says how far they may.
func countedEach(s Scale, step *plan.Step, f *log.CountForm, r *gauge.Reader) *Reading {
	many := Number(s, step.Each)
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
	judgeEach(s, step, reading, spreadOf{low, high, new(big.Rat).Quo(sum, big.NewRat(int64(many), 1))})
	return reading
}

// spreadOf are the ends and the mean of several numbers.
type spreadOf struct{ low, high, mean *big.Rat }

// judgeEach judges the numbers of each by the number that they must be, else by how far
// they may differ: as the pump's papers say, else the plan.
func judgeEach(s Scale, step *plan.Step, reading *Reading, x spreadOf) {
	if step.SameAs != "" || len(step.Against) > 0 {
		must, says := mustBe(s, step)
		switch {
		case must == nil:
			reading.Verdict, reading.Limit = judge.NoLimit, NoLimit(says)
		case x.low.Cmp(must) == 0 && x.high.Cmp(must) == 0:
			reading.Verdict, reading.Limit = judge.Within, inWords(says)
		default:
			reading.Verdict, reading.Limit = judge.Out, inWords(says)
		}
		return
	}
	alike := step.Alike
	if text := Value(s, step.AlikeOf).Text; text != "" {
		alike = text
	}
	by, percent, ok := plan.Allowed(alike)
	if !ok {
		if step.AlikeOf != "" {
			reading.Verdict, reading.Limit = judge.NoLimit, NoLimit(judge.NoneKnown)
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

func counting(t Terms, step *plan.Step, p *Panel) {
	p.Of, p.Turns = step.Of, plan.Is(step.Turns)
	if step.Each != "" {
		p.Each = Number(t, step.Each)
	}
}

func countBefore(s Scale, step *plan.Step, p *Panel) {
	if step.SameAs == "" && len(step.Against) == 0 || s.LaterRound(step) {
		return
	}
	if n, says := mustBe(s, step); n != nil {
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

const nothingToHold = "nothing is known to hold it against: look it up and enter it on the pump"

const nobodyCounted = "nobody counted them when they came off"

func heldAgainst(n *big.Rat, where string) string { return quantity.ShowNumber(n) + " by " + where }

func alikeWithin(alike string) string { return "alike within " + alike }

func cameOff(n *big.Rat) string { return quantity.ShowNumber(n) + " came off" }
