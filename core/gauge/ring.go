package gauge

import (
	"slices"

	"settle/core/field"
	"settle/core/quantity"
)

// Ring is the diametral clearance of a wear ring on its hub.
type Ring struct {
	Clearance quantity.Length // mean bore − mean hub
	BoreOval  quantity.Length // largest − smallest bore
	HubOval   quantity.Length
	MeanHub   float64 // nm
	// Smallest is the smallest bore less the largest hub: nothing or less cannot go together.
	Smallest quantity.Length
	// Uncertainty is that of the difference of two readings of the micrometer.
	Uncertainty Uncertainty
}

// RingClearance works out the clearance from diameters of the ring's bore and
// of the impeller hub, at least one of each, read with the graduation and the maximum
// permissible error given.
func RingClearance(bore, hub []quantity.Length, graduation, mpe quantity.Length) (Ring, error) {
	for _, side := range []struct {
		name string
		list []quantity.Length
	}{{"bore", bore}, {"hub", hub}} {
		if len(side.list) == 0 {
			return Ring{}, field.Errorf(side.name, "needs at least one diameter; two across each other show an oval")
		}
		for i, d := range side.list {
			if d <= 0 {
				return Ring{}, field.Errorf(field.At(side.name, i), "must be greater than zero: it is a diameter")
			}
		}
	}
	if graduation <= 0 {
		return Ring{}, field.Errorf("graduation", "must be greater than zero: the value of one division of the "+
			"micrometer, such as 0.01 mm")
	}
	if err := CheckError(mpe); err != nil {
		return Ring{}, err
	}
	return Ring{
		MeanHub: mean(hub), Smallest: slices.Min(bore) - slices.Max(hub),
		Clearance: whole(mean(bore) - mean(hub)),
		BoreOval:  slices.Max(bore) - slices.Min(bore), HubOval: slices.Max(hub) - slices.Min(hub),
		Uncertainty: DifferenceUncertainty(graduation, mpe),
	}, nil
}

// RingOval warns that bore or hub is oval by more than a quarter of the clearance.
const RingOval = "oval"

// Warnings are those of the shape.
func (r Ring) Warnings() []string {
	if r.Clearance > 0 && 4*max(r.BoreOval, r.HubOval) > r.Clearance {
		return []string{RingOval}
	}
	return nil
}

func mean(list []quantity.Length) float64 {
	var sum float64
	for _, l := range list {
		sum += float64(l)
	}
	return sum / float64(len(list))
}
