package judge

import "settle/core/quantity"

// Set is one of the general limit sets: used where neither the maker nor the
// shop has given a limit.
type Set struct {
	Key, Title string
	Limits     map[string]Rule
}

// Sets lists the general sets, the first being the default.
var Sets = []Set{
	set("general", "General service", map[string]string{
		"shaft-runout-seal": "0.003 in", "shaft-runout-head": "0.005 in", "shaft-runout-coupling": "0.002 in",
		"adapter-rim": "0.005 in", "adapter-face": "0.005 in", "chamber-face": "0.005 in", "chamber-bore": "0.006 in",
		"end-play-paired": "0.004 in", "end-play-single": "0.012 in", "radial-play-seal": "0.004 in",
		"seal-setting": "1/64 in",
	}),
	set("process", "Cartridge and process seals", map[string]string{
		"shaft-runout-seal": "0.002 in", "shaft-runout-head": "0.005 in", "shaft-runout-coupling": "0.002 in",
		"adapter-rim": "0.003 in", "adapter-face": "0.003 in", "chamber-face": "0.003 in", "chamber-bore": "0.005 in",
		"end-play-paired": "0.003 in", "end-play-single": "0.010 in", "radial-play-seal": "0.003 in",
		"seal-setting": "1/64 in",
	}),
	set("metric", "Metric bench", map[string]string{
		"shaft-runout-seal": "0.05 mm", "shaft-runout-head": "0.12 mm", "shaft-runout-coupling": "0.05 mm",
		"adapter-rim": "0.08 mm", "adapter-face": "0.08 mm", "chamber-face": "0.05 mm", "chamber-bore": "0.125 mm",
		"end-play-paired": "0.10 mm", "end-play-single": "0.30 mm", "radial-play-seal": "0.08 mm", "seal-setting": "0.4 mm",
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

func set(key, title string, most map[string]string) Set {
	s := Set{Key: key, Title: title, Limits: map[string]Rule{}}
	source := title + ruleOfThumb
	for check, text := range most {
		top, err := quantity.Parse(text, "")
		if err != nil {
			panic("judge: general set " + key + ": " + err.Error())
		}
		rule := Rule{Bounds: Bounds{Max: &top}, Source: source}
		if check == "seal-setting" { // either side of the mark
			low := -top
			rule.Min = &low
		}
		s.Limits[check] = rule
	}
	if key == "process" { // 0.0005 × bore diameter, at most 0.003 in
		rule := s.Limits["chamber-face"]
		rule.Cap, rule.Max = rule.Max, nil
		rule.Factor, rule.Of, rule.NeedsWord = 0.0005, "seal-chamber-bore", "seal-chamber bore"
		s.Limits["chamber-face"] = rule
	}
	return s
}
