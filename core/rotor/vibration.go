package rotor

import (
	"math"

	"settle/core/field"
)

// Zone is how a pump runs, after ISO 10816-7.
type Zone string

// The zones: A as new, B fit to run without limit of time, C for a while, D damaging.
const (
	ZoneA Zone = "A"
	ZoneB Zone = "B"
	ZoneC Zone = "C"
	ZoneD Zone = "D"
)

// zones are their upper ends in mm/s rms, up to 200 kW and over, for critical and for
// general service (after ISO 10816-7, which does not split by foundation).
var zones = map[bool][2][3]float64{ // critical
	true:  {{2.5, 4.0, 6.6}, {3.5, 5.0, 7.6}},
	false: {{3.2, 5.1, 8.5}, {4.2, 6.1, 9.5}},
}

// large is where a pump is held to the second row, in kW.
const large = 200

// Zones returns the upper ends of A, B and C in mm/s rms for a pump of a power in kW.
func Zones(critical bool, power float64) ([3]float64, error) {
	if !(power > 0 && power <= 1e6) {
		return [3]float64{}, field.Errorf("power_kw", "is %g: write the power of the driver, more than nothing", power)
	}
	rows := zones[critical]
	if power > large {
		return rows[1], nil
	}
	return rows[0], nil
}

// FreshFromBench is the most in mm/s rms that a pump of a power in kW may show in general service as
// it is handed back: after the in-situ acceptance values of the pump vibration standard, to be
// replaced by the maker's.
func FreshFromBench(power float64) float64 {
	if power > large {
		return 5.2
	}
	return 4.2
}

// ZoneOf is the zone of a velocity in mm/s rms; on a bound is in the better one.
func ZoneOf(velocity float64, ends [3]float64) Zone {
	for i, zone := range []Zone{ZoneA, ZoneB, ZoneC} {
		if velocity <= ends[i] {
			return zone
		}
	}
	return ZoneD
}

// FromPeak is a velocity in in/s peak as mm/s rms, of a sine.
func FromPeak(inchPerSecond float64) float64 { return inchPerSecond * 25.4 / math.Sqrt2 }

// General limits of bearing temperatures on the housing: °C, and K above the ambient.
const (
	HotBearing = 82.0
	HotRise    = 40.0
)

// SlowRunning is where velocity hides the motion, and displacement is read: turns a minute.
const SlowRunning = 600
