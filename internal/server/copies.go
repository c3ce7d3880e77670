package server

import (
	"context"
	"fmt"
	"net/http"
	"time"

	"github.com/danielgtaylor/huma/v2"

	"settle/core/quantity"
	"settle/core/words"
	"settle/internal/copies"
	"settle/internal/door"
)

// CopiesView is how the copies of the shop stand.
type CopiesView struct {
	copies.State
	Keep int `json:"keep" doc:"how many are kept; 0: none is made by itself"`
}

// KeepForm is how many copies are kept.
type KeepForm struct {
	Keep quantity.Number `json:"keep"`
}

// Health is whether the shop can be worked in. Strangers from elsewhere are told no more than that.
type Health struct {
	Well    bool       `json:"well" doc:"entries are kept"`
	Why     string     `json:"why,omitempty" doc:"what is wrong"`
	Version string     `json:"version,omitempty"`
	Copy    *time.Time `json:"copy,omitempty" doc:"when the last copy was made"`
}

func (s *server) copying(api huma.API) {
	operation(api, http.MethodGet, "/copies", "copies", "How the copies of the shop stand", s.getCopies)
	operation(api, http.MethodPut, "/copies", "keep-copies", "Say how many copies are kept", s.keepCopies)
	operation(api, http.MethodPost, "/copies", "make-copy", "Make a copy now", s.makeCopy)
	operation(api, http.MethodPost, "/copies/trial", "try-copy", "Restore the latest copy to see whether it can be",
		s.tryCopy)
	huma.Register(api, huma.Operation{OperationID: "health", Method: http.MethodGet, Path: "/health",
		Summary: "Whether the shop can be worked in, for whoever watches the server"}, s.health)
}

func (s *server) copiesView(ctx context.Context) (*body[CopiesView], error) {
	keep, err := s.store.Copies(ctx)
	if err != nil {
		return nil, err
	}
	state, err := s.keeper.State(ctx)
	return &body[CopiesView]{CopiesView{state, keep}}, err
}

func (s *server) getCopies(ctx context.Context, _ *struct{}) (*body[CopiesView], error) {
	return s.copiesView(ctx)
}

func (s *server) keepCopies(ctx context.Context, in *struct{ Body KeepForm }) (*body[CopiesView], error) {
	keep, err := whole("keep", in.Body.Keep, 0, 365)
	if err != nil {
		return nil, err
	}
	err = s.store.KeepCopies(ctx, keep)
	if err == nil {
		err = s.door.Note(ctx, door.Of(ctx), door.SetCopies, fmt.Sprint(keep))
	}
	if err != nil {
		return nil, err
	}
	return s.copiesView(ctx)
}

func (s *server) makeCopy(ctx context.Context, _ *struct{}) (*body[CopiesView], error) {
	if _, err := s.keeper.Now(ctx); err != nil {
		return nil, &Problem{Title: "No copy was made", Status: http.StatusServiceUnavailable,
			Detail: words.Capital(err.Error()) + "."}
	}
	return s.copiesView(ctx)
}

func (s *server) tryCopy(ctx context.Context, _ *struct{}) (*body[CopiesView], error) {
	if _, err := s.keeper.TryNow(ctx); err != nil {
		return nil, err
	}
	return s.copiesView(ctx)
}

// health answers 503 where nothing can be kept.
func (s *server) health(ctx context.Context, _ *struct{}) (*struct {
	Status int
	Body   Health
}, error) {
	out := &struct {
		Status int
		Body   Health
	}{http.StatusOK, Health{Well: true, Version: Version()}}
	if err := s.store.Well(ctx); err != nil {
		out.Status, out.Body.Well, out.Body.Why = http.StatusServiceUnavailable, false, err.Error()
	}
	if c := door.Of(ctx); !c.Here && !c.In() {
		out.Body.Why, out.Body.Version = "", ""
		return out, nil
	}
	if all, err := s.keeper.List(); err == nil && len(all) > 0 {
		out.Body.Copy = &all[0].At
	}
	return out, nil
}
