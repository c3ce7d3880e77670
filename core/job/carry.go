package job

import (
	"encoding/json"
	"fmt"
	"math"
	"slices"
	"strings"

	"settle/core/gauge"
	"settle/core/judge"
	"settle/core/kind"
	"settle/core/log"
	"settle/core/plan"
	"settle/core/quantity"
)

// carried are the figures of a step that stand elsewhere, by the path of their field in a
// body; what is not entered yet is not there.
func (s *scale) carriedOnly(step *plan.Step) map[string]kind.Carry {
	out, _ := s.Carried(step)
	return out
}

// carriedOrWhy says as well why nothing is carried into a field, where that has a reason.
func (s *scale) Carried(step *plan.Step) (carried map[string]kind.Carry, why map[string]string) {
	if len(step.From) == 0 {
		return nil, nil
	}
	carried, why = map[string]kind.Carry{}, map[string]string{}
	for path, sources := range step.From {
		at := kind.Of(step).Path(path)
		for _, o := range sources {
			c := s.Carry(o)
			// With another to go by, a difference below nothing does not stand: it is that one's.
			if c.Text != "" && (len(sources) == 1 || !strings.HasPrefix(c.Text, "-")) {
				carried[at] = c
				break
			}
			if c.Why != "" { // it does not stand, and what is next is not what was meant
				why[at] = c.Why
				break
			}
		}
	}
	return carried, why
}

// targets are the figures that stand elsewhere and that something is measured, counted or set to: they
// stand beside an empty box, and nobody has measured them. Only a calculation is given its figures.
func (s *scale) targets(step *plan.Step) bool { return kind.Of(step).Tool == "" }

// carry is what stands at an origin now; its text is blank where nothing does. Of several
// lengths it is what they come to together, told by the first.
func (s *scale) Carry(o plan.Origin) kind.Carry {
	c := s.carryOne(o)
	if len(o.Then) == 0 {
		return c
	} else if c.Text == "" {
		return kind.Carry{Why: c.Why}
	}
	sum, err := quantity.Parse(c.Text, "")
	if err != nil {
		return kind.Carry{}
	}
	for _, t := range o.Then {
		next := s.carryOne(t.Of)
		l, err := quantity.Parse(next.Text, "")
		if err != nil {
			return kind.Carry{Why: next.Why}
		}
		if t.Less {
			l = -l
		}
		sum += l
		c.Good = gauge.Uncertainty(math.Hypot(float64(c.Good), float64(next.Good)))
		c.From = together(c.From, t.Less, next.From)
	}
	c.Text, c.Value = exactly(sum, unitOf(c.Text)), ""
	return c
}

// unitOf is the unit of a length that is carried: thou, or what holds every nanometre.
func unitOf(text string) quantity.Unit {
	if strings.HasSuffix(text, "thou") || strings.HasSuffix(text, "in") {
		return quantity.UnitThou
	}
	return quantity.UnitMillimetre
}

func (s *scale) carryOne(o plan.Origin) kind.Carry {
	switch o.Source {
	case plan.FromValue:
		for _, v := range s.plan.Values {
			if v.Key == o.Of {
				return kind.Carry{Text: strings.TrimSpace(kind.Value(s, o.Of).Text), From: thePapers(v.Title), Value: o.Of}
			}
		}
	case plan.FromCheck:
		var live []*plan.Step
		for _, step := range s.taking[o.Of] {
			if step.Phase == o.Part && s.Has(step) {
				live = append(live, step)
			}
		}
		if len(live) > 1 { // a plan of earlier days: nobody says which is meant
			return kind.Carry{Why: readTwice(live[0].Title, live[1].Title)}
		} else if len(live) == 1 {
			return s.entered(live[0], s.figureText)
		}
	case plan.FromStep:
		return s.entered(s.plan.Step(o.Of), s.figureText)
	case plan.FromFit:
		return s.seat(o)
	case plan.FromLimit:
		limit := s.opening.Limits[o.Of]
		bound := map[string]*quantity.Length{"least": limit.Min, "most": limit.Max}[o.Part]
		if bound == nil {
			return kind.Carry{}
		}
		return kind.Carry{Text: exactly(*bound, quantity.UnitThou), From: limit.Source}
	case plan.FromCount:
		return s.entered(s.plan.Step(o.Of), countText(o.Part))
	case plan.FromAnswer:
		return s.entered(s.plan.Step(o.Of), answerAt(o.Part))
	}
	return kind.Carry{}
}

// seat is the interference of a seat: as it was built, where it was measured again, else as it was
// found.
func (s *scale) seat(o plan.Origin) kind.Carry {
	var found kind.Carry
	for _, step := range s.taking[o.Of] {
		c := s.entered(step, answerAt(interference[o.Part]))
		switch {
		case c.Text == "" && c.Why == "":
		case step.Phase == plan.Built:
			return c
		case found.Text == "":
			found = c
		}
	}
	return found
}

// gone is the part on which something was found that is not in the pump any more: it is repaired or
// another one goes in. What was read on it says nothing of what is built.
func (s *scale) gone(step *plan.Step) *plan.Part {
	if step.Phase != plan.Found || step.Check == "" {
		return nil
	}
	check := s.plan.Checks[step.Check]
	for i := range s.plan.Parts {
		part := &s.plan.Parts[i]
		on := slices.Contains(check.On, part.Key) || len(check.On) == 0 &&
			slices.ContainsFunc(part.Judged, func(j plan.JudgedBy) bool { return j.Check == step.Check })
		if on && slices.Contains(notAsFound, s.parts[part.Key]) {
			return part
		}
	}
	return nil
}

