package job

import (
	"errors"
	"fmt"
	"slices"
	"strconv"
	"strings"

	"settle/core/gauge"
	"settle/core/judge"
	"settle/core/plan"
)

func (s *scale) inspect(part *plan.Part, f *InspectForm, r *gauge.Reader) *Reading {
	var policy judge.Decision
	for _, a := range part.Always {
		if a.When.Hold(s.choice) && a.Outcome.Heavier(policy.Outcome) != policy.Outcome {
			policy = judge.Decision{Outcome: a.Outcome, Rule: a.Rule}
		}
	}
	if by := s.dragged(part.Key); by != nil && policy.Outcome == "" {
		policy = judge.Decision{Outcome: judge.Replace, Rule: "replaced with the " + strings.ToLower(by.Title)}
	}
	if f == nil {
		return missing(r, "inspect", "is missing: what was found, an empty list where there is nothing")
	}
	found := s.measured(part)
	words := make([]string, 0, len(f.Found)+len(found))
	var at []FoundAt
	for _, x := range found {
		words = append(words, x.Words)
	}
	for i, key := range f.Found {
		k := slices.IndexFunc(part.Findings, func(x plan.Finding) bool { return x.Key == key })
		if k < 0 {
			r.Errors.Add(fmt.Sprintf("inspect.found[%d]", i), fmt.Errorf("%q is not on the list for the %s", key,
				strings.ToLower(part.Title)))
			return nil
		}
		x := part.Findings[k]
		found = append(found, judge.Finding{Key: x.Key, Words: x.Words, Outcome: x.Outcome, Rule: x.Rule})
		spot, err := ParseSpot(f.At[key], s.vanes())
		r.Errors.Add("inspect.at."+key, err)
		at = append(at, FoundAt{x.Key, x.Words, spot})
		if where := spot.String(); where != "" {
			words = append(words, x.Words+" at "+where)
		} else {
			words = append(words, x.Words)
		}
	}
	for _, key := range keys(f.At) {
		if !slices.Contains(f.Found, key) {
			r.Errors.Add("inspect.at."+key, errors.New("says where, and the finding is not ticked"))
		}
	}
	d := judge.Part(found, policy)
	reading := &Reading{Outcome: d.Outcome, Rule: d.Rule, Text: strings.Join(words, ", "), Found: at}
	if len(words) == 0 && len(part.Findings) > 0 {
		reading.Text = "Nothing found"
	}
	if f.Where != "" {
		reading.Text += " (" + f.Where + ")"
	}
	if f.Outcome != "" && f.Outcome != d.Outcome {
		if !f.Outcome.Known() {
			r.Errors.Add("inspect.outcome", fmt.Errorf("is %q: write reuse, dress, repair, replace or order", f.Outcome))
			return nil
		}
		reading.Outcome, reading.ByRule = f.Outcome, d.Outcome
		if strings.TrimSpace(f.Reason) == "" {
			if !r.Partial {
				r.Errors.Add("inspect.reason", fmt.Errorf("is missing: the rule says %s, write why you decide otherwise",
					d.Outcome))
			}
			return reading
		}
		reading.Rule = f.Reason
	}
	return reading
}

// vanes is how many the impeller has, 0 where the pump's papers do not say.
func (s *scale) vanes() int {
	n, err := strconv.Atoi(strings.TrimSpace(s.opening.Values["vanes"].Text))
	if err != nil {
		return 0
	}
	return n
}

// measured are the findings that readings make: one past its limit says something
// of the part, whatever is seen on it.
func (s *scale) measured(part *plan.Part) []judge.Finding {
	var found []judge.Finding
	for _, j := range part.Judged {
		if s.read == nil {
			break
		}
		if r := s.read(j.Check); r != nil && r.Verdict == judge.Out {
			found = append(found, judge.Finding{Key: j.Check, Words: s.plan.Checks[j.Check].Title + " out of limit",
				Outcome: j.Outcome, Rule: j.Rule})
		}
	}
	return found
}

// dragged returns the part that takes this one along, where it is replaced.
func (s *scale) dragged(key string) *plan.Part {
	for i := range s.plan.Parts {
		if p := &s.plan.Parts[i]; s.choice.decided[p.Key] == judge.Replace && slices.Contains(p.Drags, key) {
			return p
		}
	}
	return nil
}
