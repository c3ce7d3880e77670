package plan

import (
	"bytes"
	"encoding/json"
	"os"
	"path/filepath"
	"slices"
	"strings"
	"testing"

	"settle/core/judge"
)

// Each broken plan says where it is broken, and what would be right.
func TestBrokenPlans(t *testing.T) {
	want := map[string]string{
		"bench-at-nowhere":          `:7: shaft line: The seal is drawn at "seal-in", which is neither a stage nor a step`,
		"bench-without-pieces":      `:7: shaft line: what is on the bench needs a title, pieces, and at`,
		"piece-off-at-no-step":      `:6: shaft line: piece coupling goes off or on at "coupling-off", which is not a step`,
		"variant-without-the-point": `:9: shaft line: station gap stands at "hubs.gap": write a piece that is drawn`,
		"no-such-drawing":           `:6: step s: there is no drawing "seat-sideways": the drawings are`,
		"three-depths":              `:5: check gap: depths are 3: write two`,
		"one-depth-at-a-step":       `:8: step s: depths are 1: write two`,
		"check-and-step-unlike":     `:13: step s: is for "" and its check for "end"`,
		"check-without-limit":       `:6: check play: limit is missing`,
		"condition-not-understood":  `:9: step s: condition "seal has double" is not understood: write`,
		"heat-without-a-cap":        `:6: step s: cap is 0: write what the weakest part may take in °C`,
		"limit-without-a-source":    `:6: limit gap: source is missing`,
		"need-comes-later":          `:9: step s: needs "t", and no step before it has that id`,
		"no-key":                    `:1: key is missing`,
		"no-such-check":             `:9: step s: check is "bounce": name one of the plan's checks`,
		"no-such-choice":            `:11: step s: condition "seal == triple": no option or school has that choice`,
		"no-such-common-step":       `:9: there is no common one "lock-up" to use: there are`,
		"no-such-kind":              `:9: step s: kind is "polish": write do, caution`,
		"no-such-piece":             `:6: shaft line: there is no piece "gearbox": the pieces are`,
		"no-such-repeat":            `:9: step s: for is "end": name one of the plan's repeats`,
		"not-yaml":                  `: is not YAML`,
		"part-drags-nothing":        `:6: part bearing drags "washer" along, which is not a part`,
		"reopens-a-later-stage":     `:6: step s: reopens "b"`,
		"repeat-of-one":             `:6: repeat end needs at least two members`,
		"same-id-twice":             `:10: step s: there is another step of this id at line 9`,
		"shims-without-a-window":    `:6: step s: window is missing`,
		"slip-of-a-key":             `:12: step s: there is no key "cautoins" here: the keys are`,
		"stage-after-nothing":       `:6: stage a comes after "b"`,
	}
	files, err := filepath.Glob("testdata/broken/*.yaml")
	if err != nil || len(files) != len(want) {
		t.Fatalf("%d broken plans and %d messages, %v", len(files), len(want), err)
	}
	for _, file := range files {
		name := strings.TrimSuffix(filepath.Base(file), ".yaml")
		text, err := os.ReadFile(file)
		if err != nil {
			t.Fatal(err)
		}
		_, err = Read(name+".yaml", text)
		if err == nil || !strings.Contains(err.Error(), name+".yaml"+want[name]) {
			t.Errorf("%s: got %v\nwant %s", name, err, want[name])
		}
	}
}

const twoEnds = head + `
options:
  - {key: lock, title: Locked end, default: outboard, choices: [{key: outboard, title: O}, {key: neither, title: N}]}
values:
  - {key: stages, title: Stages, kind: number, default: "2"}
repeats:
  - {key: end, title: End, members: [{key: outboard, title: Outboard, short: OB},
      {key: inboard, title: Inboard, short: IB}]}
  - {key: stage, title: Stage, count: stages, short: stage}
shaft_line:
  pieces: [driver, bearing-inboard, bearing-outboard]
  stations: [{check: play, at: "bearing-{end}.bearing"}]
checks:
  play: {for: end, title: Play, short: Play, instrument: float, repeats: 3, limit: [end-play-single], sign: end-play}
parts:
  - {key: bearing, for: end, title: Bearing, quantity: 1, drags: [washer], findings: [{key: rough,
      words: Rough, outcome: replace, rule: it goes}]}
  - {key: washer, for: end, title: Washer, quantity: 1}
stages:
  - id: a
    title: A
    steps:
      - {id: look, kind: inspect, for: end, part: bearing, title: Bearing}
      - {id: off, kind: do, for: end, title: Off, needs: [look]}
      - {id: nut, kind: do, for: end, when: [end == outboard, lock != neither], title: Nut}
      - {id: new, kind: do, for: end, when: bearing decided replace|order, title: New bearing}
      - {id: play, kind: measure, phase: built, for: end, check: play, title: Play, needs: [nut]}
  - {id: b, title: B, steps: [{id: all, kind: do, title: All, needs: [off]},
      {id: impeller, kind: do, for: stage, title: Impeller on}]}
`

