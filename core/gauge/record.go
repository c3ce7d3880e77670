package gauge

import (
	"math"
	"slices"

	"settle/core/field"
	"settle/core/quantity"
)

// TurnRecord is one whole turn, sampled by a digital indicator from the mark round to the mark again.
type TurnRecord struct {
	Surface    Surface
	Indicator  Indicator
	Graduation quantity.Length
	Samples    []quantity.Length
	At         []float64 // degrees, one for each sample; nil where they are evenly spaced
	MPE        quantity.Length
}

// Form is what a turn shows beside being off centre.
type Form string

// The forms: a spot is a burr, a keyway, dirt.
const (
	Round       Form = "round"
	Oval        Form = "oval"
	ThreeLobed  Form = "three-lobed"
	RoughTurned Form = "rough"
	SpotOn      Form = "spot"
)

// TurnRead is what a recorded turn comes to. Pointers are nil where the readings do not tell.
type TurnRead struct {
	TIR          quantity.Length // highest − lowest, the drift taken off
	Closure      quantity.Length // last − first
	Eccentricity *quantity.Length
	HighDeg      *float64
	CentreDeg    *float64
	Harmonics    Harmonics
	Residual     quantity.Length // RMS of what the first three waves leave
	Shape        Form
	SpotDeg      *float64
	Uncertainty  Uncertainty
	Warnings     []string
}

// Drift is the warning that a turn did not come back to its first sample.
const Drift = "drift"

// What bounds a recorded turn.
const (
	fewestSamples = 25
	mostSamples   = 3601
	widestStep    = 30.0 // degrees
	// A form shows where it is as much as a share of the run-out, and more than dirt.
	formShare = 5
	// A residual stands out as a spot where it is so many times the RMS.
	spotShare = 4
)

// Read takes the drift off as a straight line in the angle, and fits the first three waves by least
// squares over the samples, the last, which repeats the first place, left out:
// w = c + Σ (a·cos mθ + b·sin mθ), m = 1, 2, 3.
func (t TurnRecord) Read() (TurnRead, error) {
	if err := t.check(); err != nil {
		return TurnRead{}, err
	}
	n := len(t.Samples) - 1
	at, w := make([]float64, n+1), make([]float64, n+1)
	closure := t.Samples[n] - t.Samples[0]
	for i, v := range t.Samples {
		at[i] = 360 * float64(i) / float64(n)
		if t.At != nil {
			at[i] = t.At[i]
		}
		w[i] = float64(v) - float64(float64(closure)*at[i]/360)
	}
	r := TurnRead{Closure: closure, Uncertainty: Uncertainty(withError(differenceOf(t.Graduation), t.MPE))}
	tir := slices.Max(w) - slices.Min(w)
	r.TIR = whole(tir)
	fit := waves(at[:n], w[:n])
	for m := range 3 {
		fit.tell(&r, m+1, t.Graduation)
	}
	if t.Surface != Face {
		e := whole(fit.height(1))
		r.Eccentricity, r.HighDeg, r.CentreDeg = &e, r.Harmonics.OnceDeg, r.Harmonics.OnceDeg
		if r.HighDeg != nil && t.Surface == Bore {
			centre := direction(*r.HighDeg + 180)
			r.CentreDeg = &centre
		}
	} else {
		r.HighDeg = r.Harmonics.OnceDeg
	}
	r.shape(fit, tir, t.Graduation)
	if closure.Abs() > Repeats(t.Graduation) {
		r.Warnings = append(r.Warnings, Drift)
	}
	return r, nil
}

func (t TurnRecord) check() error {
	if err := (Dial{Surface: t.Surface, Indicator: t.Indicator, Graduation: t.Graduation, MPE: t.MPE,
		Sweep: &Sweep{}}).check(); err != nil {
		return err
	}
	n := len(t.Samples)
	switch {
	case n < fewestSamples || n > mostSamples:
		return field.Errorf("samples", "has %d: write %d to %d, from the mark round to the mark again", n, fewestSamples,
			mostSamples)
	case t.At == nil:
		return nil
	case len(t.At) != n:
		return field.Errorf("at", "has %d places, and there are %d samples: write one for each", len(t.At), n)
	case t.At[0] != 0 || t.At[n-1] != 360:
		return field.Errorf("at", "goes from %g to %g: a whole turn is 0 to 360 degrees", t.At[0], t.At[n-1])
	}
	for i := 1; i < n; i++ {
		step := t.At[i] - t.At[i-1]
		if !(step > 0 && step <= widestStep) {
			return field.Errorf(field.At("at", i), "is %g after %g: write degrees that rise, no step over %g", t.At[i],
				t.At[i-1], widestStep)
		}
	}
	return nil
}

