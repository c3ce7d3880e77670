package kind

import (
	"time"

	"settle/core/gauge"
	"settle/core/judge"
	"settle/core/log"
	"settle/core/plan"
)

// Panel is what the instrument of a step needs to be drawn.
type Panel struct {
	Instrument string          `json:"instrument" doc:"which panel it has"`
	Gauges     []gauge.Kind    `json:"gauges,omitempty" doc:"kinds of gauge it is measured with, the usual one first"`
	Group      string          `json:"group" doc:"the field of a body that it fills"`
	Optional   bool            `json:"optional,omitempty" doc:"it may be left out, with a reason"`
	Permit     bool            `json:"permit,omitempty" doc:"number of lock and permit may be noted"`
	Tights     []string        `json:"tights,omitempty" doc:"how tight, where no torque is known"`
	Away       bool            `json:"away,omitempty" doc:"it may not be on this pump, or not in this job, with a reason"`
	Proposed   string          `json:"proposed,omitempty" doc:"why it was not on this pump at its last job"`
	Choices    []ChoiceShown   `json:"choices,omitempty" doc:"what may be chosen, in the order of the keys"`
	Outcomes   []judge.Outcome `json:"outcomes,omitempty" enum:"reuse,dress,repair,replace,order" doc:"of a part"`
	// The gauge: what a division of it may be, and the one to begin with.
	Divisions   []string         `json:"divisions,omitempty" doc:"of the gauge, as typed"`
	Usual       *Usual           `json:"usual,omitempty" doc:"the division to begin with"`
	FigureTitle string           `json:"figure_title,omitempty" doc:"what the figure is called"`
	Sign        string           `json:"sign,omitempty" doc:"what the check is a sign of"`
	Tool        string           `json:"tool,omitempty" doc:"the step's calculator"`
	Carried     map[string]Carry `json:"carried,omitempty" doc:"field of the body → the figure that stands elsewhere"`
	Targets     map[string]Carry `json:"targets,omitempty" doc:"field of the body → what it should come to"`
	// NotCarried is for a figure of something that is not in the pump any more, or was read twice.
	NotCarried map[string]string `json:"not_carried,omitempty" doc:"field of the body → why nothing stands there"`
	Given      log.Input         `json:"given,omitempty" doc:"what the plan and the pump's papers say of it"`
	Surface    gauge.Surface     `json:"surface,omitempty" enum:"rim,bore,face"`
	Indicator  gauge.Indicator   `json:"indicator,omitempty" enum:"fixed,turns"`
	Places     []string          `json:"places,omitempty"`
	Also       bool              `json:"also,omitempty" doc:"other places of the bare shaft may be read with it"`
	Clock      []string          `json:"clock,omitempty" doc:"clock positions at each of them"`
	Follows    bool              `json:"follows,omitempty" doc:"a preloaded pair: it is asked whether the needle followed"`
	Repeats    int               `json:"repeats,omitempty"`
	Nominal    *Figure           `json:"nominal,omitempty"`
	NominalOf  string            `json:"nominal_source,omitempty"`
	Limit      *LimitShown       `json:"limit,omitempty"`
	Found      *Figure           `json:"found,omitempty" doc:"the as-found figure that was judged, beside an as-built one"`
	FoundBody  *log.Body         `json:"found_body,omitempty"`
	Of         string            `json:"of,omitempty"`
	Same       string            `json:"same,omitempty" doc:"the number that must come back"`
	SameSays   string            `json:"same_says,omitempty" doc:"where that number stands"`
	Each       int               `json:"each,omitempty" doc:"how many numbers are asked, one for each"`
	Turns      bool              `json:"turns,omitempty" doc:"turns are counted: halves and quarters are numbers too"`
	Marks      []string          `json:"marks,omitempty"`
	Shown      []MarkShown       `json:"shown,omitempty" doc:"what was marked earlier and is needed here"`
	Fits       []FitShown        `json:"fits,omitempty" doc:"the parts that it fits"`
	Papers     []PaperShown      `json:"papers,omitempty" doc:"what the pump's papers say of it"`
	Depths     []string          `json:"depths,omitempty" doc:"two of which it is the difference"`
	Ends       []End             `json:"ends,omitempty" doc:"of a travel: the windows of the two depths"`
	Deeper     string            `json:"deeper,omitempty" enum:"down,up" doc:"of a travel: the greater of the depths"`
	Judge      string            `json:"judge,omitempty" enum:"limit,spread,against,start" doc:"by what a check is judged"`
	HeldTo     *HeldTo           `json:"held_to,omitempty" doc:"another reading, which it is judged against"`
	Part       string            `json:"part,omitempty"`
	Findings   []FindingShown    `json:"findings,omitempty"`
	Rule       string            `json:"rule,omitempty" doc:"what is settled for the part beforehand"`
	RuleSays   judge.Outcome     `json:"rule_says,omitempty" enum:"reuse,dress,repair,replace,order"`
	Order      []int             `json:"order,omitempty" doc:"crossing order of the bolts"`
	Ticks      []int             `json:"ticks,omitempty" doc:"the bolts as they are ticked, the check last"`
	Passes     []Pass            `json:"passes,omitempty" doc:"each pass and the check, without an extension"`
	Torque     *Pull             `json:"torque,omitempty"`
	Thread     string            `json:"thread,omitempty"`
	Says       string            `json:"says,omitempty" doc:"how far it is tightened, in words"`
	Minutes    int               `json:"minutes,omitempty" doc:"to be home, to wait, or to hold the pressure"`
	Below      int               `json:"below,omitempty" doc:"°C"`
	Asked      float64           `json:"asked_c,omitempty" doc:"°C that the papers ask of a part that receives another"`
	LeafLater  bool              `json:"leaf_later,omitempty" doc:"a later step tries the leaf at the shoulder"`
	Onto       []string          `json:"onto,omitempty" doc:"what must be on the shaft before the heater is switched on"`
	Pressure   string            `json:"pressure,omitempty"`
	Drops      int               `json:"drops,omitempty"`
	Leaf       bool              `json:"leaf,omitempty" doc:"a leaf is meant, not a gauge"`
}

