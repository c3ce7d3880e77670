package plan

import (
	"errors"
	"slices"
	"strings"
	"testing"
)

func TestLibraryReads(t *testing.T) {
	for key, p := range Library() {
		if len(p.Hash) != 64 || p.Step(p.Stages[0].Steps[0].ID) == nil {
			t.Errorf("plan %s has no hash or no steps", key)
		}
		// Nothing is done to a pump before it is safe but to receive it.
		if i := slices.IndexFunc(p.Stages, func(s Stage) bool { return s.First }); i != 1 || p.Stages[0].ID != "receive" {
			t.Errorf("plan %s does not begin with receiving and making safe", key)
		}
	}
}

const head = "key: k\ntitle: T\nconstruction: A\nversion: 1\n"

func TestReadRefuses(t *testing.T) {
	tests := []struct{ name, text, want string }{
		{"empty", "", "plan.yaml: is empty"},
		{"no mapping", "- 1", "plan.yaml:1: must be a mapping"},
		{"not YAML", "key: [", "plan.yaml: is not YAML"},
		{"a key nobody knows", head + "stepps: []\n", `plan.yaml:5: there is no key "stepps" here`},
		{"a key twice", head + "key: b\n", `"key"`},
		{"a wrong type", head + "stages: 7\n", "plan.yaml:5: stages: cannot be !!int `7`"},
		{"no stages", head, "stages is missing"},
		{"version nought", strings.Replace(head, "1", "0", 1), "version is 0"},
		{"a slip inside a step", head + "stages:\n  - id: s\n    title: S\n    steps:\n      - id: a\n        kind: " +
			"do\n        titel: A\n", `plan.yaml:11: step a: there is no key "titel" here`},
		{"a kind nobody knows", head + "stages: [{id: s, title: S, steps: [{id: a, title: A, kind: dance}]}]\n",
			`step a: kind is "dance": write do, caution`},
		{"a need nobody meets", head + "stages: [{id: s, title: S, steps: [{id: a, title: A, kind: do, needs: [b]}]}]\n",
			`step a: needs "b", and no step before it has that id`},
		{"the same id twice", head + "stages: [{id: s, title: S, steps: [{id: a, title: A, kind: do}, {id: a, title: " +
			"B, kind: do}]}]\n", "step a: there is another step of this id at line 5"},
		{"a check that is not there", head + "stages: [{id: s, title: S, steps: [{id: a, title: A, kind: measure, " +
			"phase: built, check: x}]}]\n", `step a: check is "x"`},
		{"no phase", head + "stages: [{id: s, title: S, steps: [{id: a, title: A, kind: turn}]}]\n",
			`step a: phase is "": write found or built`},
		{"a caution without words", head + "stages: [{id: s, title: S, steps: [{id: a, title: A, kind: caution}]}]\n",
			"step a: a caution step needs its warnings"},
		{"a condition that is none", head + "stages: [{id: s, title: S, steps: [{id: a, title: A, kind: do, when: seal " +
			"has double}]}]\n", `step a: condition "seal has double" is not understood`},
		{"a condition on nothing", head + "stages: [{id: s, title: S, steps: [{id: a, title: A, kind: do, when: seal " +
			"== double}]}]\n", "step a: condition \"seal == double\": no option or school has that choice"},
		{"a part that is not there", head + "stages: [{id: s, title: S, steps: [{id: a, title: A, kind: do, when: " +
			"sleeve decided replace}]}]\n", `there is no part "sleeve"`},
		{"an instrument nobody knows", head + "checks: {c: {title: C, short: C, instrument: ruler, limit: " +
			"[l]}}\nstages: [{id: s, title: S, steps: [{id: a, title: A, kind: do}]}]\n", `check c: instrument is "ruler"`},
		{"a clock with 13 hours", head + "checks: {c: {title: C, short: C, instrument: dial, surface: rim, indicator: " +
			"fixed, places: [\"12\", \"13\"], limit: [l]}}\nstages: [{id: s, title: S, steps: [{id: a, title: A, kind: " +
			"do}]}]\n", `"13" is not a clock position`},
		{"a piece nobody draws", head + "shaft_line: {pieces: [propeller]}\nstages: [{id: s, title: S, steps: [{id: a, " +
			"title: A, kind: do}]}]\n", `there is no piece "propeller"`},
		{"a station in the air", head + "checks: {c: {title: C, short: C, instrument: float, repeats: 1, limit: " +
			"[l]}}\nshaft_line: {pieces: [seal], stations: [{check: c, at: seal.tail}]}\nstages: [{id: s, title: S, " +
			"steps: [{id: a, title: A, kind: do}]}]\n", `station c stands at "seal.tail"`},
		{"an outcome nobody knows", head + "parts: [{key: p, title: P, quantity: 1, findings: [{key: f, words: F, " +
			"outcome: bin, rule: R}]}]\nstages: [{id: s, title: S, steps: [{id: a, title: A, kind: do}]}]\n",
			`outcome is "bin"`},
		{"passes that fall", head + "values: [{key: n, title: N, kind: number}, {key: q, title: Q, kind: " +
			"torque}]\nstages: [{id: s, title: S, steps: [{id: a, title: A, kind: torque, bolts: n, torque: q, passes: " +
			"[70, 30]}]}]\n", "passes must rise"},
		{"an option without a default", head + "options: [{key: o, title: O, default: c, choices: [{key: a, title: A}, " +
			"{key: b, title: B}]}]\nstages: [{id: s, title: S, steps: [{id: a, title: A, kind: do}]}]\n",
			`default "c" is not one of its choices a, b`},
	}
	for _, tt := range tests {
		_, err := Read("plan.yaml", []byte(tt.text))
		if err == nil || !strings.Contains(err.Error(), tt.want) {
			t.Errorf("%s: got %v\nwant an error with %s", tt.name, err, tt.want)
		}
	}
}

func TestReadTellsAllAtOnce(t *testing.T) {
	_, err := Read("plan.yaml", []byte("title: T\nstages: [{id: s, title: S, steps: [{id: a, kind: dance}, {id: b, "+
		"title: B, kind: do, needs: [x]}]}]\n"))
	if err == nil || strings.Count(err.Error(), "\n") < 4 {
		t.Errorf("got %v; want a line for each of key, construction, version, title, kind and needs", err)
	}
	var e *Error
	if !errors.As(err, &e) || e.File != "plan.yaml" {
		t.Errorf("got %#v; want an *Error that names its file", err)
	}
}

func FuzzRead(f *testing.F) {
	// Small plans with every group in them: a shipped one is so long that hardly
	// anything of it is tried.
	f.Add([]byte(sound))
	f.Add([]byte(twoEnds))
	f.Add([]byte("key: &a [*a]"))
	f.Add([]byte("stages: [{steps: [{when: [a, b]}]}]"))
	f.Fuzz(func(t *testing.T, text []byte) {
		p, err := Read("plan.yaml", text)
		if err == nil && (p.Key == "" || len(p.Stages) == 0) {
			t.Fatalf("a plan without a key or stages was taken: %q", text)
		}
		// What is taken in can be kept, and is read again.
		if err == nil {
			if _, err := ReadKept("kept", p.Text); err != nil {
				t.Fatalf("taken in and not read again: %v\n%s", err, text)
			}
		}
	})
}
