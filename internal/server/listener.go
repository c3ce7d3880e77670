package server

import (
	"net"
	"sync"

	"golang.org/x/net/netutil"
)

// At most so many connections are open in all, and from one address.
const (
	mostConns   = 4000
	mostFromOne = 64
)

// Bounded takes connections from a listener, so many in all and from one address: a stranger who
// opens thousands keeps nobody else out.
func Bounded(l net.Listener) net.Listener {
	return &bounded{Listener: netutil.LimitListener(l, mostConns), open: map[string]int{}}
}

type bounded struct {
	net.Listener
	mu   sync.Mutex
	open map[string]int
}

// Accept closes at once what is too much.
func (b *bounded) Accept() (net.Conn, error) {
	for {
		c, err := b.Listener.Accept()
		if err != nil {
			return nil, err
		}
		from, _, _ := net.SplitHostPort(c.RemoteAddr().String())
		b.mu.Lock()
		many := b.open[from]
		if many < mostFromOne {
			b.open[from]++
		}
		b.mu.Unlock()
		if many < mostFromOne {
			return &counted{Conn: c, gone: func() { b.left(from) }}, nil
		}
		_ = c.Close()
	}
}

func (b *bounded) left(from string) {
	b.mu.Lock()
	defer b.mu.Unlock()
	if b.open[from]--; b.open[from] <= 0 {
		delete(b.open, from)
	}
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
