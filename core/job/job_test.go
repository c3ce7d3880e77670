package job

import (
	"encoding/json"
	"errors"
	"fmt"
	"os"
	"reflect"
	"strings"
	"testing"
	"time"

	"settle/core/kind"

	"settle/core/field"
	"settle/core/gauge"
	"settle/core/judge"
	"settle/core/log"
	"settle/core/plan"
	"settle/core/quantity"
	"settle/core/setting"
)

var (
	tech = log.Person{ID: "p1", Name: "M. Okafor", Role: "technician"}
	day  = time.Date(2026, 3, 2, 8, 0, 0, 0, time.UTC)
)

// bench is a job being typed in a test.
type bench struct {
	t *testing.T
	Job
}

// backPullOut is a short plan of these tests' own; the shipped ones are walked
// elsewhere.
func backPullOut(t testing.TB) *plan.Plan {
	t.Helper()
	text, err := os.ReadFile("testdata/back-pull-out.yaml")
	if err != nil {
		t.Fatal(err)
	}
	p, err := plan.Read("back-pull-out.yaml", text)
	if err != nil {
		t.Fatal(err)
	}
	return p
}

func newBench(t *testing.T, papers Papers, rules Rules) *bench {
	t.Helper()
	p := backPullOut(t)
	o, err := NewOpening(p, "LS-1", papers, rules, Asked{Complaint: "leaks"})
	if err != nil {
		t.Fatal(err)
	}
	e, err := log.Seal(nil, log.Entry{ID: "open", By: tech, Kind: log.Opened, Open: o}, day)
	if err != nil {
		t.Fatal(err)
	}
	return &bench{t, Job{Plan: p, Log: []log.Entry{e}}}
}

var papers = Papers{
	Values: map[string]log.Value{
		"vanes": {Text: "3", Source: "counted"}, "casing-bolts": {Text: "4", Source: "counted"},
		"casing-bolt-torque": {Text: "60 N·m",
			Source: "manual"}, "seal-setting": {Text: "1.530 in", Source: "seal drawing"},
	},
	Limits: map[string]LimitForm{
		"shaft-runout-seal":  {Max: quantity.Type("2 thou"), Source: "manual, table 4"},
		"impeller-clearance": {Min: quantity.Type("12 thou"), Max: quantity.Type("18 thou"), Source: "manual, table 6"},
		"gland-gap":          {Min: quantity.Type("0.1 in"), Max: quantity.Type("0.2 in"), Source: "seal drawing"},
	},
}

// try offers an entry and appends it where it is accepted.
func (b *bench) try(e log.Entry) error {
	if e.ID == "" {
		e.ID = fmt.Sprintf("e%d", len(b.Log))
	}
	if e.By.ID == "" {
		e.By = tech
	}
	after, _, err := Append(b.Job, e, b.Log[len(b.Log)-1].At.Add(time.Minute))
	b.Job = after
	return err
}

func (b *bench) keep(step string, body log.Body) string {
	b.t.Helper()
	if err := b.try(log.Entry{Kind: log.Kept, Step: step, Body: &body}); err != nil {
		b.t.Fatalf("%s: %v", step, err)
	}
	return b.Log[len(b.Log)-1].ID
}

func (b *bench) sheet() *Sheet { return Derive(b.Job) }

func (b *bench) safe() {
	b.t.Helper()
	for _, s := range []string{"lock-out", "isolate", "drain"} {
		b.keep(s, log.Body{Done: true})
	}
}

func dialBody(values ...string) log.Body {
	f := &gauge.DialForm{Graduation: quantity.Type("0.5 thou")}
	for i, v := range values {
		f.Readings = append(f.Readings, gauge.ReadingForm{Clock: []string{"12", "3", "6", "9"}[i], Value: quantity.Type(v)})
	}
	return log.Body{Unit: quantity.UnitThou, Dial: f}
}

func floatBody(out string) log.Body {
	f := &gauge.FloatForm{Graduation: quantity.Type("0.5 thou")}
	for range 3 {
		f.Trials = append(f.Trials, gauge.TrialForm{In: quantity.Type("0"), Out: quantity.Type(out)})
	}
	return log.Body{Unit: quantity.UnitThou, Float: f}
}

