package store

import (
	"context"
	"crypto/sha256"
	"database/sql"
	"encoding/hex"
	"encoding/json"
	"errors"
	"time"
)

// SecretKind is what a person comes in with.
type SecretKind string

// The kinds of secrets.
const (
	PIN        SecretKind = "pin"        // at a tablet that was let in
	Passphrase SecretKind = "passphrase" // elsewhere
	Code       SecretKind = "code"       // once, given by a keeper: then the person chooses their own
)

// Secret is the hash of what a person comes in with. A hash of "" means that there is none.
type Secret struct {
	Hash string
	Ends time.Time // zero: it does not end
}

// Secret returns the hash of a person's secret.
func (s *Store) Secret(ctx context.Context, person string, kind SecretKind) (x Secret, err error) {
	db, q := s.db, "SELECT hash, ends FROM secrets WHERE person = ? AND kind = ?"
	if kind == Code {
		db, q = s.door, "SELECT hash, ends FROM passes WHERE id = ? AND kind = ?"
	}
	var ends sql.NullString
	err = db.QueryRowContext(ctx, q, person, kind).Scan(&x.Hash, &ends)
	if errors.Is(err, sql.ErrNoRows) {
		return x, nil
	}
	x.Ends = stamp(ends.String)
	return x, err
}

// SetSecret gives a person a secret, or with a hash of "" takes it away.
func (s *Store) SetSecret(ctx context.Context, person string, kind SecretKind, x Secret) error {
	var ends any
	if !x.Ends.IsZero() {
		ends = x.Ends.UTC().Format(layout)
	}
	if kind == Code {
		return s.setPass(ctx, codePass, person, x.Hash, ends)
	}
	if x.Hash == "" {
		_, err := s.db.ExecContext(ctx, "DELETE FROM secrets WHERE person = ? AND kind = ?", person, kind)
		return unwritable(err)
	}
	_, err := s.db.ExecContext(ctx, "INSERT INTO secrets (person, kind, hash, ends) VALUES (?, ?, ?, ?) "+
		"ON CONFLICT DO UPDATE SET hash = excluded.hash, ends = excluded.ends", person, kind, x.Hash, ends)
	return unwritable(err)
}

// SecretKinds says for each person what they have to come in with.
func (s *Store) SecretKinds(ctx context.Context) (map[string][]SecretKind, error) {
	out := map[string][]SecretKind{}
	_, err := query(ctx, s.db, func(rows *sql.Rows) (struct{}, error) {
		var person string
		var kind SecretKind
		err := rows.Scan(&person, &kind)
		out[person] = append(out[person], kind)
		return struct{}{}, err
	}, "SELECT person, kind FROM secrets ORDER BY person, kind")
	if err != nil {
		return nil, err
	}
	codes, err := s.passes(ctx, codePass)
	for person := range codes {
		out[person] = append([]SecretKind{Code}, out[person]...)
	}
	return out, err
}

// Device is a tablet that was let in.
type Device struct {
	ID      string `json:"id"`
	Name    string `json:"name"`
	Since   string `json:"since"`
	By      string `json:"by" doc:"name of the keeper who let it in"`
	Revoked string `json:"revoked,omitempty" doc:"since when it is let in no more"`
	Anew    bool   `json:"anew,omitempty" doc:"the shop was restored from a copy: it has to be let in anew"`
}

const devices = "SELECT devices.id, devices.name, since, people.name, coalesce(revoked, '') FROM devices " +
	"JOIN people ON people.id = by"

func scanDevice(rows *sql.Rows) (d Device, err error) {
	return d, rows.Scan(&d.ID, &d.Name, &d.Since, &d.By, &d.Revoked)
}

// AddDevice lets a tablet in: it has the token whose hash is given.
func (s *Store) AddDevice(ctx context.Context, id, name, hash, by string) error {
	_, err := s.db.ExecContext(ctx, "INSERT INTO devices (id, name, since, by) VALUES (?, ?, ?, ?)", id, name,
		s.now().UTC().Format(layout), by)
	if err != nil {
		return unwritable(err)
	}
	return s.setPass(ctx, tabletPass, id, hash, nil)
}

// Devices lists the tablets that were ever let in, the latest first.
func (s *Store) Devices(ctx context.Context) ([]Device, error) {
	all, err := query(ctx, s.db, scanDevice, devices+" ORDER BY since DESC, devices.id")
	if err != nil {
		return nil, err
	}
	in, err := s.passes(ctx, tabletPass)
	for i := range all {
		all[i].Anew = all[i].Revoked == "" && !in[all[i].ID]
	}
	return all, err
}

