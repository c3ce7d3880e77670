package align_test

import (
	"fmt"

	"settle/core/align"
	"settle/core/quantity"
)

// A laser shows the driver 0.10 mm low and sloping up away from the coupling. What goes
// under its feet, 200 and 500 mm behind, takes both out.
func ExampleCorrect() {
	s := align.State{Vertical: align.Axis{Offset: -quantity.Millimetre / 10, Slope: 0.0001}}
	moves, err := align.Correct(s, align.Feet{Front: 200 * quantity.Millimetre, Back: 500 * quantity.Millimetre},
		align.Growth{}, nil)
	fmt.Println("front", moves.Front.Shim, "back", moves.Back.Shim, err)
	// Output: front 0.08 mm back 0.05 mm <nil>
}

// The general tolerance at 1,450 rpm.
func ExampleForSpeed() {
	t, ok := align.ForSpeed(1450)
	fmt.Println(t.Offset, align.MmPerM(t.Angle) > 0, t.Source != "", ok)
	// Output: 0.09 mm true true true
}
