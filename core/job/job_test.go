package job_test

import (
	"encoding/json"
	"errors"
	"fmt"
	"reflect"
	"strings"
	"testing"

	"settle/core/field"
	"settle/core/gauge"
	"settle/core/job"
	"settle/core/job/jobtest"
	"settle/core/judge"
	"settle/core/kind"
	"settle/core/log"
	"settle/core/plan"
	"settle/core/quantity"
)

func TestAJobFromStartToSignature(t *testing.T) {
	b := jobtest.New(t, jobtest.Papers, job.Rules{})
	if s := b.Sheet(); s.State != job.Received || s.Next != "lock-out" {
		t.Errorf("a new job is %s, next %s", s.State, s.Next)
	}
	s := b.Walk(jobtest.Bodies(t))
	if s.State != job.Signed || s.Signed.Remark != "next time: wear plate" || s.Tally != (job.Tally{Within: 11}) {
		t.Errorf("the job is %s, %+v; want it signed with 11 checks within", s.State, s.Tally)
	}
	row := s.Stations[3]
	if row.Letter != "D" || row.Check != "shaft-runout-seal" || row.Found.Verdict != judge.Out ||
		row.Built.Verdict != judge.Within || row.Change.Length != -2*quantity.Thou {
		t.Errorf("station D is %+v; want the run-out found out, built within, 2 thou better", row)
	}
	if err := b.Try(log.Entry{Kind: log.Kept, Step: "end-play-built",
		Body: new(jobtest.FloatBody("1"))}); !isRefused(err) {
		t.Errorf("after the signature: %v, want a refusal", err)
	}
	if bad := log.Verify(b.Log); bad != 0 {
		t.Errorf("the chain breaks at %d", bad)
	}
}

func isRefused(err error) bool {
	var r *job.Refused
	return errors.As(err, &r)
}

func TestNothingOpensBeforeMakeSafe(t *testing.T) {
	b := jobtest.New(t, jobtest.Papers, job.Rules{})
	b.Keep("lock-out", log.Body{Done: true})
	for step, body := range map[string]log.Body{"end-play-found": jobtest.FloatBody("1"), "clean": {Done: true},
		"sign": {Sign: &log.SignForm{}}} {
		err := b.Try(log.Entry{Kind: log.Kept, Step: step, Body: &body})
		if !isRefused(err) || !strings.Contains(err.Error(), "Make safe first: close suction") {
			t.Errorf("%s: %v; want it to say what comes first", step, err)
		}
	}
	b.Keep("isolate", log.Body{Done: true})
	b.Keep("drain", log.Body{Done: true})
	// After that a reading may be taken out of order.
	b.Keep("radial-play-built", jobtest.FloatBody("1"))
}

func TestNeedsBlock(t *testing.T) {
	b := jobtest.New(t, jobtest.Papers, job.Rules{})
	b.Safe()
	if err := b.Try(log.Entry{Kind: log.Kept, Step: "adapter-on", Body: &log.Body{Done: true}}); !isRefused(err) ||
		!strings.Contains(err.Error(), "run-out at the seal, as built") {
		t.Errorf("got %v; want the step that is needed named", err)
	}
	b.Keep("runout-seal-built", jobtest.DialBody("0", "0", "1", "0"))
	b.Keep("adapter-on", log.Body{Done: true})
}

