package job

import (
	"slices"

	"settle/core/gauge"
	"settle/core/judge"
	"settle/core/kind"
	"settle/core/plan"
	"settle/core/quantity"
)

// clues are what a job shows of causes: as it came in and was stripped, then as built.
type clues struct{ found, built *witness }

// witness gathers the signs of one of the two, with the checks they were read at.
type witness struct {
	judge.Evidence
	read     map[judge.Sign]string // sign → check, where it was one
	facing   *float64              // high spot of the first face seen
	check    string                // the one that is being looked at
	onSleeve bool                  // whether it is read on the sleeve
}

func newWitness() *witness {
	return &witness{Evidence: judge.Evidence{}, read: map[judge.Sign]string{}}
}

func (c clues) at(phase string) *witness {
	if phase == plan.Built {
		return c.built
	}
	return c.found
}

// causes looks at all readings and findings of the job together. What was found speaks;
// what was built afterwards says whether it still holds.
func causes(s *scale, work workDone, runs []shaftRead) ([]judge.Likely, judge.Evidence) {
	c := clues{newWitness(), newWitness()}
	for i := range work.stages {
		for k := range work.stages[i].Steps {
			if step := &work.stages[i].Steps[k]; step.Reading != nil && step.Reading.Skipped == "" {
				c.step(s, step)
			}
		}
	}
	var ask *quantity.Sentence
	for _, run := range runs {
		w := c.at(run.phase)
		for sign, shown := range run.told.Evidence {
			w.Add(sign, shown)
		}
		if len(run.told.Origins) > 0 { // each for itself says no more than all together
			for _, one := range []judge.Sign{judge.SealRunout, judge.SleeveRunout, judge.CouplingRunout} {
				delete(w.Evidence, one)
			}
		}
		if run.told.Ask != nil {
			ask = run.told.Ask
		}
	}
	all := c.found.Then(c.built.Evidence, func(sign judge.Sign) bool { return s.mended(c.found.read[sign]) })
	if !all.Any() {
		return []judge.Likely{}, all
	}
	likely := append([]judge.Likely{}, judge.Causes(all)...)
	for i := range likely {
		if l := &likely[i]; slices.ContainsFunc(l.Signs, judge.Sign.AlongShaft) && l.Standing.Stands() {
			l.Ask = ask
		}
	}
	return likely, all
}

// mended reports whether something was done about what a check decides; of a sign that was
// read at none, whether anything was.
func (s *scale) mended(check string) bool {
	decides := false
	for i := range s.plan.Parts {
		part := &s.plan.Parts[i]
		judged := slices.ContainsFunc(part.Judged, func(by plan.JudgedBy) bool { return by.Check == check })
		decides = decides || judged && check != ""
		if outcome := s.parts[part.Key]; (judged || check == "") && outcome != "" && outcome != judge.Reuse {
			return true
		}
	}
	return !decides && check != "" && s.mended("")
}

// step takes what one step shows.
func (c clues) step(s *scale, step *StepSheet) {
	r, of := step.Reading, s.plan.Step(step.ID)
	switch {
	case step.Check != "":
		if r.Figure != nil {
			w := c.at(step.Phase)
			w.check, w.onSleeve = step.Check, s.onSleeve(of)
			w.measured(s.plan.Checks[step.Check], r, step.Phase)
		}
	case r.Turned != nil:
		c.at(step.Phase).turned(of, r)
	case len(r.Found) > 0:
		c.found.findings(s.plan.Part(of.Part), r)
	default:
		c.calculated(kind.Of(of).Sign, step)
	}
}

// calculated takes the verdict of a calculation: the first is what was found, each later one
// says how it stands.
func (c clues) calculated(sign judge.Sign, step *StepSheet) {
	if sign == "" || step.Reading.Verdict == judge.Undecided || step.Reading.Verdict == judge.NoLimit {
		return
	}
	w := c.found
	if _, known := w.Evidence[sign]; known {
		w = c.built
	}
	w.Evidence[sign] = judge.Shown{There: step.Reading.Verdict == judge.Out, Words: cameOutAt(step)}
}

// see notes a sign of the check that is being looked at.
func (w *witness) see(s judge.Sign, there bool, say func() quantity.Sentence) {
	w.Add(s, judge.Shown{There: there, Say: say})
	w.read[s] = w.check
}

func (w *witness) measured(check *plan.Check, r *kind.Reading, phase string) {
	w.signs(check, r, phase)
	w.round(check, r, r.Dial, r.Uncertainty)
	for _, at := range r.Along {
		w.round(check, r, at.Dial, at.Uncertainty)
	}
}

// round looks at the shape of a surface that the dial came back from.
func (w *witness) round(check *plan.Check, r *kind.Reading, x *kind.DialReading, u *Figure) {
	if x == nil || u == nil || slices.Contains(r.Warnings, gauge.DidNotReturn) {
		return
	}
	oval, form, sum := kind.PlainLength(x.Oval), kind.PlainLength(x.Form), kind.PlainLength(x.SumRule)
	if by, l, known := judge.OutOfRound(oval, form, sum, u.Length); known {
		w.see(judge.FormHigh, by != judge.Round, func() Sentence { return outOfRound(check, by, l) })
	}
}

