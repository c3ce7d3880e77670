package calc

import (
	"slices"

	"settle/core/align"
	"settle/core/field"
	"settle/core/gauge"
	"settle/core/judge"
	"settle/core/quantity"
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