func leafBody(places []string, low, high string) log.Body {
	f := &gauge.GapForm{}
	for _, p := range places {
		f.Positions = append(f.Positions, gauge.PositionForm{At: p, Go: quantity.Type(low), NoGo: quantity.Type(high)})
	}
	return log.Body{Unit: quantity.UnitThou, Feeler: f}
}

func inspectBody(keys ...string) log.Body {
	return log.Body{Inspect: &log.InspectForm{Found: append([]string{}, keys...)}}
}

func countBody(n int) log.Body {
	return log.Body{Count: &log.CountForm{Count: quantity.Count(fmt.Sprint(n))}}
}

func boltsBody(t *testing.T, n, passes int) log.Body {
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
	vanes   = []string{"vane 1", "vane 2", "vane 3"}
	quarter = []string{"12", "3", "6", "9"}
)

// bodies are good entries for every step of the plan.
func bodies(t *testing.T) map[string]log.Body {
	return map[string]log.Body{
		"turn-found":        {Turn: &log.TurnForm{Turn: gauge.Drags, Clock: "4"}},
		"end-play-found":    floatBody("4"),
		"runout-seal-found": dialBody("0", "1", "3", "1"),
		"clearance-found":   leafBody(vanes, "25", "26"),
		"marks":             {Marks: []string{"at 12", "at 3"}},
		"shims-out":         countBody(6),
		"inspect-sleeve":    inspectBody("groove"), "inspect-seal": inspectBody("chip"), "inspect-bearings": inspectBody(),
		"inspect-lock-washer": inspectBody(), "inspect-gaskets": inspectBody(), "inspect-impeller": inspectBody(),
		"end-play-built":        floatBody("1"),
		"runout-coupling-built": dialBody("0", "0.5", "1", "0.5"),
		"runout-seal-built":     dialBody("0", "0.5", "1", "0.5"),
		"adapter-rim-built":     dialBody("0", "1", "2", "1"),
		"adapter-face-built":    dialBody("0", "1", "2", "1"),
		"chamber-face-built":    dialBody("0", "1", "2", "1"),
		"chamber-bore-built":    dialBody("0", "1", "2", "1"),
		"radial-play-built":     floatBody("1"),
		"setting-built": {Unit: quantity.UnitInch,
			Setting: &log.SettingForm{Measured: quantity.Type("1.533"), Graduation: quantity.Type("0.5 mm")}},
		"gland-gap-built": leafBody(quarter, "120", "130"),
		"clearance-built": leafBody(vanes, "14", "15"),
		"casing-bolts":    boltsBody(t, 4, 3),
		"turn-built":      {Turn: &log.TurnForm{Turn: gauge.Free}},
		"shims-back":      countBody(6),
		"sign":            {Sign: &log.SignForm{Remark: "next time: wear plate"}},
	}
}

// walk does what is next until the job is signed or a step refuses.
func (b *bench) walk(with map[string]log.Body) *Sheet {
	b.t.Helper()
	for range 100 {
		sheet := b.sheet()
		if sheet.Next == "" {
			return sheet
		}
		body, ok := with[sheet.Next]
		if !ok {
			body = log.Body{Done: true}
		}
		if step := sheet.Step(sheet.Next); step.State == Decide {
			return sheet
		}
		b.keep(sheet.Next, body)
	}
	b.t.Fatal("the job has no end")
	return nil
}

func TestAJobFromStartToSignature(t *testing.T) {
	b := newBench(t, papers, Rules{})
	if s := b.sheet(); s.State != Received || s.Next != "lock-out" {
		t.Errorf("a new job is %s, next %s", s.State, s.Next)
	}
	s := b.walk(bodies(t))
	if s.State != Signed || s.Signed.Remark != "next time: wear plate" || s.Tally != (Tally{Within: 11}) {
		t.Errorf("the job is %s, %+v; want it signed with 11 checks within", s.State, s.Tally)
	}
	row := s.Stations[3]
	if row.Letter != "D" || row.Check != "shaft-runout-seal" || row.Found.Verdict != judge.Out ||
		row.Built.Verdict != judge.Within || row.Change.Length != -2*quantity.Thou {
		t.Errorf("station D is %+v; want the run-out found out, built within, 2 thou better", row)
	}
	if err := b.try(log.Entry{Kind: log.Kept, Step: "end-play-built", Body: new(floatBody("1"))}); !isRefused(err) {
		t.Errorf("after the signature: %v, want a refusal", err)
	}
	if bad := log.Verify(b.Log); bad != 0 {
		t.Errorf("the chain breaks at %d", bad)
	}
}

