package calc

import (
	"fmt"
	"slices"

	"settle/core/field"
	"settle/core/gauge"
	"settle/core/judge"
	"settle/core/quantity"
	"settle/core/setting"
)

// Clearances that are set: when it is hot, by a line shaft; and whether one is alike all round.

// growthIn is a shaft in its casing, its thrust bearing on the coupling side, and a running
// clearance or a seal along it.
type growthIn struct {
	// From the thrust bearing to the running clearance.
	Length quantity.Typed `json:"length"`
	Cold   *float64       `json:"cold_c"`
	ColdF  *float64       `json:"cold_f"`
	Shaft  *warmIn        `json:"shaft"`
	Casing *warmIn        `json:"casing"`
	// The window when it is hot, what was measured cold, and on which side it lies.
	Clearance *struct {
		Side     setting.Side   `json:"side"`
		Min      quantity.Typed `json:"min"`
		Max      quantity.Typed `json:"max"`
		Measured quantity.Typed `json:"measured"`
	} `json:"clearance"`
	Graduation quantity.Typed `json:"graduation"`
	// From the thrust bearing to the seal, its setting and on which side its head sits.
	Seal *struct {
		Length  quantity.Typed `json:"length"`
		Setting quantity.Typed `json:"setting"`
		Head    setting.Head   `json:"head"`
	} `json:"seal"`
}

// warmIn is the mean temperature of a part when it is hot, and its material or expansion.
type warmIn struct {
	C        *float64 `json:"c"`
	F        *float64 `json:"f"`
	Material string   `json:"material"`
	Alpha    *float64 `json:"alpha"`
}

// growthOut is how far the shaft moves towards the impeller in its casing, lengths in
// micrometres; null what was not asked.
type growthOut struct {
	Growth     quantity.Length  `json:"growth_um"`
	Cold       *coldOut         `json:"cold_um"`
	Hot        *quantity.Length `json:"hot_um"`
	Verdict    *verdictOut      `json:"verdict"`
	SealGrowth *quantity.Length `json:"seal_growth_um"`
	Mark       *quantity.Length `json:"mark_um"`
	Warnings   []string         `json:"warnings"`

	verdict judge.Verdict
	bounds  judge.Bounds
}

// coldOut is the window to set while it is cold.
type coldOut struct {
	Min *quantity.Length `json:"min,omitempty"`
	Max *quantity.Length `json:"max,omitempty"`
}

// roomTemperature is where a pump is measured unless somebody says otherwise, °C.
const roomTemperature = 20.0

// solve takes linear expansion, L·(α_shaft·ΔT_shaft − α_casing·ΔT_casing). The clearance hot
// is judged; U = g/√3. One that rubs hot is out whatever the limit. Errors name the field,
// such as shaft.material.
func (in growthIn) solve(r *gauge.Reader) (answer, error) {
	at := above(r, "length", in.Length)
	hot := setting.Hot{Cold: roomTemperature, Shaft: in.Shaft.warm(r, "shaft"), Casing: in.Casing.warm(r, "casing")}
	if cold := celsius(r, "", "cold_c", "cold_f", in.Cold, in.ColdF); cold != nil {
		hot.Cold = *cold
	}
	out := &growthOut{Warnings: []string{}}
	out.Growth = quantity.Length(roundHalf(hot.Growth(at)))
	if err := in.clearance(r, out); err != nil {
		return nil, err
	}
	if err := in.seal(r, hot, out); err != nil {
		return nil, err
	}
	return out, r.Errors.Err()
}

