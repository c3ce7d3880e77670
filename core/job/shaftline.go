package job

import "settle/core/plan"

func (d *deriver) stations() {
	// What this pump's options do not ask for is not there to be left unmeasured.
	done := map[string]bool{}
	for _, st := range d.plan.ShaftLine.Stations {
		if done[st.Check] = true; d.taken[st.Check] == nil {
			continue
		}
		row := d.check(st.Check)
		row.Letter = letter(len(d.sheet.Stations))
		d.sheet.Stations = append(d.sheet.Stations, StationSheet{Letter: row.Letter, At: st.At, CheckSheet: row})
		d.sheet.Checks = append(d.sheet.Checks, row)
	}
	for i := range d.plan.Stages {
		for j := range d.plan.Stages[i].Steps {
			if key := d.plan.Stages[i].Steps[j].Check; key != "" && !done[key] && d.taken[key] != nil {
				done[key] = true
				d.sheet.Checks = append(d.sheet.Checks, d.check(key))
			}
		}
	}
}

// letter names the stations A to Z, then AA, AB.
func letter(i int) string {
	if i < 26 {
		return string(rune('A' + i))
	}
	return letter(i/26-1) + letter(i%26)
}

func (d *deriver) check(key string) CheckSheet {
	check := d.plan.Checks[key]
	row := CheckSheet{Check: key, Title: check.Title, Short: check.Short, Limit: shown(d.limit(check))}
	pair := d.taken[key]
	row.Found, row.Built = d.take(pair[0]), d.take(pair[1])
	if row.Found != nil && row.Built != nil && row.Found.Figure != nil && row.Built.Figure != nil {
		row.Change = figure(row.Built.Figure.Length - row.Found.Figure.Length)
	}
	// A flag leads to the reading that is due: as found until the strip is on.
	row.Step = d.due(pair)
	return row
}

func (d *deriver) due(pair *[2]*StepSheet) string {
	switch {
	case pair[1] == nil:
		return pair[0].ID
	case pair[0] == nil || pair[0].State == Done:
		return pair[1].ID
	}
	return pair[0].ID
}

func (d *deriver) take(s *StepSheet) *Taken {
	if s == nil || s.Reading == nil {
		return nil
	}
	return &Taken{Step: s.ID, Figure: s.Reading.Figure, High: s.Reading.High, Verdict: s.Reading.Verdict,
		Decision: s.Decision, Rounds: s.Entries, Earlier: d.rounds(s)}
}

// rounds is what a step came to each time before its stage was sent back.
func (d *deriver) rounds(s *StepSheet) []Round {
	t, step := d.tracks[s.ID], d.plan.Step(s.ID)
	if t == nil || len(t.before) == 0 {
		return nil
	}
	var out []Round
	for _, back := range d.sent[d.stageOf(s.ID)] {
		var last *Entry
		for _, e := range t.before {
			if e.Seq < back.seq {
				last = e
			}
		}
		if last == nil || t.last.Seq < back.seq {
			continue
		}
		r := d.reading(step, last)
		out = append(out, Round{r.Figure, r.High, r.Verdict, back.why})
	}
	return out
}

func (d *deriver) stageOf(step string) string {
	for i := range d.plan.Stages {
		for j := range d.plan.Stages[i].Steps {
			if d.plan.Stages[i].Steps[j].ID == step {
				return d.plan.Stages[i].ID
			}
		}
	}
	return ""
}

// pieces says what is on the bench: everything until the strip begins, then
// what has been fitted again.
func (d *deriver) pieces() {
	apart := false
	begun := map[string]bool{}
	for i := range d.sheet.Stages {
		stage := &d.sheet.Stages[i]
		for j := range stage.Steps {
			if stage.Steps[j].Entry == "" {
				continue
			}
			begun[stage.ID] = true
			if !d.plan.Stages[i].First && stage.Steps[j].Phase != plan.Found {
				apart = true
			}
		}
	}
	for _, p := range d.plan.ShaftLine.Pieces {
		d.sheet.Pieces = append(d.sheet.Pieces, PieceSheet{Piece: p.Piece, Fitted: !apart || p.Fitted == "" ||
			begun[p.Fitted]})
	}
}
