package kind_test

import (
	"strings"
	"testing"

	"settle/core/field"
	"settle/core/job"
	"settle/core/job/jobtest"
	"settle/core/judge"
	"settle/core/kind"
	"settle/core/log"
	"settle/core/plan"
	"settle/core/quantity"
)

const shopPlan = `format: 2
values:
  - {key: new-clearance, title: New clearance, kind: length}
  - {key: journal, title: Journal, kind: length}
  - {key: class, title: Class, kind: words}
  - {key: rpm, title: Speed, kind: amount}
  - {key: outside, title: Outside, kind: length}
  - {key: width, title: Width, kind: length}
  - {key: tpi, title: Threads, kind: amount}
  - {key: flats, title: Flats, kind: number}
checks:
  ring: {title: Wear ring, short: Ring, instrument: ring, of: new-clearance, limit: [ring], condemns: none}
  seat: {title: Bearing seat, short: Seat, instrument: fit, seat: shaft, of: journal, class: class, limit: [seat],
	condemns: none}
limits:
  window: {min: 0.30 mm, max: 0.45 mm, source: maker's drawing}
  drops: {rate: 20 to 60, source: maker's drawing}
parts:
  - key: sleeve
    title: Shaft sleeve
    quantity: 1
    findings:
      - {key: groove, words: Groove, outcome: replace, rule: a groove leaks}
      - {key: scratch, words: Scratch, outcome: dress, rule: a scratch is dressed}
stages:
  - id: work
    title: Work
    steps:
      - {id: do, kind: do, title: Do it}
      - {id: lock, kind: caution, cautions: [Lock it.], energy: isolates, title: Lock it out}
      - {id: ring-found, kind: measure, phase: found, check: ring, title: Ring}
      - {id: ring-built, kind: measure, phase: built, check: ring, title: Ring again}
      - {id: seat, kind: measure, phase: built, check: seat, title: Seat}
      - {id: inspect, kind: inspect, part: sleeve, title: Inspect}
      - {id: photo, kind: photo, of: the nameplate, title: Photograph}
      - {id: shims, kind: set, method: shims, window: window, adding: opens, title: Set}
      - {id: screw, kind: set, method: adjuster, window: window, threads: tpi, notches: flats, hand: right,
	title: Screw}
      - {id: leaf, kind: set, method: leaf, window: window, title: Leaf}
      - {id: feet, kind: feet, title: Feet}
      - {id: align, kind: align, phase: built, speed: rpm, title: Align}
      - {id: drip, kind: drip, rate: drops, title: Drip}
      - {id: grease, kind: grease, outside: outside, width: width, title: Grease}
      - {id: handed, kind: handed, title: Hand back}
      - {id: sign, kind: sign, title: Sign}
`

func shopBench(t *testing.T) *jobtest.Bench {
	t.Helper()
	values := map[string]log.Value{}
	for key, text := range map[string]string{"new-clearance": "0.30 mm", "journal": "50 mm", "class": "k5", "rpm": "1480",
		"outside": "110 mm", "width": "27 mm", "tpi": "16", "flats": "6"} {
		values[key] = log.Value{Text: text, Source: "manual"}
	}
	return opened(t, job.Papers{Values: values})
}

func opened(t *testing.T, papers job.Papers) *jobtest.Bench {
	t.Helper()
	b := jobtest.OfText(t, shopPlan)
	o, err := job.NewOpening(b.Plan, "LS-1", papers, job.Rules{}, job.Asked{Complaint: "leaks"})
	if err != nil {
		t.Fatal(err)
	}
	b.Log[0].Open = o
	return b
}

// weighed is what an entry comes to, or the first thing that is wrong with it.
func weighed(t *testing.T, b *jobtest.Bench, step string, body log.Body) (*kind.Reading, string) {
	t.Helper()
	if err := b.Try(log.Entry{Kind: log.Kept, Step: step, Body: &body}); err != nil {
		first := field.All(err)[0]
		return nil, strings.TrimPrefix(first.Field, "body.") + " " + first.Message
	}
	return b.Sheet().Step(step).Reading, ""
}

