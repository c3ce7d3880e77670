package server

import (
	"context"
	"net/http"
	"time"

	"github.com/danielgtaylor/huma/v2"

	"settle/core/field"
	"settle/core/job"
	"settle/internal/door"
	"settle/internal/store"
)

// StepPath names a step of a job in an address.
type StepPath struct {
	JobPath
	Step string `path:"step" doc:"id of the step"`
}

func (s *server) hands(api huma.API) {
	operation(api, http.MethodGet, "/hands", "list-hands",
		"The steps that are begun and not kept yet, with the clocks that run", s.listHands)
	operation(api, http.MethodPut, "/jobs/{number}/hands/{step}", "begin-step",
		"Say that a step is begun, and whether a clock runs at it", s.beginStep)
	operation(api, http.MethodDelete, "/jobs/{number}/hands/{step}", "let-go-step",
		"Say that a step is not in hand after all", s.letGoStep)
}

func (s *server) listHands(ctx context.Context, in *struct {
	Job string `query:"job" doc:"its number; left out, of all open jobs"`
}) (*body[[]store.Hand], error) {
	hands, err := s.store.Hands(ctx, in.Job)
	return &body[[]store.Hand]{hands}, err
}

func (s *server) beginStep(ctx context.Context, in *struct {
	StepPath
	Body struct {
		Began *time.Time `json:"began,omitempty" doc:"when its clock was started; missing where none runs"`
	}
}) (*body[[]store.Hand], error) {
	r, err := s.store.Job(ctx, in.Number)
	if err != nil {
		return nil, err
	}
	step := job.Derive(r.Job).Step(in.Step)
	if step == nil {
		return nil, field.Errorf("step", "%q is not a step of this job", in.Step)
	}
	var clock *store.Clock
	if in.Body.Began != nil {
		clock = &store.Clock{Began: *in.Body.Began, Minutes: float64(step.Panel.Minutes)}
	}
	if err := s.store.Begin(ctx, in.Number, in.Step, door.Of(ctx).Account.Person(), clock); err != nil {
		return nil, err
	}
	hands, err := s.store.Hands(ctx, in.Number)
	return &body[[]store.Hand]{hands}, err
}

func (s *server) letGoStep(ctx context.Context, in *StepPath) (*body[[]store.Hand], error) {
	if err := s.store.LetGo(ctx, in.Number, in.Step, door.Of(ctx).Account.Person()); err != nil {
		return nil, err
	}
	hands, err := s.store.Hands(ctx, in.Number)
	return &body[[]store.Hand]{hands}, err
}