func isRefused(err error) bool {
	var r *Refused
	return errors.As(err, &r)
}

func TestNothingOpensBeforeMakeSafe(t *testing.T) {
	b := newBench(t, papers, Rules{})
	b.keep("lock-out", log.Body{Done: true})
	for step, body := range map[string]log.Body{"end-play-found": floatBody("1"), "clean": {Done: true},
		"sign": {Sign: &log.SignForm{}}} {
		err := b.try(log.Entry{Kind: log.Kept, Step: step, Body: &body})
		if !isRefused(err) || !strings.Contains(err.Error(), "Make safe first: close suction") {
			t.Errorf("%s: %v; want it to say what comes first", step, err)
		}
	}
	b.keep("isolate", log.Body{Done: true})
	b.keep("drain", log.Body{Done: true})
	// After that a reading may be taken out of order.
	b.keep("radial-play-built", floatBody("1"))
}

func TestNeedsBlock(t *testing.T) {
	b := newBench(t, papers, Rules{})
	b.safe()
	if err := b.try(log.Entry{Kind: log.Kept, Step: "adapter-on", Body: &log.Body{Done: true}}); !isRefused(err) ||
		!strings.Contains(err.Error(), "run-out at the seal, as built") {
		t.Errorf("got %v; want the step that is needed named", err)
	}
	b.keep("runout-seal-built", dialBody("0", "0", "1", "0"))
	b.keep("adapter-on", log.Body{Done: true})
}

func TestOutNeedsADecisionBeforeTheSignature(t *testing.T) {
	b := newBench(t, papers, Rules{})
	with := bodies(t)
	with["radial-play-built"] = floatBody("9")
	s := b.walk(with)
	step := s.Step("radial-play-built")
	if s.Next != "radial-play-built" || step.State != Decide || s.Step("sign").State != Blocked {
		t.Fatalf("next is %s, %s; the signature %s", s.Next, step.State, s.Step("sign").State)
	}
	for name, e := range map[string]log.Entry{
		"no reason":             {Kind: log.Decided, Step: "radial-play-built", On: step.Entry},
		"nothing entered there": {Kind: log.Decided, Step: "chamber-face-built", On: "x", Reason: "r"},
	} {
		if err := b.try(e); err == nil {
			t.Errorf("%s: the decision was taken", name)
		}
	}
	if err := b.try(log.Entry{Kind: log.Decided, Step: "end-play-found", On: s.Step("end-play-found").Entry,
		Reason: "worn"}); !isRefused(err) {
		t.Errorf("a decision where none is due: %v", err)
	}
	if err := b.try(log.Entry{Kind: log.Decided, Step: "radial-play-built", On: step.Entry,
		Reason: "old housing, new one on order"}); err != nil {
		t.Fatal(err)
	}
	// A new reading makes the decision on the old one void.
	again := log.Entry{Kind: log.Kept, Step: "radial-play-built", On: step.Entry, Reason: "measured again",
		Body: new(floatBody("8"))}
	if err := b.try(again); err != nil {
		t.Fatal(err)
	}
	if s := b.sheet().Step("radial-play-built"); s.State != Decide || s.Decision != nil || s.Entries != 2 {
		t.Errorf("after a new reading the step is %s with decision %+v", s.State, s.Decision)
	}
}

func TestCorrections(t *testing.T) {
	b := newBench(t, papers, Rules{})
	b.safe()
	first := b.keep("end-play-found", floatBody("4"))
	other := new(floatBody("3"))
	var stale *Stale
	if err := b.try(log.Entry{Kind: log.Kept, Step: "end-play-found", Body: other}); !errors.As(err, &stale) ||
		stale.Latest.ID != first {
		t.Errorf("an entry that has not seen the first: %v", err)
	}
	if err := b.try(log.Entry{Kind: log.Kept, Step: "end-play-found", On: first, Body: other}); names(err) != "reason" {
		t.Errorf("a correction without a reason: %v", err)
	}
	if err := b.try(log.Entry{Kind: log.Kept, Step: "end-play-found", On: first, Reason: "typed wrong",
		Body: other}); err != nil {
		t.Fatal(err)
	}
	if s := b.sheet().Step("end-play-found"); s.Reading.Figure.Length != 3*quantity.Thou || s.Entries != 2 ||
		len(b.Log) != 6 {
		t.Errorf("after the correction: %+v, %d entries in the log", s.Reading.Figure, len(b.Log))
	}
}

