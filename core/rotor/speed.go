package rotor

import (
	"fmt"
	"strings"

	"settle/core/quantity"
)

// What a pump turns at, in turns a minute. Outside of it a plate was read wrong.
const (
	slowest = 50.0
	fastest = 20_000.0
)

// CheckSpeed says whether a speed in turns a minute can be that of a pump, and what slip it may be.
func CheckSpeed(rpm float64) error {
	switch {
	case rpm >= slowest && rpm <= fastest:
		return nil
	case rpm > fastest:
		return fmt.Errorf("is %g: no pump turns so fast. Look for a digit too many, or a figure of another line of the plate",
			rpm)
	case rpm > 0:
		return fmt.Errorf("is %g: no pump turns so slowly. A comma or point may have parted thousands: write 1760 for 1,760",
			rpm)
	}
	return fmt.Errorf("is %g: write the speed in turns a minute, such as 1760", rpm)
}

// ParseSpeed reads the speed of a plate: 1760, 1760 rpm, 1760 r/min, 1760 1/min. A blank one is none, 0.
func ParseSpeed(text string) (rpm float64, err error) {
	text = strings.TrimSpace(text)
	if text == "" {
		return 0, nil
	}
	bare := strings.ToLower(text)
	for _, unit := range []string{"rpm", "r/min", "1/min", "min-1", "min⁻¹"} {
		bare = strings.TrimSpace(strings.TrimSuffix(bare, unit))
	}
	v, err := quantity.Count(bare).Value()
	if err != nil {
		return 0, err
	}
	rpm, _ = v.Float64()
	return rpm, CheckSpeed(rpm)
}
