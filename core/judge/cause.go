package judge

import (
	"cmp"
	"slices"

	"settle/core/quantity"
)

// Likely is a cause with what speaks for and against it. It is never certain.
type Likely struct {
	Key     string              `json:"key"`
	Title   string              `json:"title"`
	Because string              `json:"because" doc:"the reasoning"`
	Test    string              `json:"test" doc:"the one test that would tell it apart"`
	For     []quantity.Sentence `json:"for" nullable:"false"`
	Against []quantity.Sentence `json:"against" nullable:"false"`
	// Standing is "likely" when a sign proves it, or more than one speaks for it and none against, else
	// "possible". It is "disproved" or "put right" when a later reading says otherwise.
	Standing Standing            `json:"standing" enum:"likely,possible,put right,disproved"`
	Later    []quantity.Sentence `json:"later,omitempty" doc:"the readings that disprove it, or show that it is put right"`
	Ask      *quantity.Sentence  `json:"ask,omitempty" doc:"the reading that is missing, and where"`
	Signs    []Sign              `json:"signs" nullable:"false" doc:"those that speak for it"`

	weight int
}

// Standing is how a cause stands.
type Standing string

// How a cause stands.
const (
	IsLikely   Standing = "likely"
	IsPossible Standing = "possible"
	IsPutRight Standing = "put right"
	Disproved  Standing = "disproved"
)

// Stands reports whether nothing later speaks against a cause.
func (s Standing) Stands() bool { return s == IsLikely || s == IsPossible }

// Causes returns what may be behind the signs, the most likely first: every cause for which
// at least one of its strong signs is there. What a later reading has settled stands last.
func Causes(e Evidence) []Likely {
	var out []Likely
	for i := range table {
		if l, named := table[i].weigh(e); named {
			out = append(out, l)
		}
	}
	slices.SortStableFunc(out, func(a, b Likely) int {
		if settled := cmp.Compare(order(a), order(b)); settled != 0 {
			return settled
		}
		return cmp.Compare(b.weight, a.weight)
	})
	return out
}

func order(l Likely) int {
	if l.Standing.Stands() {
		return 0
	}
	return 1
}

// weigh holds a cause against the signs.
func (c *CauseInfo) weigh(e Evidence) (Likely, bool) {
	l := Likely{Key: c.Key, Title: c.Title, Because: c.Because, Test: c.Test, For: []quantity.Sentence{},
		Against: []quantity.Sentence{}, Standing: IsPossible, Signs: []Sign{}}
	var strong, settled int
	mended, doubtful := false, false
	proved := false
	speak := func(signs []Sign, weight int, missed bool) {
		for _, s := range signs {
			shown, known := e[s]
			switch {
			case !known:
				continue
			case !shown.There && !missed:
				continue // what need not be there is not missed
			case !shown.There:
				l.Against = append(l.Against, shown.words())
				l.weight--
				continue
			}
			l.For, l.Signs = append(l.For, shown.words()), append(l.Signs, s)
			l.weight += weight + shown.Weight
			if slices.Contains(c.Proof, s) {
				proved = true
				l.weight++
			}
			if shown.Doubtful {
				l.weight -= weight - isWeak
				doubtful = true
			}
			if weight == isStrong {
				strong++
			}
			if shown.Later != nil {
				l.Later = append(l.Later, shown.Later.Words)
				mended = mended || shown.Later.Mended
				if weight == isStrong {
					settled++
				}
			}
		}
	}
	speak(c.Strong, isStrong, true)
	speak(c.Either, isStrong, false)
	speak(c.Weak, isWeak, false)
	for _, s := range c.Against {
		if shown := e[s]; shown.There && shown.Later == nil {
			l.Against = append(l.Against, shown.words())
			l.weight -= isStrong
		}
	}
	switch {
	case strong > 0 && strong == settled && mended:
		l.Standing = IsPutRight
	case strong > 0 && strong == settled:
		l.Standing = Disproved
	case proved && len(l.Later) == 0, len(l.For) > 1 && len(l.Against) == 0 && !doubtful:
		l.Standing = IsLikely
	}
	return l, strong > 0
}

// What a sign weighs.
const (
	isStrong = 2
	isWeak   = 1
)
