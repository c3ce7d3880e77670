package calc

import (
	"fmt"

	"settle/core/field"
	"settle/core/gauge"
	"settle/core/judge"
	"settle/core/quantity"
)

type lengthIn struct {
	Text string        `json:"text"`
	Unit quantity.Unit `json:"unit"`
}

type lengthOut struct {
	Um   quantity.Length `json:"um"`
	Thou raw             `json:"thou"`
	Mm   raw             `json:"mm"`
}

// raw is a number already written out.
type raw string

func (r raw) MarshalJSON() ([]byte, error) { return []byte(r), nil }

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

func (out lengthOut) say(w *Words) {
	w.main("Length", quantity.Sentence{Thou: string(out.Thou) + " thou", Mm: string(out.Mm) + " mm"})
	w.row("Inch", quantity.Plainly(out.Um.Exact(quantity.UnitInch)+" in"))
	w.row("Thou", quantity.Plainly(string(out.Thou)+" thou"))
	w.row("Millimetres", quantity.Plainly(string(out.Mm)+" mm"))
	w.row("Micrometres", quantity.Plainly(out.Um.Exact(quantity.UnitMicrometre)+" µm"))
}

type runoutIn struct {
	gauge.DialForm
	Surface       gauge.Surface   `json:"surface"`
	Indicator     gauge.Indicator `json:"indicator"`
	SweepDiameter quantity.Typed  `json:"sweep_diameter"`
	FaceDiameter  quantity.Typed  `json:"face_diameter"`
	Limit         *limitIn        `json:"limit"`
}

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
	Verdict      verdictOut       `json:"verdict"`
	Warnings     []string         `json:"warnings"`
	Next         []judge.Next     `json:"next"`

	dial    gauge.Dial
	run     gauge.Runout
	verdict judge.Verdict
	bounds  judge.Bounds
}

func (in runoutIn) solve(r *gauge.Reader) (answer, error) {
	d := r.Dial(in.DialForm)
	d.Surface, d.Indicator = in.Surface, in.Indicator
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
	v := judge.Length(x.Measured(), x.Uncertainty, bounds)
	return &runoutOut{
		TIR: x.TIR, Fitted: x.Fitted, Judged: x.Judged, Eccentricity: x.Eccentricity,
		CentreDeg: x.CentreDeg, HighDeg: x.HighDeg, SumRule: x.SumRule, Closure: x.Closure, Form: x.Form,
		Tilt: x.Tilt, AtFace: x.AtFace, Verdict: verdict(v), Warnings: list(x.Warnings), Next: list(judge.NextDial(d, x, v)),
		dial: d, run: x, verdict: v, bounds: bounds,
	}, nil
}

func (out *runoutOut) say(w *Words) {
	name := map[gauge.Surface]string{gauge.Rim: "Run-out, TIR", gauge.Bore: "Concentricity, TIR",
		gauge.Face: "Face, total reading"}[out.dial.Surface]
	w.measure(name, out.run.Measured())
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
	w.length("(12 + 6) − (3 + 9)", out.SumRule)
	w.length("Back to start, change", out.Closure)
	if out.Tilt != nil {
		w.row("Tilt", quantity.Plainly(number(*out.Tilt, 3)+" mm per m"))
	}
	w.warn(out.Warnings)
	w.next(out.Next)
}

type floatIn struct {
	gauge.FloatForm
	Limit *limitIn `json:"limit"`
}

type floatOut struct {
	Mean     quantity.Length `json:"mean_um"`
	Spread   quantity.Length `json:"spread_um"`
	Verdict  verdictOut      `json:"verdict"`
	Warnings []string        `json:"warnings"`
	Next     []judge.Next    `json:"next"`

	verdict judge.Verdict
	bounds  judge.Bounds
}

