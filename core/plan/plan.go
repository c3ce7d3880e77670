// Package plan holds the plan format: what one construction of pump needs, in
// order. A plan is a YAML file that a shop can read and write; docs/plans.md
// describes every key. Reading one checks it, with errors that point at the
// line and the step.
package plan

import (
	"sync"

	"settle/core/gauge"
	"settle/core/judge"
)

// Formats is the newest plan format that is read; one without a format is of the first.
const Formats = 3

// Plan is one construction's order of work.
type Plan struct {
	Key          string            `yaml:"key" doc:"short name, never used for another plan"`
	Title        string            `yaml:"title" doc:"the construction in the trade's words"`
	Construction string            `yaml:"construction" doc:"letter of the construction"`
	Version      int               `yaml:"version" doc:"1 for the first, one more with each change"`
	Format       int               `yaml:"format" doc:"of the plan format: 3; one without is of the first"`
	Scopes       []Scope           `yaml:"scopes" doc:"how much of the work a job is to be; the first is proposed"`
	Complaints   []Complaint       `yaml:"complaints" doc:"why a pump is here, each with the scope it proposes"`
	Arrives      []string          `yaml:"arrives" doc:"how it comes: in-line, bench, new-parts; the first is proposed"`
	Widens       []Widen           `yaml:"widens" doc:"what calls for another scope"`
	Options      []Choice          `yaml:"options" doc:"what differs between pumps of this construction"`
	Values       []Ask             `yaml:"values" doc:"figures from the pump's drawing or manual"`
	Limits       map[string]*Bound `yaml:"limits" doc:"the plan's own limits, used where neither maker nor shop gives one"`
	Repeats      []Repeat          `yaml:"repeats" doc:"what the pump has several of, with the same work on each"`
	Tools        []string          `yaml:"tools" doc:"tools and special fixtures to lay out"`
	ShaftLine    ShaftLine         `yaml:"shaft_line" doc:"what is drawn, and the stations on it"`
	Checks       map[string]*Check `yaml:"checks" doc:"what is measured, by its key"`
	Parts        []Part            `yaml:"parts" doc:"what is judged, ordered and fitted"`
	Stages       []Stage           `yaml:"stages" doc:"the order of work"`
	Loops        []Loop            `yaml:"loops" doc:"steps that are measured, changed and measured again"`

	// Notes are what a new plan would be refused for, in one that is kept already.
	Notes []*Error `yaml:"-"`
	// Hash is the SHA-256 of Text, in hex.
	Hash string `yaml:"-"`
	// Text is the plan with everything it uses of the common steps written out,
	// which a job keeps.
	Text []byte `yaml:"-"`

	told     []*Error // what only a name says, for want of a field
	steps    map[string]*Step
	parts    map[string]*Part
	looped   map[string]looped
	opens    []*Step  // by which something comes off again
	repeated sync.Map // counts → *Plan
}

// Repeat is something a pump has several of: its two ends, its stages. Checks,
// parts and steps that are for it are there once for each.
type Repeat struct {
	Key     string   `yaml:"key" doc:"named by for, and in conditions: end == outboard"`
	Title   string   `yaml:"title"`
	Members []Member `yaml:"members" doc:"in the order of work"`
	Count   string   `yaml:"count" doc:"or: key of the value that counts them"`
	Short   string   `yaml:"short" doc:"with count: the word for one, such as stage"`

	line int
}

// Member is one of them.
type Member struct {
	Key   string `yaml:"key" json:"key"`
	Title string `yaml:"title" json:"title"`
	Short string `yaml:"short" json:"short" doc:"fits a flag"`
}

// Bound is a limit a plan brings along: fixed, or a share of a dimension.
type Bound struct {
	Min    string  `yaml:"min" doc:"with its unit"`
	Max    string  `yaml:"max" doc:"with its unit"`
	Factor float64 `yaml:"factor" doc:"max = factor × the value named of"`
	Of     string  `yaml:"of" doc:"key of a length among the values"`
	Cap    string  `yaml:"cap" doc:"max is never more than this"`
	Rate   string  `yaml:"rate" doc:"instead of them, of drops a minute: 30 to 60"`
	Source string  `yaml:"source" doc:"where it comes from, in words"`

	line int
}

