package store

import (
	"context"
	"database/sql"
	"encoding/json"
	"errors"
	"fmt"
	"slices"
	"strings"
	"time"

	"settle/core/field"
	"settle/core/job"
	"settle/core/judge"
	"settle/core/plan"
	"settle/core/record"
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
	job.Papers
}

// PumpRow is a pump in the list, with how often it has been here.
type PumpRow struct {
	Pump
	Jobs int    `json:"jobs"`
	Open string `json:"open,omitempty" doc:"number of its open job"`
}

// PumpQuery asks for a list of pumps.
type PumpQuery struct {
	Words        string // all of which must be on the pump's plate or in what was noted about it
	Construction string // letter, or "" for all
	Sort         string // "tag", "name", "maker", "jobs"; "" is by tag
	Limit        int    // 0: all of them
}

// pumpOrders are the ways the list of pumps is sorted.
var pumpOrders = map[string]string{
	"": "tag", "tag": "tag",
	"name":  "name COLLATE NOCASE, tag",
	"maker": "json_extract(record, '$.maker') COLLATE NOCASE, tag",
	"jobs":  "jobs DESC, tag",
}

// Pumps lists pumps.
func (s *Store) Pumps(ctx context.Context, q PumpQuery) ([]PumpRow, error) {
	where, args := []string{"1"}, []any{}
	for _, word := range strings.Fields(strings.ToLower(q.Words)) {
		where, args = append(where, `plate || ' ' || noted LIKE ? ESCAPE '\'`), append(args, like(word))
	}
	if q.Construction != "" {
		where, args = append(where, "construction = ?"), append(args, q.Construction)
	}
	if q.Limit <= 0 {
		q.Limit = -1
	}
	return query(ctx, s.db, func(rows *sql.Rows) (p PumpRow, err error) {
		var record string
		var open sql.NullString
		if err := rows.Scan(&record, &p.Jobs, &open); err != nil {
			return p, err
		}
		p.Open = open.String
		return p, json.Unmarshal([]byte(record), &p.Pump)
	}, `SELECT record, (SELECT count(*) FROM jobs WHERE pump = pumps.id) AS jobs,
		(SELECT number FROM jobs WHERE pump = pumps.id AND `+isOpen+` ORDER BY id DESC LIMIT 1)
		FROM pumps WHERE `+strings.Join(where, " AND ")+` ORDER BY `+pumpOrders[q.Sort]+` LIMIT ?`, append(args, q.Limit)...)
}

// Pump returns the pump of that tag.
func (s *Store) Pump(ctx context.Context, tag string) (Pump, error) {
	p, _, err := s.pump(ctx, tag)
	return p, err
}

func (s *Store) pump(ctx context.Context, tag string) (p Pump, id int64, err error) {
	var record string
	err = s.db.QueryRowContext(ctx, "SELECT id, record FROM pumps WHERE tag = ?", tag).Scan(&id, &record)
	if errors.Is(err, sql.ErrNoRows) {
		return p, 0, &NotFound{"pump", tag}
	}
	if err != nil {
		return p, 0, err
	}
	err = json.Unmarshal([]byte(record), &p)
	p.Whole()
	return p, id, err
}

// Whole leaves no group of the papers out: what is read can be written back.
func (p *Pump) Whole() {
	if p.Options == nil {
		p.Options = map[string]string{}
	}
	if p.Values == nil {
		p.Values = map[string]job.Value{}
	}
	if p.Limits == nil {
		p.Limits = map[string]job.LimitForm{}
	}
}

