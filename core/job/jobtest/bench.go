// Package jobtest is a job being typed in a test: a bench with a short plan, and bodies of entries.
package jobtest

import (
	_ "embed"
	"fmt"
	"strings"
	"testing"
	"time"

	"settle/core/field"
	"settle/core/gauge"
	"settle/core/job"
	"settle/core/log"
	"settle/core/plan"
	"settle/core/quantity"
	"settle/core/setting"
)

//go:embed back-pull-out.yaml
var backPullOut []byte

func DepthBody(values ...string) log.Body {
	f := &log.PlacesForm{Graduation: quantity.Type("0.01")}
	for i, v := range values {
		f.Readings = append(f.Readings, log.AtForm{At: []string{"12", "4", "8"}[i], Value: quantity.Type(v)})
	}
	return log.Body{Unit: quantity.UnitMillimetre, Places: f}
}

// PlacesBody is a reading with a leaf at two places, in millimetres.
func PlacesBody(a, b string) log.Body {
	f := &gauge.GapForm{Graduation: quantity.Type("0.01")}
	for i, v := range []string{a, b} {
		f.Positions = append(f.Positions, gauge.PositionForm{At: []string{"a", "b"}[i], Value: quantity.Type(v)})
	}
	return log.Body{Unit: quantity.UnitMillimetre, Feeler: f}
}

var Lead = log.Person{ID: "p2", Name: "A. Moreau", Role: log.Lead}

// Last is the id of the entry kept last.
func (b *Bench) Last() string { return b.Log[len(b.Log)-1].ID }

func (b *Bench) Withdraw(step, on string) error {
	return b.Try(log.Entry{Kind: log.Withdrawn, Step: step, On: on, Reason: "ticked by mistake"})
}

var (
	Tech = log.Person{ID: "p1", Name: "M. Okafor", Role: "technician"}
	Day  = time.Date(2026, 3, 2, 8, 0, 0, 0, time.UTC)
)

// Bench is a job being typed in a test.
type Bench struct {
	T *testing.T
	job.Job
}

// BackPullOut is a short plan of these tests' own; the shipped ones are walked
// elsewhere.
func BackPullOut(t testing.TB) *plan.Plan {
	t.Helper()
	p, err := plan.Read("back-pull-out.yaml", backPullOut)
	if err != nil {
		t.Fatal(err)
	}
	return p
}

func New(t *testing.T, papers job.Papers, rules job.Rules) *Bench {
	t.Helper()
	p := BackPullOut(t)
	o, err := job.NewOpening(p, "LS-1", papers, rules, job.Asked{Complaint: "leaks"})
	if err != nil {
		t.Fatal(err)
	}
	e, err := log.Seal(nil, log.Entry{ID: "open", By: Tech, Kind: log.Opened, Open: o}, Day)
	if err != nil {
		t.Fatal(err)
	}
	return &Bench{t, job.Job{Plan: p, Log: []log.Entry{e}}}
}

var Papers = job.Papers{
	Values: map[string]log.Value{
		"vanes": {Text: "3", Source: "counted"}, "casing-bolts": {Text: "4", Source: "counted"},
		"casing-bolt-torque": {Text: "60 N·m",
			Source: "manual"}, "seal-setting": {Text: "1.530 in", Source: "seal drawing"},
	},
	Limits: map[string]job.LimitForm{
		"shaft-runout-seal":  {Max: quantity.Type("2 thou"), Source: "manual, table 4"},
		"impeller-clearance": {Min: quantity.Type("12 thou"), Max: quantity.Type("18 thou"), Source: "manual, table 6"},
		"gland-gap":          {Min: quantity.Type("0.1 in"), Max: quantity.Type("0.2 in"), Source: "seal drawing"},
	},
}

// Try offers an entry and appends it where it is accepted.
func (b *Bench) Try(e log.Entry) error {
	if e.ID == "" {
		e.ID = fmt.Sprintf("e%d", len(b.Log))
	}
	if e.By.ID == "" {
		e.By = Tech
	}
	after, _, err := job.Append(b.Job, e, b.Log[len(b.Log)-1].At.Add(time.Minute))
	b.Job = after
	return err
}

func (b *Bench) Keep(step string, body log.Body) string {
	b.T.Helper()
	if err := b.Try(log.Entry{Kind: log.Kept, Step: step, Body: &body}); err != nil {
		b.T.Fatalf("%s: %v", step, err)
	}
	return b.Log[len(b.Log)-1].ID
}

func (b *Bench) Sheet() *job.Sheet { return job.Derive(b.Job) }

func (b *Bench) Safe() {
	b.T.Helper()
	for _, s := range []string{"lock-out", "isolate", "drain"} {
		b.Keep(s, log.Body{Done: true})
	}
}

