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

// Strokes returns how many strokes of a grease gun that is; 0 where it is under half of one, and has
// to be weighed.
func Strokes(grams, gramsPerStroke float64) (int, error) {
	if !(gramsPerStroke > 0) {
		return 0, field.Errorf("gun_g_per_stroke", "must be greater than zero: weigh ten strokes and divide by ten")
	}
	strokes := math.Round(grams / gramsPerStroke)
	if strokes > math.MaxInt32 {
		return 0, field.Errorf("gun_g_per_stroke", "is %g: too little for one stroke of a grease gun, write grams such "+
			"as 1.2", gramsPerStroke)
	}
	return int(strokes), nil
}

// FirstFill is a bearing that is filled when it is new: its dimensions, and its mass in kg
// as bearing tables give it.
type FirstFill struct {
	Bore, Outside, Width quantity.Length
	Mass                 float64
}

// What a first fill is worked out with: densities in g/cm³.
const (
	steelDensity  = 7.8
	greaseDensity = 0.9
)

// Free is the free space in the bearing, in cm³: π/4 · B · (D² − d²) less the steel in it.
func (f FirstFill) Free() (float64, error) {
	for _, x := range []struct {
		name  string
		value quantity.Length
	}{{"bore", f.Bore}, {"outside", f.Outside}, {"width", f.Width}} {
		if x.value <= 0 {
			return 0, field.Errorf("first_fill."+x.name, "must be greater than zero: a dimension of the bearing")
		}
	}
	switch {
	case !(f.Mass > 0):
		return 0, field.Errorf("first_fill.mass_kg", "must be greater than zero: kg as the bearing table gives it")
	case f.Bore >= f.Outside:
		return 0, field.Errorf("first_fill.bore", "is not smaller than the outside diameter")
	}
	cm := func(l quantity.Length) float64 { return float64(l) / float64(10*quantity.Millimetre) }
	ring := float64(math.Pi / 4 * cm(f.Width) * (square(cm(f.Outside)) - square(cm(f.Bore))))
	free := ring - float64(f.Mass*1000/steelDensity)
	if free <= 0 {
		return 0, field.Errorf("first_fill.mass_kg", "is heavier than a solid ring of that size: look at its unit, kg")
	}
	return free, nil
}

// FillGrams is how much grease fills a share of a free space in cm³.
func FillGrams(free, share float64) float64 { return share * free * greaseDensity }

func square(x float64) float64 { return float64(x * x) }
