package report

import (
	"settle/core/job"
	"settle/core/quantity"
	"settle/internal/register"
	"settle/internal/store"
)

// Recall is what today's rules would not let pass of what is signed, as CSV: a line for each reading.
// Figures are in micrometres.
func Recall(found []store.RecallRow) ([]byte, error) {
	judged := func(j job.Judged) *quantity.Figure {
		if j.Held != nil {
			return &j.Held.Figure
		}
		return j.Figure
	}
	rows := [][]string{{"job", "pump", "name", "signed", "step", "reading", "then", "now", "figure_um", "judged_by"}}
	word := func(j job.Judged) string {
		if j.Verdict == "" {
			return "not judged"
		}
		return string(j.Verdict)
	}
	for i := range found {
		r := &found[i]
		rows = append(rows, []string{r.Number, register.Guard(r.Tag), register.Guard(r.Pump),
			r.Signed.Format("2006-01-02"), r.Step, register.Guard(r.Title), word(r.Then), word(r.Now), um(judged(r.Now)),
			register.Guard(r.Limit)})
	}
	return written(rows)
}
