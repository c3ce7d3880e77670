package job

import (
	"errors"
	"fmt"
	"math/big"
	"slices"
	"strconv"
	"strings"

	"settle/core/gauge"
	"settle/core/judge"
	"settle/core/log"
	"settle/core/plan"
)

func inspected(s *scale, step *plan.Step, b *log.Body, r *gauge.Reader) *Reading {
	f, part := b.Inspect, s.plan.Part(step.Part)
	if f == nil {
		return missing(r, "inspect", "is missing: what was found, an empty list where there is nothing")
	}
	found, open := s.measured(part)
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
		spot, err := ParseSpot(f.At[key], s.vanes())
		r.Errors.Add("inspect.at."+key, err)
		at = append(at, FoundAt{x.Key, x.Words, spot})
		words = append(words, foundAt(x.Words, spot))
	}
	for _, key := range keys(f.At) {
		if !slices.Contains(f.Found, key) {
			r.Errors.Add("inspect.at."+key, errors.New("says where, and the finding is not ticked"))
		}
	}
	d := judge.Part(found, s.policy(part))
	reading := &Reading{Outcome: d.Outcome, Rule: d.Rule, Text: strings.Join(words, ", "), Found: at}
	if len(words) == 0 && len(part.Findings) > 0 {
		reading.Text = nothingFound
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
func (s *scale) policy(part *plan.Part) judge.Ruling {
	var policy judge.Ruling
	for _, a := range part.Always {
		if a.When.Hold(s) && a.Outcome.Heavier(policy.Outcome) != policy.Outcome {
			policy = judge.Ruling{Outcome: a.Outcome, Rule: a.Rule}
		}
	}
	if by := s.dragged(part.Key); by != nil && policy.Outcome == "" {
		policy = judge.Ruling{Outcome: judge.Replace, Rule: replacedWith(by.Title)}
	}
	return policy
}

func findings(t *terms, step *plan.Step, p *Panel) {
	part := t.plan.Part(step.Part)
	p.Part = part.Title
	p.Findings = make([]FindingShown, len(part.Findings))
	for i, f := range part.Findings {
		p.Findings[i] = FindingShown{f.Key, f.Words, f.Outcome, f.Rule}
	}
	p.Outcomes = judge.Outcomes
}

func settledBeforehand(s *scale, step *plan.Step, p *Panel) {
	for _, a := range s.plan.Part(step.Part).Always {
		if a.When.Hold(s) {
			p.Rule, p.RuleSays = a.Rule, a.Outcome
		}
	}
}

// vanes is how many the impeller has, 0 where the pump's papers do not say.
func (t *terms) vanes() int {
	for _, v := range t.plan.Values {
		if n, err := strconv.Atoi(strings.TrimSpace(t.opening.Values[v.Key].Text)); plan.Is(v.Vanes) && err == nil {
			return n
		}
	}
	return 0
}

// measured are the findings that readings make: one past its limit says something of the part,
// whatever is seen on it. Open says what a person has to know first: of a sleeve that runs out whether
// the shaft under it does, of a bearing outside the general rule the maker's own value.
func (s *scale) measured(part *plan.Part) (found []judge.Finding, open string) {
	for _, j := range part.Judged {
		if j.Count != "" {
			if n := s.counted(j.Count); n != nil && n.Cmp(big.NewRat(int64(j.Least), 1)) >= 0 {
				found = append(found, judge.Finding{Key: "count:" + j.Count, Outcome: j.Outcome, Rule: j.Rule,
					Words: countedAs(s.plan.Step(j.Count), n)})
			}
			continue
		}
		sleeve := s.isSleeve(part)
		step, r := s.takenBy(j.Check, func(step *plan.Step) bool {
			return s.ofEarlierRules(step) || s.onSleeve(step) == sleeve
		})
		if r == nil || r.Verdict != judge.Out || !onSide(r, j.Side) {
			continue
		}
		if sleeve && !s.ofEarlierRules(step) {
			switch s.sleeveOrShaft(&j) {
			case judge.BendAlong:
				continue
			case "":
				open = bareFirst
				continue
			}
		}
		if s.playByRule(j.Check, step, r) {
			open = makersFirst
			continue
		}
		found = append(found, judge.Finding{Key: j.Check, Words: outOfLimit(s.plan.Checks[j.Check].Title),
			Outcome: j.Outcome, Rule: j.Rule})
	}
	return found, open
}

// playByRule reports whether a play is out of a general limit alone: sound bearings differ too much for
// that to condemn one.
func (s *scale) playByRule(check string, step *plan.Step, r *Reading) bool {
	e := s.latest(step)
	if e == nil || e.Rules < playRules || r.Limit == nil || r.Limit.Origin != judge.General {
		return false
	}
	sign := s.plan.Checks[check].Sign
	return sign == plan.EndPlay || sign == plan.RadialPlay
}

// ofEarlierRules reports whether what counts at a step was entered when a reading spoke of every part
// that it judges, whatever it was read on: what it said of a part then stays.
func (s *scale) ofEarlierRules(step *plan.Step) bool {
	e := s.latest(step)
	return e != nil && e.Rules < strictRules
}

// onSide reports whether a reading is out on that side of its limit. One that is out on neither, such
// as a seat that is not round, is out on both.
func onSide(r *Reading, side string) bool {
	if side == "" || r.Limit == nil || r.Held == nil {
		return true
	}
	low, high := r.Held.Figure.Length, r.Held.Figure.Length
	if r.Held.High != nil {
		high = r.Held.High.Length
	}
	under := r.Limit.Min != nil && low < *r.Limit.Min
	over := r.Limit.Max != nil && high > *r.Limit.Max
	return !under && !over || under && side == plan.UnderLimit || over && side == plan.OverLimit
}

// isSleeve reports whether a part is a sleeve: a plan says which bare shaft is asked first, or nothing
// but what is read on a sleeve judges it.
func (s *scale) isSleeve(part *plan.Part) bool {
	for _, j := range part.Judged {
		on := slices.ContainsFunc(s.plan.ShaftLine.Stations, func(st plan.Station) bool {
			return st.Check == j.Check && st.Check != "" && plan.Is(st.Sleeve)
		})
		if j.Bare != "" {
			return true
		}
		if !on {
			return false
		}
	}
	return len(part.Judged) > 0
}

// sleeveOrShaft says whose a run-out is that was read on a sleeve: of the sleeve, or a bow of the shaft
// under it; "" while nobody knows. The run-outs along the shaft speak first, then the bare shaft.
func (s *scale) sleeveOrShaft(j *plan.JudgedBy) judge.Sign {
	along := s.foundAlong()
	named := func(sign judge.Sign) bool { return along[sign].There && along[sign].Later == nil }
	bend, sleeve := named(judge.BendAlong), named(judge.SleeveAlong)
	switch {
	case bend && !sleeve:
		return judge.BendAlong
	case sleeve && !bend, j.Bare == "":
		return judge.SleeveAlong
	}
	_, bare := s.takenBy(j.Bare, func(step *plan.Step) bool { return !s.onSleeve(step) && step.Phase == plan.Found })
	switch {
	case bare == nil:
		return ""
	case bare.Verdict == judge.Out:
		return judge.BendAlong
	case bare.Verdict == judge.Within, bare.Verdict == judge.Close:
		return judge.SleeveAlong
	}
	return ""
}

// judgedParts are the parts of this job that its readings decide about.
func judgedParts(s *scale, taken takings) []JudgedPart {
	var out []JudgedPart
	for i := range s.plan.Parts {
		part := &s.plan.Parts[i]
		if len(part.Judged) == 0 || !part.When.Hold(s) {
			continue
		}
		row := JudgedPart{Part: part.Key, Title: part.Title, Step: s.lookedAt(part.Key)}
		for _, j := range part.Judged {
			by := JudgedBy{Check: j.Check, Outcome: j.Outcome, Rule: j.Rule}
			if step := s.plan.Step(j.Count); step != nil && s.has(step) {
				by.Title, by.Step = step.Title, step.ID
			} else if pair, asked := taken[j.Check]; asked {
				by.Title, by.Step = s.plan.Checks[j.Check].Title, pair.due()
			}
			if by.Step != "" {
				row.By = append(row.By, by)
			}
		}
		if len(row.By) > 0 {
			out = append(out, row)
		}
	}
	return out
}

// lookedAt is the step at which this job looks at a part, or nothing.
func (s *scale) lookedAt(part string) string {
	for _, step := range s.inspections {
		if step.Part == part && s.has(step) {
			return step.ID
		}
	}
	return ""
}

// dragged returns the part that takes this one along, where it is replaced.
func (s *scale) dragged(key string) *plan.Part {
	for _, p := range s.drags[key] {
		if s.parts[p.Key] == judge.Replace {
			return p
		}
	}
	return nil
}
