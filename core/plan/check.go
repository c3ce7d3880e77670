package plan

import (
	"errors"
	"fmt"
	"slices"
	"strconv"
	"strings"

	"settle/core/judge"
	"settle/core/quantity"
)

// A checker gathers what is wrong with a plan.
type checker struct {
	p       *Plan
	errs    []error
	stages  map[string]bool
	values  map[string]string // key → kind
	repeats map[string]*Repeat
}

func (c *checker) fault(line int, step, format string, args ...any) {
	c.errs = append(c.errs, &Error{Line: line, Step: step, Message: fmt.Sprintf(format, args...)})
}

// check says all that is wrong with a plan that has been read, and fills its
// tables. What a later part of a plan names stands in the tables by then.
func (p *Plan) check() error {
	c := &checker{p: p, stages: map[string]bool{}, values: map[string]string{}, repeats: map[string]*Repeat{}}
	p.steps, p.parts = map[string]*Step{}, map[string]*Part{}
	c.head()
	c.choices("option", p.Options)
	for _, o := range p.Options {
		if slices.ContainsFunc(Schools, func(s Choice) bool { return s.Key == o.Key }) {
			c.fault(o.line, "", "option %s has the name of a school of the shop: choose another", o.Key)
		}
	}
	for _, v := range p.Values {
		c.ask(v)
	}
	for i := range p.Repeats {
		c.repeat(&p.Repeats[i])
	}
	for _, key := range sorted(p.Limits) {
		c.bound(key, p.Limits[key])
	}
	for i := range p.Parts {
		part := &p.Parts[i]
		if p.parts[part.Key] != nil {
			c.fault(part.line, "", "part %s stands here twice", part.Key)
		}
		p.parts[part.Key] = part
	}
	for _, part := range p.Parts {
		c.part(part)
	}
	for _, key := range sorted(p.Checks) {
		c.check(key, p.Checks[key])
	}
	for i := range p.Stages {
		c.stage(&p.Stages[i])
	}
	c.scopes()
	c.later()
	c.loops()
	c.shaftLine()
	c.speeds()
	p.ways()
	return errors.Join(c.errs...)
}

func (c *checker) head() {
	p := c.p
	for _, need := range []struct{ key, value string }{{"key", p.Key}, {"title", p.Title},
		{"construction", p.Construction}} {
		if need.value == "" {
			c.fault(1, "", "%s is missing at the head of the plan", need.key)
		}
	}
	if p.Version < 1 {
		c.fault(1, "", "version is %d: write 1 for the first, and one more with each change", p.Version)
	}
	if p.Format < 0 || p.Format > Formats {
		c.fault(1, "", "format is %d: this program reads plans up to format %d", p.Format, Formats)
	}
	if len(p.Stages) == 0 {
		c.fault(1, "", "stages is missing: a plan has at least one stage with a step")
	}
}

func (c *checker) ask(v Ask) {
	if v.Key == "" || v.Title == "" {
		c.fault(v.line, "", "a value needs a key and a title")
	}
	if !slices.Contains([]string{LengthValue, TorqueValue, NumberValue, AmountValue, WarmthValue, PressValue,
		WordsValue}, v.Kind) {
		c.fault(v.line, "", "value %s: kind is %q: write length, torque, number, amount, temperature, pressure or words",
			v.Key, v.Kind)
	} else if v.Default != "" && !v.fits(v.Default) {
		c.fault(v.line, "", "value %s: default %q is not a %s", v.Key, v.Default, v.Kind)
	}
	if _, twice := c.values[v.Key]; twice {
		c.fault(v.line, "", "value %s stands here twice", v.Key)
	}
	c.values[v.Key] = v.Kind
}

