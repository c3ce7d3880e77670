package gauge_test

import (
	"fmt"

	"settle/core/gauge"
	"settle/core/quantity"
)

// A shaft that stands 2 thou high at 3 o'clock, read at the four quarters.
func ExampleDial_Run() {
	d := gauge.Dial{Surface: gauge.Rim, Indicator: gauge.Fixed, Graduation: quantity.Thou / 2}
	for i, thou := range []quantity.Length{0, 2, 0, -2} {
		d.Readings = append(d.Readings, gauge.Reading{Degrees: float64(i * 90), Value: thou * quantity.Thou})
	}
	r, err := d.Run()
	if err != nil {
		fmt.Println(err)
		return
	}
	fmt.Println("total", r.TIR.In(quantity.UnitThou, 1), "thou, off centre", r.Eccentricity.In(quantity.UnitThou, 1),
		"thou, high at", gauge.DegreesClock(*r.HighDeg), "o'clock, good to", r.Uncertainty.Length().In(quantity.UnitThou, 2))
	// Output: total 4.0 thou, off centre 2.0 thou, high at 3 o'clock, good to 0.41
}

// Three pushes and pulls of a shaft.
func ExamplePlay() {
	f, err := gauge.Play([]gauge.Trial{{In: 0, Out: 3 * quantity.Thou}, {In: 0, Out: 3 * quantity.Thou},
		{In: quantity.Thou, Out: 5 * quantity.Thou}}, quantity.Thou/2, 0)
	fmt.Println(f.Mean.In(quantity.UnitThou, 2), "thou, spread", f.Spread.In(quantity.UnitThou, 2), f.Warnings, err)
	// Output: 3.33 thou, spread 1.00 [] <nil>
}

// A face read at three places below its datum.
func ExampleDepthOf() {
	mm := quantity.Millimetre
	d, err := gauge.DepthOf([]quantity.Length{5*mm + mm/50, 5*mm + mm/20, 5*mm + 2*mm/25}, mm/100, 0)
	fmt.Println(d.Mean, d.Spread, d.Uncertainty, err)
	// Output: 5.05 mm 0.06 mm 0.005774 mm <nil>
}
