package calc

import (
	"fmt"
	"math"
	"slices"

	"settle/core/field"
	"settle/core/gauge"
	"settle/core/judge"
	"settle/core/quantity"
	"settle/core/setting"
)

// A seal on the bench: its springs through the job, the flatness of its faces, and the rings
// of a packing where there is no seal.

// compressionIn are the springs of a seal: the rotating unit's length off the shaft, at the
// drawing's setting, and with its springs closed; what the shaft moves after it is locked.
type compressionIn struct {
	Free   quantity.Typed `json:"free"`
	Fitted quantity.Typed `json:"fitted"`
	Solid  quantity.Typed `json:"solid"`
	// Towards the impeller positive; needs head.
	Moves []quantity.Typed `json:"moves"`
	Head  setting.Head     `json:"head"`
	// Datum to the back of the unit.
	Setting    quantity.Typed `json:"setting"`
	Limit      *limitIn       `json:"limit"`
	Graduation quantity.Typed `json:"graduation"`
	mpeIn
}

// springsOut is what the springs come to, lengths in micrometres; percent of what there
// is, to one decimal. Null without solid or setting.
type springsOut struct {
	Compression quantity.Length  `json:"compression_um"`
	After       quantity.Length  `json:"after_um"`
	FittedAfter quantity.Length  `json:"fitted_after_um"`
	Available   *quantity.Length `json:"available_um"`
	Percent     *float64         `json:"percent"`
	AfterPct    *float64         `json:"after_percent"`
	Mark        *quantity.Length `json:"mark_um"`
	Verdict     verdictOut       `json:"verdict"`
	Warnings    []string         `json:"warnings"`

	verdict judge.Verdict
	bounds  judge.Bounds
	moved   bool
}

// solve follows the definition; what is left after the moves is judged, U = g·√(2/3). Faces
// that do not touch, and springs that are closed, are out whatever the limit. Errors name
// free, fitted, solid, head or moves[i].
func (in compressionIn) solve(r *gauge.Reader) (answer, error) {
	s := setting.Springs{Free: above(r, "free", in.Free), Fitted: above(r, "fitted", in.Fitted),
		Solid: aboveIf(r, "solid", in.Solid), Setting: aboveIf(r, "setting", in.Setting), Head: in.Head}
	graduation := above(r, "graduation", in.Graduation)
	if in.Moves != nil {
		listed(r, "moves", len(in.Moves))
		s.Moves = r.Lengths("moves", in.Moves)
	}
	bounds, mpe := in.Limit.bounds(r), in.mpeIn.read(r)
	r.Errors.Add("", gauge.CheckError(mpe))
	switch {
	case in.Head != "" && in.Head != setting.ImpellerSide && in.Head != setting.CouplingSide:
		r.Errors.Add("head", fmt.Errorf("is %q: write impeller-side or coupling-side", in.Head))
	case in.Head == "" && in.Moves != nil:
		need(r, "head", "impeller-side or coupling-side, where the head sits beside its seat")
	}
	if err := r.Errors.Err(); err != nil {
		return nil, err
	}
	x, err := s.Run()
	if err != nil {
		return nil, err
	}
	v := judge.Length(x.After, gauge.DifferenceUncertainty(graduation, mpe), bounds)
	out := &springsOut{Compression: x.Compression, After: x.After, FittedAfter: x.FittedAfter, Available: x.Available,
		Mark: x.Mark, Warnings: list(x.Warnings), bounds: bounds, moved: in.Moves != nil}
	if x.Available != nil {
		share := func(l quantity.Length) *float64 {
			p := round(100*float64(l)/float64(*x.Available), 1)
			return &p
		}
		out.Percent, out.AfterPct = share(x.Compression), share(x.After)
	}
	stuck := slices.Contains(x.Warnings, setting.Open) || slices.Contains(x.Warnings, setting.CoilBound)
	if coarse := false; !stuck {
		if v, coarse = v.Coarse(bounds); coarse {
			out.Warnings = dedupe(append(out.Warnings, judge.TooCoarse))
		}
	}
	if x.Mark != nil && *x.Mark < 0 {
		return nil, field.Errorf("setting", "puts the mark behind its datum: look at the moves and on which side the "+
			"head sits")
	}
	out.verdict, out.Verdict = outWhere(stuck, v)
	return out, nil
}

const facesApart = "The faces do not touch: look at the lengths, and on which side the head sits."

// outWhere makes a verdict out, also one without a limit, which then says nothing else.
func outWhere(out bool, v judge.Verdict) (judge.Verdict, verdictOut) {
	if !out {
		return v, verdict(v)
	}
	v.Result = judge.Out
	if v.Margin == nil {
		return v, verdictOut{Result: judge.Out}
	}
	return v, verdict(v)
}

