package judge

import (
	"slices"
	"strings"
	"testing"

	"settle/core/field"
	"settle/core/quantity"
)

// A leak test is held by what it was made with, how hard, how long, and what was seen.
func TestALeakTest(t *testing.T) {
	good := func() LeakTest {
		asked, minutes := quantity.Pressure(4), 10.0
		return LeakTest{Medium: Water, Test: 4, Asked: &asked, Minutes: 10, AskedMinutes: &minutes, Drops: new(int),
			Vented: true}
	}
	rated := func(bar float64) *quantity.Pressure { return new(quantity.Pressure(bar)) }
	hold := func(l *LeakTest, from, to float64, warm ...float64) {
		l.Start, l.End = &Held{Pressure: quantity.Pressure(from)}, &Held{Pressure: quantity.Pressure(to)}
		if len(warm) == 2 {
			l.Start.Celsius, l.End.Celsius = &warm[0], &warm[1]
		}
	}
	gas := func(l *LeakTest) { l.Medium, l.Vented, l.SiteRule, l.Rated = Air, false, true, rated(10) }
	for _, tt := range []struct {
		name     string
		change   func(l *LeakTest)
		want     Result
		faults   string
		warnings string
	}{
		{"as asked", func(*LeakTest) {}, Within, "", ""},
		{"the pump's own liquid is water", func(l *LeakTest) { l.Medium = OwnLiquid }, Within, "", ""},
		{"95 % of it is enough", func(l *LeakTest) { l.Test = 3.8 }, Within, "", ""},
		{"less is not", func(l *LeakTest) { l.Test = 3.79 }, Out, TestLow, ""},
		{"no pressure at all", func(l *LeakTest) { l.Test = 0 }, Out, TestLow, ""},
		{"110 % is allowed", func(l *LeakTest) { l.Test = 4.4 }, Within, "", ""},
		{"more is not", func(l *LeakTest) { l.Test = 4.41 }, Out, TestHigh, ""},
		{"held too short", func(l *LeakTest) { l.Minutes = 9.9 }, Out, TestShort, ""},
		{"a drop", func(l *LeakTest) { l.Drops = new(1) }, Out, TestDrops, ""},
		{"a drop that is allowed", func(l *LeakTest) { l.Drops, l.Allowed = new(1), &LeakAllowed{Drops: new(2)} }, Within,
			"", ""},
		{"over the weakest part", func(l *LeakTest) { l.Rated = rated(3) }, Out, OverRated, ""},
		{"not vented", func(l *LeakTest) { l.Vented = false }, Undecided, "", NotVented},
		{"a liquid that harms", func(l *LeakTest) { l.Medium, l.Hazardous = OwnLiquid, true }, Undecided, "", Hazardous},
		{"by the site's rule", func(l *LeakTest) { l.Medium, l.Hazardous, l.SiteRule = OwnLiquid, true, true }, Within, "",
			Hazardous},
		{"water in a pump of acid", func(l *LeakTest) { l.Hazardous = true }, Within, "", ""},
		{"nothing asked", func(l *LeakTest) { l.Asked = nil }, NoLimit, "", NotAsked},
		{"nothing looked at", func(l *LeakTest) { l.Drops = nil }, Undecided, "", NotRead},
		{"the pressure fell, nobody counted", func(l *LeakTest) { l.Drops = nil; hold(l, 4, 3.9) }, Undecided, "", TestFell},
		{"it fell, and no drop", func(l *LeakTest) { hold(l, 4, 3.9) }, Within, "", TestFell},
		{"it rose, nobody counted", func(l *LeakTest) { l.Drops = nil; hold(l, 4, 4.1) }, Undecided, "", TestRose},
		{"it fell under what is asked", func(l *LeakTest) { hold(l, 4, 3.5) }, Out, TestLow, TestFell},
		{"air by the site's rule", gas, Within, "", WithGas},
		{"air without it", func(l *LeakTest) { gas(l); l.SiteRule = false }, Undecided, "", WithGas},
		{"air, and nobody knows what holds", func(l *LeakTest) { gas(l); l.Rated = nil }, Undecided, "",
			WithGas + " " + NotRated},
		{"a breath of air", func(l *LeakTest) { gas(l); l.SiteRule = false; l.Test = 1; l.Asked = rated(1) }, Within, "",
			""},
		{"air that cooled", func(l *LeakTest) { gas(l); hold(l, 4, 3.829, 25, 15) }, Within, "", WithGas},
		{"air that leaked", func(l *LeakTest) { gas(l); hold(l, 4, 3.85, 20, 20) }, Undecided, "", TestFell + " " + WithGas},
	} {
		l := good()
		tt.change(&l)
		x, err := l.Run()
		if err != nil {
			t.Errorf("%s: %v", tt.name, err)
			continue
		}
		if faults, warnings := strings.Join(x.Faults, " "), strings.Join(x.Warnings, " "); x.Result != tt.want ||
			faults != tt.faults || warnings != sortedWords(tt.warnings) {
			t.Errorf("%s: %s, faults %q, warnings %q", tt.name, x.Result, faults, warnings)
		}
		for _, code := range append(x.Faults, x.Warnings...) {
			if LeakAdvice(code) == "" {
				t.Errorf("%s has no words", code)
			}
		}
	}
}

func sortedWords(s string) string {
	words := strings.Fields(s)
	slices.Sort(words)
	return strings.Join(words, " ")
}

// What cannot be is named by its field.
func TestALeakTestThatCannotBe(t *testing.T) {
	for _, tt := range []struct {
		at     string
		change func(l *LeakTest)
	}{
		{"medium", func(l *LeakTest) { l.Medium = "steam" }},
		{"test.value", func(l *LeakTest) { l.Test = -1 }},
		{"test.value", func(l *LeakTest) { l.Test = 60000 }},
		{"asked.value", func(l *LeakTest) { l.Asked = new(quantity.Pressure(0)) }},
		{"minutes", func(l *LeakTest) { l.Minutes = 0 }},
		{"asked_minutes", func(l *LeakTest) { l.AskedMinutes = new(-5.0) }},
		{"end", func(l *LeakTest) { l.Start = &Held{Pressure: 4} }},
		{"start", func(l *LeakTest) { l.End = &Held{Pressure: 4} }},
		{"start.temp_c", func(l *LeakTest) { l.Medium, l.Start, l.End = Nitrogen, &Held{Pressure: 4}, &Held{Pressure: 4} }},
		{"drops", func(l *LeakTest) { l.Drops = new(-1) }},
		{"volume_l", func(l *LeakTest) { l.Volume = new(0.0) }},
		{"allowed", func(l *LeakTest) { l.Allowed = &LeakAllowed{} }},
		{"allowed.leak_mbar_l_s", func(l *LeakTest) { l.Allowed = &LeakAllowed{Leak: new(0.5)} }},
		{"start", func(l *LeakTest) { l.Allowed = &LeakAllowed{Fall: new(100.0)} }},
	} {
		l := LeakTest{Medium: Water, Test: 4, Minutes: 10, Drops: new(int), Vented: true}
		tt.change(&l)
		if _, err := l.Run(); err == nil || field.All(err)[0].Field != tt.at {
			t.Errorf("%v, want %s", err, tt.at)
		}
	}
}