func names(err error) string {
	if err == nil {
		return "nothing"
	}
	return field.All(err)[0].Field
}

func TestWhatWasEntered(t *testing.T) {
	b := newBench(t, papers, Rules{})
	b.safe()
	tests := []struct {
		step  string
		body  *log.Body
		field string
		says  string
	}{
		{"end-play-found", nil, "body", "missing"},
		{"end-play-found", &log.Body{}, "body.float", "missing"},
		{"end-play-found", &log.Body{Done: true, Float: floatBody("1").Float}, "body.done", "does not belong"},
		{"end-play-found", &log.Body{Unit: "furlong"}, "body.unit", "thou"},
		{"end-play-found", &log.Body{Float: floatBody("1").Float}, "body.float.trials[0].in", "no unit"},
		{"end-play-found", new(floatBody("two")), "body.float.trials[0].out", "not understood"},
		{"runout-seal-found", new(dialBody("0", "1", "2")), "body.dial.readings", "no reading at 9"},
		{"runout-seal-found", new(dialBody("0", "1", "", "1")), "body.dial.readings[2].value", "empty"},
		{"clearance-found", new(leafBody(vanes[:2], "1", "2")), "body.feeler.positions", "vane 3"},
		{"clearance-found", new(leafBody(vanes, "2", "1")), "body.feeler.positions[0].no_go", "thicker"},
		{"turn-found", &log.Body{Turn: &log.TurnForm{Turn: "easy"}}, "body.turn.turn", "free, light-drag, drags"},
		{"turn-found", &log.Body{Turn: &log.TurnForm{Turn: gauge.Rubs, Clock: "13"}}, "body.turn.clock", "clock"},
		{"marks", &log.Body{Marks: []string{"at 12"}}, "body.marks[1]", "Gland port"},
		{"marks", &log.Body{Marks: []string{"a", "b", "c"}}, "body.marks[2]", "too many"},
		{"shims-out", &log.Body{Count: &log.CountForm{}}, "body.count.count", "how many"},
		{"shims-out", &log.Body{Count: &log.CountForm{Count: quantity.Count("-1")}}, "body.count.count", "0 to"},
		{"shims-out", &log.Body{Count: &log.CountForm{Count: quantity.Count("3"), Pack: quantity.Type("-1 mm")}},
			"body.count.pack",
			"below zero"},
		{"inspect-sleeve", new(inspectBody("dent")), "body.inspect.found[0]", "not on the list"},
		{"inspect-sleeve", &log.Body{Inspect: &log.InspectForm{Found: []string{"groove"}, Outcome: judge.Reuse}},
			"body.inspect.reason", "why"},
		{"inspect-sleeve", &log.Body{Inspect: &log.InspectForm{Found: []string{}, Outcome: "burn"}},
			"body.inspect.outcome", "reuse"},
		{"lock-out", &log.Body{Skip: "no time"}, "", ""},
		{"no-such-step", &log.Body{Done: true}, "step", "not a step"},
	}
	for _, tt := range tests {
		e := log.Entry{ID: "x", By: tech, Kind: log.Kept, Step: tt.step, Body: tt.body}
		if tt.step == "lock-out" { // a caution is not left out, nor entered twice unseen
			e.On, e.Reason = "e1", "again"
			if err := Accept(b.Job, e); names(err) != "body.skip" {
				t.Errorf("leaving out a caution: %v", err)
			}
			continue
		}
		err := Accept(b.Job, e)
		if names(err) != tt.field || !strings.Contains(err.Error(), tt.says) {
			t.Errorf("%s %+v: got %v; want field %s and %q", tt.step, tt.body, err, tt.field, tt.says)
		}
	}
}

