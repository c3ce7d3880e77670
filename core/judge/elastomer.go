package judge

import (
	"fmt"
	"regexp"
	"slices"
	"strconv"
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

// ElastomerSource stands behind every warning.
const ElastomerSource = "general table, check with the maker of the seal"

// unsuited is an elastomer that a liquid attacks at any temperature.
const unsuited = 0

// suit is how an elastomer stands a liquid: up to so many °C, or not at all, and why.
type suit struct {
	celsius float64
	why     string
}

// liquid is a line of the general table: its names, each of whole words, what kind it is, and the
// elastomers that it bounds. One that is not named it does not hurt. From strong on, in percent, it is
// the line of the concentrated acid.
type liquid struct {
	names  []string
	kind   LiquidKind
	suits  map[string]suit
	strong float64
	then   map[string]suit
}

// liquids is the general table, to be replaced by what the maker of the seal says.
var liquids = []liquid{
	{names: []string{"water", "fresh water", "seawater", "sea water", "raw water", "raw seawater", "waste water",
		"wastewater", "drinking water", "cooling water", "brine"}, kind: LikeWater,
		suits: map[string]suit{"NBR": {80, "ages in warm water"}, "EPDM": {130, "softens in hotter water"},
			"FKM": {80, "the usual grades break down in hot water"}, "CR": {70, "ages in warm water"},
			"VMQ": {80, "breaks down in hot water"}}},
	{names: []string{"hot water", "heating water", "boiler", "boiler water", "feed water", "feedwater",
		"boiler feed water", "condensate", "steam"}, kind: LikeWater,
		suits: map[string]suit{"NBR": {unsuited, "hardens in hot water"}, "EPDM": {140, "softens in hotter steam"},
			"FKM": {unsuited, "the usual grades break down in hot water and steam"}, "CR": {unsuited, "ages in hot water"},
			"VMQ": {unsuited, "breaks down in steam"}}},
	{names: []string{"glycol", "ethylene glycol", "propylene glycol", "polyethylene glycol", "antifreeze"}, kind: Viscous,
		suits: map[string]suit{"NBR": {90, "ages in hot glycol"}, "EPDM": {120, "softens in hotter glycol"},
			"FKM": {80, "ages in hot glycol"}, "CR": {70, "ages in warm glycol"}, "VMQ": {80, "ages in hot glycol"}}},
	{names: []string{"oil", "oils", "oily", "oily water", "oil in water", "bilge water", "produced water", "fuel oil",
		"mineral oil", "lubricating oil", "hydraulic oil", "fuel", "diesel", "gasoline", "petrol", "kerosene", "grease"},
		kind: Flammable,
		suits: map[string]suit{"NBR": {100, "hardens in hot oil"}, "EPDM": {unsuited, "swells in oil"},
			"FKM": {200, "hardens in hotter oil"}, "CR": {80, "swells in warm oil"},
			"VMQ": {unsuited, "swells in oil and fuel"}}},
	{names: []string{"acid", "dilute acid", "acids", "hydrochloric acid", "phosphoric acid", "citric acid"}, kind: Toxic,
		suits: diluteAcid, strong: 30,
		then: map[string]suit{"NBR": {unsuited, "is attacked by acids"}, "EPDM": {unsuited, "is attacked by strong acids"},
			"FKM": {60, "is attacked by hot strong acids"}, "CR": {unsuited, "is attacked by strong acids"},
			"VMQ": {unsuited, "is attacked by acids"}}},
	{names: []string{"sulphuric acid", "sulfuric acid", "oleum"}, kind: Toxic, suits: diluteAcid, strong: 60,
		then: map[string]suit{"NBR": {unsuited, "is attacked by acids"},
			"EPDM": {unsuited, "is destroyed by concentrated sulphuric acid"}, "FKM": {60, "is attacked by hot strong acids"},
			"CR": {unsuited, "is attacked by strong acids"}, "VMQ": {unsuited, "is attacked by acids"}}},
	{names: []string{"nitric acid"}, kind: Toxic, suits: diluteAcid, strong: 20,
		then: map[string]suit{"NBR": {unsuited, "is attacked by acids"},
			"EPDM": {unsuited, "is oxidised by strong nitric acid"}, "FKM": {40, "is attacked by hot nitric acid"},
			"CR": {unsuited, "is attacked by strong acids"}, "VMQ": {unsuited, "is attacked by acids"}}},
	{names: []string{"acetic acid", "glacial acetic acid", "vinegar", "formic acid"}, kind: Toxic,
		suits: map[string]suit{"NBR": {unsuited, "is attacked by acids"}, "EPDM": {80, "is attacked by hot acids"},
			"FKM": {unsuited, "swells in acetic and formic acid"}, "CR": {unsuited, "is attacked by strong acids"},
			"VMQ": {unsuited, "is attacked by acids"}}},
	{names: []string{"caustic", "caustic soda", "sodium hydroxide", "lye", "alkali"}, kind: Toxic, suits: caustic},
	{names: []string{"wash water", "washing water", "cleaning water"}, kind: LikeWater, suits: caustic},
	{names: []string{"ozone", "ozonated water", "ozonised water"}, kind: Toxic,
		suits: map[string]suit{"NBR": {unsuited, "cracks in ozone"}, "CR": {40, "cracks in ozone when warm"}}},
	{names: []string{"solvent", "solvents", "toluene", "xylene", "thinner"}, kind: Flammable,
		suits: map[string]suit{"NBR": {unsuited, "swells in solvents"}, "EPDM": {unsuited, "swells in most solvents"},
			"CR": {unsuited, "swells in solvents"}, "VMQ": {unsuited, "swells in solvents"}}},
	{names: []string{"ketone", "ketones", "acetone"}, kind: Flammable,
		suits: map[string]suit{"NBR": {unsuited, "swells in ketones"}, "FKM": {unsuited, "swells in ketones"},
			"CR": {unsuited, "swells in ketones"}, "VMQ": {unsuited, "swells in ketones"}}},
}

var diluteAcid = map[string]suit{"NBR": {unsuited, "is attacked by acids"}, "EPDM": {80, "is attacked by hot acids"},
	"FKM": {100, "is attacked by hotter acids"}, "CR": {unsuited, "is attacked by strong acids"},
	"VMQ": {unsuited, "is attacked by acids"}}

var caustic = map[string]suit{"NBR": {60, "ages in hot caustic"}, "EPDM": {100, "softens in hotter caustic"},
	"FKM": {unsuited, "the usual grades are attacked by caustic"}, "CR": {60, "ages in hot caustic"},
	"VMQ": {unsuited, "is attacked by caustic"}}

// concentrated are words that make an acid a strong one whatever its percent.
var concentrated = []string{"concentrated", "conc", "fuming", "strong", "glacial"}

// plainWords say nothing of what a liquid is.
var plainWords = []string{"a", "an", "and", "at", "of", "or", "the", "to", "up", "with", "without", "in", "film",
	"some",
	"raw", "clean", "filtered", "treated", "dirty", "cold", "warm", "hot", "cool", "dilute", "diluted", "solids", "sand",
	"mixture", "mix", "solution", "percent", "c", "f", "deg", "degree", "degrees", "celsius", "fahrenheit", "ph", "max",
	"min", "approx", "about", "ca", "wt", "vol", "system", "service"}

// mostWords is the longest name of a liquid, in words.
const mostWords = 3

// KnownElastomer reports whether a name is on the list.
func KnownElastomer(key string) bool {
	return slices.ContainsFunc(Elastomers, func(e Elastomer) bool { return e.Key == key })
}

// Suits says why an elastomer hardly suits a liquid that is described in words, with its temperature
// and its strength where those are written there ("Water, 95 °C", "nitric acid 60 %"). It is "" where
// the general table knows nothing against it, or either is unknown; what is not in the table is told.
func Suits(elastomer, description string) string {
	words := wordsOf(description)
	if elastomer == "" || len(words) == 0 {
		return ""
	}
	found, strange := named(words)
	celsius, known := temperatureIn(description)
	strong, percent := slices.ContainsFunc(words, func(w string) bool { return slices.Contains(concentrated, w) }),
		percentIn(description)
	for _, l := range found {
		suits := l.suits
		if l.then != nil && (strong || percent >= l.strong) {
			suits = l.then
		}
		s, bounded := suits[elastomer]
		switch {
		case !bounded:
		case s.celsius == unsuited:
			return elastomer + " " + s.why + ": " + ElastomerSource
		case known && celsius > s.celsius:
			return fmt.Sprintf("%s %s, good to %g °C: %s", elastomer, s.why, s.celsius, ElastomerSource)
		}
	}
	if len(found) == 0 {
		strange = []string{strings.TrimSpace(description)}
	}
	if len(strange) > 0 {
		return strings.Join(strange, ", ") + " is not in the general table: ask the maker of the seal whether " +
			elastomer + " suits it"
	}
	return ""
}

// named are the liquids whose names stand among the words, the longest names first: wash water is no
// water. What is left are the words of something else.
func named(words []string) (found []liquid, strange []string) {
	for i := 0; i < len(words); {
		taken := 0
		for n := min(mostWords, len(words)-i); n > 0 && taken == 0; n-- {
			name := strings.Join(words[i:i+n], " ")
			at := slices.IndexFunc(liquids, func(l liquid) bool { return slices.Contains(l.names, name) })
			if at >= 0 {
				found, taken = append(found, liquids[at]), n
			}
		}
		if taken == 0 && !slices.Contains(plainWords, words[i]) && !slices.Contains(concentrated, words[i]) {
			strange = append(strange, words[i])
		}
		i += max(taken, 1)
	}
	return found, strange
}

// A temperature as it is written: 95 °C, 95 deg C, 95 c, 95 Celsius, 203 F.
var typedTemperature = regexp.MustCompile(
	`(?i)(-|−)?(\d+(?:[.,]\d+)?)\s*(?:°|º|deg(?:rees?)?\.?)?\s*(celsius|fahrenheit|c|f)\b`)

// temperatureIn is the highest temperature written in a text, in °C. A dash between two figures is a
// range, and no minus.
func temperatureIn(text string) (highest float64, known bool) {
	for _, m := range typedTemperature.FindAllStringSubmatchIndex(text, -1) {
		t, err := strconv.ParseFloat(strings.Replace(text[m[4]:m[5]], ",", ".", 1), 64)
		if err != nil {
			continue
		}
		before := strings.TrimRight(text[:m[0]], " \u00a0°ºCcFf")
		if m[2] >= 0 && (before == "" || before[len(before)-1] < '0' || before[len(before)-1] > '9') {
			t = -t
		}
		if unit := text[m[6]:m[7]]; unit[0] == 'f' || unit[0] == 'F' {
			t = (t - 32) / 1.8
		}
		if !known || t > highest {
			highest, known = t, true
		}
	}
	return highest, known
}

var typedPercent = regexp.MustCompile(`(\d+(?:[.,]\d+)?)\s*(?:%|percent)`)

// percentIn is the highest share written in a text, 0 where none is.
func percentIn(text string) (highest float64) {
	for _, m := range typedPercent.FindAllStringSubmatch(strings.ToLower(text), -1) {
		if p, err := strconv.ParseFloat(strings.Replace(m[1], ",", ".", 1), 64); err == nil {
			highest = max(highest, p)
		}
	}
	return highest
}
