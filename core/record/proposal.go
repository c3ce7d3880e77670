package record

import (
	"maps"
	"strings"

	"settle/core/field"
	"settle/core/job"
)

// Proposals are the lines of a pump's log that propose limits and have no answer yet, the oldest first.
func Proposals(log []Line) []Line {
	answered := map[string]bool{}
	for _, e := range log {
		if e.Kind == Confirmed || e.Kind == TurnedDown {
			answered[e.On] = true
		}
	}
	open := []Line{}
	for _, e := range log {
		if e.Kind == Proposed && !answered[e.ID] {
			open = append(open, e)
		}
	}
	return open
}

// With is the pump with these limits in place of its own of the same keys.
func (p Pump) With(limits map[string]job.LimitForm) Pump {
	p.Limits = maps.Clone(p.Limits)
	if p.Limits == nil {
		p.Limits = map[string]job.LimitForm{}
	}
	for key, f := range limits {
		if f.Blank() {
			delete(p.Limits, key)
			continue
		}
		p.Limits[key] = f
	}
	return p
}

// Propose are the changes to a pump's limits that somebody proposes, without those that change nothing,
// as a line of its log. Title names a limit. The error names the field "limits".
func Propose(p Pump, limits map[string]job.LimitForm, title func(key string) string) (Line, error) {
	e := Line{Kind: Proposed, Limits: map[string]job.LimitForm{}}
	for key, f := range limits {
		if limitSaid(f) != limitSaid(p.Limits[key]) {
			e.Limits[key] = f
		}
	}
	if len(e.Limits) == 0 {
		return e, field.Errorf("limits", "are those that stand there: change one to propose it")
	}
	e.Text = strings.Join(limitsSaid(p.Limits, p.With(e.Limits).Limits, title, "now"), "; ")
	if letters := []rune(e.Text); len(letters) > maxText {
		e.Text = string(letters[:maxText-1]) + "…"
	}
	return e, nil
}
