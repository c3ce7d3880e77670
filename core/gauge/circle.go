package gauge

import (
	"math"
	"slices"

	"settle/core/quantity"
)

// droop is what the sag of the arm took off a reading at this place, in nm:
// an arm clamped to the shaft reads low at 6 on a rim and high in a bore.
func (d Dial) droop(degrees float64) float64 {
	if d.Sag == nil {
		return 0
	}
	droop := -float64(*d.Sag) * (1 - math.Cos(degrees*math.Pi/180)) / 2
	if d.Surface == Bore {
		return -droop
	}
	return droop
}

type circle struct{ level, amplitude, degrees, form, worth float64 }

// fit lays the least-squares circle through the readings, in nm. Readings crowded into
// less than half the circle fix none, nor do those of too little worth: that is 1/√λ, λ the
// smaller eigenvalue of the normal matrix of cosθ and sinθ, centred. Gram-Schmidt on the columns
// 1, cosθ, sinθ keeps three readings nearly in line from losing digits. Products are
// rounded before they are added, so that a machine which fuses the two comes to the
// same last digit.
func (d Dial) fit(value []float64) (circle, bool) {
	n := len(value)
	if n < 3 || d.widestGap() > 180+slack {
		return circle{}, false
	}
	var small [16 * 2]float64
	cos, sin := small[:0:16], small[16:16]
	var meanCos, meanSin, mean float64
	for i, x := range d.Readings {
		s, c := math.Sincos(x.Degrees * math.Pi / 180)
		cos, sin = append(cos, c), append(sin, s)
		meanCos += c / float64(n)
		meanSin += s / float64(n)
		mean += value[i] / float64(n)
	}
	var cc, cs, cv, sines float64
	for i := range value {
		c, s, v := cos[i]-meanCos, sin[i]-meanSin, value[i]-mean
		cc, cs, cv, sines = cc+float64(c*c), cs+float64(c*s), cv+float64(c*v), sines+float64(s*s)
	}
	worth := 1 / math.Sqrt(float64((cc+sines)/2)-math.Hypot((cc-sines)/2, cs))
	if cc == 0 || !(worth <= worthy) {
		return circle{}, false
	}
	var ss, sv float64
	for i := range value {
		c, v := cos[i]-meanCos, value[i]-mean
		s := sin[i] - meanSin - float64(cs/cc*c)
		ss, sv = ss+float64(s*s), sv+float64(s*(v-float64(cv/cc*c)))
	}
	if ss == 0 {
		return circle{}, false
	}
	b := sv / ss
	a := cv/cc - float64(cs/cc*b)
	level := mean - float64(a*meanCos) - float64(b*meanSin)
	low, high := math.Inf(1), math.Inf(-1)
	for i := range value {
		residual := value[i] - level - float64(a*cos[i]) - float64(b*sin[i])
		low, high = min(low, residual), max(high, residual)
	}
	return circle{level, math.Hypot(a, b), math.Atan2(b, a) * 180 / math.Pi, high - low, worth}, true
}

// places are where the readings stand, sorted, in the room given.
func (d Dial) places(at []float64) []float64 {
	for _, x := range d.Readings {
		at = append(at, x.Degrees)
	}
	slices.Sort(at)
	return at
}

func (d Dial) widestGap() float64 {
	var room [16]float64
	at := d.places(room[:0])
	widest := at[0] + 360 - at[len(at)-1]
	for i := 1; i < len(at); i++ {
		widest = max(widest, at[i]-at[i-1])
	}
	return widest
}

func (d Dial) sumRule(value []float64) (float64, bool) {
	var sum float64
	seen := 0
	for i, x := range d.Readings {
		switch x.Degrees {
		case 0, 180:
			sum += value[i]
			seen++
		case 90, 270:
			sum -= value[i]
			seen++
		}
	}
	return sum, seen == 4
}

// direction brings an angle to one decimal in 0 ≤ … < 360.
func direction(degrees float64) float64 {
	d := math.Mod(math.Round(degrees*10)/10+720, 360)
	return math.Round(d*10) / 10
}

// whole rounds nm to a whole length, halves away from zero.
func whole(nm float64) quantity.Length { return quantity.Length(math.Round(nm)) }
