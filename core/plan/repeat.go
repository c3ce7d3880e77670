package plan

import (
	"fmt"
	"slices"
	"strings"

	"settle/core/words"
)

// maxRepeat bounds how many stages a pump may have.
const maxRepeat = 40

// Repeated returns the plan with everything that is for each of several written
// out: number gives the values that count them. A plan without repeats is
// returned as it is; the answer is kept, so asking again costs nothing.
func (p *Plan) Repeated(number func(key string) int) *Plan {
	if len(p.Repeats) == 0 {
		return p
	}
	members := map[string][]Member{}
	var name strings.Builder
	for _, r := range p.Repeats {
		members[r.Key] = r.Members
		if r.Count != "" {
			n := min(max(number(r.Count), 1), maxRepeat)
			members[r.Key] = nil
			for i := range n {
				members[r.Key] = append(members[r.Key], Member{fmt.Sprint(i + 1), fmt.Sprintf("%s %d", r.Short, i+1),
					fmt.Sprint(i + 1)})
			}
			fmt.Fprintf(&name, "%s=%d ", r.Key, n)
		}
	}
	if q, ok := p.repeated.Load(name.String()); ok {
		return q.(*Plan)
	}
	q, _ := p.repeated.LoadOrStore(name.String(), p.writeOut(members))
	return q.(*Plan)
}

// fold is the plan on its way from one to several.
type fold struct {
	from    *Plan
	members map[string][]Member
}

func (p *Plan) writeOut(members map[string][]Member) *Plan {
	f := fold{p, members}
	q := &Plan{
		Key: p.Key, Title: p.Title, Construction: p.Construction, Version: p.Version, Options: p.Options, Values: p.Values,
		Format: p.Format, Scopes: p.Scopes, Complaints: p.Complaints, Arrives: p.Arrives, Widens: p.Widens,
		Limits: p.Limits, Tools: p.Tools, Hash: p.Hash, Text: p.Text, Checks: map[string]*Check{}, steps: map[string]*Step{},
		parts: map[string]*Part{},
	}
	q.ShaftLine.Vertical, q.ShaftLine.Pieces = p.ShaftLine.Vertical, p.ShaftLine.Pieces
	q.ShaftLine.Bearings, q.ShaftLine.Benches = p.ShaftLine.Bearings, p.ShaftLine.Benches
	for key, c := range p.Checks {
		for _, m := range f.each(c.For) {
			q.Checks[suffixed(key, m)] = f.check(c, m)
		}
	}
	for _, part := range p.Parts {
		for _, m := range f.each(part.For) {
			x := part
			var there bool
			if x.When, there = f.when(part.When, part.For, m); !there {
				continue
			}
			x.Key = suffixed(part.Key, m)
			x.Drags = f.parts(part.Drags, part.For, m)
			x.Judged = f.judged(part, m)
			if m != nil {
				x.Title += ", " + words.Lower(m.Title)
			}
			q.Parts = append(q.Parts, x)
		}
	}
	for _, st := range p.ShaftLine.Stations {
		c := p.Checks[st.Check]
		for _, m := range f.each(c.For) {
			x := st
			if x.Check = suffixed(st.Check, m); m != nil {
				x.At = strings.ReplaceAll(st.At, "{"+c.For+"}", m.Key)
				x.Along = strings.ReplaceAll(st.Along, "{"+c.For+"}", m.Key)
			}
			q.ShaftLine.Stations = append(q.ShaftLine.Stations, x)
		}
	}
	q.ShaftLine.sort()
	for i := 0; i < len(p.Stages); {
		n := 1
		for i+n < len(p.Stages) && p.Stages[i].For != "" && p.Stages[i+n].For == p.Stages[i].For {
			n++
		}
		q.Stages = append(q.Stages, f.stages(p.Stages[i:i+n])...)
		i += n
	}
	q.Loops = f.loops()
	q.tables()
	return q
}

// check is a check as it is for one member.
func (f fold) check(c *Check, m *Member) *Check {
	x := *c
	x.work = c.Short
	if other := f.from.Checks[c.Against.Of]; m != nil && other != nil && other.For == c.For {
		x.Against.Of = suffixed(c.Against.Of, m)
	}
	x.On = f.parts(c.On, c.For, m)
	x.Preloaded, _ = f.when(c.Preloaded, c.For, m)
	if m != nil {
		x.Title, x.Short = c.Title+", "+words.Lower(m.Title), c.Short+" "+m.Short
	}
	return &x
}

