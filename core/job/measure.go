package job

import (
	"fmt"
	"slices"
	"strings"

	"settle/core/field"
	"settle/core/gauge"
	"settle/core/judge"
	"settle/core/log"
	"settle/core/plan"
	"settle/core/quantity"
	"settle/core/setting"
	"settle/core/words"
)

// A reading beyond these is questioned, not refused: no dial, leaf or push and pull
// gives it on a pump in one piece.
const (
	absurd      = 10 * quantity.Millimetre
	absurdPlay  = 50 * quantity.Millimetre
	absurdSize  = 500 * quantity.Millimetre
	absurdDepth = 2000 * quantity.Millimetre
	absurdAlong = 30_000 * quantity.Millimetre
)

func (t *terms) check(step *plan.Step) *plan.Check { return t.plan.Checks[step.Check] }

// under tells what is wrong with the fields of a group, and what of them is asked back.
func under(r *gauge.Reader, path string, fields *gauge.Reader) {
	fields.AskBack()
	r.Errors.Add(path, fields.Errors.Err())
}

// short reports whether there is too little of a form to work it out: what is typed
// is not enough yet, or something of what is offered is wrong.
func short(r *gauge.Reader, enough bool) bool {
	return r.Partial && !enough || !r.Partial && len(r.Errors) > 0
}

func dial(s *scale, step *plan.Step, b *log.Body, r *gauge.Reader) *Reading {
	check := s.check(step)
	if b.Dial == nil {
		return missing(r, "dial", "is missing: the readings round the clock")
	}
	also := alsoRead(s, step, b, r)
	reading := turnedDial(check, check.Places, "dial", b.Dial, b.MPE(), s.limitOf(step), r)
	if reading != nil {
		reading.Also = also
	}
	return reading
}

// turnedDial is a dial that was read round the clock; what is wrong with it stands under
// its path.
func turnedDial(check *plan.Check, clock []string, path string, f *gauge.DialForm, mpe quantity.Length,
	limit *judge.Limit, r *gauge.Reader) *Reading {
	fields := r.Below()
	d := fields.Dial(*f)
	under(r, path, fields)
	if short(r, d.Graduation != 0 && (d.Sweep != nil || len(d.Readings) > 1)) {
		return nil
	}
	if d.Sweep == nil && !r.Partial {
		for _, place := range clock {
			if !slices.ContainsFunc(f.Readings, func(x gauge.ReadingForm) bool { return x.Clock == place }) {
				return missing(r, path+".readings", "has no reading at "+place+": read all of "+strings.Join(clock, ", ")+
					", or give the low and high of a sweep")
			}
		}
	}
	d.Surface, d.Indicator, d.MPE = check.Surface, check.Indicator, mpe
	x, err := d.Run()
	if err != nil {
		r.Errors.Add(path, err)
		return nil
	}
	v, next, warnings := judge.Dial(d, x, limit.Bounds)
	reading := dialReading(d, x)
	reading.next, reading.Warnings, reading.Held = next, warnings, dialHeld(d, x)
	return judged(reading, v, limit)
}

// dialHeld is which run-out is judged: that of the whole turn, else the larger of highest less lowest
// and of the fitted circle, by its name; the other stands beside it.
func dialHeld(d gauge.Dial, x gauge.Runout) *Held {
	h := as(OfValue, tirName, x.Measured())
	switch {
	case x.AtFace != nil:
		h.Name = faceName
		h.beside(tirName, figure(x.Judged))
	case d.Sweep != nil:
		h.Name = turnName
	case x.Fitted != nil && *x.Fitted > x.TIR:
		h.Name = circleName
		h.beside(tirName, figure(x.TIR))
	case x.Fitted != nil:
		h.beside(circleName, figure(*x.Fitted))
	}
	return h
}

