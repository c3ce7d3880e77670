package kind

import (
	"errors"
	"fmt"
	"maps"
	"slices"
	"strconv"
	"strings"

	"settle/core/gauge"
	"settle/core/judge"
	"settle/core/log"
	"settle/core/plan"
)

var inspectKind = Kind{
	panel: "inspect", Group: "inspect", table: PartsTable, Hangs: true, weigh: inspected, show: findings,
	Live: settledBeforehand,
}

func inspected(s Scale, step *plan.Step, b *log.Body, r *gauge.Reader) *Reading {
	f, part := b.Inspect, s.Plan().Part(step.Part)
	if f == nil {
		return missing(r, "inspect", "is missing: what was found, an empty list where there is nothing")
	}
	found, open := s.Measured(part)
	words := make([]string, 0, len(f.Found)+len(found))
	for _, x := range found {
		words = append(words, x.Words)
	}
	var at []FoundAt
	for i, key := range f.Found {
		k := slices.IndexFunc(part.Findings, func(x plan.Finding) bool { return x.Key == key })
		if k < 0 {
			r.Errors.Add(fmt.Sprintf("inspect.found[%d]", i), fmt.Errorf("%q is not on the list for the %s", key,
				strings.ToLower(part.Title)))
			return nil
		}
		x := part.Findings[k]
		found = append(found, judge.Finding{Key: x.Key, Words: x.Words, Outcome: x.Outcome, Rule: x.Rule})
		spot, err := ParseSpot(f.At[key], vanesOf(s))
		r.Errors.Add("inspect.at."+key, err)
		at = append(at, FoundAt{x.Key, x.Words, spot})
		words = append(words, foundAt(x.Words, spot))
	}
	for _, key := range slices.Sorted(maps.Keys(f.At)) {
		if !slices.Contains(f.Found, key) {
			r.Errors.Add("inspect.at."+key, errors.New("says where, and the finding is not ticked"))
		}
	}
	d := judge.Part(found, policy(s, part))
	reading := &Reading{Outcome: d.Outcome, Rule: d.Rule, Text: strings.Join(words, ", "), Found: at}
	if len(words) == 0 && len(part.Findings) > 0 {
		reading.Text = NothingFound
	}
	if f.Where != "" {
		reading.Text += " (" + f.Where + ")"
	}
	if open != "" && (d.Outcome == judge.Reuse || d.Outcome == judge.Dress) {
		d = judge.Ruling{Rule: open}
		reading.Outcome, reading.Rule = "", open
		reading.Verdict, reading.Limit = judge.Undecided, inWords(open)
	}
	overrule(reading, f, d, r)
	if reading.ByRule != "" || reading.Outcome != "" {
		reading.Verdict, reading.Limit = "", nil
	}
	return reading
}

// overrule puts a person's outcome in the place of the rule's.
func overrule(reading *Reading, f *log.InspectForm, d judge.Ruling, r *gauge.Reader) {
	if f.Outcome == "" || f.Outcome == d.Outcome {
		return
	}
	if !f.Outcome.Known() {
		r.Errors.Add("inspect.outcome", fmt.Errorf("is %q: write reuse, dress, repair, replace or order", f.Outcome))
		return
	}
	reading.Outcome, reading.ByRule = f.Outcome, d.Outcome
	switch {
	case strings.TrimSpace(f.Reason) != "":
		reading.Rule = f.Reason
	case !r.Partial:
		r.Errors.Add("inspect.reason", fmt.Errorf("is missing: the rule says %s, write why you decide otherwise",
			d.Outcome))
	}
}

// policy is what a rule, a school or another part settles of a part beforehand.
func policy(s Scale, part *plan.Part) judge.Ruling {
	var policy judge.Ruling
	for _, a := range part.Always {
		if a.When.Hold(s) && a.Outcome.Heavier(policy.Outcome) != policy.Outcome {
			policy = judge.Ruling{Outcome: a.Outcome, Rule: a.Rule}
		}
	}
	if by := s.Dragged(part.Key); by != nil && policy.Outcome == "" {
		policy = judge.Ruling{Outcome: judge.Replace, Rule: replacedWith(by.Title)}
	}
	return policy
}

func findings(t Terms, step *plan.Step, p *Panel) {
	part := t.Plan().Part(step.Part)
	p.Part = part.Title
	p.Findings = make([]FindingShown, len(part.Findings))
	for i, f := range part.Findings {
		p.Findings[i] = FindingShown{f.Key, f.Words, f.Outcome, f.Rule}
	}
	p.Outcomes = judge.Outcomes
}

func settledBeforehand(s Scale, step *plan.Step, p *Panel) {
	for _, a := range s.Plan().Part(step.Part).Always {
		if a.When.Hold(s) {
			p.Rule, p.RuleSays = a.Rule, a.Outcome
		}
	}
}

// vanes is how many the impeller has, 0 where the pump's papers do not say.
func vanesOf(t Terms) int {
	for _, v := range t.Plan().Values {
		if n, err := strconv.Atoi(strings.TrimSpace(t.Opening().Values[v.Key].Text)); plan.Is(v.Vanes) && err == nil {
			return n
		}
	}
	return 0
}

// What was entered.
const NothingFound = "Nothing found"

func foundAt(finding string, where Spot) string {
	if at := where.String(); at != "" {
		return finding + " at " + at
	}
	return finding
}

func replacedWith(part string) string { return "replaced with the " + strings.ToLower(part) }
