package gauge

import (
	"math"

	"settle/core/field"
	"settle/core/quantity"
)

// Uncertainty is half the width of the band in which 95 % of readings lie, in nm, not rounded:
// what is compared with it is compared before rounding.
type Uncertainty float64

// Length is the uncertainty to a whole nanometre, as it is shown.
func (u Uncertainty) Length() quantity.Length { return whole(float64(u)) }

// String is the uncertainty as a length.
func (u Uncertainty) String() string { return u.Length().String() }

// Every uncertainty is for 95 % (k = 2) and of the gauge alone: a reading is good to half a
// division, evenly spread (JCGM 100:2008, 4.3.7); the maximum permissible error of the
// gauge, evenly spread over ± mpe, comes on top of it squared. All are in nm.

// DifferenceUncertainty is that of the difference of two readings of a gauge with this
// graduation and this maximum permissible error: √(g²·2/3 + (2·mpe/√3)²).
func DifferenceUncertainty(graduation, mpe quantity.Length) Uncertainty {
	return Uncertainty(withError(differenceOf(graduation), mpe))
}

// DirectUncertainty is that of one direct reading: √(g²/3 + (2·mpe/√3)²).
func DirectUncertainty(graduation, mpe quantity.Length) Uncertainty {
	return Uncertainty(withError(directOf(graduation), mpe))
}

func differenceOf(graduation quantity.Length) float64 { return float64(graduation) * math.Sqrt(2.0/3) }

func directOf(graduation quantity.Length) float64 { return float64(graduation) / math.Sqrt(3) }

func withError(u float64, mpe quantity.Length) float64 {
	if mpe == 0 {
		return u
	}
	return math.Hypot(u, 2*float64(mpe)/math.Sqrt(3))
}

// A set-up fails by what its gauge can show, but never by less than this: the last digit of a fine
// gauge is dirt and breath.
const leastFault = 5 * quantity.Micrometre

// Returns is how far a dial may be off as it comes back to its start: a division.
func Returns(graduation quantity.Length) quantity.Length { return max(graduation, leastFault) }

// Repeats is how far readings of one thing may differ: two divisions.
func Repeats(graduation quantity.Length) quantity.Length { return max(2*graduation, leastFault) }

// CheckError says whether a maximum permissible error can be one: it is nothing or more.
func CheckError(mpe quantity.Length) error {
	if mpe < 0 {
		return field.Errorf("mpe", "is below zero: write the gauge's maximum permissible error without a sign")
	}
	return nil
}
