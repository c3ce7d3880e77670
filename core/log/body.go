package log

import (
	"reflect"
	"slices"
	"strings"
	"time"

	"settle/core/gauge"
	"settle/core/judge"
	"settle/core/quantity"
)

// Body is what was entered at a step, as typed. Exactly one group is there,
// the one that the step's kind asks for.
type Body struct {
	Unit     quantity.Unit    `json:"unit,omitempty" enum:"thou,in,mm,um" doc:"what a bare number means"`
	Units    gauge.Units      `json:"units,omitzero" doc:"what a bare number means that is no length"`
	Done     bool             `json:"done,omitempty" doc:"acknowledged"`
	Skip     string           `json:"skip,omitempty" doc:"why this was not taken"`
	Absent   string           `json:"absent,omitempty" enum:"pump,job" doc:"with skip: where it is missing"`
	Tight    string           `json:"tight,omitempty" enum:"snug,wrench" doc:"how tight, where no torque is known"`
	Permit   *PermitForm      `json:"permit,omitempty" doc:"at a caution on energy: which lock, which permit"`
	Gauge    *GaugeUsed       `json:"gauge,omitempty" doc:"the gauge in the hand; its key is sent, past due a word too"`
	Turn     *TurnForm        `json:"turn,omitempty"`
	Count    *CountForm       `json:"count,omitempty"`
	Marks    []string         `json:"marks,omitempty" doc:"where each mark stands, in the plan's order"`
	Inspect  *InspectForm     `json:"inspect,omitempty"`
	Dial     *gauge.DialForm  `json:"dial,omitempty"`
	Also     []AlsoForm       `json:"also,omitempty" doc:"with dial: the same dial at other places of the bare shaft"`
	Float    *gauge.FloatForm `json:"float,omitempty"`
	Feeler   *gauge.GapForm   `json:"feeler,omitempty"`
	Setting  *SettingForm     `json:"setting,omitempty"`
	Torque   *TorqueForm      `json:"torque,omitempty"`
	Direct   *DirectForm      `json:"direct,omitempty"`
	Travel   *TravelForm      `json:"travel,omitempty"`
	Places   *PlacesForm      `json:"places,omitempty"`
	Along    *AlongForm       `json:"along,omitempty"`
	Plug     *PlugForm        `json:"plug,omitempty"`
	Tool     Input            `json:"tool,omitempty" doc:"input of the step's calculator"`
	Heat     *HeatForm        `json:"heat,omitempty"`
	Wait     *WaitForm        `json:"wait,omitempty"`
	Test     *TestForm        `json:"test,omitempty"`
	Photo    *PhotoForm       `json:"photo,omitempty"`
	Handback *HandbackForm    `json:"handback,omitempty"`
	Sign     *SignForm        `json:"sign,omitempty"`
}

// What a thing to do may not be there for: the pump has none of it, or this job leaves it
// alone.
const (
	NotOnPump = "pump"
	NotInJob  = "job"
)

// PermitForm is what hangs at the switch, as far as somebody notes it.
type PermitForm struct {
	Lock   string `json:"lock,omitempty" doc:"number of the lock"`
	Permit string `json:"permit,omitempty" doc:"number of the permit"`
}

// TurnForm is how the shaft turns by hand, and where it catches.
type TurnForm struct {
	Turn  gauge.Turn `json:"turn"`
	Clock string     `json:"clock,omitempty"`
}

// CountForm is a number of pieces, and how thick they are together; or a number
// of turns.
type CountForm struct {
	Count quantity.Number   `json:"count,omitzero" doc:"as typed; turns may be 1/2, 0.5 or 1 1/2"`
	Pack  quantity.Typed    `json:"pack,omitzero"`
	Each  []quantity.Number `json:"each,omitempty" doc:"a number for each screw or weight"`
}

// InspectForm is what was found on a part. An empty list is a part with nothing
// against it. Outcome, where it differs from the rule's, is a person's decision
// and has a reason.
type InspectForm struct {
	Found   []string          `json:"found" nullable:"false"`
	Where   string            `json:"where,omitempty"`
	At      map[string]string `json:"at,omitempty" doc:"finding → where on the part, such as 4h, v3, inboard"`
	Outcome judge.Outcome     `json:"outcome,omitempty"`
	Reason  string            `json:"reason,omitempty"`
}

