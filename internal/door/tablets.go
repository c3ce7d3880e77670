package door

import (
	"context"
	"crypto/rand"
	"errors"
	"fmt"
	"net/http"
	"strings"
	"time"
	"unicode/utf8"

	"settle/core/field"
	"settle/internal/store"
)

// pending is a tablet that a keeper is about to let in.
type pending struct {
	name string
	by   string // id of the keeper
	ends time.Time
}

// Once is a code that works once.
type Once struct {
	Code string
	Ends time.Time
}

// offerAge is how long a code for a tablet is good.
const offerAge = 10 * time.Minute

// Offer makes a code that lets one tablet in, under a name.
func (d *Door) Offer(ctx context.Context, c Caller, name string) (Once, error) {
	name = strings.TrimSpace(name)
	if name == "" || utf8.RuneCountInString(name) > 40 {
		return Once{}, field.Errorf("name", "must be 1 to 40 letters, such as Bench 2")
	}
	if err := field.Plain("name", name, 40); err != nil {
		return Once{}, err
	}
	all, err := d.store.Devices(ctx)
	if err != nil {
		return Once{}, err
	}
	for _, t := range all {
		if t.Revoked == "" && !t.Anew && strings.EqualFold(t.Name, name) {
			return Once{}, field.Errorf("name", "is the name of a tablet already: choose another, or revoke that one")
		}
	}
	o := Once{code(), d.now().Add(offerAge)}
	d.mu.Lock()
	for hash, p := range d.codes {
		if d.now().After(p.ends) {
			delete(d.codes, hash)
		}
	}
	d.codes[digest(o.Code)] = pending{name, c.Account.ID, o.Ends}
	d.mu.Unlock()
	return o, d.Note(ctx, c, Offered, name)
}

// LetIn lets the tablet in that sends a code, and gives the cookie it is known by from then on.
func (d *Door) LetIn(ctx context.Context, c Caller, typed string) (*http.Cookie, error) {
	place := who{"code " + c.Address, freePerson}
	if wait := d.tries.begin(d.now(), place); wait != nil {
		return nil, wait
	}
	d.mu.Lock()
	hash := digest(typedCode(typed))
	p, ok := d.codes[hash]
	delete(d.codes, hash)
	d.mu.Unlock()
	if !ok || d.now().After(p.ends) {
		return nil, errors.Join(d.Note(ctx, c, Refused, "tablet"), field.Errorf("code",
			"is not right, was used, or is older than ten minutes: let a keeper make a new one"))
	}
	d.tries.well(place)
	if err := d.endAnew(ctx, p.name); err != nil {
		return nil, err
	}
	token, id := rand.Text(), rand.Text()[:8]
	if err := d.store.AddDevice(ctx, id, p.name, digest(token), p.by); err != nil {
		return nil, err
	}
	c.Device.Name = p.name
	return d.bake(deviceCookie, token, deviceAge), d.Note(ctx, c, LetIn, p.name)
}

// endAnew strikes the tablet of a name off the list that was let in before a copy was restored: now it
// is let in anew.
func (d *Door) endAnew(ctx context.Context, name string) error {
	all, err := d.store.Devices(ctx)
	for _, t := range all {
		if t.Anew && strings.EqualFold(t.Name, name) {
			err = errors.Join(err, d.store.Revoke(ctx, t.ID))
		}
	}
	return err
}

// Revoke lets a tablet in no more; who is signed in at it is signed out.
func (d *Door) Revoke(ctx context.Context, c Caller, id string) error {
	all, err := d.store.Devices(ctx)
	if err != nil {
		return err
	}
	name := ""
	for _, t := range all {
		if t.ID == id {
			name = t.Name
		}
	}
	if err := d.store.Revoke(ctx, id); err != nil {
		return err
	}
	return errors.Join(d.endAll(ctx, aDevice, id, ""), d.Note(ctx, c, Revoked, name))
}

