package plan

import (
	"slices"

	"settle/core/gauge"
)

// The instruments a check may be measured with.
const (
	Dial    = "dial"    // round the clock
	Float   = "float"   // push and pull
	Feeler  = "feeler"  // leaves at several places
	Setting = "setting" // a dimension against its setting
	Direct  = "direct"  // one value, or a leaf that goes
	Travel  = "travel"  // depth right down and right up
	Ring    = "ring"    // bore and hub of a wear ring
	Fit     = "fit"     // a bearing seat against its class
	Depth   = "depth"   // below a datum face, at several places
	Along   = "along"   // round the clock at several places along the shaft
	Plug    = "plug"    // a go / no-go plug in a bore
)

// An instrumentKind is what the plan check knows of one.
type instrumentKind struct {
	key      string
	check    func(c *checker, key string, x *Check) // what it asks of its check; nil asks nothing
	ownLimit bool                                   // its limit may follow from the pump's dimensions
}

var instruments = []instrumentKind{
	{key: Dial, check: (*checker).dial},
	{key: Float, check: (*checker).float},
	{key: Feeler, check: (*checker).places},
	{key: Setting, check: (*checker).dimension},
	{key: Direct, check: (*checker).direct},
	{key: Travel, check: (*checker).travel},
	{key: Ring, check: (*checker).dimension, ownLimit: true},
	{key: Fit, check: (*checker).fit, ownLimit: true},
	{key: Depth, check: (*checker).places},
	{key: Along, check: (*checker).along},
	{key: Plug},
}

// Instruments are the words that a plan may write.
var Instruments = func() []string {
	keys := make([]string, len(instruments))
	for i, k := range instruments {
		keys[i] = k.key
	}
	return keys
}()

func instrument(key string) *instrumentKind {
	for i := range instruments {
		if instruments[i].key == key {
			return &instruments[i]
		}
	}
	return nil
}

func (c *checker) dial(key string, x *Check) {
	c.plunger(key, x)
	c.clock(key, "places", x, x.Places)
}

// along is a dial at each of several places.
func (c *checker) along(key string, x *Check) {
	c.plunger(key, x)
	c.clock(key, "clock", x, x.Clock)
	if len(x.Places) < 2 || len(x.Places) > mostAlong {
		c.fault(x.line, "", "check %s: places are %d: name the 2 to %d along the shaft, from the driver end", key,
			len(x.Places), mostAlong)
	}
	for _, place := range x.Places {
		if !slices.ContainsFunc(c.p.ShaftLine.Stations, func(s Station) bool { return s.Check == key && s.Place == place }) {
			c.fault(x.line, "", "check %s: no station of the shaft line has the place %q: write one for each", key, place)
		}
	}
}

// mostAlong bounds the places along a shaft: more have no room on a panel.
const mostAlong = 6

// plunger asks what a dial rides on, and whether it goes round.
func (c *checker) plunger(key string, x *Check) {
	if x.Surface != gauge.Rim && x.Surface != gauge.Bore && x.Surface != gauge.Face {
		c.fault(x.line, "", "check %s: surface is %q: write rim, bore or face", key, x.Surface)
	}
	if x.Indicator != gauge.Fixed && x.Indicator != gauge.Turns {
		c.fault(x.line, "", "check %s: indicator is %q: write fixed or turns", key, x.Indicator)
	}
}

func (c *checker) clock(key, name string, x *Check, clock []string) {
	if len(clock) < 2 {
		c.fault(x.line, "", "check %s: %s needs the clock positions, such as [\"12\", \"3\", \"6\", \"9\"]", key, name)
	}
	for _, place := range clock {
		if _, err := gauge.ClockDegrees(place); err != nil {
			c.fault(x.line, "", "check %s: place %v", key, err)
		}
	}
}

func (c *checker) float(key string, x *Check) {
	if x.Repeats < 1 || x.Repeats > 9 {
		c.fault(x.line, "", "check %s: repeats is %d: write how often the shaft is pushed and pulled, 1 to 9", key,
			x.Repeats)
	}
}

// places are named or counted.
func (c *checker) places(key string, x *Check) {
	switch {
	case x.PlacesFrom != "":
		c.value(x.line, "", "check "+key+": places_from", x.PlacesFrom, NumberValue)
		if x.PlaceName == "" {
			c.fault(x.line, "", "check %s: place_name is missing: the word for one place, such as vane", key)
		}
	case len(x.Places) == 0:
		c.fault(x.line, "", "check %s: places is missing: name the places, or places_from the value that counts them", key)
	}
}

// dimension hangs on a length of the pump's.
func (c *checker) dimension(key string, x *Check) {
	c.value(x.line, "", "check "+key+": of", x.Of, LengthValue)
}

func (c *checker) direct(key string, x *Check) {
	if len(x.Depths) != 0 && len(x.Depths) != 2 {
		c.fault(x.line, "", "check %s: depths are %d: write two, the second is taken off the first", key, len(x.Depths))
	}
}

func (c *checker) travel(key string, x *Check) {
	if x.Down == "" || x.Up == "" {
		c.fault(x.line, "", "check %s: down and up are missing: the limit keys of the two depths", key)
	}
	if x.Deeper != "" && x.Deeper != "down" && x.Deeper != "up" {
		c.fault(x.line, "", "check %s: deeper is %q: write down or up", key, x.Deeper)
	}
}

func (c *checker) fit(key string, x *Check) {
	c.dimension(key, x)
	c.value(x.line, "", "check "+key+": class", x.Class, WordsValue)
	if x.Seat != "shaft" && x.Seat != "housing" {
		c.fault(x.line, "", "check %s: seat is %q: write shaft or housing", key, x.Seat)
	}
}
