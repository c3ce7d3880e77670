package judge

import (
	"slices"

	"settle/core/quantity"
)

// Sign is one thing that readings or findings show, or show not to be so.
type Sign string

// The signs. What the readings show:
const (
	BendAlong      Sign = "bend-along"    // run-outs along the shaft fit a kink
	SeatAlong      Sign = "seat-along"    // they fit a straight line through a seat off centre
	SleeveAlong    Sign = "sleeve-along"  // they jump at the sleeve and not on the shaft beside it
	BendAtNut      Sign = "bend-at-nut"   // the kink lies at a bearing
	NoFit          Sign = "no-fit"        // nothing explains the run-outs along the shaft
	SealRunout     Sign = "seal-runout"   // run-out of the bare shaft at the seal past its limit
	SleeveRunout   Sign = "sleeve-runout" // run-out on the sleeve past its limit
	CouplingRunout Sign = "coupling-runout"
	FormHigh       Sign = "form-high"   // the surface is not round: high residual from the circle
	FaceOut        Sign = "face-out"    // a face out of square
	FacesAgree     Sign = "faces-agree" // adapter and chamber face are high at the same place
	BoreOut        Sign = "bore-out"    // a bore or rim off centre
	HangsDown      Sign = "hangs-down"  // turned rim low or bore high at 6, sag not taken off
	PlayHigh       Sign = "play-high"   // radial play past its limit
	PlayNone       Sign = "play-none"   // no radial play at all
	EndPlayHigh    Sign = "end-play-high"
	EndPlayLow     Sign = "end-play-low"
	EndPlayNone    Sign = "end-play-none" // no end play at all
	GapTight       Sign = "gap-tight"     // running clearance below its window
	GapUneven      Sign = "gap-uneven"    // tight at one side, wide at the other
	SealShort      Sign = "seal-short"
	SealLong       Sign = "seal-long"
	AlignmentOut   Sign = "alignment-out"
	FeetOut        Sign = "feet-out"  // a foot lifts past its limit when it is slackened
	PipesOut       Sign = "pipes-out" // the shaft moves past its limit when flanges are bolted
)

// What is felt when the shaft is turned by hand:
const (
	TurnsRough Sign = "turns-rough"
	Rubs       Sign = "rubs"       // rubs or drags at a place
	Stuck      Sign = "stuck"      // binds or is locked
	SealFree   Sign = "seal-free"  // nothing is felt where a seal should drag
	SealHard   Sign = "seal-hard"  // the seal drags too much
	PipesPull  Sign = "pipes-pull" // heavy only since the pipes are on
	FeetPull   Sign = "feet-pull"  // heavy only since a foot is bolted

	BearingTight Sign = "bearing-tight" // heavy with nothing on the shaft but its bearings
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
	DryGrease     Sign = "dry-grease"
	MuchGrease    Sign = "much-grease"
	WearMetal     Sign = "wear-metal" // grey or black grease
	BlueRace      Sign = "blue-race"
	NutHurt       Sign = "nut-hurt"     // thread, slots or face of the lock nut
	RubOneSide    Sign = "rub-one-side" // of the impeller, nobody said whose spot it is
	RubRotor      Sign = "rub-rotor"    // one spot of the impeller, all round the casing
	RubCasing     Sign = "rub-casing"   // one spot of the casing, all round the impeller
	RubWhole      Sign = "rub-whole"    // of the impeller's whole face
	LooseFit      Sign = "loose-fit"    // bearing in its housing or on its journal
	RoughBearing  Sign = "rough-bearing"
	PittedInlet   Sign = "pitted-inlet"  // pits where the vanes begin
	PittedOutlet  Sign = "pitted-outlet" // pits at the vane outlets or the cutwater
	OneSided      Sign = "one-sided"     // mass lost or deposited on one side of the impeller
	Grooved       Sign = "grooved"       // faces or sleeve scored all round
	Coked         Sign = "coked"         // crust behind the faces
	SpringsStuck  Sign = "springs-stuck"
	Brinelled     Sign = "brinelled" // dents at the pitch of the rolling elements
	Fluted        Sign = "fluted"    // washboard on a race
)

// By what a sign is seen.
const (
	ByReading = "reading"
	ByFeel    = "turned by hand"
	ByFinding = "finding"
)

// SignInfo is a sign in words.
type SignInfo struct {
	Sign  Sign
	Title string
	By    string // reading, turned by hand, or finding
}

