package job

import (
	"settle/core/judge"
	"settle/core/log"
)

// Summary is what a list shows of a job, in values and ids: what they are called is
// asked of the plan when it is shown. It is kept with each entry, so that a list of
// thousands derives nothing.
type Summary struct {
	NextStep string         `json:"next_step,omitempty" doc:"id of the step to do next"`
	Done     int            `json:"done"`
	Total    int            `json:"total"`
	Line     []judge.Result `json:"line" nullable:"false" doc:"as-built verdict of each station, blank where not measured"`
	Decide   int            `json:"decide" doc:"readings that wait for a person's decision"`
	Waits    []Wait         `json:"waits,omitempty" doc:"what it waits for"`
	By       string         `json:"by" doc:"who made the last entry"`
	Remark   string         `json:"remark,omitempty" doc:"at signing, or why it ended"`
}

// Summarize sums a sheet up that ends with an entry.
func Summarize(sheet *Sheet, last *log.Entry) Summary {
	sum := Summary{NextStep: sheet.Next, Waits: sheet.Waits, By: last.By.Name,
		Line: make([]judge.Result, len(sheet.Stations))}
	for i := range sheet.Stages {
		stage := &sheet.Stages[i]
		sum.Done += stage.Done
		sum.Total += stage.Total
		for k := range stage.Steps {
			if stage.Steps[k].State == Decide {
				sum.Decide++
			}
		}
	}
	for i, st := range sheet.Stations {
		if st.Built != nil {
			sum.Line[i] = st.Built.Verdict
		}
	}
	if sheet.Signed != nil {
		sum.Remark = sheet.Signed.Remark
	}
	if sheet.Ended != nil {
		sum.Remark = sheet.Ended.Reason
	}
	return sum
}
