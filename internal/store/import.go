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

// incoming is a job of another Settle, ready to be written.
type incoming struct {
	*Job
	photos map[string][]byte
	fresh  bool // its pump is not known here
	theirs bool // nor is its plan
	pump   string
	row    row
}

// ImportJob takes in a job of another Settle, with its log and its kept sheets as
// they are and its pictures, and returns the number it has here: its own, or with a
// tail where another job has that one. The pump is added where its tag is not known
// yet, and with it a plan that its shop wrote. A job that is here already is
// refused; it is all or nothing.
func (s *Store) ImportJob(ctx context.Context, r *Job, photos map[string][]byte) (number string, err error) {
	s.writing.Lock()
	defer s.writing.Unlock()
	in, err := s.prepare(ctx, r, photos)
	if err != nil {
		return "", err
	}
	err = s.transaction(ctx, func(tx *sql.Tx) error {
		if number, err = freeNumber(ctx, tx, r.Number); err != nil {
			return err
		}
		return s.write(ctx, tx, in, number)
	})
	if err == nil {
		s.tell(Event{What: JobChanged, Job: number, Pump: r.Pump.Tag, Length: len(r.Log)})
	}
	return number, err
}

// prepare checks a job that comes in and works out what stands beside its log.
func (s *Store) prepare(ctx context.Context, r *Job, photos map[string][]byte) (*incoming, error) {
	in := &incoming{Job: r, photos: photos}
	var here string
	err := s.db.QueryRowContext(ctx, "SELECT number FROM jobs JOIN entries ON entries.job = jobs.id WHERE entries.id = ?",
		r.Log[0].ID).Scan(&here)
	if err == nil {
		return nil, field.Errorf("file", "holds a job that is here already: look at %s", here)
	} else if !errors.Is(err, sql.ErrNoRows) {
		return nil, err
	}
	if err := s.pumpOf(ctx, in); err != nil {
		return nil, err
	}
	sheet, err := job.Show(r.Job)
	if err != nil {
		return nil, err
	}
	if sheet.State == job.Signed && len(r.Kept) == 0 { // of a Settle that kept no sheets
		k, err := job.KeepSheet(len(r.Log), sheet)
		if err != nil {
			return nil, err
		}
		k.Later = true
		r.Kept = append(r.Kept, k)
	}
	if in.row, err = derived(r.Number, r.Job, sheet, job.GlanceAt(sheet)); err != nil {
		return nil, err
	}
	return in, nil
}

// pumpOf says whether the pump of a job that comes in, and its plan, are known.
func (s *Store) pumpOf(ctx context.Context, in *incoming) error {
	plans, err := s.Plans(ctx)
	if err != nil {
		return err
	}
	in.theirs = plans[in.Plan.Key] == nil
	if plans[in.Plan.Key] = in.Plan; plans[in.Pump.Plan] == nil {
		in.Pump.Plan = in.Plan.Key // its page names a plan that the file does not hold
	}
	_, _, err = s.pump(ctx, in.Pump.Tag)
	var missing *NotFound
	if in.fresh = errors.As(err, &missing); in.fresh {
		err = in.Pump.Check(plans, in.Pump)
	}
	if err != nil {
		return err
	}
	record, err := json.Marshal(in.Pump)
	in.pump = string(record)
	return err
}

// freeNumber is the number, or that with a tail where it is taken.
func freeNumber(ctx context.Context, tx *sql.Tx, wanted string) (string, error) {
	number := wanted
	for tail, taken := 2, 1; ; tail++ {
		err := tx.QueryRowContext(ctx, "SELECT count(*) FROM jobs WHERE number = ?", number).Scan(&taken)
		if err != nil || taken == 0 {
			return number, err
		}
		number = fmt.Sprintf("%s-%d", wanted, tail)
	}
}

func (s *Store) write(ctx context.Context, tx *sql.Tx, in *incoming, number string) error {
	first, last := in.Log[0], in.Log[len(in.Log)-1]
	run := func(q string, args ...any) error {
		_, err := tx.ExecContext(ctx, q, args...)
		return err
	}
	if err := run("INSERT INTO plans (hash, text) VALUES (?, ?) ON CONFLICT DO NOTHING", in.Plan.Hash,
		in.Plan.Text); err != nil {
		return err
	}
	if in.fresh {
		if err := run("INSERT INTO pumps (tag, record, plate) VALUES (?, ?, ?)", in.Pump.Tag, in.pump,
			in.Pump.Plate()); err != nil {
			return err
		}
	}
	if in.fresh && in.theirs {
		if err := run("INSERT INTO own_plans (key, hash, imported, by) VALUES (?, ?, ?, ?)", in.Plan.Key, in.Plan.Hash,
			s.now().Format(layout), first.By.Name); err != nil {
			return err
		}
	}
	named := *in.Job
	named.Number = number
	words, err := s.words(ctx, tx, &named)
	if err != nil {
		return err
	}
	res, err := tx.ExecContext(ctx, "INSERT INTO jobs (number, pump, plan, opened, changed, state, length, search, "+
		"summary, past, glance, complaint, decide, construction, coded) "+
		"SELECT ?, id, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, coalesce(construction, ''), 1 FROM pumps WHERE tag = ?",
		number, in.Plan.Hash, first.At.Format(layout), last.At.Format(layout), in.row.state, len(in.Log), words,
		in.row.summary, in.row.past, in.row.glance, first.Open.Complaint, in.row.decide, in.Pump.Tag)
	if err != nil {
		return err
	}
	id, err := res.LastInsertId()
	if err != nil {
		return err
	}
	for i := range in.Log {
		e := &in.Log[i]
		if err := run("INSERT INTO entries (job, seq, id, line) VALUES (?, ?, ?, ?)", id, e.Seq, e.ID,
			string(e.Line())); err != nil {
			return err
		}
		if err := usedGauge(ctx, tx, id, e); err != nil {
			return err
		}
	}
	for _, k := range in.Kept {
		if err := keepSheet(ctx, tx, id, k); err != nil {
			return err
		}
	}
	for _, g := range in.Signatures {
		if err := writeSignature(ctx, tx, id, g, last.At.Format(layout)); err != nil {
			return err
		}
	}
	for photo, jpeg := range in.photos {
		if err := keepPhoto(ctx, tx, photo, id, last.At, jpeg); err != nil {
			return err
		}
	}
	return nil
}
