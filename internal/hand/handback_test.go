package hand

import (
	"strings"
	"testing"
	"time"

	"settle/core/job"
	"settle/core/judge"
	"settle/core/log"
	"settle/core/plan"
)

// handback opens a job of a shop that wants the figures so, up to their step.
func handback(t *testing.T, school, plant string) (*bench, *job.StepSheet) {
	t.Helper()
	opening, err := job.NewOpening(plan.Library()[plant], "T-1", job.Papers{},
		job.Rules{Schools: map[string]string{plan.HandbackFigures: school}},
		job.Asked{Complaint: "to be handed back", Arrives: "in-line"})
	if err != nil {
		t.Fatal(err)
	}
	b := &bench{t: t, job: job.Job{Plan: plan.Library()[plant], Memo: &job.Memo{}}, used: map[string]bool{},
		now: time.Date(2026, 11, 2, 7, 0, 0, 0, time.UTC)}
	b.add(log.Entry{Kind: log.Opened, Open: opening})
	b.stop = "handback-figures"
	return b, b.work(true, true).Step("handback-figures")
}

func ran(horizontal, warm, power string) log.Body {
	return log.Body{Handback: &log.HandbackForm{Air: "72 °F", Flow: "480 gpm at 92 ft", Pressure: "3.1 bar", Power: power,
		At: []log.RunningForm{{At: "Thrust bearing", Horizontal: horizontal, Vertical: "1,4 mm/s", Axial: "0.05 in/s",
			Warm: warm}}}}
}

// A shop asks for the figures of the hand-back, or does not; judged they are where it wants it.
func TestHandbackFigures(t *testing.T) {
	if _, step := handback(t, "none", endSuction); step != nil && step.State != job.Blocked {
		t.Errorf("not asked for, the step is %s", step.State)
	}
	tests := []struct {
		name, school  string
		body          log.Body
		verdict       judge.Result
		says, refused string
	}{
		{name: "recorded", school: "recorded", body: ran("9 mm/s", "60 °C", ""),
			says: "Thrust bearing: horizontal 9 mm/s, vertical 1.4 mm/s, axial 0.898 mm/s, 60 °C; air 22.22 °C"},
		{name: "judged, good", school: "judged", body: ran("1.8 mm/s", "48 °C", "15 kW"), verdict: judge.Within,
			says: "flow 480 gpm at 92 ft"},
		{name: "judged, shakes", school: "judged", body: ran("12 mm/s", "48 °C", "20 hp"), verdict: judge.Out},
		{name: "judged, a hot bearing", school: "judged", body: ran("1.8 mm/s", "90 °C", "15 kW"), verdict: judge.Out},
		{name: "judged, without the power", school: "judged", body: ran("1.8 mm/s", "48 °C", ""),
			refused: "body.handback.power"},
		{name: "a power without its unit", school: "judged", body: ran("1.8 mm/s", "48 °C", "15"),
			refused: "body.handback.power"},
		{name: "a velocity without its unit", school: "recorded", body: ran("9", "48 °C", ""),
			refused: "body.handback.at[0].horizontal"},
		{name: "no velocity", school: "recorded", body: ran("much", "48 °C", ""), refused: "body.handback.at[0].horizontal"},
		{name: "no temperature", school: "recorded", body: ran("1 mm/s", "hot", ""), refused: "body.handback.at[0].warm"},
		{name: "a bearing that there is not", school: "recorded", refused: "body.handback.at[0].at",
			body: log.Body{Handback: &log.HandbackForm{At: []log.RunningForm{{At: "Fan", Warm: "40 °C"}}}}},
		{name: "nothing", school: "recorded", body: log.Body{Handback: &log.HandbackForm{}}, refused: "body.handback"},
	}
	for _, tt := range tests {
		b, step := handback(t, tt.school, endSuction)
		if step == nil || step.State != job.Open {
			t.Fatalf("%s: the step is %+v", tt.name, step)
		}
		err := b.try(log.Entry{Kind: log.Kept, Step: step.ID, Body: &tt.body})
		if tt.refused != "" {
			if err == nil || !strings.HasPrefix(err.Error(), tt.refused) {
				t.Errorf("%s: %v, want %s refused", tt.name, err, tt.refused)
			}
			continue
		}
		if err != nil {
			t.Errorf("%s: %v", tt.name, err)
			continue
		}
		r := job.Derive(b.job).Step(step.ID).Reading
		if r.Verdict != tt.verdict || !strings.Contains(r.Text, tt.says) {
			t.Errorf("%s: %q, %q", tt.name, r.Verdict, r.Text)
		}
		past, err := job.PastOf("J-1", b.job)
		if err != nil || past.Running == nil || past.Running.Flow == "" {
			t.Errorf("%s: the pump's page has %+v, %v", tt.name, past.Running, err)
		}
	}
}

// Every construction can be asked for them.
func TestEveryPlanCanAskForHandbackFigures(t *testing.T) {
	for key, p := range plan.Library() {
		opening, err := job.NewOpening(p, "T-1", job.Papers{}, job.Rules{Schools: map[string]string{
			plan.HandbackFigures: "recorded"}}, job.Asked{Complaint: "asked", Arrives: arrivesInLine(p)})
		if err != nil {
			t.Fatal(key, err)
		}
		b := &bench{t: t, job: job.Job{Plan: p, Memo: &job.Memo{}}, used: map[string]bool{},
			now: time.Date(2026, 11, 2, 7, 0, 0, 0, time.UTC)}
		b.add(log.Entry{Kind: log.Opened, Open: opening})
		if s := job.Derive(b.job).Step("handback-figures"); s == nil || len(s.Panel.Places) == 0 {
			t.Errorf("%s: %+v", key, s)
		}
	}
}

func arrivesInLine(p *plan.Plan) string {
	if len(p.Arrives) > 0 {
		return "in-line"
	}
	return ""
}