// say tells what is left, and the mark to set now.
func (out *springsOut) say(w *Words) {
	w.measure("Compression after the moves", out.After)
	if !out.moved {
		w.Main.Name = "Compression"
	}
	w.judged(out.verdict, out.bounds)
	if out.verdict.Margin == nil && out.verdict.Result == judge.Out {
		w.Headline = quantity.Plainly("Out: it cannot run so")
	}
	w.size("Length fitted, after the moves", &out.FittedAfter)
	w.length("Compression, as set", &out.Compression)
	w.length("There is, until closed", out.Available)
	if out.AfterPct != nil {
		w.row(
			"Of what there is",
			quantity.Plainly(number(*out.Percent, 1)+" %, after the moves "+number(*out.AfterPct, 1)+" %"),
		)
	}
	w.size("Mark to set now", out.Mark)
	w.warnAs(out.Warnings, map[string]string{
		setting.Open:      facesApart,
		judge.TooCoarse:   gauge.Advice(judge.TooCoarse),
		setting.CoilBound: "The springs are closed: the faces wear fast and the shaft may not turn.",
		setting.NearSolid: "More than four fifths of what there is: a general rule keeps clear of that.",
	})
}

// flatnessIn are the light bands of a lapped face under an optical flat: how many a band
// bends by, or how far it bends and how far the bands stand apart in the same picture.
type flatnessIn struct {
	Bands   *float64       `json:"bands"`
	Bow     quantity.Typed `json:"bow"`
	Spacing quantity.Typed `json:"spacing"`
	// Of the face: the general limit hangs on it.
	Outside quantity.Typed `json:"outside"`
	Limit   *float64       `json:"limit_bands"`
	// To what part of a band it is read, half where nobody says.
	ReadTo     *float64 `json:"read_to"`
	Wavelength *float64 `json:"wavelength_um"`
}

// flatnessOut is the flatness in bands, µm and µin.
type flatnessOut struct {
	Bands     float64       `json:"bands"`
	Flat      float64       `json:"flat_um"`
	Microinch float64       `json:"flat_microinch"`
	Limit     *float64      `json:"limit_bands"`
	LimitFrom string        `json:"limit_from"`
	Verdict   numberVerdict `json:"verdict"`
	Warnings  []string      `json:"warnings"`
}

// What bands are read with where nobody says: half a band, in helium light.
const (
	halfBand = 0.5
	helium   = 0.58 // µm
)

// solve takes half a wavelength for each band; U = read_to·wavelength/2/√3. The general limit
// is three bands up to 100 mm, five up to 200, eight over. Errors name the field.
func (in flatnessIn) solve(r *gauge.Reader) (answer, error) {
	bands := in.bands(r)
	outside := aboveIf(r, "outside", in.Outside)
	readTo, wave := halfBand, helium
	if in.ReadTo != nil {
		if readTo = *in.ReadTo; !(readTo > 0 && readTo <= 5) {
			r.Errors.Add("read_to", fmt.Errorf("is %g: write to what part of a band it is read, over 0 to 5", readTo))
		}
	}
	if in.Wavelength != nil {
		if wave = *in.Wavelength; !(wave >= 0.3 && wave <= 0.8) {
			r.Errors.Add("wavelength_um", fmt.Errorf("is %g: write micrometres, 0.3 to 0.8", wave))
		}
	}
	limit, from := in.Limit, fromGiven
	switch {
	case limit != nil && !(*limit > 0 && *limit <= 1e6):
		r.Errors.Add("limit_bands", fmt.Errorf("is %g: write how many bands are allowed", *limit))
	case limit == nil && outside != nil:
		from = fromGeneral
		general := 8.0
		switch {
		case *outside <= 100*quantity.Millimetre:
			general = 3
		case *outside <= 200*quantity.Millimetre:
			general = 5
		}
		limit = &general
	case limit == nil:
		from = fromNone
	}
	if err := r.Errors.Err(); err != nil {
		return nil, err
	}
	flat := bands * wave / 2
	out := &flatnessOut{Bands: round(bands, 2), Flat: round(flat, 3), Microinch: round(flat/0.0254, 1), Limit: limit,
		LimitFrom: from, Warnings: []string{}}
	var top *float64
	if limit != nil {
		most := *limit * wave / 2
		top = &most
	}
	out.Verdict = judgeNumber(flat, readTo*wave/2/math.Sqrt(3), top, "um")
	if coarse := false; top != nil {
		if out.Verdict, coarse = out.Verdict.coarse(*top); coarse {
			out.Warnings = []string{judge.TooCoarse}
		}
	}
	return out, nil
}

// maxBands is more than anybody counts.
const maxBands = 1e6

