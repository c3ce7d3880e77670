package calc

import (
	"encoding/json"
	"fmt"

	"settle/core/field"
	"settle/core/gauge"
	"settle/core/judge"
	"settle/core/quantity"
)

// Quantities that are no lengths come as numbers with their unit in the name, and may come in
// a second unit instead: kg or lb, N or lbf, kW or hp, °C or °F. Units by their definition.
const (
	pound      = 0.45359237      // kg
	poundForce = 4.4482216152605 // N
	// Horsepower is one mechanical horsepower, in kW.
	Horsepower = 0.745699872
)

// either is a quantity given in one of two units; the second is brought into the first. Both
// at once are refused, naming the second.
func either(r *gauge.Reader, path, first, second string, a, b *float64, into func(float64) float64) *float64 {
	switch {
	case a != nil && b != nil:
		r.Errors.Add(field.Join(path, second), fmt.Errorf("stands beside %s: give one of them", first))
		return nil
	case a != nil:
		return a
	case b != nil:
		converted := into(*b)
		return &converted
	}
	return nil
}

// times converts by a factor.
func times(factor float64) func(float64) float64 {
	return func(x float64) float64 { return x * factor }
}

// needed is either for one that is needed; 0 with an error where it is missing.
func needed(r *gauge.Reader, path, first string, value *float64, what string) float64 {
	if value != nil {
		return *value
	}
	for _, e := range r.Errors { // it is there, and wrong
		if e.Field == field.Join(path, first) {
			return 0
		}
	}
	need(r, field.Join(path, first), what)
	return 0
}

// The temperatures anything here may have, °C.
const (
	coldestC = -200
	hottestC = 600
)

// celsius is a temperature given in °C or in °F, nil where it is not given.
func celsius(r *gauge.Reader, path, first, second string, c, f *float64) *float64 {
	t := either(r, path, first, second, c, f, func(x float64) float64 { return (x - 32) / 1.8 })
	if t != nil && !(*t >= coldestC && *t <= hottestC) {
		name := first
		if c == nil {
			name = second
		}
		r.Errors.Add(field.Join(path, name), fmt.Errorf("is out of range: write %d to %d °C", coldestC, hottestC))
	}
	return t
}

// numberVerdict is a verdict on a figure that is no length: margin_UNIT and uncertainty_UNIT,
// to three decimals.
type numberVerdict struct {
	result      judge.Result
	margin      *float64
	uncertainty float64
	unit        string
}

// MarshalJSON writes the verdict with its unit in the names.
func (v numberVerdict) MarshalJSON() ([]byte, error) {
	out := map[string]any{"result": v.result}
	if v.margin != nil {
		out["margin_"+v.unit], out["uncertainty_"+v.unit] = round(*v.margin, 3), round(v.uncertainty, 3)
	}
	return json.Marshal(out)
}

func judgeNumber(value, uncertainty float64, high *float64, unit string) numberVerdict {
	result, margin := judge.Number(value, uncertainty, nil, high)
	return numberVerdict{result, margin, uncertainty, unit}
}

// coarse is as judge.Verdict.Coarse, of a figure with a most alone.
func (v numberVerdict) coarse(most float64) (numberVerdict, bool) {
	if v.margin == nil || most == 0 || v.uncertainty < most || v.result == judge.Out && -*v.margin > v.uncertainty {
		return v, false
	}
	v.result = judge.Undecided
	return v, true
}

// headline says a verdict on a figure in words.
func (v numberVerdict) headline(in string) quantity.Sentence {
	switch v.result {
	case judge.Out:
		return quantity.Plainly("Out of limit by " + number(-*v.margin, 3) + " " + in)
	case judge.Undecided:
		return quantity.Plainly("Undecided: the readings do not tell")
	case judge.Close:
		return quantity.Plainly("Within, but close to the limit")
	case judge.Within:
		return quantity.Plainly("Within, " + number(*v.margin, 3) + " " + in + " to spare")
	}
	return quantity.Plainly("No limit known, nothing is judged")
}

// Where a limit comes from.
const (
	fromGiven   = "given"
	fromGeneral = "general"
	fromNone    = "none"
)

// maxIn is a limit that has an upper end only.
type maxIn struct {
	Max quantity.Typed `json:"max"`
}

// read is the upper end, or the general one where none is given, and where it comes from.
func (in *maxIn) read(r *gauge.Reader, general quantity.Length) (judge.Bounds, string) {
	if in == nil {
		return judge.Bounds{Max: &general}, fromGeneral
	}
	top := r.Needed("limit.max", in.Max)
	return judge.Bounds{Max: &top}, fromGiven
}

// askMaker stands beside every limit of a general table.
const askMaker = "general, ask the maker first"

func (w *Words) limitFrom(from string) {
	if from == fromGeneral {
		w.row("Limit from", quantity.Plainly(askMaker))
	}
}

// above reads a length that is needed and more than nothing.
func above(r *gauge.Reader, name string, t quantity.Typed) quantity.Length {
	l, ok := r.Length(gauge.Named(name), t)
	if ok && l <= 0 {
		r.Errors.Add(name, fmt.Errorf("must be greater than zero"))
	}
	return l
}

// aboveIf reads a length that may be left out and is more than nothing.
func aboveIf(r *gauge.Reader, name string, t quantity.Typed) *quantity.Length {
	l := r.Optional(gauge.Named(name), t)
	if l != nil && *l <= 0 {
		r.Errors.Add(name, fmt.Errorf("must be greater than zero"))
	}
	return l
}

// atLeast reads a length that may be left out and is nothing or more.
func atLeast(r *gauge.Reader, name string, t quantity.Typed) *quantity.Length {
	l := r.Optional(gauge.Named(name), t)
	if l != nil && *l < 0 {
		r.Errors.Add(name, fmt.Errorf("is below zero: write nothing or more"))
	}
	return l
}

// longest bounds a list.
const longest = 100

// listed says that a list is empty or too long.
func listed(r *gauge.Reader, name string, n int) {
	if n < 1 || n > longest {
		r.Errors.Add(name, fmt.Errorf("has %d entries: write 1 to %d", n, longest))
	}
}

// angle is a place on the circle, in degrees.
func angle(r *gauge.Reader, path, clock string, deg *float64) float64 {
	degrees, err := gauge.ReadingForm{Clock: clock, Deg: deg}.Degrees()
	if err != nil {
		r.Errors.Add(path, err)
	}
	return degrees
}
