package copies

import (
	"context"
	"fmt"
	"os"
	"path/filepath"
	"strings"
	"sync"
	"testing"
	"time"

	"settle/core/job"
	"settle/core/log"
	"settle/core/record"
	"settle/internal/store"
)

var ctx = context.Background()

// shop is a shop with one pump and a job that is entered at.
func shop(t *testing.T) (path string, s *store.Store, number string) {
	t.Helper()
	path = filepath.Join(t.TempDir(), "settle.db")
	s, err := store.Open(ctx, path, time.Now)
	if err != nil {
		t.Fatal(err)
	}
	t.Cleanup(func() { s.Close() })
	by, err := s.AddPerson(ctx, "A. Technician", "lead")
	if err != nil {
		t.Fatal(err)
	}
	p := record.Pump{Tag: "P-1", Name: "Pump", Construction: "A", Plan: "end-suction-back-pull-out"}
	p.Whole()
	if err := s.SavePump(ctx, p, true); err != nil {
		t.Fatal(err)
	}
	number, err = s.OpenJob(ctx, store.ToOpen{ID: "copies-1", Tag: "P-1", By: by, Asked: job.Asked{Complaint: "noise",
		Arrives: "in-line"}})
	if err != nil {
		t.Fatal(err)
	}
	return path, s, number
}

func folder(t *testing.T, now *time.Time) Folder {
	return Folder{Path: filepath.Join(t.TempDir(), "copies"), Now: func() time.Time { return *now }}
}

// A copy that is made while somebody enters holds all that was acknowledged before it began,
// and can be restored.
func TestACopyWhileEntriesCome(t *testing.T) {
	path, s, number := shop(t)
	now := time.Date(2026, 11, 26, 2, 0, 0, 0, time.UTC)
	f := folder(t, &now)
	var entering sync.WaitGroup
	stop := make(chan struct{})
	entering.Go(func() {
		n := 0
		for {
			select {
			case <-stop:
				return
			default:
			}
			n++
			if err := s.Note(ctx, "P-1", record.Line{ID: fmt.Sprintf("remark-%06d", n), Kind: record.Remark, Text: "seen"}, "p1",
				nil); err != nil {
				t.Error(err)
				return
			}
		}
	})
	c, err := f.Make(ctx, path)
	close(stop)
	entering.Wait()
	if err != nil || c.Bytes == 0 {
		t.Fatalf("%+v, %v", c, err)
	}
	to := filepath.Join(t.TempDir(), "settle.db")
	if _, err := Unpack(ctx, filepath.Join(f.Path, c.Name), to); err != nil {
		t.Fatal(err)
	}
	again, err := store.Open(ctx, to, time.Now)
	if err != nil {
		t.Fatal(err)
	}
	defer again.Close()
	if r, err := again.Job(ctx, number); err != nil || log.Verify(r.Log) != 0 {
		t.Errorf("the restored job: %v", err)
	}
	bare := filepath.Join(t.TempDir(), "settle.db.before-18") // as it is made before an update: not packed
	if err := store.CopyTo(ctx, path, bare); err != nil {
		t.Fatal(err)
	}
	if held, err := Unpack(ctx, bare, filepath.Join(t.TempDir(), "settle.db")); err != nil || held.Jobs != 1 {
		t.Errorf("one that is not packed: %+v, %v", held, err)
	}
	_, err = Unpack(ctx, filepath.Join(f.Path, c.Name), to)
	if err == nil || !strings.Contains(err.Error(), "move it away") {
		t.Errorf("restored over a shop: %v", err)
	}
}

func TestACopyThatIsHurt(t *testing.T) {
	path, _, _ := shop(t)
	now := time.Date(2026, 11, 26, 2, 0, 0, 0, time.UTC)
	f := folder(t, &now)
	c, err := f.Make(ctx, path)
	if err != nil {
		t.Fatal(err)
	}
	whole, err := os.ReadFile(filepath.Join(f.Path, c.Name))
	if err != nil {
		t.Fatal(err)
	}
	for name, bytes := range map[string][]byte{"cut short": whole[:len(whole)/2], "no copy": []byte("hello")} {
		hurt, to := filepath.Join(t.TempDir(), "hurt.gz"), filepath.Join(t.TempDir(), "settle.db")
		if err := os.WriteFile(hurt, bytes, 0o600); err != nil {
			t.Fatal(err)
		}
		if _, err := Unpack(ctx, hurt, to); err == nil {
			t.Errorf("%s: it is restored", name)
		}
		if _, err := os.Stat(to); err == nil {
			t.Errorf("%s: half a shop is left there", name)
		}
	}
	if _, err := f.Make(ctx, filepath.Join(t.TempDir(), "nothing.db")); err == nil {
		t.Error("nothing was copied")
	}
	if left, err := filepath.Glob(filepath.Join(f.Path, ".[^l]*")); err != nil || len(left) > 0 {
		t.Errorf("half done files are left: %v, %v", left, err)
	}
}

