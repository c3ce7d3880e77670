package server

import (
	"sync"
	"time"

	"golang.org/x/time/rate"

	"settle/internal/door"
)

// How much may be asked: a second, and at once. A window that opens asks for some twenty things.
const (
	strangerRate, strangerBurst = 10, 100
	insiderRate, insiderBurst   = 100, 500
	idle                        = time.Minute
	held                        = time.Second // before one who asks too much is answered
)

// limiter slows down who asks too much: each session apart, strangers by their address.
type limiter struct {
	mu    sync.Mutex
	all   map[string]*asker
	swept time.Time
}

type asker struct {
	*rate.Limiter
	last time.Time
}

func newLimiter() *limiter { return &limiter{all: map[string]*asker{}, swept: time.Now()} }

// allows says whether the caller may ask now. Who sits at the demo's own machine may always.
func (l *limiter) allows(c door.Caller) bool {
	if c.Demo {
		return true
	}
	key, per, burst := "from "+c.Address, rate.Limit(strangerRate), strangerBurst
	if c.In() {
		key, per, burst = c.Session(), insiderRate, insiderBurst
	}
	now := time.Now()
	l.mu.Lock()
	a := l.all[key]
	if a == nil {
		a = &asker{Limiter: rate.NewLimiter(per, burst)}
		l.all[key] = a
	}
	a.last = now
	if now.Sub(l.swept) > idle {
		l.swept = now
		for k, x := range l.all {
			if now.Sub(x.last) > idle { // by then its bucket is full again
				delete(l.all, k)
			}
		}
	}
	l.mu.Unlock()
	return a.AllowN(now, 1)
}