// Choice is an option of the pump or a school of the shop.
type Choice struct {
	Key     string   `yaml:"key" json:"key"`
	Title   string   `yaml:"title" json:"title"`
	Choices []Option `yaml:"choices" json:"choices"`
	Default string   `yaml:"default" json:"default"`

	line int
}

// Option is one of the choices.
type Option struct {
	Key   string `yaml:"key" json:"key"`
	Title string `yaml:"title" json:"title"`
}

// Ask is a figure the plan needs from the pump's drawing or manual.
type Ask struct {
	Key   string `yaml:"key" json:"key"`
	Title string `yaml:"title" json:"title"`
	// An amount is any figure.
	Kind    string `yaml:"kind" json:"kind" enum:"length,torque,number,amount,temperature,pressure,words"`
	Default string `yaml:"default" json:"default,omitempty" doc:"used while nothing is written on the pump"`
	Vanes   *bool  `yaml:"vanes" json:"-" doc:"it counts the vanes of the impeller: a finding at one is held against it"`

	// Speed says that a step takes it for the speed of the pump.
	Speed bool `yaml:"-" json:"-"`

	line int
}

// The kinds of an ask.
const (
	LengthValue = "length"
	TorqueValue = "torque"
	NumberValue = "number"
	AmountValue = "amount"
	WarmthValue = "temperature"
	PressValue  = "pressure"
	WordsValue  = "words"
)

// ShaftLine says what is drawn, from the driver end to the suction.
type ShaftLine struct {
	Vertical bool      `yaml:"vertical" doc:"the pump stands: it is laid along the strip, up is to the left"`
	Pieces   []Piece   `yaml:"pieces"`
	Stations []Station `yaml:"stations" doc:"checks that have a place on the metal, from the driver end"`
	Bearings []Bearing `yaml:"bearings" doc:"where the bearings stand along the shaft"`
	Benches  []Bench   `yaml:"benches" doc:"what is taken apart or built by itself, and drawn alone meanwhile"`

	line int
}

// Piece is one drawn piece. It is drawn pale while it is off: from a step of Off until one
// of On is done, and in a job that has only the latter, until then. A step that is for each
// of several is named without its member, and means all of them. Plans of before name in
// Fitted the stage in which a piece goes back on: from the strip until then it is pale.
type Piece struct {
	Piece  string     `yaml:"piece" json:"piece"`
	As     string     `yaml:"as" json:"-" doc:"by what name its stations know it, where there are variants of it"`
	When   Conditions `yaml:"when" json:"-" doc:"the pump has it only then"`
	Off    []string   `yaml:"off" json:"-" doc:"steps that take it off"`
	On     []string   `yaml:"on" json:"-" doc:"steps that put it on"`
	Fitted string     `yaml:"fitted" json:"fitted,omitempty" doc:"stage in which it goes on"`

	line int
}

// Name is what stations call the piece.
func (p *Piece) Name() string {
	if p.As != "" {
		return p.As
	}
	return p.Piece
}

// Bench is a unit on the bench by itself: a seal, a cartridge, a packed box.
type Bench struct {
	Title  string   `yaml:"title"`
	At     []string `yaml:"at" doc:"stages or steps at which it is drawn instead of the pump"`
	Pieces []Piece  `yaml:"pieces"`

	line int
}

// Station is a check that has a place on the metal; At is "piece.point".
type Station struct {
	Check string `yaml:"check" json:"check"`
	Place string `yaml:"place" json:"-" doc:"of a check that is taken at several: which of its places"`
	At    string `yaml:"at" json:"at"`
	Along string `yaml:"along" json:"-" doc:"value of how far along the shaft it is, from the driver end"`
	// Sleeve is true of a place on the sleeve: it may be off where the shaft is true.
	Sleeve     *bool      `yaml:"sleeve" json:"-" doc:"the place is on the shaft sleeve, not on the shaft"`
	SleeveWhen Conditions `yaml:"sleeve_when" json:"-" doc:"with sleeve: only then, else on the shaft"`

	line int
}

