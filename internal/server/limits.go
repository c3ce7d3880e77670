package server

import (
	"context"
	"maps"
	"net/http"
	"slices"
	"strings"

	"github.com/danielgtaylor/huma/v2"

	"settle/core/job"
	"settle/core/judge"
	"settle/core/plan"
	"settle/internal/store"
)

// LimitName is the key of a limit with the check it judges.
type LimitName struct {
	Key   string `json:"key"`
	Title string `json:"title"`
}

// checkOf is the title of the check that a limit key judges.
func checkOf(p *plan.Plan, limit string) string {
	for _, check := range p.Checks {
		for _, l := range check.Limit {
			if l.Key == limit {
				if len(l.When) > 0 {
					return check.Title + " (" + strings.Join(l.When[0].Values, " or ") + ")"
				}
				return check.Title
			}
		}
		switch limit {
		case check.Worn:
			return check.Title + ", worn out at"
		case check.Down:
			return check.Title + ", right down"
		case check.Up:
			return check.Title + ", right up"
		}
	}
	for _, stage := range p.Stages {
		for _, step := range stage.Steps {
			if step.Window == limit {
				return step.Title
			}
		}
	}
	return limit
}

// LimitsView is what there is to say of the limits of a pump, or of the shop.
type LimitsView struct {
	Set   string                   `json:"set" doc:"title of the general set in force"`
	Rows  []job.LimitRow           `json:"rows" nullable:"false"`
	Forms map[string]job.LimitForm `json:"forms" nullable:"false" doc:"limit key → as written"`
}

// LimitForms are limits as they were typed.
type LimitForms struct {
	Limits map[string]job.LimitForm `json:"limits" doc:"limit key → as written; one left out or blank says nothing"`
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

// limitsOf lists the limits of a pump under its plan.
func limitsOf(p store.Pump, pl *plan.Plan, rules job.Rules) ([]job.LimitRow, error) {
	return job.Limits(pl, p.Papers, rules, func(key string) string { return checkOf(pl, key) })
}

// limitKeys are the limits that any plan asks for, with the title of the check
// in the first that does.
func limitKeys(plans map[string]*plan.Plan) (keys []string, titles map[string]string) {
	titles = map[string]string{}
	for _, name := range slices.Sorted(maps.Keys(plans)) {
		for _, key := range plans[name].LimitKeys() {
			if _, known := titles[key]; !known {
				titles[key] = checkOf(plans[name], key)
				keys = append(keys, key)
			}
		}
	}
	// Two plans may have a check of the same name and mean different limits.
	named := map[string]int{}
	for _, title := range titles {
		named[title]++
	}
	for key, title := range titles {
		if named[title] > 1 {
			titles[key] = title + ": " + strings.ReplaceAll(key, "-", " ")
		}
	}
	slices.SortFunc(keys, func(a, b string) int { return strings.Compare(titles[a]+a, titles[b]+b) })
	return keys, titles
}

// written drops the limits that say nothing.
func written(forms map[string]job.LimitForm) map[string]job.LimitForm {
	out := map[string]job.LimitForm{}
	for key, f := range forms {
		if !f.Blank() {
			out[key] = f
		}
	}
	return out
}

func (s *server) limits(api huma.API) {
	shopLimits := func(ctx context.Context) (*body[LimitsView], error) {
		shop, plans, err := s.rulesAndPlans(ctx)
		if err != nil {
			return nil, err
		}
		keys, titles := limitKeys(plans)
		rows, err := job.ShopLimits(keys, shop.Rules, func(key string) string { return titles[key] })
		set, _ := judge.SetByKey(shop.Rules.Set)
		return &body[LimitsView]{LimitsView{set.Title, rows, written(shop.Rules.Limits)}}, err
	}
	pumpLimits := func(ctx context.Context, tag string) (*body[LimitsView], error) {
		p, err := s.store.Pump(ctx, tag)
		if err != nil {
			return nil, err
		}
		shop, plans, err := s.rulesAndPlans(ctx)
		if err != nil {
			return nil, err
		}
		set, _ := judge.SetByKey(shop.Rules.Set)
		v := LimitsView{Set: set.Title, Rows: []job.LimitRow{}, Forms: written(p.Limits)}
		if pl, ok := plans[p.Plan]; ok {
			v.Rows, err = limitsOf(p, pl, shop.Rules)
		}
		return &body[LimitsView]{v}, err
	}
	operation(api, http.MethodGet, "/shop/limits", "get-shop-limits", "The shop's own limits, beside the general set",
		func(ctx context.Context, _ *struct{}) (*body[LimitsView], error) {
			return shopLimits(ctx)
		})
	operation(api, http.MethodPut, "/shop/limits", "save-shop-limits", "Write the shop's own limits",
		func(ctx context.Context, in *struct{ Body LimitForms }) (*body[LimitsView], error) {
			shop, plans, err := s.rulesAndPlans(ctx)
			if err != nil {
				return nil, err
			}
			keys, _ := limitKeys(plans)
			shop.Rules.Limits = written(in.Body.Limits)
			if err := job.CheckLimits(shop.Rules.Limits, keys); err != nil {
				return nil, err
			}
			if err := s.store.SetShop(ctx, shop); err != nil {
				return nil, err
			}
			return shopLimits(ctx)
		})
	operation(api, http.MethodGet, "/pumps/{tag}/limits", "get-pump-limits",
		"The limits of a pump: what each origin says, and which counts", func(ctx context.Context,
			in *PumpPath) (*body[LimitsView], error) {
			return pumpLimits(ctx, in.Tag)
		})
	operation(api, http.MethodPut, "/pumps/{tag}/limits", "save-pump-limits", "Write the pump's own limits",
		func(ctx context.Context, in *struct {
			PumpPath
			Body LimitForms
		}) (*body[LimitsView], error) {
			p, err := s.store.Pump(ctx, in.Tag)
			if err != nil {
				return nil, err
			}
			p.Limits = written(in.Body.Limits)
			if err := s.store.SavePump(ctx, p, false); err != nil {
				return nil, err
			}
			return pumpLimits(ctx, in.Tag)
		})
}
