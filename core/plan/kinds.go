package plan

import (
	"slices"
	"strconv"
	"strings"

	"settle/core/gauge"
	"settle/core/judge"
	"settle/core/words"
)

// The kinds of a step.
const (
	Do      = "do"      // acknowledge
	Caution = "caution" // acknowledge by name
	Turn    = "turn"    // by hand
	Measure = "measure" // a check
	Count   = "count"
	Mark    = "mark"
	Inspect = "inspect" // a part's findings
	Torque  = "torque"
	Tighten = "tighten" // to a torque, snug, until something is reached, home
	Set     = "set"     // a clearance or a position, with its method
	Heat    = "heat"    // a bearing or a housing
	Worked  = "worked"  // measure, of a figure that follows from others
	Warm    = "warm"    // heat, of a part that receives another while it is hot
	Wait    = "wait"    // until something has cooled or cured
	Drip    = "drip"    // drops of a packing
	Test    = "test"    // pressure held, drops counted
	Align   = "align"   // the driver
	Feet    = "feet"    // soft foot: each slackened by itself
	Handed  = "handed"  // how it runs as it is handed back
	Strain  = "strain"  // of the pipes: the shaft watched while flanges are bolted
	Grease  = "grease"
	Photo   = "photo"
	Sign    = "sign"
)

// The methods of setting.
const (
	ByShims    = "shims"    // worked out
	ByTrial    = "trial"    // the thinnest pack that turns free
	ByAdjuster = "adjuster" // a screwed one
	ByLeaf     = "leaf"     // a leaf or gapping shim held while something is clamped
	ByStretch  = "stretch"  // a line shaft, raised by what it stretches and what is to be left
)

// A kind is a kind of step, or a method of one that sets, with what the plan check
// asks of it; nil asks nothing.
type kind struct {
	key   string
	check func(c *checker, s *Step)
}

var kinds = []kind{
	{Do, nil}, {Caution, (*checker).caution}, {Turn, (*checker).turn}, {Measure, (*checker).measure},
	{Count, (*checker).count}, {Mark, (*checker).mark}, {Inspect, (*checker).inspect}, {Torque, (*checker).torque},
	{Tighten, (*checker).tighten},
	{Set, (*checker).set}, {Heat, (*checker).heat}, {Wait, (*checker).wait}, {Drip, (*checker).drip},
	{Test, (*checker).test}, {Align, (*checker).align}, {Feet, nil}, {Strain, nil}, {Handed, nil},
	{Grease, (*checker).grease}, {Photo, (*checker).photo}, {Sign, nil},
}

var methods = []kind{
	{ByShims, (*checker).shims}, {ByTrial, nil}, {ByAdjuster, (*checker).adjuster}, {ByLeaf, (*checker).leaf},
	{ByStretch, nil},
}

// Kinds and Methods are the words that a plan may write.
var (
	Kinds   = keysOf(kinds)
	Methods = keysOf(methods)
)

func keysOf(list []kind) []string {
	keys := make([]string, len(list))
	for i, k := range list {
		keys[i] = k.key
	}
	return keys
}

// oneOf lists what may be written.
func oneOf(keys []string) string { return words.List(keys, "or") }

// Way is the word for how a step is worked: the instrument of its check, the method
// by which it sets, else its kind. No two of them share a word.
func (s *Step) Way() string { return s.way }

// ways finds it for every step, and numbers them, once the plan is known to be whole.
func (p *Plan) ways() {
	n := 0
	p.loops()
	for i := range p.Stages {
		for k := range p.Stages[i].Steps {
			s := &p.Stages[i].Steps[k]
			s.within(&p.Stages[i])
			s.n, s.info = n, p.inform(s)
			s.verify = p.Format >= 3 && s.Pattern == Round && len(s.Passes) == 1
			n++
			switch check := p.Checks[s.Check]; {
			case s.Kind == Measure && s.Worked:
				s.way = Worked
			case s.Kind == Measure && len(s.Depths) > 0:
				s.way = Direct
			case s.Kind == Measure && check != nil:
				s.way = check.Instrument
			case s.Kind == Set:
				s.way = s.Method
			case s.Kind == Tighten:
				s.way = s.tightened()
			case s.Kind == Heat && s.Heats == HeatsPart:
				s.way = Warm
			default:
				s.way = s.Kind
			}
		}
	}
}

func (c *checker) at(s *Step) func(format string, args ...any) {
	return func(format string, args ...any) { c.fault(s.line, s.ID, format, args...) }
}

