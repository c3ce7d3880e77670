package calc

import (
	"slices"

	"settle/core/align"
	"settle/core/judge"
	"settle/core/quantity"
)

// planes brings a state to what is answered: micrometres and mm per m.
func planes(s align.State) planesOut {
	return planesOut{
		axisOut{s.Vertical.Offset, align.MmPerM(s.Vertical.Slope)},
		axisOut{s.Horizontal.Offset, align.MmPerM(s.Horizontal.Slope)},
	}
}

// dedupe leaves each warning once, sorted.
func dedupe(codes []string) []string {
	out := slices.Clone(list(codes))
	slices.Sort(out)
	return slices.Compact(out)
}

// say tells what has to be cured first, the moves at the feet, then how far off it stands.
func (out *alignOut) say(w *Words) {
	w.main("Front feet", shims(out.Front))
	w.row("Back feet", shims(out.Back))
	w.Verdict = string(out.Result)
	w.Headline = quantity.Plainly(out.headline())
	w.next(out.Next)
	if out.Result == judge.NoLimit {
		says := quantity.Format("Give the speed for the general table, or the coupling maker's tolerance.")
		if slices.Contains(out.Warnings, beyondTable) {
			says = "The general table ends at 3600 turns a minute: ask the coupling maker for the tolerance."
		}
		w.line(says)
	}
	out.sayState(w)
	out.sayJudged(w)
	w.warn(out.Warnings)
	w.warnAs(out.Warnings, map[string]string{planeAssumed: "The rim dial is taken to stand in the centre plane of the " +
		"coupling: write how far from it the dial stands."})
	if out.method == reverseDials || out.method == rimAndFace {
		w.line("Turn both shafts together, the dials with them.")
	}
	if out.method == rimAndFace {
		w.line("Hold the end float on the face dial: push the shaft to the same end at every reading.")
	}
	if out.Result == judge.Out {
		w.line("Shims first, then the sides; draw the feet up in a crossing pattern and read everything again. A foot " +
			"that lifts when its bolt is slackened is soft: cure it before the rest.")
	}
}

// togetherName is what is judged of an alignment: both planes as one.
const togetherName = "Both planes together"

// AsFound leaves of what is said about an alignment only how it stood: nothing is moved before the pump
// is open.
func AsFound(look *Look) {
	out, ok := look.Out.(*alignOut)
	if !ok {
		return
	}
	w := &Words{Rows: []Row{}, Lines: []quantity.Sentence{}, Verdict: string(out.Result)}
	out.sayState(w)
	out.sayJudged(w)
	w.Main, w.Judged = *w.Judged, nil
	w.Headline = quantity.Plainly(foundAligned[out.Result])
	look.Words, look.Text = w, w.text(titles["align"])
}

// foundAligned says how the driver stood.
var foundAligned = map[judge.Result]string{
	judge.NoLimit:   "As found; no tolerance is known",
	judge.Out:       "Out of tolerance, as found",
	judge.Close:     "Inside the tolerance, as found",
	judge.Within:    "Inside the tolerance, as found",
	judge.Undecided: "As found, nothing to be sure of: it was read with something loose",
}

// sayState tells how the driver stands to the pump.
func (out *alignOut) sayState(w *Words) {
	for _, p := range []struct {
		name     string
		is, left axisOut
	}{{"Up and down", out.State.Vertical, out.Left.Vertical}, {"Side to side", out.State.Horizontal,
		out.Left.Horizontal}} {
		w.row(p.name+", at the coupling", offAngle(p.is))
		if p.is != p.left {
			w.row(p.name+", from its target", offAngle(p.left))
		}
	}
	w.Judged = &Row{togetherName, offAngle(axisOut{out.Resultant, out.ResultantAngle})}
	w.Rows = append(w.Rows, *w.Judged)
}

// aligned says how the driver stands.
var aligned = map[judge.Result]string{
	judge.NoLimit:   "No tolerance known, nothing is judged",
	judge.Out:       "Out of tolerance: move the driver",
	judge.Close:     "Within, but close to the tolerance",
	judge.Undecided: "Undecided: read again before it is believed",
	judge.Within:    "Within the tolerance: leave it",
}

// headline says how the driver stands, or first what has to be mended before it is moved.
func (out *alignOut) headline() string {
	if len(out.Next) > 0 {
		switch {
		case out.Next[0].Do == judge.CureFoot:
			return "Soft foot first: no move is to be believed yet"
		case out.Result == judge.Out:
			return "Out of tolerance, but read again before it is moved"
		}
	}
	return aligned[out.Result]
}

// sayJudged tells what was judged, and by what.
func (out *alignOut) sayJudged(w *Words) {
	perMetre := func(mmPerM float64) quantity.Sentence {
		return quantity.Sentence{Thou: number(mmPerM, 3) + " thou per in", Mm: number(mmPerM, 3) + " mm per m"}
	}
	if sp := out.Spacer; sp != nil {
		w.row("Spacer, angle at the pump's plane", perMetre(sp.AtPump))
		w.row("Spacer, angle at the driver's plane", perMetre(sp.AtDriver))
		w.row("Angle good to", perMetre(float64(*sp.Verdict.Uncertainty)/float64(quantity.Millimetre)))
	} else {
		w.row("Good to", offAngle(axisOut{*out.Offset.Uncertainty, float64(*out.Angle.Uncertainty) /
			float64(quantity.Millimetre)}))
	}
	if t := out.Tolerance; t != nil {
		w.row("Tolerance", offAngle(axisOut{t.Offset, t.Angle}))
		w.row("Tolerance from", quantity.Plainly(t.Source))
	}
	if s := out.SoftFoot; s != nil {
		w.length("Most a foot lifts", &s.Worst)
	}
}

// offAngle shows an angle as a slope, which is the same in both units.
func offAngle(a axisOut) quantity.Sentence {
	s := quantity.Say("%s, ", a.Offset)
	angle := number(a.Angle, 3) + " mm per m"
	return quantity.Sentence{Thou: s.Thou + number(a.Angle, 3) + " thou per in", Mm: s.Mm + angle}
}

// shims says what to do at a pair of feet.
func shims(m moveOut) quantity.Sentence {
	var s quantity.Sentence
	switch {
	case m.Shim > 0:
		s = quantity.Say("add %s", m.Shim)
	case m.Shim < 0:
		s = quantity.Say("take off %s", -m.Shim)
	default:
		s = quantity.Plainly("no shim")
	}
	side := quantity.Plainly(", stay")
	switch {
	case m.Side > 0:
		side = quantity.Say(", %s to the right", m.Side)
	case m.Side < 0:
		side = quantity.Say(", %s to the left", -m.Side)
	}
	return quantity.Sentence{Thou: s.Thou + side.Thou, Mm: s.Mm + side.Mm}
}
