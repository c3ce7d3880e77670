package sheet_test

import (
	"encoding/json"
	"fmt"
	"strings"
	"testing"

	"settle/core/job"
	"settle/core/job/jobtest"
	"settle/core/judge"
	"settle/core/log"
	"settle/core/sheet"
)

// The rows of a job that went from start to signature: found beside built with what
// changed, sources once each, parts with nothing against them on one line.
func TestPaper(t *testing.T) {
	b := jobtest.New(t, jobtest.Papers, job.Rules{Schools: map[string]string{"bearing-reuse": "may-reuse"}})
	b.Walk(jobtest.Bodies(t))
	p := sheet.PaperOf(shown(t, b))
	row := p.Checks[3]
	if row.Check != "shaft-runout-seal" || row.Letter != "D" ||
		row.Found.Text.Thou != "3.0" || row.Built.Text.Thou != "1.0" ||
		row.Change.Thou != "-2.0" || row.Limit.Thou != "2.0 max" || row.Built.Word != "Within" ||
		p.Sources[row.From-1] != "manual, table 4" {
		t.Errorf("the run-out at the seal is %+v", row)
	}
	for i, source := range p.Sources {
		for _, other := range p.Sources[:i] {
			if source == other {
				t.Errorf("the source %q stands twice", source)
			}
		}
	}
	var clearance sheet.CheckRow
	for _, c := range p.Checks {
		if c.Check == "impeller-clearance" {
			clearance = c
		}
	}
	if clearance.Built.Text.Thou != "14.0 – 15.0" || clearance.Limit.Thou != "12.0 to 18.0" ||
		clearance.Limit.Mm != "0.305 to 0.457" {
		t.Errorf("the clearance is %+v, %+v", clearance.Built, clearance.Limit)
	}
	for _, part := range p.Parts {
		if fine := strings.Contains(strings.Join(p.Sound, ", "), part.Part); fine != part.Sound {
			t.Errorf("%s is sound: %t, on the line: %t", part.Part, part.Sound, fine)
		}
		if part.Sound && part.Outcome != judge.Reuse {
			t.Errorf("%s has nothing against it and is %s", part.Part, part.Outcome)
		}
	}
	if len(p.Sound) == 0 || len(p.Repeats) != 0 {
		t.Errorf("sound: %v, repeats: %+v", p.Sound, p.Repeats)
	}
	done := map[string]string{}
	for _, d := range p.Done {
		done[d.Title] = d.Entered.Text.Thou
	}
	if got := done["Casing bolts"]; got != "4 × 44.3 lbf·ft (60.0 N·m)" {
		t.Errorf("the bolts are %q of %v", got, done)
	}
}

// A sheet that was kept is laid out as it was kept, from its JSON alone.
func TestPaperOfAKeptSheet(t *testing.T) {
	b := jobtest.New(t, jobtest.Papers, job.Rules{})
	b.Walk(jobtest.Bodies(t))
	kept, err := b.Kept[0].Sheet()
	if err != nil {
		t.Fatal(err)
	}
	one, _ := json.Marshal(sheet.PaperOf(kept))
	two, _ := json.Marshal(sheet.PaperOf(shown(t, b)))
	if string(one) != string(two) {
		t.Errorf("kept:\n%s\nworked out:\n%s", one, two)
	}
}

const stages = `
values: [{key: n, title: Stages, kind: number}]
repeats: [{key: stage, title: Stages, count: n, short: stage}]
limits: {gap: {max: 0.1 mm, source: drawing}}
checks: {gap: {for: stage, title: Gap, short: Gap, instrument: direct, limit: [gap]}}
parts:
  - key: impeller
    for: stage
    title: Impeller
    quantity: 1
    findings: [{key: x, words: Cracked, outcome: replace, rule: a cracked one is replaced}]
stages:
  - id: work
    title: Work
    steps:
      - {id: gap-found, for: stage, kind: measure, phase: found, check: gap, title: Gap as found}
      - {id: look, for: stage, kind: inspect, part: impeller, title: Look}
      - {id: clock, for: stage, kind: mark, marks: [Where], title: Mark}
      - {id: spin, for: stage, kind: turn, phase: built, title: Turn}
      - {id: gap-built, for: stage, kind: measure, phase: built, check: gap, title: Gap as built}
`

// The members of a repeat are one table. What it has no room for keeps a row of its own.
func TestPaperOfManyStages(t *testing.T) {
	b := jobtest.OfText(t, stages)
	b.Log[0].Open.Values = map[string]log.Value{"n": {Text: "11", Source: "plate"}}
	b.Log, b.Memo = b.Log[:1], nil
	for i := 1; i <= 11; i++ {
		at := func(step string) string { return fmt.Sprintf("%s@%d", step, i) }
		b.Keep(at("gap-found"), jobtest.MmBody("0.3"))
		found := jobtest.InspectBody()
		if i == 3 {
			found = jobtest.InspectBody("x")
		}
		b.Keep(at("look"), found)
		b.Keep(at("clock"), log.Body{Marks: []string{fmt.Sprintf("dot %d", i)}})
		b.Keep(at("spin"), log.Body{Turn: &log.TurnForm{Turn: "free"}})
		b.Keep(at("gap-built"), jobtest.MmBody("0.05"))
	}
	p := sheet.PaperOf(b.Sheet())
	if len(p.Repeats) != 1 || len(p.Repeats[0].Members) != 11 || p.Repeats[0].Title != "Stages" {
		t.Fatalf("the tables are %+v", p.Repeats)
	}
	rows := map[string]sheet.RepeatedWork{}
	for _, r := range p.Repeats[0].Rows {
		if len(r.Cells) != 11 {
			t.Errorf("%s has %d cells", r.Title, len(r.Cells))
		}
		rows[r.Title] = r
	}
	gap := rows["Gap"]
	if len(rows) != 4 || gap.Cells[10].Found.Text.Mm != "0.300" || gap.Cells[10].Built.Text.Mm != "0.050" ||
		gap.Limit.Mm != "0.100 max" || p.Sources[gap.From-1] != "drawing" || rows["Look"].Cells[2].Outcome != judge.Replace {
		t.Errorf("the rows are %+v", rows)
	}
	var own []string
	for _, part := range p.Parts {
		if !part.Repeat {
			own = append(own, part.Part)
		}
	}
	for _, d := range p.Done {
		if !d.Repeat {
			own = append(own, d.Title)
		}
	}
	if want := "Impeller, stage 3"; own[0] != want || len(own) != 12 || len(p.Sound) != 0 {
		t.Errorf("rows of their own: %v, want %s and eleven marks", own, want)
	}
}

// shown is the sheet as the plan and the log come to it, whatever was kept of it.
func shown(t *testing.T, b *jobtest.Bench) *job.Sheet {
	t.Helper()
	s, err := job.Show(job.Job{Plan: b.Plan, Log: b.Log})
	if err != nil {
		t.Fatal(err)
	}
	return s
}
