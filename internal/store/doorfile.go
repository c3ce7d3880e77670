package store

import (
	"context"
	"database/sql"
	"errors"
	"fmt"
	"path/filepath"
	"time"

	"settle/internal/datafolder"
)

// doorTables are what stands in door.db: what lets somebody in and is no record of anything. It is
// in no copy of the shop and no replica, so that a copy which is restored lets nobody in who was
// turned out since.
const doorTables = `
CREATE TABLE IF NOT EXISTS sessions (
    token  TEXT PRIMARY KEY,
    data   BLOB NOT NULL,
    expiry REAL NOT NULL
);
CREATE INDEX IF NOT EXISTS sessions_by_expiry ON sessions (expiry);

-- Hashes of what a tablet, a link or a person with a code comes in with.
CREATE TABLE IF NOT EXISTS passes (
    kind TEXT NOT NULL CHECK (kind IN ('tablet', 'link', 'code')),
    id   TEXT NOT NULL,
    hash TEXT NOT NULL,
    ends TEXT,
    PRIMARY KEY (kind, id)
) STRICT;
CREATE INDEX IF NOT EXISTS passes_by_hash ON passes (kind, hash);

-- One row once this file has what an older shop's file held of it.
CREATE TABLE IF NOT EXISTS taken (one INTEGER PRIMARY KEY CHECK (one = 1)) STRICT;

-- The restoring after which a keeper has not looked through the people yet.
CREATE TABLE IF NOT EXISTS restored (
    one  INTEGER PRIMARY KEY CHECK (one = 1),
    at   TEXT NOT NULL,
    file TEXT NOT NULL,
    known INTEGER NOT NULL               -- whether the shop from before could be asked
) STRICT;
-- Who might do less, or nothing, in the shop before: until a keeper says what holds they do not come in.
CREATE TABLE IF NOT EXISTS held (
    person TEXT PRIMARY KEY,
    why    TEXT NOT NULL
) STRICT;

-- Browsers by which somebody came in before: the guesses of others keep nobody out there.
CREATE TABLE IF NOT EXISTS known (
    browser TEXT NOT NULL,               -- hash of its cookie
    person  TEXT NOT NULL,
    PRIMARY KEY (browser, person)
) STRICT;
-- When something was written for the last time to see whether it can be.
CREATE TABLE IF NOT EXISTS proof (one INTEGER PRIMARY KEY CHECK (one = 1), at TEXT NOT NULL) STRICT;
-- What each keeper is still to be told of: that there is one more.
CREATE TABLE IF NOT EXISTS told (
    keeper  TEXT NOT NULL,               -- who is to be told
    fresh   TEXT NOT NULL,               -- name of who became one
    by      TEXT NOT NULL,
    address TEXT NOT NULL,
    at      TEXT NOT NULL
) STRICT;
`

// A pass of each kind.
const (
	tabletPass = "tablet"
	linkPass   = "link"
	codePass   = "code"
)

// openDoor opens door.db beside the shop's file, or one in memory for a shop that is still being made.
func openDoor(ctx context.Context, shop, wait string) (*sql.DB, error) {
	from := dsn(filepath.Join(filepath.Dir(shop), datafolder.DoorFile), wait)
	if wait != full {
		from = ":memory:"
	} else if err := touch(filepath.Join(filepath.Dir(shop), datafolder.DoorFile)); err != nil {
		return nil, err
	}
	db, err := sql.Open("sqlite", from)
	if err != nil {
		return nil, err
	}
	if wait != full {
		db.SetMaxOpenConns(1) // each connection would have a memory of its own
	}
	if _, err := db.ExecContext(ctx, doorTables); err != nil {
		return nil, errors.Join(fmt.Errorf("opening %s: %w", datafolder.DoorFile, err), db.Close())
	}
	return db, nil
}

// takeToDoor moves what an older shop's file held of the door. A door that was made otherwise, as by
// a restoring, takes nothing: it would let in who was turned out since.
func (s *Store) takeToDoor(ctx context.Context) error {
	type pass struct {
		kind, id, hash string
		ends           sql.NullString
	}
	all, err := query(ctx, s.db, func(rows *sql.Rows) (p pass, err error) {
		return p, rows.Scan(&p.kind, &p.id, &p.hash, &p.ends)
	}, "SELECT kind, id, hash, ends FROM to_door")
	if err != nil {
		return err
	}
	tx, err := s.door.BeginTx(ctx, nil)
	if err != nil {
		return unwritable(err)
	}
	put := func(q string, args ...any) (n int64) {
		var res sql.Result
		if err == nil {
			res, err = tx.ExecContext(ctx, q, args...)
		}
		if err == nil {
			n, err = res.RowsAffected()
		}
		return n
	}
	if first := put("INSERT INTO taken (one) VALUES (1) ON CONFLICT DO NOTHING") > 0; first {
		for _, p := range all {
			put("INSERT INTO passes (kind, id, hash, ends) VALUES (?, ?, ?, ?) ON CONFLICT DO NOTHING", p.kind, p.id, p.hash,
				p.ends)
		}
	}
	if err != nil {
		return errors.Join(unwritable(err), tx.Rollback())
	}
	if err := tx.Commit(); err != nil {
		return unwritable(err)
	}
	if len(all) > 0 {
		_, err = s.db.ExecContext(ctx, "DELETE FROM to_door")
	}
	return unwritable(err)
}

