package judge

import (
	"fmt"
	"regexp"
	"slices"
	"strconv"
	"strings"
	"unicode"
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

// ElastomerSource stands behind every warning.
const ElastomerSource = "general table, check with the maker of the seal"

// unsuited is an elastomer that a liquid attacks at any temperature.
const unsuited = 0

// suit is how an elastomer stands a liquid: up to so many °C, or not at all, and why.
type suit struct {
	celsius float64
	why     string
}

// liquid is a line of the general table: its names, each of whole words, and the elastomers
// that it bounds. One that is not named it does not hurt.
type liquid struct {
	names []string
	suits map[string]suit
}

// liquids is the general table, to be replaced by what the maker of the seal says.
var liquids = []liquid{
	{[]string{"water", "fresh water", "seawater", "sea water", "raw water", "raw seawater", "waste water", "wastewater",
		"drinking water", "cooling water", "brine"},
		map[string]suit{"NBR": {80, "ages in warm water"}, "EPDM": {130, "softens in hotter water"},
			"FKM": {80, "the usual grades break down in hot water"}, "CR": {70, "ages in warm water"},
			"VMQ": {80, "breaks down in hot water"}}},
	{[]string{"hot water", "heating water", "boiler", "boiler water", "feed water", "feedwater", "boiler feed water",
		"condensate", "steam"},
		map[string]suit{"NBR": {unsuited, "hardens in hot water"}, "EPDM": {140, "softens in hotter steam"},
			"FKM": {unsuited, "the usual grades break down in hot water and steam"}, "CR": {unsuited, "ages in hot water"},
			"VMQ": {unsuited, "breaks down in steam"}}},
	{[]string{"glycol", "ethylene glycol", "propylene glycol", "polyethylene glycol", "antifreeze"},
		map[string]suit{"NBR": {90, "ages in hot glycol"}, "EPDM": {120, "softens in hotter glycol"},
			"FKM": {80, "ages in hot glycol"}, "CR": {70, "ages in warm glycol"}, "VMQ": {80, "ages in hot glycol"}}},
	{[]string{"oil", "fuel oil", "mineral oil", "lubricating oil", "hydraulic oil", "fuel", "diesel", "gasoline", "petrol",
		"kerosene", "grease"},
		map[string]suit{"NBR": {100, "hardens in hot oil"}, "EPDM": {unsuited, "swells in oil"},
			"FKM": {200, "hardens in hotter oil"}, "CR": {80, "swells in warm oil"},
			"VMQ": {unsuited, "swells in oil and fuel"}}},
	{[]string{"acid", "dilute acid", "acids", "hydrochloric acid", "sulphuric acid", "sulfuric acid", "nitric acid",
		"phosphoric acid", "acetic acid", "citric acid"},
		map[string]suit{"NBR": {unsuited, "is attacked by acids"}, "EPDM": {80, "is attacked by hot acids"},
			"FKM": {100, "is attacked by hotter acids"}, "CR": {unsuited, "is attacked by strong acids"},
			"VMQ": {unsuited, "is attacked by acids"}}},
	{
		[]string{"caustic", "caustic soda", "sodium hydroxide", "lye", "alkali",
			"wash water", "washing water", "cleaning water"},
		map[string]suit{"NBR": {60, "ages in hot caustic"}, "EPDM": {100, "softens in hotter caustic"},
			"FKM": {unsuited, "the usual grades are attacked by caustic"}, "CR": {60, "ages in hot caustic"},
			"VMQ": {unsuited, "is attacked by caustic"}},
	},
	{[]string{"ozone", "ozonated water", "ozonised water"},
		map[string]suit{"NBR": {unsuited, "cracks in ozone"}, "CR": {40, "cracks in ozone when warm"}}},
	{[]string{"solvent", "solvents", "toluene", "xylene", "thinner"},
		map[string]suit{"NBR": {unsuited, "swells in solvents"}, "EPDM": {unsuited, "swells in most solvents"},
			"CR": {unsuited, "swells in solvents"}, "VMQ": {unsuited, "swells in solvents"}}},
	{[]string{"ketone", "ketones", "acetone"},
		map[string]suit{"NBR": {unsuited, "swells in ketones"}, "FKM": {unsuited, "swells in ketones"},
			"CR": {unsuited, "swells in ketones"}, "VMQ": {unsuited, "swells in ketones"}}},
}

// mostWords is the longest name of a liquid, in words.
const mostWords = 3

// KnownElastomer reports whether a name is on the list.
func KnownElastomer(key string) bool {
	return slices.ContainsFunc(Elastomers, func(e Elastomer) bool { return e.Key == key })
}

// Suits says why an elastomer hardly suits a liquid that is described in words, with its
// temperature where that is written there ("Water, 95 °C"). It is "" where the general table
// knows nothing against it, or either is unknown; a liquid that is not in the table is told.
func Suits(elastomer, description string) string {
	words := strings.FieldsFunc(strings.ToLower(description), func(r rune) bool {
		return !unicode.IsLetter(r)
	})
	if elastomer == "" || len(words) == 0 {
		return ""
	}
	found := named(words)
	if len(found) == 0 {
		return strings.TrimSpace(description) + " is not in the general table: ask the maker of the seal whether " +
			elastomer + " suits it"
	}
	celsius, known := temperatureIn(description)
	for _, l := range found {
		s, bounded := l.suits[elastomer]
		switch {
		case !bounded:
		case s.celsius == unsuited:
			return elastomer + " " + s.why + ": " + ElastomerSource
		case known && celsius > s.celsius:
			return fmt.Sprintf("%s %s, good to %g °C: %s", elastomer, s.why, s.celsius, ElastomerSource)
		}
	}
	return ""
}

// named are the liquids whose names stand among the words, the longest names first: wash
// water is no water.
func named(words []string) []liquid {
	var found []liquid
	for i := 0; i < len(words); {
		taken := 1
		for n := min(mostWords, len(words)-i); n > 0; n-- {
			name := strings.Join(words[i:i+n], " ")
			at := slices.IndexFunc(liquids, func(l liquid) bool { return slices.Contains(l.names, name) })
			if at >= 0 {
				found, taken = append(found, liquids[at]), n
				break
			}
		}
		i += taken
	}
	return found
}

var typedTemperature = regexp.MustCompile(`(-?\d+(?:[.,]\d+)?)\s*°?\s*([CF])\b`)

// temperatureIn is the highest temperature written in a text, in °C.
func temperatureIn(text string) (highest float64, known bool) {
	for _, m := range typedTemperature.FindAllStringSubmatch(text, -1) {
		t, err := strconv.ParseFloat(strings.Replace(m[1], ",", ".", 1), 64)
		if err != nil {
			continue
		}
		if m[2] == "F" {
			t = (t - 32) / 1.8
		}
		if !known || t > highest {
			highest, known = t, true
		}
	}
	return highest, known
}
