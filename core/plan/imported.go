package plan

import (
	"errors"
	"fmt"
	"slices"

	"settle/core/quantity"
)

// What the plan check asks of a new plan only. A rule of this file refuses a plan
// when it is taken in; one that is kept already is read as it is, and carries what
// would be refused today as notes.

// imported says what is wrong with a plan by the rules for new ones.
func (p *Plan) imported() []*Error {
	faults := slices.Clone(p.told)
	fault := func(line int, step, format string, args ...any) {
		faults = append(faults, &Error{Line: line, Step: step, Message: fmt.Sprintf(format, args...)})
	}
	for key, c := range p.Checks {
		if c.Sign != "" && !slices.Contains(Signs, c.Sign) {
			fault(c.line, "", "check %s: sign is %q: write one of %v", key, c.Sign, Signs)
		}
	}
	for _, v := range p.Values {
		if v.Kind == WarmthValue && v.Default != "" {
			if _, err := quantity.ParseTemperature(v.Default, ""); err != nil {
				fault(v.line, "", "value %s: the default %s", v.Key, err)
			}
		}
	}
	titles := map[string]bool{}
	for _, part := range p.Parts {
		if titles[part.Title] {
			fault(part.line, "", "part %s is called %q as another one is: the sheet could not tell them apart", part.Key,
				part.Title)
		}
		titles[part.Title] = true
	}
	for i := range p.Stages {
		titles := map[string]bool{}
		for j := range p.Stages[i].Steps {
			// Of several with a condition a pump may have one only.
			s := &p.Stages[i].Steps[j]
			if titles[s.Title] && len(s.When) == 0 && len(s.Scopes) == 0 {
				fault(s.line, s.ID, "is called %q as another step of its stage is: nobody could tell them apart", s.Title)
			}
			titles[s.Title] = true
		}
	}
	p.twice(fault)
	return slices.Concat(faults, p.second(), p.third())
}

// errs are faults as errors.
func errs(faults []*Error) error {
	all := make([]error, len(faults))
	for i, f := range faults {
		all[i] = f
	}
	return errors.Join(all...)
}