func tool(in log.Input) log.Body { return log.Body{Unit: quantity.UnitMillimetre, Tool: in} }

func seatAt(planes ...string) log.Body {
	var all []any
	for _, plane := range planes {
		for range 3 { // angles
			all = append(all, map[string]any{"plane": plane, "value": "50.008 mm"})
		}
	}
	return tool(log.Input{"graduation": "0.002 mm", "readings": all})
}

// What a body comes to, by hand, at the kinds that a calculator or a person's word judges.
func TestWhatKindsComeTo(t *testing.T) {
	running := func(h, warm string) log.Body {
		return log.Body{Handback: &log.HandbackForm{At: []log.RunningForm{{At: "Pump", Horizontal: h, Warm: warm}},
			Air: "22 °C", Power: "15 kW"}}
	}
	for name, tt := range map[string]struct {
		step    string
		body    log.Body
		verdict judge.Result
		says    string // of its text, limit or outcome
	}{
		"done": {"do", log.Body{Done: true}, "", "done"},
		"locked, noted": {"lock", log.Body{Done: true, Permit: &log.PermitForm{Lock: "7", Permit: "P-4"}}, "",
			"lock 7, permit P-4"},
		"nothing on the part": {"inspect", jobtest.InspectBody(), "", "reuse"},
		"a groove":            {"inspect", jobtest.InspectBody("groove"), "", "a groove leaks"},
		"the worse of two":    {"inspect", jobtest.InspectBody("scratch", "groove"), "", "replace"},
		"decided otherwise": {"inspect", log.Body{Inspect: &log.InspectForm{Found: []string{"groove"}, Outcome: judge.Reuse,
			Reason: "outside the seal"}}, "", "outside the seal"},
		"where it was found": {"inspect", log.Body{Inspect: &log.InspectForm{Found: []string{"groove"},
			At: map[string]string{"groove": "4h"}}}, "", "Groove at 4 o'clock"},
		"a picture elsewhere": {"photo", log.Body{Photo: &log.PhotoForm{Words: "folder 4"}}, "", "kept elsewhere: folder 4"},
		"two pictures":        {"photo", log.Body{Photo: &log.PhotoForm{Photos: []string{"a", "b"}}}, "", "2 pictures"},
		"a leaf in the window": {"leaf", log.Body{Unit: quantity.UnitMillimetre,
			Direct: &log.DirectForm{Value: quantity.Type("0.40"), Leaf: true}}, judge.Within, "maker's drawing"},
		"a leaf on the bound": {"leaf", log.Body{Unit: quantity.UnitMillimetre,
			Direct: &log.DirectForm{Value: quantity.Type("0.45"), Leaf: true}}, judge.Within, "maker's drawing"},
		"a leaf beyond it": {"leaf", log.Body{Unit: quantity.UnitMillimetre,
			Direct: &log.DirectForm{Value: quantity.Type("0.50"), Leaf: true}}, judge.Out, "maker's drawing"},
		"drops within":     {"drip", tool(log.Input{"drops": "10", "minutes": "0.25"}), judge.Within, "maker's drawing"},
		"too many drops":   {"drip", tool(log.Input{"drops": "40", "minutes": "0.25"}), judge.Out, "maker's drawing"},
		"runs quietly":     {"handed", running("1.8 mm/s", "48 °C"), "", "48 °C"},
		"a seat, 2 planes": {"seat", seatAt("1", "2"), judge.Within, "ISO 286, class k5"},
		"a seat, 1 plane":  {"seat", seatAt("1"), judge.Undecided, "ISO 286, class k5"},
	} {
		b := shopBench(t)
		r, err := weighed(t, b, tt.step, tt.body)
		if err != "" || r == nil {
			t.Errorf("%s: %s", name, err)
			continue
		}
		all := r.Text + "|" + r.Rule + "|" + string(r.Outcome)
		if r.Limit != nil {
			all += "|" + r.Limit.Source
		}
		if r.Verdict != tt.verdict || !strings.Contains(all, tt.says) {
			t.Errorf("%s: %s, %s; want %s, %s", name, r.Verdict, all, tt.verdict, tt.says)
		}
	}
}

