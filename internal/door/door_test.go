package door

import (
	"context"
	"errors"
	"net/http"
	"net/http/httptest"
	"path/filepath"
	"strings"
	"testing"
	"time"

	"settle/internal/store"
)

// shop is an empty shop with a keeper, whose clock is the test's.
type shop struct {
	t     *testing.T
	store *store.Store
	door  *Door
	now   time.Time
	token string // with which the first keeper was made
}

const words = "copper kettle north wind"

func open(t *testing.T, how How) *shop {
	t.Helper()
	s := &shop{t: t, now: time.Date(2026, 11, 26, 8, 0, 0, 0, time.UTC)}
	var err error
	if s.store, err = store.Open(t.Context(), filepath.Join(t.TempDir(), "shop.db"), s.clock); err != nil {
		t.Fatal(err)
	}
	t.Cleanup(func() { _ = s.store.Close() })
	s.again(how)
	if s.token, err = s.door.Invite(t.Context(), false); err != nil {
		t.Fatal(err)
	}
	if _, err := s.door.Begin(t.Context(), Caller{Address: "10.0.0.1"}, s.token, "K. Vale", "lead", words); err != nil {
		t.Fatal(err)
	}
	return s
}

func (s *shop) clock() time.Time { return s.now }

// again opens the door anew, as a server that is started again does.
func (s *shop) again(how How) {
	s.t.Helper()
	var err error
	if s.door, err = New(s.t.Context(), s.store, s.clock, how); err != nil {
		s.t.Fatal(err)
	}
}

// caller is who sends a request with these cookies.
func (s *shop) caller(method string, cookies ...*http.Cookie) Caller {
	s.t.Helper()
	r := httptest.NewRequest(method, "https://bench.local:8420/api/v1/jobs", nil)
	r.RemoteAddr = "10.0.0.7:5000"
	for _, c := range cookies {
		r.AddCookie(c)
	}
	c, err := s.door.Caller(r)
	if err != nil {
		s.t.Fatal(err)
	}
	return c
}

// keeper is the keeper, come in by passphrase at the office.
func (s *shop) keeper() Caller {
	s.t.Helper()
	cookie, err := s.door.SignIn(s.t.Context(), Caller{Address: "10.0.0.1"}, SignIn{Name: "k. vale", Secret: words})
	if err != nil {
		s.t.Fatal(err)
	}
	return s.caller("POST", cookie)
}

// tablet lets a tablet in and returns its cookie.
func (s *shop) tablet(name string) *http.Cookie {
	s.t.Helper()
	o, err := s.door.Offer(s.t.Context(), s.keeper(), name)
	if err != nil {
		s.t.Fatal(err)
	}
	cookie, err := s.door.LetIn(s.t.Context(), Caller{Address: "10.0.0.7"}, strings.ToLower(o.Code[:4])+" "+o.Code[4:])
	if err != nil {
		s.t.Fatal(err)
	}
	return cookie
}

// person adds a technician who has chosen a PIN at a tablet, and returns them with their cookie.
func (s *shop) person(name, pin string, tablet *http.Cookie) (store.Account, *http.Cookie) {
	s.t.Helper()
	a, err := s.door.AddAccount(s.t.Context(), s.keeper(), store.Account{Name: name, Role: "technician"})
	if err != nil {
		s.t.Fatal(err)
	}
	given, err := s.door.GiveCode(s.t.Context(), s.keeper(), a.ID)
	if err != nil {
		s.t.Fatal(err)
	}
	cookie, err := s.door.SignIn(s.t.Context(), s.caller("POST", tablet), SignIn{Person: a.ID, Secret: given.Code,
		New: pin})
	if err != nil {
		s.t.Fatal(err)
	}
	return a, cookie
}

func says(t *testing.T, what string, err error, want string) {
	t.Helper()
	if err == nil || !strings.Contains(err.Error(), want) {
		t.Errorf("%s: %v; want %q", what, err, want)
	}
}