// warm reads a part; its material has no default.
func (in *warmIn) warm(r *gauge.Reader, path string) setting.Warm {
	if in == nil {
		need(r, path, "its temperature when it is hot, and its material")
		return setting.Warm{}
	}
	w := setting.Warm{Celsius: needed(r, path, "c", celsius(r, path, "c", "f", in.C, in.F), "its mean temperature, hot")}
	alpha, known := setting.Expansions[in.Material]
	switch {
	case in.Alpha != nil && in.Material != "":
		r.Errors.Add(path+".alpha", fmt.Errorf("stands beside material: give one of them"))
	case in.Alpha != nil:
		if w.Alpha = *in.Alpha; !(w.Alpha > 0 && w.Alpha <= 40) {
			r.Errors.Add(path+".alpha", fmt.Errorf("is %g: write 10⁻⁶ per K, over 0 to 40", w.Alpha))
		}
	case in.Material == "":
		need(r, path+".material", "steel, iron, chrome, duplex, stainless, bronze or aluminium, or give alpha")
	case !known:
		r.Errors.Add(path+".material", fmt.Errorf("is %q: write steel, iron, chrome, duplex, stainless, bronze or "+
			"aluminium, or give alpha", in.Material))
	default:
		w.Alpha = alpha
	}
	return w
}

// clearance works out the window to set cold, and judges what was measured.
func (in growthIn) clearance(r *gauge.Reader, out *growthOut) error {
	if in.Clearance == nil {
		return nil
	}
	c := in.Clearance
	out.bounds = judge.Bounds{Min: r.Optional(gauge.Named("clearance.min"), c.Min),
		Max: r.Optional(gauge.Named("clearance.max"), c.Max)}
	if out.bounds.Check() != nil {
		r.Errors.Add("clearance", fmt.Errorf("has its min over its max: the min is the smaller of the two"))
	}
	measured := atLeast(r, "clearance.measured", c.Measured)
	if measured == nil && out.bounds.Open() {
		need(r, "clearance.measured", "what was measured, or the window hot")
	}
	opens, err := c.Side.Opens(out.Growth)
	r.Errors.Add("", err)
	var graduation quantity.Length
	if measured != nil {
		graduation = above(r, "graduation", in.Graduation)
	}
	if err := r.Errors.Err(); err != nil {
		return err
	}
	if !out.bounds.Open() {
		out.Cold = &coldOut{}
		for _, end := range []struct {
			hot  *quantity.Length
			cold **quantity.Length
		}{{out.bounds.Min, &out.Cold.Min}, {out.bounds.Max, &out.Cold.Max}} {
			if end.hot == nil {
				continue
			}
			cold := *end.hot - opens
			if *end.cold = &cold; cold <= 0 && !slices.Contains(out.Warnings, setting.TouchesCold) {
				out.Warnings = append(out.Warnings, setting.TouchesCold)
			}
		}
	}
	if measured == nil {
		return nil
	}
	hot := *measured + opens
	var v verdictOut
	out.Hot = &hot
	out.verdict, v = outWhere(hot <= 0, judge.Length(hot, gauge.DirectUncertainty(graduation, 0), out.bounds))
	if hot <= 0 {
		out.Warnings = dedupe(append(out.Warnings, setting.RubsHot))
	} else {
		out.verdict, out.Warnings = fine(out.verdict, out.bounds, out.Warnings)
		v = verdict(out.verdict)
	}
	out.Verdict = &v
	return nil
}

// seal works out the mark to set cold.
func (in growthIn) seal(r *gauge.Reader, hot setting.Hot, out *growthOut) error {
	if in.Seal == nil {
		return nil
	}
	at, wanted := above(r, "seal.length", in.Seal.Length), above(r, "seal.setting", in.Seal.Setting)
	by := quantity.Length(roundHalf(hot.Growth(at)))
	mark, err := setting.ForShift(wanted, by, in.Seal.Head)
	r.Errors.Add("seal", err)
	out.SealGrowth, out.Mark = &by, &mark
	return r.Errors.Err()
}

// say tells what to set cold.
func (out *growthOut) say(w *Words) {
	w.measure("The shaft grows towards the impeller by", out.Growth)
	if out.Verdict != nil {
		w.judged(out.verdict, out.bounds)
		w.length("Clearance when hot", out.Hot)
	}
	if c := out.Cold; c != nil {
		w.length("Set cold, at least", c.Min)
		w.length("Set cold, at most", c.Max)
	}
	w.length("Growth at the seal", out.SealGrowth)
	w.size("Mark to set cold", out.Mark)
	w.warnAs(out.Warnings, map[string]string{
		setting.RubsHot:     "It rubs when it is hot.",
		setting.TouchesCold: "To have that clearance hot it would have to touch cold: it cannot be set so.",
	})
	w.plain("Expansions are general: ask the maker first. Mean temperatures count, not those of the liquid.")
}

