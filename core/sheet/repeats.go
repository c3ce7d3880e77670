package sheet

import (
	"slices"

	"settle/core/job"
	"settle/core/judge"
	"settle/core/kind"
	"settle/core/plan"
)

// repeats makes a table for each set of members, in the order in which they come.
func (p *Paper) repeats(s *job.Sheet) {
	checks := map[string]*CheckRow{}
	for i := range p.Checks {
		checks[p.Checks[i].Check] = &p.Checks[i]
	}
	type place struct{ table, row int }
	rows := map[string]place{} // the step before it was repeated → its row
	for i := range s.Stages {
		for k := range s.Stages[i].Steps {
			step := &s.Stages[i].Steps[k]
			if step.Member == "" || kind.TableOf(step.Kind) == "" {
				continue
			}
			work := step.Base
			if step.Check != "" { // found and built are one row
				work = "check " + workTitle(step)
			}
			at, known := rows[work]
			if !known {
				at = place{p.table(step.Repeat), 0}
				at.row = len(p.Repeats[at.table].Rows)
				rows[work] = at
				p.Repeats[at.table].Rows = append(p.Repeats[at.table].Rows, RepeatedWork{Title: workTitle(step)})
			}
			p.Repeats[at.table].put(at.row, step, checks[step.Check])
		}
	}
	for t := range p.Repeats {
		for r := range p.Repeats[t].Rows {
			row := &p.Repeats[t].Rows[r]
			for len(row.Cells) < len(p.Repeats[t].Members) {
				row.Cells = append(row.Cells, nil)
			}
		}
	}
	p.unlike()
}

// few is how many members have room for words in their table.
const few = 4

// unlike gives what was done rows of their own where a table of many members has no
// room for what they say: where one says otherwise than another.
func (p *Paper) unlike() {
	type said struct {
		text     job.Sentence
		verdict  judge.Result
		accepted string
	}
	members, ways := map[string]int{}, map[string]map[said]bool{}
	for _, row := range p.Done {
		members[row.work]++
		if row.Entered == nil {
			continue
		}
		if ways[row.work] == nil {
			ways[row.work] = map[said]bool{}
		}
		ways[row.work][said{row.Entered.Text, row.Entered.Verdict, row.Entered.Accepted}] = true
	}
	for i := range p.Done {
		if row := &p.Done[i]; members[row.work] > few && len(ways[row.work]) > 1 {
			row.Repeat = false
		}
	}
}

func workTitle(s *job.StepSheet) string {
	if s.Work != "" {
		return s.Work
	}
	return s.Short // of a sheet kept before the work had a title of its own
}

// table is that of a repeat, a new one where there is none yet.
func (p *Paper) table(repeat string) int {
	at := slices.IndexFunc(p.Repeats, func(t RepeatRow) bool { return t.Title == repeat })
	if at < 0 {
		at = len(p.Repeats)
		p.Repeats = append(p.Repeats, RepeatRow{Title: repeat, Members: []string{}, Rows: []RepeatedWork{}})
	}
	return at
}

func (t *RepeatRow) put(row int, step *job.StepSheet, check *CheckRow) {
	at := slices.Index(t.Members, step.Member)
	if at < 0 {
		at = len(t.Members)
		t.Members = append(t.Members, step.Member)
	}
	work := &t.Rows[row]
	for len(work.Cells) <= at {
		work.Cells = append(work.Cells, nil)
	}
	c := &WorkCell{}
	switch {
	case check != nil:
		c.Letter, c.Along, c.Found, c.Built = check.Letter, check.Along, check.Found, check.Built
		work.Limit, work.From = &check.Limit, check.From
	case step.Kind == plan.Inspect:
		if step.Reading != nil {
			c.Outcome = step.Reading.Outcome
		}
	default:
		c.Done = doneCell(step)
	}
	work.Cells[at] = c
}
