package log

import (
	"settle/core/plan"
)

// History is what the log says of each step.
type History struct {
	tracks  []Track             // what it says of each step, by the number of the step
	Added   map[string][]*Entry // step → pictures put to it
	Ended   *Entry
	Scoped  []*Entry // changes of the scope
	Amended []*Entry
	Checked *Entry            // the second signature, under what stands now
	Gone    map[string]*Entry // entry → the one that took it back
	room    slab              // for what was taken the place of
}

// slab is room for many short lists, got at once.
type slab []*Entry

// take is an empty list with room for n.
func (s *slab) take(n int) []*Entry {
	if len(*s) < n {
		*s = make([]*Entry, 64*n)
	}
	taken := (*s)[:0:n]
	*s = (*s)[n:]
	return taken
}

// Track is what the log says of one step.
type Track struct {
	Last     *Entry   // the entry that counts
	Before   []*Entry // those it took the place of, oldest first
	Rounds   int      // how often it was entered, without what was taken back
	Decision *Entry   // on that entry
}

// A Reader puts an entry of its kind into the history; t is what the log says of its step, nil where it
// names none, and gone says that it was withdrawn: then it counts for nothing.
type Reader func(h *History, e *Entry, t *Track, gone bool)

// Read goes through a log once. How an entry of a kind is read, by says; nil lets it be. What was
// withdrawn counts for nothing: its step is as if nobody had entered it.
func Read(log []Entry, p *plan.Plan, by func(kind string) Reader) *History {
	h := &History{tracks: make([]Track, p.Len())}
	for i := range log {
		if e := &log[i]; e.Kind == Withdrawn {
			if h.Gone == nil {
				h.Gone = map[string]*Entry{}
			}
			h.Gone[e.On] = e
		}
	}
	for i := range log {
		e := &log[i]
		if read := by(e.Kind); read != nil {
			read(h, e, h.Of(p.Step(e.Step)), h.Gone[e.ID] != nil)
		}
	}
	return h
}

// Picture reads pictures that are put to a step.
func (h *History) Picture(e *Entry, _ *Track, gone bool) {
	if gone {
		return
	}
	if h.Added == nil {
		h.Added = map[string][]*Entry{}
	}
	h.Added[e.Step] = append(h.Added[e.Step], e)
}

// Decide reads a decision; it stands while the entry stands that it is about.
func (h *History) Decide(e *Entry, t *Track, gone bool) {
	if t == nil || t.Last == nil || t.Last.ID != e.On {
		return
	}
	if t.Decision = e; gone { // the one before it stands for nothing any more
		t.Decision = nil
	}
}

// Scope reads a change of the scope.
func (h *History) Scope(e *Entry, _ *Track, gone bool) {
	if !gone && e.Scope != nil {
		h.Scoped = append(h.Scoped, e)
	}
}

// Check reads a second signature.
func (h *History) Check(e *Entry, _ *Track, _ bool) { h.Checked = e }

// End reads the end of a job without a signature.
func (h *History) End(e *Entry, _ *Track, gone bool) {
	if !gone {
		h.Ended = e
	}
}

// Amend reads what is amended: it is checked anew, and its step reads as it says.
func (h *History) Amend(e *Entry, t *Track, gone bool) {
	h.Amended, h.Checked = append(h.Amended, e), nil
	h.Keep(e, t, gone)
}

// Keep reads what was entered at a step: it takes the place of what stood there.
func (h *History) Keep(e *Entry, t *Track, gone bool) {
	if e.Body == nil || t == nil {
		return // an amendment in words
	}
	if t.Last != nil {
		if t.Before == nil {
			t.Before = h.room.take(2)
		}
		t.Before = append(t.Before, t.Last)
	}
	t.Last, t.Decision = e, nil
	if gone {
		t.Last = nil
	} else {
		t.Rounds++
	}
}

// Of is what the log says of a step; nil for none.
func (h *History) Of(step *plan.Step) *Track {
	if step == nil {
		return nil
	}
	return &h.tracks[step.N()]
}

// Counts is the entry that counts, nil where there is none.
func (t *Track) Counts() *Entry {
	if t == nil {
		return nil
	}
	return t.Last
}

// All are the entries of a step, the oldest first.
func (t *Track) All() []*Entry {
	if t == nil || t.Last == nil {
		return nil
	}
	return append(t.Before[:len(t.Before):len(t.Before)], t.Last)
}

// Find returns an entry of a log by its id, or nil.
func Find(log []Entry, id string) *Entry {
	for i := range log {
		if log[i].ID == id {
			return &log[i]
		}
	}
	return nil
}
