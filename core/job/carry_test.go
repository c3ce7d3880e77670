package job_test

import (
	"strings"
	"testing"

	"settle/core/job"
	"settle/core/job/jobtest"
	"settle/core/log"
	"settle/core/quantity"
)

const carryPlan = `values:
  - {key: stacks, title: Stacks, kind: number, default: "1"}
  - {key: aim, title: Aim of the gap, kind: length, default: 0.5 mm}
limits: {gap: {min: 0.4 mm, max: 0.6 mm, source: drawing}}
checks:
  gap: {title: Gap, short: Gap, instrument: direct, limit: [gap]}
stages:
  - id: work
    title: Work
    steps:
      - {id: shims-out, kind: count, of: shims, title: Shims out}
      - {id: gap-found, kind: measure, phase: found, check: gap, title: "Gap, as found"}
      - {id: set, kind: set, method: shims, window: gap, adding: closes, title: Shims worked out,
         from: {measured: gap as found, "in_place[0]": count shims-out pack, "target.aim": value aim}}
      - {id: on, kind: count, of: shims, title: Shims on, from: {pack: "answer set answers[0].total_um"}}
      - {id: sign, kind: sign, title: Sign}
`

// What stands elsewhere is carried into the box with its origin; typed over, it is not
// carried; where the source changes, the step opens again and the signature waits.
func TestFiguresAreCarried(t *testing.T) {
	b := jobtest.OfText(t, carryPlan)
	if p := b.Sheet().Step("set").Panel; len(p.Carried) != 1 {
		t.Errorf("before anything is entered it carries %v", p.Carried)
	}
	b.Keep(
		"shims-out",
		log.Body{Unit: quantity.UnitThou, Count: &log.CountForm{Count: quantity.Count("3"), Pack: quantity.Type("42")}},
	)
	b.Keep("gap-found", jobtest.DirectBody("0.9 mm"))
	p := b.Sheet().Step("set").Panel
	for path, want := range map[string]string{"tool.measured": "0.9 mm, Gap, as found",
		"tool.in_place[0]": "42 thou, Shims out", "tool.target.aim": "0.5 mm, Aim of the gap, from the papers"} {
		if c := p.Carried[path]; c.Text+", "+c.From != want {
			t.Errorf("%s carries %q from %q, want %s", path, c.Text, c.From, want)
		}
	}
	set := log.Body{Tool: log.Input{"measured": "0.9 mm", "in_place": []any{"40 thou"},
		"kit": []any{map[string]any{"thickness": "0.1 mm", "count": 9.0}, map[string]any{"thickness": "1 mm", "count": 2.0}}}}
	j, _, err := job.Append(b.Job, log.Entry{ID: "set-1", By: jobtest.Tech, Kind: log.Kept, Step: "set", Body: &set},
		jobtest.Day)
	if err != nil {
		t.Fatal(err)
	}
	b.Job = j
	e := b.Log[len(b.Log)-1]
	if c := e.From["tool.measured"]; len(e.From) != 1 || c.Text != "0.9 mm" || c.Step != "gap-found" {
		t.Errorf("the entry was carried from %v", e.From)
	}
	if c := b.Sheet().Step("on").Panel.Targets["count.pack"]; !strings.HasSuffix(c.Text, " mm") ||
		c.From != "Shims worked out" {
		t.Errorf("the answer carries %+v", c)
	}
	b.Keep("on", jobtest.CountBody(4))
	if s := b.Sheet(); s.Step("sign").State != job.Open {
		t.Fatalf("the signature is %s: %s", s.Step("sign").State, s.Step("sign").Blocked)
	}
	b.Correct("gap-found", jobtest.DirectBody("0.8 mm"))
	s := b.Sheet().Step("set")
	if s.State != job.Open ||
		s.Again != "Gap, as found was 0.9 mm and is 0.8 mm now: work it out anew, or keep what stands here" {
		t.Errorf("after the source changed: %s, %q", s.State, s.Again)
	}
	if sign := b.Sheet().Step("sign"); sign.State != job.Blocked {
		t.Error("the signature does not wait")
	}
	j, _, err = job.Append(
		b.Job,
		log.Entry{ID: "set-2", By: jobtest.Tech, Kind: log.Kept, Step: "set", On: "set-1", Reason: s.Again, Body: &set},
		jobtest.Day,
	)
	if err != nil {
		t.Fatal(err)
	}
	b.Job = j
	if s := b.Sheet().Step("set"); s.State == job.Open || len(b.Log[len(b.Log)-1].From) != 0 {
		t.Errorf("kept with a word it is %s, carried from %v", s.State, b.Log[len(b.Log)-1].From)
	}
}

// A figure made of several is carried with all that it comes from: 0.9 mm found, less the
// aim of 0.5 mm, plus 42 thou (1.0668 mm) of shims, is 1.4668 mm. Where one of them is not
// there, nothing is carried.
func TestFiguresAreTakenTogether(t *testing.T) {
	b := jobtest.OfText(t, strings.Replace(strings.Replace(carryPlan, "{measured: gap as found,",
		"{measured: gap as found less value aim plus count shims-out pack,", 1), "\"target.aim\": value aim",
		"\"target.aim\": [value aim less gap as found, gap as found less value aim]", 1))
	b.Keep("gap-found", jobtest.DirectBody("0.9 mm"))
	if c, there := b.Sheet().Step("set").Panel.Carried["tool.measured"]; there {
		t.Errorf("without the shims it carries %+v", c)
	}
	b.Keep("shims-out", log.Body{Unit: quantity.UnitThou, Count: &log.CountForm{Count: quantity.Count("3"),
		Pack: quantity.Type("42")}})
	c := b.Sheet().Step("set").Panel.Carried["tool.measured"]
	if got := b.Sheet().Step("set").Panel.Carried["tool.target.aim"].Text; got != "0.4 mm" {
		t.Errorf("the other way round stands %q", got)
	}
	if c.Text != "1.4668 mm" || c.From != "Gap, as found, less aim of the gap, from the papers, and shims out" {
		t.Errorf("it carries %+v", c)
	}
}
