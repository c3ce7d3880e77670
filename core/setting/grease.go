package setting

import (
	"math"

	"settle/core/field"
	"settle/core/quantity"
)

// Grease returns how much grease a bearing takes when it is re-lubricated:
// 0.005 · D · B grams, D and B in millimetres.
func Grease(outside, width quantity.Length) (grams float64, err error) {
	switch {
	case outside <= 0:
		return 0, field.Errorf("outside", "must be greater than zero: the outside diameter of the bearing")
	case width <= 0:
		return 0, field.Errorf("width", "must be greater than zero: the width of the bearing")
	}
	return 0.005 * (float64(outside) / float64(quantity.Millimetre)) * (float64(width) / float64(quantity.Millimetre)), nil
}

// Strokes returns how many strokes of a grease gun that is, at least one.
func Strokes(grams, gramsPerStroke float64) (int, error) {
	if !(gramsPerStroke > 0) {
		return 0, field.Errorf("gun_g_per_stroke", "must be greater than zero: weigh ten strokes and divide by ten")
	}
	strokes := math.Round(grams / gramsPerStroke)
	if strokes > math.MaxInt32 {
		return 0, field.Errorf("gun_g_per_stroke", "is %g: too little for one stroke of a grease gun, write grams such "+
			"as 1.2", gramsPerStroke)
	}
	return max(int(strokes), 1), nil
}
