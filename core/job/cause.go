package job

import (
	"strings"

	"settle/core/gauge"
	"settle/core/judge"
	"settle/core/plan"
	"settle/core/quantity"
	"settle/core/words"
)

// causes looks at all readings and findings of the job together.
func (d *deriver) causes() {
	w := witness{e: judge.Evidence{}}
	for i := range d.sheet.Checks {
		key := d.sheet.Checks[i].Check
		pair := d.taken[key]
		if pair == nil {
			continue
		}
		check := d.plan.Checks[key]
		// What was built counts; until then, what was found.
		step, phase := pair[1], "as built"
		if step == nil || step.Reading == nil || step.Reading.Figure == nil {
			step, phase = pair[0], "as found"
		}
		if step != nil && step.Reading != nil && step.Reading.Figure != nil {
			w.measured(check, step.Reading, phase)
		}
	}
	w.turned(d.sheet)
	w.found(d)
	for sign, shown := range judge.VectorSigns(d.vectors()) {
		w.e[sign] = shown
	}
	if w.any() {
		d.sheet.Causes = append(d.sheet.Causes, judge.Causes(w.e)...)
	}
}

// witness gathers the signs of one job.
type witness struct {
	e      judge.Evidence
	facing *float64 // high spot of the first face seen
}

func (w *witness) any() bool {
	for _, shown := range w.e {
		if shown.There {
			return true
		}
	}
	return false
}

// sign notes a sign; one that is there is not outweighed by one that is not.
func (w *witness) sign(s judge.Sign, there bool, words quantity.Sentence) {
	if old, known := w.e[s]; !known || there && !old.There {
		w.e[s] = judge.Shown{There: there, Words: words}
	}
}

func (w *witness) measured(check *plan.Check, r *Reading, phase string) {
	words := say(check.Title+" %s, "+phase, r.Figure.Length)
	over := r.Limit != nil && r.Limit.Max != nil && r.Figure.Length > *r.Limit.Max
	under := r.Limit != nil && r.Limit.Min != nil && r.Figure.Length < *r.Limit.Min
	known := r.Limit != nil && r.Limit.Max != nil
	high := func(s judge.Sign) {
		if known {
			w.sign(s, over, words)
		}
	}
	low := func(s judge.Sign) {
		if r.Limit != nil && r.Limit.Min != nil {
			w.sign(s, under, words)
		}
	}
	switch check.Sign {
	case plan.SealRunout:
		high(judge.SealRunout)
	case plan.CouplingRunout:
		high(judge.CouplingRunout)
	case plan.EndPlay:
		high(judge.EndPlayHigh)
		low(judge.EndPlayLow)
	case plan.RadialPlay:
		high(judge.PlayHigh)
		w.sign(judge.PlayNone, r.Figure.Length == 0, words)
	case plan.Face:
		high(judge.FaceOut)
		w.faces(r, words)
	case plan.Bore:
		high(judge.BoreOut)
		w.hangs(check, r)
	case plan.SealSetting:
		high(judge.SealLong)
		low(judge.SealShort)
	case plan.GlandGap: // much gap left is much compression to come
		high(judge.SealShort)
		low(judge.SealLong)
	default:
		if check.Instrument == plan.Feeler && r.High != nil {
			w.clearance(check, r, phase)
		}
	}
	if x := r.Dial; x != nil && x.Form != nil && r.Uncertainty != nil {
		// Two and a half uncertainties are two divisions of the dial.
		w.sign(judge.FormHigh, x.Form.Length*2 > r.Uncertainty.Length*5, say(check.Title+": %s beside the fitted circle",
			x.Form.Length))
	}
}

func (w *witness) faces(r *Reading, words Sentence) {
	if r.Dial == nil || r.Dial.HighDeg == nil {
		return
	}
	if w.facing == nil {
		w.facing = r.Dial.HighDeg
		return
	}
	w.sign(judge.FacesAgree, judge.Agree(*w.facing, *r.Dial.HighDeg), plainly("Adapter and chamber face are high near "+
		gauge.DegreesClock(*w.facing)+" and "+gauge.DegreesClock(*r.Dial.HighDeg)+" o'clock"))
}

