// Package copies keeps copies of a shop's file: consistent while the shop is open, verified,
// compressed, as many as the shop wants; and tries every week whether one can be restored.
package copies

import (
	"bufio"
	"compress/gzip"
	"context"
	"crypto/rand"
	"encoding/hex"
	"errors"
	"fmt"
	"io"
	"io/fs"
	"os"
	"path/filepath"
	"slices"
	"strings"
	"time"

	"github.com/gofrs/flock"

	"settle/core/field"
	"settle/internal/datafolder"
	"settle/internal/store"
)

// Copy is a copy of a shop's file.
type Copy struct {
	Name  string    `json:"name"`
	At    time.Time `json:"at"`
	Bytes int64     `json:"bytes"`
}

const (
	before = "settle-"
	stamp  = "20060102T150405Z"
	behind = ".db.gz"
	trial  = "trial"

	// How long a copy waits for another that is being made in its folder, and how often it looks.
	longest = 5 * time.Minute
	look    = 50 * time.Millisecond
)

// Folder is where the copies of one shop are kept.
type Folder struct {
	Path string
	Now  func() time.Time
}

// Make copies a shop's file into the folder: all of it as it stood at one moment, whoever is
// writing. The copy is verified before it counts; one that does not hold is an error and is not
// kept.
func (f Folder) Make(ctx context.Context, shop string) (Copy, error) {
	if _, err := os.Stat(shop); err != nil { // its folder is not made anew for the copies
		return Copy{}, fmt.Errorf("the shop's file cannot be read: %w", err)
	}
	release, err := f.hold(ctx)
	if err != nil {
		return Copy{}, err
	}
	defer release()
	at := f.Now().UTC()
	name := before + at.Format(stamp) + behind
	bare, err := f.making(name)
	if err != nil {
		return Copy{}, err
	}
	defer os.Remove(bare)
	if err := store.CopyTo(ctx, shop, bare); err != nil {
		return Copy{}, fmt.Errorf("copying %s: %w", shop, err)
	}
	if _, err := Holds(ctx, bare); err != nil {
		return Copy{}, err
	}
	packed, err := f.making(name)
	if err != nil {
		return Copy{}, err
	}
	defer os.Remove(packed) // it has another name where all went well
	bytes, err := pack(bare, packed)
	if err != nil {
		return Copy{}, fmt.Errorf("writing the copy: %w", err)
	}
	if err := os.Rename(packed, filepath.Join(f.Path, name)); err != nil {
		return Copy{}, err
	}
	return Copy{name, at, bytes}, datafolder.SyncFolder(f.Path)
}

// hold takes the folder for one copy at a time, and throws away what is left in it of one that was
// broken off.
func (f Folder) hold(ctx context.Context) (release func(), err error) {
	if err := os.MkdirAll(f.Path, 0o700); err != nil {
		return nil, fmt.Errorf("making the folder of the copies: %w", err)
	}
	lock := flock.New(filepath.Join(f.Path, ".lock"), flock.SetPermissions(0o600))
	ctx, cancel := context.WithTimeout(ctx, longest)
	defer cancel()
	if _, err := lock.TryLockContext(ctx, look); errors.Is(err, context.DeadlineExceeded) {
		return nil, fmt.Errorf("another copy is being made in %s: wait until it is there", f.Path)
	} else if err != nil {
		return nil, fmt.Errorf("the folder of the copies cannot be written: %w", err)
	}
	release = func() { _ = lock.Unlock() } // it ends with the process, too
	for _, half := range []string{"." + before + "*", "." + trial + ".*"} {
		left, err := datafolder.Named(f.Path, half)
		for _, path := range left {
			err = errors.Join(err, os.Remove(path))
		}
		if err != nil {
			release()
			return nil, err
		}
	}
	return release, nil
}

// Clear throws away what is left of copies that were broken off.
func (f Folder) Clear(ctx context.Context) error {
	if _, err := os.Stat(f.Path); err != nil {
		return nil // no copies, and nothing left of any
	}
	release, err := f.hold(ctx)
	if err != nil {
		return err
	}
	release()
	return nil
}

// making is a name in the folder for something half done.
func (f Folder) making(name string) (string, error) {
	some := make([]byte, 6)
	if _, err := rand.Read(some); err != nil {
		return "", err
	}
	return filepath.Join(f.Path, "."+name+"."+hex.EncodeToString(some)), nil
}

// Holds says what is wrong with a shop's file.
func Holds(ctx context.Context, path string) (*store.Checked, error) {
	c, err := store.Check(ctx, path, "")
	if err != nil {
		return nil, fmt.Errorf("the copy cannot be verified: %w", err)
	}
	if n := len(c.Broken); n > 0 {
		return nil, fmt.Errorf("the copy does not hold: %d of %d jobs are broken, the first is %s: %s", n, c.Jobs,
			c.Broken[0].Number, c.Broken[0].Why)
	}
	return c, nil
}

