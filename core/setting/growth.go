package setting

import (
	"settle/core/field"
	"settle/core/quantity"
)

// Expansions are those of the materials of shafts and casings, in 10⁻⁶ per K: general, to
// be replaced by the maker's value.
var Expansions = map[string]float64{"steel": 12, "iron": 10.5, "chrome": 10.5, "duplex": 13, "stainless": 16.5,
	"bronze": 18, "aluminium": 23}

// Warm is a part at its mean temperature in °C, with its expansion in 10⁻⁶ per K.
type Warm struct{ Celsius, Alpha float64 }

// Hot is a shaft in its casing when it runs, its thrust bearing on the coupling side.
type Hot struct {
	Cold          float64 // °C at which it was measured
	Shaft, Casing Warm
}

// Growth is how far the shaft moves towards the impeller in its casing at a distance from
// the thrust bearing, in nm: L·(α_shaft·ΔT_shaft − α_casing·ΔT_casing).
func (h Hot) Growth(at quantity.Length) float64 {
	by := float64(h.Shaft.Alpha*(h.Shaft.Celsius-h.Cold)) - float64(h.Casing.Alpha*(h.Casing.Celsius-h.Cold))
	return float64(at) * 1e-6 * by
}

// Side is where a running clearance lies.
type Side string

// The sides: the front clearance closes as the shaft moves towards the impeller, the back
// one opens.
const (
	FrontSide Side = "front"
	BackSide  Side = "back"
)

// Opens is how much a growth opens a clearance on a side: minus closes it.
func (s Side) Opens(growth quantity.Length) (quantity.Length, error) {
	switch s {
	case FrontSide:
		return -growth, nil
	case BackSide:
		return growth, nil
	}
	return 0, field.Errorf("clearance.side", "is %q: write front or back", s)
}

// The warnings of growth, as codes.
const (
	RubsHot     = "rubs-hot"
	TouchesCold = "touches-cold"
)
