package judge

import "settle/core/quantity"

// Between judges a length of which only two sides are known, over low and up to high; nil is a side of which
// nothing is known. It is out where all that it may be is outside, within where all of it is inside, else
// undecided.
func Between(low, high *quantity.Length, b Bounds) Result {
	switch {
	case b.Open():
		return NoLimit
	case b.Min != nil && high != nil && *high <= *b.Min, b.Max != nil && low != nil && *low >= *b.Max:
		return Out
	case (b.Min == nil || low != nil && *low >= *b.Min) && (b.Max == nil || high != nil && *high <= *b.Max):
		return Within
	}
	return Undecided
}
