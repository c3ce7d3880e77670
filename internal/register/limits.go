package register

import (
	"context"
	"errors"
	"fmt"
	"maps"
	"slices"
	"strings"

	"settle/core/field"
	"settle/core/job"
	"settle/core/judge"
	"settle/core/plan"
	"settle/core/quantity"
	"settle/core/record"
)

// Whose a limit is.
const (
	ofPump    = "pump"
	ofShop    = "shop"
	ofGeneral = "general"
)

var limitColumns = []string{"whose", "of", "limit", "min", "max", "source"}

// WriteLimits writes all limits: each pump's own, the shop's, and the general
// sets, which stand there to be read.
func WriteLimits(pumps []record.Pump, rules job.Rules) ([]byte, error) {
	rows := [][]string{limitColumns}
	add := func(whose, of string, forms map[string]job.LimitForm) {
		for _, key := range slices.Sorted(maps.Keys(forms)) {
			f := forms[key]
			rows = append(rows, []string{whose, of, key, f.Min.String(), f.Max.String(), f.Source})
		}
	}
	for _, p := range pumps {
		add(ofPump, p.Tag, p.Limits)
	}
	add(ofShop, "", rules.Limits)
	for _, set := range judge.Sets {
		add(ofGeneral, set.Key, general(set))
	}
	return write(rows)
}

// general is a general set as it would be typed.
func general(set judge.Set) map[string]job.LimitForm {
	forms := map[string]job.LimitForm{}
	for key, rule := range set.Limits {
		f := job.LimitForm{Min: typed(rule.Min), Max: typed(rule.Max), Source: rule.Source}
		if r := rule.Rates; r != nil {
			f.Min, f.Max = rate(r.Min), rate(r.Max)
		}
		if rule.Of != "" {
			f.Max = quantity.Type(fmt.Sprintf("%g × %s, at most %s", rule.Factor, rule.NeedsWord, typed(rule.Cap)))
		}
		forms[key] = f
	}
	return forms
}

func rate(r *float64) quantity.Typed {
	if r == nil {
		return quantity.Typed{}
	}
	return quantity.Type(fmt.Sprintf("%g/min", *r))
}

func typed(l *quantity.Length) quantity.Typed {
	if l == nil {
		return quantity.Typed{}
	}
	return quantity.Type(l.Exact(quantity.UnitMicrometre) + " µm")
}

// ReadLimits reads limits against those that are there. A limit that has no row
// stays; a row with neither min nor max takes its limit away. It returns the
// pumps that are changed, and the shop's rules.
func ReadLimits(ctx context.Context, file []byte, pumps []record.Pump, rules job.Rules,
	plans map[string]*plan.Plan) ([]record.Pump, job.Rules, *Effects, error) {
	known := func(c string) bool { return slices.Contains(limitColumns, c) }
	t, err := open(ctx, file, known, limitColumns...)
	if err != nil {
		return nil, rules, nil, err
	}
	rules.Limits = orEmpty(rules.Limits)
	in := taking{table: t, shop: rules.Limits, byTag: map[string]*record.Pump{}, perPlan: map[string][]string{},
		touched: map[string]bool{}, seen: map[[3]string]int{}, done: &Effects{List: []Effect{}}}
	for i := range pumps {
		in.byTag[strings.ToLower(pumps[i].Tag)] = &pumps[i]
	}
	for key, p := range plans {
		in.perPlan[key] = p.LimitKeys()
		in.anywhere = append(in.anywhere, in.perPlan[key]...)
		in.rates = append(in.rates, p.RateKeys()...)
	}
	for t.next() {
		in.row()
	}
	in.done.Rows = t.rows
	var changed []record.Pump
	for _, p := range pumps {
		if in.touched[p.Tag] {
			changed = append(changed, p)
		}
	}
	return changed, rules, in.done, t.err()
}

// taking is a file of limits as it is taken in.
type taking struct {
	*table
	shop     map[string]job.LimitForm
	byTag    map[string]*record.Pump
	perPlan  map[string][]string // plan → the limits it asks for
	anywhere []string            // those that any plan does
	rates    []string            // those of them that are drops a minute
	touched  map[string]bool     // pumps, by their tag
	seen     map[[3]string]int   // row → its line
	done     *Effects
}

// row takes one row in.
func (in *taking) row() {
	whose, of, key := strings.ToLower(in.cell("whose")), in.cell("of"), in.cell("limit")
	f := job.LimitForm{Source: in.cell("source")}
	if text := in.cell("min"); text != "" {
		f.Min = quantity.Type(text)
	}
	if text := in.cell("max"); text != "" {
		f.Max = quantity.Type(text)
	}
	row := [3]string{whose, strings.ToLower(of), key}
	if line, twice := in.seen[row]; twice {
		in.fault("limit", fmt.Errorf("%s stands on line %d, too", key, line))
		return
	}
	in.seen[row] = in.line
	if whose == ofGeneral {
		in.fixed(of, key, f)
		in.done.Same++
		return
	}
	limits, keys, name, ok := in.set(whose, of)
	if !ok {
		return
	}
	for _, e := range field.All(orNone(job.CheckLimits(map[string]job.LimitForm{key: f}, keys, in.rates))) {
		in.fault(strings.TrimPrefix(strings.TrimPrefix(e.Field, "limits."+key), "."), errors.New(e.Message))
	}
	before, was := limits[key]
	switch {
	case !was && f.Blank(), was && before == f:
		in.done.Same++
		return
	case f.Blank():
		delete(limits, key)
	default:
		limits[key] = f
	}
	in.done.add(Effect{What: name + ": " + key, Before: inWords(before), After: inWords(f)})
	if whose == ofPump {
		in.touched[name] = true
	}
}

// set is whose limits a row is about, with the keys they may have and a name for them.
func (in *taking) set(whose, of string) (limits map[string]job.LimitForm, keys []string, name string, ok bool) {
	switch whose {
	case ofShop:
		if of != "" {
			in.fault("of", fmt.Errorf("is %q: it stays blank where whose is shop", of))
			return nil, nil, "", false
		}
		return in.shop, in.anywhere, "shop", true
	case ofPump:
		p, known := in.byTag[strings.ToLower(of)]
		if !known {
			in.fault("of", fmt.Errorf("is %q, which is not a pump here: write its tag", of))
			return nil, nil, "", false
		}
		if !in.touched[p.Tag] {
			p.Limits = maps.Clone(orEmpty(p.Limits))
		}
		return p.Limits, in.perPlan[p.Plan], p.Tag, true
	}
	in.fault("whose", fmt.Errorf("is %q: write pump, shop or general", whose))
	return nil, nil, "", false
}

// fixed holds a row of a general set against the set: it is never changed.
func (t *table) fixed(of, key string, f job.LimitForm) {
	set, ok := judge.SetByKey(of)
	if !ok {
		t.fault("of", fmt.Errorf("is %q, which is not a general set", of))
		return
	}
	if general(set)[key] != f {
		t.fault(
			"limit",
			fmt.Errorf("%s is not what the general set has today: leave the row out, or write it as the shop's", key),
		)
	}
}

func inWords(f job.LimitForm) string {
	switch {
	case f.Blank():
		return ""
	case f.Min.Blank():
		return "≤ " + f.Max.String() + ", " + f.Source
	case f.Max.Blank():
		return "≥ " + f.Min.String() + ", " + f.Source
	}
	return f.Min.String() + " to " + f.Max.String() + ", " + f.Source
}

func orEmpty(m map[string]job.LimitForm) map[string]job.LimitForm {
	if m == nil {
		return map[string]job.LimitForm{}
	}
	return maps.Clone(m)
}