// PanelOf is what the instrument of a step is drawn from, before anything is entered.
func PanelOf(t Terms, step *plan.Step) *Panel {
	k := Of(step)
	p := &Panel{Instrument: k.panel, Gauges: k.Gauges, Group: k.Group, Tool: k.Tool, Optional: !k.must,
		Away: mayBeAway(t, step), FigureTitle: k.title, Divisions: k.divisions}
	if k.divisions != nil {
		p.Usual = &k.usual
	}
	if check := checkAt(t, step); check != nil {
		p.Sign, p.Judge = check.Sign, check.Judge
	}
	if k.limit != nil {
		p.Limit = Shown(k.limit(t, step))
	}
	if k.show != nil {
		k.show(t, step, p)
	}
	if k.Tool != "" {
		p.Given = given(t, step)
	}
	return p
}

// Alike reports whether the panel of a kind is the same at every step.
func (k *Kind) Alike() bool { return k.show == nil && k.limit == nil && k.Tool == "" }

// ChoiceShown is one of several, with what it means.
type ChoiceShown struct {
	Key   string `json:"key"`
	Words string `json:"words"`
	Where bool   `json:"where,omitempty" doc:"it is asked where, too"`
	Right bool   `json:"right,omitempty" doc:"it is what is right here"`
	Means string `json:"means,omitempty" doc:"what it tells here"`
}

// MarkShown is what was marked at an earlier step, with its pictures.
type MarkShown struct {
	Step     string    `json:"step"`
	Title    string    `json:"title" doc:"of the step at which it was marked"`
	Mark     string    `json:"mark"`
	Where    string    `json:"where" doc:"blank where it was not marked"`
	Pictures []Picture `json:"pictures,omitempty"`
}

// FitShown is a part that a step fits.
type FitShown struct {
	Part      string `json:"part"`
	Title     string `json:"title"`
	Quantity  int    `json:"quantity"`
	Lubricant string `json:"lubricant,omitempty"`
}

// PaperShown is a value of the pump's papers, its text blank where it is not known.
type PaperShown struct {
	Title  string `json:"title"`
	Text   string `json:"text"`
	Source string `json:"source,omitempty"`
}

// FindingShown is one finding of a part's list.
type FindingShown struct {
	Key     string        `json:"key"`
	Words   string        `json:"words"`
	Outcome judge.Outcome `json:"outcome" enum:"reuse,dress,repair,replace,order"`
	Rule    string        `json:"rule"`
}

// HeldTo is another reading of the job, against which one is judged.
type HeldTo struct {
	Figure Figure `json:"figure"`
	Of     string `json:"of" doc:"which reading it is"`
}

// Carry is a figure that stands elsewhere already and need not be typed again.
type Carry struct {
	Text  string `json:"text"`
	From  string `json:"from" doc:"where it stands, in words"`
	Step  string `json:"step,omitempty" doc:"where it was entered"`
	Entry string `json:"entry,omitempty" doc:"id of the entry"`
	Value string `json:"value,omitempty" doc:"key of the pump's value it is"`
	Why   string `json:"-"` // nothing is carried

	Good gauge.Uncertainty `json:"-"` // how good the figure is, as far as that is known
}

// Picture is a picture of a step, or of a finding on its part.
type Picture struct {
	ID    string    `json:"id"`
	Of    string    `json:"of,omitempty" doc:"the finding it shows, in words"`
	Words string    `json:"words,omitempty"`
	By    string    `json:"by"`
	At    time.Time `json:"at"`
	Entry string    `json:"entry" doc:"id of the entry that put it there"`
}
