// Package gauge turns raw readings into the number that is judged, with its
// uncertainty and with warnings where the readings cannot be right.
package gauge

import (
	"math"
	"slices"

	"settle/core/field"
	"settle/core/quantity"
)

// Surface is what the plunger rides on.
type Surface string

// Indicator says whether the shaft turns under a fixed indicator, or the
// indicator turns with the shaft round a standing part.
type Indicator string

// The surfaces and the arrangements of a dial indicator.
const (
	Rim  Surface = "rim"
	Bore Surface = "bore"
	Face Surface = "face"

	Fixed Indicator = "fixed"
	Turns Indicator = "turns"
)

// Dial holds the readings of a dial indicator round a circle. Plus means the
// plunger was pushed in.
type Dial struct {
	Surface    Surface
	Indicator  Indicator
	Graduation quantity.Length // one division of the dial, > 0
	Readings   []Reading       // at least two, unless there is a sweep
	// BackToStart is the reading on coming round to the first place again.
	BackToStart *quantity.Length
	// Sweep is the lowest and highest the needle showed in one whole turn.
	Sweep *Sweep
	// Sag is the reading at 6 of the same set-up on a stiff bar, zeroed at 12;
	// never above 0. Only with an indicator that turns, on a rim or in a bore.
	Sag *quantity.Length
	// SweepDiameter is where the plunger ran on a face, FaceDiameter the
	// diameter the limit is meant for.
	SweepDiameter, FaceDiameter *quantity.Length
	// MPE is the maximum permissible error of the dial, 0 where nobody knows it.
	MPE quantity.Length
}

// Reading is one dial reading. Degrees run clockwise from 12, 0 ≤ Degrees < 360,
// seen from the coupling end.
type Reading struct {
	Degrees float64
	Value   quantity.Length
}

// Sweep is the lowest and the highest reading of a whole turn.
type Sweep struct{ Low, High quantity.Length }

// Runout is what dial readings round a circle come to. Pointers are nil where
// the readings do not tell.
type Runout struct {
	TIR    quantity.Length  // highest − lowest
	Fitted *quantity.Length // 2·A of the least-squares circle c + a·cosθ + b·sinθ
	Judged quantity.Length  // the sweep, else the larger of TIR and Fitted

	Eccentricity *quantity.Length // offset of centres: half of Fitted; nil on a face
	HighDeg      *float64         // where the high spot is, degrees, one decimal
	CentreDeg    *float64         // where the centre of the surface lies

	SumRule *quantity.Length // (r12 + r6) − (r3 + r9)
	Closure *quantity.Length // back to start − first reading
	Form    *quantity.Length // highest − lowest residual from the circle, five readings or more
	// Harmonics tell oval from off centre: eight readings or more, equally spaced.
	Harmonics *Harmonics

	Tilt        *float64         // mm per m, a face with its sweep diameter
	AtFace      *quantity.Length // Judged at the diameter the limit is meant for
	Uncertainty Uncertainty
	Warnings    []string
	// Circle is the fitted mean level: what the readings go round.
	Circle *quantity.Length

	fit   circle
	scant bool
	// tir is not rounded; carried is by how much what is read is more at the limit's diameter.
	tir, carried float64
}

// Worth is how much of a reading's error comes into the fitted amplitude, in the worst
// direction: √(2/n) of n equal steps, more where they are crowded. 0 without a fit.
func (r Runout) Worth() float64 { return r.fit.worth }

// Components returns the fitted circle's a (towards 12) and b (towards 3) in nm:
// how far its centre is off up and to the right, seen as the positions are. Both
// are nothing where no circle was fitted.
func (r Runout) Components() (up, right float64) {
	sin, cos := math.Sincos(r.fit.degrees * math.Pi / 180)
	return r.fit.amplitude * cos, r.fit.amplitude * sin
}

// Measured returns the length to be judged against a limit.
func (r Runout) Measured() quantity.Length {
	if r.AtFace != nil {
		return *r.AtFace
	}
	return r.Judged
}

// MeasuredTIR is highest less lowest, in nm, at the diameter for which the limit is meant.
func (r Runout) MeasuredTIR() float64 { return r.tir * r.carried }

