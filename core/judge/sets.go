package judge

import (
	"strconv"
	"strings"

	"settle/core/gauge"
	"settle/core/quantity"
)

// Set is one of the general limit sets: used where neither the maker nor the
// shop has given a limit.
type Set struct {
	Key, Title string
	Limits     map[string]Rule
}

// Sets lists the general sets, the first being the default. A limit with a least and a most
// is written "least to most"; one that goes both ways from a mark with ±.
var Sets = []Set{
	set("general", "General service", map[string]string{
		"shaft-runout-seal": "0.003 in", "shaft-runout-head": "0.005 in", "shaft-runout-coupling": "0.002 in",
		"adapter-rim": "0.005 in", "adapter-face": "0.005 in", "chamber-face": "0.005 in", "chamber-bore": "0.006 in",
		"end-play-paired": "0 in to 0.0015 in", "end-play-single": "0.001 in to 0.012 in",
		"end-play-tapered": "0.001 in to 0.004 in", "radial-play-seal": "0.0004 in to 0.004 in",
		"seal-setting": "± 1/64 in", "evenness": "0.010 in", "moved": "0.002 in", "packing-drip": "20 to 60 a minute",
	}),
	set("process", "Cartridge and process seals", map[string]string{
		"shaft-runout-seal": "0.002 in", "shaft-runout-head": "0.005 in", "shaft-runout-coupling": "0.002 in",
		"adapter-rim": "0.003 in", "adapter-face": "0.003 in", "chamber-face": "0.003 in", "chamber-bore": "0.005 in",
		"end-play-paired": "0 in to 0.001 in", "end-play-single": "0.001 in to 0.010 in",
		"end-play-tapered": "0.001 in to 0.003 in", "radial-play-seal": "0.0004 in to 0.003 in",
		"seal-setting": "± 1/64 in", "evenness": "0.005 in", "moved": "0.001 in",
	}),
	set("metric", "Metric bench", map[string]string{
		"shaft-runout-seal": "0.05 mm", "shaft-runout-head": "0.12 mm", "shaft-runout-coupling": "0.05 mm",
		"adapter-rim": "0.05 mm", "adapter-face": "0.05 mm", "chamber-face": "0.05 mm", "chamber-bore": "0.12 mm",
		"end-play-paired": "0 mm to 0.03 mm", "end-play-single": "0.02 mm to 0.30 mm",
		"end-play-tapered": "0.025 mm to 0.10 mm", "radial-play-seal": "0.08 mm", "seal-setting": "± 0.4 mm",
		"evenness": "0.2 mm", "moved": "0.05 mm", "packing-drip": "20 to 60 a minute",
	}),
}

// SetByKey returns a general set, and false when there is none of that key.
func SetByKey(key string) (Set, bool) {
	for _, s := range Sets {
		if s.Key == key {
			return s, true
		}
	}
	return Set{}, false
}

// ruleOfThumb stands behind every limit of a general set.
const ruleOfThumb = ", rule of thumb, to be replaced by the maker's value"

func set(key, title string, texts map[string]string) Set {
	s := Set{Key: key, Title: title, Limits: map[string]Rule{}}
	source := title + ruleOfThumb
	for check, text := range texts {
		rule := Rule{Source: source}
		if rates, ok := strings.CutSuffix(text, " a minute"); ok {
			rule.Rates = rated(rates)
		} else {
			rule.Bounds = spanned(text)
		}
		s.Limits[check] = rule
	}
	paired := s.Limits["end-play-paired"]
	paired.WornOut = 2 // as found it may come to twice its most
	s.Limits["end-play-paired"] = paired
	if key == "process" { // 0.0005 × bore diameter, at most 0.003 in
		rule := s.Limits["chamber-face"]
		rule.Cap, rule.Max = rule.Max, nil
		rule.Factor, rule.Of, rule.NeedsWord = 0.0005, "seal-chamber-bore", "seal-chamber bore"
		s.Limits["chamber-face"] = rule
	}
	return s
}

// spanned reads the bounds of a set; what cannot be read is a fault of this program.
func spanned(text string) Bounds {
	read := func(text string) *quantity.Length {
		l, err := quantity.Parse(text, "")
		if err != nil {
			panic("judge: a limit of a general set: " + err.Error())
		}
		return &l
	}
	if most, both := strings.CutPrefix(text, "± "); both {
		top := read(most)
		low := -*top
		return Bounds{Min: &low, Max: top}
	}
	if least, most, two := strings.Cut(text, " to "); two {
		return Bounds{Min: read(least), Max: read(most)}
	}
	return Bounds{Max: read(text)}
}

// rated reads a window of rates.
func rated(text string) *gauge.Rates {
	least, most, _ := strings.Cut(text, " to ")
	low, err := strconv.ParseFloat(least, 64)
	high, wrong := strconv.ParseFloat(most, 64)
	if err != nil || wrong != nil {
		panic("judge: a rate of a general set: " + text)
	}
	return &gauge.Rates{Min: &low, Max: &high}
}
