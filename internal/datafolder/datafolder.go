// Package datafolder is the folder in which a shop is kept: one Settle has it at a time, and a
// shop's file comes into it whole or not at all.
package datafolder

import (
	"encoding/json"
	"errors"
	"fmt"
	"io/fs"
	"os"
	"path"
	"path/filepath"
	"runtime"
	"strings"
	"time"

	"github.com/gofrs/flock"
)

// What a shop is kept in. SQLite keeps more beside each of them while it is open.
const (
	ShopFile = "settle.db"
	// DoorFile holds what lets somebody in. It is in no copy.
	DoorFile = "door.db"
	// Copies is the folder of the copies.
	Copies = "copies"
)

const (
	lockFile   = "settle.lock"
	holderFile = "settle.holder"

	making = "making" // where a shop is made: thrown away where that was broken off
	ready  = "ready-" // one that is whole and on the disk, on its way to its place
	aside  = "replaced-"
	stamp  = "20060102T150405Z"
)

// beside is what SQLite keeps beside a file.
var beside = []string{"", "-wal", "-shm", "-journal"}

// Folder is one that this process has for itself.
type Folder struct {
	Path string
	lock *flock.Flock
	// Finished is where the shop before was moved to, where a restore that was broken off has been
	// brought to its end; blank elsewhere.
	Finished string
}

// Holder is who has a folder.
type Holder struct {
	Process int       `json:"process"`
	Since   time.Time `json:"since"`
	What    string    `json:"what"`
	Address string    `json:"address,omitempty"`
}

// InUse says that another Settle has the folder.
type InUse struct {
	Path string
	By   Holder
}

func (u *InUse) Error() string {
	who := "another Settle"
	if u.By.Process != 0 {
		who = fmt.Sprintf("settle %s, process %d, since %s", u.By.What, u.By.Process,
			u.By.Since.Local().Format("2 January 15:04"))
		if u.By.Address != "" {
			who += ", at " + u.By.Address
		}
	}
	return fmt.Sprintf("the folder %s is in use by %s: work there, or stop that one first", u.Path, who)
}

// Occupied says that there is a shop already where one was to be put.
type Occupied struct{ Path string }

func (o *Occupied) Error() string {
	return fmt.Sprintf("there is a shop in %s already: name another folder with --data, or have the shop that is there "+
		"moved aside, all of it, with --replace", o.Path)
}

// Hold takes the folder, and makes it where there is none. What was broken off in it is brought to
// its end, or thrown away where it never was whole. The error is an *InUse where another Settle
// has it.
func Hold(folder, what string) (*Folder, error) {
	if err := os.MkdirAll(folder, 0o700); err != nil {
		return nil, fmt.Errorf("making the data folder: %w", err)
	}
	f := &Folder{Path: folder, lock: flock.New(filepath.Join(folder, lockFile), flock.SetPermissions(0o600))}
	if err := f.writable(); err != nil {
		return nil, err
	}
	has, err := f.lock.TryLock()
	if err != nil {
		return nil, notWritable(folder, err)
	}
	if !has {
		return nil, &InUse{folder, f.holder()}
	}
	err = f.Tell(what, "")
	if err == nil {
		f.Finished, err = f.finish()
	}
	if err == nil {
		err = f.clear()
	}
	if err != nil {
		return nil, errors.Join(err, f.Release())
	}
	return f, nil
}

// Tell writes down who has the folder, for whoever else wants it.
func (f *Folder) Tell(what, address string) error {
	b, err := json.Marshal(Holder{os.Getpid(), time.Now(), what, address})
	if err != nil {
		return err
	}
	return os.WriteFile(filepath.Join(f.Path, holderFile), b, 0o600)
}

// holder is who has it; a blank one where that cannot be read.
func (f *Folder) holder() (h Holder) {
	if b, err := os.ReadFile(filepath.Join(f.Path, holderFile)); err != nil || json.Unmarshal(b, &h) != nil {
		return Holder{}
	}
	return h
}