// SettingForm is a dimension that was set, and the gauge it was checked with.
type SettingForm struct {
	Measured   quantity.Typed `json:"measured,omitzero"`
	Graduation quantity.Typed `json:"graduation,omitzero" unit:"own"`
}

// TorqueForm is the torque that was used and the bolts in the order in which
// they were ticked, pass after pass, the check pass last.
type TorqueForm struct {
	Set   string `json:"set,omitempty" unit:"other" doc:"with its unit; blank when it is the plan's"`
	Ticks []int  `json:"ticks" nullable:"false"`
	// With a crow-foot or an extension in line the wrench is set to less.
	Wrench    quantity.Typed `json:"wrench,omitzero" unit:"own" doc:"length of the wrench, from square to grip"`
	Extension quantity.Typed `json:"extension,omitzero" unit:"own" doc:"length that the extension adds in line"`
}

// SignForm closes the job.
type SignForm struct {
	Remark string `json:"remark,omitempty" doc:"for whoever opens this pump next"`
}

// Input is what a calculator was asked, as typed: the object of docs/calc.md
// without what the plan and the pump's papers give.
type Input map[string]any

// DirectForm is one value read directly, or a leaf that just goes.
type DirectForm struct {
	Value      quantity.Typed `json:"value,omitzero"`
	Graduation quantity.Typed `json:"graduation,omitzero" unit:"own"`
	Less       quantity.Typed `json:"less,omitzero" doc:"the depth that is taken off, of a check worked out from two"`
	Leaf       bool           `json:"leaf,omitempty" doc:"the thickest leaf that goes: no graduation is asked"`
}

// PlugForm is a go / no-go plug that was tried in a bore.
type PlugForm struct {
	Go      quantity.Typed `json:"go,omitzero" doc:"size of the go end"`
	NoGo    quantity.Typed `json:"no_go,omitzero" doc:"size of the no-go end"`
	Entered gauge.PlugEnds `json:"entered" enum:"go,both,neither" doc:"which ends entered"`
}

// TravelForm is the depth of the rotor from a datum, right down and right up.
type TravelForm struct {
	Down       quantity.Typed `json:"down,omitzero"`
	Up         quantity.Typed `json:"up,omitzero"`
	Graduation quantity.Typed `json:"graduation,omitzero" unit:"own"`
}

// PlacesForm is a length read at each of several places, with one gauge.
type PlacesForm struct {
	Graduation quantity.Typed `json:"graduation,omitzero" unit:"own" doc:"value of one division of the gauge"`
	Readings   []AtForm       `json:"readings,omitempty"`
}

// AtForm is the reading at one place.
type AtForm struct {
	At    string         `json:"at" doc:"as the plan names it"`
	Value quantity.Typed `json:"value,omitzero"`
}

// AlongForm is a dial round the clock at each of several places along the shaft.
type AlongForm struct {
	Graduation quantity.Typed `json:"graduation,omitzero" unit:"own" doc:"value of one division of the dial"`
	Places     []RoundForm    `json:"places,omitempty"`
}

// RoundForm is the dial at one of them.
type RoundForm struct {
	At          string              `json:"at" doc:"as the plan names it"`
	Readings    []gauge.ReadingForm `json:"readings,omitempty"`
	BackToStart quantity.Typed      `json:"back_to_start,omitzero" doc:"on coming round to the first position again"`
}

// AlsoForm is the dial at a place of the bare shaft that the plan does not name.
type AlsoForm struct {
	Along       quantity.Typed      `json:"along,omitzero" doc:"how far along the shaft, from the driver end"`
	Readings    []gauge.ReadingForm `json:"readings,omitempty"`
	BackToStart quantity.Typed      `json:"back_to_start,omitzero" doc:"on coming round to the first position again"`
}

