package job

import (
	"encoding/json"
	"errors"
	"fmt"
	"math"
	"strconv"
	"strings"
	"time"

	"settle/core/calc"
	"settle/core/field"
	"settle/core/fit"
	"settle/core/gauge"
	"settle/core/judge"
	"settle/core/plan"
	"settle/core/quantity"
)

// Input is what a calculator was asked, as typed: the object of docs/calc.md
// without what the plan and the pump's papers give.
type Input map[string]any

// DirectForm is one value read directly, or a leaf that just goes.
type DirectForm struct {
	Value      quantity.Typed `json:"value,omitzero"`
	Graduation quantity.Typed `json:"graduation,omitzero"`
	Leaf       bool           `json:"leaf,omitempty" doc:"the thickest leaf that goes: no graduation is asked"`
}

// TravelForm is the depth of the rotor from a datum, right down and right up.
type TravelForm struct {
	Down       quantity.Typed `json:"down,omitzero"`
	Up         quantity.Typed `json:"up,omitzero"`
	Graduation quantity.Typed `json:"graduation,omitzero"`
}

// HeatForm is a heating and how it went home.
type HeatForm struct {
	Input Input      `json:"input" doc:"of the calculator heat"`
	Left  *time.Time `json:"left,omitempty" doc:"when it left the heater"`
	Home  *time.Time `json:"home,omitempty" doc:"when it was home"`

	Cool   quantity.Number `json:"cool,omitzero" doc:"°C at the final tightening"`
	Seated bool            `json:"seated,omitempty" doc:"no leaf enters at the shoulder"`
}

// WaitForm is a time that was waited.
type WaitForm struct {
	Began *time.Time `json:"began,omitempty"`
	Ended *time.Time `json:"ended,omitempty"`

	Cool quantity.Number `json:"cool,omitzero" doc:"°C when the work went on"`
}

// TestForm is a leak test.
type TestForm struct {
	Pressure string          `json:"pressure,omitempty" doc:"with its unit, as on the gauge"`
	Minutes  quantity.Number `json:"minutes,omitzero" doc:"how long it was held"`
	Drops    quantity.Number `json:"drops,omitzero"`
}

// calculators names the calculator behind a step, or behind the instrument of
// its check.
func (s *scale) calculator(step *plan.Step) string {
	switch step.Kind {
	case plan.Measure:
		return map[string]string{plan.Ring: "ring", plan.Fit: "fit"}[s.plan.Checks[step.Check].Instrument]
	case plan.Set:
		return map[string]string{plan.ByShims: "shim", plan.ByTrial: "shim-trial", plan.ByAdjuster: "lateral"}[step.Method]
	case plan.Heat:
		return "heat"
	case plan.Drip:
		return "drip"
	case plan.Align:
		return "align"
	case plan.Grease:
		return "grease"
	}
	return ""
}

// given is what the plan and the pump's papers say of a calculation: a person
// need not type it, and cannot type over it.
func (s *scale) given(step *plan.Step) Input {
	in := Input{}
	text := func(name, key string) {
		if t := strings.TrimSpace(s.value(key).Text); key != "" && t != "" {
			in[name] = t
		}
	}
	amount := func(name, key string) {
		if f, ok := s.amount(key); ok {
			in[name] = f
		}
	}
	switch step.Kind {
	case plan.Measure:
		check := s.plan.Checks[step.Check]
		switch check.Instrument {
		case plan.Ring:
			text("new", check.Of)
		case plan.Fit:
			in["part"] = check.Seat
			text("nominal", check.Of)
			text("class", check.Class)
		}
	case plan.Set:
		switch step.Method {
		case plan.ByShims:
			in["adding"] = step.Adding
			if step.Stacks != "" {
				in["stacks"] = s.number(step.Stacks)
			}
			if l := s.window(step); !l.Open() {
				in["target"] = bounds(l.Bounds)
			}
		case plan.ByAdjuster:
			amount("threads_per_inch", step.Threads)
			text("pitch", step.Pitch)
			if step.Notches != "" {
				in["divisions"] = s.number(step.Notches)
			}
			if step.Hand != "" {
				in["hand"] = step.Hand
			}
		}
	case plan.Heat:
		in["cap_c"] = float64(step.Cap)
		text("bore", step.Bore)
	case plan.Drip:
		if step.Most > 0 {
			in["limit"] = map[string]any{"min": step.Least, "max": step.Most}
		}
	case plan.Align:
		amount("rpm", step.Speed)
	case plan.Grease:
		text("outside", step.Outside)
		text("width", step.Width)
	}
	return in
}

