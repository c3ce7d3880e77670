package record

import (
	"fmt"
	"slices"
	"strings"
	"time"

	"settle/core/job"
	"settle/core/judge"
	"settle/core/words"
)

// Again says of each cause that stands which of its signs earlier jobs of the pump showed, by
// the key of the cause: "Third time: heat marks (J-0007, J-0003). Look at the flush." Causes
// whose signs are new have none.
func Again(likely []judge.Likely, opened time.Time, earlier []job.Past) map[string]string {
	out := map[string]string{}
	for _, l := range likely {
		if !l.Standing.Stands() {
			continue
		}
		sign, jobs := oftenest(l.Signs, opened, earlier)
		if len(jobs) == 0 {
			continue
		}
		out[l.Key] = fmt.Sprintf("%s time: %s (%s). %s.", ordinal(len(jobs)+1), sign.Title(), strings.Join(jobs, ", "),
			words.Capital(judge.CauseOf(l.Key).Again))
	}
	return out
}

// oftenest is the sign that most jobs before a moment showed, with their numbers, the latest
// first.
func oftenest(signs []judge.Sign, before time.Time, earlier []job.Past) (often judge.Sign, in []string) {
	past := slices.Clone(earlier)
	slices.SortStableFunc(past, func(a, b job.Past) int { return b.Opened.Compare(a.Opened) })
	for _, s := range signs {
		var jobs []string
		for _, p := range past {
			if p.Opened.Before(before) && slices.Contains(p.Signs, s) {
				jobs = append(jobs, p.Number)
			}
		}
		if len(jobs) > len(in) {
			often, in = s, jobs
		}
	}
	return often, in
}

func ordinal(n int) string {
	switch n {
	case 2:
		return "Second"
	case 3:
		return "Third"
	}
	return fmt.Sprintf("%dth", n)
}