// optional is a value that may be left out.
func (c *checker) optional(s *Step, what, key, kind string) {
	if key != "" {
		c.value(s.line, s.ID, what, key, kind)
	}
}

func (c *checker) phase(s *Step) {
	if s.Phase != Found && s.Phase != Built {
		c.at(s)("phase is %q: write found or built", s.Phase)
	}
}

// turn checks how it should feel, and what the other ways of turning mean.
func (c *checker) turn(s *Step) {
	c.phase(s)
	if s.Right != "" && s.Right != AnyFeel && s.Right != EitherFeel && !gauge.Turn(s.Right).Known() {
		c.at(s)("right is %q: write %s, either or any", s.Right, gauge.AllTurns())
	}
	if s.Phase == Built && gauge.Turn(s.Right).Catches() {
		c.at(s)("right is %q: what catches, binds or is rough is never right as built", s.Right)
	}
	c.conditions(s.line, s.ID, s.FreeWhen)
	for _, f := range s.Feels {
		if !f.Feel.Known() || string(f.Feel) == s.Right {
			c.fault(f.line, s.ID, "feels: %q is no other way of turning: write one of %s", f.Feel, gauge.AllTurns())
		}
		if f.Means == "" {
			c.fault(f.line, s.ID, "feels: %s: means is missing: what it tells here", f.Feel)
		}
		if f.Sign != "" && !slices.Contains(judge.FeelSigns(), f.Sign) {
			c.fault(f.line, s.ID, "feels: %s: sign is %q: write one of %v", f.Feel, f.Sign, judge.FeelSigns())
		}
		c.reopens(f.line, s.ID, f.Reopens)
	}
}

// reopens checks that stages which are sent back stand before the step or around it.
func (c *checker) reopens(line int, step string, stages []string) {
	for _, stage := range stages {
		if !c.stages[stage] {
			c.fault(line, step, "reopens %q, and neither this stage nor one before it has that id", stage)
		}
	}
}

func (c *checker) caution(s *Step) {
	if len(s.Cautions) == 0 && len(s.Warnings) == 0 {
		c.at(s)("a caution step needs its warnings")
	}
}

func (c *checker) measure(s *Step) {
	c.phase(s)
	switch check := c.p.Checks[s.Check]; {
	case check == nil:
		c.at(s)("check is %q: name one of the plan's checks", s.Check)
	case check.For != s.For:
		c.at(s)("is for %q and its check for %q: they must be alike", s.For, check.For)
	case len(s.Depths) != 0 && len(s.Depths) != 2:
		c.at(s)("depths are %d: write two, the second is taken off the first", len(s.Depths))
	case s.Worked && (len(s.From) != 1 || len(s.From[FollowedBy]) == 0):
		c.at(s)("is worked out: from: {%s: ...} says what of, and nothing else", FollowedBy)
	}
}

func (c *checker) count(s *Step) {
	if s.Of == "" {
		c.at(s)("of is missing: what is counted")
	}
	against := map[bool]int{true: 1}
	if against[s.SameAs != ""]+against[len(s.Against) > 0]+against[s.Free] > 1 {
		c.at(s)("is held against several things: write same_as, against or free")
	}
	if s.Each != "" {
		c.value(s.line, s.ID, "each", s.Each, NumberValue)
	}
	if _, _, ok := Allowed(s.Alike); s.Alike != "" && (!ok || s.Each == "") {
		c.at(s)("alike is %q: write how far the numbers of each may differ, 2 or 5%%", s.Alike)
	}
	if s.AlikeOf != "" {
		c.value(s.line, s.ID, "alike_of", s.AlikeOf, AmountValue)
	}
	if other := c.p.steps[s.SameAs]; s.SameAs != "" && (other == nil || other.Kind != Count) {
		c.at(s)("same_as is %q: name a count step before it", s.SameAs)
	}
}

func (c *checker) mark(s *Step) {
	if len(s.Marks) == 0 {
		c.at(s)("marks is missing: what is marked")
	}
}

func (c *checker) inspect(s *Step) {
	switch part := c.p.parts[s.Part]; {
	case part == nil:
		c.at(s)("part is %q: name one of the plan's parts", s.Part)
	case part.For != s.For && (part.For != "" || !s.forOne()):
		c.at(s)("is for %q and its part for %q: they must be alike", s.For, part.For)
	}
}