// What is wrong is named by its field, with what would be right.
func TestWhatKindsRefuse(t *testing.T) {
	long := strings.Repeat("x", 61)
	for name, tt := range map[string]struct {
		step string
		body log.Body
		says string
	}{
		"not done": {"do", log.Body{}, "done must be true"},
		"a lock of 61 letters": {"lock", log.Body{Done: true, Permit: &log.PermitForm{Lock: long}},
			"permit is longer than 60"},
		"a permit of 61 letters": {"lock", log.Body{Done: true, Permit: &log.PermitForm{Permit: long}},
			"permit is longer than 60"},
		"left out, must be done": {"lock", log.Body{Skip: "no wires"}, "skip is not for this step"},
		"not there, no reason":   {"do", log.Body{Absent: log.NotOnPump}, "skip is missing"},
		"not there, where?":      {"do", log.Body{Absent: "moon", Skip: "x"}, `absent is "moon"`},
		"not there, a reading":   {"leaf", log.Body{Absent: log.NotOnPump, Skip: "x"}, "absent is not for this step"},
		"no inspection":          {"inspect", log.Body{}, "inspect is missing"},
		"an unknown finding":     {"inspect", jobtest.InspectBody("rust"), `inspect.found[0] "rust" is not on the list`},
		"a place, not ticked": {"inspect", log.Body{Inspect: &log.InspectForm{At: map[string]string{"groove": "4h"}}},
			"inspect.at.groove says where"},
		"an unknown outcome": {"inspect", log.Body{Inspect: &log.InspectForm{Outcome: "burn"}}, `inspect.outcome is "burn"`},
		"otherwise, no reason": {"inspect", log.Body{Inspect: &log.InspectForm{Outcome: judge.Replace}},
			"inspect.reason is missing: the rule says reuse"},
		"no picture":      {"photo", log.Body{Photo: &log.PhotoForm{Words: " "}}, "photo is missing"},
		"25 pictures":     {"photo", log.Body{Photo: &log.PhotoForm{Photos: make([]string, 25)}}, "photo.photos has 25"},
		"no value":        {"leaf", log.Body{}, "direct is missing"},
		"no calculation":  {"drip", log.Body{}, "tool is missing"},
		"no seat":         {"seat", log.Body{}, "tool is missing"},
		"no alignment":    {"align", log.Body{}, "tool is missing"},
		"an unknown unit": {"leaf", log.Body{Unit: "ft", Direct: &log.DirectForm{}}, `unit is "ft"`},
		"nothing at all":  {"handed", log.Body{Handback: &log.HandbackForm{}}, "handback is blank"},
		"a bearing unknown": {"handed", log.Body{Handback: &log.HandbackForm{At: []log.RunningForm{{At: "Roof"}}}},
			"handback.at[0].at is"},
		"a probe off": {"handed", log.Body{Handback: &log.HandbackForm{At: []log.RunningForm{{At: "Pump",
			Vertical: "0 mm/s"}}}}, "handback.at[0].vertical is 0"},
	} {
		if r, err := weighed(t, shopBench(t), tt.step, tt.body); !strings.HasPrefix(err, tt.says) {
			t.Errorf("%s: %q, %+v; want %q", name, err, r, tt.says)
		}
	}
}

