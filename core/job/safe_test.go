package job_test

import (
	"fmt"
	"maps"
	"slices"
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

// What could have hurt, each by its fault.

const twicePlan = `values:
  - {key: stacks, title: Stacks, kind: number, default: "1"}
limits: {gap: {min: 0.4 mm, max: 0.6 mm, source: drawing}}
checks:
  touch: {title: Touch, short: Touch, instrument: direct, limit: [gap], judge: start, condemns: none}
stages:
  - id: work
    title: Work
    steps:
      - {id: even, kind: measure, phase: built, check: touch, title: Leaf under the carrier}
      - {id: touched, kind: measure, phase: built, check: touch, title: Leaf at touch}
      - {id: set, kind: set, method: shims, window: gap, adding: opens, title: Stack, from: {"in_place[0]": %s}}
      - {id: sign, kind: sign, title: Sign}
`

const planHead = "key: test\ntitle: Test\nconstruction: Z\nversion: 1\n"

// D1: a stack is worked out from the reading that is named; a plan that names none of two is refused, and
// one kept from before carries nothing and says why.
func TestAFigureIsCarriedFromTheStepThatIsNamed(t *testing.T) {
	both := func(b *jobtest.Bench) *kind.Panel {
		b.Keep("even", jobtest.DirectBody("0.127 mm"))
		b.Keep("touched", jobtest.DirectBody("0.5 mm"))
		return b.Sheet().Step("set").Panel
	}
	p := both(jobtest.OfText(t, fmt.Sprintf(twicePlan, "step touched")))
	if c := p.Carried["tool.in_place[0]"]; c.Text != "0.5 mm" || c.From != "Leaf at touch" {
		t.Errorf("it carries %+v", c)
	}
	text := []byte(planHead + fmt.Sprintf(twicePlan, "touch as built"))
	if _, err := plan.Read("test.yaml", text); err == nil || !strings.Contains(err.Error(), "name one") {
		t.Errorf("a plan that names neither: %v", err)
	}
	kept, err := plan.ReadKept("test.yaml", text)
	if err != nil {
		t.Fatal(err)
	}
	b := jobtest.OfText(t, fmt.Sprintf(twicePlan, "step touched"))
	b.Plan = kept
	p = both(b)
	if why := p.NotCarried["tool.in_place[0]"]; len(p.Carried) != 0 || !strings.Contains(why, "Leaf under the carrier") {
		t.Errorf("a kept plan carries %v, because %q", p.Carried, why)
	}
}

const scrappedPlan = `values:
  - {key: aim, title: Aim, kind: length, default: 0.4 mm}
limits: {gap: {min: 0.1 mm, max: 2 mm, source: drawing}, seat: {min: 0.1 mm, max: 2 mm, source: drawing}}
checks:
  seat: {title: Seat, short: Seat, instrument: direct, limit: [seat]}
  gap: {title: Gap, short: Gap, instrument: direct, limit: [gap], on: [plate], condemns: none}
parts:
  - {key: shaft, title: Shaft, quantity: 1, judged: [{check: seat, side: under, outcome: repair, rule: built up},
     {check: seat, side: over, outcome: repair, rule: ground}],
     findings: [{key: crack, words: Crack, outcome: replace, rule: condemned}]}
  - {key: plate, title: Wear plate, quantity: 1, findings: [{key: worn, words: Worn, outcome: replace, rule: worn}]}
stages:
  - id: work
    title: Work
    steps:
      - {id: seat-found, kind: measure, phase: found, check: seat, title: "Seat, as found"}
      - {id: gap-found, kind: measure, phase: found, check: gap, title: "Gap, as found"}
      - {id: look-shaft, kind: inspect, part: shaft, title: Shaft}
      - {id: look-plate, kind: inspect, part: plate, title: Plate}
      - {id: seat-built, kind: measure, phase: built, check: seat, when: "shaft decided replace", title: Seat again}
      - {id: mark, kind: measure, phase: built, check: gap, title: Mark, from: {value: gap as found less value aim}}
      - {id: follows, kind: measure, phase: built, check: seat, worked: true, title: What follows,
         from: {value: seat as found less value aim}}
      - {id: sign, kind: sign, title: Sign}
`

// D4, W6: nothing is carried from a part that is replaced; what is measured has a target beside an empty
// box, and what only follows has no box at all.
func TestNothingIsCarriedFromWhatIsReplaced(t *testing.T) {
	b := jobtest.OfText(t, scrappedPlan)
	b.Keep("seat-found", jobtest.DirectBody("0.9 mm"))
	b.Keep("gap-found", jobtest.DirectBody("1 mm"))
	s := b.Sheet()
	mark := s.Step("mark").Panel
	if c := mark.Targets["direct.value"]; c.Text != "0.6 mm" || len(mark.Carried) != 0 {
		t.Errorf("the mark has the target %+v, filled in %v", c, mark.Carried)
	}
	b.Keep("follows", log.Body{Done: true})
	if r := b.Sheet().Step("follows").Reading; r.Figure == nil || r.Figure.Length != 500*quantity.Micrometre ||
		r.Verdict != judge.Within || r.Held.Name != kind.WorkedName {
		t.Errorf("what follows comes to %+v", r)
	}
	b.Keep("look-shaft", jobtest.InspectBody("crack"))
	b.Keep("look-plate", jobtest.InspectBody("worn"))
	s = b.Sheet()
	if why := s.Step("mark").Panel.NotCarried["direct.value"]; !strings.Contains(why, "wear plate, which is replaced") {
		t.Errorf("from a scrapped plate: %+v, %q", s.Step("mark").Panel.Targets, why)
	}
	if s.Step("seat-built") == nil || s.Step("seat-built").State != job.Open {
		t.Error("the seat of the new shaft is not measured again")
	}
	if again := s.Step("follows"); again.State != job.Open || again.Again == "" {
		t.Errorf("what followed from the scrapped seat is %s", again.State)
	}
}

// W4: what is wrong with a seat is mended on the side on which it is wrong.
func TestASeatIsMendedOnItsSide(t *testing.T) {
	for value, rule := range map[string]string{"0.05 mm": "built up", "2.5 mm": "ground"} {
		b := jobtest.OfText(t, scrappedPlan)
		b.Keep("seat-found", jobtest.DirectBody(value))
		b.Keep("look-shaft", jobtest.InspectBody())
		if r := b.Sheet().Step("look-shaft").Reading; r.Rule != rule {
			t.Errorf("a seat of %s is %q, want %q", value, r.Rule, rule)
		}
	}
}

const playPlan = `options:
  - {key: pair, title: Pair, default: paired, choices: [{key: paired, title: Paired}, {key: single, title: Single}]}
limits: {play: {min: 0 mm, max: 0.1 mm, source: general}}
checks:
  play: {title: Play, short: Play, instrument: float, repeats: 3, preloaded: pair == paired, limit: [play],
	condemns: none}
stages:
  - id: work
    title: Work
    steps:
      - {id: play, kind: measure, phase: built, check: play, title: Play}
      - {id: found, kind: measure, phase: found, check: play, title: "Play, as found"}
      - {id: sign, kind: sign, title: Sign}
`

// D5: no play at all, three times, passes only by the maker's word, and of a preloaded pair only where
// the needle was seen to follow; as found nobody is asked for a decision.
func TestNoPlayAtAllIsUndecided(t *testing.T) {
	for _, tt := range []struct {
		name     string
		limit    bool
		pair     string
		followed bool
		want     judge.Result
	}{
		{"a general limit", false, "paired", false, judge.Undecided},
		{"a general limit, followed", false, "paired", true, judge.Undecided},
		{"the maker's, a pair", true, "paired", false, judge.Undecided},
		{"the maker's, followed", true, "paired", true, judge.Close},
		{"the maker's, no pair", true, "single", false, judge.Close},
	} {
		b := jobtest.OfText(t, playPlan)
		o := b.Log[0].Open
		o.Options["pair"] = tt.pair
		origin := judge.General
		if tt.limit {
			origin = judge.Maker
		}
		nothing, most := quantity.Length(0), 100*quantity.Micrometre
		o.Limits = map[string]judge.Limit{"play": {Bounds: judge.Bounds{Min: &nothing, Max: &most}, Origin: origin,
			Source: "drawing"}}
		body := jobtest.FloatBody("0")
		body.Float.Followed = tt.followed
		b.Keep("play", body)
		b.Keep("found", body)
		s := b.Sheet()
		if r := s.Step("play").Reading; r.Verdict != tt.want {
			t.Errorf("%s: %s", tt.name, r.Verdict)
		}
		if state := s.Step("found").State; state != job.Done {
			t.Errorf("%s: as found it is %s", tt.name, state)
		}
	}
}

// D8: what catches is never right as built, whatever the plan says; free and a light drag are both right
// where both are.
func TestWhatCatchesIsNeverRight(t *testing.T) {
	b := jobtest.OfText(t, `stages:
  - id: work
    title: Work
    steps:
      - {id: any, kind: turn, phase: built, right: any, title: Any}
      - {id: either, kind: turn, phase: built, right: either, title: Either}
      - {id: sign, kind: sign, title: Sign}
`)
	for turn, want := range map[gauge.Turn][2]judge.Result{
		gauge.Free: {"", judge.Within}, gauge.Light: {"", judge.Within}, gauge.Drags: {"", judge.Out},
		gauge.Rough: {judge.Out, judge.Out}, gauge.Rubs: {judge.Out, judge.Out}, gauge.Binds: {judge.Out, judge.Out},
		gauge.Locked: {judge.Out, judge.Out}} {
		for i, step := range []string{"any", "either"} {
			r, _, err := job.Preview(b.Job, step, &log.Body{Turn: &log.TurnForm{Turn: turn}})
			if err != nil || r.Verdict != want[i] {
				t.Errorf("%s at %s: %+v, %v", turn, step, r, err)
			}
		}
	}
}

// W17: a foot that was left soft caps the alignment after it.
func TestASoftFootCapsTheAlignment(t *testing.T) {
	b := jobtest.OfText(t, `stages:
  - id: work
    title: Work
    steps:
      - {id: feet, kind: feet, title: Feet}
      - {id: align, kind: align, title: Alignment}
      - {id: sign, kind: sign, title: Sign}
`)
	laser := log.Body{Unit: quantity.UnitMillimetre, Tool: log.Input{"method": "laser", "rpm": 1480.0,
		"vertical":   map[string]any{"offset": "0.01", "angle_mm_per_m": 0.0},
		"horizontal": map[string]any{"offset": "0", "angle_mm_per_m": 0.0},
		"feet":       map[string]any{"front": "200", "back": "500"}}}
	for lift, want := range map[string]judge.Result{"0.02": judge.Within, "0.6": judge.Undecided} {
		b := &jobtest.Bench{T: t, Job: b.Job}
		b.Keep("feet", log.Body{Unit: quantity.UnitMillimetre, Tool: log.Input{"graduation": "0.01 mm", "front_left": lift,
			"front_right": "0", "back_left": "0", "back_right": "0"}})
		b.Keep("align", laser)
		if r := b.Sheet().Step("align").Reading; r.Verdict != want {
			t.Errorf("a foot of %s mm: %s", lift, r.Verdict)
		}
	}
}

// D14: a seat that was read at too few places passes nothing, nor does one read with a gauge that is
// too coarse for its class.
func TestASeatWantsItsPlaces(t *testing.T) {
	b := jobtest.OfText(t, `values:
  - {key: size, title: Size, kind: length, default: 45 mm}
  - {key: class, title: Class, kind: words, default: k5}
checks:
  seat: {title: Seat, short: Seat, instrument: fit, seat: shaft, of: size, class: class, condemns: none}
stages:
  - id: work
    title: Work
    steps:
      - {id: seat, kind: measure, phase: built, check: seat, title: Seat}
      - {id: sign, kind: sign, title: Sign}
`)
	read := func(graduation string, planes ...string) *kind.Reading {
		t.Helper()
		var readings []any
		for _, plane := range planes {
			readings = append(readings, map[string]any{"plane": plane, "value": "45.007 mm"})
		}
		r, _, err := job.Preview(b.Job, "seat", &log.Body{Unit: quantity.UnitMillimetre, Tool: log.Input{"readings": readings,
			"graduation": graduation}})
		if err != nil {
			t.Fatal(err)
		}
		return r
	}
	six := []string{"A", "A", "A", "B", "B", "B"}
	if r := read("0.001 mm", six...); r.Verdict != judge.Within {
		t.Errorf("two planes, three angles: %s %v", r.Verdict, r.Warnings)
	}
	if r := read("0.001 mm", "A"); r.Verdict != judge.Undecided {
		t.Errorf("one reading: %s", r.Verdict)
	}
	if r := read("0.1 mm", six...); r.Verdict != judge.Undecided {
		t.Errorf("by a caliper of 0.1 mm: %s", r.Verdict)
	}
}

const leadPlan = `values: [{key: n, title: Stages, kind: number, default: "2"}]
repeats: [{key: stage, title: Stages, count: n, short: stage}]
limits: {gap: {max: 0.1 mm, source: drawing}}
checks: {gap: {for: stage, title: Gap, short: Gap, instrument: direct, limit: [gap], condemns: none}}
parts:
  - {key: seat, title: Seat, quantity: 1, judged: [{count: sides, least: 2, outcome: replace, rule: used up}],
     findings: [{key: x, words: Cracked, outcome: replace, rule: replaced}]}
options:
  - {key: kind, title: Kind, default: a, choices: [{key: a, title: A}, {key: b, title: B}]}
stages:
  - id: work
    title: Work
    steps:
      - {id: sides, kind: count, of: Sides, free: true, when: kind == a, title: Sides}
      - {id: look, kind: inspect, part: seat, title: Look}
      - {id: gap, for: stage, lead: true, kind: measure, phase: built, check: gap, title: Gap}
      - {id: sign, kind: sign, title: Sign}
`

// 8c, 8h: at a step that is written out for each stage the lead's PIN is asked, too, and what is out there
// is decided by a lead.
func TestALeadsStepIsTheLeads(t *testing.T) {
	b := jobtest.OfText(t, leadPlan)
	body := jobtest.DirectBody("0.5 mm")
	if !job.May(b.Job, log.Entry{Kind: log.Kept, Step: "gap@1", By: jobtest.Lead, Body: &body}).PIN {
		t.Error("no PIN is asked at a lead's step that is written out")
	}
	if err := b.Try(log.Entry{Kind: log.Kept, Step: "gap@1", By: jobtest.Lead, Body: &body}); err != nil {
		t.Fatal(err)
	}
	step := b.Sheet().Step("gap@1")
	if step.State != job.Decide || step.DecideBy != log.Lead {
		t.Fatalf("it is %s, to be decided by %q", step.State, step.DecideBy)
	}
	decided := log.Entry{Kind: log.Decided, Step: "gap@1", On: step.Entry, Reason: "as the sister pump", By: jobtest.Tech}
	if err := b.Try(decided); err == nil {
		t.Error("a technician decided at a lead's step")
	}
	if decided.By = jobtest.Lead; b.Try(decided) != nil {
		t.Error("a lead could not")
	}
	if s := b.Sheet().Step("gap@1"); s.State != job.Done {
		t.Errorf("decided it is %s", s.State)
	}
}

// 8e: a count of a step that is no longer there condemns nothing.
func TestACountThatIsGoneCondemnsNothing(t *testing.T) {
	b := jobtest.OfText(t, leadPlan)
	b.Keep("sides", jobtest.CountBody(3))
	b.Keep("look", jobtest.InspectBody())
	if r := b.Sheet().Step("look").Reading; r.Outcome != judge.Replace {
		t.Fatalf("counted it is %s", r.Outcome)
	}
	b.Log[0].Open.Options["kind"] = "b"
	b.Memo = nil
	if r := job.Derive(b.Job).Step("look").Reading; r.Outcome != judge.Reuse {
		t.Errorf("its count is not there any more, and it is %s by %q", r.Outcome, r.Rule)
	}
}

// 8m: a second decision that is withdrawn does not bring the first one back.
func TestAWithdrawnDecisionRevivesNone(t *testing.T) {
	b := jobtest.OfText(t, leadPlan)
	body := jobtest.DirectBody("0.5 mm")
	if err := b.Try(log.Entry{Kind: log.Kept, Step: "gap@1", By: jobtest.Lead, Body: &body}); err != nil {
		t.Fatal(err)
	}
	on := b.Sheet().Step("gap@1").Entry
	for _, why := range []string{"first", "second"} {
		if err := b.Try(log.Entry{Kind: log.Decided, Step: "gap@1", On: on, Reason: why, By: jobtest.Lead}); err != nil {
			t.Fatal(err)
		}
	}
	last := b.Sheet().Step("gap@1").Decision
	if err := b.Try(log.Entry{Kind: log.Withdrawn, Step: "gap@1", On: last.Entry, Reason: "slip",
		By: jobtest.Lead}); err != nil {
		t.Fatal(err)
	}
	if s := b.Sheet().Step("gap@1"); s.State != job.Decide || s.Decision != nil {
		t.Errorf("withdrawn it is %s, %+v", s.State, s.Decision)
	}
}

// 8g: who amended a sheet earlier does not countersign it, whoever amended it last.
func TestWhoAmendedEarlierDoesNotCountersign(t *testing.T) {
	b := jobtest.New(t, jobtest.Papers, job.Rules{Schools: map[string]string{plan.SecondSignature: plan.Asked}})
	b.Walk(jobtest.Bodies(t))
	third := log.Person{ID: "p9", Name: "S. Third", Role: "technician"}
	for _, by := range []log.Person{third, jobtest.Lead} {
		if err := b.Try(log.Entry{Kind: log.Amended, By: by, Reason: "seal number is 88-14"}); err != nil {
			t.Fatal(err)
		}
	}
	last := job.Derive(b.Job).Amended
	if err := b.Try(log.Entry{Kind: log.Checked, By: third, On: last[len(last)-1].Entry}); jobtest.Names(err) != "by" {
		t.Errorf("who amended first countersigns: %v", err)
	}
}

// A slip of the unit is asked back at its box, with both readings; nothing is kept until one is chosen.
func TestASlipOfTheUnitIsAskedBack(t *testing.T) {
	for _, tt := range []struct {
		value  string
		either []string
	}{
		{"0.002", []string{"0.002 in", "0.002 thou"}},
		{"3/64", []string{"3/64 in", "3/64 thou"}},
		{"0.1", []string{"0.1 in", "0.1 thou"}},
		{"1,760", []string{"1760", "1.76"}},
		{"0", nil}, {"2", nil}, {"2.5", nil}, {"0.002 in", nil}, {"12,5", nil},
	} {
		b := jobtest.OfText(t, scrappedPlan)
		body := log.Body{Unit: quantity.UnitThou, Direct: &log.DirectForm{Value: quantity.Type(tt.value),
			Graduation: quantity.Type("0.5 thou")}}
		_, _, err := job.Preview(b.Job, "gap-found", &body)
		kept := b.Try(log.Entry{Kind: log.Kept, Step: "gap-found", Body: &body})
		if tt.either == nil {
			if err != nil || kept != nil {
				t.Errorf("%s: %v, %v", tt.value, err, kept)
			}
			continue
		}
		all := field.All(err)
		if len(all) == 0 || all[0].Field != "body.direct.value" || strings.Join(all[0].Either, " or ") !=
			strings.Join(tt.either, " or ") {
			t.Errorf("%s asks %+v, want %v", tt.value, err, tt.either)
		}
		if kept == nil {
			t.Errorf("%s was kept unasked", tt.value)
		}
	}
}

// 8f: an or in the condition of a step that is there for each of several asks this one's.
func TestAnOrInARepeatAsksItsOwnMember(t *testing.T) {
	b := jobtest.OfText(t, `values: [{key: n, title: Stages, kind: number, default: "2"}]
repeats: [{key: stage, title: Stages, count: n, short: stage}]
limits: {gap: {max: 0.1 mm, source: drawing}}
checks: {gap: {for: stage, title: Gap, short: Gap, instrument: direct, limit: [gap]}}
parts:
  - {key: ring, for: stage, title: Ring, quantity: 1,
     findings: [{key: x, words: Cracked, outcome: replace, rule: replaced}]}
stages:
  - id: work
    title: Work
    steps:
      - {id: gap, for: stage, kind: measure, phase: found, check: gap, title: Gap}
      - {id: look, for: stage, kind: inspect, part: ring, title: Look}
      - {id: mend, for: stage, kind: do, when: "gap is out or ring decided replace", title: Mend}
      - {id: sign, kind: sign, title: Sign}
`)
	b.Keep("gap@1", jobtest.DirectBody("0.5 mm"))
	b.Keep("gap@2", jobtest.DirectBody("0.05 mm"))
	b.Keep("look@1", jobtest.InspectBody())
	b.Keep("look@2", jobtest.InspectBody())
	if s := b.Sheet(); s.Step("mend@1") == nil || s.Step("mend@2") != nil {
		t.Errorf("the first is out: mend@1 %v, mend@2 %v", s.Step("mend@1") != nil, s.Step("mend@2") != nil)
	}
	b.Correct("look@2", jobtest.InspectBody("x"))
	if b.Sheet().Step("mend@2") == nil {
		t.Error("the second ring is replaced, and nothing is mended")
	}
}

// What is signed and would not pass today is told with its reading; what a person accepted is not.
func TestWhatWouldNotPassTodayIsRecalled(t *testing.T) {
	b := jobtest.New(t, jobtest.Papers, job.Rules{})
	b.Walk(jobtest.Bodies(t))
	if found, err := job.Recall(b.Job); err != nil || len(found) != 0 {
		t.Fatalf("by the same rules: %+v, %v", found, err)
	}
	tighter := *b.Log[0].Open
	tighter.Limits = maps.Clone(tighter.Limits)
	l := tighter.Limits["shaft-runout-seal"]
	l.Max = new(quantity.Thou / 2)
	tighter.Limits["shaft-runout-seal"] = l
	entries := slices.Clone(b.Log)
	entries[0].Open = &tighter
	if found, err := job.Recall(job.Job{Plan: b.Plan, Log: entries, Kept: b.Kept}); err != nil || len(found) != 0 {
		t.Errorf("signed by today's rules: %+v, %v", found, err)
	}
	earlier := slices.Clone(b.Kept)
	text := strings.Replace(string(earlier[0].Bytes), fmt.Sprintf(`"rules":%d`, log.RulesNumber), `"rules":3`, 1)
	earlier[0].Bytes, earlier[0].Hash = []byte(text), job.SumOf([]byte(text))
	found, err := job.Recall(job.Job{Plan: b.Plan, Log: entries, Kept: earlier})
	if err != nil || len(found) != 1 || found[0].Step != "runout-seal-built" || found[0].Now.Verdict != judge.Out ||
		found[0].Then.Verdict != judge.Within && found[0].Then.Verdict != judge.Close || found[0].Limit == "" {
		t.Errorf("by tighter ones: %+v, %v", found, err)
	}
}
