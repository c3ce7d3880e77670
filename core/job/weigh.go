package job

import (
	"errors"
	"fmt"
	"math"
	"slices"
	"strconv"
	"strings"

	"settle/core/calc"
	"settle/core/field"
	"settle/core/gauge"
	"settle/core/judge"
	"settle/core/plan"
	"settle/core/quantity"
	"settle/core/setting"
)

// Reading is what was entered at a step, worked out and judged.
type Reading struct {
	// Figure is the number that is judged; High the other end of a range.
	// Both are nil at a step where nothing is measured: Text says it then.
	Figure  *Figure      `json:"figure,omitempty"`
	High    *Figure      `json:"high,omitempty"`
	Text    string       `json:"text,omitempty"`
	Verdict judge.Result `json:"verdict,omitempty" enum:"within,close,out,undecided,no-limit" doc:"missing where nothing is judged"`
	Limit   *judge.Limit `json:"-"`

	Margin      *Figure       `json:"margin,omitempty" doc:"to the nearest bound, negative outside"`
	Uncertainty *Figure       `json:"uncertainty,omitempty"`
	Warnings    []string      `json:"warnings,omitempty"`
	Outcome     judge.Outcome `json:"outcome,omitempty" enum:"reuse,dress,repair,replace,order" doc:"of a part"`
	Rule        string        `json:"rule,omitempty" doc:"the rule behind the outcome"`
	Was         judge.Outcome `json:"was,omitempty" enum:"reuse,dress,repair,replace,order" doc:"what the rule said when it was entered, where a reading since then says otherwise"`
	ByRule      judge.Outcome `json:"by_rule,omitempty" enum:"reuse,dress,repair,replace,order" doc:"what the rule says, where a person decided otherwise"`

	Dial    *DialReading `json:"dial,omitempty"`
	Found   []FoundAt    `json:"found,omitempty" doc:"an inspection: what was found, and where"`
	Spread  *Figure      `json:"spread,omitempty"`
	Places  []Place      `json:"places,omitempty"`
	Torque  *Pull        `json:"torque,omitempty"`
	Against *Figure      `json:"against,omitempty" doc:"a setting: what was measured"`
	Tool    *calc.Look   `json:"tool,omitempty" doc:"what the step's calculator says"`

	next []judge.Next // what would settle it, where it is close or undecided
}

// FoundAt is a finding with its place.
type FoundAt struct {
	Key   string `json:"key"`
	Words string `json:"words"`
	Spot
}

// DialReading is what readings round the clock tell beside their number.
type DialReading struct {
	TIR       *Figure  `json:"tir,omitempty"`
	Fitted    *Figure  `json:"fitted,omitempty"`
	OffCentre *Figure  `json:"off_centre,omitempty"`
	HighDeg   *float64 `json:"high_deg,omitempty"`
	HighClock string   `json:"high_clock,omitempty"`
	Closure   *Figure  `json:"closure,omitempty"`
	SumRule   *Figure  `json:"sum_rule,omitempty"`
	Form      *Figure  `json:"form,omitempty"`
	Level     *Figure  `json:"level,omitempty" doc:"mean level of the fitted circle"`
	Points    []Point  `json:"points,omitempty"`
	SagTaken  bool     `json:"sag_taken,omitempty" doc:"the sag of the arm was taken off"`
}

// Point is one reading with its place.
type Point struct {
	Deg   float64 `json:"deg"`
	Value Figure  `json:"value"`
}

// Place is the clearance at one place.
type Place struct {
	At       string              `json:"at"`
	Low      Figure              `json:"low"`
	High     Figure              `json:"high"`
	Result   judge.OpeningResult `json:"result" enum:"within,close,tight,wide,undecided,no-limit"`
	NextLeaf *Figure             `json:"next_leaf,omitempty"`
}

// scale is all that a step is weighed with.
type scale struct {
	opening *Opening
	plan    *plan.Plan
	choice  choices
	count   func(step string) (int, bool) // what was counted at another step
	read    func(check string) *Reading   // what a check came to, nil while it was not taken
	limits  map[*plan.Check]*judge.Limit  // found once
}

// choices answers conditions on options and schools; parts are added by Derive.
type choices struct {
	opening *Opening
	decided map[string]judge.Outcome
}

func (c choices) Choice(key string) string {
	if v, ok := c.opening.Options[key]; ok {
		return v
	}
	return c.opening.Schools[key]
}

