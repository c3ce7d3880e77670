package gauge

import (
	"settle/core/field"
	"settle/core/quantity"
)

// GapAt is the running clearance at one place: bracketed by feeler leaves
// (Low ≤ gap < High), or measured directly (Low = High).
type GapAt struct {
	At     string
	Low    quantity.Length // the thickest leaf that passes, or the value
	High   quantity.Length // the thinnest leaf that does not, or the value
	Direct bool
}

// Gap is the running clearance over all places.
type Gap struct {
	Lowest, Highest quantity.Length
	Spread          quantity.Length // highest − lowest of the middles: tilt, or an uneven impeller
}

// Clearance sums up the gaps, of which there must be at least one. A
// bracket must be open (Low < High) and no leaf thinner than nothing.
func Clearance(gaps []GapAt) (Gap, error) {
	if len(gaps) == 0 {
		return Gap{}, field.Errorf("positions", "needs at least one place: a vane, a side, a corner")
	}
	g := Gap{Lowest: gaps[0].Low, Highest: gaps[0].High}
	lowTwice, highTwice := gaps[0].Low+gaps[0].High, gaps[0].Low+gaps[0].High
	for i, o := range gaps {
		switch {
		case o.Direct && o.Low < 0:
			return Gap{}, field.Errorf(field.At("positions", i)+".value", "is below zero: a clearance is nothing or more")
		case !o.Direct && o.Low < 0:
			return Gap{}, field.Errorf(
				field.At("positions", i)+".go",
				"is below zero: a leaf has a thickness, or 0 where none passes",
			)
		case !o.Direct && o.High <= o.Low:
			return Gap{}, field.Errorf(field.At("positions", i)+".no_go", "must be thicker than the leaf that goes")
		}
		g.Lowest, g.Highest = min(g.Lowest, o.Low), max(g.Highest, o.High)
		lowTwice, highTwice = min(lowTwice, o.Low+o.High), max(highTwice, o.Low+o.High)
	}
	g.Spread = whole(float64(highTwice-lowTwice) / 2)
	return g, nil
}
