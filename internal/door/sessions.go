package door

import (
	"context"
	"crypto/sha256"
	"encoding/base64"
	"errors"
	"slices"
	"strings"

	"settle/core/field"
	"settle/internal/store"
)

// OpenSession is a session of somebody.
type OpenSession struct {
	ID      string `json:"id"`
	Since   string `json:"since,omitempty"`
	Device  string `json:"device,omitempty" doc:"name of the tablet"`
	Address string `json:"address,omitempty"`
	Browser string `json:"browser,omitempty" doc:"what it says it is"`
	This    bool   `json:"this,omitempty" doc:"the one that asks"`
}

// Sessions are those of the caller, the latest first.
func (d *Door) Sessions(ctx context.Context, c Caller) ([]OpenSession, error) {
	names := map[string]string{}
	devices, err := d.store.Devices(ctx)
	for _, t := range devices {
		names[t.ID] = t.Name
	}
	if err != nil {
		return nil, err
	}
	out := []OpenSession{}
	err = d.sessions.Iterate(ctx, func(one context.Context) error {
		if c.Account.ID == "" || d.sessions.GetString(one, aPerson) != c.Account.ID {
			return nil
		}
		token := d.sessions.Token(one)
		out = append(out, OpenSession{ID: digest(token)[:16], Since: d.sessions.GetString(one, aSince),
			Device:  names[d.sessions.GetString(one, aDevice)],
			Address: d.sessions.GetString(one, aAddress), Browser: d.sessions.GetString(one, aBrowser),
			This: token == hashed(c.token)})
		return nil
	})
	slices.SortFunc(out, func(a, b OpenSession) int { return strings.Compare(b.Since+b.ID, a.Since+a.ID) })
	return out, err
}

// EndOne ends one of the caller's own sessions.
func (d *Door) EndOne(ctx context.Context, c Caller, id string) error {
	found := false
	d.turn.Add(1)
	err := d.sessions.Iterate(ctx, func(one context.Context) error {
		token := d.sessions.Token(one)
		if c.Account.ID == "" || d.sessions.GetString(one, aPerson) != c.Account.ID || digest(token)[:16] != id {
			return nil
		}
		found = true
		return d.sessions.Store.Delete(token)
	})
	if err == nil && !found {
		return &store.NotFound{What: "session", Key: id}
	}
	if err != nil {
		return err
	}
	return d.Note(ctx, c, EndedOne, "")
}

// hashed is a token as the library keeps it.
func hashed(token string) string {
	sum := sha256.Sum256([]byte(token))
	return base64.RawURLEncoding.EncodeToString(sum[:])
}

// LookedThrough says that a keeper has looked through the people after a copy was restored.
func (d *Door) LookedThrough(ctx context.Context, c Caller) error {
	r, err := d.store.Restored(ctx)
	if err != nil || r == nil {
		return err
	}
	if len(r.Held) > 0 {
		return field.Errorf("held", "%s is to be settled first: say whether they have left or work here", r.Held[0].Name)
	}
	return errors.Join(d.store.LookedThrough(ctx), d.Note(ctx, c, LookedThrough, r.File))
}
