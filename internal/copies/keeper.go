package copies

import (
	"context"
	"encoding/json"
	"errors"
	"io/fs"
	"log/slog"
	"os"
	"path/filepath"
	"sync"
	"time"

	"settle/internal/datafolder"
	"settle/internal/replica"
	"settle/internal/store"
)

// State is how the copies of a shop stand.
type State struct {
	Copies []Copy `json:"copies" nullable:"false" doc:"the latest first"`
	Folder string `json:"folder" doc:"where they are"`
	Trial  *Trial `json:"trial,omitempty" doc:"the last trial restore"`
	Wrong  string `json:"wrong,omitempty" doc:"why the last attempt made no copy"`
	// Replica is missing where the shop is kept in no second place.
	Replica *replica.State `json:"replica,omitempty" doc:"the second place, all the while"`
}

// Trial is a copy that was restored to see whether it can be.
type Trial struct {
	At   time.Time `json:"at"`
	Name string    `json:"name" doc:"of the copy"`
	Good bool      `json:"good"`
	Why  string    `json:"why,omitempty" doc:"what is wrong with it"`
}

// Keeper makes a copy every night and tries one every week.
type Keeper struct {
	Folder
	Shop string                             // the shop's file
	Keep func(context.Context) (int, error) // how many the shop wants; 0: none by itself
	// Replica is the second place of the shop's file, nil where it has none.
	Replica *replica.Replica

	mu    sync.Mutex // one copy at a time
	told  sync.Mutex
	wrong string
}

const (
	night      = 2 // hour, by the clock on the wall
	everyTrial = 7 * 24 * time.Hour
	trialFile  = "trial.json"
	lookEvery  = 10 * time.Minute
)

// Beside is the keeper of a shop whose copies are in a folder beside its file.
func Beside(s *store.Store, now func() time.Time) *Keeper {
	return &Keeper{
		Folder: Folder{Path: filepath.Join(filepath.Dir(s.File()), datafolder.Copies), Now: now},
		Shop:   s.File(),
		Keep:   s.Copies,
	}
}

// Run keeps the copies until the context ends.
func (k *Keeper) Run(ctx context.Context) {
	if err := k.Clear(ctx); err != nil && ctx.Err() == nil {
		slog.Error("what is left of broken off copies is still there", "error", err)
	}
	tick := time.NewTicker(lookEvery)
	defer tick.Stop()
	for {
		k.look(ctx)
		select {
		case <-ctx.Done():
			return
		case <-tick.C:
		}
	}
}

// look makes what is due.
func (k *Keeper) look(ctx context.Context) {
	if keep, err := k.Keep(ctx); err == nil && keep > 0 && k.due() {
		if _, err := k.Now(ctx); err != nil && ctx.Err() == nil {
			slog.Error("no copy was made", "error", err)
		}
	}
	if k.trialDue() {
		switch t, err := k.TryNow(ctx); {
		case ctx.Err() != nil:
		case err != nil:
			slog.Error("the trial restore could not be noted", "error", err)
		case !t.Good:
			slog.Error("the last copy cannot be restored", "copy", t.Name, "error", t.Why)
		}
	}
}

// due reports whether the night has come since the last copy.
func (k *Keeper) due() bool {
	all, err := k.List()
	if err != nil || len(all) == 0 {
		return err == nil
	}
	now := k.Folder.Now()
	last := time.Date(now.Year(), now.Month(), now.Day(), night, 0, 0, 0, now.Location())
	if last.After(now) {
		last = last.AddDate(0, 0, -1)
	}
	return all[0].At.Before(last) || all[0].At.After(now)
}

func (k *Keeper) trialDue() bool {
	all, err := k.List()
	if err != nil || len(all) == 0 {
		return false
	}
	t, now := k.trial(), k.Folder.Now()
	return t == nil || now.Sub(t.At) >= everyTrial || t.At.After(now)
}

// Now makes a copy at once, and throws away what is more than the shop wants.
func (k *Keeper) Now(ctx context.Context) (Copy, error) {
	k.mu.Lock()
	defer k.mu.Unlock()
	c, err := k.Make(ctx, k.Shop)
	if err != nil {
		k.tell(err.Error())
		return c, err
	}
	k.tell("")
	keep, err := k.Keep(ctx)
	if err != nil || keep == 0 { // none by itself: what was made by hand is thrown away by hand
		return c, err
	}
	return c, k.Thin(keep)
}

// TryNow restores the latest copy to see whether it can be, and notes it.
func (k *Keeper) TryNow(ctx context.Context) (Trial, error) {
	k.mu.Lock()
	defer k.mu.Unlock()
	c, err := k.Try(ctx)
	if c.Name == "" {
		return Trial{}, err
	}
	t := Trial{At: k.Folder.Now().UTC(), Name: c.Name, Good: err == nil}
	if err != nil {
		t.Why = err.Error()
	}
	b, err := json.Marshal(t)
	if err != nil {
		return t, err
	}
	return t, os.WriteFile(filepath.Join(k.Path, trialFile), b, 0o600)
}

// trial is the last one, nil where there was none.
func (k *Keeper) trial() *Trial {
	b, err := os.ReadFile(filepath.Join(k.Path, trialFile))
	var t Trial
	if err != nil || json.Unmarshal(b, &t) != nil {
		return nil
	}
	return &t
}

// State is how the copies stand.
func (k *Keeper) State(ctx context.Context) (State, error) {
	all, err := k.List()
	if errors.Is(err, fs.ErrNotExist) {
		err = nil
	}
	s := State{Copies: all, Folder: k.Path, Trial: k.trial(), Wrong: k.wrongLast()}
	if k.Replica != nil {
		s.Replica = new(k.Replica.State(ctx))
	}
	return s, err
}

// wrongLast is why the last attempt made no copy. One that is under way is not waited for.
func (k *Keeper) wrongLast() string {
	k.told.Lock()
	defer k.told.Unlock()
	return k.wrong
}

func (k *Keeper) tell(wrong string) {
	k.told.Lock()
	defer k.told.Unlock()
	k.wrong = wrong
}