// Bearing is a bearing with its place on the metal and along the shaft.
type Bearing struct {
	Title string `yaml:"title"`
	At    string `yaml:"at" doc:"piece.point"`
	Along string `yaml:"along" doc:"value of how far along the shaft it is, from the driver end"`

	line int
}

// Check is something measured, wherever in the order of work it is taken.
type Check struct {
	Use        string          `yaml:"use" doc:"begins as the common check of that name"`
	For        string          `yaml:"for" doc:"key of a repeat: there is one for each"`
	Title      string          `yaml:"title"`
	Short      string          `yaml:"short" doc:"fits a flag"`
	Instrument string          `yaml:"instrument" enum:"instruments"`
	Surface    gauge.Surface   `yaml:"surface" enum:"rim,bore,face" doc:"dial: what the plunger rides on"`
	Indicator  gauge.Indicator `yaml:"indicator" enum:"fixed,turns" doc:"dial: under the turning shaft, or on it"`
	Places     []string        `yaml:"places" doc:"dial: clock positions; feeler, depth, along: names"`
	Clock      []string        `yaml:"clock" doc:"along: clock positions at each place"`
	PlacesFrom string          `yaml:"places_from" doc:"feeler: key of the value that counts the places"`
	PlaceName  string          `yaml:"place_name" doc:"with places_from: the word for one, such as vane"`
	Repeats    int             `yaml:"repeats" doc:"float: how often it is pushed and pulled"`
	Of         string          `yaml:"of" doc:"setting: value it is set to; ring: clearance when new; fit: nominal size"`
	Seat       string          `yaml:"seat" enum:"shaft,housing" doc:"fit: which seat"`
	Class      string          `yaml:"class" doc:"fit: value that names the class, such as k5"`
	Limit      []LimitKey      `yaml:"limit" doc:"key of its limit; the first whose condition holds counts"`
	Depths     []string        `yaml:"depths" doc:"direct: the two depths it is worked out from, the second off the first"`
	Down       string          `yaml:"down" doc:"travel: limit key of the depth right down"`
	Up         string          `yaml:"up" doc:"travel: limit key of the depth right up"`
	Deeper     string          `yaml:"deeper" enum:"down,up" doc:"travel: which depth is the greater"`
	Worn       string          `yaml:"worn" doc:"limit key of the wear at which it is reset or replaced"`
	Judge      string          `yaml:"judge" enum:"limit,spread,against,start" doc:"by what it is judged; limit"`
	Against    Origin          `yaml:"against" doc:"judge: against: the other reading, such as gap as found"`
	Condemns   string          `yaml:"condemns" enum:"none" doc:"no part is condemned by it"`
	Preloaded  Conditions      `yaml:"preloaded" doc:"float: a preloaded pair, whose needle has to be seen to follow"`
	On         []string        `yaml:"on" doc:"parts on which it is read: what is carried from it goes with them"`
	Sign       string          `yaml:"sign" enum:"signs" doc:"what a reading past its limit is a sign of"`
	Means      Means           `yaml:"means" doc:"what a reading out of its limit usually comes from"`

	line int
	work string // short title before it was repeated
}

// The signs of a check: what it tells of the pump beside its own limit.
const (
	SealRunout     = "seal-runout"     // of the shaft or its sleeve at the seal, or at the impeller
	CouplingRunout = "coupling-runout" // of the shaft at the coupling
	EndPlay        = "end-play"
	RadialPlay     = "radial-play"
	Face           = "face"         // a register face out of square
	Bore           = "bore"         // a register rim or bore off centre
	SealSetting    = "seal-setting" // set too long or too short
	GlandGap       = "gland-gap"    // much gap is much compression to come
	Clearance      = "clearance"    // a running clearance: below its window it is lost
	NoSign         = "none"         // of nothing but its own limit
)