// dialReading is what readings round the clock tell.
func dialReading(d gauge.Dial, x gauge.Runout) *Reading {
	show := make(figures, 0, 9)
	reading := &Reading{Figure: show.add(x.Measured()), Warnings: x.Warnings, Dial: &DialReading{
		TIR: show.add(x.TIR), Fitted: show.maybe(x.Fitted), OffCentre: show.maybe(x.Eccentricity), HighDeg: x.HighDeg,
		Closure: show.maybe(x.Closure), SumRule: show.maybe(x.SumRule), Form: show.maybe(x.Form), Level: show.maybe(x.Circle),
		Points: make([]Point, 0, len(d.Readings)), SagTaken: d.Sag != nil,
	}}
	if x.HighDeg != nil {
		reading.Dial.HighClock = gauge.DegreesClock(*x.HighDeg)
	}
	if x.Harmonics != nil {
		reading.Dial.Oval = show.add(x.Harmonics.Twice)
	}
	for _, p := range d.Readings {
		reading.Dial.Points = append(reading.Dial.Points, Point{p.Degrees, Figure{Length: p.Value}})
	}
	return reading
}

func dialPanel(t *terms, step *plan.Step, p *Panel) {
	check := t.check(step)
	p.Surface, p.Indicator, p.Places, p.Also = check.Surface, check.Indicator, check.Places, t.reaches(step)
	switch check.Surface {
	case gauge.Face:
		p.FigureTitle = "Face, total reading"
	case gauge.Bore:
		p.FigureTitle = "Concentricity, TIR"
	}
}

func dialBoxes(b *log.Body) []box {
	f := b.Dial
	if f == nil {
		return nil
	}
	out := make([]box, 0, len(f.Readings)+4)
	for i, x := range f.Readings {
		out = append(out, box{path: fmt.Sprintf("dial.readings[%d].value", i), name: x.Clock + ":", length: x.Value,
			most: absurd})
	}
	if w := f.Sweep; w != nil {
		out = append(out, box{path: "dial.sweep.low", name: "lowest", length: w.Low, most: absurd},
			box{path: "dial.sweep.high", name: "highest", length: w.High, most: absurd})
	}
	out = append(out, box{path: "dial.back_to_start", name: "back at the start", length: f.BackToStart, most: absurd},
		box{path: "dial.sag", name: "sag", length: f.Sag, most: absurd})
	for i, x := range b.Also {
		path := field.At("also", i)
		out = append(out, box{path: path + ".along", name: "also at", length: x.Along, most: absurdAlong})
		for k, reading := range x.Readings {
			out = append(out, box{path: field.At(path+".readings", k) + ".value", name: reading.Clock + ":",
				length: reading.Value, most: absurd})
		}
		out = append(out, box{path: path + ".back_to_start", name: "back:", length: x.BackToStart, most: absurd})
	}
	return out
}

func float(s *scale, step *plan.Step, b *log.Body, r *gauge.Reader) *Reading {
	if b.Float == nil {
		return missing(r, "float", "is missing: the readings at either end")
	}
	fields := r.Below()
	trials, graduation := fields.Trials(*b.Float)
	under(r, "float", fields)
	if short(r, graduation != 0 && len(trials) > 0) {
		return nil
	}
	x, err := gauge.Play(trials, graduation, b.MPE())
	if err != nil {
		r.Errors.Add("float", err)
		return nil
	}
	limit := s.limitOf(step)
	pair := judge.Pair{From: limit.Origin, Followed: b.Float.Followed}
	if s.preloaded(step) && !pair.Followed {
		pair.From = judge.General // no play at all is nobody's word for it
	}
	v, next, warnings := judge.Play(trials, graduation, x, limit.Bounds, pair)
	return judged(&Reading{Figure: figure(x.Mean), Spread: figure(x.Spread), Warnings: warnings, next: next,
		Held: as(OfMean, "Play, mean", x.Mean)}, v, limit)
}

// preloaded reports whether what is read is a preloaded pair on this pump.
func (s *scale) preloaded(step *plan.Step) bool {
	check := s.plan.Checks[step.Check]
	return check != nil && len(check.Preloaded) > 0 && check.Preloaded.Hold(s)
}

func floatPanel(t *terms, step *plan.Step, p *Panel) { p.Repeats = t.check(step).Repeats }

func floatBoxes(b *log.Body) []box {
	if b.Float == nil {
		return nil
	}
	var out []box
	for i, x := range b.Float.Trials {
		out = append(out, box{path: fmt.Sprintf("float.trials[%d].in", i), name: "in", length: x.In, most: absurdPlay},
			box{path: fmt.Sprintf("float.trials[%d].out", i), name: "out", length: x.Out, most: absurdPlay})
	}
	return out
}

