package job

import (
	"errors"
	"fmt"
	"maps"
	"reflect"
	"slices"
	"strings"
	"unicode/utf8"

	"settle/core/field"
	"settle/core/gauge"
	"settle/core/judge"
	"settle/core/log"
	"settle/core/plan"
	"settle/core/quantity"
)

// Papers is what is known of a pump from its nameplate, drawing and manual, as
// far as a job is judged by it.
type Papers struct {
	Options map[string]string    `json:"options" doc:"option of the plan → choice"`
	Values  map[string]log.Value `json:"values" doc:"value of the plan → as written, with its source"`
	Limits  map[string]LimitForm `json:"limits" doc:"limit key → as written, with its source"`
	// Carries is what kind of liquid the pump carries; blank where nobody said.
	Carries judge.LiquidKind `json:"carries,omitempty" enum:"water,flammable,toxic,viscous" doc:"kind of its liquid"`
}

// Asked are the papers that a plan asks for. What an earlier version of it asked stays on
// the pump and is no hindrance to a job.
func (papers Papers) Asked(p *plan.Plan) Papers { return papers.without(p, papers) }

// without leaves out what the plan does not ask for and stood there before as it does now.
func (papers Papers) without(p *plan.Plan, before Papers) Papers {
	out := Papers{Options: maps.Clone(papers.Options), Values: maps.Clone(papers.Values),
		Limits: maps.Clone(papers.Limits), Carries: papers.Carries}
	maps.DeleteFunc(out.Options, func(key, choice string) bool {
		known := slices.ContainsFunc(p.Options, func(o plan.Choice) bool {
			return o.Key == key && slices.ContainsFunc(o.Choices, func(c plan.Option) bool { return c.Key == choice })
		})
		return !known && before.Options[key] == choice
	})
	maps.DeleteFunc(out.Values, func(key string, v log.Value) bool {
		known := slices.ContainsFunc(p.Values, func(a plan.Ask) bool { return a.Key == key })
		return !known && before.Values[key] == v
	})
	limits := slices.Concat(p.LimitKeys(), p.RateKeys())
	maps.DeleteFunc(out.Limits, func(key string, l LimitForm) bool {
		was, stood := before.Limits[key]
		return !slices.Contains(limits, key) && stood && reflect.DeepEqual(was, l)
	})
	return out
}

// CheckChanged is CheckPapers for a pump that is kept already: what its plan does not ask
// for, and stood there before, is let be.
func CheckChanged(p *plan.Plan, papers, before Papers) error {
	return checkPapers(p, papers.without(p, before), before.Values)
}

// LimitForm is a limit as it was typed, with its unit.
type LimitForm struct {
	Min    quantity.Typed `json:"min,omitzero"`
	Max    quantity.Typed `json:"max,omitzero"`
	Source string         `json:"source"`
}

// Rules is what a shop has settled for all its work.
type Rules struct {
	Set     string               `json:"set" doc:"key of the general limit set"`
	Schools map[string]string    `json:"schools"`
	Limits  map[string]LimitForm `json:"limits"`
	Units   gauge.Units          `json:"units,omitzero" doc:"beside boxes of what is no length"`
}

const maxComplaint = 500

// CheckRules says what is wrong with a shop's rules, field by field.
func CheckRules(r Rules) error {
	var errs field.Errors
	if _, ok := judge.SetByKey(r.Set); !ok {
		var known []string
		for _, s := range judge.Sets {
			known = append(known, s.Key)
		}
		errs.Add("set", fmt.Errorf("is %q: write one of %s", r.Set, strings.Join(known, ", ")))
	}
	for _, key := range sortedKeys(r.Schools) {
		i := slices.IndexFunc(plan.Schools, func(c plan.Choice) bool { return c.Key == key })
		if i < 0 {
			errs.Add("schools."+key, fmt.Errorf("is not a choice of the shop: remove it"))
		} else if v := r.Schools[key]; !slices.ContainsFunc(plan.Schools[i].Choices,
			func(o plan.Option) bool { return o.Key == v }) {
			errs.Add("schools."+key, fmt.Errorf("is %q, which is not one of its choices", v))
		}
	}
	_, err := layer(judge.Shop, r.Limits)
	errs.Add("", err)
	errs.Add("", r.Units.Check())
	return errs.Err()
}

