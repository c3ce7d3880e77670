package main

import (
	"os"
	"os/user"
	"path/filepath"
	"runtime"

	"settle/internal/datafolder"
)

// beginners is where shops began before each system had its own folder: one that is there goes on.
const beginners = "data/shop"

// demoFolder is where the demo is kept.
const demoFolder = "data/demo"

// shopFolder is where a shop is kept unless --data or SETTLE_DATA says otherwise: where the system keeps
// what programs write for who uses them.
func shopFolder() string {
	if datafolder.There(filepath.Join(beginners, datafolder.ShopFile)) {
		return beginners
	}
	if folder := systemFolder(runtime.GOOS, os.Getenv, home()); folder != "" {
		return folder
	}
	return beginners
}

// systemFolder is that folder on a system: by the Known Folders of Windows, the File System Programming
// Guide of macOS, the XDG Base Directory Specification elsewhere. Blank where there is no home.
func systemFolder(system string, getenv func(string) string, home string) string {
	join := func(base string, parts ...string) string {
		if base == "" {
			return ""
		}
		return filepath.Join(append([]string{base}, parts...)...)
	}
	switch system {
	case "windows":
		return join(getenv("LocalAppData"), "Settle")
	case "darwin":
		return join(home, "Library", "Application Support", "Settle")
	}
	if data := getenv("XDG_DATA_HOME"); filepath.IsAbs(data) && getenv("SUDO_USER") == "" {
		return join(data, "settle")
	}
	return join(home, ".local", "share", "settle")
}

// home is the home of who asks, also where they ask as an administrator.
func home() string {
	if u, err := user.Lookup(os.Getenv("SUDO_USER")); err == nil {
		return u.HomeDir
	}
	folder, err := os.UserHomeDir()
	if err != nil {
		return ""
	}
	return folder
}
