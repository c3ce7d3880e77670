package job

import (
	"cmp"
	"strings"
	"time"

	"settle/core/kind"
	"settle/core/plan"
)

// CautionRow is what was said where somebody can be hurt: that it was locked out, drained, guarded.
type CautionRow struct {
	Title  string    `json:"title"`
	Says   string    `json:"says,omitempty" doc:"the cautions that stood there"`
	Absent string    `json:"absent,omitempty" doc:"why it was not done"`
	Noted  string    `json:"noted,omitempty" doc:"the numbers of lock and permit"`
	By     string    `json:"by"`
	At     time.Time `json:"at"`
}

// cautions are those of a job, in the order of the work, each with who said so and when.
func cautions(s *scale, stages []StageSheet) []CautionRow {
	var rows []CautionRow
	for i := range stages {
		for k := range stages[i].Steps {
			step := &stages[i].Steps[k]
			if step.Kind != plan.Caution || step.Entry == "" {
				continue
			}
			e := s.Latest(s.plan.Step(step.ID))
			if e == nil {
				continue
			}
			row := CautionRow{Title: step.Title, Says: strings.Join(step.Says(), " "), By: e.By.Name, At: e.At}
			if step.Reading != nil {
				row.Absent = step.Reading.Skipped
			}
			if e.Body != nil && e.Body.Permit != nil {
				row.Noted = strings.TrimPrefix(kind.Permitted(e.Body.Permit), ", ")
			}
			// What was typed in from paper was done by who did it then.
			if row.By = cmp.Or(e.DoneBy, row.By); e.DoneAt != nil {
				row.At = *e.DoneAt
			}
			rows = append(rows, row)
		}
	}
	return rows
}
