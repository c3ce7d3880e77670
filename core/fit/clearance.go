package fit

import (
	"math"

	"settle/core/field"
	"settle/core/judge"
	"settle/core/quantity"
)

// Group is a group of radial internal clearance.
type Group string

// The groups of ISO 5753-1, from tight to wide.
const (
	C2     Group = "C2"
	Normal Group = "N"
	C3     Group = "C3"
	C4     Group = "C4"
)

// Groups lists them.
var Groups = []Group{C2, Normal, C3, C4}

// clearances is the radial internal clearance of deep-groove ball bearings with a
// cylindrical bore before they are mounted, ISO 5753-1, in µm: C2, normal, C3 and C4, by
// bore over the size before up to this one, in mm; over 6 at first.
var clearances = []struct {
	to    int64
	group [4][2]int64
}{
	{10, [4][2]int64{{0, 7}, {2, 13}, {8, 23}, {14, 29}}}, {18, [4][2]int64{{0, 9}, {3, 18}, {11, 25}, {18, 33}}},
	{24, [4][2]int64{{0, 10}, {5, 20}, {13, 28}, {20, 36}}}, {30, [4][2]int64{{1, 11}, {5, 20}, {13, 28}, {23, 41}}},
	{40, [4][2]int64{{1, 11}, {6, 20}, {15, 33}, {28, 46}}}, {50, [4][2]int64{{1, 11}, {6, 23}, {18, 36}, {30, 51}}},
	{65, [4][2]int64{{1, 15}, {8, 28}, {23, 43}, {38, 61}}}, {80, [4][2]int64{{1, 15}, {10, 30}, {25, 51}, {46, 71}}},
	{100, [4][2]int64{{1, 18}, {12, 36}, {30, 58}, {53, 84}}}, {120, [4][2]int64{{2, 20}, {15, 41}, {36, 66}, {61, 97}}},
	{140, [4][2]int64{{2, 23}, {18, 48}, {41, 81}, {71, 114}}}, {160, [4][2]int64{{2, 23}, {18, 53}, {46, 91}, {81, 130}}},
	{180, [4][2]int64{{2, 25}, {20, 61}, {53, 102}, {91, 147}}},
	{200, [4][2]int64{{2, 30}, {25, 71}, {63, 117}, {107, 163}}},
}

// InternalClearance returns the radial internal clearance of a deep-groove bearing of a
// group before it is mounted, and false for a bore outside 6 to 200 mm or another group.
func InternalClearance(bore quantity.Length, group Group) (Band, bool) {
	if bore <= over*quantity.Millimetre {
		return Band{}, false
	}
	for _, c := range clearances {
		if bore > quantity.Length(c.to)*quantity.Millimetre {
			continue
		}
		for i, g := range Groups {
			if g == group {
				b := nm(c.group[i])
				return Band{quantity.Length(b[0]), quantity.Length(b[1])}, true
			}
		}
	}
	return Band{}, false
}

// Mounted is a deep-groove ball bearing with a cylindrical bore on its seats. Interferences
// are the least and the most, positive where they grip.
type Mounted struct {
	Bore, Outside quantity.Length
	Group         Group
	Shaft         Band
	Hollow        bool // the shaft
	Housing       *Band
	InnerHotter   float64      // K, the inner ring above the outer
	Limit         judge.Bounds // what is to be left
}

// Left is what is left of the internal clearance. Smoothing of the seats is not taken off.
type Left struct {
	Group                  Band // before it is mounted
	ShaftLoss, HousingLoss Band
	HeatLoss               quantity.Length
	Cold                   Band // mounted, without heat: the worst and the best that can come together
	Hot                    Band
	Middle                 quantity.Length
	Likely                 Band
	Result                 Likelihood

	middle, least, most float64 // nm, not rounded: of what is likely
}

// Likelihood says how what is likely to be left stands to its limit.
type Likelihood string

// What is likely.
const (
	LikelyWithin Likelihood = "within" // both ends of what is likely are inside
	LikelyClose  Likelihood = "close"  // the middle is, an end is not
	LikelyOut    Likelihood = "out"    // the middle is outside
)

// Shares of an interference that come off the clearance, and the expansion of bearing
// steel. General, to be replaced by the maker's values.
const (
	solidShare   = 0.8
	hollowShare  = 0.7
	housingShare = 0.7
	steel        = 12e-6 // 1/K
)

