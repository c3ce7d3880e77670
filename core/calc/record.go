package calc

import (
	"settle/core/gauge"
	"settle/core/judge"
	"settle/core/quantity"
)

// turnRecordIn is one whole turn, sampled by a digital indicator from the mark round to the mark
// again: 25 to 3601 samples; at, in degrees, where they are not evenly spaced.
type turnRecordIn struct {
	Graduation quantity.Typed `json:"graduation"`
	// rim, bore or face; fixed (the shaft turns under it) or turns.
	Surface   gauge.Surface    `json:"surface"`
	Indicator gauge.Indicator  `json:"indicator"`
	Samples   []quantity.Typed `json:"samples"`
	At        []float64        `json:"at"`
	Limit     *limitIn         `json:"limit"`
	// as-found, where nobody says, or as-built.
	Phase string `json:"phase"`
	mpeIn
}

// turnRecordOut is what the turn tells, lengths in micrometres and angles in degrees; null where it
// does not.
type turnRecordOut struct {
	TIR          quantity.Length  `json:"tir_um"`
	Closure      quantity.Length  `json:"closure_um"`
	Eccentricity *quantity.Length `json:"eccentricity_um"`
	HighDeg      *float64         `json:"high_deg"`
	CentreDeg    *float64         `json:"centre_deg"`
	Harmonics    gauge.Harmonics  `json:"harmonics"`
	Residual     quantity.Length  `json:"residual_rms_um"`
	// round, oval, three-lobed, rough or spot.
	Shape    gauge.Form   `json:"shape"`
	SpotDeg  *float64     `json:"spot_deg"`
	Count    int          `json:"count"`
	Phase    string       `json:"phase"`
	Verdict  verdictOut   `json:"verdict"`
	Warnings []string     `json:"warnings"`
	Next     []judge.Next `json:"next"`

	surface gauge.Surface
	verdict judge.Verdict
	bounds  judge.Bounds
}

// solve takes the drift off, fits three waves by least squares and judges highest less lowest;
// U = g·√(2/3). A turn that did not come back passes nothing. Errors name graduation, surface,
// indicator, samples, at, phase or limit.
func (in turnRecordIn) solve(r *gauge.Reader) (answer, error) {
	t := gauge.TurnRecord{Surface: in.Surface, Indicator: in.Indicator, At: in.At,
		Graduation: r.Needed("graduation", in.Graduation), Samples: r.Lengths("samples", in.Samples),
		MPE: in.mpeIn.read(r)}
	bounds := in.Limit.bounds(r)
	r.Errors.Add("phase", checkPhase(in.Phase))
	if err := r.Errors.Err(); err != nil {
		return nil, err
	}
	x, err := t.Read()
	if err != nil {
		return nil, err
	}
	v, next, warnings := judge.Turn(t, x, bounds)
	out := &turnRecordOut{TIR: x.TIR, Closure: x.Closure, Eccentricity: x.Eccentricity, HighDeg: x.HighDeg,
		CentreDeg: x.CentreDeg, Harmonics: x.Harmonics, Residual: x.Residual, Shape: x.Shape, SpotDeg: x.SpotDeg,
		Count: len(t.Samples) - 1, Phase: asFound, Verdict: verdict(v), Warnings: list(warnings), Next: list(next),
		surface: in.Surface, verdict: v, bounds: bounds}
	if in.Phase == asBuilt {
		out.Phase = asBuilt
	}
	return out, nil
}

// formWords say what a turn shows beside being off centre.
var formWords = map[gauge.Form]string{
	gauge.Round: "round", gauge.Oval: "oval", gauge.ThreeLobed: "three-lobed, the mark of a chuck",
	gauge.RoughTurned: "rough all round", gauge.SpotOn: "one spot: a burr, a keyway or dirt",
}

// say heads the words with the verdict on the total reading.
func (out *turnRecordOut) say(w *Words) {
	w.measure(surfaceNames[out.surface], out.TIR)
	w.judged(out.verdict, out.bounds)
	w.row("Shape", quantity.Plainly(formWords[out.Shape]))
	if out.SpotDeg != nil {
		w.row("The spot is at", quantity.Plainly(gauge.DegreesClock(*out.SpotDeg)+" o'clock"))
	}
	w.length("Off centre", out.Eccentricity)
	if out.HighDeg != nil {
		w.row("High spot", quantity.Plainly(gauge.DegreesClock(*out.HighDeg)+" o'clock"))
	}
	if out.CentreDeg != nil && out.surface == gauge.Bore {
		w.row("Centre lies towards", quantity.Plainly(gauge.DegreesClock(*out.CentreDeg)+" o'clock"))
	}
	w.length("Once round: off centre", &out.Harmonics.Once)
	w.length("Twice: oval", &out.Harmonics.Twice)
	w.length("Three times: three-lobed", &out.Harmonics.Thrice)
	w.length("Left beside them, RMS", &out.Residual)
	w.length("Last less first", &out.Closure)
	w.warn(out.Warnings)
	w.next(out.Next)
}