// signs takes a reading for what the plan says it is a sign of.
func (w *witness) signs(check *plan.Check, r *kind.Reading, phase string) {
	size, bounds, ok := held(check, r)
	if !ok {
		return
	}
	say := func() Sentence { return checkIs(check, r.Held, phase) }
	high := func(s judge.Sign) {
		if bounds.Max != nil {
			w.see(s, size > *bounds.Max, say)
		}
	}
	low := func(s judge.Sign) {
		if bounds.Min != nil {
			w.see(s, size < *bounds.Min, say)
		}
	}
	switch check.Sign {
	case plan.SealRunout:
		if w.onSleeve {
			high(judge.SleeveRunout)
			return
		}
		high(judge.SealRunout)
	case plan.CouplingRunout:
		high(judge.CouplingRunout)
	case plan.EndPlay:
		high(judge.EndPlayHigh)
		if none := r.Figure.Length == 0; none { // by how much it is preloaded nobody knows
			w.see(judge.EndPlayNone, none, say)
		} else {
			low(judge.EndPlayLow)
		}
	case plan.RadialPlay:
		high(judge.PlayHigh)
		w.see(judge.PlayNone, r.Figure.Length == 0, say)
	case plan.Face:
		high(judge.FaceOut)
		w.faces(r)
	case plan.Bore:
		high(judge.BoreOut)
		w.hangs(check, r)
	case plan.SealSetting: // by its limit, or by how far it is off the mark
		high(judge.SealLong)
		low(judge.SealShort)
	case plan.Clearance:
		low(judge.GapTight)
	case plan.GlandGap: // much gap left is much compression to come
		high(judge.SealShort)
		low(judge.SealLong)
	default:
		if check.Instrument == plan.Feeler && r.High != nil {
			w.clearance(check, r, phase)
		}
	}
}

// held is what of a reading is held against which bounds: what an oval surface has no part in,
// where that is known; how far it is off another reading, where that judges it. A limit of
// how far places differ says nothing of the reading itself.
func held(check *plan.Check, r *kind.Reading) (quantity.Length, judge.Bounds, bool) {
	switch {
	case r.Limit == nil, check.Judge == plan.BySpread, check.Judge == plan.ByNothing:
		return 0, judge.Bounds{}, false
	case check.Judge == plan.ByOther:
		if r.Against == nil || r.Limit.Max == nil {
			return 0, judge.Bounds{}, false
		}
		least := -*r.Limit.Max
		return r.Figure.Length - r.Against.Length, judge.Bounds{Min: &least, Max: r.Limit.Max}, true
	case r.Dial != nil && r.Dial.Oval != nil && r.Dial.Fitted != nil:
		return r.Dial.Fitted.Length, r.Limit.Bounds, true
	}
	return r.Figure.Length, r.Limit.Bounds, true
}

// faces compares where two faces are high, once one of them is out.
func (w *witness) faces(r *kind.Reading) {
	if r.Dial == nil || r.Dial.HighDeg == nil {
		return
	}
	if w.facing == nil {
		w.facing = r.Dial.HighDeg
		return
	}
	one, other := *w.facing, *r.Dial.HighDeg
	if w.Evidence[judge.FaceOut].There {
		w.see(judge.FacesAgree, judge.Agree(one, other), func() Sentence { return facesHigh(one, other) })
	}
}

// hangs looks for a bracket that droops: high at 6 in a bore, at 12 on a rim.
func (w *witness) hangs(check *plan.Check, r *kind.Reading) {
	x := r.Dial
	if x == nil || x.HighDeg == nil || check.Indicator != gauge.Turns || x.SagTaken || r.Verdict == judge.Within {
		return
	}
	droop, where := 0.0, "12"
	if check.Surface == gauge.Bore {
		droop, where = 180, "6"
	}
	w.see(judge.HangsDown, judge.Agree(droop, *x.HighDeg), func() Sentence {
		return armDroops(check, *x.HighDeg, where)
	})
}

func (w *witness) clearance(check *plan.Check, r *kind.Reading, phase string) {
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
	low, high := r.Figure.Length, r.High.Length
	w.see(judge.GapTight, tight > 0, func() Sentence { return tightest(check, low, phase) })
	w.see(judge.GapUneven, tight > 0 && wide > 0, func() Sentence { return fromTo(check, low, high) })
}

// turned takes how it turned by hand. Turning in one wrong way says nothing of the others;
// turning as it should speaks against all of them, and settles what was felt before: as built
// something was done in between. That a seal is felt again only its light drag tells.
func (w *witness) turned(step *plan.Step, r *kind.Reading) {
	words := turnedByHand(r.Text)
	if r.Verdict != judge.Out {
		later := &judge.Later{Words: words, Mended: step.Phase == plan.Built}
		for _, s := range judge.FeelSigns() {
			if old := w.Evidence[s]; old.There && (s != judge.SealFree || r.Turned.Turn == gauge.Light) {
				old.Later = later
				w.Evidence[s] = old
			}
		}
	}
	note := func(s judge.Sign, felt bool) {
		there := felt && r.Verdict == judge.Out
		if there || r.Verdict != judge.Out && !w.Evidence[s].There {
			w.Evidence[s] = judge.Shown{There: there, Words: words}
		}
	}
	turn := r.Turned.Turn
	note(judge.TurnsRough, turn == gauge.Rough)
	note(judge.Rubs, turn == gauge.Rubs || turn == gauge.Drags)
	note(judge.Stuck, turn == gauge.Binds || turn == gauge.Locked)
	for _, f := range step.Feels {
		if f.Sign != "" {
			note(f.Sign, f.Feel == turn)
		}
	}
}

// findings take what was found on a part.
func (w *witness) findings(part *plan.Part, r *kind.Reading) {
	for _, at := range r.Found {
		for _, f := range part.Findings {
			if f.Key == at.Key && f.Sign != "" {
				w.Add(f.Sign, judge.Shown{There: true, Words: partShows(part.Title, f.Words)})
			}
		}
	}
}
