package job

import "sync"

// Memo remembers what of a job never changes: what its opening settles, and the
// readings of entries that hang on nothing else. It is safe for use by many
// goroutines; its zero value is empty.
type Memo struct {
	mu       sync.Mutex
	terms    *terms
	readings map[string]*Reading // by the entry's id
	last     *derived            // of the longest log yet: the next entry is accepted against it
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

func (m *Memo) get(id string) *Reading {
	m.mu.Lock()
	defer m.mu.Unlock()
	return m.readings[id]
}

func (m *Memo) put(id string, r *Reading) {
	m.mu.Lock()
	defer m.mu.Unlock()
	if m.readings == nil {
		m.readings = make(map[string]*Reading, 128)
	}
	m.readings[id] = r
}