// HeatForm is a heating and how it went home.
type HeatForm struct {
	Input Input      `json:"input" doc:"of the calculator heat"`
	Left  *time.Time `json:"left,omitempty" doc:"when it left the heater"`
	Home  *time.Time `json:"home,omitempty" doc:"when it was home"`
	// Took is for work that no clock here has timed, such as that written on paper.
	Took quantity.Number `json:"took,omitzero" doc:"or the minutes from the heater to home"`

	Reached string          `json:"reached,omitempty" unit:"other" doc:"how warm it left the heater: 108 °C, 226 °F"`
	Cool    quantity.Number `json:"cool,omitzero" doc:"°C at the final tightening"`
	Seated  bool            `json:"seated,omitempty" doc:"no leaf enters at the shoulder"`
	Cold    bool            `json:"cold,omitempty" doc:"pressed on cold instead, by the ring being fitted"`
}

// WaitForm is a time that was waited.
type WaitForm struct {
	Began *time.Time `json:"began,omitempty"`
	Ended *time.Time `json:"ended,omitempty"`
	// Minutes is for a wait that no clock here has timed, such as one written on paper.
	Minutes quantity.Number `json:"minutes,omitzero" doc:"or how long it was"`

	Cool quantity.Number `json:"cool,omitzero" doc:"°C when the work went on"`
}

// TestForm is a leak test.
type TestForm struct {
	Medium   judge.Medium    `json:"medium,omitempty" enum:"water,own,air,nitrogen" doc:"own: the pump's liquid"`
	Pressure string          `json:"pressure,omitempty" unit:"other" doc:"with its unit, as on the gauge"`
	Vented   bool            `json:"vented,omitempty" doc:"water: the air was let out before"`
	SiteRule bool            `json:"site_rule,omitempty" doc:"a gas or a hazardous liquid: by the rule of the site"`
	Rated    string          `json:"rated,omitempty" unit:"other" doc:"a gas: what the weakest part may hold"`
	Minutes  quantity.Number `json:"minutes,omitzero" doc:"how long it was held"`
	Drops    quantity.Number `json:"drops,omitzero"`
}

// PhotoForm names the pictures of a step; where there is no camera, words do.
type PhotoForm struct {
	Photos []string `json:"photos,omitempty" doc:"ids of pictures kept with the job"`
	Of     string   `json:"of,omitempty" doc:"pictured: the finding it shows"`
	Words  string   `json:"words,omitempty" doc:"where else the picture is kept"`
}

// HandbackForm is how the pump runs as it is handed back, as noted. What is not known is left
// blank.
type HandbackForm struct {
	At       []RunningForm `json:"at,omitempty" doc:"at each bearing"`
	Air      string        `json:"air,omitempty" unit:"other" doc:"temperature of the air beside it: 22 °C, 72 °F"`
	Flow     string        `json:"flow,omitempty" doc:"as noted, with its unit"`
	Pressure string        `json:"pressure,omitempty" doc:"as noted, with its unit"`
	Power    string        `json:"power,omitempty" unit:"other" doc:"of the driver, where it is judged: 15 kW, 20 hp"`
}

// RunningForm is what was noted at one bearing.
type RunningForm struct {
	At         string `json:"at" doc:"as the panel names it"`
	Horizontal string `json:"horizontal,omitempty" unit:"other" doc:"velocity: 2.1 mm/s is rms; 0.12 in/s is peak"`
	Vertical   string `json:"vertical,omitempty" unit:"other"`
	Axial      string `json:"axial,omitempty" unit:"other"`
	Warm       string `json:"warm,omitempty" unit:"other" doc:"temperature on its housing: 61 °C, 142 °F"`
}

// beside are the fields of a body that stand beside its group.
var Beside = []string{"unit", "units", "skip", "absent", "tight", "permit", "also", "gauge"}

// Groups are the fields of a body that hold what was entered.
func Groups() []string {
	var all []string
	body := reflect.TypeFor[Body]()
	for i := range body.NumField() {
		name, _, _ := strings.Cut(body.Field(i).Tag.Get("json"), ",")
		if !slices.Contains(Beside, name) {
			all = append(all, name)
		}
	}
	return all
}
