// Package judge holds a reading against a limit whose source is known, and a
// part against the rule for its findings.
package judge

import (
	"fmt"

	"settle/core/field"
	"settle/core/gauge"
	"settle/core/quantity"
)

// Bounds is what a length may be, both ends included. Either end may be open.
type Bounds struct {
	Min *quantity.Length `json:"min_um,omitempty"`
	Max *quantity.Length `json:"max_um,omitempty"`
}

// Check returns an error when the bounds hold nothing.
func (b Bounds) Check() error {
	if b.Min != nil && b.Max != nil && *b.Min > *b.Max {
		return field.Errorf("limit", "has its min over its max: the min is the smaller of the two")
	}
	return nil
}

// Open reports whether there is no bound at all: nothing to judge by.
func (b Bounds) Open() bool { return b.Min == nil && b.Max == nil }

// Holds reports whether a length is inside, its bounds with it.
func (b Bounds) Holds(l quantity.Length) bool {
	return (b.Min == nil || l >= *b.Min) && (b.Max == nil || l <= *b.Max)
}

// Origin says who gave a limit.
type Origin string

// The origins, in the order in which they win.
const (
	Maker   Origin = "maker"   // the maker of the pump, or of its seal
	Shop    Origin = "shop"    // the shop's own rule
	General Origin = "general" // one of the general sets
	None    Origin = "none"    // nobody: look it up

	OfNominal Origin = "nominal"     // worked out of one nominal figure
	HalfOfNew Origin = "half-of-new" // half of the most of new ones, for want of a least
)

// Limit is a bound on one check together with where it comes from.
type Limit struct {
	Bounds
	Origin Origin `json:"origin"`
	Source string `json:"source"` // in words: "Maker's manual, table 4"
	// WornOut, where it is not 0, is how many times its most may be found before it is worn out.
	WornOut float64 `json:"worn_out,omitempty"`
	// Rates, where what is judged is no length: drops a minute.
	Rates *gauge.Rates `json:"rates,omitempty"`
}

// AsFound is the limit of what is found, where that is another than of what is built.
func (l Limit) AsFound() Limit {
	if l.WornOut == 0 || l.Max == nil {
		return l
	}
	top := quantity.Length(float64(float64(*l.Max)*l.WornOut) + 0.5)
	l.Max = &top
	return l
}

// Rule is a limit as it is written down: fixed bounds, or a share of one of
// the pump's dimensions.
type Rule struct {
	Bounds
	Factor    float64          // Max = Factor × the dimension named Of
	Of        string           // key of the dimension: "seal-chamber-bore"
	Cap       *quantity.Length // Max is never more than this
	Source    string
	NeedsWord string       // the dimension in words: "seal-chamber bore"
	WornOut   float64      // as in Limit
	Rates     *gauge.Rates // instead of Bounds
}

// bounds works the rule out; false when the dimension it needs is not known
// and there is no cap to fall back on.
func (r Rule) bounds(dimensions map[string]quantity.Length) (Bounds, string, bool) {
	if r.Of == "" {
		return r.Bounds, r.Source, true
	}
	d, known := dimensions[r.Of]
	if !known {
		return Bounds{}, "", false
	}
	top := quantity.Length(float64(float64(d)*r.Factor) + 0.5)
	source := fmt.Sprintf("%s: %g × %s %s", r.Source, r.Factor, r.NeedsWord, d)
	if r.Cap != nil && top > *r.Cap {
		top, source = *r.Cap, source+", capped"
	}
	return Bounds{Max: &top}, source, true
}

// NoneKnown stands where nobody has given a limit.
const NoneKnown = "no limit known: look it up in the maker's manual and enter it on the pump"

// Layer is the limits of one origin by the key of the check.
type Layer struct {
	Origin Origin
	Limits map[string]Rule
}

// Resolve finds the limit of a check: the first layer that has one wins. The
// layers come in the order maker, shop, general set. Where none has one the
// limit is open and its source says so.
func Resolve(key string, dimensions map[string]quantity.Length, layers ...Layer) Limit {
	for _, layer := range layers {
		rule, ok := layer.Limits[key]
		if !ok {
			continue
		}
		if b, source, ok := rule.bounds(dimensions); ok {
			return Limit{b, layer.Origin, source, rule.WornOut, rule.Rates}
		}
	}
	return Limit{Origin: None, Source: NoneKnown}
}
