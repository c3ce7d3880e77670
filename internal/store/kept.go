package store

import (
	"bytes"
	"compress/gzip"
	"context"
	"database/sql"
	"encoding/json"
	"fmt"
	"io"
	"log/slog"

	"settle/core/job"
	"settle/core/plan"
)

// row is what the jobs table keeps of what follows from a log, so that a list
// derives nothing.
type row struct {
	state                 job.State
	summary, past, glance string
	decide                int
}

// derived is the row of a job. A glance is what somebody last saw of it.
func derived(number string, j job.Job, sheet *job.Sheet, glance job.Glance) (row, error) {
	sum := job.Summarize(sheet, &j.Log[len(j.Log)-1])
	past, err := job.PastOf(number, j)
	if err != nil {
		return row{}, err
	}
	r := row{state: sheet.State, decide: sum.Decide}
	for _, x := range []struct {
		to   *string
		from any
	}{{&r.summary, sum}, {&r.past, past}, {&r.glance, glance}} {
		text, err := json.Marshal(x.from)
		if err != nil {
			return r, err
		}
		*x.to = string(text)
	}
	return r, nil
}

// isOpen is the condition of a job that is neither signed nor ended.
const isOpen = "jobs.state NOT IN ('signed', 'ended')"

func (s *Store) glance(ctx context.Context, id int64) (job.Glance, error) {
	var g job.Glance
	var text string
	err := s.db.QueryRowContext(ctx, "SELECT glance FROM jobs WHERE id = ?", id).Scan(&text)
	if err != nil || text == "" {
		return g, err
	}
	return g, json.Unmarshal([]byte(text), &g)
}

// Changed lists what today's rules judge otherwise than those by which somebody
// last looked at the job, or by which it was signed.
func (s *Store) Changed(ctx context.Context, r *Job, sheet *job.Sheet) ([]job.Difference, error) {
	if sheet.State == job.Signed || sheet.State == job.Closed {
		return job.Otherwise(r.Job)
	}
	g, err := s.glance(ctx, r.id)
	if err != nil {
		return nil, err
	}
	return g.Since(sheet), nil
}

// Dangers lists what is known to be wrong with the plan of an open job, until a lead has looked at it
// there, or at the plan where it is the shop's own.
func (s *Store) Dangers(ctx context.Context, r *Job, sheet *job.Sheet) ([]plan.Danger, error) {
	all := job.Dangers(r.Job, sheet)
	if len(all) == 0 {
		return all, nil
	}
	g, err := s.glance(ctx, r.id)
	if err != nil {
		return nil, err
	}
	looked, err := s.lookedAt(ctx)
	if g.Plan || looked[r.Plan.Hash] {
		return []plan.Danger{}, err
	}
	return all, err
}

// Looked notes that somebody has looked at what changed in an open job.
func (s *Store) Looked(ctx context.Context, number string) (*Job, error) {
	return s.glanced(ctx, number, func(r *Job, g job.Glance) job.Glance {
		now := job.GlanceAt(job.Derive(r.Job))
		now.Plan = g.Plan
		return now
	})
}

// LookedAtPlan notes that a lead has looked at what is wrong with the plan of an open job.
func (s *Store) LookedAtPlan(ctx context.Context, number string) (*Job, error) {
	return s.glanced(ctx, number, func(_ *Job, g job.Glance) job.Glance {
		g.Plan = true
		return g
	})
}

// glanced changes the glance of a job.
func (s *Store) glanced(ctx context.Context, number string, to func(*Job, job.Glance) job.Glance) (*Job, error) {
	s.writing.Lock()
	defer s.writing.Unlock()
	r, err := s.Job(ctx, number)
	if err != nil {
		return nil, err
	}
	g, err := s.glance(ctx, r.id)
	if err != nil {
		return nil, err
	}
	text, err := json.Marshal(to(r, g))
	if err != nil {
		return nil, err
	}
	_, err = s.db.ExecContext(ctx, "UPDATE jobs SET glance = ? WHERE id = ?", string(text), r.id)
	s.logs.drop(r.id)
	return r, err
}

// sheets reads the sheets that are kept with a job.
func (s *Store) sheets(ctx context.Context, id int64) ([]job.KeptSheet, error) {
	return query(ctx, s.db, scanSheet, "SELECT seq, hash, later, gzip FROM sheets WHERE job = ? ORDER BY seq", id)
}

func scanSheet(rows *sql.Rows) (k job.KeptSheet, err error) {
	var packed []byte
	if err := rows.Scan(&k.Seq, &k.Hash, &k.Later, &packed); err != nil {
		return k, err
	}
	unpack, err := gzip.NewReader(bytes.NewReader(packed))
	if err != nil {
		return k, fmt.Errorf("the sheet kept with entry %d: %w", k.Seq, err)
	}
	k.Bytes, err = io.ReadAll(unpack)
	return k, err
}

func keepSheet(ctx context.Context, tx *sql.Tx, id int64, k job.KeptSheet) error {
	var b bytes.Buffer
	pack := gzip.NewWriter(&b)
	if _, err := pack.Write(k.Bytes); err != nil {
		return err
	}
	if err := pack.Close(); err != nil {
		return err
	}
	_, err := tx.ExecContext(ctx, "INSERT INTO sheets (job, seq, hash, later, gzip) VALUES (?, ?, ?, ?, ?)",
		id, k.Seq, k.Hash, k.Later, b.Bytes())
	return err
}

// catchUp gives the jobs of an older file what newer ones are kept with: a glance,
// and of one that is signed its sheet, as the rules of this day make it. What
// cannot be read is left as it is, and does not stop the shop.
func (s *Store) catchUp(ctx context.Context) error {
	numbers, err := query(ctx, s.db, func(rows *sql.Rows) (n string, err error) { return n, rows.Scan(&n) },
		"SELECT number FROM jobs WHERE glance = '' OR coded = 0")
	if err != nil {
		return err
	}
	for _, number := range numbers {
		if err := s.catchUpOne(ctx, number); err != nil {
			slog.Warn("a job of an older file is left as it is", "job", number, "error", err)
		}
	}
	return nil
}

func (s *Store) catchUpOne(ctx context.Context, number string) error {
	r, err := s.Job(ctx, number)
	if err != nil {
		return err
	}
	sheet := job.Derive(r.Job)
	row, err := derived(number, r.Job, sheet, job.GlanceAt(sheet))
	if err != nil {
		return err
	}
	return s.transaction(ctx, func(tx *sql.Tx) error {
		if sheet.State == job.Signed && len(r.Kept) == 0 {
			k, err := job.KeepSheet(len(r.Log), sheet)
			if err != nil {
				return err
			}
			k.Later = true
			if err := keepSheet(ctx, tx, r.id, k); err != nil {
				return err
			}
			s.logs.drop(r.id)
		}
		words, err := s.words(ctx, tx, r)
		if err != nil {
			return err
		}
		_, err = tx.ExecContext(ctx, "UPDATE jobs SET glance = iif(glance = '', ?, glance), past = iif(past = '', ?, past), "+
			"summary = ?, search = ?, coded = 1 WHERE id = ?", row.glance, row.past, row.summary, words, r.id)
		return err
	})
}