// DeviceOf is the tablet that has a token, by its hash; a NotFound where it is let in no more.
func (s *Store) DeviceOf(ctx context.Context, hash string) (Device, error) {
	id, err := s.passOf(ctx, tabletPass, hash)
	if err != nil {
		return Device{}, err
	}
	all, err := query(ctx, s.db, scanDevice, devices+" WHERE devices.id = ? AND revoked IS NULL", id)
	if err == nil && len(all) == 0 {
		return Device{}, &NotFound{What: "tablet"}
	}
	if err != nil {
		return Device{}, err
	}
	return all[0], nil
}

// Revoke lets a tablet in no more.
func (s *Store) Revoke(ctx context.Context, id string) error {
	return s.end(ctx, "tablet", id, "UPDATE devices SET revoked = ? WHERE id = ? AND revoked IS NULL")
}

// end writes the moment at which something ended.
func (s *Store) end(ctx context.Context, what, id, q string) error {
	res, err := s.db.ExecContext(ctx, q, s.now().UTC().Format(layout), id)
	if err != nil {
		return unwritable(err)
	}
	if n, err := res.RowsAffected(); err != nil || n == 0 {
		return errors.Join(err, &NotFound{what, id})
	}
	return nil
}

// Link shows one job to somebody who has no account.
type Link struct {
	ID   string `json:"id"`
	Job  string `json:"job" doc:"number of the job"`
	What string `json:"what" doc:"for whom it was made, in words"`
	Made string `json:"made"`
	By   string `json:"by" doc:"name of who made it"`
	Ends string `json:"ends"`
	Over bool   `json:"over,omitempty" doc:"it has ended, by its time or before"`
}

const links = "SELECT links.id, job, what, made, people.name, ends, ended IS NOT NULL FROM links " +
	"JOIN people ON people.id = by"

func scanLink(rows *sql.Rows) (l Link, err error) {
	return l, rows.Scan(&l.ID, &l.Job, &l.What, &l.Made, &l.By, &l.Ends, &l.Over)
}

// AddLink keeps a link by the hash of its token. By is the id of who makes it.
func (s *Store) AddLink(ctx context.Context, l Link, hash string, ends time.Time) error {
	_, err := s.db.ExecContext(ctx, "INSERT INTO links (id, job, what, made, by, ends) VALUES (?, ?, ?, ?, ?, ?)",
		l.ID, l.Job, l.What, s.now().UTC().Format(layout), l.By, ends.UTC().Format(layout))
	if err != nil {
		return unwritable(err)
	}
	return s.setPass(ctx, linkPass, l.ID, hash, ends.UTC().Format(layout))
}

// Links lists those of a job, the latest first.
func (s *Store) Links(ctx context.Context, job string) ([]Link, error) {
	all, err := query(ctx, s.db, scanLink, links+" WHERE job = ? ORDER BY made DESC, links.id", job)
	if err != nil {
		return nil, err
	}
	open, err := s.passes(ctx, linkPass)
	for i := range all {
		all[i].Over = all[i].Over || !open[all[i].ID] || stamp(all[i].Ends).Before(s.now())
	}
	return all, err
}

// LinkOf is the link of a token, by its hash; a NotFound where it has ended.
func (s *Store) LinkOf(ctx context.Context, hash string) (Link, error) {
	id, err := s.passOf(ctx, linkPass, hash)
	if err != nil {
		return Link{}, err
	}
	all, err := query(ctx, s.db, scanLink, links+" WHERE links.id = ? AND ended IS NULL AND ends > ?", id,
		s.now().UTC().Format(layout))
	if err == nil && len(all) == 0 {
		return Link{}, &NotFound{What: "link"}
	}
	if err != nil {
		return Link{}, err
	}
	return all[0], nil
}

// EndLink ends a link before its time.
func (s *Store) EndLink(ctx context.Context, id string) error {
	return s.end(ctx, "link", id, "UPDATE links SET ended = ? WHERE id = ? AND ended IS NULL")
}

// Doing is a line of the record of sign-ins and of what keepers did.
type Doing struct {
	At      string `json:"at"`
	What    string `json:"what" doc:"a code"`
	Person  string `json:"person,omitempty" doc:"name of who did it, or of whose name was given"`
	About   string `json:"about,omitempty" doc:"whom or what it was done to"`
	Device  string `json:"device,omitempty" doc:"name of the tablet"`
	Address string `json:"address,omitempty" doc:"network address it came from"`
}

