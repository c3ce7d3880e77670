package setting

import (
	"cmp"
	"slices"

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
			return field.Errorf(field.At("passes", i), "is %g: write percent of the torque, over 0 and up to 100", p)
		}
		if i > 0 && p <= passes[i-1] {
			return field.Errorf("passes", "do not rise: write each greater than the one before it, the last 100")
		}
	}
	if passes[len(passes)-1] != 100 {
		return field.Errorf("passes", "end at %g: the last pass is the whole torque, 100", passes[len(passes)-1])
	}
	return nil
}

// Crossing returns the order, bolts numbered from 1, in which n bolts are
// tightened so that each is followed by one across from it, and each such pair by one near
// a right angle to it. n is 1 to MaxBolts.
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
		half := n / 2
		for j := range half {
			p := 1 + j*((half-1)/2)%half
			order = append(order, p, p+half)
		}
	default:
		for i, k := 0, 0; i < n; i, k = i+1, (k+(n-1)/2)%n {
			order = append(order, k+1)
		}
	}
	return order, nil
}

// MiddleOut returns the order for a split flange: bolts in rows along its length, numbered
// along the rows, tightened from the middle to both ends, crossing over.
func MiddleOut(rows, columns int) ([]int, error) {
	for _, side := range []struct {
		name string
		n    int
	}{{"rows", rows}, {"columns", columns}} {
		if side.n < 1 || side.n > MaxBolts {
			return nil, field.Errorf(side.name, "is %d: write how many, 1 to %d", side.n, MaxBolts)
		}
	}
	if rows*columns > MaxBolts {
		return nil, field.Errorf("columns", "make %d bolts with the rows: at most %d", rows*columns, MaxBolts)
	}
	order := Round(rows * columns)
	slices.SortStableFunc(order, func(a, b int) int {
		ax, ay := fromMiddle(a-1, rows, columns)
		bx, by := fromMiddle(b-1, rows, columns)
		return cmp.Or(cmp.Compare(abs(ax), abs(bx)), cmp.Compare(abs(ay), abs(by)),
			cmp.Compare(quarter(ax, ay), quarter(bx, by)))
	})
	return order, nil
}

// ColumnsOf is how many bolts stand in each of so many rows; bolts that do not stand in equal rows
// are an error on bolts.
func ColumnsOf(bolts, rows int) (int, error) {
	switch {
	case rows < 1 || rows > MaxBolts:
		return 0, field.Errorf("rows", "is %d: write how many, 1 to %d", rows, MaxBolts)
	case bolts < 1 || bolts > MaxBolts:
		return 0, field.Errorf("bolts", "is %d: write how many, 1 to %d", bolts, MaxBolts)
	case bolts%rows != 0:
		return 0, field.Errorf("bolts", "is %d, which do not stand in %d equal rows: count them again", bolts, rows)
	}
	return bolts / rows, nil
}

// fromMiddle is where a bolt stands, in halves of a step from the middle of the flange.
func fromMiddle(i, rows, columns int) (x, y int) {
	return 2*(i%columns) - (columns - 1), 2*(i/columns) - (rows - 1)
}

// quarter orders the bolts that stand alike round the middle so that each crosses over.
func quarter(x, y int) int {
	switch {
	case x <= 0 && y <= 0:
		return 0
	case x >= 0 && y >= 0:
		return 1
	case x < 0:
		return 2
	}
	return 3
}

func abs(n int) int { return max(n, -n) }

// Round returns 1 … n, the order of the check pass.
func Round(n int) []int {
	order := make([]int, n)
	for i := range order {
		order[i] = i + 1
	}
	return order
}
