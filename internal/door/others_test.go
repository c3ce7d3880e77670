package door

import (
	"errors"
	"fmt"
	"path/filepath"
	"testing"
	"time"

	"settle/internal/store"
)

// Whatever a stranger guesses, from one address or from many: in a browser by which somebody came in
// before they come in, and at other addresses too, until very many were tried.
func TestStrangersKeepNobodyOut(t *testing.T) {
	s := open(t, How{})
	ctx := t.Context()
	here := Caller{Address: "10.0.0.1"}
	right := SignIn{Name: "K. Vale", Secret: words}
	cookie, err := s.door.Remember(ctx, here, right)
	if err != nil || cookie == nil {
		t.Fatal(cookie, err)
	}
	known := s.caller("POST", cookie)
	known.Address = "10.0.0.1"
	guess := func(address string) {
		_, _ = s.door.SignIn(ctx, Caller{Address: address}, SignIn{Name: "K. Vale", Secret: "wrong wrong wrong"})
	}
	for range 20 {
		guess("10.0.0.66")
	}
	if _, err := s.door.SignIn(ctx, here, right); err != nil {
		t.Errorf("one stranger keeps the keeper out at another address: %v", err)
	}
	for n := range 2 * freeOver {
		guess(fmt.Sprintf("10.1.0.%d", n))
	}
	for range 3 * freePlace { // and at the office's own address, in whoever's name
		guess("10.0.0.1")
		_, _ = s.door.SignIn(ctx, here, SignIn{Name: "Nobody", Secret: "wrong wrong wrong"})
	}
	var wait *Wait
	if _, err := s.door.SignIn(ctx, here, right); !errors.As(err, &wait) {
		t.Errorf("an unknown browser does not wait: %v", err)
	}
	for range 3 {
		if _, err := s.door.SignIn(ctx, known, right); err != nil {
			t.Errorf("the browser of before waits: %v", err)
		}
	}
	if _, err := s.door.SignIn(ctx, known, SignIn{Name: "Nobody", Secret: words}); !errors.As(err, &wait) {
		t.Errorf("it is known for somebody else, too: %v", err)
	}
	for range freePerson + 1 {
		_, err = s.door.SignIn(ctx, known, SignIn{Name: "K. Vale", Secret: "wrong wrong wrong"})
	}
	if !errors.As(err, &wait) {
		t.Errorf("in it anything may be guessed: %v", err)
	}
}

// Who signs in themself does not wipe out what was tried from their place of others.
func TestOwnSignInClearsNoGuesses(t *testing.T) {
	s := open(t, How{})
	ctx := t.Context()
	here := Caller{Address: "10.0.0.66"}
	var wait *Wait
	tried := 0
	for n := range 60 {
		_, err := s.door.SignIn(ctx, here, SignIn{Name: fmt.Sprint("Somebody ", n), Secret: "wrong wrong wrong"})
		if errors.As(err, &wait) {
			break
		}
		tried++
		if _, err := s.door.SignIn(ctx, here, SignIn{Name: "K. Vale", Secret: words}); err != nil && !errors.As(err, &wait) {
			t.Fatal(err)
		}
	}
	if tried > freePlace {
		t.Errorf("%d were tried without a wait", tried)
	}
}

func TestWeakSecrets(t *testing.T) {
	for _, weak := range []string{"password1234", "passwordpassword", "123456789012345", "qwertyuiopas", "aaaaaaaaaaaaaa",
		"T. Achterberg", "achterbergachterberg"} {
		if Fit(store.Passphrase, weak, "T. Achterberg") == nil {
			t.Errorf("the passphrase %q is taken", weak)
		}
	}
	for _, weak := range []string{"000001", "112233", "121212", "123123", "123456", "654321", "111111"} {
		if Fit(store.PIN, weak, "T. Achterberg") == nil {
			t.Errorf("the PIN %s is taken", weak)
		}
	}
	for kind, good := range map[store.SecretKind]string{store.PIN: "739158", store.Passphrase: words} {
		if err := Fit(kind, good, "T. Achterberg"); err != nil {
			t.Errorf("%s: %v", good, err)
		}
	}
}

