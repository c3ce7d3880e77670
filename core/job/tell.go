package job

import (
	"cmp"
	"slices"

	"settle/core/gauge"
	"settle/core/judge"
	"settle/core/kind"
	"settle/core/log"
	"settle/core/plan"
	"settle/core/words"
)

// Tell is what a reading tells a person, in words.
type Tell struct {
	Headline Sentence    `json:"headline"`
	Lines    []Sentence  `json:"lines" nullable:"false" doc:"what to do, the most pressing first"`
	Causes   []string    `json:"causes" nullable:"false" doc:"what it usually comes from"`
	Echo     []kind.Echo `json:"echo" nullable:"false" doc:"what was understood, field by field"`
	May      Right       `json:"may" doc:"what it asks of who enters it"`
}

func (s *scale) tell(step *plan.Step, b *log.Body, r *kind.Reading) *Tell {
	k := kind.Of(step)
	t := &Tell{Lines: []Sentence{}, Causes: []string{}, Echo: k.Echo(b)}
	switch {
	case r == nil:
		return t
	case r.Tool != nil:
		t.tool(k, r)
		for _, code := range r.Warnings {
			if says := gauge.Advice(code); says != "" {
				t.Lines = append([]Sentence{plainly(says)}, t.Lines...)
			}
		}
		return t
	}
	for _, code := range r.Warnings {
		if code == judge.LeavesTooCoarse { // told below, with its place
			continue
		}
		// What the boxes still to fill will mend is nothing to tell yet.
		if unfinished(b) && code != gauge.DidNotReturn && code != gauge.SumRuleBroken {
			continue
		}
		if says := cmp.Or(gauge.AdviceOn(code, r.Dial != nil && r.Dial.Oval != nil), judge.LeakAdvice(code)); says != "" {
			t.Lines = append(t.Lines, plainly(says))
		}
	}
	t.verdict(k, r)
	t.Lines = append(t.Lines, places(r)...)
	for _, n := range r.Next {
		t.Lines = append(t.Lines, n.Say())
	}
	if check := s.plan.Checks[step.Check]; check != nil {
		t.Causes = append(t.Causes, comesFrom(check.Means, r)...)
	}
	if r.Turned != nil {
		t.felt(step, r)
	}
	if r.Torque != nil && r.Verdict == judge.Out {
		t.Lines = append(t.Lines, plainly(wrongTorque))
	}
	return t
}

// felt says what a way of turning means here.
func (t *Tell) felt(step *plan.Step, r *kind.Reading) {
	switch f := kind.FeelOf(step, r.Turned.Turn); {
	case r.Verdict == judge.Within:
	case f != nil:
		t.Lines = append(t.Lines, plainly(words.Capital(f.Means)+"."))
	case r.Turned.Turn != gauge.Free && r.Turned.Turn != gauge.Light:
		t.Lines = append(t.Lines, plainly(findTheCatch))
	}
}

// verdict heads what is told.
func (t *Tell) verdict(k *kind.Kind, r *kind.Reading) {
	switch r.Verdict {
	case judge.Within:
		t.Headline = plainly(k.Fine)
	case judge.Close:
		t.Headline = plainly(closeToLimit)
		if r.Uncertainty != nil {
			t.Lines = append(t.Lines, gaugeGood(r.Uncertainty.Length))
		}
	case judge.Out:
		t.Headline = plainly(k.NotFine)
	case judge.Undecided:
		t.Headline = plainly(notSettled)
	case judge.NoLimit:
		t.Headline = plainly(noneKnown)
		t.Lines = append(t.Lines, plainly(r.Limit.Source))
	}
	if r.Margin != nil {
		t.Headline = judge.Verdict{Result: r.Verdict, Margin: &r.Margin.Length}.Headline()
	}
}

// comesFrom is what a reading out of its limit usually comes from, on the side on
// which it is out.
func comesFrom(m plan.Means, r *kind.Reading) []string {
	wide := slices.ContainsFunc(r.Places, func(p kind.Place) bool { return p.Result == judge.Wide })
	switch {
	case r.Verdict != judge.Out:
		return nil
	case wide, r.Margin != nil && r.Limit.Max != nil && r.Held != nil && r.Held.Figure.Length > *r.Limit.Max:
		return m.High
	case r.Margin != nil, len(r.Places) > 0:
		return m.Low
	}
	return nil
}

// tool is what a calculator says, in its own words.
func (t *Tell) tool(k *kind.Kind, r *kind.Reading) *Tell {
	for _, e := range r.Tool.Echo {
		t.Echo = append(t.Echo, kind.Echo{Field: k.InputPath() + e.Field, Figure: &e.Figure})
	}
	if w := r.Tool.Words; w != nil {
		t.Headline, t.Lines = w.Headline, w.Lines
		if r.Verdict == judge.NoLimit && r.Limit != nil {
			t.Lines = append([]Sentence{plainly(words.Capital(r.Limit.Source) + ".")}, t.Lines...)
		}
	}
	return t
}

// unfinished reports whether boxes are still blank.
func unfinished(b *log.Body) bool {
	if f := b.Dial; f != nil && f.Sweep == nil {
		return slices.ContainsFunc(f.Readings, func(r gauge.ReadingForm) bool { return r.Value.Blank() })
	}
	if f := b.Float; f != nil {
		return slices.ContainsFunc(f.Trials, func(t gauge.TrialForm) bool { return t.In.Blank() || t.Out.Blank() })
	}
	return false
}

// places says where a clearance is out.
func places(r *kind.Reading) []Sentence {
	var lines []Sentence
	for _, way := range []judge.GapResult{judge.Tight, judge.Wide} {
		var at []string
		for _, p := range r.Places {
			if p.Result == way {
				at = append(at, p.At)
			}
		}
		switch {
		case len(at) == len(r.Places) && len(at) > 1:
			lines = append(lines, plainly(everywhere(string(way))))
		case len(at) > 0:
			lines = append(lines, plainly(onlyAt(string(way), at)))
		}
	}
	return lines
}
