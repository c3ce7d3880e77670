package store

import (
	"context"
	"database/sql"
	"encoding/json"
	"errors"

	"settle/core/field"
	"settle/core/job"
)

// ImportJob takes in a job of another Settle, with its log as it is and its
// pictures. The pump is added where its tag is not known yet. A job whose number
// or entries are here already is refused; it is all or nothing.
func (s *Store) ImportJob(ctx context.Context, r *Record, photos map[string][]byte) error {
	s.writing.Lock()
	defer s.writing.Unlock()
	first, last := r.Log[0], r.Log[len(r.Log)-1]
	var known int
	if err := s.db.QueryRowContext(ctx, "SELECT count(*) FROM jobs WHERE number = ? OR id IN (SELECT job FROM entries WHERE id = ?)", r.Number, first.ID).Scan(&known); err != nil {
		return err
	}
	if known > 0 {
		return field.Errorf("file", "holds the job %s, which is here already", r.Number)
	}
	_, pump, err := s.pump(ctx, r.Pump.Tag)
	var missing *NotFound
	if errors.As(err, &missing) {
		if err := s.SavePump(ctx, r.Pump, true); err != nil {
			return err
		}
		_, pump, err = s.pump(ctx, r.Pump.Tag)
	}
	if err != nil {
		return err
	}
	sheet := job.Derive(r.Job)
	sum := summarize(sheet, last)
	words := jobWords(r.Number, r.Pump, first.Open.Complaint)
	for _, e := range r.Log {
		words += " " + said(e, sheet)
	}
	summary, err := json.Marshal(sum)
	if err != nil {
		return err
	}
	return s.transaction(ctx, func(tx *sql.Tx) error {
		if _, err := tx.ExecContext(ctx, "INSERT INTO plans (hash, text) VALUES (?, ?) ON CONFLICT DO NOTHING", r.Plan.Hash, r.Plan.Text); err != nil {
			return err
		}
		res, err := tx.ExecContext(ctx, "INSERT INTO jobs (number, pump, plan, opened, changed, state, length, search, summary, complaint, decide) VALUES (?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?)",
			r.Number, pump, r.Plan.Hash, first.At.Format(layout), last.At.Format(layout), sheet.State, len(r.Log), words, string(summary), first.Open.Complaint, sum.Decide)
		if err != nil {
			return err
		}
		id, err := res.LastInsertId()
		if err != nil {
			return err
		}
		for _, e := range r.Log {
			line, err := json.Marshal(e)
			if err != nil {
				return err
			}
			if _, err := tx.ExecContext(ctx, "INSERT INTO entries (job, seq, id, line) VALUES (?, ?, ?, ?)", id, e.Seq, e.ID, string(line)); err != nil {
				return err
			}
		}
		for photo, jpeg := range photos {
			if _, err := tx.ExecContext(ctx, "INSERT INTO photos (id, job, taken, bytes) VALUES (?, ?, ?, ?) ON CONFLICT DO NOTHING", photo, id, last.At.Format(layout), jpeg); err != nil {
				return err
			}
		}
		return nil
	})
}
