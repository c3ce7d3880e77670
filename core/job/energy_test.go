package job_test

import (
	"strings"
	"testing"

	"settle/core/job"
	"settle/core/job/jobtest"
	"settle/core/log"
	"settle/core/plan"
)

const live3 = `key: live
title: Live
construction: K
version: 1
format: 3
arrives: [in-line, bench]
stages:
  - id: safe
    title: Make safe
    first: true
    steps:
      - {id: lock, kind: caution, cautions: [Hands], energy: isolates, title: Lock out, when: arrives == in-line}
  - id: work
    title: Work
    steps:
      - {id: seal, kind: do, title: Seal in, needs: [lock]}
      - {id: wipe, kind: do, title: Wipe}
      - {id: off, kind: caution, cautions: [Hands], energy: energises, title: Lock off, needs: [seal]}
      - {id: bump, kind: caution, cautions: [Hands], energy: energises, with: off, title: Bump, needs: [off]}
      - {id: arrow, kind: do, with: off, title: Compare, needs: [bump]}
      - {id: on, kind: caution, cautions: [Hands], energy: isolates, with: off, title: Lock out again, needs: [arrow]}
      - {id: coupling, kind: do, title: Coupling on}
      - {id: run, kind: caution, cautions: [Hands], energy: energises, title: Run it, needs: [on, coupling]}
      - {id: sign, kind: sign, title: Sign}
`

// While the lock is off nothing is done but what needs it off; when something is open again once it
// runs, it is locked out first, and then what lets energy in is to be done again.
func TestNothingIsDoneWhileTheLockIsOff(t *testing.T) {
	b := jobtest.Of(t, live3, job.Asked{Complaint: "noise", Arrives: plan.InLine})
	state := func(when string, want string) {
		t.Helper()
		s := b.Sheet()
		var got []string
		for _, stage := range s.Stages {
			for _, step := range stage.Steps {
				if step.State == job.Open && step.Kind != plan.Sign {
					got = append(got, step.ID)
				}
			}
		}
		if strings.Join(got, " ") != want {
			t.Errorf("%s: open is %v, want %q", when, got, want)
		}
	}
	state("at first", "lock")
	b.Keep("lock", log.Body{Done: true})
	state("locked out", "seal wipe coupling")
	seal := b.Keep("seal", log.Body{Done: true})
	b.Keep("off", log.Body{Done: true})
	state("the lock is off", "bump on")
	err := b.Try(log.Entry{Kind: log.Kept, Step: "wipe", Body: &log.Body{Done: true}})
	if err == nil || !strings.Contains(err.Error(), "lock is off") {
		t.Errorf("something is wiped with the lock off: %v", err)
	}
	b.Keep("bump", log.Body{Done: true})
	b.Keep("on", log.Body{Done: true})
	state("locked out before it was compared", "wipe arrow coupling")
	b.Keep("arrow", log.Body{Done: true})
	b.Keep("wipe", log.Body{Done: true})
	b.Keep("coupling", log.Body{Done: true})
	b.Keep("run", log.Body{Done: true})
	state("it runs", "")
	if err := b.Try(log.Entry{Kind: log.Withdrawn, Step: "seal", On: seal, Reason: "it leaks"}); err != nil {
		t.Fatal(err)
	}
	state("the seal is open again, and it runs", "on")
	again := func(step string) {
		t.Helper()
		if err := b.Try(log.Entry{Kind: log.Kept, Step: step, On: b.Sheet().Step(step).Entry,
			Body: &log.Body{Done: true}}); err != nil {
			t.Fatal(err)
		}
	}
	again("on")
	state("locked out again", "seal")
	b.Keep("seal", log.Body{Done: true})
	state("the seal is in again", "run")
	again("run")
	state("it runs again", "")
}

// Where it was said not in this job, nothing waits for it.
func TestALockThatStaysOnHoldsNothingUp(t *testing.T) {
	b := jobtest.Of(t, live3, job.Asked{Complaint: "noise", Arrives: plan.InLine})
	b.Keep("lock", log.Body{Done: true})
	b.Keep("seal", log.Body{Done: true})
	b.Keep("off", log.Body{Skip: "no motor was touched", Absent: log.NotInJob})
	s := b.Sheet()
	for id, want := range map[string]bool{"wipe": true, "coupling": true, "bump": false, "arrow": false, "on": false} {
		if step := s.Step(id); (step != nil && step.State == job.Open) != want {
			t.Errorf("%s: %+v", id, step)
		}
	}
}
