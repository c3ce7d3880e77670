package server

import (
	"net"
	"sync"
	"time"

	"golang.org/x/net/netutil"
	"golang.org/x/time/rate"
)

// At most so many connections are open in all and from one address, and so many new ones are
// taken from it a second: each costs the server a handshake.
const (
	mostConns          = 4000
	mostFromOne        = 64
	newRate, newBurst  = 10, 64
	mostAddresses      = 10_000
	forgottenAddresses = time.Minute
)

// Bounded takes connections from a listener, so many in all and from one address: a stranger who
// opens thousands keeps nobody else out.
func Bounded(l net.Listener) net.Listener {
	return &bounded{Listener: netutil.LimitListener(l, mostConns), all: map[string]*address{}}
}

type bounded struct {
	net.Listener
	mu  sync.Mutex
	all map[string]*address
}

type address struct {
	open int
	rate *rate.Limiter
	last time.Time
}

// Accept closes at once what is too much.
func (b *bounded) Accept() (net.Conn, error) {
	for {
		c, err := b.Listener.Accept()
		if err != nil {
			return nil, err
		}
		from, _, _ := net.SplitHostPort(c.RemoteAddr().String())
		if b.takes(from, time.Now()) {
			return &counted{Conn: c, gone: func() { b.left(from) }}, nil
		}
		_ = c.Close()
	}
}

func (b *bounded) takes(from string, now time.Time) bool {
	b.mu.Lock()
	defer b.mu.Unlock()
	a := b.all[from]
	if a == nil {
		b.prune(now)
		a = &address{rate: rate.NewLimiter(newRate, newBurst)}
		b.all[from] = a
	}
	a.last = now
	if a.open >= mostFromOne || !a.rate.AllowN(now, 1) {
		return false
	}
	a.open++
	return true
}

// prune forgets addresses from which nothing is open.
func (b *bounded) prune(now time.Time) {
	if len(b.all) < mostAddresses {
		return
	}
	for from, a := range b.all {
		if a.open == 0 && now.Sub(a.last) > forgottenAddresses {
			delete(b.all, from)
		}
	}
}

func (b *bounded) left(from string) {
	b.mu.Lock()
	defer b.mu.Unlock()
	b.all[from].open--
}

// counted is a connection that counts until it is closed.
type counted struct {
	net.Conn
	once sync.Once
	gone func()
}

func (c *counted) Close() error {
	c.once.Do(c.gone)
	return c.Conn.Close()
}
