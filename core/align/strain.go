package align

import (
	"math"

	"settle/core/field"
	"settle/core/quantity"
)

// Bolted is what two dials at the coupling show after a flange is bolted.
type Bolted struct {
	Flange               string
	Vertical, Horizontal quantity.Length
}

// Strain is what piping does to a shaft. Moved is how far each flange moved it, Total how
// far it stands off after it, both in nm.
type Strain struct {
	Moved, Total []float64
	Worst        float64 // the larger of the largest of either
	FromTotal    bool    // it is a total; a move where two flanges pull against each other
	Flange       int     // the one that moved it most
}

// PipeStrain works out what each flange does, from dials that stood at nothing with all of
// them loose.
func PipeStrain(steps []Bolted) (Strain, error) {
	if len(steps) == 0 {
		return Strain{}, field.Errorf("steps", "needs at least one flange with what the dials show after it is bolted")
	}
	var s Strain
	var before Bolted
	var moved, total float64
	for i, b := range steps {
		if b.Flange == "" {
			return Strain{}, field.Errorf(field.At("steps", i)+".flange", "is missing: name the flange, such as suction")
		}
		by := math.Hypot(float64(b.Vertical-before.Vertical), float64(b.Horizontal-before.Horizontal))
		off := math.Hypot(float64(b.Vertical), float64(b.Horizontal))
		if s.Moved, s.Total = append(s.Moved, by), append(s.Total, off); by > moved {
			moved, s.Flange = by, i
		}
		total, before = max(total, off), b
	}
	s.Worst, s.FromTotal = max(total, moved), total >= moved
	return s, nil
}

// StrainLimit is how far piping may move a shaft at the coupling: general, as API RP 686
// has it.
const StrainLimit = 50 * quantity.Micrometre
