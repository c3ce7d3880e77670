package main

import (
	"errors"
	"fmt"
	"io"

	"github.com/cli/browser"

	"settle/internal/datafolder"
)

// browse opens a page in the browser of who is at this machine; tests put another in its place.
var browse = func(address string) error {
	browser.Stdout, browser.Stderr = io.Discard, io.Discard
	return browser.OpenURL(address)
}

// show opens a page, and says where it is where no browser opens.
func show(address string, out io.Writer) {
	if err := browse(address); err != nil {
		fmt.Fprintf(out, "No browser opened by itself: open %s\n", address)
	}
}

// running opens the page of the Settle that has the folder already; false where none does, or it does not
// say where it is.
func running(err error, out io.Writer) bool {
	var used *datafolder.InUse
	if !errors.As(err, &used) || used.By.Address == "" {
		return false
	}
	fmt.Fprintf(out, "Settle runs already, at %s\n", used.By.Address)
	show(used.By.Address, out)
	return true
}
