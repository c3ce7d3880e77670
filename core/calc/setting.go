package calc

import (
	"fmt"

	"settle/core/field"
	"settle/core/gauge"
	"settle/core/judge"
	"settle/core/quantity"
	"settle/core/setting"
)

// settingIn is the position of a seal: its setting dimension from the datum with what was
// measured, the gland gap, the compression, and a shift of the shaft that is still to come,
// positive towards the impeller. Each group may be left out.
type settingIn struct {
	// The dimension from the datum to the mark, what it may be off, and what was measured.
	Setting   quantity.Typed `json:"setting"`
	Tolerance quantity.Typed `json:"tolerance"`
	Measured  quantity.Typed `json:"measured"`
	// The gap before the gland is drawn up, and the compression of the springs.
	Gland       *measuredIn `json:"gland_gap"`
	Compression *measuredIn `json:"compression"`
	// A shift of the shaft to come, and on which side of its seat the head sits.
	Shift quantity.Typed `json:"shift"`
	Head  setting.Head   `json:"head"`
	// One division of the gauge; needed with anything that was measured.
	Graduation quantity.Typed `json:"graduation"`
	mpeIn
}

// markOut is how far the mark is off the dimension it is held against, in micrometres, which
// way it has to go, told from the datum, and the verdict on it.
type markOut struct {
	Deviation quantity.Length `json:"deviation_um"`
	Against   quantity.Length `json:"against_um"`
	// nearer, farther or stay.
	Move    setting.Move `json:"move"`
	Verdict verdictOut   `json:"verdict"`
}

// glandOut is the verdict on the gland gap.
type glandOut struct {
	Verdict verdictOut `json:"verdict"`
}

// compressionOut is the compression after the shift, in micrometres.
type compressionOut struct {
	After   quantity.Length `json:"after_um"`
	Verdict verdictOut      `json:"verdict"`
}

// settingOut has a group for each that was asked for, lengths in micrometres.
type settingOut struct {
	Mark        *markOut        `json:"mark,omitempty"`
	Gland       *glandOut       `json:"gland,omitempty"`
	Compression *compressionOut `json:"compression,omitempty"`
	// The mark to set now, so that the seal is at its setting after the shift.
	ForShift *quantity.Length `json:"setting_for_shift_um,omitempty"`
	Warnings []string         `json:"warnings"`

	setting, shift *quantity.Length
	gap            quantity.Length
	verdicts       []judge.Verdict
	limits         [3]judge.Bounds // mark, gland, compression
}

// settingRead is what was typed, understood.
type settingRead struct {
	tolerance, measured, graduation *quantity.Length
	compression, mpe                quantity.Length
	uncertainty                     gauge.Uncertainty
}

// solve judges each group by its own limit; U = g/√3, one direct reading. A head on the
// impeller side goes with the shaft: its compression is measured − shift and its mark
// setting − shift; on the coupling side both are with a plus. A mark for a shift still to come
// is held against that mark; once the shaft has been moved the shift is left out.
func (in settingIn) solve(r *gauge.Reader) (answer, error) {
	out := &settingOut{setting: r.Optional(gauge.Named("setting"), in.Setting), shift: r.Optional(gauge.Named("shift"),
		in.Shift)}
	x := in.read(r, out)
	if err := r.Errors.Err(); err != nil {
		return nil, err
	}
	if err := in.check(x, out); err != nil {
		return nil, err
	}
	if x.graduation != nil {
		x.uncertainty = gauge.DirectUncertainty(*x.graduation, x.mpe)
	}
	if out.setting != nil && out.shift != nil {
		mark, err := setting.ForShift(*out.setting, *out.shift, in.Head)
		if err != nil {
			return nil, err
		}
		if out.ForShift = &mark; mark < 0 {
			return nil, field.Errorf("shift", "puts the mark behind its datum: look at the shift and on which side the head "+
				"sits")
		}
	}
	if x.measured != nil {
		if x.tolerance != nil {
			low := -*x.tolerance
			out.limits[0] = judge.Bounds{Min: &low, Max: x.tolerance}
		}
		against := *out.setting
		if out.ForShift != nil {
			against = *out.ForShift
		}
		off := setting.Deviation(*x.measured, against)
		out.Mark = &markOut{off, against, setting.MoveFor(off), out.weigh(off, x.uncertainty, out.limits[0], false)}
	}
	if in.Gland != nil {
		out.Gland = &glandOut{out.weigh(out.gap, x.uncertainty, out.limits[1], false)}
	}
	if in.Compression != nil {
		after := x.compression
		if out.shift != nil {
			var err error
			if after, err = setting.CompressionAfter(x.compression, *out.shift, in.Head); err != nil {
				return nil, err
			}
		}
		if after <= 0 {
			out.Warnings = append(out.Warnings, setting.Open)
		}
		out.Compression = &compressionOut{after, out.weigh(after, x.uncertainty, out.limits[2], after <= 0)}
	}
	out.Warnings = dedupe(out.Warnings)
	return out, nil
}

