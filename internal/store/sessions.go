package store

import (
	"errors"
	"maps"
	"sync"
	"time"

	"github.com/alexedwards/scs/sqlite3store"
)

// Sessions is where the library of sessions keeps them: on the disk, and where that takes nothing any
// more in memory, so that people still come in and read.
type Sessions struct {
	disk *sqlite3store.SQLite3Store

	mu     sync.Mutex
	held   map[string]session // those that the disk did not take
	struck map[string]bool    // those that it still has, and that have ended
}

type session struct {
	data []byte
	ends time.Time
}

// Sessions is where the library of sessions keeps them.
func (s *Store) Sessions() *Sessions {
	return &Sessions{disk: sqlite3store.NewWithCleanupInterval(s.door, 0), held: map[string]session{},
		struck: map[string]bool{}}
}

// diskFull says whether the disk takes nothing; what else is wrong is an error.
func diskFull(err error) bool {
	var u *Unwritable
	return errors.As(unwritable(err), &u)
}

// Find is part of the library's store.
func (s *Sessions) Find(token string) ([]byte, bool, error) {
	s.mu.Lock()
	x, there := s.held[token]
	gone := s.struck[token]
	s.mu.Unlock()
	if gone {
		return nil, false, nil
	}
	if there {
		return x.data, time.Now().Before(x.ends), nil
	}
	return s.disk.Find(token)
}

// Commit is part of the library's store.
func (s *Sessions) Commit(token string, data []byte, ends time.Time) error {
	err := s.disk.Commit(token, data, ends)
	s.mu.Lock()
	defer s.mu.Unlock()
	delete(s.struck, token)
	if delete(s.held, token); err != nil && diskFull(err) {
		s.held[token] = session{data, ends}
		return nil
	}
	return err
}

// Delete is part of the library's store.
func (s *Sessions) Delete(token string) error {
	err := s.disk.Delete(token)
	s.mu.Lock()
	defer s.mu.Unlock()
	if delete(s.held, token); err != nil && diskFull(err) {
		s.struck[token] = true
		return nil
	}
	return err
}

// All is part of the library's store.
func (s *Sessions) All() (map[string][]byte, error) {
	all, err := s.disk.All()
	s.mu.Lock()
	defer s.mu.Unlock()
	maps.DeleteFunc(all, func(token string, _ []byte) bool { return s.struck[token] })
	for token, x := range s.held {
		if time.Now().Before(x.ends) {
			all[token] = x.data
		}
	}
	return all, err
}
