package store

import (
	"context"
	"database/sql"
	"encoding/json"
	"errors"
	"fmt"
	"slices"
	"strings"

	"settle/core/field"
	"settle/core/log"
	"settle/internal/signing"
)

// UseKey has what is signed from now on signed with the shop's key, too. Changed is true where
// the shop had another one before: sheets stay good by the one they were signed with.
func (s *Store) UseKey(ctx context.Context, k signing.Key) (changed bool, err error) {
	var others, known int
	if err := s.db.QueryRowContext(ctx, "SELECT count(*), coalesce(sum(public = ?), 0) FROM keys WHERE own",
		k.Public()).Scan(&others, &known); err != nil {
		return false, err
	}
	if known == 0 {
		if err := s.transaction(ctx, func(tx *sql.Tx) error {
			id, err := s.keyOf(ctx, tx, k.Public())
			if err != nil {
				return err
			}
			_, err = tx.ExecContext(ctx, "UPDATE keys SET own = 1 WHERE id = ?", id)
			return err
		}); err != nil {
			return false, err
		}
	}
	s.writing.Lock()
	s.key = k
	s.writing.Unlock()
	return known == 0 && others > 0, nil
}

// keyOf is the id of a key that is kept; one that is not known yet is kept as another shop's.
func (s *Store) keyOf(ctx context.Context, tx *sql.Tx, public []byte) (id string, err error) {
	err = tx.QueryRowContext(ctx, "SELECT id FROM keys WHERE public = ?", public).Scan(&id)
	if !errors.Is(err, sql.ErrNoRows) {
		return id, err
	}
	id = signing.Fingerprint(public)
	_, err = tx.ExecContext(ctx, "INSERT INTO keys (id, public, since, own) VALUES (?, ?, ?, 0)", id, public,
		s.now().UTC().Format(layout))
	return id, err
}

// ShopKey is a public key that is known here.
type ShopKey struct {
	Fingerprint string `json:"fingerprint"`
	Since       string `json:"since"`
	Now         bool   `json:"now,omitempty" doc:"what is signed now is signed with it"`
	Own         bool   `json:"own" doc:"of this shop, now or before"`
	Name        string `json:"name,omitempty" doc:"of another shop: what it is called here, once that was said"`
}

// Keys lists the public keys that are known here, the shop's own first and of those the latest.
func (s *Store) Keys(ctx context.Context) ([]ShopKey, error) {
	s.writing.Lock()
	now := ""
	if !s.key.None() {
		now = signing.Fingerprint(s.key.Public())
	}
	s.writing.Unlock()
	return query(ctx, s.db, func(rows *sql.Rows) (k ShopKey, err error) {
		var public []byte
		err = rows.Scan(&public, &k.Since, &k.Own, &k.Name)
		k.Fingerprint = signing.Fingerprint(public)
		k.Now = k.Fingerprint == now
		return k, err
	}, "SELECT public, since, own, name FROM keys ORDER BY own DESC, since DESC, id")
}

// Key is what is known of a public key; Own and Name are blank of one that nobody has taken in.
func (s *Store) Key(ctx context.Context, public []byte) (ShopKey, error) {
	k := ShopKey{Fingerprint: signing.Fingerprint(public)}
	err := s.db.QueryRowContext(ctx, "SELECT since, own, name FROM keys WHERE public = ?", public).Scan(&k.Since, &k.Own,
		&k.Name)
	if errors.Is(err, sql.ErrNoRows) {
		err = nil
	}
	return k, err
}

// NameKey takes in a key of another shop on purpose: from then on sheets signed by it say whose it is.
// A blank name takes that back.
func (s *Store) NameKey(ctx context.Context, fingerprint, name string) error {
	name = strings.TrimSpace(name)
	if err := field.Plain("name", name, 80); err != nil {
		return err
	}
	all, err := query(ctx, s.db, func(rows *sql.Rows) (public []byte, err error) { return public, rows.Scan(&public) },
		"SELECT public FROM keys WHERE NOT own")
	if err != nil {
		return err
	}
	for _, public := range all {
		if signing.Is(public, fingerprint) {
			_, err := s.db.ExecContext(ctx, "UPDATE keys SET name = ? WHERE public = ?", name, public)
			return unwritable(err)
		}
	}
	return &NotFound{"key of another shop", fingerprint}
}

