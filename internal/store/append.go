package store

import (
	"bytes"
	"context"
	"database/sql"
	"encoding/json"
	"fmt"
	"time"

	"settle/core/field"
	"settle/core/job"
	"settle/core/log"
)

// Append puts an entry at the end of a job's log and returns the job with it.
// The entry's Seq, At and Hash are made here. One whose id is in the log
// already is the same one sent twice, and changes nothing. When Append returns
// without an error the entry is on the disk.
func (s *Store) Append(ctx context.Context, number string, e log.Entry) (*Job, *job.Sheet, error) {
	s.writing.Lock()
	defer s.writing.Unlock()
	r, err := s.Job(ctx, number)
	if err != nil {
		return nil, nil, err
	}
	if err := s.gauged(ctx, r.Log, &e); err != nil {
		return nil, nil, err
	}
	if twice, err := sentTwice(r.Log, e); err != nil {
		return nil, nil, err
	} else if twice {
		sheet, err := job.Show(r.Job)
		return r, sheet, err
	}
	if err := s.photosKept(ctx, r.Number, e); err != nil {
		return nil, nil, err
	}
	before, kept := job.Derive(r.Job), len(r.Kept)
	after, sheet, err := job.Append(r.Job, e, s.now())
	if err != nil {
		return nil, nil, err
	}
	w, err := s.worked(ctx, r)
	if err != nil {
		return nil, nil, err
	}
	r.Job, w.Job = after, after
	w.glance = new(w.glance.After(before, sheet, e.Step))
	row, err := derived(number, after, sheet, *w.glance)
	if err != nil {
		return nil, nil, err
	}
	err = s.transaction(ctx, func(tx *sql.Tx) error {
		if before.State == job.Closed && sheet.State != job.Closed { // its end was taken back
			if err := s.pumpFree(ctx, tx, r); err != nil {
				return err
			}
		}
		return s.keep(ctx, tx, r, kept, row, w.said)
	})
	if err != nil {
		s.logs.drop(r.id)
		if _, refused := err.(*field.Error); refused {
			return nil, nil, err
		}
		return nil, nil, fmt.Errorf("keeping the entry: %w", err)
	}
	s.logs.put(r.id, w)
	s.tell(Event{What: JobChanged, Job: number, Pump: r.Pump.Tag, Length: len(r.Log)})
	return r, sheet, nil
}

// worked is a job as it was left here, or as it stands on the disk.
func (s *Store) worked(ctx context.Context, r *Job) (worked, error) {
	w, known := s.logs.get(r.id, len(r.Log))
	if known && w.glance != nil {
		return w, nil
	}
	g, err := s.glance(ctx, r.id)
	return worked{r.Job, &g, map[string]bool{}}, err
}

// keep writes the last entry of a job, the sheet that is kept with it, and what
// follows from it. Had is how many sheets were kept before, said the words that the job
// is found by already.
func (s *Store) keep(ctx context.Context, tx *sql.Tx, r *Job, had int, row row, said map[string]bool) error {
	e := &r.Log[len(r.Log)-1]
	if _, err := tx.StmtContext(ctx, s.ready.entry).ExecContext(ctx, r.id, e.Seq, e.ID, string(e.Line())); err != nil {
		return err
	}
	if _, err := tx.StmtContext(ctx, s.ready.let).ExecContext(ctx, r.id, e.Step); err != nil {
		return err
	}
	if err := usedGauge(ctx, tx, r.id, e); err != nil {
		return err
	}
	for _, k := range r.Kept[had:] {
		if err := keepSheet(ctx, tx, r.id, k); err != nil {
			return err
		}
		if err := s.sign(ctx, tx, r, e); err != nil {
			return err
		}
	}
	if _, err := tx.StmtContext(ctx, s.ready.row).ExecContext(ctx, e.At.Format(layout), row.state, e.Seq, row.summary,
		row.past, row.glance, row.decide, r.id); err != nil {
		return err
	}
	words, err := s.said(ctx, tx, r.Plan, e)
	if err != nil || words == "" || said[words] {
		return err
	}
	said[words] = true // where this is rolled back, nothing of it is remembered
	_, err = tx.ExecContext(ctx, "UPDATE jobs SET search = search || ?1 WHERE id = ?2 AND instr(search, ?1) = 0", words,
		r.id)
	return err
}

// sentTwice says whether an entry is in the log already.
func sentTwice(entries []log.Entry, e log.Entry) (bool, error) {
	for i := range entries {
		if entries[i].ID != e.ID {
			continue
		}
		if !same(sent(entries[i]), sent(e)) {
			return false, field.Errorf("id", "was used for another entry: make a new one")
		}
		return true, nil
	}
	return false, nil
}

// photosKept says which picture of an entry is not here.
func (s *Store) photosKept(ctx context.Context, number string, e log.Entry) error {
	if e.Body == nil || e.Body.Photo == nil {
		return nil
	}
	for i, id := range e.Body.Photo.Photos {
		of, err := s.PhotoOf(ctx, id, number)
		if err != nil {
			return err
		}
		if !of { // also one of another job: its people need not see it
			return field.Errorf(fmt.Sprintf("body.photo.photos[%d]", i), "is not kept with this job: send the picture first")
		}
	}
	return nil
}

// pumpFree refuses where the pump of a job that is taken up again has another one.
func (s *Store) pumpFree(ctx context.Context, tx *sql.Tx, r *Job) error {
	var pump int64
	if err := tx.QueryRowContext(ctx, "SELECT pump FROM jobs WHERE id = ?", r.id).Scan(&pump); err != nil {
		return err
	}
	return free(ctx, tx, pump, r.Pump.Tag, r.id)
}

// same compares two bodies as they are written, so that one read back from the
// disk equals the one that was sent.
// sent is what the sender says of an entry; all else is filled in here. What is seen of the sender's
// clock and device may differ when an entry is sent again.
func sent(e log.Entry) any {
	return struct {
		Kind, Step, On, Reason, By string
		Body                       *log.Body
		Scope                      *log.Scoping
		Ending                     log.Ending
		DoneAt                     *time.Time
		DoneBy                     string
	}{e.Kind, e.Step, e.On, e.Reason, e.By.ID, e.Body, e.Scope, e.Ending, e.DoneAt, e.DoneBy}
}

func same(a, b any) bool {
	x, errA := json.Marshal(a)
	y, errB := json.Marshal(b)
	return errA == nil && errB == nil && bytes.Equal(x, y)
}