// bands is how many bands the face is off.
func (in flatnessIn) bands(r *gauge.Reader) float64 {
	if in.Bands != nil {
		switch {
		case in.Bow.Given():
			r.Errors.Add("bow", fmt.Errorf("stands beside bands: give one of them"))
		case in.Spacing.Given():
			r.Errors.Add("spacing", fmt.Errorf("stands beside bands: give one of them"))
		case !(*in.Bands >= 0 && *in.Bands <= maxBands):
			r.Errors.Add("bands", fmt.Errorf("is %g: write how many bands, 0 or more", *in.Bands))
		}
		return *in.Bands
	}
	if !in.Bow.Given() && !in.Spacing.Given() {
		need(r, "bands", "how many bands, or bow and spacing from one picture")
		return 0
	}
	bow, spacing := r.Needed("bow", in.Bow), above(r, "spacing", in.Spacing)
	if bow < 0 {
		r.Errors.Add("bow", fmt.Errorf("is below zero: write how far a band bends"))
	}
	if spacing <= 0 {
		return 0
	}
	return float64(bow) / float64(spacing)
}

// say tells the bands and what they are in length.
func (out *flatnessOut) say(w *Words) {
	w.main("Flat within", quantity.Sentence{Thou: number(out.Microinch, 1) + " µin", Mm: number(out.Flat, 3) + " µm"})
	w.Verdict, w.Headline = string(out.Verdict.result), out.Verdict.headline("µm")
	w.row("Light bands", quantity.Plainly(number(out.Bands, 2)))
	if out.Limit != nil {
		w.row("Limit", quantity.Plainly("at most "+number(*out.Limit, 2)+" bands"))
	}
	w.limitFrom(out.LimitFrom)
	w.plain("Face and flat clean and at one temperature; a warm hand bends a face by a band.")
}

// packingIn is a stuffing box: shaft, bore and depth, and what stands in it.
type packingIn struct {
	Shaft   quantity.Typed `json:"shaft"`
	Box     quantity.Typed `json:"box"`
	Depth   quantity.Typed `json:"depth"`
	Lantern quantity.Typed `json:"lantern"`
	// From the bottom to the middle of the flush port; needs lantern.
	Port    quantity.Typed `json:"port"`
	Section quantity.Typed `json:"section"`
	Entry   quantity.Typed `json:"entry"`
	Nose    quantity.Typed `json:"nose"`
}

// packingOut is how it is packed, lengths in micrometres, joints in degrees from the bottom.
type packingOut struct {
	Section    quantity.Length  `json:"section_um"`
	SectionOff quantity.Length  `json:"section_off_um"`
	Rings      int              `json:"rings"`
	Cut        quantity.Length  `json:"cut_um"`
	Joints     []int            `json:"joints_deg"`
	Left       quantity.Length  `json:"left_um"`
	TakeUp     *quantity.Length `json:"take_up_um"`
	RingsUnder *int             `json:"rings_under"`
	LanternOff *quantity.Length `json:"lantern_off_um"`
	Warnings   []string         `json:"warnings"`
}

// solve counts the rings that fit, the section being half of bore less shaft. Errors name the
// field.
func (in packingIn) solve(r *gauge.Reader) (answer, error) {
	optional := func(name string, t quantity.Typed) *quantity.Length { return r.Optional(gauge.Named(name), t) }
	b := setting.Box{Shaft: r.Needed("shaft", in.Shaft), Bore: r.Needed("box", in.Box), Depth: r.Needed("depth", in.Depth),
		Lantern: optional("lantern", in.Lantern), Port: optional("port", in.Port), Section: optional("section", in.Section),
		Entry: optional("entry", in.Entry), Nose: optional("nose", in.Nose)}
	if err := r.Errors.Err(); err != nil {
		return nil, err
	}
	x, err := b.Run()
	if err != nil {
		return nil, err
	}
	slices.Sort(x.Warnings)
	return &packingOut{x.Section, x.SectionOff, x.Rings, x.Cut, x.Joints, x.Left, x.TakeUp, x.RingsUnder, x.LanternOff,
		list(x.Warnings)}, nil
}

// say tells the rings, their length, and where the lantern ring goes.
func (out *packingOut) say(w *Words) {
	w.main("Rings", quantity.Plainly(fmt.Sprint(out.Rings)))
	w.size("Section needed", &out.Section)
	w.size("Cut each to", &out.Cut)
	if out.RingsUnder != nil {
		w.row("Under the lantern ring", quantity.Plainly(fmt.Sprint(*out.RingsUnder)))
		w.size("Lantern ring off the port, outwards", out.LanternOff)
	}
	w.size("The follower fills at first", &out.Left)
	w.size("It can take up", out.TakeUp)
	w.warnAs(out.Warnings, map[string]string{
		setting.NoneOutside:   "No ring stands between lantern ring and gland: the flush blows out. Look at the port.",
		setting.FewRings:      "Three rings or fewer hold little: look at the depth.",
		setting.WrongSection:  "The packing in hand is not of the section needed: it will not seat.",
		setting.LanternMisses: "The lantern ring misses the flush port: change the rings under it.",
		setting.NoseShort:     "The follower has little to take up: it will soon stand on the box.",
	})
	w.plain("Cut on a mandrel of the shaft's size, joints staggered, each ring seated before the next.")
}
