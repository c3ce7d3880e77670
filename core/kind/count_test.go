package kind_test

import (
	"strings"
	"testing"

	"settle/core/gauge"
	"settle/core/job"
	"settle/core/job/jobtest"
	"settle/core/judge"
	"settle/core/log"
	"settle/core/quantity"
)

const countPlan = `values:
  - {key: screws, title: Set screws, kind: number, default: "3"}
  - {key: weights, title: Weights, kind: number}
  - {key: back-off, title: Back-off of each, kind: amount, default: "0.5"}
  - {key: spread, title: Spread of the weights, kind: amount, default: "2"}
limits: {gap: {min: 0.4 mm, max: 0.6 mm, source: drawing}}
stages:
  - id: seal
    title: Seal
    steps:
      - {id: screws, kind: count, of: set screws, title: Set screws out, against: value screws}
      - {id: weights, kind: count, of: weights, title: Weights, against: value weights}
      - {id: spare, kind: count, of: spares, title: Spares, free: true}
      - {id: turns, kind: count, of: turns of each screw, title: Turns, each: screws, turns: true}
      - {id: grams, kind: count, of: grams, title: On the scale, each: screws, alike: 5%}
      - {id: backed, kind: count, of: turns of each screw, title: Backed off, each: screws, turns: true,
         against: value back-off}
      - {id: masses, kind: count, of: grams, title: Weighed, each: screws, alike_of: spread}
      - {id: head, kind: do, title: Head on}
      - {id: feel, kind: turn, phase: built, title: Turn by hand, right: light-drag,
         feels: [{feel: free, means: "nothing felt: set too long", reopens: [seal]},
           {feel: locked, means: "will not turn: too short"}]}
      - {id: felt, kind: turn, phase: found, title: As found, right: any}
`

func eachBody(numbers ...string) log.Body {
	f := &log.CountForm{}
	for _, n := range numbers {
		f.Each = append(f.Each, quantity.Count(n))
	}
	return log.Body{Count: f}
}

// A count is held against a value of the pump; where the papers have none it is not
// judged. A number for each of several is judged by how far they differ: 100, 104 and 106
// have a mean of 103.3, of which 5 % are 5.17.
func TestCountsAreHeldAgainstSomething(t *testing.T) {
	for _, tt := range []struct {
		step    string
		body    log.Body
		verdict judge.Result
		source  string
	}{
		{"screws", jobtest.CountBody(3), judge.Within, "3 by Set screws, from the papers"},
		{"screws", jobtest.CountBody(2), judge.Out, "3 by Set screws, from the papers"},
		{"weights", jobtest.CountBody(2), judge.NoLimit, "nothing is known to hold it against"},
		{"spare", jobtest.CountBody(7), "", ""},
		{"turns", eachBody("1/2", "0.75", "1 1/4"), "", ""},
		{"grams", eachBody("100", "104", "105"), judge.Within, "alike within 5%"},
		{"grams", eachBody("100", "104", "106"), judge.Out, "alike within 5%"},
		{"backed", eachBody("1/2", "0.5", "1/2"), judge.Within, "0.5 by Back-off of each"},
		{"backed", eachBody("1/2", "3/4", "1/2"), judge.Out, "0.5 by Back-off of each"},
		{"masses", eachBody("100", "102", "101"), judge.Within, "alike within 2"},
		{"masses", eachBody("100", "102", "103"), judge.Out, "alike within 2"},
	} {
		b := jobtest.OfText(t, countPlan)
		b.Keep(tt.step, tt.body)
		r := b.Sheet().Step(tt.step).Reading
		if r.Verdict != tt.verdict || tt.source != "" && !strings.HasPrefix(r.Limit.Source, tt.source) {
			t.Errorf("%s %+v: %s by %+v", tt.step, tt.body.Count, r.Verdict, r.Limit)
		}
	}
	b := jobtest.OfText(t, countPlan)
	if p := b.Sheet().Step("screws").Panel; p.Same != "3" || p.SameSays == "" {
		t.Errorf("the panel asks for %q by %q", p.Same, p.SameSays)
	}
	if p := b.Sheet().Step("turns").Panel; p.Each != 3 || !p.Turns {
		t.Errorf("the panel asks for %d", p.Each)
	}
	for field, body := range map[string]log.Body{"body.count.each[2]": eachBody("1", "2"), "body.count.each": {},
		"body.count.each[1]": eachBody("1", "-2", "3")} {
		if err := b.Try(log.Entry{Kind: log.Kept, Step: "turns", Body: &body}); jobtest.Names(err) != field {
			t.Errorf("%+v: got %v, want an error on %s", body.Count, err, field)
		}
	}
}

// What is right at a step is said by the plan; another feel says what it means there, and
// may send its own stages back.
func TestAFeelHasItsMeaning(t *testing.T) {
	turn := func(way gauge.Turn) log.Body { return log.Body{Turn: &log.TurnForm{Turn: way}} }
	for way, want := range map[gauge.Turn]judge.Result{gauge.Light: judge.Within, gauge.Free: judge.Out,
		gauge.Rough: judge.Out} {
		b := jobtest.OfText(t, countPlan)
		b.Keep("head", log.Body{Done: true})
		body := turn(way)
		b.Keep("feel", body)
		s := b.Sheet()
		if r := s.Step("feel").Reading; r.Verdict != want || r.Limit.Source != "a light drag, even all round, is right" {
			t.Errorf("%s is %s by %+v", way, r.Verdict, r.Limit)
		}
		if again := s.Step("head").State == job.Open; again != (way == gauge.Free) {
			t.Errorf("%s: the head is %s", way, s.Step("head").State)
		}
		_, tell, _ := job.Preview(b.Job, "feel", &body)
		if says := len(tell.Lines) > 0 && tell.Lines[0].Thou == "Nothing felt: set too long."; says != (way == gauge.Free) {
			t.Errorf("%s tells %+v", way, tell.Lines)
		}
	}
	b := jobtest.OfText(t, countPlan)
	for _, c := range b.Sheet().Step("feel").Panel.Choices {
		if c.Right != (c.Key == "light-drag") || (c.Means != "") != (c.Key == "free" || c.Key == "locked") {
			t.Errorf("the choice %+v", c)
		}
	}
	b.Keep("felt", turn(gauge.Rough))
	if r := b.Sheet().Step("felt").Reading; r.Verdict != "" {
		t.Errorf("what is only written down is %s", r.Verdict)
	}
}
