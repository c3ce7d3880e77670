package judge

import (
	"math"
	"slices"

	"settle/core/gauge"
	"settle/core/quantity"
	"settle/core/rotor"
)

// Vector is the run-out of what turns with the shaft at one station: size and direction of
// its fitted circle, clock position seen from the coupling end.
type Vector struct {
	Name        string           // in lower case, such as shaft run-out at the seal
	Z           *quantity.Length // along the shaft, nil where nobody knows
	OnSleeve    bool             // else on the shaft itself
	Size        quantity.Length  // fitted TIR
	Degrees     float64
	Directed    bool // false where it is too small to have a direction
	Fine        bool // it is within its limit
	Uncertainty quantity.Length
}

// Bearing is one of the two in which a shaft turns.
type Bearing struct {
	Name string
	Z    quantity.Length
}

// Along is a shaft with what was read along it, in the order in which it was read.
type Along struct {
	Bearings []Bearing // two in their order along the shaft, else the places tell nothing
	Vectors  []Vector
}

// Told is what the run-outs along a shaft tell.
type Told struct {
	Evidence Evidence
	Ask      *quantity.Sentence // the reading that would tell the explanations apart
	Origins  []rotor.Origin     // the likeliest first; nil where the places are not known
}

// told says of each sign what it is called and which explanations carry it.
var told = []struct {
	sign Sign
	name string
	of   func(o *rotor.Origin) bool
}{
	{BendAlong, "a bend", func(o *rotor.Origin) bool { return o.Cause == rotor.Bend }},
	{SeatAlong, "a seat off centre", func(o *rotor.Origin) bool { return o.Cause == rotor.SeatAt }},
	{SleeveAlong, "a sleeve off its centre", func(o *rotor.Origin) bool { return o.SleeveOff }},
}

// How likely an explanation must be to be named, and what full certainty weighs more than
// a guess. Two places leave much open, so there all that fits is named.
const (
	worthNaming = 0.10
	fitsTwo     = 0.02
	certain     = 4
)

// Tell compares the run-outs along a shaft: a straight line is a seat off its centre, a kink
// a bend, a jump at the sleeve the sleeve. With fewer than two readings there is nothing to
// compare. Where the places are not known they are compared in their order.
func (a Along) Tell() Told {
	if len(a.Vectors) < 2 {
		return Told{}
	}
	shaft, known := a.shaft()
	if !known {
		return Told{Evidence: inOrder(a.Vectors)}
	}
	t := Told{Evidence: Evidence{}, Origins: shaft.Origins()}
	fine := !slices.ContainsFunc(a.Vectors, func(v Vector) bool { return !v.Fine })
	last, enough := a.Vectors[len(a.Vectors)-1], worthNaming
	if len(a.Vectors) == 2 {
		enough = fitsTwo
	}
	misfit := !fine && !a.explained(t.Origins)
	if misfit {
		t.Evidence[NoFit] = Shown{There: true, Words: quantity.Plainly("No explanation fits the run-outs along the shaft")}
	}
	for _, x := range told {
		best, share := t.best(x.of)
		switch {
		case x.sign == SleeveAlong && !slices.ContainsFunc(a.Vectors, func(v Vector) bool { return v.OnSleeve }):
		case fine:
			t.Evidence[x.sign] = Shown{Words: quantity.Plainly("Run-outs along the shaft are within their limits")}
		case misfit:
			t.Evidence[x.sign] = Shown{Words: quantity.Plainly("No explanation fits the run-outs along the shaft")}
		case share < enough:
			t.Evidence[x.sign] = Shown{Words: quantity.Say("With %s at %s, %s does not fit", last.Size, last.Name, x.name)}
		default:
			t.Evidence[x.sign] = Shown{There: true, Words: a.words(x.sign, best, share),
				Weight: int(math.Round(certain * share)), Doubtful: share < 0.5}
		}
	}
	if fine || misfit {
		return t
	}
	a.atNut(&t)
	t.Ask = a.ask(shaft, t.Origins)
	return t
}

// explained reports whether the likeliest explanation comes near to what was read: within three times the
// uncertainty, or a seventh of the largest run-out, and, for clock positions told to the half hour, a
// quarter of the run-out. What a sleeve that is off adds is not looked at.
func (a Along) explained(origins []rotor.Origin) bool {
	if len(origins) == 0 {
		return true
	}
	best, most := &origins[0], quantity.Length(0)
	for _, v := range a.Vectors {
		most = max(most, v.Size)
	}
	return !slices.ContainsFunc(a.Vectors, func(v Vector) bool {
		at := best.RunoutAt(*v.Z)
		off := between(v, Vector{Size: at.Size(), Degrees: at.Degrees()})
		return !(v.OnSleeve && best.SleeveOff) && off > max(3*v.Uncertainty, most/7)+v.Size/4
	})
}

