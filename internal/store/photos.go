package store

import (
	"context"
	"crypto/sha256"
	"database/sql"
	"encoding/hex"
	"errors"
)

// AddPhoto keeps a picture with a job and returns its id, the SHA-256 of its
// bytes in hex. The same picture kept twice is kept once.
func (s *Store) AddPhoto(ctx context.Context, number string, jpeg []byte) (string, error) {
	var job int64
	err := s.db.QueryRowContext(ctx, "SELECT id FROM jobs WHERE number = ?", number).Scan(&job)
	if errors.Is(err, sql.ErrNoRows) {
		return "", &NotFound{"job", number}
	}
	if err != nil {
		return "", err
	}
	sum := sha256.Sum256(jpeg)
	id := hex.EncodeToString(sum[:])
	_, err = s.db.ExecContext(ctx, "INSERT INTO photos (id, job, taken, bytes) VALUES (?, ?, ?, ?) ON CONFLICT DO "+
		"NOTHING", id, job, s.now().Format(layout), jpeg)
	return id, err
}

// Photo returns a picture.
func (s *Store) Photo(ctx context.Context, id string) ([]byte, error) {
	var jpeg []byte
	err := s.db.QueryRowContext(ctx, "SELECT bytes FROM photos WHERE id = ?", id).Scan(&jpeg)
	if errors.Is(err, sql.ErrNoRows) {
		return nil, &NotFound{"photo", id}
	}
	return jpeg, err
}

// PhotoOf is the number of the job that a picture was kept with.
func (s *Store) PhotoOf(ctx context.Context, id string) (number string, err error) {
	err = s.db.QueryRowContext(ctx, "SELECT number FROM photos JOIN jobs ON jobs.id = photos.job WHERE photos.id = ?", id).
		Scan(&number)
	if errors.Is(err, sql.ErrNoRows) {
		return "", &NotFound{"photo", id}
	}
	return number, err
}
