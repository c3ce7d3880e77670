package store

import (
	"context"
	"database/sql"
	"errors"
	"fmt"

	"settle/core/field"
	"settle/core/job"
	"settle/core/log"
	"settle/core/plan"
	"settle/core/record"
)

// opening is a job that is to be opened, ready to be written.
type opening struct {
	pump   record.Pump
	pumpID int64
	plan   *plan.Plan
	entry  log.Entry
	row    row
}

// ToOpen is a job that is asked for. The id is the client's: sent twice, it gives the
// same job.
type ToOpen struct {
	ID, Tag string
	job.Asked
	Hours *float64
	By    log.Person
}

// OpenJob opens a job for a pump and returns its number.
func (s *Store) OpenJob(ctx context.Context, ask ToOpen) (number string, err error) {
	s.writing.Lock()
	defer s.writing.Unlock()
	o, err := s.toOpen(ctx, ask)
	if err != nil {
		return "", err
	}
	err = s.transaction(ctx, func(tx *sql.Tx) error {
		err := tx.QueryRowContext(ctx, "SELECT number FROM jobs JOIN entries ON entries.job = jobs.id WHERE entries.id = ?",
			ask.ID).Scan(&number)
		if !errors.Is(err, sql.ErrNoRows) {
			return err // sent twice
		}
		number, err = o.write(ctx, tx)
		return err
	})
	if err == nil {
		s.tell(Event{What: JobChanged, Job: number, Pump: o.pump.Tag, Length: 1})
	}
	return number, err
}

// toOpen checks what a job is opened with, and makes its first entry.
func (s *Store) toOpen(ctx context.Context, ask ToOpen) (o opening, err error) {
	if o.pump, o.pumpID, err = s.pump(ctx, ask.Tag); err != nil {
		return o, err
	}
	if o.pump.Plan == "" {
		return o, field.Errorf("pump", "%s has no plan: there is none yet for construction %s", o.pump.Tag,
			o.pump.Construction)
	}
	if ask.ID == "" {
		return o, field.Errorf("id", "is missing: the sender makes one")
	}
	shop, err := s.Shop(ctx)
	if err != nil {
		return o, err
	}
	plans, err := s.Plans(ctx)
	if err != nil {
		return o, err
	}
	if o.plan = plans[o.pump.Plan]; o.plan == nil {
		return o, field.Errorf("pump", "%s is repaired by plan %s, which cannot be read: the shop's page says why, choose "+
			"another plan on the pump's page", o.pump.Tag, o.pump.Plan)
	}
	first, err := job.NewOpening(o.plan, o.pump.Tag, o.pump.Papers.Asked(o.plan), shop.Rules, ask.Asked)
	if err != nil {
		return o, err
	}
	first.Carrying(o.pump.Liquid)
	if err := first.Run(ask.Hours); err != nil {
		return o, err
	}
	if err := s.propose(ctx, o, first); err != nil {
		return o, err
	}
	entry := log.Entry{ID: ask.ID, By: ask.By, Kind: log.Opened, Open: first}
	if o.entry, err = log.Seal(nil, entry, s.now()); err != nil {
		return o, err
	}
	j := job.Job{Plan: o.plan, Log: []log.Entry{o.entry}}
	sheet := job.Derive(j)
	o.row, err = derived("", j, sheet, job.GlanceAt(sheet))
	return o, err
}

// Unopened is the job that would be opened, with no number: its work can be looked at and
// printed, and nothing of it is kept.
func (s *Store) Unopened(ctx context.Context, tag string, asked job.Asked) (*Job, error) {
	o, err := s.toOpen(ctx, ToOpen{ID: "unopened", Tag: tag, Asked: asked})
	if err != nil {
		return nil, err
	}
	return &Job{Pump: o.pump, Job: job.Job{Plan: o.plan, Log: []log.Entry{o.entry}}}, nil
}

// propose looks at what the last job of the pump left undone because it is not there.
func (s *Store) propose(ctx context.Context, o opening, first *log.Opening) error {
	var number string
	err := s.db.QueryRowContext(ctx, "SELECT number FROM jobs WHERE pump = ? ORDER BY id DESC LIMIT 1", o.pumpID).
		Scan(&number)
	if errors.Is(err, sql.ErrNoRows) {
		return nil
	}
	if err != nil {
		return err
	}
	last, err := s.Job(ctx, number)
	if err != nil {
		return err
	}
	job.Propose(first, o.plan, last.Job)
	return nil
}

// write opens the job and returns the number it has.
func (o *opening) write(ctx context.Context, tx *sql.Tx) (number string, err error) {
	if err := free(ctx, tx, o.pumpID, o.pump.Tag, 0); err != nil {
		return "", err
	}
	if _, err := tx.ExecContext(ctx, "INSERT INTO plans (hash, text) VALUES (?, ?) ON CONFLICT DO NOTHING", o.plan.Hash,
		o.plan.Text); err != nil {
		return "", err
	}
	var n int64
	if err := tx.QueryRowContext(ctx, "SELECT coalesce(max(id), 0) + 1 FROM jobs").Scan(&n); err != nil {
		return "", err
	}
	// A job taken in from elsewhere keeps its number, which may stand ahead.
	for next, taken := n, 1; taken > 0; next++ {
		number = fmt.Sprintf("J-%04d", next)
		if err := tx.QueryRowContext(ctx, "SELECT count(*) FROM jobs WHERE number = ?", number).Scan(&taken); err != nil {
			return "", err
		}
	}
	complaint, at := o.entry.Open.Complaint, o.entry.At.Format(layout)
	if _, err := tx.ExecContext(ctx, "INSERT INTO jobs (id, number, pump, plan, opened, changed, state, length, "+
		"search, summary, glance, complaint, construction, coded) VALUES (?, ?, ?, ?, ?, ?, ?, 1, ?, ?, ?, ?, ?, 1)",
		n, number, o.pumpID, o.plan.Hash, at, at, o.row.state, jobWords(number, o.pump, complaint), o.row.summary,
		o.row.glance, complaint, o.pump.Construction); err != nil {
		return "", err
	}
	_, err = tx.ExecContext(ctx, "INSERT INTO entries (job, seq, id, line) VALUES (?, 1, ?, ?)", n, o.entry.ID,
		string(o.entry.Line()))
	return number, err
}

// free refuses where the pump has an open job beside the one given.
func free(ctx context.Context, tx *sql.Tx, pump int64, tag string, but int64) error {
	var open sql.NullString
	err := tx.QueryRowContext(ctx, "SELECT max(number) FROM jobs WHERE pump = ? AND id <> ? AND "+isOpen, pump, but).
		Scan(&open)
	if err == nil && open.Valid {
		return field.Errorf("pump", "%s has an open job already: continue with %s", tag, open.String)
	}
	return err
}
