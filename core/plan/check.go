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

func sorted[V any](m map[string]V) []string {
	var keys []string
	for k := range m {
		keys = append(keys, k)
	}
	slices.Sort(keys)
	return keys
}

func (c *checker) choices(word string, list []Choice) {
	for _, x := range list {
		var keys []string
		for _, o := range x.Choices {
			keys = append(keys, o.Key)
		}
		if len(keys) < 2 {
			c.fault(x.line, "", "%s %s needs at least two choices", word, x.Key)
		} else if !slices.Contains(keys, x.Default) {
			c.fault(x.line, "", "%s %s: default %q is not one of its choices %s", word, x.Key, x.Default,
				strings.Join(keys, ", "))
		}
	}
}

func (c *checker) conditions(line int, step string, conditions Conditions) {
	repeat := ""
	if s := c.p.steps[step]; s != nil {
		repeat = s.For
	}
	c.conditionsFor(line, step, repeat, conditions)
}

// conditionsFor checks the conditions of what is there for each of a repeat; blank for what is there once.
func (c *checker) conditionsFor(line int, step, repeat string, conditions Conditions) {
	for _, x := range conditions.Each() {
		if x.Op == opCameTo {
			c.result(line, step, x)
			continue
		}
		if x.ofPart() {
			if c.p.parts[x.Key] == nil {
				c.fault(line, step, "condition %q: there is no part %q", x, x.Key)
			} else if slices.ContainsFunc(x.Values, func(v string) bool { return !judge.Outcome(v).Known() }) {
				c.fault(line, step, "condition %q: write decided reuse, dress, repair, replace or order", x)
			}
			continue
		}
		if c.repeats[x.Key] != nil {
			if repeat != x.Key {
				c.fault(line, step, "condition %q: only what is for %s may ask it", x, x.Key)
			}
			continue
		}
		for _, value := range x.Values {
			if c.repeats[strings.Trim(value, "{}")] != nil && strings.HasPrefix(value, "{") {
				continue // the member stands there when it is written out
			}
			if !slices.ContainsFunc(c.p.choosable(), func(o Choice) bool {
				return o.Key == x.Key && slices.ContainsFunc(o.Choices, func(o Option) bool { return o.Key == value })
			}) {
				c.fault(line, step, "condition %q: no option or school has that choice", x)
			}
		}
	}
}

// result checks a condition on what a check comes to.
func (c *checker) result(line int, step string, x Condition) {
	if c.p.Checks[x.Key] == nil {
		c.fault(line, step, "condition %q: there is no check %q", x, x.Key)
	}
	for _, value := range x.Values {
		if !slices.Contains(results, value) {
			c.fault(line, step, "condition %q: write is %s", x, oneOf(results))
		}
	}
}

// results are what a check may come to.
var results = []string{string(judge.Within), string(judge.Close), string(judge.Out), string(judge.Undecided)}

// choosable are all the choices that a condition may ask.
func (p *Plan) choosable() []Choice { return slices.Concat(p.Options, Schools, p.Asked()) }

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

func (c *checker) shaftLine() {
	drawn := map[string][]string{} // name of a piece → what it may be drawn as
	for i := range c.p.ShaftLine.Pieces {
		piece := &c.p.ShaftLine.Pieces[i]
		c.piece(piece)
		drawn[piece.Name()] = append(drawn[piece.Name()], piece.Piece)
	}
	c.bearings(drawn)
	c.benches()
	for _, s := range c.p.ShaftLine.Stations {
		c.stands(s)
		where := s.At
		if check := c.p.Checks[s.Check]; check != nil && check.For != "" {
			r := c.repeats[check.For]
			if r == nil || r.Count != "" || !strings.Contains(where, "{"+check.For+"}") {
				c.fault(s.line, "", "shaft line: station %s is for each %s: its place needs {%s} in it, and members that "+
					"are named", s.Check, check.For, check.For)
				continue
			}
			where = strings.ReplaceAll(where, "{"+check.For+"}", r.Members[0].Key)
		}
		if !stands(drawn, where) {
			c.fault(s.line, "", "shaft line: station %s stands at %q: write a piece that is drawn and one of its points, "+
				"such as bearing-frame.thrust-bearing", s.Check, s.At)
		}
		if c.p.Checks[s.Check] == nil {
			c.fault(s.line, "", "shaft line: there is no check %q for a station", s.Check)
		}
	}
}

// stands reports whether a place is on a piece that is drawn, in all of its variants.
func stands(drawn map[string][]string, at string) bool {
	piece, point, _ := strings.Cut(at, ".")
	return len(drawn[piece]) > 0 &&
		!slices.ContainsFunc(drawn[piece], func(as string) bool { return !slices.Contains(pieces[as], point) })
}

