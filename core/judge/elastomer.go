package judge

import (
	"slices"
	"strings"
)

// Elastomer is a rubber that seals and gaskets are made of, by its ISO 1629 name.
type Elastomer struct {
	Key   string `json:"key"`
	Title string `json:"title"`
}

// Elastomers lists those a pump may have.
var Elastomers = []Elastomer{
	{"NBR", "NBR, nitrile"}, {"EPDM", "EPDM, ethylene propylene"}, {"FKM", "FKM, fluorocarbon"}, {"FFKM",
		"FFKM, perfluorinated"}, {"CR", "CR, chloroprene"}, {"VMQ", "VMQ, silicone"},
}

// suits is the general table: words of a liquid, and the elastomers it does not
// suit.
var suits = []struct {
	words []string
	not   map[string]string // elastomer → why
}{
	{[]string{"oil", "fuel", "diesel", "grease"}, map[string]string{"EPDM": "swells in oil",
		"VMQ": "swells in oil and fuel"}},
	{[]string{"steam", "boiler", "feed water", "heating water", "hot water"},
		map[string]string{"NBR": "hardens in hot water", "FKM": "the usual grades break down in hot water and steam",
			"CR": "ages in hot water"}},
	{[]string{"acid"}, map[string]string{"NBR": "is attacked by acids", "CR": "is attacked by strong acids",
		"VMQ": "is attacked by acids"}},
	{[]string{"caustic", "lye", "wash water", "alkali"},
		map[string]string{"FKM": "the usual grades are attacked by caustic", "NBR": "ages in hot caustic"}},
	{[]string{"ozone"}, map[string]string{"NBR": "cracks in ozone"}},
	{[]string{"solvent", "ketone"}, map[string]string{"NBR": "swells in solvents", "FKM": "swells in ketones",
		"CR": "swells in solvents"}},
}

// ElastomerSource stands behind every warning.
const ElastomerSource = "general table, check with the maker of the seal"

// KnownElastomer reports whether a name is on the list.
func KnownElastomer(key string) bool {
	return slices.ContainsFunc(Elastomers, func(e Elastomer) bool { return e.Key == key })
}

// Suits says why an elastomer hardly suits a liquid that is described in words,
// and "" where the general table knows nothing against it.
func Suits(elastomer, liquid string) string {
	liquid = strings.ToLower(liquid)
	for _, s := range suits {
		for _, w := range s.words {
			if why := s.not[elastomer]; why != "" && strings.Contains(liquid, w) {
				return elastomer + " " + why + ": " + ElastomerSource
			}
		}
	}
	return ""
}
