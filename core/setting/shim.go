package setting

import (
	"slices"

	"settle/core/field"
	"settle/core/quantity"
)

// Adding says what a thicker pack does to the clearance; it lies in the
// construction.
type Adding string

// What adding a shim does.
const (
	Opens  Adding = "opens"
	Closes Adding = "closes"
)

// Spare is how many shims of one thickness lie in the kit, for all stacks
// together.
type Spare struct {
	Thickness quantity.Length
	Count     int
}

// Window is what a clearance is to come to. Without Aim the middle of Min and
// Max is aimed at, with one bound only that bound.
type Window struct{ Min, Aim, Max *quantity.Length }

// Other is the clearance on the other side, which moves the other way.
type Other struct {
	Measured quantity.Length
	Min, Max *quantity.Length
}

// Shims is a question: which pieces to add and take off.
type Shims struct {
	Kit       []Spare
	Stacks    int               // how many equal stacks: 1, two sides, four corners
	InPlace   []quantity.Length // pieces of one stack as it stands
	Discard   []quantity.Length // of those, the ones that are spoilt
	Measured  quantity.Length   // clearance now
	Adding    Adding
	Target    Window
	OtherSide *Other
	MaxPieces int // in a stack
	Answers   int // how many to give at most
}

// Stack is an answer for one stack; every stack is the same.
type Stack struct {
	Pieces    []quantity.Length // thickest first
	Total     quantity.Length
	Clearance quantity.Length
	OtherSide *quantity.Length
	Add       []quantity.Length // to put on, beside what is kept
	Remove    []quantity.Length // to take off
}

// The defaults of a question, and what bounds the work.
const (
	DefaultPieces  = 5
	DefaultAnswers = 3
	maxAnswers     = 50
	maxStacks      = 100
	maxStackPieces = 200
	// maxLooked bounds how many stacks are looked through: well under a second.
	maxLooked = 3_000_000
)

// Best answers with the stacks that land inside the window, best first: nearest
// to the aim, then fewer pieces, then fewer changes, then the thicker pieces
// first. When no stack does, found is false and the one answer is the stack
// nearest to the window. The search looks at every stack there is, so no better
// one is missed; a question with too many of them is refused.
func (q Shims) Best() (answers []Stack, found bool, err error) {
	if err := q.check(); err != nil {
		return nil, false, err
	}
	s := q.searcher()
	if s.count() > maxLooked {
		return nil, false, field.Errorf("kit", "makes more stacks than can be looked through: leave out thicknesses "+
			"you would not use, or allow fewer pieces in max_pieces")
	}
	s.look(0, 0, 0)
	if len(s.best) > 0 {
		return s.answers(s.best), true, nil
	}
	return s.answers([]candidate{*s.nearest}), false, nil
}

func (q Shims) check() error {
	if len(q.Kit) == 0 {
		return field.Errorf("kit", "is empty: write the thicknesses you have with their counts, 0 where there is none left")
	}
	for i, k := range q.Kit {
		if k.Thickness <= 0 {
			return field.Errorf(field.At("kit", i)+".thickness", "must be greater than zero: a shim has a thickness")
		}
		if k.Count < 0 {
			return field.Errorf(field.At("kit", i)+".count", "is %d: write how many there are, 0 where there is none", k.Count)
		}
	}
	if len(q.InPlace) > maxStackPieces {
		return field.Errorf("in_place", "has %d pieces: a stack has at most %d", len(q.InPlace), maxStackPieces)
	}
	left := slices.Clone(q.InPlace)
	for i, l := range q.InPlace {
		if l <= 0 {
			return field.Errorf(field.At("in_place", i), "must be greater than zero: a shim has a thickness")
		}
	}
	for i, l := range q.Discard {
		k := slices.Index(left, l)
		if k < 0 {
			return field.Errorf(field.At("discard", i), "is not one of the pieces in place")
		}
		left = slices.Delete(left, k, k+1)
	}
	switch {
	case q.Stacks < 1 || q.Stacks > maxStacks:
		return field.Errorf("stacks", "is %d: write how many equal stacks there are, 1 to %d", q.Stacks, maxStacks)
	case q.MaxPieces < 1 || q.MaxPieces > maxStackPieces:
		return field.Errorf("max_pieces", "is %d: write 1 to %d", q.MaxPieces, maxStackPieces)
	case q.Answers < 1 || q.Answers > maxAnswers:
		return field.Errorf("answers", "is %d: write 1 to %d", q.Answers, maxAnswers)
	case q.Adding != Opens && q.Adding != Closes:
		return field.Errorf("adding", "is %q: write opens or closes, as it is on this pump", q.Adding)
	case q.Target.Min == nil && q.Target.Max == nil && q.Target.Aim == nil:
		return field.Errorf("target", "has no min, aim or max: say what the clearance is to come to")
	case q.Target.Min != nil && q.Target.Max != nil && *q.Target.Min > *q.Target.Max:
		return field.Errorf("target", "has its min over its max: the min is the smaller of the two")
	}
	if o := q.OtherSide; o != nil && o.Min != nil && o.Max != nil && *o.Min > *o.Max {
		return field.Errorf("other_side", "has its min over its max: the min is the smaller of the two")
	}
	return nil
}