// best is the likeliest explanation of a kind, with the share of all of that kind.
func (t Told) best(of func(*rotor.Origin) bool) (best *rotor.Origin, share float64) {
	for i := range t.Origins {
		if o := &t.Origins[i]; of(o) {
			share += o.Share
			if best == nil {
				best = o
			}
		}
	}
	return best, share
}

// shaft is what is known, where the places are.
func (a Along) shaft() (rotor.Shaft, bool) {
	if len(a.Bearings) != 2 || a.Bearings[0].Z >= a.Bearings[1].Z {
		return rotor.Shaft{}, false
	}
	s := rotor.Shaft{Bearings: [2]quantity.Length{a.Bearings[0].Z, a.Bearings[1].Z}}
	for _, v := range a.Vectors {
		if v.Z == nil {
			return rotor.Shaft{}, false
		}
		s.Readings = append(s.Readings, rotor.Reading{Station: rotor.Station{Z: *v.Z, Size: v.Size, Degrees: v.Degrees,
			Sleeve: v.OnSleeve}, Uncertainty: v.Uncertainty})
	}
	return s, true
}

// words say where the run-out comes from, and how much of it there is.
func (a Along) words(sign Sign, o *rotor.Origin, share float64) quantity.Sentence {
	fits := "fits"
	if share < 0.5 {
		fits = "fits as well, less likely"
	}
	switch sign {
	case BendAlong:
		return quantity.Say("Along the shaft a bend %s, between %s and %s from the driver end, %s: %s", fits,
			quantity.Distance(o.From), quantity.Distance(o.To), a.stretch(o), a.most(o))
	case SeatAlong:
		return quantity.Say("Along the shaft a straight line %s: %s", fits, a.seats(o))
	}
	for _, v := range a.Vectors {
		if v.OnSleeve && v.Z != nil {
			off := between(v, Vector{Size: o.RunoutAt(*v.Z).Size(), Degrees: o.RunoutAt(*v.Z).Degrees()})
			return quantity.Say("On the sleeve (%s) %s more than the shaft under it has: a sleeve off its centre %s", v.Name,
				off, fits)
		}
	}
	return quantity.Plainly("A sleeve off its centre " + fits)
}

// most is the largest run-out, with where it is and where its high spot is.
func (a Along) most(o *rotor.Origin) quantity.Sentence {
	worst := slices.MaxFunc(a.Vectors, func(x, y Vector) int { return int(x.Size - y.Size) })
	at := o.RunoutAt(*worst.Z)
	return quantity.Say("%s at %s, high at %s o'clock", at.Size(), worst.Name, gauge.DegreesClock(at.Degrees()))
}

// stretch is where a bend lies among the bearings.
func (a Along) stretch(o *rotor.Origin) string {
	first, second := a.Bearings[0], a.Bearings[1]
	switch {
	case o.To <= first.Z:
		return "on the driver side of the " + first.Name
	case o.From >= second.Z:
		return "on the pump side of the " + second.Name
	}
	return "between the bearings"
}

// seats says which seat is off centre and how much.
func (a Along) seats(o *rotor.Origin) quantity.Sentence {
	say := func(b Bearing) quantity.Sentence {
		at := o.RunoutAt(b.Z)
		return quantity.Say("the %s turns %s out, high at %s o'clock", b.Name, at.Size(), gauge.DegreesClock(at.Degrees()))
	}
	switch o.Seat {
	case rotor.FirstSeat:
		return say(a.Bearings[0])
	case rotor.SecondSeat:
		return say(a.Bearings[1])
	}
	return quantity.Say("%s, %s", say(a.Bearings[0]), say(a.Bearings[1]))
}

// narrow is how much of the way between the bearings a bend may leave open and still be told
// to lie at one of them.
const narrow = 0.25

// atNut notes a bend that lies at a bearing, where its lock nut pulls.
func (a Along) atNut(t *Told) {
	best, share := t.best(told[0].of)
	if best == nil || share < 0.5 {
		return
	}
	span := a.Bearings[1].Z - a.Bearings[0].Z
	if float64(best.To-best.From) > narrow*float64(span) {
		return
	}
	for _, b := range a.Bearings {
		if best.From <= b.Z && b.Z <= best.To {
			t.Evidence[BendAtNut] = Shown{There: true, Words: quantity.Plainly("The bend lies at the " + b.Name)}
		}
	}
}