// Signs are all of them, in the words of the table of causes.
var Signs = []SignInfo{
	{BendAlong, "run-outs along the shaft fit a kink", ByReading},
	{SeatAlong, "run-outs along the shaft fit a straight line", ByReading},
	{SleeveAlong, "run-out on the sleeve that the shaft beside it does not have", ByReading},
	{BendAtNut, "the kink lies at a bearing", ByReading},
	{NoFit, "run-outs along the shaft that nothing explains", ByReading},
	{SealRunout, "run-out of the shaft at the seal past its limit", ByReading},
	{SleeveRunout, "run-out on the sleeve past its limit", ByReading},
	{CouplingRunout, "run-out at the coupling past its limit", ByReading},
	{FormHigh, "a surface that is not round", ByReading},
	{FaceOut, "a face out of square", ByReading},
	{FacesAgree, "adapter and chamber high at the same place", ByReading},
	{BoreOut, "a bore or rim off centre", ByReading},
	{HangsDown, "rim low or bore high at 6, no sag taken off", ByReading},
	{PlayHigh, "radial play past its limit", ByReading},
	{PlayNone, "no radial play at all", ByReading},
	{EndPlayHigh, "end play above its window", ByReading},
	{EndPlayLow, "end play below its window", ByReading},
	{EndPlayNone, "no end play at all", ByReading},
	{GapTight, "running clearance below its window", ByReading},
	{GapUneven, "clearance tight on one side, wide on the other", ByReading},
	{SealShort, "seal set too short", ByReading},
	{SealLong, "seal set too long", ByReading},
	{AlignmentOut, "alignment out of its tolerance", ByReading},
	{FeetOut, "a foot that lifts when it is slackened", ByReading},
	{PipesOut, "the shaft moves when flanges are bolted", ByReading},
	{TurnsRough, "turns rough", ByFeel},
	{Rubs, "rubs or drags", ByFeel},
	{Stuck, "binds or is locked", ByFeel},
	{SealFree, "nothing is felt where the seal should drag", ByFeel},
	{SealHard, "the seal drags too much", ByFeel},
	{PipesPull, "heavy only since the pipes are on", ByFeel},
	{FeetPull, "heavy only since a foot is bolted", ByFeel},
	{BearingTight, "heavy with nothing on the shaft but its bearings", ByFeel},
	{HeatMarks, "heat marks", ByFinding},
	{WideTrack, "a wide track on the seat", ByFinding},
	{NarrowTrack, "a narrow or uneven track", ByFinding},
	{ChippedEdge, "a chipped outside edge of a face", ByFinding},
	{Swollen, "a swollen elastomer", ByFinding},
	{Fretting, "fretting under the sleeve", ByFinding},
	{WaterInGrease, "milky or rusty grease", ByFinding},
	{DryGrease, "dry or caked grease", ByFinding},
	{MuchGrease, "a housing packed full of grease", ByFinding},
	{WearMetal, "grey or black grease", ByFinding},
	{BlueRace, "a blue or straw-coloured race", ByFinding},
	{NutHurt, "a lock nut with a hurt thread or face", ByFinding},
	{RubOneSide, "a rub on one side", ByFinding},
	{RubRotor, "one spot of the impeller rubbed", ByFinding},
	{RubCasing, "one spot of the casing rubbed", ByFinding},
	{RubWhole, "a rub on the whole face", ByFinding},
	{LooseFit, "a ring that has turned on its seat", ByFinding},
	{RoughBearing, "a rough bearing", ByFinding},
	{PittedInlet, "pits where the vanes begin", ByFinding},
	{PittedOutlet, "pits at the vane outlets or the cutwater", ByFinding},
	{OneSided, "mass lost or deposited on one side of the impeller", ByFinding},
	{Grooved, "faces or sleeve scored all round", ByFinding},
	{Coked, "a crust behind the faces", ByFinding},
	{SpringsStuck, "springs or head that are stuck", ByFinding},
	{Brinelled, "dents at the pitch of the rolling elements", ByFinding},
	{Fluted, "a washboard on a race", ByFinding},
}

// AlongShaft reports whether a sign comes from run-outs: a reading more along the shaft would
// tell more of it.
func (s Sign) AlongShaft() bool {
	return slices.Contains([]Sign{BendAlong, SeatAlong, SleeveAlong, NoFit, SealRunout, SleeveRunout, CouplingRunout}, s)
}

// Title is a sign in words.
func (s Sign) Title() string {
	if i := slices.IndexFunc(Signs, func(x SignInfo) bool { return x.Sign == s }); i >= 0 {
		return Signs[i].Title
	}
	return string(s)
}

func signsBy(by string) []Sign {
	var out []Sign
	for _, s := range Signs {
		if s.By == by {
			out = append(out, s.Sign)
		}
	}
	return out
}

// FindingSigns lists the signs that a finding on a part can be.
func FindingSigns() []Sign { return signsBy(ByFinding) }

// FeelSigns lists the signs that a turning by hand can be.
func FeelSigns() []Sign { return signsBy(ByFeel) }

// Shown is whether a sign is there, and the words and figures it was seen by.
type Shown struct {
	There bool
	Words quantity.Sentence
	// Say stands instead of Words where they are seldom wanted: most signs are not there, and
	// speak against a cause that nothing else names.
	Say func() quantity.Sentence
	// Weight is what it weighs beside what its rule says: the surer, the more.
	Weight int
	// Doubtful is true of an explanation that fits, while another one fits better.
	Doubtful bool
	// Later is what was read afterwards, where that says otherwise.
	Later *Later
}

// words are what a sign was seen by.
func (s Shown) words() quantity.Sentence {
	if s.Say != nil {
		return s.Say()
	}
	return s.Words
}

// Later is a reading that contradicts an earlier sign.
type Later struct {
	Words  quantity.Sentence
	Mended bool // the part that it decides about was mended or replaced between the two
}

// Evidence is what is known of the signs; one that is missing is not known.
type Evidence map[Sign]Shown

// Add notes a sign; one that is there is not outweighed by one that is not.
func (e Evidence) Add(s Sign, shown Shown) {
	if old, known := e[s]; !known || shown.There && !old.There {
		e[s] = shown
	}
}

// Then is this evidence with what was read afterwards. A sign that was there and is not
// any more stays, with the later reading beside it.
func (e Evidence) Then(later Evidence, mended func(Sign) bool) Evidence {
	out := make(Evidence, len(e)+len(later))
	for s, shown := range e {
		out[s] = shown
	}
	for s, now := range later {
		before, known := out[s]
		if known && before.There && !now.There {
			before.Later = &Later{now.words(), mended(s)}
			now = before
		}
		out[s] = now
	}
	return out
}

// Any reports whether a sign is there.
func (e Evidence) Any() bool {
	for _, shown := range e {
		if shown.There {
			return true
		}
	}
	return false
}