// steps are those of a stage: of a run that is for each of several, one member is
// finished before the next is begun, as it is at the bench.
func (f fold) steps(steps []Step) []Step {
	var out []Step
	for i := 0; i < len(steps); {
		j := i + 1
		for j < len(steps) && steps[j].For == steps[i].For {
			j++
		}
		for _, m := range f.each(steps[i].For) {
			for k := i; k < j; k++ {
				if step, ok := f.step(steps[k], m); ok {
					out = append(out, step)
				}
			}
		}
		i = j
	}
	return out
}

// stages writes out a run of stages that are for the same repeat: one member wholly, then
// the next, which opens when the one before is done.
func (f fold) stages(run []Stage) []Stage {
	var out []Stage
	before := "" // the last stage of the member before
	for _, m := range f.each(run[0].For) {
		for _, stage := range run {
			x := stage
			x.Steps = nil
			var ok bool
			if x.When, ok = f.when(stage.When, stage.For, m); !ok {
				continue
			}
			x.After = f.stageIDs(stage.After, stage.For, m)
			if before != "" { // nothing of the next one opens before
				x.After = append(x.After, before)
			}
			if m == nil {
				x.Steps = f.steps(stage.Steps)
			} else {
				x.ID, x.Title = suffixed(stage.ID, m), stage.Title+", "+words.Lower(m.Title)
				for _, s := range stage.Steps {
					if step, ok := f.step(s, m); ok {
						x.Steps = append(x.Steps, step)
					}
				}
			}
			out = append(out, x)
		}
		if len(out) > 0 {
			before = out[len(out)-1].ID
		}
	}
	return out
}

// stageIDs are those of stages as they are written out: of the same member within a run,
// of all members from outside of it.
func (f fold) stageIDs(ids []string, repeat string, m *Member) []string {
	var out []string
	for _, id := range ids {
		stage := f.from.Stage(id)
		switch {
		case stage == nil || stage.For == "":
			out = append(out, id)
		case stage.For == repeat && m != nil:
			out = append(out, suffixed(id, m))
		default:
			for _, x := range f.each(stage.For) {
				out = append(out, suffixed(id, x))
			}
		}
	}
	return out
}

// when is what a condition on the repeat leaves of a list for one member; false where this member does
// not have it. Checks and parts that are there for each are those of this member, also behind an or.
func (f fold) when(list Conditions, repeat string, m *Member) (Conditions, bool) {
	var when Conditions
	for _, c := range list {
		c = c.forMember(repeat, m)
		var left []Condition
		holds := false
		for _, x := range append([]Condition{{Key: c.Key, Op: c.Op, Values: c.Values}}, c.Or...) {
			if repeat != "" && x.Key == repeat {
				holds = holds || slices.ContainsFunc(x.Values, f.means(repeat, m)) == (x.Op == opEqual)
				continue
			}
			left = append(left, f.own(x, repeat, m))
		}
		switch {
		case holds:
		case len(left) == 0:
			return nil, false
		default:
			left[0].Or = left[1:]
			when = append(when, left[0])
		}
	}
	return when, true
}

// own is a condition on what is there for each of several, asked of this member's.
func (f fold) own(c Condition, repeat string, m *Member) Condition {
	check, part := f.from.Checks[c.Key], f.from.parts[c.Key]
	if c.Op == opCameTo && check != nil && check.For != "" && check.For == repeat ||
		c.ofPart() && part != nil && part.For != "" && part.For == repeat {
		c.Key = suffixed(c.Key, m)
	}
	return c
}

// means says whether a word in a condition is meant for a member: its key, first or last.
func (f fold) means(repeat string, m *Member) func(word string) bool {
	all := f.members[repeat]
	return func(word string) bool {
		return word == m.Key || word == "first" && m.Key == all[0].Key || word == "last" && m.Key == all[len(all)-1].Key
	}
}

