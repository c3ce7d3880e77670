package plan

import (
	"slices"
	"strings"

	"settle/core/judge"
)

func sorted[V any](m map[string]V) []string {
	var keys []string
	for k := range m {
		keys = append(keys, k)
	}
	slices.Sort(keys)
	return keys
}

func (c *checker) choices(word string, list []Choice) {
	for _, x := range list {
		var keys []string
		for _, o := range x.Choices {
			keys = append(keys, o.Key)
		}
		if len(keys) < 2 {
			c.fault(x.line, "", "%s %s needs at least two choices", word, x.Key)
		} else if !slices.Contains(keys, x.Default) {
			c.fault(x.line, "", "%s %s: default %q is not one of its choices %s", word, x.Key, x.Default,
				strings.Join(keys, ", "))
		}
	}
}

func (c *checker) conditions(line int, step string, conditions Conditions) {
	repeat := ""
	if s := c.p.steps[step]; s != nil {
		repeat = s.For
	}
	c.conditionsFor(line, step, repeat, conditions)
}

// conditionsFor checks the conditions of what is there for each of a repeat; blank for what is there once.
func (c *checker) conditionsFor(line int, step, repeat string, conditions Conditions) {
	for _, x := range conditions.Each() {
		if x.Op == opCameTo {
			c.result(line, step, x)
			continue
		}
		if x.ofPart() {
			if c.p.parts[x.Key] == nil {
				c.fault(line, step, "condition %q: there is no part %q", x, x.Key)
			} else if slices.ContainsFunc(x.Values, func(v string) bool { return !judge.Outcome(v).Known() }) {
				c.fault(line, step, "condition %q: write decided reuse, dress, repair, replace or order", x)
			}
			continue
		}
		if c.repeats[x.Key] != nil {
			if repeat != x.Key {
				c.fault(line, step, "condition %q: only what is for %s may ask it", x, x.Key)
			}
			continue
		}
		for _, value := range x.Values {
			if c.repeats[strings.Trim(value, "{}")] != nil && strings.HasPrefix(value, "{") {
				continue // the member stands there when it is written out
			}
			if !slices.ContainsFunc(c.p.choosable(), func(o Choice) bool {
				return o.Key == x.Key && slices.ContainsFunc(o.Choices, func(o Option) bool { return o.Key == value })
			}) {
				c.fault(line, step, "condition %q: no option or school has that choice", x)
			}
		}
	}
}

// result checks a condition on what a check comes to.
func (c *checker) result(line int, step string, x Condition) {
	if c.p.Checks[x.Key] == nil {
		c.fault(line, step, "condition %q: there is no check %q", x, x.Key)
	}
	for _, value := range x.Values {
		if !slices.Contains(results, value) {
			c.fault(line, step, "condition %q: write is %s", x, oneOf(results))
		}
	}
}

// results are what a check may come to.
var results = []string{string(judge.Within), string(judge.Close), string(judge.Out), string(judge.Undecided)}

// choosable are all the choices that a condition may ask.
func (p *Plan) choosable() []Choice { return slices.Concat(p.Options, Schools, p.Asked()) }
