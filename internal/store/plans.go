package store

import (
	"context"
	"database/sql"
	"errors"
	"maps"

	"settle/core/field"
	"settle/core/plan"
)

// Plans returns the plans a pump may have, by key: those shipped, and those the
// shop has written itself.
func (s *Store) Plans(ctx context.Context) (map[string]*plan.Plan, error) {
	own, err := s.OwnPlans(ctx)
	if err != nil {
		return nil, err
	}
	all := maps.Clone(plan.Library())
	maps.Copy(all, own)
	return all, nil
}

// OddPlan is a plan of the shop's that cannot be read any more.
type OddPlan struct {
	Key string `json:"key"`
	Why string `json:"why"`
}

// OddPlans lists the plans of the shop that cannot be read.
func (s *Store) OddPlans(ctx context.Context) ([]OddPlan, error) {
	_, odd, err := s.ownPlans(ctx)
	return odd, err
}

// OwnPlans returns the plans the shop has written itself, by key. One that cannot
// be read is left out, and stands among the OddPlans.
func (s *Store) OwnPlans(ctx context.Context) (map[string]*plan.Plan, error) {
	own, _, err := s.ownPlans(ctx)
	return own, err
}

func (s *Store) ownPlans(ctx context.Context) (map[string]*plan.Plan, []OddPlan, error) {
	type kept struct{ key, hash string }
	rows, err := query(ctx, s.db, func(rows *sql.Rows) (k kept, err error) { return k, rows.Scan(&k.key, &k.hash) },
		"SELECT key, hash FROM own_plans")
	if err != nil {
		return nil, nil, err
	}
	own, odd := map[string]*plan.Plan{}, []OddPlan{}
	for _, k := range rows {
		p, err := s.plan(ctx, k.hash)
		if err != nil {
			odd = append(odd, OddPlan{k.key, err.Error()})
			continue
		}
		own[k.key] = p
	}
	return own, odd, nil
}

// ImportPlan takes in a plan file. A key is never that of a shipped plan, and a
// plan that is changed has a higher version; the one before stays with the jobs
// that were started with it.
func (s *Store) ImportPlan(ctx context.Context, p *plan.Plan, by string) error {
	who, err := s.Person(ctx, by)
	if err != nil {
		return err
	}
	if _, shipped := plan.Library()[p.Key]; shipped {
		return field.Errorf("text", "key %s is that of a shipped plan: give yours a key of its own, such as %s-ours", p.Key,
			p.Key)
	}
	own, err := s.OwnPlans(ctx)
	if err != nil {
		return err
	}
	if old := own[p.Key]; old != nil && old.Hash != p.Hash && p.Version <= old.Version {
		return field.Errorf("text", "version is %d and version %d is in use: write %d", p.Version, old.Version, old.Version+1)
	}
	return s.transaction(ctx, func(tx *sql.Tx) error {
		if _, err := tx.ExecContext(ctx, "INSERT INTO plans (hash, text) VALUES (?, ?) ON CONFLICT DO NOTHING", p.Hash,
			p.Text); err != nil {
			return err
		}
		_, err := tx.ExecContext(ctx, "INSERT INTO own_plans (key, hash, imported, by) VALUES (?, ?, ?, ?) ON CONFLICT "+
			"(key) DO UPDATE SET hash = excluded.hash, imported = excluded.imported, by = excluded.by",
			p.Key, p.Hash, s.now().Format(layout), who.Name)
		return err
	})
}

// lookedAt are the hashes of the shop's own plans at which a lead has looked.
func (s *Store) lookedAt(ctx context.Context) (map[string]bool, error) {
	hashes, err := query(ctx, s.db, func(rows *sql.Rows) (h string, err error) { return h, rows.Scan(&h) },
		"SELECT looked FROM own_plans WHERE looked != ''")
	looked := map[string]bool{}
	for _, h := range hashes {
		looked[h] = true
	}
	return looked, err
}

// PlanDangers lists what is known to be wrong with a plan of the shop's own, until a lead has looked.
func (s *Store) PlanDangers(ctx context.Context, p *plan.Plan) ([]plan.Danger, error) {
	looked, err := s.lookedAt(ctx)
	if _, shipped := plan.Library()[p.Key]; shipped || looked[p.Hash] {
		return []plan.Danger{}, err
	}
	return p.Dangers(), err
}

// LookAtPlan notes that a lead has looked at what is wrong with a plan of the shop's own, as it stands now.
func (s *Store) LookAtPlan(ctx context.Context, key string) error {
	done, err := s.db.ExecContext(ctx, "UPDATE own_plans SET looked = hash WHERE key = ?", key)
	if err != nil {
		return err
	}
	if n, err := done.RowsAffected(); err != nil || n == 0 {
		return errors.Join(err, &NotFound{What: "plan", Key: key})
	}
	return nil
}
