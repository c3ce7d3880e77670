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

// Read goes through a log once. What was withdrawn counts for nothing: its step
// is as if nobody had entered it.
func Read(log []Entry, p *plan.Plan) *History {
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
		gone, t := h.Gone[e.ID] != nil, h.Of(p.Step(e.Step))
		switch e.Kind {
		case Kept, Amended:
			h.kept(e, t, gone)
		case Pictured:
			if !gone {
				if h.Added == nil {
					h.Added = map[string][]*Entry{}
				}
				h.Added[e.Step] = append(h.Added[e.Step], e)
			}
		case Decided:
			if t != nil && t.Last != nil && t.Last.ID == e.On {
				if t.Decision = e; gone { // the one before it stands for nothing any more
					t.Decision = nil
				}
			}
		case Scoped:
			if !gone && e.Scope != nil {
				h.Scoped = append(h.Scoped, e)
			}
		case Checked:
			h.Checked = e
		case Ended:
			if !gone {
				h.Ended = e
			}
		}
	}
	return h
}

// Of is what the log says of a step; nil for none.
func (h *History) Of(step *plan.Step) *Track {
	if step == nil {
		return nil
	}
	return &h.tracks[step.N()]
}

func (h *History) kept(e *Entry, t *Track, gone bool) {
	if e.Kind == Amended {
		h.Amended, h.Checked = append(h.Amended, e), nil // what is amended is checked anew
	}
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
