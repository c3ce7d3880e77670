package record

import (
	"fmt"
	"maps"
	"slices"
	"strings"
	"time"

	"settle/core/job"
	"settle/core/log"
)

// Changes are what was changed on a pump's page, in words: what it is now and what it was. Limits,
// papers and options change what is judged; the plate is what a pump is known by. Title names a limit.
func Changes(before, now Pump, title func(key string) string) []string {
	var out []string
	note := func(what, is, was string) {
		if is != was {
			out = append(out, fmt.Sprintf("%s: %s, was %s", what, orNone(is), orNone(was)))
		}
	}
	out = limitsSaid(before.Limits, now.Limits, title, "was")
	for _, key := range union(before.Values, now.Values) {
		note("Papers, "+key, valueSaid(now.Values[key]), valueSaid(before.Values[key]))
	}
	for _, key := range union(before.Options, now.Options) {
		note("Built with, "+key, now.Options[key], before.Options[key])
	}
	for _, x := range []struct{ what, is, was string }{{"Name", now.Name, before.Name}, {"Place", now.Place, before.Place},
		{"Maker", now.Maker, before.Maker}, {"Model", now.Model, before.Model}, {"Serial", now.Serial, before.Serial},
		{"Plan", now.Plan, before.Plan}, {"Speed", now.Speed, before.Speed}, {"Liquid", now.Liquid, before.Liquid},
		{"Elastomer", now.Elastomer, before.Elastomer}, {"Kind of liquid", string(now.Carries), string(before.Carries)}} {
		note(x.what, x.is, x.was)
	}
	return out
}

// limitsSaid are the limits that differ: what each becomes, and what stands or stood there.
func limitsSaid(before, now map[string]job.LimitForm, title func(key string) string, word string) (out []string) {
	for _, key := range union(before, now) {
		if is, was := limitSaid(now[key]), limitSaid(before[key]); is != was {
			out = append(out, fmt.Sprintf("Limit %s: %s, %s %s", title(key), orNone(is), word, orNone(was)))
		}
	}
	return out
}

// ChangeLines are the lines of a pump's log that say so.
func ChangeLines(changes []string, by log.Person, at time.Time, id func() string) []Line {
	var out []Line
	for _, c := range changes {
		if last := len(out) - 1; last >= 0 && len(out[last].Text)+len(c) < maxText {
			out[last].Text += "; " + c
			continue
		}
		out = append(out, Line{ID: id(), At: at, By: by, Kind: Changed, Text: c})
	}
	return out
}

func union[T any](a, b map[string]T) []string {
	all := map[string]bool{}
	for key := range a {
		all[key] = true
	}
	for key := range b {
		all[key] = true
	}
	return slices.Sorted(maps.Keys(all))
}

func orNone(text string) string {
	if text == "" {
		return "nothing"
	}
	return text
}

func limitSaid(f job.LimitForm) string {
	var parts []string
	if text := f.Min.String(); text != "" {
		parts = append(parts, "at least "+text)
	}
	if text := f.Max.String(); text != "" {
		parts = append(parts, "at most "+text)
	}
	if f.Source != "" && len(parts) > 0 {
		parts = append(parts, "by "+f.Source)
	}
	return strings.Join(parts, " ")
}

func valueSaid(v log.Value) string {
	if v.Text == "" || v.Source == "" {
		return v.Text
	}
	return v.Text + " by " + v.Source
}