// passOf is whose pass has a hash; "" where it lets nobody in.
func (s *Store) passOf(ctx context.Context, kind, hash string) (id string, err error) {
	err = s.door.QueryRowContext(ctx, "SELECT id FROM passes WHERE kind = ? AND hash = ?", kind, hash).Scan(&id)
	if errors.Is(err, sql.ErrNoRows) {
		return "", nil
	}
	return id, err
}

// passes are the ids of all that have one.
func (s *Store) passes(ctx context.Context, kind string) (map[string]bool, error) {
	out := map[string]bool{}
	_, err := query(ctx, s.door, func(rows *sql.Rows) (struct{}, error) {
		var id string
		err := rows.Scan(&id)
		out[id] = true
		return struct{}{}, err
	}, "SELECT id FROM passes WHERE kind = ? AND (ends IS NULL OR ends > ?)", kind, s.now().UTC().Format(layout))
	return out, err
}

// setPass gives a pass, or with a hash of "" takes it away.
func (s *Store) setPass(ctx context.Context, kind, id, hash string, ends any) error {
	if hash == "" {
		_, err := s.door.ExecContext(ctx, "DELETE FROM passes WHERE kind = ? AND id = ?", kind, id)
		return unwritable(err)
	}
	_, err := s.door.ExecContext(ctx, "INSERT INTO passes (kind, id, hash, ends) VALUES (?, ?, ?, ?) "+
		"ON CONFLICT DO UPDATE SET hash = excluded.hash, ends = excluded.ends", kind, id, hash, ends)
	return unwritable(err)
}

// Restored is what a keeper is to look through after a copy was restored.
type Restored struct {
	At    string     `json:"at"`
	File  string     `json:"file" doc:"what was restored"`
	Known bool       `json:"known" doc:"the shop from before could be asked who had left since"`
	Held  []HeldBack `json:"held" nullable:"false" doc:"who does not come in until a keeper has said what holds"`
}

// HeldBack is somebody of whom the shop before says less than the copy that was restored.
type HeldBack struct {
	Person string `json:"person" doc:"id"`
	Name   string `json:"name"`
	Why    string `json:"why" enum:"left,was-less" doc:"left: had left; was-less: might do less"`
}

// Why somebody is held.
const (
	HadLeft = "left"
	WasLess = "was-less"
)

// Restored is what is to be looked through; nil where nothing is.
func (s *Store) Restored(ctx context.Context) (*Restored, error) {
	var r Restored
	err := s.door.QueryRowContext(ctx, "SELECT at, file, known FROM restored").Scan(&r.At, &r.File, &r.Known)
	if errors.Is(err, sql.ErrNoRows) {
		return nil, nil
	}
	if err != nil {
		return nil, err
	}
	r.Held, err = query(ctx, s.door, func(rows *sql.Rows) (h HeldBack, err error) {
		return h, rows.Scan(&h.Person, &h.Why)
	}, "SELECT person, why FROM held ORDER BY person")
	for i := range r.Held {
		a, err := s.Account(ctx, r.Held[i].Person)
		if err != nil {
			return nil, err
		}
		r.Held[i].Name = a.Name
	}
	return &r, err
}

// IsHeld says whether somebody does not come in until a keeper has said what holds of them.
func (s *Store) IsHeld(ctx context.Context, person string) (held bool, err error) {
	err = s.door.QueryRowContext(ctx, "SELECT EXISTS (SELECT 1 FROM held WHERE person = ?)", person).Scan(&held)
	return held, err
}

// Free says that a keeper has said what holds of somebody.
func (s *Store) Free(ctx context.Context, person string) error {
	_, err := s.door.ExecContext(ctx, "DELETE FROM held WHERE person = ?", person)
	return unwritable(err)
}

// LookedThrough says that a keeper has looked through the people. Who is held stays so.
func (s *Store) LookedThrough(ctx context.Context) error {
	_, err := s.door.ExecContext(ctx, "DELETE FROM restored WHERE NOT EXISTS (SELECT 1 FROM held)")
	return unwritable(err)
}

