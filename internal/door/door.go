// Package door says who may come in: people by PIN or passphrase, tablets that a keeper let in,
// links that show one job, and what each of them may do.
package door

import (
	"context"
	"errors"
	"net/http"
	"slices"
	"sync"
	"sync/atomic"
	"time"

	"github.com/alexedwards/scs/v2"

	"settle/internal/store"
)

// Door lets people into one shop. It is safe for use by many goroutines.
type Door struct {
	store    *store.Store
	now      func() time.Time
	sessions *scs.SessionManager
	how      How
	stands   string // where others open the shop; blank: unknown
	hashing  chan struct{}
	tries    tries
	using    sync.Mutex   // a code or the first keeper's token: it works once, also for two at a time
	turn     atomic.Int64 // counts up when somebody is let in no more

	mu      sync.Mutex
	first   string             // hash of the token with which the first keeper is made
	codes   map[string]pending // hash of a code → the tablet it lets in
	touched map[string]time.Time
	// session and what was refused → when that was noted last
	forbidden map[string]time.Time
	asked     map[string]time.Time // session → when its secret was asked for last
	streams   map[string]int
	began     time.Time
	lock      time.Duration
}

// How a door is kept.
type How struct {
	// Demo lets this machine, and no other, in without a PIN.
	Demo bool
	// Local says that only this machine can reach the server: it answers to no other name.
	Local bool
	// Secure says that browsers come by TLS.
	Secure bool
	// Lasting says that browsers are told to come by TLS from now on.
	Lasting bool
	// Proxied says that another server stands before this one and tells who asks.
	Proxied bool
}

// Reach says from where a server can be reached.
type Reach string

// From where a server can be reached, and who trusts it.
const (
	FromHere  Reach = "here"  // this machine only
	FromShop  Reach = "shop"  // the shop's network, by who trusts the shop's own authority
	FromKnown Reach = "known" // by a certificate that browsers trust, or another server before it
)

// Reach says from where the shop can be reached.
func (d *Door) Reach() Reach {
	switch {
	case d.how.Local:
		return FromHere
	case d.how.Lasting, d.how.Proxied:
		return FromKnown
	}
	return FromShop
}

// Stands says under which address others open the shop; before anybody is let in.
func (d *Door) Stands(address string) { d.stands = address }

// Address is where others open the shop; blank where the server does not know.
func (d *Door) Address() string { return d.stands }

// shift is how long one stays signed in at most.
const shift = 12 * time.Hour

// New is the door of a shop.
func New(ctx context.Context, s *store.Store, clock func() time.Time, how How) (*Door, error) {
	lock, err := s.Lock(ctx)
	if err != nil {
		return nil, err
	}
	sessions := scs.New()
	sessions.Store, sessions.Lifetime, sessions.HashTokenInStore = s.Sessions(), shift, true
	return &Door{store: s, now: clock, sessions: sessions, how: how, hashing: make(chan struct{}, 1),
		tries: tries{all: map[string]*tried{}}, codes: map[string]pending{}, touched: map[string]time.Time{},
		asked: map[string]time.Time{}, forbidden: map[string]time.Time{},
		streams: map[string]int{}, began: clock(), lock: time.Duration(lock) * time.Minute}, nil
}

// Caller is who asks.
type Caller struct {
	Account store.Account // of nobody: no ID
	Device  store.Device  // of no tablet: no ID
	Job     string        // who came by a link sees this job and nothing else
	Demo    bool          // on the demo's own machine: no PIN is asked
	Here    bool          // from this machine, by no way around
	Locked  bool          // the tablet was not touched for too long
	Address string
	Agent   string // what the browser says it is

	token        string
	browser      string // digest of the cookie by which a browser is known
	browserToken string
}

// In says whether somebody has come in.
func (c Caller) In() bool { return c.Account.ID != "" || c.Job != "" }

// mostAgent is how much is kept of what a browser says it is.
const mostAgent = 200

// Session tells the caller's session from others.
func (c Caller) Session() string { return c.token }

// What a session holds.
const (
	aPerson = "person"
	aDevice = "device"
	aLink   = "link"
	aLock   = "locked" // nobody is in any more: the tablet was not touched

	aSince   = "since"
	aAddress = "address"
	aBrowser = "browser"
)