// Release gives the folder back.
func (f *Folder) Release() error {
	return errors.Join(remove(filepath.Join(f.Path, holderFile)), f.lock.Unlock())
}

// Shop is the path of the shop's file.
func (f *Folder) Shop() string { return filepath.Join(f.Path, ShopFile) }

// writable says where the folder or the shop's file may not be written, before anything fails on it.
func (f *Folder) writable() error {
	try, err := os.CreateTemp(f.Path, ".try-*")
	if err == nil {
		err = errors.Join(try.Close(), os.Remove(try.Name()))
	}
	if err == nil {
		var shop *os.File
		if shop, err = os.OpenFile(f.Shop(), os.O_RDWR, 0); err == nil {
			err = shop.Close()
		} else if errors.Is(err, fs.ErrNotExist) {
			err = nil
		}
	}
	if err != nil {
		return notWritable(f.Path, err)
	}
	return nil
}

func notWritable(folder string, err error) error {
	return fmt.Errorf("the folder %s may not be written by the user who runs Settle: give it to that user, or name "+
		"another with --data (%w)", folder, err)
}

// Sound says what in the folder keeps a shop from being opened, nil where nothing does: what is
// left of a shop whose file was taken away would be written into a new one.
func (f *Folder) Sound() error {
	if There(f.Shop()) {
		return nil
	}
	for _, end := range beside[1:] {
		if left := f.Shop() + end; There(left) {
			return fmt.Errorf("%s is left of a shop whose %s is not there any more, and holds what was entered last: put "+
				"that %s back beside it, or have it moved aside with settle restore --replace", left, ShopFile, ShopFile)
		}
	}
	return nil
}

// Put has a shop made in a folder of its own, and puts it in its place once it is whole and on the
// disk. Where there is a shop already it is refused, or with replace moved aside, all of it, to the
// folder that is returned. Whenever this is broken off, the shop before is there whole, or the new
// one is: what is left to do the next Hold does.
func (f *Folder) Put(replace bool, make func(shop string) error) (was string, err error) {
	if !replace {
		if There(f.Shop()) {
			return "", &Occupied{f.Path}
		}
		if err := f.Sound(); err != nil {
			return "", err
		}
	}
	dir := filepath.Join(f.Path, making)
	if err := errors.Join(os.RemoveAll(dir), os.Mkdir(dir, 0o700)); err != nil {
		return "", err
	}
	if err := make(filepath.Join(dir, ShopFile)); err != nil {
		return "", errors.Join(err, os.RemoveAll(dir))
	}
	// An empty door takes the place of the old one, which would let into the new shop who was in.
	if door := filepath.Join(dir, DoorFile); !There(door) {
		err = os.WriteFile(door, nil, 0o600)
	}
	if err = errors.Join(err, settle(dir)); err != nil {
		return "", errors.Join(err, os.RemoveAll(dir))
	}
	if err := os.Rename(dir, filepath.Join(f.Path, ready+f.moment())); err != nil {
		return "", err
	}
	if err := SyncFolder(f.Path); err != nil {
		return "", err
	}
	return f.finish()
}

// moment names a folder for the shop before, which is not there yet.
func (f *Folder) moment() string {
	at := time.Now().UTC()
	for There(filepath.Join(f.Path, aside+at.Format(stamp))) {
		at = at.Add(time.Second)
	}
	return at.Format(stamp)
}

// settle waits until all files of a folder are on the disk, and refuses one that somebody has open.
func settle(dir string) error {
	files, err := os.ReadDir(dir)
	if err != nil {
		return err
	}
	for _, file := range files {
		path := filepath.Join(dir, file.Name())
		if strings.HasSuffix(path, "-wal") || strings.HasSuffix(path, "-journal") {
			return fmt.Errorf("%s was not closed: it is not whole", path)
		}
		if strings.HasSuffix(path, "-shm") {
			if err := os.Remove(path); err != nil {
				return err
			}
			continue
		}
		if err := OnDisk(path); err != nil {
			return err
		}
	}
	return SyncFolder(dir)
}

