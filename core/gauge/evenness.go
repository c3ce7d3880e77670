package gauge

import (
	"settle/core/field"
	"settle/core/quantity"
)

// Even is one reading of a gap or a height that is to be alike all round: at a named place,
// or at a place on the circle.
type Even struct {
	At      string
	Degrees *float64
	Value   quantity.Length
	Before  *quantity.Length
}

// Evenness is what readings that are to be alike come to. Pointers are nil where the
// readings do not tell.
type Evenness struct {
	Lowest, Highest, Spread, Mean quantity.Length
	LowestAt, HighestAt           int
	Uncertainty                   Uncertainty
	Tilt                          *quantity.Length // 2·A of the fitted circle
	OpenDeg                       *float64         // where it is widest
	Moved                         []quantity.Length
	Before                        *quantity.Length // spread of what stood before
	Warnings                      []string
}

// The warnings of evenness, as codes.
const (
	Worse    = "worse"     // the spread has grown
	AllMoved = "all-moved" // all the same way: the whole part has shifted, or the gauge
)

// EvennessOf works out the spread, and the tilt where places on the circle bear it.
func EvennessOf(readings []Even, graduation, mpe quantity.Length) (Evenness, error) {
	if err := checkEven(readings, graduation, mpe); err != nil {
		return Evenness{}, err
	}
	e := Evenness{Lowest: readings[0].Value, Highest: readings[0].Value,
		Uncertainty: DifferenceUncertainty(graduation, mpe)}
	values := make([]quantity.Length, len(readings))
	for i, x := range readings {
		values[i] = x.Value
		if x.Value < e.Lowest {
			e.Lowest, e.LowestAt = x.Value, i
		}
		if x.Value > e.Highest {
			e.Highest, e.HighestAt = x.Value, i
		}
	}
	e.Spread, e.Mean = e.Highest-e.Lowest, whole(mean(values))
	e.tilt(readings, graduation)
	e.before(readings, graduation)
	return e, nil
}

// tilt fits a circle, as for a face, where the places stand on one.
func (e *Evenness) tilt(readings []Even, graduation quantity.Length) {
	if readings[0].Degrees == nil {
		return
	}
	if r, err := roundOf(readings, graduation).Run(); err == nil && r.Fitted != nil {
		e.Tilt, e.OpenDeg = r.Fitted, r.HighDeg
	}
}

// before tells how it has changed from what stood before.
func (e *Evenness) before(readings []Even, graduation quantity.Length) {
	if readings[0].Before == nil {
		return
	}
	low, high := *readings[0].Before, *readings[0].Before
	up, down := true, true
	for _, x := range readings {
		low, high = min(low, *x.Before), max(high, *x.Before)
		moved := x.Value - *x.Before
		e.Moved = append(e.Moved, moved)
		up, down = up && moved > 2*graduation, down && moved < -2*graduation
	}
	spread := high - low
	e.Before = &spread
	if up || down {
		e.Warnings = append(e.Warnings, AllMoved)
	}
	if e.Spread > spread {
		e.Warnings = append(e.Warnings, Worse)
	}
}

func checkEven(readings []Even, graduation, mpe quantity.Length) error {
	switch {
	case graduation <= 0:
		return field.Errorf("graduation", "must be greater than zero: the value of one division of the gauge")
	case len(readings) < 2:
		return field.Errorf("readings", "needs two places or more")
	}
	names := map[string]bool{}
	for i, x := range readings {
		path := field.At("readings", i)
		switch {
		case x.At != "" && x.Degrees != nil:
			return field.Errorf(path+".at", "stands beside a place on the circle: give one of them")
		case x.At == "" && x.Degrees == nil:
			return field.Errorf(path+".at", "is missing: name the place, or give it as clock or deg")
		case (x.At == "") != (readings[0].At == ""):
			return field.Errorf(path+".at", "is unlike the first reading: name all places, or give all on the circle")
		case names[x.At] && x.At != "":
			return field.Errorf(path+".at", "is where another reading was taken: give each place once")
		case (x.Before == nil) != (readings[0].Before == nil):
			return field.Errorf(path+".before", "is unlike the first reading: give what stood before at all places, or none")
		}
		names[x.At] = true
	}
	if err := CheckError(mpe); err != nil || readings[0].Degrees == nil {
		return err
	}
	return roundOf(readings, graduation).check()
}

// roundOf is readings on a circle as those of a face.
func roundOf(readings []Even, graduation quantity.Length) Dial {
	d := Dial{Surface: Face, Indicator: Fixed, Graduation: graduation}
	for _, x := range readings {
		d.Readings = append(d.Readings, Reading{*x.Degrees, x.Value})
	}
	return d
}
