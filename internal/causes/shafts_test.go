package causes

import (
	"fmt"
	"math"
	"math/rand/v2"
	"slices"
	"strings"

	"settle/core/gauge"
	"settle/core/judge"
	"settle/core/quantity"
)

// A simulated shaft has one fault or two, and is read with a dial as good as they are.
const (
	graduation = 10.0 // µm, one division
	needleOff  = 3.0  // µm, how far a reading is off, before it is read to half a division
	clockOff   = 5.0  // degrees, how far the mark is off
	placeOff   = 4.0  // mm, how far a place is off
	limit      = 50.0 // µm, of every run-out
)

// faults are what a shaft can have, by the key of the cause that should be named.
var faults = []struct {
	name string
	has  []string
}{
	{"bend", []string{"bent-shaft"}},
	{"seat", []string{"bearing-seat"}},
	{"sleeve", []string{"sleeve"}},
	{"oval", []string{"oval"}},
	{"bend and sleeve", []string{"bent-shaft", "sleeve"}},
	{"seat and sleeve", []string{"bearing-seat", "sleeve"}},
}

type vector struct{ x, y float64 }

// simulated is one shaft: where its bearings stand, where it is read, and its run-out there.
type simulated struct {
	r        *rand.Rand
	bearings [2]float64
	places   []float64 // of the bare shaft
	sleeve   bool
	has      []string

	base   func(z float64) vector
	offset vector // of the sleeve
	oval   float64
}

// shaft makes up a shaft with a fault that is read at so many places, one of them on the sleeve
// where that is at fault. Its largest run-out is past the limit.
func shaft(r *rand.Rand, has []string, places int) *simulated {
	s := &simulated{r: r, has: has, base: func(float64) vector { return vector{} }}
	first := between(r, 120, 220)
	s.bearings = [2]float64{first, first + between(r, 180, 360)}
	end := s.bearings[1] + between(r, 80, 220)
	s.sleeve = slices.Contains(has, "sleeve") || r.IntN(2) == 0
	all := []float64{first - between(r, 50, 100), end}
	if s.sleeve { // the seal is under the sleeve: the end of the bare shaft is read last
		all = []float64{all[0], (s.bearings[0] + s.bearings[1]) / 2, end, (s.bearings[1] + end) / 2}
	} else {
		all = append(all, (s.bearings[0]+s.bearings[1])/2, (s.bearings[1]+end)/2, (all[0]+s.bearings[0])/2)
	}
	bare := places
	if s.sleeve {
		bare--
	}
	s.places = all[:bare]
	s.offend(end)
	return s
}

func between(r *rand.Rand, low, high float64) float64 { return low + r.Float64()*(high-low) }

func towards(r *rand.Rand, size float64) vector {
	sin, cos := math.Sincos(r.Float64() * 2 * math.Pi)
	return vector{size * cos, size * sin}
}

// offend gives the shaft its faults.
func (s *simulated) offend(end float64) {
	z1, z2 := s.bearings[0], s.bearings[1]
	for _, fault := range s.has {
		way := towards(s.r, between(s.r, 80, 250))
		switch fault {
		case "bent-shaft":
			c := between(s.r, s.places[0]+20, end-20)
			shape := func(z float64) float64 {
				h := func(z float64) float64 { return max(0, z-c) }
				return h(z) - h(z1) - (h(z2)-h(z1))*(z-z1)/(z2-z1)
			}
			s.base = scaled(shape, s.places, end, way)
		case "bearing-seat":
			a, b := 1.0, 0.0
			switch s.r.IntN(3) {
			case 0:
				a, b = 0, 1
			case 1:
				b = between(s.r, -1, -0.3)
			}
			s.base = scaled(func(z float64) float64 { return (a*(z2-z) + b*(z-z1)) / (z2 - z1) }, s.places, end, way)
		case "sleeve":
			s.offset = way
		case "oval":
			s.oval = between(s.r, 60, 150)
		}
	}
}

// scaled is a shape along the shaft whose largest run-out at the ends is so much.
func scaled(shape func(z float64) float64, places []float64, end float64, way vector) func(z float64) vector {
	most := math.Abs(shape(end))
	for _, z := range places {
		most = max(most, math.Abs(shape(z)))
	}
	return func(z float64) vector { return vector{way.x * shape(z) / most, way.y * shape(z) / most} }
}

// read is what a dial shows round one place, at four clock positions or eight.
func (s *simulated) read(v vector, oval float64, clocks int) (gauge.Runout, error) {
	d := gauge.Dial{Surface: gauge.Rim, Indicator: gauge.Fixed, Graduation: um(graduation)}
	turned := s.r.NormFloat64() * clockOff * math.Pi / 180
	wide := s.r.Float64() * math.Pi
	for i := range clocks {
		at := float64(i) * 2 * math.Pi / float64(clocks)
		value := v.x/2*math.Cos(at+turned) + v.y/2*math.Sin(at+turned) + oval/2*math.Cos(2*(at-wide))
		value = math.Round((value+s.r.NormFloat64()*needleOff)/(graduation/2)) * graduation / 2
		d.Readings = append(d.Readings, gauge.Reading{Degrees: at * 180 / math.Pi, Value: um(value)})
	}
	return d.Run()
}

func um(x float64) quantity.Length { return quantity.Length(math.Round(x * 1000)) }