func (c *checker) stage(stage *Stage) {
	if stage.ID == "" || stage.Title == "" {
		c.fault(stage.line, "", "a stage needs an id and a title")
	}
	if c.stages[stage.ID] {
		c.fault(stage.line, "", "stage %s stands here twice", stage.ID)
	}
	for _, before := range stage.After {
		if !c.stages[before] {
			c.fault(stage.line, "", "stage %s comes after %q, and no stage before it has that id", stage.ID, before)
		}
	}
	c.stages[stage.ID] = true
	c.conditions(stage.line, "", stage.When)
	c.inScopes(stage.line, "", stage.Scopes)
	if len(stage.Steps) == 0 {
		c.fault(stage.line, "", "stage %s has no steps", stage.ID)
	}
	c.repeated(stage.line, "", stage.For)
	for j := range stage.Steps {
		if step := &stage.Steps[j]; step.For == "" {
			step.For = stage.For
		}
		c.step(&stage.Steps[j])
	}
}

// fits reports whether a text is of the kind that is asked.
func (a Ask) fits(text string) bool {
	switch a.Kind {
	case NumberValue:
		_, err := strconv.Atoi(text)
		return err == nil
	case AmountValue:
		_, err := strconv.ParseFloat(text, 64)
		return err == nil
	case LengthValue:
		_, err := quantity.Parse(text, "")
		return err == nil
	case TorqueValue:
		_, err := quantity.ParseTorque(text, "")
		return err == nil
	case PressValue:
		_, err := quantity.ParsePressure(text, "")
		return err == nil
	}
	return true
}

func (c *checker) repeat(r *Repeat) {
	if r.Key == "" || r.Title == "" {
		c.fault(r.line, "", "a repeat needs a key and a title")
	}
	if c.repeats[r.Key] != nil {
		c.fault(r.line, "", "repeat %s stands here twice", r.Key)
	}
	c.repeats[r.Key] = r
	switch {
	case r.Count != "" && len(r.Members) > 0:
		c.fault(r.line, "", "repeat %s has members and a count: write one of them", r.Key)
	case r.Count != "":
		c.value(r.line, "", "repeat "+r.Key+": count", r.Count, NumberValue)
		if r.Short == "" {
			c.fault(r.line, "", "repeat %s: short is missing: the word for one, such as stage", r.Key)
		}
	case len(r.Members) < 2:
		c.fault(r.line, "", "repeat %s needs at least two members, or the value that counts them", r.Key)
	}
	for _, m := range r.Members {
		if m.Key == "" || m.Title == "" || m.Short == "" || strings.ContainsAny(m.Key, "@ ") {
			c.fault(r.line, "", "repeat %s: a member needs a key without spaces, a title and a short one", r.Key)
		}
	}
}

// repeated says whether for names a repeat of the plan.
func (c *checker) repeated(line int, step, key string) {
	if key != "" && c.repeats[key] == nil {
		c.fault(line, step, "for is %q: name one of the plan's repeats", key)
	}
}

func (c *checker) bound(key string, b *Bound) {
	if b == nil {
		c.fault(1, "", "limit %s is empty", key)
		return
	}
	for _, text := range []string{b.Min, b.Max, b.Cap} {
		if _, err := quantity.Parse(text, ""); text != "" && err != nil {
			c.fault(b.line, "", "limit %s: %v", key, err)
		}
	}
	if b.Source == "" {
		c.fault(b.line, "", "limit %s: source is missing: say where it comes from", key)
	}
	switch {
	case b.Rate != "":
		if _, _, err := b.Rates(); err != nil || b.Min+b.Max+b.Cap != "" || b.Factor != 0 {
			c.fault(b.line, "", "limit %s: rate is %q: write the least and the most a minute, 30 to 60, and no length", key,
				b.Rate)
		}
	case b.Factor != 0 && b.Max != "":
		c.fault(b.line, "", "limit %s has a max and a factor: write one of them", key)
	case b.Factor != 0:
		c.value(b.line, "", "limit "+key+": of", b.Of, LengthValue)
	case b.Min == "" && b.Max == "":
		c.fault(b.line, "", "limit %s has no bound: write min, max, or factor with of", key)
	}
}

