package log

import (
	"bytes"
	"encoding/json"
	"reflect"
	"slices"
	"strings"
	"testing"
	"time"

	"settle/core/field"
	"settle/core/gauge"
	"settle/core/plan"
	"settle/core/quantity"
)

var (
	day  = time.Date(2026, 12, 1, 9, 30, 0, 0, time.UTC)
	hand = Person{ID: "p1", Name: "M. Okafor", Role: Technician}
)

// sealed are entries as a log keeps them.
func sealed(t testing.TB, entries ...Entry) []Entry {
	t.Helper()
	var out []Entry
	for i, e := range entries {
		var last *Entry
		if i > 0 {
			last = &out[i-1]
		}
		if e.ID == "" {
			e.ID = string(rune('a' + i))
		}
		if e.By.ID == "" {
			e.By = hand
		}
		e, err := Seal(last, e, day.Add(time.Duration(i)*time.Minute))
		if err != nil {
			t.Fatal(err)
		}
		out = append(out, e)
	}
	return out
}

func three(t testing.TB) []Entry {
	return sealed(t, Entry{Kind: Opened, Open: &Opening{Pump: "LS-1"}},
		Entry{Kind: Kept, Step: "one", Body: &Body{Done: true}}, Entry{Kind: Kept, Step: "two", Body: &Body{Done: true}})
}

// What is sealed has its place, its time and the numbers it was made by, whatever was sent, and comes back
// from its line as it was.
func TestSealing(t *testing.T) {
	all := three(t)
	again, err := Seal(&all[2], Entry{ID: "x", Seq: 99, Hash: "of mine", Rules: 1, Core: 1, Format: 1, By: hand,
		Kind: Kept}, day)
	if err != nil {
		t.Fatal(err)
	}
	if again.Seq != 4 || !again.At.Equal(day) || again.Rules != RulesNumber || again.Core != CoreNumber ||
		again.Format != FormatNumber || len(again.Hash) != 64 {
		t.Errorf("sealed as %+v", again)
	}
	for _, e := range append(all, again) {
		back, err := ReadLine(e.Line())
		if err != nil || !reflect.DeepEqual(back, e) {
			t.Errorf("entry %d comes back as %+v, %v", e.Seq, back, err)
		}
	}
	if all[0].Seq != 1 || new(Entry).Line() != nil {
		t.Error("the first is not 1, or what was never sealed has a line")
	}
	if _, err := ReadLine([]byte(`{"id":`)); err == nil {
		t.Error("half a line is read")
	}
	// What this core does not know stays in the line.
	newer := bytes.Replace(all[1].Line(), []byte(`"kind"`), []byte(`"colour":"red","kind"`), 1)
	if e, err := ReadLine(newer); err != nil || !bytes.Equal(e.Line(), newer) {
		t.Errorf("a newer line: %v", err)
	}
}

// Verify names the first entry that does not follow.
func TestVerifying(t *testing.T) {
	read := func(line string) Entry {
		e, err := ReadLine([]byte(line))
		if err != nil {
			t.Fatal(err)
		}
		return e
	}
	tests := map[string]struct {
		change func(all []Entry) []Entry
		first  int
	}{
		"nothing":          {func(all []Entry) []Entry { return all }, 0},
		"the end cut off":  {func(all []Entry) []Entry { return all[:2] }, 0}, // the signature covers that
		"no log at all":    {func([]Entry) []Entry { return nil }, 0},
		"the first cut":    {func(all []Entry) []Entry { return all[1:] }, 1},
		"one left out":     {func(all []Entry) []Entry { return []Entry{all[0], all[2]} }, 2},
		"two changed over": {func(all []Entry) []Entry { all[1], all[2] = all[2], all[1]; return all }, 2},
		"a letter": {func(all []Entry) []Entry {
			all[1] = read(strings.Replace(string(all[1].Line()), "one", "owe", 1))
			return all
		}, 2},
		"its number": {func(all []Entry) []Entry { all[2].Seq = 4; return all }, 3},
		"a hash of another": {func(all []Entry) []Entry {
			all[2] = read(strings.Replace(string(all[2].Line()), all[2].Hash, all[1].Hash, 1))
			return all
		}, 3},
		"no hash": {func(all []Entry) []Entry {
			all[0] = read(strings.Replace(string(all[0].Line()), all[0].Hash, "", 1))
			return all
		}, 1},
	}
	for name, tt := range tests {
		if got := Verify(tt.change(three(t))); got != tt.first {
			t.Errorf("%s: shows at %d, want %d", name, got, tt.first)
		}
	}
}

