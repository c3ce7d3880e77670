package calc

import (
	"math"

	"settle/core/align"
	"settle/core/field"
	"settle/core/gauge"
	"settle/core/judge"
	"settle/core/quantity"
)

// What comes before an alignment: feet that lift, and piping that pulls.

// softFootIn is what a dial shows at each foot when its bolt alone is slackened, the others
// tight; its size counts.
type softFootIn struct {
	Graduation quantity.Typed `json:"graduation"`
	feetIn
	Limit *maxIn `json:"limit"`
}

// softFootOut is each foot and how they stand together, lengths in micrometres.
type softFootOut struct {
	Feet      map[align.Foot]footOut `json:"feet"`
	Worst     quantity.Length        `json:"worst_um"`
	WorstFoot align.Foot             `json:"worst"`
	Verdict   verdictOut             `json:"verdict"`
	LimitFrom string                 `json:"limit_from"`
	// none, one-foot, rocking, side or several.
	Pattern  align.Pattern    `json:"pattern"`
	Shim     *quantity.Length `json:"shim_um"`
	Warnings []string         `json:"warnings"`

	lifts   align.Lifts
	verdict judge.Verdict
	bounds  judge.Bounds
}

// footOut is one foot, within or out.
type footOut struct {
	Lift   quantity.Length `json:"lift_um"`
	Result judge.Result    `json:"result"`
}

// solve judges the largest lift; U = g·√(2/3). The limit is a general one where none is given.
// Errors name the foot.
func (in softFootIn) solve(r *gauge.Reader) (answer, error) {
	graduation, lifts := above(r, "graduation", in.Graduation), in.lifts(r, "")
	bounds, from := in.Limit.read(r, align.SoftLimit)
	if err := r.Errors.Err(); err != nil {
		return nil, err
	}
	worst, foot := lifts.Worst()
	over := lifts.Over(*bounds.Max)
	v, warnings := fine(judge.Length(worst, gauge.DifferenceUncertainty(graduation, 0), bounds), bounds, nil)
	out := &softFootOut{
		Feet:      map[align.Foot]footOut{},
		Worst:     worst,
		WorstFoot: foot,
		Verdict:   verdict(v),
		LimitFrom: from,
		Pattern:   align.PatternOf(over),
		Warnings:  warnings,
		lifts:     lifts,
		verdict:   v,
		bounds:    bounds,
	}
	for i, foot := range align.AllFeet {
		one := footOut{lifts[i].Abs(), judge.Within}
		if one.Lift > *bounds.Max {
			one.Result = judge.Out
		}
		out.Feet[foot] = one
	}
	if out.Pattern == align.OneFoot || out.Pattern == align.Rocking {
		out.Shim = &worst
	}
	return out, nil
}

// footNames name the feet in words.
var footNames = map[align.Foot]string{align.FrontLeft: "Front left", align.FrontRight: "Front right",
	align.BackLeft: "Back left", align.BackRight: "Back right"}

// say tells what to do first.
func (out *softFootOut) say(w *Words) {
	w.measure("Most a foot lifts", out.Worst)
	w.judged(out.verdict, out.bounds)
	w.limitFrom(out.LimitFrom)
	for i, foot := range align.AllFeet {
		lift := out.lifts[i].Abs()
		w.length(footNames[foot], &lift)
	}
	w.warn(out.Warnings)
	switch out.Pattern {
	case align.OneFoot:
		w.line("One foot is soft. Start with %s under %s, and read all four again.", *out.Shim, footNames[out.WorstFoot])
	case align.Rocking:
		w.line("It rocks over a diagonal. Start with %s under %s, and read all four again.", *out.Shim,
			footNames[out.WorstFoot])
	case align.OneSide:
		w.plain("Two feet beside each other lift: the base or the feet lean. Feel with leaves all round each foot.")
	case align.Several:
		w.plain("Several feet lift: clean feet and base, fewer and thicker shims, then read again.")
	}
}

