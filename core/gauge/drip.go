package gauge

import (
	"fmt"
	"math"
	"strconv"
	"strings"

	"settle/core/field"
)

// maxTaps bounds a count of drops: an hour at one a second.
const maxTaps = 3600

// Drip works out drops a minute from the moments, in seconds, at which drops
// were tapped: at least three, each later than the one before. The first tap
// starts the clock, so n taps are n − 1 drops.
func Drip(taps []float64) (perMinute float64, err error) {
	if len(taps) < 3 {
		return 0, field.Errorf("taps_s", "needs at least three taps: tap at each drop")
	}
	if len(taps) > maxTaps {
		return 0, field.Errorf("taps_s", "has %d taps: %d are more than enough", len(taps), maxTaps)
	}
	for i := 1; i < len(taps); i++ {
		if !(taps[i] > taps[i-1]) {
			return 0, field.Errorf(field.At("taps_s", i), "is not later than the tap before it: write seconds that rise")
		}
	}
	perMinute = 60 * float64(len(taps)-1) / (taps[len(taps)-1] - taps[0])
	if math.IsInf(perMinute, 0) || math.IsNaN(perMinute) {
		return 0, field.Errorf("taps_s", "lie too near to each other or too far apart to be seconds")
	}
	return perMinute, nil
}

// DripCounted is drops a minute where they were counted over some minutes; none is an answer.
func DripCounted(drops *int, minutes *float64) (perMinute float64, err error) {
	switch {
	case drops == nil:
		return 0, field.Errorf("drops", "is missing: write how many drops fell, 0 for none")
	case minutes == nil:
		return 0, field.Errorf("minutes", "is missing: write over how many minutes they were counted")
	case *drops < 0 || *drops > maxDrops:
		return 0, field.Errorf("drops", "is %d: write a whole number from 0 to %d", *drops, maxDrops)
	case !(*minutes > 0 && *minutes <= maxMinutes):
		return 0, field.Errorf("minutes", "is %g: write over how many minutes they were counted, up to %d", *minutes,
			maxMinutes)
	}
	return float64(*drops) / *minutes, nil
}

// BesideTaps refuses drops that are tapped and counted.
func BesideTaps(name string) error {
	return field.Errorf(name, "stands beside taps_s: tap the drops, or write how many fell in how many minutes")
}

const (
	maxDrops   = 100_000
	maxMinutes = 1440
)

// Rates is a window for drops a minute; either bound may be left out.
type Rates struct {
	Min *float64 `json:"min,omitempty"`
	Max *float64 `json:"max,omitempty"`
}

// ParseRate reads drops a minute as they are typed: 20/min, 20 a minute, 20 drops/min. It
// returns false for what is no rate.
func ParseRate(text string) (float64, bool) {
	text = strings.ToLower(strings.TrimSpace(text))
	for _, unit := range []string{"/min", "a minute", "per minute"} {
		number, ok := strings.CutSuffix(text, unit)
		if !ok {
			continue
		}
		number = strings.TrimSpace(strings.TrimSuffix(strings.TrimSpace(number), "drops"))
		rate, err := strconv.ParseFloat(strings.Replace(number, ",", ".", 1), 64)
		return rate, err == nil && rate >= 0 && rate <= 1e6
	}
	return 0, false
}

// Check says whether the bounds can be used.
func (r Rates) Check() error {
	for _, b := range []struct {
		name string
		rate *float64
	}{{"limit.min", r.Min}, {"limit.max", r.Max}} {
		if b.rate != nil && *b.rate < 0 {
			return field.Errorf(b.name, "is below zero: write drops a minute")
		}
	}
	if r.Min != nil && r.Max != nil && *r.Min > *r.Max {
		return field.Errorf("limit", "has its min over its max: the min is the smaller of the two")
	}
	return nil
}

func (r Rates) String() string {
	switch {
	case r.Min != nil && r.Max != nil:
		return fmt.Sprintf("%g to %g drops a minute", *r.Min, *r.Max)
	case r.Max != nil:
		return fmt.Sprintf("at most %g drops a minute", *r.Max)
	case r.Min != nil:
		return fmt.Sprintf("at least %g drops a minute", *r.Min)
	}
	return "no limit known"
}