func TestNumbersOfJobs(t *testing.T) {
	for text, want := range map[string]bool{"J-0042": true, "J-0042-2": true, "J-1": true, "J-123456789-1234": true,
		"": false, "J-": false, "J-0042-": false, "j-0042": false, "J-1234567890": false, "J-1-12345": false,
		" J-1": false, "J-1\n": false, "J-1/2": false, "XJ-1": false} {
		if got := IsNumber(text); got != want {
			t.Errorf("%q: %t", text, got)
		}
	}
}

// What came of another shop is by people of that one, whatever their ids; what came with a whole shop is
// by those of this one.
func TestWhatCameFromElsewhere(t *testing.T) {
	taken := func(whole bool) []Entry {
		all := three(t)
		e, err := TakeIn(all, Person{ID: "p3", Name: "T. Achterberg", Role: Lead}, Intake{File: "a.json", Number: "J-0007",
			Whole: whole, Pictures: map[string]string{"there": "here"}}, day)
		if err != nil {
			t.Fatal(err)
		}
		all = append(all, e)
		if Verify(all) != 0 || e.Taken.Entries != 3 || e.Kind != TakenIn {
			t.Fatalf("taken in as %+v", e)
		}
		own, err := Seal(&e, Entry{ID: "own", By: hand, Kind: Kept, Step: "two"}, day)
		if err != nil {
			t.Fatal(err)
		}
		return append(all, own)
	}
	all := Named(Named(taken(false))) // once more changes nothing
	for i, e := range all {
		if theirs := i < 3; e.By.Elsewhere != theirs || (e.By.ID == "") != theirs {
			t.Errorf("entry %d is by %+v", e.Seq, e.By)
		}
	}
	if got := all[0].By; got.Name != "M. Okafor, of another shop" || got.Role != Technician {
		t.Errorf("named %+v", got)
	}
	if n := OwnFrom(all); n != 4 {
		t.Errorf("ours begins with %d", n)
	}
	whole := Named(taken(true))
	if whole[0].By != hand || OwnFrom(whole) != 1 || OwnFrom(three(t)) != 1 {
		t.Errorf("of a whole shop: by %+v, ours from %d", whole[0].By, OwnFrom(whole))
	}
	in := Intakes(all)
	if len(in) != 1 || in[0].Seq != 4 || in[0].By != "T. Achterberg" || in[0].Number != "J-0007" ||
		len(Intakes(three(t))) != 0 {
		t.Errorf("told %+v", in)
	}
	for _, want := range []string{"Taken in by T. Achterberg", "from a.json", "where it was J-0007", "with entry 4",
		"of another shop"} {
		if !strings.Contains(in[0].Said(), want) {
			t.Errorf("%q is not in %q", want, in[0].Said())
		}
	}
	if said := Intakes(whole)[0].Said(); !strings.Contains(said, "with the whole shop") || !strings.Contains(said,
		"came with it") {
		t.Errorf("a whole shop: %q", said)
	}
	if MadeAnew(all, "there") != "here" || MadeAnew(all, "other") != "" {
		t.Error("which picture was made anew")
	}
	for _, tt := range []struct {
		id, sum string
		fits    bool
	}{{"x", "x", true}, {"x", "y", false}, {"there", "here", true}, {"there", "there", true}, {"here", "there", false}} {
		if got := PictureFits(all, tt.id, tt.sum); got != tt.fits {
			t.Errorf("%s with %s: %t", tt.id, tt.sum, got)
		}
	}
}

// readers are those of the kinds of entries, as a job has them.
func readers(kind string) Reader {
	return map[string]Reader{Kept: (*History).Keep, Amended: (*History).Amend, Pictured: (*History).Picture,
		Decided: (*History).Decide, Scoped: (*History).Scope, Checked: (*History).Check, Ended: (*History).End}[kind]
}

