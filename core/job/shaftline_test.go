package job_test

import (
	"strings"
	"testing"

	"settle/core/gauge"
	"settle/core/job"
	"settle/core/job/jobtest"
	"settle/core/log"
	"settle/core/plan"
)

const linePlan = `
key: line
title: A line of its own
construction: Z
version: 1
format: 2
options:
  - {key: seal, title: Seal, default: one, choices: [{key: one, title: One}, {key: two, title: Two}]}
scopes:
  - {key: all, title: All, covers: all of it}
  - {key: new, title: From new parts, covers: the build alone}
shaft_line:
  pieces:
    - driver
    - {piece: coupling, off: [coupling-off], on: [coupling-on]}
    - {piece: seal, when: seal == one, off: [seal-off, trial-off], on: [trial-on, seal-on]}
    - {piece: seal-bellows, as: seal, when: seal == two, off: [seal-off, trial-off], on: [trial-on, seal-on]}
  benches:
    - {title: The head on the bench, at: [trial], pieces: [impeller, {piece: sleeve-bearing, on: [trial-on]}]}
stages:
  - id: strip
    title: Strip
    scopes: [all]
    steps:
      - {id: coupling-off, kind: do, title: Coupling off}
      - {id: seal-off, kind: do, title: Seal off}
  - id: trial
    title: Trial
    steps:
      - {id: trial-on, kind: do, title: Seal on for a trial}
      - {id: trial-off, kind: do, title: Off again}
  - id: build
    title: Build
    steps:
      - {id: seal-on, kind: do, title: Seal on}
      - {id: turn-built, kind: turn, phase: built, title: Turn, reopens: [build]}
      - {id: coupling-on, kind: do, title: Coupling on}
`

func lineBench(t *testing.T, options map[string]string, scope string) *jobtest.Bench {
	t.Helper()
	p, err := plan.Read("line.yaml", []byte(linePlan))
	if err != nil {
		t.Fatal(err)
	}
	o, err := job.NewOpening(p, "LS-1", job.Papers{Options: options}, job.Rules{}, job.Asked{Complaint: "leaks",
		Scope: scope})
	if err != nil {
		t.Fatal(err)
	}
	return &jobtest.Bench{T: t, Job: job.Job{Plan: p, Log: []log.Entry{{ID: "o", Seq: 1, By: jobtest.Tech,
		Kind: log.Opened, Open: o}}}}
}

// drawnAs is a line in words: the pieces, those that are off in brackets.
func drawnAs(pieces []job.PieceSheet) string {
	var all []string
	for _, p := range pieces {
		if p.Fitted {
			all = append(all, p.Piece)
		} else {
			all = append(all, "("+p.Piece+")")
		}
	}
	return strings.Join(all, " ")
}

// A piece is pale from the step that takes it off to the one that puts it on, through a
// trial, and again when its stage is sent back.
func TestPiecesAreOffWhileTheyAreOff(t *testing.T) {
	b := lineBench(t, nil, "all")
	for _, at := range []struct {
		step string
		body log.Body
		want string
	}{
		{"", log.Body{}, "driver coupling seal"},
		{"coupling-off", log.Body{Done: true}, "driver (coupling) seal"},
		{"seal-off", log.Body{Done: true}, "driver (coupling) (seal)"},
		{"trial-on", log.Body{Done: true}, "driver (coupling) seal"},
		{"trial-off", log.Body{Done: true}, "driver (coupling) (seal)"},
		{"seal-on", log.Body{Done: true}, "driver (coupling) seal"},
		{"turn-built", jobtest.Felt(gauge.Rubs), "driver (coupling) (seal)"}, // the build is sent back
		{"seal-on", log.Body{Done: true}, "driver (coupling) seal"},
		{"turn-built", jobtest.Felt(gauge.Free), "driver (coupling) seal"},
		{"coupling-on", log.Body{Done: true}, "driver coupling seal"},
	} {
		if at.step != "" {
			b.Correct(at.step, at.body)
		}
		if got := drawnAs(b.Sheet().Pieces); got != at.want {
			t.Errorf("after %q: %s, want %s", at.step, got, at.want)
		}
	}
}

// What a job only puts on is off until it is on; an option draws its own piece, and its
// stations know it by one name.
func TestPiecesOfABuildAndOfAnOption(t *testing.T) {
	b := lineBench(t, map[string]string{"seal": "two"}, "new")
	if got := drawnAs(b.Sheet().Pieces); got != "driver (coupling) (seal-bellows)" {
		t.Errorf("from new parts: %s", got)
	}
	if as := b.Sheet().Pieces[2].As; as != "seal" {
		t.Errorf("the variant is known as %q", as)
	}
	b.Keep("trial-on", log.Body{Done: true})
	if got := drawnAs(b.Sheet().Pieces); got != "driver (coupling) seal-bellows" {
		t.Errorf("on for a trial: %s", got)
	}
}

// A unit on the bench is drawn at its steps and at no other, by the same rules.
func TestAUnitOnTheBench(t *testing.T) {
	b := lineBench(t, nil, "all")
	sheet := b.Sheet()
	for id, want := range map[string]string{"seal-off": "", "trial-on": "The head on the bench", "seal-on": ""} {
		if got := sheet.Step(id).Bench; got != want {
			t.Errorf("at %s %q is drawn, want %q", id, got, want)
		}
	}
	if len(sheet.Benches) != 1 || drawnAs(sheet.Benches[0].Pieces) != "impeller (sleeve-bearing)" {
		t.Fatalf("on the bench: %+v", sheet.Benches)
	}
	for _, step := range []string{"coupling-off", "seal-off", "trial-on"} {
		b.Keep(step, log.Body{Done: true})
	}
	if got := drawnAs(b.Sheet().Benches[0].Pieces); got != "impeller sleeve-bearing" {
		t.Errorf("after the trial: %s", got)
	}
}
