package job

import (
	"slices"
	"strings"

	"settle/core/judge"
	"settle/core/kind"
	"settle/core/log"
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
	l, known := kind.Length(t, key)
	if !known {
		return nil
	}
	own := t.opening.Values[key]
	return &Along{Figure: Figure{Length: l}, Source: kind.Value(t, key).Source, Assumed: strings.TrimSpace(own.Text) == ""}
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
	if row.Found != nil && row.Built != nil {
		row.Change = row.Built.Held.Away(row.Found.Held)
	}
	if h := row.held(); h != nil {
		row.Limit = &kind.LimitShown{Min: h.Limit.Min, Max: h.Limit.Max, Origin: h.Limit.Origin, Rate: h.Limit.Rate,
			Source: row.Limit.Source}
		if pair.built == nil || row.Built == nil || h != row.Built.Held {
			row.Limit.Source = h.Limit.Source
		}
	}
	return row
}

// held is what is judged on a line of the sheet: as built, else as found.
func (c *CheckSheet) held() *kind.Held {
	switch {
	case c.Built != nil && c.Built.Held != nil:
		return c.Built.Held
	case c.Built == nil && c.Found != nil:
		return c.Found.Held
	}
	return nil
}

// lineLimit is the limit of a line of the sheet: that of what is built, and where what was
// found is judged by another one, where that comes from. A calculation may know more of its
// limit than its papers say. What is only taken as found is judged by that alone.
func lineLimit(l kind.Limits, pair pair) *kind.LimitShown {
	if pair.built == nil {
		return kind.Shown(l.Found)
	}
	limit := l.Built
	if r := pair.built.Reading; r != nil && r.Tool != nil && r.Limit != nil {
		limit = r.Limit
	}
	out := kind.Shown(limit)
	switch {
	case pair.found == nil || l.Found == l.Built:
	case l.Found.WornOut != 0:
		out.Source += foundBy(wornOut(l.Found.WornOut))
	default:
		out.Source += foundBy(l.Found.Source)
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
	out := &Taken{Step: step.ID, Figure: r.Figure, High: r.High, Held: r.Held, Verdict: r.Verdict, Decision: step.Decision,
		Late: step.Late, Rounds: step.Entries, Earlier: earlier(s, s.plan.Step(step.ID), back)}
	if at := r.AlongAt(place); at != nil {
		out.Figure, out.Verdict, out.Earlier = at.Figure, at.Verdict, nil
		out.Held = kind.AsHeld(kind.OfValue, kind.TIRName, at.Figure.Length)
		out.Held.Limit = r.Held.Limit
	}
	return out
}

// earlier is what a step came to each time before its stage was sent back.
func earlier(s *scale, step *plan.Step, back sentBack) []Round {
	t := s.log.Of(step)
	if t == nil || len(t.Before) == 0 {
		return nil
	}
	if rounds := s.rounds(step); rounds != nil {
		return rounds
	}
	var out []Round
	for _, b := range back.all[s.steps[step.N()].stage] {
		var last *log.Entry
		for _, e := range t.Before {
			if e.Seq < b.seq {
				last = e
			}
		}
		if last == nil || t.Last.Seq < b.seq {
			continue
		}
		r := s.reading(step, last)
		out = append(out, Round{r.Figure, r.High, r.Held, r.Verdict, b.why})
	}
	return out
}

// piece is a piece of the shaft line that this pump has, or may have once its parts are
// decided about, with the steps that take it off and put it on, in their order.
type piece struct {
	*plan.Piece
	moves []move
}

type move struct {
	step int // its number
	on   bool
}

// unit is what is on the bench, and drawn by itself.
type unit struct {
	title  string
	pieces []piece
}

// moving are the pieces of a plan with their moves.
func moving(p *plan.Plan, list []plan.Piece) []piece {
	out := make([]piece, len(list))
	for i := range list {
		out[i].Piece = &list[i]
		if len(list[i].Off)+len(list[i].On) == 0 {
			continue
		}
		for k := range p.Stages {
			for n := range p.Stages[k].Steps {
				step := &p.Stages[k].Steps[n]
				base, _, _ := strings.Cut(step.ID, "@")
				named := func(id string) bool { return id == step.ID || id == base }
				if on := slices.ContainsFunc(list[i].On, named); on || slices.ContainsFunc(list[i].Off, named) {
					out[i].moves = append(out[i].moves, move{step.N(), on})
				}
			}
		}
	}
	return out
}

// benched says which steps have a unit on the bench, by the title of it.
func benched(p *plan.Plan, stage, step string) string {
	for i := range p.ShaftLine.Benches {
		for _, id := range []string{step, stage} {
			base, _, _ := strings.Cut(id, "@")
			if slices.Contains(p.ShaftLine.Benches[i].At, base) {
				return p.ShaftLine.Benches[i].Title
			}
		}
	}
	return ""
}

// fitted reports whether a piece is on: as the last of its steps that is done left it. Where
// none is, it is off where the first of them in this job puts it on, else on.
func (p *piece) fitted(states []*StepSheet) bool {
	on, first := true, true
	for _, m := range p.moves {
		s := states[m.step]
		if s == nil {
			continue
		}
		if first {
			on, first = !m.on, false
		}
		if s.State == Done {
			on = m.on
		}
	}
	return on
}

// pieces says what is on: of plans that name a stage for it, everything until the strip
// begins, then what has been fitted again.
func pieces(s *scale, list []piece, work workDone) []PieceSheet {
	apart, begun := false, map[string]bool{}
	for i := range work.stages {
		stage := &work.stages[i]
		for k := range stage.Steps {
			if stage.Steps[k].Entry == "" {
				continue
			}
			begun[stage.ID] = true
			apart = apart || !s.plan.Stage(stage.ID).First && stage.Steps[k].Phase != plan.Found
		}
	}
	out := make([]PieceSheet, 0, len(list))
	for i := range list {
		p := &list[i]
		if !p.When.Hold(s) {
			continue
		}
		row := PieceSheet{Piece: p.Piece.Piece, As: p.As, Fitted: p.fitted(work.states)}
		if p.Fitted != "" {
			row.Fitted = !apart || begun[p.Fitted]
		}
		out = append(out, row)
	}
	return out
}

func benches(s *scale, work workDone) []BenchSheet {
	out := make([]BenchSheet, 0, len(s.benches))
	for _, b := range s.benches {
		out = append(out, BenchSheet{b.title, pieces(s, b.pieces, work)})
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
