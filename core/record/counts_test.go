package record

import (
	"slices"
	"testing"
	"time"

	"settle/core/field"
	"settle/core/gauge"
	"settle/core/judge"
)

// A gauge that is read to the half of a division counts by that, at every entry made with it.
func TestAGaugeIsReadToHalfADivision(t *testing.T) {
	now := time.Date(2026, 11, 26, 12, 0, 0, 0, time.UTC)
	for _, tt := range []struct{ graduation, readTo, counts string }{
		{"0.5 thou", "", "0.5 thou"},
		{"0.5 thou", "1", "0.5 thou"},
		{"0.5 thou", "1/2", "0.25 thou"},
		{"1 thou", "1/2", "0.5 thou"},
		{"0.001 in", "1/2", "0.5 thou"},
		{"0.01 mm", "1", "0.01 mm"},
		{"0.01 mm", "1/2", "0.005 mm"},
		{"", "1/2", ""},
	} {
		g := indicator()
		g.Graduation, g.ReadTo = tt.graduation, tt.readTo
		if err := g.Check(); err != nil {
			t.Errorf("%+v: %v", tt, err)
		}
		p := DeriveGauge([]GaugeLine{lineOf(Put, &g, "")}, now)
		used, err := p.Use("")
		if err != nil || p.Counts != tt.counts || used.Graduation != tt.counts {
			t.Errorf("%s read to %q counts %q, an entry keeps %q, %v", tt.graduation, tt.readTo, p.Counts, used.Graduation,
				err)
		}
		if p.Graduation != tt.graduation {
			t.Errorf("what is written on it became %q", p.Graduation)
		}
	}
	for _, to := range []string{"1/4", "half", "2", "0.5"} {
		g := indicator()
		g.ReadTo = to
		if all := field.All(g.Check()); len(all) != 1 || all[0].Field != "read_to" {
			t.Errorf("read to %q: %v", to, all)
		}
	}
}

// What a gauge was found to be decides whether it may be used at all; the word for one past its day is
// kept only where it is past it.
func TestAGaugeThatMayBeUsed(t *testing.T) {
	day := func(month time.Month, of int) time.Time { return time.Date(2026, month, of, 12, 0, 0, 0, time.UTC) }
	g := indicator()
	put, bad := lineOf(Put, &g, ""), lineOf(Bad, nil, "sticks")
	for _, tt := range []struct {
		name, word string
		log        []GaugeLine
		now        time.Time
		field      string // that is wrong
		kept       string // of the word
	}{
		{"in use", "", []GaugeLine{put}, day(11, 26), "", ""},
		{"in use, with a word", "the only one", []GaugeLine{put}, day(11, 26), "", ""},
		{"past its day", "", []GaugeLine{put}, day(11, 26).AddDate(1, 0, 0), "word", ""},
		{"past its day, blank", "   ", []GaugeLine{put}, day(11, 26).AddDate(1, 0, 0), "word", ""},
		{"past its day, with a word", " the only one ", []GaugeLine{put}, day(11, 26).AddDate(1, 0, 0), "", "the only one"},
		{"found bad", "the only one", []GaugeLine{put, bad}, day(11, 26), "key", ""},
		{"retired", "the only one", []GaugeLine{put, lineOf(Retired, nil, "dropped")}, day(11, 26), "key", ""},
	} {
		p := DeriveGauge(tt.log, tt.now)
		used, err := p.Use(tt.word)
		switch all := field.All(err); {
		case tt.field == "" && (err != nil || used.Word != tt.kept || used.Key != "IND-3"):
			t.Errorf("%s: %+v, %v", tt.name, used, err)
		case tt.field != "" && (len(all) != 1 || all[0].Field != tt.field):
			t.Errorf("%s: %v", tt.name, err)
		}
	}
	if info, known := gauge.KindOf(g.Kind); !known || !info.Length {
		t.Errorf("it reads no length: %+v", info)
	}
}

// A plate says its speed in several ways; a number that is no speed of a pump is refused by its name, and
// what stood there before stays as it is.
func TestTheSpeedOfAPump(t *testing.T) {
	refused := func(p, before Pump) bool {
		return slices.ContainsFunc(field.All(p.Check(nil, before)), func(e *field.Error) bool { return e.Field == "speed" })
	}
	for _, speed := range []string{"", "1760", "1760 rpm", "1760 r/min", "2950 1/min"} {
		if refused(Pump{Speed: speed}, Pump{}) {
			t.Errorf("%q is refused", speed)
		}
	}
	for _, speed := range []string{"1,760", "1.76", "fast", "-1760", "17600000"} {
		if !refused(Pump{Speed: speed}, Pump{}) {
			t.Errorf("%q is taken for a speed", speed)
		}
		if refused(Pump{Speed: speed}, Pump{Speed: speed}) {
			t.Errorf("%q stood there before, and is refused now", speed)
		}
	}
}

// What a pump carries is one of the kinds that there is a rule for, or nothing that anybody said.
func TestWhatAPumpCarries(t *testing.T) {
	for carries, want := range map[judge.LiquidKind]bool{"": true, judge.LikeWater: true, judge.Flammable: true,
		judge.Toxic: true, judge.Viscous: true, "acid": false, "Water": false} {
		p := Pump{}
		p.Carries = carries
		wrong := slices.ContainsFunc(field.All(p.Check(nil, Pump{})), func(e *field.Error) bool {
			return e.Field == "carries"
		})
		if wrong == want {
			t.Errorf("%q is refused: %t", carries, wrong)
		}
	}
}
