// Package plan holds the plan format: what one construction of pump needs, in
// order. A plan is a YAML file that a shop can read and write; docs/plans.md
// describes every key. Reading one checks it, with errors that point at the
// line and the step.
package plan

import (
	"strings"
	"sync"

	"settle/core/gauge"
	"settle/core/judge"
	"settle/core/words"
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

// Stage is one stage of the work.
type Stage struct {
	For    string     `yaml:"for" doc:"key of a repeat: wholly for one member, then the next"`
	ID     string     `yaml:"id"`
	Title  string     `yaml:"title"`
	First  bool       `yaml:"first" doc:"nothing of a later stage opens before this one is done"`
	After  []string   `yaml:"after" doc:"its steps open only when these stages are done"`
	When   Conditions `yaml:"when" doc:"its steps are there only then"`
	Scopes []string   `yaml:"scopes" doc:"the scopes it belongs to; all where none is named"`
	Steps  []Step     `yaml:"steps"`

	line int
}

// The phases of a reading.
const (
	Found = "found"
	Built = "built"
)

// Step is one step of the work.
type Step struct {
	Use      string     `yaml:"use" doc:"begins as the common step of that name; what is written here counts instead"`
	For      string     `yaml:"for" doc:"key of a repeat: the step is there once for each"`
	ID       string     `yaml:"id"`
	Kind     string     `yaml:"kind" enum:"kinds"`
	Title    string     `yaml:"title"`
	How      string     `yaml:"how" doc:"a line or two at the bench"`
	Why      string     `yaml:"why" doc:"one line"`
	Cautions []string   `yaml:"cautions" doc:"shown before the action"`
	When     Conditions `yaml:"when" doc:"the step is there only then"`
	Scopes   []string   `yaml:"scopes" doc:"the scopes it belongs to; those of its stage where none is named"`
	Needs    []string   `yaml:"needs" doc:"ids of steps that must be done before"`
	Lead     bool       `yaml:"lead" doc:"only a lead may do it"`
	Second   bool       `yaml:"second" doc:"sign: a second person signs, too, and never the same one"`
	Follows  bool       `yaml:"follows" doc:"comes after the hand-back and does not hold up the signature"`
	LaidOut  *bool      `yaml:"laid_out" doc:"with it the kit lies on the bench"`
	Right    string     `yaml:"right" enum:"free,light-drag,either,any" doc:"turn: how it should feel; else free"`
	FreeWhen Conditions `yaml:"free_when" doc:"turn: free is right, too, where this holds"`
	Feels    []Feel     `yaml:"feels" doc:"turn: what the other ways of turning mean here"`
	Reopens  []string   `yaml:"reopens" doc:"stages to be done again when this comes out wrong"`
	From     Origins    `yaml:"from" doc:"field → origin"`
	Drawing  string     `yaml:"drawing" doc:"small drawing of how it goes in: one of those of the screen"`
	Compound string     `yaml:"compound" doc:"what goes on: dry, light oil, anti-seize, locking fluid"`
	Fits     []string   `yaml:"fits" doc:"parts that it fits: each is told with what goes on it"`
	Energy   Energy     `yaml:"energy" enum:"isolates,energises" doc:"caution: takes energy away, or lets it in"`
	With     string     `yaml:"with" doc:"id of an earlier step: where that is left out, so is this"`
	Again    bool       `yaml:"again" doc:"only where its loop is gone round again: undoes what was closed"`
	TakesOff []string   `yaml:"takes_off" doc:"parts that are off once it is done"`
	PutsOn   []string   `yaml:"puts_on" doc:"parts that are on again once it is done; those it fits are, too"`
	Locks    []string   `yaml:"locks" doc:"locking parts that are bent or set here, new each time"`
	ToolIn   []string   `yaml:"tool_in" doc:"tools that go into the pump, and must come out"`
	ToolOut  []string   `yaml:"tool_out" doc:"tools that come out of it"`
	Papers   []string   `yaml:"papers" doc:"values that are told at it, with their source"`

	Check     string   `yaml:"check" doc:"measure: key of the check"`
	Phase     string   `yaml:"phase" enum:"found,built" doc:"measure, turn: as found or as built"`
	Rides     string   `yaml:"rides" enum:"shaft,sleeve,centres" doc:"measure: on what it is read"`
	Worked    bool     `yaml:"worked" doc:"measure: it follows from what stands elsewhere and has no box of its own"`
	Depths    []string `yaml:"depths" doc:"measure: its check is worked out from two depths here, whatever its instrument"`
	Part      string   `yaml:"part" doc:"inspect: key of the part"`
	Of        string   `yaml:"of" doc:"count: what is counted; photo: what is to be seen"`
	Turns     *bool    `yaml:"turns" doc:"count: turns are counted, so halves and quarters are numbers too"`
	Against   Sources  `yaml:"against" doc:"count: where the number stands that it must be"`
	Free      bool     `yaml:"free" doc:"count: nothing says how many there must be"`
	Each      string   `yaml:"each" doc:"count: value of how many numbers, one for each"`
	Alike     string   `yaml:"alike" doc:"count, each: how far they may differ, 2 or 5%"`
	AlikeOf   string   `yaml:"alike_of" doc:"or: value that says so, which counts before it"`
	SameAs    string   `yaml:"same_as" doc:"count: the step whose number must come back"`
	Marks     []string `yaml:"marks" doc:"mark: what is marked"`
	ShownAt   []string `yaml:"shown_at" doc:"mark: the later steps at which it is shown again"`
	Bolts     string   `yaml:"bolts" doc:"torque: value that counts the bolts"`
	Torque    string   `yaml:"torque" doc:"torque: value of the torque"`
	Thread    string   `yaml:"thread" doc:"torque: the thread condition it is stated for"`
	ThreadOf  string   `yaml:"thread_of" doc:"tighten: value of the thread condition its torque is stated for"`
	To        string   `yaml:"to" enum:"torque,snug,until,home" doc:"tighten: how far"`
	Until     string   `yaml:"until" doc:"tighten to: until: what is reached, in words"`
	Tick      string   `yaml:"tick" enum:"each,all" doc:"tighten: a tick for each, or one in all"`
	Pattern   string   `yaml:"pattern" enum:"cross,round,middle-out" doc:"tighten: in which order"`
	Rows      string   `yaml:"rows" doc:"tighten middle-out: value of the rows along the joint"`
	Passes    []int    `yaml:"passes" doc:"torque: percent of each pass; [100] all round verifies what is tight"`
	Method    string   `yaml:"method" enum:"methods" doc:"set: how"`
	Window    string   `yaml:"window" doc:"set: limit key of the window it is set to"`
	Adding    string   `yaml:"adding" enum:"opens,closes" doc:"set by shims: what a shim more does"`
	Touching  bool     `yaml:"touching" doc:"set by shims: what is in place is the pack that just touches, and comes off"`
	Stacks    string   `yaml:"stacks" doc:"set by shims: value that counts the equal stacks"`
	Threads   string   `yaml:"threads" doc:"set by adjuster: value of its threads an inch"`
	Pitch     string   `yaml:"pitch" doc:"set by adjuster: value of its pitch"`
	Notches   string   `yaml:"notches" doc:"set by adjuster: value that counts flats or notches"`
	Hand      string   `yaml:"hand" enum:"right,left" doc:"set by adjuster: hand of its thread"`
	Bore      string   `yaml:"bore" doc:"heat: value of the bore"`
	Cap       int      `yaml:"cap" doc:"heat: what the weakest part may take, °C"`
	CapOf     string   `yaml:"cap_of" doc:"heat: or the value of it"`
	Heats     string   `yaml:"heats" enum:"bearing,sealed-bearing,part" doc:"heat: what is heated; a bearing"`
	WarmLeast string   `yaml:"warm_least" doc:"heat: value of the lowest fitting temperature"`
	WarmMost  string   `yaml:"warm_most" doc:"heat: value of the highest"`
	HomeOf    string   `yaml:"home_of" doc:"heat: value of the minutes to be home"`
	Onto      []string `yaml:"onto" doc:"heat: what must be on the shaft before the heater is switched on"`
	Home      int      `yaml:"home" doc:"heat: minutes to be home"`
	LeafAt    string   `yaml:"leaf_at" doc:"heat: the step that tries the leaf at the shoulder; else it is asked here"`
	Minutes   int      `yaml:"minutes" doc:"wait, test: how long"`
	Below     int      `yaml:"below" doc:"heat, wait: cool below this before going on, °C"`
	Pressure  string   `yaml:"pressure" doc:"test: value of the pressure"`
	Drops     int      `yaml:"drops" doc:"test: how many are allowed"`
	Rate      string   `yaml:"rate" doc:"drip: the limit, in drops a minute"`
	Least     float64  `yaml:"least" doc:"drip: drops a minute, where no limit is named"`
	Most      float64  `yaml:"most" doc:"drip: drops a minute, where no limit is named"`
	Speed     string   `yaml:"speed" doc:"align: value of the speed, rpm"`
	Outside   string   `yaml:"outside" doc:"grease: value of the bearing's outside diameter"`
	Width     string   `yaml:"width" doc:"grease: value of its width"`

	line   int
	base   string
	work   string // title before it was repeated
	way    string
	there  Conditions // its own and its stage's, but those on the scope
	scoped Conditions
	n      int
	member *Member
	verify bool   // bolts that stand at their torque are gone round once
	repeat string // title of what there are several of
	info   *StepInfo
}

// Feel is what one way of turning by hand means at a step.
type Feel struct {
	Feel    gauge.Turn `yaml:"feel"`
	Means   string     `yaml:"means"`
	Reopens []string   `yaml:"reopens" doc:"stages to be done again; those of the step where none is named"`
	Sign    judge.Sign `yaml:"sign" doc:"what it says of the cause, where it does"`

	line int
}

// What the plunger rides on.
const (
	OnShaft   = "shaft"
	OnSleeve  = "sleeve"
	OnCentres = "centres" // the shaft is out of its bearings and turns between its own centres
)

// HeatsPart is a part that receives another one while it is hot: it is heated to the temperature of
// the papers.
const HeatsPart = "part"

// What may be right of a turn beside one way of it.
const (
	AnyFeel    = "any"    // it is written down; as built it must not catch anywhere
	EitherFeel = "either" // free or a light drag
)

// Step returns the step of that id, or nil.
func (p *Plan) Step(id string) *Step { return p.steps[id] }

// Of returns the step of an id as the plan has it once, whichever member of a repeat the
// id is of, or nil.
func (p *Plan) Of(id string) *Step {
	base, _, _ := strings.Cut(id, "@")
	return p.steps[base]
}

// Titles returns the title of a step, and that of its stage, for whichever member of a
// repeat the id is of; blank where the plan has no such step.
func (p *Plan) Titles(id string) (stage, step string) {
	base, member, several := strings.Cut(id, "@")
	for i := range p.Stages {
		for k := range p.Stages[i].Steps {
			s := &p.Stages[i].Steps[k]
			if s.ID != base {
				continue
			}
			if !several {
				return p.Stages[i].Title, s.Title
			}
			return p.Stages[i].Title, s.Title + ", " + words.Lower(p.member(s.For, member))
		}
	}
	return "", ""
}

// PartTitle returns the title of a part, for whichever member of a repeat the key is of;
// the key itself where the plan has no such part.
func (p *Plan) PartTitle(key string) string {
	base, member, several := strings.Cut(key, "@")
	part := p.parts[base]
	switch {
	case part == nil:
		return key
	case !several:
		return part.Title
	}
	return part.Title + ", " + words.Lower(p.member(part.For, member))
}

// member is what one member of a repeat is called.
func (p *Plan) member(repeat, key string) string {
	for _, r := range p.Repeats {
		if r.Key != repeat {
			continue
		}
		for _, m := range r.Members {
			if m.Key == key {
				return m.Title
			}
		}
		return r.Short + " " + key
	}
	return key
}

// Stage returns the stage of that id, or nil.
func (p *Plan) Stage(id string) *Stage {
	for i := range p.Stages {
		if p.Stages[i].ID == id {
			return &p.Stages[i]
		}
	}
	return nil
}

// N is the place of a step among all of its plan, from 0.
func (s *Step) N() int { return s.n }

// Len returns the number of steps, whatever their conditions.
func (p *Plan) Len() int { return len(p.steps) }

// Part returns the part of that key, or nil.
func (p *Plan) Part(key string) *Part { return p.parts[key] }

// Defaults returns the choices with their defaults, overridden by chosen.
func Defaults(choices []Choice, chosen map[string]string) map[string]string {
	out := make(map[string]string, len(choices))
	for _, c := range choices {
		out[c.Key] = c.Default
		if v, ok := chosen[c.Key]; ok {
			out[c.Key] = v
		}
	}
	return out
}

// LimitKey returns the key of the limit that counts for a check, and false
// where none of its conditions holds.
func (c *Check) LimitKey(s Facts) (string, bool) {
	for _, l := range c.Limit {
		if l.When.Hold(s) {
			return l.Key, true
		}
	}
	return "", false
}

// LimitKeys lists every limit key the plan's checks may be judged by.
func (p *Plan) LimitKeys() []string {
	var keys []string
	seen := map[string]bool{}
	add := func(key string) {
		if key != "" && !seen[key] {
			seen[key] = true
			keys = append(keys, key)
		}
	}
	for _, stage := range p.Stages {
		for _, s := range stage.Steps {
			add(s.Window)
			add(s.Rate)
			if check := p.Checks[s.Check]; check != nil {
				for _, l := range check.Limit {
					add(l.Key)
				}
				add(check.Worn)
				add(check.Down)
				add(check.Up)
			}
		}
	}
	return keys
}

// RateKeys lists the limits that are drops a minute.
func (p *Plan) RateKeys() []string {
	var keys []string
	for _, stage := range p.Stages {
		for _, s := range stage.Steps {
			if s.Rate != "" {
				keys = append(keys, s.Rate)
			}
		}
	}
	return keys
}