// 24 pictures are enough, 60 letters are a number of a lock, and what is not there is said with why.
func TestWhatKindsJustTake(t *testing.T) {
	for name, tt := range map[string]struct {
		step string
		body log.Body
	}{
		"24 pictures":        {"photo", log.Body{Photo: &log.PhotoForm{Photos: make([]string, 24)}}},
		"a lock of 60":       {"lock", log.Body{Done: true, Permit: &log.PermitForm{Lock: strings.Repeat("ø", 60)}}},
		"not on this pump":   {"do", log.Body{Absent: log.NotOnPump, Skip: "it has none"}},
		"not in this job":    {"do", log.Body{Absent: log.NotInJob, Skip: "stays on"}},
		"a reading left out": {"leaf", log.Body{Skip: "no leaf set"}},
		"flow alone":         {"handed", log.Body{Handback: &log.HandbackForm{Flow: "480 gpm"}}},
		"pressure alone":     {"handed", log.Body{Handback: &log.HandbackForm{Pressure: "3 bar"}}},
		"one bearing, no air": {"handed", log.Body{Handback: &log.HandbackForm{At: []log.RunningForm{{At: "Pump",
			Axial: "1 mm/s"}}}}},
	} {
		if r, err := weighed(t, shopBench(t), tt.step, tt.body); err != "" || r == nil {
			t.Errorf("%s: %s", name, err)
		}
	}
}

// Where the shop wants it judged, how it runs is held against the zones: by its power, and a bearing's
// temperature by the air beside it.
func TestHandingBackIsJudgedWhereTheShopWantsIt(t *testing.T) {
	form := func(h, warm, air, power string) log.Body {
		return log.Body{Handback: &log.HandbackForm{At: []log.RunningForm{{At: "Pump", Horizontal: h, Warm: warm}}, Air: air,
			Power: power}}
	}
	for name, tt := range map[string]struct {
		body    log.Body
		verdict judge.Result
		refused string
	}{
		"quiet and cool":       {form("1.8 mm/s", "48 °C", "22 °C", "15 kW"), judge.Within, ""},
		"the same in hp":       {form("1.8 mm/s", "48 °C", "22 °C", "20 hp"), judge.Within, ""},
		"it shakes":            {form("14 mm/s", "48 °C", "22 °C", "15 kW"), judge.Out, ""},
		"a bearing too hot":    {form("1.8 mm/s", "90 °C", "22 °C", "15 kW"), judge.Out, ""},
		"no power":             {form("1.8 mm/s", "48 °C", "22 °C", ""), "", "handback.power is missing"},
		"a power without unit": {form("1.8 mm/s", "48 °C", "22 °C", "15"), "", "handback.power is not a power"},
		"a power of nothing":   {form("1.8 mm/s", "48 °C", "22 °C", "0 kW"), "", "handback.power is not a power"},
		"no air":               {form("1.8 mm/s", "48 °C", "", "15 kW"), "", "handback.air is missing"},
		"temperatures alone":   {form("", "48 °C", "", "15 kW"), "", ""},
	} {
		b := shopBench(t)
		b.Log[0].Open.Schools = map[string]string{plan.HandbackFigures: plan.RecordedAndJudged}
		r, err := weighed(t, b, "handed", tt.body)
		if tt.refused != "" {
			if !strings.HasPrefix(err, tt.refused) {
				t.Errorf("%s: %q, want %q", name, err, tt.refused)
			}
			continue
		}
		if err != "" || r.Verdict != tt.verdict {
			t.Errorf("%s: %v, %s; want %s", name, r, err, tt.verdict)
		}
	}
}

// A ring nobody has written a limit of is held as found to twice its new clearance, as built to the new one.
func TestARingIsHeldToItsClearanceWhenNew(t *testing.T) {
	s := shopBench(t).Sheet()
	found, built := s.Step("ring-found").Panel.Limit, s.Step("ring-built").Panel.Limit
	if found == nil || found.Max == nil || found.Max.Um() != 600 || !strings.HasPrefix(found.Source, "twice the new") {
		t.Errorf("as found %+v", found)
	}
	if built == nil || built.Max == nil || built.Max.Um() > 400 || built.Origin != judge.Maker {
		t.Errorf("as built %+v", built)
	}
	if l := opened(t, job.Papers{}).Sheet().Step("ring-built").Panel.Limit; l == nil || l.Origin != judge.None {
		t.Errorf("with no clearance known it is %+v", l)
	}
}