func bounds(b judge.Bounds) map[string]any {
	m := map[string]any{}
	if b.Min != nil {
		m["min"] = b.Min.Um()
	}
	if b.Max != nil {
		m["max"] = b.Max.Um()
	}
	return m
}

// window is the limit that a clearance is set into.
func (s *scale) window(step *plan.Step) *judge.Limit {
	if l, ok := s.opening.Limits[step.Window]; ok {
		return &l
	}
	return &judge.Limit{Origin: judge.None, Source: judge.NoneKnown}
}

// over puts what is given over what was typed.
func over(typed, given map[string]any) map[string]any {
	out := make(map[string]any, len(typed)+len(given))
	for k, v := range typed {
		out[k] = v
	}
	for k, v := range given {
		below, both := v.(map[string]any)
		if old, ok := out[k].(map[string]any); ok && both {
			v = over(old, below)
		}
		out[k] = v
	}
	return out
}

// tool asks the calculator of a step. Its errors stand under path; while it is
// still typed those of boxes that are blank are left out.
func (s *scale) tool(step *plan.Step, typed Input, path string, r *gauge.Reader) *Reading {
	kind := s.calculator(step)
	raw, err := json.Marshal(over(typed, s.given(step)))
	if err != nil {
		r.Errors.Add(path, fmt.Errorf("cannot be read"))
		return nil
	}
	look := calc.Preview(kind, raw, r.Unit)
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
	reading.Limit = s.toolLimit(step)
	return s.settled(step, reading, look, r)
}

// settled is what a plan makes of an answer: a window that nobody gave is no
// limit, and a trial is finished when it says so.
func (s *scale) settled(step *plan.Step, reading *Reading, look calc.Look, r *gauge.Reader) *Reading {
	switch {
	case step.Kind == plan.Set && step.Method == plan.ByShims && s.window(step).Open():
		reading.Verdict = judge.NoLimit
	case step.Kind == plan.Set && step.Method == plan.ByTrial && reading.Verdict == "" && !r.Partial:
		return missing(r, "tool.trials", "is not finished: "+look.Words.Main.Name+" "+look.Words.Main.Value.Mm)
	}
	return reading
}

// toolLimit is what a calculation is judged by, in words where it is no length.
func (s *scale) toolLimit(step *plan.Step) *judge.Limit {
	none := &judge.Limit{Origin: judge.None, Source: judge.NoneKnown}
	switch step.Kind {
	case plan.Measure:
		return s.limit(s.plan.Checks[step.Check])
	case plan.Set:
		if step.Method == plan.ByTrial {
			return &judge.Limit{Source: "the thinnest pack with which it turns free"}
		}
		return s.window(step)
	case plan.Heat:
		return &judge.Limit{Source: fmt.Sprintf("cap of the weakest part, %d °C", step.Cap)}
	case plan.Drip:
		if step.Most > 0 {
			return &judge.Limit{Source: fmt.Sprintf("%g to %g drops a minute, general service, rule of thumb, to be "+
				"replaced by the maker's value", step.Least, step.Most)}
		}
	case plan.Align:
		return &judge.Limit{Source: "the coupling maker's tolerance, or the general table by speed"}
	}
	return none
}

// ringFactor is how many times its new clearance a wear ring may come to.
const ringFactor = 2

// seatLimit is the limit of a ring or a bearing seat where nobody has written
// one down: it follows from the pump's dimensions.
func (s *scale) seatLimit(check *plan.Check) *judge.Limit {
	size, known := s.length(check.Of)
	switch {
	case !known:
	case check.Instrument == plan.Ring:
		top := size * ringFactor
		return &judge.Limit{Bounds: judge.Bounds{Max: &top}, Origin: judge.General,
			Source: fmt.Sprintf("twice the new clearance (%s)", s.value(check.Of).Source)}
	case check.Instrument == plan.Fit:
		class := strings.TrimSpace(s.value(check.Class).Text)
		if band, err := fit.Class(fit.Part(check.Seat), class, size); err == nil {
			return &judge.Limit{Bounds: judge.Bounds{Min: &band.Low, Max: &band.High}, Origin: judge.General,
				Source: "ISO 286, class " + class + ", off nominal"}
		}
	}
	return &judge.Limit{Origin: judge.None, Source: judge.NoneKnown}
}

// filled reports whether something was typed at a path such as trials[0].in.
func filled(in map[string]any, path string) bool {
	var at any = map[string]any(in)
	for _, key := range strings.FieldsFunc(path, func(r rune) bool { return r == '.' || r == '[' || r == ']' }) {
		switch x := at.(type) {
		case map[string]any:
			at = x[key]
		case Input:
			at = x[key]
		case []any:
			i, err := strconv.Atoi(key)
			if err != nil || i < 0 || i >= len(x) {
				return false
			}
			at = x[i]
		default:
			return false
		}
	}
	text, isText := at.(string)
	return at != nil && (!isText || strings.TrimSpace(text) != "")
}