// Every night one is made, as many are kept as the shop says, and every week one is restored on
// trial.
func TestTheKeeper(t *testing.T) {
	path, _, _ := shop(t)
	now := time.Date(2026, 11, 26, 15, 0, 0, 0, time.UTC)
	keep := 3
	k := &Keeper{Folder: folder(t, &now), Shop: path, Keep: func(context.Context) (int, error) { return keep, nil }}
	count := func(want int, when string) {
		t.Helper()
		if all, err := k.List(); err != nil || len(all) != want {
			t.Errorf("%s: %d copies, %v", when, len(all), err)
		}
	}
	k.look(ctx)
	count(1, "the first time")
	if s, err := k.State(ctx); err != nil || s.Trial == nil || !s.Trial.Good || s.Wrong != "" {
		t.Errorf("the first is tried at once: %+v, %v", s, err)
	}
	first := k.trial().At
	k.look(ctx)
	count(1, "the same afternoon")
	for range 5 {
		now = now.AddDate(0, 0, 1)
		k.look(ctx)
	}
	count(3, "after five nights")
	if k.trial().At != first {
		t.Error("it is tried again before a week has passed")
	}
	now = now.AddDate(0, 0, 3)
	k.look(ctx)
	if k.trial().At == first {
		t.Error("after a week none is tried")
	}
	keep, now = 0, now.AddDate(0, 0, 1)
	k.look(ctx)
	count(3, "none is wanted")
	if _, err := k.Now(ctx); err != nil {
		t.Error(err)
	}
	count(4, "one more by hand, where none is made by itself: nothing is thrown away")
	// What goes wrong is told until a copy is made again.
	k.Shop = filepath.Join(t.TempDir(), "gone.db")
	if _, err := k.Now(ctx); err == nil {
		t.Error("a shop that is not there was copied")
	}
	if s, err := k.State(ctx); err != nil || s.Wrong == "" {
		t.Errorf("nothing is told: %+v, %v", s, err)
	}
	k.Shop, keep = path, 3
	if _, err := k.Now(ctx); err != nil {
		t.Error(err)
	}
	if s, err := k.State(ctx); err != nil || s.Wrong != "" {
		t.Errorf("it is told still: %+v, %v", s, err)
	}
}

// A clock that ran a year ahead and was put right keeps no night's copy from being made or kept.
func TestCopiesWhenTheClockIsSetBack(t *testing.T) {
	path, _, _ := shop(t)
	now := time.Date(2027, 11, 26, 15, 0, 0, 0, time.UTC)
	k := &Keeper{Folder: folder(t, &now), Shop: path, Keep: func(context.Context) (int, error) { return 2, nil }}
	for range 2 {
		k.look(ctx)
		now = now.AddDate(0, 0, 1)
	}
	now = now.AddDate(-1, 0, 0)
	k.look(ctx)
	all, err := k.List()
	if err != nil || len(all) != 2 || all[0].At.Year() != 2026 || all[1].At.Year() != 2027 {
		t.Fatalf("a copy of tonight and one of the clock before are kept: %v, %v", all, err)
	}
	if trial := k.trial(); trial.Name != all[0].Name || trial.At.Year() != 2026 {
		t.Errorf("the last trial is %+v", trial)
	}
	k.look(ctx)
	if again, err := k.List(); err != nil || len(again) != 2 || again[0] != all[0] {
		t.Errorf("another is made the same night: %v, %v", again, err)
	}
	now = now.AddDate(0, 0, 1)
	k.look(ctx)
	if all, err = k.List(); err != nil || len(all) != 2 || all[1].At.Year() != 2026 {
		t.Errorf("the night after: %v, %v", all, err)
	}
}

// Run looks at once, and ends with its context.
func TestTheKeeperRuns(t *testing.T) {
	path, _, _ := shop(t)
	now := time.Date(2026, 11, 26, 15, 0, 0, 0, time.UTC)
	k := &Keeper{Folder: folder(t, &now), Shop: path, Keep: func(context.Context) (int, error) { return 2, nil }}
	running, stop := context.WithCancel(ctx)
	var run sync.WaitGroup
	run.Go(func() { k.Run(running) })
	for k.trial() == nil {
		time.Sleep(time.Millisecond)
	}
	stop()
	run.Wait()
	if all, err := k.List(); err != nil || len(all) != 1 {
		t.Errorf("%v, %v", all, err)
	}
}
