package store

import (
	"context"
	"database/sql"
	"encoding/json"
	"fmt"

	"settle/core/field"
	"settle/core/plan"
	"settle/core/record"
)

// Beside is what a shop has beside its jobs and its drawings, as it is kept.
type Beside struct {
	Shop    Shop              `json:"shop"`
	Copies  int               `json:"copies"`
	People  []Account         `json:"people"`
	Plans   []PlanKept        `json:"plans"`
	Pumps   []json.RawMessage `json:"pumps"`
	PumpLog []LineKept        `json:"pump_log"`
	Notes   []LineKept        `json:"notes"`
	Gauges  []LineKept        `json:"gauges"`
}

// PlanKept is a plan that the shop wrote.
type PlanKept struct {
	Key      string `json:"key"`
	Imported string `json:"imported"`
	By       string `json:"by"`
	Text     string `json:"text"`
	hash     string
}

// LineKept is a line of the log of a pump or of a gauge.
type LineKept struct {
	Of   string          `json:"of" doc:"tag of the pump, or key of the gauge"`
	ID   string          `json:"id"`
	Line json.RawMessage `json:"line"`
}

// Beside reads what a shop has beside its jobs.
func (s *Store) Beside(ctx context.Context) (b Beside, err error) {
	if b.Shop, err = s.Shop(ctx); err != nil {
		return b, err
	}
	if b.Copies, err = s.Copies(ctx); err != nil {
		return b, err
	}
	if b.People, err = s.Accounts(ctx); err != nil {
		return b, err
	}
	if b.Plans, err = query(ctx, s.db, func(rows *sql.Rows) (p PlanKept, err error) {
		return p, rows.Scan(&p.Key, &p.Imported, &p.By, &p.Text)
	}, "SELECT key, imported, by, text FROM own_plans JOIN plans USING (hash) ORDER BY key"); err != nil {
		return b, err
	}
	if b.Pumps, err = query(ctx, s.db, func(rows *sql.Rows) (json.RawMessage, error) {
		var text string
		err := rows.Scan(&text)
		return json.RawMessage(text), err
	}, "SELECT record FROM pumps ORDER BY id"); err != nil {
		return b, err
	}
	for _, x := range []struct {
		to *[]LineKept
		q  string
	}{
		{&b.PumpLog, "SELECT tag, pump_log.id, line FROM pump_log JOIN pumps ON pumps.id = pump ORDER BY pump_log.rowid"},
		{&b.Notes, "SELECT tag, notes.id, notes.record FROM notes JOIN pumps ON pumps.id = pump ORDER BY notes.rowid"},
		{&b.Gauges, "SELECT gauge, id, line FROM gauge_log ORDER BY rowid"},
	} {
		if *x.to, err = query(ctx, s.db, func(rows *sql.Rows) (l LineKept, err error) {
			var line string
			err = rows.Scan(&l.Of, &l.ID, &line)
			l.Line = json.RawMessage(line)
			return l, err
		}, x.q); err != nil {
			return b, err
		}
	}
	return b, nil
}

// Papers are the ids of the drawings and certificates that are kept.
func (s *Store) Papers(ctx context.Context) ([]string, error) {
	return query(ctx, s.db, func(rows *sql.Rows) (id string, err error) { return id, rows.Scan(&id) },
		"SELECT id FROM papers ORDER BY id")
}

// Numbers are the numbers of all jobs, in the order in which they were opened.
func (s *Store) Numbers(ctx context.Context) ([]string, error) {
	return query(ctx, s.db, func(rows *sql.Rows) (n string, err error) { return n, rows.Scan(&n) },
		"SELECT number FROM jobs ORDER BY id")
}

