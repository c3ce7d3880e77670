package job

import (
	"sync"

	"settle/core/kind"
	"settle/core/log"
)

// Memo remembers what of a job never changes: what its opening settles, and the
// readings of entries that hang on nothing else. It is safe for use by many
// goroutines; its zero value is empty.
type Memo struct {
	mu       sync.Mutex
	terms    *terms
	readings []remembered // by the number of the entry
	last     *derived     // of the longest log yet: the next entry is accepted against it
}

// derived is what a job came to, where that was worked out last.
func (m *Memo) derived(j Job) *derived {
	if m == nil {
		return nil
	}
	m.mu.Lock()
	defer m.mu.Unlock()
	if m.last != nil && m.last.sheet.Length == len(j.Log) && m.last.job.Log[len(j.Log)-1].ID == j.Log[len(j.Log)-1].ID {
		return m.last
	}
	return nil
}

func (m *Memo) keep(d *derived) {
	if m != nil {
		m.mu.Lock()
		m.last = d
		m.mu.Unlock()
	}
}

// settled is what the opening of a job settles for all of it.
func (m *Memo) settled(j Job) *terms {
	m.mu.Lock()
	defer m.mu.Unlock()
	if m.terms == nil {
		m.terms = newTerms(j)
	}
	return m.terms
}

// remembered is the reading of an entry. Its id is kept with it: a number is given again
// where an entry did not get onto the disk.
type remembered struct {
	id      string
	reading *kind.Reading
}

// room makes room for a log as long as this, and some entries more.
func (m *Memo) room(length int) {
	m.mu.Lock()
	defer m.mu.Unlock()
	if more := length + 1 - len(m.readings); more > 0 {
		m.readings = append(m.readings, make([]remembered, more+32)...)
	}
}

func (m *Memo) get(e *log.Entry) *kind.Reading {
	m.mu.Lock()
	defer m.mu.Unlock()
	if e.Seq < len(m.readings) && m.readings[e.Seq].id == e.ID {
		return m.readings[e.Seq].reading
	}
	return nil
}

func (m *Memo) put(e *log.Entry, r *kind.Reading) {
	m.mu.Lock()
	defer m.mu.Unlock()
	if e.Seq < len(m.readings) {
		m.readings[e.Seq] = remembered{e.ID, r}
	}
}
