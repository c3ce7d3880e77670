package store

import (
	"context"
	"database/sql"
	"encoding/json"
	"errors"
	"fmt"
	"strings"

	"settle/core/field"
	"settle/core/job"
	"settle/core/log"
	"settle/core/record"
)

// PumpRow is a pump in the list, with how often it has been here.
type PumpRow struct {
	record.Pump
	Jobs int    `json:"jobs"`
	Open string `json:"open,omitempty" doc:"number of its open job"`
}

// PumpQuery asks for a list of pumps.
type PumpQuery struct {
	Words        string // all of which must be on the pump's plate or in what was noted about it
	Construction string // letter, or "" for all
	Sort         string // "tag", "name", "maker", "jobs"; "" is by tag
	Limit        int    // 0: all of them
}

// pumpOrders are the ways the list of pumps is sorted.
var pumpOrders = map[string]string{
	"": "tag", "tag": "tag",
	"name":  "name COLLATE NOCASE, tag",
	"maker": "json_extract(record, '$.maker') COLLATE NOCASE, tag",
	"jobs":  "jobs DESC, tag",
}

// Pumps lists pumps.
func (s *Store) Pumps(ctx context.Context, q PumpQuery) ([]PumpRow, error) {
	where, args := []string{"1"}, []any{}
	for _, word := range strings.Fields(strings.ToLower(q.Words)) {
		where, args = append(where, `plate || ' ' || noted LIKE ? ESCAPE '\'`), append(args, like(word))
	}
	if q.Construction != "" {
		where, args = append(where, "construction = ?"), append(args, q.Construction)
	}
	if q.Limit <= 0 {
		q.Limit = -1
	}
	return query(ctx, s.db, func(rows *sql.Rows) (p PumpRow, err error) {
		var text string
		var open sql.NullString
		if err := rows.Scan(&text, &p.Jobs, &open); err != nil {
			return p, err
		}
		p.Open = open.String
		return p, json.Unmarshal([]byte(text), &p.Pump)
	}, `SELECT record, (SELECT count(*) FROM jobs WHERE pump = pumps.id) AS jobs,
		(SELECT number FROM jobs WHERE pump = pumps.id AND `+isOpen+` ORDER BY id DESC LIMIT 1)
		FROM pumps WHERE `+strings.Join(where, " AND ")+` ORDER BY `+pumpOrders[q.Sort]+` LIMIT ?`, append(args, q.Limit)...)
}

// Pump returns the pump of that tag.
func (s *Store) Pump(ctx context.Context, tag string) (record.Pump, error) {
	p, _, err := s.pump(ctx, tag)
	return p, err
}

func (s *Store) pump(ctx context.Context, tag string) (p record.Pump, id int64, err error) {
	var text string
	err = s.db.QueryRowContext(ctx, "SELECT id, record FROM pumps WHERE tag = ?", tag).Scan(&id, &text)
	if errors.Is(err, sql.ErrNoRows) {
		return p, 0, &NotFound{"pump", tag}
	}
	if err != nil {
		return p, 0, err
	}
	err = json.Unmarshal([]byte(text), &p)
	p.Whole()
	return p, id, err
}

// SavePump writes a pump's page: a new one where fresh is set, which must have
// a tag nobody has, else over the one of that tag. Jobs keep the limits they
// were opened with.
func (s *Store) SavePump(ctx context.Context, p record.Pump, fresh bool) error {
	p.Tag, p.Version = strings.TrimSpace(p.Tag), ""
	p.Whole()
	plans, err := s.Plans(ctx)
	if err != nil {
		return err
	}
	var before record.Pump
	if !fresh {
		if before, _, err = s.pump(ctx, p.Tag); err != nil {
			return err
		}
	}
	if err := p.Check(plans, before); err != nil {
		return err
	}
	record, err := json.Marshal(p)
	if err != nil {
		return err
	}
	if !fresh {
		res, err := s.db.ExecContext(ctx, "UPDATE pumps SET record = ?, plate = ? WHERE tag = ?", string(record),
			p.Plate(), p.Tag)
		if err != nil {
			return err
		}
		if n, err := res.RowsAffected(); err != nil || n == 0 {
			return errors.Join(err, &NotFound{"pump", p.Tag})
		}
		return nil
	}
	res, err := s.db.ExecContext(ctx, "INSERT INTO pumps (tag, record, plate) VALUES (?, ?, ?) ON CONFLICT DO NOTHING",
		p.Tag, string(record), p.Plate())
	if err != nil {
		return err
	}
	if n, err := res.RowsAffected(); err != nil || n == 0 {
		return errors.Join(err, field.Errorf("tag", "%s is taken: every pump has a tag of its own", p.Tag))
	}
	return nil
}

// PutPumps writes pumps over those of their tags, adds those that are new, and
// sets the shop's rules where they are not nil: all of it or nothing. What was changed on a pump, and
// by whom, stands in its log.
func (s *Store) PutPumps(ctx context.Context, pumps []record.Pump, rules *job.Rules, by log.Person) error {
	plans, err := s.Plans(ctx)
	if err != nil {
		return err
	}
	were := map[string]record.Pump{}
	for _, p := range pumps {
		before, _, err := s.pump(ctx, p.Tag)
		if missing := (*NotFound)(nil); err != nil && !errors.As(err, &missing) {
			return err
		} else if err == nil {
			were[p.Tag] = before
		}
		if err := p.Check(plans, before); err != nil {
			return fmt.Errorf("pump %s: %w", p.Tag, err)
		}
	}
	s.writing.Lock()
	defer s.writing.Unlock()
	return s.transaction(ctx, func(tx *sql.Tx) error {
		put, err := tx.PrepareContext(ctx, "INSERT INTO pumps (tag, record, plate) VALUES (?, ?, ?)")
		if err != nil {
			return err
		}
		defer put.Close()
		for _, p := range pumps {
			p.Version = ""
			if before, there := were[p.Tag]; there {
				if err := s.rewrite(ctx, tx, before, p, plans, by); err != nil {
					return err
				}
				continue
			}
			record, err := json.Marshal(p)
			if err != nil {
				return err
			}
			if _, err := put.ExecContext(ctx, p.Tag, string(record), p.Plate()); err != nil {
				return err
			}
		}
		if rules == nil {
			return nil
		}
		text, err := json.Marshal(rules)
		if err != nil {
			return err
		}
		_, err = tx.ExecContext(ctx, "INSERT INTO shop (one, name, rules) VALUES (1, ?, ?) ON CONFLICT (one) DO UPDATE "+
			"SET rules = excluded.rules", unnamed, string(text))
		return err
	})
}

// like is a pattern that finds a word anywhere.
func like(word string) string {
	return "%" + strings.NewReplacer(`\`, `\\`, "%", `\%`, "_", `\_`).Replace(word) + "%"
}
