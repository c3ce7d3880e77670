package store

import (
	"context"
	"crypto/rand"
	"database/sql"

	"settle/core/field"
	"settle/core/job"
	"settle/core/log"
	"settle/core/record"
)

// ProposeLimits appends limits of a pump that somebody proposes to its log: nothing is judged by them
// until a lead confirms. One sent twice, with the same id, is kept once.
func (s *Store) ProposeLimits(ctx context.Context, tag, id string, limits map[string]job.LimitForm,
	by log.Person) error {
	s.writing.Lock()
	defer s.writing.Unlock()
	if len(id) < 8 || len(id) > 64 {
		return field.Errorf("id", "must be 8 to 64 letters made by the client, never used before")
	}
	plans, err := s.Plans(ctx)
	if err != nil {
		return err
	}
	p, pump, err := s.pump(ctx, tag)
	if err != nil {
		return err
	}
	var known int
	if err := s.db.QueryRowContext(ctx, "SELECT count(*) FROM pump_log WHERE id = ?", id).Scan(&known); err != nil ||
		known > 0 {
		return err // sent twice
	}
	if err := p.With(limits).Check(plans, p); err != nil {
		return err
	}
	e, err := record.Propose(p, limits, titles(plans[p.Plan]))
	if err != nil {
		return err
	}
	e.ID, e.At, e.By = id, s.now(), by
	err = s.transaction(ctx, func(tx *sql.Tx) error { return putLine(ctx, tx, pump, e) })
	if err == nil {
		s.tell(Event{What: PumpChanged, Pump: tag})
	}
	return err
}

// AnswerProposal confirms limits that somebody proposed, which are the pump's from then on, or turns them
// down. Version is of the page that was read: it returns Overtaken where another stands there by now.
func (s *Store) AnswerProposal(ctx context.Context, tag, id string, confirm bool, version string, by log.Person) error {
	s.writing.Lock()
	defer s.writing.Unlock()
	plans, err := s.Plans(ctx)
	if err != nil {
		return err
	}
	now, err := s.PumpAt(ctx, tag)
	if err != nil {
		return err
	}
	entries, err := s.PumpLog(ctx, tag)
	if err != nil {
		return err
	}
	var proposed *record.Line
	for _, e := range record.Proposals(entries) {
		if e.ID == id {
			proposed = &e
		}
	}
	if proposed == nil {
		return field.Errorf("proposal", "is answered already, or is none of this pump: look at what stands there")
	}
	if now.Version != version {
		return &Overtaken{What: "pump " + tag, Pump: &now}
	}
	e := record.Line{ID: rand.Text(), At: s.now(), By: by, Kind: record.TurnedDown, On: id,
		Text: "Turned down, what " + proposed.By.Name + " proposed: " + proposed.Text}
	p := now.With(proposed.Limits)
	p.Version = ""
	if confirm {
		e.Kind, e.Text = record.Confirmed, "Confirmed, what "+proposed.By.Name+" proposed"
		if err := p.Check(plans, now); err != nil {
			return err
		}
	}
	err = s.transaction(ctx, func(tx *sql.Tx) error {
		if confirm {
			if err := s.rewrite(ctx, tx, now, p, plans, by); err != nil {
				return err
			}
		}
		_, pump, err := s.pump(ctx, tag)
		if err != nil {
			return err
		}
		return putLine(ctx, tx, pump, e)
	})
	if err == nil {
		s.tell(Event{What: PumpChanged, Pump: tag})
	}
	return err
}