// terms are the columns of the fit: 1, cos θ, sin θ, cos 2θ, sin 2θ, cos 3θ, sin 3θ.
const terms = 7

// wave is the fit of the first three waves.
type wave struct {
	by       [terms]float64
	residual []float64
	at       []float64
}

func row(degrees float64) (out [terms]float64) {
	out[0] = 1
	for m := 1; m <= 3; m++ {
		sin, cos := math.Sincos(float64(m) * degrees * math.Pi / 180)
		out[2*m-1], out[2*m] = cos, sin
	}
	return out
}

// waves solves the normal equations by elimination with pivots. Samples no more than 30° apart round
// the whole turn keep them well conditioned. Products are rounded before they are added, so that every
// machine comes to the same last digit.
func waves(at, w []float64) wave {
	var mean float64
	for _, v := range w {
		mean += v / float64(len(w))
	}
	var a [terms][terms + 1]float64
	for i, v := range w {
		r := row(at[i])
		for j := range terms {
			for k := range terms {
				a[j][k] += float64(r[j] * r[k])
			}
			a[j][terms] += float64(r[j] * (v - mean))
		}
	}
	for c := range terms {
		pivot := c
		for j := c + 1; j < terms; j++ {
			if math.Abs(a[j][c]) > math.Abs(a[pivot][c]) {
				pivot = j
			}
		}
		a[c], a[pivot] = a[pivot], a[c]
		for j := range terms {
			if j == c {
				continue
			}
			f := a[j][c] / a[c][c]
			for k := c; k <= terms; k++ {
				a[j][k] -= float64(f * a[c][k])
			}
		}
	}
	fit := wave{at: at, residual: make([]float64, len(w))}
	for j := range terms {
		fit.by[j] = a[j][terms] / a[j][j]
	}
	for i, v := range w {
		r, sum := row(at[i]), 0.0
		for j := range terms {
			sum += float64(fit.by[j] * r[j])
		}
		fit.residual[i] = v - mean - sum
	}
	return fit
}

// height is the amplitude of a wave.
func (f wave) height(times int) float64 { return math.Hypot(f.by[2*times-1], f.by[2*times]) }

// tell writes a wave among the harmonics: what it shows on the dial, and where it is highest.
func (f wave) tell(r *TurnRead, times int, graduation quantity.Length) {
	high := 2 * f.height(times)
	size := whole(high)
	var at *float64
	if high >= float64(graduation)/2 {
		every := 360 / float64(times)
		degrees := math.Atan2(f.by[2*times], f.by[2*times-1]) * 180 / math.Pi / float64(times)
		degrees = math.Round(math.Mod(degrees+every, every)*10) / 10
		if degrees >= every {
			degrees = 0
		}
		at = &degrees
	}
	switch h := &r.Harmonics; times {
	case 1:
		h.Once, h.OnceDeg = size, at
	case 2:
		h.Twice, h.TwiceDeg = size, at
	case 3:
		h.Thrice, h.ThriceDeg = size, at
	}
}

// shape is what the turn shows beside being off centre: the largest of oval, three-lobed and what is
// left, 2√2·RMS, where that is more than two divisions, 5 µm and a fifth of the run-out.
func (r *TurnRead) shape(f wave, tir float64, graduation quantity.Length) {
	var squares, most float64
	where := 0
	for i, x := range f.residual {
		squares += float64(x * x)
		if math.Abs(x) > most {
			most, where = math.Abs(x), i
		}
	}
	rms := math.Sqrt(squares / float64(len(f.residual)))
	r.Residual = whole(rms)
	oval, lobed, rough := 2*f.height(2), 2*f.height(3), 2*math.Sqrt2*rms
	switch largest := max(oval, lobed, rough); {
	case largest < max(float64(Repeats(graduation)), tir/formShare):
		r.Shape = Round
	case largest == oval:
		r.Shape = Oval
	case largest == lobed:
		r.Shape = ThreeLobed
	case most >= spotShare*rms:
		r.Shape = SpotOn
		at := math.Round(f.at[where]*10) / 10
		r.SpotDeg = &at
	default:
		r.Shape = RoughTurned
	}
}
