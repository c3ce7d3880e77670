package job

import (
	"math/big"
	"slices"

	"settle/core/judge"
	"settle/core/kind"
	"settle/core/plan"
)

// measured are the findings that readings make: one past its limit says something of the part,
// whatever is seen on it. Open says what a person has to know first: of a sleeve that runs out whether
// the shaft under it does, of a bearing outside the general rule the maker's own value.
func (s *scale) Measured(part *plan.Part) (found []judge.Finding, open string) {
	for _, j := range part.Judged {
		if j.Count != "" {
			if n := s.Counted(j.Count); n != nil && n.Cmp(big.NewRat(int64(j.Least), 1)) >= 0 {
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
func (s *scale) playByRule(check string, step *plan.Step, r *kind.Reading) bool {
	e := s.Latest(step)
	if e == nil || e.Rules < playRules || r.Limit == nil || r.Limit.Origin != judge.General {
		return false
	}
	sign := s.plan.Checks[check].Sign
	return sign == plan.EndPlay || sign == plan.RadialPlay
}

// ofEarlierRules reports whether what counts at a step was entered when a reading spoke of every part
// that it judges, whatever it was read on: what it said of a part then stays.
func (s *scale) ofEarlierRules(step *plan.Step) bool {
	e := s.Latest(step)
	return e != nil && e.Rules < strictRules
}

// onSide reports whether a reading is out on that side of its limit. One that is out on neither, such
// as a seat that is not round, is out on both.
func onSide(r *kind.Reading, side string) bool {
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
			if step := s.plan.Step(j.Count); step != nil && s.Has(step) {
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
		if step.Part == part && s.Has(step) {
			return step.ID
		}
	}
	return ""
}

// dragged returns the part that takes this one along, where it is replaced.
func (s *scale) Dragged(key string) *plan.Part {
	for _, p := range s.drags[key] {
		if s.parts[p.Key] == judge.Replace {
			return p
		}
	}
	return nil
}
