package job

import (
	"fmt"
	"slices"
	"strings"

	"settle/core/gauge"
	"settle/core/judge"
	"settle/core/plan"
	"settle/core/quantity"
	"settle/core/words"
)

// Tell is what a reading tells a person, in words.
type Tell struct {
	Headline Sentence   `json:"headline"`
	Lines    []Sentence `json:"lines" nullable:"false" doc:"what to do, the most pressing first"`
	Causes   []string   `json:"causes" nullable:"false" doc:"what it usually comes from"`
	Echo     []Echo     `json:"echo" nullable:"false" doc:"what was understood, field by field"`
}

// Echo is a typed length, or a plain number, as it was understood.
type Echo struct {
	Field  string  `json:"field"`
	Figure *Figure `json:"figure,omitempty"`
	Text   string  `json:"text,omitempty" doc:"a number with what it counts"`
	// Odd asks a question about a value that is possible but hardly meant.
	Odd string `json:"odd,omitempty"`
}

func (d *deriver) tell(step *plan.Step, b *Body, r *Reading) *Tell {
	t := &Tell{Lines: []Sentence{}, Causes: []string{}, Echo: []Echo{}}
	t.Echo = append(t.Echo, echo(b)...)
	if r == nil {
		return t
	}
	if r.Tool != nil {
		return t.tool(b, r)
	}
	for _, code := range r.Warnings {
		if code == judge.LeavesTooCoarse { // told below, with its place
			continue
		}
		// What the boxes still to fill will mend is nothing to tell yet.
		if unfinished(b) && code != gauge.DidNotReturn && code != gauge.SumRuleBroken {
			continue
		}
		t.Lines = append(t.Lines, plainly(gauge.Advice(code)))
	}
	var means plan.Means
	if check := d.plan.Checks[step.Check]; check != nil {
		means = check.Means
	}
	switch r.Verdict {
	case judge.Within:
		t.Headline = plainly(fine[step.Kind])
	case judge.Close:
		t.Headline = plainly("Within, but close to the limit")
		if r.Uncertainty != nil {
			t.Lines = append(t.Lines, say("The gauge is good to ± %s.", r.Uncertainty.Length))
		}
	case judge.Out:
		t.Headline = plainly(notFine[step.Kind])
		if r.Margin != nil {
			high := r.Limit.Max != nil && r.Figure.Length > *r.Limit.Max
			t.Causes = append(t.Causes, causes(means, high)...)
		}
	case judge.Undecided:
		t.Headline = plainly("Not settled yet")
	case judge.NoLimit:
		t.Headline = plainly("No limit known, nothing is judged")
		t.Lines = append(t.Lines, plainly(r.Limit.Source))
	}
	if r.Margin != nil {
		v := judge.Verdict{Result: r.Verdict, Margin: &r.Margin.Length}
		t.Headline = v.Headline()
	}
	t.Lines = append(t.Lines, places(r)...)
	for _, n := range r.next {
		t.Lines = append(t.Lines, n.Say())
	}
	if r.Verdict == judge.Out {
		switch {
		case slices.ContainsFunc(r.Places, func(p Place) bool { return p.Result == judge.Wide }):
			t.Causes = append(t.Causes, means.High...)
		case len(r.Places) > 0:
			t.Causes = append(t.Causes, means.Low...)
		}
	}
	if step.Kind == plan.Turn && b.Turn != nil && b.Turn.Turn != gauge.Free {
		t.Lines = append(t.Lines, plainly("Find where it catches before going on: the clock place tells shaft from casing."))
	}
	if step.Kind == plan.Torque && r.Verdict == judge.Out {
		t.Lines = append(t.Lines, plainly("The torque used is not the one asked for this joint."))
	}
	return t
}

// tool is what a calculator says, in its own words.
func (t *Tell) tool(b *Body, r *Reading) *Tell {
	path := "body.tool."
	if b.Heat != nil {
		path = "body.heat.input."
	}
	for _, e := range r.Tool.Echo {
		t.Echo = append(t.Echo, Echo{Field: path + e.Field, Figure: &e.Figure})
	}
	if w := r.Tool.Words; w != nil {
		t.Headline, t.Lines = w.Headline, w.Lines
		if r.Verdict == judge.NoLimit && r.Limit != nil {
			t.Lines = append([]Sentence{plainly(words.Capital(r.Limit.Source) + ".")}, t.Lines...)
		}
	}
	return t
}

