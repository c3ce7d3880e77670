package plan

func (c *checker) torque(s *Step) {
	c.value(s.line, s.ID, "bolts", s.Bolts, NumberValue)
	c.value(s.line, s.ID, "torque", s.Torque, TorqueValue)
	if len(s.Passes) == 0 {
		s.Passes = []int{30, 70, 100}
	}
	for i, percent := range s.Passes {
		if percent < 1 || percent > 100 || i > 0 && percent <= s.Passes[i-1] {
			c.at(s)("passes must rise, in percent, up to 100")
			break
		}
	}
}

// How far something is tightened.
const (
	ToTorque = "torque"
	ToSnug   = "snug"
	ToUntil  = "until"
	ToHome   = "home" // driven, with a soft hammer
)

// The orders of bolts.
const (
	Cross     = "cross"
	Round     = "round"
	MiddleOut = "middle-out"
)

// InAll is the way of a step that is tightened with one tick, Each with a tick a bolt.
const (
	InAll = "tighten-all"
	Each  = "tighten-each"
)

// Pulls are the percents of the passes in which bolts are drawn up: none where what is tight is only
// verified, once round.
func (s *Step) Pulls() []int {
	if s.verify {
		return nil
	}
	return s.Passes
}

// tightened is the way of a step that tightens: to a torque bolt by bolt is as ever.
func (s *Step) tightened() string {
	switch {
	case s.Tick == "all" || s.Tick == "" && s.Bolts == "":
		return InAll
	case s.To == ToTorque:
		return Torque
	}
	return Each
}

func (c *checker) tighten(s *Step) {
	fault := c.at(s)
	switch s.To {
	case ToTorque:
		c.value(s.line, s.ID, "torque", s.Torque, TorqueValue)
	case ToUntil:
		if s.Until == "" {
			fault("until is missing: what is reached, in words")
		}
	case ToSnug, ToHome:
	default:
		fault("to is %q: write torque, snug, until or home", s.To)
	}
	c.optional(s, "bolts", s.Bolts, NumberValue)
	c.optional(s, "thread_of", s.ThreadOf, WordsValue)
	if s.Tick != "" && s.Tick != "each" && s.Tick != "all" || s.Tick == "each" && s.Bolts == "" {
		fault("tick is %q: write each, with the value that counts the bolts, or all", s.Tick)
	}
	if s.Pattern != "" && s.Pattern != Cross && s.Pattern != Round && s.Pattern != MiddleOut {
		fault("pattern is %q: write cross, round or middle-out", s.Pattern)
	}
	if s.Pattern == MiddleOut {
		c.value(s.line, s.ID, "rows", s.Rows, NumberValue)
	}
	if s.tightened() == Torque {
		c.torque(s)
	} else if s.Passes = []int{100}; s.To != ToTorque && s.Torque != "" {
		fault("torque is not for a step that is tightened %s", s.To)
	}
}
