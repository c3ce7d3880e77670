package store

import (
	"context"
	"database/sql"
	"encoding/json"
	"errors"
	"strings"
	"time"
	"unicode/utf8"

	"settle/core/field"
	"settle/core/log"
	"settle/core/quantity"
)

// Note is a calculation kept to a pump: what it came to, and where it opens
// again.
type Note struct {
	ID      string            `json:"id"`
	At      time.Time         `json:"at"`
	By      log.Person        `json:"by"`
	Kind    string            `json:"kind" doc:"the calculator"`
	Text    quantity.Sentence `json:"text"`
	Address string            `json:"address" doc:"query of the tool's screen"`
	Remark  string            `json:"remark,omitempty"`
}

// AddNote appends a note to a pump's page. One sent twice, with the same id, is
// kept once and answered as it was kept.
func (s *Store) AddNote(ctx context.Context, tag string, n Note, by string) (Note, error) {
	var errs field.Errors
	if len(n.ID) < 8 || utf8.RuneCountInString(n.ID) > 64 {
		errs.Add("id", errors.New("must be 8 to 64 letters made by the client, never used before"))
	}
	if n.Remark = strings.TrimSpace(n.Remark); utf8.RuneCountInString(n.Remark) > 1000 {
		errs.Add("remark", errors.New("is longer than 1000 letters: keep it to what the next one must know"))
	}
	if utf8.RuneCountInString(n.Address) > 8000 {
		errs.Add("address", errors.New("is longer than 8000 letters"))
	}
	if err := errs.Err(); err != nil {
		return n, err
	}
	_, pump, err := s.pump(ctx, tag)
	if err != nil {
		return n, err
	}
	if n.By, err = s.Person(ctx, by); err != nil {
		return n, err
	}
	n.At = s.now()
	record, err := json.Marshal(n)
	if err != nil {
		return n, err
	}
	err = s.transaction(ctx, func(tx *sql.Tx) error {
		res, err := tx.ExecContext(ctx, "INSERT INTO notes (id, pump, record) VALUES (?, ?, ?) ON CONFLICT DO NOTHING",
			n.ID, pump, string(record))
		if err != nil {
			return err
		}
		if added, err := res.RowsAffected(); err != nil || added == 0 {
			return err
		}
		return noted(ctx, tx, pump, n.Remark+" "+n.Text.Thou)
	})
	if err != nil {
		return n, err
	}
	var kept string
	if err := s.db.QueryRowContext(ctx, "SELECT record FROM notes WHERE id = ?", n.ID).Scan(&kept); err != nil {
		return n, err
	}
	return n, json.Unmarshal([]byte(kept), &n)
}

// Notes lists the notes of a pump, the latest first.
func (s *Store) Notes(ctx context.Context, tag string) ([]Note, error) {
	return query(ctx, s.db, func(rows *sql.Rows) (n Note, err error) {
		var record string
		if err := rows.Scan(&record); err != nil {
			return n, err
		}
		return n, json.Unmarshal([]byte(record), &n)
	}, "SELECT record FROM notes WHERE pump = (SELECT id FROM pumps WHERE tag = ?) ORDER BY rowid DESC LIMIT 200", tag)
}
