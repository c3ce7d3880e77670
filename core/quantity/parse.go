package quantity

import (
	"fmt"
	"math/big"
	"strconv"
	"strings"
)

// maxTyped bounds the text of one typed length; more is no reading.
const maxTyped = 40

// Parse reads a length as a technician types it:
//
//	2   -1.5   +.5            in the unit of the field
//	2 thou   0.002"   .002 in   0.05 mm   50 um   50 µm
//	3/16 in   1-25/32 in   1 25/32"   0,05 mm
//
// Spaces and case are free and the typographic minus counts as a minus. The
// field's unit serves a bare number; where field is empty a bare number is
// refused. Nothing is guessed: what is not understood is an error that says so
// and shows two examples. A value between two nanometres goes to the nearest,
// halves away from zero. A comma that may part thousands as well as decimals is an *Ambiguous.
func Parse(text string, field Unit) (Length, error) { return parse(text, field, false) }

// ParseKept is Parse for what was kept before 2026-12: a comma was decimal then, wherever it
// stood, and what was entered by it stays what it was.
func ParseKept(text string, field Unit) (Length, error) { return parse(text, field, true) }

func parse(text string, field Unit, kept bool) (Length, error) {
	if strings.TrimSpace(text) == "" {
		return 0, fmt.Errorf("is empty: write a length such as 2 thou or 0.05 mm")
	}
	if len(text) > maxTyped {
		return 0, fmt.Errorf("is too long for a length: write one such as 2 thou or 0.05 mm")
	}
	p := lexer{rest: text}
	negative := p.sign()
	value, ok := p.magnitude()
	if !ok {
		return 0, notUnderstood(text)
	}
	unit, err := p.unit(text, field)
	if err != nil {
		return 0, err
	}
	size, known := unit.Size()
	if !known {
		return 0, fmt.Errorf("has no unit: write %q or %q", strings.TrimSpace(text)+" thou", strings.TrimSpace(text)+" mm")
	}
	if !kept && p.thousands != "" && !beyond(p.thousands, size) {
		return 0, p.either(text)
	}
	nm, whole := value.times(int64(size))
	if !whole || Length(nm) > MaxLength {
		return 0, fmt.Errorf("is longer than a kilometre: write a length such as 2 thou or 0.05 mm")
	}
	if negative {
		nm = -nm
	}
	return Length(nm), nil
}

func notUnderstood(text string) error {
	return fmt.Errorf("%q is not understood as a length: write one such as 2 thou or 0.05 mm", text)
}

// A ratio is num/den of a typed number, both positive.
type ratio struct{ num, den int64 }

// times returns the ratio times size, rounded to whole, halves up, and false
// when that does not fit in an int64.
func (r ratio) times(size int64) (int64, bool) {
	if high := (1<<62 - 1) / size; r.num <= high && r.den <= 1<<61 {
		twice := r.num * size
		whole, rest := twice/r.den, twice%r.den
		if 2*rest >= r.den {
			whole++
		}
		return whole, true
	}
	n := new(big.Int).Mul(big.NewInt(r.num), big.NewInt(2*size))
	n.Add(n, big.NewInt(r.den)).Div(n, new(big.Int).Mul(big.NewInt(2), big.NewInt(r.den)))
	return n.Int64(), n.IsInt64()
}

type lexer struct {
	rest string
	// thousands are the digits of a number without its comma, where that may part thousands:
	// 1,760 is 1760 to one reader and 1.76 to the next.
	thousands string
	number    string // as it was typed, without its sign
}

// longest is how long a length may be for its comma to part thousands: nobody means 50,006 mm
// for fifty metres.
const longest = 3000 * Millimetre

// beyond reports whether a number with its thousands parted is a length nobody has.
func beyond(digits string, size Length) bool {
	n, ok := number(digits)
	return ok && n > int64(longest/size)
}

// spaces are the blanks a keyboard or a document may put between number and unit.
const spaces = " \t\u00a0\u202f\u2009"

func (p *lexer) space() bool {
	if p.rest == "" || ' ' < p.rest[0] && p.rest[0] < 0x80 {
		return false // the usual case, and Derive parses a thousand readings
	}
	trimmed := strings.TrimLeft(p.rest, spaces)
	had := len(trimmed) < len(p.rest)
	p.rest = trimmed
	return had
}