func TestRepeats(t *testing.T) {
	p, err := Read("plan.yaml", []byte(twoEnds))
	if err != nil {
		t.Fatal(err)
	}
	ids := func(c Chosen) string {
		_, stages := p.Order(c)
		var ids []string
		for _, s := range slices.Concat(stages...) {
			ids = append(ids, s.ID)
		}
		return strings.Join(ids, " ")
	}
	// One end is finished before the other is begun.
	want := "look@outboard off@outboard nut@outboard play@outboard look@inboard off@inboard play@inboard all " +
		"impeller@1 impeller@2"
	if got := ids(Chosen{}); got != want {
		t.Errorf("got  %s\nwant %s", got, want)
	}
	if got := ids(Chosen{Options: map[string]string{"lock": "neither"}, Counts: map[string]int{"stages": 3},
		Parts: map[string]judge.Outcome{"bearing@inboard": judge.Replace}}); !strings.Contains(got,
		"off@inboard new@inboard play@inboard") || strings.Contains(got, "nut") || !strings.HasSuffix(got, "impeller@3") {
		t.Errorf("with no lock, three stages, a new bearing inboard: %s", got)
	}
	q := p.Repeated(Chosen{}.Counted(p))
	if s := q.Step("all"); !slices.Equal(s.Needs, []string{"off@outboard", "off@inboard"}) {
		t.Errorf("a step that is there once needs both ends: %v", s.Needs)
	}
	if s := q.Step("play@inboard"); len(s.Needs) != 0 || s.Check != "play@inboard" || s.Title != "Play, inboard" {
		t.Errorf("inboard has no nut to need: %+v", s)
	}
	if s := q.ShaftLine.Stations; len(s) != 2 || s[0].At != "bearing-inboard.bearing" || s[0].Check != "play@inboard" {
		t.Errorf("stations from the driver end: %+v", s)
	}
	if part := q.Part("bearing@inboard"); part == nil || part.Drags[0] != "washer@inboard" {
		t.Errorf("parts: %+v", part)
	}
	if again := p.Repeated(Chosen{}.Counted(p)); again != q {
		t.Error("asked again it is worked out again")
	}
}

// What a plan uses of the common steps is written out: what a job keeps needs
// nothing but itself, and reads as the same plan.
func TestCommonStepsAreWrittenOut(t *testing.T) {
	p, err := Read("plan.yaml", []byte(head+`stages:
  - id: a
    title: A
    steps:
      - {use: lock-out, how: "With the big lock."}
`))
	if err != nil {
		t.Fatal(err)
	}
	s := p.Step("lock-out")
	if s.Kind != Caution || s.How.String() != "With the big lock." || len(s.Cautions) == 0 ||
		strings.Contains(string(p.Text),
			"use:") {
		t.Errorf("got %+v from\n%s", s, p.Text)
	}
	for key, shipped := range Library() {
		again, err := Read("again.yaml", shipped.Text)
		if err != nil || again.Hash != shipped.Hash || len(Changes(shipped, again)) > 0 {
			t.Errorf("%s read from what a job keeps: %v", key, err)
		}
	}
}

