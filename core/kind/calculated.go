package kind

import (
	"encoding/json"
	"fmt"
	"maps"
	"strconv"
	"strings"

	"settle/core/calc"
	"settle/core/field"
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
	terms Terms
}

// given is what the plan and the pump's papers say of the calculation of a step.
func given(t Terms, step *plan.Step) log.Input {
	in := &givenInput{log.Input{}, t}
	if k := Of(step); k.given != nil {
		k.given(t, step, in)
	}
	return in.Input
}

// text gives a value of the pump's as it is written.
func (in *givenInput) text(name, key string) {
	if t := strings.TrimSpace(Value(in.terms, key).Text); key != "" && t != "" {
		in.Input[name] = t
	}
}

func (in *givenInput) amount(name, key string) {
	if f, ok := amountOf(in.terms, key); ok {
		in.Input[name] = f
	}
}

func (in *givenInput) count(name, key string) {
	if key != "" {
		in.Input[name] = Number(in.terms, key)
	}
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
func asked(s Scale, step *plan.Step, b *log.Body, r *gauge.Reader) *Reading {
	if b.Tool == nil && !r.Partial {
		return missing(r, "tool", "is missing: what was measured")
	}
	return calculate(s, step, withGauge(Of(step).Tool, b), "tool", r)
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

// calculate asks the calculator of a step. Its errors stand under path; while it is
// still typed those of boxes that are blank are left out.
func calculate(s Scale, step *plan.Step, typed log.Input, path string, r *gauge.Reader) *Reading {
	raw, err := json.Marshal(over(typed, given(s, step)))
	if err != nil {
		r.Errors.Add(path, fmt.Errorf("cannot be read"))
		return nil
	}
	look := calc.Preview(Of(step).Tool, raw, r)
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
	reading.Limit = limitOf(s, step)
	if look.Bounds != nil {
		reading.Limit = ringLimit(*reading.Limit, look, Value(s, checkAt(s, step).Of).Source, step.Phase)
	}
	return reading
}

// filled reports whether something was typed at a path such as trials[0].in.
func filled(in map[string]any, path string) bool {
	at := ValueAt(in, path)
	text, isText := at.(string)
	return at != nil && (!isText || strings.TrimSpace(text) != "")
}

// ValueAt is what stands at a path such as trials[0].in, nil where nothing does.
func ValueAt(in map[string]any, path string) any {
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

// atMost is a limit of general practice.
func atMost(most quantity.Length) *judge.Limit {
	return &judge.Limit{Bounds: judge.Bounds{Max: &most}, Origin: judge.General, Source: generalPractice}
}

// generalPractice is where a limit comes from that the trade goes by.
const generalPractice = "general practice"

// maxInput bounds the input of a calculator, in bytes.
const maxInput = 64 << 10

// CheckInput bounds what a client may send as the input of a calculator.
func CheckInput(in log.Input) error {
	if b, err := json.Marshal(in); err != nil || len(b) > maxInput {
		return field.Errorf("tool", "is longer than a calculation can be")
	}
	return nil
}
