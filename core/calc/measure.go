package calc

import (
	"fmt"

	"settle/core/field"
	"settle/core/gauge"
	"settle/core/judge"
	"settle/core/quantity"
)

// lengthIn asks what a text means: {"text": "1-25/32 in", "unit": "thou"}. Unit is what a
// bare number means: thou, in, mm or um.
type lengthIn struct {
	Text string        `json:"text"`
	Unit quantity.Unit `json:"unit"`
}

// lengthOut is a length in micrometres, thou and millimetres, exact: every unit of the trade
// is a whole number of nanometres (1 in = 25.4 mm).
type lengthOut struct {
	Um   quantity.Length `json:"um"`
	Thou raw             `json:"thou"`
	Mm   raw             `json:"mm"`
}

// raw is a number already written out.
type raw string

// MarshalJSON writes the number as it stands, to its last digit.
func (r raw) MarshalJSON() ([]byte, error) { return []byte(r), nil }

// solve reads the text. Errors name unit, where it is none of the four, or text, where it
// is no length.
func (in lengthIn) solve(r *gauge.Reader) (answer, error) {
	if _, known := in.Unit.Size(); in.Unit != "" && !known {
		return nil, field.Errorf("unit", "is %q: write thou, in, mm or um", in.Unit)
	}
	unit := in.Unit
	if unit == "" {
		unit = r.Unit
	}
	l, err := quantity.Parse(in.Text, unit)
	if err != nil {
		return nil, field.Errorf("text", "%v", err)
	}
	if r.Heard != nil {
		r.Heard("text", l)
	}
	return lengthOut{l, raw(l.Exact(quantity.UnitThou)), raw(l.Exact(quantity.UnitMillimetre))}, nil
}

// say gives the length in every unit, to be read off.
func (out lengthOut) say(w *Words) {
	w.main("Length", quantity.Sentence{Thou: string(out.Thou) + " thou", Mm: string(out.Mm) + " mm"})
	w.row("Inch", quantity.Plainly(out.Um.Exact(quantity.UnitInch)+" in"))
	w.row("Thou", quantity.Plainly(string(out.Thou)+" thou"))
	w.row("Millimetres", quantity.Plainly(string(out.Mm)+" mm"))
	w.row("Micrometres", quantity.Plainly(out.Um.Exact(quantity.UnitMicrometre)+" µm"))
}

// runoutIn are readings of a dial round a circle: at least two places, given as clock
// positions or degrees clockwise from 12, or the low and high of a sweep. Lengths are typed
// with their unit; a bare number is micrometres. Sag is the reading at 6 of the same set-up
// on a stiff bar, zeroed at 12.
type runoutIn struct {
	gauge.DialForm
	// rim, bore or face; fixed (the shaft turns under it) or turns.
	Surface   gauge.Surface   `json:"surface"`
	Indicator gauge.Indicator `json:"indicator"`
	// On a face: where it was read, and the diameter that its limit is meant for.
	SweepDiameter quantity.Typed `json:"sweep_diameter"`
	FaceDiameter  quantity.Typed `json:"face_diameter"`
	Limit         *limitIn       `json:"limit"`
	mpeIn
}

// runoutOut is what they tell, lengths in micrometres and angles in degrees; a pointer is
// null where the readings do not tell it.
type runoutOut struct {
	TIR          quantity.Length  `json:"tir_um"`
	Fitted       *quantity.Length `json:"fitted_tir_um"`
	Judged       quantity.Length  `json:"judged_um"`
	Eccentricity *quantity.Length `json:"eccentricity_um"`
	CentreDeg    *float64         `json:"centre_deg"`
	HighDeg      *float64         `json:"high_deg"`
	SumRule      *quantity.Length `json:"sum_rule_um"`
	Closure      *quantity.Length `json:"closure_um"`
	Form         *quantity.Length `json:"form_um"`
	Tilt         *float64         `json:"tilt_mm_per_m"`
	AtFace       *quantity.Length `json:"at_face_um"`
	// Null below eight readings, or where their steps are not alike.
	Harmonics *gauge.Harmonics `json:"harmonics"`
	Verdict   verdictOut       `json:"verdict"`
	Warnings  []string         `json:"warnings"`
	Next      []judge.Next     `json:"next"`

	dial    gauge.Dial
	run     gauge.Runout
	verdict judge.Verdict
	bounds  judge.Bounds
}

