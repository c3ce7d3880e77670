// Package store keeps pumps, people, jobs and their logs in one SQLite file.
// What is acknowledged is on the disk: WAL mode with synchronous=FULL.
package store

import (
	"context"
	"database/sql"
	"embed"
	"encoding/json"
	"errors"
	"fmt"
	"io/fs"
	"net/url"
	"os"
	"strings"
	"sync"
	"time"
	"unicode/utf8"

	"github.com/pressly/goose/v3"
	_ "modernc.org/sqlite" // the driver

	"settle/core/field"
	"settle/core/job"
	"settle/core/judge"
	"settle/internal/signing"
)

//go:embed migrations/*.sql
var migrations embed.FS

// NotFound says that there is no such pump, job or person.
type NotFound struct{ What, Key string }

func (n *NotFound) Error() string {
	return fmt.Sprintf("there is no %s %q: look it up in the list", n.What, n.Key)
}

// Store is one shop's data. It is safe for use by many goroutines.
type Store struct {
	db     *sql.DB
	door   *sql.DB // what lets somebody in: a file of its own
	clock  func() time.Time
	file   string
	opened os.FileInfo // the file as it was opened; nil while it is still being made

	writing sync.Mutex // one append at a time: SQLite has one writer anyway
	key     signing.Key
	recalls recalls
	logs    *logs
	book    codebook
	pasts   pasts
	live    live
	read    sync.Map // hash → *plan.Plan, of plans that are kept
	ready   ready
	proof   proof
	owed    owed
}

// ready are the statements of every entry, prepared once.
type ready struct{ head, entry, row, let *sql.Stmt }

func (r *ready) prepare(ctx context.Context, db *sql.DB) error {
	for _, one := range []struct {
		stmt **sql.Stmt
		text string
	}{
		{&r.head, "SELECT jobs.id, length, plan, record FROM jobs JOIN pumps ON pumps.id = jobs.pump WHERE number = ?"},
		{&r.entry, "INSERT INTO entries (job, seq, id, line) VALUES (?, ?, ?, ?)"},
		{&r.row, "UPDATE jobs SET changed = ?, state = ?, length = ?, summary = ?, past = ?, glance = ?, decide = ? " +
			"WHERE id = ?"},
		{&r.let, "DELETE FROM hands WHERE job = ? AND step = ?"},
	} {
		var err error
		if *one.stmt, err = db.PrepareContext(ctx, one.text); err != nil {
			return err
		}
	}
	return nil
}

// full is how SQLite waits for the disk where what is acknowledged must be on it.
const full = "FULL"

// Open opens the file, makes it where it is not there, and brings it up to
// date. The clock gives the time of new entries.
func Open(ctx context.Context, path string, clock func() time.Time) (*Store, error) {
	return openWith(ctx, path, full, clock)
}

// Make opens a file that is still being made, as Open does, but nothing in it waits for the
// disk: whoever makes it throws it away where the making is broken off.
func Make(ctx context.Context, path string, clock func() time.Time) (*Store, error) {
	return openWith(ctx, path, "OFF", clock)
}

func openWith(ctx context.Context, path, wait string, clock func() time.Time) (*Store, error) {
	was, _ := os.Stat(path)
	if err := touch(path); err != nil {
		return nil, err
	}
	db, err := sql.Open("sqlite", dsn(path, wait))
	if err != nil {
		return nil, fmt.Errorf("opening %s: %w", path, err)
	}
	dir, err := fs.Sub(migrations, "migrations")
	if err != nil {
		return nil, err
	}
	up, err := goose.NewProvider(goose.DialectSQLite3, db, dir)
	if err == nil {
		err = migrate(ctx, up, path, was != nil)
	}
	if err != nil {
		return nil, errors.Join(fmt.Errorf("bringing %s up to date: %w", path, hurt(err)), db.Close())
	}
	s := &Store{db: db, clock: clock, file: path, logs: newLogs()}
	if wait == full {
		if s.opened, err = os.Stat(path); err != nil {
			return nil, errors.Join(err, db.Close())
		}
	}
	if s.door, err = openDoor(ctx, path, wait); err != nil {
		return nil, errors.Join(err, db.Close())
	}
	if err := errors.Join(s.ready.prepare(ctx, db), s.takeToDoor(ctx), s.chainDoings(ctx), s.catchUp(ctx)); err != nil {
		return nil, errors.Join(fmt.Errorf("bringing %s up to date: %w", path, hurt(err)), s.Close())
	}
	return s, nil
}

