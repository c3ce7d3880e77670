package plan

import (
	"settle/core/gauge"
	"settle/core/judge"
)

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
	How      Lines      `yaml:"how" doc:"commands in the order of work, one a line"`
	Why      string     `yaml:"why" doc:"one line"`
	Cautions []string   `yaml:"cautions" doc:"shown before the action"`
	Warnings []Warning  `yaml:"warnings" doc:"what can hurt people, in three parts"`
	Notices  []Warning  `yaml:"notices" doc:"what can spoil parts, in three parts"`
	Tool     []string   `yaml:"tool" doc:"what it is done with; by hand, too"`
	IfNot    *IfNot     `yaml:"if_not" doc:"what to do where it does not come out right"`
	Search   []string   `yaml:"search" doc:"other names by which people look for it"`
	When     Conditions `yaml:"when" doc:"the step is there only then"`
	Scopes   []string   `yaml:"scopes" doc:"the scopes it belongs to; those of its stage where none is named"`
	Needs    []string   `yaml:"needs" doc:"ids of steps that must be done before"`
	Lead     bool       `yaml:"lead" doc:"only a lead may do it"`
	Second   bool       `yaml:"second" doc:"sign: a second person signs, too, and never the same one"`
	Follows  bool       `yaml:"follows" doc:"comes after the hand-back and does not hold up the signature"`
	LaidOut  *bool      `yaml:"laid_out" doc:"with it the kit lies on the bench"`
	Right    string     `yaml:"right" doc:"turn: free, light-drag, either, any; else what is seen when it is good"`
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
	Base      string   `yaml:"base" doc:"a dial: what its base stands on"`
	Plunger   string   `yaml:"plunger" doc:"a dial: what its plunger rides on"`
	Turned    string   `yaml:"turn" doc:"a dial: what is turned"`
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
