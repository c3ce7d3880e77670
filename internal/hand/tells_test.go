package hand

import (
	"encoding/json"
	"fmt"
	"slices"
	"strings"
	"testing"

	"settle/core/job"
	"settle/core/judge"
	"settle/core/log"
	"settle/core/plan"
	"settle/core/quantity"
)

// What the bench says of what is being typed, in the person's words: the
// headline, what to do, where it usually comes from.
func TestWhatTheBenchTells(t *testing.T) {
	pump := job.Papers{
		Values: map[string]log.Value{
			"vanes": {Text: "3", Source: "counted"}, "casing-bolts": {Text: "4",
				Source: "counted"}, "casing-bolt-torque": {Text: "45 lbf·ft", Source: "manual"},
			"seal-setting": {Text: "1.530 in", Source: "seal drawing"}, "bore": {Text: "45 mm",
				Source: "bearing"}, "test-pressure": {Text: "60 psi", Source: "manual"},
		},
		Limits: map[string]job.LimitForm{
			"shaft-runout-seal":  {Max: quantity.Type("2 thou"), Source: "manual, table 4"},
			"end-play-paired":    {Min: quantity.Type("0.5 thou"), Max: quantity.Type("3 thou"), Source: "manual, table 3"},
			"impeller-clearance": {Min: quantity.Type("12 thou"), Max: quantity.Type("18 thou"), Source: "manual, table 6"},
			"gland-gap":          {Min: quantity.Type("93.8 thou"), Max: quantity.Type("156.3 thou"), Source: "seal drawing"},
		},
	}
	dial := func(values ...string) string {
		var readings []string
		for i, v := range values[:4] {
			readings = append(readings, fmt.Sprintf(`{"clock":%q,"value":%q}`, []string{"12", "3", "6", "9"}[i], v))
		}
		back := ""
		if len(values) > 4 {
			back = fmt.Sprintf(`,"back_to_start":%q`, values[4])
		}
		return `{"unit":"thou","dial":{"graduation":"0.5","readings":[` + strings.Join(readings, ",") + `]` + back + `}}`
	}
	play := func(outs ...string) string {
		var trials []string
		for _, out := range outs {
			trials = append(trials, fmt.Sprintf(`{"in":"0","out":%q}`, out))
		}
		return `{"unit":"thou","float":{"graduation":"0.5","trials":[` + strings.Join(trials, ",") + `]}}`
	}
	vanes := func(pairs ...string) string {
		var at []string
		for i, pair := range pairs {
			goes, stops, _ := strings.Cut(pair, "/")
			at = append(at, fmt.Sprintf(`{"at":"vane %d","go":%q,"no_go":%q}`, i+1, goes, stops))
		}
		return `{"unit":"thou","feeler":{"positions":[` + strings.Join(at, ",") + `]}}`
	}
	b := opened(t, first(t), "", pump)
	b.to("clearance-built")
	for _, tt := range []struct {
		name, step, body string
		headline         string
		lines            []string // each must be among what is said to do
		causes           string   // in what it usually comes from
	}{
		{"nothing typed yet", "runout-seal-built", dial("", "", "", ""), "", nil, ""},
		{"one reading", "runout-seal-built", dial("0", "", "", ""), "", nil, ""},
		{"well inside", "runout-seal-built", dial("0", "0.5", "1", "0.5", "0"), "Within, 1.0 thou to spare", nil, ""},
		{"on the limit", "runout-seal-built", dial("0", "1", "2", "1", "0"), "On the limit, could be either side",
			[]string{"The gauge is good to"}, ""},
		{"over it", "runout-seal-built", dial("0", "2", "4", "2", "0"), "Out of limit by 2.0 thou", nil,
			"hydraulic|bent|sleeve"},
		{"it did not come back", "runout-seal-built", dial("0", "0.5", "1", "0.5", "1.5"), "Undecided",
			[]string{"come back"}, ""},
		{"the sums are unlike", "runout-seal-built", dial("0", "2", "0", "2", "0"), "",
			[]string{"12 + 6 and 3 + 9 do not agree"}, ""},
		{"too much play", "end-play-built", play("5", "5", "5"), "Out of limit by 2.0 thou", nil, "loose|worn|nut"},
		{"too little", "end-play-built", play("0", "0", "0"), "Out of limit by 0.5 thou", nil, "preload|tight"},
		{"three that do not agree", "end-play-built", play("1", "2.5", "1.5"), "Undecided",
			[]string{"The repeats differ"}, ""},
		{"one push of three", "end-play-built", play("1.5", "", ""), "Within, 1.0 thou to spare", nil, ""},
		{"each vane inside", "clearance-built", vanes("14/15", "14/15", "15/16"), "Within the limit", nil, ""},
		{"too tight at one", "clearance-built", vanes("9/10", "14/15", "14/15"), "Out of limit",
			[]string{"Too tight at vane 1."}, ""},
		{"too wide everywhere", "clearance-built", vanes("20/21", "20/21", "21/22"), "Out of limit",
			[]string{"Too wide everywhere."}, ""},
		{"the leaves are too far apart", "clearance-built", vanes("17/20", "14/15", "14/15"), "Not settled yet",
			[]string{"At vane 1 try the"}, ""},
		{"tilted", "clearance-built", vanes("9/10", "14/15", "20/21"), "Out of limit", []string{"Too tight at vane 1.",
			"Too wide at vane 3."}, ""},
		{"off the mark", "setting-built", `{"unit":"in","setting":{"measured":"1.560","graduation":"1/64"}}`,
			"Out of limit by", nil, ""},
		{"an unusual unit", "clearance-built",
			`{"unit":"mm","feeler":{"positions":[{"at":"vane 1","go":"14","no_go":"15"}]}}`, "Out of limit",
			[]string{"Too wide"}, ""},
		{"it rubs", "turn-built", `{"turn":{"turn":"rubs","clock":"4"}}`, "Does not turn as it should",
			[]string{"Find where it catches"}, ""},
		{"it turns", "turn-built", `{"turn":{"turn":"free"}}`, "Turns as it should", nil, ""},
		{"the shims are short of one", "shims-back", `{"count":{"count":3}}`, "Not the number it must be", nil, ""},
		{"a leak", "leak-test", `{"test":{"medium":"water","vented":true,"pressure":"60 psi","minutes":10,"drops":2}}`,
			"Leaks, or not held long enough",
			nil, ""},
		{"how hot", "heat-bearing", `{"unit":"mm","heat":{"input":{"interference":"0.018","cap_c":110}}}`,
			"25 °C below the cap", nil, ""},
		{"too hot for its grease", "heat-bearing", `{"unit":"mm","heat":{"input":{"interference":"0.09","cap_c":110}}}`,
			"Hotter than the weakest part may get: do not heat it", nil, ""},
		{"what is still missing there", "heat-bearing", `{"unit":"mm","heat":{"input":{"cap_c":110}}}`, "", nil, ""},
		{"how to move the driver", "align-driver",
			`{"unit":"mm","tool":{"method":"laser","vertical":{"offset":"0.2","angle_mm_per_m":0.5},` +
				`"horizontal":{"offset":"0","angle_mm_per_m":0},"feet":{"front":"200","back":"500"},"rpm":1450}}`,
			"Out of tolerance: move the driver", []string{"Shims first, then the sides"}, ""},
	} {
		var body log.Body
		if err := json.Unmarshal([]byte(tt.body), &body); err != nil {
			t.Fatalf("%s: %v", tt.name, err)
		}
		// What is wrong with blank boxes is of no matter here.
		_, tell, _ := job.Preview(b.job, tt.step, &body)
		if tell == nil {
			t.Errorf("%s: nothing is told", tt.name)
			continue
		}
		if !strings.HasPrefix(tell.Headline.Thou, tt.headline) || tt.headline == "" && tell.Headline.Thou != "" &&
			len(tt.lines) == 0 {
			t.Errorf("%s: the headline is %q, want %q", tt.name, tell.Headline.Thou, tt.headline)
		}
		var said []string
		for _, l := range tell.Lines {
			said = append(said, l.Thou)
			if l.Mm == "" || l.Thou == "" {
				t.Errorf("%s: a line is told in one unit only: %+v", tt.name, l)
			}
		}
		all := strings.Join(said, " | ")
		for _, want := range tt.lines {
			if !strings.Contains(all, want) {
				t.Errorf("%s: %q is not told: %s", tt.name, want, all)
			}
		}
		if tt.causes != "" {
			found := false
			for _, word := range strings.Split(tt.causes, "|") {
				found = found || strings.Contains(strings.ToLower(strings.Join(tell.Causes, " ")), word)
			}
			if !found {
				t.Errorf("%s: none of %s among %q", tt.name, tt.causes, tell.Causes)
			}
		}
	}
}