func TestTheFirstKeeper(t *testing.T) {
	s := open(t, How{Local: true})
	ctx := t.Context()
	if again, err := s.door.Invite(ctx, false); again != "" || err != nil {
		t.Errorf("a second keeper is invited by itself: %q, %v", again, err)
	}
	_, err := s.door.Begin(ctx, Caller{Address: "10.0.0.9"}, s.token, "M. Thief", "lead", words)
	says(t, "the address used twice", err, "is not good any more")
	asked, err := s.door.Invite(ctx, true)
	if err != nil || asked == "" {
		t.Fatalf("asked for: %q, %v", asked, err)
	}
	_, err = s.door.Begin(ctx, Caller{}, asked, "K. Vale", "lead", "short")
	says(t, "a short passphrase", err, "12 or more")
	if _, err := s.door.Begin(ctx, Caller{}, asked, "k. vale", "reader", words+" again"); err != nil {
		t.Fatal(err)
	}
	if a, err := s.store.Named(ctx, "K. Vale"); err != nil || a.Role != "lead" || !a.Keeper {
		t.Errorf("a known name became %+v, %v", a, err)
	}
	k := s.keeperBy(words + " again")
	a := k.Account
	a.Gone = "2026-11-26"
	says(t, "the only keeper leaves", s.door.SetAccount(ctx, k, a), "is the only keeper")
}

func (s *shop) keeperBy(passphrase string) Caller {
	s.t.Helper()
	cookie, err := s.door.SignIn(s.t.Context(), Caller{Address: "10.0.0.1"}, SignIn{Name: "K. Vale", Secret: passphrase})
	if err != nil {
		s.t.Fatal(err)
	}
	return s.caller("POST", cookie)
}

func TestATabletIsLetIn(t *testing.T) {
	s := open(t, How{Secure: true})
	ctx := t.Context()
	tablet := s.tablet("Bench 2")
	if !tablet.HttpOnly || !tablet.Secure || tablet.SameSite != http.SameSiteStrictMode || tablet.Path != "/" ||
		!strings.HasPrefix(tablet.Name, "__Host-") {
		t.Errorf("its cookie: %v", tablet)
	}
	if c := s.caller("GET", tablet); c.Device.Name != "Bench 2" || c.In() {
		t.Errorf("it is %+v", c)
	}
	_, err := s.door.Offer(ctx, s.keeper(), "bench 2")
	says(t, "a name twice", err, "name of a tablet already")
	o, err := s.door.Offer(ctx, s.keeper(), "Bench 3")
	if err != nil {
		t.Fatal(err)
	}
	s.now = s.now.Add(11 * time.Minute)
	_, err = s.door.LetIn(ctx, Caller{Address: "10.0.0.8"}, o.Code)
	says(t, "a code of eleven minutes", err, "older than ten minutes")
	_, err = s.door.LetIn(ctx, Caller{Address: "10.0.0.8"}, "BBBBBBBB")
	says(t, "a code by chance", err, "is not right")

	// Who is signed in at a tablet goes with it.
	_, session := s.person("A. Moreau", "739158", tablet)
	id := s.caller("GET", tablet, session)
	if id.Account.Name != "A. Moreau" {
		t.Fatalf("signed in as %+v", id.Account)
	}
	turn := s.door.Turn()
	if err := s.door.Revoke(ctx, s.keeper(), id.Device.ID); err != nil {
		t.Fatal(err)
	}
	if c := s.caller("GET", tablet, session); c.In() || c.Device.ID != "" {
		t.Errorf("let in no more, and still %+v", c)
	}
	if s.door.Turn() == turn || s.door.Still(ctx, id) {
		t.Error("its open stream goes on")
	}
}