// finish puts a shop that is ready in its place. Each step can be done again.
func (f *Folder) finish() (was string, err error) {
	all, err := Named(f.Path, ready+"*")
	if err != nil || len(all) == 0 {
		return "", err
	}
	from := all[len(all)-1]
	was = filepath.Join(f.Path, aside+strings.TrimPrefix(filepath.Base(from), ready))
	// The new shop's file goes last: while it is not in its place, what lies there is the old shop.
	if There(filepath.Join(from, ShopFile)) {
		if err := f.moveAside(was, from); err != nil {
			return "", err
		}
		for _, name := range []string{DoorFile, ShopFile} {
			if err := rename(filepath.Join(from, name), filepath.Join(f.Path, name)); err != nil {
				return "", err
			}
		}
	}
	if !There(was) {
		was = ""
	}
	return was, errors.Join(os.RemoveAll(from), SyncFolder(f.Path))
}

// moveAside moves the shop that is there into a folder of its own; where there is none it makes none.
// A door that the new shop has put in its place already is not the old one's.
func (f *Folder) moveAside(to, from string) error {
	names := []string{ShopFile}
	if There(filepath.Join(from, DoorFile)) {
		names = append(names, DoorFile)
	}
	for _, name := range names {
		for _, end := range beside {
			old := filepath.Join(f.Path, name+end)
			if !There(old) {
				continue
			}
			if err := os.MkdirAll(to, 0o700); err != nil {
				return err
			}
			if err := os.Rename(old, filepath.Join(to, name+end)); err != nil {
				return err
			}
		}
	}
	if !There(to) {
		return nil
	}
	return errors.Join(SyncFolder(to), SyncFolder(f.Path))
}

// clear throws away what was broken off before it was whole.
func (f *Folder) clear() error {
	err := os.RemoveAll(filepath.Join(f.Path, making))
	for _, left := range []string{".try-*", "*" + Half, "*" + Half + "-journal"} {
		all, listed := Named(f.Path, left)
		err = errors.Join(err, listed)
		for _, path := range all {
			err = errors.Join(err, remove(path))
		}
	}
	return err
}

// Named are the paths of what lies in a folder under names of a pattern (path.Match), sorted.
func Named(folder, pattern string) (found []string, err error) {
	files, err := os.ReadDir(folder)
	for _, file := range files {
		if is, err := path.Match(pattern, file.Name()); err != nil {
			return nil, err
		} else if is {
			found = append(found, filepath.Join(folder, file.Name()))
		}
	}
	return found, err
}

// Half ends the name of a file in a data folder that is not whole yet: what is left of it is thrown
// away at the next start.
const Half = ".half"

// SyncFolder waits until what a folder holds is on the disk. Windows does that by itself.
func SyncFolder(path string) error {
	if runtime.GOOS == "windows" {
		return nil
	}
	return sync(os.Open(path))
}

// OnDisk waits until a file is on the disk.
func OnDisk(path string) error { return sync(os.OpenFile(path, os.O_RDWR, 0)) }

func sync(f *os.File, err error) error {
	if err != nil {
		return err
	}
	return errors.Join(f.Sync(), f.Close())
}

// There says whether something lies at a path.
func There(path string) bool {
	_, err := os.Lstat(path)
	return err == nil
}

// rename moves a file that may have been moved already.
func rename(from, to string) error {
	if !There(from) {
		return nil
	}
	return os.Rename(from, to)
}

// remove removes a file that may be gone already.
func remove(path string) error {
	if err := os.Remove(path); err != nil && !errors.Is(err, fs.ErrNotExist) {
		return err
	}
	return nil
}
