package door

import (
	"context"
	"crypto/rand"
	"errors"
	"net/http"
	"strings"
	"time"

	"settle/core/field"
	"settle/internal/store"
)

// SignIn is what somebody comes in with.
type SignIn struct {
	Person string // id, picked from the list of a tablet
	Name   string // typed, elsewhere
	Secret string // PIN on a tablet, passphrase elsewhere, or a keeper's code with New
	New    string // the PIN or passphrase that the person chooses with a code
}

// kind is what one comes in with where the caller is.
func (c Caller) kind() store.SecretKind {
	if c.Device.ID != "" {
		return store.PIN
	}
	return store.Passphrase
}

// wrong is what one is told, whatever of it was wrong.
func (c Caller) wrong() error {
	if c.Device.ID != "" {
		return field.Errorf("secret", "is not right: type the PIN again. A keeper gives a new code where it is forgotten")
	}
	return field.Errorf("secret", "does not belong to this name, or there is no such name: type both again")
}

// whose is under which names a try is counted: of the person where they are, of the place, and of the
// person wherever. In a browser by which the person came in before they are counted apart: nobody else's
// guesses keep them out there.
func (d *Door) whose(ctx context.Context, c Caller, person string) ([]who, error) {
	kind, place := string(c.kind()), c.Device.ID
	if place == "" {
		place = c.Address
		if knows, err := d.store.Knows(ctx, c.browser, person); err != nil || knows {
			return []who{{kind + of(person) + "a browser of theirs " + c.browser, freePerson}}, err
		}
	}
	return []who{{kind + of(person) + place, freePerson}, {"at " + place, freePlace},
		{kind + of(person) + "any", freeOver}}, nil
}

// Remember gives the cookie by which a browser is known as one that somebody came in by; nil on a
// tablet, which is known already.
func (d *Door) Remember(ctx context.Context, c Caller, in SignIn) (*http.Cookie, error) {
	if c.Device.ID != "" || c.Demo {
		return nil, nil
	}
	a, err := d.meant(ctx, c, in)
	if err != nil {
		return nil, err
	}
	token := c.browserToken
	if token == "" {
		token = rand.Text()
	}
	return d.bake(browserCookie, token, deviceAge), d.store.Know(ctx, digest(token), a.ID)
}

// SignIn lets a person in and gives the cookie of the session.
func (d *Door) SignIn(ctx context.Context, c Caller, in SignIn) (*http.Cookie, error) {
	if c.Demo {
		a, err := d.store.Account(ctx, in.Person)
		if err != nil || a.Gone != "" {
			return nil, errors.Join(but(err), field.Errorf("person", "is nobody of this shop: pick one from the list"))
		}
		return d.begin(ctx, c, a)
	}
	a, err := d.meant(ctx, c, in)
	if err != nil {
		return nil, err
	}
	if in.New != "" {
		if err := Fit(c.kind(), in.New, a.Name); err != nil {
			return nil, field.Errorf("new", "%s", err)
		}
	}
	name := a.ID
	if name == "" {
		name = strings.TrimSpace(in.Name)
	}
	tried, err := d.whose(ctx, c, name)
	if err != nil {
		return nil, err
	}
	if wait := d.tries.begin(d.now(), tried...); wait != nil {
		return nil, wait
	}
	kind := c.kind()
	if in.New != "" {
		kind = store.Code
		in.Secret = typedCode(in.Secret)
		d.using.Lock()
		defer d.using.Unlock()
	}
	if err := d.check(ctx, a, kind, in.Secret); err != nil {
		if err != errWrong {
			return nil, err
		}
		c.Account.Name = in.Name
		if a.ID != "" {
			c.Account.Name = a.Name
		}
		return nil, errors.Join(d.Note(ctx, c, Refused, string(kind)), c.wrong())
	}
	d.tries.well(tried...)
	if held, err := d.store.IsHeld(ctx, a.ID); err != nil || held {
		return nil, errors.Join(err, errHeld)
	}
	if in.New != "" {
		if err := d.choose(ctx, c, a, in.New); err != nil {
			return nil, err
		}
	}
	return d.begin(ctx, c, a)
}

// meant is the account somebody means to come in by; none where there is none.
func (d *Door) meant(ctx context.Context, c Caller, in SignIn) (a store.Account, err error) {
	switch {
	case c.Device.ID != "" && in.Person == "":
		return a, field.Errorf("person", "is missing: pick yourself from the list")
	case c.Device.ID != "":
		a, err = d.store.Account(ctx, in.Person)
	case strings.TrimSpace(in.Name) == "":
		return a, field.Errorf("name", "is missing: type your name as the shop knows it")
	default:
		a, err = d.store.Named(ctx, in.Name)
	}
	if in.Secret == "" {
		return a, field.Errorf("secret", "is missing")
	}
	return a, but(err)
}

