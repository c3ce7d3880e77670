package register

import (
	"context"
	"fmt"
	"slices"
	"strings"

	"settle/core/field"
	"settle/core/gauge"
	"settle/core/quantity"
	"settle/core/record"
)

// gaugeColumn is a column of the register of gauges.
type gaugeColumn struct {
	column string
	get    func(*record.Gauge) string
	set    func(*record.Gauge, string)
}

// gaugeColumns are those beside the key.
var gaugeColumns = []gaugeColumn{
	{"name", func(g *record.Gauge) string { return g.Name }, func(g *record.Gauge, s string) { g.Name = s }},
	{"kind", func(g *record.Gauge) string { return string(g.Kind) },
		func(g *record.Gauge, s string) { g.Kind = gauge.Kind(s) }},
	{"graduation", func(g *record.Gauge) string { return g.Graduation },
		func(g *record.Gauge, s string) { g.Graduation = s }},
	{"range", func(g *record.Gauge) string { return g.Range }, func(g *record.Gauge, s string) { g.Range = s }},
	{"mpe", func(g *record.Gauge) string { return g.MPE.String() }, func(g *record.Gauge, s string) {
		if g.MPE = (quantity.Typed{}); s != "" {
			g.MPE = quantity.Type(s)
		}
	}},
	{"calibrated", func(g *record.Gauge) string { return g.Calibrated },
		func(g *record.Gauge, s string) { g.Calibrated = s }},
	{"due", func(g *record.Gauge) string { return g.Due }, func(g *record.Gauge, s string) { g.Due = s }},
	{"where", func(g *record.Gauge) string { return g.Where }, func(g *record.Gauge, s string) { g.Where = s }},
	{"read_to", func(g *record.Gauge) string { return g.ReadTo }, func(g *record.Gauge, s string) { g.ReadTo = s }},
}

// WriteGauges writes the register of gauges: one a row, with how it stands, which is read by
// people alone.
func WriteGauges(all []record.GaugePage) ([]byte, error) {
	// What came later stands behind how it stands, and only where a gauge has it, so that older readers of
	// the file find their columns.
	const later = 1
	first, last := gaugeColumns[:len(gaugeColumns)-later], gaugeColumns[len(gaugeColumns)-later:]
	if !slices.ContainsFunc(all, func(g record.GaugePage) bool { return g.ReadTo != "" }) {
		last = nil
	}
	head := []string{"key"}
	for _, c := range first {
		head = append(head, c.column)
	}
	head = append(head, "state")
	for _, c := range last {
		head = append(head, c.column)
	}
	rows := [][]string{head}
	for i := range all {
		row := []string{all[i].Key}
		for _, c := range first {
			row = append(row, c.get(&all[i].Gauge))
		}
		row = append(row, string(all[i].State))
		for _, c := range last {
			row = append(row, c.get(&all[i].Gauge))
		}
		rows = append(rows, row)
	}
	return write(rows)
}

// ReadGauges reads a register against the gauges that are there. A column that is missing
// leaves a gauge as it stands; a blank cell clears. It returns those that are new or changed.
func ReadGauges(ctx context.Context, file []byte, here []record.GaugePage) ([]record.Gauge, *Effects, error) {
	known := func(c string) bool {
		return c == "key" || c == "state" ||
			slices.ContainsFunc(gaugeColumns, func(g gaugeColumn) bool { return g.column == c })
	}
	t, err := open(ctx, file, known, "key", "name", "kind")
	if err != nil {
		return nil, nil, err
	}
	byKey := map[string]record.Gauge{}
	for _, g := range here {
		byKey[strings.ToLower(g.Key)] = g.Gauge
	}
	var put []record.Gauge
	done, seen := &Effects{List: []Effect{}}, map[string]int{}
	for t.next() {
		key := strings.ToLower(t.cell("key"))
		if line, twice := seen[key]; twice {
			t.fault("key", fmt.Errorf("%s stands on line %d, too: a gauge has one row", t.cell("key"), line))
			continue
		}
		seen[key] = t.line
		before, is := byKey[key]
		after := before
		if !is {
			after.Key = t.cell("key")
		}
		var changed []string
		for _, c := range gaugeColumns {
			if t.has(c.column) {
				c.set(&after, t.cell(c.column))
			}
			if c.get(&after) != c.get(&before) {
				changed = append(changed, c.column)
			}
		}
		for _, e := range field.All(orNone(after.Check())) {
			t.fault(e.Field, fmt.Errorf("%s", e.Message))
		}
		switch {
		case !is:
			done.add(Effect{What: after.Key, After: after.Name})
		case len(changed) == 0:
			done.Same++
			continue
		default:
			done.add(Effect{What: after.Key, Before: before.Name, After: strings.Join(changed, ", ")})
		}
		put = append(put, after)
	}
	done.Rows = t.rows
	return put, done, t.err()
}
