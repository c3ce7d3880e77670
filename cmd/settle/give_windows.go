package main

import (
	"bytes"
	"fmt"
	"os/exec"
)

// lowly is the account for services that need no more than the network; lowlyID names it in any language.
const lowly, lowlyID = `NT AUTHORITY\LocalService`, "*S-1-5-19"

// give lets the user of the service write the folder: LocalService may nothing by itself. Another account
// is given what it needs by who names it.
func give(folder, user string) error {
	if user != lowly {
		return nil
	}
	said, err := exec.Command("icacls", folder, "/grant", lowlyID+":(OI)(CI)M", "/T", "/Q").CombinedOutput()
	if err != nil {
		return fmt.Errorf("letting %s write %s: %w: %s", user, folder, err, bytes.TrimSpace(said))
	}
	return nil
}
