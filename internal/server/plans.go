package server

import (
	"bytes"
	"context"
	"errors"
	"net/http"
	"slices"
	"strings"

	"github.com/danielgtaylor/huma/v2"

	"settle/core/field"
	"settle/core/plan"
	"settle/internal/door"
	"settle/internal/store"
)

// PlanFault is one thing that is wrong in a plan file.
type PlanFault struct {
	Line    int    `json:"line,omitempty"`
	Step    string `json:"step,omitempty"`
	Message string `json:"message"`
}

// PlanCheck is what there is to say of a plan file before it is taken in.
type PlanCheck struct {
	Faults  []PlanFault   `json:"faults" nullable:"false"`
	Plan    *PlanView     `json:"plan,omitempty"`
	Order   string        `json:"order,omitempty" doc:"the order of work with every option at its default"`
	Against string        `json:"against,omitempty" doc:"title of the plan it is compared with"`
	Changes []plan.Change `json:"changes" nullable:"false"`
}

// PlanText is a plan as it is written.
type PlanText struct {
	Text string `json:"text" doc:"YAML, docs/plans.md"`
}

func (s *server) plans(api huma.API) {
	operation(api, http.MethodGet, "/plans", "list-plans", "The plans a pump may have", s.listPlans)
	operation(api, http.MethodGet, "/plans/{key}", "get-plan", "A plan as it is written", s.getPlan)
	operation(api, http.MethodPost, "/plans/check", "preview-plan", "What a plan file says and changes; nothing is kept",
		s.previewPlan)
	operation(api, http.MethodPost, "/plans", "add-plan", "Take in a plan of the shop's own", s.addPlan)
	operation(api, http.MethodPost, "/plans/{key}/looked", "look-at-plan",
		"A lead has looked at what is wrong with a plan of the shop's own", s.lookAtPlan)
}

// checkPlan reads a plan file and compares it with the one it takes the place
// of: the shop's own of that key, or the shipped one of its construction.
func (s *server) checkPlan(ctx context.Context, text string) (PlanCheck, *plan.Plan, error) {
	check := PlanCheck{Faults: []PlanFault{}, Changes: []plan.Change{}}
	p, err := plan.Read("plan", []byte(text))
	if err != nil {
		check.Faults = faults(err)
		return check, nil, nil
	}
	v := planView(p)
	check.Plan = &v
	var order bytes.Buffer
	if err := p.Show(&order, plan.Chosen{}); err != nil {
		return check, nil, err
	}
	check.Order = order.String()
	all, err := s.store.Plans(ctx)
	if err != nil {
		return check, nil, err
	}
	before := all[p.Key]
	for _, shipped := range plan.Library() {
		if before == nil && shipped.Construction == p.Construction {
			before = shipped
		}
	}
	if before != nil {
		check.Against, check.Changes = before.Title, plan.Changes(before, p)
	}
	return check, p, nil
}

func faults(err error) []PlanFault {
	if many, ok := err.(interface{ Unwrap() []error }); ok {
		var all []PlanFault
		for _, e := range many.Unwrap() {
			all = append(all, faults(e)...)
		}
		return all
	}
	var e *plan.Error
	if errors.As(err, &e) {
		return []PlanFault{{e.Line, e.Step, e.Message}}
	}
	return []PlanFault{{Message: err.Error()}}
}

func (s *server) listPlans(ctx context.Context,
	_ *struct{}) (*body[[]PlanView], error) {
	all, err := s.store.Plans(ctx)
	if err != nil {
		return nil, err
	}
	plans := []PlanView{}
	for key, p := range all {
		v := planView(p)
		_, shipped := plan.Library()[key]
		v.Own = !shipped
		if v.Dangers, err = s.store.PlanDangers(ctx, p); err != nil {
			return nil, err
		}
		plans = append(plans, v)
	}
	odd, err := s.store.OddPlans(ctx)
	if err != nil {
		return nil, err
	}
	for _, o := range odd {
		plans = append(plans, PlanView{Key: o.Key, Title: o.Key, Own: true, Fault: o.Why, Options: []plan.Choice{},
			Scopes: []plan.Scope{}, Complaints: []plan.Complaint{},
			Values: []plan.Ask{}, Limits: []LimitName{}, Notes: []string{}, Dangers: []plan.Danger{}})
	}
	slices.SortFunc(plans, func(a, b PlanView) int { return strings.Compare(a.Construction+a.Key, b.Construction+b.Key) })
	return &body[[]PlanView]{plans}, nil
}

func (s *server) getPlan(ctx context.Context,
	in *struct {
		Key string `path:"key"`
	}) (*body[PlanText], error) {
	all, err := s.store.Plans(ctx)
	if err != nil {
		return nil, err
	}
	p, ok := all[in.Key]
	if !ok {
		return nil, &store.NotFound{What: "plan", Key: in.Key}
	}
	return &body[PlanText]{PlanText{string(p.Text)}}, nil
}

func (s *server) previewPlan(ctx context.Context, in *struct{ Body PlanText }) (*body[PlanCheck], error) {
	check, _, err := s.checkPlan(ctx, in.Body.Text)
	return &body[PlanCheck]{check}, err
}

func (s *server) addPlan(ctx context.Context,
	in *struct{ Body PlanText }) (*body[PlanCheck], error) {
	check, p, err := s.checkPlan(ctx, in.Body.Text)
	if err != nil {
		return nil, err
	}
	if p == nil {
		return nil, field.Errorf("text", "%s", check.Faults[0].Message)
	}
	caller := door.Of(ctx)
	if err := s.store.ImportPlan(ctx, p, caller.Account.ID); err != nil {
		return nil, err
	}
	return &body[PlanCheck]{check}, s.door.Note(ctx, caller, door.TookPlan, p.Key)
}

func (s *server) lookAtPlan(ctx context.Context,
	in *struct {
		Key string `path:"key"`
	}) (*struct{}, error) {
	return nil, s.store.LookAtPlan(ctx, in.Key)
}
