package plan

import (
	"slices"

	"go.yaml.in/yaml/v3"
)

// What a job is opened with beside its pump: how much of the work it is to be, why the
// pump is here, and in what state it comes. Conditions ask the first and the last by the
// names scope and arrives.
const (
	InScope = "scope"
	Arrives = "arrives"
)

// The states in which a pump comes.
const (
	InLine   = "in-line"   // in its pipework, driven
	OnBench  = "bench"     // drained, cleaned, with its papers
	NewParts = "new-parts" // there is no old pump: it is built
)

var states = []Option{{InLine, "In its line"}, {OnBench, "On the bench"}, {NewParts, "New parts"}}

// Scope is how much of the work a job is to be.
type Scope struct {
	Key    string `yaml:"key" json:"key"`
	Title  string `yaml:"title" json:"title"`
	Covers string `yaml:"covers" json:"covers,omitempty" doc:"what it includes, in a line"`
	// Checks is true of one that repairs nothing: its sheet says what was found, and never
	// that the pump is ready to run.
	Checks bool `yaml:"checks" json:"checks,omitempty" doc:"nothing is repaired: its sheet never says ready to run"`
	// Arrives are the states of the plan's in which a pump comes for it: nobody repacks new parts.
	Arrives []string `yaml:"arrives" json:"arrives,omitempty" doc:"in which states a pump comes for it; missing: any"`

	line int
}

// Complaint is why a pump is here, and the scope that is proposed for it.
type Complaint struct {
	Key   string `yaml:"key" json:"key"`
	Words string `yaml:"words" json:"words"`
	Scope string `yaml:"scope" json:"scope" doc:"the scope that it proposes"`

	line int
}

// Widen is what calls for another scope than the one a job has.
type Widen struct {
	Key  string     `yaml:"key" doc:"never used for another one"`
	When Conditions `yaml:"when" doc:"on the scope, on parts and on checks: shaft decided replace, back is out"`
	To   string     `yaml:"to" doc:"the scope it calls for"`
	Why  string     `yaml:"why" doc:"what follows from it, in words"`

	line int
}

// UnmarshalYAML reads a list whose members know their line.
func (s *Scope) UnmarshalYAML(n *yaml.Node) error     { s.line = n.Line; return decode(n, s) }
func (c *Complaint) UnmarshalYAML(n *yaml.Node) error { c.line = n.Line; return decode(n, c) }
func (w *Widen) UnmarshalYAML(n *yaml.Node) error     { w.line = n.Line; return decode(n, w) }

// ArrivesChoice is in what state a pump may come, nil where the plan does not ask.
func (p *Plan) ArrivesChoice() *Choice {
	for _, c := range p.Asked() {
		if c.Key == Arrives {
			return &c
		}
	}
	return nil
}

// Asked are the choices that are made when a job is opened, and not on its pump. The
// first of each is proposed.
func (p *Plan) Asked() []Choice {
	var asked []Choice
	if len(p.Scopes) > 0 {
		scope := Choice{Key: InScope, Title: "Scope", Default: p.Scopes[0].Key}
		for _, s := range p.Scopes {
			scope.Choices = append(scope.Choices, Option{s.Key, s.Title})
		}
		asked = append(asked, scope)
	}
	if len(p.Arrives) > 0 {
		arrives := Choice{Key: Arrives, Title: "The pump comes", Default: p.Arrives[0]}
		for _, key := range p.Arrives {
			if i := slices.IndexFunc(states, func(o Option) bool { return o.Key == key }); i >= 0 {
				arrives.Choices = append(arrives.Choices, states[i])
			}
		}
		asked = append(asked, arrives)
	}
	return asked
}

// Scope returns the scope of that key, or nil.
func (p *Plan) Scope(key string) *Scope {
	for i := range p.Scopes {
		if p.Scopes[i].Key == key {
			return &p.Scopes[i]
		}
	}
	return nil
}

// Comes reports whether a pump may come for it in a state.
func (s *Scope) Comes(arrives string) bool {
	return len(s.Arrives) == 0 || slices.Contains(s.Arrives, arrives)
}

// ComesFor is the state in which a pump is proposed to come for a scope, blank where none is asked.
func (p *Plan) ComesFor(scope string) string {
	if len(p.Arrives) == 0 {
		return ""
	}
	if s := p.Scope(scope); s != nil && !s.Comes(p.Arrives[0]) {
		return s.Arrives[0]
	}
	return p.Arrives[0]
}

// There reports whether a pump has a step in the scope of its job.
func (s *Step) There(f Facts) bool { return s.there.Hold(f) && s.scoped.Hold(f) }

// OutOfScope reports whether it is the scope alone that leaves a step out.
func (s *Step) OutOfScope(f Facts) bool { return s.there.Hold(f) && !s.scoped.Hold(f) }

// within puts together what a step hangs on: its own conditions and those of its stage,
// those on the scope by themselves.
func (s *Step) within(stage *Stage) {
	s.there, s.scoped = nil, nil
	for _, c := range slices.Concat(stage.When, s.When) {
		if c.Key == InScope && !c.ofPart() && c.Op != opCameTo && len(c.Or) == 0 {
			s.scoped = append(s.scoped, c)
		} else {
			s.there = append(s.there, c)
		}
	}
	scopes := s.Scopes
	if len(scopes) == 0 {
		scopes = stage.Scopes
	}
	if len(scopes) > 0 {
		s.scoped = append(s.scoped, Condition{Key: InScope, Op: opEqual, Values: scopes})
	}
}

func (c *checker) scopes() {
	p := c.p
	twice := map[string]bool{}
	for _, s := range p.Scopes {
		if s.Key == "" || s.Title == "" {
			c.fault(s.line, "", "a scope needs a key and a title")
		}
		if twice[s.Key] {
			c.fault(s.line, "", "scope %s stands here twice", s.Key)
		}
		twice[s.Key] = true
		for _, key := range s.Arrives {
			if !slices.Contains(p.Arrives, key) {
				c.fault(s.line, "", "scope %s: arrives is %q: write one of the plan's arrives", s.Key, key)
			}
		}
	}
	for _, x := range p.Complaints {
		if x.Key == "" || x.Words == "" {
			c.fault(x.line, "", "a complaint needs a key and its words")
		}
		c.scope(x.line, "", "complaint "+x.Key+": scope", x.Scope)
		if twice["! "+x.Key] {
			c.fault(x.line, "", "complaint %s stands here twice", x.Key)
		}
		twice["! "+x.Key] = true
	}
	for _, key := range p.Arrives {
		if !slices.ContainsFunc(states, func(o Option) bool { return o.Key == key }) {
			c.fault(1, "", "arrives: %q is not known: write in-line, bench or new-parts", key)
		}
	}
	for _, w := range p.Widens {
		if w.Key == "" || w.Why == "" || len(w.When) == 0 {
			c.fault(w.line, "", "what widens the scope needs a key, a condition and why, in words")
		}
		c.scope(w.line, "", "widens "+w.Key+": to", w.To)
		if twice["> "+w.Key] {
			c.fault(w.line, "", "widens %s stands here twice", w.Key)
		}
		twice["> "+w.Key] = true
		c.conditions(w.line, "", w.When)
	}
}

// scope says that what is named is no scope of the plan.
func (c *checker) scope(line int, step, what, key string) {
	if c.p.Scope(key) == nil {
		c.fault(line, step, "%s is %q: name one of the plan's scopes", what, key)
	}
}

// inScopes checks the scopes that a stage or a step belongs to.
func (c *checker) inScopes(line int, step string, keys []string) {
	for _, key := range keys {
		c.scope(line, step, "scopes", key)
	}
}
