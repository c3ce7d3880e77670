package quantity_test

import (
	"fmt"

	"settle/core/quantity"
)

// A length is typed as the bench writes it, and is exact whatever its unit.
func ExampleParse() {
	for _, text := range []string{"1-25/32 in", "2 thou", "0.05 mm", "18 µm"} {
		l, err := quantity.Parse(text, "")
		if err != nil {
			fmt.Println(err)
			return
		}
		fmt.Println(l.Exact(quantity.UnitMicrometre), "µm is", l.In(quantity.UnitThou, 1), "thou")
	}
	_, err := quantity.Parse("2", "")
	fmt.Println(err)
	// Output:
	// 45243.75 µm is 1781.3 thou
	// 50.8 µm is 2.0 thou
	// 50 µm is 2.0 thou
	// 18 µm is 0.7 thou
	// has no unit: write "2 thou" or "2 mm"
}

func ExampleSay() {
	s := quantity.Say("Within by %s", 12700*quantity.Nanometre)
	fmt.Println(s.Thou)
	fmt.Println(s.Mm)
	// Output:
	// Within by 0.5 thou
	// Within by 0.013 mm
}

func ExampleParseTorque() {
	t, err := quantity.ParseTorque("22 lbf·ft", "")
	fmt.Printf("%.1f N·m %v\n", t.NM(), err)
	// Output: 29.8 N·m <nil>
}