// pipeStrainIn is what two dials on the shaft at the coupling show after each flange is bolted,
// both at nothing with all of them loose; back is after all are loosened again.
type pipeStrainIn struct {
	Graduation quantity.Typed `json:"graduation"`
	Steps      []struct {
		Flange     string         `json:"flange"`
		Vertical   quantity.Typed `json:"vertical"`
		Horizontal quantity.Typed `json:"horizontal"`
	} `json:"steps"`
	Back *struct {
		Vertical   quantity.Typed `json:"vertical"`
		Horizontal quantity.Typed `json:"horizontal"`
	} `json:"back"`
	Limit *maxIn `json:"limit"`
}

// pipeStrainOut is how far each flange moved the shaft, lengths in micrometres.
type pipeStrainOut struct {
	Steps []strainOut     `json:"steps"`
	Worst quantity.Length `json:"worst_um"`
	// total or move.
	WorstFrom string          `json:"worst_from"`
	Flange    string          `json:"worst_flange"`
	End       quantity.Length `json:"end_um"`
	Verdict   verdictOut      `json:"verdict"`
	LimitFrom string          `json:"limit_from"`
	Warnings  []string        `json:"warnings"`

	verdict judge.Verdict
	bounds  judge.Bounds
}

// strainOut is one flange: how far it moved the shaft, and how far that is off after it.
type strainOut struct {
	Flange string          `json:"flange"`
	Moved  quantity.Length `json:"moved_um"`
	Total  quantity.Length `json:"total_um"`
}

// solve judges the larger of the largest move and the largest total: two flanges that pull
// against each other leave a small total. U = g·√(2/3). Dials that do not come back tell
// nothing that passes. Errors name steps[i].
func (in pipeStrainIn) solve(r *gauge.Reader) (answer, error) {
	graduation := above(r, "graduation", in.Graduation)
	listed(r, "steps", len(in.Steps))
	var steps []align.Bolted
	for i, s := range in.Steps {
		path := field.At("steps", i)
		steps = append(steps, align.Bolted{Flange: s.Flange, Vertical: r.Needed(path+".vertical", s.Vertical),
			Horizontal: r.Needed(path+".horizontal", s.Horizontal)})
	}
	returned := true
	if in.Back != nil {
		for _, back := range []quantity.Length{r.Needed("back.vertical", in.Back.Vertical), r.Needed("back.horizontal",
			in.Back.Horizontal)} {
			returned = returned && back.Abs() <= gauge.Returns(graduation)
		}
	}
	bounds, from := in.Limit.read(r, align.StrainLimit)
	if err := r.Errors.Err(); err != nil {
		return nil, err
	}
	x, err := align.PipeStrain(steps)
	if err != nil {
		return nil, err
	}
	out := &pipeStrainOut{Worst: toLength(x.Worst), WorstFrom: "move", Flange: steps[x.Flange].Flange, LimitFrom: from,
		Warnings: []string{}, bounds: bounds}
	for i, s := range steps {
		out.Steps = append(out.Steps, strainOut{s.Flange, toLength(x.Moved[i]), toLength(x.Total[i])})
	}
	out.End = out.Steps[len(steps)-1].Total
	if x.FromTotal {
		out.WorstFrom = "total"
	}
	out.verdict, out.Warnings = fine(judge.Length(out.Worst, gauge.DifferenceUncertainty(graduation, 0), bounds), bounds,
		nil)
	if !returned {
		out.Warnings, out.verdict = dedupe(append(out.Warnings, gauge.DidNotReturn)), out.verdict.Capped()
	}
	out.Verdict = verdict(out.verdict)
	return out, nil
}

func toLength(nm float64) quantity.Length { return quantity.Length(math.Round(nm)) }

// say names the flange that pulls.
func (out *pipeStrainOut) say(w *Words) {
	w.measure("The shaft was moved by", out.Worst)
	w.judged(out.verdict, out.bounds)
	w.limitFrom(out.LimitFrom)
	for _, s := range out.Steps {
		w.row(s.Flange+": moved, then off", w.say("%s, %s", s.Moved, s.Total))
	}
	w.row("Most by", quantity.Plainly(out.Flange))
	if out.WorstFrom == "move" {
		w.plain("The flanges pull against each other: what is left at the end does not show it.")
	}
	if out.verdict.Result == judge.Out {
		w.plain("Mend the piping, not the pump: a flange that is drawn up with force moves the shaft again.")
	}
	w.warn(out.Warnings)
}
