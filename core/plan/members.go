package plan

import (
	"slices"
	"strings"
)

// sort puts the stations in their order from the driver end: those of the two
// ends of a pump come from one line of the plan.
func (l *ShaftLine) sort() {
	place := func(s Station) int {
		piece, point, _ := strings.Cut(s.At, ".")
		i := slices.IndexFunc(l.Pieces, func(p Piece) bool { return p.Name() == piece })
		return i*100 + slices.Index(pieces[l.Pieces[max(i, 0)].Piece], point)
	}
	slices.SortStableFunc(l.Stations, func(a, b Station) int { return place(a) - place(b) })
}

// titleOf is what there are several of.
func (p *Plan) titleOf(repeat string) string {
	for _, r := range p.Repeats {
		if r.Key == repeat {
			return r.Title
		}
	}
	return ""
}

// forEach is a text with the key of each member of a repeat in it.
func (p *Plan) forEach(text, repeat string) []string {
	if repeat == "" || !strings.Contains(text, "{"+repeat+"}") {
		return []string{text}
	}
	var out []string
	for _, r := range p.Repeats {
		for _, m := range r.Members {
			if r.Key == repeat {
				out = append(out, strings.ReplaceAll(text, "{"+repeat+"}", m.Key))
			}
		}
	}
	return out
}

// each lists the members of a repeat, or one nil for what is there once.
func (f fold) each(repeat string) []*Member {
	if repeat == "" {
		return []*Member{nil}
	}
	var out []*Member
	for i := range f.members[repeat] {
		out = append(out, &f.members[repeat][i])
	}
	return out
}

func suffixed(key string, m *Member) string {
	if m == nil || key == "" {
		return key
	}
	return key + "@" + m.Key
}