// twiceAim is twice the clearance aimed at, so that the middle of a window is whole.
func (w Window) twiceAim() int64 {
	switch {
	case w.Aim != nil:
		return 2 * int64(*w.Aim)
	case w.Min != nil && w.Max != nil:
		return int64(*w.Min) + int64(*w.Max)
	case w.Min != nil:
		return 2 * int64(*w.Min)
	}
	return 2 * int64(*w.Max)
}

// outside is how far a clearance lies outside its bounds; nothing when inside. Less than nothing is
// outside as well: parts cannot stand in each other.
func outside(l quantity.Length, low, high *quantity.Length) quantity.Length {
	far := max(-l, 0)
	if low != nil {
		far = max(far, *low-l)
	}
	if high != nil {
		far = max(far, l-*high)
	}
	return far
}

// searcher walks all stacks: each is a count of every thickness, the thickest
// first.
type searcher struct {
	q        Shims
	thick    []quantity.Length // different thicknesses, thickest first
	most     []int             // how many of each a stack may have
	kept     []int             // sound pieces of each in place
	before   quantity.Length   // total in place
	inPlace  int
	twiceAim int64

	counts  []int
	best    []candidate
	nearest *candidate
}

type candidate struct {
	counts  []int
	total   quantity.Length
	off     int64           // twice the distance from the aim
	outside quantity.Length // from target and other side together
	pieces  int
	changes int
}

func (q Shims) searcher() *searcher {
	s := &searcher{q: q, inPlace: len(q.InPlace), twiceAim: q.Target.twiceAim()}
	sound, spare := map[quantity.Length]int{}, map[quantity.Length]int{}
	for _, l := range q.InPlace {
		sound[l]++
		s.before += l
	}
	for _, l := range q.Discard {
		sound[l]--
	}
	for _, k := range q.Kit {
		// No stack takes more, and a count near the largest integer must not overflow.
		spare[k.Thickness] += min(k.Count, maxStackPieces*maxStacks)
	}
	for l := range sound {
		if _, ok := spare[l]; !ok {
			spare[l] = 0
		}
	}
	for l, n := range spare {
		if most := min(sound[l]+n/q.Stacks, q.MaxPieces); most > 0 {
			s.thick = append(s.thick, l)
		}
	}
	slices.SortFunc(s.thick, func(a, b quantity.Length) int { return int(min(max(b-a, -1), 1)) })
	for _, l := range s.thick {
		s.most = append(s.most, min(sound[l]+spare[l]/q.Stacks, q.MaxPieces))
		s.kept = append(s.kept, sound[l])
	}
	s.counts = make([]int, len(s.thick))
	return s
}

// count returns how many stacks there are to look at, up to just over maxLooked.
func (s *searcher) count() int {
	ways := make([]int, s.q.MaxPieces+1) // by number of pieces
	ways[0] = 1
	for _, most := range s.most {
		next := make([]int, len(ways))
		for n, w := range ways {
			for k := 0; k <= most && n+k < len(ways) && w > 0; k++ {
				next[n+k] = min(next[n+k]+w, maxLooked+1)
			}
		}
		ways = next
	}
	sum := 0
	for _, w := range ways {
		sum = min(sum+w, maxLooked+1)
	}
	return sum
}

