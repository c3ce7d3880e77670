package server

import (
	"context"
	"maps"
	"net/http"
	"slices"
	"time"

	"settle/core/kind"

	"github.com/danielgtaylor/huma/v2"

	"settle/core/field"
	"settle/core/gauge"
	"settle/core/job"
	"settle/core/judge"
	"settle/core/log"
	"settle/core/plan"
	"settle/core/quantity"
	"settle/core/record"
	"settle/internal/door"
	"settle/internal/report"
	"settle/internal/store"
)

// ShopView is the shop, who works in it, and what can be chosen.
type ShopView struct {
	Name    string        `json:"name"`
	Set     string        `json:"set" doc:"general limit set in force"`
	People  []log.Person  `json:"people"`
	Rules   job.Rules     `json:"rules"`
	Sets    []plan.Option `json:"sets" nullable:"false" doc:"general limit sets to choose from"`
	Schools []plan.Choice `json:"schools" nullable:"false" doc:"where good shops differ"`

	Keys       []store.ShopKey   `json:"keys" nullable:"false" doc:"public keys that are known, the shop's own first"`
	Elastomers []judge.Elastomer `json:"elastomers" nullable:"false"`
	Version    string            `json:"version" doc:"of what was read: it goes back with a change"`
	Services   []record.Service  `json:"services" nullable:"false" doc:"duties, with how often grease is renewed"`
}

// PlanView is what a pump's page asks under one plan.
type PlanView struct {
	Key          string           `json:"key"`
	Title        string           `json:"title"`
	Construction string           `json:"construction"`
	Version      int              `json:"version"`
	Steps        int              `json:"steps"`
	Own          bool             `json:"own" doc:"written by the shop"`
	Options      []plan.Choice    `json:"options" nullable:"false"`
	Scopes       []plan.Scope     `json:"scopes" nullable:"false" doc:"of a job; the first is proposed"`
	Complaints   []plan.Complaint `json:"complaints" nullable:"false" doc:"why a pump is here"`
	Arrives      *plan.Choice     `json:"arrives,omitempty" doc:"in what state it comes, where the plan asks"`
	Values       []plan.Ask       `json:"values" nullable:"false"`
	Limits       []LimitName      `json:"limits" nullable:"false"`
	Notes        []string         `json:"notes" nullable:"false" doc:"what a new plan would be refused for"`
	Dangers      []plan.Danger    `json:"dangers" nullable:"false" doc:"of a plan of the shop's own, until a lead looked"`
	Fault        string           `json:"fault,omitempty" doc:"why it cannot be read any more: it is no choice"`
}

func planView(p *plan.Plan) PlanView {
	v := PlanView{Key: p.Key, Title: p.Title, Construction: p.Construction, Version: p.Version, Steps: p.Len(),
		Options: append([]plan.Choice{}, p.Options...), Values: append([]plan.Ask{}, p.Values...), Limits: []LimitName{},
		Notes: []string{}, Dangers: []plan.Danger{}, Arrives: p.ArrivesChoice(),
		Scopes: append([]plan.Scope{}, p.Scopes...), Complaints: append([]plan.Complaint{}, p.Complaints...)}
	for _, n := range p.Notes {
		v.Notes = append(v.Notes, n.Message)
	}
	for _, key := range p.LimitKeys() {
		v.Limits = append(v.Limits, LimitName{key, job.CheckOf(p, key)})
	}
	return v
}

func (s *server) shop(api huma.API) {
	operation(api, http.MethodPut, "/keys", "name-key", "Say whose a key of another shop is", s.nameKey)
	operation(api, http.MethodGet, "/shop", "get-shop", "The shop and its people", s.getShop)
	operation(api, http.MethodPut, "/shop", "save-shop", "Name the shop, and settle how it works", s.saveShop)
}

// PumpView is a pump's page.
type PumpView struct {
	Pump      record.Pump    `json:"pump"`
	Plan      *PlanView      `json:"plan,omitempty"`
	Limits    []job.LimitRow `json:"limits" nullable:"false" doc:"what a job opened now would be judged by"`
	Jobs      []store.JobRow `json:"jobs" nullable:"false"`
	Past      []PastJob      `json:"past" nullable:"false" doc:"the checks of its signed jobs, the latest first"`
	Elastomer string         `json:"elastomer_warning,omitempty" doc:"why its elastomer hardly suits its liquid"`
	Lives     []job.Life     `json:"lives" nullable:"false" doc:"how its clearances, plays and run-outs grow"`
	SealLives []float64      `json:"seal_lives" nullable:"false" doc:"running hours from one new seal to the next"`
	Record    *record.Page   `json:"record"`
	Notes     []store.Note   `json:"notes" nullable:"false" doc:"calculations kept, the latest first"`
}

