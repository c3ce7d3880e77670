package judge

import (
	"cmp"
	"math"
	"slices"

	"settle/core/gauge"
	"settle/core/quantity"
)

// Sign is one thing that readings or findings show, or show not to be so.
type Sign string

// The signs. What the readings show:
const (
	SealRunout     Sign = "seal-runout"     // run-out at the seal past its limit
	CouplingRunout Sign = "coupling-runout" // run-out at the coupling past its limit
	VectorsGrow    Sign = "vectors-grow"    // run-out grows along the shaft in one direction
	VectorJump     Sign = "vector-jump"     // it is on the sleeve and not on the shaft beside it
	FormHigh       Sign = "form-high"       // the surface is not round: high residual from the circle
	FaceOut        Sign = "face-out"        // a face out of square
	FacesAgree     Sign = "faces-agree"     // adapter and chamber face are high at the same place
	BoreOut        Sign = "bore-out"        // a bore or rim off centre
	HangsDown      Sign = "hangs-down"      // turned rim low or bore high at 6, sag not taken off
	PlayHigh       Sign = "play-high"       // radial play past its limit
	PlayNone       Sign = "play-none"       // no radial play at all
	EndPlayHigh    Sign = "end-play-high"
	EndPlayLow     Sign = "end-play-low"
	GapTight       Sign = "gap-tight"  // running clearance below its window
	GapUneven      Sign = "gap-uneven" // tight at one side, wide at the other
	TurnsRough     Sign = "turns-rough"
	Rubs           Sign = "rubs"  // rubs or drags at a place
	Stuck          Sign = "stuck" // binds or is locked
	SealShort      Sign = "seal-short"
	SealLong       Sign = "seal-long"
	AlignmentOut   Sign = "alignment-out"
)

// What is found on parts:
const (
	HeatMarks     Sign = "heat-marks"   // on faces or impeller
	WideTrack     Sign = "wide-track"   // on the seat
	NarrowTrack   Sign = "narrow-track" // narrow or uneven
	ChippedEdge   Sign = "chipped-edge" // outside edge of a face
	Swollen       Sign = "swollen"      // elastomer
	Fretting      Sign = "fretting"     // under the sleeve's elastomer
	WaterInGrease Sign = "water-in-grease"
	WearMetal     Sign = "wear-metal" // grey or black grease
	BlueRace      Sign = "blue-race"
	RubOneSide    Sign = "rub-one-side" // of the impeller, nobody said whose spot it is
	RubRotor      Sign = "rub-rotor"    // one spot of the impeller, all round the casing
	RubCasing     Sign = "rub-casing"   // one spot of the casing, all round the impeller
	RubWhole      Sign = "rub-whole"    // of the impeller's whole face
	LooseFit      Sign = "loose-fit"    // bearing in its housing or on its journal
	RoughBearing  Sign = "rough-bearing"
)

var findingSigns = []Sign{HeatMarks, WideTrack, NarrowTrack, ChippedEdge, Swollen, Fretting, WaterInGrease, WearMetal,
	BlueRace, RubOneSide, RubRotor, RubCasing, RubWhole, LooseFit, RoughBearing}

// FindingSigns lists the signs that a finding on a part can be.
func FindingSigns() []Sign { return slices.Clone(findingSigns) }

// Shown is whether a sign is there, and the words and figures it was seen by.
type Shown struct {
	There bool
	Words quantity.Sentence
}

// Evidence is what is known of the signs; one that is missing is not known.
type Evidence map[Sign]Shown

// rule is one line of the table of causes. A sign in For speaks for the cause
// with its weight when it is there, and against it when it is known not to be;
// one in Against speaks against it when it is there.
type rule struct {
	key, title, because, test string
	strong, weak              []Sign // weight 2 and 1
	against                   []Sign
}

