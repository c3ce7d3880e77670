package plan

import (
	"strings"

	"settle/core/words"
)

// Step returns the step of that id, or nil.
func (p *Plan) Step(id string) *Step { return p.steps[id] }

// Of returns the step of an id as the plan has it once, whichever member of a repeat the
// id is of, or nil.
func (p *Plan) Of(id string) *Step {
	base, _, _ := strings.Cut(id, "@")
	return p.steps[base]
}

// Titles returns the title of a step, and that of its stage, for whichever member of a
// repeat the id is of; blank where the plan has no such step.
func (p *Plan) Titles(id string) (stage, step string) {
	base, member, several := strings.Cut(id, "@")
	for i := range p.Stages {
		for k := range p.Stages[i].Steps {
			s := &p.Stages[i].Steps[k]
			if s.ID != base {
				continue
			}
			if !several {
				return p.Stages[i].Title, s.Title
			}
			return p.Stages[i].Title, s.Title + ", " + words.Lower(p.member(s.For, member))
		}
	}
	return "", ""
}

// PartTitle returns the title of a part, for whichever member of a repeat the key is of;
// the key itself where the plan has no such part.
func (p *Plan) PartTitle(key string) string {
	base, member, several := strings.Cut(key, "@")
	part := p.parts[base]
	switch {
	case part == nil:
		return key
	case !several:
		return part.Title
	}
	return part.Title + ", " + words.Lower(p.member(part.For, member))
}

// member is what one member of a repeat is called.
func (p *Plan) member(repeat, key string) string {
	for _, r := range p.Repeats {
		if r.Key != repeat {
			continue
		}
		for _, m := range r.Members {
			if m.Key == key {
				return m.Title
			}
		}
		return r.Short + " " + key
	}
	return key
}

// Stage returns the stage of that id, or nil.
func (p *Plan) Stage(id string) *Stage {
	for i := range p.Stages {
		if p.Stages[i].ID == id {
			return &p.Stages[i]
		}
	}
	return nil
}

// N is the place of a step among all of its plan, from 0.
func (s *Step) N() int { return s.n }

// Len returns the number of steps, whatever their conditions.
func (p *Plan) Len() int { return len(p.steps) }

// Part returns the part of that key, or nil.
func (p *Plan) Part(key string) *Part { return p.parts[key] }

// Defaults returns the choices with their defaults, overridden by chosen.
func Defaults(choices []Choice, chosen map[string]string) map[string]string {
	out := make(map[string]string, len(choices))
	for _, c := range choices {
		out[c.Key] = c.Default
		if v, ok := chosen[c.Key]; ok {
			out[c.Key] = v
		}
	}
	return out
}

// LimitKey returns the key of the limit that counts for a check, and false
// where none of its conditions holds.
func (c *Check) LimitKey(s Facts) (string, bool) {
	for _, l := range c.Limit {
		if l.When.Hold(s) {
			return l.Key, true
		}
	}
	return "", false
}

// LimitKeys lists every limit key the plan's checks may be judged by.
func (p *Plan) LimitKeys() []string {
	var keys []string
	seen := map[string]bool{}
	add := func(key string) {
		if key != "" && !seen[key] {
			seen[key] = true
			keys = append(keys, key)
		}
	}
	for _, stage := range p.Stages {
		for _, s := range stage.Steps {
			add(s.Window)
			add(s.Rate)
			if check := p.Checks[s.Check]; check != nil {
				for _, l := range check.Limit {
					add(l.Key)
				}
				add(check.Worn)
				add(check.Down)
				add(check.Up)
			}
		}
	}
	return keys
}

// RateKeys lists the limits that are drops a minute.
func (p *Plan) RateKeys() []string {
	var keys []string
	for _, stage := range p.Stages {
		for _, s := range stage.Steps {
			if s.Rate != "" {
				keys = append(keys, s.Rate)
			}
		}
	}
	return keys
}
