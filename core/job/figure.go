package job

import (
	"strconv"

	"settle/core/quantity"
)

// Figure and Sentence are how lengths are shown.
type (
	Figure   = quantity.Figure
	Sentence = quantity.Sentence
)

var (
	figure  = quantity.Show
	maybe   = quantity.ShowMaybe
	plainly = quantity.Plainly
	say     = quantity.Say
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

// plainLength is the length of a figure, nil for none.
func plainLength(f *Figure) *quantity.Length {
	if f == nil {
		return nil
	}
	return &f.Length
}
