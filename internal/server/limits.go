package server

import (
	"context"
	"net/http"
	"time"

	"github.com/danielgtaylor/huma/v2"

	"settle/core/job"
	"settle/core/judge"
	"settle/core/plan"
	"settle/core/record"
	"settle/internal/door"
	"settle/internal/store"
)

// LimitName is the key of a limit with the check it judges.
type LimitName struct {
	Key   string `json:"key"`
	Title string `json:"title"`
}

// LimitsView is what there is to say of the limits of a pump, or of the shop.
type LimitsView struct {
	Set   string                   `json:"set" doc:"title of the general set in force"`
	Rows  []job.LimitRow           `json:"rows" nullable:"false"`
	Forms map[string]job.LimitForm `json:"forms" nullable:"false" doc:"limit key → as written"`

	Version string `json:"version" doc:"of what was read: it goes back with a change"`
	// Proposed are limits that wait for a lead's word.
	Proposed []ProposedLimits `json:"proposed" nullable:"false" doc:"the oldest first; none of the shop's own"`
}

// ProposedLimits are limits of a pump that somebody proposes.
type ProposedLimits struct {
	ID   string    `json:"id"`
	At   time.Time `json:"at"`
	By   string    `json:"by"`
	Text string    `json:"text" doc:"what they would be, and are"`
}

// LimitProposal proposes limits of a pump.
type LimitProposal struct {
	ID     string                   `json:"id" doc:"made by the client; sending it twice is harmless"`
	Limits map[string]job.LimitForm `json:"limits" doc:"limit key → as written; a blank one is to say nothing"`
}

// ProposalAnswer is what a lead says to it.
type ProposalAnswer struct {
	Confirm bool   `json:"confirm" doc:"false: it is turned down"`
	Version string `json:"version,omitempty" doc:"of what was read"`
}

// LimitForms are limits as they were typed.
type LimitForms struct {
	Limits  map[string]job.LimitForm `json:"limits" doc:"limit key → as written; one left out or blank says nothing"`
	Version string                   `json:"version,omitempty" doc:"of what was read"`
}

// rulesAndPlans are what limits are resolved by.
func (s *server) rulesAndPlans(ctx context.Context) (store.Shop, map[string]*plan.Plan, error) {
	shop, err := s.store.Shop(ctx)
	if err != nil {
		return shop, nil, err
	}
	plans, err := s.store.Plans(ctx)
	return shop, plans, err
}

func (s *server) limits(api huma.API) {
	operation(api, http.MethodGet, "/shop/limits", "get-shop-limits", "The shop's own limits, beside the general set",
		s.getShopLimits)
	operation(api, http.MethodPut, "/shop/limits", "save-shop-limits", "Write the shop's own limits", s.saveShopLimits)
	operation(api, http.MethodGet, "/pumps/{tag}/limits", "get-pump-limits",
		"The limits of a pump: what each origin says, and which counts", s.getPumpLimits)
	operation(api, http.MethodPut, "/pumps/{tag}/limits", "save-pump-limits", "Write the pump's own limits",
		s.savePumpLimits)
	operation(api, http.MethodPost, "/pumps/{tag}/limits/proposals", "propose-pump-limits",
		"Propose limits of a pump: a lead confirms them", s.proposeLimits)
	operation(api, http.MethodPost, "/pumps/{tag}/limits/proposals/{id}", "answer-pump-limits",
		"Confirm proposed limits, which are the pump's from then on, or turn them down", s.answerLimits)
}

func (s *server) proposeLimits(ctx context.Context, in *struct {
	PumpPath
	Body LimitProposal
}) (*body[LimitsView], error) {
	limits := in.Body.Limits
	if limits == nil {
		limits = map[string]job.LimitForm{}
	}
	err := s.store.ProposeLimits(ctx, in.Tag, in.Body.ID, limits, door.Of(ctx).Account.Person())
	if err != nil {
		return nil, err
	}
	return s.pumpLimits(ctx, in.Tag)
}

