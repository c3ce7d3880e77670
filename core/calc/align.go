package calc

import (
	"fmt"
	"slices"

	"settle/core/align"
	"settle/core/field"
	"settle/core/gauge"
	"settle/core/judge"
	"settle/core/quantity"
	"settle/core/rotor"
)

// The methods of reading an alignment.
const (
	reverseDials = "reverse-dials"
	rimAndFace   = "rim-and-face"
	straightEdge = "straight-edge"
	laser        = "laser"
)

// turnedIn is a dial turned round a hub.
type turnedIn struct {
	// Readings round the clock, as the dial is turned; the first is taken again at the end.
	Readings    []gauge.ReadingForm `json:"readings"`
	BackToStart quantity.Typed      `json:"back_to_start"`
	Sag         quantity.Typed      `json:"sag"`
	// Where the plunger stands along the shafts, from the middle of the coupling.
	At       quantity.Typed `json:"at"`
	Diameter quantity.Typed `json:"diameter"`
}

// quartersIn are readings at the four quarters of the clock.
type quartersIn struct {
	At12 quantity.Typed `json:"12"`
	At3  quantity.Typed `json:"3"`
	At6  quantity.Typed `json:"6"`
	At9  quantity.Typed `json:"9"`
}

// axisIn is how far one axis is off, in one plane: offset at the coupling, angle in mm per m.
type axisIn struct {
	Offset quantity.Typed `json:"offset"`
	Angle  *float64       `json:"angle_mm_per_m"`
}

// planesIn are both planes.
type planesIn struct {
	Vertical   *axisIn `json:"vertical"`
	Horizontal *axisIn `json:"horizontal"`
}

// alignIn is how a driver stands to its pump, as one of four methods reads it, with the
// distances of the driver's feet, what grows when it is hot, and the tolerance: given, or the
// general table by speed. Up and to the right, seen from the driver, are positive.
type alignIn struct {
	// reverse-dials, rim-and-face, straight-edge or laser.
	Method     string         `json:"method"`
	Graduation quantity.Typed `json:"graduation"`

	// reverse dials: the one that runs on the driver's hub, and the one on the pump's.
	OnDriver *turnedIn `json:"on_driver"`
	OnPump   *turnedIn `json:"on_pump"`

	// rim and face: both on the driver's hub; the face with the diameter it is read at.
	Rim  *turnedIn `json:"rim"`
	Face *turnedIn `json:"face"`

	// straight-edge: steps over the hubs, gaps between them, the diameter they are read at.
	Step     *quartersIn    `json:"step"`
	Gap      *quartersIn    `json:"gap"`
	Diameter quantity.Typed `json:"diameter"`

	// laser: both planes as it shows them.
	planesIn

	// Between the two flexing planes of a spacer coupling.
	Spacer quantity.Typed `json:"spacer"`
	// What each foot lifts when its bolt alone is slackened; its size counts.
	SoftFoot *feetIn `json:"soft_foot"`

	// From the middle of the coupling to the driver's front and back feet.
	Feet *struct {
		Front quantity.Typed `json:"front"`
		Back  quantity.Typed `json:"back"`
	} `json:"feet"`
	// How much each grows upwards from cold to hot.
	Growth *struct {
		DriverFront quantity.Typed `json:"driver_front"`
		DriverBack  quantity.Typed `json:"driver_back"`
		Pump        quantity.Typed `json:"pump"`
	} `json:"growth"`
	// How it should stand hot, where that is not straight.
	Target *planesIn `json:"target"`
	// Speed, for the general table of tolerances.
	RPM *float64 `json:"rpm"`
	// The coupling maker's own comes before the table.
	Tolerance *struct {
		Offset quantity.Typed `json:"offset"`
		Angle  *float64       `json:"angle_mm_per_m"`
		Source string         `json:"source"`
	} `json:"tolerance"`
}

