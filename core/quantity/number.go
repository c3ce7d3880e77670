package quantity

import (
	"encoding/json"
	"fmt"
	"math"
	"math/big"
	"strings"
)

// Number is a plain number as it was typed, kept to the letter: a count of turns,
// a temperature, minutes. Its zero value is a field nobody filled in. In JSON it
// is a string, or a number.
type Number struct {
	text  string
	given bool
}

// Count returns text as a filled-in field.
func Count(text string) Number { return Number{text: text, given: true} }

// Blank reports whether the field is missing or holds only spaces.
func (n Number) Blank() bool { return strings.TrimSpace(n.text) == "" }

// String returns what was typed.
func (n Number) String() string { return n.text }

// IsZero lets encoding/json leave a field out that was never filled in.
func (n Number) IsZero() bool { return !n.given }

// maxNumber bounds what may be typed as a plain number.
const maxNumber = 1e9

// Value reads what was typed, exactly: 12, -4, 7.5, 7,5, 1/2, 1 1/2 or 1-1/2,
// with a point or a comma for the decimals.
func (n Number) Value() (*big.Rat, error) {
	if n.Blank() {
		return nil, fmt.Errorf("is missing: write a number such as 4, 7.5 or 1 1/2")
	}
	if len(n.text) > maxTyped {
		return nil, fmt.Errorf("is too long for a number: write one such as 4, 7.5 or 1 1/2")
	}
	p := lexer{rest: n.text}
	negative := p.sign()
	r, ok := p.magnitude()
	if p.space(); !ok || p.rest != "" {
		return nil, fmt.Errorf("%q is not understood as a number: write one such as 4, 7.5 or 1 1/2", n.text)
	}
	if p.thousands != "" {
		return nil, p.either(n.text)
	}
	v := big.NewRat(r.num, r.den)
	if negative {
		v.Neg(v)
	}
	if f, _ := v.Float64(); math.Abs(f) > maxNumber {
		return nil, fmt.Errorf("is %s: that is more than can be counted or measured here", strings.TrimSpace(n.text))
	}
	return v, nil
}

// ShowNumber writes a number as a decimal, with at most three places.
func ShowNumber(v *big.Rat) string {
	s := v.FloatString(3)
	if strings.Contains(s, ".") {
		s = strings.TrimRight(strings.TrimRight(s, "0"), ".")
	}
	if s == "-0" {
		return "0"
	}
	return s
}

// MarshalJSON writes the text as it was typed.
func (n Number) MarshalJSON() ([]byte, error) { return json.Marshal(n.text) }

// UnmarshalJSON takes a string as typed, a number, and null as not given.
func (n *Number) UnmarshalJSON(b []byte) error {
	switch {
	case string(b) == "null":
		*n = Number{}
		return nil
	case b[0] == '"':
		var s string
		if err := json.Unmarshal(b, &s); err != nil {
			return err
		}
		*n = Count(s)
		return nil
	case b[0] == '-' || b[0] >= '0' && b[0] <= '9':
		*n = Count(string(b))
		return nil
	}
	return fmt.Errorf("is not a number: write one such as 4, 7.5 or 1 1/2")
}