// stretchIn is the line shaft of a deep well pump, hung at its head nut.
type stretchIn struct {
	// Of the water alone.
	Thrust    *float64       `json:"thrust_n"`
	ThrustLbf *float64       `json:"thrust_lbf"`
	Length    quantity.Typed `json:"length"`
	Diameter  quantity.Typed `json:"diameter"`
	// 200 where nobody says; stainless has 193.
	Modulus *float64       `json:"e_gpa"`
	Running quantity.Typed `json:"running"`
	Present quantity.Typed `json:"present"`
	Total   quantity.Typed `json:"total"`
	PerInch *float64       `json:"threads_per_inch"`
	Pitch   quantity.Typed `json:"pitch"`
}

// stretchOut is how far to raise the impellers, lengths in micrometres; null without present,
// total or pitch.
type stretchOut struct {
	Stretch   quantity.Length  `json:"stretch_um"`
	Raise     quantity.Length  `json:"raise_um"`
	Change    *quantity.Length `json:"change_um"`
	Direction *setting.Raising `json:"direction"`
	Turns     *float64         `json:"turns"`
	Above     *quantity.Length `json:"above_um"`
	Warnings  []string         `json:"warnings"`
}

// solve takes F·L/(E·A). Errors name the field.
func (in stretchIn) solve(r *gauge.Reader) (answer, error) {
	s := setting.LineShaft{
		Thrust: needed(r, "", "thrust_n", either(r, "", "thrust_n", "thrust_lbf", in.Thrust, in.ThrustLbf, times(poundForce)),
			"the thrust of the water"),
		Length: r.Needed("length", in.Length), Diameter: r.Needed("diameter", in.Diameter), Modulus: setting.SteelModulus,
		Running: r.Needed("running", in.Running), Present: r.Optional(gauge.Named("present"), in.Present),
		Total: r.Optional(gauge.Named("total"), in.Total), Pitch: pitch(r, in.Pitch, in.PerInch)}
	if in.Modulus != nil {
		s.Modulus = *in.Modulus
	}
	if err := r.Errors.Err(); err != nil {
		return nil, err
	}
	x, err := s.Run()
	if err != nil {
		return nil, err
	}
	out := &stretchOut{Stretch: x.Stretch, Raise: x.Raise, Change: x.Change, Above: x.Above, Warnings: list(x.Warnings)}
	if x.Direction != "" {
		out.Direction = &x.Direction
	}
	if x.Turns != nil {
		turns := round(*x.Turns, 4)
		out.Turns = &turns
	}
	return out, nil
}

// say tells how far to raise.
func (out *stretchOut) say(w *Words) {
	w.measure("Raise off the bottom", out.Raise)
	w.length("Of that the shaft stretches", &out.Stretch)
	if out.Direction != nil {
		w.Headline = w.say(map[setting.Raising]quantity.Format{setting.Raise: "Raise it by %s",
			setting.Lower:     "Lower it by %s",
			setting.StayThere: "Leave it, %s off"}[*out.Direction], out.Change.Abs())
	}
	if out.Turns != nil {
		w.row("Turns of the head nut", quantity.Plainly(number(*out.Turns, 2)))
	}
	w.size("Left above the impellers", out.Above)
	w.warnAs(out.Warnings, map[string]string{
		setting.NoRoom:    "Nothing is left above: the impellers would rub at the top.",
		setting.PastTotal: "It is said to stand higher than the whole lateral: measure both again.",
	})
}

// evennessIn are readings of a gap or a height that is to be alike: at named places, or at
// places on the circle.
type evennessIn struct {
	Graduation quantity.Typed `json:"graduation"`
	Readings   []struct {
		At     string         `json:"at"`
		Clock  string         `json:"clock"`
		Deg    *float64       `json:"deg"`
		Value  quantity.Typed `json:"value"`
		Before quantity.Typed `json:"before"`
	} `json:"readings"`
	Allowed quantity.Typed `json:"allowed"`
	mpeIn
}

