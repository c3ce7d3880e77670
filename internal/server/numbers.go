package server

import (
	"settle/core/field"
	"settle/core/quantity"
)

// Numbers come as they were typed and are read in one place; what may be read in two ways is asked back.

// plain is a number, nil where nothing was typed.
func plain(path string, n quantity.Number) (*float64, error) {
	if n.Blank() {
		return nil, nil
	}
	v, err := n.Value()
	if err != nil {
		var errs field.Errors
		errs.Add(path, err)
		return nil, errs.Err()
	}
	f, _ := v.Float64()
	return &f, nil
}

// whole is a whole number within bounds.
func whole(path string, n quantity.Number, least, most int) (int, error) {
	f, err := plain(path, n)
	switch {
	case err != nil:
		return 0, err
	case f == nil || *f != float64(int(*f)) || int(*f) < least || int(*f) > most:
		return 0, field.Errorf(path, "is %q: write a whole number from %d to %d", n.String(), least, most)
	}
	return int(*f), nil
}