// The headline of a verdict without a margin, by the kind of step.
var (
	fine = map[string]string{plan.Measure: "Within the limit", plan.Turn: "Turns free",
		plan.Count: "The number came back", plan.Torque: "As asked", plan.Set: "Inside the window",
		plan.Wait: "Long enough", plan.Test: "Tight"}
	notFine = map[string]string{plan.Measure: "Out of limit", plan.Turn: "Does not turn free",
		plan.Count: "Not the number that came off", plan.Torque: "Not the torque asked", plan.Set: "Outside the window",
		plan.Wait: "Not long enough", plan.Test: "Leaks, or not held long enough"}
)

// unfinished reports whether boxes are still blank.
func unfinished(b *Body) bool {
	if f := b.Dial; f != nil && f.Sweep == nil {
		return slices.ContainsFunc(f.Readings, func(r gauge.ReadingForm) bool { return r.Value.Blank() })
	}
	if f := b.Float; f != nil {
		return slices.ContainsFunc(f.Trials, func(t gauge.TrialForm) bool { return t.In.Blank() || t.Out.Blank() })
	}
	return false
}

func causes(m plan.Means, high bool) []string {
	if high {
		return m.High
	}
	return m.Low
}

// places says where a clearance is out.
func places(r *Reading) []Sentence {
	var lines []Sentence
	for _, way := range []judge.OpeningResult{judge.Tight, judge.Wide} {
		var at []string
		for _, p := range r.Places {
			if p.Result == way {
				at = append(at, p.At)
			}
		}
		switch {
		case len(at) == len(r.Places) && len(at) > 1:
			lines = append(lines, plainly(fmt.Sprintf("Too %s everywhere.", way)))
		case len(at) > 0:
			lines = append(lines, plainly(fmt.Sprintf("Too %s at %s.", way, strings.Join(at, ", "))))
		}
	}
	return lines
}

// absurd is a reading no dial, leaf or push and pull gives on a pump in one
// piece: it is questioned, not refused.
const absurd = 10 * quantity.Millimetre

// echo says how each typed length was understood.
func echo(b *Body) []Echo {
	var out []Echo
	add := func(path string, t quantity.Typed, most quantity.Length) {
		if t.Blank() {
			return
		}
		l, err := t.Length(b.Unit)
		if err != nil {
			return
		}
		e := Echo{Field: "body." + path, Figure: figure(l)}
		if l.Abs() > most {
			e.Odd = "Is the unit right? That is a lot for this reading."
		}
		out = append(out, e)
	}
	count := func(path string, n quantity.Number, unit string) {
		if v, err := n.Value(); err == nil {
			out = append(out, Echo{Field: "body." + path, Text: strings.TrimSpace(quantity.ShowNumber(v) + " " + unit)})
		}
	}
	if f := b.Dial; f != nil {
		for i, x := range f.Readings {
			add(fmt.Sprintf("dial.readings[%d].value", i), x.Value, absurd)
		}
		add("dial.back_to_start", f.BackToStart, absurd)
		if f.Sweep != nil {
			add("dial.sweep.low", f.Sweep.Low, absurd)
			add("dial.sweep.high", f.Sweep.High, absurd)
		}
		add("dial.sag", f.Sag, absurd)
	}
	if f := b.Float; f != nil {
		for i, x := range f.Trials {
			add(fmt.Sprintf("float.trials[%d].in", i), x.In, 50*quantity.Millimetre)
			add(fmt.Sprintf("float.trials[%d].out", i), x.Out, 50*quantity.Millimetre)
		}
	}
	if f := b.Feeler; f != nil {
		for i, x := range f.Positions {
			add(fmt.Sprintf("feeler.positions[%d].go", i), x.Go, absurd)
			add(fmt.Sprintf("feeler.positions[%d].no_go", i), x.NoGo, absurd)
			add(fmt.Sprintf("feeler.positions[%d].value", i), x.Value, absurd)
		}
	}
	if f := b.Setting; f != nil {
		add("setting.measured", f.Measured, 500*quantity.Millimetre)
	}
	if f := b.Direct; f != nil {
		add("direct.value", f.Value, 500*quantity.Millimetre)
	}
	if f := b.Travel; f != nil {
		add("travel.down", f.Down, 2000*quantity.Millimetre)
		add("travel.up", f.Up, 2000*quantity.Millimetre)
	}
	if f := b.Count; f != nil {
		count("count.count", f.Count, "")
		add("count.pack", f.Pack, 50*quantity.Millimetre)
	}
	if f := b.Heat; f != nil {
		count("heat.cool", f.Cool, "°C")
	}
	if f := b.Wait; f != nil {
		count("wait.cool", f.Cool, "°C")
	}
	if f := b.Test; f != nil {
		count("test.minutes", f.Minutes, "min")
		count("test.drops", f.Drops, "drops")
	}
	return out
}
