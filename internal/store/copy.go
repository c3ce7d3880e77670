package store

import (
	"context"
	"crypto/sha256"
	"database/sql"
	"encoding/hex"
	"errors"
	"fmt"
	"io/fs"
	"maps"
	"net/url"
	"os"
	"path/filepath"
	"strings"

	"github.com/pressly/goose/v3"
	"modernc.org/sqlite"
	sqlite3 "modernc.org/sqlite/lib"

	"settle/core/field"
	"settle/internal/datafolder"
)

// CopyTo writes a shop's file to another as it stands at one moment, whoever is writing it
// (VACUUM INTO of SQLite), and waits until that is on the disk. To must not be there yet; where
// anything goes wrong it is not there afterwards either. Nobody else may read it, also half done.
func CopyTo(ctx context.Context, from, to string) (err error) {
	if _, err := os.Stat(from); err != nil {
		return err
	}
	f, err := os.OpenFile(to, os.O_CREATE|os.O_EXCL|os.O_RDWR, 0o600) // SQLite takes one that is empty
	if err != nil {
		return err
	}
	defer func() {
		if err != nil {
			err = errors.Join(err, os.Remove(to))
		}
	}()
	if err := f.Close(); err != nil {
		return err
	}
	db, err := sql.Open("sqlite", "file:"+(&url.URL{Path: from}).EscapedPath()+"?mode=ro&_pragma=busy_timeout(5000)")
	if err != nil {
		return err
	}
	defer db.Close()
	if _, err := db.ExecContext(ctx, "VACUUM INTO ?", to); err != nil {
		return err
	}
	return datafolder.OnDisk(to)
}

// migrate brings a shop's file up to date. One of an older Settle is copied first, beside
// itself; one of a newer is refused.
func migrate(ctx context.Context, up *goose.Provider, path string, was bool) error {
	now, target, err := up.GetVersions(ctx)
	if err != nil {
		return err
	}
	if now > target {
		return fmt.Errorf("it was made by a newer Settle (its format is %d, this one knows %d): start the newer one, or "+
			"restore a copy from before", now, target)
	}
	if was && now > 0 && now < target {
		if err := copyBefore(ctx, path, fmt.Sprintf("%s.before-%d", path, target)); err != nil {
			return fmt.Errorf("it is of an older Settle, and is copied before it is brought up to date: %w", err)
		}
	}
	_, err = up.Up(ctx)
	return err
}

// copyBefore copies a shop's file before it is brought up to date. The copy has its name only once
// it is whole, verified and on the disk. One that is there already, of a start that was broken off,
// is good where it holds the same; else it is kept under another name.
func copyBefore(ctx context.Context, path, to string) error {
	half := to + datafolder.Half
	if err := os.Remove(half); err != nil && !errors.Is(err, fs.ErrNotExist) {
		return err
	}
	if info, err := os.Stat(to); err == nil {
		if same, err := holdsTheSame(ctx, path, to); err == nil && same {
			return nil
		}
		old := to + "." + info.ModTime().UTC().Format("20060102T150405Z")
		for n := 2; datafolder.There(old); n++ {
			old = fmt.Sprintf("%s.%s-%d", to, info.ModTime().UTC().Format("20060102T150405Z"), n)
		}
		if err := os.Rename(to, old); err != nil {
			return err
		}
	}
	if err := CopyTo(ctx, path, half); err != nil {
		return err
	}
	same, err := holdsTheSame(ctx, path, half)
	if err == nil && !same {
		err = errors.New("the copy does not hold what the shop's file does")
	}
	if err != nil {
		return errors.Join(err, os.Remove(half))
	}
	return errors.Join(os.Rename(half, to), datafolder.SyncFolder(filepath.Dir(to)))
}

// holdsTheSame says whether a copy is whole, and holds in every table what a shop's file holds. A
// job that is broken in the one is broken in the other, too: that keeps no shop from being brought
// up to date.
func holdsTheSame(ctx context.Context, path, copied string) (bool, error) {
	var held [2]map[string]string
	for i, file := range []string{path, copied} {
		db, err := openToRead(file)
		if err != nil {
			return false, err
		}
		if i == 1 {
			err = integrity(ctx, db)
		}
		if err == nil {
			held[i], err = digests(ctx, db)
		}
		if err := errors.Join(err, db.Close()); err != nil {
			return false, err
		}
	}
	return maps.Equal(held[0], held[1]), nil
}