// PastJob is what one rebuild found and left.
type PastJob struct {
	Number  string          `json:"number"`
	Signed  time.Time       `json:"signed"`
	Checks  []job.PastCheck `json:"checks" nullable:"false"`
	Running *kind.Running   `json:"running,omitempty" doc:"how it ran as it was handed back"`
	Runs    []job.RunSheet  `json:"runs,omitempty" doc:"run-out along the shaft"`
}

// PumpPath names a pump in an address.
type PumpPath struct {
	Tag string `path:"tag"`
}

// pastJobs is how many rebuilds a pump's page compares; wornJobs how many tell
// its wear.
const (
	pastJobs = 6
	wornJobs = 40
)

func (s *server) pumps(api huma.API) {
	operation(api, http.MethodGet, "/shop/recall", "recall", "Signed jobs that today's rules would not let pass", s.recall)
	download(api, "/shop/recall.csv", "recall-file", "The same as a file", s.recallFile)
	operation(api, http.MethodGet, "/pumps", "list-pumps", "List the pumps", s.listPumps)
	operation(api, http.MethodPost, "/pumps", "add-pump", "Add a pump", s.addPump)
	operation(api, http.MethodPut, "/pumps/{tag}", "save-pump", "Write a pump's page", s.savePump)
	operation(api, http.MethodGet, "/pumps/{tag}", "get-pump", "A pump's page: nameplate, limits, earlier jobs", s.getPump)
}

func (s *server) getShop(ctx context.Context,
	_ *struct{}) (*body[ShopView], error) {
	shop, version, err := s.store.ShopAt(ctx)
	if err != nil {
		return nil, err
	}
	keys, err := s.store.Keys(ctx)
	if err != nil {
		return nil, err
	}
	people, err := s.store.People(ctx)
	set, _ := judge.SetByKey(shop.Rules.Set)
	v := ShopView{Name: shop.Name, Set: set.Title, People: people, Rules: shop.Rules, Schools: plan.Schools,
		Keys: keys, Elastomers: judge.Elastomers, Services: record.Services,
		Version: version}
	v.Rules.Schools = plan.Defaults(plan.Schools, shop.Rules.Schools)
	for _, s := range judge.Sets {
		v.Sets = append(v.Sets, plan.Option{Key: s.Key, Title: s.Title})
	}
	return &body[ShopView]{v}, err
}

func (s *server) saveShop(ctx context.Context, in *struct {
	Body struct {
		Name    string            `json:"name"`
		Set     string            `json:"set" doc:"key of the general limit set"`
		Schools map[string]string `json:"schools"`
		Units   gauge.Units       `json:"units,omitzero" doc:"beside boxes of what is no length; none: each has its own"`
		Version string            `json:"version,omitempty" doc:"of what was read"`
	}
}) (*struct{}, error) {
	if err := s.store.ChangeShop(ctx, in.Body.Version, func(shop *store.Shop) {
		shop.Name, shop.Rules.Set, shop.Rules.Schools = in.Body.Name, in.Body.Set, in.Body.Schools
		shop.Rules.Units = in.Body.Units
	}); err != nil {
		return nil, err
	}
	return nil, s.door.Note(ctx, door.Of(ctx), door.SetShop, in.Body.Name)
}

// recall lists what today's rules would not let pass of what is signed.
func (s *server) recall(ctx context.Context, _ *struct{}) (*body[[]store.RecallRow], error) {
	rows, err := s.store.Recall(ctx)
	return &body[[]store.RecallRow]{rows}, err
}

func (s *server) recallFile(ctx context.Context, _ *struct{}) (*file, error) {
	rows, err := s.store.Recall(ctx)
	if err != nil {
		return nil, err
	}
	b, err := report.Recall(rows)
	return &file{"text/csv; charset=utf-8", `attachment; filename="recall.csv"`, b}, err
}

func (s *server) listPumps(ctx context.Context, in *struct {
	Words        string `query:"q" maxLength:"100" doc:"words on its plate or in what was noted about it"`
	Construction string `query:"construction" doc:"letter"`
	Sort         string `query:"sort" enum:"tag,name,maker,jobs" default:"tag"`
	Limit        int    `query:"limit" minimum:"0" default:"0" doc:"0: all of them"`
}) (*body[[]store.PumpRow], error) {
	rows, err := s.store.Pumps(ctx, store.PumpQuery{Words: in.Words, Construction: in.Construction, Sort: in.Sort,
		Limit: in.Limit})
	return &body[[]store.PumpRow]{rows}, err
}

