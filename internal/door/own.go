package door

import (
	"context"
	"errors"
	"strings"
	"time"

	"settle/core/field"
	"settle/internal/store"
)

// Confirm asks for the secret of the caller once more, before a signature.
func (d *Door) Confirm(ctx context.Context, c Caller, secret string) error {
	if c.Demo {
		return nil
	}
	what := "PIN"
	if c.kind() == store.Passphrase {
		what = "passphrase"
	}
	if secret == "" {
		return field.Errorf("pin", "is missing: type your %s once more, it is your signature", what)
	}
	// Counted for the session: who guesses elsewhere keeps nobody from signing who is in.
	tried := who{"confirm " + c.token, freePerson}
	if wait := d.tries.begin(d.now(), tried); wait != nil {
		return wait
	}
	if err := d.check(ctx, c.Account, c.kind(), secret); err != nil {
		if err != errWrong {
			return err
		}
		return errors.Join(d.Note(ctx, c, NotConfirmed, ""), field.Errorf("pin", "is not right: type your %s again", what))
	}
	d.tries.well(tried)
	return nil
}

// SetOwn changes the caller's own PIN or passphrase. They say the one they came in with.
func (d *Door) SetOwn(ctx context.Context, c Caller, kind store.SecretKind, secret, now string) error {
	if kind != store.PIN && kind != store.Passphrase {
		return field.Errorf("kind", "is %q: write pin or passphrase", kind)
	}
	if err := Fit(kind, secret); err != nil {
		return field.Errorf("secret", "%s", err)
	}
	if err := d.Confirm(ctx, c, now); err != nil {
		return err
	}
	hash, err := d.hash(ctx, secret)
	if err != nil {
		return err
	}
	return errors.Join(d.store.SetSecret(ctx, c.Account.ID, kind, store.Secret{Hash: hash}),
		d.Note(ctx, c, ChoseSecret, string(kind)))
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
		d.endAll(ctx, aPerson, person), d.Note(ctx, c, GaveCode, a.Name))
	d.tries.well(who{key: string(store.PIN) + " " + strings.ToLower(person)},
		who{key: string(store.Passphrase) + " " + strings.ToLower(person)})
	return o, err
}
