package job

import (
	"strings"

	"settle/core/judge"
	"settle/core/plan"
	"settle/core/words"
)

// lines are the checks of a job, those with a place on the shaft line first. What this
// pump's options do not ask for is not there to be left unmeasured.
func lines(s *scale, taken takings, back sentBack) ([]CheckSheet, []StationSheet) {
	checks, stations := make([]CheckSheet, 0, len(taken)), make([]StationSheet, 0, len(s.lined))
	for _, l := range s.lined {
		pair, asked := taken[l.check]
		if !asked {
			continue
		}
		row := line(s, l, pair, back)
		if l.at != "" {
			row.Letter = letter(len(stations))
			stations = append(stations, StationSheet{Letter: row.Letter, At: l.at, Along: s.along(l.along), CheckSheet: row})
		}
		checks = append(checks, row)
	}
	return checks, stations
}

// lined is a check in the order in which it stands on a sheet, with its place on the
// shaft line where it has one.
type lined struct{ check, place, at, along string }

// along is how far along the shaft something stands; nil where the plan does not ask, or
// where nobody knows.
func (t *terms) along(key string) *Along {
	l, known := t.length(key)
	if !known {
		return nil
	}
	own := t.opening.Values[key]
	return &Along{Figure: Figure{Length: l}, Source: t.value(key).Source, Assumed: strings.TrimSpace(own.Text) == ""}
}

func bearings(t *terms) []BearingSheet {
	var out []BearingSheet
	for _, b := range t.plan.ShaftLine.Bearings {
		out = append(out, BearingSheet{b.Title, b.At, t.along(b.Along)})
	}
	return out
}

func linesOf(p *plan.Plan) []lined {
	var out []lined
	done := make(map[string]bool, len(p.Checks))
	for _, st := range p.ShaftLine.Stations {
		if key := st.Check + "\n" + st.Place; !done[key] {
			done[key], done[st.Check] = true, true
			out = append(out, lined{st.Check, st.Place, st.At, st.Along})
		}
	}
	for i := range p.Stages {
		for k := range p.Stages[i].Steps {
			if key := p.Stages[i].Steps[k].Check; key != "" && !done[key] {
				done[key] = true
				out = append(out, lined{check: key})
			}
		}
	}
	return out
}

// letter names the stations A to Z, then AA, AB.
func letter(i int) string {
	if i < 26 {
		return string(rune('A' + i))
	}
	return letter(i/26-1) + letter(i%26)
}

func line(s *scale, l lined, pair pair, back sentBack) CheckSheet {
	check := s.plan.Checks[l.check]
	row := CheckSheet{Check: l.check, Place: l.place, Title: check.Title, Short: check.Short,
		Limit: lineLimit(s.limits[check], pair), Found: takenAt(s, pair.found, back, l.place),
		Built: takenAt(s, pair.built, back, l.place), Step: pair.due()}
	if l.place != "" {
		row.Title, row.Short = check.Title+", "+words.Lower(l.place), words.Capital(l.place)
	}
	if row.Found != nil && row.Built != nil && row.Found.Figure != nil && row.Built.Figure != nil {
		row.Change = figure(row.Built.Figure.Length - row.Found.Figure.Length)
	}
	return row
}

// lineLimit is the limit of a line of the sheet: that of what is built, and where what was
// found is judged by another one, where that comes from. A calculation may know more of its
// limit than its papers say. What is only taken as found is judged by that alone.
func lineLimit(l limits, pair pair) *LimitShown {
	if pair.built == nil {
		return shown(l.found)
	}
	limit := l.built
	if r := pair.built.Reading; r != nil && r.Tool != nil && r.Limit != nil {
		limit = r.Limit
	}
	out := shown(limit)
	switch {
	case pair.found == nil || l.found == l.built:
	case l.found.WornOut != 0:
		out.Source += foundBy(wornOut(l.found.WornOut))
	default:
		out.Source += foundBy(l.found.Source)
	}
	return out
}

// due is the step to which the flag of a check leads: as found until the strip is on.
func (p pair) due() string {
	switch {
	case p.built == nil:
		return p.found.ID
	case p.found == nil || p.found.State == Done:
		return p.built.ID
	}
	return p.found.ID
}

// takenAt is what a step came to: all of it, or at one of its places along the shaft.
func takenAt(s *scale, step *StepSheet, back sentBack, place string) *Taken {
	if step == nil || step.Reading == nil {
		return nil
	}
	r := step.Reading
	out := &Taken{Step: step.ID, Figure: r.Figure, High: r.High, Verdict: r.Verdict, Decision: step.Decision,
		Late: step.Late, Rounds: step.Entries, Earlier: earlier(s, s.plan.Step(step.ID), back)}
	if at := r.alongAt(place); at != nil {
		out.Figure, out.Verdict, out.Earlier = at.Figure, at.Verdict, nil
	}
	return out
}

// earlier is what a step came to each time before its stage was sent back.
func earlier(s *scale, step *plan.Step, back sentBack) []Round {
	t := s.log.of(step)
	if t == nil || len(t.before) == 0 {
		return nil
	}
	if rounds := s.rounds(step); rounds != nil {
		return rounds
	}
	var out []Round
	for _, b := range back.all[s.steps[step.N()].stage] {
		var last *Entry
		for _, e := range t.before {
			if e.Seq < b.seq {
				last = e
			}
		}
		if last == nil || t.last.Seq < b.seq {
			continue
		}
		r := s.reading(step, last)
		out = append(out, Round{r.Figure, r.High, r.Verdict, b.why})
	}
	return out
}

// pieces says what is on the bench: everything until the strip begins, then
// what has been fitted again.
func pieces(s *scale, work workDone) []PieceSheet {
	apart := false
	begun := map[string]bool{}
	for i := range work.stages {
		stage := &work.stages[i]
		for k := range stage.Steps {
			if stage.Steps[k].Entry == "" {
				continue
			}
			begun[stage.ID] = true
			apart = apart || !s.plan.Stages[i].First && stage.Steps[k].Phase != plan.Found
		}
	}
	out := make([]PieceSheet, 0, len(s.plan.ShaftLine.Pieces))
	for _, p := range s.plan.ShaftLine.Pieces {
		out = append(out, PieceSheet{Piece: p.Piece, Fitted: !apart || p.Fitted == "" || begun[p.Fitted]})
	}
	return out
}

// tally counts the checks that are taken as built.
func tally(stages []StageSheet, checks []CheckSheet, taken takings) Tally {
	var t Tally
	for i := range stages {
		for k := range stages[i].Steps {
			if step := &stages[i].Steps[k]; step.Follows && step.State != Done {
				t.ToFollow++
			}
		}
	}
	for i := range checks {
		if taken[checks[i].Check].built != nil {
			*t.of(checks[i].Built)++
		}
	}
	return t
}

// of is the count to which a reading belongs.
func (t *Tally) of(built *Taken) *int {
	if built == nil {
		return &t.NotMeasured
	}
	switch built.Verdict {
	case judge.Within:
		return &t.Within
	case judge.Close:
		return &t.Close
	case judge.Out:
		return &t.Out
	case judge.Undecided:
		return &t.Undecided
	case judge.NoLimit:
		return &t.NoLimit
	}
	return &t.NotMeasured
}
