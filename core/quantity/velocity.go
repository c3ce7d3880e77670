package quantity

import (
	"fmt"
	"math"
)

// Velocity is how fast something shakes, in mm/s rms.
type Velocity float64

// VelocityUnit is a unit of vibration by the name it has in requests.
type VelocityUnit string

// The units of vibration: mm/s is meant as rms, in/s as the peak of a sine.
const (
	MmPerSecond   VelocityUnit = "mm/s"
	InchPerSecond VelocityUnit = "in/s"
)

var (
	velocityWords = map[string]VelocityUnit{"mm/s": MmPerSecond, "mm/srms": MmPerSecond, "mmps": MmPerSecond,
		"in/s": InchPerSecond, "in/speak": InchPerSecond, "ips": InchPerSecond}
	velocityUnits = []unitOf[VelocityUnit]{{InchPerSecond, "in/s", times(25.4 / math.Sqrt2)},
		{MmPerSecond, "mm/s", times(1)}}
)

// ParseVelocity reads a vibration: 2.1 mm/s (rms) or 0.12 in/s (peak). A bare number is in the field's
// unit, and refused where that is "".
func ParseVelocity(text string, field VelocityUnit) (Velocity, error) {
	return velocity(text, field, false)
}

// ParseVelocityKept reads what was kept before 2026-12, when a bare number was mm/s.
func ParseVelocityKept(text string) (Velocity, error) { return velocity(text, MmPerSecond, true) }

func velocity(text string, field VelocityUnit, kept bool) (Velocity, error) {
	const example = "one such as 2.1 mm/s or 0.12 in/s"
	v, err := in(text, field, kept, "a vibration", example, velocityWords, velocityUnits)
	if err == nil && !(v >= 0 && v <= mostVelocity) {
		err = fmt.Errorf("%q is not understood as a vibration: write %s", text, example)
	}
	return Velocity(v), err
}

const mostVelocity = 1000 // mm/s: nothing stands that
