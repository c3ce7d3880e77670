package report

import (
	"testing"

	"settle/core/job"
	"settle/core/log"
	"settle/core/plan"
)

// Stations are named from the driver end, so that their leaders do not cross: whatever
// metal the pump has, each stands behind the one before it.
func TestStationsStandInTheirOrder(t *testing.T) {
	const beside = 12 // two on one face
	for key, p := range plan.Library() {
		options := map[string]string{}
		for _, o := range p.Options {
			for _, c := range o.Choices {
				options[o.Key] = c.Key
				asked := job.Asked{Complaint: "drawn"}
				opening, err := job.NewOpening(p, "T-1", job.Papers{Options: options}, job.Rules{}, asked)
				if err != nil {
					t.Fatal(err)
				}
				sheet := job.Derive(job.Job{Plan: p, Log: []log.Entry{{ID: "e1", Seq: 1, Kind: log.Opened, Open: opening}}})
				at, _, _ := lay(sheet.Pieces)
				for i := 1; i < len(sheet.Stations); i++ {
					a, b := sheet.Stations[i-1], sheet.Stations[i]
					if at[b.At][0] < at[a.At][0]-beside {
						t.Errorf("%s %v: %s stands at %.0f, %s behind it at %.0f", key, options, a.Title, at[a.At][0], b.Title,
							at[b.At][0])
					}
				}
			}
			options[o.Key] = o.Default
		}
	}
}
