package setting_test

import (
	"fmt"

	"settle/core/quantity"
	"settle/core/setting"
)

// Thirty-one thou are to become sixteen to twenty, and a shim more closes the gap.
func ExampleShims_Best() {
	thou := quantity.Thou
	low, high := 16*thou, 20*thou
	q := setting.Shims{Kit: []setting.Spare{{Thickness: 2 * thou, Count: 6}, {Thickness: 10 * thou, Count: 2}}, Stacks: 1,
		InPlace: []quantity.Length{3 * thou}, Measured: 31 * thou, Adding: setting.Closes,
		Target: setting.Window{Min: &low, Max: &high}, MaxPieces: 5, Answers: 1}
	answers, found, err := q.Best()
	if err != nil || !found {
		fmt.Println(found, err)
		return
	}
	best := answers[0]
	fmt.Println("put on", best.Add, "take off", best.Remove)
	fmt.Println("clearance", best.Clearance.In(quantity.UnitThou, 1), "thou")
	// Output:
	// put on [0.254 mm 0.0508 mm 0.0508 mm 0.0508 mm] take off [0.0762 mm]
	// clearance 18.0 thou
}

// The order in which eight bolts are drawn up, and what a wrench lengthened by a
// crow-foot is set to for 30 N·m.
func ExampleCrossing() {
	order, err := setting.Crossing(8)
	fmt.Println(order, err)
	set, err := setting.WrenchSetting(30*quantity.NewtonMetre, 400*quantity.Millimetre, 75*quantity.Millimetre)
	fmt.Printf("%.1f N·m %v\n", set.NM(), err)
	// Output:
	// [1 5 3 7 2 6 4 8] <nil>
	// 25.3 N·m <nil>
}

// A bore of 50 mm that grips by 18 µm at the most.
func ExampleHeat_Run() {
	h := setting.Heat{Bore: 50 * quantity.Millimetre, Interference: 18 * quantity.Micrometre, Ambient: 20, Cap: 110}
	r, err := h.Run()
	fmt.Printf("heat to %.1f °C, %.1f °C below the cap, %v\n", r.Target, r.Spare, err)
	// Output: heat to 91.7 °C, 18.3 °C below the cap, <nil>
}
