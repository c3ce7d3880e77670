package quantity

import "fmt"

// Pressure is a pressure above the air's, in bar.
type Pressure float64

// PressureUnit is a unit of pressure by the name it has in requests.
type PressureUnit string

// The units of pressure.
const (
	Bar PressureUnit = "bar"
	KPa PressureUnit = "kPa"
	MPa PressureUnit = "MPa"
	PSI PressureUnit = "psi"
)

// psi is a pound-force on a square inch, in bar.
const psi = 0.06894757293168361

var (
	pressureWords = map[string]PressureUnit{"bar": Bar, "barg": Bar, "kpa": KPa, "mpa": MPa, "psi": PSI, "psig": PSI,
		"lbf/in2": PSI, "lbf/in²": PSI}
	pressureUnits = []unitOf[PressureUnit]{{Bar, "bar", times(1)}, {PSI, "psi", times(psi)}, {KPa, "kPa", times(0.01)},
		{MPa, "MPa", times(10)}}
)

// ParsePressure reads a pressure: 4 bar, 60 psi, 400 kPa or 0.4 MPa. A bare number is in the field's
// unit, and refused where that is "".
func ParsePressure(text string, field PressureUnit) (Pressure, error) {
	bar, err := in(text, field, false, "a pressure", "one such as 4 bar or 60 psi", pressureWords, pressureUnits)
	if err == nil && bar < 0 {
		err = fmt.Errorf("is below zero: a test pressure is above that of the air")
	}
	return Pressure(bar), err
}

// PressureOf is a value in a unit; false for a unit that is not known.
func PressureOf(value float64, unit PressureUnit) (Pressure, bool) {
	for _, u := range pressureUnits {
		if u.unit == unit {
			return Pressure(u.is(value)), true
		}
	}
	return 0, false
}

// In is the pressure in a unit; an unknown one is taken for bar.
func (p Pressure) In(unit PressureUnit) float64 {
	if one, ok := PressureOf(1, unit); ok {
		return float64(p / one)
	}
	return float64(p)
}
