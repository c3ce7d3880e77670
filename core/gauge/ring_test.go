package gauge

import (
	"math"
	"testing"

	"settle/core/field"
	"settle/core/quantity"
)

func TestRing(t *testing.T) {
	mm := quantity.Millimetre
	got, err := RingClearance([]quantity.Length{150 * mm, 150*mm + 40_000}, []quantity.Length{149*mm + 600_000,
		149*mm + 590_000}, mm/100, 0)
	// Means 150.020 and 149.595: 0.425 between them.
	if err != nil || got.Clearance != 425_000 || got.BoreOval != 40_000 || got.HubOval != 10_000 ||
		got.Uncertainty != DifferenceUncertainty(mm/100, 0) {
		t.Errorf("got %+v, %v", got, err)
	}
	one := []quantity.Length{mm}
	for _, tt := range []struct {
		field      string
		bore, hub  []quantity.Length
		graduation quantity.Length
	}{{"bore", nil, one, 1}, {"hub", one, nil, 1}, {"hub[1]", one, []quantity.Length{mm, 0}, 1}, {"graduation", one, one,
		0}} {
		if _, err := RingClearance(tt.bore, tt.hub, tt.graduation, 0); err == nil || field.All(err)[0].Field != tt.field {
			t.Errorf("got %v, want an error on %s", err, tt.field)
		}
	}
}

func TestDrip(t *testing.T) {
	// Four taps are three drops in 4.5 s.
	if got, err := Drip([]float64{0, 1.5, 3, 4.5}); err != nil || got != 40 {
		t.Errorf("got %v, %v; want 40 a minute", got, err)
	}
	if got, err := Drip([]float64{100, 101.5, 103}); err != nil || got != 40 {
		t.Errorf("a clock that does not begin at nothing: %v, %v", got, err)
	}
	for _, taps := range [][]float64{nil, {0, 1}, {0, 1, 1}, {0, 2, 1}, {0, 1, math.NaN()}, {0, 1, math.Inf(1), 3},
		make([]float64, maxTaps+1)} {
		if got, err := Drip(taps); err == nil {
			t.Errorf("%v gives %v", taps, got)
		}
	}
	low, high := 20.0, 60.0
	if (Rates{&low, &high}).Check() != nil || (Rates{&high, &low}).Check() == nil ||
		(Rates{new(-1.0), nil}).Check() == nil {
		t.Error("a window of rates is min to max, neither below nothing")
	}
}