// forOne reports whether a step of a repeat is there for one of its members only.
func (s *Step) forOne() bool {
	return slices.ContainsFunc(s.When, func(c Condition) bool {
		return s.For != "" && c.Key == s.For && c.Op == opEqual && len(c.Values) == 1
	})
}

func (c *checker) set(s *Step) {
	i := slices.IndexFunc(methods, func(k kind) bool { return k.key == s.Method })
	if i < 0 {
		c.at(s)("method is %q: write %s", s.Method, oneOf(Methods))
	} else if check := methods[i].check; check != nil {
		check(c, s)
	}
}

func (c *checker) shims(s *Step) {
	if s.Adding != "opens" && s.Adding != "closes" {
		c.at(s)("adding is %q: write opens or closes, what one shim more does to the clearance", s.Adding)
	}
	c.optional(s, "stacks", s.Stacks, NumberValue)
	if s.Window == "" {
		c.at(s)("window is missing: the limit key of the window the clearance is set to")
	}
}

func (c *checker) adjuster(s *Step) {
	c.optional(s, "threads", s.Threads, AmountValue)
	c.optional(s, "pitch", s.Pitch, LengthValue)
	c.optional(s, "notches", s.Notches, NumberValue)
	if s.Hand != "" && s.Hand != "right" && s.Hand != "left" {
		c.at(s)("hand is %q: write right or left", s.Hand)
	}
}

func (c *checker) leaf(s *Step) {
	if s.Window == "" {
		c.at(s)("window is missing: the limit key of the window the leaf is taken from")
	}
}

func (c *checker) heat(s *Step) {
	c.optional(s, "bore", s.Bore, LengthValue)
	c.optional(s, "home_of", s.HomeOf, AmountValue)
	for what, key := range map[string]string{"cap_of": s.CapOf, "warm_least": s.WarmLeast, "warm_most": s.WarmMost} {
		if kind := c.values[key]; key != "" && kind != AmountValue && kind != WarmthValue {
			c.at(s)("%s names %q: write one of the plan's temperatures", what, key)
		}
	}
	switch s.Heats {
	case "", "bearing", "sealed-bearing":
	case HeatsPart:
		if s.WarmMost == "" {
			c.at(s)("warm_most is missing: the value of the temperature that the papers give")
		}
		return
	default:
		c.at(s)("heats is %q: write bearing, sealed-bearing or part", s.Heats)
	}
	if s.CapOf == "" && (s.Cap < 40 || s.Cap > 400) {
		c.at(s)("cap is %d: write what the weakest part may take in °C, 120 for an open bearing, 80 for one greased "+
			"and sealed", s.Cap)
	}
	if s.Home < 0 || s.Home > 240 {
		c.at(s)("home is %d: write the minutes to be home, or leave it out", s.Home)
	}
}

func (c *checker) wait(s *Step) {
	if s.Minutes < 1 && s.Below < 1 {
		c.at(s)("minutes or below is missing: how long to wait, or how cool it must be")
	}
}

func (c *checker) drip(s *Step) {
	switch {
	case s.Least < 0 || s.Most < s.Least:
		c.at(s)("least and most are drops a minute, the least first")
	case s.Rate != "" && s.Most > 0:
		c.at(s)("rate names the limit: leave least and most out")
	}
}

func (c *checker) test(s *Step) {
	if kind := c.values[s.Pressure]; s.Pressure != "" && kind != PressValue && kind != WordsValue {
		c.value(s.line, s.ID, "pressure", s.Pressure, PressValue)
	}
	if s.Minutes < 1 || s.Drops < 0 {
		c.at(s)("minutes is missing: how long the pressure is held; drops is how many are allowed")
	}
}

func (c *checker) align(s *Step) { c.optional(s, "speed", s.Speed, AmountValue) }

func (c *checker) grease(s *Step) {
	c.optional(s, "outside", s.Outside, LengthValue)
	c.optional(s, "width", s.Width, LengthValue)
}

func (c *checker) photo(s *Step) {
	if s.Of == "" {
		c.at(s)("of is missing: what is to be seen on it")
	}
}

// Allowed reads how far numbers may differ: 2, or 5% of their mean.
func Allowed(alike string) (by float64, percent, ok bool) {
	text, percent := strings.CutSuffix(strings.TrimSpace(alike), "%")
	by, err := strconv.ParseFloat(strings.TrimSpace(text), 64)
	return by, percent, err == nil && by >= 0
}