func (c *checker) piece(piece *Piece) {
	fault := func(format string, args ...any) { c.fault(piece.line, "", "shaft line: "+format, args...) }
	if _, ok := pieces[piece.Piece]; !ok {
		fault("there is no piece %q: the pieces are %s", piece.Piece, strings.Join(pieceNames(), ", "))
	}
	c.conditions(piece.line, "", piece.When)
	if stage, _, _ := strings.Cut(piece.Fitted, "@"); stage != "" && !c.stages[stage] {
		fault("piece %s is fitted in %q, which is not a stage", piece.Piece, piece.Fitted)
	}
	for _, id := range slices.Concat(piece.Off, piece.On) {
		if step, _, _ := strings.Cut(id, "@"); c.p.steps[step] == nil {
			fault("piece %s goes off or on at %q, which is not a step", piece.Piece, id)
		}
	}
}

func (c *checker) benches() {
	for i := range c.p.ShaftLine.Benches {
		b := &c.p.ShaftLine.Benches[i]
		if b.Title == "" || len(b.Pieces) == 0 || len(b.At) == 0 {
			c.fault(b.line, "", "shaft line: what is on the bench needs a title, pieces, and at: the stages or steps it is "+
				"drawn at")
		}
		for _, id := range b.At {
			if !c.stages[id] && c.p.steps[id] == nil {
				c.fault(b.line, "", "shaft line: %s is drawn at %q, which is neither a stage nor a step", b.Title, id)
			}
		}
		for k := range b.Pieces {
			c.piece(&b.Pieces[k])
		}
	}
}

// stands checks which of the places of its check a station is, and how far along it stands.
func (c *checker) stands(s Station) {
	check := c.p.Checks[s.Check]
	if check == nil {
		return
	}
	several := check.Instrument == Along
	switch {
	case several && !slices.Contains(check.Places, s.Place):
		c.fault(s.line, "", "shaft line: station %s has the place %q: write one of its check's, %s", s.Check, s.Place,
			strings.Join(check.Places, ", "))
	case !several && s.Place != "":
		c.fault(s.line, "", "shaft line: station %s has a place, and its check is taken at one only: remove it", s.Check)
	}
	for _, key := range c.p.forEach(s.Along, check.For) {
		c.distance(s.line, "station "+s.Check, key)
	}
}

// distance is a length along the shaft; blank where the plan asks for none.
func (c *checker) distance(line int, of, key string) {
	if key != "" && c.values[key] != LengthValue {
		c.fault(line, "", "shaft line: %s: along names %q: write one of the plan's lengths", of, key)
	}
}

// bearings stand on the metal, and somewhere along the shaft.
func (c *checker) bearings(drawn map[string][]string) {
	for _, b := range c.p.ShaftLine.Bearings {
		if b.Title == "" || !stands(drawn, b.At) {
			c.fault(b.line, "", "shaft line: bearing %q stands at %q: write its title and a piece that is drawn with one of "+
				"its points", b.Title, b.At)
		}
		c.distance(b.line, "bearing "+b.Title, b.Along)
	}
}

// later checks what names a step that may stand behind it.
func (c *checker) later() {
	for i := range c.p.Stages {
		for k := range c.p.Stages[i].Steps {
			s := &c.p.Stages[i].Steps[k]
			c.carried(s)
			for _, o := range s.Against {
				c.origin(s, "against", o)
			}
			for _, key := range s.Papers {
				if c.values[key] == "" {
					c.at(s)("papers names %q, which is not one of the plan's values", key)
				}
			}
			if other := c.p.steps[s.LeafAt]; s.LeafAt != "" && (other == nil || other.Kind != Measure) {
				c.at(s)("leaf_at is %q: name the step that tries the leaf", s.LeafAt)
			}
			for _, id := range s.ShownAt {
				if c.p.steps[id] == nil {
					c.at(s)("shown_at names %q, and no step has that id", id)
				}
			}
		}
	}
	for _, part := range c.p.Parts {
		for _, j := range part.Judged {
			if step := c.p.steps[j.Count]; j.Count != "" && (step == nil || step.Kind != Count) {
				c.fault(j.line, "", "part %s is judged by the count %q: name a count step", part.Key, j.Count)
			}
		}
	}
}

// speeds marks the values that a step takes for the speed of the pump.
func (c *checker) speeds() {
	for i := range c.p.Stages {
		for k := range c.p.Stages[i].Steps {
			for v := range c.p.Values {
				if a := &c.p.Values[v]; a.Key == c.p.Stages[i].Steps[k].Speed {
					a.Speed = true
				}
			}
		}
	}
}

func pieceNames() []string {
	var names []string
	for name := range pieces {
		names = append(names, name)
	}
	slices.Sort(names)
	return names
}
