package setting

import (
	"settle/core/field"
	"settle/core/quantity"
)

// Springs are the springs of a seal through a job: the length of the rotating unit off the
// shaft, at the drawing's setting, and with its springs closed.
type Springs struct {
	Free, Fitted quantity.Length
	Solid        *quantity.Length  // nil where nobody knows it
	Moves        []quantity.Length // of the shaft after the unit is locked, plus towards the impeller
	Head         Head              // needed with Moves
	Setting      *quantity.Length  // datum to the back of the unit
}

// Compressed is what the springs come to.
type Compressed struct {
	Compression, After, FittedAfter quantity.Length
	Available                       *quantity.Length // with Solid
	Mark                            *quantity.Length // to set now, so that it ends at its setting
	Warnings                        []string
}

// The warnings of springs, as codes.
const (
	CoilBound = "coil-bound"
	NearSolid = "near-solid" // more than four fifths of what there is: general
	Open      = "open"       // the faces do not touch
)

// Run follows the definition: compression is the free length less the fitted one, and a
// head on the impeller side loses what the shaft moves towards the impeller.
func (s Springs) Run() (Compressed, error) {
	switch {
	case s.Fitted > s.Free:
		return Compressed{}, field.Errorf("fitted", "is longer than free: it is the length with the springs compressed")
	case s.Solid != nil && *s.Solid >= s.Free:
		return Compressed{}, field.Errorf("solid", "is not shorter than free: it is the length with the springs closed")
	case s.Solid != nil && s.Fitted < *s.Solid:
		return Compressed{}, field.Errorf("fitted", "is shorter than solid: the springs cannot be pressed further")
	}
	var sum quantity.Length
	for _, m := range s.Moves {
		sum += m
	}
	c := Compressed{Compression: s.Free - s.Fitted}
	c.After, c.Mark = c.Compression, s.Setting
	if len(s.Moves) > 0 {
		var err error
		if c.After, err = CompressionAfter(c.Compression, sum, s.Head); err != nil {
			return Compressed{}, err
		}
		if s.Setting != nil {
			mark, err := ForShift(*s.Setting, sum, s.Head)
			if err != nil {
				return Compressed{}, err
			}
			c.Mark = &mark
		}
	}
	c.FittedAfter = s.Free - c.After
	if s.Solid != nil {
		available := s.Free - *s.Solid
		c.Available = &available
		switch {
		case c.After >= available:
			c.Warnings = append(c.Warnings, CoilBound)
		case 5*c.After > 4*available:
			c.Warnings = append(c.Warnings, NearSolid)
		}
	}
	if c.After <= 0 {
		c.Warnings = append(c.Warnings, Open)
	}
	return c, nil
}