// feetIn are lengths at the four feet of a driver.
type feetIn struct {
	FrontLeft  quantity.Typed `json:"front_left"`
	FrontRight quantity.Typed `json:"front_right"`
	BackLeft   quantity.Typed `json:"back_left"`
	BackRight  quantity.Typed `json:"back_right"`
}

// lifts reads the four, each of which is needed; path stands before their names.
func (in feetIn) lifts(r *gauge.Reader, path string) (lifts align.Lifts) {
	for i, typed := range []quantity.Typed{in.FrontLeft, in.FrontRight, in.BackLeft, in.BackRight} {
		lifts[i] = r.Needed(field.Join(path, string(align.AllFeet[i])), typed)
	}
	return lifts
}

// axisOut is an offset in micrometres at the coupling and an angle in mm per m.
type axisOut struct {
	Offset quantity.Length `json:"offset_um"`
	Angle  float64         `json:"angle_mm_per_m"`
}

// planesOut are both planes.
type planesOut struct {
	Vertical   axisOut `json:"vertical"`
	Horizontal axisOut `json:"horizontal"`
}

// moveOut is what to do at a pair of feet, in micrometres: shims in where positive, to the
// side where positive to the right.
type moveOut struct {
	Shim quantity.Length `json:"shim_um"`
	Side quantity.Length `json:"side_um"`
}

// toleranceOut is what is allowed, and who says so.
type toleranceOut struct {
	Offset quantity.Length `json:"offset_um"`
	Angle  float64         `json:"angle_mm_per_m"`
	Source string          `json:"source"`
}

// alignOut is how it stands, how it should stand cold, what is left between, what to move,
// and the verdicts on offset and angle.
type alignOut struct {
	// As it stands, as it should stand cold, and what is left between the two.
	State  planesOut `json:"state"`
	Target planesOut `json:"target"`
	Left   planesOut `json:"left"`
	// What to do at either pair of feet.
	Front moveOut `json:"front"`
	Back  moveOut `json:"back"`
	// Null where neither maker nor speed gives one: then nothing is judged.
	Tolerance *toleranceOut `json:"tolerance"`
	// (12 + 6) − (3 + 9) of the gaps of a straight-edge, else null.
	GapSum *quantity.Length `json:"gap_sum_um"`
	// The vector of both planes, which is what a coupling feels, and is judged.
	Resultant      quantity.Length `json:"resultant_um"`
	ResultantAngle float64         `json:"resultant_mm_per_m"`
	// Null with a spacer, which takes an offset up as angle.
	Offset *verdictOut `json:"offset_verdict"`
	Angle  *verdictOut `json:"angle_verdict"`
	Spacer *spacerOut  `json:"spacer"`
	// Null where the feet were not tried.
	SoftFoot *softOut `json:"soft_foot"`
	// The heavier of the verdicts.
	Result   judge.Result `json:"result"`
	Warnings []string     `json:"warnings"`
	Next     []judge.Next `json:"next"`

	method string
}

// spacerOut is the angle at either flexing plane, in mm per m, and the verdict on the larger,
// its margin and uncertainty in micrometres over one metre.
type spacerOut struct {
	AtPump   float64    `json:"at_pump_mm_per_m"`
	AtDriver float64    `json:"at_driver_mm_per_m"`
	Verdict  verdictOut `json:"verdict"`
}

// softOut is the largest lift of a foot, and those that lift more than the general limit.
type softOut struct {
	Worst quantity.Length `json:"worst_um"`
	Feet  []align.Foot    `json:"feet"`
}

// need tells that a group of the method is missing.
func need(r *gauge.Reader, name, what string) {
	r.Errors.Add(name, fmt.Errorf("is missing: %s", what))
}