func TestLeavingOutWithAReason(t *testing.T) {
	b := newBench(t, papers, Rules{})
	b.safe()
	b.keep("end-play-found", log.Body{Skip: "came in pieces"})
	s := b.sheet()
	if step := s.Step("end-play-found"); step.State != Done || step.Reading.Text != "not taken: came in pieces" ||
		step.Reading.Verdict != "" {
		t.Errorf("left out: %+v", step.Reading)
	}
}

func TestPartsDecideSteps(t *testing.T) {
	b := newBench(t, papers, Rules{Schools: map[string]string{"bearing-reuse": "may-reuse"}})
	b.safe()
	if b.sheet().Step("new-sleeve") != nil {
		t.Error("a new sleeve is asked for before the old one is judged")
	}
	first := b.keep("inspect-sleeve", inspectBody("groove"))
	b.keep("inspect-bearings", inspectBody())
	s := b.sheet()
	if s.Step("new-sleeve") == nil || s.Step("new-bearings") != nil {
		t.Error("a grooved sleeve is to be replaced and a sound bearing reused where the shop allows it")
	}
	override := log.Entry{Kind: log.Kept, Step: "inspect-sleeve", On: first, Reason: "looked again",
		Body: &log.Body{Inspect: &log.InspectForm{Found: []string{"groove"}, Outcome: judge.Dress,
			Reason: "no spare in the house"}}}
	if err := b.try(override); err != nil {
		t.Fatal(err)
	}
	s = b.sheet()
	if r := s.Step("inspect-sleeve").Reading; r.Outcome != judge.Dress || r.ByRule != judge.Replace ||
		r.Rule != "no spare in the house" || s.Step("new-sleeve") != nil {
		t.Errorf("decided otherwise: %+v", r)
	}
}

func TestVerdictsOfOtherSteps(t *testing.T) {
	b := newBench(t, Papers{}, Rules{})
	b.safe()
	with := bodies(t)
	five := []string{"vane 1", "vane 2", "vane 3", "vane 4", "vane 5"}
	with["clearance-found"], with["clearance-built"] = leafBody(five, "25", "26"), leafBody(five, "14", "15")
	bolts := boltsBody(t, 8, 3)
	bolts.Torque.Set = "60 N·m"
	with["casing-bolts"] = bolts
	s := b.walk(with)
	// Without papers neither the setting dimension nor the gland gap, the clearance or the torque is known.
	for _, want := range []string{"setting-built", "gland-gap-built", "clearance-built", "casing-bolts"} {
		step := s.Step(want)
		if step.State != Decide || step.Reading.Verdict != judge.NoLimit {
			t.Fatalf("next is %s; %s is %s with %+v, want it to wait for a decision: no limit is never a pass", s.Next, want,
				step.State, step.Reading)
		}
		if err := b.try(log.Entry{Kind: log.Decided, Step: want, On: step.Entry, Reason: "manual is lost"}); err != nil {
			t.Fatal(err)
		}
		s = b.walk(with)
	}
	if s.State != Signed || s.Tally.NoLimit != 3 {
		t.Errorf("the job is %s, %+v", s.State, s.Tally)
	}
}

func TestTorqueAndCount(t *testing.T) {
	b := newBench(t, papers, Rules{})
	b.safe()
	b.keep("shims-out", countBody(6))
	s := derive(b.Job).scale
	torque := func(set string, ticks []int) (*kind.Reading, field.Errors) {
		return kind.Weigh(s, b.Plan.Step("casing-bolts"), &log.Body{Torque: &log.TorqueForm{Set: set, Ticks: ticks}},
			kind.Way{})
	}
	all := boltsBody(t, 4, 3).Torque.Ticks
	for _, tt := range []struct {
		set  string
		want judge.Result
	}{{"", judge.Within}, {"62 N·m", judge.Within}, {"63 N·m", judge.Out}, {"44.25 lbf·ft", judge.Within}} {
		if r, errs := torque(tt.set, all); len(errs) > 0 || r.Verdict != tt.want {
			t.Errorf("set to %q: %+v, %v; want %s", tt.set, r, errs, tt.want)
		}
	}
	for name, ticks := range map[string][]int{"none": nil, "one short": all[:15], "out of order": {2},
		"one too many": append(append([]int{}, all...), 1)} {
		if r, errs := torque("", ticks); len(errs) == 0 {
			t.Errorf("%s: %+v was taken", name, r)
		}
	}
	for n, want := range map[int]judge.Result{6: judge.Within, 5: judge.Out} {
		if r, errs := kind.Weigh(s, b.Plan.Step("shims-back"), new(countBody(n)), kind.Way{}); len(errs) > 0 ||
			r.Verdict != want {
			t.Errorf("%d shims back: %+v, %v; want %s", n, r, errs, want)
		}
	}
}

