package calc

import (
	"fmt"

	"settle/core/field"
	"settle/core/gauge"
	"settle/core/judge"
	"settle/core/quantity"
	"settle/core/rotor"
)

// What a shaft and its impeller are worth by themselves: where its run-out comes from, how
// stiff it is, what unbalance may stay.

// bendIn are run-outs along a shaft: at least three places on the shaft itself, each with its
// size and where its high spot is. Lengths along the shaft grow towards the impeller.
type bendIn struct {
	Graduation quantity.Typed `json:"graduation"`
	// Where the two bearings sit.
	Bearings []quantity.Typed `json:"bearings"`
	Stations []stationIn      `json:"stations"`
	Limit    *limitIn         `json:"limit"`
}

// stationIn is one place along a shaft.
type stationIn struct {
	Z     quantity.Typed `json:"z"`
	Size  quantity.Typed `json:"size"`
	Clock string         `json:"clock"`
	Deg   *float64       `json:"deg"`
	// shaft, where nobody says, or sleeve.
	Part string `json:"part"`
}

// bendOut is where the run-out comes from, lengths in micrometres; null what does not apply.
type bendOut struct {
	Largest quantity.Length `json:"largest_um"`
	// true, sleeve, seat-at, bend or unclear.
	Result   rotor.Cause      `json:"result"`
	Residual *quantity.Length `json:"residual_um"`
	// first, second or both.
	Seat       *string             `json:"seat"`
	AtBearings *[2]quantity.Length `json:"at_bearings_um"`
	// The stretch in which it may be bent, its middle, the kink and the way its ends go.
	From     *quantity.Length `json:"bend_from_um"`
	To       *quantity.Length `json:"bend_to_um"`
	At       *quantity.Length `json:"bend_at_um"`
	MmPerM   *float64         `json:"kink_mm_per_m"`
	Deg      *float64         `json:"kink_deg"`
	Jump     *quantity.Length `json:"jump_um"`
	Verdict  verdictOut       `json:"verdict"`
	Warnings []string         `json:"warnings"`

	verdict judge.Verdict
	bounds  judge.Bounds
}

// solve lays a straight line and a kink through the vectors of the run-outs by least squares;
// what fits within max(2·g, 0.15 × the largest) tells the cause. Rests on geometry: a straight
// shaft on a seat off centre shows a line, a bent one true at both bearings a kink. The largest
// is judged; U = g·√(2/3). Errors name bearings, stations or stations[i].
func (in bendIn) solve(r *gauge.Reader) (answer, error) {
	line := rotor.Line{Graduation: r.Needed("graduation", in.Graduation)}
	if len(in.Bearings) != 2 {
		r.Errors.Add("bearings", fmt.Errorf("has %d places: write where the two bearings sit", len(in.Bearings)))
	} else {
		copy(line.Bearings[:], r.Lengths("bearings", in.Bearings))
	}
	for i, s := range in.Stations {
		path := field.At("stations", i)
		station := rotor.Station{Z: r.Needed(path+".z", s.Z), Size: r.Needed(path+".size", s.Size),
			Degrees: angle(r, path, s.Clock, s.Deg), Sleeve: s.Part == "sleeve"}
		if s.Part != "" && s.Part != "shaft" && s.Part != "sleeve" {
			r.Errors.Add(path+".part", fmt.Errorf("is %q: write shaft or sleeve", s.Part))
		}
		line.Stations = append(line.Stations, station)
	}
	bounds := in.Limit.bounds(r)
	if err := r.Errors.Err(); err != nil {
		return nil, err
	}
	x, err := line.Run()
	if err != nil {
		return nil, err
	}
	v, warnings := fine(judge.Length(x.Largest, gauge.DifferenceUncertainty(line.Graduation, 0), bounds), bounds,
		x.Warnings)
	out := &bendOut{Largest: x.Largest, Result: x.Cause, Residual: x.Residual, AtBearings: x.AtBearings, From: x.From,
		To: x.To, At: x.At, MmPerM: x.MmPerM, Deg: x.Deg, Jump: x.Jump, Verdict: verdict(v), Warnings: warnings,
		verdict: v, bounds: bounds}
	if x.Seat != "" {
		out.Seat = &x.Seat
	}
	return out, nil
}

