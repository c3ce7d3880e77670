package hand

import (
	"strings"
	"testing"
	"time"

	"settle/core/gauge"
	"settle/core/job"
	"settle/core/judge"
	"settle/core/log"
	"settle/core/quantity"
)

// rebuilt is a whole job at so many running hours, its impeller clearance found
// and set as said, in micrometres; 0 leaves it out.
func rebuilt(t *testing.T, number string, hours, found, built float64) job.Past {
	t.Helper()
	past, err := job.PastOf(number, rebuild(t, hours, found, built))
	if err != nil {
		t.Fatal(err)
	}
	return past
}

func rebuild(t *testing.T, hours, found, built float64) job.Job {
	t.Helper()
	p := first(t)
	papers := job.Papers{Limits: map[string]job.LimitForm{
		"impeller-clearance":      {Min: quantity.Type("0.3 mm"), Max: quantity.Type("0.5 mm"), Source: "manual"},
		"impeller-clearance-worn": {Max: quantity.Type("1 mm"), Source: "manual, table 6"},
	}}
	opening, err := job.NewOpening(p, "T-1", papers, job.Rules{}, job.Asked{Complaint: "planned"})
	if err != nil {
		t.Fatal(err)
	}
	if err := opening.Run(&hours); err != nil {
		t.Fatal(err)
	}
	b := &bench{t: t, job: job.Job{Plan: p}, now: time.Date(2026, 11, 2, 7, 0, 0, 0, time.UTC)}
	b.add(log.Entry{Kind: log.Opened, Open: opening})
	for step, um := range map[string]float64{"clearance-found": found, "clearance-built": built} {
		if um == 0 {
			continue
		}
		// The widest of the vanes counts.
		gap := &gauge.GapForm{Graduation: quantity.Type("0.01"), Positions: []gauge.PositionForm{{At: "vane 1",
			Value: mm(um)}}}
		for _, vane := range []string{"vane 2", "vane 3", "vane 4", "vane 5"} {
			gap.Positions = append(gap.Positions, gauge.PositionForm{At: vane, Value: mm(um - 20)})
		}
		b.add(log.Entry{Kind: log.Kept, Step: step, Body: &log.Body{Unit: quantity.UnitMillimetre, Feeler: gap}})
	}
	return b.job
}

// By hand: set to 0.40 at 1000 h, found at 0.60 after 4000 h more: 0.05 in a
// thousand hours. Set again to 0.40, 0.60 are left to 1.00: 12000 h.
func TestLives(t *testing.T) {
	planned := 8000.0
	tests := []struct {
		name   string
		jobs   []job.Past
		rate   string
		left   int64
		result judge.WearResult
		says   string
	}{
		{"set again", []job.Past{rebuilt(t, "J-2", 5000, 600, 400), rebuilt(t, "J-1", 1000, 900, 400)}, "0.050", 12000,
			judge.Lasts, "from what was set in J-2 (two readings are thin): it lasts to the planned stop in 8000 h"},
		{"not set yet", []job.Past{rebuilt(t, "J-1", 1000, 900, 400), rebuilt(t, "J-2", 5000, 600, 0)}, "0.050", 8000,
			judge.Lasts, "from what was found in J-2"},
		{"will not last", []job.Past{rebuilt(t, "J-1", 1000, 900, 400), rebuilt(t, "J-2", 5000, 800, 0)}, "0.100", 2000,
			judge.ResetNow, "less than the 8000 h to the planned stop"},
		{"past its limit", []job.Past{rebuilt(t, "J-1", 1000, 900, 400), rebuilt(t, "J-2", 5000, 1100, 0)}, "0.175", 0,
			judge.PastLimit, "reset or replace now"},
		{"does not wear", []job.Past{rebuilt(t, "J-1", 1000, 900, 400), rebuilt(t, "J-2", 5000, 400, 0)}, "0.000", -1,
			judge.NotWearing, "Does not grow"},
		{"nobody wrote down what it was set to", []job.Past{rebuilt(t, "J-1", 1000, 400, 0), rebuilt(t, "J-2", 5000, 600,
			0)}, "0.050", 8000, judge.Lasts, "8000 h are left"},
	}
	for _, tt := range tests {
		lives := job.Lives(tt.jobs, &planned)
		if len(lives) != 1 || lives[0].Check != "impeller-clearance" || lives[0].Rate == nil {
			t.Errorf("%s: %+v", tt.name, lives)
			continue
		}
		l := lives[0]
		if rate := l.Rate.In(quantity.UnitMillimetre, 3); rate != tt.rate || l.Result != tt.result ||
			!strings.Contains(l.Words.Mm, tt.says) {
			t.Errorf("%s: rate %s, %s, %q", tt.name, rate, l.Result, l.Words.Mm)
		}
		if (l.Left == nil) != (tt.left < 0) || l.Left != nil && *l.Left != tt.left {
			t.Errorf("%s: %v hours left, want %d", tt.name, l.Left, tt.left)
		}
		if guessed := tt.name == "nobody wrote down what it was set to"; (l.Guess != "") != guessed {
			t.Errorf("%s: guess %q", tt.name, l.Guess)
		}
	}
	if lives := job.Lives(tests[0].jobs[:1], &planned); len(lives) != 1 || lives[0].Rate != nil ||
		!strings.Contains(lives[0].Words.Mm, "no wear yet") {
		t.Errorf("one job: %+v", lives)
	}
	if lives := job.Lives(nil, nil); len(lives) != 0 {
		t.Errorf("no jobs: %+v", lives)
	}
}

// The hours between seals count as evidence, too.
func TestSealLives(t *testing.T) {
	var jobs []job.Past
	for i, hours := range []float64{21000, 9000, 12000} {
		p := rebuild(t, hours, 500, 400)
		found := []string{"crack"}
		if i == 2 {
			found = []string{}
		}
		e := log.Entry{Kind: log.Kept, Step: "inspect-seal", Seq: len(p.Log) + 1, ID: "x",
			Body: &log.Body{Inspect: &log.InspectForm{Found: found}}}
		p.Log = append(p.Log, e)
		past, err := job.PastOf("J", p)
		if err != nil {
			t.Fatal(err)
		}
		jobs = append(jobs, past)
	}
	if got := job.SealLives(jobs); len(got) != 1 || got[0] != 12000 {
		t.Errorf("got %v, want 12000 h between the two that were replaced", got)
	}
}
