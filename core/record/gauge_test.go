package record

import (
	"slices"
	"strings"
	"testing"
	"time"

	"settle/core/field"
	"settle/core/gauge"
	"settle/core/quantity"
)

func indicator() Gauge {
	return Gauge{Key: "IND-3", Name: "Dial indicator 10 mm", Kind: gauge.DialIndicator, Graduation: "0.01 mm",
		MPE: quantity.Type("0.013 mm"), Calibrated: "2026-01-10", Due: "2027-01-10"}
}

func lineOf(kind GaugeKind, g *Gauge, text string) GaugeLine {
	return GaugeLine{Kind: kind, Gauge: g, Text: text}
}

func TestAGaugeFollowsFromItsLog(t *testing.T) {
	first := indicator()
	put := lineOf(Put, &first, "")
	bad := lineOf(Bad, nil, "reads 0.03 low past 5 mm")
	again := lineOf(Calibrated, &Gauge{Calibrated: "2026-11-20", Due: "2027-11-20"}, "by the county")
	retired := lineOf(Retired, nil, "dropped")
	never := indicator()
	never.Calibrated, never.Due = "", ""
	none := indicator()
	none.Due = ""
	day := func(s string) time.Time {
		d, err := time.Parse("2006-01-02 15:04", s+" 12:00")
		if err != nil {
			t.Fatal(err)
		}
		return d
	}
	tests := []struct {
		name  string
		log   []GaugeLine
		now   string
		state GaugeState
		since string
	}{
		{"in use", []GaugeLine{put}, "2026-11-26", InUse, ""},
		{"due within thirty days", []GaugeLine{put}, "2026-12-20", DueSoon, ""},
		{"on the day itself it still is good", []GaugeLine{put}, "2027-01-10", DueSoon, ""},
		{"the day after", []GaugeLine{put}, "2027-01-11", PastDue, ""},
		{"never calibrated", []GaugeLine{lineOf(Put, &never, "")}, "2026-11-26", Unverified, ""},
		{"no day is set", []GaugeLine{lineOf(Put, &none, "")}, "2026-11-26", InUse, ""},
		{"found bad", []GaugeLine{put, bad}, "2026-11-26", FoundBad, "2026-01-10"},
		{"good again", []GaugeLine{put, bad, again}, "2026-11-26", InUse, ""},
		{"bad once more, since the later day", []GaugeLine{put, bad, again, bad}, "2026-11-26", FoundBad, "2026-11-20"},
		{"retired", []GaugeLine{put, retired}, "2026-11-26", OutOfUse, ""},
	}
	for _, tt := range tests {
		p := DeriveGauge(tt.log, day(tt.now))
		if p.State != tt.state || p.Since != tt.since || len(p.Log) != len(tt.log) || p.Title != "Dial indicator" {
			t.Errorf("%s: %s since %q", tt.name, p.State, p.Since)
		}
	}
}

func TestAGaugeInTheHand(t *testing.T) {
	first := indicator()
	on := func(day time.Month, log ...GaugeLine) GaugePage {
		return DeriveGauge(append([]GaugeLine{lineOf(Put, &first, "")}, log...), time.Date(2026, day+1, 26, 8, 0, 0, 0,
			time.UTC))
	}
	good, late := on(10), on(13)
	if u, err := good.Use("not asked"); err != nil || u.Word != "" || u.MPE.String() != "0.013 mm" || u.PastDue {
		t.Errorf("a gauge in use: %+v, %v", u, err)
	}
	if _, err := late.Use(" "); err == nil || !strings.Contains(err.Error(), "was due for calibration on 2027-01-10") {
		t.Errorf("past due without a word: %v", err)
	}
	if u, err := late.Use("the only one in reach"); err != nil || !u.PastDue || u.Word == "" {
		t.Errorf("past due with a word: %+v, %v", u, err)
	}
	for _, log := range []GaugeLine{lineOf(Bad, nil, "low"), lineOf(Retired, nil, "lost")} {
		p := on(10, log)
		if _, err := p.Use("all the same"); err == nil || !strings.Contains(err.Error(), "another gauge") {
			t.Errorf("%s: %v", log.Kind, err)
		}
	}
}

func TestAGaugeIsChecked(t *testing.T) {
	change := func(f func(*Gauge)) *Gauge {
		g := indicator()
		f(&g)
		return &g
	}
	wrench := change(func(g *Gauge) { g.Kind, g.Graduation, g.MPE = gauge.TorqueWrench, "1 N·m", quantity.Typed{} })
	tests := []struct {
		name   string
		line   GaugeLine
		known  bool
		fields string
	}{
		{"as it should be", lineOf(Put, change(func(*Gauge) {}), ""), false, ""},
		{"a wrench's division is no length", lineOf(Put, wrench, ""), false, ""},
		{"no key, no name", lineOf(Put, change(func(g *Gauge) { g.Key, g.Name = "a/b", " " }), ""), false,
			"gauge.key gauge.name"},
		{"a kind that there is not", lineOf(Put, change(func(g *Gauge) { g.Kind = "ruler" }), ""), false, "gauge.kind"},
		{"a division that is no length", lineOf(Put, change(func(g *Gauge) { g.Graduation = "fine" }), ""), false,
			"gauge.graduation"},
		{"an error below nothing", lineOf(Put, change(func(g *Gauge) { g.MPE = quantity.Type("-1 µm") }), ""), false,
			"gauge.mpe"},
		{"due before it was calibrated", lineOf(Put, change(func(g *Gauge) { g.Due = "2025-01-01" }), ""), false,
			"gauge.due"},
		{"a day that is none", lineOf(Calibrated, &Gauge{Calibrated: "yesterday"}, ""), true, "gauge.calibrated"},
		{"no day", lineOf(Calibrated, &Gauge{}, ""), true, "gauge.calibrated"},
		{"bad, and nobody says why", lineOf(Bad, nil, ""), true, "text"},
		{"of no gauge", lineOf(Bad, nil, "low"), false, "key"},
		{"of no kind", lineOf("lent", nil, ""), true, "kind"},
	}
	for _, tt := range tests {
		var fields []string
		if err := AcceptGauge(tt.line, tt.known); err != nil {
			for _, e := range field.All(err) {
				fields = append(fields, e.Field)
			}
		}
		slices.Sort(fields)
		if got := strings.Join(fields, " "); got != tt.fields {
			t.Errorf("%s: %q, want %q", tt.name, got, tt.fields)
		}
	}
}
