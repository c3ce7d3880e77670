package job

import (
	"fmt"
	"math/big"
	"strings"

	"settle/core/calc"
	"settle/core/field"
	"settle/core/gauge"
	"settle/core/judge"
	"settle/core/plan"
)

// Reading is what was entered at a step, worked out and judged.
type Reading struct {
	// Figure is the number that is judged; High the other end of a range.
	// Both are nil at a step where nothing is measured: Text says it then.
	Figure  *Figure      `json:"figure,omitempty"`
	High    *Figure      `json:"high,omitempty"`
	Text    string       `json:"text,omitempty"`
	Verdict judge.Result `json:"verdict,omitempty" enum:"within,close,out,undecided,no-limit" doc:"if it is judged"`
	Limit   *judge.Limit `json:"-"`

	Margin      *Figure       `json:"margin,omitempty" doc:"to the nearest bound, negative outside"`
	Uncertainty *Figure       `json:"uncertainty,omitempty"`
	Warnings    []string      `json:"warnings,omitempty"`
	Outcome     judge.Outcome `json:"outcome,omitempty" enum:"reuse,dress,repair,replace,order" doc:"of a part"`
	Rule        string        `json:"rule,omitempty" doc:"the rule behind the outcome"`
	Was         judge.Outcome `json:"was,omitempty" enum:"reuse,dress,repair,replace,order" doc:"what the rule said then"`
	ByRule      judge.Outcome `json:"by_rule,omitempty" enum:"reuse,dress,repair,replace,order" doc:"overruled"`

	Dial    *DialReading `json:"dial,omitempty"`
	Found   []FoundAt    `json:"found,omitempty" doc:"an inspection: what was found, and where"`
	Spread  *Figure      `json:"spread,omitempty"`
	Places  []Place      `json:"places,omitempty"`
	Torque  *Pull        `json:"torque,omitempty"`
	Passes  []Pass       `json:"passes,omitempty" doc:"torque: each pass and the check, with what the wrench is set to"`
	Against *Figure      `json:"against,omitempty" doc:"a setting: what was measured"`
	Tool    *calc.Look   `json:"tool,omitempty" doc:"what the step's calculator says"`

	next []judge.Next // what would settle it, where it is close or undecided
}

// FoundAt is a finding with its place.
type FoundAt struct {
	Key   string `json:"key"`
	Words string `json:"words"`
	Spot
}

// DialReading is what readings round the clock tell beside their number.
type DialReading struct {
	TIR       *Figure  `json:"tir,omitempty"`
	Fitted    *Figure  `json:"fitted,omitempty"`
	OffCentre *Figure  `json:"off_centre,omitempty"`
	HighDeg   *float64 `json:"high_deg,omitempty"`
	HighClock string   `json:"high_clock,omitempty"`
	Closure   *Figure  `json:"closure,omitempty"`
	SumRule   *Figure  `json:"sum_rule,omitempty"`
	Form      *Figure  `json:"form,omitempty"`
	Level     *Figure  `json:"level,omitempty" doc:"mean level of the fitted circle"`
	Points    []Point  `json:"points,omitempty"`
	SagTaken  bool     `json:"sag_taken,omitempty" doc:"the sag of the arm was taken off"`
}

// Point is one reading with its place.
type Point struct {
	Deg   float64 `json:"deg"`
	Value Figure  `json:"value"`
}

// Place is the clearance at one place.
type Place struct {
	At       string              `json:"at"`
	Low      Figure              `json:"low"`
	High     Figure              `json:"high"`
	Result   judge.OpeningResult `json:"result" enum:"within,close,tight,wide,undecided,no-limit"`
	NextLeaf *Figure             `json:"next_leaf,omitempty"`
}

// scale is all that a step is weighed with.
type scale struct {
	opening *Opening
	plan    *plan.Plan
	choice  choices
	count   func(step string) *big.Rat   // what was counted at another step, nil while it was not
	read    func(check string) *Reading  // what a check came to, nil while it was not taken
	limits  map[*plan.Check]*judge.Limit // found once
}

// choices answers conditions on options and schools; parts are added by Derive.
type choices struct {
	opening *Opening
	decided map[string]judge.Outcome
}

func (c choices) Choice(key string) string {
	if v, ok := c.opening.Options[key]; ok {
		return v
	}
	return c.opening.Schools[key]
}

func (c choices) Decided(part string) judge.Outcome { return c.decided[part] }

