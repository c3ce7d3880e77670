package job

import (
	"strings"

	"settle/core/plan"
)

// history is what the log says of each step.
type history struct {
	tracks  []track             // what it says of each step, by the number of the step
	added   map[string][]*Entry // step → pictures put to it
	ended   *Entry
	scoped  []*Entry // changes of the scope
	amended []*Entry
	checked *Entry            // the second signature, under what stands now
	gone    map[string]*Entry // entry → the one that took it back
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

// track is what the log says of one step.
type track struct {
	last     *Entry   // the entry that counts
	before   []*Entry // those it took the place of, oldest first
	rounds   int      // how often it was entered, without what was taken back
	decision *Entry   // on that entry
}

// read goes through a log once. What was withdrawn counts for nothing: its step
// is as if nobody had entered it.
func read(log []Entry, p *plan.Plan) *history {
	h := &history{tracks: make([]track, p.Len())}
	for i := range log {
		if e := &log[i]; e.Kind == Withdrawn {
			if h.gone == nil {
				h.gone = map[string]*Entry{}
			}
			h.gone[e.On] = e
		}
	}
	for i := range log {
		e := &log[i]
		gone, t := h.gone[e.ID] != nil, h.of(p.Step(e.Step))
		switch e.Kind {
		case Kept, Amended:
			h.kept(e, t, gone)
		case Pictured:
			if !gone {
				if h.added == nil {
					h.added = map[string][]*Entry{}
				}
				h.added[e.Step] = append(h.added[e.Step], e)
			}
		case Decided:
			if t != nil && t.last != nil && t.last.ID == e.On {
				if t.decision = e; gone { // the one before it stands for nothing any more
					t.decision = nil
				}
			}
		case Scoped:
			if !gone && e.Scope != nil {
				h.scoped = append(h.scoped, e)
			}
		case Checked:
			h.checked = e
		case Ended:
			if !gone {
				h.ended = e
			}
		}
	}
	return h
}

// of is what the log says of a step; nil for none.
func (h *history) of(step *plan.Step) *track {
	if step == nil {
		return nil
	}
	return &h.tracks[step.N()]
}

func (h *history) kept(e *Entry, t *track, gone bool) {
	if e.Kind == Amended {
		h.amended, h.checked = append(h.amended, e), nil // what is amended is checked anew
	}
	if e.Body == nil || t == nil {
		return // an amendment in words
	}
	if t.last != nil {
		if t.before == nil {
			t.before = h.room.take(2)
		}
		t.before = append(t.before, t.last)
	}
	t.last, t.decision = e, nil
	if gone {
		t.last = nil
	} else {
		t.rounds++
	}
}

// counts is the entry that counts, nil where there is none.
func (t *track) counts() *Entry {
	if t == nil {
		return nil
	}
	return t.last
}

// all are the entries of a step, the oldest first.
func (t *track) all() []*Entry {
	if t == nil || t.last == nil {
		return nil
	}
	return append(t.before[:len(t.before):len(t.before)], t.last)
}

// decided is a person's decision as it is shown.
func (t *track) decided() *Decision {
	if t.decision == nil {
		return nil
	}
	return &Decision{Entry: t.decision.ID, By: t.decision.By, At: t.decision.At, Reason: t.decision.Reason}
}

// find returns an entry of a log by its id, or nil.
func find(log []Entry, id string) *Entry {
	for i := range log {
		if log[i].ID == id {
			return &log[i]
		}
	}
	return nil
}

func blank(s string) bool { return strings.TrimSpace(s) == "" }