func TestChanges(t *testing.T) {
	before, err := Read("plan.yaml", []byte(twoEnds))
	if err != nil {
		t.Fatal(err)
	}
	text := strings.NewReplacer("title: Off, needs", "title: Off it comes, needs", "      - {id: nut,",
		"      - {id: wedge, kind: do, title: Wedge}\n      - {id: nut,", "key: washer, for: end, title: Washer, "+
			"quantity: 1", "key: washer, for: end, title: Washer, quantity: 2",
		",\n      {id: impeller, kind: do, for: stage, title: Impeller on}", "").Replace(twoEnds)
	after, err := Read("plan.yaml", []byte(text))
	if err != nil {
		t.Fatal(err)
	}
	var got []string
	for _, c := range Changes(before, after) {
		got = append(got, strings.TrimSpace(c.Kind+" "+c.What+" "+strings.Join(c.Keys, ",")))
	}
	want := []string{"changed part washer quantity", "changed step off title", "added step wedge", "removed step impeller"}
	if !slices.Equal(got, want) {
		t.Errorf("got %q, want %q", got, want)
	}
}

func TestShow(t *testing.T) {
	p := Library()["double-suction"]
	var out bytes.Buffer
	if err := p.Show(&out, Chosen{Options: map[string]string{"seat-pins": "two", "variant": "step"}}); err != nil {
		t.Fatal(err)
	}
	for _, want := range []string{"Both pins into the gland, outboard", "Both pins into the gland, inboard",
		"! Insulated gloves."} {
		if !strings.Contains(out.String(), want) {
			t.Errorf("the order of work has no %q", want)
		}
	}
	if strings.Contains(out.String(), "The pin into the gland") {
		t.Error("a step of the other choice stands in it")
	}
	if err := p.Show(&out, Chosen{Options: map[string]string{"seat-pins": "three"}}); err == nil ||
		!strings.Contains(err.Error(), "one of one, two") {
		t.Errorf("a choice there is not: %v", err)
	}
}

// The schema an editor uses knows every key the reader knows.
func TestSchema(t *testing.T) {
	b, err := json.Marshal(Schema())
	if err != nil {
		t.Fatal(err)
	}
	for _, key := range []string{`"reopens"`, `"repeats"`, `"drags"`, `"window"`, `"additionalProperties":false`,
		`"enum":["do","caution"`} {
		if !strings.Contains(string(b), key) {
			t.Errorf("the schema has no %s", key)
		}
	}
}

// What a name may mean is asked of a new plan, field by field; what it says stands, and
// a plan that is kept is read as it was meant.
func TestWhatANameMayMeanIsAsked(t *testing.T) {
	const plain = head + `values:
  - {key: vanes, title: Vanes, kind: number}
shaft_line: {pieces: [seal-chamber], stations: [{check: run, at: seal-chamber.sleeve}]}
checks:
  run: {title: Run-out, short: Run-out, instrument: direct, limit: [shaft-runout-seal]}
parts:
  - {key: lip-seal, title: Lip seal, quantity: 1}
stages:
  - id: s
    title: S
    steps:
      - {id: lay-out, kind: do, title: Lay out}
      - {id: n, kind: count, of: Turns of the nut, title: Count}
      - {id: m, kind: measure, phase: built, check: run, title: M}
`
	_, err := Read("plain.yaml", []byte(plain))
	for _, want := range []string{":6: value vanes", "seal: false", "sleeve: true", "sign: seal-runout", "laid_out: true",
		"turns: true"} {
		if err == nil || !strings.Contains(err.Error(), want) {
			t.Errorf("%v; want %s asked", err, want)
		}
	}
	kept, err := ReadKept("plain.yaml", []byte(plain))
	if err != nil || !Is(kept.Parts[0].Seal) || kept.Checks["run"].Sign != SealRunout ||
		!Is(kept.Step("lay-out").LaidOut) || len(kept.Notes) != 6 {
		t.Errorf("kept: %v, %+v", err, kept.Notes)
	}
	said := strings.NewReplacer("kind: number}", "kind: number, vanes: true}", "sleeve}", "sleeve, sleeve: false}",
		"seal]}", "seal], sign: none}", "quantity: 1}", "quantity: 1, seal: false}", "Lay out}", "Lay out, laid_out: true}",
		"title: Count}", "title: Count, turns: true}").Replace(plain)
	p, err := Read("said.yaml", []byte(said))
	if err != nil || Is(p.Parts[0].Seal) || p.Checks["run"].Sign != NoSign || Is(p.ShaftLine.Stations[0].Sleeve) {
		t.Errorf("said in so many words: %v", err)
	}
}
