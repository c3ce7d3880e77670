package job

import (
	"errors"
	"fmt"
	"maps"
	"slices"
	"strings"

	"settle/core/field"
	"settle/core/judge"
	"settle/core/kind"
	"settle/core/plan"
	"settle/core/quantity"
)

// LimitRow is what each origin says of one limit, and which of them counts.
type LimitRow struct {
	Key     string          `json:"key"`
	Title   string          `json:"title"`
	Said    []LimitSaid     `json:"said" nullable:"false" doc:"in the order in which they win; the silent are left out"`
	InForce kind.LimitShown `json:"in_force"`
	Why     string          `json:"why" doc:"why this one counts"`
	Lacks   Sentence        `json:"lacks" doc:"the bound that only the general set has; blank where there is none"`
	Asked   bool            `json:"asked" doc:"a check of this pump, as its options stand, is judged by it"`
}

// LimitSaid is what one origin says.
type LimitSaid struct {
	Who   Who             `json:"who" enum:"pump,shop,plan,general"`
	Title string          `json:"title" doc:"who that is, in words"`
	Limit kind.LimitShown `json:"limit"`
}

// Who says something of a limit.
type Who string

// Those who may, in the order in which they win.
const (
	ThePump    Who = "pump"
	TheShop    Who = "shop"
	ThePlan    Who = "plan"
	GeneralSet Who = "general"
)

// source is a layer of limits with who says them.
type source struct {
	who   Who
	title string
	judge.Layer
}

func general(set judge.Set) source {
	return source{GeneralSet, set.Title, judge.Layer{Origin: judge.General, Limits: set.Limits}}
}

// sources are the origins of a pump's limits in the order in which they win,
// with the pump's dimensions that some of them are a share of.
func sources(p *plan.Plan, papers Papers, rules Rules) ([]source, map[string]quantity.Length, error) {
	var errs field.Errors
	shop, err := layer(judge.Shop, rules.Limits)
	errs.Add("shop", err)
	maker, err := layer(judge.Maker, papers.Limits)
	errs.Add("", err)
	if err := errs.Err(); err != nil {
		return nil, nil, err
	}
	set, ok := judge.SetByKey(rules.Set)
	if !ok {
		set = judge.Sets[0]
	}
	dimensions := map[string]quantity.Length{}
	for _, v := range p.Values {
		if l, err := quantity.Parse(papers.Values[v.Key].Text, ""); v.Kind == plan.LengthValue && err == nil {
			dimensions[v.Key] = l
		}
	}
	return []source{{ThePump, thisPump, maker}, {TheShop, theShop, shop}, {ThePlan, thePlan, planLayer(p)}, general(set)},
		dimensions, nil
}

func layers(from []source) []judge.Layer {
	out := make([]judge.Layer, len(from))
	for i, s := range from {
		out[i] = s.Layer
	}
	return out
}

// Limits lists every limit of a plan for a pump: what each origin says, which
// counts, and why.
func Limits(p *plan.Plan, papers Papers, rules Rules) ([]LimitRow, error) {
	from, dimensions, err := sources(p, papers, rules)
	if err != nil {
		return nil, err
	}
	asked := asks(p, chosen(plan.Defaults(p.Options, papers.Options), plan.Defaults(plan.Schools, rules.Schools)))
	rows := []LimitRow{}
	for _, key := range p.LimitKeys() {
		row := weighLimits(key, from, dimensions)
		row.Title, row.Asked = CheckOf(p, key), slices.Contains(asked, key)
		rows = append(rows, row)
	}
	return rows, nil
}

// asks lists the limits by which a pump is judged as its options stand.
func asks(p *plan.Plan, c plan.Facts) []string {
	var keys []string
	for _, check := range p.Checks {
		if key, ok := check.LimitKey(c); ok {
			keys = append(keys, key)
		}
		keys = append(keys, check.Worn, check.Down, check.Up)
	}
	for _, stage := range p.Stages {
		for _, step := range stage.Steps {
			keys = append(keys, step.Window)
		}
	}
	return keys
}

func weighLimits(key string, from []source, dimensions map[string]quantity.Length) LimitRow {
	row := LimitRow{Key: key, Said: []LimitSaid{}, InForce: kind.ShowLimit(judge.Resolve(key, dimensions,
		layers(from)...))}
	var silent []Who
	for _, s := range from {
		if l := judge.Resolve(key, dimensions, s.Layer); l.Origin != judge.None {
			row.Said = append(row.Said, LimitSaid{s.who, s.title, kind.ShowLimit(l)})
		} else if len(row.Said) == 0 {
			silent = append(silent, s.who)
		}
	}
	row.Why = whyCounts(row.Said, silent)
	if n := len(row.Said); n > 1 && row.Said[n-1].Who == GeneralSet && row.InForce.Rate == "" {
		row.Lacks = lacks(row.InForce, row.Said[n-1].Limit)
	}
	return row
}