// evennessOut is the spread and the tilt, lengths in micrometres, places by their index from
// 0; null without places on the circle, or without what stood before.
type evennessOut struct {
	Lowest    quantity.Length   `json:"lowest_um"`
	Highest   quantity.Length   `json:"highest_um"`
	Spread    quantity.Length   `json:"spread_um"`
	Mean      quantity.Length   `json:"mean_um"`
	LowestAt  int               `json:"lowest_at"`
	HighestAt int               `json:"highest_at"`
	Verdict   verdictOut        `json:"verdict"`
	Tilt      *quantity.Length  `json:"tilt_um"`
	OpenDeg   *float64          `json:"open_deg"`
	Moved     []quantity.Length `json:"moved_um"`
	Before    *quantity.Length  `json:"before_spread_um"`
	Better    *bool             `json:"better"`
	Warnings  []string          `json:"warnings"`

	names   [2]string
	verdict judge.Verdict
	bounds  judge.Bounds
}

// solve judges the spread, U = g·√(2/3); the tilt is 2·A of the circle fitted as for a
// run-out. Errors name readings[i].
func (in evennessIn) solve(r *gauge.Reader) (answer, error) {
	listed(r, "readings", len(in.Readings))
	graduation := r.Needed("graduation", in.Graduation)
	var readings []gauge.Even
	for i, x := range in.Readings {
		path := field.At("readings", i)
		one := gauge.Even{At: x.At, Value: r.Needed(path+".value", x.Value),
			Before: r.Optional(gauge.Named(path+".before"), x.Before)}
		if x.Clock != "" || x.Deg != nil {
			degrees := angle(r, path, x.Clock, x.Deg)
			one.Degrees = &degrees
		}
		readings = append(readings, one)
	}
	allowed, mpe := atLeast(r, "allowed", in.Allowed), in.mpeIn.read(r)
	if err := r.Errors.Err(); err != nil {
		return nil, err
	}
	x, err := gauge.EvennessOf(readings, graduation, mpe)
	if err != nil {
		return nil, err
	}
	bounds := judge.Bounds{Max: allowed}
	v, warnings := fine(judge.Length(x.Spread, x.Uncertainty, bounds), bounds, x.Warnings)
	out := &evennessOut{Lowest: x.Lowest, Highest: x.Highest, Spread: x.Spread, Mean: x.Mean, LowestAt: x.LowestAt,
		HighestAt: x.HighestAt, Verdict: verdict(v), Tilt: x.Tilt, OpenDeg: x.OpenDeg, Moved: x.Moved, Before: x.Before,
		Warnings: warnings, verdict: v, bounds: bounds}
	if x.Before != nil {
		better := x.Spread < *x.Before
		out.Better = &better
	}
	for i, at := range []int{x.LowestAt, x.HighestAt} {
		if out.names[i] = readings[at].At; readings[at].Degrees != nil {
			out.names[i] = gauge.DegreesClock(*readings[at].Degrees) + " o'clock"
		}
	}
	return out, nil
}

// say tells the spread and where it is open.
func (out *evennessOut) say(w *Words) {
	w.measure("Spread", out.Spread)
	w.judged(out.verdict, out.bounds)
	for i, end := range []struct {
		name  string
		value quantity.Length
	}{{"Lowest, at ", out.Lowest}, {"Highest, at ", out.Highest}} {
		w.length(end.name+out.names[i], &end.value)
	}
	w.length("Mean", &out.Mean)
	w.length("Tilt", out.Tilt)
	if out.OpenDeg != nil {
		w.row("Open at", quantity.Plainly(gauge.DegreesClock(*out.OpenDeg)+" o'clock"))
	}
	w.length("Spread before", out.Before)
	w.warnAs(out.Warnings, map[string]string{
		gauge.Worse:    "It is less even than before: go back and take up the other side.",
		gauge.AllMoved: "All places moved the same way: the whole part has shifted, or the gauge.",
	})
}

// roundHalf rounds halves away from zero.
func roundHalf(x float64) float64 { return round(x, 0) }
