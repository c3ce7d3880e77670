package job

import (
	"encoding/json"
	"fmt"
	"maps"
	"slices"
	"strconv"
	"strings"

	"settle/core/align"
	"settle/core/calc"
	"settle/core/field"
	"settle/core/fit"
	"settle/core/gauge"
	"settle/core/judge"
	"settle/core/log"
	"settle/core/plan"
	"settle/core/quantity"
)

// givenInput is what the plan and the pump's papers say of a calculation: a person
// need not type it, and cannot type over it.
type givenInput struct {
	log.Input
	terms *terms
}

func (t *terms) given(step *plan.Step) log.Input {
	in := &givenInput{log.Input{}, t}
	if k := t.kind(step); k.given != nil {
		k.given(t, step, in)
	}
	return in.Input
}

// text gives a value of the pump's as it is written.
func (in *givenInput) text(name, key string) {
	if t := strings.TrimSpace(in.terms.value(key).Text); key != "" && t != "" {
		in.Input[name] = t
	}
}

func (in *givenInput) amount(name, key string) {
	if f, ok := in.terms.amount(key); ok {
		in.Input[name] = f
	}
}

func (in *givenInput) count(name, key string) {
	if key != "" {
		in.Input[name] = in.terms.number(key)
	}
}

func ringGiven(t *terms, step *plan.Step, in *givenInput) {
	in.text("new", t.check(step).Of)
	if in.Input["phase"] = "as-built"; step.Phase == plan.Found {
		in.Input["phase"] = "as-found"
	}
}

func fitGiven(t *terms, step *plan.Step, in *givenInput) {
	check := t.check(step)
	in.Input["part"] = check.Seat
	in.text("nominal", check.Of)
	in.text("class", check.Class)
}

func shimGiven(t *terms, step *plan.Step, in *givenInput) {
	in.Input["adding"] = step.Adding
	if step.Touching {
		in.Input["measured"], in.Input["touching"] = "0 mm", true
	}
	in.count("stacks", step.Stacks)
	l := window(t, step)
	if l.Open() {
		return
	}
	target := map[string]any{}
	if l.Min != nil {
		target["min"] = l.Min.Um()
	}
	if l.Max != nil {
		target["max"] = l.Max.Um()
	}
	in.Input["target"] = target
}

func adjusterGiven(_ *terms, step *plan.Step, in *givenInput) {
	in.amount("threads_per_inch", step.Threads)
	in.text("pitch", step.Pitch)
	in.count("divisions", step.Notches)
	if step.Hand != "" {
		in.Input["hand"] = step.Hand
	}
}

func dripGiven(t *terms, step *plan.Step, in *givenInput) {
	rates := dripLimit(t, step).Rates
	if rates == nil {
		return
	}
	limit := map[string]any{}
	if rates.Min != nil {
		limit["min"] = *rates.Min
	}
	if rates.Max != nil {
		limit["max"] = *rates.Max
	}
	limit["from"] = string(dripLimit(t, step).Origin)
	in.Input["limit"] = limit
}

func alignGiven(_ *terms, step *plan.Step, in *givenInput) { in.amount("rpm", step.Speed) }

func greaseGiven(_ *terms, step *plan.Step, in *givenInput) {
	in.text("outside", step.Outside)
	in.text("width", step.Width)
}

func trialLimit(*terms, *plan.Step) *judge.Limit { return inWords(thinnestPack) }

// dripLimit is the limit that a step names, or what a plan of before such limits gives. A general
// rate is for water: of another liquid the maker knows.
func dripLimit(t *terms, step *plan.Step) *judge.Limit {
	limit := noLimit(judge.NoneKnown)
	if l, ok := t.opening.Limits[step.Rate]; ok {
		limit = &l
	} else if step.Most > 0 {
		limit = &judge.Limit{Origin: judge.General, Source: planRate, Rates: &gauge.Rates{Min: &step.Least, Max: &step.Most}}
	}
	if kind := t.opening.Carries; limit.Origin == judge.General && kind != "" && kind != judge.LikeWater {
		return noLimit(forWater)
	}
	return limit
}

func alignLimit(*terms, *plan.Step) *judge.Limit { return inWords(couplingTolerance) }

func feetLimit(*terms, *plan.Step) *judge.Limit { return atMost(align.SoftLimit) }

func strainLimit(*terms, *plan.Step) *judge.Limit { return atMost(align.StrainLimit) }

// atMost is a limit of general practice.
func atMost(most quantity.Length) *judge.Limit {
	return &judge.Limit{Bounds: judge.Bounds{Max: &most}, Origin: judge.General, Source: generalPractice}
}