// say names the cause, and where to look.
func (out *bendOut) say(w *Words) {
	w.measure("Largest run-out", out.Largest)
	w.row("It comes from", quantity.Plainly(out.cause()))
	switch out.Result {
	case rotor.SeatAt:
		w.row("At the bearings", w.say("%s and %s", out.AtBearings[0], out.AtBearings[1]))
	case rotor.Bend:
		from, to := far(*out.From), far(*out.To)
		w.row("Bent between", quantity.Sentence{Thou: from.Thou + " and " + to.Thou, Mm: from.Mm + " and " + to.Mm})
		w.size("Most likely at", out.At)
		w.row("How sharp", quantity.Plainly(number(*out.MmPerM, 3)+" mm per m"))
		w.row("Its ends go towards", quantity.Plainly(gauge.DegreesClock(*out.Deg)+" o'clock"))
	}
	w.length("Off that line by", out.Residual)
	w.length("The sleeve is off the shaft by", out.Jump)
	w.judged(out.verdict, out.bounds)
	w.warn(out.Warnings)
	w.warnAs(out.Warnings, map[string]string{
		rotor.Either:      "A bend and a seat off centre fit both: read one place more, outside the bearings.",
		rotor.FewStations: "Three places are the least: a fourth tells a bend from a seat.",
		rotor.SleeveToo:   "The sleeve is off as well: take it off and read the shaft under it.",
	})
}

// seatOff names the seats that throw the shaft out.
var seatOff = map[string]string{
	rotor.FirstSeat:  "the seat of the first bearing, off centre",
	rotor.SecondSeat: "the seat of the second bearing, off centre",
	rotor.BothSeats:  "both bearing seats, off centre",
}

// cause says in words where the run-out comes from.
func (out *bendOut) cause() string {
	switch out.Result {
	case rotor.True:
		return "nothing: the shaft is true at every place"
	case rotor.Sleeve:
		return "the sleeve, the shaft is true"
	case rotor.Bend:
		return "a bent shaft"
	case rotor.SeatAt:
		return seatOff[*out.Seat]
	}
	return "neither a bend nor a seat: read again, and at one place more"
}

// stiffnessIn is a shaft that carries its impeller beyond its bearings.
type stiffnessIn struct {
	// From the inboard bearing to the impeller; the solid shaft under the sleeve.
	Overhang quantity.Typed `json:"overhang"`
	Diameter quantity.Typed `json:"diameter"`
	// Between the bearings, and the radial force at the impeller: both or neither.
	Span     quantity.Typed `json:"span"`
	Force    *float64       `json:"force_n"`
	ForceLbf *float64       `json:"force_lbf"`
	// From the inboard bearing to the seal; needs the force.
	Seal  quantity.Typed `json:"seal"`
	Limit *maxIn         `json:"limit"`
}

// stiffnessOut is L³/D⁴ per inch and per mm, and the deflections in micrometres; null without
// a force.
type stiffnessOut struct {
	PerInch float64 `json:"per_in"`
	PerMM   float64 `json:"per_mm"`
	// stiff, middling or slender: a rule of thumb.
	Guide      rotor.Guide      `json:"guide"`
	AtImpeller *quantity.Length `json:"at_impeller_um"`
	AtSeal     *quantity.Length `json:"at_seal_um"`
	Verdict    *verdictOut      `json:"verdict"`
	LimitFrom  string           `json:"limit_from"`
	Warnings   []string         `json:"warnings"`

	verdict judge.Verdict
	bounds  judge.Bounds
}

// The general limit of a deflection at the seal, after ISO 13709, and how far a force that was
// guessed may be off.
const (
	deflection = 50 * quantity.Micrometre
	guessed    = 0.2
)

// solve takes a uniform solid shaft on stiff bearings under a static load, E = 200,000 N/mm².
// U is a fifth of the deflection: the force is a guess. Errors name the field.
func (in stiffnessIn) solve(r *gauge.Reader) (answer, error) {
	o := rotor.Overhang{Length: r.Needed("overhang", in.Overhang), Diameter: r.Needed("diameter", in.Diameter),
		Span: r.Optional(gauge.Named("span"), in.Span), Seal: r.Optional(gauge.Named("seal"), in.Seal),
		Force: either(r, "", "force_n", "force_lbf", in.Force, in.ForceLbf, times(poundForce))}
	bounds, from := in.Limit.read(r, deflection)
	if err := r.Errors.Err(); err != nil {
		return nil, err
	}
	x, err := o.Run()
	if err != nil {
		return nil, err
	}
	out := &stiffnessOut{PerInch: round(x.PerInch, 3), PerMM: round(x.PerMM, 5), Guide: x.Guide, LimitFrom: fromNone,
		Warnings: []string{}, bounds: bounds}
	if out.AtImpeller, err = nanometres("force_n", x.AtImpeller); err != nil {
		return nil, err
	}
	if out.AtSeal, err = nanometres("force_n", x.AtSeal); err != nil {
		return nil, err
	}
	if out.AtSeal != nil {
		out.verdict = judge.Length(*out.AtSeal, gauge.Uncertainty(guessed**x.AtSeal), bounds)
		v := verdict(out.verdict)
		out.Verdict, out.LimitFrom = &v, from
	}
	return out, nil
}

