// Package kind knows each kind of step, each instrument a check is measured with and each method of setting,
// one a file: what of a body it takes, how it is weighed and judged, its panel, its limit, its gauges, what
// its boxes are called. It is given what it asks of its job by Scale. Lengths are quantity.Length,
// temperatures °C, torques quantity.Torque. It may import log, calc and what those do; never job.
package kind

import (
	"strings"

	"settle/core/field"
	"settle/core/gauge"
	"settle/core/judge"
	"settle/core/log"
	"settle/core/plan"
)

// Kind is all that the program knows of a kind of step, of an instrument or of a
// method of setting. No rule about one stands anywhere else: a new one is a value of
// kinds, in a file of its own, with a function that weighs it, a panel, and a word in the plan format.
type Kind struct {
	panel string // the panel of the screen
	Group string // the field of Body that it takes
	must  bool   // it has to be done: it is not left out, whatever the reason
	away  bool   // but it may not be on this pump, or not in this job
	Hangs bool   // its reading hangs on what was entered elsewhere, too
	Then  bool   // and that as it stood when it was entered
	typed bool   // an entry is told as it was typed, not as it was understood
	table Table  // of the sheet, in which it has a row

	// weigh works an entry out and judges it. What is wrong is gathered by r; the
	// reading is nil until there is enough of it.
	weigh func(s Scale, step *plan.Step, b *log.Body, r *gauge.Reader) *Reading
	// follows is weigh for a figure that follows from others: from are those it followed from when it
	// was entered, nil at one that is entered now.
	follows func(s Scale, step *plan.Step, b *log.Body, from map[string]log.Carried, r *gauge.Reader) *Reading
	// show fills a panel with what the plan and the pump's papers say; live adds what
	// was entered elsewhere. Nil adds nothing.
	show func(t Terms, step *plan.Step, p *Panel)
	Live func(s Scale, step *plan.Step, p *Panel)
	// boxes lists the figures that were typed.
	boxes func(b *log.Body) []box
	// own is the limit of a check that follows from the pump's dimensions, where nobody has written one
	// down; nil where none does.
	own func(t Terms, check *plan.Check) Limits
	// limit is what a reading is judged by; nil where nothing is.
	limit func(t Terms, step *plan.Step) *judge.Limit

	Sign   judge.Sign   // what it is a sign of when it comes out wrong
	Gauges []gauge.Kind // what it is measured with, the usual one first

	Tool  string                                         // the calculator behind it
	given func(t Terms, step *plan.Step, in *givenInput) // what a person need not type into it

	title         string   // of its figure
	divisions     []string // that its gauge may have, as typed
	usual         Usual    // the one to begin with
	Fine, NotFine string   // headline of a verdict that has no margin
}

// Table is a table of the build sheet.
type Table string

// The tables; what has none stands in the order of work only.
const (
	ChecksTable Table = "checks"
	PartsTable  Table = "parts"
	DoneTable   Table = "done" // turned, counted, marked, tightened, set, tested
)

// Usual is the division a gauge usually has where lengths are shown in thou, and
// where they are shown in mm.
type Usual struct {
	Thou string `json:"thou"`
	Mm   string `json:"mm"`
}

// Of is the kind by which a step is worked.
func Of(step *plan.Step) *Kind { return kinds[step.Way()] }

// Limits are those of a check by its phase: what is found may be worn, what is built is new.
type Limits struct{ Found, Built *judge.Limit }

// At is the one for a phase of the job.
func (l Limits) At(phase string) *judge.Limit {
	if phase == plan.Found {
		return l.Found
	}
	return l.Built
}

// skipped is a step that was left out, or is not there to be done.
func (k *Kind) skipped(b *log.Body, away bool) (*Reading, field.Errors) {
	why := strings.TrimSpace(b.Skip)
	switch {
	case why == "":
		return nil, field.Errors{field.Errorf("skip", "is missing: say how it is known that this is not there")}
	case away && (b.Absent == log.NotOnPump || b.Absent == log.NotInJob):
		return &Reading{Skipped: why, Absent: b.Absent, Text: NotThere(b.Absent, why)}, nil
	case away:
		return nil, field.Errors{field.Errorf("absent", "is %q: write pump, it is not on this pump, or job, it is not in "+
			"this job", b.Absent)}
	case b.Absent != "":
		return nil, field.Errors{field.Errorf("absent", "is not for this step: it is for things to do")}
	case k.must:
		return nil, field.Errors{field.Errorf("skip", "is not for this step: it has to be done")}
	}
	return &Reading{Skipped: why, Text: LeftOut(b.Skip)}, nil
}

// Path is where a field of a kind stands in a body.
func (k *Kind) Path(field string) string {
	if k.Tool != "" {
		return strings.TrimPrefix(k.InputPath(), "body.") + field
	}
	return k.Group + "." + field
}

// InputPath is where the input of its calculator stands in a body.
func (k *Kind) InputPath() string {
	if k.Group == "tool" {
		return "body.tool."
	}
	return "body." + k.Group + ".input."
}

// limitOf is what the reading of a step is judged by; one that nothing is known of
// says so.
func limitOf(t Terms, step *plan.Step) *judge.Limit {
	if limit := Of(step).limit; limit != nil {
		return limit(t, step)
	}
	return NoLimit(judge.NoneKnown)
}

func checkLimit(t Terms, step *plan.Step) *judge.Limit {
	return t.CheckLimit(checkAt(t, step), step.Phase)
}

// window is the limit that a clearance is set into.
func window(t Terms, step *plan.Step) *judge.Limit {
	if l, ok := t.Opening().Limits[step.Window]; ok {
		return &l
	}
	return NoLimit(judge.NoneKnown)
}

// LeftOut says that a step was not done, and why.
func LeftOut(why string) string { return "not taken: " + why }

// NotThere says that what a step is about is not on this pump, or not in this job, and why.
func NotThere(absent, why string) string {
	if absent == log.NotOnPump {
		return "not on this pump: " + why
	}
	return "not in this job: " + why
}

// OwnLimits are those of a check where nobody has written one down.
func OwnLimits(t Terms, check *plan.Check) Limits {
	if own := kinds[check.Instrument].own; own != nil {
		return own(t, check)
	}
	none := NoLimit(judge.NoneKnown)
	return Limits{none, none}
}

// mayBeAway reports whether a step may be said not to be on this pump or not in this job. A caution may
// since format 3, but never one that takes energy away where there is any.
func mayBeAway(t Terms, step *plan.Step) bool {
	if step.Kind != plan.Caution || t.Plan().Format < 3 {
		return Of(step).away
	}
	none := t.Opening().Arrives == plan.OnBench || t.Opening().Arrives == plan.NewParts
	return step.Energy != plan.Isolates || none
}