// seatLimit is the limit of a ring or a bearing seat where nobody has written one down: it
// follows from the pump's dimensions. A ring as built is held to its clearance when new.
func (t *terms) seatLimit(check *plan.Check) limits {
	size, known := t.length(check.Of)
	switch {
	case !known:
	case check.Instrument == plan.Ring:
		fresh, source := judge.RingSpan{Max: &size, Nominal: true}, t.value(check.Of).Source
		found, _, _ := judge.RingWindow(fresh, judge.RingUse{}, judge.RingFactor, false)
		built, from, _ := judge.RingWindow(fresh, judge.RingUse{}, judge.RingFactor, true)
		return limits{
			found: &judge.Limit{Bounds: found, Origin: judge.General, Source: timesNew(judge.RingFactor, source)},
			built: &judge.Limit{Bounds: built, Origin: judge.Maker, Source: newRing(source, from)},
		}
	case check.Instrument == plan.Fit:
		class := strings.TrimSpace(t.value(check.Class).Text)
		if band, err := fit.Class(fit.Part(check.Seat), class, size); err == nil {
			seat := &judge.Limit{Bounds: judge.Bounds{Min: &band.Low, Max: &band.High}, Origin: judge.General,
				Source: classOf(class)}
			return limits{seat, seat}
		}
	}
	none := noLimit(judge.NoneKnown)
	return limits{none, none}
}

// over puts what is given over what was typed.
func over(typed, given map[string]any) map[string]any {
	out := make(map[string]any, len(typed)+len(given))
	maps.Copy(out, typed)
	for k, v := range given {
		below, both := v.(map[string]any)
		if old, ok := out[k].(map[string]any); ok && both {
			v = over(old, below)
		}
		out[k] = v
	}
	return out
}

// asked is a step that is a calculation and nothing else.
func asked(s *scale, step *plan.Step, b *log.Body, r *gauge.Reader) *Reading {
	if b.Tool == nil && !r.Partial {
		return missing(r, "tool", "is missing: what was measured")
	}
	return s.calculate(step, withGauge(s.kind(step).tool, b), "tool", r)
}

// A seat is read in two planes, at three angles in each: fewer do not show that it is oval or tapered.
const (
	seatPlanes = 2
	seatAngles = 3
)

// seated is a bearing seat. Read at too few places it passes nothing; what was entered before that was
// asked stays.
func seated(s *scale, step *plan.Step, b *log.Body, r *gauge.Reader) *Reading {
	reading := asked(s, step, b, r)
	if reading == nil || reading.Tool.Words == nil || r.Kept || planesOf(b.Tool) >= seatPlanes {
		return reading
	}
	if capped := reading.Verdict.Capped(); capped != reading.Verdict {
		reading.Verdict = capped
		reading.Warnings = append(reading.Warnings, gauge.FewPlanes)
	}
	return reading
}

// planesOf is in how many planes enough angles were read.
func planesOf(in log.Input) int {
	readings, _ := in["readings"].([]any)
	angles := map[any]int{}
	n := 0
	for _, x := range readings {
		one, _ := x.(map[string]any)
		plane, _ := one["plane"].(string)
		if angles[plane]++; angles[plane] == seatAngles {
			n++
		}
	}
	return n
}

// aligned is an alignment. A foot that lifts caps it: the last that was read of the feet goes with it.
func aligned(s *scale, step *plan.Step, b *log.Body, r *gauge.Reader) *Reading {
	if b.Tool == nil && !r.Partial {
		return missing(r, "tool", "is missing: what was measured")
	}
	in := withGauge(s.kind(step).tool, b)
	if feet := s.feet(); feet != nil && in["soft_foot"] == nil {
		in = over(in, log.Input{"soft_foot": feet})
	}
	reading := s.calculate(step, in, "tool", r)
	if reading != nil && step.Phase == plan.Found {
		calc.AsFound(reading.Tool)
	}
	return reading
}

// feet are the lifts of the driver's feet as they were last read, nil where they were not: as they stood
// when the alignment was entered. A foot that is cured later does not make good what was read on it.
func (s *scale) feet() map[string]any {
	var last *log.Entry
	for i := range s.steps {
		step := s.steps[i].Step
		if e := s.latest(step); step.Kind == plan.Feet && e != nil && s.has(step) && e.Body.Tool != nil &&
			(last == nil || e.Seq > last.Seq) {
			last = e
		}
	}
	if last == nil {
		return nil
	}
	out := map[string]any{}
	for _, foot := range align.AllFeet {
		switch typed := last.Body.Tool[string(foot)].(type) {
		case string: // in the unit of its own entry
			l, err := quantity.ParseKept(typed, last.Body.Unit)
			if err != nil {
				return nil
			}
			out[string(foot)] = fmt.Sprintf("%.6f mm", l.Um()/1000)
		default: // a number is micrometres, whoever asks
			out[string(foot)] = typed
		}
	}
	return out
}

