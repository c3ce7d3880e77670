package plan

import (
	"fmt"
	"slices"
)

// What a plan of format 2 is refused for when it is taken in: what would make somebody
// type for nothing, tick what is not so, or wait for ever.

// second says what is wrong with a plan by the rules of format 2.
func (p *Plan) second() []*Error {
	if p.Format < 2 {
		return nil
	}
	f := &refused{p: p}
	f.unused()
	f.checks()
	for i := range p.Stages {
		for k := range p.Stages[i].Steps {
			f.step(&p.Stages[i].Steps[k])
		}
	}
	return f.faults
}

// refused gathers what a plan is refused for.
type refused struct {
	p      *Plan
	faults []*Error
}

func (f *refused) fault(line int, step, format string, args ...any) {
	f.faults = append(f.faults, &Error{Line: line, Step: step, Message: fmt.Sprintf(format, args...)})
}

// Asks says whether a condition of the plan asks an option or a school.
func (p *Plan) Asks(key string) bool { return p.asked()[key] }

// asked are the keys that the conditions of a plan ask.
func (p *Plan) asked() map[string]bool {
	asked := map[string]bool{}
	ask := func(list Conditions) {
		for _, c := range list.Each() {
			asked[c.Key] = true
		}
	}
	for _, w := range p.Widens {
		ask(w.When)
	}
	for i := range p.ShaftLine.Pieces {
		ask(p.ShaftLine.Pieces[i].When)
	}
	for _, part := range p.Parts {
		ask(part.When)
		for _, a := range part.Always {
			ask(a.When)
		}
	}
	for _, c := range p.Checks {
		for _, l := range c.Limit {
			ask(l.When)
		}
	}
	for i := range p.Stages {
		ask(p.Stages[i].When)
		for k := range p.Stages[i].Steps {
			ask(p.Stages[i].Steps[k].When)
		}
	}
	return asked
}

// unused names the options and values that nothing in the plan goes by.
func (f *refused) unused() {
	p, asked, named := f.p, f.p.asked(), f.p.named()
	for _, o := range p.Options {
		if !asked[o.Key] {
			f.fault(o.line, "", "option %s is asked by no condition: take it out, or say what hangs on it", o.Key)
		}
	}
	for _, v := range p.Values {
		if !named[v.Key] && !Is(v.Vanes) {
			f.fault(v.line, "", "value %s is used nowhere: take it out, or name it at a step", v.Key)
		}
	}
}

// named are the values that something of the plan uses.
func (p *Plan) named() map[string]bool {
	named := map[string]bool{}
	name := func(keys ...string) {
		for _, key := range keys {
			named[key] = true
		}
	}
	var from func(o Origin)
	from = func(o Origin) {
		if o.Source == FromValue {
			name(o.Of)
		}
		for _, t := range o.Then {
			from(t.Of)
		}
	}
	for _, part := range p.Parts {
		name(part.QuantityOf)
	}
	for _, c := range p.Checks {
		name(c.Of, c.Class, c.PlacesFrom)
	}
	for _, b := range p.Limits {
		name(b.Of)
	}
	for _, r := range p.Repeats {
		name(r.Count)
	}
	for _, b := range p.ShaftLine.Bearings {
		name(b.Along)
	}
	for _, st := range p.ShaftLine.Stations {
		name(p.forEach(st.Along, p.Checks[st.Check].For)...)
	}
	for i := range p.Stages {
		for k := range p.Stages[i].Steps {
			s := &p.Stages[i].Steps[k]
			for _, o := range s.Against {
				from(o)
			}
			for _, list := range s.From {
				for _, o := range list {
					from(o)
				}
			}
			name(s.Papers...)
			name(s.Bolts, s.Torque, s.Stacks, s.Threads, s.Pitch, s.Notches, s.Bore, s.Pressure, s.Speed, s.Outside, s.Width,
				s.Each, s.ThreadOf, s.Rows, s.CapOf, s.WarmLeast, s.WarmMost, s.HomeOf, s.AlikeOf)
		}
	}
	return named
}

// checks names those that condemn nothing and do not say so.
func (f *refused) checks() {
	condemns := map[string]bool{}
	for _, part := range f.p.Parts {
		for _, j := range part.Judged {
			condemns[j.Check] = true
		}
	}
	for _, key := range sorted(f.p.Checks) {
		switch c := f.p.Checks[key]; {
		case condemns[key] && c.Condemns != "":
			f.fault(c.line, "", "check %s says it condemns none, and a part is judged by it", key)
		case !condemns[key] && c.Condemns == "":
			f.fault(c.line, "", "check %s condemns no part: name it at the part that it condemns (judged), or write "+
				"condemns: none", key)
		}
	}
}

func (f *refused) step(s *Step) {
	if s.Kind == Mark && len(s.ShownAt) == 0 {
		f.fault(s.line, s.ID, "is marked and never shown again: name the steps that need it (shown_at)")
	}
	if s.Kind == Count && s.SameAs == "" && len(s.Against) == 0 && !s.Free && s.Alike == "" && s.AlikeOf == "" {
		f.fault(s.line, s.ID, "is held against nothing: write same_as, against, or free: true")
	}
	for _, id := range s.Needs {
		if key := f.never(s, f.p.steps[id]); key != "" {
			f.fault(s.line, s.ID, "needs %s, which is never there with it: look at %s", id, key)
		}
	}
	for _, key := range s.Fits {
		part := f.p.parts[key]
		if part == nil {
			f.fault(s.line, s.ID, "fits %q, which is not a part", key)
			continue
		}
		if joint := f.p.steps[part.Joint]; part.Joint != "" && (joint == nil || f.after(s, joint)) {
			f.fault(s.line, s.ID, "fits the %s when its joint is tightened already, at %s", part.Title, part.Joint)
		}
	}
}

// after reports whether a step stands behind another one.
func (f *refused) after(s, other *Step) bool { return s.n > other.n }

// never is the choice by which two steps are never there together, "" where they may be.
func (f *refused) never(a, b *Step) string {
	if b == nil {
		return ""
	}
	for _, c := range f.p.choosable() {
		var keys []string
		for _, o := range c.Choices {
			keys = append(keys, o.Key)
		}
		if both := allowed(allowed(keys, c.Key, a), c.Key, b); len(both) == 0 {
			return c.Key
		}
	}
	return ""
}

// allowed are those of the choices of an option with which a step is there.
func allowed(choices []string, key string, s *Step) []string {
	return slices.DeleteFunc(slices.Clone(choices), func(choice string) bool {
		for _, c := range slices.Concat(s.there, s.scoped) {
			if len(c.Or) > 0 || c.Key != key || c.Op != opEqual && c.Op != opUnlike {
				continue
			}
			if slices.Contains(c.Values, choice) != (c.Op == opEqual) {
				return true
			}
		}
		return false
	})
}