// nanometres is a length that was worked out; one beyond any pump is an error.
func nanometres(name string, nm *float64) (*quantity.Length, error) {
	if nm == nil {
		return nil, nil
	}
	if !(*nm <= float64(quantity.MaxLength)) {
		return nil, field.Errorf(name, "comes to more than a kilometre: look at the units")
	}
	l := quantity.Length(*nm + 0.5)
	return &l, nil
}

// say tells the ratio, and the deflection at the seal where there is a force.
func (out *stiffnessOut) say(w *Words) {
	ratio := quantity.Sentence{Thou: number(out.PerInch, 1) + " per in", Mm: number(out.PerMM, 3) + " per mm"}
	if out.AtSeal == nil {
		w.main("L³/D⁴", ratio)
		w.Headline = quantity.Plainly("As a guide: " + string(out.Guide))
	} else {
		w.measure("Deflection at the seal", *out.AtSeal)
		w.judged(out.verdict, out.bounds)
		w.limitFrom(out.LimitFrom)
		w.row("L³/D⁴", ratio)
		w.row("As a guide", quantity.Plainly(string(out.Guide)))
	}
	w.length("Deflection at the impeller", out.AtImpeller)
	w.plain("A uniform shaft on stiff bearings, at rest: bearings that give and a shaft with steps bend more.")
}

// balanceIn is a rotor with one or two planes where weight is taken off.
type balanceIn struct {
	Mass   *float64       `json:"mass_kg"`
	MassLb *float64       `json:"mass_lb"`
	Speed  *float64       `json:"speed_rpm"`
	Grade  *float64       `json:"grade"`
	Planes []planeIn      `json:"planes"`
	Bore   quantity.Typed `json:"bore_clearance"`
	// How far the balancing machine may be off, 10 where nobody says.
	Error *float64 `json:"error_percent"`
}

// planeIn is one plane: with two, its distance from the centre of mass; what stays there in
// grams at the radius, or in g·mm.
type planeIn struct {
	At          string         `json:"at"`
	Radius      quantity.Typed `json:"radius"`
	Distance    quantity.Typed `json:"distance"`
	Residual    *float64       `json:"residual_g"`
	ResidualGMM *float64       `json:"residual_g_mm"`
}

// planeOut is what a plane may have, in g·mm and in grams at its radius.
type planeOut struct {
	At       string        `json:"at"`
	Share    float64       `json:"share"`
	GMM      float64       `json:"g_mm"`
	Grams    float64       `json:"g"`
	Residual *float64      `json:"residual_g_mm"`
	Verdict  numberVerdict `json:"verdict"`
}

// balanceOut is what unbalance may stay: e in µm, the rest in g·mm.
type balanceOut struct {
	Eccentricity float64      `json:"e_um"`
	Total        float64      `json:"total_g_mm"`
	Planes       []planeOut   `json:"planes"`
	Result       judge.Result `json:"result"`
	Fit          *float64     `json:"fit_g_mm"`
	Warnings     []string     `json:"warnings"`
}

// defaultError is how far a balancing machine may be off, in percent: general.
const defaultError = 10.0