// NewOpening copies what a job will be judged by: the pump's options and
// values, and the limits resolved once, maker before shop before general set.
func NewOpening(p *plan.Plan, tag string, papers Papers, rules Rules, asked Asked) (*log.Opening, error) {
	var errs field.Errors
	if utf8.RuneCountInString(asked.Complaint) > maxComplaint {
		errs.Add("complaint", fmt.Errorf("is longer than %d letters", maxComplaint))
	}
	wrong := asked.settle(p)
	for _, name := range sortedKeys(wrong) {
		errs.Add(name, errors.New(wrong[name]))
	}
	if asked.Complaint == "" {
		errs.Add("complaint", fmt.Errorf("is missing: write why the pump is here: leak, noise, heat, low flow, planned"))
	}
	// What stood on the pump before a figure had to be plain is no hindrance: it counts as not known.
	errs.Add("", checkPapers(p, papers, papers.Values))
	if err := errs.Err(); err != nil {
		return nil, err
	}
	from, dimensions, err := sources(p, papers, rules)
	if err != nil {
		return nil, err
	}
	o := &log.Opening{
		Pump: tag, Complaint: asked.Complaint, Why: asked.Why, Scope: asked.Scope, Arrives: asked.Arrives,
		Plan: p.Key, Version: p.Version, PlanHash: p.Hash,
		Options: plan.Defaults(p.Options, papers.Options), Schools: plan.Defaults(plan.Schools, rules.Schools),
		Values: papers.Values, Limits: map[string]judge.Limit{}, Carries: papers.Carries,
	}
	if o.Values == nil {
		o.Values = map[string]log.Value{}
	}
	for _, key := range p.LimitKeys() {
		o.Limits[key] = judge.Resolve(key, dimensions, layers(from)...)
	}
	return o, nil
}

// Propose notes what was not on this pump at its last job, as far as this plan has it to
// be done.
func Propose(o *log.Opening, p *plan.Plan, last Job) {
	d := derive(last)
	for _, stage := range d.sheet.Stages {
		for _, s := range stage.Steps {
			if s.Reading == nil || s.Reading.Absent != log.NotOnPump || p.Of(s.ID) == nil {
				continue
			}
			if o.Absent == nil {
				o.Absent = map[string]string{}
			}
			o.Absent[s.ID] = s.Reading.Skipped
		}
	}
}

// CheckPapers says what is wrong with a pump's options, values and limits under
// a plan, field by field.
func CheckPapers(p *plan.Plan, papers Papers) error { return checkPapers(p, papers, nil) }

// checkPapers is CheckPapers; a value that stood there before as it does now is let be, where it was
// understood then.
func checkPapers(p *plan.Plan, papers Papers, before map[string]log.Value) error {
	var errs field.Errors
	for _, key := range sortedKeys(papers.Options) {
		i := slices.IndexFunc(p.Options, func(c plan.Choice) bool { return c.Key == key })
		if i < 0 {
			errs.Add("options."+key, fmt.Errorf("is not an option of this construction"))
		} else if v := papers.Options[key]; !slices.ContainsFunc(p.Options[i].Choices,
			func(o plan.Option) bool { return o.Key == v }) {
			errs.Add("options."+key, fmt.Errorf("is %q, which is not one of its choices", v))
		}
	}
	for _, key := range sortedKeys(papers.Values) {
		i := slices.IndexFunc(p.Values, func(v plan.Ask) bool { return v.Key == key })
		if i < 0 {
			errs.Add("values."+key, fmt.Errorf("is nothing this construction asks for"))
		} else {
			was, stood := before[key]
			errs.Add("", checkValue(p.Values[i], papers.Values[key], stood && was == papers.Values[key]))
			errs.Add("", checkRows(p, key, papers))
		}
	}
	if len(papers.Limits) > 0 {
		errs.Add("", CheckLimits(papers.Limits, p.LimitKeys(), p.RateKeys()))
	}
	return errs.Err()
}