func TestPINAndPassphrase(t *testing.T) {
	s := open(t, How{})
	ctx := t.Context()
	tablet := s.tablet("Bench 1")
	a, session := s.person("A. Moreau", "739158", tablet)
	at := s.caller("POST", tablet)
	for name, tt := range map[string]struct {
		from Caller
		in   SignIn
		says string
	}{
		"another PIN":              {at, SignIn{Person: a.ID, Secret: "739159"}, "is not right"},
		"nobody picked":            {at, SignIn{Secret: "739158"}, "pick yourself"},
		"nothing typed":            {at, SignIn{Person: a.ID}, "secret: is missing"},
		"a PIN where it is none":   {Caller{}, SignIn{Name: "A. Moreau", Secret: "739158"}, "does not belong"},
		"a name that there is not": {Caller{Address: "10.0.0.9"}, SignIn{Name: "Nobody", Secret: words}, "does not belong"},
		"no name":                  {Caller{Address: "10.0.0.9"}, SignIn{Secret: words}, "type your name"},
		"a code that was used":     {at, SignIn{Person: a.ID, Secret: "BCDFGHJK", New: "482604"}, "is not right"},
		"a new PIN that is a row":  {at, SignIn{Person: a.ID, Secret: "BCDFGHJK", New: "123456"}, "too easily"},
		"a new PIN of five digits": {at, SignIn{Person: a.ID, Secret: "BCDFGHJK", New: "48260"}, "6 to 12"},
		"a new PIN with a letter":  {at, SignIn{Person: a.ID, Secret: "BCDFGHJK", New: "48260a"}, "all digits"},
		"a passphrase of one letter": {Caller{}, SignIn{Name: "A. Moreau", Secret: "x", New: strings.Repeat("ab", 9)},
			"too easily"},
	} {
		_, err := s.door.SignIn(ctx, tt.from, tt.in)
		says(t, name, err, tt.says)
		s.now = s.now.Add(25 * time.Hour) // what was wrong is forgotten
	}
	// A code given anew ends what there was, and every session.
	s.now = s.now.Add(-24 * time.Hour)
	if _, err := s.door.SignIn(ctx, at, SignIn{Person: a.ID, Secret: "739158"}); err != nil {
		t.Fatal(err)
	}
	given, err := s.door.GiveCode(ctx, s.keeper(), a.ID)
	if err != nil {
		t.Fatal(err)
	}
	if c := s.caller("GET", tablet, session); c.In() {
		t.Errorf("still in: %+v", c.Account)
	}
	_, err = s.door.SignIn(ctx, at, SignIn{Person: a.ID, Secret: "739158"})
	says(t, "the PIN from before", err, "is not right")
	s.now = s.now.Add(73 * time.Hour)
	_, err = s.door.SignIn(ctx, at, SignIn{Person: a.ID, Secret: given.Code, New: "482604"})
	says(t, "a code of three days", err, "is not right")
	_, err = s.door.GiveCode(ctx, s.keeper(), s.keeper().Account.ID)
	says(t, "a code for oneself", err, "yourself")
}

// Guessing at full speed gains nothing: after three wrong ones each takes longer, and a stranger's
// guesses lock nobody out of the bench.
func TestGuessing(t *testing.T) {
	s := open(t, How{})
	ctx := t.Context()
	tablet := s.tablet("Bench 1")
	a, _ := s.person("A. Moreau", "739158", tablet)
	at := s.caller("POST", tablet)
	looked, waits := 0, []time.Duration{}
	for range 40 {
		_, err := s.door.SignIn(ctx, at, SignIn{Person: a.ID, Secret: "000001"})
		var wait *Wait
		if errors.As(err, &wait) {
			waits = append(waits, wait.For)
			s.now = s.now.Add(wait.For)
			continue
		}
		looked++
	}
	if waits[0] != 5*time.Second || waits[1] != 10*time.Second || waits[len(waits)-1] != 15*time.Minute || looked > 23 {
		t.Errorf("%d were looked at, with waits %v", looked, waits)
	}
	// At once, many: they count before they are looked at.
	s.again(How{})
	answers := make(chan error, 60)
	for range 60 {
		go func() {
			_, err := s.door.SignIn(ctx, Caller{Address: "10.0.0.66"}, SignIn{Name: "K. Vale", Secret: "wrong wrong wrong"})
			answers <- err
		}()
	}
	looked = 0
	for range 60 {
		var wait *Wait
		if !errors.As(<-answers, &wait) {
			looked++
		}
	}
	if looked > freePerson {
		t.Errorf("%d of 60 at once were looked at", looked)
	}
	if _, err := s.door.SignIn(ctx, at, SignIn{Person: a.ID, Secret: "739158"}); err != nil {
		t.Errorf("the bench is locked out by a stranger: %v", err)
	}
	lines, err := s.store.Doings(ctx, 100)
	if err != nil || len(lines) > 60 || lines[0].What != SignedIn {
		t.Errorf("the record has %d lines, %v", len(lines), err)
	}
}

