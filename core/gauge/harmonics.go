package gauge

import (
	"math"

	"settle/core/quantity"
)

// Harmonics are the first three Fourier terms of readings round a circle, each as highest −
// lowest of its wave. Once round is off centre (or tilted, on a face), twice is oval (or
// warped), three times is three-lobed, the mark of a chuck. General practice of roundness.
type Harmonics struct {
	Once   quantity.Length `json:"once_um"`
	Twice  quantity.Length `json:"twice_um"`
	Thrice quantity.Length `json:"thrice_um"`
	// Where a wave is highest, in degrees; of an oval the other high lies opposite. Nil
	// where the wave is less than half a division.
	OnceDeg  *float64 `json:"once_deg"`
	TwiceDeg *float64 `json:"twice_deg"`
	// Of a recorded turn alone.
	ThriceDeg *float64 `json:"thrice_deg,omitempty"`
}

// What harmonics need: so many readings, and how far a step may be off its equal share.
const (
	enough    = 8
	stepSlack = 0.1 // degrees
)

// harmonics works them out of the readings, in nm, sag taken off; nil where there are too
// few or their steps are not alike.
func (d Dial) harmonics(value []float64) *Harmonics {
	n := len(value)
	if n < enough || !d.equalSteps() {
		return nil
	}
	var mean float64
	for _, v := range value {
		mean += v / float64(n)
	}
	wave := func(times float64) (height quantity.Length, degrees float64) {
		var a, b float64
		for i, x := range d.Readings {
			sin, cos := math.Sincos(times * x.Degrees * math.Pi / 180)
			a, b = a+float64((value[i]-mean)*cos), b+float64((value[i]-mean)*sin)
		}
		return whole(4 / float64(n) * math.Hypot(a, b)), math.Atan2(b, a) * 180 / math.Pi
	}
	var h Harmonics
	var once, twice float64
	h.Once, once = wave(1)
	h.Twice, twice = wave(2)
	h.Thrice, _ = wave(3)
	if 2*h.Once >= d.Graduation {
		at := direction(once)
		h.OnceDeg = &at
	}
	if 2*h.Twice >= d.Graduation {
		at := math.Mod(direction(math.Mod(twice+360, 360)/2), 180)
		h.TwiceDeg = &at
	}
	return &h
}

// equalSteps reports whether the readings stand equally far apart.
func (d Dial) equalSteps() bool {
	var room [16]float64
	places := d.places(room[:0])
	step := 360 / float64(len(places))
	for i, at := range places {
		next := places[0] + 360
		if i+1 < len(places) {
			next = places[i+1]
		}
		if math.Abs(next-at-step) > stepSlack+slack {
			return false
		}
	}
	return true
}
