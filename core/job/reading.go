package job

import (
	"settle/core/calc"
	"settle/core/judge"
	"settle/core/log"
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
