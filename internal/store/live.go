package store

import "sync"

// Event is something that was kept, for whoever looks on.
type Event struct {
	What   What   `json:"what" enum:"job,hands,pump"`
	Job    string `json:"job,omitempty" doc:"number of the job"`
	Pump   string `json:"pump,omitempty" doc:"tag of the pump"`
	Length int    `json:"length,omitempty" doc:"job: entries in its log now"`
}

// What an event is about.
type What string

// What events are about.
const (
	JobChanged   What = "job"   // an entry was kept, or the job was opened
	HandsChanged What = "hands" // a step was begun, let go or kept
	PumpChanged  What = "pump"  // something was noted about it, or changed on its page
)

const (
	lookers = 500 // at most, so that nobody can open streams without end
	behind  = 64  // events that one may be behind before it is let go: it then looks anew
)

// live tells those who look on what was kept.
type live struct {
	mu   sync.Mutex
	all  map[chan Event]struct{}
	shut bool
}

// Watch gives the events from now on. The channel is closed where its reader is too far behind,
// or the shop is closed: the reader then looks at everything anew. It is nil where too many look
// on already. Stop ends it.
func (s *Store) Watch() (events <-chan Event, stop func()) {
	s.live.mu.Lock()
	defer s.live.mu.Unlock()
	if s.live.shut || len(s.live.all) >= lookers {
		return nil, func() {}
	}
	c := make(chan Event, behind)
	if s.live.all == nil {
		s.live.all = map[chan Event]struct{}{}
	}
	s.live.all[c] = struct{}{}
	return c, func() {
		s.live.mu.Lock()
		defer s.live.mu.Unlock()
		s.live.drop(c)
	}
}

// drop lets one go; it may have been let go already.
func (l *live) drop(c chan Event) {
	if _, there := l.all[c]; there {
		delete(l.all, c)
		close(c)
	}
}

// tell sends an event to all who look on, and waits for nobody.
func (s *Store) tell(e Event) {
	s.live.mu.Lock()
	defer s.live.mu.Unlock()
	for c := range s.live.all {
		select {
		case c <- e:
		default:
			s.live.drop(c)
		}
	}
}

// Unwatch lets everybody go, and nobody look on any more: the shop is about to be closed.
func (s *Store) Unwatch() {
	s.live.mu.Lock()
	defer s.live.mu.Unlock()
	s.live.shut = true
	for c := range s.live.all {
		s.live.drop(c)
	}
}
