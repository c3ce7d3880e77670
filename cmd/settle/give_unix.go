//go:build unix

package main

import (
	"io/fs"
	"os"
	"os/user"
	"path/filepath"
	"strconv"
)

// lowly is who a service runs as where nobody asked for it by sudo.
const lowly = "root"

// give lets the user of the service write the folder: it is theirs then, with all in it.
func give(folder, name string) error {
	u, err := user.Lookup(name)
	if err != nil {
		return usageError("there is no user " + name + " on this machine: write one with --user")
	}
	id, err := strconv.Atoi(u.Uid)
	if err != nil {
		return err
	}
	group, err := strconv.Atoi(u.Gid)
	if err != nil {
		return err
	}
	return filepath.WalkDir(folder, func(path string, _ fs.DirEntry, err error) error {
		if err != nil {
			return err
		}
		return os.Lchown(path, id, group)
	})
}
