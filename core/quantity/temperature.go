package quantity

import (
	"fmt"
	"strconv"
	"strings"
)

// absoluteZero is that in °C, below which nothing is.
const absoluteZero = -273.15

// ParseTemperature reads a temperature and returns it in °C: 108, 108 °C, 108 C, 226 °F or
// 226 F. A bare number is °C.
func ParseTemperature(text string) (float64, error) {
	s := strings.TrimSpace(text)
	wrong := fmt.Errorf("%q is not understood as a temperature: write one such as 108 °C or 226 °F", text)
	n := strings.IndexFunc(s, func(r rune) bool { return !strings.ContainsRune("+-0123456789.,", r) })
	if n < 0 {
		n = len(s)
	}
	value, err := strconv.ParseFloat(strings.Replace(s[:n], ",", ".", 1), 64)
	if err != nil || len(s) > maxTyped {
		return 0, wrong
	}
	switch lowerASCII(strings.TrimSpace(strings.ReplaceAll(s[n:], "°", ""))) {
	case "", "c":
	case "f":
		value = (value - 32) / 1.8
	default:
		return 0, wrong
	}
	if !(value >= absoluteZero && value < 3000) {
		return 0, wrong
	}
	return value, nil
}