// hash is that of a line of the record: SHA-256 over the hash of the line before it and the line as
// JSON (docs/files.md).
func (d *Doing) hash(before string) (string, error) {
	line, err := json.Marshal(d)
	if err != nil {
		return "", err
	}
	sum := sha256.Sum256(append([]byte(before+"\n"), line...))
	return hex.EncodeToString(sum[:]), nil
}

// NoteDoing adds a line to the record. At is the store's own clock. Where the disk is full the line
// waits in memory.
func (s *Store) NoteDoing(ctx context.Context, d Doing) error {
	d.At = s.now().UTC().Format(layout)
	return s.note(ctx, d)
}

func (s *Store) writeDoing(ctx context.Context, d Doing) error {
	return s.transaction(ctx, func(tx *sql.Tx) error {
		res, err := tx.ExecContext(ctx, "INSERT INTO doings (at, what, person, about, device, address) "+
			"VALUES (?, ?, ?, ?, ?, ?)", d.At, d.What, d.Person, d.About, d.Device, d.Address)
		if err != nil {
			return err
		}
		id, err := res.LastInsertId()
		if err != nil {
			return err
		}
		return hashDoing(ctx, tx, id, d)
	})
}

// hashDoing chains a line of the record to the one before it.
func hashDoing(ctx context.Context, tx *sql.Tx, id int64, d Doing) error {
	var before string
	err := tx.QueryRowContext(ctx, "SELECT hash FROM doing_hashes ORDER BY doing DESC LIMIT 1").Scan(&before)
	if err != nil && !errors.Is(err, sql.ErrNoRows) {
		return err
	}
	hash, err := d.hash(before)
	if err != nil {
		return err
	}
	_, err = tx.ExecContext(ctx, "INSERT INTO doing_hashes (doing, hash) VALUES (?, ?)", id, hash)
	return err
}

// chainDoings gives the lines of an older file their hashes. What was in the record on that day is
// taken as it stood.
func (s *Store) chainDoings(ctx context.Context) error {
	type line struct {
		id int64
		Doing
	}
	all, err := query(ctx, s.db, func(rows *sql.Rows) (l line, err error) {
		return l, rows.Scan(&l.id, &l.At, &l.What, &l.Person, &l.About, &l.Device, &l.Address)
	}, "SELECT id, at, what, person, about, device, address FROM doings WHERE NOT EXISTS (SELECT 1 FROM doing_hashes) "+
		"ORDER BY id")
	if err != nil || len(all) == 0 {
		return err
	}
	return s.transaction(ctx, func(tx *sql.Tx) error {
		for _, l := range all {
			if err := hashDoing(ctx, tx, l.id, l.Doing); err != nil {
				return err
			}
		}
		return nil
	})
}

// Doings are the latest lines of the record, the latest first.
func (s *Store) Doings(ctx context.Context, limit int) ([]Doing, error) {
	return query(ctx, s.db, func(rows *sql.Rows) (d Doing, err error) {
		return d, rows.Scan(&d.At, &d.What, &d.Person, &d.About, &d.Device, &d.Address)
	}, "SELECT at, what, person, about, device, address FROM doings ORDER BY id DESC LIMIT ?", limit)
}

// ForgetSessions drops those that have ended. On a full disk they wait.
func (s *Store) ForgetSessions(ctx context.Context) error {
	_, err := s.door.ExecContext(ctx, "DELETE FROM sessions WHERE expiry < julianday('now')")
	if err != nil && diskFull(err) {
		return nil
	}
	return err
}

// usualLock is after how many minutes an untouched tablet is locked.
const usualLock = 10

// Lock is after how many minutes a tablet that nobody touches is locked.
func (s *Store) Lock(ctx context.Context) (int, error) {
	n := usualLock
	err := s.db.QueryRowContext(ctx, "SELECT lock FROM shop").Scan(&n)
	if errors.Is(err, sql.ErrNoRows) {
		err = nil
	}
	return n, err
}

// SetLock says after how many minutes it is.
func (s *Store) SetLock(ctx context.Context, minutes int) error {
	return s.setColumn(ctx, "UPDATE shop SET lock = ?", minutes)
}

// setColumn writes one column of the shop; one that nobody has named gets its row.
func (s *Store) setColumn(ctx context.Context, q string, value int) error {
	shop, err := s.Shop(ctx)
	if err != nil {
		return err
	}
	if err := s.SetShop(ctx, shop); err != nil {
		return err
	}
	_, err = s.db.ExecContext(ctx, q, value)
	return unwritable(err)
}