// rules is the table. The reasoning is shown to the person as it stands.
var rules = []rule{
	{"bent-shaft", "Bent shaft",
		"A bend throws the shaft out more the farther from the bearings one looks, always towards the same side; one " +
			"at the coupling end shows there alone.",
		"Read the run-out on the bare shaft in three places, all from the same mark: a bend grows along them and keeps " +
			"its clock position.",
		[]Sign{VectorsGrow, SealRunout, RubRotor}, []Sign{RubOneSide, WideTrack}, []Sign{VectorJump}},
	{"sleeve", "Sleeve not true on the shaft",
		"A sleeve off its centre shows on the sleeve and not on the shaft beside it.",
		"Read on the shaft next to the sleeve, then turn the sleeve on the shaft and read again: a high spot that goes " +
			"with the sleeve is the sleeve's.",
		[]Sign{VectorJump, SealRunout}, []Sign{WideTrack}, []Sign{VectorsGrow}},
	{"oval", "Surface worn oval, or dirt under the plunger",
		"What is left over beside the fitted circle is the shape of the surface, not its place.",
		"Clean the surface and read at eight places: dirt goes away, an oval stays.",
		[]Sign{FormHigh}, nil, nil},
	{"register", "Dirt or a burr under a register",
		"A part that stands on dirt is out of square, and what is bolted to it follows.",
		"Loosen, clean, turn the part by one bolt hole, bolt up evenly and read again: if the high spot moves with the " +
			"part it is the part, if it stays it is what it stands on.",
		[]Sign{FaceOut}, []Sign{FacesAgree, BoreOut, NarrowTrack}, nil},
	{"warped", "Adapter warped by uneven bolts",
		"A thin adapter follows its bolts: its face is out while the rim is still centred.",
		"Slacken all bolts, tighten in a crossing pattern in passes and read the face again: a warp from the bolts " +
			"goes, dirt stays.",
		[]Sign{FaceOut}, []Sign{NarrowTrack, FormHigh}, []Sign{BoreOut}},
	{"worn-bearing", "Worn bearing, or a loose lock nut",
		"A worn bearing lets the shaft move both ways and makes it feel rough.",
		"Tighten the nut and measure the end play again; if it stays, rock and turn the bearing by hand off the shaft.",
		[]Sign{EndPlayHigh, PlayHigh}, []Sign{TurnsRough, RoughBearing, WearMetal, WaterInGrease, RubOneSide,
			RubCasing, SealRunout}, []Sign{EndPlayLow}},
	{"loose-housing", "Loose fit of a bearing in its housing or on its journal",
		"Play from a loose fit is radial only; the end play of a sound bearing stays right.",
		"Measure journal and housing bore in two planes: the fit tells what the play cannot.",
		[]Sign{PlayHigh, LooseFit}, []Sign{Fretting}, []Sign{EndPlayHigh}},
	{"preload", "Bearing preloaded",
		"A bearing without its play runs hot; a used lock washer or a cover shim too few does it.",
		"Slacken the cover and the lock nut a notch and turn by hand: what then turns easier was preloaded.",
		[]Sign{EndPlayLow, BlueRace}, []Sign{PlayNone, TurnsRough, Stuck}, []Sign{EndPlayHigh, PlayHigh}},
	{"clearance", "Running clearance lost",
		"The impeller touches where the clearance is gone; after closing up a shim may have slipped.",
		"Push the shaft away from the impeller and turn by hand: if it then turns free it was the clearance.",
		[]Sign{GapTight, RubWhole}, []Sign{Rubs, Stuck}, nil},
	{"tilt", "Impeller or cover stands tilted",
		"Tight on one side and wide on the other is not a setting, it is a tilt.",
		"Turn the impeller half a turn and measure again: if the tight side goes with it the impeller is uneven, if it " +
			"stays the cover is.",
		[]Sign{GapUneven}, []Sign{RubOneSide, RubCasing, FaceOut}, nil},
	{"seal-short", "Seal set too short",
		"Springs pressed solid hold the shaft fast and burn the faces.",
		"Slacken the gland and turn by hand: if it turns, check the setting mark.",
		[]Sign{SealShort}, []Sign{Stuck, HeatMarks}, []Sign{SealLong}},
	{"seal-long", "Seal set too long",
		"Faces that are hardly pressed together leak from the first turn.",
		"Measure the gland gap with the bolts loose: it is the compression that is left.",
		[]Sign{SealLong}, nil, []Sign{SealShort}},
	{"dry", "Ran dry",
		"Faces and impellers that ran without liquid are discoloured by heat.",
		"Look at the flush line, the strainer and the level before it is started again.",
		[]Sign{HeatMarks}, []Sign{BlueRace}, nil},
	{"misaligned", "Misalignment, or pipe strain",
		"A shaft that is pulled at every turn frets under the sleeve and shakes the faces.",
		"Read the alignment with the pipes on, loosen the flanges and read again: what changes is pipe strain.",
		[]Sign{AlignmentOut, Fretting}, []Sign{ChippedEdge, CouplingRunout}, nil},
	{"sag", "Sag of the bracket not taken off",
		"An arm that droops reads low at 6 on a rim and high at 6 in a bore, whatever the part does.",
		"Put the same arm on a stiff bar, zero at 12, turn to 6, and enter that reading as the sag.",
		[]Sign{HangsDown}, []Sign{BoreOut}, nil},
	{"wrong-elastomer", "Elastomer does not suit the liquid",
		"Elastomers swell in a liquid they are not made for.",
		"Hold the material of the kit against the liquid, and ask the seal's maker.",
		[]Sign{Swollen}, nil, nil},
}

