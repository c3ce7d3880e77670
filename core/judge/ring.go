package judge

import (
	"slices"

	"settle/core/field"
	"settle/core/gauge"
	"settle/core/quantity"
)

// RingFactor is how many times its new clearance a wear ring may come to before it
// is replaced, where neither maker nor shop says otherwise: a rule of thumb.
const RingFactor = 2.0

// RingBounds is what the clearance of a wear ring may come to, with its clearance when
// new; factor is RingFactor unless somebody said otherwise.
func RingBounds(fresh quantity.Length, factor float64) Bounds {
	top := quantity.Length(float64(float64(fresh)*factor) + 0.5)
	return Bounds{Max: &top}
}

// RingSpan is the diametral clearance of new rings; either end may be unknown.
type RingSpan struct{ Min, Max *quantity.Length }

// RingUse is how a pair of rings runs: what the least clearance hangs on.
type RingUse struct {
	Diameter float64 // nm, of the hub
	Galling  bool    // austenitic stainless or duplex on its like
	Hot      bool    // above 260 °C
}

// The warnings of a ring, as codes.
const (
	BelowGeneral  = "below-general"  // the maker's clearance is less than the general least: the maker is believed
	BeyondGeneral = "beyond-general" // larger than the table of least clearances
	Interference  = "interference"   // the hub is not smaller than its bore
)

// leastUnder is the least running clearance by the hub's diameter, which is under the
// first figure; both in hundredths of a millimetre. General table, from common practice of
// running clearances, to be replaced by the maker's value.
var leastUnder = [][2]quantity.Length{
	{50, 25},
	{65, 28},
	{80, 30},
	{90, 33},
	{100, 35},
	{115, 38},
	{125, 40},
	{150, 43},
	{175, 45},
	{200, 48},
	{225, 50},
	{250, 53},
	{275, 55},
	{300, 58},
	{325, 60},
}

// Beyond the rows 0.025 mm more for each 25 mm or part of them, up to 650 mm.
const (
	lastRow      = 325 * quantity.Millimetre
	beyondRows   = 650 * quantity.Millimetre
	stepDiameter = 25 * quantity.Millimetre
	stepLeast    = 25 * quantity.Micrometre
	moreLeast    = 125 * quantity.Micrometre // where they gall on each other, or run hot
)

// LeastRing is the general least clearance of rings, and false where the table has none.
func LeastRing(use RingUse) (quantity.Length, bool) {
	if use.Diameter >= float64(beyondRows) {
		return 0, false
	}
	least := 600*quantity.Micrometre +
		stepLeast*(1+quantity.Length((use.Diameter-float64(lastRow))/float64(stepDiameter)))
	for _, row := range leastUnder {
		if use.Diameter < float64(row[0]*quantity.Millimetre) {
			least = row[1] * 10 * quantity.Micrometre
			break
		}
	}
	if use.Galling || use.Hot {
		least += moreLeast
	}
	return least, true
}

// RingWindow is what rings are built into: what is new where that is known, and not less
// than the general least. From is where the lower end comes from.
func RingWindow(fresh RingSpan, use RingUse) (window Bounds, from Origin, warnings []string) {
	if fresh.Min != nil {
		return Bounds(fresh), Maker, nil
	}
	least, ok := LeastRing(use)
	switch {
	case !ok:
		return Bounds{Max: fresh.Max}, None, []string{BeyondGeneral}
	case fresh.Max != nil && least > *fresh.Max:
		return Bounds{Max: fresh.Max}, None, []string{BelowGeneral}
	}
	return Bounds{Min: &least, Max: fresh.Max}, General, nil
}

// Ring judges the clearance of rings. A hub that is not smaller than its bore is out
// whatever the bounds, also without any; as built a clearance of nothing is left to them.
func Ring(x gauge.Ring, b Bounds, asBuilt bool) (Verdict, []string) {
	v, warnings := Length(x.Clearance, x.Uncertainty, b), x.Warnings()
	if x.Interferes > 0 || x.Interferes == 0 && !asBuilt {
		v.Result, v.Margin = Out, &x.Clearance
		warnings = append(warnings, Interference)
	}
	slices.Sort(warnings)
	return v, warnings
}

// CheckRing says what cannot be: a clearance of new rings is more than nothing.
func CheckRing(fresh RingSpan, use RingUse) error {
	switch {
	case fresh.Max != nil && *fresh.Max <= 0:
		return field.Errorf("new", "must be greater than zero: the diametral clearance of new rings")
	case fresh.Min != nil && *fresh.Min < 0:
		return field.Errorf("new.min", "is below zero: the least clearance of new rings is nothing or more")
	case fresh.Min != nil && fresh.Max != nil && *fresh.Min > *fresh.Max:
		return field.Errorf("new", "has its min over its max: the min is the smaller of the two")
	case !(use.Diameter > 0):
		return field.Errorf("diameter", "must be greater than zero: the diameter at which the rings run")
	}
	return nil
}
