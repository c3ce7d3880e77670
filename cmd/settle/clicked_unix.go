//go:build unix

package main

import (
	"os"
	"path/filepath"
	"runtime"

	"github.com/mattn/go-isatty"
)

// clicked says whether the program was started by a double click. A desktop starts it with no terminal
// behind it; macOS opens one in the home folder and writes the whole path into it.
func clicked() bool {
	if runtime.GOOS == "darwin" {
		here, err := os.Getwd()
		return err == nil && here == home() && filepath.IsAbs(os.Args[0]) && isatty.IsTerminal(os.Stdin.Fd())
	}
	desktop := os.Getenv("DISPLAY") != "" || os.Getenv("WAYLAND_DISPLAY") != ""
	return desktop && !isatty.IsTerminal(os.Stdin.Fd()) && !isatty.IsTerminal(os.Stdout.Fd()) && !isPipe(os.Stdin)
}

// isPipe says whether another program, or a file, is at the other end.
func isPipe(f *os.File) bool {
	info, err := f.Stat()
	return err != nil || info.Mode()&os.ModeCharDevice == 0
}
