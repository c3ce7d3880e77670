package job_test

import (
	"encoding/json"
	"fmt"
	"slices"
	"strings"
	"testing"

	"settle/core/gauge"
	"settle/core/job"
	"settle/core/job/jobtest"
	"settle/core/judge"
	"settle/core/log"
)

// What each pass of Derive goes by is an argument of it, so most of them cannot change
// places and still compile. These tests hold what the compiler does not see.

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
		b := jobtest.OfText(t, "parts:\n"+strings.Join(order, "")+stages)
		b.Keep("look-d", jobtest.InspectBody())
		if b.Sheet().Step("new-d") != nil {
			t.Error("a new D before anything is found")
		}
		b.Keep("look-a", jobtest.InspectBody("x"))
		for _, part := range []string{"b", "c", "d"} {
			if b.Kit(part) != job.ToOrder {
				t.Errorf("%v: %s is %q in the kit, want it ordered", order, part, b.Kit(part))
			}
		}
		s := b.Sheet()
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
	b := jobtest.OfText(t, `parts:
  - {key: a, title: A, quantity: 1, always: [{outcome: replace, rule: r, when: b decided reuse}]}
  - {key: b, title: B, quantity: 1, always: [{outcome: replace, rule: r, when: a decided replace}]}
stages:
  - {id: look, title: Look, steps: [{id: a, kind: inspect, part: a, title: A},
    {id: b, kind: inspect, part: b, title: B}]}
`)
	b.Keep("a", jobtest.InspectBody())
	b.Keep("b", jobtest.InspectBody())
	one, two := b.Sheet(), b.Sheet()
	for _, step := range []string{"a", "b"} {
		if x, y := one.Step(step).Reading.Outcome, two.Step(step).Reading.Outcome; x != y || !x.Known() {
			t.Errorf("%s is %q, then %q", step, x, y)
		}
	}
}

// A step that this pump does not have, since something was looked at again, counts for
// nothing in any pass: not for its part, nor for what hangs on that, nor for the kit,
// the causes, the readings that judge a part, or the stages sent back.
func TestConditionsHoldInEveryPass(t *testing.T) {
	b := jobtest.OfText(t, jobtest.Conditional)
	b.Keep("a", jobtest.InspectBody("x"))
	b.Keep("b", jobtest.InspectBody("y"))
	b.Keep("gap", jobtest.MmBody("0.5"))
	b.Keep("d", jobtest.InspectBody())
	b.Keep("lay-out", log.Body{Done: true})
	b.Keep("play", jobtest.MmBody("0.05"))
	b.Keep("new-b", log.Body{Done: true})
	b.Keep("turn", log.Body{Turn: &log.TurnForm{Turn: gauge.Rubs}})
	tell := func() string {
		s, past := b.Sheet(), job.Past{}
		var err error
		if past, err = job.PastOf("J-1", b.Job); err != nil {
			t.Fatal(err)
		}
		for _, c := range s.Causes {
			for _, words := range c.For {
				if words.Thou == "B: y" {
					return "the cause, "
				}
			}
		}
		return fmt.Sprintf("b %s, c %s, d %s, e %s, new b %t, again %t, seal %t, gap %t %t", b.Kit("b"), b.Kit("c"),
			s.Step("d").Reading.Outcome, b.Kit("e"), s.Step("new-b") != nil, s.Step("play").Again != "", past.NewSeal,
			s.Check("gap").Found != nil, s.Step("gap-built").Panel.Found != nil)
	}
	if got := tell(); got != "the cause, " {
		t.Errorf("with a new A: %s, want the finding on B among the causes", got)
	}
	if s := b.Sheet(); b.Kit("e") != job.OnBench || s.Check("gap").Found == nil || s.Step("gap-built").Panel.Found == nil {
		t.Errorf("with a new A: e is %q, the gap %+v", b.Kit("e"), s.Check("gap"))
	}
	if s := b.Sheet(); s.Step("d").Reading.Outcome != judge.Repair || s.Step("play").Again == "" ||
		b.Kit("c") != job.ToOrder {
		t.Errorf("with a new A: d is %s, play %q, c %s", s.Step("d").Reading.Outcome, s.Step("play").Again, b.Kit("c"))
	}
	b.Correct("a", jobtest.InspectBody())
	const want = "b to-order, c , d reuse, e , new b false, again false, seal false, gap false false"
	if got := tell(); got != want {
		t.Errorf("A is reused after all:\n%s, want\n%s", got, want)
	}
}

// The kit lies on the bench when the step is done that lays it out, and the causes go by
// what stands in the rows of the checks: as built, where it is taken.
func TestKitAndCausesGoByTheWorkDone(t *testing.T) {
	b := jobtest.OfText(t, strings.ReplaceAll(jobtest.Conditional, ", reopens: [build]", ""))
	b.Keep("a", jobtest.InspectBody("x"))
	if got := b.Kit("b"); got != job.ToOrder {
		t.Errorf("before it is laid out B is %q", got)
	}
	b.Keep("lay-out", log.Body{Done: true})
	if got := b.Kit("b"); got != job.OnBench {
		t.Errorf("laid out B is %q", got)
	}
	b.Keep("play", jobtest.MmBody("0.2"))
	var loose bool
	for _, c := range b.Sheet().Causes {
		for _, words := range c.For {
			loose = loose || strings.Contains(words.Mm, "Play 0.200 mm, as built")
		}
	}
	if !loose {
		t.Errorf("no cause goes by the play: %+v", b.Sheet().Causes)
	}
	// A result that sends work back does so before the stages are walked.
	b = jobtest.OfText(t, jobtest.Conditional)
	b.Keep("a", jobtest.InspectBody("x"))
	b.Keep("play", jobtest.MmBody("0.05"))
	b.Keep("turn", log.Body{Turn: &log.TurnForm{Turn: gauge.Rubs}})
	if s := b.Sheet(); s.Step("play").State != job.Open || s.Next == "" || s.Stages[1].Done != 0 {
		t.Errorf("the play is %s, %d steps of its stage done", s.Step("play").State, s.Stages[1].Done)
	}
	b.Correct("play", jobtest.MmBody("0.05"))
	if s := b.Sheet().Step("play"); s.State != job.Done || s.Again != "" {
		t.Errorf("done again, the play is %s, %q", s.State, s.Again)
	}
}

// A list that is empty is a list: a screen need not ask whether it is there.
func TestASheetHasNoMissingList(t *testing.T) {
	b := jobtest.OfText(t, jobtest.Conditional)
	b.Keep("a", jobtest.InspectBody())
	b.Keep("d", jobtest.InspectBody())
	b.Keep("play", jobtest.MmBody("0.05"))
	text, err := json.Marshal(b.Sheet())
	if err != nil {
		t.Fatal(err)
	}
	if i := strings.Index(string(text), ":null"); i >= 0 {
		t.Errorf("the sheet has a null: …%s", text[max(i-60, 0):i+5])
	}
}
