package store

import (
	"context"
	"crypto/sha256"
	"database/sql"
	"encoding/hex"
	"errors"
	"time"
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
	return id, s.transaction(ctx, func(tx *sql.Tx) error { return keepPhoto(ctx, tx, id, job, s.now(), jpeg) })
}

// keepPhoto keeps a picture, once, and says that it is of a job.
func keepPhoto(ctx context.Context, tx *sql.Tx, id string, job int64, at time.Time, jpeg []byte) error {
	if _, err := tx.ExecContext(ctx, "INSERT INTO photos (id, job, taken, bytes) VALUES (?, ?, ?, ?) ON CONFLICT DO "+
		"NOTHING", id, job, at.Format(layout), jpeg); err != nil {
		return err
	}
	_, err := tx.ExecContext(ctx, "INSERT INTO photo_jobs (photo, job) VALUES (?, ?) ON CONFLICT DO NOTHING", id, job)
	return err
}

// Photo returns a picture, or the one that was made anew of it when its job was taken in.
func (s *Store) Photo(ctx context.Context, id string) ([]byte, error) {
	var jpeg []byte
	err := s.db.QueryRowContext(ctx, "SELECT bytes FROM photos WHERE id = ?1 OR id = (SELECT photo FROM made_pictures "+
		"WHERE was = ?1 LIMIT 1) ORDER BY id = ?1 DESC LIMIT 1", id).Scan(&jpeg)
	if errors.Is(err, sql.ErrNoRows) {
		return nil, &NotFound{"photo", id}
	}
	return jpeg, err
}

// PhotoOf reports whether a picture was kept with a job.
func (s *Store) PhotoOf(ctx context.Context, id, number string) (of bool, err error) {
	err = s.db.QueryRowContext(ctx, "SELECT EXISTS (SELECT 1 FROM photo_jobs JOIN jobs ON jobs.id = photo_jobs.job "+
		"WHERE number = ?2 AND (photo = ?1 OR photo = (SELECT photo FROM made_pictures WHERE was = ?1 AND "+
		"made_pictures.job = jobs.id)))", id, number).Scan(&of)
	return of, err
}
