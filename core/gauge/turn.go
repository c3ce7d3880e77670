package gauge

import (
	"slices"
	"strings"
)

// Turn is how a shaft turns by hand. Only Free counts as free.
type Turn string

// Turned by hand: one list everywhere, from best to worst.
const (
	Free   Turn = "free"
	Light  Turn = "light-drag" // of a seal or of packing, even all round
	Drags  Turn = "drags"
	Rough  Turn = "rough"
	Rubs   Turn = "rubs"
	Binds  Turn = "binds"
	Locked Turn = "locked"
)

// TurnWords is the list in the order it is shown.
var TurnWords = []Turn{Free, Light, Drags, Rough, Rubs, Binds, Locked}

// AllTurns lists the words.
func AllTurns() string {
	var all []string
	for _, t := range TurnWords {
		all = append(all, string(t))
	}
	return strings.Join(all, ", ")
}

// Catches reports whether a shaft that turns so is never right once it is built: it grinds, touches or
// stops somewhere.
func (t Turn) Catches() bool { return t == Rough || t == Rubs || t == Binds || t == Locked }

// Known reports whether t is one of the words.
func (t Turn) Known() bool { return slices.Contains(TurnWords, t) }
