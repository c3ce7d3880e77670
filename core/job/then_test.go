package job_test

import (
	"testing"

	"settle/core/job"
	"settle/core/job/jobtest"
	"settle/core/judge"
	"settle/core/log"
)

// Work goes on at the step after while that is open, else at the next that is due, round the end.
func TestWhereWorkGoesOn(t *testing.T) {
	b := jobtest.OfText(t, `
checks: {play: {title: Play, short: Play, instrument: direct, limit: [play]}}
limits: {play: {max: 1 mm, source: maker's drawing}}
stages:
  - id: one
    title: One
    steps:
      - {id: a, kind: do, title: A}
      - {id: play, kind: measure, phase: built, check: play, title: Play}
  - id: two
    title: Two
    steps:
      - {id: c, kind: do, title: C}
      - {id: d, kind: do, title: D, needs: [c]}
      - {id: sign, kind: sign, title: Sign}
      - {id: last, kind: do, title: Last, follows: true}
`)
	goes := func(when string, want map[string]string) {
		t.Helper()
		got := b.Sheet().Then()
		for from, to := range want {
			if got[from] != to {
				t.Errorf("%s: from %s on to %q, want %q", when, from, got[from], to)
			}
		}
	}
	goes("nothing is done", map[string]string{"a": "play", "play": "c", "c": "a", "sign": "a", "last": "a"})
	b.Keep("c", log.Body{Done: true})
	b.Keep("d", log.Body{Done: true})
	goes("the second stage is done", map[string]string{"play": "a", "c": "a", "d": "a"})
	b.Keep("play", jobtest.DirectBody("2 mm"))
	if s := b.Sheet().Step("play"); s.Reading.Verdict != judge.Out || s.State != job.Decide {
		t.Fatalf("the play is %s, %s", s.Reading.Verdict, s.State)
	}
	goes("a decision is due", map[string]string{"a": "play", "c": "a", "play": "a"})
	b.Keep("a", log.Body{Done: true})
	goes("only the decision is due", map[string]string{"a": "play", "d": "play", "play": "c"})
}