// What was understood of each box is told beside it, in the other unit, and what
// is hardly meant is asked about.
func TestWhatWasUnderstood(t *testing.T) {
	b := opened(t, first(t), "", job.Papers{})
	b.to("clearance-built")
	for _, tt := range []struct {
		step, body string
		want       string // field=millimetres, ? where it is asked about
	}{
		{"end-play-built",
			`{"unit":"thou","float":{"trials":[{"in":"0","out":"2"},{"in":"1","out":"3 in"},{"in":"","out":"x"}]}}`,
			"float.trials[0].in=0.000 float.trials[0].out=0.051 float.trials[1].in=0.025 float.trials[1].out=76.200?"},
		{"runout-seal-built",
			`{"unit":"mm","dial":{"readings":[{"clock":"12","value":"0,05"}],"back_to_start":"12","sweep":{"low":"-0.1",` +
				`"high":"0.1"},"sag":"-2 thou"}}`,
			"dial.readings[0].value=0.050 dial.back_to_start=12.000? dial.sweep.low=-0.100 dial.sweep.high=0.100 " +
				"dial.sag=-0.051"},
		{"clearance-built",
			`{"unit":"thou","feeler":{"positions":[{"at":"vane 1","go":"14","no_go":"15"},{"at":"vane 2","value":"0.4 mm"}]}}`,
			"feeler.positions[0].go=0.356 feeler.positions[0].no_go=0.381 feeler.positions[1].value=0.400"},
		{"setting-built", `{"unit":"in","setting":{"measured":"1-17/32"}}`, "setting.measured=38.894"},
		{"shims-out", `{"unit":"thou","count":{"count":6,"pack":"42"}}`, "count.count=6 count.pack=1.067"},
		{"leak-test", `{"test":{"minutes":"7,50","drops":"0"}}`, "test.minutes=7.5min test.drops=0drops"},
		{"heat-bearing", `{"unit":"mm","heat":{"input":{"interference":"0.018","clearance":"0.02"}}}`,
			"heat.input.interference=0.018 heat.input.clearance=0.020"},
	} {
		var body log.Body
		if err := json.Unmarshal([]byte(tt.body), &body); err != nil {
			t.Fatal(err)
		}
		_, tell, _ := job.Preview(b.job, tt.step, &body)
		want := map[string]bool{}
		for _, w := range strings.Fields(tt.want) {
			want["body."+w] = true
		}
		if tell == nil || len(tell.Echo) != len(want) {
			t.Errorf("%s: %+v, want %s", tt.step, tell, tt.want)
			continue
		}
		for _, e := range tell.Echo {
			got := e.Field + "=" + strings.ReplaceAll(e.Text, " ", "")
			if e.Figure != nil {
				got += e.Figure.In(quantity.UnitMillimetre, 3)
			}
			if e.Odd != "" {
				got += "?"
			}
			if !want[got] {
				t.Errorf("%s: understood %s, want one of %s", tt.step, got, tt.want)
			}
		}
	}
}

// A reading says what it condemns, and a part which readings decide it: each leads to the
// other's step, and what the job does not ask for is not named.
func TestWhatCondemnsWhat(t *testing.T) {
	p := plan.Library()["end-suction-back-pull-out"]
	of := func(scope, part string) *job.JudgedPart {
		sheet := job.Derive(openAs(t, p, nil, scope).job)
		i := slices.IndexFunc(sheet.Judged, func(j job.JudgedPart) bool { return j.Part == part })
		if i < 0 {
			return nil
		}
		return &sheet.Judged[i]
	}
	chamber := of("overhaul", "chamber")
	if chamber == nil || chamber.Step != "inspect-chamber" || len(chamber.By) != 2 {
		t.Fatalf("the chamber is decided by %+v", chamber)
	}
	if by := chamber.By[0]; by.Check != "chamber-face" || by.Step != "chamber-face-built" || by.Outcome != judge.Repair {
		t.Errorf("the chamber is decided by %+v", chamber)
	}
	if chamber := of("line-up", "chamber"); chamber != nil {
		t.Errorf("where only the alignment is done the chamber is decided by %+v", chamber)
	}
}