// What the plan and the papers say of a calculation need not be typed.
func TestWhatACalculationIsGiven(t *testing.T) {
	s := shopBench(t).Sheet()
	for step, want := range map[string]map[string]any{
		"shims":  {"adding": "opens"},
		"screw":  {"threads_per_inch": 16.0, "divisions": 6, "hand": "right"},
		"align":  {"rpm": 1480.0},
		"grease": {"outside": "110 mm", "width": "27 mm"},
		"seat":   {"part": "shaft", "nominal": "50 mm", "class": "k5"},
	} {
		given := s.Step(step).Panel.Given
		for key, value := range want {
			if given[key] != value {
				t.Errorf("%s is given %s %v, want %v", step, key, given[key], value)
			}
		}
	}
	target, _ := s.Step("shims").Panel.Given["target"].(map[string]any)
	if target["min"] != 300.0 || target["max"] != 450.0 {
		t.Errorf("the pack is to come into %v", target)
	}
	limit, _ := s.Step("drip").Panel.Given["limit"].(map[string]any)
	if limit["min"] != 20.0 || limit["max"] != 60.0 || limit["from"] == "" {
		t.Errorf("the drops are held to %v", limit)
	}
}

// What was typed is told back as it was understood, and what is hardly meant is asked about.
func TestWhatWasUnderstood(t *testing.T) {
	for name, tt := range map[string]struct {
		step string
		body log.Body
		want map[string]string // field → text, or mm of a length
		odd  string
	}{
		"a leaf": {"leaf", log.Body{Unit: quantity.UnitThou, Direct: &log.DirectForm{Value: quantity.Type("10")}},
			map[string]string{"body.direct.value": "0.254"}, ""},
		"a metre": {"leaf", log.Body{Unit: quantity.UnitMillimetre, Direct: &log.DirectForm{Value: quantity.Type("1000")}},
			map[string]string{"body.direct.value": "1000.000"}, "body.direct.value"},
		"half a metre": {"leaf", log.Body{Unit: quantity.UnitMillimetre,
			Direct: &log.DirectForm{Value: quantity.Type("500")}},
			map[string]string{"body.direct.value": "500.000"}, ""},
	} {
		got := kind.Of(shopBench(t).Plan.Step(tt.step)).Echo(&tt.body)
		for field, text := range tt.want {
			said, odd := "", ""
			for _, e := range got {
				if e.Field == field && e.Figure != nil {
					said, odd = quantity.Bare(e.Figure.Length).Mm, e.Odd
				}
			}
			if said != text || (odd != "") != (tt.odd == field) {
				t.Errorf("%s: %s is %q, odd %q; want %q", name, field, said, odd, text)
			}
		}
	}
}

// A foot that lifts goes with the alignment: as it was read last, whoever asks.
func TestTheFeetGoWithTheAlignment(t *testing.T) {
	b := shopBench(t)
	b.Keep("feet", tool(log.Input{"graduation": "0.01 mm", "front_left": "0.20 mm", "front_right": "0.01 mm",
		"back_left":  "0.01 mm",
		"back_right": "0.01 mm"}))
	if r := b.Sheet().Step("feet").Reading; r.Verdict != judge.Out {
		t.Errorf("a foot that lifts by 0.20 is %s", r.Verdict)
	}
}

// What turns free catches nowhere; a way that is right here means nothing bad.
func TestPanelsOfKinds(t *testing.T) {
	s := shopBench(t).Sheet()
	if p := s.Step("lock").Panel; !p.Permit || p.Optional {
		t.Errorf("a lock is %+v", p)
	}
	if p := s.Step("photo").Panel; p.Of != "the nameplate" {
		t.Errorf("the picture is of %q", p.Of)
	}
	if p := s.Step("leaf").Panel; !p.Leaf || p.Limit == nil || p.Limit.Max.Um() != 450 {
		t.Errorf("the leaf is %+v", p)
	}
	if p := s.Step("inspect").Panel; p.Part != "Shaft sleeve" || len(p.Findings) != 2 || len(p.Outcomes) == 0 {
		t.Errorf("the part is %+v", p)
	}
	if p := s.Step("handed").Panel; len(p.Places) != 1 || p.Places[0] != "Pump" {
		t.Errorf("it is read at %v", p.Places)
	}
}