func (s *server) answerLimits(ctx context.Context, in *struct {
	PumpPath
	ID   string `path:"id"`
	Body ProposalAnswer
}) (*body[LimitsView], error) {
	caller := door.Of(ctx)
	if err := s.store.AnswerProposal(ctx, in.Tag, in.ID, in.Body.Confirm, in.Body.Version,
		caller.Account.Person()); err != nil {
		return nil, err
	}
	if in.Body.Confirm {
		if err := s.door.Note(ctx, caller, door.SetLimits, "of "+in.Tag); err != nil {
			return nil, err
		}
	}
	return s.pumpLimits(ctx, in.Tag)
}

func (s *server) getShopLimits(ctx context.Context, _ *struct{}) (*body[LimitsView], error) {
	return s.shopLimits(ctx)
}

func (s *server) saveShopLimits(ctx context.Context, in *struct{ Body LimitForms }) (*body[LimitsView], error) {
	_, plans, err := s.rulesAndPlans(ctx)
	if err != nil {
		return nil, err
	}
	keys, _ := job.LimitKeys(plans)
	limits := job.Written(in.Body.Limits)
	if err := job.CheckLimits(limits, keys, job.RateKeys(plans)); err != nil {
		return nil, err
	}
	err = s.store.ChangeShop(ctx, in.Body.Version, func(shop *store.Shop) { shop.Rules.Limits = limits })
	if err != nil {
		return nil, err
	}
	if err := s.door.Note(ctx, door.Of(ctx), door.SetLimits, "of the shop"); err != nil {
		return nil, err
	}
	return s.shopLimits(ctx)
}

func (s *server) getPumpLimits(ctx context.Context,
	in *PumpPath) (*body[LimitsView], error) {
	return s.pumpLimits(ctx, in.Tag)
}

func (s *server) savePumpLimits(ctx context.Context, in *struct {
	PumpPath
	Body LimitForms
}) (*body[LimitsView], error) {
	p, err := s.store.Pump(ctx, in.Tag)
	if err != nil {
		return nil, err
	}
	p.Limits, p.Version = job.Written(in.Body.Limits), in.Body.Version
	caller := door.Of(ctx)
	if err := s.store.ChangePump(ctx, p, caller.Account.Person()); err != nil {
		return nil, err
	}
	if err := s.door.Note(ctx, caller, door.SetLimits, "of "+p.Tag); err != nil {
		return nil, err
	}
	return s.pumpLimits(ctx, in.Tag)
}

// shopLimits are the shop's own limits beside the general set.
func (s *server) shopLimits(ctx context.Context) (*body[LimitsView], error) {
	shop, plans, err := s.rulesAndPlans(ctx)
	if err != nil {
		return nil, err
	}
	_, version, err := s.store.ShopAt(ctx)
	if err != nil {
		return nil, err
	}
	keys, titles := job.LimitKeys(plans)
	rows, err := job.ShopLimits(keys, titles, shop.Rules)
	set, _ := judge.SetByKey(shop.Rules.Set)
	return &body[LimitsView]{LimitsView{Set: set.Title, Rows: rows, Forms: job.Written(shop.Rules.Limits),
		Version: version, Proposed: []ProposedLimits{}}}, err
}

// pumpLimits are what each origin says of the limits of a pump.
func (s *server) pumpLimits(ctx context.Context, tag string) (*body[LimitsView], error) {
	p, err := s.store.PumpAt(ctx, tag)
	if err != nil {
		return nil, err
	}
	shop, plans, err := s.rulesAndPlans(ctx)
	if err != nil {
		return nil, err
	}
	set, _ := judge.SetByKey(shop.Rules.Set)
	v := LimitsView{Set: set.Title, Rows: []job.LimitRow{}, Forms: job.Written(p.Limits), Version: p.Version,
		Proposed: []ProposedLimits{}}
	log, err := s.store.PumpLog(ctx, tag)
	if err != nil {
		return nil, err
	}
	for _, e := range record.Proposals(log) {
		v.Proposed = append(v.Proposed, ProposedLimits{e.ID, e.At, e.By.Name, e.Text})
	}
	if pl, ok := plans[p.Plan]; ok {
		v.Rows, err = job.Limits(pl, p.Papers, shop.Rules)
	}
	return &body[LimitsView]{v}, err
}