// dial reads a dial that turns round a hub.
func (in *turnedIn) dial(r *gauge.Reader, name string, surface gauge.Surface, graduation quantity.Typed) gauge.Dial {
	below := r.Below()
	if r.Heard != nil {
		below.Heard = func(path string, l quantity.Length) {
			if path != "graduation" {
				r.Heard(field.Join(name, path), l)
			}
		}
	}
	d := below.Dial(gauge.DialForm{Graduation: graduation, Readings: in.Readings, BackToStart: in.BackToStart,
		Sag: in.Sag})
	d.Surface, d.Indicator = surface, gauge.Turns
	below.AskBack()
	for _, e := range below.Errors {
		if e.Field != "graduation" { // told once, at the top
			r.Errors.Add(name, e)
		}
	}
	return d
}

// rim reads a dial on a rim, with where along the shafts it stands; where that is not needed,
// none is the centre plane.
func (in *turnedIn) rim(r *gauge.Reader, name, what string, graduation quantity.Typed, needed bool) align.Rim {
	if in == nil {
		need(r, name, what)
		return align.Rim{}
	}
	rim := align.Rim{Dial: in.dial(r, name, gauge.Rim, graduation)}
	if needed {
		rim.At = r.Needed(name+".at", in.At)
	} else if at := r.Optional(gauge.Named(name+".at"), in.At); at != nil {
		rim.At = *at
	}
	if in.Diameter.Given() {
		r.Errors.Add(name+".diameter", fmt.Errorf("belongs to a face only: leave it out"))
	}
	return rim
}

// quarters reads the four, each of which is needed.
func (in *quartersIn) quarters(r *gauge.Reader, name string) align.Quarters {
	if in == nil {
		need(r, name, "its values at 12, 3, 6 and 9")
		return align.Quarters{}
	}
	at := func(clock string, t quantity.Typed) *quantity.Length {
		return r.Optional(gauge.Named(name+"."+clock), t)
	}
	return align.Quarters{At12: at("12", in.At12), At3: at("3", in.At3), At6: at("6", in.At6), At9: at("9", in.At9)}
}

// steepest bounds a typed angle, in mm per m.
const steepest = 200

// axis reads one plane; where it is not needed a missing one is straight.
func (in *axisIn) axis(r *gauge.Reader, name string, needed bool) align.Axis {
	if in == nil {
		if needed {
			need(r, name, "its offset and angle_mm_per_m")
		}
		return align.Axis{}
	}
	a := align.Axis{Offset: r.Needed(name+".offset", in.Offset)}
	switch {
	case in.Angle == nil:
		need(r, name+".angle_mm_per_m", "the angle in mm per m")
	case !(*in.Angle >= -steepest && *in.Angle <= steepest):
		r.Errors.Add(name+".angle_mm_per_m", fmt.Errorf("is %g: write mm per m, as far as a coupling can turn", *in.Angle))
	default:
		a.Slope = *in.Angle / 1000
	}
	return a
}

// others refuses what belongs to another method.
func (in alignIn) others(r *gauge.Reader) {
	for _, g := range []struct {
		name, method string
		given        bool
	}{
		{"on_driver", reverseDials, in.OnDriver != nil}, {"on_pump", reverseDials, in.OnPump != nil},
		{"rim", rimAndFace, in.Rim != nil}, {"face", rimAndFace, in.Face != nil},
		{"step", straightEdge, in.Step != nil}, {"gap", straightEdge, in.Gap != nil}, {"diameter", straightEdge,
			in.Diameter.Given()},
		{"vertical", laser, in.Vertical != nil}, {"horizontal", laser, in.Horizontal != nil},
	} {
		if g.given && g.method != in.Method {
			r.Errors.Add(g.name, fmt.Errorf("belongs to the method %s: leave it out", g.method))
		}
	}
}

