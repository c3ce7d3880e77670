package door

import (
	"context"
	"time"

	"settle/internal/store"
)

// What the record of sign-ins says.
const (
	SignedIn      = "signed-in"
	Refused       = "refused"
	SignedOut     = "signed-out"
	OutEverywhere = "out-everywhere"
	FirstKeeper   = "first-keeper"
	ChoseSecret   = "chose-secret"
	Added         = "added"
	Changed       = "changed"
	GaveCode      = "gave-code"
	Offered       = "offered"
	LetIn         = "let-in"
	Revoked       = "revoked"
	MadeLink      = "made-link"
	EndedLink     = "ended-link"
	OpenedLink    = "opened-link"
	SetCopies     = "set-copies"
	SetLock       = "set-lock"
	NotConfirmed  = "not-confirmed"
	EndedOne      = "ended-session"
	LookedThrough = "looked-through"
	Forbidden     = "forbidden"
	TookIn        = "took-in"
	SetLimits     = "set-limits"
	TookPlan      = "took-plan"
	TookRegister  = "took-register"
	SetShop       = "set-shop"
	MadeCopy      = "made-copy"
	NamedKey      = "named-key"
)

// Note writes a line into the record of sign-ins and of what keepers did.
func (d *Door) Note(ctx context.Context, c Caller, what, about string) error {
	return d.store.NoteDoing(ctx, store.Doing{What: what, Person: c.Account.Name, About: about, Device: c.Device.Name,
		Address: c.Address})
}

// noteAgain is after how long the same refusal of the same session is noted again.
const noteAgain = time.Minute

// Forbid notes that somebody asked for what is not theirs to do.
func (d *Door) Forbid(ctx context.Context, c Caller, what string) error {
	key := c.token + " " + what
	d.mu.Lock()
	last, now := d.forbidden[key], d.now()
	for old, at := range d.forbidden {
		if now.Sub(at) > noteAgain {
			delete(d.forbidden, old)
		}
	}
	d.forbidden[key] = now
	d.mu.Unlock()
	if since := now.Sub(last); since >= 0 && since < noteAgain {
		return nil
	}
	return d.Note(ctx, c, Forbidden, what)
}