func (c choices) Decided(part string) judge.Outcome { return c.decided[part] }

// weigh works out what was entered at a step. The errors name every field that
// is wrong. A partial body is one still being typed: the reading is nil until
// there is enough of it.
func (s *scale) weigh(step *plan.Step, b *Body, partial bool) (*Reading, field.Errors) {
	r := gauge.Reader{Unit: b.Unit, Partial: partial}
	if _, known := b.Unit.Size(); b.Unit != "" && !known {
		r.Errors.Add("unit", fmt.Errorf("is %q: write thou, in, mm or um", b.Unit))
		return nil, r.Errors
	}
	if strings.TrimSpace(b.Skip) != "" {
		if !skippable[step.Kind] {
			return nil, field.Errors{field.Errorf("skip", "is not for this step: it has to be done")}
		}
		return &Reading{Text: "not taken: " + b.Skip}, nil
	}
	reading := s.step(step, b, &r)
	if len(r.Errors) > 0 && !partial {
		return nil, r.Errors
	}
	return reading, r.Errors
}

// skippable are the kinds of step that may be left out, with a reason: a pump
// that came in pieces has no as-found run-out.
var skippable = map[string]bool{
	plan.Measure: true, plan.Turn: true, plan.Count: true, plan.Mark: true, plan.Inspect: true, plan.Torque: true,
	plan.Set: true, plan.Heat: true, plan.Wait: true, plan.Drip: true, plan.Test: true, plan.Align: true, plan.Grease: true, plan.Photo: true,
}

func (s *scale) step(step *plan.Step, b *Body, r *gauge.Reader) *Reading {
	switch step.Kind {
	case plan.Do, plan.Caution:
		if !b.Done {
			return missing(r, "done", "must be true: it says that this was done")
		}
		return &Reading{Text: "done"}
	case plan.Turn:
		return turn(step, b.Turn, r)
	case plan.Count:
		return s.counted(step, b.Count, r)
	case plan.Mark:
		return marks(step, b.Marks, r)
	case plan.Inspect:
		return s.inspect(s.plan.Part(step.Part), b.Inspect, r)
	case plan.Torque:
		return s.torque(step, b.Torque, r)
	case plan.Set:
		if step.Method == plan.ByLeaf {
			return s.direct(s.window(step), b.Direct, r)
		}
		return s.asked(step, b.Tool, r)
	case plan.Drip, plan.Align, plan.Grease:
		return s.asked(step, b.Tool, r)
	case plan.Heat:
		return s.heat(step, b.Heat, r)
	case plan.Wait:
		return wait(step, b.Wait, r)
	case plan.Test:
		return s.test(step, b.Test, r)
	case plan.Photo:
		return photo(b.Photo, r)
	case plan.Sign:
		if b.Sign == nil {
			return missing(r, "sign", "is missing")
		}
		return &Reading{Text: "signed"}
	}
	return s.measure(step, b, r)
}

// asked is a step that is a calculation and nothing else.
func (s *scale) asked(step *plan.Step, in Input, r *gauge.Reader) *Reading {
	if in == nil && !r.Partial {
		return missing(r, "tool", "is missing: what was measured")
	}
	return s.tool(step, in, "tool", r)
}

func (s *scale) measure(step *plan.Step, b *Body, r *gauge.Reader) *Reading {
	check := s.plan.Checks[step.Check]
	limit := s.limit(check)
	switch check.Instrument {
	case plan.Dial:
		return dial(check, limit, b.Dial, r)
	case plan.Float:
		return float(limit, b.Float, r)
	case plan.Feeler:
		return s.feeler(check, limit, b.Feeler, r)
	case plan.Direct:
		return s.direct(limit, b.Direct, r)
	case plan.Travel:
		return s.travel(check, limit, b.Travel, r)
	case plan.Ring, plan.Fit:
		return s.asked(step, b.Tool, r)
	}
	return s.setting(check, limit, b.Setting, r)
}

// missing notes a group that is not there; a form that is still blank is no fault.
func missing(r *gauge.Reader, path, message string) *Reading {
	if !r.Partial {
		r.Errors.Add(path, fmt.Errorf("%s", message))
	}
	return nil
}