// notAsFound are the outcomes after which a part is not what was measured.
var notAsFound = []judge.Outcome{judge.Repair, judge.Replace, judge.Order}

// interference is where the least and the most of a fit stand in its answer.
var interference = map[string]string{"least": "interference_um[0]", "most": "interference_um[1]"}

// entered is what an entry of a step gives, told by its title.
func (s *scale) entered(step *plan.Step, text func(e *log.Entry, r *kind.Reading) string) kind.Carry {
	if step == nil {
		return kind.Carry{}
	}
	e := s.Latest(step)
	if e == nil || e.Body == nil || !s.Has(step) && !step.OutOfScope(s) {
		return kind.Carry{}
	}
	r := s.reading(step, e)
	c := kind.Carry{Text: text(e, r), From: step.Title, Step: step.ID, Entry: e.ID, Good: r.Good()}
	if part := s.gone(step); part != nil && c.Text != "" {
		return kind.Carry{Why: measuredOn(step.Title, part.Title, s.parts[part.Key])}
	}
	return c
}

// figureText is the figure of a reading, exact, in the unit it was read in.
func (s *scale) figureText(e *log.Entry, r *kind.Reading) string {
	if r.Figure == nil {
		return ""
	}
	return exactly(r.Figure.Length, e.Body.Unit)
}

// exactly is a length with its unit: in thou where it was read so and comes out whole to a
// thousandth, else in millimetres, which hold every nanometre.
func exactly(l quantity.Length, unit quantity.Unit) string {
	if (unit == quantity.UnitThou || unit == quantity.UnitInch) && l*1000%quantity.Thou == 0 {
		return l.Exact(quantity.UnitThou) + " thou"
	}
	return l.String()
}

func countText(part string) func(*log.Entry, *kind.Reading) string {
	return func(e *log.Entry, _ *kind.Reading) string {
		f := e.Body.Count
		switch {
		case f == nil:
			return ""
		case part == "":
			return f.Count.String()
		}
		l, err := f.Pack.Length(e.Body.Unit)
		if err != nil || f.Pack.Blank() {
			return ""
		}
		return exactly(l, e.Body.Unit)
	}
}

// answerAt is a figure of what a calculation came to, by its path there.
func answerAt(path string) func(*log.Entry, *kind.Reading) string {
	return func(e *log.Entry, r *kind.Reading) string {
		if r.Tool == nil || r.Tool.Out == nil {
			return ""
		}
		raw, err := json.Marshal(r.Tool.Out)
		var out map[string]any
		if err != nil || json.Unmarshal(raw, &out) != nil {
			return ""
		}
		at := kind.ValueAt(out, path)
		if list, ok := at.([]any); ok {
			return fmt.Sprint(len(list)) // how many there are
		}
		n, ok := at.(float64)
		if !ok {
			return ""
		}
		if name, _, _ := strings.Cut(path[strings.LastIndex(path, ".")+1:], "["); strings.HasSuffix(name, "_um") {
			return exactly(quantity.Length(math.Round(n*1000)), quantity.UnitMillimetre)
		}
		return fmt.Sprint(n)
	}
}

// textAt is what was typed into a field of a body.
func textAt(b *log.Body, path string) string {
	raw, err := json.Marshal(b)
	var fields map[string]any
	if err != nil || json.Unmarshal(raw, &fields) != nil {
		return ""
	}
	if v := kind.ValueAt(fields, path); v != nil {
		return strings.TrimSpace(fmt.Sprint(v))
	}
	return ""
}

// carriedInto notes which figures of a body are those that stand elsewhere: the text as it
// stood there, and where. What was typed over is not among them.
func (s *scale) carriedInto(step *plan.Step, b *log.Body) map[string]log.Carried {
	var from map[string]log.Carried
	targets := s.targets(step)
	for path, c := range s.carriedOnly(step) {
		if !targets && textAt(b, path) != c.Text {
			continue
		}
		if from == nil {
			from = map[string]log.Carried{}
		}
		from[path] = log.Carried{Step: c.Step, Entry: c.Entry, Value: c.Value, Text: c.Text}
	}
	return from
}

// changedSince says which carried figure of an entry is another one by now, "" where all
// stand as they did.
func (s *scale) changedSince(step *plan.Step, e *log.Entry) string {
	if len(step.From) == 0 || len(e.From) == 0 {
		return ""
	}
	now := s.carriedOnly(step)
	for _, path := range sortedKeys(e.From) {
		was, is := e.From[path], now[path]
		if !alike(is.Text, was.Text) {
			return figureChanged(s.fromTitle(was), was.Text, is.Text)
		}
	}
	return ""
}

// alike reports whether two figures are the same, whatever unit they stand in. A nanometre between them
// is none: one was lost in what was carried before 2026-12.
func alike(a, b string) bool {
	x, errA := quantity.Parse(a, quantity.UnitMicrometre)
	y, errB := quantity.Parse(b, quantity.UnitMicrometre)
	return a == b || errA == nil && errB == nil && (x-y).Abs() <= quantity.Nanometre
}

// fromTitle is what a carried figure is called.
func (s *scale) fromTitle(c log.Carried) string {
	if step := s.plan.Step(c.Step); step != nil {
		return step.Title
	}
	for _, v := range s.plan.Values {
		if v.Key == c.Value {
			return v.Title
		}
	}
	return c.Step
}
