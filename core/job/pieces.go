package job

import (
	"settle/core/plan"
)

// pieces says what is on the bench: everything until the strip begins, then
// what has been fitted again.
func (d *deriver) pieces() {
	apart := false
	begun := map[string]bool{}
	for i := range d.sheet.Stages {
		stage := &d.sheet.Stages[i]
		for j := range stage.Steps {
			if stage.Steps[j].Entry == "" {
				continue
			}
			begun[stage.ID] = true
			if !d.plan.Stages[i].First && stage.Steps[j].Phase != plan.Found {
				apart = true
			}
		}
	}
	for _, p := range d.plan.ShaftLine.Pieces {
		d.sheet.Pieces = append(d.sheet.Pieces, PieceSheet{Piece: p.Piece, Fitted: !apart || p.Fitted == "" || begun[p.Fitted]})
	}
}
