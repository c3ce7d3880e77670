package store

import (
	"context"
	"database/sql"
	"encoding/json"
	"errors"
	"fmt"

	"settle/core/field"
	"settle/core/job"
)

// ImportJob takes in a job of another Settle, with its log as it is and its
// pictures, and returns the number it has here: its own, or with a tail where
// another job has that one. The pump is added where its tag is not known yet, and
// with it a plan that its shop wrote. A job that is here already is refused; it is
// all or nothing.
func (s *Store) ImportJob(ctx context.Context, r *Record, photos map[string][]byte) (number string, err error) {
	s.writing.Lock()
	defer s.writing.Unlock()
	first, last := r.Log[0], r.Log[len(r.Log)-1]
	err = s.db.QueryRowContext(ctx, "SELECT number FROM jobs JOIN entries ON entries.job = jobs.id WHERE entries.id = ?",
		first.ID).Scan(&number)
	if err == nil {
		return "", field.Errorf("file", "holds a job that is here already: look at %s", number)
	} else if !errors.Is(err, sql.ErrNoRows) {
		return "", err
	}
	plans, err := s.Plans(ctx)
	if err != nil {
		return "", err
	}
	theirs := plans[r.Plan.Key] == nil
	if plans[r.Plan.Key] = r.Plan; plans[r.Pump.Plan] == nil {
		r.Pump.Plan = r.Plan.Key // its page names a plan that the file does not hold
	}
	_, _, err = s.pump(ctx, r.Pump.Tag)
	var missing *NotFound
	fresh := errors.As(err, &missing)
	if fresh {
		err = r.Pump.Check(plans)
	}
	if err != nil {
		return "", err
	}
	pump, err := json.Marshal(r.Pump)
	if err != nil {
		return "", err
	}
	sheet := job.Derive(r.Job)
	sum := summarize(sheet, last)
	summary, err := json.Marshal(sum)
	if err != nil {
		return "", err
	}
	past, err := json.Marshal(job.PastOf(r.Number, r.Job))
	if err != nil {
		return "", err
	}
	err = s.transaction(ctx, func(tx *sql.Tx) error {
		number = r.Number
		for tail, taken := 2, 1; ; tail++ {
			if err := tx.QueryRowContext(ctx, "SELECT count(*) FROM jobs WHERE number = ?", number).Scan(&taken); err != nil {
				return err
			}
			if taken == 0 {
				break
			}
			number = fmt.Sprintf("%s-%d", r.Number, tail)
		}
		if _, err := tx.ExecContext(ctx, "INSERT INTO plans (hash, text) VALUES (?, ?) ON CONFLICT DO NOTHING", r.Plan.Hash,
			r.Plan.Text); err != nil {
			return err
		}
		if fresh {
			if _, err := tx.ExecContext(ctx, "INSERT INTO pumps (tag, record, plate) VALUES (?, ?, ?)", r.Pump.Tag,
				string(pump), plateWords(r.Pump)); err != nil {
				return err
			}
			if theirs {
				if _, err := tx.ExecContext(ctx, "INSERT INTO own_plans (key, hash, imported, by) VALUES (?, ?, ?, ?)",
					r.Plan.Key, r.Plan.Hash, s.now().Format(layout), first.By.Name); err != nil {
					return err
				}
			}
		}
		words := jobWords(number, r.Pump, first.Open.Complaint)
		for _, e := range r.Log {
			words += " " + said(e, sheet)
		}
		res, err := tx.ExecContext(ctx, "INSERT INTO jobs (number, pump, plan, opened, changed, state, length, search, "+
			"summary, past, complaint, decide) VALUES (?, (SELECT id FROM pumps WHERE tag = ?), ?, ?, ?, ?, ?, ?, ?, ?, ?, ?)",
			number, r.Pump.Tag, r.Plan.Hash, first.At.Format(layout), last.At.Format(layout), sheet.State, len(
				r.Log), words, string(summary), string(past), first.Open.Complaint, sum.Decide)
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
			if _, err := tx.ExecContext(ctx, "INSERT INTO entries (job, seq, id, line) VALUES (?, ?, ?, ?)", id, e.Seq, e.ID,
				string(line)); err != nil {
				return err
			}
		}
		for photo, jpeg := range photos {
			if _, err := tx.ExecContext(ctx, "INSERT INTO photos (id, job, taken, bytes) VALUES (?, ?, ?, ?) ON CONFLICT "+
				"DO NOTHING", photo, id, last.At.Format(layout), jpeg); err != nil {
				return err
			}
		}
		return nil
	})
	return number, err
}
