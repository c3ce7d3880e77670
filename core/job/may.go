package job

import (
	"slices"
	"strings"

	"settle/core/kind"
	"settle/core/log"
	"settle/core/plan"
)

// Right is what an entry asks of who enters it.
type Right struct {
	Lead bool     `json:"lead,omitempty" doc:"only a lead enters it"`
	PIN  bool     `json:"pin,omitempty" doc:"it is a signature: PIN or passphrase once more"`
	Not  []string `json:"not,omitempty" doc:"ids of people who may not"`
	Why  string   `json:"why,omitempty" doc:"why only a lead, or not these people"`
}

// May says what an entry asks of who enters it. By a signature a person answers for more than a reading:
// so are the sign-off of a job, what is decided against a rule or a limit, and what a lead does.
func May(j Job, e log.Entry) Right { return derive(j).may(e) }

func (d *derived) may(e log.Entry) Right {
	if may := entryKindOf(e.Kind).may; may != nil {
		return may(d, e)
	}
	return Right{}
}

// Refuses says why somebody may not enter it; "" where they may.
func (r Right) Refuses(by log.Person) string {
	switch {
	case r.Lead && by.Role != log.Lead:
		return "must be a lead: " + r.Why
	case slices.Contains(r.Not, by.ID):
		return r.Why
	}
	return ""
}

// mayKeep: a lead's step, the hand-back, and a part that is decided against its rule.
func mayKeep(d *derived, e log.Entry) Right {
	step := d.scale.plan.Step(e.Step) // with what the pump has several of written out
	if step == nil {
		return Right{}
	}
	r := Right{Lead: step.Lead, PIN: step.Lead || e.Body != nil && e.Body.Sign != nil}
	if r.Lead {
		r.Why = "only a lead does this step"
	}
	part := d.scale.plan.Part(step.Part)
	if part == nil || e.Body == nil {
		return r
	}
	if now, _ := kind.Weigh(d.scale, step, e.Body, kind.Way{Partial: true, Asks: true}); now != nil && now.ByRule != "" {
		if r.PIN = true; part.Lead {
			r.Lead, r.Why = true, "only a lead decides against the rule for the "+strings.ToLower(part.Title)
		}
	}
	return r
}

func mayDecide(d *derived, e log.Entry) Right {
	r := Right{PIN: true}
	if step := d.scale.plan.Step(e.Step); step != nil && leadDecides(d.scale.plan, step) {
		r.Lead, r.Why = true, "only a lead decides at this step"
	}
	return r
}

// mayWithdraw: a job that was ended is opened again by a lead.
func mayWithdraw(d *derived, e log.Entry) Right {
	if taken := log.Find(d.job.Log, e.On); taken == nil || taken.Kind != log.Ended {
		return Right{}
	}
	return Right{Lead: true, PIN: true, Why: "only a lead opens an ended job again"}
}

func mayEnd(*derived, log.Entry) Right {
	return Right{Lead: true, PIN: true, Why: "only a lead ends a job without a signature"}
}

// mayAmend: what a lead has signed a lead amends.
func mayAmend(d *derived, e log.Entry) Right {
	r := mayKeep(d, e)
	if r.PIN = true; d.signedByLead() {
		r.Lead, r.Why = true, "this job is signed by one"
	}
	return r
}

// mayCheck: nobody checks what they signed or amended.
func mayCheck(d *derived, _ log.Entry) Right {
	r := Right{PIN: true, Why: "signed or amended it: a second person checks it"}
	if s := d.sheet.Signed; s != nil {
		r.Not = append(r.Not, s.By.ID)
	}
	for _, a := range d.sheet.Amended {
		if !slices.Contains(r.Not, a.By.ID) {
			r.Not = append(r.Not, a.By.ID)
		}
	}
	return r
}

// leadDecides reports whether only a lead may decide at a step.
func leadDecides(p *plan.Plan, step *plan.Step) bool {
	part := p.Part(step.Part)
	return step.Lead || part != nil && part.Lead
}

func (d *derived) signedByLead() bool {
	for _, stage := range d.sheet.Stages {
		for _, step := range stage.Steps {
			if step.Kind == plan.Sign && step.Lead {
				return true
			}
		}
	}
	return false
}
