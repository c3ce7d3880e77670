package quantity

import "fmt"

// TemperatureUnit is a unit of temperature by the name it has in requests.
type TemperatureUnit string

// The units of temperature.
const (
	Celsius    TemperatureUnit = "C"
	Fahrenheit TemperatureUnit = "F"
)

// absoluteZero is that in °C, below which nothing is.
const absoluteZero = -273.15

var (
	temperatureWords = map[string]TemperatureUnit{"c": Celsius, "celsius": Celsius, "degc": Celsius,
		"f": Fahrenheit, "fahrenheit": Fahrenheit, "degf": Fahrenheit}
	temperatureUnits = []unitOf[TemperatureUnit]{
		{Celsius, "°C", times(1)},
		{Fahrenheit, "°F", func(f float64) float64 { return (f - 32) / 1.8 }},
	}
)

// ParseTemperature reads a temperature and returns it in °C: 108 °C, 108 C, 226 °F or 226 F. A bare
// number is in the field's unit, and refused where that is "".
func ParseTemperature(text string, field TemperatureUnit) (float64, error) {
	return temperature(text, field, false)
}

// ParseTemperatureKept reads what was kept before 2026-12, when a bare number was °C.
func ParseTemperatureKept(text string) (float64, error) { return temperature(text, Celsius, true) }

func temperature(text string, field TemperatureUnit, kept bool) (float64, error) {
	const example = "one such as 108 °C or 226 °F"
	c, err := in(text, field, kept, "a temperature", example, temperatureWords, temperatureUnits)
	if err == nil && !(c >= absoluteZero && c < 3000) {
		err = fmt.Errorf("%q is not understood as a temperature: write %s", text, example)
	}
	return c, err
}