// SavePump writes a pump's page: a new one where fresh is set, which must have
// a tag nobody has, else over the one of that tag. Jobs keep the limits they
// were opened with.
func (s *Store) SavePump(ctx context.Context, p Pump, fresh bool) error {
	p.Tag = strings.TrimSpace(p.Tag)
	p.Whole()
	plans, err := s.Plans(ctx)
	if err != nil {
		return err
	}
	if err := p.Check(plans); err != nil {
		return err
	}
	record, err := json.Marshal(p)
	if err != nil {
		return err
	}
	if !fresh {
		res, err := s.db.ExecContext(ctx, "UPDATE pumps SET record = ?, plate = ? WHERE tag = ?", string(record),
			plateWords(p), p.Tag)
		if err != nil {
			return err
		}
		if n, err := res.RowsAffected(); err != nil || n == 0 {
			return errors.Join(err, &NotFound{"pump", p.Tag})
		}
		return nil
	}
	res, err := s.db.ExecContext(ctx, "INSERT INTO pumps (tag, record, plate) VALUES (?, ?, ?) ON CONFLICT DO NOTHING",
		p.Tag, string(record), plateWords(p))
	if err != nil {
		return err
	}
	if n, err := res.RowsAffected(); err != nil || n == 0 {
		return errors.Join(err, field.Errorf("tag", "%s is taken: every pump has a tag of its own", p.Tag))
	}
	return nil
}

// Check says what is wrong with a pump's page, field by field.
func (p Pump) Check(plans map[string]*plan.Plan) error {
	var errs field.Errors
	if p.Tag == "" || len(p.Tag) > 40 || strings.ContainsAny(p.Tag, "/?#%\\") {
		errs.Add("tag", errors.New("must be 1 to 40 letters without / ? # %: the tag on the pump, such as LS-204"))
	}
	if strings.TrimSpace(p.Name) == "" || len(p.Name) > 120 {
		errs.Add("name", errors.New("must be 1 to 120 letters: what the pump does, such as sand filter feed B"))
	}
	if h := p.PlannedHours; h != nil && !(*h >= 0 && *h <= 1e6) {
		errs.Add("planned_hours", fmt.Errorf("is %g: write the running hours to the next planned stop, 0 or more", *h))
	}
	if _, err := time.Parse("2006-01-02", p.PlannedStop); p.PlannedStop != "" && err != nil {
		errs.Add("planned_stop", fmt.Errorf("is %q: write the day as year-month-day, such as 2027-03-01", p.PlannedStop))
	}
	if p.Service != "" && !slices.ContainsFunc(record.Services,
		func(s record.Service) bool { return s.Key == p.Service }) {
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
	errs.Add("", job.CheckPapers(pl, p.Papers))
	return errs.Err()
}

// PutPumps writes pumps over those of their tags, adds those that are new, and
// sets the shop's rules where they are not nil: all of it or nothing.
func (s *Store) PutPumps(ctx context.Context, pumps []Pump, rules *job.Rules) error {
	plans, err := s.Plans(ctx)
	if err != nil {
		return err
	}
	for _, p := range pumps {
		if err := p.Check(plans); err != nil {
			return fmt.Errorf("pump %s: %w", p.Tag, err)
		}
	}
	s.writing.Lock()
	defer s.writing.Unlock()
	return s.transaction(ctx, func(tx *sql.Tx) error {
		put, err := tx.PrepareContext(ctx, "INSERT INTO pumps (tag, record, plate) VALUES (?, ?, ?) ON CONFLICT (tag) "+
			"DO UPDATE SET record = excluded.record, plate = excluded.plate")
		if err != nil {
			return err
		}
		defer put.Close()
		for _, p := range pumps {
			record, err := json.Marshal(p)
			if err != nil {
				return err
			}
			if _, err := put.ExecContext(ctx, p.Tag, string(record), plateWords(p)); err != nil {
				return err
			}
		}
		if rules == nil {
			return nil
		}
		text, err := json.Marshal(rules)
		if err != nil {
			return err
		}
		_, err = tx.ExecContext(ctx, "INSERT INTO shop (one, name, rules) VALUES (1, ?, ?) ON CONFLICT (one) DO UPDATE "+
			"SET rules = excluded.rules", unnamed, string(text))
		return err
	})
}