// sign signs the head of a job's chain with the shop's key, beside the sheet kept with it.
func (s *Store) sign(ctx context.Context, tx *sql.Tx, r *Job, e *log.Entry) error {
	if s.key.None() {
		return nil
	}
	plate, err := json.Marshal(r.Pump)
	if err != nil {
		return err
	}
	g := signing.Signature{Seq: e.Seq, Number: r.Number, From: log.OwnFrom(r.Log), Plate: signing.Plate(plate)}
	return s.writeSignature(ctx, tx, r.id, s.key.Sign(g, e.Hash), string(plate))
}

// writeSignature keeps a signature with the plate that it covers; a key that is not known yet is kept
// with it.
func (s *Store) writeSignature(ctx context.Context, tx *sql.Tx, id int64, g signing.Signature, plate string) error {
	key, err := s.keyOf(ctx, tx, g.Public)
	if err != nil {
		return err
	}
	if plate != "" {
		if _, err := tx.ExecContext(ctx, "INSERT INTO plates (hash, text) VALUES (?, ?) ON CONFLICT DO NOTHING", g.Plate,
			plate); err != nil {
			return err
		}
	}
	_, err = tx.ExecContext(ctx, "INSERT INTO signatures (job, seq, key, signature, format, number, own_from, plate) "+
		"VALUES (?, ?, ?, ?, ?, ?, ?, ?)", id, g.Seq, key, g.Signature, max(g.Format, 1), g.Number, g.From, g.Plate)
	return err
}

// signatures reads those of a job; one that is not over has none.
func (s *Store) signatures(ctx context.Context, r *Job) (err error) {
	if len(r.Kept) == 0 {
		return nil
	}
	if r.Signatures, err = signaturesOf(ctx, s.db, r.id, true); err != nil {
		return err
	}
	r.Signatures = slices.DeleteFunc(r.Signatures, func(g signing.Signature) bool { return g.Seq > len(r.Log) })
	r.Plates = map[string]string{}
	for _, g := range r.Signatures {
		if g.Plate == "" || r.Plates[g.Plate] != "" {
			continue
		}
		var text string
		if err := s.db.QueryRowContext(ctx, "SELECT text FROM plates WHERE hash = ?", g.Plate).Scan(&text); err != nil {
			return fmt.Errorf("the plate that entry %d signs: %w", g.Seq, err)
		}
		r.Plates[g.Plate] = text
	}
	return nil
}

// signaturesOf reads those of a job. A file of before format 2 has none of what they cover since.
func signaturesOf(ctx context.Context, db *sql.DB, id int64, all bool) ([]signing.Signature, error) {
	covers := "1, '', 0, ''"
	if all {
		covers = "format, number, own_from, plate"
	}
	return query(ctx, db, func(rows *sql.Rows) (g signing.Signature, err error) {
		err = rows.Scan(&g.Seq, &g.Public, &g.Signature, &g.Format, &g.Number, &g.From, &g.Plate)
		if g.Format == 1 {
			g.Format = 0 // as it was written before there was another
		}
		return g, err
	}, "SELECT seq, public, signature, "+covers+" FROM signatures JOIN keys ON keys.id = key WHERE job = ? "+
		"ORDER BY seq", id)
}

// VerifySignatures says which signature does not belong to the job and its key.
func VerifySignatures(r *Job) error {
	numbers := map[string]bool{r.Number: true}
	for _, t := range log.Intakes(r.Log) { // it may have had another there
		numbers[t.Number] = true
	}
	for _, g := range r.Signatures {
		if g.Seq < 1 || g.Seq > len(r.Log) {
			return fmt.Errorf("a signature is of entry %d, which there is not", g.Seq)
		}
		if !g.Good(r.Log[g.Seq-1].Hash) {
			return fmt.Errorf("the signature of entry %d does not belong to it and its key", g.Seq)
		}
		if g.OfHeadOnly() {
			continue
		}
		if own := log.OwnFrom(r.Log[:g.Seq]); own != g.From {
			return fmt.Errorf("entry %d is signed as of entry %d, and the log is of its shop from entry %d on", g.Seq, g.From,
				own)
		}
		if !numbers[g.Number] {
			return fmt.Errorf("entry %d was signed in the job %s, and this one is %s", g.Seq, g.Number, r.Number)
		}
		if text, there := r.Plates[g.Plate]; !there || signing.Plate([]byte(text)) != g.Plate {
			return fmt.Errorf("the plate and papers that entry %d signs are missing, or not the ones that were signed", g.Seq)
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