// touch makes a file where there is none: here and nowhere else, so that a connection never makes
// one anew that was deleted.
func touch(path string) error {
	f, err := os.OpenFile(path, os.O_CREATE|os.O_RDWR, 0o600)
	if err != nil {
		return fmt.Errorf("making %s: %w", path, err)
	}
	return f.Close()
}

// openToRead opens a shop's file that is not to be changed. It may be open elsewhere.
func openToRead(path string) (*sql.DB, error) {
	how := "?mode=ro&_pragma=busy_timeout(5000)"
	if _, err := os.Stat(path + "-wal"); errors.Is(err, fs.ErrNotExist) {
		how += "&immutable=1" // nobody has it open, so it may lie where nothing can be written
	}
	return sql.Open("sqlite", "file:"+(&url.URL{Path: path}).EscapedPath()+how)
}

// dsn names the file with the pragmas that every connection needs. Immediate
// transactions keep a read that goes on to write from finding the file locked.
func dsn(path, wait string) string {
	return "file:" + (&url.URL{Path: path}).EscapedPath() +
		"?mode=rw&_pragma=busy_timeout(5000)&_pragma=journal_mode(WAL)&_pragma=synchronous(" + wait + ")" +
		"&_pragma=foreign_keys(1)&_txlock=immediate"
}

// File is the path of the shop's file.
func (s *Store) File() string { return s.file }

// Close closes the shop's file and the door's.
func (s *Store) Close() error { return errors.Join(s.door.Close(), s.db.Close()) }

// transaction runs work and commits, or rolls back where it fails.
func (s *Store) transaction(ctx context.Context, work func(*sql.Tx) error) error {
	if err := s.there(); err != nil {
		return err
	}
	tx, err := s.db.BeginTx(ctx, nil)
	if err != nil {
		return unwritable(err)
	}
	if err := work(tx); err != nil {
		return unwritable(errors.Join(err, tx.Rollback()))
	}
	if err := tx.Commit(); err != nil {
		return unwritable(err)
	}
	return s.there() // it may have gone meanwhile: then it is not acknowledged
}

// Shop is the shop's name and its rules.
type Shop struct {
	Name  string    `json:"name"`
	Rules job.Rules `json:"rules"`
}

// unnamed is what a shop is called that nobody has named.
const unnamed = "My shop"

// Shop returns the shop; one that was never set up has a plain name and the
// default rules.
func (s *Store) Shop(ctx context.Context) (Shop, error) {
	shop := Shop{Name: unnamed, Rules: job.Rules{Set: judge.Sets[0].Key}}
	var rules string
	err := s.db.QueryRowContext(ctx, "SELECT name, rules FROM shop").Scan(&shop.Name, &rules)
	if errors.Is(err, sql.ErrNoRows) {
		return shop, nil
	}
	if err != nil {
		return shop, err
	}
	return shop, json.Unmarshal([]byte(rules), &shop.Rules)
}

// SetShop names the shop and sets its rules. Jobs keep those they were opened
// with.
func (s *Store) SetShop(ctx context.Context, shop Shop) error {
	if err := checkShop(&shop); err != nil {
		return err
	}
	rules, err := json.Marshal(shop.Rules)
	if err != nil {
		return err
	}
	_, err = s.db.ExecContext(ctx, "INSERT INTO shop (one, name, rules) VALUES (1, ?, ?) ON CONFLICT (one) DO "+
		"UPDATE SET name = excluded.name, rules = excluded.rules", shop.Name, string(rules))
	return err
}

// checkShop says what is wrong with a shop, and takes the blanks off its name.
func checkShop(shop *Shop) error {
	var errs field.Errors
	if shop.Name = strings.TrimSpace(shop.Name); shop.Name == "" || utf8.RuneCountInString(shop.Name) > 80 {
		errs.Add("name", errors.New("must be 1 to 80 letters: the name that stands on the build sheet"))
	}
	errs.Add("", field.Plain("name", shop.Name, 80))
	errs.Add("", job.CheckRules(shop.Rules))
	return errs.Err()
}

// query gathers rows; no rows give an empty list, not nil.
func query[T any](ctx context.Context, db *sql.DB, scan func(*sql.Rows) (T, error), q string, args ...any) ([]T,
	error) {
	rows, err := db.QueryContext(ctx, q, args...)
	if err != nil {
		return nil, err
	}
	defer rows.Close()
	out := []T{}
	for rows.Next() {
		x, err := scan(rows)
		if err != nil {
			return nil, err
		}
		out = append(out, x)
	}
	return out, rows.Err()
}