// solve works out e = G/ω and m·e by ISO 21940-11, and judges what stays in each plane; U is a
// share of what it may have. With two planes and one measured nothing passes. Errors name the
// field.
func (in balanceIn) solve(r *gauge.Reader) (answer, error) {
	listed(r, "planes", len(in.Planes))
	mass := either(r, "", "mass_kg", "mass_lb", in.Mass, in.MassLb, times(pound))
	b := rotor.Balance{Mass: needed(r, "", "mass_kg", mass, "the mass of what turns"),
		Speed:         needed(r, "", "speed_rpm", in.Speed, "turns a minute"),
		Grade:         needed(r, "", "grade", in.Grade, "the balance grade in mm/s, such as 6.3 or 2.5"),
		BoreClearance: r.Optional(gauge.Named("bore_clearance"), in.Bore)}
	share := defaultError
	if in.Error != nil {
		share = *in.Error
	}
	if !(share >= 0 && share <= 50) {
		r.Errors.Add("error_percent", fmt.Errorf("is %g: write percent, 0 to 50", share))
	}
	for i, p := range in.Planes {
		path := field.At("planes", i)
		plane := rotor.Plane{At: p.At, Radius: r.Needed(path+".radius", p.Radius),
			Distance: r.Optional(gauge.Named(path+".distance"), p.Distance)}
		inMM := times(float64(plane.Radius) / float64(quantity.Millimetre))
		if plane.Residual = p.ResidualGMM; p.Residual != nil {
			if p.ResidualGMM != nil {
				r.Errors.Add(path+".residual_g_mm", fmt.Errorf("stands beside residual_g: give one of them"))
			}
			stays := inMM(*p.Residual)
			plane.Residual = &stays
		}
		b.Planes = append(b.Planes, plane)
	}
	if err := r.Errors.Err(); err != nil {
		return nil, err
	}
	x, err := b.Run()
	if err != nil {
		return nil, err
	}
	return balanced(b, x, share/100), nil
}

// balanced judges what stays; error is a share.
func balanced(b rotor.Balance, x rotor.Unbalance, off float64) *balanceOut {
	out := &balanceOut{Eccentricity: round(x.Eccentricity, 3), Total: round(x.Total, 3), Result: judge.NoLimit,
		Warnings: []string{}}
	measured := 0
	for i, s := range x.Planes {
		p := planeOut{At: b.Planes[i].At, Share: round(s.Share, 3), GMM: round(s.GMM, 3), Grams: round(s.Grams, 3),
			Verdict: numberVerdict{result: judge.NoLimit}}
		if stays := b.Planes[i].Residual; stays != nil {
			rounded := round(*stays, 3)
			p.Residual, p.Verdict = &rounded, judgeNumber(*stays, off*s.GMM, &s.GMM, "g_mm")
			if measured++; measured == 1 || p.Verdict.result.Heavier(out.Result) {
				out.Result = p.Verdict.result
			}
		}
		out.Planes = append(out.Planes, p)
	}
	if measured == 1 && len(x.Planes) == 2 {
		out.Result, out.Warnings = out.Result.Capped(), append(out.Warnings, oneMeasured)
	}
	if x.Fit != nil {
		fit := round(*x.Fit, 3)
		if out.Fit = &fit; *x.Fit > x.Total {
			out.Warnings = append([]string{looseOnShaft}, out.Warnings...)
		}
	}
	return out
}

// The warnings of a balance, as codes.
const (
	looseOnShaft = "loose-on-shaft"
	oneMeasured  = "one-measured"
)

// stays says how what stays stands to what may stay.
var stays = map[judge.Result]string{
	judge.NoLimit:   "No plane measured: this is what may stay",
	judge.Out:       "Too much stays: balance it",
	judge.Close:     "Within, but close to what may stay",
	judge.Within:    "Within its grade",
	judge.Undecided: "Undecided: measure the other plane too",
}

// say tells what may stay in each plane.
func (out *balanceOut) say(w *Words) {
	w.main("May stay in all", quantity.Plainly(number(out.Total, 1)+" g·mm"))
	w.Verdict, w.Headline = string(out.Result), quantity.Plainly(stays[out.Result])
	for _, p := range out.Planes {
		w.row(p.At+" may have", quantity.Plainly(number(p.GMM, 1)+" g·mm, "+number(p.Grams, 2)+" g at its radius"))
		if p.Residual != nil {
			w.row(p.At+" has", quantity.Plainly(number(*p.Residual, 1)+" g·mm"))
		}
	}
	if out.Fit != nil {
		w.row("Sitting to one side of its bore", quantity.Plainly(number(*out.Fit, 1)+" g·mm"))
	}
	w.warnAs(out.Warnings, map[string]string{
		looseOnShaft: "It sits so loose on its shaft that its grade is lost when it is mounted.",
		oneMeasured:  "One of two planes was measured: nothing passes on that.",
	})
}
