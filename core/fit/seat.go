package fit

import (
	"fmt"
	"math/big"
	"slices"
	"strings"

	"settle/core/field"
	"settle/core/gauge"
	"settle/core/quantity"
)

// Diameter is one two-point reading, in a plane across the seat.
type Diameter struct {
	Plane string
	Value quantity.Length
}

// Seat is a journal or a housing bore as it was measured.
type Seat struct {
	Part       Part
	Nominal    quantity.Length
	Class      string
	Readings   []Diameter
	Graduation quantity.Length
	// MPE is the maximum permissible error of the micrometer, 0 where nobody knows it.
	MPE quantity.Length
	// Warmth is the temperature of the part against its gauge; nil for none to correct.
	Warmth *Warmth
}

// Warmth is the temperature of a part and of the gauge, zeroed on its standard, it was
// measured with, in °C, and the expansion of the part in 10⁻⁶ per K.
type Warmth struct{ Part, Gauge, Alpha float64 }

// Steel is the expansion of steel, in 10⁻⁶ per K.
const Steel = 12.0

// correction is what comes on top of every reading: −α · nominal · (part − gauge).
func (w *Warmth) correction(nominal quantity.Length) quantity.Length {
	if w == nil {
		return 0
	}
	return toWhole(-w.Alpha * 1e-6 * float64(nominal) * (w.Part - w.Gauge))
}

func (w *Warmth) check() error {
	if w == nil {
		return nil
	}
	for _, t := range []struct {
		name  string
		value float64
	}{{"part_c", w.Part}, {"gauge_c", w.Gauge}} {
		if !(t.value >= -50 && t.value <= 200) {
			return field.Errorf("temperature."+t.name, "is %g: write °C, -50 to 200", t.value)
		}
	}
	if !(w.Alpha >= 0.5 && w.Alpha <= 50) {
		return field.Errorf("temperature.alpha", "is %g: write 10⁻⁶ per K, 0.5 to 50; steel has 12", w.Alpha)
	}
	return nil
}

// Result is what a seat comes to; deviations are from nominal.
type Result struct {
	Band    Band
	Mean    quantity.Length
	Worst   quantity.Length  // deviation of the reading nearest to a bound, or farthest beyond one
	Ovality quantity.Length  // largest difference in one plane
	Taper   *quantity.Length // largest difference of plane means; nil with one plane
	// Grip is the interference at the mean with a bearing of the normal class,
	// least and most; positive grips.
	Grip        Band
	Uncertainty gauge.Uncertainty
	Correction  quantity.Length // on top of every reading, for its temperature
	Warnings    []string
	// Remedy is which way it is put right by the readings, "" where all are inside.
	Remedy Remedy
}

// Remedy is which way a seat is put right.
type Remedy string

// What puts a seat right.
const (
	AddMetal    Remedy = "add"    // sleeve, plate: metal is missing
	RemoveMetal Remedy = "remove" // grind, polish, hone: there is too much of it
)

// The warnings of a seat, as codes: more than half of the class's width.
const (
	Oval    = "oval"
	Tapered = "tapered"
)

// farOff is how far a diameter may be off its nominal, or 1/25 of that: more is another unit or
// another seat.
const farOff = 2 * quantity.Millimetre

// maxReadings bounds the readings of one seat.
const maxReadings = 1000

// Run works the readings out. Every reading is held against the class, not only
// the mean of them.
func (s Seat) Run() (Result, error) {
	band, err := Class(s.Part, s.Class, s.Nominal)
	if err != nil {
		return Result{}, err
	}
	ring, err := Ring(s.Part, s.Nominal)
	if err != nil {
		return Result{}, err
	}
	if err := s.check(); err != nil {
		return Result{}, err
	}
	r := Result{Band: band, Uncertainty: gauge.DirectUncertainty(s.Graduation, s.MPE),
		Correction: s.Warmth.correction(s.Nominal)}
	by := map[string][]quantity.Length{} // plane → its diameters, off nominal
	all := make([]quantity.Length, 0, len(s.Readings))
	worst := quantity.Length(quantity.MaxLength) * 4
	for _, d := range s.Readings {
		off := d.Value + r.Correction - s.Nominal
		by[d.Plane], all = append(by[d.Plane], off), append(all, off)
		if margin := min(off-band.Low, band.High-off); margin < worst {
			worst, r.Worst = margin, off
		}
	}
	r.Mean = round(meanOf(all))
	r.Remedy = remedy(s.Part, band, all)
	r.form(by)
	if s.Part == Shaft {
		r.Grip = Band{r.Mean - ring.High, r.Mean - ring.Low}
	} else {
		r.Grip = Band{ring.Low - r.Mean, ring.High - r.Mean}
	}
	return r, nil
}