// pack compresses a file and waits until it is on the disk.
func pack(from, to string) (bytes int64, err error) {
	in, err := os.Open(from)
	if err != nil {
		return 0, err
	}
	defer in.Close()
	out, err := os.OpenFile(to, os.O_CREATE|os.O_EXCL|os.O_WRONLY, 0o600)
	if err != nil {
		return 0, err
	}
	defer func() { err = errors.Join(err, out.Close()) }()
	zip, err := gzip.NewWriterLevel(out, gzip.BestSpeed)
	if err != nil {
		return 0, err
	}
	if _, err := io.Copy(zip, in); err != nil {
		return 0, err
	}
	if err := errors.Join(zip.Close(), out.Sync()); err != nil {
		return 0, err
	}
	info, err := out.Stat()
	if err != nil {
		return 0, err
	}
	return info.Size(), nil
}

// List is what is kept, the latest first. A folder that is not there holds none. A copy dated
// later than now was made before the clock was put right: it stands behind the others, so that it
// neither keeps new ones from being made nor is kept in their place.
func (f Folder) List() ([]Copy, error) {
	files, err := os.ReadDir(f.Path)
	if errors.Is(err, fs.ErrNotExist) {
		return []Copy{}, nil
	}
	if err != nil {
		return nil, err
	}
	all := []Copy{}
	for _, file := range files {
		text, ours := strings.CutPrefix(file.Name(), before)
		text, packed := strings.CutSuffix(text, behind)
		at, err := time.Parse(stamp, text)
		if !ours || !packed || err != nil {
			continue
		}
		info, err := file.Info()
		if err != nil {
			return nil, err
		}
		all = append(all, Copy{file.Name(), at, info.Size()})
	}
	now := f.Now()
	slices.SortFunc(all, func(a, b Copy) int {
		if a.At.After(now) != b.At.After(now) {
			return a.At.Compare(b.At)
		}
		return b.At.Compare(a.At)
	})
	return all, nil
}

// Thin throws the oldest away until so many are left, never fewer than one.
func (f Folder) Thin(keep int) error {
	all, err := f.List()
	if err != nil {
		return err
	}
	for _, old := range all[min(max(keep, 1), len(all)):] {
		if err := os.Remove(filepath.Join(f.Path, old.Name)); err != nil {
			return err
		}
	}
	return nil
}

// Try restores the latest copy beside the copies, verifies every chain in it and throws it
// away again. It returns the copy that was tried.
func (f Folder) Try(ctx context.Context) (Copy, error) {
	all, err := f.List()
	if err != nil {
		return Copy{}, err
	}
	if len(all) == 0 {
		return Copy{}, field.Errorf("copy", "is not there yet: make one first, then try it")
	}
	release, err := f.hold(ctx)
	if err != nil {
		return all[0], err
	}
	defer release()
	bare, err := f.making(trial)
	if err != nil {
		return all[0], err
	}
	defer os.Remove(bare)
	_, err = Unpack(ctx, filepath.Join(f.Path, all[0].Name), bare)
	return all[0], err
}

// unpacked is what a copy holds: one that was packed, or one as it was made before an update.
func unpacked(file *bufio.Reader) (io.Reader, error) {
	const plain = "SQLite format 3\x00"
	if head, err := file.Peek(len(plain)); err == nil && string(head) == plain {
		return file, nil
	}
	return gzip.NewReader(file)
}

// Unpack writes a copy out as a shop's file and verifies it. To must not be there yet; where
// anything is wrong it is not there afterwards either.
func Unpack(ctx context.Context, from, to string) (c *store.Checked, err error) {
	in, err := os.Open(from)
	if err != nil {
		return nil, err
	}
	defer in.Close()
	file := bufio.NewReader(in)
	zip, err := unpacked(file)
	if err != nil {
		return nil, fmt.Errorf("%s is not a copy of a shop: %w", from, err)
	}
	out, err := os.OpenFile(to, os.O_CREATE|os.O_EXCL|os.O_WRONLY, 0o600)
	if errors.Is(err, fs.ErrExist) {
		return nil, fmt.Errorf("%s is there already: a copy is not restored over a shop, move it away first", to)
	}
	if err != nil {
		return nil, err
	}
	defer func() {
		if err != nil {
			err = errors.Join(err, os.Remove(to))
		}
	}()
	if _, err := io.Copy(out, zip); err != nil {
		return nil, errors.Join(fmt.Errorf("%s is not whole: %w", from, err), out.Close())
	}
	if err := errors.Join(out.Sync(), out.Close()); err != nil {
		return nil, err
	}
	return Holds(ctx, to)
}
