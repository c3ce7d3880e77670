package kind

import (
	"fmt"
	"regexp"
	"strconv"
	"strings"

	"settle/core/field"
)

// Spot is where on a part something was found.
type Spot struct {
	Clock string `json:"clock,omitempty" doc:"4 or 4:30, seen from the coupling end"`
	Vane  int    `json:"vane,omitempty"`
	Stage int    `json:"stage,omitempty"`
	End   string `json:"end,omitempty" enum:"inboard,outboard"`
	Words string `json:"words,omitempty" doc:"what is none of these, as typed"`
}

var (
	clockText = regexp.MustCompile(`^(?:at )?(\d{1,2})(:30|:00)? ?(?:h|o ?['’]? ?clock)$`)
	vaneText  = regexp.MustCompile(`^(?:v|vane) ?(\d{1,3})$`)
	stageText = regexp.MustCompile(`^(?:s|stage) ?(\d{1,3})$`)
	ends      = map[string]string{
		"ib": "inboard", "inboard": "inboard", "inboard end": "inboard", "de": "inboard", "drive end": "inboard",
		"ob": "outboard", "outboard": "outboard", "outboard end": "outboard", "nde": "outboard", "non-drive end": "outboard",
	}
)

const maxSpot = 120

// ParseSpot reads where something was found, its parts with commas between:
// "4 o'clock, vane 3, inboard", or short "4h, v3, ib". Anything else stands as
// words. Vanes is how many the impeller has, 0 where it is not known.
func ParseSpot(text string, vanes int) (Spot, error) {
	var p Spot
	if len(text) > maxSpot {
		return p, field.Errorf("", "is longer than %d letters", maxSpot)
	}
	var words []string
	for _, part := range strings.FieldsFunc(text, func(r rune) bool { return r == ',' || r == ';' }) {
		part = strings.Join(strings.Fields(part), " ")
		low := strings.ToLower(part)
		switch {
		case part == "":
		case ends[low] != "":
			p.End = ends[low]
		case clockText.MatchString(low):
			m := clockText.FindStringSubmatch(low)
			if n, _ := strconv.Atoi(m[1]); n < 1 || n > 12 { // the pattern holds digits only
				return p, field.Errorf("", "is %q: the clock goes from 1 to 12", part)
			}
			p.Clock = strings.TrimSuffix(m[1]+m[2], ":00")
		case vaneText.MatchString(low):
			p.Vane, _ = strconv.Atoi(vaneText.FindStringSubmatch(low)[1])
			if p.Vane < 1 || vanes > 0 && p.Vane > vanes {
				return p, field.Errorf("", "is %q: the impeller has vanes 1 to %d", part, max(vanes, 1))
			}
		case stageText.MatchString(low):
			if p.Stage, _ = strconv.Atoi(stageText.FindStringSubmatch(low)[1]); p.Stage < 1 {
				return p, field.Errorf("", "is %q: stages are counted from 1", part)
			}
		default:
			words = append(words, part)
		}
	}
	p.Words = strings.Join(words, ", ")
	return p, nil
}

// String is the place in words.
func (p Spot) String() string {
	var parts []string
	if p.Clock != "" {
		parts = append(parts, p.Clock+" o'clock")
	}
	if p.Vane > 0 {
		parts = append(parts, fmt.Sprintf("vane %d", p.Vane))
	}
	if p.Stage > 0 {
		parts = append(parts, fmt.Sprintf("stage %d", p.Stage))
	}
	if p.End != "" {
		parts = append(parts, p.End+" end")
	}
	if p.Words != "" {
		parts = append(parts, p.Words)
	}
	return strings.Join(parts, ", ")
}
