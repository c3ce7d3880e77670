package plan

import (
	"fmt"
	"slices"
	"strings"

	"go.yaml.in/yaml/v3"
)

// The sources of a figure that is carried from where it was entered.
const (
	FromCheck  = "check"  // what a check came to, as found or as built
	FromStep   = "step"   // what was measured at a step
	FromCount  = "count"  // a number that was counted, or how thick the pieces are together
	FromFit    = "fit"    // least or most interference of a seat
	FromValue  = "value"  // a figure from the pump's papers
	FromAnswer = "answer" // what a calculation came to
	FromLimit  = "limit"  // least or most of a limit
)

// Origin is where a carried figure comes from: "clearance as found", "step touch-built", "count shims-out",
// "count shims-out pack", "fit journal most", "value aim", "answer shims-set total_um".
type Origin struct {
	Source string
	Of     string // key of the check or value, id of the step
	Part   string // found, built; pack; least, most; path in the answer
	Then   []Term // added to it or taken off, one after the other
}

// Term is what is added to a figure or taken off.
type Term struct {
	Less bool
	Of   Origin
}

// FollowedBy is the field of a figure that is worked out: it has no box.
const FollowedBy = "value"

// Origins are where the figures of a step come from, by their field.
type Origins map[string]Sources

const originWords = `"clearance as found", "step touch-built", "count shims-out", "count shims-out pack", ` +
	`"fit journal most", "value aim", "limit gap most" or "answer shims-set answers[0].total_um", ` +
	`or several with less and plus between them`

// UnmarshalYAML reads an origin from its words.
func (o *Origin) UnmarshalYAML(n *yaml.Node) error {
	w := strings.Fields(n.Value)
	var then []Term
	for i := len(w) - 1; i > 0; i-- {
		if w[i] == "less" || w[i] == "plus" {
			t := Term{Less: w[i] == "less"}
			if err := t.Of.one(n, w[i+1:]); err != nil {
				return err
			}
			then, w = append([]Term{t}, then...), w[:i]
		}
	}
	if err := o.one(n, w); err != nil {
		return err
	}
	o.Then = then
	return nil
}

// one reads a single origin.
func (o *Origin) one(n *yaml.Node, w []string) error {
	switch {
	case len(w) == 3 && w[1] == "as" && (w[2] == Found || w[2] == Built):
		*o = Origin{Source: FromCheck, Of: w[0], Part: w[2]}
	case len(w) == 2 && w[0] == FromStep:
		*o = Origin{Source: FromStep, Of: w[1]}
	case len(w) == 2 && w[0] == FromCount:
		*o = Origin{Source: FromCount, Of: w[1]}
	case len(w) == 3 && w[0] == FromCount && w[2] == "pack":
		*o = Origin{Source: FromCount, Of: w[1], Part: w[2]}
	case len(w) == 3 && w[0] == FromFit && (w[2] == "least" || w[2] == "most"):
		*o = Origin{Source: FromFit, Of: w[1], Part: w[2]}
	case len(w) == 2 && w[0] == FromValue:
		*o = Origin{Source: FromValue, Of: w[1]}
	case len(w) == 3 && w[0] == FromLimit && (w[2] == "least" || w[2] == "most"):
		*o = Origin{Source: FromLimit, Of: w[1], Part: w[2]}
	case len(w) == 3 && w[0] == FromAnswer:
		*o = Origin{Source: FromAnswer, Of: w[1], Part: w[2]}
	default:
		return at(n.Line, fmt.Sprintf("origin %q is not understood: write %s", n.Value, originWords))
	}
	return nil
}

// carried checks where the figures of a step come from.
func (c *checker) carried(s *Step) {
	for _, path := range sorted(s.From) {
		for _, o := range s.From[path] {
			c.origin(s, "from: "+path, o)
		}
	}
}

// origin checks that what a figure comes from is there, and of the right kind.
func (c *checker) origin(s *Step, what string, o Origin) {
	for _, t := range o.Then {
		c.origin(s, what, t.Of)
	}
	step := c.p.steps[o.Of]
	switch o.Source {
	case FromCheck:
		if c.p.Checks[o.Of] == nil {
			c.at(s)("%s comes from the check %q, which the plan has not", what, o.Of)
		}
	case FromFit:
		if x := c.p.Checks[o.Of]; x == nil || x.Instrument != Fit {
			c.at(s)("%s comes from the fit of %q: name a check whose instrument is fit", what, o.Of)
		}
	case FromStep:
		if step == nil || step == s || step.Check == "" {
			c.at(s)("%s comes from the step %q: name one at which something is measured", what, o.Of)
		}
	case FromCount:
		if step == nil || step == s || step.Kind != Count {
			c.at(s)("%s comes from the count at %q: name a count step before it", what, o.Of)
		}
	case FromAnswer:
		if step == nil || step == s || !slices.Contains(calculated, step.Kind) {
			c.at(s)("%s comes from the answer at %q: name a calculation before it", what, o.Of)
		}
	case FromLimit:
		if !slices.Contains(c.limitKeys(), o.Of) {
			c.at(s)("%s is the limit %q: name one that a check is judged by", what, o.Of)
		}
	case FromValue:
		if c.values[o.Of] == "" {
			c.at(s)("%s is the value %q: name one of the plan's values", what, o.Of)
		}
	}
}

