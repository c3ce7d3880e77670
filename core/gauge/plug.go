package gauge

import (
	"settle/core/field"
	"settle/core/quantity"
)

// PlugEnds says which ends of a go / no-go plug entered a bore.
type PlugEnds string

// What may enter.
const (
	GoEnters  PlugEnds = "go"      // the go end alone, as it should
	BothEnter PlugEnds = "both"    // the bore is larger than the no-go end
	NoneEnter PlugEnds = "neither" // the bore is no larger than the go end
)

// PlugUnlike warns that what a plug tells of a bore lies on both sides of its limit.
const PlugUnlike = "plug-unlike"

// Plug is a go / no-go plug gauge: two cylinders of known size, in nm.
type Plug struct{ Go, NoGo quantity.Length }

// Span is what a bore lies between, in nm, by which ends of the plug entered; a side of which nothing is
// known is nil. What enters is smaller than the bore, what does not is no smaller.
func (p Plug) Span(ends PlugEnds) (low, high *quantity.Length, err error) {
	switch {
	case p.Go <= 0:
		return nil, nil, field.Errorf("go", "must be greater than zero: the size on the go end, such as 25.000 mm")
	case p.NoGo <= p.Go:
		return nil, nil, field.Errorf("no_go", "must be larger than the go end: look which end is which")
	}
	switch ends {
	case GoEnters:
		return &p.Go, &p.NoGo, nil
	case BothEnter:
		return &p.NoGo, nil, nil
	case NoneEnter:
		return nil, &p.Go, nil
	}
	return nil, nil, field.Errorf("entered", "is %q: write go, both or neither", ends)
}