// digests are the SHA-256 of what each table of a file holds.
func digests(ctx context.Context, db *sql.DB) (map[string]string, error) {
	tables, err := query(ctx, db, func(rows *sql.Rows) (name string, err error) { return name, rows.Scan(&name) },
		"SELECT name FROM sqlite_master WHERE type = 'table'")
	out := map[string]string{}
	for _, name := range tables {
		sum := sha256.New()
		if _, err := query(ctx, db, func(rows *sql.Rows) (struct{}, error) {
			columns, err := rows.Columns()
			if err != nil {
				return struct{}{}, err
			}
			values := make([]sql.RawBytes, len(columns))
			into := make([]any, len(columns))
			for i := range values {
				into[i] = &values[i]
			}
			if err := rows.Scan(into...); err != nil {
				return struct{}{}, err
			}
			for _, v := range values {
				fmt.Fprintf(sum, "%d:%t:%s", len(v), v == nil, v)
			}
			return struct{}{}, nil
		}, `SELECT * FROM "`+name+`"`); err != nil {
			return nil, err
		}
		out[name] = hex.EncodeToString(sum.Sum(nil))
	}
	return out, err
}

// integrity says what SQLite finds wrong with a file, nil where it finds nothing.
func integrity(ctx context.Context, db *sql.DB) error {
	found, err := query(ctx, db, func(rows *sql.Rows) (line string, err error) { return line, rows.Scan(&line) },
		"PRAGMA integrity_check(1)")
	if err != nil {
		return fmt.Errorf("the file is damaged: %w", err)
	}
	if len(found) != 1 || found[0] != "ok" {
		return fmt.Errorf("the file is damaged: %s", strings.Join(found, "; "))
	}
	return nil
}

// Unwritable says that nothing can be kept, and why: what is wrong lies outside of Settle.
type Unwritable struct{ Why string }

func (u *Unwritable) Error() string { return u.Why }

// there refuses where the shop's file is not where it was opened any more. What is written to a
// file that was deleted is lost, though every write of it succeeds.
func (s *Store) there() error {
	now, err := os.Stat(s.file)
	switch {
	case s.opened == nil:
		return nil // it is still being made
	case errors.Is(err, fs.ErrNotExist) || err == nil && !os.SameFile(now, s.opened):
		return &Unwritable{notThere}
	case err != nil:
		return &Unwritable{"The data folder cannot be read: " + err.Error() + ". Nothing is kept until it can."}
	}
	return nil
}

const notThere = "The shop's file is not in its folder any more: nothing is kept until it is back. Stop Settle, " +
	"put the data folder back or restore a copy, and start it again."

// Outside says in words what of an error lies outside of Settle; other errors stay as they are.
// A file that is gone shows at reading, too.
func Outside(err error) error {
	var refused *sqlite.Error
	if errors.As(err, &refused) && refused.Code()&0xff == sqlite3.SQLITE_CANTOPEN {
		return &Unwritable{notThere}
	}
	return unwritable(err)
}

// hurt says what to do where a file is damaged, or none of SQLite's; other errors stay as they are.
func hurt(err error) error {
	var refused *sqlite.Error
	if !errors.As(err, &refused) {
		return err
	}
	switch refused.Code() & 0xff {
	case sqlite3.SQLITE_CORRUPT, sqlite3.SQLITE_NOTADB:
		return fmt.Errorf("the file is damaged, or no shop's (%w): look at the disk, and restore a copy with settle restore "+
			"--replace", err)
	}
	return err
}

// unwritable says in words why the disk did not take something; other errors stay as they are.
func unwritable(err error) error {
	var refused *sqlite.Error
	if !errors.As(err, &refused) {
		return err
	}
	switch refused.Code() & 0xff {
	case sqlite3.SQLITE_FULL:
		return &Unwritable{"The disk is full: nothing was kept. Make room on it and enter this again."}
	case sqlite3.SQLITE_READONLY, sqlite3.SQLITE_CANTOPEN, sqlite3.SQLITE_PERM:
		return &Unwritable{"The data folder cannot be written: nothing was kept. Let Settle write to it and enter this " +
			"again."}
	case sqlite3.SQLITE_IOERR:
		return &Unwritable{"The disk did not take it: nothing was kept. Look at the disk, then enter this again."}
	}
	return err
}

// usualCopies is how many are kept in a shop that nobody has set up.
const usualCopies = 14

// Copies is how many copies of the file are kept; 0: none is made by itself.
func (s *Store) Copies(ctx context.Context) (int, error) {
	n := usualCopies
	err := s.db.QueryRowContext(ctx, "SELECT copies FROM shop").Scan(&n)
	if errors.Is(err, sql.ErrNoRows) {
		err = nil
	}
	return n, err
}

// KeepCopies says how many copies are kept.
func (s *Store) KeepCopies(ctx context.Context, n int) error {
	if n < 0 || n > 365 {
		return field.Errorf("keep", "is %d: write 0 to 365 copies", n)
	}
	return s.setColumn(ctx, "UPDATE shop SET copies = ?", n)
}
