// Package setting says what to do to get there: the seal's position, the order
// of tightening.
package setting

import (
	"settle/core/field"
	"settle/core/quantity"
)

// Head says on which side of its seat the rotating head of a seal sits.
type Head string

// The two sides.
const (
	ImpellerSide Head = "impeller-side"
	CouplingSide Head = "coupling-side"
)

// Deviation is how far the mark of a seal is off its setting dimension; plus
// is too long.
func Deviation(measured, wanted quantity.Length) quantity.Length { return measured - wanted }

// Move is which way a mark has to go, told from its datum: never in or out, which on a head
// inside the box read the wrong way round.
type Move string

// The ways.
const (
	Nearer  Move = "nearer"  // to the datum: the mark is too far off
	Farther Move = "farther" // from the datum
	Stay    Move = "stay"
)

// MoveFor is the way that takes a deviation back.
func MoveFor(deviation quantity.Length) Move {
	switch {
	case deviation > 0:
		return Nearer
	case deviation < 0:
		return Farther
	}
	return Stay
}

// CompressionAfter is what is left of a seal's compression when the shaft is
// moved by shift (plus towards the impeller) after the head was locked.
func CompressionAfter(compression, shift quantity.Length, head Head) (quantity.Length, error) {
	switch head {
	case ImpellerSide:
		return compression - shift, nil
	case CouplingSide:
		return compression + shift, nil
	}
	return 0, badHead(head)
}

// ForShift is the mark to use now so that the seal ends at its setting when the
// shift is still to come.
func ForShift(wanted, shift quantity.Length, head Head) (quantity.Length, error) {
	switch head {
	case ImpellerSide:
		return wanted - shift, nil
	case CouplingSide:
		return wanted + shift, nil
	}
	return 0, badHead(head)
}

func badHead(head Head) error {
	return field.Errorf("head", "is %q: write impeller-side or coupling-side", head)
}
