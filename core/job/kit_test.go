package job

import (
	"testing"

	"settle/core/judge"
	"settle/core/log"
)

func TestKit(t *testing.T) {
	b := newBench(t, papers, Rules{Schools: map[string]string{"bearing-reuse": "may-reuse"}})
	state := func(part string) KitState {
		for _, l := range b.sheet().Kit {
			if l.Part == part {
				return l.State
			}
		}
		return ""
	}
	if len(b.sheet().Kit) != 0 {
		t.Errorf("a plan without a kit has %+v", b.sheet().Kit)
	}
	b.safe()
	b.keep("clean", log.Body{Done: true})
	b.keep("inspect-sleeve", inspectBody("groove"))
	// A part that is no kit part is to be ordered once it is replaced.
	if got := state("sleeve"); got != ToOrder {
		t.Errorf("the sleeve is %q", got)
	}
	s := derive(b.Job).scale
	for name, tt := range map[string]struct {
		kit        string
		returnable bool
		outcome    string
		laid       bool
		want       KitState
	}{
		"at receive":               {"always", true, "", false, ToOrder},
		"laid out":                 {"always", true, "", true, OnBench},
		"replaced":                 {"always", true, "replace", true, Used},
		"reused, goes back":        {"always", true, "reuse", true, Returned},
		"reused, stays":            {"if-needed", false, "dress", true, NotUsed},
		"not on the bench":         {"always", true, "order", true, ToOrder},
		"no kit part and replaced": {"", false, "replace", true, ToOrder},
	} {
		part := *s.plan.Part("sleeve")
		part.Kit, part.Returnable = tt.kit, tt.returnable
		if got := kitState(&part, judge.Outcome(tt.outcome), tt.laid); got != tt.want {
			t.Errorf("%s: %s, want %s", name, got, tt.want)
		}
	}
}