// The PIN of a tablet sets no passphrase where there is one: with it one would come in everywhere.
func TestAPINSetsNoPassphrase(t *testing.T) {
	s := open(t, How{})
	ctx := t.Context()
	tablet := s.tablet("Bench 1")
	a, session := s.person("A. Moreau", "739158", tablet)
	c := s.caller("PUT", tablet, session)
	if err := s.door.SetOwn(ctx, c, store.Passphrase, "harbour lantern quiet moss", "739158"); err != nil {
		t.Fatalf("a first one: %v", err)
	}
	says(t, "by the PIN", s.door.SetOwn(ctx, c, store.Passphrase, "another lantern quiet moss", "739158"), "is not right")
	err := s.door.SetOwn(ctx, c, store.Passphrase, "another lantern quiet moss", "harbour lantern quiet moss")
	if err != nil {
		t.Error(err)
	}
	if c = s.caller("GET", tablet, session); c.Account.ID != a.ID {
		t.Error("who changes it is signed out here")
	}
}

// After a copy was restored nobody is signed in, no tablet, link or code lets in; who had left, or
// might do less, does not come in before a keeper has said what holds.
func TestAfterRestoring(t *testing.T) {
	s := open(t, How{})
	ctx := t.Context()
	tablet := s.tablet("Bench 1")
	a, session := s.person("A. Moreau", "739158", tablet)
	b, _ := s.person("B. Lund", "482604", tablet)
	link, err := s.door.AddLink(ctx, s.keeper(), "J-0001", "harbour", 3)
	if err != nil {
		t.Fatal(err)
	}
	given, err := s.door.GiveCode(ctx, s.keeper(), b.ID)
	if err != nil {
		t.Fatal(err)
	}
	b.Role = "lead"
	if err := s.door.SetAccount(ctx, s.keeper(), b); err != nil {
		t.Fatal(err)
	}
	copied := filepath.Join(t.TempDir(), "settle.db")
	if err := store.CopyTo(ctx, s.store.File(), copied); err != nil {
		t.Fatal(err)
	}
	a.Gone, b.Role = "2026-11-30", "technician"
	if err := errors.Join(s.door.SetAccount(ctx, s.keeper(), a), s.door.SetAccount(ctx, s.keeper(), b)); err != nil {
		t.Fatal(err)
	}
	if err := store.AfterRestoring(ctx, copied, s.store.File(), "settle-1.db.gz", s.now); err != nil {
		t.Fatal(err)
	}
	r := &shop{t: t, now: s.now.Add(time.Hour)}
	if r.store, err = store.Open(ctx, copied, r.clock); err != nil {
		t.Fatal(err)
	}
	defer r.store.Close()
	r.again(How{})
	if c := r.caller("GET", tablet, session); c.In() || c.Device.ID != "" {
		t.Errorf("a tablet and a session of before let in: %+v", c)
	}
	_, _, err = r.door.OpenLink(ctx, Caller{Address: "10.0.0.9"}, link)
	says(t, "a link", err, "has ended")
	_, err = r.door.SignIn(ctx, Caller{Address: "10.0.0.9"}, SignIn{Name: b.Name, Secret: given.Code, New: words + " x"})
	says(t, "a code", err, "does not belong")
	fresh := r.tablet("Bench 1") // under its old name
	at := r.caller("POST", fresh)
	_, err = r.door.SignIn(ctx, at, SignIn{Person: a.ID, Secret: "739158"})
	says(t, "who had left", err, "a keeper says first")
	left, err := r.store.Restored(ctx)
	if err != nil || left == nil || !left.Known || len(left.Held) != 2 || left.Held[0].Why != store.HadLeft ||
		left.Held[1].Why != store.WasLess {
		t.Fatalf("%+v, %v", left, err)
	}
	keeper := r.keeper()
	says(t, "looked through too soon", r.door.LookedThrough(ctx, keeper), "is to be settled first")
	now, err := r.store.Account(ctx, a.ID)
	if err != nil {
		t.Fatal(err)
	}
	if err := errors.Join(r.door.SetAccount(ctx, keeper, now), r.door.SetAccount(ctx, keeper, b),
		r.door.LookedThrough(ctx, keeper)); err != nil {
		t.Fatal(err)
	}
	if left, err := r.store.Restored(ctx); err != nil || left != nil {
		t.Errorf("%+v, %v", left, err)
	}
	if _, err := r.door.SignIn(ctx, at, SignIn{Person: a.ID, Secret: "739158"}); err != nil {
		t.Errorf("who works here again: %v", err)
	}
}