// SetAccount writes what a person may do. Who leaves is signed out everywhere.
func (d *Door) SetAccount(ctx context.Context, c Caller, a store.Account) error {
	was, err := d.store.Account(ctx, a.ID)
	if err != nil {
		return err
	}
	if err := d.store.SetAccount(ctx, a); err != nil {
		return err
	}
	if err := d.store.Free(ctx, a.ID); err != nil {
		return err
	}
	if a.Keeper && (!was.Keeper || was.Gone != "") && a.Gone == "" {
		if err := d.tellKeepers(ctx, a, c.Account.Name, c.Address); err != nil {
			return err
		}
	}
	if a.Gone != "" {
		if err := d.endAll(ctx, aPerson, a.ID, ""); err != nil {
			return err
		}
	}
	d.turn.Add(1)
	about := a.Name + ": " + a.Role
	if a.Keeper {
		about += ", keeper"
	}
	if a.Gone != "" {
		about += ", left"
	}
	return d.Note(ctx, c, Changed, about)
}

// AddAccount adds a person to the shop.
func (d *Door) AddAccount(ctx context.Context, c Caller, a store.Account) (store.Account, error) {
	a, err := d.store.AddAccount(ctx, a)
	if err != nil {
		return a, err
	}
	if a.Keeper {
		err = d.tellKeepers(ctx, a, c.Account.Name, c.Address)
	}
	return a, errors.Join(err, d.Note(ctx, c, Added, a.Name))
}

// tellKeepers has the other keepers told that there is one more.
func (d *Door) tellKeepers(ctx context.Context, a store.Account, by, address string) error {
	if by == "" {
		by = "the address that the server printed"
	}
	return d.store.TellKeepers(ctx, a, by, address)
}

// mostDays is how long a link may show a job.
const mostDays = 90

// AddLink makes a link that shows one job, and gives its token, which is told once.
func (d *Door) AddLink(ctx context.Context, c Caller, job, what string, days int) (string, error) {
	var errs field.Errors
	if what = strings.TrimSpace(what); what == "" || utf8.RuneCountInString(what) > 80 {
		errs.Add("what", errors.New("must be 1 to 80 letters: for whom the link is"))
	}
	errs.Add("", field.Plain("what", what, 80))
	if days < 1 || days > mostDays {
		errs.Add("days", errors.New("must be 1 to 90: after so many days the link ends"))
	}
	if err := errs.Err(); err != nil {
		return "", err
	}
	token := rand.Text()
	l := store.Link{ID: rand.Text()[:8], Job: job, What: what, By: c.Account.ID}
	err := d.store.AddLink(ctx, l, digest(token), d.now().AddDate(0, 0, days))
	return token, errors.Join(err, d.Note(ctx, c, MadeLink, job+", "+what))
}

// EndLink ends a link before its time.
func (d *Door) EndLink(ctx context.Context, c Caller, id string) error {
	d.turn.Add(1)
	return errors.Join(d.store.EndLink(ctx, id), d.Note(ctx, c, EndedLink, id))
}

// OpenLink starts a session that sees the job of a link, and gives its number. Who has come in as
// somebody of the shop stays so: there is no cookie then.
func (d *Door) OpenLink(ctx context.Context, c Caller, token string) (*http.Cookie, string, error) {
	place := who{"link " + c.Address, freePlace}
	if wait := d.tries.begin(d.now(), place); wait != nil {
		return nil, "", wait
	}
	l, err := d.store.LinkOf(ctx, digest(token))
	if missing(err) {
		return nil, "", field.Errorf("token", "has ended, or never was: ask the shop for a new link")
	}
	if err != nil {
		return nil, "", err
	}
	d.tries.well(place)
	if c.Account.ID != "" {
		return nil, l.Job, nil
	}
	session, err := d.commit(ctx, map[string]string{aLink: digest(token)})
	if err != nil {
		return nil, "", err
	}
	return d.bake(sessionCookie, session, shift), l.Job, d.Note(ctx, c, OpenedLink, l.Job+", "+l.What)
}

// SetLock says after how many minutes a tablet that nobody touches locks.
func (d *Door) SetLock(ctx context.Context, c Caller, minutes int) error {
	if err := d.store.SetLock(ctx, minutes); err != nil {
		return err
	}
	d.mu.Lock()
	d.lock = time.Duration(minutes) * time.Minute
	d.mu.Unlock()
	return d.Note(ctx, c, SetLock, fmt.Sprintf("%d minutes", minutes))
}
