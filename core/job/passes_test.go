package job

import (
	"encoding/json"
	"fmt"
	"slices"
	"strings"
	"testing"

	"settle/core/gauge"
	"settle/core/judge"
	"settle/core/log"
	"settle/core/plan"
	"settle/core/quantity"
)

// What each pass of Derive goes by is an argument of it, so most of them cannot change
// places and still compile. These tests hold what the compiler does not see.

// openPlan opens a job for a plan written here.
func openPlan(t *testing.T, text string) *bench {
	t.Helper()
	p, err := plan.Read("test.yaml", []byte("key: test\ntitle: Test\nconstruction: Z\nversion: 1\n"+text))
	if err != nil {
		t.Fatal(err)
	}
	o, err := NewOpening(p, "LS-1", Papers{}, Rules{}, Asked{Complaint: "leaks"})
	if err != nil {
		t.Fatal(err)
	}
	e, err := log.Seal(nil, log.Entry{ID: "open", By: tech, Kind: log.Opened, Open: o}, day)
	if err != nil {
		t.Fatal(err)
	}
	return &bench{t, Job{Plan: p, Log: []log.Entry{e}}}
}

func (b *bench) correct(step string, body log.Body) {
	b.t.Helper()
	on := b.sheet().Step(step).Entry
	if err := b.try(log.Entry{Kind: log.Kept, Step: step, On: on, Reason: "looked again", Body: &body}); err != nil {
		b.t.Fatalf("%s: %v", step, err)
	}
}

// state is where a line of the kit stands, "" for one that is not there.
func (b *bench) kit(part string) KitState {
	for _, l := range b.sheet().Kit {
		if l.Part == part {
			return l.State
		}
	}
	return ""
}

// Four parts drag each other in a row. Whatever the order in which the plan lists
// them, the last is replaced with the first.
func TestAChainOfPartsIsFollowedToItsEnd(t *testing.T) {
	lines := []string{
		"  - {key: a, title: A, quantity: 1, drags: [b], findings: [{key: x, words: X, outcome: replace, rule: r}]}\n",
		"  - {key: b, title: B, quantity: 1, drags: [c]}\n",
		"  - {key: c, title: C, quantity: 1, drags: [d]}\n",
		"  - {key: d, title: D, quantity: 1}\n",
	}
	const stages = "stages:\n  - id: look\n    title: Look\n    steps:\n" +
		"      - {id: look-d, kind: inspect, part: d, title: Look at D}\n" +
		"      - {id: look-a, kind: inspect, part: a, title: Look at A}\n" +
		"      - {id: new-d, kind: do, title: Fit a new D, when: d decided replace}\n"
	permute(lines, func(order []string) {
		b := openPlan(t, "parts:\n"+strings.Join(order, "")+stages)
		b.keep("look-d", inspectBody())
		if b.sheet().Step("new-d") != nil {
			t.Error("a new D before anything is found")
		}
		b.keep("look-a", inspectBody("x"))
		for _, part := range []string{"b", "c", "d"} {
			if b.kit(part) != ToOrder {
				t.Errorf("%v: %s is %q in the kit, want it ordered", order, part, b.kit(part))
			}
		}
		s := b.sheet()
		if r := s.Step("look-d").Reading; r.Outcome != judge.Replace || r.Rule != "replaced with the c" {
			t.Errorf("D is %s by the rule %q", r.Outcome, r.Rule)
		}
		if s.Step("new-d") == nil {
			t.Error("the step that hangs on D is not there")
		}
	})
}

// permute visits every order of a list.
func permute(list []string, visit func([]string)) {
	var walk func(done, left []string)
	walk = func(done, left []string) {
		if len(left) == 0 {
			visit(done)
		}
		for i := range left {
			walk(append(slices.Clone(done), left[i]), slices.Delete(slices.Clone(left), i, i+1))
		}
	}
	walk(nil, list)
}

// Rules that chase each other round come to an end, and to the same one each time.
func TestRulesThatChaseEachOtherEnd(t *testing.T) {
	b := openPlan(t, `parts:
  - {key: a, title: A, quantity: 1, always: [{outcome: replace, rule: r, when: b decided reuse}]}
  - {key: b, title: B, quantity: 1, always: [{outcome: replace, rule: r, when: a decided replace}]}
stages:
  - {id: look, title: Look, steps: [{id: a, kind: inspect, part: a, title: A},
    {id: b, kind: inspect, part: b, title: B}]}
`)
	b.keep("a", inspectBody())
	b.keep("b", inspectBody())
	one, two := b.sheet(), b.sheet()
	for _, step := range []string{"a", "b"} {
		if x, y := one.Step(step).Reading.Outcome, two.Step(step).Reading.Outcome; x != y || !x.Known() {
			t.Errorf("%s is %q, then %q", step, x, y)
		}
	}
}