func (in floatIn) solve(r *gauge.Reader) (answer, error) {
	trials, graduation := r.Trials(in.FloatForm)
	bounds := in.Limit.bounds(r)
	if err := r.Errors.Err(); err != nil {
		return nil, err
	}
	x, err := gauge.Play(trials, graduation)
	if err != nil {
		return nil, err
	}
	v := judge.Length(x.Mean, x.Uncertainty, bounds)
	return &floatOut{x.Mean, x.Spread, verdict(v), list(x.Warnings), list(judge.NextPlay(trials, graduation, x, v)), v,
		bounds}, nil
}

func (out *floatOut) say(w *Words) {
	w.measure("Play, mean", out.Mean)
	w.judged(out.verdict, out.bounds)
	w.length("Spread of the repeats", &out.Spread)
	w.warn(out.Warnings)
	w.next(out.Next)
}

type gapIn struct {
	gauge.GapForm
	Leaves []quantity.Typed `json:"leaves"`
	Limit  *limitIn         `json:"limit"`
}

type placeOut struct {
	At       string           `json:"at"`
	Low      quantity.Length  `json:"low_um"`
	High     quantity.Length  `json:"high_um"`
	Result   judge.GapResult  `json:"result"`
	NextLeaf *quantity.Length `json:"next_leaf_um"`
}

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

func (in gapIn) solve(r *gauge.Reader) (answer, error) {
	gaps, graduation := r.Gaps(in.GapForm)
	leaves := r.Lengths("leaves", in.Leaves)
	for i, leaf := range leaves {
		if leaf <= 0 && len(r.Errors) == 0 {
			r.Errors.Add(fmt.Sprintf("leaves[%d]", i), fmt.Errorf("must be thicker than nothing"))
		}
	}
	bounds := in.Limit.bounds(r)
	if err := r.Errors.Err(); err != nil {
		return nil, err
	}
	x, err := gauge.Clearance(gaps)
	if err != nil {
		return nil, err
	}
	if len(leaves) == 0 && r.Unit != "" { // on a screen the usual set is at hand
		leaves = gauge.Leaves(r.Unit)
	}
	judged := judge.Gaps(gaps, gauge.DirectUncertainty(graduation), bounds, leaves)
	places := make([]placeOut, len(judged.Places))
	for i, p := range judged.Places {
		places[i] = placeOut{p.At, p.Low, p.High, p.Result, p.NextLeaf}
	}
	return &gapOut{places, x.Lowest, x.Highest, x.Spread, judged.Result, list(judged.Warnings),
		list(judge.NextGaps(judged, graduation, bounds)), bounds}, nil
}

func (out *gapOut) say(w *Words) {
	w.measure("Smallest clearance", out.Lowest)
	w.Verdict = string(out.Result)
	w.Headline = quantity.Plainly(map[judge.Result]string{
		judge.Within: "Within everywhere", judge.Close: "Within, but close to the limit", judge.Out: "Out of limit",
		judge.Undecided: "Not settled yet", judge.NoLimit: "No limit known, nothing is judged",
	}[out.Result])
	w.row("Limit", out.bounds.Say(w.say))
	w.length("Largest", &out.Highest)
	w.length("Spread, tilt or uneven", &out.Spread)
	for _, p := range out.Positions {
		if p.Result == judge.Tight || p.Result == judge.Wide {
			w.line("Too " + string(p.Result) + " at " + p.At + ".")
		}
	}
	for _, code := range out.Warnings {
		if code != judge.LeavesTooCoarse { // said below with its place
			w.warn([]string{code})
		}
	}
	w.next(out.Next)
}

type ringIn struct {
	Bore       []quantity.Typed `json:"bore"`
	Hub        []quantity.Typed `json:"hub"`
	New        quantity.Typed   `json:"new"`
	Factor     *float64         `json:"factor"`
	Graduation quantity.Typed   `json:"graduation"`
}

type ringOut struct {
	Clearance quantity.Length `json:"clearance_um"`
	Limit     quantity.Length `json:"limit_um"`
	BoreOval  quantity.Length `json:"bore_oval_um"`
	HubOval   quantity.Length `json:"hub_oval_um"`
	Verdict   verdictOut      `json:"verdict"`

	factor  float64
	verdict judge.Verdict
	next    []judge.Next
}

// maxFactor bounds how often the new clearance may be worn away.
const maxFactor = 100