func twoSteps(t *testing.T) *plan.Plan {
	t.Helper()
	p, err := plan.Read("two.yaml", []byte("key: two\ntitle: Two\nconstruction: Z\nversion: 1\nstages:\n  - id: s\n"+
		"    title: S\n    steps:\n      - {id: one, kind: do, title: One}\n      - {id: two, kind: do, title: Two}\n"))
	if err != nil {
		t.Fatal(err)
	}
	return p
}

// What the log says of each step, entry by entry; what is withdrawn counts for nothing.
func TestWhatALogSays(t *testing.T) {
	p := twoSteps(t)
	keep := func(id, on string) Entry {
		return Entry{ID: id, Kind: Kept, Step: "one", On: on, Body: &Body{Done: true}}
	}
	back := func(on string) Entry { return Entry{ID: "back-" + on, Kind: Withdrawn, Step: "one", On: on} }
	decide := func(id, on string) Entry { return Entry{ID: id, Kind: Decided, Step: "one", On: on} }
	tests := map[string]struct {
		log              []Entry
		last             string
		before, all      []string
		rounds           int
		decision, second string
	}{
		"nothing": {log: nil},
		"one":     {log: []Entry{keep("k1", "")}, last: "k1", all: []string{"k1"}, rounds: 1},
		"a correction": {log: []Entry{keep("k1", ""), keep("k2", "k1")}, last: "k2", before: []string{"k1"},
			all: []string{"k1", "k2"}, rounds: 2},
		"withdrawn": {log: []Entry{keep("k1", ""), back("k1")}},
		"a correction withdrawn": {log: []Entry{keep("k1", ""), keep("k2", "k1"), back("k2")}, before: []string{"k1"},
			rounds: 1},
		"entered anew after that": {log: []Entry{keep("k1", ""), back("k1"), keep("k2", "")}, last: "k2",
			all: []string{"k2"}, rounds: 1},
		"a third": {log: []Entry{keep("k1", ""), keep("k2", "k1"), keep("k3", "k2")}, last: "k3",
			before: []string{"k1", "k2"}, all: []string{"k1", "k2", "k3"}, rounds: 3},
		"decided": {log: []Entry{keep("k1", ""), decide("d1", "k1")}, last: "k1", all: []string{"k1"},
			rounds: 1, decision: "d1"},
		"decided about another": {log: []Entry{keep("k1", ""), decide("d1", "k0")}, last: "k1", all: []string{"k1"},
			rounds: 1},
		"decided before anything": {log: []Entry{decide("d1", "k1")}},
		"a decision withdrawn": {log: []Entry{keep("k1", ""), decide("d1", "k1"), back("d1")}, last: "k1",
			all: []string{"k1"}, rounds: 1},
		"no decision revives": {log: []Entry{keep("k1", ""), decide("d1", "k1"), decide("d2", "k1"), back("d2")},
			last: "k1", all: []string{"k1"}, rounds: 1},
		"entered after a decision": {log: []Entry{keep("k1", ""), decide("d1", "k1"), keep("k2", "k1")}, last: "k2",
			before: []string{"k1"}, all: []string{"k1", "k2"}, rounds: 2},
		"an amendment in words": {log: []Entry{keep("k1", ""), {ID: "a1", Kind: Amended}}, last: "k1",
			all: []string{"k1"}, rounds: 1},
		"amended at the step": {log: []Entry{keep("k1", ""), {ID: "a1", Kind: Amended, Step: "one", On: "k1",
			Body: &Body{Done: true}}}, last: "a1", before: []string{"k1"}, all: []string{"k1", "a1"}, rounds: 2},
		"checked": {log: []Entry{keep("k1", ""), {ID: "c1", Kind: Checked}}, last: "k1",
			all: []string{"k1"}, rounds: 1, second: "c1"},
		"amended after the check": {log: []Entry{keep("k1", ""), {ID: "c1", Kind: Checked}, {ID: "a1", Kind: Amended}},
			last: "k1", all: []string{"k1"}, rounds: 1},
		"a step that is not there":  {log: []Entry{{ID: "k1", Kind: Kept, Step: "none", Body: &Body{Done: true}}}},
		"of a kind that is unknown": {log: []Entry{{ID: "k1", Kind: "polished", Step: "one", Body: &Body{Done: true}}}},
	}
	for name, tt := range tests {
		h := Read(tt.log, p, readers)
		track := h.Of(p.Step("one"))
		ids := func(all []*Entry) (out []string) {
			for _, e := range all {
				out = append(out, e.ID)
			}
			return out
		}
		id := func(e *Entry) string {
			if e == nil {
				return ""
			}
			return e.ID
		}
		if id(track.Counts()) != tt.last || !slices.Equal(ids(track.Before), tt.before) || track.Rounds != tt.rounds ||
			!slices.Equal(ids(track.All()), tt.all) || id(track.Decision) != tt.decision || id(h.Checked) != tt.second {
			t.Errorf("%s: %q after %q of %q, %d rounds, decision %q, checked %q", name, id(track.Counts()), ids(track.Before),
				ids(track.All()), track.Rounds, id(track.Decision), id(h.Checked))
		}
		if other := h.Of(p.Step("two")); other.Counts() != nil || other.All() != nil {
			t.Errorf("%s: step two has %+v", name, other)
		}
	}
	var none *History
	if (&History{}).Of(nil) != nil || none.Of(nil) != nil || (*Track)(nil).Counts() != nil || (*Track)(nil).All() != nil {
		t.Error("of no step something is said")
	}
}