func DialBody(values ...string) log.Body {
	f := &gauge.DialForm{Graduation: quantity.Type("0.5 thou")}
	for i, v := range values {
		f.Readings = append(f.Readings, gauge.ReadingForm{Clock: []string{"12", "3", "6", "9"}[i], Value: quantity.Type(v)})
	}
	return log.Body{Unit: quantity.UnitThou, Dial: f}
}

func FloatBody(out string) log.Body {
	f := &gauge.FloatForm{Graduation: quantity.Type("0.5 thou")}
	for range 3 {
		f.Trials = append(f.Trials, gauge.TrialForm{In: quantity.Type("0"), Out: quantity.Type(out)})
	}
	return log.Body{Unit: quantity.UnitThou, Float: f}
}

func LeafBody(places []string, low, high string) log.Body {
	f := &gauge.GapForm{}
	for _, p := range places {
		f.Positions = append(f.Positions, gauge.PositionForm{At: p, Go: quantity.Type(low), NoGo: quantity.Type(high)})
	}
	return log.Body{Unit: quantity.UnitThou, Feeler: f}
}

func InspectBody(keys ...string) log.Body {
	return log.Body{Inspect: &log.InspectForm{Found: append([]string{}, keys...)}}
}

func CountBody(n int) log.Body {
	return log.Body{Count: &log.CountForm{Count: quantity.Count(fmt.Sprint(n))}}
}

func BoltsBody(t *testing.T, n, passes int) log.Body {
	order, err := setting.Crossing(n)
	if err != nil {
		t.Fatal(err)
	}
	var ticks []int
	for range passes {
		ticks = append(ticks, order...)
	}
	for i := range n {
		ticks = append(ticks, i+1)
	}
	return log.Body{Torque: &log.TorqueForm{Ticks: ticks}}
}

var (
	Vanes   = []string{"vane 1", "vane 2", "vane 3"}
	Quarter = []string{"12", "3", "6", "9"}
)

// Bodies are good entries for every step of the plan.
func Bodies(t *testing.T) map[string]log.Body {
	return map[string]log.Body{
		"turn-found":        {Turn: &log.TurnForm{Turn: gauge.Drags, Clock: "4"}},
		"end-play-found":    FloatBody("4"),
		"runout-seal-found": DialBody("0", "1", "3", "1"),
		"clearance-found":   LeafBody(Vanes, "25", "26"),
		"marks":             {Marks: []string{"at 12", "at 3"}},
		"shims-out":         CountBody(6),
		"inspect-sleeve":    InspectBody("groove"), "inspect-seal": InspectBody("chip"), "inspect-bearings": InspectBody(),
		"inspect-lock-washer": InspectBody(), "inspect-gaskets": InspectBody(), "inspect-impeller": InspectBody(),
		"end-play-built":        FloatBody("1"),
		"runout-coupling-built": DialBody("0", "0.5", "1", "0.5"),
		"runout-seal-built":     DialBody("0", "0.5", "1", "0.5"),
		"adapter-rim-built":     DialBody("0", "1", "2", "1"),
		"adapter-face-built":    DialBody("0", "1", "2", "1"),
		"chamber-face-built":    DialBody("0", "1", "2", "1"),
		"chamber-bore-built":    DialBody("0", "1", "2", "1"),
		"radial-play-built":     FloatBody("1"),
		"setting-built": {Unit: quantity.UnitInch,
			Setting: &log.SettingForm{Measured: quantity.Type("1.533"), Graduation: quantity.Type("0.5 mm")}},
		"gland-gap-built": LeafBody(Quarter, "120", "130"),
		"clearance-built": LeafBody(Vanes, "14", "15"),
		"casing-bolts":    BoltsBody(t, 4, 3),
		"turn-built":      {Turn: &log.TurnForm{Turn: gauge.Free}},
		"shims-back":      CountBody(6),
		"sign":            {Sign: &log.SignForm{Remark: "next time: wear plate"}},
	}
}

// Walk does what is next until the job is signed or a step refuses.
func (b *Bench) Walk(with map[string]log.Body) *job.Sheet {
	b.T.Helper()
	for range 100 {
		sheet := b.Sheet()
		if sheet.Next == "" {
			return sheet
		}
		body, ok := with[sheet.Next]
		if !ok {
			body = log.Body{Done: true}
		}
		if step := sheet.Step(sheet.Next); step.State == job.Decide {
			return sheet
		}
		b.Keep(sheet.Next, body)
	}
	b.T.Fatal("the job has no end")
	return nil
}