func (in ringIn) solve(r *gauge.Reader) (answer, error) {
	bore, hub := r.Lengths("bore", in.Bore), r.Lengths("hub", in.Hub)
	fresh, graduation := r.Needed("new", in.New), r.Needed("graduation", in.Graduation)
	factor := judge.RingFactor
	if in.Factor != nil {
		factor = *in.Factor
	}
	if err := r.Errors.Err(); err != nil {
		return nil, err
	}
	if fresh <= 0 {
		return nil, field.Errorf("new", "must be greater than zero: the diametral clearance of new rings")
	}
	if !(factor > 0 && factor <= maxFactor) {
		return nil, field.Errorf("factor", "is %g: write how many times the new clearance is allowed, such as 2", factor)
	}
	x, err := gauge.RingClearance(bore, hub, graduation)
	if err != nil {
		return nil, err
	}
	limit := judge.RingBounds(fresh, factor)
	v := judge.Length(x.Clearance, x.Uncertainty, limit)
	return &ringOut{x.Clearance, *limit.Max, x.BoreOval, x.HubOval, verdict(v), factor, v,
		judge.NextPlay(make([]gauge.Trial, 3), graduation, gauge.Float{}, v)}, nil
}

func (out *ringOut) say(w *Words) {
	w.measure("Diametral clearance", out.Clearance)
	w.judged(out.verdict, judge.Bounds{Max: &out.Limit})
	w.row("Limit from", quantity.Plainly(number(out.factor, 2)+" × the new clearance"))
	w.length("Oval, bore", &out.BoreOval)
	w.length("Oval, hub", &out.HubOval)
	if out.Clearance < 0 {
		w.line("The hub is larger than the bore: look at the readings and their units.")
	}
	if out.verdict.Result == judge.Out {
		w.line("Past the limit the ring goes: replace it, or bush it back to size.")
	}
	w.next(out.next)
}

type dripIn struct {
	Taps  []float64 `json:"taps_s"`
	Limit *struct {
		Min *float64 `json:"min"`
		Max *float64 `json:"max"`
	} `json:"limit"`
}

type dripOut struct {
	PerMinute float64 `json:"per_minute"`
	Result    string  `json:"result"`
	Advice    string  `json:"advice"`

	rates gauge.Rates
}

func (in dripIn) solve(*gauge.Reader) (answer, error) {
	var rates gauge.Rates
	if in.Limit != nil {
		rates = gauge.Rates{Min: in.Limit.Min, Max: in.Limit.Max}
	}
	if err := rates.Check(); err != nil {
		return nil, err
	}
	rate, err := gauge.Drip(in.Taps)
	if err != nil {
		return nil, err
	}
	out := &dripOut{round(rate, 1), "within", "leave", rates}
	switch {
	case rates.Min == nil && rates.Max == nil:
		out.Result = string(judge.NoLimit)
	case rates.Min != nil && rate < *rates.Min:
		out.Result, out.Advice = "low", "slacken"
	case rates.Max != nil && rate > *rates.Max:
		out.Result, out.Advice = "high", "tighten"
	}
	return out, nil
}

func (out *dripOut) say(w *Words) {
	w.main("Drops a minute", quantity.Plainly(number(out.PerMinute, 1)))
	w.row("Limit", quantity.Plainly(out.rates.String()))
	switch out.Result {
	case "low":
		w.Verdict, w.Headline = string(judge.Out), quantity.Plainly("Too few drops: it will run dry")
		w.line("Slacken both gland nuts a flat, alike, and wait before counting again. Dry packing burns the shaft.")
	case "high":
		w.Verdict, w.Headline = string(judge.Out), quantity.Plainly("Too many drops")
		w.line("Tighten both gland nuts a flat, alike, and wait before counting again.")
	case "within":
		w.Verdict, w.Headline = string(judge.Within), quantity.Plainly("Drips as it should: leave it")
	default:
		w.Verdict, w.Headline = string(judge.NoLimit), quantity.Plainly("No limit known, nothing is judged")
	}
}
