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

// RingSpan is the diametral clearance of new rings; either end may be unknown. Nominal says that
// one length was given, of which Max holds the nominal.
type RingSpan struct {
	Min, Max *quantity.Length
	Nominal  bool
}

// How far a nominal clearance may be off as it is built, and how much of its least a worn ring may
// still have: less is too little to be wear, it seizes. General.
const (
	underNominal = 30 * quantity.Micrometre
	overNominal  = 100 * quantity.Micrometre
	stillRuns    = 0.6
)

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
	Interference  = "interference"   // the hub is somewhere not smaller than its bore
	RingTight     = "tight"          // under its least: it may seize
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

// base is the least clearance of new rings, and where it comes from; nil where nothing tells.
func (fresh RingSpan) base(use RingUse) (least *quantity.Length, from Origin, warnings []string) {
	switch {
	case fresh.Nominal:
		l := max(*fresh.Max-underNominal, half(*fresh.Max))
		return &l, OfNominal, nil
	case fresh.Min != nil:
		return fresh.Min, Maker, nil
	}
	table, ok := LeastRing(use)
	switch {
	case !ok:
		warnings = []string{BeyondGeneral}
	case fresh.Max != nil && table > *fresh.Max:
		warnings = []string{BelowGeneral}
	default:
		return &table, General, nil
	}
	if fresh.Max == nil {
		return nil, None, warnings
	}
	l := half(*fresh.Max)
	return &l, HalfOfNew, warnings
}

func half(l quantity.Length) quantity.Length { return (l + 1) / 2 }

// RingWindow is what the clearance of rings may be, and where its least comes from. As built it is
// that of new rings, their least from whoever tells it: the nominal, the maker, the general table,
// half of the most. As found the most is factor times the most of new ones, and the least a share
// of that same least: worn, but not yet seizing.
func RingWindow(fresh RingSpan, use RingUse, factor float64, built bool) (window Bounds, from Origin,
	warnings []string) {
	least, from, warnings := fresh.base(use)
	window = Bounds{Min: least, Max: fresh.Max}
	if built {
		if fresh.Nominal {
			top := *fresh.Max + overNominal
			window.Max = &top
		}
		return window, from, warnings
	}
	if fresh.Max != nil {
		top := quantity.Length(float64(float64(*fresh.Max)*factor) + 0.5)
		window.Max = &top
	}
	if least != nil {
		low := quantity.Length(float64(float64(*least)*stillRuns) + 0.5)
		window.Min = &low
	}
	return window, from, warnings
}

// Remedy is which way a clearance or a seat is put right.
type Remedy string

// What puts it right.
const (
	OpenRing  Remedy = "open"     // machine or polish the ring
	FindWhy   Remedy = "find-why" // galled, swollen, distorted: never machined by a general figure
	CloseRing Remedy = "close"    // replace or bush
)

// RingJudged is the verdict on rings.
type RingJudged struct {
	Verdict
	Remedy   Remedy // "" where there is nothing to put right
	Warnings []string
}

// Ring judges the clearance of rings. A hub that is somewhere not smaller than its bore is out
// whatever the bounds, also without any.
func Ring(x gauge.Ring, b Bounds, asBuilt bool) RingJudged {
	j := RingJudged{Verdict: Length(x.Clearance, x.Uncertainty, b), Warnings: x.Warnings()}
	tight := b.Min != nil && x.Clearance < *b.Min
	switch {
	case x.Smallest <= 0:
		j.Result, j.Margin = Out, &x.Smallest
		j.Warnings, tight = append(j.Warnings, Interference), true
	default:
		var coarse bool
		if j.Verdict, coarse = j.Verdict.Coarse(b); coarse {
			j.Warnings = withWarning(j.Warnings, TooCoarse)
			return j
		}
		if tight {
			j.Warnings = append(j.Warnings, RingTight)
		}
	}
	switch {
	case tight && asBuilt:
		j.Remedy = OpenRing
	case tight:
		j.Remedy = FindWhy
	case b.Max != nil && x.Clearance > *b.Max:
		j.Remedy = CloseRing
	}
	slices.Sort(j.Warnings)
	return j
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