// solve fits the circle r(θ) = c + a·cos θ + b·sin θ by least squares; the fitted run-out is
// 2·√(a² + b²). What is judged is the sweep where there is one, else the larger of highest −
// lowest and the fitted run-out. U = g·√(2/3); where a fit of crowded readings is judged
// 2·k·g/√3, k the worth of the fit. A set-up that failed makes of within and close undecided,
// and so do fewer than four places without a sweep. Errors name the field, such as
// readings[2].value.
func (in runoutIn) solve(r *gauge.Reader) (answer, error) {
	d := r.Dial(in.DialForm)
	d.Surface, d.Indicator, d.MPE = in.Surface, in.Indicator, in.mpeIn.read(r)
	d.SweepDiameter = r.Optional(gauge.Named("sweep_diameter"), in.SweepDiameter)
	d.FaceDiameter = r.Optional(gauge.Named("face_diameter"), in.FaceDiameter)
	bounds := in.Limit.bounds(r)
	if err := r.Errors.Err(); err != nil {
		return nil, err
	}
	x, err := d.Run()
	if err != nil {
		return nil, err
	}
	v, next, warnings := judge.Dial(d, x, bounds)
	return &runoutOut{
		TIR: x.TIR, Fitted: x.Fitted, Judged: x.Judged, Eccentricity: x.Eccentricity,
		CentreDeg: x.CentreDeg, HighDeg: x.HighDeg, SumRule: x.SumRule, Closure: x.Closure, Form: x.Form,
		Tilt: x.Tilt, AtFace: x.AtFace, Harmonics: x.Harmonics, Verdict: verdict(v), Warnings: list(warnings),
		Next: list(next),
		dial: d, run: x, verdict: v, bounds: bounds,
	}, nil
}

// surfaceNames are what a dial reading is called, by what the plunger rides on.
var surfaceNames = map[gauge.Surface]string{gauge.Rim: "Run-out, TIR", gauge.Bore: "Concentricity, TIR",
	gauge.Face: "Face, total reading"}

// say heads the words with the verdict on what was judged. Where the surface is off centre and
// where its high spot is stand behind it: that is what a person acts on.
func (out *runoutOut) say(w *Words) {
	w.measure(surfaceNames[out.dial.Surface], out.run.Measured())
	w.judged(out.verdict, out.bounds)
	w.length("Highest − lowest", &out.TIR)
	w.length("By the fitted circle", out.Fitted)
	w.length("Off centre", out.Eccentricity)
	if out.HighDeg != nil {
		w.row("High spot", quantity.Plainly(gauge.DegreesClock(*out.HighDeg)+" o'clock"))
	}
	if out.CentreDeg != nil && out.dial.Surface == gauge.Bore {
		w.row("Centre lies towards", quantity.Plainly(gauge.DegreesClock(*out.CentreDeg)+" o'clock"))
	}
	w.length("Form, beside the circle", out.Form)
	if h := out.Harmonics; h != nil {
		w.length("Once round: off centre", &h.Once)
		w.length("Twice: oval", &h.Twice)
		w.length("Three times: three-lobed", &h.Thrice)
	}
	w.length("(12 + 6) − (3 + 9)", out.SumRule)
	w.length("Back to start, change", out.Closure)
	if out.Tilt != nil {
		w.row("Tilt", quantity.Plainly(number(*out.Tilt, 3)+" mm per m"))
	}
	for _, code := range out.Warnings {
		w.plain(gauge.AdviceOn(code, out.Harmonics != nil))
	}
	w.next(out.Next)
}

// floatIn are pushes and pulls of a shaft: the reading at either end, at least one pair.
type floatIn struct {
	gauge.FloatForm
	Limit *whoseIn `json:"limit"`
	mpeIn
}

// whoseIn is a limit with whose it is: general where nobody says, maker or shop.
type whoseIn struct {
	limitIn
	From judge.Origin `json:"from"`
}

// read reads the bounds, and whose they are.
func (l *whoseIn) read(r *gauge.Reader) (judge.Bounds, judge.Origin) {
	if l == nil {
		return judge.Bounds{}, judge.General
	}
	return l.limitIn.bounds(r), whose(r, l.From)
}

func whose(r *gauge.Reader, from judge.Origin) judge.Origin {
	switch from {
	case "":
		return judge.General
	case judge.General, judge.Maker, judge.Shop:
		return from
	}
	r.Errors.Add("limit.from", fmt.Errorf("is %q: write general, maker or shop", from))
	return judge.General
}

// floatOut is the play they come to, in micrometres: the mean of |out − in|, and how far the
// trials differ.
type floatOut struct {
	Mean     quantity.Length `json:"mean_um"`
	Spread   quantity.Length `json:"spread_um"`
	Verdict  verdictOut      `json:"verdict"`
	Warnings []string        `json:"warnings"`
	Next     []judge.Next    `json:"next"`

	verdict judge.Verdict
	bounds  judge.Bounds
}

// solve judges the mean; U = g·√(2/3), as for any difference of two readings. More than two
// divisions between the trials make of within and close undecided; so does no play to speak of where
// the limit wants some, and none at all where neither maker nor shop allow it. One trial alone is a warning.
func (in floatIn) solve(r *gauge.Reader) (answer, error) {
	trials, graduation := r.Trials(in.FloatForm)
	bounds, from := in.Limit.read(r)
	mpe := in.mpeIn.read(r)
	if err := r.Errors.Err(); err != nil {
		return nil, err
	}
	x, err := gauge.Play(trials, graduation, mpe)
	if err != nil {
		return nil, err
	}
	v, next, warnings := judge.Play(trials, graduation, x, bounds, judge.Pair{From: from, Followed: in.Followed})
	return &floatOut{x.Mean, x.Spread, verdict(v), list(warnings), list(next), v, bounds}, nil
}