func TestOutNeedsADecisionBeforeTheSignature(t *testing.T) {
	b := jobtest.New(t, jobtest.Papers, job.Rules{})
	with := jobtest.Bodies(t)
	with["radial-play-built"] = jobtest.FloatBody("9")
	s := b.Walk(with)
	step := s.Step("radial-play-built")
	if s.Next != "radial-play-built" || step.State != job.Decide || s.Step("sign").State != job.Blocked {
		t.Fatalf("next is %s, %s; the signature %s", s.Next, step.State, s.Step("sign").State)
	}
	for name, e := range map[string]log.Entry{
		"no reason":             {Kind: log.Decided, Step: "radial-play-built", On: step.Entry},
		"nothing entered there": {Kind: log.Decided, Step: "chamber-face-built", On: "x", Reason: "r"},
	} {
		if err := b.Try(e); err == nil {
			t.Errorf("%s: the decision was taken", name)
		}
	}
	if err := b.Try(log.Entry{Kind: log.Decided, Step: "end-play-found", On: s.Step("end-play-found").Entry,
		Reason: "worn"}); !isRefused(err) {
		t.Errorf("a decision where none is due: %v", err)
	}
	if err := b.Try(log.Entry{Kind: log.Decided, Step: "radial-play-built", On: step.Entry,
		Reason: "old housing, new one on order"}); err != nil {
		t.Fatal(err)
	}
	// A new reading makes the decision on the old one void.
	again := log.Entry{Kind: log.Kept, Step: "radial-play-built", On: step.Entry, Reason: "measured again",
		Body: new(jobtest.FloatBody("8"))}
	if err := b.Try(again); err != nil {
		t.Fatal(err)
	}
	if s := b.Sheet().Step("radial-play-built"); s.State != job.Decide || s.Decision != nil || s.Entries != 2 {
		t.Errorf("after a new reading the step is %s with decision %+v", s.State, s.Decision)
	}
}

func TestCorrections(t *testing.T) {
	b := jobtest.New(t, jobtest.Papers, job.Rules{})
	b.Safe()
	first := b.Keep("end-play-found", jobtest.FloatBody("4"))
	other := new(jobtest.FloatBody("3"))
	var stale *job.Stale
	if err := b.Try(log.Entry{Kind: log.Kept, Step: "end-play-found", Body: other}); !errors.As(err, &stale) ||
		stale.Latest.ID != first {
		t.Errorf("an entry that has not seen the first: %v", err)
	}
	if err := b.Try(log.Entry{Kind: log.Kept, Step: "end-play-found", On: first,
		Body: other}); jobtest.Names(err) != "reason" {
		t.Errorf("a correction without a reason: %v", err)
	}
	if err := b.Try(log.Entry{Kind: log.Kept, Step: "end-play-found", On: first, Reason: "typed wrong",
		Body: other}); err != nil {
		t.Fatal(err)
	}
	if s := b.Sheet().Step("end-play-found"); s.Reading.Figure.Length != 3*quantity.Thou || s.Entries != 2 ||
		len(b.Log) != 6 {
		t.Errorf("after the correction: %+v, %d entries in the log", s.Reading.Figure, len(b.Log))
	}
}

func TestWhatWasEntered(t *testing.T) {
	b := jobtest.New(t, jobtest.Papers, job.Rules{})
	b.Safe()
	tests := []struct {
		step  string
		body  *log.Body
		field string
		says  string
	}{
		{"end-play-found", nil, "body", "missing"},
		{"end-play-found", &log.Body{}, "body.float", "missing"},
		{"end-play-found", &log.Body{Done: true, Float: jobtest.FloatBody("1").Float}, "body.done", "does not belong"},
		{"end-play-found", &log.Body{Unit: "furlong"}, "body.unit", "thou"},
		{"end-play-found", &log.Body{Float: jobtest.FloatBody("1").Float}, "body.float.trials[0].in", "no unit"},
		{"end-play-found", new(jobtest.FloatBody("two")), "body.float.trials[0].out", "not understood"},
		{"runout-seal-found", new(jobtest.DialBody("0", "1", "2")), "body.dial.readings", "no reading at 9"},
		{"runout-seal-found", new(jobtest.DialBody("0", "1", "", "1")), "body.dial.readings[2].value", "empty"},
		{"clearance-found", new(jobtest.LeafBody(jobtest.Vanes[:2], "1", "2")), "body.feeler.positions", "vane 3"},
		{"clearance-found", new(jobtest.LeafBody(jobtest.Vanes, "2", "1")), "body.feeler.positions[0].no_go", "thicker"},
		{"turn-found", &log.Body{Turn: &log.TurnForm{Turn: "easy"}}, "body.turn.turn", "free, light-drag, drags"},
		{"turn-found", &log.Body{Turn: &log.TurnForm{Turn: gauge.Rubs, Clock: "13"}}, "body.turn.clock", "clock"},
		{"marks", &log.Body{Marks: []string{"at 12"}}, "body.marks[1]", "Gland port"},
		{"marks", &log.Body{Marks: []string{"a", "b", "c"}}, "body.marks[2]", "too many"},
		{"shims-out", &log.Body{Count: &log.CountForm{}}, "body.count.count", "how many"},
		{"shims-out", &log.Body{Count: &log.CountForm{Count: quantity.Count("-1")}}, "body.count.count", "0 to"},
		{"shims-out", &log.Body{Count: &log.CountForm{Count: quantity.Count("3"), Pack: quantity.Type("-1 mm")}},
			"body.count.pack",
			"below zero"},
		{"inspect-sleeve", new(jobtest.InspectBody("dent")), "body.inspect.found[0]", "not on the list"},
		{"inspect-sleeve", &log.Body{Inspect: &log.InspectForm{Found: []string{"groove"}, Outcome: judge.Reuse}},
			"body.inspect.reason", "why"},
		{"inspect-sleeve", &log.Body{Inspect: &log.InspectForm{Found: []string{}, Outcome: "burn"}},
			"body.inspect.outcome", "reuse"},
		{"lock-out", &log.Body{Skip: "no time"}, "", ""},
		{"no-such-step", &log.Body{Done: true}, "step", "not a step"},
	}
	for _, tt := range tests {
		e := log.Entry{ID: "x", By: jobtest.Tech, Kind: log.Kept, Step: tt.step, Body: tt.body}
		if tt.step == "lock-out" { // a caution is not left out, nor entered twice unseen
			e.On, e.Reason = "e1", "again"
			if err := job.Accept(b.Job, e); jobtest.Names(err) != "body.skip" {
				t.Errorf("leaving out a caution: %v", err)
			}
			continue
		}
		err := job.Accept(b.Job, e)
		if jobtest.Names(err) != tt.field || !strings.Contains(err.Error(), tt.says) {
			t.Errorf("%s %+v: got %v; want field %s and %q", tt.step, tt.body, err, tt.field, tt.says)
		}
	}
}