func (s *scale) direct(limit *judge.Limit, f *DirectForm, r *gauge.Reader) *Reading {
	if f == nil {
		return missing(r, "direct", "is missing: the value measured")
	}
	value, ok := r.Length(gauge.Named("direct.value"), f.Value)
	var graduation quantity.Length
	if !f.Leaf {
		var okGraduation bool
		if graduation, okGraduation = r.Length(gauge.Named("direct.graduation"), f.Graduation); okGraduation &&
			graduation <= 0 {
			r.Errors.Add("direct.graduation",
				fmt.Errorf("must be greater than zero: the value of one division, such as 0.01 mm"))
		}
		ok = ok && graduation > 0
	}
	if !ok {
		return nil
	}
	v := judge.Length(value, gauge.DirectUncertainty(graduation), limit.Bounds)
	if f.Leaf && v.Result == judge.Close { // a leaf is its own uncertainty
		v.Result = judge.Within
	}
	return judged(&Reading{Figure: figure(value), next: judge.NextDirect(graduation, v)}, v, limit)
}

func (s *scale) travel(check *plan.Check, limit *judge.Limit, f *TravelForm, r *gauge.Reader) *Reading {
	if f == nil {
		return missing(r, "travel", "is missing: the depth right down and right up")
	}
	down, okDown := r.Length(gauge.Named("travel.down"), f.Down)
	up, okUp := r.Length(gauge.Named("travel.up"), f.Up)
	graduation, ok := r.Length(gauge.Named("travel.graduation"), f.Graduation)
	if ok && graduation <= 0 {
		r.Errors.Add("travel.graduation",
			fmt.Errorf("must be greater than zero: the value of one division of the depth gauge"))
	}
	if !okDown || !okUp || !ok || graduation <= 0 {
		return nil
	}
	length := (down - up).Abs()
	reading := judged(&Reading{Figure: figure(length)}, judge.Length(length, gauge.DifferenceUncertainty(graduation),
		limit.Bounds), limit)
	for _, end := range []struct {
		at, key string
		depth   quantity.Length
	}{{"right down", check.Down, down}, {"right up", check.Up, up}} {
		window := s.opening.Limits[end.key]
		v := judge.Length(end.depth, gauge.DirectUncertainty(graduation), window.Bounds)
		reading.Places = append(reading.Places, Place{At: end.at, Low: Figure{Length: end.depth},
			High: Figure{Length: end.depth}, Result: judge.OpeningResult(v.Result)})
		if heavier(v.Result, reading.Verdict) {
			reading.Verdict, reading.Limit, reading.Margin = v.Result, &window, nil
			if window.Source == "" {
				reading.Limit = &judge.Limit{Origin: judge.None, Source: judge.NoneKnown}
			}
		}
	}
	return reading
}

// heavier orders verdicts: what keeps a person longer is the heavier.
func heavier(a, b judge.Result) bool {
	rank := map[judge.Result]int{judge.Within: 1, judge.Close: 2, judge.NoLimit: 3, judge.Undecided: 4, judge.Out: 5}
	return rank[a] > rank[b]
}

func (s *scale) heat(step *plan.Step, f *HeatForm, r *gauge.Reader) *Reading {
	if f == nil {
		return missing(r, "heat", "is missing: the bearing and how it went home")
	}
	cool, coolKnown := number(r, "heat.cool", f.Cool)
	reading := s.tool(step, f.Input, "heat.input", r)
	if reading == nil || reading.Tool.Words == nil || r.Partial || len(r.Errors) > 0 {
		return reading
	}
	switch {
	case reading.Verdict == judge.Out: // over the cap: pressed or shrunk instead, a person says how
	case f.Home == nil || f.Left == nil:
		return missing(r, "heat.home", "is missing: mark when it left the heater and when it was home")
	case f.Home.Before(*f.Left):
		r.Errors.Add("heat.home",
			errors.New("is before it left the heater: set the clock of this machine, then mark both again"))
		return nil
	case !f.Seated:
		return missing(r, "heat.seated", "must be true: a thin leaf must not enter at the shoulder")
	case !coolKnown:
		return missing(r, "heat.cool",
			fmt.Sprintf("is missing: the temperature at the final tightening, below %d °C", step.Below))
	case step.Below > 0 && cool >= float64(step.Below):
		r.Errors.Add("heat.cool", fmt.Errorf("is %g °C: wait until it is below %d °C, then tighten", cool, step.Below))
		return nil
	}
	if f.Home != nil && f.Left != nil {
		took := f.Home.Sub(*f.Left).Round(time.Second)
		reading.Text += fmt.Sprintf(", home in %d:%02d min", int(took.Minutes()), int(took.Seconds())%60)
		late := step.Home > 0 && took > time.Duration(step.Home)*time.Minute
		if late && reading.Verdict == judge.Within {
			reading.Verdict, reading.Limit = judge.Out, &judge.Limit{Source: fmt.Sprintf("home within %d minutes", step.Home)}
		}
	}
	return reading
}

