package job_test

import (
	"testing"

	"settle/core/job"
	"settle/core/log"
	"settle/core/plan"
)

// Every flag on the shaft line and every row of the sheet leads to a step that
// the pump's options ask for.
func TestNothingStandsThereUnasked(t *testing.T) {
	fewer := 0
	for key, p := range plan.Library() {
		for _, option := range p.Options {
			for _, choice := range option.Choices {
				papers := job.Papers{Options: map[string]string{option.Key: choice.Key}}
				opening, err := job.NewOpening(p, "X", papers, job.Rules{}, job.Asked{Complaint: "leaks"})
				if err != nil {
					t.Fatal(err)
				}
				sheet := job.Derive(job.Job{Plan: p, Log: []log.Entry{{ID: "1", Seq: 1, Kind: log.Opened, Open: opening}}})
				if len(sheet.Stations) == 0 && len(p.Checks) > 0 {
					t.Errorf("%s with %s %s has no station", key, option.Key, choice.Key)
				}
				for _, c := range sheet.Checks {
					if c.Step == "" {
						t.Errorf("%s with %s %s: nothing measures %s", key, option.Key, choice.Key, c.Check)
					}
				}
				if opening.Options["impeller"] == "carrier" {
					fewer++
					for _, c := range sheet.Checks {
						if c.Check == "wear-ring" {
							t.Errorf("%s: a wear ring on an open impeller", key)
						}
					}
				}
			}
		}
	}
	if fewer == 0 {
		t.Error("no plan has the choice that this is about")
	}
}