// TakeBeside puts what another shop has beside its jobs into one that has nothing yet.
func (s *Store) TakeBeside(ctx context.Context, b Beside) error {
	s.writing.Lock()
	defer s.writing.Unlock()
	var there int
	if err := s.db.QueryRowContext(ctx, "SELECT (SELECT count(*) FROM people) + (SELECT count(*) FROM pumps)").
		Scan(&there); err != nil {
		return err
	}
	if there > 0 {
		return field.Errorf("file", "holds a whole shop, and here is one already: take it into an empty folder")
	}
	if err := b.check(); err != nil {
		return err
	}
	if err := s.SetShop(ctx, b.Shop); err != nil {
		return err
	}
	if err := s.KeepCopies(ctx, b.Copies); err != nil {
		return err
	}
	return s.transaction(ctx, func(tx *sql.Tx) error { return b.write(ctx, tx) })
}

// write puts it in, line by line as it was kept.
func (b *Beside) write(ctx context.Context, tx *sql.Tx) error {
	run := func(q string, args ...any) error {
		_, err := tx.ExecContext(ctx, q, args...)
		return err
	}
	for _, p := range b.People {
		if err := run("INSERT INTO people (id, name, role, keeper, gone) VALUES (?, ?, ?, ?, nullif(?, ''))", p.ID, p.Name,
			p.Role, p.Keeper, p.Gone); err != nil {
			return fmt.Errorf("person %s: %w", p.ID, err)
		}
	}
	for _, p := range b.Plans {
		if err := run("INSERT INTO plans (hash, text) VALUES (?, ?) ON CONFLICT DO NOTHING", p.hash,
			[]byte(p.Text)); err != nil {
			return err
		}
		if err := run("INSERT INTO own_plans (key, hash, imported, by) VALUES (?, ?, ?, ?)", p.Key, p.hash, p.Imported,
			p.By); err != nil {
			return err
		}
	}
	for _, text := range b.Pumps {
		var p record.Pump
		if err := json.Unmarshal(text, &p); err != nil {
			return err
		}
		if err := run("INSERT INTO pumps (tag, record, plate) VALUES (?, ?, ?)", p.Tag, string(text), p.Plate()); err != nil {
			return fmt.Errorf("pump %s: %w", p.Tag, err)
		}
	}
	for _, l := range b.Gauges {
		if err := run("INSERT INTO gauge_log (id, gauge, line) VALUES (?, ?, ?)", l.ID, l.Of, string(l.Line)); err != nil {
			return err
		}
	}
	return b.onPumps(ctx, tx)
}

// onPumps puts in what was noted about pumps and calculated for them, with the words that they
// are found by.
func (b *Beside) onPumps(ctx context.Context, tx *sql.Tx) error {
	put := func(l LineKept, q string, words func() (string, error)) error {
		var pump int64
		if err := tx.QueryRowContext(ctx, "SELECT id FROM pumps WHERE tag = ?", l.Of).Scan(&pump); err != nil {
			return fmt.Errorf("a line about %s: %w", l.Of, err)
		}
		if _, err := tx.ExecContext(ctx, q, l.ID, pump, string(l.Line)); err != nil {
			return err
		}
		found, err := words()
		if err != nil {
			return err
		}
		return noted(ctx, tx, pump, found)
	}
	for _, l := range b.PumpLog {
		if err := put(l, "INSERT INTO pump_log (id, pump, line) VALUES (?, ?, ?)", func() (string, error) {
			var e record.Line
			err := json.Unmarshal(l.Line, &e)
			return e.Text, err
		}); err != nil {
			return err
		}
	}
	for _, l := range b.Notes {
		if err := put(l, "INSERT INTO notes (id, pump, record) VALUES (?, ?, ?)", func() (string, error) {
			var n Note
			err := json.Unmarshal(l.Line, &n)
			return n.Remark + " " + n.Text.Thou, err
		}); err != nil {
			return err
		}
	}
	return nil
}

// check reads the plans, and says which of them cannot be read.
func (b *Beside) check() error {
	for i := range b.Plans {
		p, err := plan.ReadKept(b.Plans[i].Key+".yaml", []byte(b.Plans[i].Text))
		if err != nil {
			return fmt.Errorf("plan %s: %w", b.Plans[i].Key, err)
		}
		b.Plans[i].hash = p.Hash
	}
	return nil
}