func TestATabletLocks(t *testing.T) {
	s := open(t, How{})
	ctx := t.Context()
	tablet := s.tablet("Bench 1")
	_, session := s.person("A. Moreau", "739158", tablet)
	for range 5 { // who works keeps it open
		s.now = s.now.Add(9 * time.Minute)
		c := s.caller("POST", tablet, session)
		if !c.In() {
			t.Fatalf("locked while somebody works: %+v", c)
		}
		s.door.Touch(c)
	}
	for range 3 { // pages that ask by themselves do not
		s.now = s.now.Add(4 * time.Minute)
		s.caller("GET", tablet, session)
		s.caller("POST", tablet, session)
	}
	if c := s.caller("GET", tablet, session); c.In() {
		t.Error("open after twelve minutes")
	}
	if err := s.door.SetLock(ctx, s.keeper(), 60); err != nil {
		t.Fatal(err)
	}
	// A PC, which is nobody's tablet, does not lock.
	k := s.keeper()
	s.now = s.now.Add(3 * time.Hour)
	if !s.door.Still(ctx, k) {
		t.Error("a PC was locked")
	}
}

// A session belongs to where it was begun, and a sign-in that is sent again begins another one.
func TestSessions(t *testing.T) {
	s := open(t, How{})
	ctx := t.Context()
	one, two := s.tablet("Bench 1"), s.tablet("Bench 2")
	a, session := s.person("A. Moreau", "739158", one)
	if c := s.caller("GET", two, session); c.In() {
		t.Error("a session goes from tablet to tablet")
	}
	if c := s.caller("GET", session); c.In() {
		t.Error("a session of a tablet is good without it")
	}
	again, err := s.door.SignIn(ctx, s.caller("POST", one, session), SignIn{Person: a.ID, Secret: "739158"})
	if err != nil || again.Value == session.Value {
		t.Fatalf("the same token: %v", err)
	}
	if c := s.caller("GET", one, session); c.In() {
		t.Error("the session from before is still good")
	}
	s.again(How{}) // sessions outlive the server
	if c := s.caller("GET", one, again); c.Account.ID != a.ID {
		t.Errorf("after a restart: %+v", c)
	}
	if err := s.door.Everywhere(ctx, s.keeper(), a.ID); err != nil {
		t.Fatal(err)
	}
	if c := s.caller("GET", one, again); c.In() {
		t.Error("signed out everywhere, and still in")
	}
	cookie, err := s.door.SignIn(ctx, s.caller("POST", one), SignIn{Person: a.ID, Secret: "739158"})
	if err != nil {
		t.Fatal(err)
	}
	left := a
	left.Gone = "2026-11-26"
	if err := s.door.SetAccount(ctx, s.keeper(), left); err != nil {
		t.Fatal(err)
	}
	if c := s.caller("GET", one, cookie); c.In() {
		t.Error("has left, and is still in")
	}
	_, err = s.door.SignIn(ctx, s.caller("POST", one), SignIn{Person: a.ID, Secret: "739158"})
	says(t, "who has left", err, "is not right")
}

func TestConfirm(t *testing.T) {
	s := open(t, How{})
	ctx := t.Context()
	tablet := s.tablet("Bench 1")
	_, session := s.person("A. Moreau", "739158", tablet)
	c := s.caller("POST", tablet, session)
	says(t, "no PIN", s.door.Confirm(ctx, c, ""), "type your PIN once more")
	says(t, "another", s.door.Confirm(ctx, c, "739159"), "is not right")
	if err := s.door.Confirm(ctx, c, "739158"); err != nil {
		t.Error(err)
	}
	says(t, "at the office", s.door.Confirm(ctx, s.keeper(), ""), "type your passphrase once more")
	says(t, "a change without the old one", s.door.SetOwn(ctx, c, store.PIN, "482604", ""), "once more")
	if err := s.door.SetOwn(ctx, c, store.PIN, "482604", "739158"); err != nil {
		t.Error(err)
	}
	if err := s.door.Confirm(ctx, c, "482604"); err != nil {
		t.Errorf("the new one: %v", err)
	}
}