func (p *lexer) take(any ...string) bool {
	for _, s := range any {
		if rest, ok := strings.CutPrefix(p.rest, s); ok {
			p.rest = rest
			return true
		}
	}
	return false
}

// The minus signs a keyboard or a document may give: hyphen-minus, the
// typographic minus, and the non-breaking hyphen.
var minus = []string{"-", "\u2212", "\u2011"}

func (p *lexer) sign() (negative bool) {
	p.space()
	if p.rest != "" && (p.rest[0] == '.' || '0' <= p.rest[0] && p.rest[0] <= '9') {
		return false
	}
	if p.take(minus...) {
		negative = true
	} else {
		p.take("+")
	}
	p.space()
	return negative
}

func (p *lexer) digits() string {
	n := 0
	for n < len(p.rest) && p.rest[n] >= '0' && p.rest[n] <= '9' {
		n++
	}
	d := p.rest[:n]
	p.rest = p.rest[n:]
	return d
}

// magnitude reads 12, 1.5, .5, 3/16, 1-25/32 or 1 25/32.
func (p *lexer) magnitude() (ratio, bool) {
	from := p.rest
	whole := p.digits()
	comma := strings.HasPrefix(p.rest, ",")
	if p.take(".", ",") {
		part := p.digits()
		if whole == "" && part == "" {
			return ratio{}, false
		}
		if comma && len(part) == 3 && 1 <= len(whole) && len(whole) <= 3 && whole != "0" {
			p.thousands, p.number = whole+part, from[:len(whole)+1+len(part)]
		}
		return decimal(whole, part)
	}
	if whole == "" {
		return ratio{}, false
	}
	first, ok := number(whole)
	if !ok {
		return ratio{}, false
	}
	mark := *p
	spaced := p.space()
	if p.take("/") {
		return p.fraction(0, first)
	}
	if hyphen := p.take(minus...); hyphen || spaced {
		p.space()
		if top := p.digits(); top != "" {
			p.space()
			num, ok := number(top)
			if !ok || !p.take("/") {
				return ratio{}, false
			}
			r, ok := p.fraction(first, num)
			// "1-25/16" has a whole hidden in its fraction: a slip, not a reading.
			return r, ok && num < r.den
		}
	}
	*p = mark
	return ratio{first, 1}, true
}

func (p *lexer) fraction(whole, num int64) (ratio, bool) {
	p.space()
	den, ok := number(p.digits())
	if !ok || den == 0 || whole > (1<<62)/den-num/den-1 {
		return ratio{}, false
	}
	return ratio{whole*den + num, den}, true
}

func number(digits string) (int64, bool) {
	n, err := strconv.ParseInt(digits, 10, 64)
	return n, err == nil
}

func decimal(whole, part string) (ratio, bool) {
	// Beyond twelve decimals nothing reaches a nanometre in any unit; the
	// digits are still checked by having been read as digits.
	if len(part) > 12 {
		part = part[:12]
	}
	num, den := int64(0), int64(1)
	for _, digits := range [2]string{whole, part} {
		for _, d := range []byte(digits) {
			if num > (1<<63-10)/10 {
				return ratio{}, false
			}
			num = num*10 + int64(d-'0')
		}
	}
	for range part {
		den *= 10
	}
	return ratio{num, den}, true
}

func (p *lexer) unit(text string, field Unit) (Unit, error) {
	p.space()
	if p.rest == "" {
		return field, nil
	}
	word := strings.TrimRight(p.rest, spaces)
	switch lowerASCII(word) {
	case "":
		return field, nil
	case "thou":
		return UnitThou, nil
	case "in", `"`, "\u2033", "\u201d":
		return UnitInch, nil
	case "mm":
		return UnitMillimetre, nil
	case "um", "\u00b5m", "\u03bcm": // the micro sign and the Greek letter
		return UnitMicrometre, nil
	case "mil", "mils":
		return "", fmt.Errorf("%q: one shop means thou by mil, the next mm: write 2 thou or 2 mm", text)
	}
	return "", notUnderstood(text)
}

// lowerASCII leaves every other letter alone: lower-casing µ and its capital
// would make a Greek M of a micro sign's neighbour.
func lowerASCII(s string) string {
	return strings.Map(func(r rune) rune {
		if 'A' <= r && r <= 'Z' {
			return r + 'a' - 'A'
		}
		return r
	}, s)
}
