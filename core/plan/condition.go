package plan

import (
	"fmt"
	"slices"
	"strings"

	"go.yaml.in/yaml/v3"

	"settle/core/judge"
)

// Condition is one test: "seal == double", "joint != gasket" on an option, a school, the
// scope of the job or how the pump arrives; "sleeve decided replace" on a part; "end-play
// is out" on what a check came to. Several values with a bar between them stand for any
// of them: "seal == cartridge|bellows"; "a == x or b == y" holds when either does.
type Condition struct {
	Key    string
	Op     string // "==", "!=", "decided", "!decided" or "is"
	Values []string
	Or     []Condition // what else will do
}

const (
	opEqual   = "=="
	opUnlike  = "!="
	opDecided = "decided"
	opSpared  = "!decided" // not yet, or otherwise
	opCameTo  = "is"
)

// ofPart reports whether a part is asked.
func (c Condition) ofPart() bool { return c.Op == opDecided || c.Op == opSpared }

// Conditions hold when all of them hold.
type Conditions []Condition

// Facts is what conditions are asked against.
type Facts interface {
	Choice(key string) string
	Decided(part string) judge.Outcome
	CameTo(check string) judge.Result
}

// Hold reports whether all the conditions hold. A part that is not decided yet
// has decided nothing, a check that is not taken has come to nothing.
func (c Conditions) Hold(s Facts) bool {
	for _, x := range c {
		if !x.holds(s) && !slices.ContainsFunc(x.Or, func(other Condition) bool { return other.holds(s) }) {
			return false
		}
	}
	return true
}

func (c Condition) holds(s Facts) bool {
	switch c.Op {
	case opEqual:
		return slices.Contains(c.Values, s.Choice(c.Key))
	case opUnlike:
		return !slices.Contains(c.Values, s.Choice(c.Key))
	case opDecided:
		return slices.Contains(c.Values, string(s.Decided(c.Key)))
	case opSpared:
		return !slices.Contains(c.Values, string(s.Decided(c.Key)))
	case opCameTo:
		return slices.Contains(c.Values, string(s.CameTo(c.Key)))
	}
	return false
}

func (c Condition) String() string {
	text := c.Key + " " + c.Op + " " + strings.Join(c.Values, "|")
	for _, other := range c.Or {
		text += " or " + other.String()
	}
	return text
}

// Each lists the conditions with those that will do instead.
func (c Conditions) Each() []Condition {
	var all []Condition
	for _, x := range c {
		all = append(append(all, x), x.Or...)
	}
	return all
}

// UnmarshalYAML reads one condition or a list of them.
func (c *Conditions) UnmarshalYAML(n *yaml.Node) error {
	nodes := []*yaml.Node{n}
	if n.Kind == yaml.SequenceNode {
		nodes = n.Content
	}
	for _, x := range nodes {
		var one []Condition
		for _, text := range strings.Split(x.Value, " or ") {
			words := strings.Fields(text)
			if len(words) != 3 || !slices.Contains([]string{opEqual, opUnlike, opDecided, opSpared, opCameTo}, words[1]) {
				return at(x.Line, fmt.Sprintf("condition %q is not understood: write \"seal == double\", \"seal != double\", "+
					"\"sleeve decided replace\" or \"end-play is out\"", x.Value))
			}
			one = append(one, Condition{Key: words[0], Op: words[1], Values: strings.Split(words[2], "|")})
		}
		one[0].Or = one[1:]
		*c = append(*c, one[0])
	}
	return nil
}

// forMember is a condition with the member in the place of {end}.
func (c Condition) forMember(repeat string, m *Member) Condition {
	if m == nil {
		return c
	}
	c.Values = slices.Clone(c.Values)
	for i, v := range c.Values {
		if v == "{"+repeat+"}" {
			c.Values[i] = m.Key
		}
	}
	or := make([]Condition, 0, len(c.Or))
	for _, other := range c.Or {
		or = append(or, other.forMember(repeat, m))
	}
	c.Or = or
	return c
}