// limit finds the limit of a check among those the job was opened with.
func (s *scale) limit(check *plan.Check) *judge.Limit {
	limit, ok := s.limits[check]
	if !ok {
		limit = s.resolve(check)
		if s.limits == nil {
			s.limits = make(map[*plan.Check]*judge.Limit, len(s.plan.Checks))
		}
		s.limits[check] = limit
	}
	return limit
}

func (s *scale) resolve(check *plan.Check) *judge.Limit {
	if key, ok := check.LimitKey(s.choice); ok {
		if limit, ok := s.opening.Limits[key]; ok {
			return &limit
		}
	}
	if check.Instrument == plan.Ring || check.Instrument == plan.Fit {
		return s.seatLimit(check)
	}
	return &judge.Limit{Origin: judge.None, Source: judge.NoneKnown}
}

func judged(r *Reading, v judge.Verdict, limit *judge.Limit) *Reading {
	r.Verdict, r.Limit = v.Result, limit
	r.Margin, r.Uncertainty = maybe(v.Margin), figure(v.Uncertainty)
	return r
}

func dial(check *plan.Check, limit *judge.Limit, f *gauge.DialForm, r *gauge.Reader) *Reading {
	if f == nil {
		return missing(r, "dial", "is missing: the readings round the clock")
	}
	var below gauge.Reader
	below.Unit, below.Partial = r.Unit, r.Partial
	d := below.Dial(*f)
	r.Errors.Add("dial", below.Errors.Err())
	if r.Partial && (d.Graduation == 0 || d.Sweep == nil && len(d.Readings) < 2) || !r.Partial && len(r.Errors) > 0 {
		return nil
	}
	if d.Sweep == nil && !r.Partial {
		for _, place := range check.Places {
			if !slices.ContainsFunc(f.Readings, func(x gauge.ReadingForm) bool { return x.Clock == place }) {
				return missing(r, "dial.readings", "has no reading at "+place+": read all of "+strings.Join(check.Places, ", ")+", or give the low and high of a sweep")
			}
		}
	}
	d.Surface, d.Indicator = check.Surface, check.Indicator
	x, err := d.Run()
	if err != nil {
		r.Errors.Add("dial", err)
		return nil
	}
	show := make(figures, 0, 8)
	reading := &Reading{Figure: show.add(x.Measured()), Warnings: x.Warnings, Dial: &DialReading{
		TIR: show.add(x.TIR), Fitted: show.maybe(x.Fitted), OffCentre: show.maybe(x.Eccentricity), HighDeg: x.HighDeg,
		Closure: show.maybe(x.Closure), SumRule: show.maybe(x.SumRule), Form: show.maybe(x.Form), Level: show.maybe(x.Circle),
		Points: make([]Point, 0, len(d.Readings)), SagTaken: d.Sag != nil,
	}}
	if x.HighDeg != nil {
		reading.Dial.HighClock = gauge.DegreesClock(*x.HighDeg)
	}
	for _, p := range d.Readings {
		reading.Dial.Points = append(reading.Dial.Points, Point{p.Degrees, Figure{Length: p.Value}})
	}
	v := judge.Length(x.Measured(), x.Uncertainty, limit.Bounds)
	reading.next = judge.NextDial(d, x, v)
	return judged(reading, v, limit)
}

func float(limit *judge.Limit, f *gauge.FloatForm, r *gauge.Reader) *Reading {
	if f == nil {
		return missing(r, "float", "is missing: the readings at either end")
	}
	below := gauge.Reader{Unit: r.Unit, Partial: r.Partial}
	trials, graduation := below.Trials(*f)
	r.Errors.Add("float", below.Errors.Err())
	if r.Partial && (graduation == 0 || len(trials) == 0) || !r.Partial && len(r.Errors) > 0 {
		return nil
	}
	x, err := gauge.Play(trials, graduation)
	if err != nil {
		r.Errors.Add("float", err)
		return nil
	}
	reading := &Reading{Figure: figure(x.Mean), Spread: figure(x.Spread), Warnings: x.Warnings}
	v := judge.Length(x.Mean, x.Uncertainty, limit.Bounds)
	reading.next = judge.NextPlay(trials, graduation, x, v)
	return judged(reading, v, limit)
}