// number reads a number that may be blank; what is wrong with it stands under path.
func number(r *gauge.Reader, path string, n quantity.Number) (float64, bool) {
	if n.Blank() {
		return 0, false
	}
	v, err := n.Value()
	if err != nil {
		r.Errors.Add(path, err)
		return 0, false
	}
	f, _ := v.Float64()
	return f, true
}

func wait(step *plan.Step, f *WaitForm, r *gauge.Reader) *Reading {
	if f == nil {
		return missing(r, "wait.began", "is missing: start the clock")
	}
	cool, coolKnown := number(r, "wait.cool", f.Cool)
	switch {
	case f.Began == nil:
		return missing(r, "wait.began", "is missing: start the clock")
	case f.Ended == nil:
		return missing(r, "wait.ended", "is missing: stop the clock when the work continues")
	case f.Ended.Before(*f.Began):
		return missing(r, "wait.ended", "is before it began: set the clock of this machine, then start it again")
	case step.Below > 0 && !coolKnown:
		return missing(r, "wait.cool", fmt.Sprintf("is missing: the temperature, below %d °C", step.Below))
	}
	waited := f.Ended.Sub(*f.Began)
	reading := &Reading{Text: fmt.Sprintf("waited %d min", int(waited.Minutes())), Verdict: judge.Within,
		Limit: &judge.Limit{Source: fmt.Sprintf("%d minutes", step.Minutes)}}
	short := waited < time.Duration(step.Minutes)*time.Minute
	if step.Below > 0 {
		reading.Text, reading.Limit.Source = fmt.Sprintf("%g °C", cool), fmt.Sprintf("below %d °C", step.Below)
		short = cool >= float64(step.Below)
	}
	if short {
		reading.Verdict = judge.Out
	}
	return reading
}

func (s *scale) test(step *plan.Step, f *TestForm, r *gauge.Reader) *Reading {
	if f == nil {
		return missing(r, "test", "is missing: the pressure, the minutes and the drops")
	}
	minutes, minutesKnown := number(r, "test.minutes", f.Minutes)
	drops, dropsKnown := number(r, "test.drops", f.Drops)
	if minutesKnown && !(minutes >= 0 && minutes < 1e5) {
		r.Errors.Add("test.minutes", fmt.Errorf("is %g: write how many minutes it was held, such as 10", minutes))
	}
	if dropsKnown && (drops < 0 || drops != math.Trunc(drops)) {
		r.Errors.Add("test.drops", fmt.Errorf("is %g: write how many drops, a whole number, 0 for none", drops))
	}
	switch {
	case len(r.Errors) > 0:
		return nil
	case strings.TrimSpace(f.Pressure) == "":
		return missing(r, "test.pressure", "is missing: what the gauge showed, with its unit")
	case !minutesKnown:
		return missing(r, "test.minutes", "is missing: how long it was held")
	case !dropsKnown:
		return missing(r, "test.drops", "is missing: how many drops, 0 for none")
	}
	asked := strings.TrimSpace(s.value(step.Pressure).Text)
	reading := &Reading{
		Text:    fmt.Sprintf("%s, %g min, %g drops", strings.TrimSpace(f.Pressure), minutes, drops),
		Verdict: judge.Within,
		Limit: &judge.Limit{Source: strings.TrimPrefix(fmt.Sprintf("%s, held %d min, at most %d drops", asked, step.Minutes,
			step.Drops), ", ")},
	}
	switch {
	case drops > float64(step.Drops) || minutes < float64(step.Minutes):
		reading.Verdict = judge.Out
	case asked == "" && step.Pressure != "":
		reading.Verdict, reading.Limit = judge.NoLimit, &judge.Limit{Origin: judge.None,
			Source: "no test pressure known: look it up in the maker's manual and enter it on the pump"}
	}
	return reading
}

// checkInput bounds what a client may send as the input of a calculator.
func checkInput(in Input) error {
	if b, err := json.Marshal(in); err != nil || len(b) > 64<<10 {
		return field.Errorf("tool", "is longer than a calculation can be")
	}
	return nil
}
