package store

import (
	"context"
	"errors"
	"fmt"
	"log/slog"
	"sync"
	"time"
)

// How the disk is watched: something is written to it so often, and the shop's file is looked through
// a moment after the start and so often after that.
const (
	proveEvery = 20 * time.Second
	proofLasts = 2 * proveEvery // so long a proof says that the disk takes what is written
	lookAfter  = 30 * time.Second
	lookEvery  = 7 * 24 * time.Hour
)

// proof is what came of the last writing to the disk, and of the last look through the file.
type proof struct {
	mu      sync.Mutex
	at      time.Time
	damaged string
}

// Prove writes to the disk as an entry does, to the door's file, which lies beside the shop's and is
// copied nowhere; and takes the lock for writing of the shop's.
func (s *Store) Prove(ctx context.Context) error {
	s.proof.mu.Lock()
	defer s.proof.mu.Unlock()
	return s.prove(ctx)
}

func (s *Store) prove(ctx context.Context) error {
	s.proof.at = time.Time{}
	if err := s.there(); err != nil {
		return err
	}
	if s.proof.damaged != "" {
		return &Unwritable{"The shop's file is damaged: " + s.proof.damaged + ". Stop Settle, look at the disk, and " +
			"restore a copy."}
	}
	tx, err := s.db.BeginTx(ctx, nil)
	if err != nil {
		return unwritable(err)
	}
	if err := tx.Rollback(); err != nil {
		return unwritable(err)
	}
	if _, err := s.door.ExecContext(ctx, "INSERT INTO proof (one, at) VALUES (1, ?) ON CONFLICT DO UPDATE SET "+
		"at = excluded.at", s.now().UTC().Format(layout)); err != nil {
		return unwritable(err)
	}
	s.proof.at = time.Now()
	return nil
}

// Well says what keeps the shop from being worked in, nil where nothing does. Where nobody has proved
// it lately that is done now, by one for all who ask.
func (s *Store) Well(ctx context.Context) error {
	s.proof.mu.Lock()
	defer s.proof.mu.Unlock()
	if err := s.there(); err != nil {
		return err
	}
	if !s.proof.at.IsZero() && time.Since(s.proof.at) < proofLasts {
		return nil
	}
	return s.prove(ctx)
}

// LookThrough has SQLite look through the shop's file, and remembers what is wrong with it.
func (s *Store) LookThrough(ctx context.Context) error {
	err := integrity(ctx, s.db)
	if ctx.Err() != nil {
		return ctx.Err()
	}
	s.proof.mu.Lock()
	defer s.proof.mu.Unlock()
	if s.proof.damaged = ""; err != nil {
		s.proof.damaged, s.proof.at = err.Error(), time.Time{}
	}
	return err
}

// KeepWatch proves again and again that the disk takes what is written, and looks through the file, until
// the context ends.
func (s *Store) KeepWatch(ctx context.Context) {
	tick := time.NewTicker(proveEvery)
	defer tick.Stop()
	look := time.NewTimer(lookAfter)
	defer look.Stop()
	well := true
	for {
		var err error
		select {
		case <-ctx.Done():
			return
		case <-look.C:
			err = s.LookThrough(ctx)
			look.Reset(lookEvery)
		case <-tick.C:
			err = s.Prove(ctx)
		}
		if now := err == nil; now != well && ctx.Err() == nil {
			if well = now; well {
				slog.Info("the disk takes what is written again")
			} else {
				slog.Error("the shop cannot be worked in", "why", err)
			}
		}
	}
}

// mostOwed is how many lines of the record wait in memory for a disk that takes them.
const mostOwed = 10_000

// owed are lines of the record that a full disk did not take. Whoever signs in then may look on; what
// they did is noted as soon as there is room.
type owed struct {
	mu    sync.Mutex
	lines []Doing
}

// note writes lines of the record in their order, those that are owed first.
func (s *Store) note(ctx context.Context, d Doing) error {
	s.owed.mu.Lock()
	defer s.owed.mu.Unlock()
	lines := append(s.owed.lines, d)
	for i, l := range lines {
		err := s.writeDoing(ctx, l)
		var full *Unwritable
		switch {
		case errors.As(err, &full) && len(lines)-i <= mostOwed:
			s.owed.lines = append([]Doing(nil), lines[i:]...)
			slog.Error("the record cannot be written, a line waits", "what", d.What, "person", d.Person, "about", d.About,
				"device", d.Device, "address", d.Address, "why", full.Why)
			return nil
		case err != nil:
			return fmt.Errorf("writing the record: %w", err)
		}
	}
	s.owed.lines = nil
	return nil
}
