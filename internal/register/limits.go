package register

import (
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
		if rule.Of != "" {
			f.Max = quantity.Type(fmt.Sprintf("%g × %s, at most %s", rule.Factor, rule.NeedsWord, typed(rule.Cap)))
		}
		forms[key] = f
	}
	return forms
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
func ReadLimits(file []byte, pumps []record.Pump, rules job.Rules, plans map[string]*plan.Plan) ([]record.Pump,
	job.Rules, *Effects, error) {
	known := func(c string) bool { return slices.Contains(limitColumns, c) }
	t, err := open(file, known, limitColumns...)
	if err != nil {
		return nil, rules, nil, err
	}
	byTag := map[string]*record.Pump{}
	for i := range pumps {
		byTag[strings.ToLower(pumps[i].Tag)] = &pumps[i]
	}
	var anywhere []string
	perPlan := map[string][]string{}
	for key, p := range plans {
		perPlan[key] = p.LimitKeys()
		anywhere = append(anywhere, perPlan[key]...)
	}
	rules.Limits = orEmpty(rules.Limits)
	touched := map[string]bool{}
	done, seen := &Effects{List: []Effect{}}, map[[3]string]int{}
	for t.next() {
		whose, of, key := strings.ToLower(t.cell("whose")), t.cell("of"), t.cell("limit")
		f := job.LimitForm{Source: t.cell("source")}
		if text := t.cell("min"); text != "" {
			f.Min = quantity.Type(text)
		}
		if text := t.cell("max"); text != "" {
			f.Max = quantity.Type(text)
		}
		row := [3]string{whose, strings.ToLower(of), key}
		if line, twice := seen[row]; twice {
			t.fault("limit", fmt.Errorf("%s stands on line %d, too", key, line))
			continue
		}
		seen[row] = t.line
		if whose == ofGeneral {
			t.fixed(of, key, f)
			done.Same++
			continue
		}
		limits, keys, name := rules.Limits, anywhere, "shop"
		switch whose {
		case ofShop:
			if of != "" {
				t.fault("of", fmt.Errorf("is %q: it stays blank where whose is shop", of))
				continue
			}
		case ofPump:
			p, ok := byTag[strings.ToLower(of)]
			if !ok {
				t.fault("of", fmt.Errorf("is %q, which is not a pump here: write its tag", of))
				continue
			}
			if !touched[p.Tag] {
				p.Limits = maps.Clone(orEmpty(p.Limits))
			}
			limits, keys, name = p.Limits, perPlan[p.Plan], p.Tag
		default:
			t.fault("whose", fmt.Errorf("is %q: write pump, shop or general", whose))
			continue
		}
		for _, e := range field.All(orNone(job.CheckLimits(map[string]job.LimitForm{key: f}, keys))) {
			t.fault(strings.TrimPrefix(strings.TrimPrefix(e.Field, "limits."+key), "."), errors.New(e.Message))
		}
		before, was := limits[key]
		switch {
		case !was && f.Blank(), was && before == f:
			done.Same++
			continue
		case f.Blank():
			delete(limits, key)
		default:
			limits[key] = f
		}
		done.add(Effect{What: name + ": " + key, Before: inWords(before), After: inWords(f)})
		if whose == ofPump {
			touched[name] = true
		}
	}
	done.Rows = t.rows
	var changed []record.Pump
	for _, p := range pumps {
		if touched[p.Tag] {
			changed = append(changed, p)
		}
	}
	return changed, rules, done, t.err()
}

// fixed holds a row of a general set against the set: it is never changed.
func (t *table) fixed(of, key string, f job.LimitForm) {
	set, ok := judge.SetByKey(of)
	if !ok {
		t.fault("of", fmt.Errorf("is %q, which is not a general set", of))
		return
	}
	if general(set)[key] != f {
		t.fault("limit", fmt.Errorf("%s of a general set is changed: they are fixed, write it as the shop's", key))
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
