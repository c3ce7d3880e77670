package gauge

import (
	"strings"

	"settle/core/quantity"
)

// What is no length is typed with its unit, or has the unit that stands beside its box.

// Temperature reads one that may be left blank, in °C.
func (r *Reader) Temperature(path, text string) *float64 {
	return other(r, path, text, func(s string) (float64, error) {
		if r.Kept {
			return quantity.ParseTemperatureKept(s)
		}
		return quantity.ParseTemperature(s, r.Others.Temperature)
	})
}

// Torque reads one that may be left blank.
func (r *Reader) Torque(path, text string) *quantity.Torque {
	return other(r, path, text, func(s string) (quantity.Torque, error) {
		if r.Kept {
			return quantity.ParseTorqueKept(s)
		}
		return quantity.ParseTorque(s, r.Others.Torque)
	})
}

// Velocity reads a vibration that may be left blank, in mm/s rms.
func (r *Reader) Velocity(path, text string) *quantity.Velocity {
	return other(r, path, text, func(s string) (quantity.Velocity, error) {
		if r.Kept {
			return quantity.ParseVelocityKept(s)
		}
		return quantity.ParseVelocity(s, r.Others.Velocity)
	})
}

// Pressure reads one that may be left blank.
func (r *Reader) Pressure(path, text string) *quantity.Pressure {
	return other(r, path, text, func(s string) (quantity.Pressure, error) {
		return quantity.ParsePressure(s, r.Others.Pressure)
	})
}

// other reads a text that may be left blank; what is wrong with it is gathered under its path.
func other[T any](r *Reader, path, text string, parse func(string) (T, error)) *T {
	if strings.TrimSpace(text) == "" {
		return nil
	}
	v, err := parse(text)
	if err != nil {
		r.Errors.Add(path, err)
		return nil
	}
	return &v
}
