package door

import (
	"context"
	"crypto/rand"
	"errors"
	"net/http"

	"settle/core/field"
	"settle/internal/store"
)

// Invite makes the token with which the first keeper is made, where there is none who can come
// in, or where it is asked for. It is good until it is used or the server stops; "" where none is
// needed.
func (d *Door) Invite(ctx context.Context, asked bool) (string, error) {
	there, err := d.store.HasKeeper(ctx)
	if err != nil || there && !asked {
		return "", err
	}
	token := rand.Text()
	d.mu.Lock()
	d.first = digest(token)
	d.mu.Unlock()
	return token, nil
}

// Begin makes the first keeper, by the token that the server printed as it started. A name that
// the shop knows becomes one.
func (d *Door) Begin(ctx context.Context, c Caller, token, name, role, passphrase string) (*http.Cookie, error) {
	d.using.Lock()
	defer d.using.Unlock()
	d.mu.Lock()
	good := d.first != "" && digest(token) == d.first
	d.mu.Unlock()
	if !good {
		if wait := d.tries.begin(d.now(), who{"at " + c.Address, freePlace}); wait != nil {
			return nil, wait
		}
		return nil, field.Errorf("token", "is not good any more: start Settle again and open the address that it prints")
	}
	if err := Fit(store.Passphrase, passphrase, name); err != nil {
		return nil, field.Errorf("passphrase", "%s", err)
	}
	a, err := d.store.Named(ctx, name)
	if missing(err) {
		a, err = d.store.AddAccount(ctx, store.Account{Name: name, Role: role})
	}
	if err != nil {
		return nil, err
	}
	hash, err := d.hash(ctx, passphrase)
	if err != nil {
		return nil, err
	}
	a.Keeper, a.Gone = true, ""
	if err := errors.Join(d.store.SetSecret(ctx, a.ID, store.Passphrase, store.Secret{Hash: hash}),
		d.store.SetAccount(ctx, a)); err != nil {
		return nil, err
	}
	d.mu.Lock()
	d.first = ""
	d.mu.Unlock()
	c.Account = a
	if err := errors.Join(d.store.Free(ctx, a.ID), d.tellKeepers(ctx, a, "", c.Address),
		d.Note(ctx, c, FirstKeeper, "")); err != nil {
		return nil, err
	}
	return d.begin(ctx, c, a)
}
