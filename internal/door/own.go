package door

import (
	"context"
	"errors"
	"time"

	"settle/core/field"
	"settle/internal/store"
)

// Confirm asks for the secret of the caller once more, before a signature.
func (d *Door) Confirm(ctx context.Context, c Caller, secret string) error {
	if c.Demo {
		return nil
	}
	return d.confirm(ctx, c, c.kind(), secret, "it is your signature")
}

// fresh is for how long who was asked for their secret may go on with a keeper's acts.
const fresh = 5 * time.Minute

// Again asks for the secret of the caller before a keeper's act, unless it was asked for at this
// session a moment ago: that somebody sits at an open session does not make them the keeper.
func (d *Door) Again(ctx context.Context, c Caller, secret string) error {
	d.mu.Lock()
	last := d.asked[c.token]
	d.mu.Unlock()
	if since := d.now().Sub(last); secret == "" && since >= 0 && since < fresh {
		return nil
	}
	if c.Demo {
		return nil
	}
	if err := d.confirm(ctx, c, c.kind(), secret, "only a keeper does this"); err != nil {
		return err
	}
	d.mu.Lock()
	defer d.mu.Unlock()
	for token, at := range d.asked {
		if d.now().Sub(at) > fresh {
			delete(d.asked, token)
		}
	}
	d.asked[c.token] = d.now()
	return nil
}

// confirm asks for one of the caller's secrets.
func (d *Door) confirm(ctx context.Context, c Caller, kind store.SecretKind, secret, why string) error {
	what := "PIN"
	if kind == store.Passphrase {
		what = "passphrase"
	}
	if secret == "" {
		return field.Errorf("pin", "is missing: type your %s once more, %s", what, why)
	}
	// Counted for the session: who guesses elsewhere keeps nobody from signing who is in.
	tried := who{"confirm " + c.token, freePerson}
	if wait := d.tries.begin(d.now(), tried); wait != nil {
		return wait
	}
	if err := d.check(ctx, c.Account, kind, secret); err != nil {
		if err != errWrong {
			return err
		}
		return errors.Join(d.Note(ctx, c, NotConfirmed, ""), field.Errorf("pin", "is not right: type your %s again", what))
	}
	d.tries.well(tried)
	return nil
}

// SetOwn changes the caller's own PIN or passphrase, and ends their other sessions. They say the one
// they had; where there was none, the one they came in with.
func (d *Door) SetOwn(ctx context.Context, c Caller, kind store.SecretKind, secret, now string) error {
	if kind != store.PIN && kind != store.Passphrase {
		return field.Errorf("kind", "is %q: write pin or passphrase", kind)
	}
	if err := Fit(kind, secret, c.Account.Name); err != nil {
		return field.Errorf("secret", "%s", err)
	}
	had, err := d.store.Secret(ctx, c.Account.ID, kind)
	if err != nil {
		return err
	}
	asked := kind
	if had.Hash == "" {
		asked = c.kind()
	}
	if !c.Demo {
		if err := d.confirm(ctx, c, asked, now, "so that nobody else changes it"); err != nil {
			return err
		}
	}
	hash, err := d.hash(ctx, secret)
	if err != nil {
		return err
	}
	return errors.Join(d.store.SetSecret(ctx, c.Account.ID, kind, store.Secret{Hash: hash}),
		d.endAll(ctx, aPerson, c.Account.ID, c.token), d.Note(ctx, c, ChoseSecret, string(kind)))
}

// codeAge is how long a keeper's code is good.
const codeAge = 3 * 24 * time.Hour

// GiveCode makes a code with which a person chooses a new PIN or passphrase. What they had
// before works no more, and their sessions end: it was forgotten, or somebody else knows it.
func (d *Door) GiveCode(ctx context.Context, c Caller, person string) (o Once, err error) {
	a, err := d.store.Account(ctx, person)
	if err != nil {
		return o, err
	}
	if a.Gone != "" {
		return o, field.Errorf("person", "%s has left: take them back first", a.Name)
	}
	if a.ID == c.Account.ID {
		return o, field.Errorf("person", "is yourself: change your PIN and passphrase under your own name")
	}
	o = Once{code(), d.now().Add(codeAge)}
	hash, err := d.hash(ctx, o.Code)
	if err != nil {
		return o, err
	}
	err = errors.Join(d.store.SetSecret(ctx, person, store.PIN, store.Secret{}),
		d.store.SetSecret(ctx, person, store.Passphrase, store.Secret{}),
		d.store.SetSecret(ctx, person, store.Code, store.Secret{Hash: hash, Ends: o.Ends}),
		d.endAll(ctx, aPerson, person, ""), d.Note(ctx, c, GaveCode, a.Name))
	err = errors.Join(err, d.store.ForgetBrowsers(ctx, a.ID))
	d.tries.forget(a.ID)
	return o, err
}
