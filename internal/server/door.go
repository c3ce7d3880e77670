package server

import (
	"context"
	"net/http"
	"time"

	"github.com/danielgtaylor/huma/v2"

	"settle/internal/door"
	"settle/internal/store"
)

// SessionView is who asks, and what somebody needs to come in.
type SessionView struct {
	Person *store.Account  `json:"person,omitempty" doc:"who works here; missing: nobody has come in"`
	Tablet string          `json:"tablet,omitempty" doc:"name of the tablet, where it was let in"`
	Job    string          `json:"job,omitempty" doc:"number of the one job that a link shows"`
	Demo   bool            `json:"demo,omitempty" doc:"no PIN is asked on this machine"`
	Locked bool            `json:"locked,omitempty" doc:"the tablet was not touched for too long"`
	People []store.Account `json:"people,omitempty" doc:"to pick from, on a tablet that was let in"`
	Lock   int             `json:"lock,omitempty" doc:"minutes after which an untouched tablet locks"`
	Begun  bool            `json:"begun" doc:"there is a keeper who can come in"`
	Reach  door.Reach      `json:"reach,omitempty" enum:"here,shop,known" doc:"from where others reach it: told who is in"`
	At     string          `json:"at,omitempty" doc:"address under which others open it, where the server knows"`
	// Keepers and Restored are for a keeper.
	Keepers  []store.NewKeeper `json:"new_keepers,omitempty" doc:"who became a keeper, until that was read"`
	Restored bool              `json:"restored,omitempty" doc:"a copy was restored: the people are to be looked through"`
}

// came is an answer that also gives a cookie.
type came struct {
	Cookie []string `header:"Set-Cookie"`
	Body   SessionView
}

// PersonPath names a person in an address.
type PersonPath struct {
	ID string `path:"id" doc:"of the person"`
}

// PersonView is an account, with what its person has to come in with.
type PersonView struct {
	store.Account
	Has []store.SecretKind `json:"has" nullable:"false" enum:"pin,passphrase,code"`
}

// RoleForm is what a person may do.
type RoleForm struct {
	Role   string `json:"role" doc:"technician, lead or reader"`
	Keeper bool   `json:"keeper,omitempty" doc:"keeps people, tablets and copies, beside the role"`
	Gone   bool   `json:"gone,omitempty" doc:"has left: comes in no more, and stays on what they signed"`
}

// CodeView is a code that is told once.
type CodeView struct {
	Code string    `json:"code" doc:"eight letters"`
	Ends time.Time `json:"ends"`
	QR   string    `json:"qr,omitempty" doc:"the address with the code in it, as SVG"`
}

// TabletsView are the tablets of the shop.
type TabletsView struct {
	Tablets []store.Device `json:"tablets" nullable:"false"`
	Lock    int            `json:"lock" doc:"minutes after which an untouched one locks"`
}

