package job

import (
	"settle/core/gauge"
	"settle/core/judge"
	"settle/core/plan"
	"settle/core/quantity"
	"settle/core/words"
)

// causes looks at all readings and findings of the job together.
func causes(s *scale, work workDone, taken takings, checks []CheckSheet) []judge.Likely {
	w := witness{e: judge.Evidence{}}
	for i := range checks {
		key := checks[i].Check
		// What was built counts; until then, what was found.
		step := taken[key].built
		if !step.hasFigure() {
			step = taken[key].found
		}
		if step.hasFigure() {
			w.measured(s.plan.Checks[key], step.Reading, step.Phase)
		}
	}
	w.turned(work)
	w.found(s, work)
	for sign, shown := range judge.VectorSigns(vectors(s, taken)) {
		w.e[sign] = shown
	}
	if !w.any() {
		return []judge.Likely{}
	}
	return append([]judge.Likely{}, judge.Causes(w.e)...)
}

func (s *StepSheet) hasFigure() bool { return s != nil && s.Reading != nil && s.Reading.Figure != nil }

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
	w.signs(check, r, phase)
	w.round(check, r.Dial, r.Uncertainty)
	for _, at := range r.Along {
		w.round(check, at.Dial, at.Uncertainty)
	}
}

// round looks at the shape of a surface. Two and a half uncertainties are two divisions
// of the dial.
func (w *witness) round(check *plan.Check, x *DialReading, u *Figure) {
	if x != nil && x.Form != nil && u != nil {
		w.sign(judge.FormHigh, x.Form.Length*2 > u.Length*5, besideCircle(check, x.Form.Length))
	}
}

// signs takes a reading for what the plan says it is a sign of.
func (w *witness) signs(check *plan.Check, r *Reading, phase string) {
	words := checkIs(check, r.Figure.Length, phase)
	high := func(s judge.Sign) {
		if r.Limit != nil && r.Limit.Max != nil {
			w.sign(s, r.Figure.Length > *r.Limit.Max, words)
		}
	}
	low := func(s judge.Sign) {
		if r.Limit != nil && r.Limit.Min != nil {
			w.sign(s, r.Figure.Length < *r.Limit.Min, words)
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
		w.faces(r)
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
}

func (w *witness) faces(r *Reading) {
	if r.Dial == nil || r.Dial.HighDeg == nil {
		return
	}
	if w.facing == nil {
		w.facing = r.Dial.HighDeg
		return
	}
	one, other := *w.facing, *r.Dial.HighDeg
	w.sign(judge.FacesAgree, judge.Agree(one, other), facesHigh(one, other))
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
	w.sign(judge.HangsDown, judge.Agree(droop, *x.HighDeg), armDroops(check, *x.HighDeg, where))
}

func (w *witness) clearance(check *plan.Check, r *Reading, phase string) {
	if r.Verdict == judge.NoLimit {
		return
	}
	var tight, wide int
	for _, p := range r.Places {
		switch p.Result {
		case judge.Tight:
			tight++
		case judge.Wide:
			wide++
		}
	}
	w.sign(judge.GapTight, tight > 0, tightest(check, r.Figure.Length, phase))
	w.sign(judge.GapUneven, tight > 0 && wide > 0, fromTo(check, r.Figure.Length, r.High.Length))
}

// turned takes the last turning by hand.
func (w *witness) turned(work workDone) {
	for i := range work.stages {
		for k := range work.stages[i].Steps {
			r := work.stages[i].Steps[k].Reading
			if r == nil || r.Turned == nil {
				continue
			}
			turn, words := r.Turned.Turn, turnedByHand(r.Text)
			w.e[judge.TurnsRough] = judge.Shown{There: turn == gauge.Rough, Words: words}
			w.e[judge.Rubs] = judge.Shown{There: turn == gauge.Rubs || turn == gauge.Drags, Words: words}
			w.e[judge.Stuck] = judge.Shown{There: turn == gauge.Binds || turn == gauge.Locked, Words: words}
		}
	}
}

// found takes what the findings on parts say.
func (w *witness) found(s *scale, work workDone) {
	for i := range work.stages {
		for k := range work.stages[i].Steps {
			step := &work.stages[i].Steps[k]
			if step.Reading == nil || len(step.Reading.Found) == 0 {
				continue
			}
			part := s.plan.Part(s.plan.Step(step.ID).Part)
			for _, at := range step.Reading.Found {
				for _, f := range part.Findings {
					if f.Key == at.Key && f.Sign != "" {
						w.sign(f.Sign, true, partShows(part.Title, f.Words))
					}
				}
			}
		}
	}
}

// vectors are the shaft's run-outs in their order along it. As found and as
// built are never mixed: between them the bearings may have changed.
func vectors(s *scale, taken takings) []judge.Vector {
	built := func(p pair) *StepSheet { return p.built }
	found := func(p pair) *StepSheet { return p.found }
	for _, phase := range []func(pair) *StepSheet{built, found} {
		var all []judge.Vector
		for _, st := range s.plan.ShaftLine.Stations {
			check, step := s.plan.Checks[st.Check], phase(taken[st.Check])
			if check.Surface != gauge.Rim || check.Indicator != gauge.Fixed || step == nil || step.Reading == nil {
				continue
			}
			if v, ok := vector(st, check, step.Reading); ok {
				all = append(all, v)
			}
		}
		if len(all) > 1 {
			return all
		}
	}
	return nil
}

func vector(st plan.Station, check *plan.Check, r *Reading) (judge.Vector, bool) {
	name, dial, uncertainty := words.Lower(check.Title), r.Dial, r.Uncertainty
	if at := r.alongAt(st.Place); at != nil {
		name, dial, uncertainty = name+", "+words.Lower(at.At), at.Dial, at.Uncertainty
	}
	if dial == nil || dial.Fitted == nil {
		return judge.Vector{}, false
	}
	v := judge.Vector{Name: name, OnSleeve: plan.Is(st.Sleeve), Size: dial.Fitted.Length, Uncertainty: uncertainty.Length}
	if dial.HighDeg != nil {
		v.Directed, v.Degrees = true, *dial.HighDeg
	}
	return v, true
}
