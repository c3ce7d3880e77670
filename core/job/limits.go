package job

import (
	"errors"
	"fmt"
	"slices"
	"strings"

	"settle/core/field"
	"settle/core/judge"
	"settle/core/plan"
	"settle/core/quantity"
	"settle/core/words"
)

// LimitRow is what each origin says of one limit, and which of them counts.
type LimitRow struct {
	Key     string      `json:"key"`
	Title   string      `json:"title"`
	Said    []LimitSaid `json:"said" nullable:"false" doc:"in the order in which they win; the silent are left out"`
	InForce LimitShown  `json:"in_force"`
	Why     string      `json:"why" doc:"why this one counts"`
	Asked   bool        `json:"asked" doc:"a check of this pump, as its options stand, is judged by it"`
}

// LimitSaid is what one origin says.
type LimitSaid struct {
	Who   string     `json:"who" doc:"pump, shop, plan or the title of the general set"`
	Limit LimitShown `json:"limit"`
}

// source is a layer of limits with its name for people.
type source struct {
	who string
	judge.Layer
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
	return []source{{"pump", maker}, {"shop", shop}, {"plan", planLayer(p)},
		{set.Title, judge.Layer{Origin: judge.General, Limits: set.Limits}}}, dimensions, nil
}

func layers(from []source) []judge.Layer {
	out := make([]judge.Layer, len(from))
	for i, s := range from {
		out[i] = s.Layer
	}
	return out
}

// Limits lists every limit of a plan for a pump: what each origin says, which
// counts, and why. Titles name the check of each.
func Limits(p *plan.Plan, papers Papers, rules Rules, title func(key string) string) ([]LimitRow, error) {
	from, dimensions, err := sources(p, papers, rules)
	if err != nil {
		return nil, err
	}
	asked := asks(p, chosen(plan.Defaults(p.Options, papers.Options), plan.Defaults(plan.Schools, rules.Schools)))
	rows := []LimitRow{}
	for _, key := range p.LimitKeys() {
		row := weighLimits(key, from, dimensions)
		row.Title, row.Asked = title(key), slices.Contains(asked, key)
		rows = append(rows, row)
	}
	return rows, nil
}

// asks lists the limits by which a pump is judged as its options stand.
func asks(p *plan.Plan, c plan.State) []string {
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
	row := LimitRow{Key: key, Said: []LimitSaid{}, InForce: ShowLimit(judge.Resolve(key, dimensions, layers(from)...))}
	var silent []string
	for _, s := range from {
		l := judge.Resolve(key, dimensions, s.Layer)
		if l.Origin != judge.None {
			row.Said = append(row.Said, LimitSaid{s.who, ShowLimit(l)})
			continue
		}
		if len(row.Said) == 0 && s.who != "plan" {
			silent = append(silent, map[string]string{"pump": "the pump has none of its own",
				"shop": "the shop has no rule"}[s.who])
		}
	}
	switch {
	case len(row.Said) == 0:
		row.Why = "Nobody has given one: look it up in the maker's manual."
	case row.Said[0].Who == "pump":
		row.Why = "The pump's own counts before all others."
	default:
		counts, ok := map[string]string{"shop": "the shop's rule counts.",
			"plan": "what the plan brings counts."}[row.Said[0].Who]
		if !ok {
			counts = "the general set counts."
		}
		if len(silent) > 0 {
			counts = strings.Join(silent, " and ") + ": " + counts
		}
		row.Why = words.Capital(counts)
	}
	return row
}

// ShopLimits lists what the shop's rules and its general set say of each key.
func ShopLimits(keys []string, rules Rules, title func(key string) string) ([]LimitRow, error) {
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
		row := weighLimits(key, []source{{"shop", shop}, {set.Title, judge.Layer{Origin: judge.General,
			Limits: set.Limits}}}, nil)
		if len(row.Said) > 0 && row.Said[0].Who == "shop" {
			row.Why = "The shop's rule counts where the pump has none of its own."
		}
		row.Title, row.Asked = title(key), true
		rows = append(rows, row)
	}
	return rows, nil
}

// CheckLimits says what is wrong with limits as they were typed, where only
// those keys are known.
func CheckLimits(limits map[string]LimitForm, known []string) error {
	var errs field.Errors
	for _, key := range keys(limits) {
		if !slices.Contains(known, key) {
			errs.Add("limits."+key, fmt.Errorf("is not a limit that is known here: the limits are %s",
				strings.Join(known, ", ")))
		}
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
