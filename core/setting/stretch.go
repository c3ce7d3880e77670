package setting

import (
	"math"

	"settle/core/field"
	"settle/core/quantity"
)

// LineShaft is the shaft of a deep well pump, hung at its head nut. Thrust is that of the
// water alone: the weight hangs on the shaft already when it is raised.
type LineShaft struct {
	Thrust           float64 // N
	Length, Diameter quantity.Length
	Modulus          float64          // GPa, 200 for steel, 193 for stainless
	Running          quantity.Length  // clearance wanted under the impellers when it runs
	Present          *quantity.Length // how far they are off the bottom now
	Total            *quantity.Length // the whole lateral
	Pitch            float64          // nm, 0 where nobody knows it
}

// Modulus of steel, GPa.
const SteelModulus = 200.0

// Raised is how far a line shaft is raised. Pointers are nil where the question does not
// tell.
type Raised struct {
	Stretch, Raise quantity.Length
	Change         *quantity.Length
	Direction      Raising
	Turns          *float64
	Above          *quantity.Length // what is left of the lateral above
	Warnings       []string
}

// Raising is which way to go.
type Raising string

// The ways.
const (
	Raise     Raising = "raise"
	Lower     Raising = "lower"
	StayThere Raising = "leave"
)

// PastTotal warns that it is said to be raised further than it can be; NoRoom is the other.
const PastTotal = "past-total"

// Run works out F·L/(E·A) and how far to raise the impellers.
func (s LineShaft) Run() (Raised, error) {
	if err := s.check(); err != nil {
		return Raised{}, err
	}
	mm := func(l quantity.Length) float64 { return float64(l) / float64(quantity.Millimetre) }
	area := math.Pi / 4 * square(mm(s.Diameter))
	stretch := float64(s.Thrust * mm(s.Length) / (s.Modulus * 1000 * area) * float64(quantity.Millimetre))
	r := Raised{Stretch: whole(stretch), Raise: whole(float64(s.Running) + stretch)}
	if s.Present != nil {
		exact := float64(s.Running) + stretch - float64(*s.Present)
		change := whole(exact)
		r.Change, r.Direction = &change, Raise
		switch {
		case math.Abs(exact) < 500:
			r.Direction = StayThere
		case exact < 0:
			r.Direction = Lower
		}
		if s.Pitch != 0 {
			turns := math.Abs(exact) / s.Pitch
			r.Turns = &turns
		}
	}
	if s.Total != nil {
		above := whole(float64(*s.Total-s.Running) - stretch)
		if r.Above = &above; above <= 0 {
			r.Warnings = append(r.Warnings, NoRoom)
		}
		if s.Present != nil && *s.Present > *s.Total {
			r.Warnings = append(r.Warnings, PastTotal)
		}
	}
	return r, nil
}

func (s LineShaft) check() error {
	switch {
	case !(s.Thrust >= 0 && s.Thrust <= 1e9):
		return field.Errorf("thrust_n", "is %g: write newtons, 0 or more", s.Thrust)
	case s.Length <= 0:
		return field.Errorf("length", "must be greater than zero: from the head nut to the impeller")
	case s.Diameter <= 0:
		return field.Errorf("diameter", "must be greater than zero: of the line shaft")
	case !(s.Modulus >= 50 && s.Modulus <= 400):
		return field.Errorf("e_gpa", "is %g: write 50 to 400; steel has 200, stainless 193", s.Modulus)
	case s.Running < 0:
		return field.Errorf("running", "is below zero: the clearance wanted under the impellers when it runs")
	case s.Present != nil && *s.Present < 0:
		return field.Errorf("present", "is below zero: how far they are raised off the bottom now")
	case s.Total != nil && *s.Total <= 0:
		return field.Errorf("total", "must be greater than zero: the whole lateral that was found")
	}
	return nil
}
