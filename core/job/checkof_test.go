package job_test

import (
	"testing"

	"settle/core/job"
	"settle/core/plan"
)

// A limit that several checks are judged by has one title, the same each time: it stands on pages and in
// logs.
func TestALimitHasOneTitle(t *testing.T) {
	for key, p := range plan.Library() {
		for _, limit := range p.LimitKeys() {
			first := job.CheckOf(p, limit)
			for range 30 {
				if again := job.CheckOf(p, limit); again != first {
					t.Fatalf("%s, %s: once %q, once %q", key, limit, first, again)
				}
			}
		}
	}
	got := job.CheckOf(plan.Library()["end-suction-back-pull-out"], "shaft-runout-seal")
	if got != "Shaft run-out at the seal" {
		t.Errorf("the limit of the run-out at the seal is called %q", got)
	}
}