// solve works the state out by the method, and the moves from what is left over by similar
// triangles: the move at a foot is offset + angle × its distance from the coupling. Offset and
// angle have the uncertainty that follows from one reading, g/√3, by their formula. A set-up
// that failed, a soft foot, or three readings make of within and close undecided. Errors name
// the field of the method that was chosen.
func (in alignIn) solve(r *gauge.Reader) (answer, error) {
	switch in.Method {
	case reverseDials, rimAndFace, straightEdge, laser:
	default:
		return nil, field.Errorf("method", "is %q: write %s, %s, %s or %s", in.Method, reverseDials, rimAndFace,
			straightEdge, laser)
	}
	in.others(r)
	var graduation quantity.Length
	if in.Method != laser || in.Graduation.Given() {
		graduation = r.Needed("graduation", in.Graduation)
	}
	read := in.state(r, graduation)
	feet, growth, target, tolerance := in.rest(r)
	spacer := r.Optional(gauge.Named("spacer"), in.Spacer)
	var lifts *align.Lifts
	if in.SoftFoot != nil {
		l := in.SoftFoot.lifts(r, "soft_foot")
		lifts = &l
	}
	if err := r.Errors.Err(); err != nil {
		return nil, err
	}
	if graduation <= 0 && (in.Method != laser || in.Graduation.Given()) {
		return nil, field.Errorf("graduation", "must be greater than zero: the value of one division of the gauge")
	}
	sight, err := read.Read()
	if err != nil {
		return nil, err
	}
	moves, err := align.Correct(sight.State, feet, growth, target)
	if err != nil {
		return nil, err
	}
	off := align.Resultant(moves.Left)
	out := &alignOut{
		State: planes(sight.State), Target: planes(moves.Target), Left: planes(moves.Left),
		Front: moveOut{moves.Front.Shim, moves.Front.Side}, Back: moveOut{moves.Back.Shim, moves.Back.Side},
		GapSum: sight.GapSum, Resultant: off.Offset, ResultantAngle: align.MmPerM(off.Slope), method: in.Method,
	}
	if tolerance != nil {
		out.Tolerance = &toleranceOut{tolerance.Offset, tolerance.Angle, tolerance.Source}
	}
	if lifts != nil {
		worst, _ := lifts.Worst()
		out.SoftFoot = &softOut{worst, lifts.Over(align.SoftLimit)}
		if len(out.SoftFoot.Feet) > 0 {
			sight.Warnings = append(sight.Warnings, align.SoftFoot)
		}
	}
	if in.Method == rimAndFace && !in.Rim.At.Given() {
		sight.Warnings = append(sight.Warnings, planeAssumed)
	}
	if tolerance == nil && in.RPM != nil {
		sight.Warnings = append(sight.Warnings, beyondTable)
	}
	out.Warnings = dedupe(sight.Warnings)
	return out, out.judge(moves.Left, sight.Sureness, spacer, tolerance)
}

// judge holds what is left against the tolerance, and caps what the reading does not bear
// out.
func (out *alignOut) judge(left align.State, sure align.Sureness, spacer *quantity.Length,
	tolerance *align.Tolerance) error {
	offset, angle := align.Judge(left, sure, tolerance)
	verdicts := []*judge.Verdict{&offset, &angle}
	var sp align.Spacer
	if spacer != nil {
		var err error
		if sp, err = align.SpacerOf(left, *spacer, sure, tolerance); err != nil {
			return err
		}
		verdicts = []*judge.Verdict{&sp.Verdict}
	}
	for _, x := range []struct {
		v *judge.Verdict
		b judge.Bounds
	}{{&offset, align.OffsetBounds(tolerance)}, {&angle, align.AngleBounds(tolerance)},
		{&sp.Verdict, align.AngleBounds(tolerance)}} {
		if !slices.Contains(verdicts, x.v) {
			continue
		}
		var coarse bool
		if *x.v, coarse = x.v.Coarse(x.b); coarse {
			out.Warnings = dedupe(append(out.Warnings, judge.TooCoarse))
		}
	}
	passes := slices.ContainsFunc(verdicts, func(v *judge.Verdict) bool { return v.Result != v.Result.Capped() })
	out.Next = alignNext(out.Warnings, passes)
	capped := slices.ContainsFunc(out.Warnings, func(code string) bool {
		return slices.Contains([]string{gauge.DidNotReturn, gauge.SumRuleBroken, gauge.FewReadings, align.SoftFoot}, code)
	})
	for i, v := range verdicts {
		if capped {
			*v = v.Capped()
		}
		if i == 0 || v.Result.Heavier(out.Result) {
			out.Result = v.Result
		}
	}
	if spacer != nil {
		out.Spacer = &spacerOut{align.MmPerM(sp.AtPump), align.MmPerM(sp.AtDriver), verdict(sp.Verdict)}
		return nil
	}
	o, a := verdict(offset), verdict(angle)
	out.Offset, out.Angle = &o, &a
	return nil
}