// Run works out what is left: a share of each interference comes off, and the inner ring's
// growth at the mean of its raceway, (4·outside + bore)/5. What is likely is the middle ±
// the half widths of group and losses, squared and added.
func (m Mounted) Run() (Left, error) {
	group, ok := InternalClearance(m.Bore, m.Group)
	switch {
	case m.Bore <= over*quantity.Millimetre || m.Bore > 200*quantity.Millimetre:
		return Left{}, field.Errorf("bore", "is %s: the table serves bores over 6 mm up to 200 mm", m.Bore)
	case !ok:
		return Left{}, field.Errorf("group", "is %q: write C2, N, C3 or C4", m.Group)
	case m.Outside <= m.Bore:
		return Left{}, field.Errorf("outside", "is not larger than the bore: it is the outside diameter of the bearing")
	case m.Shaft.Low > m.Shaft.High:
		return Left{}, field.Errorf("shaft", "has its least over its most: the least is the smaller of the two")
	case m.Housing != nil && m.Housing.Low > m.Housing.High:
		return Left{}, field.Errorf("housing", "has its least over its most: the least is the smaller of the two")
	case !(m.InnerHotter >= -50 && m.InnerHotter <= 100):
		return Left{}, field.Errorf("inner_hotter_k", "is %g: write how much hotter the inner ring runs, -50 to 100 K",
			m.InnerHotter)
	}
	share := solidShare
	if m.Hollow {
		share = hollowShare
	}
	shaft := lossOf(m.Shaft, share)
	housing := loss{}
	if m.Housing != nil {
		housing = lossOf(*m.Housing, housingShare)
	}
	heat := float64(steel * m.InnerHotter * float64(4*m.Outside+m.Bore) / 5)
	low, high := float64(group.Low)-shaft.most-housing.most, float64(group.High)-shaft.least-housing.least
	middle := float64((low+high)/2) - heat
	half := math.Sqrt(square(float64(float64(group.High-group.Low)/2)) + square(float64((shaft.most-shaft.least)/2)) +
		square(float64((housing.most-housing.least)/2)))
	left := Left{Group: group, ShaftLoss: shaft.band(), HousingLoss: housing.band(), HeatLoss: toWhole(heat),
		Cold: band(low, high), Hot: band(low-heat, high-heat), Middle: toWhole(middle),
		Likely: band(middle-half, middle+half)}
	left.middle, left.least, left.most = middle, middle-half, middle+half
	left.Result = LikelyClose
	switch {
	case m.margin(left.middle, left.middle) < 0:
		left.Result = LikelyOut
	case m.margin(left.least, left.most) >= 0:
		left.Result = LikelyWithin
	}
	return left, nil
}

// margin is how far the ends of a range, in nm, are inside the limit, negative outside.
func (m Mounted) margin(low, high float64) float64 {
	margin := math.Inf(1)
	if m.Limit.Min != nil {
		margin = min(margin, low-float64(*m.Limit.Min))
	}
	if m.Limit.Max != nil {
		margin = min(margin, float64(*m.Limit.Max)-high)
	}
	return margin
}

// littleUnder is how far what is likely may go under the least, and the group still be fitted:
// a trace of preload that the first hours take away. General.
const littleUnder = float64(5 * quantity.Micrometre)

// ToFit is the group to fit: the first of the normal group, C3 and C4 whose middle is inside the
// limit and which is likely to have no more than a trace of preload; where none is, the one with the
// largest margin. Result is what it comes to.
func (m Mounted) ToFit() (fits Group, result Likelihood) {
	best := math.Inf(-1)
	for _, g := range Groups[1:] {
		m.Group = g
		left, err := m.Run()
		if err != nil {
			continue
		}
		if m.margin(left.middle, left.middle) >= 0 &&
			(m.Limit.Min == nil || left.least >= float64(*m.Limit.Min)-littleUnder) {
			return g, left.Result
		}
		if margin := m.margin(left.least, left.most); margin > best {
			best, fits, result = margin, g, left.Result
		}
	}
	return fits, result
}

// loss is what an interference takes off the clearance, in nm.
type loss struct{ least, most float64 }

func lossOf(interference Band, share float64) loss {
	return loss{float64(share * float64(max(interference.Low, 0))), float64(share * float64(max(interference.High, 0)))}
}

func (l loss) band() Band { return band(l.least, l.most) }

func band(low, high float64) Band { return Band{toWhole(low), toWhole(high)} }

func square(x float64) float64 { return float64(x * x) }

func toWhole(nm float64) quantity.Length { return quantity.Length(math.Round(nm)) }
