package server

import (
	"context"

	"settle/core/quantity"
	"settle/internal/door"
	"settle/internal/store"
)

func (s *server) listLinks(ctx context.Context, in *JobPath) (*body[[]store.Link], error) {
	all, err := s.store.Links(ctx, in.Number)
	return &body[[]store.Link]{all}, err
}

func (s *server) addLink(ctx context.Context, in *struct {
	JobPath
	Body struct {
		What string          `json:"what" doc:"for whom it is"`
		Days quantity.Number `json:"days" doc:"after so many it ends, 1 to 90"`
		At   string          `json:"at" doc:"address under which they open Settle"`
	}
}) (*body[struct {
	Address string `json:"address" doc:"told once"`
}], error) {
	at, err := screenOf(in.Body.At, "shared", "")
	if err != nil {
		return nil, err
	}
	if _, err := s.store.Job(ctx, in.Number); err != nil {
		return nil, err
	}
	days, err := whole("days", in.Body.Days, 1, 90)
	if err != nil {
		return nil, err
	}
	token, err := s.door.AddLink(ctx, door.Of(ctx), in.Number, in.Body.What, days)
	if err != nil {
		return nil, err
	}
	out := &body[struct {
		Address string `json:"address" doc:"told once"`
	}]{}
	out.Body.Address = at + "#" + token
	return out, nil
}

func (s *server) endLink(ctx context.Context, in *struct {
	ID string `path:"id" doc:"of the link"`
}) (*struct{}, error) {
	return nil, s.door.EndLink(ctx, door.Of(ctx), in.ID)
}

func (s *server) openLink(ctx context.Context, in *struct {
	Body struct {
		Token string `json:"token" maxLength:"80"`
	}
}) (*came, error) {
	cookie, number, err := s.door.OpenLink(ctx, door.Of(ctx), in.Body.Token)
	if err != nil {
		return nil, err
	}
	out := &came{Body: SessionView{Begun: true, Job: number}}
	if cookie != nil {
		out.Cookie = []string{cookie.String()}
	}
	return out, nil
}