// limitKeys are the limits that checks are judged by.
func (c *checker) limitKeys() []string {
	var keys []string
	for _, check := range c.p.Checks {
		if check == nil {
			continue
		}
		for _, l := range check.Limit {
			keys = append(keys, l.Key)
		}
	}
	return keys
}

// Sources are where a figure comes from, or what a number is held against: the first that
// stands counts.
type Sources []Origin

// UnmarshalYAML reads one origin or a list of them.
func (s *Sources) UnmarshalYAML(n *yaml.Node) error {
	nodes := []*yaml.Node{n}
	if n.Kind == yaml.SequenceNode {
		nodes = n.Content
	}
	for _, x := range nodes {
		var o Origin
		if err := o.UnmarshalYAML(x); err != nil {
			return err
		}
		*s = append(*s, o)
	}
	return nil
}

// twice says which figures of new plans come from a check that several steps may take in one phase of
// one job: nobody could tell which of them is meant.
func (p *Plan) twice(fault func(line int, step, format string, args ...any)) {
	for i := range p.Stages {
		for k := range p.Stages[i].Steps {
			s := &p.Stages[i].Steps[k]
			for _, path := range sorted(s.From) {
				for _, o := range s.From[path] {
					for _, x := range append([]Origin{o}, o.terms()...) {
						if a, b := p.bothTake(x, s); a != nil {
							fault(s.line, s.ID, "from: %s comes from %s %s %s, which %s and %s both take: name one, such as step %s",
								path, x.Of, asWord, x.Part, a.ID, b.ID, b.ID)
						}
					}
				}
			}
		}
	}
}

// asWord stands between a check and its phase.
const asWord = "as"

func (o Origin) terms() []Origin {
	var out []Origin
	for _, t := range o.Then {
		out = append(out, t.Of)
	}
	return out
}

// bothTake are two steps that may both take a check in the phase of an origin, in a job that has the
// step which is given its figure; nil where there are none.
func (p *Plan) bothTake(o Origin, into *Step) (a, b *Step) {
	if o.Source != FromCheck {
		return nil, nil
	}
	var taking []*Step
	for i := range p.Stages {
		for k := range p.Stages[i].Steps {
			s := &p.Stages[i].Steps[k]
			if s.Kind == Measure && s.Check == o.Of && s.Phase == o.Part && s != into && !apart(s, into) {
				taking = append(taking, s)
			}
		}
	}
	for i, a := range taking {
		for _, b := range taking[i+1:] {
			if !apart(a, b) {
				return a, b
			}
		}
	}
	return nil, nil
}

// apart reports whether the conditions of two steps rule each other out.
func apart(a, b *Step) bool {
	x, y := slices.Concat(a.there, a.scoped), slices.Concat(b.there, b.scoped)
	return neverBeside(x, y) || neverBeside(y, x)
}

// neverBeside reports whether one of these conditions cannot hold where the others do: each of the ways
// in which it could is ruled out.
func neverBeside(these, others []Condition) bool {
	plain := slices.DeleteFunc(slices.Clone(others), func(c Condition) bool { return len(c.Or) > 0 })
	return slices.ContainsFunc(these, func(c Condition) bool {
		return !slices.ContainsFunc(append([]Condition{c}, c.Or...), func(way Condition) bool {
			return !slices.ContainsFunc(plain, way.rulesOut)
		})
	})
}

// rulesOut reports whether two conditions on one key cannot hold together.
func (c Condition) rulesOut(other Condition) bool {
	in := func(list []string) func(v string) bool {
		return func(v string) bool { return slices.Contains(list, v) }
	}
	switch {
	case c.Key != other.Key:
	case c.Op == other.Op && c.Op != opUnlike:
		return !slices.ContainsFunc(c.Values, in(other.Values))
	case c.Op == opEqual && other.Op == opUnlike:
		return len(slices.DeleteFunc(slices.Clone(c.Values), in(other.Values))) == 0
	case c.Op == opUnlike && other.Op == opEqual:
		return other.rulesOut(c)
	}
	return false
}

// calculated are the kinds of steps that may have a calculation behind them.
var calculated = []string{Measure, Set, Heat, Drip, Align, Feet, Strain, Grease}

// sources writes origins out for one member of a repeat.
func (f fold) sources(list Sources, s Step, m *Member) Sources {
	var out Sources
	for _, o := range list {
		out = append(out, f.origin(o, s, m))
	}
	return out
}

// origin writes an origin out for one member of a repeat.
func (f fold) origin(o Origin, s Step, m *Member) Origin {
	o.Then = slices.Clone(o.Then)
	for i := range o.Then {
		o.Then[i].Of = f.origin(o.Then[i].Of, s, m)
	}
	switch o.Source {
	case FromCheck, FromFit:
		if x := f.from.Checks[o.Of]; x != nil && x.For != "" && x.For == s.For {
			o.Of = suffixed(o.Of, m)
		}
	case FromCount, FromAnswer, FromStep:
		if x := f.from.steps[o.Of]; x != nil && x.For != "" && x.For == s.For {
			o.Of = suffixed(o.Of, m)
		}
	}
	return o
}
