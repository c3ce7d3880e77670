package calc

import (
	"fmt"

	"settle/core/field"
	"settle/core/gauge"
	"settle/core/judge"
	"settle/core/quantity"
	"settle/core/setting"
)

type settingIn struct {
	Setting     quantity.Typed `json:"setting"`
	Tolerance   quantity.Typed `json:"tolerance"`
	Measured    quantity.Typed `json:"measured"`
	Gland       *measuredIn    `json:"gland_gap"`
	Compression *measuredIn    `json:"compression"`
	Shift       quantity.Typed `json:"shift"`
	Head        setting.Head   `json:"head"`
	Graduation  quantity.Typed `json:"graduation"`
}

type markOut struct {
	Deviation quantity.Length `json:"deviation_um"`
	Verdict   verdictOut      `json:"verdict"`
}

type glandOut struct {
	Verdict verdictOut `json:"verdict"`
}

type compressionOut struct {
	After   quantity.Length `json:"after_um"`
	Verdict verdictOut      `json:"verdict"`
}

type settingOut struct {
	Mark        *markOut         `json:"mark,omitempty"`
	Gland       *glandOut        `json:"gland,omitempty"`
	Compression *compressionOut  `json:"compression,omitempty"`
	ForShift    *quantity.Length `json:"setting_for_shift_um,omitempty"`

	setting, shift *quantity.Length
	gap            quantity.Length
	verdicts       []judge.Verdict
	limits         [3]judge.Bounds // mark, gland, compression
}

func (in settingIn) solve(r *gauge.Reader) (answer, error) {
	out := &settingOut{setting: r.Optional(gauge.Named("setting"), in.Setting), shift: r.Optional(gauge.Named("shift"),
		in.Shift)}
	tolerance := r.Optional(gauge.Named("tolerance"), in.Tolerance)
	measured := r.Optional(gauge.Named("measured"), in.Measured)
	var compression quantity.Length
	if in.Gland != nil {
		out.gap, out.limits[1] = in.Gland.bounds(r, "gland_gap")
	}
	if in.Compression != nil {
		compression, out.limits[2] = in.Compression.bounds(r, "compression")
	}
	graduation := r.Optional(gauge.Named("graduation"), in.Graduation)
	if graduation == nil && (measured != nil || in.Gland != nil || in.Compression != nil) {
		r.Errors.Add("graduation", fmt.Errorf("is missing: the value of one division of the gauge, such as 1/64 in or "+
			"0.5 mm"))
	}
	if err := r.Errors.Err(); err != nil {
		return nil, err
	}
	switch {
	case out.setting == nil && measured == nil && in.Gland == nil && in.Compression == nil:
		return nil, field.Errorf("setting", "is missing: give the setting dimension, a gland gap or a compression")
	case out.setting == nil && measured != nil:
		return nil, field.Errorf("setting", "is missing: the dimension that measured is held against")
	case out.setting != nil && *out.setting < 0:
		return nil, field.Errorf("setting", "is below zero: it is a distance from the datum")
	case tolerance != nil && *tolerance < 0:
		return nil, field.Errorf("tolerance", "is below zero: write it without a sign, it goes both ways")
	case graduation != nil && *graduation <= 0:
		return nil, field.Errorf("graduation", "must be greater than zero: the value of one division of the gauge")
	case in.Head != "" && in.Head != setting.ImpellerSide && in.Head != setting.CouplingSide:
		return nil, field.Errorf("head", "is %q: write impeller-side or coupling-side", in.Head)
	case out.shift != nil && in.Head == "":
		return nil, field.Errorf("head", "is missing: write impeller-side or coupling-side, where the head sits beside "+
			"its seat")
	}
	var u quantity.Length
	if graduation != nil {
		u = gauge.DirectUncertainty(*graduation)
	}
	weigh := func(l quantity.Length, b judge.Bounds) verdictOut {
		v := judge.Length(l, u, b)
		out.verdicts = append(out.verdicts, v)
		return verdict(v)
	}
	if measured != nil {
		if tolerance != nil {
			low := -*tolerance
			out.limits[0] = judge.Bounds{Min: &low, Max: tolerance}
		}
		off := setting.Deviation(*measured, *out.setting)
		out.Mark = &markOut{off, weigh(off, out.limits[0])}
	}
	if in.Gland != nil {
		out.Gland = &glandOut{weigh(out.gap, out.limits[1])}
	}
	if in.Compression != nil {
		after := compression
		if out.shift != nil {
			var err error
			if after, err = setting.CompressionAfter(compression, *out.shift, in.Head); err != nil {
				return nil, err
			}
		}
		out.Compression = &compressionOut{after, weigh(after, out.limits[2])}
	}
	if out.setting != nil && out.shift != nil {
		mark, err := setting.ForShift(*out.setting, *out.shift, in.Head)
		if err != nil {
			return nil, err
		}
		out.ForShift = &mark
	}
	return out, nil
}

// worst orders the words of a verdict.
var worst = map[judge.Result]int{judge.Within: 1, judge.Close: 2, judge.NoLimit: 3, judge.Undecided: 4, judge.Out: 5}

func (out *settingOut) say(w *Words) {
	for i, v := range out.verdicts {
		if i == 0 || worst[v.Result] > worst[judge.Result(w.Verdict)] {
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
		w.row("Mark, limit", out.limits[0].Say(w.say))
		switch {
		case out.Mark.Verdict.Result != judge.Out:
		case out.Mark.Deviation < 0:
			w.line("Too short: the springs close up solid and the shaft may not turn. Set it %s farther out.",
				-out.Mark.Deviation)
		default:
			w.line("Too long: the faces are hardly pressed together. Set it %s nearer.", out.Mark.Deviation)
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
}