// OfText opens a job for a plan written here.
func OfText(t *testing.T, text string) *Bench {
	t.Helper()
	p, err := plan.Read("test.yaml", []byte("key: test\ntitle: Test\nconstruction: Z\nversion: 1\n"+text))
	if err != nil {
		t.Fatal(err)
	}
	o, err := job.NewOpening(p, "LS-1", job.Papers{}, job.Rules{}, job.Asked{Complaint: "leaks"})
	if err != nil {
		t.Fatal(err)
	}
	e, err := log.Seal(nil, log.Entry{ID: "open", By: Tech, Kind: log.Opened, Open: o}, Day)
	if err != nil {
		t.Fatal(err)
	}
	return &Bench{t, job.Job{Plan: p, Log: []log.Entry{e}}}
}

func (b *Bench) Correct(step string, body log.Body) {
	b.T.Helper()
	on := b.Sheet().Step(step).Entry
	if err := b.Try(log.Entry{Kind: log.Kept, Step: step, On: on, Reason: "looked again", Body: &body}); err != nil {
		b.T.Fatalf("%s: %v", step, err)
	}
}

// Kit is where a line of the kit stands, "" for one that is not there.
func (b *Bench) Kit(part string) job.KitState {
	for _, l := range b.Sheet().Kit {
		if l.Part == part {
			return l.State
		}
	}
	return ""
}

const Conditional = `
limits: {play: {max: 0.1 mm, source: drawing}, gap: {max: 0.1 mm, source: drawing}}
checks:
  play: {title: Play, short: Play, instrument: direct, limit: [play], sign: end-play}
  gap: {title: Gap, short: Gap, instrument: direct, limit: [gap]}
parts:
  - {key: a, title: A, quantity: 1, findings: [{key: x, words: X, outcome: replace, rule: r}]}
  - key: b
    title: B
    quantity: 1
    kit: if-needed
    drags: [c]
    seal: true
    findings: [{key: y, words: Y, outcome: replace, rule: r, sign: heat-marks}]
  - {key: c, title: C, quantity: 1}
  - {key: d, title: D, quantity: 1, judged: [{check: gap, outcome: repair, rule: r}]}
  - {key: e, title: E, quantity: 1, kit: always, when: a decided replace}
stages:
  - id: look
    title: Look
    steps:
      - {id: a, kind: inspect, part: a, title: A}
      - {id: b, kind: inspect, part: b, title: B, when: a decided replace}
      - {id: gap, kind: measure, phase: found, check: gap, title: Gap, when: a decided replace}
      - {id: d, kind: inspect, part: d, title: D}
      - {id: lay-out, kind: do, title: Lay out, laid_out: true, when: a decided replace}
  - id: build
    title: Build
    steps:
      - {id: play, kind: measure, phase: built, check: play, title: Play}
      - {id: new-b, kind: do, title: Fit a new B, when: b decided replace}
      - {id: turn, kind: turn, phase: built, title: Turn, when: a decided replace, reopens: [build]}
      - {id: gap-built, kind: measure, phase: built, check: gap, title: Gap as built}
`

func MmBody(mm string) log.Body {
	return log.Body{Unit: quantity.UnitMillimetre, Direct: &log.DirectForm{Value: quantity.Type(mm),
		Graduation: quantity.Type("0.01")}}
}

// Of opens a job of a plan that is written out.
func Of(t *testing.T, text string, asked job.Asked) *Bench {
	t.Helper()
	p, err := plan.Read("plan.yaml", []byte(text))
	if err != nil {
		t.Fatal(err)
	}
	o, err := job.NewOpening(p, "LS-1", job.Papers{}, job.Rules{}, asked)
	if err != nil {
		t.Fatal(err)
	}
	return &Bench{t, job.Job{Plan: p, Log: []log.Entry{{ID: "o", Seq: 1, At: Day, By: Tech, Kind: log.Opened, Open: o}}}}
}

// Steps lists the steps of a sheet with their states.
func (b *Bench) Steps() string {
	var all []string
	for _, stage := range b.Sheet().Stages {
		for _, s := range stage.Steps {
			all = append(all, s.ID+" "+string(s.State))
		}
	}
	return strings.Join(all, ", ")
}

func (b *Bench) Scope(to, reason string, not ...string) {
	b.T.Helper()
	if err := b.Try(log.Entry{Kind: log.Scoped, Reason: reason, Scope: &log.Scoping{To: to, Not: not}}); err != nil {
		b.T.Fatalf("scope %s: %v", to, err)
	}
}

func DirectBody(value string) log.Body {
	return log.Body{Direct: &log.DirectForm{Value: quantity.Type(value), Graduation: quantity.Type("0.01 mm")}}
}

func Felt(turn gauge.Turn) log.Body { return log.Body{Turn: &log.TurnForm{Turn: turn}} }

// Names is the first field that an error names.
func Names(err error) string {
	if err == nil {
		return "nothing"
	}
	return field.All(err)[0].Field
}