// places lists where a check is taken: the plan's names, or one for each of the
// pump's vanes.
func (t *terms) places(check *plan.Check) []string {
	if check.PlacesFrom == "" {
		return check.Places
	}
	n := t.number(check.PlacesFrom)
	names := make([]string, n)
	for i := range names {
		names[i] = fmt.Sprintf("%s %d", check.PlaceName, i+1)
	}
	return names
}

func feeler(s *scale, step *plan.Step, b *log.Body, r *gauge.Reader) *Reading {
	if b.Feeler == nil {
		return missing(r, "feeler", "is missing: the leaves at each place")
	}
	check := s.check(step)
	fields := r.Below()
	gaps, graduation := fields.Gaps(*b.Feeler)
	under(r, "feeler", fields)
	if short(r, len(gaps) > 0) {
		return nil
	}
	if !r.Partial {
		for _, place := range s.places(check) {
			if !slices.ContainsFunc(gaps, func(o gauge.GapAt) bool { return o.At == place }) {
				return missing(r, "feeler.positions", "has nothing for "+place+": measure at every place")
			}
		}
	}
	x, err := gauge.Clearance(gaps)
	if err != nil {
		r.Errors.Add("feeler", err)
		return nil
	}
	limit := s.limitOf(step)
	v := judge.Gaps(gaps, gauge.DirectUncertainty(graduation, b.MPE()), limit.Bounds, gauge.Leaves(r.Unit),
		step.Phase == plan.Built)
	reading := &Reading{Figure: figure(x.Lowest), High: figure(x.Highest), Spread: figure(x.Spread), Verdict: v.Result,
		Limit: limit, Warnings: v.Warnings, next: judge.NextGaps(v, graduation, b.MPE(), limit.Bounds)}
	for _, p := range v.Places {
		reading.Places = append(reading.Places, Place{p.At, Figure{Length: p.Low}, Figure{Length: p.High}, p.Result,
			maybe(p.NextLeaf)})
	}
	return reading
}

func placesPanel(t *terms, step *plan.Step, p *Panel) { p.Places = t.places(t.check(step)) }

func feelerBoxes(b *log.Body) []box {
	if b.Feeler == nil {
		return nil
	}
	var out []box
	for i, x := range b.Feeler.Positions {
		at := fmt.Sprintf("feeler.positions[%d].", i)
		out = append(out, box{path: at + "value", name: x.At + ":", length: x.Value, most: absurd},
			box{path: at + "go", name: x.At + " goes:", length: x.Go, most: absurd},
			box{path: at + "no_go", name: x.At + " does not go:", length: x.NoGo, most: absurd})
	}
	return out
}

// division reads one division of a gauge.
func division(r *gauge.Reader, path string, typed quantity.Typed, such string) (quantity.Length, bool) {
	graduation, ok := r.Length(gauge.Named(path), typed)
	if ok && graduation <= 0 {
		r.Errors.Add(path, fmt.Errorf("must be greater than zero: the value of one division%s", such))
	}
	return graduation, ok && graduation > 0
}

func set(s *scale, step *plan.Step, b *log.Body, r *gauge.Reader) *Reading {
	if b.Setting == nil {
		return missing(r, "setting", "is missing: the dimension measured")
	}
	measured, ok := r.Length(gauge.Named("setting.measured"), b.Setting.Measured)
	graduation, okGraduation := division(r, "setting.graduation", b.Setting.Graduation, ", such as 1/64 in or 0.5 mm")
	if !ok || !okGraduation {
		return nil
	}
	check, u := s.check(step), gauge.DirectUncertainty(graduation, b.MPE())
	wanted, known := s.length(check.Of)
	if !known {
		none := noLimit(noSetting)
		return judged(&Reading{Figure: figure(measured), Against: figure(measured)}, judge.Length(measured, u,
			none.Bounds), none)
	}
	limit, off := s.limitOf(step), setting.Deviation(measured, wanted)
	reading := fine(&Reading{Figure: figure(off), Against: figure(measured),
		Held: as(OfTarget, offMark, off).beside(measuredName, figure(measured))}, off, u, limit)
	reading.next = reading.nextDirect(graduation)
	return reading
}

