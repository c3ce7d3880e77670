package server

import (
	"context"
	"time"

	"settle/core/quantity"
	"settle/internal/door"
	"settle/internal/report"
	"settle/internal/store"
)

func (s *server) listPeople(ctx context.Context, _ *struct{}) (*body[[]PersonView], error) {
	all, err := s.store.Accounts(ctx)
	if err != nil {
		return nil, err
	}
	has, err := s.store.SecretKinds(ctx)
	out := make([]PersonView, len(all))
	for i, a := range all {
		out[i] = PersonView{a, append([]store.SecretKind{}, has[a.ID]...)}
	}
	return &body[[]PersonView]{out}, err
}

func (s *server) addPerson(ctx context.Context, in *struct {
	Body struct {
		Name   string `json:"name"`
		Role   string `json:"role" doc:"technician, lead or reader"`
		Keeper bool   `json:"keeper,omitempty"`
	}
}) (*body[store.Account], error) {
	a, err := s.door.AddAccount(ctx, door.Of(ctx), store.Account{Name: in.Body.Name, Role: in.Body.Role,
		Keeper: in.Body.Keeper})
	return &body[store.Account]{a}, err
}

func (s *server) savePerson(ctx context.Context, in *struct {
	PersonPath
	Body RoleForm
}) (*body[store.Account], error) {
	a, err := s.store.Account(ctx, in.ID)
	if err != nil {
		return nil, err
	}
	gone := a.Gone
	if a.Role, a.Keeper, a.Gone = in.Body.Role, in.Body.Keeper, ""; in.Body.Gone {
		if a.Gone = gone; gone == "" {
			a.Gone = s.store.Now().UTC().Format(time.DateOnly)
		}
	}
	return &body[store.Account]{a}, s.door.SetAccount(ctx, door.Of(ctx), a)
}

func (s *server) giveCode(ctx context.Context, in *PersonPath) (*body[CodeView], error) {
	o, err := s.door.GiveCode(ctx, door.Of(ctx), in.ID)
	return &body[CodeView]{CodeView{Code: o.Code, Ends: o.Ends}}, err
}

func (s *server) endSessions(ctx context.Context, in *PersonPath) (*struct{}, error) {
	return nil, s.door.Everywhere(ctx, door.Of(ctx), in.ID)
}

func (s *server) listTablets(ctx context.Context, _ *struct{}) (*body[TabletsView], error) {
	all, err := s.store.Devices(ctx)
	if err != nil {
		return nil, err
	}
	lock, err := s.store.Lock(ctx)
	return &body[TabletsView]{TabletsView{all, lock}}, err
}

func (s *server) offerTablet(ctx context.Context, in *struct {
	Body struct {
		Name string `json:"name" doc:"of the tablet, such as Bench 2"`
		At   string `json:"at" doc:"address under which tablets open Settle"`
	}
}) (*body[CodeView], error) {
	at, err := screenOf(in.Body.At, "let-in", "")
	if err != nil {
		return nil, err
	}
	o, err := s.door.Offer(ctx, door.Of(ctx), in.Body.Name)
	if err != nil {
		return nil, err
	}
	// The code stands behind the #, which a browser sends to nobody.
	picture, err := report.Code(at + "#" + o.Code)
	return &body[CodeView]{CodeView{o.Code, o.Ends, picture}}, err
}

func (s *server) letIn(ctx context.Context, in *struct {
	Body struct {
		Code string `json:"code" maxLength:"20" doc:"eight letters, from a keeper"`
	}
}) (*came, error) {
	return cameIn(s.door.LetIn(ctx, door.Of(ctx), in.Body.Code))
}

func (s *server) revokeTablet(ctx context.Context, in *struct {
	ID string `path:"id" doc:"of the tablet"`
}) (*struct{}, error) {
	return nil, s.door.Revoke(ctx, door.Of(ctx), in.ID)
}

func (s *server) setLock(ctx context.Context, in *struct {
	Body struct {
		Minutes quantity.Number `json:"minutes"`
	}
}) (*body[TabletsView], error) {
	minutes, err := whole("minutes", in.Body.Minutes, 1, 240)
	if err != nil {
		return nil, err
	}
	if err := s.door.SetLock(ctx, door.Of(ctx), minutes); err != nil {
		return nil, err
	}
	return s.listTablets(ctx, nil)
}

func (s *server) listDoings(ctx context.Context, in *struct {
	Limit int `query:"limit" minimum:"1" maximum:"1000" default:"100"`
}) (*body[[]store.Doing], error) {
	all, err := s.store.Doings(ctx, in.Limit)
	return &body[[]store.Doing]{all}, err
}