// remedy is AddMetal where any reading is out on the side where metal is missing, else RemoveMetal
// where any is out on the other.
func remedy(part Part, band Band, off []quantity.Length) Remedy {
	under, over := slices.Min(off) < band.Low, slices.Max(off) > band.High
	missing, much := under, over
	if part == Housing {
		missing, much = over, under
	}
	switch {
	case missing:
		return AddMetal
	case much:
		return RemoveMetal
	}
	return ""
}

func (s Seat) check() error {
	switch {
	case s.Graduation <= 0:
		return field.Errorf("graduation", "must be greater than zero: the value of one division of the micrometer, such "+
			"as 1 um or 0.1 thou")
	case len(s.Readings) == 0:
		return field.Errorf("readings", "needs at least one diameter; two planes at three angles are good practice")
	case len(s.Readings) > maxReadings:
		return field.Errorf("readings", "has %d diameters: %d are more than enough", len(s.Readings), maxReadings)
	}
	if err := gauge.CheckError(s.MPE); err != nil {
		return err
	}
	if err := s.Warmth.check(); err != nil {
		return err
	}
	for i, d := range s.Readings {
		if strings.TrimSpace(d.Plane) == "" {
			return field.Errorf(fmt.Sprintf("readings[%d].plane", i),
				"is missing: name the plane, such as A for one end and B for the other")
		}
		if d.Value <= 0 {
			return field.Errorf(fmt.Sprintf("readings[%d].value", i), "must be greater than zero: it is a diameter")
		}
		if off := (d.Value - s.Nominal).Abs(); off > max(farOff, s.Nominal/25) {
			return field.Errorf(fmt.Sprintf("readings[%d].value", i), "is %s, and the nominal is %s: look at the unit", d.Value,
				s.Nominal)
		}
	}
	return nil
}

// form is how far the seat is oval in any plane, and tapered from one to another.
func (r *Result) form(by map[string][]quantity.Length) {
	var low, high *big.Rat
	for _, diameters := range by {
		r.Ovality = max(r.Ovality, slices.Max(diameters)-slices.Min(diameters))
		mean := meanOf(diameters)
		if low == nil || mean.Cmp(low) < 0 {
			low = mean
		}
		if high == nil || mean.Cmp(high) > 0 {
			high = mean
		}
	}
	if 2*r.Ovality > r.Band.Width() {
		r.Warnings = append(r.Warnings, Oval)
	}
	if len(by) < 2 {
		return
	}
	taper := new(big.Rat).Sub(high, low)
	t := round(taper)
	r.Taper = &t
	if taper.Cmp(big.NewRat(int64(r.Band.Width()), 2)) > 0 {
		r.Warnings = append(r.Warnings, Tapered)
	}
}

// meanOf is exact: half of a class's width is compared with differences of means.
func meanOf(list []quantity.Length) *big.Rat {
	var sum int64
	for _, l := range list {
		sum += int64(l)
	}
	return big.NewRat(sum, int64(len(list)))
}

// round brings a ratio to whole nanometres, halves away from zero.
func round(r *big.Rat) quantity.Length {
	num := new(big.Int).Mul(r.Num(), big.NewInt(2))
	if num.Sign() < 0 {
		num.Sub(num, r.Denom())
	} else {
		num.Add(num, r.Denom())
	}
	return quantity.Length(num.Quo(num, new(big.Int).Mul(r.Denom(), big.NewInt(2))).Int64())
}
