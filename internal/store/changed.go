package store

import (
	"context"
	"crypto/rand"
	"crypto/sha256"
	"database/sql"
	"encoding/hex"
	"encoding/json"
	"errors"
	"fmt"

	"settle/core/field"
	"settle/core/job"
	"settle/core/log"
	"settle/core/plan"
	"settle/core/record"
)

// Overtaken is a change of something that somebody else has changed since it was read: nothing is
// written, and what stands there is told.
type Overtaken struct {
	What string
	Pump *record.Pump // as it stands, or
	Shop *Shop
}

func (o *Overtaken) Error() string {
	return fmt.Sprintf("%s was changed in the meantime: look at what stands there, and write yours again", o.What)
}

// versionOf tells one text of a record from the next.
func versionOf(text string) string {
	sum := sha256.Sum256([]byte(text))
	return hex.EncodeToString(sum[:8])
}

// unread is a change by somebody who does not say what was read.
func unread(version string) error {
	if version == "" {
		return field.Errorf("version", "is missing: send the one that was read, so that nobody's change is lost")
	}
	return nil
}

// PumpAt returns the pump of that tag with its version.
func (s *Store) PumpAt(ctx context.Context, tag string) (record.Pump, error) {
	p, _, err := s.pump(ctx, tag)
	if err != nil {
		return p, err
	}
	text, err := s.pumpText(ctx, tag)
	p.Version = versionOf(text)
	return p, err
}

func (s *Store) pumpText(ctx context.Context, tag string) (text string, err error) {
	err = s.db.QueryRowContext(ctx, "SELECT record FROM pumps WHERE tag = ?", tag).Scan(&text)
	if errors.Is(err, sql.ErrNoRows) {
		return "", &NotFound{"pump", tag}
	}
	return text, err
}

// ChangePump writes a pump's page over the one that was read; it returns Overtaken where another stands
// there by now. What was changed, and by whom, stands in the pump's log.
func (s *Store) ChangePump(ctx context.Context, p record.Pump, by log.Person) error {
	s.writing.Lock()
	defer s.writing.Unlock()
	plans, err := s.Plans(ctx)
	if err != nil {
		return err
	}
	now, err := s.PumpAt(ctx, p.Tag)
	if err != nil {
		return err
	}
	p.Whole()
	if err := p.Check(plans, now); err != nil { // what is wrong with it is said first
		return err
	}
	if err := unread(p.Version); err != nil {
		return err
	}
	if now.Version != p.Version {
		return &Overtaken{What: "pump " + p.Tag, Pump: &now}
	}
	p.Version = ""
	err = s.transaction(ctx, func(tx *sql.Tx) error { return s.rewrite(ctx, tx, now, p, plans, by) })
	if err == nil {
		s.tell(Event{What: PumpChanged, Pump: p.Tag})
	}
	return err
}

// rewrite writes a pump's page over the one before, and into its log what was changed.
func (s *Store) rewrite(ctx context.Context, tx *sql.Tx, before, p record.Pump, plans map[string]*plan.Plan,
	by log.Person) error {
	text, err := json.Marshal(p)
	if err != nil {
		return err
	}
	var id int64
	if err := tx.QueryRowContext(ctx, "UPDATE pumps SET record = ?, plate = ? WHERE tag = ? RETURNING id", string(text),
		p.Plate(), p.Tag).Scan(&id); err != nil {
		return err
	}
	before.Version = ""
	changes := record.Changes(before, p, titles(plans[p.Plan]))
	for _, e := range record.ChangeLines(changes, by, s.now(), rand.Text) {
		if err := putLine(ctx, tx, id, e); err != nil {
			return err
		}
	}
	return nil
}

// titles names the limits of a plan, which may be nil.
func titles(p *plan.Plan) func(key string) string {
	return func(key string) string {
		if p == nil {
			return key
		}
		return job.CheckOf(p, key)
	}
}

// putLine appends a line to a pump's log.
func putLine(ctx context.Context, tx *sql.Tx, pump int64, e record.Line) error {
	line, err := json.Marshal(e)
	if err != nil {
		return err
	}
	_, err = tx.ExecContext(ctx, "INSERT INTO pump_log (id, pump, line) VALUES (?, ?, ?)", e.ID, pump, string(line))
	return err
}

// ShopAt is the shop with its version.
func (s *Store) ShopAt(ctx context.Context) (Shop, string, error) {
	shop, err := s.Shop(ctx)
	if err != nil {
		return shop, "", err
	}
	text, err := json.Marshal(shop)
	return shop, versionOf(string(text)), err
}

// ChangeShop writes the shop over the one that was read; it returns Overtaken where another stands there
// by now.
func (s *Store) ChangeShop(ctx context.Context, version string, change func(*Shop)) error {
	s.writing.Lock()
	defer s.writing.Unlock()
	shop, now, err := s.ShopAt(ctx)
	if err != nil {
		return err
	}
	stands := shop
	if change(&shop); checkShop(&shop) != nil {
		return checkShop(&shop) // what is wrong with it is said first
	}
	if err := unread(version); err != nil {
		return err
	}
	if now != version {
		return &Overtaken{What: "the shop", Shop: &stands}
	}
	return s.SetShop(ctx, shop)
}