// The warnings of a run-out, as codes.
const (
	DidNotReturn    = "did-not-return"
	SumRuleBroken   = "sum-rule"
	BetweenReadings = "between-readings"
	FewReadings     = "few-readings"
	Crowded         = "crowded-readings"
	SweepBelow      = "sweep-below-readings" // a whole turn cannot show less than its own points
)

// FewPlanes warns that a seat was read at too few places to be judged.
const FewPlanes = "few-planes"

const (
	nearest = 1    // how close two readings may stand, in degrees
	slack   = 1e-6 // how far an angle may pass a bound, in degrees: a third of a turn is no decimal
	worthy  = 2    // a fit of less worth tells nothing
)

// kept is what a run-out may lack, in one piece of memory: a job is worked out anew with
// every entry, and most of it is this.
type kept struct {
	fitted, circle, form, eccentricity, sum, closure, atFace quantity.Length
	high, centre, tilt                                       float64
}

// Setup says whether the readings bear a verdict out.
type Setup string

// What a set-up is worth.
const (
	Sound  Setup = ""
	Failed Setup = "failed" // it moved, or there was dirt under it: nothing read says anything
	Scant  Setup = "scant"  // too few places, or all on one side: the worst may lie between
)

// Setup tells what the readings of a dial are worth. An oval surface breaks the sum rule
// by its nature, so where the harmonics tell how oval it is no repeat would mend it.
func (r Runout) Setup() Setup {
	switch {
	case slices.Contains(r.Warnings, DidNotReturn), slices.Contains(r.Warnings, SweepBelow),
		slices.Contains(r.Warnings, SumRuleBroken) && r.Harmonics == nil:
		return Failed
	case r.scant:
		return Scant
	}
	return Sound
}

// Run works out the run-out. The error is a *field.Error with the path of the
// contract ("readings[1].value").
func (d Dial) Run() (Runout, error) {
	if err := d.check(); err != nil {
		return Runout{}, err
	}
	r, k := Runout{}, new(kept)
	var small [16]float64
	truth := small[:0] // nm, sag taken off
	for _, x := range d.Readings {
		truth = append(truth, float64(x.Value)+d.droop(x.Degrees))
	}
	var tir float64
	if len(truth) > 0 {
		tir = slices.Max(truth) - slices.Min(truth)
	}
	judged, u := tir, differenceOf(d.Graduation)
	fit, fitted := d.fit(truth)
	if fitted {
		r.fit = fit
		judged = max(tir, 2*fit.amplitude)
		d.describe(&r, k, fit, len(truth))
	}
	switch {
	case d.Sweep != nil:
		tir = float64(d.Sweep.High - d.Sweep.Low)
		judged = tir
	case fitted && 2*fit.amplitude > tir+1: // more of an error comes into a fit of crowded readings
		u = max(u, 2*fit.worth*directOf(d.Graduation))
	}
	u = withError(u, d.MPE)
	r.TIR, r.Judged = whole(tir), whole(judged)
	r.tir, r.carried = tir, 1
	r.Harmonics = d.harmonics(truth)
	r.scant = d.Sweep == nil && (len(d.Readings) < 4 || !fitted)
	d.warn(&r, k, truth, fitted)
	if d.Surface == Face && d.SweepDiameter != nil {
		k.tilt, r.Tilt = math.Round(judged/float64(*d.SweepDiameter)*1e6)/1e3, &k.tilt
		if d.FaceDiameter != nil {
			to := float64(*d.FaceDiameter) / float64(*d.SweepDiameter)
			k.atFace, r.AtFace = whole(judged*to), &k.atFace
			u *= to
			r.carried = to
		}
	}
	r.Uncertainty = Uncertainty(u)
	return r, nil
}

// describe tells the circle that was fitted. A high spot is told where the circle
// stands out by a division of the dial; comparisons are made in whole nanometres, as the
// last bit of a cosine must not decide one.
func (d Dial) describe(r *Runout, k *kept, fit circle, readings int) {
	k.fitted, r.Fitted = whole(2*fit.amplitude), &k.fitted
	k.circle, r.Circle = whole(fit.level), &k.circle
	if readings >= 5 {
		k.form, r.Form = whole(fit.form), &k.form
	}
	if d.Surface != Face {
		k.eccentricity, r.Eccentricity = whole(fit.amplitude), &k.eccentricity
	}
	if 2*k.fitted < d.Graduation {
		return
	}
	k.high, r.HighDeg = direction(fit.degrees), &k.high
	switch d.Surface {
	case Rim:
		r.CentreDeg = r.HighDeg
	case Bore: // plus means the wall is nearer, so the centre lies away from it
		k.centre, r.CentreDeg = direction(fit.degrees+180), &k.centre
	}
}

