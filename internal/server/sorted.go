package server

import (
	"errors"
	"net"
	"sync"
	"time"
)

// handshake is the first byte of a TLS connection: a record that holds a handshake (RFC 8446, 5.1).
const handshake = 0x16

// sortFor is how long a connection may take to say what it is.
const sortFor = 5 * time.Second

// Sorted takes the connections of a listener apart: those that begin with TLS, and those that do not. Both
// end with either of them.
func Sorted(l net.Listener) (secure, plain net.Listener) {
	s := &sorter{Listener: l, gone: make(chan struct{}),
		waits: [2]chan net.Conn{make(chan net.Conn), make(chan net.Conn)}}
	go s.run()
	return &sorted{s, s.waits[0]}, &sorted{s, s.waits[1]}
}

type sorter struct {
	net.Listener
	waits [2]chan net.Conn // with TLS, without
	once  sync.Once
	gone  chan struct{}
}

func (s *sorter) run() {
	for {
		c, err := s.Accept()
		if errors.Is(err, net.ErrClosed) {
			_ = s.Close()
			return
		}
		if err != nil { // such as too many files open: it passes
			time.Sleep(10 * time.Millisecond)
			continue
		}
		go s.sort(c)
	}
}

// sort looks at the first byte of a connection, and gives it back.
func (s *sorter) sort(c net.Conn) {
	first := make([]byte, 1)
	_ = c.SetReadDeadline(time.Now().Add(sortFor)) // a connection that takes none fails at the read
	if n, err := c.Read(first); n == 0 || err != nil {
		_ = c.Close()
		return
	}
	_ = c.SetReadDeadline(time.Time{})
	to := s.waits[1]
	if first[0] == handshake {
		to = s.waits[0]
	}
	select {
	case to <- &begun{Conn: c, first: first}:
	case <-s.gone:
		_ = c.Close()
	}
}

func (s *sorter) Close() (err error) {
	s.once.Do(func() {
		close(s.gone)
		err = s.Listener.Close()
	})
	return err
}

type sorted struct {
	*sorter
	waits chan net.Conn
}

func (s *sorted) Accept() (net.Conn, error) {
	select {
	case c := <-s.waits:
		return c, nil
	case <-s.gone:
		return nil, net.ErrClosed
	}
}

// begun is a connection of which the first byte has been read.
type begun struct {
	net.Conn
	first []byte
}

func (b *begun) Read(to []byte) (int, error) {
	if len(b.first) == 0 || len(to) == 0 {
		return b.Conn.Read(to)
	}
	n := copy(to, b.first)
	b.first = b.first[n:]
	return n, nil
}