// Caller finds out who sent a request.
func (d *Door) Caller(r *http.Request) (c Caller, err error) {
	ctx := r.Context()
	c.Address = d.address(r)
	c.Agent = r.UserAgent()[:min(len(r.UserAgent()), mostAgent)]
	if c.browserToken = d.cookie(r, browserCookie); c.browserToken != "" {
		c.browser = digest(c.browserToken)
	}
	c.Here = d.Here(r)
	c.Demo = d.how.Demo && c.Here
	if token := d.cookie(r, deviceCookie); token != "" {
		if c.Device, err = d.store.DeviceOf(ctx, digest(token)); err != nil && !missing(err) {
			return c, err
		}
	}
	if c.token = d.cookie(r, sessionCookie); c.token != "" {
		if err = d.session(ctx, &c); err != nil {
			return c, err
		}
	}
	if c.Demo && !c.In() {
		c.Account, err = d.anybody(ctx)
	}
	return c, err
}

// session reads the caller's session; one of somebody who may not come in any more is none.
func (d *Door) session(ctx context.Context, c *Caller) error {
	ctx, err := d.sessions.Load(ctx, c.token)
	if err != nil {
		return err
	}
	if link := d.sessions.GetString(ctx, aLink); link != "" {
		l, err := d.store.LinkOf(ctx, link)
		c.Job = l.Job
		return but(err)
	}
	if c.Locked = c.Device.ID != "" && d.sessions.GetBool(ctx, aLock); c.Locked {
		return nil
	}
	person, device := d.sessions.GetString(ctx, aPerson), d.sessions.GetString(ctx, aDevice)
	if person == "" || device != c.Device.ID {
		return nil
	}
	if device != "" && d.untouched(c.token) {
		c.Locked = true
		d.sessions.Remove(ctx, aPerson)
		d.sessions.Put(ctx, aLock, true)
		_, _, err := d.sessions.Commit(ctx)
		return err
	}
	a, err := d.store.Account(ctx, person)
	if err == nil && a.Gone == "" {
		c.Account = a
	}
	return but(err)
}

// untouched says whether a tablet lay so long that it locks.
func (d *Door) untouched(token string) bool {
	d.mu.Lock()
	defer d.mu.Unlock()
	now, last := d.now(), d.touched[token]
	if last.IsZero() {
		last = d.began
	}
	if last.After(now) { // the clock was set back
		last, d.touched[token] = now, now
	}
	if now.Sub(last) > d.lock {
		delete(d.touched, token)
		return true
	}
	return false
}

// Touch says that somebody is at the caller's tablet. What pages ask by themselves does not.
func (d *Door) Touch(c Caller) {
	if c.Device.ID == "" || c.token == "" {
		return
	}
	d.mu.Lock()
	defer d.mu.Unlock()
	d.touched[c.token] = d.now()
}

// anybody is who is at work in the demo before somebody has said who they are.
func (d *Door) anybody(ctx context.Context) (store.Account, error) {
	people, err := d.store.Accounts(ctx)
	var found store.Account
	for _, a := range people {
		if a.Works() && (found.ID == "" || a.ID < found.ID) {
			found = a
		}
	}
	return found, err
}

// How is how the door is kept.
func (d *Door) How() How { return d.how }

// Turn counts up whenever somebody is let in no more: a stream that sees it change asks again.
func (d *Door) Turn() int64 { return d.turn.Load() }

// How many streams one session may have open, one a window, and one person, or the holders of a link, in
// all their sessions.
const (
	mostStreams = 8
	mostOfOne   = 24
)

// Stream says whether the caller may open one more stream; done closes it.
func (d *Door) Stream(c Caller) (done func(), ok bool) {
	key := c.token
	if key == "" {
		key = c.Address
	}
	whose := "of " + c.Account.ID + c.Job
	d.mu.Lock()
	defer d.mu.Unlock()
	if d.streams[key] >= mostStreams || d.streams[whose] >= mostOfOne && !c.Demo {
		return nil, false
	}
	d.streams[key]++
	d.streams[whose]++
	return func() {
		d.mu.Lock()
		defer d.mu.Unlock()
		for _, k := range []string{key, whose} {
			if d.streams[k]--; d.streams[k] <= 0 {
				delete(d.streams, k)
			}
		}
	}, true
}

// Still says whether the caller may still be in.
func (d *Door) Still(ctx context.Context, c Caller) bool {
	if c.Demo {
		return true
	}
	if c.Device.ID != "" {
		if now, err := d.store.Devices(ctx); err != nil || !slices.Contains(now, c.Device) {
			return false
		}
	}
	now := Caller{Device: c.Device, token: c.token}
	return d.session(ctx, &now) == nil && now.Account.ID == c.Account.ID && now.In()
}

func missing(err error) bool {
	var none *store.NotFound
	return errors.As(err, &none)
}

// but is an error that is not about something which is not there.
func but(err error) error {
	if missing(err) {
		return nil
	}
	return err
}
