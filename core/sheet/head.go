package sheet

import (
	"fmt"
	"time"

	"settle/core/job"
	"settle/core/log"
	"settle/core/plan"
)

// Head is what stands on a sheet beside its rows.
type Head struct {
	Complaint string         `json:"complaint"`
	Scope     string         `json:"scope,omitempty" doc:"how much of the work it is, and how the pump came, in words"`
	Worked    string         `json:"worked" doc:"what whoever signs has done: rebuilt by, or checks taken by"`
	Opened    time.Time      `json:"opened"`
	By        string         `json:"by" doc:"who opened it"`
	Hours     *float64       `json:"hours,omitempty" doc:"running hours it came in with"`
	Plan      string         `json:"plan" doc:"title and version"`
	Schools   []SchoolChosen `json:"schools" nullable:"false" doc:"which way the shop works, where good shops differ"`
	// By what the sheet is known: the hash of its last entry covers all before it.
	Taken   []string `json:"taken,omitempty" doc:"that it was taken in from elsewhere, in sentences"`
	Entries int      `json:"entries"`
	Hash    string   `json:"hash"`
}

// SchoolChosen is a choice of the shop in words.
type SchoolChosen struct {
	Title  string `json:"title"`
	Choice string `json:"choice"`
}

// HeadOf is the head of a job's sheet, which may be one that was kept.
func HeadOf(j job.Job, s *job.Sheet) Head {
	first, last := &j.Log[0], &j.Log[min(s.Length, len(j.Log))-1]
	h := Head{Complaint: first.Open.Complaint, Worked: rebuiltBy, Opened: first.At, By: first.By.Name,
		Hours: first.Open.Hours, Plan: fmt.Sprintf("%s, version %d", j.Plan.Title, j.Plan.Version),
		Schools: SchoolsOf(j), Entries: last.Seq, Hash: last.Hash}
	for _, t := range log.Intakes(j.Log) {
		h.Taken = append(h.Taken, t.Said())
	}
	if s.Scope != nil {
		h.Scope = scopeInWords(s.Scope)
		if s.Scope.Checks {
			h.Worked = checksBy
		}
	}
	return h
}

// SchoolsOf are the schools that a job was opened with, as far as its plan asks for them.
func SchoolsOf(j job.Job) []SchoolChosen {
	out, o := []SchoolChosen{}, j.Log[0].Open
	for _, s := range plan.Schools {
		anyPlan := s.Key == plan.OnTheLimit || s.Key == plan.SecondSignature && o.Schools[s.Key] == plan.Asked
		if !anyPlan && !j.Plan.Asks(s.Key) {
			continue
		}
		for _, c := range s.Choices {
			if c.Key == o.Schools[s.Key] {
				out = append(out, SchoolChosen{s.Title, c.Title})
			}
		}
	}
	return out
}