func (s *server) doors(api huma.API) {
	operation(api, http.MethodGet, "/session", "get-session", "Who asks, and what is needed to come in", s.getSession)
	operation(api, http.MethodPost, "/session", "sign-in", "Come in: on a tablet by PIN, elsewhere by passphrase",
		s.signIn)
	operation(api, http.MethodDelete, "/session", "sign-out", "Go: nobody works here any more", s.signOut)
	operation(api, http.MethodPost, "/session/awake", stayAwake, "Say that somebody is at the tablet", s.awake)
	operation(api, http.MethodPut, "/session/secret", "choose-secret", "Change one's own PIN or passphrase",
		s.chooseSecret)
	operation(api, http.MethodDelete, "/sessions", "sign-out-everywhere", "Sign oneself out everywhere", s.everywhere)
	operation(api, http.MethodGet, "/sessions", "list-sessions", "Where one is signed in", s.listSessions)
	operation(api, http.MethodDelete, "/sessions/{id}", "end-session", "Sign oneself out at one place", s.endSession)
	operation(api, http.MethodGet, "/restored", "get-restored", "What is to be looked through after a copy was restored",
		s.getRestored)
	operation(api, http.MethodPost, "/restored/looked", "look-through", "Say that the people were looked through",
		s.lookThrough)
	operation(api, http.MethodPost, "/keepers/told", "told-of-keepers", "Say that one has read who became a keeper",
		s.toldOfKeepers)
	operation(api, http.MethodPost, "/keeper", "make-keeper", "Make the first keeper, by the address that the server "+
		"printed", s.makeKeeper)

	operation(api, http.MethodGet, "/people", "list-people", "Who may come in", s.listPeople)
	operation(api, http.MethodPost, "/people", "add-person", "Add somebody who works here", s.addPerson)
	operation(api, http.MethodPut, "/people/{id}", "save-person", "Say what somebody may do, or that they have left",
		s.savePerson)
	operation(api, http.MethodPost, "/people/{id}/code", "give-code",
		"A code with which somebody chooses a new PIN or passphrase", s.giveCode)
	operation(api, http.MethodDelete, "/people/{id}/sessions", "end-sessions", "Sign somebody out everywhere",
		s.endSessions)

	operation(api, http.MethodGet, "/tablets", "list-tablets", "The tablets that were let in", s.listTablets)
	operation(api, http.MethodPost, "/tablets", "offer-tablet", "A code that lets a tablet in, for ten minutes",
		s.offerTablet)
	operation(api, http.MethodPost, "/tablets/in", "let-in", "Let this tablet in, by a code", s.letIn)
	operation(api, http.MethodDelete, "/tablets/{id}", "revoke-tablet", "Let a tablet in no more", s.revokeTablet)
	operation(api, http.MethodPut, "/tablets/lock", "set-lock", "After how many minutes an untouched tablet locks",
		s.setLock)
	operation(api, http.MethodGet, "/doings", "list-doings", "Sign-ins, and what keepers did, the latest first",
		s.listDoings)

	operation(api, http.MethodGet, "/jobs/{number}/links", "list-links", "Links that show this job to others", s.listLinks)
	operation(api, http.MethodPost, "/jobs/{number}/links", "add-link", "A link that shows this job, until it ends",
		s.addLink)
	operation(api, http.MethodDelete, "/links/{id}", "end-link", "End a link before its time", s.endLink)
	operation(api, http.MethodPost, "/links/open", "open-link", "Come in by a link: it shows one job", s.openLink)
}

// session is what the caller is told of themselves.
func (s *server) session(ctx context.Context, c door.Caller) (v SessionView, err error) {
	v = SessionView{Tablet: c.Device.Name, Job: c.Job, Demo: c.Demo, Locked: c.Locked}
	if c.Account.ID != "" {
		v.Person = &c.Account
		v.Reach, v.At = s.door.Reach(), s.door.Address()
	}
	if v.Begun, err = s.store.HasKeeper(ctx); err != nil {
		return v, err
	}
	if c.Account.Keeper {
		if v.Keepers, err = s.store.NewKeepers(ctx, c.Account.ID); err != nil {
			return v, err
		}
		r, err := s.store.Restored(ctx)
		if err != nil {
			return v, err
		}
		v.Restored = r != nil
	}
	if c.Device.ID == "" && !c.Demo {
		return v, nil
	}
	if v.Lock, err = s.store.Lock(ctx); err != nil {
		return v, err
	}
	all, err := s.store.Accounts(ctx)
	for _, a := range all {
		if a.Gone == "" {
			v.People = append(v.People, a)
		}
	}
	return v, err
}

func (s *server) getSession(ctx context.Context, _ *struct{}) (*body[SessionView], error) {
	v, err := s.session(ctx, door.Of(ctx))
	return &body[SessionView]{v}, err
}

// cameIn answers with the cookie, and with nothing about who is in: the next request asks.
func cameIn(cookie *http.Cookie, err error) (*came, error) {
	if err != nil {
		return nil, err
	}
	return &came{Cookie: []string{cookie.String()}, Body: SessionView{Begun: true}}, nil
}

