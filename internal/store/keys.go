package store

import (
	"context"
	"database/sql"
	"fmt"
	"slices"

	"settle/core/job"
	"settle/internal/signing"
)

// UseKey has what is signed from now on signed with the shop's key, too. Changed is true where
// the shop had another one before: sheets stay good by the one they were signed with.
func (s *Store) UseKey(ctx context.Context, k signing.Key) (changed bool, err error) {
	id := signing.Fingerprint(k.Public())
	var others, known int
	if err := s.db.QueryRowContext(ctx, "SELECT count(*), coalesce(sum(id = ?), 0) FROM keys WHERE own", id).Scan(&others,
		&known); err != nil {
		return false, err
	}
	if known == 0 {
		if _, err := s.db.ExecContext(ctx, "INSERT INTO keys (id, public, since, own) VALUES (?, ?, ?, 1) "+
			"ON CONFLICT DO UPDATE SET own = 1", id, k.Public(), s.now().UTC().Format(layout)); err != nil {
			return false, unwritable(err)
		}
	}
	s.writing.Lock()
	s.key = k
	s.writing.Unlock()
	return known == 0 && others > 0, nil
}

// ShopKey is one of the shop's public keys.
type ShopKey struct {
	Fingerprint string `json:"fingerprint"`
	Since       string `json:"since"`
	Now         bool   `json:"now,omitempty" doc:"what is signed now is signed with it"`
}

// Keys lists the shop's public keys, the latest first.
func (s *Store) Keys(ctx context.Context) ([]ShopKey, error) {
	s.writing.Lock()
	now := ""
	if !s.key.None() {
		now = signing.Fingerprint(s.key.Public())
	}
	s.writing.Unlock()
	return query(ctx, s.db, func(rows *sql.Rows) (k ShopKey, err error) {
		err = rows.Scan(&k.Fingerprint, &k.Since)
		k.Now = k.Fingerprint == now
		return k, err
	}, "SELECT id, since FROM keys WHERE own ORDER BY since DESC, id")
}

// sign signs the head of a job's chain with the shop's key, beside the sheet kept with it.
func (s *Store) sign(ctx context.Context, tx *sql.Tx, id int64, e *job.Entry) error {
	if s.key.None() {
		return nil
	}
	return writeSignature(ctx, tx, id, signing.Signature{Seq: e.Seq, Public: s.key.Public(),
		Signature: s.key.Sign(e.Hash)}, "")
}

// writeSignature keeps a signature; a key that is not known yet is kept with it.
func writeSignature(ctx context.Context, tx *sql.Tx, id int64, g signing.Signature, since string) error {
	key := signing.Fingerprint(g.Public)
	if since != "" {
		if _, err := tx.ExecContext(ctx, "INSERT INTO keys (id, public, since, own) VALUES (?, ?, ?, 0) "+
			"ON CONFLICT DO NOTHING", key, g.Public, since); err != nil {
			return err
		}
	}
	_, err := tx.ExecContext(ctx, "INSERT INTO signatures (job, seq, key, signature) VALUES (?, ?, ?, ?)", id, g.Seq, key,
		g.Signature)
	return err
}

// signatures reads those of a job; one that is not over has none.
func (s *Store) signatures(ctx context.Context, r *Job) (err error) {
	if len(r.Kept) > 0 {
		r.Signatures, err = signaturesOf(ctx, s.db, r.id)
	}
	r.Signatures = slices.DeleteFunc(r.Signatures, func(g signing.Signature) bool { return g.Seq > len(r.Log) })
	return err
}

func signaturesOf(ctx context.Context, db *sql.DB, id int64) ([]signing.Signature, error) {
	return query(ctx, db, func(rows *sql.Rows) (g signing.Signature, err error) {
		return g, rows.Scan(&g.Seq, &g.Public, &g.Signature)
	}, "SELECT seq, public, signature FROM signatures JOIN keys ON keys.id = key WHERE job = ? ORDER BY seq", id)
}

// VerifySignatures says which signature does not belong to the log and its key.
func VerifySignatures(log []job.Entry, all []signing.Signature) error {
	for _, g := range all {
		if g.Seq < 1 || g.Seq > len(log) {
			return fmt.Errorf("a signature is of entry %d, which there is not", g.Seq)
		}
		if !g.Good(log[g.Seq-1].Hash) {
			return fmt.Errorf("the signature of entry %d does not belong to it and its key", g.Seq)
		}
	}
	return nil
}

// SignedBy is the signature of the latest entry up to one; false where there is none.
func (r *Job) SignedBy(seq int) (m signing.Mark, ok bool) {
	for _, g := range r.Signatures {
		if g.Seq <= seq || seq == 0 {
			m, ok = signing.Mark{Job: r.Number, Hash: r.Log[g.Seq-1].Hash, Signature: g}, true
		}
	}
	return m, ok
}
