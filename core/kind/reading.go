package kind

import (
	"fmt"
	"slices"

	"settle/core/calc"
	"settle/core/gauge"
	"settle/core/judge"
	"settle/core/log"
	"settle/core/quantity"
)

// Reading is what was entered at a step, worked out and judged.
type Reading struct {
	// Figure is what was measured; High the other end of a range. Both are nil at a step where
	// nothing is measured: Text says it then. Held is what of them is judged, and shown.
	Figure  *Figure      `json:"figure,omitempty"`
	High    *Figure      `json:"high,omitempty"`
	Text    string       `json:"text,omitempty"`
	Verdict judge.Result `json:"verdict,omitempty" enum:"within,close,out,undecided,no-limit" doc:"if it is judged"`
	Limit   *judge.Limit `json:"-"`
	Held    *Held        `json:"held,omitempty" doc:"the figure that is judged; missing where nothing is measured"`

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
	Along   []AlongPlace `json:"along,omitempty" doc:"a dial at several places along the shaft"`
	Also    []AlongPlace `json:"also,omitempty" doc:"the same dial at other places of the bare shaft"`
	Torque  *Pull        `json:"torque,omitempty"`
	Passes  []Pass       `json:"passes,omitempty" doc:"torque: each pass and the check, with what the wrench is set to"`
	Against *Figure      `json:"against,omitempty" doc:"a setting: what was measured"`
	Tool    *calc.Look   `json:"tool,omitempty" doc:"what the step's calculator says"`

	// Values, where it is no length.
	Skipped string        `json:"skipped,omitempty" doc:"why it was left out"`
	Absent  string        `json:"absent,omitempty" enum:"pump,job" doc:"it is not on this pump, or not in this job"`
	Turned  *log.TurnForm `json:"turned,omitempty" doc:"how it turned by hand, and where it caught"`
	Running *Running      `json:"running,omitempty" doc:"how it ran as it was handed back"`
	HomeS   *int          `json:"home_s,omitempty" doc:"a heating: seconds from the heater to home"`

	Next []judge.Next `json:"-"` // what would settle it, where it is close or undecided
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
	Oval      *Figure  `json:"oval,omitempty" doc:"what comes twice a turn, where eight even places tell it"`
	Level     *Figure  `json:"level,omitempty" doc:"mean level of the fitted circle"`
	Points    []Point  `json:"points,omitempty"`
	SagTaken  bool     `json:"sag_taken,omitempty" doc:"the sag of the arm was taken off"`
}

// Point is one reading with its place.
type Point struct {
	Deg   float64 `json:"deg"`
	Value Figure  `json:"value"`
}

// AlongPlace is what a dial came to at one place along the shaft.
type AlongPlace struct {
	At          string       `json:"at"`
	Along       *Figure      `json:"along,omitempty" doc:"how far along the shaft, of a place that was added"`
	Figure      *Figure      `json:"figure"`
	Verdict     judge.Result `json:"verdict" enum:"within,close,out,undecided,no-limit"`
	Uncertainty *Figure      `json:"uncertainty"`
	Dial        *DialReading `json:"dial"`
}

// Place is the clearance at one place.
type Place struct {
	At       string          `json:"at"`
	Low      Figure          `json:"low"`
	High     Figure          `json:"high"`
	Result   judge.GapResult `json:"result" enum:"within,close,tight,wide,undecided,no-limit"`
	NextLeaf *Figure         `json:"next_leaf,omitempty"`
}

// nextDirect says what would settle a reading taken directly with a gauge of a graduation.
func (r *Reading) nextDirect(graduation quantity.Length) []judge.Next {
	if r.Margin == nil {
		return nil
	}
	return judge.NextDirect(graduation, judge.Verdict{Result: r.Verdict, Margin: &r.Margin.Length})
}

// free takes back how a reading was judged by its own limit.
func (r *Reading) free(limit *judge.Limit) {
	r.Verdict, r.Limit, r.Margin, r.Next, r.Held = "", limit, nil, nil, nil
	r.Warnings = slices.DeleteFunc(slices.Clone(r.Warnings), func(code string) bool { return code == judge.TooCoarse })
	for i := range r.Places {
		r.Places[i].Result, r.Places[i].NextLeaf = "", nil
	}
}

// Good is how good the gauge of a reading is, nothing where that is not known.
func (r *Reading) Good() gauge.Uncertainty {
	if r.Uncertainty != nil {
		return gauge.Uncertainty(r.Uncertainty.Length)
	}
	return 0
}

// fine is the verdict on a length, and undecided where the gauge is too coarse for its limit.
func fine(r *Reading, l quantity.Length, u gauge.Uncertainty, limit *judge.Limit) *Reading {
	v, coarse := judge.Length(l, u, limit.Bounds).Coarse(limit.Bounds)
	if coarse {
		r.Warnings = append(r.Warnings, judge.TooCoarse)
	}
	return judged(r, v, limit)
}

func judged(r *Reading, v judge.Verdict, limit *judge.Limit) *Reading {
	r.Verdict, r.Limit = v.Result, limit
	r.Margin, r.Uncertainty = quantity.ShowMaybe(v.Margin), quantity.Show(v.Uncertainty.Length())
	return r
}

// missing notes a group that is not there; a form that is still blank is no fault.
func missing(r *gauge.Reader, path, message string) *Reading {
	if !r.Partial {
		r.Errors.Add(path, fmt.Errorf("%s", message))
	}
	return nil
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

// under tells what is wrong with the fields of a group, and what of them is asked back.
func under(r *gauge.Reader, path string, fields *gauge.Reader) {
	fields.AskBack()
	r.Errors.Add(path, fields.Errors.Err())
}

// short reports whether there is too little of a form to work it out: what is typed
// is not enough yet, or something of what is offered is wrong.
func short(r *gauge.Reader, enough bool) bool {
	return r.Partial && !enough || !r.Partial && len(r.Errors) > 0
}

// division reads one division of a gauge.
func division(r *gauge.Reader, path string, typed quantity.Typed, such string) (quantity.Length, bool) {
	graduation, ok := r.Length(gauge.Named(path), typed)
	if ok && graduation <= 0 {
		r.Errors.Add(path, fmt.Errorf("must be greater than zero: the value of one division%s", such))
	}
	return graduation, ok && graduation > 0
}

// A reading beyond these is questioned, not refused: no dial, leaf or push and pull
// gives it on a pump in one piece.
const (
	absurd      = 10 * quantity.Millimetre
	absurdPlay  = 50 * quantity.Millimetre
	absurdSize  = 500 * quantity.Millimetre
	absurdDepth = 2000 * quantity.Millimetre
	absurdAlong = 30_000 * quantity.Millimetre
)

// NoLimit is a limit that nobody knows; source says what is wanted.
func NoLimit(source string) *judge.Limit { return &judge.Limit{Origin: judge.None, Source: source} }

// inWords is a limit that is no length.
func inWords(source string) *judge.Limit { return &judge.Limit{Source: source} }

const measuredName = "Measured"

// Entered is what a reading says on a line.
func (r *Reading) Entered() Sentence {
	if r.Tool == nil || r.Tool.Words == nil {
		return quantity.Plainly(r.Text)
	}
	main, home := r.Tool.Words.Main, ""
	if judged := r.Tool.Words.Judged; judged != nil {
		main = *judged
	}
	if r.HomeS != nil {
		home = homeIn(*r.HomeS)
	}
	return Sentence{Thou: main.Name + " " + main.Value.Thou + home, Mm: main.Name + " " + main.Value.Mm + home}
}
