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
// of them: "seal == cartridge|bellows".
type Condition struct {
	Key    string
	Op     string // "==", "!=", "decided" or "is"
	Values []string
}

const (
	opEqual   = "=="
	opUnlike  = "!="
	opDecided = "decided"
	opCameTo  = "is"
)

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
		var ok bool
		switch x.Op {
		case opEqual:
			ok = slices.Contains(x.Values, s.Choice(x.Key))
		case opUnlike:
			ok = !slices.Contains(x.Values, s.Choice(x.Key))
		case opDecided:
			ok = slices.Contains(x.Values, string(s.Decided(x.Key)))
		case opCameTo:
			ok = slices.Contains(x.Values, string(s.CameTo(x.Key)))
		}
		if !ok {
			return false
		}
	}
	return true
}

func (c Condition) String() string { return c.Key + " " + c.Op + " " + strings.Join(c.Values, "|") }

// UnmarshalYAML reads one condition or a list of them.
func (c *Conditions) UnmarshalYAML(n *yaml.Node) error {
	nodes := []*yaml.Node{n}
	if n.Kind == yaml.SequenceNode {
		nodes = n.Content
	}
	for _, x := range nodes {
		words := strings.Fields(x.Value)
		if len(words) != 3 || !slices.Contains([]string{opEqual, opUnlike, opDecided, opCameTo}, words[1]) {
			return at(x.Line, fmt.Sprintf("condition %q is not understood: write \"seal == double\", \"seal != double\", "+
				"\"sleeve decided replace\" or \"end-play is out\"", x.Value))
		}
		*c = append(*c, Condition{words[0], words[1], strings.Split(words[2], "|")})
	}
	return nil
}