func TestLeavingOutWithAReason(t *testing.T) {
	b := jobtest.New(t, jobtest.Papers, job.Rules{})
	b.Safe()
	b.Keep("end-play-found", log.Body{Skip: "came in pieces"})
	s := b.Sheet()
	if step := s.Step("end-play-found"); step.State != job.Done || step.Reading.Text != "not taken: came in pieces" ||
		step.Reading.Verdict != "" {
		t.Errorf("left out: %+v", step.Reading)
	}
}

func TestPartsDecideSteps(t *testing.T) {
	b := jobtest.New(t, jobtest.Papers, job.Rules{Schools: map[string]string{"bearing-reuse": "may-reuse"}})
	b.Safe()
	if b.Sheet().Step("new-sleeve") != nil {
		t.Error("a new sleeve is asked for before the old one is judged")
	}
	first := b.Keep("inspect-sleeve", jobtest.InspectBody("groove"))
	b.Keep("inspect-bearings", jobtest.InspectBody())
	s := b.Sheet()
	if s.Step("new-sleeve") == nil || s.Step("new-bearings") != nil {
		t.Error("a grooved sleeve is to be replaced and a sound bearing reused where the shop allows it")
	}
	override := log.Entry{Kind: log.Kept, Step: "inspect-sleeve", On: first, Reason: "looked again",
		Body: &log.Body{Inspect: &log.InspectForm{Found: []string{"groove"}, Outcome: judge.Dress,
			Reason: "no spare in the house"}}}
	if err := b.Try(override); err != nil {
		t.Fatal(err)
	}
	s = b.Sheet()
	if r := s.Step("inspect-sleeve").Reading; r.Outcome != judge.Dress || r.ByRule != judge.Replace ||
		r.Rule != "no spare in the house" || s.Step("new-sleeve") != nil {
		t.Errorf("decided otherwise: %+v", r)
	}
}

