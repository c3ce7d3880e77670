package record

import (
	"testing"
	"time"

	"settle/core/job"
	"settle/core/judge"
)

func TestEarlierJobsSpeak(t *testing.T) {
	day := func(n int) time.Time { return time.Date(2026, 1, n, 0, 0, 0, 0, time.UTC) }
	past := func(n int, number string, signs ...judge.Sign) job.Past {
		return job.Past{Number: number, Opened: day(n), Signs: signs}
	}
	earlier := []job.Past{past(3, "J-0003", judge.HeatMarks), past(9, "J-0009", judge.HeatMarks, judge.BlueRace),
		past(5, "J-0005", judge.HeatMarks), past(4, "J-0004", judge.WideTrack)}
	dry := judge.Likely{Key: "dry", Standing: judge.IsPossible, Signs: []judge.Sign{judge.HeatMarks}}
	tests := []struct {
		name   string
		likely judge.Likely
		on     int
		want   string
	}{
		{"the third time", dry, 9, "Third time: heat marks (J-0005, J-0003). Look at the flush."},
		{"the second time", dry, 5, "Second time: heat marks (J-0003). Look at the flush."},
		{"the fourth time", dry, 20, "4th time: heat marks (J-0009, J-0005, J-0003). Look at the flush."},
		{"the first time", dry, 3, ""},
		{"the sign that came most often", judge.Likely{Key: "starved", Standing: judge.IsLikely,
			Signs: []judge.Sign{judge.DryGrease, judge.BlueRace}}, 20,
			"Second time: a blue or straw-coloured race (J-0009). Set the greasing interval, and write who does it."},
		{"a cause that is disproved", judge.Likely{Key: "dry", Standing: judge.Disproved, Signs: dry.Signs}, 20, ""},
	}
	for _, tt := range tests {
		if got := Again([]judge.Likely{tt.likely}, day(tt.on), earlier)[tt.likely.Key]; got != tt.want {
			t.Errorf("%s: %q", tt.name, got)
		}
	}
}
