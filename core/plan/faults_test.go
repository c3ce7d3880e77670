package plan

import (
	"regexp"
	"strings"
	"testing"
)

// sound has every group and most kinds of steps that a plan may have.
const sound = `key: sound
title: A sound plan
construction: A
version: 1
tools: [Dial indicator]
options:
  - {key: seal, title: Seal, default: single, choices: [{key: single, title: Single}, {key: double, title: Double}]}
values:
  - {key: vanes, title: Vanes, kind: number, default: "5", vanes: true}
  - {key: bore, title: Bearing bore, kind: length}
  - {key: fit, title: Class of the journal, kind: words, default: k5}
  - {key: pull, title: Bolt torque, kind: torque, default: 40 N·m}
repeats:
  - {key: end, title: End, members: [{key: outboard, title: Outboard, short: OB},
      {key: inboard, title: Inboard, short: IB}]}
  - {key: stage, title: Stage, count: vanes, short: stage}
limits:
  squareness: {factor: 0.0005, of: bore, source: Rule of thumb}
shaft_line:
  pieces: [driver, {piece: bearing-outboard, fitted: build}]
  stations: [{check: runout, at: bearing-outboard.journal}]
checks:
  runout: {title: Run-out, short: Run-out, instrument: dial, surface: rim, indicator: fixed,
      places: ["12", "3", "6", "9"], limit: [shaft-runout-seal], sign: seal-runout}
  play: {title: Play, short: Play, instrument: float, repeats: 3, limit: [end-play-single], sign: end-play}
  gap: {title: Gap, short: Gap, instrument: feeler, place_name: vane, places_from: vanes, limit: [impeller-clearance]}
  lift: {title: Lift, short: Lift, instrument: travel, down: depth-down, up: depth-up, limit: [shaft-travel]}
  seat: {title: Seat, short: Seat, instrument: fit, seat: shaft, of: bore, class: fit}
parts:
  - {key: sleeve, title: Sleeve, quantity: 1, findings: [{key: groove, words: Groove, outcome: replace,
      rule: a groove condemns it}], judged: [{check: runout, outcome: replace, rule: out of limit it goes}]}
  - {key: gasket, title: Gasket, quantity: 2, kit: always, always: [{outcome: replace, rule: gaskets go in new}]}
stages:
  - id: strip
    title: Strip
    steps:
      - {id: shims, kind: count, of: shims, title: Count the shims}
      - {id: marks, kind: mark, marks: [Port to casing], title: Mark}
      - {id: shot, kind: photo, of: the marks, title: Photograph}
      - {id: look, kind: inspect, part: sleeve, title: Sleeve}
      - {id: found, kind: measure, phase: found, check: runout, title: "Run-out, as found"}
  - id: build
    title: Build
    steps:
      - {id: hot, kind: heat, bore: bore, cap: 110, home: 2, below: 40, title: Heat}
      - {id: cool, kind: wait, minutes: 30, title: Wait}
      - {id: bolts, kind: torque, torque: pull, bolts: vanes, passes: [50, 100], title: Bolts}
      - {id: pack, kind: set, method: shims, adding: opens, window: impeller-clearance, title: Shims}
      - {id: nut, kind: set, method: adjuster, hand: right, title: Nut}
      - {id: leaf, kind: set, method: leaf, window: impeller-clearance, title: Leaf}
      - {id: drops, kind: drip, least: 20, most: 60, title: Drip}
      - {id: tight, kind: test, minutes: 10, drops: 0, title: Leak test}
      - {id: back, kind: count, of: shims, same_as: shims, title: Count them back}
      - {id: sign, kind: sign, title: Sign}
`

