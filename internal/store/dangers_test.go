package store

import (
	"database/sql"
	"os"
	"slices"
	"strings"
	"testing"

	"go.yaml.in/yaml/v3"

	"settle/core/job"
	"settle/core/log"
	"settle/core/plan"
)

// Every step that was dangerous in a shipped plan is found in the plans that yesterday's shop keeps,
// its open jobs show it until a lead has looked, and an entry does not take it away.
func TestAnOpenJobOfADangerousPlanShowsIt(t *testing.T) {
	s := open(t, olderShop(t, "shop-5"))
	shown, entered := 0, 0
	everyJob(t, s, func(r *Job, sheet *job.Sheet) {
		got, err := s.Dangers(ctx, r, sheet)
		if err != nil {
			t.Fatal(err)
		}
		over := sheet.State == job.Signed || sheet.State == job.Closed
		if over && len(got) > 0 {
			t.Errorf("%s is over, and shows %v", r.Number, got)
		}
		if len(got) == 0 {
			return
		}
		shown++
		for _, d := range got {
			if d.Title == "" || d.Why == "" || sheet.Step(d.Step) == nil {
				t.Errorf("%s shows %+v", r.Number, d)
			}
		}
		if _, err := s.Looked(ctx, r.Number); err != nil {
			t.Fatal(err)
		}
		if again, err := s.Dangers(ctx, r, sheet); err != nil || len(again) != len(got) {
			t.Errorf("%s: after somebody looked at the rules it shows %v, %v", r.Number, again, err)
		}
		if _, err := s.LookedAtPlan(ctx, r.Number); err != nil {
			t.Fatal(err)
		}
		if step := firstOpen(sheet); step != "" {
			entered++
			appended(t, s, r.Number, log.Entry{ID: "after " + r.Number, By: r.Log[0].By, Kind: log.Kept, Step: step,
				Body: &log.Body{Skip: "not now", Absent: log.NotInJob}})
		}
		r, err = s.Job(ctx, r.Number)
		if err != nil {
			t.Fatal(err)
		}
		if again, err := s.Dangers(ctx, r, job.Derive(r.Job)); err != nil || len(again) != 0 {
			t.Errorf("%s: after a lead looked it shows %v, %v", r.Number, again, err)
		}
	})
	if shown == 0 || entered == 0 {
		t.Errorf("%d open jobs show anything, %d have a step to enter", shown, entered)
	}
	b, err := os.ReadFile("../../core/plan/dangers.yaml")
	if err != nil {
		t.Fatal(err)
	}
	var rows map[string][]plan.Danger
	if err := yaml.Unmarshal(b, &rows); err != nil {
		t.Fatal(err)
	}
	kept := keptPlans(t, s)
	for construction, list := range rows {
		for _, row := range list {
			if !slices.ContainsFunc(kept[construction].Dangers(), func(d plan.Danger) bool { return d.Step == row.Step }) {
				t.Errorf("%s, %s: no plan of yesterday has it", construction, row.Step)
			}
		}
	}
	for _, p := range plan.Library() {
		if len(rows[p.Construction]) == 0 || len(p.Dangers()) != 0 {
			t.Errorf("%s is mended, and lists %v", p.Key, p.Dangers())
		}
	}
}

// keptPlans are the latest plans of yesterday's shop by construction.
func keptPlans(t *testing.T, s *Store) map[string]*plan.Plan {
	t.Helper()
	hashes, err := query(ctx, s.db, func(rows *sql.Rows) (h string, err error) { return h, rows.Scan(&h) },
		"SELECT hash FROM plans")
	if err != nil {
		t.Fatal(err)
	}
	kept := map[string]*plan.Plan{}
	for _, hash := range hashes {
		p, err := s.plan(ctx, hash)
		if err != nil {
			t.Fatal(err)
		}
		if before := kept[p.Construction]; before == nil || before.Version < p.Version {
			kept[p.Construction] = p
		}
	}
	return kept
}

// A plan of the shop's own shows them, too, until a lead has looked at this very text.
func TestAPlanOfTheShopsOwnShowsWhatIsDangerous(t *testing.T) {
	s := open(t, olderShop(t, "shop-5"))
	shipped := string(keptPlans(t, s)["K"].Text)
	own := func(version string) *plan.Plan {
		text := strings.Replace(shipped, "key: inline-circulator", "key: ours", 1)
		at := strings.Index(text, "version: ")
		text = text[:at] + "version: " + version + text[at+len("version: 0"):]
		p, err := plan.Read("ours", []byte(text))
		if err != nil {
			t.Fatal(err)
		}
		people, err := s.People(ctx)
		if err != nil {
			t.Fatal(err)
		}
		if err := s.ImportPlan(ctx, p, people[0].ID); err != nil {
			t.Fatal(err)
		}
		return p
	}
	steps := func(p *plan.Plan) (ids []string) {
		all, err := s.PlanDangers(ctx, p)
		if err != nil {
			t.Fatal(err)
		}
		for _, d := range all {
			ids = append(ids, d.Step)
		}
		return ids
	}
	p := own("50")
	if got := steps(p); !slices.Equal(got, []string{"discarded"}) {
		t.Errorf("it lists %v", got)
	}
	if err := s.LookAtPlan(ctx, "ours"); err != nil || len(steps(p)) != 0 {
		t.Errorf("after a lead looked it lists %v, %v", steps(p), err)
	}
	if got := steps(own("51")); len(got) != 1 {
		t.Errorf("another text lists %v", got)
	}
	if err := s.LookAtPlan(ctx, "nothing"); err == nil {
		t.Error("a plan that is not there was looked at")
	}
}

// firstOpen is an act of a job that can be left out now, blank where there is none.
func firstOpen(sheet *job.Sheet) string {
	for _, stage := range sheet.Stages {
		for _, step := range stage.Steps {
			if step.State == job.Open && step.Kind == plan.Do {
				return step.ID
			}
		}
	}
	return ""
}
