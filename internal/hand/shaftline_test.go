package hand

import (
	"slices"
	"strings"
	"testing"

	"settle/core/job"
	"settle/core/plan"
)

// Every station of every pump stands on a piece that is drawn, whatever its options are.
func TestStationsStandOnTheMetal(t *testing.T) {
	for key, p := range plan.Library() {
		for _, scope := range scopesOf(p) {
			for _, options := range every(p) {
				sheet := job.Derive(openAs(t, p, options, scope).job)
				for _, s := range sheet.Stations {
					piece, _, _ := strings.Cut(s.At, ".")
					if !slices.ContainsFunc(sheet.Pieces, func(p job.PieceSheet) bool { return p.As == piece || p.Piece == piece }) {
						t.Errorf("%s %s %v: %s stands at %s, which is not drawn", key, scope, options, s.Check, s.At)
					}
				}
			}
		}
	}
}

// leavesOff is what a job leaves off when it is done well, by plan and scope.
var leavesOff = map[string][]string{
	// Six findings on the power end alone: it is not built again.
	"end-suction-back-pull-out checks": {"coupling-grid", "coupling-spacer", "shaft-sleeve", "seal", "seal-cartridge",
		"seal-bellows", "foil-clamp", "impeller", "impeller-closed", "casing-plate", "casing-rings", "joint-gasket",
		"joint-oring"},
}

// back reports an error for each piece that a job took off, or had to put on, and that is
// off when the job is done.
func (b *bench) back(sheet *job.Sheet, as string) {
	b.t.Helper()
	for _, piece := range sheet.Pieces {
		if !piece.Fitted && !slices.Contains(leavesOff[b.job.Plan.Key+" "+sheet.Scope.Key], piece.Piece) {
			b.t.Errorf("%s: %s is still off when the job is done", as, piece.Piece)
		}
	}
}
