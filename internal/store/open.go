package store

import (
	"context"
	"database/sql"
	"errors"
	"fmt"

	"settle/core/field"
	"settle/core/job"
)

// OpenJob opens a job for a pump. The id is the client's: sent twice, it gives
// the same job.
func (s *Store) OpenJob(ctx context.Context, id, tag, complaint string, hours *float64, by job.Person) (number string,
	err error) {
	s.writing.Lock()
	defer s.writing.Unlock()
	pump, pumpID, err := s.pump(ctx, tag)
	if err != nil {
		return "", err
	}
	if pump.Plan == "" {
		return "", field.Errorf("pump", "%s has no plan: there is none yet for construction %s", pump.Tag, pump.Construction)
	}
	if id == "" {
		return "", field.Errorf("id", "is missing: the sender makes one")
	}
	shop, err := s.Shop(ctx)
	if err != nil {
		return "", err
	}
	plans, err := s.Plans(ctx)
	if err != nil {
		return "", err
	}
	p := plans[pump.Plan]
	if p == nil {
		return "", field.Errorf("pump", "%s is repaired by plan %s, which cannot be read: the shop's page says why, choose "+
			"another plan on the pump's page", pump.Tag, pump.Plan)
	}
	opening, err := job.NewOpening(p, pump.Tag, pump.Papers, shop.Rules, complaint)
	if err != nil {
		return "", err
	}
	if err := opening.Run(hours); err != nil {
		return "", err
	}
	e, err := job.Seal(nil, job.Entry{ID: id, By: by, Kind: job.Opened, Open: opening}, s.now())
	if err != nil {
		return "", err
	}
	j := job.Job{Plan: p, Log: []job.Entry{e}}
	sheet := job.Derive(j)
	row, err := derived("", j, sheet, job.GlanceAt(sheet))
	if err != nil {
		return "", err
	}
	err = s.transaction(ctx, func(tx *sql.Tx) error {
		err := tx.QueryRowContext(ctx, "SELECT number FROM jobs JOIN entries ON entries.job = jobs.id WHERE entries.id = ?",
			id).Scan(&number)
		if !errors.Is(err, sql.ErrNoRows) {
			return err // sent twice
		}
		if err := free(ctx, tx, pumpID, pump.Tag, 0); err != nil {
			return err
		}
		if _, err := tx.ExecContext(ctx, "INSERT INTO plans (hash, text) VALUES (?, ?) ON CONFLICT DO NOTHING", p.Hash,
			p.Text); err != nil {
			return err
		}
		var n int64
		if err := tx.QueryRowContext(ctx, "SELECT coalesce(max(id), 0) + 1 FROM jobs").Scan(&n); err != nil {
			return err
		}
		// A job taken in from elsewhere keeps its number, which may stand ahead.
		for next, taken := n, 1; taken > 0; next++ {
			number = fmt.Sprintf("J-%04d", next)
			if err := tx.QueryRowContext(ctx, "SELECT count(*) FROM jobs WHERE number = ?", number).Scan(&taken); err != nil {
				return err
			}
		}
		search := jobWords(number, pump, complaint)
		at := e.At.Format(layout)
		if _, err := tx.ExecContext(ctx, "INSERT INTO jobs (id, number, pump, plan, opened, changed, state, length, "+
			"search, summary, glance, complaint, construction, coded) VALUES (?, ?, ?, ?, ?, ?, ?, 1, ?, ?, ?, ?, ?, 1)",
			n, number, pumpID, p.Hash, at, at, row.state, search, row.summary, row.glance, complaint, pump.Construction); err != nil {
			return err
		}
		_, err = tx.ExecContext(ctx, "INSERT INTO entries (job, seq, id, line) VALUES (?, 1, ?, ?)", n, id, string(e.Line()))
		return err
	})
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