// step writes a step out for one member; false where a condition on the repeat
// says that this member does not have it.
func (f fold) step(s Step, m *Member) (Step, bool) {
	s.base, s.work = s.ID, s.Title
	when, ok := f.when(s.When, s.For, m)
	if !ok {
		return s, false
	}
	s.Reopens = f.stageIDs(s.Reopens, s.For, m)
	if len(s.Feels) > 0 {
		feels := slices.Clone(s.Feels)
		for i := range feels {
			feels[i].Reopens = f.stageIDs(feels[i].Reopens, s.For, m)
		}
		s.Feels = feels
	}
	s.When = when
	s.FreeWhen, _ = f.when(s.FreeWhen, s.For, m)
	if len(s.From) > 0 {
		from := make(Origins, len(s.From))
		for path, o := range s.From {
			from[path] = f.sources(o, s, m)
		}
		s.From = from
	}
	if check := f.from.Checks[s.Check]; check != nil && check.For != "" {
		s.Check = suffixed(s.Check, m)
	}
	if part := f.from.parts[s.Part]; part != nil && part.For != "" {
		s.Part = suffixed(s.Part, m)
	}
	f.refer(&s, m)
	var needs []string
	for _, need := range s.Needs {
		other := f.from.steps[need]
		switch {
		case other == nil || other.For == "":
			needs = append(needs, need)
		case other.For == s.For:
			needs = append(needs, suffixed(need, m))
		default: // all of them
			for _, x := range f.each(other.For) {
				needs = append(needs, suffixed(need, x))
			}
		}
	}
	s.Needs = needs
	if m != nil {
		s.ID, s.member, s.repeat = suffixed(s.ID, m), m, f.from.titleOf(s.For)
		s.Title += ", " + words.Lower(m.Title)
	}
	return s, true
}

// judged are the readings of this member, or of all where the part is there once.
func (f fold) judged(part Part, m *Member) []JudgedBy {
	var out []JudgedBy
	for _, j := range part.Judged {
		if j.Count != "" {
			if step := f.from.steps[j.Count]; step != nil && step.For != "" && step.For == part.For {
				j.Count = suffixed(j.Count, m)
			}
			out = append(out, j)
			continue
		}
		check := f.from.Checks[j.Check]
		members := []*Member{nil}
		if check.For != "" {
			if members = f.each(check.For); check.For == part.For {
				members = []*Member{m}
			}
		}
		for _, x := range members {
			one := j
			one.Check = suffixed(j.Check, x)
			if bare := f.from.Checks[j.Bare]; bare != nil && bare.For == check.For {
				one.Bare = suffixed(j.Bare, x)
			}
			out = append(out, one)
		}
	}
	return out
}

func (f fold) parts(keys []string, repeat string, m *Member) []string {
	var out []string
	for _, key := range keys {
		if part := f.from.parts[key]; part != nil && part.For != "" && part.For == repeat {
			key = suffixed(key, m)
		}
		out = append(out, key)
	}
	return out
}

// tables fills the tables of steps and parts. A need on a step that this member
// does not have is no need.
func (p *Plan) tables() {
	for i := range p.Parts {
		p.parts[p.Parts[i].Key] = &p.Parts[i]
	}
	for i := range p.Stages {
		for j := range p.Stages[i].Steps {
			s := &p.Stages[i].Steps[j]
			s.Needs = slices.DeleteFunc(s.Needs, func(need string) bool { return p.steps[need] == nil })
			p.steps[s.ID] = s
		}
	}
	p.ways()
}

// refer names the steps and parts that a step is about as they are called for one member.
func (f fold) refer(s *Step, m *Member) {
	own := func(id string) string {
		if other := f.from.steps[id]; other != nil && other.For != "" {
			return suffixed(id, m)
		}
		return id
	}
	s.Against = f.sources(s.Against, *s, m)
	s.LeafAt, s.SameAs, s.With = own(s.LeafAt), own(s.SameAs), own(s.With)
	if s.IfNot != nil {
		s.IfNot = &IfNot{s.IfNot.Says, own(s.IfNot.Back)}
	}
	var shown []string
	for _, id := range s.ShownAt {
		other := f.from.steps[id]
		if other != nil && other.For != "" && other.For == s.For {
			id = suffixed(id, m)
		}
		shown = append(shown, id)
	}
	s.ShownAt, s.Fits = shown, f.parts(s.Fits, s.For, m)
	s.TakesOff, s.PutsOn = f.parts(s.TakesOff, s.For, m), f.parts(s.PutsOn, s.For, m)
	s.Locks = f.parts(s.Locks, s.For, m)
}