// say heads the words with the verdict on the mean.
func (out *floatOut) say(w *Words) {
	w.measure("Play, mean", out.Mean)
	w.judged(out.verdict, out.bounds)
	w.length("Spread of the repeats", &out.Spread)
	w.warn(out.Warnings)
	w.next(out.Next)
}

// gapIn is a running clearance at several places: at each the thickest leaf that goes and
// the thinnest that does not, or a value read directly, for which the graduation is needed.
// Leaves are those at hand; a common set where none are given.
type gapIn struct {
	gauge.GapForm
	// At hand, in any order.
	Leaves []quantity.Typed `json:"leaves"`
	Limit  *limitIn         `json:"limit"`
	// as-found, where nobody says, or as-built.
	Phase string `json:"phase"`
	mpeIn
}

// placeOut is one place, lengths in micrometres: the clearance lies from low, included, to
// high, not included; both are the same where it was read.
type placeOut struct {
	At       string           `json:"at"`
	Low      quantity.Length  `json:"low_um"`
	High     quantity.Length  `json:"high_um"`
	Result   judge.GapResult  `json:"result"`
	NextLeaf *quantity.Length `json:"next_leaf_um"`
}

// gapOut is the clearance over all places, in micrometres. Spread is highest − lowest of the
// middles: tilt, or an uneven impeller.
type gapOut struct {
	Positions []placeOut      `json:"positions"`
	Lowest    quantity.Length `json:"lowest_um"`
	Highest   quantity.Length `json:"highest_um"`
	Spread    quantity.Length `json:"spread_um"`
	Result    judge.Result    `json:"result"`
	Warnings  []string        `json:"warnings"`
	Next      []judge.Next    `json:"next"`

	bounds judge.Bounds
}

// solve judges each place and all of them together. A bracket is within where both of its
// ends are, tight or wide where all of it is, else undecided, with the leaf that would settle
// it. Errors name positions[i] with go, no_go or value.
func (in gapIn) solve(r *gauge.Reader) (answer, error) {
	gaps, graduation := r.Gaps(in.GapForm)
	leaves := r.Lengths("leaves", in.Leaves)
	for i, leaf := range leaves {
		if leaf <= 0 && len(r.Errors) == 0 {
			r.Errors.Add(fmt.Sprintf("leaves[%d]", i), fmt.Errorf("must be thicker than nothing"))
		}
	}
	mpe, bounds := in.mpeIn.read(r), in.Limit.bounds(r)
	r.Errors.Add("phase", checkPhase(in.Phase))
	if err := r.Errors.Err(); err != nil {
		return nil, err
	}
	if err := gauge.CheckError(mpe); err != nil {
		return nil, err
	}
	x, err := gauge.Clearance(gaps)
	if err != nil {
		return nil, err
	}
	if len(leaves) == 0 && r.Unit != "" { // on a screen the usual set is at hand
		leaves = gauge.Leaves(r.Unit)
	}
	judged := judge.Gaps(gaps, gauge.DirectUncertainty(graduation, mpe), bounds, leaves,
		in.Phase == asBuilt)
	places := make([]placeOut, len(judged.Places))
	for i, p := range judged.Places {
		places[i] = placeOut{p.At, p.Low, p.High, p.Result, p.NextLeaf}
	}
	return &gapOut{places, x.Lowest, x.Highest, x.Spread, judged.Result, list(judged.Warnings),
		list(judge.NextGaps(judged, graduation, mpe, bounds)), bounds}, nil
}

// say names the places that are tight, wide or undecided, and the next leaf of each.
func (out *gapOut) say(w *Words) {
	w.measure("Smallest clearance", out.Lowest)
	w.Verdict = string(out.Result)
	w.Headline = quantity.Plainly(gapHeadlines[out.Result])
	w.row("Limit", out.bounds.Say(w.say))
	w.length("Largest", &out.Highest)
	w.length("Spread, tilt or uneven", &out.Spread)
	for _, p := range out.Positions {
		if p.Result == judge.Tight || p.Result == judge.Wide {
			w.line("Too %s at %s.", p.Result, p.At)
		}
	}
	for _, code := range out.Warnings {
		if code != judge.LeavesTooCoarse { // said below with its place
			w.warn([]string{code})
		}
	}
	w.next(out.Next)
}

var gapHeadlines = map[judge.Result]string{
	judge.Within: "Within everywhere", judge.Close: "Within, but close to the limit", judge.Out: "Out of limit",
	judge.Undecided: "Not settled yet", judge.NoLimit: "No limit known, nothing is judged",
}
