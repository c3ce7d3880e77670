package setting

import (
	"slices"

	"settle/core/field"
	"settle/core/gauge"
	"settle/core/quantity"
)

// PackTrial is one pack that was tried, and how the shaft turned with it.
type PackTrial struct {
	Pack  quantity.Length
	Turns gauge.Turn
}

// TrialResult is what the trials come to so far.
type TrialResult struct {
	Answer *quantity.Length // thinnest pack that turns free, once nothing is left to try
	Next   *quantity.Length // pack to try next
	Done   bool
}

// Trial looks for the thinnest pack with which the shaft turns free, halving
// what is left each time. Only gauge.Free counts as free. A pack that is free
// while a thicker one is not cannot be: that is an error on "trials".
func Trial(packs []quantity.Length, trials []PackTrial) (TrialResult, error) {
	if len(packs) == 0 {
		return TrialResult{}, field.Errorf("packs", "is empty: write how thick each pack is that can be made")
	}
	for i, p := range packs {
		if p < 0 {
			return TrialResult{}, field.Errorf(field.At("packs", i), "is below zero: write how thick the pack is, 0 for none")
		}
	}
	var free, bound *quantity.Length // thinnest free, thickest not free
	for i, t := range trials {
		if t.Pack < 0 {
			return TrialResult{}, field.Errorf(field.At("trials", i)+".pack", "is below zero: write how thick the pack was")
		}
		if !t.Turns.Known() {
			return TrialResult{}, field.Errorf(field.At("trials", i)+".turns",
				"is %q: write free, light-drag, drags, rough, rubs, binds or locked", t.Turns)
		}
		pack := t.Pack
		if t.Turns == gauge.Free {
			if free == nil || pack < *free {
				free = &pack
			}
		} else if bound == nil || pack > *bound {
			bound = &pack
		}
	}
	if free != nil && bound != nil && *free < *bound {
		return TrialResult{}, field.Errorf("trials", "say that a thinner pack turns free while a thicker one does not: "+
			"try both again")
	}
	left := slices.Clone(packs)
	slices.Sort(left)
	left = slices.DeleteFunc(slices.Compact(left), func(p quantity.Length) bool {
		return free != nil && p >= *free || bound != nil && p <= *bound
	})
	if len(left) == 0 {
		return TrialResult{Answer: free, Done: true}, nil
	}
	return TrialResult{Next: &left[len(left)/2]}, nil
}