// look weighs the stack as it stands and then with more of the thicknesses from
// i on: each stack once, and nothing is spent on thicknesses it does not have.
func (s *searcher) look(i, pieces int, total quantity.Length) {
	s.weigh(pieces, total)
	for ; i < len(s.thick); i++ {
		for n := 1; n <= min(s.most[i], s.q.MaxPieces-pieces); n++ {
			s.counts[i] = n
			s.look(i+1, pieces+n, total+quantity.Length(n)*s.thick[i])
		}
		s.counts[i] = 0
	}
}

func (s *searcher) clearance(total quantity.Length) (this quantity.Length, other *quantity.Length) {
	change := total - s.before
	if s.q.Adding == Closes {
		change = -change
	}
	if o := s.q.OtherSide; o != nil {
		l := o.Measured - change
		other = &l
	}
	return s.q.Measured + change, other
}

func (s *searcher) weigh(pieces int, total quantity.Length) {
	change := total - s.before
	if s.q.Adding == Closes {
		change = -change
	}
	clearance := s.q.Measured + change
	c := candidate{counts: s.counts, total: total, pieces: pieces}
	if c.off = 2*int64(clearance) - s.twiceAim; c.off < 0 {
		c.off = -c.off
	}
	c.outside = outside(clearance, s.q.Target.Min, s.q.Target.Max)
	if o := s.q.OtherSide; o != nil {
		c.outside += outside(o.Measured-change, o.Min, o.Max)
	}
	// Most stacks are far off: they go before anything else is worked out.
	if c.outside > 0 {
		if len(s.best) > 0 || s.nearest != nil && c.outside > s.nearest.outside {
			return
		}
	} else if len(s.best) == s.q.Answers && c.off > s.best[len(s.best)-1].off {
		return
	}
	added, kept := 0, 0
	for i, n := range s.counts {
		k := min(n, s.kept[i])
		kept += k
		added += n - k
	}
	c.changes = added + s.inPlace - kept
	if c.outside > 0 {
		if s.nearest == nil || c.compare(s.nearest) < 0 {
			c.counts = slices.Clone(s.counts)
			s.nearest = &c
		}
		return
	}
	place, _ := slices.BinarySearchFunc(s.best, &c, func(a candidate, b *candidate) int { return a.compare(b) })
	if place == s.q.Answers {
		return
	}
	c.counts = slices.Clone(s.counts)
	s.best = slices.Insert(s.best, place, c)
	s.best = s.best[:min(len(s.best), s.q.Answers)]
}

// compare orders candidates, the better first.
func (c *candidate) compare(d *candidate) int {
	for _, pair := range [][2]int64{{int64(c.outside), int64(d.outside)}, {c.off, d.off},
		{int64(c.pieces), int64(d.pieces)}, {int64(c.changes), int64(d.changes)}} {
		if pair[0] != pair[1] {
			return int(min(max(pair[0]-pair[1], -1), 1))
		}
	}
	// As many pieces each: more of the thickest means the thicker pieces first.
	return slices.Compare(d.counts, c.counts)
}

func (s *searcher) answers(list []candidate) []Stack {
	out := make([]Stack, 0, len(list))
	for _, c := range list {
		a := Stack{Pieces: []quantity.Length{}, Add: []quantity.Length{}, Remove: []quantity.Length{}, Total: c.total}
		a.Clearance, a.OtherSide = s.clearance(c.total)
		stays := map[quantity.Length]int{}
		for i, n := range c.counts {
			stays[s.thick[i]] = min(n, s.kept[i])
			for k := range n {
				a.Pieces = append(a.Pieces, s.thick[i])
				if k >= s.kept[i] {
					a.Add = append(a.Add, s.thick[i])
				}
			}
		}
		for _, l := range s.q.InPlace {
			if stays[l] > 0 {
				stays[l]--
			} else {
				a.Remove = append(a.Remove, l)
			}
		}
		slices.SortFunc(a.Remove, func(x, y quantity.Length) int { return int(min(max(y-x, -1), 1)) })
		out = append(out, a)
	}
	return out
}