// Likely is a cause with what speaks for and against it. It is never certain.
type Likely struct {
	Key     string              `json:"key"`
	Title   string              `json:"title"`
	Because string              `json:"because" doc:"the reasoning"`
	Test    string              `json:"test" doc:"the one test that would tell it apart"`
	For     []quantity.Sentence `json:"for" nullable:"false"`
	Against []quantity.Sentence `json:"against" nullable:"false"`
	// Standing is "likely" when more than one sign speaks for it and none
	// against, else "possible".
	Standing string `json:"standing" enum:"likely,possible"`

	weight int
}

// Causes returns what may be behind the signs, the most likely first: every
// cause for which at least one of its strong signs is there.
func Causes(e Evidence) []Likely {
	var out []Likely
	for _, r := range rules {
		l := Likely{Key: r.key, Title: r.title, Because: r.because, Test: r.test, For: []quantity.Sentence{},
			Against: []quantity.Sentence{}, Standing: "possible"}
		strong := false
		speak := func(signs []Sign, weight int) {
			for _, s := range signs {
				shown, known := e[s]
				switch {
				case !known:
				case shown.There:
					l.For = append(l.For, shown.Words)
					l.weight += weight
					strong = strong || weight == 2
				default:
					l.Against = append(l.Against, shown.Words)
					l.weight--
				}
			}
		}
		speak(r.strong, 2)
		speak(r.weak, 1)
		for _, s := range r.against {
			if shown := e[s]; shown.There {
				l.Against = append(l.Against, shown.Words)
				l.weight -= 2
			}
		}
		if !strong {
			continue
		}
		if len(l.For) > 1 && len(l.Against) == 0 {
			l.Standing = "likely"
		}
		out = append(out, l)
	}
	slices.SortStableFunc(out, func(a, b Likely) int { return cmp.Compare(b.weight, a.weight) })
	return out
}

// Vector is the run-out of what turns with the shaft at one station: size and
// direction of its fitted circle, clock position seen from the coupling end.
type Vector struct {
	Name        string
	OnSleeve    bool            // else on the shaft itself
	Size        quantity.Length // fitted TIR
	Degrees     float64
	Directed    bool // false where it is too small to have a direction
	Uncertainty quantity.Length
}

// sameWay is how near two directions lie that count as one, in degrees.
const sameWay = 45

// VectorSigns compares the run-outs of the stations along the shaft, in their
// order from the coupling end. A bend shows as vectors that grow in one
// direction; an eccentric sleeve as one that is there on the sleeve and not on
// the shaft.
func VectorSigns(vectors []Vector) Evidence {
	e := Evidence{}
	if len(vectors) < 2 {
		return e
	}
	last := vectors[len(vectors)-1]
	grows, words := true, quantity.Sentence{}
	for i := 1; i < len(vectors); i++ {
		a, b := vectors[i-1], vectors[i]
		if b.Size < a.Size+a.Uncertainty || !b.Directed || a.Directed && apart(a.Degrees, b.Degrees) > sameWay {
			grows = false
		}
	}
	if first := vectors[0]; grows {
		words = quantity.Say("Run-out grows from %s ("+first.Name+") to %s ("+last.Name+"), towards "+
			gauge.DegreesClock(last.Degrees)+" o'clock", first.Size, last.Size)
	} else {
		words = quantity.Plainly("Run-out does not grow along the shaft in one direction")
	}
	e[VectorsGrow] = Shown{grows, words}
	for i, s := range vectors {
		if !s.OnSleeve || !s.Directed {
			continue
		}
		for _, k := range []int{i - 1, i + 1} {
			if k < 0 || k >= len(vectors) || vectors[k].OnSleeve {
				continue
			}
			beside := vectors[k]
			off := between(s, beside)
			jump := off > max(s.Uncertainty, beside.Uncertainty)*2 && off > s.Size/2
			said := quantity.Say("%s on the sleeve ("+s.Name+"), %s on the shaft ("+beside.Name+")", s.Size, beside.Size)
			if old, known := e[VectorJump]; !known || jump && !old.There {
				e[VectorJump] = Shown{jump, said}
			}
		}
	}
	return e
}

// between is the size of what is left when one vector is taken from another.
func between(a, b Vector) quantity.Length {
	ay, ax := math.Sincos(a.Degrees * math.Pi / 180)
	by, bx := math.Sincos(b.Degrees * math.Pi / 180)
	x := float64(float64(a.Size)*ax) - float64(float64(b.Size)*bx)
	y := float64(float64(a.Size)*ay) - float64(float64(b.Size)*by)
	return quantity.Length(math.Round(math.Hypot(x, y)))
}

// apart is how far two directions lie from each other, 0 to 180 degrees.
func apart(a, b float64) float64 {
	d := math.Mod(math.Abs(a-b), 360)
	return min(d, 360-d)
}

// Agree reports whether two directions count as one.
func Agree(a, b float64) bool { return apart(a, b) <= sameWay }
