package gauge

import (
	"slices"

	"settle/core/field"
	"settle/core/quantity"
)

// Depth is how deep a face lies below a datum face, read with a depth micrometer at
// several places.
type Depth struct {
	Mean        quantity.Length // of all readings: what is judged
	Spread      quantity.Length // largest − smallest: the face tilts against the datum, or is uneven
	Uncertainty Uncertainty     // of one direct reading, g/√3; places are no repeats, so more of them do not lessen it
}

// DepthOf works out the mean and the spread of readings, in nm, of which there must be
// at least one, read on a micrometer with the graduation given.
func DepthOf(readings []quantity.Length, graduation, mpe quantity.Length) (Depth, error) {
	if graduation <= 0 {
		return Depth{}, field.Errorf("graduation", "must be greater than zero: the value of one division of the depth "+
			"micrometer, such as 0.01 mm")
	}
	if len(readings) == 0 {
		return Depth{}, field.Errorf("readings", "needs at least one place, three or more show a tilt")
	}
	return Depth{Mean: whole(mean(readings)), Spread: slices.Max(readings) - slices.Min(readings),
		Uncertainty: DirectUncertainty(graduation, mpe)}, nil
}