// Rates are the least and the most a minute of a limit that is no length.
func (b *Bound) Rates() (least, most float64, err error) {
	if n, err := fmt.Sscanf(b.Rate, "%g to %g", &least, &most); n != 2 || err != nil || least < 0 || most < least {
		return 0, 0, errors.New("is no span of rates")
	}
	return least, most, nil
}

func (c *checker) part(part Part) {
	if part.Key == "" || part.Title == "" {
		c.fault(part.line, "", "a part needs a key and a title")
	}
	c.repeated(part.line, "", part.For)
	c.conditionsFor(part.line, "", part.For, part.When)
	if part.Kit != "" && part.Kit != "always" && part.Kit != "if-needed" && part.Kit != Stays {
		c.fault(part.line, "", "part %s: kit is %q: write always, if-needed or stays", part.Key, part.Kit)
	}
	for _, other := range part.Drags {
		if c.p.parts[other] == nil {
			c.fault(part.line, "", "part %s drags %q along, which is not a part", part.Key, other)
		}
	}
	for _, j := range part.Judged {
		switch {
		case j.Count != "" && (j.Check != "" || j.Least < 1):
			c.fault(j.line, "", "part %s is judged by the count %q: least is the number from which, and no check beside it",
				part.Key, j.Count)
		case j.Count == "" && c.p.Checks[j.Check] == nil:
			c.fault(j.line, "", "part %s is judged by %q: name one of the plan's checks", part.Key, j.Check)
		}
		if j.Side != "" && (j.Check == "" || j.Side != UnderLimit && j.Side != OverLimit) {
			c.fault(j.line, "", "part %s: side is %q: write under or over, beside a check", part.Key, j.Side)
		}
		if j.Bare != "" && (j.Check == "" || c.p.Checks[j.Bare] == nil) {
			c.fault(j.line, "", "part %s: bare is %q: name the check of the bare shaft, beside one on the sleeve", part.Key,
				j.Bare)
		}
		if !j.Outcome.Known() || j.Rule == "" {
			c.fault(j.line, "", "part %s: judged needs an outcome (reuse, dress, repair, replace, order) and the rule "+
				"in words", part.Key)
		}
	}
	if part.QuantityOf != "" {
		c.value(part.line, "", "part "+part.Key+": quantity_of", part.QuantityOf, NumberValue)
	} else if part.Quantity < 1 {
		c.fault(part.line, "", "part %s: quantity is %d: write how many the pump has", part.Key, part.Quantity)
	}
	for _, f := range part.Findings {
		if !f.Outcome.Known() {
			c.fault(f.line, "", "part %s, finding %s: outcome is %q: write reuse, dress, repair, replace or order", part.Key,
				f.Key, f.Outcome)
		}
		if f.Sign != "" && !slices.Contains(judge.FindingSigns(), f.Sign) {
			c.fault(f.line, "", "part %s, finding %s: sign is %q: write one of %v", part.Key, f.Key, f.Sign,
				judge.FindingSigns())
		}
		if f.Key == "" || f.Words == "" || f.Rule == "" {
			c.fault(f.line, "", "part %s: a finding needs a key, its words and the rule in words", part.Key)
		}
	}
	for _, a := range part.Always {
		if !a.Outcome.Known() || a.Rule == "" {
			c.fault(a.line, "", "part %s: always needs an outcome (reuse, dress, repair, replace, order) and the rule "+
				"in words", part.Key)
		}
		c.conditions(a.line, "", a.When)
	}
}

func (c *checker) value(line int, step, what, key, kind string) {
	if c.values[key] != kind {
		c.fault(line, step, "%s is %q: name one of the plan's values of kind %s", what, key, kind)
	}
}

