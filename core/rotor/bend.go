// Package rotor says what a shaft and what turns with it is worth: where its run-out comes
// from along its length, how stiff it is, what its unbalance may be, and how it runs.
package rotor

import (
	"math"
	"slices"

	"settle/core/field"
	"settle/core/quantity"
)

// Station is where the run-out of a shaft was read along its length.
type Station struct {
	Z       quantity.Length // along the shaft, growing towards the impeller
	Size    quantity.Length // total reading, nothing or more
	Degrees float64         // of its high spot
	Sleeve  bool            // on the sleeve, not on the shaft itself
}

// Line is a shaft with its stations and the places of its two bearings.
type Line struct {
	Graduation quantity.Length
	Bearings   [2]quantity.Length
	Stations   []Station
}

// Cause is where a run-out comes from.
type Cause string

// The causes. A straight shaft on a seat off centre shows a line along its length, a bent
// one that is true at both bearings a kink.
const (
	True    Cause = "true"
	Sleeve  Cause = "sleeve" // the shaft is true, the sleeve is not
	SeatAt  Cause = "seat-at"
	Bend    Cause = "bend"
	Unclear Cause = "unclear"
)

// The seats that may be off centre.
const (
	FirstSeat  = "first"
	SecondSeat = "second"
	BothSeats  = "both"
)

// The warnings of a line, as codes.
const (
	Either      = "either"       // a line and a kink fit both
	FewStations = "few-stations" // three of the shaft: a fourth would tell
	SleeveToo   = "sleeve-too"   // the sleeve is off as well
)

// Found is where the run-out of a shaft comes from. Pointers are nil where it has none.
type Found struct {
	Largest  quantity.Length // of all stations
	Cause    Cause
	Residual *quantity.Length // of the fit that was chosen, or of the nearer one

	Seat       string              // of a line: which seat is off
	AtBearings *[2]quantity.Length // of a line: total reading there

	// Of a kink: the stretch where it may lie, its middle, how sharp, and the way the ends
	// beyond the bearings go.
	From, To, At *quantity.Length
	MmPerM, Deg  *float64

	Jump     *quantity.Length // the most a sleeve is off the shaft under it
	Warnings []string
}

// What bounds the stations of a shaft.
const (
	fewest   = 3
	most     = 40
	splits   = 100  // steps along the shaft at which a kink is tried
	clockOff = 0.15 // how far a clock position may be misread, as a share of the largest: some 8°, general
)

type vector struct{ x, y float64 }

func (v vector) plus(w vector) vector   { return vector{v.x + w.x, v.y + w.y} }
func (v vector) minus(w vector) vector  { return vector{v.x - w.x, v.y - w.y} }
func (v vector) times(f float64) vector { return vector{float64(v.x * f), float64(v.y * f)} }
func (v vector) size() float64          { return math.Hypot(v.x, v.y) }
func (s Station) vector() vector {
	sin, cos := math.Sincos(s.Degrees * math.Pi / 180)
	return vector{float64(s.Size) * cos, float64(s.Size) * sin}
}

// Run finds where the run-out comes from. The error is a *field.Error.
func (l Line) Run() (Found, error) {
	if err := l.check(); err != nil {
		return Found{}, err
	}
	shaft, sleeves := l.parted()
	found := Found{Cause: True}
	true_ := true
	for _, s := range l.Stations {
		found.Largest = max(found.Largest, s.Size)
		true_ = true_ && (s.Sleeve || s.Size <= 2*l.Graduation)
	}
	tolerance := max(2*float64(l.Graduation), clockOff*float64(found.Largest))
	straight := lineOf(shaft)
	kinked := l.kinkOf(shaft)
	at := func(float64) vector { return vector{} } // the shaft's run-out, by the fit that was chosen
	switch {
	case true_:
	case min(straight.residual, kinked.residual) > tolerance:
		found.Cause, found.Residual = Unclear, length(min(straight.residual, kinked.residual))
	case straight.residual <= kinked.residual:
		found.Cause, found.Residual, at = SeatAt, length(straight.residual), straight.at
		found.seats(l, straight)
	default:
		found.Cause, found.Residual, at = Bend, length(kinked.residual), kinked.at
		found.kink(kinked)
	}
	if !true_ && max(straight.residual, kinked.residual) <= tolerance {
		found.Warnings = append(found.Warnings, Either)
	}
	if len(shaft) == fewest {
		found.Warnings = append(found.Warnings, FewStations)
	}
	found.sleeves(sleeves, at, tolerance)
	return found, nil
}

func (l Line) check() error {
	switch {
	case l.Graduation <= 0:
		return field.Errorf("graduation", "must be greater than zero: the value of one division of the dial")
	case l.Bearings[0] >= l.Bearings[1]:
		return field.Errorf("bearings", "are not in order: the first is the one farther from the impeller")
	case len(l.Stations) > most:
		return field.Errorf("stations", "are %d: %d are more than enough", len(l.Stations), most)
	}
	seen, shaft := map[quantity.Length]bool{}, 0
	for i, s := range l.Stations {
		if s.Size < 0 {
			return field.Errorf(field.At("stations", i)+".size", "is below zero: a total reading is nothing or more")
		}
		if s.Sleeve {
			continue
		}
		if seen[s.Z] {
			return field.Errorf(
				field.At("stations", i)+".z",
				"is where another station of the shaft stands: give each place once",
			)
		}
		seen[s.Z] = true
		shaft++
	}
	if shaft < fewest {
		return field.Errorf("stations", "needs at least three places on the shaft itself")
	}
	return nil
}

