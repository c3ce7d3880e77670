package job

import (
	"maps"

	"settle/core/gauge"
	"settle/core/judge"
	"settle/core/log"
	"settle/core/plan"
	"settle/core/quantity"
)

// A kind is all that the program knows of a kind of step, of an instrument or of a
// method of setting. No rule about one stands anywhere else: a new one is a value of
// the table below, a function that weighs it, a panel, and a word in the plan format.
type kind struct {
	panel string // the panel of the screen
	group string // the field of Body that it takes
	must  bool   // it has to be done: it is not left out, whatever the reason
	away  bool   // but it may not be on this pump, or not in this job
	hangs bool   // its reading hangs on what was entered elsewhere, too
	then  bool   // and that as it stood when it was entered
	typed bool   // an entry is told as it was typed, not as it was understood
	table Table  // of the sheet, in which it has a row

	// weigh works an entry out and judges it. What is wrong is gathered by r; the
	// reading is nil until there is enough of it.
	weigh func(s *scale, step *plan.Step, b *log.Body, r *gauge.Reader) *Reading
	// follows is weigh for a figure that follows from others: from are those it followed from when it
	// was entered, nil at one that is entered now.
	follows func(s *scale, step *plan.Step, b *log.Body, from map[string]log.Carried, r *gauge.Reader) *Reading
	// show fills a panel with what the plan and the pump's papers say; live adds what
	// was entered elsewhere. Nil adds nothing.
	show func(t *terms, step *plan.Step, p *Panel)
	live func(s *scale, step *plan.Step, p *Panel)
	// boxes lists the figures that were typed.
	boxes func(b *log.Body) []box
	// limit is what a reading is judged by; nil where nothing is.
	limit func(t *terms, step *plan.Step) *judge.Limit

	sign   judge.Sign   // what it is a sign of when it comes out wrong
	gauges []gauge.Kind // what it is measured with, the usual one first

	tool  string                                          // the calculator behind it
	given func(t *terms, step *plan.Step, in *givenInput) // what a person need not type into it

	title         string   // of its figure
	divisions     []string // that its gauge may have, as typed
	usual         Usual    // the one to begin with
	fine, notFine string   // headline of a verdict that has no margin
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

// box is a figure that was typed: a length, or else a number with what it counts.
type box struct {
	path   string
	name   string         // before the value, where the entry is told
	length quantity.Typed // a length, with
	most   quantity.Length
	number quantity.Number
	unit   string // of the number
	warmth string // a temperature in either degree

	pressure string
}

// kinds are filled in by init: the functions of a kind ask for it again.
var kinds map[string]*kind

func init() {
	kinds = map[string]*kind{}
	maps.Copy(kinds, stepKinds())
	maps.Copy(kinds, methods())
	for key, k := range instruments() {
		k.table, k.limit = ChecksTable, checkLimit
		k.fine, k.notFine = "Within the limit", "Out of limit"
		kinds[key] = k
	}
}

// stepKinds are the kinds of steps that are neither a check nor a setting.
func stepKinds() map[string]*kind {
	return map[string]*kind{
		plan.Do: {panel: "ack", group: "done", must: true, away: true, weigh: acknowledged},
		plan.Caution: {panel: "ack", group: "done", must: true, weigh: cautioned,
			show: func(_ *terms, step *plan.Step, p *Panel) { p.Permit = step.Energy != "" }},
		plan.Turn: {panel: "turn", group: "turn", table: DoneTable, weigh: turned, show: feels,
			live: feelsRight,
			fine: "Turns as it should", notFine: "Does not turn as it should"},
		plan.Count: {panel: "count", group: "count", table: DoneTable, hangs: true, weigh: counted, show: counting,
			live: countBefore, boxes: countBoxes, fine: "The number agrees", notFine: "Not the number it must be"},
		plan.Mark: {panel: "mark", group: "marks", table: DoneTable, weigh: marked,
			show: func(_ *terms, step *plan.Step, p *Panel) { p.Marks = step.Marks }},
		plan.Inspect: {panel: "inspect", group: "inspect", table: PartsTable, hangs: true, weigh: inspected,
			show: findings, live: settledBeforehand},
		plan.Torque: {gauges: wrenches,
			panel: "torque", group: "torque", table: DoneTable, weigh: tightened, show: bolts,
			limit: torqueLimit, fine: "As asked", notFine: "Not the torque asked"},
		plan.InAll: {gauges: wrenches,
			panel: "ack", group: "done", must: true, away: true, table: DoneTable, weigh: tightenedInAll,
			show: fastening, limit: torqueLimit, fine: "As asked", notFine: "Not as asked"},
		plan.Each: {gauges: wrenches,
			panel: "torque", group: "torque", table: DoneTable, weigh: tightenedEach, show: fastening,
			fine: "As asked", notFine: "Not as asked"},
		plan.Heat: {gauges: thermometers,
			panel: "heat", group: "heat", table: DoneTable, weigh: heated, show: heating, boxes: heatBoxes,
			limit: heatLimit, tool: "heat", given: heatGiven},
		plan.Warm: {gauges: thermometers,
			panel: "warm", group: "heat", table: DoneTable, weigh: warmedPart, boxes: heatBoxes, limit: warmLimit,
			show: func(t *terms, step *plan.Step, p *Panel) { p.Asked, _ = t.celsius(step.WarmMost) },
			fine: "Warm as the papers ask", notFine: "Not the temperature of the papers"},
		plan.Wait: {panel: "wait", group: "wait", table: DoneTable, weigh: waited, boxes: waitBoxes,
			show: func(_ *terms, step *plan.Step, p *Panel) { p.Minutes, p.Below = step.Minutes, step.Below },
			fine: "Long enough", notFine: "Not long enough"},
		plan.Test: {panel: "test", group: "test", table: DoneTable, weigh: tested, show: testPanel, boxes: testBoxes,
			fine: "Tight", notFine: "Leaks, or not held long enough"},
		plan.Photo: {panel: "photo", group: "photo", table: DoneTable, weigh: photographed,
			show: func(_ *terms, step *plan.Step, p *Panel) { p.Of = step.Of }},
		plan.Sign: {panel: "sign", group: "sign", must: true, weigh: signed},
		// a calculation and nothing else
		plan.Drip: {panel: "tool", group: "tool", table: DoneTable, weigh: asked, limit: dripLimit, tool: "drip",
			given: dripGiven},
		plan.Align: {gauges: indicators,
			panel: "tool", group: "tool", table: DoneTable, hangs: true, then: true, weigh: aligned, limit: alignLimit,
			tool:  "align",
			given: alignGiven, sign: judge.AlignmentOut},
		plan.Feet: {gauges: indicators,
			panel: "tool", group: "tool", table: DoneTable, weigh: asked, limit: feetLimit, tool: "soft-foot",
			sign: judge.FeetOut},
		plan.Strain: {gauges: indicators,
			panel: "tool", group: "tool", table: DoneTable, weigh: asked, limit: strainLimit, tool: "pipe-strain",
			sign: judge.PipesOut},
		plan.Handed: {panel: "handback", group: "handback", table: DoneTable, weigh: handedBack, show: handbackPanel,
			fine: "Runs as it should", notFine: "Does not run as it should"},
		plan.Grease: {panel: "tool", group: "tool", table: DoneTable, weigh: asked, tool: "grease", given: greaseGiven},
	}
}

// methods are those of setting.
func methods() map[string]*kind {
	return map[string]*kind{
		plan.ByShims: {panel: "tool", group: "tool", table: DoneTable, weigh: shimmed, limit: window, tool: "shim",
			given: shimGiven},
		plan.ByTrial: {panel: "tool", group: "tool", table: DoneTable, weigh: tried, limit: trialLimit,
			tool: "shim-trial"},
		plan.ByAdjuster: {panel: "tool", group: "tool", table: DoneTable, weigh: asked, limit: window, tool: "lateral",
			given: adjusterGiven},
		plan.ByStretch: {panel: "tool", group: "tool", table: DoneTable, weigh: asked, tool: "stretch"},
		plan.ByLeaf: {gauges: leaves,
			panel: plan.Direct, group: "direct", table: DoneTable, typed: true, weigh: direct, show: byLeaf,
			boxes: directBoxes, limit: window, divisions: calipers, usual: usualCaliper, title: "Measured",
			fine: "Inside the window", notFine: "Outside the window"},
	}
}

// What one division of a gauge may be, as typed.
var (
	dials    = []string{"1 thou", "0.5 thou", "0.1 thou", "0.01 mm", "0.002 mm"}
	calipers = []string{"1 thou", "0.5 thou", "0.02 mm", "0.01 mm"}
	travels  = []string{"1/64 in", "1 thou", "0.5 mm", "0.05 mm", "0.02 mm"}

	usualDial    = Usual{"0.5 thou", "0.01 mm"}
	usualCaliper = Usual{"1 thou", "0.02 mm"}
	usualRule    = Usual{"1/64 in", "0.5 mm"}
)

// What is measured with what.
var (
	indicators   = []gauge.Kind{gauge.DialIndicator}
	leaves       = []gauge.Kind{gauge.LeafSet}
	depths       = []gauge.Kind{gauge.DepthGauge, gauge.Micrometer}
	bores        = []gauge.Kind{gauge.BoreGauge, gauge.Micrometer}
	seats        = []gauge.Kind{gauge.Micrometer, gauge.BoreGauge}
	anyLength    = []gauge.Kind{gauge.DepthGauge, gauge.Micrometer, gauge.BoreGauge, gauge.DialIndicator, gauge.LeafSet}
	wrenches     = []gauge.Kind{gauge.TorqueWrench}
	thermometers = []gauge.Kind{gauge.Thermometer}
)

// instruments are those that a check may be measured with.
func instruments() map[string]*kind {
	return map[string]*kind{
		plan.Dial: {gauges: indicators,
			panel: plan.Dial, group: "dial", typed: true, weigh: dial, show: dialPanel, boxes: dialBoxes,
			title: "Total run-out, TIR", divisions: dials, usual: usualDial},
		plan.Float: {gauges: indicators,
			panel: plan.Float, group: "float", typed: true, weigh: float, show: floatPanel, boxes: floatBoxes,
			live:  func(s *scale, step *plan.Step, p *Panel) { p.Follows = s.preloaded(step) },
			title: "Play, mean", divisions: dials, usual: usualDial},
		plan.Feeler: {gauges: leaves,
			panel: plan.Feeler, group: "feeler", typed: true, weigh: feeler, show: placesPanel,
			boxes: feelerBoxes, title: "Smallest clearance", divisions: calipers, usual: usualCaliper},
		plan.Setting: {gauges: depths,
			panel: plan.Setting, group: "setting", typed: true, weigh: set, show: settingPanel,
			boxes: settingBoxes, title: "Off the mark", usual: usualRule,
			divisions: []string{"1/64 in", "10 thou", "1 thou", "0.5 mm", "0.02 mm"}},
		plan.Direct: {gauges: anyLength,
			panel: plan.Direct, group: "direct", typed: true, weigh: direct, boxes: directBoxes,
			show:  func(t *terms, step *plan.Step, p *Panel) { p.Depths = t.depths(step) },
			title: "Measured", divisions: calipers, usual: usualCaliper},
		plan.Travel: {gauges: depths,
			panel: plan.Travel, group: "travel", typed: true, weigh: travel, boxes: travelBoxes,
			show:  travelPanel,
			title: "Travel", divisions: travels, usual: usualRule},
		plan.Depth: {gauges: depths,
			panel: plan.Depth, group: "places", typed: true, weigh: depth, show: placesPanel, boxes: depthBoxes,
			title: "Mean", divisions: []string{"1 thou", "0.1 thou", "0.01 mm", "0.001 mm"},
			usual: Usual{"1 thou", "0.01 mm"}},
		plan.Along: {gauges: indicators,
			panel: plan.Along, group: "along", typed: true, weigh: along, show: alongPanel, boxes: alongBoxes,
			title: "Largest run-out, TIR", divisions: dials, usual: usualDial},
		plan.Worked: {panel: "worked", group: "done", hangs: true, follows: workedOut, title: workedName},
		plan.Ring:   {gauges: bores, panel: "tool", group: "tool", weigh: asked, tool: "ring", given: ringGiven},
		plan.Fit:    {gauges: seats, panel: "tool", group: "tool", weigh: seated, tool: "fit", given: fitGiven},
	}
}

// tableOf is the table in which a step of a kind has its row.
func tableOf(kind string) Table {
	switch kind {
	case plan.Measure:
		return ChecksTable
	case plan.Set, plan.Tighten:
		return DoneTable
	}
	return kinds[kind].table
}
