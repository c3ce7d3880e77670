package store

import (
	"context"
	"crypto/sha256"
	"database/sql"
	"encoding/hex"
	"encoding/json"
	"errors"
	"strings"

	"settle/core/field"
	"settle/core/record"
)

// PumpLog returns what people noted about a pump, the oldest first.
func (s *Store) PumpLog(ctx context.Context, tag string) ([]record.Line, error) {
	return query(ctx, s.db, func(rows *sql.Rows) (e record.Line, err error) {
		var line string
		if err := rows.Scan(&line); err != nil {
			return e, err
		}
		return e, json.Unmarshal([]byte(line), &e)
	}, "SELECT line FROM pump_log WHERE pump = (SELECT id FROM pumps WHERE tag = ?) ORDER BY rowid", tag)
}

// Note appends an entry to a pump's log; when it returns without an error the
// entry is on the disk. One sent twice, with the same id, is kept once. Open are
// the remarks that can be settled.
func (s *Store) Note(ctx context.Context, tag string, e record.Line, by string, open []record.OpenRemark) error {
	s.writing.Lock()
	defer s.writing.Unlock()
	if len(e.ID) < 8 || len(e.ID) > 64 {
		return field.Errorf("id", "must be 8 to 64 letters made by the client, never used before")
	}
	_, pump, err := s.pump(ctx, tag)
	if err != nil {
		return err
	}
	var known int
	if err := s.db.QueryRowContext(ctx, "SELECT count(*) FROM pump_log WHERE id = ?", e.ID).Scan(&known); err != nil ||
		known > 0 {
		return err // sent twice
	}
	if err := record.Accept(e, open); err != nil {
		return err
	}
	if e.File != "" {
		if _, _, err := s.Paper(ctx, e.File); err != nil {
			return field.Errorf("file", "is not kept here: send the picture or the PDF first")
		}
	}
	if e.By, err = s.Person(ctx, by); err != nil {
		return err
	}
	e.At = s.now()
	err = s.transaction(ctx, func(tx *sql.Tx) error {
		if err := putLine(ctx, tx, pump, e); err != nil {
			return err
		}
		return noted(ctx, tx, pump, e.Text)
	})
	if err == nil {
		s.tell(Event{What: PumpChanged, Pump: tag})
	}
	return err
}

// noted adds to the words a pump is found by.
func noted(ctx context.Context, tx *sql.Tx, pump int64, words string) error {
	if words == "" {
		return nil
	}
	_, err := tx.ExecContext(ctx, "UPDATE pumps SET noted = noted || ' ' || ? WHERE id = ?", strings.ToLower(words), pump)
	return err
}

// AddPaper keeps a drawing or a picture and returns its id, the SHA-256 of its
// bytes in hex.
func (s *Store) AddPaper(ctx context.Context, kind string, bytes []byte) (string, error) {
	sum := sha256.Sum256(bytes)
	id := hex.EncodeToString(sum[:])
	_, err := s.db.ExecContext(ctx, "INSERT INTO papers (id, kept, type, bytes) VALUES (?, ?, ?, ?) ON CONFLICT DO "+
		"NOTHING", id, s.now().Format(layout), kind, bytes)
	return id, err
}

// Paper returns a kept drawing or picture with its media type.
func (s *Store) Paper(ctx context.Context, id string) (kind string, bytes []byte, err error) {
	err = s.db.QueryRowContext(ctx, "SELECT type, bytes FROM papers WHERE id = ?", id).Scan(&kind, &bytes)
	if errors.Is(err, sql.ErrNoRows) {
		return "", nil, &NotFound{"drawing", id}
	}
	return kind, bytes, err
}