func (c *checker) check(key string, x *Check) {
	if x == nil {
		c.fault(1, "", "check %s is empty: it needs a title, an instrument and a limit", key)
		return
	}
	if x.Title == "" || x.Short == "" {
		c.fault(x.line, "", "check %s needs a title, and a short one for its flag", key)
	}
	c.repeated(x.line, "", x.For)
	for _, l := range x.Limit {
		if l.Key == "" {
			c.fault(l.line, "", "check %s: a limit needs its key", key)
		}
		c.conditions(l.line, "", l.When)
		for _, when := range l.When {
			if when.ofPart() || when.Op == opCameTo || when.Key == InScope {
				c.fault(l.line, "", "check %s: its limit hangs on %q: only options and schools decide which limit counts", key,
					when)
			}
		}
	}
	c.conditions(x.line, "", x.Preloaded)
	if len(x.Preloaded) > 0 && x.Instrument != Float {
		c.fault(x.line, "", "check %s: preloaded goes with a play", key)
	}
	for _, part := range x.On {
		if c.p.parts[part] == nil {
			c.fault(x.line, "", "check %s is on %q: name one of the plan's parts", key, part)
		}
	}
	if !slices.Contains([]string{"", ByLimit, BySpread, ByOther, ByNothing}, x.Judge) {
		c.fault(x.line, "", "check %s: judge is %q: write limit, spread, against or start", key, x.Judge)
	}
	if (x.Judge == ByOther) != (x.Against.Source == FromCheck) {
		c.fault(x.line, "", "check %s: judge: against goes with the other reading, such as against: gap as found", key)
	}
	if x.Condemns != "" && x.Condemns != "none" {
		c.fault(x.line, "", "check %s: condemns is %q: write none; a part says itself by what it is judged", key, x.Condemns)
	}
	kind := instrument(x.Instrument)
	if kind == nil {
		c.fault(x.line, "", "check %s: instrument is %q: write %s", key, x.Instrument, oneOf(Instruments))
		return
	}
	if len(x.Limit) == 0 && !kind.ownLimit {
		c.fault(x.line, "", "check %s: limit is missing: name the key of its limit, even where no value is known yet", key)
	}
	if kind.check != nil {
		kind.check(c, key, x)
	}
}

func (c *checker) step(s *Step) {
	fault := func(format string, args ...any) { c.fault(s.line, s.ID, format, args...) }
	if s.ID == "" {
		fault("a step needs an id")
	}
	if s.Title == "" {
		fault("title is missing")
	}
	if strings.Contains(s.ID, "@") {
		fault("an id has no @ in it: it is put there when a step is for several")
	}
	if c.p.steps[s.ID] != nil {
		fault("there is another step of this id at line %d", c.p.steps[s.ID].line)
	}
	c.repeated(s.line, s.ID, s.For)
	c.p.steps[s.ID] = s // conditions ask it
	c.conditions(s.line, s.ID, s.When)
	c.inScopes(s.line, s.ID, s.Scopes)
	for _, need := range s.Needs {
		if c.p.steps[need] == nil || need == s.ID {
			fault("needs %q, and no step before it has that id", need)
		}
	}
	if i := slices.IndexFunc(kinds, func(k kind) bool { return k.key == s.Kind }); i < 0 {
		fault("kind is %q: write %s", s.Kind, oneOf(Kinds))
	} else if check := kinds[i].check; check != nil {
		check(c, s)
	}
	c.closing(s)
	c.tells(s)
	if s.Drawing != "" && !slices.Contains(drawings, s.Drawing) {
		fault("there is no drawing %q: the drawings are %s", s.Drawing, strings.Join(drawings, ", "))
	}
	c.reopens(s.line, s.ID, s.Reopens)
	if s.Second && s.Kind != Sign {
		fault("second is for a signature: write it at the step of kind sign")
	}
	if s.Follows && s.Kind == Sign {
		fault("the signature cannot follow itself")
	}
}