// Pictures, changes of the scope and the end stand until they are withdrawn.
func TestWhatStandsBesideTheSteps(t *testing.T) {
	p := twoSteps(t)
	all := []Entry{{ID: "p1", Kind: Pictured, Step: "one"}, {ID: "p2", Kind: Pictured, Step: "one"},
		{ID: "p3", Kind: Pictured, Step: "two"}, {ID: "s1", Kind: Scoped, Scope: &Scoping{To: "all"}},
		{ID: "s2", Kind: Scoped, Scope: &Scoping{To: "some"}}, {ID: "s3", Kind: Scoped}, {ID: "e1", Kind: Ended}}
	h := Read(all, p, readers)
	if len(h.Added["one"]) != 2 || len(h.Added["two"]) != 1 || len(h.Scoped) != 2 || h.Ended == nil || h.Gone != nil {
		t.Errorf("it says %+v", h)
	}
	for _, id := range []string{"p2", "s2", "e1"} {
		all = append(all, Entry{ID: "back-" + id, Kind: Withdrawn, On: id})
	}
	h = Read(all, p, readers)
	if len(h.Added["one"]) != 1 || h.Added["one"][0].ID != "p1" || len(h.Scoped) != 1 || h.Ended != nil ||
		len(h.Gone) != 3 ||
		h.Gone["e1"].ID != "back-e1" {
		t.Errorf("withdrawn, it says %+v", h)
	}
	if e := Find(all, "s1"); e == nil || e.Kind != Scoped || Find(all, "none") != nil {
		t.Error("finding an entry by its id")
	}
}

// A sender may say so much of where an entry came from, and no more.
func TestWhatASenderMaySay(t *testing.T) {
	long := strings.Repeat("x", MaxReason)
	for name, tt := range map[string]struct {
		s     Source
		field string
	}{
		"nothing":            {Source{}, ""},
		"a device":           {Source{Device: strings.Repeat("ö", 120)}, ""},
		"a long device":      {Source{Device: strings.Repeat("x", 121)}, "device"},
		"a name":             {Source{DoneBy: strings.Repeat("x", 120)}, ""},
		"a long name":        {Source{DoneBy: strings.Repeat("x", 121)}, "done_by"},
		"round 1000":         {Source{Round: 1000}, ""},
		"round 1001":         {Source{Round: 1001}, "round"},
		"a round before any": {Source{Round: -1}, "round"},
		"carried": {Source{From: map[string]Carried{"body.x": {Step: "s", Entry: "e", Value: "v",
			Text: "31 thou"}}}, ""},
		"carried, long":    {Source{From: map[string]Carried{"b": {Text: long}}}, "from.b"},
		"carried, at most": {Source{From: map[string]Carried{"b": {Text: long[1:]}}}, ""},
	} {
		got := ""
		if err := tt.s.Check(); err != nil {
			got = field.All(err)[0].Field
		}
		if got != tt.field {
			t.Errorf("%s: %q", name, got)
		}
	}
}

