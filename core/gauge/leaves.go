package gauge

import "settle/core/quantity"

// Leaves returns the leaves of a common feeler set, thin to thick: in thou
// 1 to 25 with the half in between up to 10, and on to 40 by fives; in
// millimetres 0.03 to 0.10 by hundredths, to 1.00 by twentieths. Inch units
// give the first, metric ones the second.
func Leaves(unit quantity.Unit) []quantity.Length {
	var leaves []quantity.Length
	if unit == quantity.UnitThou || unit == quantity.UnitInch {
		for half := quantity.Length(2); half <= 20; half++ {
			leaves = append(leaves, half*quantity.Thou/2)
		}
		for thou := quantity.Length(11); thou <= 25; thou++ {
			leaves = append(leaves, thou*quantity.Thou)
		}
		for thou := quantity.Length(30); thou <= 40; thou += 5 {
			leaves = append(leaves, thou*quantity.Thou)
		}
		return leaves
	}
	for hundredths := quantity.Length(3); hundredths <= 10; hundredths++ {
		leaves = append(leaves, hundredths*10*quantity.Micrometre)
	}
	for hundredths := quantity.Length(15); hundredths <= 100; hundredths += 5 {
		leaves = append(leaves, hundredths*10*quantity.Micrometre)
	}
	return leaves
}