func settingPanel(t *terms, step *plan.Step, p *Panel) {
	check := t.check(step)
	if l, known := t.length(check.Of); known {
		p.Nominal, p.NominalOf = figure(l), t.opening.Values[check.Of].Source
	}
}

func settingBoxes(b *log.Body) []box {
	if b.Setting == nil {
		return nil
	}
	return []box{{path: "setting.measured", length: b.Setting.Measured, most: absurdSize}}
}

// direct is one value read with a gauge, or the leaf that just goes: of a check, or
// held while something is clamped.
func direct(s *scale, step *plan.Step, b *log.Body, r *gauge.Reader) *Reading {
	f := b.Direct
	if f == nil {
		return missing(r, "direct", "is missing: the value measured")
	}
	value, ok := r.Length(gauge.Named("direct.value"), f.Value)
	var graduation quantity.Length
	if !f.Leaf {
		var okGraduation bool
		graduation, okGraduation = division(r, "direct.graduation", f.Graduation, ", such as 0.01 mm")
		ok = ok && okGraduation
	}
	uncertainty := gauge.DirectUncertainty(graduation, b.MPE())
	if depths := s.depths(step); len(depths) > 0 && !f.Leaf {
		less, read := r.Length(gauge.Named("direct.less"), f.Less)
		if ok = ok && read; ok && less > value {
			r.Errors.Add("direct.less", fmt.Errorf("is more than %s: the two are changed over", words.Lower(depths[0])))
			return nil
		}
		value, uncertainty = value-less, gauge.DifferenceUncertainty(graduation, b.MPE())
	}
	if !ok {
		return nil
	}
	limit := s.limitOf(step)
	reading := &Reading{Figure: figure(value)}
	if f.Leaf {
		v := judge.Length(value, 0, limit.Bounds)
		if v.Result == judge.Close { // a leaf is its own uncertainty
			v.Result = judge.Within
		}
		return judged(reading, v, limit)
	}
	reading = fine(reading, value, uncertainty, limit)
	reading.next = reading.nextDirect(graduation)
	return reading
}

// nextDirect says what would settle a reading taken directly with a gauge of a graduation.
func (r *Reading) nextDirect(graduation quantity.Length) []judge.Next {
	if r.Margin == nil {
		return nil
	}
	return judge.NextDirect(graduation, judge.Verdict{Result: r.Verdict, Margin: &r.Margin.Length})
}

// depths are the two that a reading is worked out from: of the step, else of its check. What
// is set by a leaf is read like a check, and is none.
func (t *terms) depths(step *plan.Step) []string {
	if check := t.check(step); len(step.Depths) == 0 && check != nil {
		return check.Depths
	}
	return step.Depths
}

func byLeaf(_ *terms, _ *plan.Step, p *Panel) { p.Leaf = true }

func directBoxes(b *log.Body) []box {
	if b.Direct == nil {
		return nil
	}
	return []box{{path: "direct.value", length: b.Direct.Value, most: absurdSize},
		{path: "direct.less", length: b.Direct.Less, most: absurdSize}}
}

func travel(s *scale, step *plan.Step, b *log.Body, r *gauge.Reader) *Reading {
	f, check := b.Travel, s.check(step)
	if f == nil {
		return missing(r, "travel", "is missing: the depth right down and right up")
	}
	down, okDown := r.Length(gauge.Named("travel.down"), f.Down)
	up, okUp := r.Length(gauge.Named("travel.up"), f.Up)
	graduation, ok := division(r, "travel.graduation", f.Graduation, " of the depth gauge")
	if !okDown || !okUp || !ok {
		return nil
	}
	if (check.Deeper == "up") != (up > down) && check.Deeper != "" && up != down {
		r.Errors.Add("travel.up", fmt.Errorf("is on the wrong side of the depth right down: here the shaft right %s is the "+
			"deeper, the two are changed over", check.Deeper))
		return nil
	}
	limit, length := s.travelLimit(step), (down - up).Abs()
	u := gauge.DifferenceUncertainty(graduation, b.MPE())
	reading := fine(&Reading{Figure: figure(length), Held: as(OfValue, "Travel", length)}, length, u, limit)
	ends := s.ends(check)
	for i, depth := range []quantity.Length{down, up} {
		ends[i].Figure = figure(depth)
	}
	for _, end := range []struct {
		at, key string
		depth   quantity.Length
	}{{rightDown, check.Down, down}, {rightUp, check.Up, up}} {
		window := s.opening.Limits[end.key]
		v := judge.Length(end.depth, gauge.DirectUncertainty(graduation, b.MPE()), window.Bounds)
		reading.Places = append(reading.Places, Place{At: end.at, Low: Figure{Length: end.depth},
			High: Figure{Length: end.depth}, Result: judge.GapResult(v.Result)})
		if v.Result.Heavier(reading.Verdict) {
			reading.Verdict, reading.Limit, reading.Margin = v.Result, &window, nil
			if window.Source == "" {
				reading.Limit = noLimit(judge.NoneKnown)
			}
			// The depth that is out is what is told, with its own window.
			reading.Held = as(OfValue, words.Capital("depth "+end.at), end.depth).beside("Travel", figure(length))
			reading.Held.Limit = shown(reading.Limit)
		}
	}
	reading.Held.Ends = ends
	return reading
}