// read understands what was typed; what is wrong is gathered by r.
func (in settingIn) read(r *gauge.Reader, out *settingOut) (x settingRead) {
	x.tolerance = r.Optional(gauge.Named("tolerance"), in.Tolerance)
	x.measured = r.Optional(gauge.Named("measured"), in.Measured)
	if in.Gland != nil {
		out.gap, out.limits[1] = in.Gland.bounds(r, "gland_gap")
	}
	if in.Compression != nil {
		x.compression, out.limits[2] = in.Compression.bounds(r, "compression")
	}
	x.mpe = in.mpeIn.read(r)
	x.graduation = r.Optional(gauge.Named("graduation"), in.Graduation)
	if x.graduation == nil && (x.measured != nil || in.Gland != nil || in.Compression != nil) {
		r.Errors.Add("graduation", fmt.Errorf("is missing: the value of one division of the gauge, such as 1/64 in or "+
			"0.5 mm"))
	}
	return x
}

// check says what is missing of a question, or cannot be.
func (in settingIn) check(x settingRead, out *settingOut) error {
	switch {
	case out.setting == nil && x.measured == nil && in.Gland == nil && in.Compression == nil:
		return field.Errorf("setting", "is missing: give the setting dimension, a gland gap or a compression")
	case out.setting == nil && x.measured != nil:
		return field.Errorf("setting", "is missing: the dimension that measured is held against")
	case out.setting != nil && *out.setting < 0:
		return field.Errorf("setting", "is below zero: it is a distance from the datum")
	case x.measured != nil && *x.measured < 0:
		return field.Errorf("measured", "is below zero: it is a distance from the datum")
	case in.Gland != nil && out.gap < 0:
		return field.Errorf("gland_gap.measured", "is below zero: a gap is nothing or more")
	case x.tolerance != nil && *x.tolerance < 0:
		return field.Errorf("tolerance", "is below zero: write it without a sign, it goes both ways")
	case x.mpe < 0:
		return gauge.CheckError(x.mpe)
	case x.graduation != nil && *x.graduation <= 0:
		return field.Errorf("graduation", "must be greater than zero: the value of one division of the gauge")
	case in.Head != "" && in.Head != setting.ImpellerSide && in.Head != setting.CouplingSide:
		return field.Errorf("head", "is %q: write impeller-side or coupling-side", in.Head)
	case out.shift != nil && in.Head == "":
		return field.Errorf("head", "is missing: write impeller-side or coupling-side, where the head sits beside its seat")
	}
	return nil
}

// weigh judges a length and remembers the verdict: the heaviest heads the words. What is forced out
// is out whatever its limit.
func (out *settingOut) weigh(l quantity.Length, u gauge.Uncertainty, b judge.Bounds, forced bool) verdictOut {
	v, answered := outWhere(forced, judge.Length(l, u, b))
	if !forced {
		var coarse bool
		if v, coarse = v.Coarse(b); coarse {
			out.Warnings = append(out.Warnings, judge.TooCoarse)
		}
		answered = verdict(v)
	}
	out.verdicts = append(out.verdicts, v)
	return answered
}

// say heads the words with the heaviest verdict, and with the figure of the group asked for
// first.
func (out *settingOut) say(w *Words) {
	for i, v := range out.verdicts {
		if i == 0 || v.Result.Heavier(judge.Result(w.Verdict)) {
			w.Verdict, w.Headline = string(v.Result), v.Headline()
		}
	}
	switch {
	case out.Mark != nil:
		w.measure("Off the setting", out.Mark.Deviation)
	case out.Compression != nil:
		w.measure("Compression after", out.Compression.After)
	case out.Gland != nil:
		w.measure("Gland gap", out.gap)
	case out.ForShift != nil:
		w.measure("Mark to set now", *out.ForShift)
	default:
		w.measure("Setting", *out.setting)
	}
	w.length("Setting dimension", out.setting)
	if out.Mark != nil {
		if out.ForShift != nil {
			w.row("Held against the mark for the shift", w.say("%s", out.Mark.Against))
		}
		w.row("Mark, limit", out.limits[0].Say(w.say))
		switch {
		case out.Mark.Verdict.Result != judge.Out:
		case out.Mark.Move == setting.Farther:
			w.line("The mark is too near its datum. Set it %s farther from the datum.", -out.Mark.Deviation)
		default:
			w.line("The mark is too far from its datum. Set it %s nearer to the datum.", out.Mark.Deviation)
		}
	}
	if out.Gland != nil {
		w.length("Gland gap", &out.gap)
		w.row("Gland gap, limit", out.limits[1].Say(w.say))
	}
	if out.Compression != nil {
		w.length("Compression after the shift", &out.Compression.After)
		w.row("Compression, limit", out.limits[2].Say(w.say))
		if out.Compression.Verdict.Result == judge.Out {
			w.line("Moving the shaft has changed the compression: unlock the head and set it anew.")
		}
	}
	if out.ForShift != nil {
		w.length("Mark to set now, for the shift to come", out.ForShift)
	}
	w.warn(out.Warnings)
	w.warnAs(out.Warnings, map[string]string{setting.Open: facesApart})
}
