package setting

import (
	"math"

	"settle/core/quantity"
)

// whole rounds nm to a whole length, halves away from zero.
func whole(nm float64) quantity.Length { return quantity.Length(math.Round(nm)) }

// half is half of a length, halves of a nanometre away from zero.
func half(l quantity.Length) quantity.Length { return whole(float64(l) / 2) }

// floorHalf is ⌊x + ½⌋.
func floorHalf(x float64) float64 { return math.Floor(x + 0.5) }