func TestPreviewOfAHalfFilledPanel(t *testing.T) {
	b := newBench(t, papers, Rules{})
	b.safe()
	body := dialBody("0", "1", "x", "")
	r, tell, err := Preview(b.Job, "runout-seal-found", &body)
	if r == nil || r.Figure.Length != quantity.Thou || names(err) != "body.dial.readings[2].value" || len(tell.Echo) != 2 {
		t.Errorf("got %+v, %+v, %v; want a reading of the two that are good and the third named", r, tell, err)
	}
	body = dialBody("0", "-1", "-2", "-1")
	r, tell, err = Preview(b.Job, "runout-seal-built", &body)
	if err != nil || r.Verdict != judge.Close || tell.Headline.Thou != "On the limit, could be either side" {
		t.Errorf("on the limit: %+v, %+v, %v", r, tell, err)
	}
	body = dialBody("0", "40 mm", "0", "0")
	if _, tell, _ = Preview(b.Job, "runout-seal-built", &body); tell.Echo[1].Odd == "" ||
		tell.Headline.Mm != "Out of limit by 39.949 mm" {
		t.Errorf("an absurd reading is not questioned: %+v", tell)
	}
	body = leafBody(vanes, "16", "20")
	if _, tell, _ = Preview(b.Job, "clearance-built", &body); len(tell.Lines) != 3 ||
		tell.Lines[0].Thou != "At vane 1 try the 18.0 thou leaf, or shims of it." {
		t.Errorf("undecided: %+v", tell.Lines)
	}
	if _, _, err := Preview(b.Job, "no-such", &body); names(err) != "step" {
		t.Errorf("no such step: %v", err)
	}
}

func TestOpeningChecksThePapers(t *testing.T) {
	p := backPullOut(t)
	tests := []struct {
		field  string
		papers Papers
	}{
		{"options.seal", Papers{Options: map[string]string{"seal": "double"}}},
		{"options.casing-joint", Papers{Options: map[string]string{"casing-joint": "glue"}}},
		{"values.wheels", Papers{Values: map[string]log.Value{"wheels": {Text: "4", Source: ""}}}},
		{"values.vanes.text", Papers{Values: map[string]log.Value{"vanes": {Text: "many", Source: ""}}}},
		{"values.seal-setting.text", Papers{Values: map[string]log.Value{"seal-setting": {Text: "1.5", Source: ""}}}},
		{"values.casing-bolt-torque.text", Papers{Values: map[string]log.Value{"casing-bolt-torque": {Text: "60",
			Source: ""}}}},
		{"limits.bounce", Papers{Limits: map[string]LimitForm{"bounce": {Max: quantity.Type("1 mm"), Source: "x"}}}},
		{"limits.gland-gap.max", Papers{Limits: map[string]LimitForm{"gland-gap": {Max: quantity.Type("1"), Source: "x"}}}},
		{"limits.gland-gap.min", Papers{Limits: map[string]LimitForm{"gland-gap": {Min: quantity.Type("2 mm"),
			Max: quantity.Type("1 mm"), Source: "x"}}}},
		{"limits.gland-gap.source", Papers{Limits: map[string]LimitForm{"gland-gap": {Max: quantity.Type("1 mm")}}}},
	}
	for _, tt := range tests {
		if _, err := NewOpening(p, "LS-1", tt.papers, Rules{}, Asked{Complaint: "leaks"}); names(err) != tt.field {
			t.Errorf("got %v, want an error on %s", err, tt.field)
		}
	}
	if _, err := NewOpening(p, "LS-1", Papers{}, Rules{}, Asked{Complaint: " "}); names(err) != "complaint" {
		t.Errorf("no complaint: %v", err)
	}
}

