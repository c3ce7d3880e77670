package door

import (
	"fmt"
	"strings"
	"sync"
	"time"
)

// Waits grow with each wrong try: after so many, five seconds, and twice as long each time.
const (
	freePerson = 3  // at one place, or in a browser that the person came in by before
	freePlace  = 10 // whoever is tried at it
	freeOver   = 30 // a person, over all places
	firstWait  = 5 * time.Second
	longest    = 15 * time.Minute
	forgotten  = 24 * time.Hour // after the last wrong try
	mostKept   = 20_000
)

// tries counts wrong tries, by person and by where they come from.
type tries struct {
	mu  sync.Mutex
	all map[string]*tried
}

type tried struct {
	failed int
	last   time.Time
	until  time.Time
}

// Wait says that too much was tried: nothing is looked at before it has passed.
type Wait struct{ For time.Duration }

func (w *Wait) Error() string {
	s := int(w.For.Round(time.Second).Seconds())
	if s <= 1 {
		return "Too many wrong tries: wait 1 second, then try again."
	}
	if s < 120 {
		return fmt.Sprintf("Too many wrong tries: wait %d seconds, then try again.", s)
	}
	return fmt.Sprintf("Too many wrong tries: wait %d minutes, then try again. A keeper can give a new code meanwhile.",
		(s+59)/60)
}

// who is somebody who tries: with how many tries before they wait.
type who struct {
	key  string
	free int
}

// begin counts a try as a wrong one before it is looked at, so that many at once gain nothing.
func (t *tries) begin(now time.Time, all ...who) *Wait {
	t.mu.Lock()
	defer t.mu.Unlock()
	for _, w := range all {
		x := t.all[w.key]
		if x == nil || !now.Before(x.until) {
			continue
		}
		if x.until.Sub(now) > longest { // the clock was set back
			x.until = now.Add(longest)
		}
		return &Wait{x.until.Sub(now)}
	}
	t.prune(now)
	for _, w := range all {
		x := t.all[w.key]
		if x == nil || now.Sub(x.last) > forgotten {
			x = &tried{}
			t.all[w.key] = x
		}
		x.failed++
		x.last = now
		if over := x.failed - w.free; over >= 0 {
			x.until = now.Add(min(firstWait<<min(over, 10), longest))
		}
	}
	return nil
}

// well forgets the wrong tries of one who was right: those at the first, and as many at the others. A
// place keeps what was tried there of somebody else.
func (t *tries) well(all ...who) {
	t.mu.Lock()
	defer t.mu.Unlock()
	own := t.all[all[0].key]
	if own == nil {
		return
	}
	n := own.failed
	for _, w := range all {
		x := t.all[w.key]
		if x == nil {
			continue
		}
		if x.failed -= n; x.failed < w.free {
			x.until = time.Time{}
		}
		if x.failed <= 0 {
			delete(t.all, w.key)
		}
	}
}

// forget drops the wrong tries of a person everywhere.
func (t *tries) forget(person string) {
	t.mu.Lock()
	defer t.mu.Unlock()
	for key := range t.all {
		if strings.Contains(key, of(person)) {
			delete(t.all, key)
		}
	}
}

// of is how a person stands in a key.
func of(person string) string { return " of " + strings.ToLower(person) + " at " }

// prune keeps the table small whatever a stranger sends.
func (t *tries) prune(now time.Time) {
	if len(t.all) < mostKept {
		return
	}
	for key, x := range t.all {
		if now.After(x.until) {
			delete(t.all, key)
		}
	}
}