// Signs are all of them.
var Signs = []string{SealRunout, CouplingRunout, EndPlay, RadialPlay, Face, Bore, SealSetting, GlandGap, Clearance,
	NoSign}

// By what a check is judged.
const (
	ByLimit   = "limit"
	BySpread  = "spread"  // how far its places differ
	ByOther   = "against" // another reading of the job
	ByNothing = "start"   // a starting value
)

// LimitKey names the limit of a check; the first whose condition holds counts.
type LimitKey struct {
	Key  string     `yaml:"key"`
	When Conditions `yaml:"when"`

	line int
}

// Means is what a reading out of its limit usually tells.
type Means struct {
	High []string `yaml:"high"`
	Low  []string `yaml:"low"`
}

// Part is a part that is judged, with what can be found on it.
type Part struct {
	Use        string     `yaml:"use" doc:"begins as the common part of that name"`
	For        string     `yaml:"for" doc:"key of a repeat: there is one for each"`
	Key        string     `yaml:"key"`
	Title      string     `yaml:"title"`
	Quantity   int        `yaml:"quantity" doc:"how many the pump has"`
	QuantityOf string     `yaml:"quantity_of" doc:"or: value of how many"`
	Joint      string     `yaml:"joint" doc:"of a gasket: the step that tightens its joint"`
	Kit        string     `yaml:"kit" enum:"always,if-needed,stays" doc:"always new, as decided, or never in it"`
	Returnable bool       `yaml:"returnable" doc:"goes back for credit when it stays unopened"`
	Lubricant  string     `yaml:"lubricant" doc:"what goes on it: dry, rubber lubricant, food-grade, as the kit says"`
	Drags      []string   `yaml:"drags" doc:"parts replaced with it"`
	Seal       *bool      `yaml:"seal" doc:"a mechanical seal: its running hours are told from one new one to the next"`
	Lead       bool       `yaml:"lead" doc:"to decide against the rule takes a lead"`
	When       Conditions `yaml:"when" doc:"the pump has it only then"`
	Judged     []JudgedBy `yaml:"judged" doc:"checks whose reading past its limit says something of the part"`
	Findings   []Finding  `yaml:"findings"`
	Always     []Always   `yaml:"always" doc:"outcomes a rule or a school settles beforehand"`

	line int
}

// Stays is the kit of a part that is never in it.
const Stays = "stays"

// JudgedBy is what a reading past its limit means for a part.
type JudgedBy struct {
	Check   string        `yaml:"check"`
	Count   string        `yaml:"count" doc:"or: id of a count"`
	Least   int           `yaml:"least" doc:"with count: the number from which it says so"`
	Outcome judge.Outcome `yaml:"outcome" enum:"reuse,dress,repair,replace,order"`
	Rule    string        `yaml:"rule" doc:"in words"`
	Side    string        `yaml:"side" enum:"under,over" doc:"with check: only on that side of its limit"`
	Bare    string        `yaml:"bare" doc:"with a check on a sleeve: the check of the bare shaft, which is asked first"`

	line int
}

// The sides of a limit.
const (
	UnderLimit = "under"
	OverLimit  = "over"
)

// Finding is one thing that can be found on the part.
type Finding struct {
	Key     string        `yaml:"key"`
	Words   string        `yaml:"words"`
	Outcome judge.Outcome `yaml:"outcome"`
	Rule    string        `yaml:"rule"`
	Sign    judge.Sign    `yaml:"sign"` // what it says of the cause, where it does

	line int
}

// Always is an outcome that holds whatever is found, under its condition.
type Always struct {
	Outcome judge.Outcome `yaml:"outcome"`
	Rule    string        `yaml:"rule"`
	When    Conditions    `yaml:"when"`

	line int
}