// withGauge is what was typed into a calculator, with the division and the error of the gauge in
// the hand where the calculator takes them.
func withGauge(tool string, b *log.Body) log.Input {
	known := log.Input{}
	if b.Gauge != nil && b.Gauge.Graduation != "" && calc.Takes(tool, "graduation") {
		known["graduation"] = b.Gauge.Graduation
	}
	if b.Gauge != nil && !b.Gauge.MPE.Blank() && calc.Takes(tool, "mpe") {
		known["mpe"] = b.Gauge.MPE.String()
	}
	return over(b.Tool, known)
}

// shimmed is a pack worked out: into a window that nobody gave it is not judged.
func shimmed(s *scale, step *plan.Step, b *log.Body, r *gauge.Reader) *Reading {
	if step.Right == plan.EitherFeel {
		dragged := *b
		dragged.Tool = draggedFree(b.Tool)
		b = &dragged
	}
	reading := asked(s, step, b, r)
	if reading != nil && reading.Tool.Words != nil && window(s.terms, step).Open() {
		reading.Verdict = judge.NoLimit
	}
	return reading
}

// tried is a pack found by trial, which is finished when the calculator says so.
func tried(s *scale, step *plan.Step, b *log.Body, r *gauge.Reader) *Reading {
	if step.Right == plan.EitherFeel {
		dragged := *b
		dragged.Tool = draggedFree(b.Tool)
		b = &dragged
	}
	reading := asked(s, step, b, r)
	if reading != nil && reading.Tool.Words != nil && reading.Verdict == "" && !r.Partial {
		main := reading.Tool.Words.Main
		return missing(r, "tool.trials", "is not finished: "+main.Name+" "+main.Value.Mm)
	}
	return reading
}

// draggedFree are the trials with a light drag taken for free: with the seal on the shaft it drags.
func draggedFree(in log.Input) log.Input {
	trials, ok := in["trials"].([]any)
	if !ok {
		return in
	}
	in, free := maps.Clone(in), slices.Clone(trials)
	for i := range free {
		if t, ok := free[i].(map[string]any); ok && t["turns"] == string(gauge.Light) {
			t = maps.Clone(t)
			t["turns"] = string(gauge.Free)
			free[i] = t
		}
	}
	in["trials"] = free
	return in
}

// calculate asks the calculator of a step. Its errors stand under path; while it is
// still typed those of boxes that are blank are left out.
func (s *scale) calculate(step *plan.Step, typed log.Input, path string, r *gauge.Reader) *Reading {
	raw, err := json.Marshal(over(typed, s.given(step)))
	if err != nil {
		r.Errors.Add(path, fmt.Errorf("cannot be read"))
		return nil
	}
	look := calc.Preview(s.kind(step).tool, raw, r)
	for _, e := range look.Errors {
		if !r.Partial || filled(typed, e.Field) {
			r.Errors.Add(path, e)
		}
	}
	look.Errors = nil
	reading := &Reading{Tool: &look}
	if look.Words == nil {
		if !r.Partial {
			return nil
		}
		return reading
	}
	w := look.Words
	reading.Figure, reading.Verdict = w.Figure, judge.Result(w.Verdict)
	if w.Figure == nil {
		reading.Text = w.Main.Value.Mm
	}
	reading.Limit = s.limitOf(step)
	if look.Bounds != nil {
		reading.Limit = ringLimit(*reading.Limit, look, s.value(s.check(step).Of).Source, step.Phase)
	}
	return reading
}

// ringLimit is the limit by which a ring was judged: its least may hang on the hub that was measured.
func ringLimit(limit judge.Limit, look calc.Look, source, phase string) *judge.Limit {
	limit.Bounds = *look.Bounds
	switch {
	case limit.Open():
		return noLimit(judge.NoneKnown)
	case limit.Max == nil:
		limit.Origin = judge.General
		limit.Source = generalRing
	case phase == plan.Found:
		limit.Source = timesNew(judge.RingFactor, source)
	default:
		limit.Source = newRing(source, look.LeastFrom)
	}
	return &limit
}

// filled reports whether something was typed at a path such as trials[0].in.
func filled(in map[string]any, path string) bool {
	at := valueAt(in, path)
	text, isText := at.(string)
	return at != nil && (!isText || strings.TrimSpace(text) != "")
}

// valueAt is what stands at a path such as trials[0].in, nil where nothing does.
func valueAt(in map[string]any, path string) any {
	var at any = in
	for _, key := range strings.FieldsFunc(path, func(r rune) bool { return r == '.' || r == '[' || r == ']' }) {
		switch x := at.(type) {
		case map[string]any:
			at = x[key]
		case []any:
			i, err := strconv.Atoi(key)
			if err != nil || i < 0 || i >= len(x) {
				return nil
			}
			at = x[i]
		default:
			return nil
		}
	}
	return at
}

// maxInput bounds the input of a calculator, in bytes.
const maxInput = 64 << 10

// checkInput bounds what a client may send as the input of a calculator.
func checkInput(in log.Input) error {
	if b, err := json.Marshal(in); err != nil || len(b) > maxInput {
		return field.Errorf("tool", "is longer than a calculation can be")
	}
	return nil
}