func TestRunningHours(t *testing.T) {
	hours := func(h float64) *float64 { return &h }
	for _, tt := range []struct {
		hours *float64
		ok    bool
	}{{nil, true}, {hours(0), true}, {hours(1e6), true}, {hours(-0.1), false}, {hours(1e6 + 1), false}} {
		o := &Opening{}
		if err := o.Run(tt.hours); (err == nil) != tt.ok || tt.ok && o.Hours != tt.hours {
			t.Errorf("%v: %v, kept %v", tt.hours, err, o.Hours)
		}
	}
}

// What is known of the gauge in the hand is not asked again: its division stands for that of whatever it
// measured, but for a leaf, which has none.
func TestMeasuredWithTheGaugeInTheHand(t *testing.T) {
	used := &GaugeUsed{Graduation: "0.01 mm", MPE: quantity.Type("5 um")}
	bodies := map[string]Body{
		"dial": {Dial: &gauge.DialForm{}}, "float": {Float: &gauge.FloatForm{}}, "feeler": {Feeler: &gauge.GapForm{}},
		"setting": {Setting: &SettingForm{}}, "direct": {Direct: &DirectForm{}}, "travel": {Travel: &TravelForm{}},
		"places": {Places: &PlacesForm{}}, "along": {Along: &AlongForm{}},
	}
	for name, b := range bodies {
		b.Gauge = used
		before, _ := json.Marshal(b)
		got, _ := json.Marshal(b.MeasuredWith())
		if !strings.Contains(string(got), `"graduation":"0.01 mm"}`) || strings.Count(string(got), "0.01 mm") != 2 {
			t.Errorf("%s: %s", name, got)
		}
		if after, _ := json.Marshal(b); !bytes.Equal(before, after) {
			t.Errorf("%s: what was sent is changed to %s", name, after)
		}
	}
	leaf := Body{Gauge: used, Direct: &DirectForm{Leaf: true}}
	if got := leaf.MeasuredWith().Direct.Graduation.String(); got != "" {
		t.Errorf("a leaf has the division %q", got)
	}
	for name, b := range map[string]*Body{"no gauge": {Dial: &gauge.DialForm{}},
		"none known": {Gauge: &GaugeUsed{}, Dial: &gauge.DialForm{}}} {
		if b.MeasuredWith() != b {
			t.Errorf("%s: another body", name)
		}
	}
	for name, tt := range map[string]struct {
		g    *GaugeUsed
		want quantity.Length
	}{"of the register": {used, 5 * quantity.Micrometre}, "none": {nil, 0}, "blank": {&GaugeUsed{}, 0},
		"no length":      {&GaugeUsed{MPE: quantity.Type("much")}, 0},
		"less than none": {&GaugeUsed{MPE: quantity.Type("-1 um")}, 0},
		"a bare number":  {&GaugeUsed{MPE: quantity.Type("0.002")}, 2 * quantity.Micrometre}} {
		if got := (&Body{Gauge: tt.g}).MPE(); got != tt.want {
			t.Errorf("%s: %v", name, got)
		}
	}
}

// Each field of a body is a group, or stands beside one.
func TestGroupsOfABody(t *testing.T) {
	groups := Groups()
	for _, name := range []string{"done", "dial", "tool", "sign", "handback"} {
		if !slices.Contains(groups, name) {
			t.Errorf("%s is no group", name)
		}
	}
	for _, name := range Beside {
		if slices.Contains(groups, name) {
			t.Errorf("%s stands beside, and is a group", name)
		}
	}
	if n := len(groups) + len(Beside); n != reflect.TypeFor[Body]().NumField() {
		t.Errorf("%d of %d fields are known", n, reflect.TypeFor[Body]().NumField())
	}
}