// The warnings of an alignment beside those of its dials.
const (
	planeAssumed = "plane-assumed" // where the rim dial stood nobody said: in the centre plane
	beyondTable  = "beyond-table"  // a speed above the general table, and no tolerance
)

// alignNext says what is to be done before the moves are believed. Three readings are taken
// again only where they would pass.
func alignNext(warnings []string, passes bool) []judge.Next {
	next := []judge.Next{}
	if slices.Contains(warnings, align.SoftFoot) {
		next = append(next, judge.Next{Do: judge.CureFoot})
	}
	few := slices.Contains(warnings, gauge.FewReadings)
	if slices.Contains(warnings, gauge.DidNotReturn) || slices.Contains(warnings, gauge.SumRuleBroken) || few && passes {
		again := judge.Next{Do: judge.TryRepeat}
		if few {
			again.Readings = 4
		}
		next = append(next, again)
	}
	return next
}

// sighted works out how the driver stands, from what its method reads.
type sighted interface {
	Read() (align.Sight, error)
}

// state reads what the method of measuring asks for.
func (in alignIn) state(r *gauge.Reader, graduation quantity.Length) sighted {
	switch in.Method {
	case reverseDials:
		return align.ReverseDials{
			OnDriver: in.OnDriver.rim(r, "on_driver", "the dial that runs on the driver's hub", in.Graduation, true),
			OnPump:   in.OnPump.rim(r, "on_pump", "the dial that runs on the pump's hub", in.Graduation, true),
		}
	case rimAndFace:
		m := align.RimFace{Rim: in.Rim.rim(r, "rim", "the dial on the rim of the driver's hub", in.Graduation, false)}
		if in.Face == nil {
			need(r, "face", "the dial on the face of the driver's hub")
		} else {
			m.Face = in.Face.dial(r, "face", gauge.Face, in.Graduation)
			m.Diameter = r.Needed("face.diameter", in.Face.Diameter)
		}
		return m
	case straightEdge:
		return align.StraightEdge{Step: in.Step.quarters(r, "step"), Gap: in.Gap.quarters(r, "gap"),
			Diameter: r.Needed("diameter", in.Diameter), Graduation: graduation}
	}
	return align.Laser{State: align.State{Vertical: in.Vertical.axis(r, "vertical", true),
		Horizontal: in.Horizontal.axis(r, "horizontal", true)}, Graduation: graduation}
}