// ask names the place at which one reading more tells most: with two places always, with
// more where several explanations still fit.
func (a Along) ask(s rotor.Shaft, origins []rotor.Origin) *quantity.Sentence {
	if len(origins) == 0 || len(a.Vectors) > 2 && origins[0].Share > 1-worthNaming {
		return nil
	}
	z, apart, ok := s.Where(origins)
	if !ok {
		return nil
	}
	said := quantity.Say("Read the bare shaft at %s from the driver end too, %s: there the run-outs that fit "+
		"differ by some %s", quantity.Distance(z), a.place(z), quantity.Say("%s", apart))
	return &said
}

// place names a place along the shaft by what stands nearest to it on either side.
func (a Along) place(z quantity.Length) string {
	var before, after *Bearing
	known := slices.Clone(a.Bearings)
	for _, v := range a.Vectors {
		if v.OnSleeve && *v.Z == z {
			return "under the sleeve"
		}
		known = append(known, Bearing{v.Name, *v.Z})
	}
	for i := range known {
		k := &known[i]
		if k.Z <= z && (before == nil || k.Z > before.Z) {
			before = k
		}
		if k.Z >= z && (after == nil || k.Z < after.Z) {
			after = k
		}
	}
	return "between " + before.Name + " and " + after.Name
}

// sameWay is how near two directions lie that count as one, in degrees.
const sameWay = 45

// inOrder compares run-outs of which only the order along the shaft is known. A bend shows as
// vectors that grow in one direction; a sleeve off its centre as one that is there on the
// sleeve and not on the shaft beside it.
func inOrder(vectors []Vector) Evidence {
	e := Evidence{}
	last := vectors[len(vectors)-1]
	grows, words := true, quantity.Plainly("Run-out does not grow along the shaft in one direction")
	for i := 1; i < len(vectors); i++ {
		a, b := vectors[i-1], vectors[i]
		if b.Size < a.Size+a.Uncertainty || !b.Directed || a.Directed && apart(a.Degrees, b.Degrees) > sameWay {
			grows = false
		}
	}
	if first := vectors[0]; grows {
		words = quantity.Say("Run-out grows from %s (%s) to %s (%s), towards %s o'clock", first.Size, first.Name,
			last.Size, last.Name, gauge.DegreesClock(last.Degrees))
	}
	e[BendAlong] = Shown{There: grows, Words: words}
	for i, s := range vectors {
		if !s.OnSleeve || !s.Directed {
			continue
		}
		for _, k := range []int{i - 1, i + 1} {
			if k < 0 || k >= len(vectors) || vectors[k].OnSleeve {
				continue
			}
			beside := vectors[k]
			off := between(s, beside)
			jump := off > max(s.Uncertainty, beside.Uncertainty)*2 && off > s.Size/2
			e.Add(SleeveAlong, Shown{There: jump, Words: quantity.Say("%s on the sleeve (%s), %s on the shaft (%s)", s.Size,
				s.Name, beside.Size, beside.Name)})
		}
	}
	return e
}

// between is the size of what is left when one vector is taken from another.
func between(a, b Vector) quantity.Length {
	ay, ax := math.Sincos(a.Degrees * math.Pi / 180)
	by, bx := math.Sincos(b.Degrees * math.Pi / 180)
	x := float64(float64(a.Size)*ax) - float64(float64(b.Size)*bx)
	y := float64(float64(a.Size)*ay) - float64(float64(b.Size)*by)
	return quantity.Length(math.Round(math.Hypot(x, y)))
}

// apart is how far two directions lie from each other, 0 to 180 degrees.
func apart(a, b float64) float64 {
	d := math.Mod(math.Abs(a-b), 360)
	return min(d, 360-d)
}

// Agree reports whether two directions count as one.
func Agree(a, b float64) bool { return apart(a, b) <= sameWay }

// Shape is by what a surface is told to be out of round.
type Shape string

// What tells it: what comes twice a turn; what the circle leaves over; four places that break
// the sum rule.
const (
	Round     Shape = ""
	TwiceTurn Shape = "twice a turn"
	Leftover  Shape = "left over"
	SumRule   Shape = "sum rule"
)

// OutOfRound looks at the shape of a surface that a dial went round and came back from: at
// what comes twice a turn where eight even places tell it, else at what the circle leaves over
// of five or more, else at the sum rule. Two and a half uncertainties are two divisions of
// the dial. The length is what it went by; known is false where nothing tells.
func OutOfRound(oval, form, sum *quantity.Length, uncertainty quantity.Length) (by Shape, l quantity.Length,
	known bool) {
	over := func(l quantity.Length, by Shape) (Shape, quantity.Length, bool) {
		if l*2 > uncertainty*5 {
			return by, l, true
		}
		return Round, l, true
	}
	switch {
	case oval != nil:
		return over(*oval, TwiceTurn)
	case form != nil:
		return over(*form, Leftover)
	case sum != nil && sum.Abs()*2 > uncertainty*5:
		return SumRule, sum.Abs(), true
	}
	return Round, 0, false
}