// errHeld says that a keeper has to say first what holds.
var errHeld = field.Errorf(
	"person",
	"stands otherwise in the shop from before a copy was restored: a keeper says first, "+
		"on the page of the people, what holds",
)

var errWrong = errors.New("a wrong secret")

// check compares a secret with the one that is kept; errWrong where it is another.
func (d *Door) check(ctx context.Context, a store.Account, kind store.SecretKind, secret string) error {
	var kept store.Secret
	var err error
	if a.ID != "" && a.Gone == "" {
		if kept, err = d.store.Secret(ctx, a.ID, kind); err != nil {
			return err
		}
	}
	if !kept.Ends.IsZero() && d.now().After(kept.Ends) {
		kept.Hash = ""
	}
	ok, err := d.right(ctx, secret, kept.Hash)
	if err == nil && !ok {
		err = errWrong
	}
	return err
}

// choose gives a person the secret they chose with a code, which is used up.
func (d *Door) choose(ctx context.Context, c Caller, a store.Account, secret string) error {
	hash, err := d.hash(ctx, secret)
	if err != nil {
		return err
	}
	c.Account = a
	return errors.Join(d.store.SetSecret(ctx, a.ID, c.kind(), store.Secret{Hash: hash}),
		d.store.SetSecret(ctx, a.ID, store.Code, store.Secret{}), d.Note(ctx, c, ChoseSecret, string(c.kind())))
}

// begin starts a session, always with a new token; one that was open here ends.
func (d *Door) begin(ctx context.Context, c Caller, a store.Account) (*http.Cookie, error) {
	if err := d.end(ctx, c); err != nil {
		return nil, err
	}
	c.Account = a
	token, err := d.commit(ctx, map[string]string{aPerson: a.ID, aDevice: c.Device.ID, aAddress: c.Address,
		aSince: d.now().UTC().Format(time.RFC3339), aBrowser: c.Agent})
	if err != nil {
		return nil, err
	}
	d.mu.Lock()
	for old, last := range d.touched { // sessions that ended by themselves
		if d.now().Sub(last) > shift {
			delete(d.touched, old)
		}
	}
	if c.Device.ID != "" {
		d.touched[token] = d.now()
	}
	d.mu.Unlock()
	return d.bake(sessionCookie, token, shift), errors.Join(d.store.ForgetSessions(ctx), d.Note(ctx, c, SignedIn, ""))
}

func (d *Door) commit(ctx context.Context, values map[string]string) (string, error) {
	ctx, err := d.sessions.Load(ctx, "")
	if err != nil {
		return "", err
	}
	for k, v := range values {
		d.sessions.Put(ctx, k, v)
	}
	token, _, err := d.sessions.Commit(ctx)
	return token, err
}

// end ends the session of the caller.
func (d *Door) end(ctx context.Context, c Caller) error {
	if c.token == "" {
		return nil
	}
	ctx, err := d.sessions.Load(ctx, c.token)
	if err != nil {
		return err
	}
	d.mu.Lock()
	delete(d.touched, c.token)
	d.mu.Unlock()
	d.turn.Add(1)
	return d.sessions.Destroy(ctx)
}

// SignOut ends the session of the caller, and gives the cookie that forgets it.
func (d *Door) SignOut(ctx context.Context, c Caller) (*http.Cookie, error) {
	if err := d.end(ctx, c); err != nil {
		return nil, err
	}
	return d.bake(sessionCookie, "", 0), d.Note(ctx, c, SignedOut, "")
}

// Everywhere ends all sessions of a person, in which others too may have come in by their name.
func (d *Door) Everywhere(ctx context.Context, c Caller, person string) error {
	if err := d.endAll(ctx, aPerson, person, ""); err != nil {
		return err
	}
	a, err := d.store.Account(ctx, person)
	return errors.Join(err, d.Note(ctx, c, OutEverywhere, a.Name))
}

// endAll ends the sessions that hold a value, but for one.
func (d *Door) endAll(ctx context.Context, key, value, but string) error {
	d.turn.Add(1)
	return d.sessions.Iterate(ctx, func(one context.Context) error {
		if d.sessions.GetString(one, key) != value || but != "" && d.sessions.Token(one) == hashed(but) {
			return nil
		}
		return d.sessions.Store.Delete(d.sessions.Token(one)) // the token here is its hash already
	})
}
