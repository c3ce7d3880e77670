// Package quantity holds the measures of the trade: lengths exact to the
// nanometre and torques. It parses what a technician types and formats what a
// technician reads, and knows nothing of what the numbers are for.
package quantity

import (
	"fmt"
	"math"
	"strconv"
	"strings"
)

// Length is a length in whole nanometres. Both 0.0001 in (2540 nm) and
// 0.001 mm (1000 nm) are whole, so a reading survives any number of changes of
// unit.
type Length int64

// The units a length is given in. Inch = 25.4 mm exactly (the international
// inch of 1959).
const (
	Nanometre  Length = 1
	Micrometre        = 1000 * Nanometre
	Millimetre        = 1000 * Micrometre
	Inch              = 25_400 * Micrometre
	Thou              = Inch / 1000
)

// MaxLength bounds what is taken for a length: one kilometre. A longer one is
// a slip of the keyboard, and sums of several still fit in an int64.
const MaxLength = 1_000_000 * Millimetre

// A Unit is a unit of length by the name it is typed with.
type Unit string

// The units of length, as they stand in requests and plans.
const (
	UnitThou       Unit = "thou"
	UnitInch       Unit = "in"
	UnitMillimetre Unit = "mm"
	UnitMicrometre Unit = "um"
)

// Size returns the length of one unit, and false for a unit that is not known.
func (u Unit) Size() (Length, bool) {
	switch u {
	case UnitThou:
		return Thou, true
	case UnitInch:
		return Inch, true
	case UnitMillimetre:
		return Millimetre, true
	case UnitMicrometre:
		return Micrometre, true
	}
	return 0, false
}

// Um returns the length in micrometres. It is exact up to 2⁵³ nm (9 km), which
// is beyond MaxLength.
func (l Length) Um() float64 { return float64(l) / 1000 }

// FromUm returns the length nearest to um micrometres, halves away from zero,
// and an error when that is not a number or longer than MaxLength.
func FromUm(um float64) (Length, error) {
	nm := math.Round(um * 1000)
	if math.IsNaN(nm) || math.Abs(nm) > float64(MaxLength) {
		return 0, fmt.Errorf("is longer than one kilometre")
	}
	return Length(nm), nil
}

// MarshalJSON writes the length in micrometres, exact to three decimals.
func (l Length) MarshalJSON() ([]byte, error) { return []byte(l.Exact(UnitMicrometre)), nil }

// UnmarshalJSON reads a number of micrometres.
func (l *Length) UnmarshalJSON(b []byte) error {
	um, err := strconv.ParseFloat(string(b), 64)
	if err != nil {
		return fmt.Errorf("%.20s is not a number of micrometres", b)
	}
	*l, err = FromUm(um)
	return err
}

// Abs returns the length without its sign.
func (l Length) Abs() Length {
	if l < 0 {
		return -l
	}
	return l
}

// In returns the length in units u to the given number of decimals, halves
// away from zero, in exact integer arithmetic: "-1.5". An unknown unit is
// taken for millimetres.
func (l Length) In(u Unit, decimals int) string {
	size, ok := u.Size()
	if !ok {
		size = Millimetre
	}
	return string(l.appendIn(make([]byte, 0, 24), size, decimals))
}

// AppendThou appends the length in thou to one decimal, and AppendMm in
// millimetres to three: the resolution a bench gauge is read to.
func (l Length) AppendThou(b []byte) []byte { return l.appendIn(b, Thou, 1) }

// AppendMm appends the length in millimetres to three decimals.
func (l Length) AppendMm(b []byte) []byte { return l.appendIn(b, Millimetre, 3) }

func (l Length) appendIn(b []byte, size Length, decimals int) []byte {
	scale := int64(1)
	for range decimals {
		scale *= 10
	}
	// Split before scaling, so that the product cannot overflow.
	whole, rest := int64(l.Abs()/size), int64(l.Abs()%size)
	part := (rest*scale + int64(size)/2) / int64(size)
	if part >= scale {
		whole, part = whole+1, part-scale
	}
	if l < 0 && (whole > 0 || part > 0) {
		b = append(b, '-')
	}
	b = strconv.AppendInt(b, whole, 10)
	if decimals == 0 {
		return b
	}
	b = append(b, '.')
	digits := strconv.FormatInt(part, 10)
	for range decimals - len(digits) {
		b = append(b, '0')
	}
	return append(b, digits...)
}

// Exact returns the length in u with as many decimals as it needs, up to six:
// "1.968504", "2", "0.05".
func (l Length) Exact(u Unit) string {
	s := l.In(u, 6)
	return strings.TrimSuffix(strings.TrimRight(s, "0"), ".")
}

// String returns the length in millimetres as short as it is exact: "0.05 mm".
func (l Length) String() string { return l.Exact(UnitMillimetre) + " mm" }
