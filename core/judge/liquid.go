package judge

import (
	"strings"
	"unicode"
)

// LiquidKind is what kind of liquid a pump carries: whether it may drip, and whether it may hurt.
type LiquidKind string

// The kinds. A rule of thumb for water is for no other.
const (
	LikeWater    LiquidKind = "water"
	Flammable    LiquidKind = "flammable"
	Toxic        LiquidKind = "toxic" // acids, caustics: it burns or poisons
	Viscous      LiquidKind = "viscous"
	OtherLiquid  LiquidKind = "other" // described, and not in the table
	unknownKind  LiquidKind = ""      // nobody said
	maxLiquidLen            = 400
)

// LiquidKinds are those that a person may choose.
var LiquidKinds = []LiquidKind{LikeWater, Flammable, Toxic, Viscous}

// Harmful reports whether a liquid burns, flashes or poisons.
func (k LiquidKind) Harmful() bool { return k == Flammable || k == Toxic }

// KindOfLiquid is the kind of a liquid that is described in words, by the general table: the most
// harmful of those that are named. It is "" for a blank description.
func KindOfLiquid(description string) LiquidKind {
	words := wordsOf(description)
	if len(words) == 0 || len(description) > maxLiquidLen {
		return unknownKind
	}
	found, strange := named(words)
	kind := unknownKind
	for _, l := range found {
		if kind == unknownKind || worseLiquid[l.kind] > worseLiquid[kind] {
			kind = l.kind
		}
	}
	switch {
	case kind == unknownKind, kind == LikeWater && len(strange) > 0:
		return OtherLiquid
	}
	return kind
}

var worseLiquid = map[LiquidKind]int{LikeWater: 0, Viscous: 1, Toxic: 2, Flammable: 3}

// wordsOf are the words of a description, in lower case.
func wordsOf(description string) []string {
	return strings.FieldsFunc(strings.ToLower(description), func(r rune) bool { return !unicode.IsLetter(r) })
}
