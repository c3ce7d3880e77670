package setting

import (
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

func (p Play) inside(play quantity.Length) bool { return play >= p.Min && play <= p.Max }

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
	Inside      bool
}

// What bounds a pack.
const (
	maxLeaves = 12
	maxPieces = 6
	// DefaultLeaves is how many leaves a pack has at most unless somebody says otherwise.
	DefaultLeaves = 4
)

// Best finds the pack with which the play comes inside, nearest to the aim, with the fewest
// pieces, the thicker first.
func (c Cover) Best(p Play) (CoverAnswer, error) {
	if err := c.check(); err != nil {
		return CoverAnswer{}, err
	}
	leaves := slices.Clone(c.Leaves)
	slices.SortFunc(leaves, func(a, b quantity.Length) int { return int(b - a) })
	s := packSearch{play: p, pack: c.Pack, leaves: leaves, most: c.MaxPieces}
	s.try(0, 0)
	return CoverAnswer{s.best[:s.pieces:s.pieces], s.total, p.Is + s.total - c.Pack, s.inside}, nil
}

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

// packSearch goes through the stacks, thicker leaves first, so that of equals the first
// found is the thicker.
type packSearch struct {
	play   Play
	pack   quantity.Length
	leaves []quantity.Length
	most   int

	stack, best [maxPieces]quantity.Length
	depth       int
	found       bool
	pieces      int
	total, miss quantity.Length // miss is twice the distance from the aim
	inside      bool
}

func (s *packSearch) try(from int, total quantity.Length) {
	play := s.play.Is + total - s.pack
	inside, miss := s.play.inside(play), (2*play - s.play.twiceAim()).Abs()
	better := !s.found
	switch {
	case better:
	case inside != s.inside:
		better = inside
	case miss != s.miss:
		better = miss < s.miss
	case s.depth != s.pieces:
		better = s.depth < s.pieces
	}
	if better {
		s.found, s.inside, s.miss, s.pieces, s.total, s.best = true, inside, miss, s.depth, total, s.stack
	}
	if s.depth == s.most {
		return
	}
	for i := from; i < len(s.leaves); i++ {
		s.stack[s.depth] = s.leaves[i]
		s.depth++
		s.try(i, total+s.leaves[i])
		s.depth--
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
	Inside  bool
}

// Best finds how far to turn the nut: to the nearest slot, or to the aim itself.
func (n Nut) Best(p Play) NutAnswer {
	change := p.Change()
	if n.Slots == 0 {
		play := whole(float64(p.twiceAim()) / 2)
		return NutAnswer{turnFor(change), math.Abs(change) / n.Pitch * 360, nil, play, p.inside(play)}
	}
	slots := int(floorHalf(change * float64(n.Slots) / n.Pitch))
	play := whole(float64(p.Is) + float64(slots)*n.Pitch/float64(n.Slots))
	size := abs(slots)
	return NutAnswer{turnFor(float64(slots)), 360 * float64(size) / float64(n.Slots), &size, play, p.inside(play)}
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
