// Package calc is the contract of the calculators: one JSON object in, one
// out. The command line and the API both answer through Run; docs/calc.md
// describes every kind.
//
// Lengths come in as a JSON number, which is micrometres, or as a text with its unit; on
// a screen a bare number has the unit that is shown. They go out as numbers of
// micrometres, fields ending in _um, from whole nanometres: sums and differences of what
// was typed are exact. Angles are degrees clockwise from 12, slopes mm per m, temperatures
// °C, torques N·m, time hours or seconds as the field says.
//
// Every uncertainty is that of the gauge alone, for 95 %: a reading is good to half a
// division, evenly spread, so one direct reading has U = 2·g/√12 = g/√3 and a difference of
// two U = g·√(2/3) (JCGM 100:2008, 4.3.7). A verdict is close where its margin is smaller.
//
// An error is a *field.Error, or field.Errors, which name the field as the sender wrote it
// and say what would be right in it. What is possible but odd is answered, not refused.
package calc

import (
	"slices"
	"strings"

	"settle/core/field"
	"settle/core/gauge"
	"settle/core/judge"
	"settle/core/quantity"
)

// MaxInput is the longest input Run reads, in bytes.
const MaxInput = 1 << 20

// An answer marshals to the JSON of the contract, and says itself in words.
type answer interface{ say(*Words) }

// A question is what was asked, read from its JSON, ready to be worked out.
type question func(*gauge.Reader) (answer, error)

// kinds holds the calculators by name; each reads the raw object.
var kinds = map[string]func([]byte, bool) (question, error){
	"length": solve(lengthIn.solve),
	// what was measured
	"runout":      solve(runoutIn.solve),
	"turn-record": solve(turnRecordIn.solve),
	"float":       solve(floatIn.solve),
	"gap":         solve(gapIn.solve),
	"ring":        solve(ringIn.solve),
	"fit":         solve(fitIn.solve),
	"drip":        solve(dripIn.solve),
	"wear":        solve(wearIn.solve),
	"align":       solve(alignIn.solve),
	// what a shaft, a seal, a bearing, a foundation are worth
	"bend":          solve(bendIn.solve),
	"stiffness":     solve(stiffnessIn.solve),
	"balance":       solve(balanceIn.solve),
	"handback":      solve(handbackIn.solve),
	"pressure-test": solve(pressureIn.solve),
	"compression":   solve(compressionIn.solve),
	"flatness":      solve(flatnessIn.solve),
	"bearing":       solve(bearingIn.solve),
	"evenness":      solve(evennessIn.solve),
	"soft-foot":     solve(softFootIn.solve),
	"pipe-strain":   solve(pipeStrainIn.solve),
	// what to do to get there
	"shim":       solve(shimIn.solve),
	"shim-trial": solve(trialIn.solve),
	"setting":    solve(settingIn.solve),
	"heat":       solve(heatIn.solve),
	"torque":     solve(torqueIn.solve),
	"lateral":    solve(lateralIn.solve),
	"grease":     solve(greaseIn.solve),
	"growth":     solve(growthIn.solve),
	"endplay":    solve(endplayIn.solve),
	"stretch":    solve(stretchIn.solve),
	"packing":    solve(packingIn.solve),
	"bolt":       solve(boltIn.solve),
}

// Kinds lists the names of the calculators, sorted.
func Kinds() []string {
	var names []string
	for name := range kinds {
		names = append(names, name)
	}
	slices.Sort(names)
	return names
}

// Run answers one calculation. The result marshals to the JSON of the
// contract; an input that cannot be used is a *field.Error.
func Run(kind string, input []byte) (any, error) {
	out, err := run(kind, input, &gauge.Reader{})
	if err != nil {
		return nil, field.All(err)[0]
	}
	return out, nil
}

// Takes reports whether a calculator knows a field of that name.
func Takes(kind, name string) bool {
	read, ok := kinds[kind]
	if !ok {
		return false
	}
	_, err := read([]byte(`{"`+name+`":"0 mm"}`), false)
	return err == nil
}

// run finds the calculator and asks it.
func run(kind string, input []byte, r *gauge.Reader) (answer, error) {
	read, ok := kinds[kind]
	if !ok {
		return nil, field.Errorf("kind", "%q is not a calculator: write one of %s", kind, strings.Join(Kinds(), ", "))
	}
	ask, err := read(input, r.Boxes)
	if err != nil {
		return nil, err
	}
	out, err := ask(r)
	if err != nil {
		return nil, err
	}
	r.AskBack()
	return out, r.Errors.Err()
}

// solve makes a calculator of a method on what it is asked.
func solve[In any](solve func(In, *gauge.Reader) (answer, error)) func([]byte, bool) (question, error) {
	return func(raw []byte, typed bool) (question, error) {
		var in In
		if err := decode(raw, &in, typed); err != nil {
			return nil, err
		}
		return func(r *gauge.Reader) (answer, error) { return solve(in, r) }, nil
	}
}

// limitIn is a limit as it is asked; either bound may be left out.
type limitIn struct {
	Min quantity.Typed `json:"min"`
	Max quantity.Typed `json:"max"`
}

// bounds reads a limit; a missing one is open on both sides.
func (l *limitIn) bounds(r *gauge.Reader) judge.Bounds {
	if l == nil {
		return judge.Bounds{}
	}
	b := judge.Bounds{Min: r.Optional(gauge.Named("limit.min"), l.Min), Max: r.Optional(gauge.Named("limit.max"), l.Max)}
	r.Errors.Add("", b.Check())
	return b
}

// verdictOut is a verdict: margin is the distance to the nearest bound, negative outside, and
// null without a limit; both lengths are micrometres.
type verdictOut struct {
	Result      judge.Result     `json:"result"`
	Margin      *quantity.Length `json:"margin_um,omitempty"`
	Uncertainty *quantity.Length `json:"uncertainty_um,omitempty"`
}

// verdict is a verdict as it is answered.
func verdict(v judge.Verdict) verdictOut {
	u := v.Uncertainty.Length()
	return verdictOut{v.Result, v.Margin, &u}
}

// fine is a verdict with its coarse gauge said: see judge.Verdict.Coarse.
func fine(v judge.Verdict, b judge.Bounds, warnings []string) (judge.Verdict, []string) {
	v, coarse := v.Coarse(b)
	if coarse {
		warnings = append(slices.Clone(warnings), judge.TooCoarse)
	}
	return v, dedupe(warnings)
}

// mpeIn is the maximum permissible error of the gauge, a length of nothing or more; 0 where
// nobody knows it.
type mpeIn struct {
	MPE quantity.Typed `json:"mpe"`
}

func (in mpeIn) read(r *gauge.Reader) quantity.Length {
	if l := r.Optional(gauge.Named("mpe"), in.MPE); l != nil {
		return *l
	}
	return 0
}

// list makes an absent list an empty one.
func list[T any](s []T) []T {
	if s == nil {
		return []T{}
	}
	return s
}