// planLayer is what the plan itself brings along, where neither maker nor shop
// has written a limit down.
func planLayer(p *plan.Plan) judge.Layer {
	out := judge.Layer{Origin: judge.General, Limits: map[string]judge.Rule{}}
	read := func(text string) *quantity.Length {
		l, err := quantity.Parse(text, "")
		if err != nil { // blank: the plan was checked
			return nil
		}
		return &l
	}
	for key, b := range p.Limits {
		rule := judge.Rule{Bounds: judge.Bounds{Min: read(b.Min), Max: read(b.Max)}, Source: b.Source, Factor: b.Factor,
			Of: b.Of, Cap: read(b.Cap)}
		if least, most, err := b.Rates(); err == nil {
			rule = judge.Rule{Rates: &gauge.Rates{Min: &least, Max: &most}, Source: b.Source}
		}
		for _, v := range p.Values {
			if v.Key == b.Of {
				rule.NeedsWord = strings.ToLower(v.Title)
			}
		}
		out.Limits[key] = rule
	}
	return out
}

func layer(origin judge.Origin, forms map[string]LimitForm) (judge.Layer, error) {
	out := judge.Layer{Origin: origin, Limits: map[string]judge.Rule{}}
	var r gauge.Reader
	for _, key := range sortedKeys(forms) {
		f, path := forms[key], "limits."+key
		if f.Blank() {
			continue
		}
		if f.Min.Blank() && f.Max.Blank() {
			r.Errors.Add(path+".max", errNoBound)
			continue
		}
		if rates, err := ratesOf(f); rates != nil || err != nil {
			r.Errors.Add(path, err)
			out.Limits[key] = judge.Rule{Rates: rates, Source: f.Source}
			r.Errors.Add(path, sourced(f))
			continue
		}
		r.Partial = true // one bound may be blank
		b := judge.Bounds{Min: r.Optional(gauge.Named(path+".min"), f.Min), Max: r.Optional(gauge.Named(path+".max"), f.Max)}
		if err := b.Check(); err != nil {
			r.Errors.Add(path+".min", fmt.Errorf("is over the max: the min is the smaller of the two"))
		}
		r.Errors.Add(path, sourced(f))
		out.Limits[key] = judge.Rule{Bounds: b, Source: f.Source}
	}
	return out, r.Errors.Err()
}

// sourced says that a limit has no source.
func sourced(f LimitForm) error {
	if strings.TrimSpace(f.Source) != "" {
		return nil
	}
	return field.Errorf("source", "is missing: say where the limit comes from, such as maker's manual, table 4")
}

// ratesOf is a limit that was typed in drops a minute, nil for one in lengths.
func ratesOf(f LimitForm) (*gauge.Rates, error) {
	var rates gauge.Rates
	var errs field.Errors
	typed := 0
	for _, end := range []struct {
		name string
		text quantity.Typed
		into **float64
	}{{"min", f.Min, &rates.Min}, {"max", f.Max, &rates.Max}} {
		if end.text.Blank() {
			continue
		}
		if rate, ok := gauge.ParseRate(end.text.String()); ok {
			typed++
			*end.into = &rate
		} else {
			errs.Add(end.name, fmt.Errorf("is no rate: write both in drops a minute, such as 20/min"))
		}
	}
	switch {
	case typed == 0:
		return nil, nil
	case len(errs) == 0 && rates.Check() != nil:
		errs.Add("min", fmt.Errorf("is over the max: the min is the smaller of the two"))
	}
	return &rates, errs.Err()
}

func sortedKeys[V any](m map[string]V) []string {
	out := make([]string, 0, len(m))
	for k := range m {
		out = append(out, k)
	}
	slices.Sort(out)
	return out
}
