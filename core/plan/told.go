package plan

import (
	"slices"
	"strings"

	"go.yaml.in/yaml/v3"
)

// What a step tells a person, since format 3: how in lines, what is right, the warnings, the tools, where a
// dial stands, and what to do if it is not right.

// Lines are commands in the order of work, one a line. A plan before format 3 writes one text.
type Lines []string

// UnmarshalYAML reads a list of lines, or one text.
func (l *Lines) UnmarshalYAML(n *yaml.Node) error {
	if n.Kind == yaml.ScalarNode {
		if *l = nil; strings.TrimSpace(n.Value) != "" {
			*l = Lines{n.Value}
		}
		return nil
	}
	return n.Decode((*[]string)(l))
}

// String is all of it as one text.
func (l Lines) String() string { return strings.Join(l, " ") }

// Warning is a danger: what it is, what it can do, and what to do about it.
type Warning struct {
	Hazard      string `yaml:"hazard" json:"hazard" doc:"what is dangerous"`
	Consequence string `yaml:"consequence" json:"consequence" doc:"what it can do"`
	Avoidance   string `yaml:"avoidance" json:"avoidance" doc:"what to do, or not to do"`
}

// String is the warning as one text.
func (w Warning) String() string { return w.Hazard + " " + w.Consequence + " " + w.Avoidance }

// UnmarshalYAML reads a warning.
func (w *Warning) UnmarshalYAML(n *yaml.Node) error { return decode(n, w) }

// IfNot is what to do where a step does not come out right, and the step to go back to.
type IfNot struct {
	Says string `yaml:"says" doc:"what to do, such as: If the feeler gauge enters, reheat the bearing."`
	Back string `yaml:"back" doc:"id of the earlier step to go back to"`
}

// UnmarshalYAML reads what to do if it is not right.
func (f *IfNot) UnmarshalYAML(n *yaml.Node) error { return decode(n, f) }

// Setup is how a dial stands.
type Setup struct {
	Base    string `json:"base" doc:"what the base stands on"`
	Plunger string `json:"plunger" doc:"what the plunger rides on"`
	Turned  string `json:"turned,omitempty" doc:"what is turned; blank where nothing is"`
}

// IfNotShown is what to do where a step does not come out right, with the title of the step to go back to.
type IfNotShown struct {
	Says  string `json:"says"`
	Back  string `json:"back,omitempty" doc:"id of the step to go back to"`
	Title string `json:"title,omitempty" doc:"its title"`
}

// Good is what is seen or measured when a step is good; blank where a plan does not say so. What is felt by
// turning by hand is told by its panel.
func (s *Step) Good() string {
	if s.feelIsRight() {
		return ""
	}
	return s.Right
}

// feelIsRight reports whether right of a step says how the shaft should turn, in one of the words for it.
func (s *Step) feelIsRight() bool { return s.Kind == Turn || s.Kind == Set && s.Right == EitherFeel }

// tell tells what format 3 says of a step.
func (p *Plan) tell(s *Step, i *StepInfo) {
	if len(s.How) > 1 {
		i.Lines = s.How
	}
	if p.Format < 3 {
		return
	}
	i.Right, i.Warnings, i.Notices, i.Tools, i.Search = s.Good(), s.Warnings, s.Notices, s.Tool, s.Search
	if s.Base != "" || s.Plunger != "" || s.Turned != "" {
		i.Setup = &Setup{s.Base, s.Plunger, s.Turned}
	}
	if s.IfNot != nil {
		i.IfNot = &IfNotShown{Says: s.IfNot.Says, Back: s.IfNot.Back}
		if back := p.steps[s.IfNot.Back]; back != nil {
			i.IfNot.Title = back.Title
		}
	}
}

// tells checks what format 3 says of a step to a person.
func (c *checker) tells(s *Step) {
	fault := c.at(s)
	if c.p.Format < 3 {
		for _, x := range []struct {
			key   string
			there bool
		}{{"how as a list", len(s.How) > 1}, {"warnings", len(s.Warnings) > 0}, {"notices", len(s.Notices) > 0},
			{"tool", len(s.Tool) > 0}, {"base", s.Base != ""}, {"plunger", s.Plunger != ""}, {"turn", s.Turned != ""},
			{"if_not", s.IfNot != nil}, {"search", len(s.Search) > 0}} {
			if x.there {
				fault("%s is of format 3: write format: 3 at the head of the plan", x.key)
			}
		}
		return
	}
	for _, w := range slices.Concat(s.Warnings, s.Notices) {
		if w.Hazard == "" || w.Consequence == "" || w.Avoidance == "" {
			fault("a warning or notice has three parts, write each: hazard, consequence, avoidance")
		}
	}
	if slices.ContainsFunc(s.How, func(line string) bool { return strings.TrimSpace(line) == "" }) {
		fault("how has a line that is blank")
	}
	if (s.Base == "") != (s.Plunger == "") || s.Turned != "" && s.Base == "" {
		fault("a dial has base, plunger and, where something is turned, turn: write what each is")
	}
	if s.Base != "" && !c.dialled(s) {
		fault("base and plunger are for a step that is measured with a dial")
	}
	if s.IfNot != nil {
		c.ifNot(s)
	}
}

// dialled reports whether a step is read with a dial.
func (c *checker) dialled(s *Step) bool {
	check := c.p.Checks[s.Check]
	return s.Kind == Align || s.Kind == Feet || s.Kind == Strain ||
		check != nil && slices.Contains([]string{Dial, Along, Float, Direct, Travel}, check.Instrument)
}

// ifNot checks that a step goes back to one that came before it.
func (c *checker) ifNot(s *Step) {
	fault := c.at(s)
	if strings.TrimSpace(s.IfNot.Says) == "" {
		fault("if_not says nothing: write what to do, such as: If the feeler gauge enters, reheat the bearing.")
	}
	back := c.p.steps[s.IfNot.Back]
	switch {
	case s.IfNot.Back == "":
	case back == nil || back == s: // the steps after it are not read yet
		fault("if_not goes back to %q: name a step before this one", s.IfNot.Back)
	case back.For != "" && back.For != s.For:
		fault("if_not goes back to %q, which is there for each %s: name one that is there once", s.IfNot.Back, back.For)
	}
}
