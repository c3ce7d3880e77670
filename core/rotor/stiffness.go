package rotor

import (
	"math"

	"settle/core/field"
	"settle/core/quantity"
)

// Overhang is a shaft that carries its impeller beyond its bearings: a uniform solid shaft
// on stiff bearings, loaded at rest.
type Overhang struct {
	Length   quantity.Length  // from the inboard bearing to the impeller
	Diameter quantity.Length  // of the solid shaft under the sleeve
	Span     *quantity.Length // between the bearings, with Force
	Seal     *quantity.Length // from the inboard bearing to the seal, with Force
	Force    *float64         // N, radial at the impeller
}

// Guide is what the ratio of an overhung shaft is worth: a rule of thumb.
type Guide string

// The guides.
const (
	Stiff    Guide = "stiff"    // L³/D⁴ up to 60 per inch
	Middling Guide = "middling" // up to 100
	Slender  Guide = "slender"
)

// Stiffness is what an overhung shaft comes to. Pointers are nil without a force.
type Stiffness struct {
	PerInch, PerMM float64 // L³/D⁴
	Guide          Guide
	AtImpeller     *float64 // nm
	AtSeal         *float64 // nm
}

// The modulus of steel, N/mm².
const modulus = 200_000

// Run works out L³/D⁴ and the deflection of a cantilever carried on over its span:
// F·(L³ + L²·span)/(3·E·I) at the impeller, F·x·(3·L·x − x² + 2·L·span)/(6·E·I) at x.
func (o Overhang) Run() (Stiffness, error) {
	switch {
	case o.Length <= 0:
		return Stiffness{}, field.Errorf("overhang", "must be greater than zero: from the inboard bearing to the impeller")
	case o.Diameter <= 0:
		return Stiffness{}, field.Errorf("diameter", "must be greater than zero: of the solid shaft under the sleeve")
	case o.Span != nil && o.Force == nil, o.Seal != nil && o.Force == nil:
		return Stiffness{}, field.Errorf("force_n", "is missing: the radial force at the impeller")
	case o.Force != nil && o.Span == nil:
		return Stiffness{}, field.Errorf("span", "is missing: the distance between the bearings")
	case o.Force != nil && !(*o.Force >= 0 && *o.Force <= 1e9):
		return Stiffness{}, field.Errorf("force_n", "is %g: write newtons, 0 or more", *o.Force)
	case o.Span != nil && *o.Span <= 0:
		return Stiffness{}, field.Errorf("span", "must be greater than zero: the distance between the bearings")
	case o.Seal != nil && (*o.Seal <= 0 || *o.Seal > o.Length):
		return Stiffness{}, field.Errorf("seal", "must lie between the inboard bearing and the impeller")
	}
	l, d := mm(o.Length), mm(o.Diameter)
	s := Stiffness{PerMM: math.Pow(l, 3) / math.Pow(d, 4), Guide: Slender}
	s.PerInch = s.PerMM * 25.4
	switch {
	case s.PerInch <= 60:
		s.Guide = Stiff
	case s.PerInch <= 100:
		s.Guide = Middling
	}
	if o.Force == nil {
		return s, nil
	}
	ei := modulus * math.Pi * math.Pow(d, 4) / 64
	span := mm(*o.Span)
	atImpeller := *o.Force * (float64(l*l*l) + float64(l*l*span)) / (3 * ei) * float64(quantity.Millimetre)
	s.AtImpeller = &atImpeller
	if o.Seal != nil {
		x := mm(*o.Seal)
		atSeal := *o.Force * x * (float64(3*l*x) - float64(x*x) + float64(2*l*span)) / (6 * ei) * float64(quantity.Millimetre)
		s.AtSeal = &atSeal
	}
	return s, nil
}

func mm(l quantity.Length) float64 { return float64(l) / float64(quantity.Millimetre) }