// places lists where a feeler check is taken: the plan's names, or one for
// each of the pump's vanes.
func (s *scale) places(check *plan.Check) []string {
	if check.PlacesFrom == "" {
		return check.Places
	}
	n := s.number(check.PlacesFrom)
	names := make([]string, n)
	for i := range names {
		names[i] = fmt.Sprintf("%s %d", check.PlaceName, i+1)
	}
	return names
}

func (s *scale) feeler(check *plan.Check, limit *judge.Limit, f *gauge.GapForm, r *gauge.Reader) *Reading {
	if f == nil {
		return missing(r, "feeler", "is missing: the leaves at each place")
	}
	below := gauge.Reader{Unit: r.Unit, Partial: r.Partial}
	openings, graduation := below.Openings(*f)
	r.Errors.Add("feeler", below.Errors.Err())
	if r.Partial && len(openings) == 0 || !r.Partial && len(r.Errors) > 0 {
		return nil
	}
	if !r.Partial {
		for _, place := range s.places(check) {
			if !slices.ContainsFunc(openings, func(o gauge.Opening) bool { return o.At == place }) {
				return missing(r, "feeler.positions", "has nothing for "+place+": measure at every place")
			}
		}
	}
	x, err := gauge.Clearance(openings)
	if err != nil {
		r.Errors.Add("feeler", err)
		return nil
	}
	u := gauge.DirectUncertainty(graduation)
	v := judge.Openings(openings, u, limit.Bounds, gauge.Leaves(r.Unit))
	reading := &Reading{Figure: figure(x.Lowest), High: figure(x.Highest), Spread: figure(x.Spread), Verdict: v.Result, Limit: limit, Warnings: v.Warnings}
	reading.next = judge.NextOpenings(v, graduation, limit.Bounds)
	for _, p := range v.Places {
		reading.Places = append(reading.Places, Place{p.At, Figure{Length: p.Low}, Figure{Length: p.High}, p.Result, maybe(p.NextLeaf)})
	}
	return reading
}

func (s *scale) setting(check *plan.Check, limit *judge.Limit, f *SettingForm, r *gauge.Reader) *Reading {
	if f == nil {
		return missing(r, "setting", "is missing: the dimension measured")
	}
	measured, ok := r.Length(gauge.Named("setting.measured"), f.Measured)
	graduation, okGraduation := r.Length(gauge.Named("setting.graduation"), f.Graduation)
	if okGraduation && graduation <= 0 {
		r.Errors.Add("setting.graduation", fmt.Errorf("must be more than nothing: the value of one division, such as 1/64 in or 0.5 mm"))
	}
	if !ok || !okGraduation || graduation <= 0 {
		return nil
	}
	wanted, known := s.length(check.Of)
	if !known {
		none := &judge.Limit{Origin: judge.None, Source: "no setting dimension known: look it up on the seal's drawing and enter it on the pump"}
		return judged(&Reading{Figure: figure(measured), Against: figure(measured)}, judge.Length(measured, gauge.DirectUncertainty(graduation), none.Bounds), none)
	}
	off := setting.Deviation(measured, wanted)
	v := judge.Length(off, gauge.DirectUncertainty(graduation), limit.Bounds)
	return judged(&Reading{Figure: figure(off), Against: figure(measured), next: judge.NextDirect(graduation, v)}, v, limit)
}

func turn(step *plan.Step, f *TurnForm, r *gauge.Reader) *Reading {
	if f == nil || r.Partial && f.Turn == "" {
		return missing(r, "turn", "is missing: how it turns by hand")
	}
	if !f.Turn.Known() {
		r.Errors.Add("turn.turn", fmt.Errorf("is %q: write free, drags, rough, rubs, binds or locked", f.Turn))
		return nil
	}
	reading := &Reading{Text: string(f.Turn)}
	if f.Clock != "" {
		if _, err := gauge.ClockDegrees(f.Clock); err != nil {
			r.Errors.Add("turn.clock", err)
			return nil
		}
		reading.Text += " at " + f.Clock
	}
	if step.Phase == plan.Built {
		reading.Verdict, reading.Limit = judge.Within, &judge.Limit{Source: "must turn free"}
		if f.Turn != gauge.Free {
			reading.Verdict = judge.Out
		}
	}
	return reading
}

// maxCount bounds what can be counted at one place.
const maxCount = 9999

