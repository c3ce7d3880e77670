package door

import (
	"context"

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
)

// Note writes a line into the record of sign-ins and of what keepers did.
func (d *Door) Note(ctx context.Context, c Caller, what, about string) error {
	return d.store.NoteDoing(ctx, store.Doing{What: what, Person: c.Account.Name, About: about, Device: c.Device.Name,
		Address: c.Address})
}
