package store

import (
	"context"
	"sync"
	"time"

	"settle/core/job"
	"settle/core/log"
)

// RecallRow is a reading of a signed job that today's rules would not let pass.
type RecallRow struct {
	Number string    `json:"number"`
	Tag    string    `json:"tag"`
	Pump   string    `json:"pump" doc:"its name"`
	Signed time.Time `json:"signed"`
	job.Recalled
}

// recalls keeps what was found of each signed job: it changes with the job alone, as the rules of a
// program that runs stay the same.
type recalls struct {
	sync.Mutex
	of map[string]recalled
}

type recalled struct {
	entries int
	rows    []RecallRow
}

// Recall looks through the signed jobs by today's rules, the latest first. The first look takes a while.
func (s *Store) Recall(ctx context.Context) ([]RecallRow, error) {
	s.recalls.Lock()
	defer s.recalls.Unlock()
	if s.recalls.of == nil {
		s.recalls.of = map[string]recalled{}
	}
	out := []RecallRow{}
	for after := ""; ; {
		const page = 200
		jobs, err := s.Jobs(ctx, JobQuery{State: "signed", Sort: "number", After: after, Limit: page})
		if err != nil {
			return nil, err
		}
		for i := range jobs {
			rows, err := s.recallOf(ctx, &jobs[i])
			if err != nil {
				return nil, err
			}
			out = append(out, rows...)
			after = jobs[i].Number
		}
		if len(jobs) < page {
			return out, nil
		}
	}
}

func (s *Store) recallOf(ctx context.Context, row *JobRow) ([]RecallRow, error) {
	r, err := s.Job(ctx, row.Number)
	if err != nil {
		return nil, err
	}
	if kept, there := s.recalls.of[row.Number]; there && kept.entries == len(r.Log) {
		return kept.rows, nil
	}
	found, err := job.Recall(r.Job)
	if err != nil {
		return nil, err
	}
	var rows []RecallRow
	for _, x := range found {
		rows = append(rows, RecallRow{Number: row.Number, Tag: r.Pump.Tag, Pump: r.Pump.Name, Signed: signedAt(r.Log),
			Recalled: x})
	}
	s.recalls.of[row.Number] = recalled{len(r.Log), rows}
	return rows, nil
}

// signedAt is when a job was signed first.
func signedAt(entries []log.Entry) time.Time {
	for i := range entries {
		if entries[i].Kind == log.Kept && entries[i].Body != nil && entries[i].Body.Sign != nil {
			return entries[i].At
		}
	}
	return time.Time{}
}
