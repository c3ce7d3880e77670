package quantity

import (
	"fmt"
	"strings"
)

// amount reads the number a text begins with, and returns what stands behind it; kept is as in
// ParseKept. It returns false for a text that begins with no number.
func amount(text string, kept bool) (value float64, unit string, ok bool, err error) {
	if len(text) > maxTyped {
		return 0, "", false, nil
	}
	p := lexer{rest: text}
	negative := p.sign()
	r, ok := p.magnitude()
	if !ok {
		return 0, "", false, nil
	}
	if p.thousands != "" && !kept {
		return 0, "", true, p.either(text)
	}
	value = float64(r.num) / float64(r.den)
	if negative {
		value = -value
	}
	return value, strings.Trim(p.rest, spaces), true, nil
}

// A unitOf is what one unit of a quantity comes to.
type unitOf[U ~string] struct {
	unit  U
	words string // as it is written beside a figure
	is    func(float64) float64
}

func times(size float64) func(float64) float64 {
	return func(v float64) float64 { return v * size }
}

// in reads a text in one of several units; a bare number is in the field's, and refused where that
// is "".
func in[U ~string](text string, field U, kept bool, what, example string, known map[string]U,
	units []unitOf[U]) (float64, error) {
	wrong := fmt.Errorf("%q is not understood as %s: write %s", text, what, example)
	value, word, ok, err := amount(text, kept)
	if err != nil {
		return 0, err
	}
	if !ok {
		return 0, wrong
	}
	unit, typed := known[plainUnit.Replace(lowerASCII(word))]
	if word == "" {
		unit, typed = field, true
	}
	if !typed {
		return 0, wrong
	}
	for _, u := range units {
		if u.unit == unit {
			return u.is(value), nil
		}
	}
	return 0, fmt.Errorf("has no unit: write %s", orUnits(strings.TrimSpace(text), units))
}

// plainUnit takes off what may stand within a unit.
var plainUnit = strings.NewReplacer("·", "", "⋅", "", ".", "", " ", "", "\u00a0", "", "-", "", "\u2010", "",
	"\u2011", "", "*", "", "°", "")

// orUnits offers a number in each of its units.
func orUnits[U ~string](number string, units []unitOf[U]) string {
	all := make([]string, len(units))
	for i, u := range units {
		all[i] = number + " " + u.words
	}
	return strings.Join(all, " or ")
}