// ShopLimits lists what the shop's rules and its general set say of each key; titles
// name the check of each.
func ShopLimits(keys []string, titles map[string]string, rules Rules) ([]LimitRow, error) {
	shop, err := layer(judge.Shop, rules.Limits)
	if err != nil {
		return nil, err
	}
	set, ok := judge.SetByKey(rules.Set)
	if !ok {
		set = judge.Sets[0]
	}
	rows := []LimitRow{}
	for _, key := range keys {
		row := weighLimits(key, []source{{TheShop, theShop, shop}, general(set)}, nil)
		if len(row.Said) > 0 && row.Said[0].Who == TheShop {
			row.Why = shopCounts
		}
		row.Title, row.Asked = titles[key], true
		rows = append(rows, row)
	}
	return rows, nil
}

// CheckLimits says what is wrong with limits as they were typed, where only those keys are
// known, and some of them are rates.
func CheckLimits(limits map[string]LimitForm, known, rates []string) error {
	var errs field.Errors
	for _, key := range sortedKeys(limits) {
		if !slices.Contains(known, key) {
			errs.Add("limits."+key, fmt.Errorf("is not a limit that is known here: the limits are %s",
				strings.Join(known, ", ")))
			continue
		}
		isRate, _ := ratesOf(limits[key])
		switch wanted := slices.Contains(rates, key); {
		case limits[key].Blank() || limits[key].Min.Blank() && limits[key].Max.Blank():
		case wanted && isRate == nil:
			errs.Add("limits."+key+".max", fmt.Errorf("is no rate: write drops a minute, such as 60/min"))
		case !wanted && isRate != nil:
			errs.Add("limits."+key+".max", fmt.Errorf("is a rate: write a length, such as 2 thou or 0.05 mm"))
		}
	}
	if len(errs) > 0 {
		return errs.Err()
	}
	_, err := layer(judge.Shop, limits)
	errs.Add("", err)
	return errs.Err()
}

// Blank reports whether a limit says nothing. One with a source alone is an
// error, which the check of the limits finds.
func (f LimitForm) Blank() bool {
	return f.Min.Blank() && f.Max.Blank() && strings.TrimSpace(f.Source) == ""
}

var errNoBound = errors.New("is missing: write the least or the most, with its unit, such as 2 thou, or clear " +
	"the source, too")

// CheckOf is the title of the check that a limit key judges: of several the one that comes first in the
// order of work.
func CheckOf(p *plan.Plan, limit string) string {
	for _, check := range checksInOrder(p) {
		for _, l := range check.Limit {
			if l.Key == limit {
				if len(l.When) > 0 {
					return check.Title + " (" + strings.Join(l.When[0].Values, " or ") + ")"
				}
				return check.Title
			}
		}
		switch limit {
		case check.Worn:
			return check.Title + ", worn out at"
		case check.Down:
			return check.Title + ", right down"
		case check.Up:
			return check.Title + ", right up"
		}
	}
	for _, stage := range p.Stages {
		for _, step := range stage.Steps {
			if step.Window == limit {
				return step.Title
			}
		}
	}
	return limit
}

// checksInOrder are the checks of a plan as they come in the order of work, then those that no step takes.
func checksInOrder(p *plan.Plan) (out []*plan.Check) {
	seen := map[string]bool{}
	add := func(key string) {
		if check := p.Checks[key]; check != nil && !seen[key] {
			seen[key] = true
			out = append(out, check)
		}
	}
	for _, stage := range p.Stages {
		for _, step := range stage.Steps {
			add(step.Check)
		}
	}
	for _, key := range slices.Sorted(maps.Keys(p.Checks)) {
		add(key)
	}
	return out
}

// LimitKeys are the limits that any plan asks for, with the title of the check
// in the first that does.
func LimitKeys(plans map[string]*plan.Plan) (keys []string, titles map[string]string) {
	titles = map[string]string{}
	for _, name := range slices.Sorted(maps.Keys(plans)) {
		for _, key := range plans[name].LimitKeys() {
			if _, known := titles[key]; !known {
				titles[key] = CheckOf(plans[name], key)
				keys = append(keys, key)
			}
		}
	}
	// Two plans may have a check of the same name and mean different limits.
	named := map[string]int{}
	for _, title := range titles {
		named[title]++
	}
	for key, title := range titles {
		if named[title] > 1 {
			titles[key] = title + ": " + strings.ReplaceAll(key, "-", " ")
		}
	}
	slices.SortFunc(keys, func(a, b string) int { return strings.Compare(titles[a]+a, titles[b]+b) })
	return keys, titles
}

// RateKeys are the limits of any plan that are drops a minute.
func RateKeys(plans map[string]*plan.Plan) []string {
	var keys []string
	for _, name := range slices.Sorted(maps.Keys(plans)) {
		keys = append(keys, plans[name].RateKeys()...)
	}
	return keys
}

// Written drops the limits that say nothing.
func Written(forms map[string]LimitForm) map[string]LimitForm {
	out := map[string]LimitForm{}
	for key, f := range forms {
		if !f.Blank() {
			out[key] = f
		}
	}
	return out
}
