package register

import (
	"context"
	"fmt"
	"maps"
	"reflect"
	"slices"
	"strconv"
	"strings"

	"settle/core/field"
	"settle/core/log"
	"settle/core/plan"
	"settle/core/record"
)

// plate are the columns of the nameplate that are plain text.
var plate = []struct {
	column string
	of     func(*record.Pump) *string
}{
	{"name", func(p *record.Pump) *string { return &p.Name }},
	{"place", func(p *record.Pump) *string { return &p.Place }},
	{"construction", func(p *record.Pump) *string { return &p.Construction }},
	{"kind", func(p *record.Pump) *string { return &p.Kind }},
	{"plan", func(p *record.Pump) *string { return &p.Plan }},
	{"maker", func(p *record.Pump) *string { return &p.Maker }},
	{"model", func(p *record.Pump) *string { return &p.Model }},
	{"serial", func(p *record.Pump) *string { return &p.Serial }},
	{"duty", func(p *record.Pump) *string { return &p.Duty }},
	{"speed", func(p *record.Pump) *string { return &p.Speed }},
	{"impeller", func(p *record.Pump) *string { return &p.Impeller }},
	{"shaft", func(p *record.Pump) *string { return &p.Shaft }},
	{"motor", func(p *record.Pump) *string { return &p.Motor }},
	{"liquid", func(p *record.Pump) *string { return &p.Liquid }},
	{"elastomer", func(p *record.Pump) *string { return &p.Elastomer }},
	{"service", func(p *record.Pump) *string { return &p.Service }},
	{"planned_stop", func(p *record.Pump) *string { return &p.PlannedStop }},
}

const (
	plannedHours = "planned_hours"
	greaseEvery  = "grease_every"
	// What a plan asks stands in columns of its own: option:seal, value:vanes,
	// and where the value is from, source:vanes.
	option, value, from = "option:", "value:", "source:"
)

func pumpColumn(c string) bool {
	if c == "tag" || c == plannedHours || c == greaseEvery {
		return true
	}
	for _, p := range plate {
		if p.column == c {
			return true
		}
	}
	for _, prefix := range []string{option, value, from} {
		if rest, ok := strings.CutPrefix(c, prefix); ok && rest != "" {
			return true
		}
	}
	return false
}

// WritePumps writes the register: a pump a row, without its limits, which have a
// file of their own.
func WritePumps(pumps []record.Pump) ([]byte, error) {
	options, values := map[string]bool{}, map[string]bool{}
	for _, p := range pumps {
		for key := range p.Options {
			options[key] = true
		}
		for key := range p.Values {
			values[key] = true
		}
	}
	head := []string{"tag"}
	for _, c := range plate {
		head = append(head, c.column)
	}
	head = append(head, plannedHours, greaseEvery)
	for _, key := range slices.Sorted(maps.Keys(options)) {
		head = append(head, option+key)
	}
	for _, key := range slices.Sorted(maps.Keys(values)) {
		head = append(head, value+key, from+key)
	}
	rows := [][]string{head}
	for _, p := range pumps {
		row := []string{p.Tag}
		for _, c := range plate {
			row = append(row, *c.of(&p))
		}
		hours, days := "", ""
		if p.PlannedHours != nil {
			hours = strconv.FormatFloat(*p.PlannedHours, 'f', -1, 64)
		}
		if p.GreaseEvery != nil {
			days = strconv.Itoa(*p.GreaseEvery)
		}
		row = append(row, hours, days)
		for _, c := range head[len(row):] {
			if key, ok := strings.CutPrefix(c, option); ok {
				row = append(row, p.Options[key])
			} else if key, ok := strings.CutPrefix(c, value); ok {
				row = append(row, p.Values[key].Text)
			} else {
				row = append(row, p.Values[strings.TrimPrefix(c, from)].Source)
			}
		}
		rows = append(rows, row)
	}
	return write(rows)
}