func (s *scale) counted(step *plan.Step, f *CountForm, r *gauge.Reader) *Reading {
	if f == nil || f.Count == nil {
		return missing(r, "count.count", "is missing: how many")
	}
	if *f.Count < 0 || *f.Count > maxCount {
		r.Errors.Add("count.count", fmt.Errorf("is %d: write a whole number from 0 to %d", *f.Count, maxCount))
		return nil
	}
	reading := &Reading{Text: fmt.Sprint(*f.Count)}
	if pack := r.Optional(gauge.Named("count.pack"), f.Pack); pack != nil {
		if *pack < 0 {
			r.Errors.Add("count.pack", fmt.Errorf("is below zero: write how thick the pieces are together"))
			return nil
		}
		reading.High = figure(*pack)
	}
	if step.SameAs != "" {
		before, ok := s.count(step.SameAs)
		switch {
		case !ok:
			reading.Verdict, reading.Limit = judge.NoLimit, &judge.Limit{Origin: judge.None, Source: "nobody counted them when they came off"}
		case before == *f.Count:
			reading.Verdict, reading.Limit = judge.Within, &judge.Limit{Source: fmt.Sprintf("%d came off", before)}
		default:
			reading.Verdict, reading.Limit = judge.Out, &judge.Limit{Source: fmt.Sprintf("%d came off", before)}
		}
	}
	return reading
}

func marks(step *plan.Step, where []string, r *gauge.Reader) *Reading {
	for i, name := range step.Marks {
		if i >= len(where) || strings.TrimSpace(where[i]) == "" {
			return missing(r, fmt.Sprintf("marks[%d]", i), "is missing: where the mark on "+strings.ToLower(name)+" stands, such as 12 or two dots at 3")
		}
	}
	if len(where) > len(step.Marks) {
		r.Errors.Add(fmt.Sprintf("marks[%d]", len(step.Marks)), fmt.Errorf("is one too many: this step has %d", len(step.Marks)))
		return nil
	}
	return &Reading{Text: fmt.Sprintf("%d marked", len(where))}
}

func (s *scale) inspect(part *plan.Part, f *InspectForm, r *gauge.Reader) *Reading {
	var policy judge.Decision
	for _, a := range part.Always {
		if a.When.Hold(s.choice) && a.Outcome.Heavier(policy.Outcome) != policy.Outcome {
			policy = judge.Decision{Outcome: a.Outcome, Rule: a.Rule}
		}
	}
	if by := s.dragged(part.Key); by != nil && policy.Outcome == "" {
		policy = judge.Decision{Outcome: judge.Replace, Rule: "replaced with the " + strings.ToLower(by.Title)}
	}
	if f == nil {
		return missing(r, "inspect", "is missing: what was found, an empty list where there is nothing")
	}
	found := s.measured(part)
	words := make([]string, 0, len(f.Found)+len(found))
	var at []FoundAt
	for _, x := range found {
		words = append(words, x.Words)
	}
	for i, key := range f.Found {
		k := slices.IndexFunc(part.Findings, func(x plan.Finding) bool { return x.Key == key })
		if k < 0 {
			r.Errors.Add(fmt.Sprintf("inspect.found[%d]", i), fmt.Errorf("%q is not on the list for the %s", key, strings.ToLower(part.Title)))
			return nil
		}
		x := part.Findings[k]
		found = append(found, judge.Finding{Key: x.Key, Words: x.Words, Outcome: x.Outcome, Rule: x.Rule})
		spot, err := ParseSpot(f.At[key], s.vanes())
		r.Errors.Add("inspect.at."+key, err)
		at = append(at, FoundAt{x.Key, x.Words, spot})
		if where := spot.String(); where != "" {
			words = append(words, x.Words+" at "+where)
		} else {
			words = append(words, x.Words)
		}
	}
	for _, key := range keys(f.At) {
		if !slices.Contains(f.Found, key) {
			r.Errors.Add("inspect.at."+key, errors.New("says where, and the finding is not ticked"))
		}
	}
	d := judge.Part(found, policy)
	reading := &Reading{Outcome: d.Outcome, Rule: d.Rule, Text: strings.Join(words, ", "), Found: at}
	if len(words) == 0 && len(part.Findings) > 0 {
		reading.Text = "Nothing found"
	}
	if f.Where != "" {
		reading.Text += " (" + f.Where + ")"
	}
	if f.Outcome != "" && f.Outcome != d.Outcome {
		if !f.Outcome.Known() {
			r.Errors.Add("inspect.outcome", fmt.Errorf("is %q: write reuse, dress, repair, replace or order", f.Outcome))
			return nil
		}
		reading.Outcome, reading.ByRule = f.Outcome, d.Outcome
		if strings.TrimSpace(f.Reason) == "" {
			if !r.Partial {
				r.Errors.Add("inspect.reason", fmt.Errorf("is missing: the rule says %s, write why you decide otherwise", d.Outcome))
			}
			return reading
		}
		reading.Rule = f.Reason
	}
	return reading
}