// hangs looks for a bracket that droops: high at 6 in a bore, at 12 on a rim.
func (w *witness) hangs(check *plan.Check, r *Reading) {
	x := r.Dial
	if x == nil || x.HighDeg == nil || check.Indicator != gauge.Turns || x.SagTaken || r.Verdict == judge.Within {
		return
	}
	droop, where := 0.0, "12"
	if check.Surface == gauge.Bore {
		droop, where = 180, "6"
	}
	w.sign(judge.HangsDown, judge.Agree(droop, *x.HighDeg), plainly(check.Title+" is high near "+
		gauge.DegreesClock(*x.HighDeg)+" o'clock; a drooping arm reads high at "+where+", and no sag was taken off"))
}

func (w *witness) clearance(check *plan.Check, r *Reading, phase string) {
	var tight, wide int
	for _, p := range r.Places {
		switch p.Result {
		case judge.Tight:
			tight++
		case judge.Wide:
			wide++
		}
	}
	if r.Verdict != judge.NoLimit {
		w.sign(judge.GapTight, tight > 0, say(check.Title+" %s at its tightest, "+phase, r.Figure.Length))
		w.sign(judge.GapUneven, tight > 0 && wide > 0, say(check.Title+" from %s to %s round the impeller", r.Figure.Length,
			r.High.Length))
	}
}

// turned takes the last turning by hand.
func (w *witness) turned(sheet *Sheet) {
	for i := range sheet.Stages {
		for _, s := range sheet.Stages[i].Steps {
			if s.Kind != plan.Turn || s.Reading == nil || strings.HasPrefix(s.Reading.Text, "not taken") {
				continue
			}
			word, _, _ := strings.Cut(s.Reading.Text, " ")
			words := plainly("Turned by hand: " + s.Reading.Text)
			turn := gauge.Turn(word)
			w.e[judge.TurnsRough] = judge.Shown{There: turn == gauge.Rough, Words: words}
			w.e[judge.Rubs] = judge.Shown{There: turn == gauge.Rubs || turn == gauge.Drags, Words: words}
			w.e[judge.Stuck] = judge.Shown{There: turn == gauge.Binds || turn == gauge.Locked, Words: words}
		}
	}
}

// found takes what the findings on parts say.
func (w *witness) found(d *deriver) {
	for i := range d.plan.Stages {
		for j := range d.plan.Stages[i].Steps {
			step := &d.plan.Stages[i].Steps[j]
			t := d.tracks[step.ID]
			if step.Kind != plan.Inspect || t == nil || t.last.Body.Inspect == nil {
				continue
			}
			part := d.plan.Part(step.Part)
			for _, key := range t.last.Body.Inspect.Found {
				for _, f := range part.Findings {
					if f.Key == key && f.Sign != "" {
						w.sign(f.Sign, true, plainly(part.Title+": "+words.Lower(f.Words)))
					}
				}
			}
		}
	}
}

// vectors are the shaft's run-outs in their order along it. As found and as
// built are never mixed: between them the bearings may have changed.
func (d *deriver) vectors() []judge.Vector {
	for _, phase := range []int{1, 0} {
		var vectors []judge.Vector
		for _, st := range d.plan.ShaftLine.Stations {
			check, pair := d.plan.Checks[st.Check], d.taken[st.Check]
			if check.Instrument != plan.Dial || check.Surface != gauge.Rim || check.Indicator != gauge.Fixed || pair == nil ||
				pair[phase] == nil {
				continue
			}
			r := pair[phase].Reading
			if r == nil || r.Dial == nil || r.Dial.Fitted == nil {
				continue
			}
			v := judge.Vector{Name: words.Lower(check.Title), OnSleeve: st.Sleeve,
				Size: r.Dial.Fitted.Length, Uncertainty: r.Uncertainty.Length}
			if r.Dial.HighDeg != nil {
				v.Directed, v.Degrees = true, *r.Dial.HighDeg
			}
			vectors = append(vectors, v)
		}
		if len(vectors) > 1 {
			return vectors
		}
	}
	return nil
}
