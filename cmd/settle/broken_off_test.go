package main

import (
	"context"
	"crypto/rand"
	"database/sql"
	"fmt"
	"os"
	"os/exec"
	"path/filepath"
	"strings"
	"testing"
	"time"

	"settle/internal/datafolder"
	"settle/internal/drill"
	"settle/internal/store"
)

// child is the command as a process of its own.
func child(t *testing.T, args ...string) *exec.Cmd {
	t.Helper()
	c := exec.CommandContext(t.Context(), os.Args[0], args...)
	c.Env = append(os.Environ(), "SETTLE_TEST_COMMAND=1")
	return c
}

// killedAfter runs the command and kills it after a while; ended says that it had ended by itself.
func killedAfter(t *testing.T, after time.Duration, args ...string) (ended bool) {
	t.Helper()
	c := child(t, args...)
	if err := c.Start(); err != nil {
		t.Fatal(err)
	}
	done := make(chan error, 1)
	go func() { done <- c.Wait() }()
	select {
	case <-done:
		return true
	case <-time.After(after):
		_ = c.Process.Kill()
		<-done
		return false
	}
}

// heavy makes a shop's file large, so that what is done to it takes a while.
func heavy(t *testing.T, shop string, megabytes int) {
	t.Helper()
	db, err := sql.Open("sqlite", "file:"+shop)
	if err != nil {
		t.Fatal(err)
	}
	defer db.Close()
	if _, err := db.Exec("CREATE TABLE ballast (b BLOB)"); err != nil {
		t.Fatal(err)
	}
	b := make([]byte, 1<<20)
	for range megabytes {
		_, _ = rand.Read(b)
		if _, err := db.Exec("INSERT INTO ballast VALUES (?)", b); err != nil {
			t.Fatal(err)
		}
	}
}

// named is the name of the shop in a file that holds; of one that does not it says why.
func named(t *testing.T, shop string) string {
	t.Helper()
	if _, broken, err := store.Verify(t.Context(), shop); err != nil || len(broken) > 0 {
		return fmt.Sprint(err, broken)
	}
	s, err := store.Open(t.Context(), shop, time.Now)
	if err != nil {
		return err.Error()
	}
	defer s.Close()
	of, err := s.Shop(t.Context())
	if err != nil {
		return err.Error()
	}
	return of.Name
}

// rename gives the shop of a file another name.
func rename(t *testing.T, shop, name string) {
	t.Helper()
	s, err := store.Open(t.Context(), shop, time.Now)
	if err != nil {
		t.Fatal(err)
	}
	defer s.Close()
	of, err := s.Shop(t.Context())
	of.Name = name
	if err == nil {
		err = s.SetShop(t.Context(), of)
	}
	if err != nil {
		t.Fatal(err)
	}
}

// A restoring, or a taking in, of another shop in the place of one, killed at any moment: the shop
// before is there whole, or the new one is, and the one before stands beside it.
func TestKilledWhileAShopIsReplaced(t *testing.T) {
	root := t.TempDir()
	_, other := demoIn(t)
	rename(t, filepath.Join(other, datafolder.ShopFile), "Another shop")
	must(t, "export", "--data", other, filepath.Join(root, "other.zip"))
	if drill.On() {
		heavy(t, filepath.Join(other, datafolder.ShopFile), 60)
	}
	copied := strings.SplitN(must(t, "backup", "--data", other, "--to", filepath.Join(root, "copies")), ",", 2)[0]
	for what, args := range map[string][]string{
		"restore": {copied}, "import": {filepath.Join(root, "other.zip")},
	} {
		if what == "import" && !drill.On() { // it is put in its place as the other is, and takes long to make
			continue
		}
		data := filepath.Join(root, what)
		_, demo := demoIn(t)
		if err := os.Rename(demo, data); err != nil {
			t.Fatal(err)
		}
		shop := filepath.Join(data, datafolder.ShopFile)
		rename(t, shop, "The shop before")
		args = append([]string{what, "--replace", "--data", data}, args...)
		begun := time.Now()
		if !killedAfter(t, time.Minute, args...) {
			t.Fatal("it does not end")
		}
		took := time.Since(begun)
		if got := named(t, shop); got != "Another shop" {
			t.Fatalf("%s: it came to %s", what, got)
		}
		counts := map[string]int{}
		rounds := drill.Pick(20, 2)
		for round := range rounds {
			before := "The shop before" + fmt.Sprint(round)
			rename(t, shop, before)
			killedAfter(t, took*time.Duration(round+1)/time.Duration(rounds), args...)
			f, err := datafolder.Hold(data, "test")
			if err != nil {
				t.Fatal(err)
			}
			if err := f.Release(); err != nil {
				t.Fatal(err)
			}
			switch got := named(t, shop); got {
			case before:
				counts["before"]++
			case "Another shop":
				counts["new"]++
				all, err := datafolder.Named(data, "replaced-*")
				if err != nil || len(all) == 0 {
					t.Fatalf("the shop before is gone: %v, %v", all, err)
				}
				if was := named(t, filepath.Join(all[len(all)-1], datafolder.ShopFile)); was != before {
					t.Errorf("%s: the shop before, beside it, is %s", what, was)
				}
			default:
				t.Errorf("%s, round %d: %s", what, round, got)
			}
			if left, _ := datafolder.Named(data, "making"); len(left) > 0 {
				t.Errorf("%s: %v is left", what, left)
			}
		}
		t.Log(what, took, counts)
	}
}