// PumpForm is a pump as it was typed.
type PumpForm struct {
	record.Pump
	PlannedHours quantity.Number `json:"planned_hours,omitzero" doc:"running hours to the next planned stop"`
	GreaseEvery  quantity.Number `json:"grease_every,omitzero" doc:"days between two greasings by its maker"`
}

// pump reads its numbers.
func (f PumpForm) pump() (p record.Pump, err error) {
	p = f.Pump
	if p.PlannedHours, err = plain("planned_hours", f.PlannedHours); err != nil || f.GreaseEvery.Blank() {
		return p, err
	}
	days, err := whole("grease_every", f.GreaseEvery, 1, 3650)
	p.GreaseEvery = &days
	return p, err
}

func (s *server) addPump(ctx context.Context,
	in *struct{ Body PumpForm }) (*body[record.Pump], error) {
	p, err := in.Body.pump()
	if err != nil {
		return nil, err
	}
	if err := leadsLimits(ctx, p, record.Pump{}); err != nil {
		return nil, err
	}
	return &body[record.Pump]{p}, s.store.SavePump(ctx, p, true)
}

func (s *server) savePump(ctx context.Context,
	in *struct {
		PumpPath
		Body PumpForm
	}) (*body[record.Pump], error) {
	p, err := in.Body.pump()
	if err != nil {
		return nil, err
	}
	p.Tag = in.Tag
	now, err := s.store.Pump(ctx, in.Tag)
	if err != nil {
		return nil, err
	}
	if err := leadsLimits(ctx, p, now); err != nil {
		return nil, err
	}
	return &body[record.Pump]{p}, s.store.ChangePump(ctx, p, door.Of(ctx).Account.Person())
}

// leadsLimits refuses limits of a pump's own that somebody other than a lead sets or changes.
func leadsLimits(ctx context.Context, p, before record.Pump) error {
	same := maps.Equal(job.Written(p.Limits), job.Written(before.Limits))
	if same || door.Of(ctx).Account.Role == leads {
		return nil
	}
	return field.Errorf("limits", "are set by a lead: leave them as they are, and tell a lead what they should be")
}

func (s *server) getPump(ctx context.Context, in *PumpPath) (*body[PumpView], error) {
	p, err := s.store.PumpAt(ctx, in.Tag)
	if err != nil {
		return nil, err
	}
	v := PumpView{Pump: p, Elastomer: judge.Suits(p.Elastomer, p.Liquid), Limits: []job.LimitRow{}, Past: []PastJob{}}
	if v.Jobs, err = s.store.Jobs(ctx, store.JobQuery{Pump: p.Tag, Limit: 200}); err != nil {
		return nil, err
	}
	if v.Notes, err = s.store.Notes(ctx, p.Tag); err != nil {
		return nil, err
	}
	shop, plans, err := s.rulesAndPlans(ctx)
	if err != nil {
		return nil, err
	}
	if pl, ok := plans[p.Plan]; ok {
		v.Plan = new(planView(pl))
		all, err := job.Limits(pl, p.Papers, shop.Rules)
		if err != nil {
			return nil, err
		}
		v.Limits = slices.DeleteFunc(all, func(l job.LimitRow) bool { return !l.Asked })
	}
	jobs, err := s.store.Past(ctx, p.Tag, wornJobs)
	if err != nil {
		return nil, err
	}
	for _, past := range jobs {
		if past.Signed != nil && len(v.Past) < pastJobs {
			v.Past = append(v.Past, PastJob{past.Number, past.Signed.At, past.Checks, past.Running, past.Runs})
		}
	}
	if v.Record, err = s.recordOf(ctx, p, jobs); err != nil {
		return nil, err
	}
	v.Lives, v.SealLives = job.Lives(jobs, p.PlannedHours), job.SealLives(jobs)
	return &body[PumpView]{v}, nil
}

func (s *server) nameKey(ctx context.Context, in *struct {
	Body struct {
		Fingerprint string `json:"fingerprint" doc:"16, 32 or 64 digits"`
		Name        string `json:"name" doc:"of that shop; blank takes it back"`
	}
}) (*struct{}, error) {
	if err := s.store.NameKey(ctx, in.Body.Fingerprint, in.Body.Name); err != nil {
		return nil, err
	}
	return nil, s.door.Note(ctx, door.Of(ctx), door.NamedKey, in.Body.Name+", "+in.Body.Fingerprint)
}