func (l Line) parted() (shaft, sleeves []Station) {
	for _, s := range l.Stations {
		if s.Sleeve {
			sleeves = append(sleeves, s)
		} else {
			shaft = append(shaft, s)
		}
	}
	return shaft, sleeves
}

// straight is v = a + b·z, with the largest distance of a station from it.
type straight struct {
	a, b     vector
	residual float64
}

func (s straight) at(z float64) vector { return s.a.plus(s.b.times(z)) }

// lineOf lays a straight line through the run-outs by least squares.
func lineOf(shaft []Station) straight {
	n := float64(len(shaft))
	var meanZ float64
	var meanV vector
	for _, s := range shaft {
		meanZ += float64(s.Z) / n
		meanV = meanV.plus(s.vector().times(1 / n))
	}
	var zz float64
	var zv vector
	for _, s := range shaft {
		z := float64(s.Z) - meanZ
		zz += float64(z * z)
		zv = zv.plus(s.vector().minus(meanV).times(z))
	}
	fit := straight{b: zv.times(1 / zz)}
	fit.a = meanV.minus(fit.b.times(meanZ))
	for _, s := range shaft {
		fit.residual = max(fit.residual, s.vector().minus(fit.at(float64(s.Z))).size())
	}
	return fit
}

// kink is v = κ·g(z): a shaft that is straight on either side of a place and true at both
// bearings.
type kink struct {
	residual float64   // the least
	places   []float64 // where it fits, in order
	place    float64   // the middle of them
	kappa    vector    // there
	bearings [2]float64
}

func (k kink) at(z float64) vector { return k.kappa.times(k.shape(k.place, z)) }

// shape is g(z) of a kink at c: h(z) = max(0, z − c), less the line through its values at
// the bearings.
func (k kink) shape(c, z float64) float64 {
	h := func(z float64) float64 { return max(0, z-c) }
	z1, z2 := k.bearings[0], k.bearings[1]
	return h(z) - h(z1) - (h(z2)-h(z1))*(z-z1)/(z2-z1)
}

// kinkOf tries a kink at a hundred places along the shaft.
func (l Line) kinkOf(shaft []Station) kink {
	k := kink{residual: math.Inf(1), bearings: [2]float64{float64(l.Bearings[0]), float64(l.Bearings[1])}}
	low, high := k.bearings[0], k.bearings[1]
	vectors := make([]vector, len(shaft))
	for i, s := range shaft {
		low, high = min(low, float64(s.Z)), max(high, float64(s.Z))
		vectors[i] = s.vector()
	}
	var tried [splits]struct {
		c, residual float64
		kappa       vector
	}
	shapes := make([]float64, len(shaft))
	for i := 1; i < splits; i++ {
		c := low + float64(i)*(high-low)/splits
		var gg float64
		var gv vector
		flat := true
		for j, s := range shaft {
			g := k.shape(c, float64(s.Z))
			shapes[j] = g
			flat = flat && math.Abs(g) < 1
			gg += float64(g * g)
			gv = gv.plus(vectors[j].times(g))
		}
		t := &tried[i]
		t.c, t.residual = c, math.Inf(1)
		if flat {
			continue
		}
		t.kappa, t.residual = gv.times(1/gg), 0
		for j := range shaft {
			t.residual = max(t.residual, vectors[j].minus(t.kappa.times(shapes[j])).size())
		}
		k.residual = min(k.residual, t.residual)
	}
	var fitting []int
	half := float64(float64(l.Graduation) / 2)
	for i := 1; i < splits; i++ {
		if tried[i].residual <= k.residual+half {
			fitting = append(fitting, i)
			k.places = append(k.places, tried[i].c)
		}
	}
	if len(fitting) > 0 {
		middle := tried[fitting[len(fitting)/2]]
		k.place, k.kappa = middle.c, middle.kappa
	}
	return k
}

// seats says which seat is off centre: the one where the line is farther off, or both.
func (f *Found) seats(l Line, fit straight) {
	first, second := fit.at(float64(l.Bearings[0])).size(), fit.at(float64(l.Bearings[1])).size()
	f.AtBearings = &[2]quantity.Length{whole(first), whole(second)}
	switch {
	case 2*min(first, second) > max(first, second):
		f.Seat = BothSeats
	case first >= second:
		f.Seat = FirstSeat
	default:
		f.Seat = SecondSeat
	}
}

func (f *Found) kink(k kink) {
	f.From, f.To, f.At = length(k.places[0]), length(k.places[len(k.places)-1]), length(k.place)
	sharp := math.Round(k.kappa.size()/2*1e6) / 1e3
	way := math.Mod(math.Round(math.Atan2(k.kappa.y, k.kappa.x)*1800/math.Pi)/10+360, 360)
	f.MmPerM, f.Deg = &sharp, &way
}

// sleeves says how far the sleeves are off the shaft under them.
func (f *Found) sleeves(sleeves []Station, at func(z float64) vector, tolerance float64) {
	if len(sleeves) == 0 || f.Cause == Unclear {
		return
	}
	var jump float64
	for _, s := range sleeves {
		jump = max(jump, s.vector().minus(at(float64(s.Z))).size())
	}
	f.Jump = length(jump)
	if jump <= tolerance {
		return
	}
	if f.Cause == True {
		f.Cause = Sleeve
	} else {
		f.Warnings = append(f.Warnings, SleeveToo)
		slices.Sort(f.Warnings)
	}
}

func whole(nm float64) quantity.Length { return quantity.Length(math.Round(nm)) }

func length(nm float64) *quantity.Length {
	l := whole(nm)
	return &l
}