const conditional = `
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

func mmBody(mm string) log.Body {
	return log.Body{Unit: quantity.UnitMillimetre, Direct: &log.DirectForm{Value: quantity.Type(mm),
		Graduation: quantity.Type("0.01")}}
}

// A step that this pump does not have, since something was looked at again, counts for
// nothing in any pass: not for its part, nor for what hangs on that, nor for the kit,
// the causes, the readings that judge a part, or the stages sent back.
func TestConditionsHoldInEveryPass(t *testing.T) {
	b := openPlan(t, conditional)
	b.keep("a", inspectBody("x"))
	b.keep("b", inspectBody("y"))
	b.keep("gap", mmBody("0.5"))
	b.keep("d", inspectBody())
	b.keep("lay-out", log.Body{Done: true})
	b.keep("play", mmBody("0.05"))
	b.keep("new-b", log.Body{Done: true})
	b.keep("turn", log.Body{Turn: &log.TurnForm{Turn: gauge.Rubs}})
	tell := func() string {
		s, past := b.sheet(), Past{}
		var err error
		if past, err = PastOf("J-1", b.Job); err != nil {
			t.Fatal(err)
		}
		for _, c := range s.Causes {
			for _, words := range c.For {
				if words.Thou == "B: y" {
					return "the cause, "
				}
			}
		}
		return fmt.Sprintf("b %s, c %s, d %s, e %s, new b %t, again %t, seal %t, gap %t %t", b.kit("b"), b.kit("c"),
			s.Step("d").Reading.Outcome, b.kit("e"), s.Step("new-b") != nil, s.Step("play").Again != "", past.NewSeal,
			s.Check("gap").Found != nil, s.Step("gap-built").Panel.Found != nil)
	}
	if got := tell(); got != "the cause, " {
		t.Errorf("with a new A: %s, want the finding on B among the causes", got)
	}
	if s := b.sheet(); b.kit("e") != OnBench || s.Check("gap").Found == nil || s.Step("gap-built").Panel.Found == nil {
		t.Errorf("with a new A: e is %q, the gap %+v", b.kit("e"), s.Check("gap"))
	}
	if s := b.sheet(); s.Step("d").Reading.Outcome != judge.Repair || s.Step("play").Again == "" || b.kit("c") != ToOrder {
		t.Errorf("with a new A: d is %s, play %q, c %s", s.Step("d").Reading.Outcome, s.Step("play").Again, b.kit("c"))
	}
	b.correct("a", inspectBody())
	const want = "b to-order, c , d reuse, e , new b false, again false, seal false, gap false false"
	if got := tell(); got != want {
		t.Errorf("A is reused after all:\n%s, want\n%s", got, want)
	}
}

// The kit lies on the bench when the step is done that lays it out, and the causes go by
// what stands in the rows of the checks: as built, where it is taken.
func TestKitAndCausesGoByTheWorkDone(t *testing.T) {
	b := openPlan(t, strings.ReplaceAll(conditional, ", reopens: [build]", ""))
	b.keep("a", inspectBody("x"))
	if got := b.kit("b"); got != ToOrder {
		t.Errorf("before it is laid out B is %q", got)
	}
	b.keep("lay-out", log.Body{Done: true})
	if got := b.kit("b"); got != OnBench {
		t.Errorf("laid out B is %q", got)
	}
	b.keep("play", mmBody("0.2"))
	var loose bool
	for _, c := range b.sheet().Causes {
		for _, words := range c.For {
			loose = loose || strings.Contains(words.Mm, "Play 0.200 mm, as built")
		}
	}
	if !loose {
		t.Errorf("no cause goes by the play: %+v", b.sheet().Causes)
	}
	// A result that sends work back does so before the stages are walked.
	b = openPlan(t, conditional)
	b.keep("a", inspectBody("x"))
	b.keep("play", mmBody("0.05"))
	b.keep("turn", log.Body{Turn: &log.TurnForm{Turn: gauge.Rubs}})
	if s := b.sheet(); s.Step("play").State != Open || s.Next == "" || s.Stages[1].Done != 0 {
		t.Errorf("the play is %s, %d steps of its stage done", s.Step("play").State, s.Stages[1].Done)
	}
	b.correct("play", mmBody("0.05"))
	if s := b.sheet().Step("play"); s.State != Done || s.Again != "" {
		t.Errorf("done again, the play is %s, %q", s.State, s.Again)
	}
}

// A list that is empty is a list: a screen need not ask whether it is there.
func TestASheetHasNoMissingList(t *testing.T) {
	b := openPlan(t, conditional)
	b.keep("a", inspectBody())
	b.keep("d", inspectBody())
	b.keep("play", mmBody("0.05"))
	text, err := json.Marshal(b.sheet())
	if err != nil {
		t.Fatal(err)
	}
	if i := strings.Index(string(text), ":null"); i >= 0 {
		t.Errorf("the sheet has a null: …%s", text[max(i-60, 0):i+5])
	}
}