// warn says where the readings cannot be right, or are too few.
func (d Dial) warn(r *Runout, k *kept, truth []float64, fitted bool) {
	if sum, ok := d.sumRule(truth); ok {
		k.sum, r.SumRule = whole(sum), &k.sum
		if math.Abs(sum) > float64(Repeats(d.Graduation)) {
			r.Warnings = append(r.Warnings, SumRuleBroken)
		}
	}
	if d.BackToStart != nil && len(d.Readings) > 0 {
		k.closure, r.Closure = *d.BackToStart-d.Readings[0].Value, &k.closure
		if k.closure.Abs() > Returns(d.Graduation) {
			r.Warnings = append(r.Warnings, DidNotReturn)
		}
	}
	if d.Sweep != nil && len(truth) > 1 &&
		slices.Max(truth)-slices.Min(truth)-float64(d.Sweep.High-d.Sweep.Low) > float64(Repeats(d.Graduation)) {
		r.Warnings = append(r.Warnings, SweepBelow)
	}
	if d.Sweep == nil {
		if fitted && 2*(k.fitted-r.TIR) > d.Graduation {
			r.Warnings = append(r.Warnings, BetweenReadings)
		}
		if len(d.Readings) < 4 {
			r.Warnings = append(r.Warnings, FewReadings)
		}
		if len(d.Readings) >= 3 && d.widestGap() > 120+slack {
			r.Warnings = append(r.Warnings, Crowded)
		}
	}
	slices.Sort(r.Warnings)
}

func (d Dial) check() error {
	switch {
	case d.Surface != Rim && d.Surface != Bore && d.Surface != Face:
		return field.Errorf("surface", "is %q: write rim, bore or face", d.Surface)
	case d.Indicator != Fixed && d.Indicator != Turns:
		return field.Errorf("indicator", "is %q: write fixed (the shaft turns under it) or turns (it turns with the shaft)",
			d.Indicator)
	case d.Graduation <= 0:
		return field.Errorf("graduation", "must be greater than zero: the value of one division of the dial, such as "+
			"0.5 thou or 0.01 mm")
	case d.Sweep == nil && len(d.Readings) < 2:
		return field.Errorf("readings", "needs at least two readings round the clock, or the low and high of a full sweep")
	case d.Sweep != nil && d.Sweep.Low > d.Sweep.High:
		return field.Errorf("sweep", "has its low above its high: the low is the smaller of the two readings")
	case d.Sag != nil && *d.Sag > 0:
		return field.Errorf("sag", "is above zero: an arm droops, so zeroed at 12 it reads minus at 6")
	case d.Sag != nil && d.Indicator != Turns:
		return field.Errorf("sag", "goes only with an indicator that turns with the shaft; leave it out")
	case d.Sag != nil && d.Surface == Face:
		return field.Errorf("sag", "does not touch face readings; leave it out")
	case d.Sag != nil && d.Sweep != nil:
		return field.Errorf("sag", "cannot be taken off a swept low and high; read the positions instead")
	case d.SweepDiameter != nil && *d.SweepDiameter <= 0:
		return field.Errorf("sweep_diameter", "must be greater than zero: the diameter on which the plunger ran")
	case d.FaceDiameter != nil && *d.FaceDiameter <= 0:
		return field.Errorf("face_diameter", "must be greater than zero: the diameter the limit is meant for")
	}
	if err := CheckError(d.MPE); err != nil {
		return err
	}
	for i, x := range d.Readings {
		if !(x.Degrees >= 0 && x.Degrees < 360) {
			return field.Errorf(field.At("readings", i), "stands at %v degrees: write 0 up to 360", x.Degrees)
		}
		for j, y := range d.Readings[:i] {
			if apart := math.Abs(x.Degrees - y.Degrees); min(apart, 360-apart) < nearest {
				return field.Errorf(field.At("readings", i), "stands at the same place as reading %d: give each place once, and "+
					"the way back to the start as back_to_start", j+1)
			}
		}
	}
	return nil
}