const rightDown, rightUp = "right down", "right up"

// ends are the two depths of a travel with their windows, before they are read.
func (t *terms) ends(check *plan.Check) []End {
	window := func(key string) *LimitShown {
		if l, ok := t.opening.Limits[key]; ok {
			return shown(&l)
		}
		return shown(noLimit(judge.NoneKnown))
	}
	return []End{{At: rightDown, Limit: window(check.Down)}, {At: rightUp, Limit: window(check.Up)}}
}

func travelPanel(t *terms, step *plan.Step, p *Panel) {
	check := t.check(step)
	p.Deeper, p.Ends = check.Deeper, t.ends(check)
	p.fineFor(p.Ends[0].Limit, p.Ends[1].Limit)
}

// fineFor leaves out divisions that are coarser than a tenth of the narrowest window: they could not
// tell one side of it from the other.
func (p *Panel) fineFor(windows ...*LimitShown) {
	least := quantity.Length(0)
	for _, w := range windows {
		if w.Min != nil && w.Max != nil {
			if wide := w.Max.Length - w.Min.Length; least == 0 || wide < least {
				least = wide
			}
		}
	}
	if least == 0 {
		return
	}
	fine := slices.DeleteFunc(slices.Clone(p.Divisions), func(text string) bool {
		l, err := quantity.Parse(text, "")
		return err != nil || 10*l > least
	})
	if len(fine) == 0 {
		return
	}
	usual := *p.Usual
	for _, d := range fine { // the coarsest that are left stand first
		has := &usual.Thou
		if strings.HasSuffix(d, " mm") {
			has = &usual.Mm
		}
		if !slices.Contains(fine, *has) {
			*has = d
		}
	}
	p.Divisions, p.Usual = fine, &usual
}

// travelLimit is the window of a travel. Where nobody gives one it follows from those of the
// two depths: the least is from the nearer end of one to the farther of the other.
func (s *scale) travelLimit(step *plan.Step) *judge.Limit {
	limit, check := s.limitOf(step), s.check(step)
	near, far := s.opening.Limits[check.Down], s.opening.Limits[check.Up]
	if !limit.Open() || s.plan.Format < 2 || near.Min == nil || near.Max == nil || far.Min == nil || far.Max == nil {
		return limit
	}
	if *near.Min > *far.Min {
		near, far = far, near
	}
	least, most := max(*far.Min-*near.Max, 0), *far.Max-*near.Min
	return &judge.Limit{Bounds: judge.Bounds{Min: &least, Max: &most}, Source: ofBothDepths}
}

func travelBoxes(b *log.Body) []box {
	if b.Travel == nil {
		return nil
	}
	return []box{{path: "travel.down", name: "right down", length: b.Travel.Down, most: absurdDepth},
		{path: "travel.up", name: "right up", length: b.Travel.Up, most: absurdDepth}}
}

// foundBefore is the entry as found that stands beside a check as built, nil where
// there is none.
func (s *scale) foundBefore(step *plan.Step) (*plan.Step, *log.Entry) {
	if step.Phase != plan.Built {
		return nil, nil
	}
	for _, other := range slices.Backward(s.found[step.Check]) {
		if e := s.log.Of(other).Counts(); e != nil && s.has(other) {
			return other, e
		}
	}
	return nil, nil
}