func TestVerdictsOfOtherSteps(t *testing.T) {
	b := jobtest.New(t, job.Papers{}, job.Rules{})
	b.Safe()
	with := jobtest.Bodies(t)
	five := []string{"vane 1", "vane 2", "vane 3", "vane 4", "vane 5"}
	with["clearance-found"], with["clearance-built"] = jobtest.LeafBody(five, "25", "26"), jobtest.LeafBody(five, "14",
		"15")
	bolts := jobtest.BoltsBody(t, 8, 3)
	bolts.Torque.Set = "60 N·m"
	with["casing-bolts"] = bolts
	s := b.Walk(with)
	// Without papers neither the setting dimension nor the gland gap, the clearance or the torque is known.
	for _, want := range []string{"setting-built", "gland-gap-built", "clearance-built", "casing-bolts"} {
		step := s.Step(want)
		if step.State != job.Decide || step.Reading.Verdict != judge.NoLimit {
			t.Fatalf("next is %s; %s is %s with %+v, want it to wait for a decision: no limit is never a pass", s.Next, want,
				step.State, step.Reading)
		}
		if err := b.Try(log.Entry{Kind: log.Decided, Step: want, On: step.Entry, Reason: "manual is lost"}); err != nil {
			t.Fatal(err)
		}
		s = b.Walk(with)
	}
	if s.State != job.Signed || s.Tally.NoLimit != 3 {
		t.Errorf("the job is %s, %+v", s.State, s.Tally)
	}
}

func TestTorqueAndCount(t *testing.T) {
	b := jobtest.New(t, jobtest.Papers, job.Rules{})
	b.Safe()
	b.Keep("shims-out", jobtest.CountBody(6))
	s := job.ScaleOf(b.Job)
	torque := func(set string, ticks []int) (*kind.Reading, field.Errors) {
		return kind.Weigh(s, b.Plan.Step("casing-bolts"), &log.Body{Torque: &log.TorqueForm{Set: set, Ticks: ticks}},
			kind.Way{})
	}
	all := jobtest.BoltsBody(t, 4, 3).Torque.Ticks
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
		if r, errs := kind.Weigh(s, b.Plan.Step("shims-back"), new(jobtest.CountBody(n)), kind.Way{}); len(errs) > 0 ||
			r.Verdict != want {
			t.Errorf("%d shims back: %+v, %v; want %s", n, r, errs, want)
		}
	}
}

func TestPreviewOfAHalfFilledPanel(t *testing.T) {
	b := jobtest.New(t, jobtest.Papers, job.Rules{})
	b.Safe()
	body := jobtest.DialBody("0", "1", "x", "")
	r, tell, err := job.Preview(b.Job, "runout-seal-found", &body)
	if r == nil || r.Figure.Length != quantity.Thou || jobtest.Names(err) != "body.dial.readings[2].value" ||
		len(tell.Echo) != 2 {
		t.Errorf("got %+v, %+v, %v; want a reading of the two that are good and the third named", r, tell, err)
	}
	body = jobtest.DialBody("0", "-1", "-2", "-1")
	r, tell, err = job.Preview(b.Job, "runout-seal-built", &body)
	if err != nil || r.Verdict != judge.Close || tell.Headline.Thou != "On the limit, could be either side" {
		t.Errorf("on the limit: %+v, %+v, %v", r, tell, err)
	}
	body = jobtest.DialBody("0", "40 mm", "0", "0")
	if _, tell, _ = job.Preview(b.Job, "runout-seal-built", &body); tell.Echo[1].Odd == "" ||
		tell.Headline.Mm != "Out of limit by 39.949 mm" {
		t.Errorf("an absurd reading is not questioned: %+v", tell)
	}
	body = jobtest.LeafBody(jobtest.Vanes, "16", "20")
	if _, tell, _ = job.Preview(b.Job, "clearance-built", &body); len(tell.Lines) != 3 ||
		tell.Lines[0].Thou != "At vane 1 try the 18.0 thou leaf, or shims of it." {
		t.Errorf("undecided: %+v", tell.Lines)
	}
	if _, _, err := job.Preview(b.Job, "no-such", &body); jobtest.Names(err) != "step" {
		t.Errorf("no such step: %v", err)
	}
}