// vanes is how many the impeller has, 0 where the pump's papers do not say.
func (s *scale) vanes() int {
	n, err := strconv.Atoi(strings.TrimSpace(s.opening.Values["vanes"].Text))
	if err != nil {
		return 0
	}
	return n
}

// measured are the findings that readings make: one past its limit says something
// of the part, whatever is seen on it.
func (s *scale) measured(part *plan.Part) []judge.Finding {
	var found []judge.Finding
	for _, j := range part.Judged {
		if s.read == nil {
			break
		}
		if r := s.read(j.Check); r != nil && r.Verdict == judge.Out {
			found = append(found, judge.Finding{Key: j.Check, Words: s.plan.Checks[j.Check].Title + " out of limit", Outcome: j.Outcome, Rule: j.Rule})
		}
	}
	return found
}

// dragged returns the part that takes this one along, where it is replaced.
func (s *scale) dragged(key string) *plan.Part {
	for i := range s.plan.Parts {
		if p := &s.plan.Parts[i]; s.choice.decided[p.Key] == judge.Replace && slices.Contains(p.Drags, key) {
			return p
		}
	}
	return nil
}

// wrenchGood is how near a click wrench comes to its setting: ± 4 % (ISO 6789).
const wrenchGood = 0.04

func (s *scale) torque(step *plan.Step, f *TorqueForm, r *gauge.Reader) *Reading {
	if f == nil {
		return missing(r, "torque", "is missing: the bolts as they were ticked")
	}
	asked, source, known := s.pull(step.Torque)
	set := asked
	if strings.TrimSpace(f.Set) != "" {
		t, err := quantity.ParseTorque(f.Set)
		if err == nil && t <= 0 {
			err = fmt.Errorf("must be more than nothing, such as 30 N·m")
		}
		if err != nil {
			r.Errors.Add("torque.set", err)
			return nil
		}
		set = t
	} else if !known {
		return missing(r, "torque.set", "is missing: no torque is known for this joint, write the one you used with its unit, such as 30 N·m")
	}
	order := s.order(step)
	want := len(order) * (len(step.Passes) + 1)
	for i, bolt := range f.Ticks {
		if i >= want {
			r.Errors.Add("torque.ticks", fmt.Errorf("has %d ticks: %d bolts in %d passes and the check are %d", len(f.Ticks), len(order), len(step.Passes), want))
			return nil
		}
		if next := tickAt(order, len(step.Passes), i); bolt != next {
			r.Errors.Add(fmt.Sprintf("torque.ticks[%d]", i), fmt.Errorf("is bolt %d: bolt %d is next in the crossing order", bolt, next))
			return nil
		}
	}
	if len(f.Ticks) < want {
		return missing(r, "torque.ticks", fmt.Sprintf("has %d of %d ticks: bolt %d is next", len(f.Ticks), want, tickAt(order, len(step.Passes), len(f.Ticks))))
	}
	reading := &Reading{Torque: pull(set), Verdict: judge.Within, Limit: &judge.Limit{Source: source}}
	switch {
	case !known:
		reading.Verdict, reading.Limit = judge.NoLimit, &judge.Limit{Origin: judge.None, Source: judge.NoneKnown}
	case math.Abs(set.NM()-asked.NM()) > wrenchGood*asked.NM():
		reading.Verdict = judge.Out
	}
	return reading
}

// tickAt is the bolt of the i-th tick: the crossing order once a pass, then
// round the circle for the check.
func tickAt(order []int, passes, i int) int {
	if i/len(order) >= passes {
		return i%len(order) + 1
	}
	return order[i%len(order)]
}

func (s *scale) order(step *plan.Step) []int {
	order, err := setting.Crossing(min(max(s.number(step.Bolts), 1), setting.MaxBolts))
	if err != nil {
		panic("job: " + err.Error()) // the number was brought into range
	}
	return order
}