// weigh works out what was entered at a step. The errors name every field that
// is wrong. A partial body is one still being typed: the reading is nil until
// there is enough of it.
func (s *scale) weigh(step *plan.Step, b *Body, partial bool) (*Reading, field.Errors) {
	r := gauge.Reader{Unit: b.Unit, Partial: partial}
	if _, known := b.Unit.Size(); b.Unit != "" && !known {
		r.Errors.Add("unit", fmt.Errorf("is %q: write thou, in, mm or um", b.Unit))
		return nil, r.Errors
	}
	if strings.TrimSpace(b.Skip) != "" {
		if !skippable[step.Kind] {
			return nil, field.Errors{field.Errorf("skip", "is not for this step: it has to be done")}
		}
		return &Reading{Text: "not taken: " + b.Skip}, nil
	}
	reading := s.step(step, b, &r)
	if len(r.Errors) > 0 && !partial {
		return nil, r.Errors
	}
	return reading, r.Errors
}

// skippable are the kinds of step that may be left out, with a reason: a pump
// that came in pieces has no as-found run-out.
var skippable = map[string]bool{
	plan.Measure: true, plan.Turn: true, plan.Count: true, plan.Mark: true, plan.Inspect: true, plan.Torque: true,
	plan.Set: true, plan.Heat: true, plan.Wait: true, plan.Drip: true, plan.Test: true, plan.Align: true,
	plan.Grease: true, plan.Photo: true,
}

func (s *scale) step(step *plan.Step, b *Body, r *gauge.Reader) *Reading {
	switch step.Kind {
	case plan.Do, plan.Caution:
		if !b.Done {
			return missing(r, "done", "must be true: it says that this was done")
		}
		return &Reading{Text: "done"}
	case plan.Turn:
		return turn(step, b.Turn, r)
	case plan.Count:
		return s.counted(step, b.Count, r)
	case plan.Mark:
		return marks(step, b.Marks, r)
	case plan.Inspect:
		return s.inspect(s.plan.Part(step.Part), b.Inspect, r)
	case plan.Torque:
		return s.torque(step, b.Torque, r)
	case plan.Set:
		if step.Method == plan.ByLeaf {
			return s.direct(s.window(step), b.Direct, r)
		}
		return s.asked(step, b.Tool, r)
	case plan.Drip, plan.Align, plan.Grease:
		return s.asked(step, b.Tool, r)
	case plan.Heat:
		return s.heat(step, b.Heat, r)
	case plan.Wait:
		return wait(step, b.Wait, r)
	case plan.Test:
		return s.test(step, b.Test, r)
	case plan.Photo:
		return photo(b.Photo, r)
	case plan.Sign:
		if b.Sign == nil {
			return missing(r, "sign", "is missing")
		}
		return &Reading{Text: "signed"}
	}
	return s.measure(step, b, r)
}

// asked is a step that is a calculation and nothing else.
func (s *scale) asked(step *plan.Step, in Input, r *gauge.Reader) *Reading {
	if in == nil && !r.Partial {
		return missing(r, "tool", "is missing: what was measured")
	}
	return s.tool(step, in, "tool", r)
}

func (s *scale) measure(step *plan.Step, b *Body, r *gauge.Reader) *Reading {
	check := s.plan.Checks[step.Check]
	limit := s.limit(check)
	switch check.Instrument {
	case plan.Dial:
		return dial(check, limit, b.Dial, r)
	case plan.Float:
		return float(limit, b.Float, r)
	case plan.Feeler:
		return s.feeler(check, limit, b.Feeler, r)
	case plan.Direct:
		return s.direct(limit, b.Direct, r)
	case plan.Travel:
		return s.travel(check, limit, b.Travel, r)
	case plan.Ring, plan.Fit:
		return s.asked(step, b.Tool, r)
	}
	return s.setting(check, limit, b.Setting, r)
}

// missing notes a group that is not there; a form that is still blank is no fault.
func missing(r *gauge.Reader, path, message string) *Reading {
	if !r.Partial {
		r.Errors.Add(path, fmt.Errorf("%s", message))
	}
	return nil
}

// limit finds the limit of a check among those the job was opened with.
func (s *scale) limit(check *plan.Check) *judge.Limit {
	limit, ok := s.limits[check]
	if !ok {
		limit = s.resolve(check)
		if s.limits == nil {
			s.limits = make(map[*plan.Check]*judge.Limit, len(s.plan.Checks))
		}
		s.limits[check] = limit
	}
	return limit
}

func (s *scale) resolve(check *plan.Check) *judge.Limit {
	if key, ok := check.LimitKey(s.choice); ok {
		if limit, ok := s.opening.Limits[key]; ok {
			return &limit
		}
	}
	if check.Instrument == plan.Ring || check.Instrument == plan.Fit {
		return s.seatLimit(check)
	}
	return &judge.Limit{Origin: judge.None, Source: judge.NoneKnown}
}

func judged(r *Reading, v judge.Verdict, limit *judge.Limit) *Reading {
	r.Verdict, r.Limit = v.Result, limit
	r.Margin, r.Uncertainty = maybe(v.Margin), figure(v.Uncertainty)
	return r
}

// maxCount bounds what can be counted at one place.
const maxCount = 9999

// wrenchGood is how near a click wrench comes to its setting: ± 4 % (ISO 6789).
const wrenchGood = 0.04
