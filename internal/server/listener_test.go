package server

import (
	"errors"
	"io"
	"net"
	"os"
	"testing"
	"time"

	"golang.org/x/time/rate"

	"settle/internal/door"
	"settle/internal/store"
)

// connected dials a listener so often from one address and counts the connections that stay.
func connected(t *testing.T, at string, from net.IP, many int) (stay []net.Conn) {
	t.Helper()
	dial := net.Dialer{LocalAddr: &net.TCPAddr{IP: from}, Timeout: time.Second}
	var all []net.Conn
	for range many {
		c, err := dial.Dial("tcp", at)
		if err != nil {
			t.Skipf("this machine has no address %v: %v", from, err)
		}
		t.Cleanup(func() { _ = c.Close() })
		all = append(all, c)
	}
	time.Sleep(100 * time.Millisecond) // what is too much is closed by then
	for _, c := range all {
		_ = c.SetReadDeadline(time.Now().Add(2 * time.Millisecond))
		if _, err := c.Read(make([]byte, 1)); errors.Is(err, os.ErrDeadlineExceeded) {
			stay = append(stay, c)
		}
	}
	return stay
}

// One address has so many connections and no more, and keeps no other out; what it closes it may
// open again, as fast as a browser does.
func TestConnectionsFromOneAddress(t *testing.T) {
	l, err := net.Listen("tcp", "127.0.0.1:0")
	if err != nil {
		t.Fatal(err)
	}
	defer l.Close()
	b := Bounded(l)
	go func() {
		for {
			c, err := b.Accept()
			if err != nil {
				return
			}
			go func() { _, _ = io.Copy(io.Discard, c); _ = c.Close(); _ = c.Close() }()
		}
	}()
	hostile, bench := net.IPv4(127, 0, 0, 66), net.IPv4(127, 0, 0, 7)
	stay := connected(t, l.Addr().String(), hostile, 200)
	if len(stay) == 0 || len(stay) > mostFromOne {
		t.Errorf("%d of 200 stay", len(stay))
	}
	if others := connected(t, l.Addr().String(), bench, 6); len(others) != 6 {
		t.Errorf("%d of 6 connections of a tablet stay", len(others))
	}
	for _, c := range stay {
		_ = c.Close()
	}
	time.Sleep(400 * time.Millisecond)
	if again := connected(t, l.Addr().String(), hostile, 3); len(again) != 3 {
		t.Errorf("%d of 3 after it closed the others", len(again))
	}
}

// The table of addresses stays small: those from which nothing is open are forgotten.
func TestAddressesAreForgotten(t *testing.T) {
	now := time.Now()
	b := &bounded{all: map[string]*address{}}
	for i := range mostAddresses {
		b.all[string(rune(i))+"old"] = &address{rate: rate.NewLimiter(newRate, newBurst), last: now.Add(-time.Hour)}
	}
	b.all["open"] = &address{open: 1, rate: rate.NewLimiter(newRate, newBurst), last: now.Add(-time.Hour)}
	if !b.takes("10.0.0.1", now) || len(b.all) != 2 || b.all["open"] == nil {
		t.Errorf("%d are remembered", len(b.all))
	}
}

// Each session has its own measure, strangers one by their address; the demo's own machine has none.
func TestTheMeasureOfRequests(t *testing.T) {
	l := newLimiter()
	many := func(c door.Caller, n int) (allowed int) {
		for range n {
			if l.allows(c) {
				allowed++
			}
		}
		return allowed
	}
	stranger := door.Caller{Address: "10.0.0.66"}
	if n := many(stranger, 1000); n < strangerBurst || n > strangerBurst+20 {
		t.Errorf("a stranger is allowed %d of 1000", n)
	}
	if n := many(door.Caller{Address: "10.0.0.67"}, 10); n != 10 {
		t.Errorf("another stranger is allowed %d of 10", n)
	}
	in := door.Caller{Address: "10.0.0.66", Account: store.Account{ID: "p1"}}
	if n := many(in, 2000); n < insiderBurst || n > insiderBurst+200 {
		t.Errorf("who is in is allowed %d of 2000", n)
	}
	if n := many(door.Caller{Demo: true}, 5000); n != 5000 {
		t.Errorf("the demo's machine is allowed %d of 5000", n)
	}
	l.swept = time.Now().Add(-2 * idle)
	for _, a := range l.all {
		a.last = time.Now().Add(-2 * idle)
	}
	if l.allows(door.Caller{Address: "10.0.0.1"}); len(l.all) != 1 {
		t.Errorf("%d are remembered", len(l.all))
	}
}
