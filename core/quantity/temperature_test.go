package quantity

import (
	"math"
	"testing"
)

func TestParseTemperature(t *testing.T) {
	for text, want := range map[string]float64{"108": 108, "108 °C": 108, " 107,5c ": 107.5, "212 F": 100, "32°F": 0,
		"-40 °F": -40, "230 ° f": 110} {
		if got, err := ParseTemperature(text, Celsius); err != nil || math.Abs(got-want) > 1e-9 {
			t.Errorf("%q is %v, %v; want %v", text, got, err, want)
		}
	}
	for _, text := range []string{"", "hot", "108 K", "1 2", "C", "-300", "9e9", "1e3"} {
		if got, err := ParseTemperature(text, Celsius); err == nil {
			t.Errorf("%q is taken for %v °C", text, got)
		}
	}
}
