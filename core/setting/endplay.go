package setting

import (
	"cmp"
	"math"
	"slices"

	"settle/core/field"
	"settle/core/quantity"
)

// Play is the play of a shaft that is to be brought into a window; a minus wants preload.
type Play struct {
	Is       quantity.Length
	Min, Max quantity.Length
	Aim      *quantity.Length // nil for the middle
}

// twiceAim is kept doubled: the middle of a window need not be a whole nanometre.
func (p Play) twiceAim() quantity.Length {
	if p.Aim != nil {
		return 2 * *p.Aim
	}
	return p.Min + p.Max
}

// Change is by how much the play has to change, minus closes.
func (p Play) Change() float64 { return float64(float64(p.twiceAim())/2) - float64(p.Is) }

// Cover is the pack under a bearing cover: a thicker one opens.
type Cover struct {
	Pack      quantity.Length   // all that is under it now
	Leaves    []quantity.Length // thicknesses at hand, as many of each as wanted
	MaxPieces int
}

// CoverAnswer is a pack to put under.
type CoverAnswer struct {
	Stack       []quantity.Length // thickest first
	Total, Play quantity.Length
}

// What bounds a pack.
const (
	maxLeaves = 12
	maxPieces = 6
	// DefaultLeaves is how many leaves a pack has at most unless somebody says otherwise.
	DefaultLeaves = 4
)

// Best finds the pack with which the play comes inside, nearest to the aim, with the fewest
// pieces, the thicker first. Where none does it is nil, and nearest holds the two that come nearest
// to the window, the better first, no two of one thickness.
func (c Cover) Best(p Play) (best *CoverAnswer, nearest []CoverAnswer, err error) {
	if err := c.check(); err != nil {
		return nil, nil, err
	}
	s := packSearch{leaves: slices.Clone(c.Leaves), most: c.MaxPieces, of: map[quantity.Length][]quantity.Length{}}
	slices.SortFunc(s.leaves, func(a, b quantity.Length) int { return cmp.Compare(b, a) })
	s.try(0, 0)
	all := make([]CoverAnswer, 0, len(s.of))
	for total, stack := range s.of {
		all = append(all, CoverAnswer{stack, total, p.Is + total - c.Pack})
	}
	slices.SortFunc(all, func(a, b CoverAnswer) int {
		return cmp.Or(cmp.Compare(p.outside(a.Play), p.outside(b.Play)), cmp.Compare(p.miss(a.Play), p.miss(b.Play)),
			cmp.Compare(len(a.Stack), len(b.Stack)), thicker(a.Stack, b.Stack))
	})
	if p.outside(all[0].Play) == 0 {
		return &all[0], nil, nil
	}
	return nil, all[:min(2, len(all))], nil
}

// thicker orders two stacks of as many pieces by their thicker pieces.
func thicker(a, b []quantity.Length) int { return slices.Compare(b, a) }

// outside is how far a play is outside the window, 0 inside.
func (p Play) outside(play quantity.Length) quantity.Length { return max(p.Min-play, play-p.Max, 0) }

// miss is twice how far a play is off the aim.
func (p Play) miss(play quantity.Length) quantity.Length { return (2*play - p.twiceAim()).Abs() }

func (c Cover) check() error {
	switch {
	case c.Pack < 0:
		return field.Errorf("pack", "is below zero: write how thick all that is under the cover is together")
	case len(c.Leaves) < 1 || len(c.Leaves) > maxLeaves:
		return field.Errorf("leaves", "has %d thicknesses: write 1 to %d", len(c.Leaves), maxLeaves)
	case c.MaxPieces < 1 || c.MaxPieces > maxPieces:
		return field.Errorf("max_pieces", "is %d: write 1 to %d", c.MaxPieces, maxPieces)
	}
	for i, l := range c.Leaves {
		switch {
		case l <= 0:
			return field.Errorf(field.At("leaves", i), "must be greater than zero: a leaf has a thickness")
		case slices.Contains(c.Leaves[:i], l):
			return field.Errorf(field.At("leaves", i), "is there already: write each thickness once")
		}
	}
	return nil
}

// packSearch goes through the stacks, thicker leaves first, and keeps of each thickness the one with
// the fewest pieces, the thicker first.
type packSearch struct {
	leaves []quantity.Length
	most   int
	stack  []quantity.Length
	of     map[quantity.Length][]quantity.Length
}

func (s *packSearch) try(from int, total quantity.Length) {
	was, there := s.of[total]
	if !there || len(s.stack) < len(was) || len(s.stack) == len(was) && thicker(s.stack, was) < 0 {
		s.of[total] = slices.Clone(s.stack)
	}
	if len(s.stack) == s.most {
		return
	}
	for i := from; i < len(s.leaves); i++ {
		s.stack = append(s.stack, s.leaves[i])
		s.try(i, total+s.leaves[i])
		s.stack = s.stack[:len(s.stack)-1]
	}
}

// Nut is an adjusting nut: tightening closes. Slots are the places in a turn where it can
// be locked, 0 where it locks anywhere.
type Nut struct {
	Pitch float64 // nm
	Slots int
}

// NutTurn is what to do with a nut.
type NutTurn string

// What can be done.
const (
	Tighten NutTurn = "tighten"
	Slacken NutTurn = "slacken"
	Leave   NutTurn = "leave"
)

// NutAnswer is how far to turn it.
type NutAnswer struct {
	Turn    NutTurn
	Degrees float64
	Slots   *int // nil where it locks anywhere
	Play    quantity.Length
}

// Best finds how far to turn the nut: to the aim itself where it locks anywhere, else to the slot
// inside the window that comes nearest to the aim, of equals the one with the larger play. Where no
// slot is inside it is nil, and nearest holds the two beside the window, the better first.
func (n Nut) Best(p Play) (best *NutAnswer, nearest []NutAnswer) {
	change := p.Change()
	if n.Slots == 0 {
		return &NutAnswer{turnFor(change), math.Abs(change) / n.Pitch * 360, nil, whole(float64(p.twiceAim()) / 2)}, nil
	}
	// Plays times the number of slots: whole where the pitch is, so that ties are ties.
	k := float64(n.Slots)
	low := math.Floor(change * k / n.Pitch)
	at := func(slots float64) float64 { return float64(float64(p.Is)*k) + float64(slots*n.Pitch) }
	aim, least, most := float64(float64(p.twiceAim())/2*k), float64(float64(p.Min)*k), float64(float64(p.Max)*k)
	closed, open := low, low+1 // on either side of the aim
	outClosed, outOpen := max(least-at(closed), 0), max(at(open)-most, 0)
	first, second := closed, open
	if outOpen < outClosed || outOpen == outClosed && (outOpen > 0 || at(open)-aim <= aim-at(closed)) {
		first, second = open, closed
	}
	if min(outClosed, outOpen) == 0 {
		a := n.to(int(first), at(first)/k)
		return &a, nil
	}
	return nil, []NutAnswer{n.to(int(first), at(first)/k), n.to(int(second), at(second)/k)}
}

// to is a turn by so many slots, which gives a play in nm.
func (n Nut) to(slots int, play float64) NutAnswer {
	size := abs(slots)
	return NutAnswer{turnFor(float64(slots)), 360 * float64(size) / float64(n.Slots), &size, whole(play)}
}

func turnFor(change float64) NutTurn {
	switch {
	case change < 0:
		return Tighten
	case change > 0:
		return Slacken
	}
	return Leave
}

// The warnings of setting a play, as codes.
const (
	Preload   = "preload"    // the play it comes to may be none
	TooCoarse = "too-coarse" // nothing at hand comes inside
)