// A copy that is killed leaves none that is not whole, and nothing lying about after the next.
func TestKilledWhileACopyIsMade(t *testing.T) {
	_, data := demoIn(t)
	heavy(t, filepath.Join(data, datafolder.ShopFile), drill.Pick(60, 8))
	copies := filepath.Join(data, datafolder.Copies)
	begun := time.Now()
	must(t, "backup", "--data", data)
	took := time.Since(begun)
	for round := range drill.Pick(20, 3) {
		killedAfter(t, took*time.Duration(round+1)/time.Duration(drill.Pick(20, 3)), "backup", "--data", data)
		half, err := datafolder.Named(copies, ".settle-*")
		if err != nil {
			t.Fatal(err)
		}
		for _, path := range half {
			if info, err := os.Stat(path); err == nil && info.Mode().Perm() != 0o600 {
				t.Errorf("%s may be read by others: %v", path, info.Mode())
			}
		}
	}
	must(t, "backup", "--data", data)
	all, err := datafolder.Named(copies, "settle-*")
	if err != nil || len(all) == 0 {
		t.Fatal(all, err)
	}
	for _, path := range all[max(0, len(all)-3):] {
		must(t, "restore", "--data", filepath.Join(t.TempDir(), "again"), path)
	}
	if half, _ := datafolder.Named(copies, ".settle-*"); len(half) > 0 {
		t.Errorf("%v are left", half)
	}
}

// Killed while an older shop is copied and brought up to date, the next start finds it whole; the
// copy from before, where there is one, is whole, too.
func TestKilledWhileAShopIsBroughtUpToDate(t *testing.T) {
	root := t.TempDir()
	old := unpacked(t, "../../internal/store/testdata/shop-1.db.gz", filepath.Join(root, "old.db"))
	heavy(t, old, drill.Pick(60, 8))
	text, err := os.ReadFile(old)
	if err != nil {
		t.Fatal(err)
	}
	for round := range drill.Pick(20, 3) {
		data := filepath.Join(root, fmt.Sprint(round))
		shop := filepath.Join(data, datafolder.ShopFile)
		if err := os.Mkdir(data, 0o700); err != nil {
			t.Fatal(err)
		}
		if err := os.WriteFile(shop, text, 0o600); err != nil {
			t.Fatal(err)
		}
		killedAfter(
			t,
			time.Duration(round+1)*drill.Pick[time.Duration](40, 60)*time.Millisecond,
			"serve",
			"--data",
			data,
			"--addr",
			"127.0.0.1:0",
		)
		ctx, stop := context.WithCancel(t.Context())
		var says strings.Builder
		l := &listener{what: "Make the keeper", then: stop}
		if status := run(ctx, []string{"serve", "--data", data, "--addr", "127.0.0.1:0"}, nil, l, &says); status != 0 {
			t.Fatalf("round %d: %s %s", round, l.String(), says.String())
		}
		all, err := datafolder.Named(data, "settle.db.before-*")
		if err != nil || len(all) == 0 {
			t.Fatalf("round %d: no copy from before: %v, %v", round, all, err)
		}
		for _, path := range all {
			if n, broken, err := store.Verify(t.Context(), path); err != nil || n == 0 || len(broken) > 0 {
				t.Errorf("round %d: %s: %d jobs, %v, %v", round, path, n, broken, err)
			}
		}
		if n, broken, err := store.Verify(t.Context(), shop); err != nil || n == 0 || len(broken) > 0 {
			t.Errorf("round %d: the shop: %d jobs, %v, %v", round, n, broken, err)
		}
		if err := os.RemoveAll(data); err != nil {
			t.Fatal(err)
		}
	}
}

// must runs the command, which is to do what it is asked, and returns what it says.
func must(t *testing.T, args ...string) string {
	t.Helper()
	status, out, errs := try(t, t.Context(), "", args...)
	if status != 0 {
		t.Fatalf("settle %s: %s%s", strings.Join(args, " "), out, errs)
	}
	return out
}
