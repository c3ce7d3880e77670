package plan

import "maps"

// Pieces returns the pieces a shaft line may be drawn from, each with its points in their
// order from the driver end.
func Pieces() map[string][]string { return maps.Clone(pieces) }

// pieces lists what a shaft line can be drawn from, and the points of each on
// which a station may stand. The screen draws the pieces; the names are the
// border between the two. The points stand in their order from the driver end.
var pieces = map[string][]string{
	"driver":        {"shaft"},
	"coupling":      {"hub"},
	"bearing-frame": {"coupling-journal", "thrust-bearing", "sump", "radial-bearing"},
	"frame-adapter": {"shaft", "face", "register"},
	"seal-chamber":  {"sleeve", "face", "bore"},
	"seal":          {"gland", "head"},
	"impeller":      {"vanes", "nut"},
	"casing":        {"cover-bolts", "wear-plate"},

	// close-coupled, and on a pedestal
	"motor":        {"bearing", "flange", "shaft"},
	"motor-below":  {"shaft", "bearing"},
	"pedestal":     {"coupling-journal", "bearing", "nose"},
	"clamp-sleeve": {"clamp", "sleeve"},
	"back-plate":   {"face", "bore", "shims"},
	"shaft-seal":   {"seat", "head"},
	"outer-seal":   {"head", "springs"},
	"shim-pack":    {"pack"},

	// regenerative, chopper, gear, governor
	"regen":         {"shaft", "side", "cover"},
	"chopper":       {"edges", "bolt"},
	"striker-plate": {"face", "shims"},
	"packing-box":   {"packing", "gland"},
	"gear":          {"rotor", "idler", "head"},
	"governor":      {"shaft", "weights", "springs"},
	"expeller":      {"shaft", "clearance"},

	// between bearings
	"bearing-inboard":  {"journal", "bearing", "cap"},
	"seal-inboard":     {"sleeve", "seat"},
	"double-volute":    {"ring-inboard", "impeller", "bolts", "ring-outboard"},
	"seal-outboard":    {"seat", "sleeve"},
	"bearing-outboard": {"cap", "bearing", "journal"},

	// vertical and stacked
	"adjusting-nut":  {"gap", "nut"},
	"discharge-head": {"shaft", "packing", "flange"},
	"column":         {"coupling", "bearing"},
	"bowl":           {"vanes", "bearing"},
	"suction-bell":   {"bearing"},
	"intake":         {"shaft", "strainer"},
	"stage":          {"impeller", "nut"},
	"top-head":       {"straps", "shaft"},

	// in-line
	"spring-coupler":    {"coupler"},
	"bearing-cartridge": {"bearing", "seal"},
}