// named are the causes that the finder names, the likeliest first.
func (s *simulated) named(clocks int) ([]judge.Likely, error) {
	along := judge.Along{Bearings: []judge.Bearing{{Name: "thrust bearing", Z: um(s.bearings[0] * 1000)},
		{Name: "radial bearing", Z: um(s.bearings[1] * 1000)}}}
	e := judge.Evidence{}
	worn := s.r.IntN(len(s.places)) // where it is oval
	take := func(z float64, v vector, sleeve bool, oval float64) error {
		x, err := s.read(v, oval, clocks)
		if err != nil {
			return err
		}
		at := um((z + s.r.NormFloat64()*placeOff) * 1000)
		one := judge.Vector{Name: fmt.Sprintf("place %d", len(along.Vectors)+1), Z: &at, OnSleeve: sleeve,
			Size: *x.Fitted, Fine: *x.Fitted <= um(limit), Uncertainty: x.Uncertainty.Length()}
		if x.HighDeg != nil {
			one.Directed, one.Degrees = true, *x.HighDeg
		}
		along.Vectors = append(along.Vectors, one)
		var twice *quantity.Length
		if x.Harmonics != nil {
			twice = &x.Harmonics.Twice
		}
		if by, l, known := judge.OutOfRound(twice, x.Form, x.SumRule, x.Uncertainty.Length()); known {
			e.Add(judge.FormHigh, judge.Shown{There: by != judge.Round, Words: quantity.Say("%s", l)})
		}
		return nil
	}
	for i, z := range s.places {
		oval := 0.0
		if i == worn {
			oval = s.oval
		}
		if err := take(z, s.base(z), false, oval); err != nil {
			return nil, err
		}
	}
	if s.sleeve {
		z := s.places[len(s.places)-1]
		if len(s.places) < 3 { // it is not read beside the bare shaft
			z = s.bearings[1] + 120
		}
		v := s.base(z)
		if err := take(z, vector{v.x + s.offset.x, v.y + s.offset.y}, true, 0); err != nil {
			return nil, err
		}
	}
	for sign, shown := range along.Tell().Evidence {
		e.Add(sign, shown)
	}
	return judge.Causes(e), nil
}

// score counts how often the finder was right.
type score struct{ shafts, first, three, wrong int }

// rate counts one shaft: right first when the first cause is one that it has, right among three
// when all that it has are there, wrong first when another is.
func (c *score) rate(has []string, named []judge.Likely) {
	c.shafts++
	among := 0
	for i, l := range named {
		if i < 3 && slices.Contains(has, l.Key) {
			among++
		}
	}
	switch {
	case len(named) > 0 && slices.Contains(has, named[0].Key):
		c.first++
	case len(named) > 0:
		c.wrong++
	}
	if among == len(has) {
		c.three++
	}
}

func (c score) share(n int) string {
	return fmt.Sprintf("%.1f %%", 100*float64(n)/float64(max(c.shafts, 1)))
}

// tables are the scores by number of places and clock positions, and by fault.
type tables struct {
	places map[[2]int]*score // places, clock positions
	faults map[string]*score
	all    score
}

// simulate works so many shafts, the same every time.
func simulate(shafts int) (tables, error) {
	t := tables{places: map[[2]int]*score{}, faults: map[string]*score{}}
	r := rand.New(rand.NewPCG(20261126, 6))
	for i := range shafts {
		f := faults[i%len(faults)]
		places, clocks := 2+i/len(faults)%4, 4+4*(i/len(faults)/4%2)
		s := shaft(r, f.has, places)
		named, err := s.named(clocks)
		if err != nil {
			return t, err
		}
		key := [2]int{places, clocks}
		if t.places[key] == nil {
			t.places[key] = new(score)
		}
		if t.faults[f.name] == nil {
			t.faults[f.name] = new(score)
		}
		for _, c := range []*score{t.places[key], t.faults[f.name], &t.all} {
			c.rate(f.has, named)
		}
	}
	return t, nil
}

// figures are the tables as they stand on the page.
func (t tables) figures() string {
	var b strings.Builder
	fmt.Fprintf(&b, `%s

%d simulated shafts, the same every time: bearings, places and faults made up at random, run-outs of
80 to 250 µm, a dial of 0.01 mm read to half a division and off by 3 µm, clock positions off by 5°,
places by 4 mm. *Right first*: the first cause named is one that the shaft has. *Among three*: all
that it has are among the first three. *Wrong first*: another comes first. The rest names none.

| read at | round the clock | shafts | right first | among three | wrong first |
|---|---|---|---|---|---|
`, Figures, t.all.shafts)
	line := func(name string, c *score) {
		fmt.Fprintf(&b, "| %s | %d | %s | %s | %s |\n", name, c.shafts, c.share(c.first), c.share(c.three), c.share(c.wrong))
	}
	for places := 2; places <= 5; places++ {
		for _, clocks := range []int{4, 8} {
			if c := t.places[[2]int{places, clocks}]; c != nil {
				line(fmt.Sprintf("%d places | %d", places, clocks), c)
			}
		}
	}
	line("all |", &t.all)
	b.WriteString("\n| fault | shafts | right first | among three | wrong first |\n|---|---|---|---|---|\n")
	for _, f := range faults {
		if c := t.faults[f.name]; c != nil {
			line(f.name, c)
		}
	}
	return b.String()
}