// One slip in a sound plan is told with its line and what would be right.
func TestOneSlip(t *testing.T) {
	if _, err := Read("sound.yaml", []byte(sound)); err != nil {
		t.Fatalf("the sound plan is not: %v", err)
	}
	place := regexp.MustCompile(`slip\.yaml:\d+: `)
	for _, slip := range []struct{ from, to, want string }{
		{"options:\n  - {key: seal,", "options:\n  - {key: bearing-reuse,", "option bearing-reuse has the name of a school"},
		{"choices: [{key: single, title: Single}, {key: double, title: Double}]", "choices: [{key: single, title: Single}]",
			"needs at least two choices"},
		{"default: single", "default: triple", "default"},
		{"{key: bore, title: Bearing bore, kind: length}", "{key: bore, kind: length}", "a value needs a key and a title"},
		{"kind: length}", "kind: weight}", `kind is "weight": write length, torque`},
		{`default: "5"`, `default: many`, `default "many" is not a number`},
		{"default: 40 N·m", "default: 40 kg", `default "40 kg" is not a torque`},
		{"kind: length}", `kind: length, default: wide}`, `default "wide" is not a length`},
		{"{key: bore, title: Bearing bore", "{key: vanes, title: Bearing bore", "value vanes stands here twice"},
		{"{key: end, title: End, members", "{key: end, members", "a repeat needs a key and a title"},
		{"{key: stage, title: Stage, count", "{key: end, title: Stage, count", "repeat end stands here twice"},
		{"count: vanes, short: stage", "count: vanes", "short is missing: the word for one"},
		{"count: vanes, short: stage", "count: vanes, short: stage, members: [{key: a, title: A, short: A}, {key: b, " +
			"title: B, short: B}]", "has members and a count"},
		{"{key: inboard, title: Inboard, short: IB}", "{key: in board, title: Inboard, short: IB}",
			"a member needs a key without spaces"},
		{"{factor: 0.0005, of: bore, source: Rule of thumb}", "", "limit squareness is empty"},
		{"{factor: 0.0005, of: bore, source: Rule of thumb}", "{max: wide, source: Rule of thumb}", "limit squareness: "},
		{"{factor: 0.0005, of: bore,", "{factor: 0.0005, max: 2 thou, of: bore,", "has a max and a factor"},
		{"{factor: 0.0005, of: bore,", "{factor: 0.0005, of: pull,",
			`of is "pull": name one of the plan's values of kind length`},
		{"{factor: 0.0005, of: bore,", "{", "has no bound"},
		{"fitted: build", "fitted: attic", `fitted in "attic", which is not a stage`},
		{"stations: [{check: runout", "stations: [{check: bounce", `no check "bounce" for a station`},
		{"surface: rim", "surface: hub", `surface is "hub": write rim, bore or face`},
		{"indicator: fixed", "indicator: swings", `indicator is "swings": write fixed or turns`},
		{`places: ["12", "3", "6", "9"]`, `places: ["12"]`, "places needs the clock positions"},
		{"runout: {title: Run-out, short: Run-out,", "runout: {title: Run-out,", "needs a title, and a short one"},
		{"repeats: 3", "repeats: 12", "repeats is 12: write how often"},
		{"place_name: vane, ", "", "place_name is missing"},
		{"places_from: vanes, ", "", "places is missing"},
		{"down: depth-down, up: depth-up, ", "", "down and up are missing"},
		{"seat: shaft", "seat: pedestal", `seat is "pedestal": write shaft or housing`},
		{"limit: [shaft-runout-seal]", "limit: [{when: sleeve decided replace, key: shaft-runout-seal}, shaft-runout-new]",
			"only options and schools decide"},
		{"- {key: sleeve, title: Sleeve,", "- {key: sleeve,", "a part needs a key and a title"},
		{"- {key: gasket, title: Gasket", "- {key: sleeve, title: Gasket", "part sleeve stands here twice"},
		{"quantity: 2", "quantity: 0", "quantity is 0: write how many"},
		{"kit: always", "kit: perhaps", `kit is "perhaps": write always, if-needed or stays`},
		{"judged: [{check: runout", "judged: [{check: bounce", `is judged by "bounce"`},
		{"outcome: replace, rule: out of limit it goes", "outcome: burn, rule: out of limit it goes",
			"judged needs an outcome"},
		{"words: Groove, ", "", "a finding needs a key, its words"},
		{"words: Groove, ", "words: Groove, sign: smell, ", `sign is "smell": write one of`},
		{"always: [{outcome: replace, rule: gaskets go in new}]", "always: [{outcome: replace}]", "always needs an outcome"},
		{"- id: strip\n    title: Strip", "- id: strip", "a stage needs an id and a title"},
		{"- id: build", "- id: strip", "stage strip stands here twice"},
		{"{id: shims, kind: count, of: shims,", "{kind: count, of: shims,", "a step needs an id"},
		{"{id: shot,", "{id: shot@4,", "an id has no @ in it"},
		{"{id: shims, kind: count, of: shims,", "{id: shims, kind: count,", "of is missing: what is counted"},
		{"same_as: shims", "same_as: marks", `same_as is "marks": name a count step before it`},
		{"marks: [Port to casing], ", "", "marks is missing"},
		{"of: the marks, ", "", "of is missing: what is to be seen"},
		{"part: sleeve, title", "part: hat, title", `part is "hat": name one of the plan's parts`},
		{"bore: bore, cap", "bore: pull, cap", `"pull": name one of the plan's values of kind length`},
		{"home: 2", "home: 999", "home is 999"},
		{"minutes: 30, ", "", "minutes or below is missing"},
		{"torque: pull", "torque: bore", `"bore": name one of the plan's values of kind torque`},
		{"adding: opens", "adding: closer", `adding is "closer": write opens or closes`},
		{"hand: right", "hand: upper", `hand is "upper": write right or left`},
		{"method: leaf, window: impeller-clearance", "method: leaf", "window is missing"},
		{"method: adjuster", "method: hammer", `method is "hammer": write shims, trial, adjuster, leaf or stretch`},
		{"least: 20, most: 60", "least: 60, most: 20", "least and most are drops a minute"},
		{"minutes: 10, drops: 0, ", "", "minutes is missing: how long the pressure"},
		{"kind: sign,", "kind: sign, follows: true,", "the signature cannot follow itself"},
		{"cap: 110, home: 2, below: 40", "heats: oven, cap: 110", `heats is "oven": write bearing, sealed-bearing or part`},
		{"cap: 110, home: 2, below: 40", "heats: part", "warm_most is missing"},
		{"judged: [{check: runout,", "judged: [{check: runout, side: left,", `side is "left": write under or over`},
		{"judged: [{check: runout,", "judged: [{check: runout, bare: nose,", `bare is "nose": name the check of the bare`},
		{"instrument: float, repeats: 3,", "instrument: float, repeats: 3, on: [hat],",
			`is on "hat": name one of the plan's parts`},
		{"place_name: vane, places_from: vanes,", "place_name: vane, places_from: vanes, preloaded: seal == single,",
			"preloaded goes with a play"},
		{"kind: measure, phase: found, check: runout,", "kind: measure, phase: found, check: runout, worked: true,",
			"is worked out: from: {value: ...}"},
		{"kind: measure, phase: found, check: runout,",
			"kind: measure, phase: found, check: runout, from: {value: step shot},", `from the step "shot": name one at which`},
		{"{id: tight, kind: test,", "{id: tight, kind: test, pressure: bore,",
			"name one of the plan's values of kind pressure"},
		{"{id: cool, kind: wait, minutes: 30,", "{id: cool, kind: turn, phase: built, right: binds,",
			"is never right as built"},
		{"{id: cool, kind: wait, minutes: 30,", "{id: cool, kind: turn, phase: built, right: softly,", "either or any"},
		{"kind: torque, default: 40 N·m}", "kind: pressure, default: 60}", `default "60" is not a pressure`},
	} {
		broken := strings.Replace(sound, slip.from, slip.to, 1)
		if broken == sound {
			t.Errorf("%q is not in the sound plan", slip.from)
			continue
		}
		_, err := Read("slip.yaml", []byte(broken))
		if err == nil || !strings.Contains(err.Error(), slip.want) || !place.MatchString(err.Error()) {
			t.Errorf("%q for %q: %v\nwant %s", slip.to, slip.from, err, slip.want)
		}
	}
	// Steps may be none.
	none := sound[:strings.Index(sound, "  - id: build")] + "  - {id: build, title: Build, steps: []}\n"
	if _, err := Read("slip.yaml", []byte(none)); err == nil || !strings.Contains(err.Error(),
		"stage build has no steps") {
		t.Errorf("a stage without steps: %v", err)
	}
}
