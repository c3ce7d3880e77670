//go:build unix

package main

import (
	"errors"
	"io/fs"
	"net/http"
	"os"
	"os/exec"
	"path/filepath"
	"strings"
	"syscall"
	"testing"
	"time"

	"settle/internal/datafolder"
	"settle/internal/door"
	"settle/internal/store"
)

// nobody is a user who owns nothing.
const nobody = 65534

// A server whose user may not write its folder says so in words and does not start. One whose folder
// is taken from it while it runs keeps what it can, refuses the rest in words, loses nothing, and goes
// on when the folder is its own again.
func TestAFolderThatMayNotBeWritten(t *testing.T) {
	if os.Getuid() != 0 {
		t.Skip("only root can start a server as somebody else")
	}
	root, err := os.MkdirTemp("", "settle-nobody")
	if err != nil {
		t.Fatal(err)
	}
	t.Cleanup(func() { _ = os.RemoveAll(root) })
	data, program := filepath.Join(root, "data"), filepath.Join(root, "settle")
	f := furnished(t, data, 2, door.How{Local: true})
	self, err := os.ReadFile(os.Args[0])
	if err != nil {
		t.Fatal(err)
	}
	if err := errors.Join(os.WriteFile(program, self, 0o755), os.Chmod(root, 0o755), owned(data, 0)); err != nil {
		t.Fatal(err)
	}
	as := &syscall.SysProcAttr{Credential: &syscall.Credential{Uid: nobody, Gid: nobody}}
	cmd := exec.Command(program, "serve", "--addr", "127.0.0.1:0", "--data", data)
	cmd.Env, cmd.SysProcAttr = append(os.Environ(), "SETTLE_TEST_COMMAND=1"), as
	said, err := cmd.CombinedOutput()
	if err == nil || !strings.Contains(string(said), data) || !strings.Contains(string(said), "may not be written") {
		t.Errorf("it starts with %v, saying %s", err, said)
	}

	if err := owned(data, nobody); err != nil {
		t.Fatal(err)
	}
	s := serveWith(t, program, as, "--data", data)
	acked := map[string]time.Time{}
	enter := func(id string) {
		t.Helper()
		for _, tb := range f.tablets {
			s.enter(tb, id+tb.number)
		}
	}
	enter("before-")
	if err := owned(data, 0); err != nil { // its folder is somebody else's now
		t.Fatal(err)
	}
	enter("during-")
	status, b := s.ask(http.DefaultClient, "POST", "/api/v1/copies", f.keeper, nil)
	if status != http.StatusServiceUnavailable || !strings.Contains(string(b), "No copy was made") {
		t.Errorf("a copy where nothing can be written: %d %s", status, b)
	}
	if err := owned(data, nobody); err != nil {
		t.Fatal(err)
	}
	enter("after-")
	if status, b := s.ask(http.DefaultClient, "POST", "/api/v1/copies", f.keeper, nil); status != http.StatusCreated {
		t.Errorf("a copy when it is its own again: %d %s", status, b)
	}
	for id, at := range s.acked {
		acked[id] = at
	}
	s.halt(false)
	if gone := missing(t, filepath.Join(data, datafolder.ShopFile), f, acked); len(gone) > 0 || len(acked) < 4 {
		t.Errorf("%d acknowledged, lost %v, refused %v, saying %s", len(acked), gone, s.refused, s.says)
	}
	for code := range s.refused {
		if code != http.StatusServiceUnavailable {
			t.Errorf("refused with %v, saying %s", s.refused, s.says)
		}
	}
	if _, broken, err := store.Verify(t.Context(), filepath.Join(data, datafolder.ShopFile)); err != nil ||
		len(broken) > 0 {
		t.Errorf("%v %v", broken, err)
	}
}

// owned gives a folder and all in it to a user, who alone may write it.
func owned(folder string, user int) error {
	return filepath.WalkDir(folder, func(path string, d fs.DirEntry, err error) error {
		if err != nil {
			return err
		}
		mode := fs.FileMode(0o644)
		if d.IsDir() {
			mode = 0o755
		}
		return errors.Join(os.Chown(path, user, user), os.Chmod(path, mode))
	})
}