func TestOpeningChecksThePapers(t *testing.T) {
	p := jobtest.BackPullOut(t)
	tests := []struct {
		field  string
		papers job.Papers
	}{
		{"options.seal", job.Papers{Options: map[string]string{"seal": "double"}}},
		{"options.casing-joint", job.Papers{Options: map[string]string{"casing-joint": "glue"}}},
		{"values.wheels", job.Papers{Values: map[string]log.Value{"wheels": {Text: "4", Source: ""}}}},
		{"values.vanes.text", job.Papers{Values: map[string]log.Value{"vanes": {Text: "many", Source: ""}}}},
		{"values.seal-setting.text", job.Papers{Values: map[string]log.Value{"seal-setting": {Text: "1.5", Source: ""}}}},
		{"values.casing-bolt-torque.text", job.Papers{Values: map[string]log.Value{"casing-bolt-torque": {Text: "60",
			Source: ""}}}},
		{"limits.bounce", job.Papers{Limits: map[string]job.LimitForm{"bounce": {Max: quantity.Type("1 mm"), Source: "x"}}}},
		{"limits.gland-gap.max", job.Papers{Limits: map[string]job.LimitForm{"gland-gap": {Max: quantity.Type("1"),
			Source: "x"}}}},
		{"limits.gland-gap.min", job.Papers{Limits: map[string]job.LimitForm{"gland-gap": {Min: quantity.Type("2 mm"),
			Max: quantity.Type("1 mm"), Source: "x"}}}},
		{"limits.gland-gap.source", job.Papers{Limits: map[string]job.LimitForm{"gland-gap": {Max: quantity.Type("1 mm")}}}},
	}
	for _, tt := range tests {
		if _, err := job.NewOpening(p, "LS-1", tt.papers, job.Rules{},
			job.Asked{Complaint: "leaks"}); jobtest.Names(err) != tt.field {
			t.Errorf("got %v, want an error on %s", err, tt.field)
		}
	}
	if _, err := job.NewOpening(p, "LS-1", job.Papers{}, job.Rules{},
		job.Asked{Complaint: " "}); jobtest.Names(err) != "complaint" {
		t.Errorf("no complaint: %v", err)
	}
}

func TestAChangedRecordShows(t *testing.T) {
	b := jobtest.New(t, jobtest.Papers, job.Rules{})
	b.Safe()
	b.Keep("end-play-found", jobtest.FloatBody("4"))
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
	b := jobtest.New(t, jobtest.Papers, job.Rules{})
	b.Walk(jobtest.Bodies(t))
	before, err := json.Marshal(b.Log)
	if err != nil {
		t.Fatal(err)
	}
	one := b.Sheet()
	// Remembering what was worked out before, one entry at a time.
	memo := new(job.Memo)
	var two *job.Sheet
	for n := range b.Log {
		two = job.Derive(job.Job{Plan: b.Plan, Log: b.Log[:n+1], Memo: memo})
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
			job.Derive(j)
		}
	})
	b.Run("after an entry", func(b *testing.B) {
		j := long(b)
		j.Memo = new(job.Memo)
		b.ReportAllocs()
		for b.Loop() {
			job.Derive(j)
			job.Forget(j.Memo) // what the entry before it left
		}
	})
}

// long is a job with the readings of the plan's last stages repeated in a plan
// made longer, each entered several times.
func long(b *testing.B) job.Job {
	lib := jobtest.BackPullOut(b)
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
	o, err := job.NewOpening(p, "LS-1", jobtest.Papers, job.Rules{}, job.Asked{Complaint: "leaks"})
	if err != nil {
		b.Fatal(err)
	}
	j := job.Job{Plan: p, Log: []log.Entry{{ID: "o", Seq: 1, Kind: log.Opened, Open: o}}}
	add := func(step string, body log.Body) {
		j.Log = append(j.Log, log.Entry{ID: fmt.Sprint(len(j.Log)), Seq: len(j.Log) + 1, By: jobtest.Tech, Kind: log.Kept,
			Step: step,
			Body: &body})
	}
	for _, stage := range p.Stages {
		for _, s := range stage.Steps {
			if strings.HasPrefix(s.ID, "more-") {
				for range 3 {
					add(s.ID, jobtest.DialBody("0", "0.5", "1", "0.5"))
				}
			}
		}
	}
	for _, s := range []string{"lock-out", "isolate", "drain", "clean", "adapter-on", "chamber-on"} {
		add(s, log.Body{Done: true})
	}
	for len(j.Log) < 300 {
		add("end-play-built", jobtest.FloatBody("1.5"))
	}
	return j
}