// rest reads what every method needs beside its readings.
func (in alignIn) rest(r *gauge.Reader) (feet align.Feet, growth align.Growth, target *align.State,
	tolerance *align.Tolerance) {
	if in.Feet == nil {
		need(r, "feet", "the distances of the driver's front and back feet from the coupling's centre")
	} else {
		feet = align.Feet{Front: r.Needed("feet.front", in.Feet.Front), Back: r.Needed("feet.back", in.Feet.Back)}
	}
	if g := in.Growth; g != nil {
		for _, x := range []struct {
			name string
			in   quantity.Typed
			into *quantity.Length
		}{{"driver_front", g.DriverFront, &growth.DriverFront}, {"driver_back", g.DriverBack, &growth.DriverBack},
			{"pump", g.Pump, &growth.Pump}} {
			if l := r.Optional(gauge.Named("growth."+x.name), x.in); l != nil {
				*x.into = *l
			}
		}
	}
	if in.Target != nil {
		target = &align.State{Vertical: in.Target.Vertical.axis(r, "target.vertical", false),
			Horizontal: in.Target.Horizontal.axis(r, "target.horizontal", false)}
	}
	if in.RPM != nil {
		r.Errors.Add("rpm", rotor.CheckSpeed(*in.RPM))
	}
	switch t := in.Tolerance; {
	case t != nil:
		tolerance = &align.Tolerance{Offset: r.Needed("tolerance.offset", t.Offset), Source: t.Source}
		if t.Angle == nil {
			need(r, "tolerance.angle_mm_per_m", "the angle that may stay, in mm per m")
		} else if tolerance.Angle = *t.Angle; !(tolerance.Angle >= 0 && tolerance.Angle <= steepest) {
			r.Errors.Add("tolerance.angle_mm_per_m", fmt.Errorf("is %g: write mm per m, 0 or more", tolerance.Angle))
		}
		if tolerance.Offset < 0 {
			r.Errors.Add("tolerance.offset", fmt.Errorf("is below zero: write how far off it may be"))
		}
		if tolerance.Source == "" {
			tolerance.Source = "given with the question"
		}
	case in.RPM != nil:
		if g, ok := align.ForSpeed(*in.RPM); ok {
			tolerance = &g
		}
	}
	return feet, growth, target, tolerance
}

// planes brings a state to what is answered: micrometres and mm per m.
func planes(s align.State) planesOut {
	return planesOut{
		axisOut{s.Vertical.Offset, align.MmPerM(s.Vertical.Slope)},
		axisOut{s.Horizontal.Offset, align.MmPerM(s.Horizontal.Slope)},
	}
}

// dedupe leaves each warning once, sorted.
func dedupe(codes []string) []string {
	out := slices.Clone(list(codes))
	slices.Sort(out)
	return slices.Compact(out)
}

// say tells what has to be cured first, the moves at the feet, then how far off it stands.
func (out *alignOut) say(w *Words) {
	w.main("Front feet", shims(out.Front))
	w.row("Back feet", shims(out.Back))
	w.Verdict = string(out.Result)
	w.Headline = quantity.Plainly(out.headline())
	w.next(out.Next)
	if out.Result == judge.NoLimit {
		says := quantity.Format("Give the speed for the general table, or the coupling maker's tolerance.")
		if slices.Contains(out.Warnings, beyondTable) {
			says = "The general table ends at 3600 turns a minute: ask the coupling maker for the tolerance."
		}
		w.line(says)
	}
	out.sayState(w)
	out.sayJudged(w)
	w.warn(out.Warnings)
	w.warnAs(out.Warnings, map[string]string{planeAssumed: "The rim dial is taken to stand in the centre plane of the " +
		"coupling: write how far from it the dial stands."})
	if out.method == reverseDials || out.method == rimAndFace {
		w.line("Turn both shafts together, the dials with them.")
	}
	if out.method == rimAndFace {
		w.line("Hold the end float on the face dial: push the shaft to the same end at every reading.")
	}
	if out.Result == judge.Out {
		w.line("Shims first, then the sides; draw the feet up in a crossing pattern and read everything again. A foot " +
			"that lifts when its bolt is slackened is soft: cure it before the rest.")
	}
}

// togetherName is what is judged of an alignment: both planes as one.
const togetherName = "Both planes together"

// AsFound leaves of what is said about an alignment only how it stood: nothing is moved before the pump
// is open.
func AsFound(look *Look) {
	out, ok := look.Out.(*alignOut)
	if !ok {
		return
	}
	w := &Words{Rows: []Row{}, Lines: []quantity.Sentence{}, Verdict: string(out.Result)}
	out.sayState(w)
	out.sayJudged(w)
	w.Main, w.Judged = *w.Judged, nil
	w.Headline = quantity.Plainly(foundAligned[out.Result])
	look.Words, look.Text = w, w.text(titles["align"])
}

