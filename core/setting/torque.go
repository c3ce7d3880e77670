package setting

import (
	"strconv"

	"settle/core/field"
	"settle/core/quantity"
)

// MaxBolts bounds a bolt circle.
const MaxBolts = 64

// DefaultPasses is how a joint is drawn up unless the plan says otherwise, in
// percent of the torque.
var DefaultPasses = []float64{30, 70, 100}

// maxPasses bounds a list of passes.
const maxPasses = 20

// WrenchSetting is what a wrench of the given length is set to when a crow-foot
// or an extension lengthens it in line: torque · L / (L + E).
func WrenchSetting(torque quantity.Torque, wrench, extension quantity.Length) (quantity.Torque, error) {
	switch {
	case wrench <= 0:
		return 0, field.Errorf("wrench", "must be greater than zero: from the middle of the square to the middle of the grip")
	case extension < 0:
		return 0, field.Errorf("extension", "is below zero: from the middle of the square to the middle of the bolt")
	}
	return torque * quantity.Torque(float64(wrench)/float64(wrench+extension)), nil
}

// CheckPasses says whether a list of passes, in percent, can be used.
func CheckPasses(passes []float64) error {
	if len(passes) == 0 || len(passes) > maxPasses {
		return field.Errorf("passes", "has %d passes: write 1 to %d, in percent, such as 30, 70, 100", len(passes), maxPasses)
	}
	for i, p := range passes {
		if !(p > 0 && p <= 100) {
			return field.Errorf(at("passes", i), "is %g: write percent of the torque, over 0 and up to 100", p)
		}
	}
	return nil
}

// Crossing returns the order, bolts numbered from 1, in which n bolts are
// tightened so that each is followed by one across from it. n is 1 to MaxBolts.
func Crossing(n int) ([]int, error) {
	if n < 1 || n > MaxBolts {
		return nil, field.Errorf("bolts", "is %d: write 1 to %d", n, MaxBolts)
	}
	order := make([]int, 0, n)
	switch {
	case n%4 == 0:
		for k := 1; k <= n/4; k++ {
			order = append(order, k, k+n/2, k+n/4, k+3*n/4)
		}
	case n%2 == 0:
		for k := 1; k <= n/2; k++ {
			order = append(order, k, k+n/2)
		}
	default:
		for i, k := 0, 0; i < n; i, k = i+1, (k+(n-1)/2)%n {
			order = append(order, k+1)
		}
	}
	return order, nil
}

// Round returns 1 … n, the order of the check pass.
func Round(n int) []int {
	order := make([]int, n)
	for i := range order {
		order[i] = i + 1
	}
	return order
}

func at(list string, i int) string { return list + "[" + strconv.Itoa(i) + "]" }
