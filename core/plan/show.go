package plan

import (
	"fmt"
	"io"
	"slices"
	"strconv"
	"strings"

	"settle/core/judge"
)

// Chosen is a pump and a shop as a plan may meet them.
type Chosen struct {
	Options map[string]string // of the pump, and schools of the shop
	Counts  map[string]int    // values that count something
	Parts   map[string]judge.Outcome
	Results map[string]judge.Result // what checks came to
}

// Choice, Decided and CameTo answer conditions.
func (c Chosen) Choice(key string) string          { return c.Options[key] }
func (c Chosen) Decided(part string) judge.Outcome { return c.Parts[part] }
func (c Chosen) CameTo(check string) judge.Result  { return c.Results[check] }

// check says which choice the plan does not know.
func (c Chosen) check(p *Plan) error {
	for key, value := range c.Options {
		all := p.choosable()
		i := slices.IndexFunc(all, func(o Choice) bool { return o.Key == key })
		if i < 0 {
			return fmt.Errorf("%s is not an option of this plan nor a choice of the shop: it has %s", key, names(all))
		}
		if !slices.ContainsFunc(all[i].Choices, func(o Option) bool { return o.Key == value }) {
			var of []string
			for _, o := range all[i].Choices {
				of = append(of, o.Key)
			}
			return fmt.Errorf("%s is %q: write one of %s", key, value, strings.Join(of, ", "))
		}
	}
	if s, arrives := p.Scope(c.Options[InScope]), c.Options[Arrives]; s != nil && arrives != "" && !s.Comes(arrives) {
		return fmt.Errorf("arrives is %q, and for the scope %s a pump comes %s", arrives, s.Key,
			strings.Join(s.Arrives, " or "))
	}
	for key, outcome := range c.Parts {
		if p.Part(key) == nil || !outcome.Known() {
			return fmt.Errorf("%s=%s: name a part of the plan and reuse, dress, repair, replace or order", key, outcome)
		}
	}
	return nil
}

func names(list []Choice) string {
	var keys []string
	for _, c := range list {
		keys = append(keys, c.Key)
	}
	return strings.Join(keys, ", ")
}

// Counted answers how many of something there are, by the plan's default where
// nothing is said.
func (c Chosen) Counted(p *Plan) func(string) int {
	return func(key string) int {
		if n, ok := c.Counts[key]; ok {
			return n
		}
		for _, v := range p.Values {
			if n, err := strconv.Atoi(v.Default); v.Key == key && err == nil {
				return n
			}
		}
		return 1
	}
}

// Order is the plan with its repeats written out and the steps that do not
// apply left away.
func (p *Plan) Order(c Chosen) (*Plan, [][]*Step) {
	full := c
	full.Options = Defaults(p.choosable(), c.Options)
	if c.Options[Arrives] == "" {
		full.Options[Arrives] = p.ComesFor(full.Options[InScope])
	}
	q := p.Repeated(c.Counted(p))
	var stages [][]*Step
	for i := range q.Stages {
		var steps []*Step
		for j := range q.Stages[i].Steps {
			if s := &q.Stages[i].Steps[j]; s.There(full) {
				steps = append(steps, s)
			}
		}
		stages = append(stages, steps)
	}
	return q, stages
}

// Show writes the order of work that results from the choices, one line a step.
func (p *Plan) Show(out io.Writer, c Chosen) error {
	if err := c.check(p); err != nil {
		return err
	}
	q, stages := p.Order(c)
	fmt.Fprintf(out, "%s\nconstruction %s, plan %s, version %d\n", p.Title, p.Construction, p.Key, p.Version)
	n, shown := 0, 0
	for i, steps := range stages {
		if len(steps) == 0 {
			continue
		}
		shown++
		fmt.Fprintf(out, "\n%d  %s\n", shown, q.Stages[i].Title)
		for _, s := range steps {
			n++
			fmt.Fprintf(out, "  %3d  %-8s %s", n, s.Kind, s.Title)
			if s.Compound != "" {
				fmt.Fprintf(out, "  (%s)", s.Compound)
			}
			if s.Follows {
				fmt.Fprint(out, "  [to follow]")
			}
			fmt.Fprintln(out)
			for _, warning := range s.Warnings {
				fmt.Fprintf(out, "                ! %s\n", warning)
			}
			for _, caution := range s.Cautions {
				fmt.Fprintf(out, "                ! %s\n", caution)
			}
		}
	}
	return nil
}
