package record

import (
	"errors"
	"fmt"
	"slices"
	"strings"
	"time"
	"unicode/utf8"

	"settle/core/field"
	"settle/core/job"
	"settle/core/judge"
	"settle/core/log"
	"settle/core/plan"
	"settle/core/rotor"
)

// Pump is a pump's page: what is on its nameplate and in its papers.
type Pump struct {
	Tag          string `json:"tag"`
	Name         string `json:"name"`
	Place        string `json:"place,omitempty"`
	Construction string `json:"construction" doc:"letter of the construction"`
	Kind         string `json:"kind,omitempty" doc:"the construction in words"`
	Plan         string `json:"plan,omitempty" doc:"key of its plan; blank while there is none"`
	Maker        string `json:"maker,omitempty"`
	Model        string `json:"model,omitempty"`
	Serial       string `json:"serial,omitempty"`
	Duty         string `json:"duty,omitempty"`
	Speed        string `json:"speed,omitempty"`
	Impeller     string `json:"impeller,omitempty"`
	Shaft        string `json:"shaft,omitempty"`
	Motor        string `json:"motor,omitempty"`
	Liquid       string `json:"liquid,omitempty"`
	Elastomer    string `json:"elastomer,omitempty" doc:"ISO 1629 name of the rubber of its seals and O-rings"`
	// PlannedHours are the running hours to the next planned stop.
	PlannedHours *float64 `json:"planned_hours,omitempty" doc:"running hours to the next planned stop"`
	PlannedStop  string   `json:"planned_stop,omitempty" doc:"day of the next planned stop, 2027-03-01"`
	Service      string   `json:"service,omitempty" doc:"continuous or intermittent: how often its grease is renewed"`
	GreaseEvery  *int     `json:"grease_every,omitempty" doc:"days between two greasings by its maker"`
	// Version goes out with what is read and comes back with what is changed; it is not kept.
	Version string `json:"version,omitempty" doc:"of what was read: it goes back with a change"`
	job.Papers
}

// Whole leaves no group of the papers out: what is read can be written back.
func (p *Pump) Whole() {
	if p.Options == nil {
		p.Options = map[string]string{}
	}
	if p.Values == nil {
		p.Values = map[string]log.Value{}
	}
	if p.Limits == nil {
		p.Limits = map[string]job.LimitForm{}
	}
}

// Check says what is wrong with a pump's page, field by field. Papers that its plan asks for
// no more may stay as they were before.
func (p Pump) Check(plans map[string]*plan.Plan, before Pump) error {
	var errs field.Errors
	if p.Speed != before.Speed {
		_, err := rotor.ParseSpeed(p.Speed)
		errs.Add("speed", err)
	}
	if p.Carries != "" && !slices.Contains(judge.LiquidKinds, p.Carries) {
		errs.Add("carries", fmt.Errorf("is %q: write water, flammable, toxic or viscous, or leave it blank", p.Carries))
	}
	if p.Tag == "" || utf8.RuneCountInString(p.Tag) > 40 || strings.ContainsAny(p.Tag, "/?#%\\") {
		errs.Add("tag", errors.New("must be 1 to 40 letters without / ? # %: the tag on the pump, such as LS-204"))
	}
	if strings.TrimSpace(p.Name) == "" || utf8.RuneCountInString(p.Name) > 120 {
		errs.Add("name", errors.New("must be 1 to 120 letters: what the pump does, such as sand filter feed B"))
	}
	for _, x := range []struct{ path, is, was string }{{"tag", p.Tag, before.Tag}, {"name", p.Name, before.Name},
		{"place", p.Place, before.Place}, {"maker", p.Maker, before.Maker}, {"model", p.Model, before.Model},
		{"serial", p.Serial, before.Serial}} {
		if err := field.Plain(x.path, x.is, 120); err != nil && x.is != x.was {
			errs.Add("", err)
		}
	}
	if h := p.PlannedHours; h != nil && !(*h >= 0 && *h <= 1e6) {
		errs.Add("planned_hours", fmt.Errorf("is %g: write the running hours to the next planned stop, 0 or more", *h))
	}
	if _, err := time.Parse("2006-01-02", p.PlannedStop); p.PlannedStop != "" && err != nil {
		errs.Add("planned_stop", fmt.Errorf("is %q: write the day as year-month-day, such as 2027-03-01", p.PlannedStop))
	}
	if p.Service != "" && !slices.ContainsFunc(Services,
		func(s Service) bool { return s.Key == p.Service }) {
		errs.Add("service", fmt.Errorf("is %q: write continuous or intermittent, or leave it blank", p.Service))
	}
	if d := p.GreaseEvery; d != nil && (*d < 1 || *d > 3650) {
		errs.Add("grease_every", fmt.Errorf("is %d: write the days between two greasings, 1 to 3650, or leave it blank", *d))
	}
	if p.Elastomer != "" && !judge.KnownElastomer(p.Elastomer) {
		errs.Add("elastomer", fmt.Errorf("%q is not on the list: write NBR, EPDM, FKM, FFKM, CR or VMQ", p.Elastomer))
	}
	if p.Plan == "" {
		return errs.Err()
	}
	pl, ok := plans[p.Plan]
	if !ok {
		errs.Add("plan", fmt.Errorf("%q is not a plan here: choose a shipped one or take your own in first", p.Plan))
		return errs.Err()
	}
	errs.Add("", job.CheckChanged(pl, p.Papers, before.Papers))
	return errs.Err()
}

// Plate is what a pump is found by: the words of its plate, in lower case.
func (p Pump) Plate() string {
	return strings.ToLower(strings.Join([]string{p.Tag, p.Name, p.Place, p.Maker, p.Model, p.Serial}, " "))
}
