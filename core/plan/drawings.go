package plan

import "slices"

// Drawings returns the small drawings that a step may show.
func Drawings() []string { return slices.Clone(drawings) }

// drawings are what can be put in the wrong way round, and is drawn at its step. The screen
// draws them; the names are the border between the two.
var drawings = []string{
	"seat-in-gland", "pin-in-notch", "head-to-gland", "tab-in-slot", "bellows-head", "keys-half-turn",
	"seat-marked-side", "clamp-slots-alike", "strip-flat", "seat-narrow-end", "flats-to-flats", "slots-in-line",
	"spring-tabs", "spring-behind-pins", "stator-marks", "holes-level", "face-forward", "unused-side",
	"deflector-mark", "tabs-in-notches", "slots-over-tabs", "heads-back-to-back", "ports-down", "weep-hole-down",
	"through-inner-ring", "through-outer-ring", "pin-in-cover", "notch-on-pin", "notches-in-line", "pin-in-sleeve",
	"face-down-spring-up", "ring-in-groove", "split-ring-marks", "joints-opposite", "joints-quarter",
	"joints-third", "joint-up", "lantern-at-port", "hole-on-hole", "bolt-heads-down", "pin-holds-key",
	"stacks-equal", "rotor-hangs", "diffuser-seat", "stop-ring-place", "arrow-up", "strap-hook", "shield-inwards",
	"tapered-side", "face-outwards", "clip-in-groove", "groove-just-seen", "port-up", "seat-on-pins", "drain-low",
	"ring-at-step", "screw-in-dimple", "door-up", "taps-opposite", "spring-bends", "thrust-side", "spout-down",
	"opening-under-fitting", "balance-hole", "pin-below-crescent", "groove-to-groove", "gasket-deepest",
}