func (s *server) signIn(ctx context.Context, in *struct {
	Body struct {
		Person string `json:"person,omitempty" doc:"id, picked from the list of a tablet"`
		Name   string `json:"name,omitempty" maxLength:"80" doc:"typed, elsewhere"`
		Secret string `json:"secret,omitempty" maxLength:"200" doc:"PIN, passphrase, or a keeper's code with new"`
		New    string `json:"new,omitempty" maxLength:"200" doc:"PIN or passphrase that is chosen with a code"`
	}
}) (*came, error) {
	b, c := in.Body, door.Of(ctx)
	how := door.SignIn{Person: b.Person, Name: b.Name, Secret: b.Secret, New: b.New}
	out, err := cameIn(s.door.SignIn(ctx, c, how))
	if err != nil {
		return nil, err
	}
	known, err := s.door.Remember(ctx, c, how)
	if known != nil {
		out.Cookie = append(out.Cookie, known.String())
	}
	return out, err
}

func (s *server) listSessions(ctx context.Context, _ *struct{}) (*body[[]door.OpenSession], error) {
	all, err := s.door.Sessions(ctx, door.Of(ctx))
	return &body[[]door.OpenSession]{all}, err
}

func (s *server) endSession(ctx context.Context, in *struct {
	ID string `path:"id" doc:"of one's own session"`
}) (*struct{}, error) {
	return nil, s.door.EndOne(ctx, door.Of(ctx), in.ID)
}

// RestoredView is what a keeper is to look through after a copy was restored.
type RestoredView struct {
	Restored *store.Restored `json:"restored,omitempty" doc:"missing: nothing"`
}

func (s *server) getRestored(ctx context.Context, _ *struct{}) (*body[RestoredView], error) {
	r, err := s.store.Restored(ctx)
	return &body[RestoredView]{RestoredView{r}}, err
}

func (s *server) lookThrough(ctx context.Context, _ *struct{}) (*body[RestoredView], error) {
	if err := s.door.LookedThrough(ctx, door.Of(ctx)); err != nil {
		return nil, err
	}
	return s.getRestored(ctx, nil)
}

func (s *server) toldOfKeepers(ctx context.Context, _ *struct{}) (*struct{}, error) {
	return nil, s.store.KeeperTold(ctx, door.Of(ctx).Account.ID)
}

func (s *server) signOut(ctx context.Context, _ *struct{}) (*came, error) {
	return cameIn(s.door.SignOut(ctx, door.Of(ctx)))
}

// awake does nothing: that it was asked keeps the tablet open.
func (s *server) awake(context.Context, *struct{}) (*struct{}, error) { return nil, nil }

func (s *server) chooseSecret(ctx context.Context, in *struct {
	Body struct {
		Kind   store.SecretKind `json:"kind" enum:"pin,passphrase"`
		Secret string           `json:"secret" maxLength:"200"`
		PIN    string           `json:"pin" maxLength:"200" doc:"the PIN or passphrase one came in with, once more"`
	}
}) (*struct{}, error) {
	return nil, s.door.SetOwn(ctx, door.Of(ctx), in.Body.Kind, in.Body.Secret, in.Body.PIN)
}

func (s *server) everywhere(ctx context.Context, _ *struct{}) (*struct{}, error) {
	c := door.Of(ctx)
	return nil, s.door.Everywhere(ctx, c, c.Account.ID)
}

func (s *server) makeKeeper(ctx context.Context, in *struct {
	Body struct {
		Token      string `json:"token" maxLength:"80" doc:"from the address that the server printed"`
		Name       string `json:"name" maxLength:"80" doc:"a name that the shop knows becomes a keeper"`
		Role       string `json:"role" enum:"technician,lead,reader" doc:"of a new name"`
		Passphrase string `json:"passphrase" maxLength:"200" doc:"12 letters or more"`
	}
}) (*came, error) {
	b := in.Body
	return cameIn(s.door.Begin(ctx, door.Of(ctx), b.Token, b.Name, b.Role, b.Passphrase))
}