// AfterRestoring makes the door of a shop that was restored from a file: nobody is signed in, no
// tablet, link or code lets in, and who might do less in the shop before, or nothing, is held. Was
// is that shop's file, blank where there was none.
func AfterRestoring(ctx context.Context, shop, was, file string, at time.Time) (err error) {
	door, err := openDoor(ctx, shop, full)
	if err != nil {
		return err
	}
	defer func() { err = errors.Join(err, door.Close()) }()
	held, known := map[string]string{}, false
	if was != "" {
		held, err = lessThan(ctx, shop, was)
		known = err == nil // of a shop that cannot be read nobody knows who had left
	}
	if _, err := door.ExecContext(ctx, "INSERT INTO taken (one) VALUES (1) ON CONFLICT DO NOTHING"); err != nil {
		return err
	}
	if _, err := door.ExecContext(ctx, "INSERT INTO restored (one, at, file, known) VALUES (1, ?, ?, ?)",
		at.UTC().Format(layout), file,
		known); err != nil {
		return err
	}
	for person, why := range held {
		if _, err := door.ExecContext(ctx, "INSERT INTO held (person, why) VALUES (?, ?)", person, why); err != nil {
			return err
		}
	}
	// All of it is to be in the one file before it is moved.
	_, err = door.ExecContext(ctx, "PRAGMA wal_checkpoint(TRUNCATE); PRAGMA journal_mode = DELETE")
	return err
}

// lessThan says who might do more in a shop that was restored than in the one before.
func lessThan(ctx context.Context, shop, was string) (map[string]string, error) {
	before, err := peopleOf(ctx, was)
	if err != nil {
		return nil, err
	}
	now, err := peopleOf(ctx, shop)
	if err != nil {
		return nil, err
	}
	rank := map[string]int{Reader: 1, "technician": 2, "lead": 3}
	out := map[string]string{}
	for id, a := range now {
		switch b, there := before[id]; {
		case !there || a.Gone != "":
		case b.Gone != "":
			out[id] = HadLeft
		case rank[b.Role] < rank[a.Role] || a.Keeper && !b.Keeper:
			out[id] = WasLess
		}
	}
	return out, nil
}

// peopleOf are the accounts in a shop's file, by id. Nothing in it is changed.
func peopleOf(ctx context.Context, path string) (map[string]Account, error) {
	db, err := openToRead(path)
	if err != nil {
		return nil, err
	}
	defer db.Close()
	all, err := query(ctx, db, scanAccount, accounts)
	out := map[string]Account{}
	for _, a := range all {
		out[a.ID] = a
	}
	return out, err
}

// Knows says whether somebody came in by a browser before.
func (s *Store) Knows(ctx context.Context, browser, person string) (knows bool, err error) {
	if browser == "" {
		return false, nil
	}
	err = s.door.QueryRowContext(ctx, "SELECT EXISTS (SELECT 1 FROM known WHERE browser = ? AND person = ?)", browser,
		person).Scan(&knows)
	return knows, err
}

// Know notes that somebody came in by a browser.
func (s *Store) Know(ctx context.Context, browser, person string) error {
	_, err := s.door.ExecContext(ctx, "INSERT INTO known (browser, person) VALUES (?, ?) ON CONFLICT DO NOTHING", browser,
		person)
	if err != nil && diskFull(err) {
		return nil // it is known the next time
	}
	return err
}

// ForgetBrowsers forgets by which browsers somebody came in.
func (s *Store) ForgetBrowsers(ctx context.Context, person string) error {
	_, err := s.door.ExecContext(ctx, "DELETE FROM known WHERE person = ?", person)
	return unwritable(err)
}

// NewKeeper is what keepers are told of.
type NewKeeper struct {
	Name    string `json:"name"`
	By      string `json:"by" doc:"who made them one"`
	Address string `json:"address" doc:"network address that came from"`
	At      string `json:"at"`
}

// TellKeepers has all other keepers told that somebody became one.
func (s *Store) TellKeepers(ctx context.Context, fresh Account, by, address string) error {
	all, err := s.Accounts(ctx)
	if err != nil {
		return err
	}
	for _, a := range all {
		if !a.Keeper || a.Gone != "" || a.ID == fresh.ID {
			continue
		}
		if _, err := s.door.ExecContext(ctx, "INSERT INTO told (keeper, fresh, by, address, at) VALUES (?, ?, ?, ?, ?)", a.ID,
			fresh.Name, by, address, s.now().UTC().Format(layout)); err != nil {
			return unwritable(err)
		}
	}
	return nil
}

// NewKeepers are those of whom a keeper is still to be told.
func (s *Store) NewKeepers(ctx context.Context, keeper string) ([]NewKeeper, error) {
	return query(ctx, s.door, func(rows *sql.Rows) (n NewKeeper, err error) {
		return n, rows.Scan(&n.Name, &n.By, &n.Address, &n.At)
	}, "SELECT fresh, by, address, at FROM told WHERE keeper = ? ORDER BY rowid", keeper)
}

// KeeperTold says that a keeper has read it.
func (s *Store) KeeperTold(ctx context.Context, keeper string) error {
	_, err := s.door.ExecContext(ctx, "DELETE FROM told WHERE keeper = ?", keeper)
	return unwritable(err)
}