// ReadPumps reads a register against the pumps that are there. A column that is
// missing leaves a pump as it stands; a blank cell clears. It returns the pumps
// that are new or changed.
func ReadPumps(ctx context.Context, file []byte, here []record.Pump, plans map[string]*plan.Plan) ([]record.Pump,
	*Effects, error) {
	t, err := open(ctx, file, pumpColumn, "tag", "name")
	if err != nil {
		return nil, nil, err
	}
	byTag := map[string]record.Pump{}
	for _, p := range here {
		byTag[strings.ToLower(p.Tag)] = p
	}
	var put []record.Pump
	done, seen := &Effects{List: []Effect{}}, map[string]int{}
	for t.next() {
		tag := strings.ToLower(t.cell("tag"))
		if line, twice := seen[tag]; twice {
			t.fault("tag", fmt.Errorf("%s stands on line %d, too: a pump has one row", t.cell("tag"), line))
			continue
		}
		seen[tag] = t.line
		before, known := byTag[tag]
		before.Whole()
		after := t.pump(before)
		if pl, ok := plans[after.Plan]; ok {
			if after.Construction = pl.Construction; after.Kind == "" {
				after.Kind = pl.Title
			}
		}
		after.Whole()
		for _, e := range field.All(orNone(after.Check(plans, before))) {
			t.fault(columnOf(e.Field), fmt.Errorf("%s", e.Message))
		}
		switch {
		case !known:
			done.add(Effect{What: after.Tag, After: after.Name})
		case reflect.DeepEqual(before, after):
			done.Same++
			continue
		default:
			done.add(Effect{What: after.Tag, Before: before.Name, After: strings.Join(differing(before, after), ", ")})
		}
		put = append(put, after)
	}
	done.Rows = t.rows
	return put, done, t.err()
}

// orNone is a list of no errors where there is none.
func orNone(err error) error {
	if err == nil {
		return field.Errors{}
	}
	return err
}

// pump is the pump of the row at hand, over what stood there before.
func (t *table) pump(before record.Pump) record.Pump {
	p := before
	p.Options, p.Values, p.Limits = maps.Clone(before.Options), maps.Clone(before.Values), maps.Clone(before.Limits)
	p.Whole()
	if p.Tag == "" {
		p.Tag = t.cell("tag")
	}
	for _, c := range plate {
		if t.has(c.column) {
			*c.of(&p) = t.cell(c.column)
		}
	}
	if t.has(plannedHours) {
		p.PlannedHours = t.number(plannedHours)
	}
	if t.has(greaseEvery) {
		p.GreaseEvery = nil
		if days := t.number(greaseEvery); days != nil {
			p.GreaseEvery = new(int(*days))
			if *days != float64(*p.GreaseEvery) {
				t.fault(greaseEvery, fmt.Errorf("is %g: write whole days", *days))
			}
		}
	}
	for c := range t.columns {
		if key, ok := strings.CutPrefix(c, option); ok {
			if p.Options[key] = t.cell(c); p.Options[key] == "" {
				delete(p.Options, key)
			}
		}
		if key, ok := strings.CutPrefix(c, value); ok {
			v := log.Value{Text: t.cell(c), Source: p.Values[key].Source}
			if t.has(from + key) {
				v.Source = t.cell(from + key)
			}
			if p.Values[key] = v; v.Text == "" {
				delete(p.Values, key)
			}
		}
	}
	return p
}

// columnOf is the column that a field of a pump stands in.
func columnOf(path string) string {
	if rest, ok := strings.CutPrefix(path, "options."); ok {
		return option + rest
	}
	if rest, ok := strings.CutPrefix(path, "values."); ok {
		key, part, _ := strings.Cut(rest, ".")
		if part == "source" {
			return from + key
		}
		return value + key
	}
	return path
}

// differing names what the two have different.
func differing(a, b record.Pump) []string {
	var names []string
	for _, c := range plate {
		if *c.of(&a) != *c.of(&b) {
			names = append(names, c.column)
		}
	}
	if !reflect.DeepEqual(a.PlannedHours, b.PlannedHours) {
		names = append(names, plannedHours)
	}
	if !reflect.DeepEqual(a.GreaseEvery, b.GreaseEvery) {
		names = append(names, greaseEvery)
	}
	for _, key := range union(a.Options, b.Options) {
		if a.Options[key] != b.Options[key] {
			names = append(names, option+key)
		}
	}
	for _, key := range union(a.Values, b.Values) {
		if a.Values[key] != b.Values[key] {
			names = append(names, value+key)
		}
	}
	return names
}

func union[V any](a, b map[string]V) []string {
	all := maps.Clone(a)
	maps.Copy(all, b)
	return slices.Sorted(maps.Keys(all))
}