func TestALinkShowsOneJobUntilItEnds(t *testing.T) {
	s := open(t, How{})
	ctx := t.Context()
	k := s.keeper()
	_, err := s.door.AddLink(ctx, k, "J-0001", "", 200)
	says(t, "for nobody, for ever", err, "what: must be")
	token, err := s.door.AddLink(ctx, k, "J-0001", "harbour office", 2)
	if err != nil {
		t.Fatal(err)
	}
	cookie, number, err := s.door.OpenLink(ctx, Caller{Address: "10.0.0.30"}, token)
	if err != nil || number != "J-0001" {
		t.Fatal(number, err)
	}
	if c := s.caller("GET", cookie); c.Job != "J-0001" || c.Account.ID != "" {
		t.Errorf("by the link: %+v", c)
	}
	if own, number, err := s.door.OpenLink(ctx, k, token); own != nil || number != "J-0001" || err != nil {
		t.Errorf("who is of the shop becomes a guest: %v %s %v", own, number, err)
	}
	s.now = s.now.Add(49 * time.Hour)
	if c := s.caller("GET", cookie); c.In() {
		t.Error("in after it has ended")
	}
	_, _, err = s.door.OpenLink(ctx, Caller{Address: "10.0.0.30"}, token)
	says(t, "opened after its end", err, "has ended")
	links, err := s.store.Links(ctx, "J-0001")
	if err != nil || len(links) != 1 || !links[0].Over {
		t.Errorf("%+v, %v", links, err)
	}
}

// The demo asks nobody for a PIN, on its own machine and by its own name only.
func TestTheDemoIsOpenHereOnly(t *testing.T) {
	s := open(t, How{Demo: true, Local: true})
	for name, change := range map[string]func(*http.Request){
		"from elsewhere":     func(r *http.Request) { r.RemoteAddr = "10.0.0.7:5000" },
		"by another name":    func(r *http.Request) { r.Host = "shop.example" },
		"through a proxy":    func(r *http.Request) { r.Header.Set("X-Forwarded-For", "10.0.0.7") },
		"on its own machine": func(*http.Request) {},
	} {
		r := httptest.NewRequest("GET", "http://127.0.0.1:8420/", nil)
		r.RemoteAddr = "127.0.0.1:5000"
		change(r)
		c, err := s.door.Caller(r)
		if err != nil || c.In() != (name == "on its own machine") {
			t.Errorf("%s: %+v, %v", name, c, err)
		}
	}
}

func TestWhereARequestComesFrom(t *testing.T) {
	for name, tt := range map[string]struct {
		how       How
		forwarded string
		want      string
	}{
		"nobody before it":       {How{}, "1.2.3.4", "10.0.0.7"},
		"a proxy":                {How{Proxied: true}, "1.2.3.4", "1.2.3.4"},
		"a proxy, and a liar":    {How{Proxied: true}, "9.9.9.9, 1.2.3.4", "1.2.3.4"},
		"a proxy that is silent": {How{Proxied: true}, "", "10.0.0.7"},
	} {
		d := &Door{how: tt.how}
		r := httptest.NewRequest("GET", "/", nil)
		r.RemoteAddr = "10.0.0.7:5000"
		r.Header.Set("X-Forwarded-For", tt.forwarded)
		if got := d.address(r); got != tt.want {
			t.Errorf("%s: %s, want %s", name, got, tt.want)
		}
	}
}

func TestCodesAndHashes(t *testing.T) {
	d := &Door{hashing: make(chan struct{}, 1)}
	one, err := d.hash(t.Context(), words)
	two, err2 := d.hash(t.Context(), words)
	if err != nil || err2 != nil || one == two || !strings.HasPrefix(one, "$argon2id$v=19$m=19456,t=2,p=1$") {
		t.Errorf("%s %s", one, two)
	}
	for secret, want := range map[string]bool{words: true, words + " ": false, "": false} {
		if ok, err := d.right(t.Context(), secret, one); ok != want || err != nil {
			t.Errorf("%q: %v %v", secret, ok, err)
		}
	}
	gone, cancel := context.WithCancel(t.Context())
	cancel()
	d.hashing <- struct{}{}
	if _, err := d.right(gone, words, one); err == nil {
		t.Error("one who went away is waited for")
	}
	seen := map[string]bool{}
	for range 500 {
		c := code()
		if len(c) != 8 || strings.Trim(c, letters) != "" || seen[c] {
			t.Fatalf("code %q", c)
		}
		seen[c] = true
	}
}
