package plan

import "go.yaml.in/yaml/v3"

// Loop is steps that are gone through again until what they are for is reached: measure,
// change, measure. A change opens the steps after it, a bad reading those before it.
type Loop struct {
	Key   string   `yaml:"key"`
	Title string   `yaml:"title"`
	Steps []string `yaml:"steps" doc:"ids, in their order; the first begins a round"`
	Until string   `yaml:"until" doc:"when it ends, in words"`

	line int
}

// UnmarshalYAML reads a loop.
func (l *Loop) UnmarshalYAML(n *yaml.Node) error { l.line = n.Line; return decode(n, l) }

// LoopOf is the loop that a step belongs to and its place in it, or nil.
func (p *Plan) LoopOf(step string) (loop *Loop, at int) {
	if l, ok := p.looped[step]; ok {
		return l.loop, l.at
	}
	return nil, 0
}

// looped is a step of a loop.
type looped struct {
	loop *Loop
	at   int
}

// loops fills the table of looped steps.
func (p *Plan) loops() {
	p.looped = map[string]looped{}
	for i := range p.Loops {
		for k, id := range p.Loops[i].Steps {
			p.looped[id] = looped{&p.Loops[i], k}
		}
	}
	p.opens = nil
	for _, s := range p.inOrder() {
		if len(s.TakesOff) > 0 && (s.Again || p.looped[s.ID].loop != nil) {
			p.opens = append(p.opens, s)
		}
	}
}

func (c *checker) loops() {
	in := map[string]string{}
	for _, l := range c.p.Loops {
		if l.Key == "" || l.Title == "" || l.Until == "" || len(l.Steps) < 2 {
			c.fault(l.line, "", "a loop needs a key, a title, two steps or more, and until: when it ends, in words")
		}
		last := -1
		for _, id := range l.Steps {
			step := c.p.steps[id]
			switch {
			case step == nil:
				c.fault(l.line, "", "loop %s: no step has the id %q", l.Key, id)
				continue
			case step.For != c.p.steps[l.Steps[0]].For:
				c.fault(l.line, "", "loop %s: %s is for another repeat than its first step", l.Key, id)
			case in[id] != "":
				c.fault(l.line, "", "loop %s: %s is in the loop %s already", l.Key, id, in[id])
			case c.place(id) < last:
				c.fault(l.line, "", "loop %s: %s stands before the step named before it", l.Key, id)
			}
			in[id], last = l.Key, c.place(id)
		}
	}
}

// place is where a step stands in the order of work.
func (c *checker) place(id string) int {
	n := 0
	for _, stage := range c.p.Stages {
		for _, s := range stage.Steps {
			if s.ID == id {
				return n
			}
			n++
		}
	}
	return -1
}

// loops are the loops of a plan, written out for each member where their steps are.
func (f fold) loops() []Loop {
	var out []Loop
	for _, l := range f.from.Loops {
		repeat := ""
		if first := f.from.steps[l.Steps[0]]; first != nil {
			repeat = first.For
		}
		for _, m := range f.each(repeat) {
			x := l
			x.Steps = nil
			for _, id := range l.Steps {
				x.Steps = append(x.Steps, suffixed(id, m))
			}
			x.Key = suffixed(l.Key, m)
			out = append(out, x)
		}
	}
	return out
}
