package job_test

import (
	"testing"

	"settle/core/job"
	"settle/core/job/jobtest"
	"settle/core/judge"
	"settle/core/log"
)

func TestKit(t *testing.T) {
	b := jobtest.New(t, jobtest.Papers, job.Rules{Schools: map[string]string{"bearing-reuse": "may-reuse"}})
	state := func(part string) job.KitState {
		for _, l := range b.Sheet().Kit {
			if l.Part == part {
				return l.State
			}
		}
		return ""
	}
	if len(b.Sheet().Kit) != 0 {
		t.Errorf("a plan without a kit has %+v", b.Sheet().Kit)
	}
	b.Safe()
	b.Keep("clean", log.Body{Done: true})
	b.Keep("inspect-sleeve", jobtest.InspectBody("groove"))
	// A part that is no kit part is to be ordered once it is replaced.
	if got := state("sleeve"); got != job.ToOrder {
		t.Errorf("the sleeve is %q", got)
	}
	for name, tt := range map[string]struct {
		kit        string
		returnable bool
		outcome    string
		laid       bool
		want       job.KitState
	}{
		"at receive":               {"always", true, "", false, job.ToOrder},
		"laid out":                 {"always", true, "", true, job.OnBench},
		"replaced":                 {"always", true, "replace", true, job.Used},
		"reused, goes back":        {"always", true, "reuse", true, job.Returned},
		"reused, stays":            {"if-needed", false, "dress", true, job.NotUsed},
		"not on the bench":         {"always", true, "order", true, job.ToOrder},
		"no kit part and replaced": {"", false, "replace", true, job.ToOrder},
	} {
		part := *b.Plan.Part("sleeve")
		part.Kit, part.Returnable = tt.kit, tt.returnable
		if got := job.KitOf(&part, judge.Outcome(tt.outcome), tt.laid); got != tt.want {
			t.Errorf("%s: %s, want %s", name, got, tt.want)
		}
	}
}
