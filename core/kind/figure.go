package kind

import (
	"strconv"

	"settle/core/quantity"
)

// Figure and Sentence are how lengths are shown.
type (
	Figure   = quantity.Figure
	Sentence = quantity.Sentence
)

// figures hands out places for figures from one piece of memory, as long as the
// capacity it was made with; a pointer given out stays good beyond it, too.
type figures []Figure

func (f *figures) add(l quantity.Length) *Figure {
	*f = append(*f, Figure{Length: l})
	return &(*f)[len(*f)-1]
}

func (f *figures) maybe(l *quantity.Length) *Figure {
	if l == nil {
		return nil
	}
	return f.add(*l)
}

// Pull is a torque as it is shown.
type Pull struct {
	NM    string `json:"nm"`
	LbfFt string `json:"lbf_ft"`
}

func pull(t quantity.Torque) *Pull {
	return &Pull{strconv.FormatFloat(t.NM(), 'f', 1, 64), strconv.FormatFloat(t.LbfFt(), 'f', 1, 64)}
}

// PlainLength is the length of a figure, nil for none.
func PlainLength(f *Figure) *quantity.Length {
	if f == nil {
		return nil
	}
	return &f.Length
}

// LimitFigures is a limit in figures, without its unit.
func LimitFigures(l *LimitShown) Sentence {
	switch {
	case l == nil || l.Min == nil && l.Max == nil:
		return quantity.Plainly(noneKnownShort)
	case l.Max == nil:
		return bareWith(l.Min.Length, " min")
	case l.Min == nil:
		return bareWith(l.Max.Length, " max")
	}
	low, high := quantity.Bare(l.Min.Length), quantity.Bare(l.Max.Length)
	return Sentence{Thou: low.Thou + " to " + high.Thou, Mm: low.Mm + " to " + high.Mm}
}

func bareWith(l quantity.Length, more string) Sentence {
	s := quantity.Bare(l)
	return Sentence{Thou: s.Thou + more, Mm: s.Mm + more}
}

const noneKnownShort = "none known"