func TestAChangedRecordShows(t *testing.T) {
	b := newBench(t, papers, Rules{})
	b.safe()
	b.keep("end-play-found", floatBody("4"))
	again := func(change func(line string) string) []log.Entry {
		var entries []log.Entry
		for i := range b.Log {
			e, err := log.ReadLine([]byte(change(string(b.Log[i].Line()))))
			if err != nil {
				t.Fatal(err)
			}
			entries = append(entries, e)
		}
		return entries
	}
	if bad := log.Verify(again(func(line string) string { return line })); bad != 0 {
		t.Errorf("written and read back the chain breaks at %d", bad)
	}
	for name, change := range map[string][2]string{
		"a reading":                  {`"out":"4"`, `"out":"2"`},
		"one space":                  {`"float":{`, `"float": {`},
		"a field nobody knows":       {`,"hash"`, `,"colour":"red","hash"`},
		"a letter written otherwise": {`"kept"`, `"\u006bept"`},
	} {
		entries := again(func(line string) string {
			if strings.Contains(line, `"float":{`) {
				return strings.Replace(line, change[0], change[1], 1)
			}
			return line
		})
		if bad := log.Verify(entries); bad != 5 {
			t.Errorf("%s changed in entry 5 shows at %d", name, bad)
		}
	}
}

func TestDeriveIsPure(t *testing.T) {
	b := newBench(t, papers, Rules{})
	b.walk(bodies(t))
	before, err := json.Marshal(b.Log)
	if err != nil {
		t.Fatal(err)
	}
	one := b.sheet()
	// Remembering what was worked out before, one entry at a time.
	memo := new(Memo)
	var two *Sheet
	for n := range b.Log {
		two = Derive(Job{Plan: b.Plan, Log: b.Log[:n+1], Memo: memo})
	}
	after, err := json.Marshal(b.Log)
	if err != nil || string(before) != string(after) || !reflect.DeepEqual(one, two) {
		t.Error("Derive changed the log, or gave another sheet with what it remembers")
	}
}

// BenchmarkDerive works out a job with a plan of 120 steps and 300 entries.
func BenchmarkDerive(b *testing.B) {
	b.Run("cold", func(b *testing.B) {
		j := long(b)
		b.ReportAllocs()
		for b.Loop() {
			Derive(j)
		}
	})
	b.Run("after an entry", func(b *testing.B) {
		j := long(b)
		j.Memo = new(Memo)
		b.ReportAllocs()
		for b.Loop() {
			Derive(j)
			j.Memo.last = nil // what the entry before it left
		}
	})
}

// long is a job with the readings of the plan's last stages repeated in a plan
// made longer, each entered several times.
func long(b *testing.B) Job {
	lib := backPullOut(b)
	text := string(lib.Text)
	var extra strings.Builder
	for i := range 80 {
		fmt.Fprintf(&extra, "      - {id: more-%d, kind: measure, phase: built, check: shaft-runout-coupling, title: "+
			"More %d}\n", i, i)
	}
	text = strings.Replace(text, "  - id: hand-over\n", "  - id: more\n    title: More\n    steps:\n"+extra.String()+
		"\n  - id: hand-over\n", 1)
	p, err := plan.Read("long.yaml", []byte(text))
	if err != nil {
		b.Fatal(err)
	}
	o, err := NewOpening(p, "LS-1", papers, Rules{}, Asked{Complaint: "leaks"})
	if err != nil {
		b.Fatal(err)
	}
	j := Job{Plan: p, Log: []log.Entry{{ID: "o", Seq: 1, Kind: log.Opened, Open: o}}}
	add := func(step string, body log.Body) {
		j.Log = append(j.Log, log.Entry{ID: fmt.Sprint(len(j.Log)), Seq: len(j.Log) + 1, By: tech, Kind: log.Kept, Step: step,
			Body: &body})
	}
	for _, stage := range p.Stages {
		for _, s := range stage.Steps {
			if strings.HasPrefix(s.ID, "more-") {
				for range 3 {
					add(s.ID, dialBody("0", "0.5", "1", "0.5"))
				}
			}
		}
	}
	for _, s := range []string{"lock-out", "isolate", "drain", "clean", "adapter-on", "chamber-on"} {
		add(s, log.Body{Done: true})
	}
	for len(j.Log) < 300 {
		add("end-play-built", floatBody("1.5"))
	}
	return j
}