// foundAligned says how the driver stood.
var foundAligned = map[judge.Result]string{
	judge.NoLimit:   "As found; no tolerance is known",
	judge.Out:       "Out of tolerance, as found",
	judge.Close:     "Inside the tolerance, as found",
	judge.Within:    "Inside the tolerance, as found",
	judge.Undecided: "As found, nothing to be sure of: it was read with something loose",
}

// sayState tells how the driver stands to the pump.
func (out *alignOut) sayState(w *Words) {
	for _, p := range []struct {
		name     string
		is, left axisOut
	}{{"Up and down", out.State.Vertical, out.Left.Vertical}, {"Side to side", out.State.Horizontal,
		out.Left.Horizontal}} {
		w.row(p.name+", at the coupling", offAngle(p.is))
		if p.is != p.left {
			w.row(p.name+", from its target", offAngle(p.left))
		}
	}
	w.Judged = &Row{togetherName, offAngle(axisOut{out.Resultant, out.ResultantAngle})}
	w.Rows = append(w.Rows, *w.Judged)
}

// aligned says how the driver stands.
var aligned = map[judge.Result]string{
	judge.NoLimit:   "No tolerance known, nothing is judged",
	judge.Out:       "Out of tolerance: move the driver",
	judge.Close:     "Within, but close to the tolerance",
	judge.Undecided: "Undecided: read again before it is believed",
	judge.Within:    "Within the tolerance: leave it",
}

// headline says how the driver stands, or first what has to be mended before it is moved.
func (out *alignOut) headline() string {
	if len(out.Next) > 0 {
		switch {
		case out.Next[0].Do == judge.CureFoot:
			return "Soft foot first: no move is to be believed yet"
		case out.Result == judge.Out:
			return "Out of tolerance, but read again before it is moved"
		}
	}
	return aligned[out.Result]
}

// sayJudged tells what was judged, and by what.
func (out *alignOut) sayJudged(w *Words) {
	perMetre := func(mmPerM float64) quantity.Sentence {
		return quantity.Sentence{Thou: number(mmPerM, 3) + " thou per in", Mm: number(mmPerM, 3) + " mm per m"}
	}
	if sp := out.Spacer; sp != nil {
		w.row("Spacer, angle at the pump's plane", perMetre(sp.AtPump))
		w.row("Spacer, angle at the driver's plane", perMetre(sp.AtDriver))
		w.row("Angle good to", perMetre(float64(*sp.Verdict.Uncertainty)/float64(quantity.Millimetre)))
	} else {
		w.row("Good to", offAngle(axisOut{*out.Offset.Uncertainty, float64(*out.Angle.Uncertainty) /
			float64(quantity.Millimetre)}))
	}
	if t := out.Tolerance; t != nil {
		w.row("Tolerance", offAngle(axisOut{t.Offset, t.Angle}))
		w.row("Tolerance from", quantity.Plainly(t.Source))
	}
	if s := out.SoftFoot; s != nil {
		w.length("Most a foot lifts", &s.Worst)
	}
}

// offAngle shows an angle as a slope, which is the same in both units.
func offAngle(a axisOut) quantity.Sentence {
	s := quantity.Say("%s, ", a.Offset)
	angle := number(a.Angle, 3) + " mm per m"
	return quantity.Sentence{Thou: s.Thou + number(a.Angle, 3) + " thou per in", Mm: s.Mm + angle}
}

// shims says what to do at a pair of feet.
func shims(m moveOut) quantity.Sentence {
	var s quantity.Sentence
	switch {
	case m.Shim > 0:
		s = quantity.Say("add %s", m.Shim)
	case m.Shim < 0:
		s = quantity.Say("take off %s", -m.Shim)
	default:
		s = quantity.Plainly("no shim")
	}
	side := quantity.Plainly(", stay")
	switch {
	case m.Side > 0:
		side = quantity.Say(", %s to the right", m.Side)
	case m.Side < 0:
		side = quantity.Say(", %s to the left", -m.Side)
	}
	return quantity.Sentence{Thou: s.Thou + side.Thou, Mm: s.Mm + side.Mm}
}
