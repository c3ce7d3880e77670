package store

import (
	"context"
	"database/sql"
	"errors"
	"fmt"
	"io/fs"
	"net/url"
	"os"

	"github.com/pressly/goose/v3"
	"modernc.org/sqlite"
	sqlite3 "modernc.org/sqlite/lib"

	"settle/core/field"
)

// CopyTo writes a shop's file to another as it stands at one moment, whoever is writing it
// (VACUUM INTO of SQLite), and waits until that is on the disk. To must not be there yet.
func CopyTo(ctx context.Context, from, to string) error {
	if _, err := os.Stat(from); err != nil {
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
	f, err := os.OpenFile(to, os.O_RDWR, 0)
	if err != nil {
		return err
	}
	return errors.Join(f.Chmod(0o600), f.Sync(), f.Close())
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
		before := fmt.Sprintf("%s.before-%d", path, target)
		if _, err := os.Stat(before); errors.Is(err, fs.ErrNotExist) {
			if err := CopyTo(ctx, path, before); err != nil {
				return fmt.Errorf("it is of an older Settle, and is copied before it is brought up to date: %w", err)
			}
		}
	}
	_, err = up.Up(ctx)
	return err
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

// Well says what keeps the shop from being worked in, nil where nothing does. It writes nothing
// that stays.
func (s *Store) Well(ctx context.Context) error {
	if err := s.there(); err != nil {
		return err
	}
	tx, err := s.db.BeginTx(ctx, nil) // takes the lock for writing
	if err != nil {
		return unwritable(err)
	}
	_, err = tx.ExecContext(ctx, "UPDATE shop SET copies = copies")
	return unwritable(errors.Join(err, tx.Rollback()))
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
