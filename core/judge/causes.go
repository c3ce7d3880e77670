package judge

import "slices"

// CauseInfo is one line of the table of causes. A sign in Strong or Weak speaks for the
// cause with its weight, 2 or 1, when it is there; a strong one speaks against it when it is
// known not to be, and one in Against when it is.
type CauseInfo struct {
	Key, Title    string
	Because, Test string // the reasoning, and the one test that would tell it apart
	Again         string // what to look at when it comes back job after job
	Strong, Weak  []Sign
	Against       []Sign
}

// Table returns the table of causes.
func Table() []CauseInfo { return slices.Clone(table) }

// CauseOf is the line of a cause; an empty one for a key that there is not.
func CauseOf(key string) CauseInfo {
	if i := slices.IndexFunc(table, func(c CauseInfo) bool { return c.Key == key }); i >= 0 {
		return table[i]
	}
	return CauseInfo{}
}

// table is shown to the person as it stands.
var table = []CauseInfo{
	{"sleeve", "Sleeve not true on the shaft",
		"A sleeve off its centre shows on the sleeve and not on the shaft beside it.",
		"Read on the shaft next to the sleeve, then turn the sleeve on the shaft and read again: a high spot that goes " +
			"with the sleeve is the sleeve's.",
		"measure the sleeve's bore and the shaft under it",
		[]Sign{SleeveAlong, SleeveRunout}, []Sign{WideTrack}, nil},
	{"bent-shaft", "Bent shaft",
		"A bend throws the shaft out more the farther one looks from it, always towards the same side; one at the " +
			"coupling end shows there alone.",
		"Read the run-out on the bare shaft in three places, all from the same mark: past the bend it grows and keeps " +
			"its clock position.",
		"ask how the shaft is handled, and what is driven on and off its end",
		[]Sign{BendAlong, SealRunout, CouplingRunout, RubRotor}, []Sign{SleeveRunout, RubOneSide, WideTrack}, nil},
	{"bearing-seat", "Bearing seat off centre, or dirt under a bearing",
		"A straight shaft that turns about an axis not its own runs out in a straight line along its length, to opposite " +
			"sides at its ends.",
		"Take the shaft out and read it between its own centres: a straight one is true there. Read the seat against " +
			"the shaft beside it.",
		"have the seats measured between centres",
		[]Sign{SeatAlong}, []Sign{SealRunout, CouplingRunout, RubRotor}, nil},
	{"cocked-nut", "Lock nut out of square, bends the shaft",
		"A nut whose face or thread is hurt pulls on one side only and bends the shaft where it sits.",
		"Slacken the nut and read the run-out again: what goes was the nut's.",
		"renew nut and washer together",
		[]Sign{NutHurt, BendAtNut}, []Sign{CouplingRunout, EndPlayHigh, EndPlayLow}, nil},
	{"oval", "Surface worn oval, or dirt under the plunger",
		"What is left over beside the fitted circle is the shape of the surface, not its place: it comes twice a turn.",
		"Clean the surface and read at eight places: dirt goes away, an oval stays.",
		"look at what wears the surface",
		[]Sign{FormHigh}, nil, nil},
	{"register", "Dirt or a burr under a register",
		"A part that stands on dirt is out of square, and what is bolted to it follows.",
		"Loosen, clean, turn the part by one bolt hole, bolt up evenly and read again: if the high spot moves with the " +
			"part it is the part, if it stays it is what it stands on.",
		"have the registers measured",
		[]Sign{FaceOut, FacesAgree, BoreOut}, []Sign{NarrowTrack}, nil},
	{"warped", "Adapter warped by uneven bolts",
		"A thin adapter follows its bolts: its face is out while the rim is still centred.",
		"Slacken all bolts, tighten in a crossing pattern in passes and read the face again: a warp from the bolts " +
			"goes, dirt stays.",
		"have the adapter's faces measured off the pump",
		[]Sign{FaceOut}, []Sign{NarrowTrack, FormHigh}, []Sign{BoreOut, FacesAgree}},
	{"worn-bearing", "Worn bearing, or a loose lock nut",
		"A worn bearing lets the shaft move both ways and makes it feel rough.",
		"Tighten the nut and measure the end play again; if it stays, rock and turn the bearing by hand off the shaft.",
		"look at load, alignment and grease: a bearing should outlast this",
		[]Sign{EndPlayHigh, PlayHigh, RubCasing}, []Sign{TurnsRough, RoughBearing, WearMetal, WaterInGrease, RubOneSide,
			SealRunout, SleeveRunout}, []Sign{EndPlayLow, PlayNone}},
	{"loose-housing", "Loose fit of a bearing in its housing or on its journal",
		"Play from a loose fit is radial only; the end play of a sound bearing stays right.",
		"Measure journal and housing bore in two planes: the fit tells what the play cannot.",
		"have the seat built up and ground",
		[]Sign{PlayHigh, LooseFit}, []Sign{Fretting}, []Sign{EndPlayHigh, PlayNone}},
	{"preload", "Bearing preloaded",
		"A bearing without its play runs hot; a used lock washer or a cover shim too few does it.",
		"Slacken the cover and the lock nut a notch and turn by hand: what then turns easier was preloaded.",
		"measure cover depth and bearing width, and work out the shim",
		[]Sign{EndPlayLow, PlayNone, BlueRace, BearingTight}, []Sign{TurnsRough, Stuck}, []Sign{EndPlayHigh, PlayHigh}},
	{"starved", "Bearing ran without lubrication",
		"A bearing short of grease or oil runs hot and blues its races before it fails.",
		"Look at how much grease is left between the rolling elements, and at the way to the nipple or the oil level.",
		"set the greasing interval, and write who does it",
		[]Sign{BlueRace, DryGrease}, []Sign{WearMetal, RoughBearing, TurnsRough}, nil},
	{"overgreased", "Too much grease",
		"A housing packed full churns its grease and runs as hot as one without.",
		"Open the drain and run it: what comes out was too much. Weigh the next filling.",
		"weigh the grease, and leave the drain open while it is run in",
		[]Sign{MuchGrease}, []Sign{BlueRace}, nil},
	{"water", "Water in the grease",
		"Water makes grease milky, rusts the races and leaves them rough.",
		"Find the way in: lip seals, slinger, vent, hose. Look whether the seal leaks onto the housing.",
		"find the way in: lip seals, slinger, hose",
		[]Sign{WaterInGrease}, []Sign{RoughBearing, TurnsRough}, nil},
	{"clearance", "Running clearance lost",
		"The impeller touches where the clearance is gone; after closing up a shim may have slipped.",
		"Push the shaft away from the impeller and turn by hand: if it then turns free it was the clearance.",
		"look at what moves the rotor: end play, shims, the lock of the adjuster",
		[]Sign{GapTight, RubWhole}, []Sign{Rubs, Stuck}, nil},
	{"tilt", "Impeller or cover stands tilted",
		"Tight on one side and wide on the other is not a setting, it is a tilt.",
		"Turn the impeller half a turn and measure again: if the tight side goes with it the impeller is uneven, if it " +
			"stays the cover is.",
		"have impeller and cover measured",
		[]Sign{GapUneven}, []Sign{RubOneSide, RubCasing, FaceOut}, nil},
	{"seal-short", "Seal set too short",
		"Springs pressed solid hold the shaft fast and burn the faces.",
		"Slacken the gland and turn by hand: if it turns, check the setting mark.",
		"check the setting dimension against the drawing",
		[]Sign{SealShort}, []Sign{SealHard, Stuck, HeatMarks}, []Sign{SealLong}},
	{"seal-long", "Seal set too long",
		"Faces that are hardly pressed together leak from the first turn.",
		"Measure the gland gap with the bolts loose: it is the compression that is left.",
		"check the setting dimension against the drawing",
		[]Sign{SealLong}, []Sign{SealFree}, []Sign{SealShort}},
	{"seal-hard", "Seal drags too much",
		"A head pushed too far, springs pressed solid or an elastomer that grips dry make the seal heavy.",
		"Let the head back to its mark and turn again; look for a ring that is one too many, or one put in dry.",
		"look at the lubricant of its elastomers",
		[]Sign{SealHard}, []Sign{Stuck}, []Sign{SealFree}},
	{"seal-hung", "Seal head hung up, or its spring is not working",
		"A seal that is pressed is felt. Where nothing is felt the faces do not touch.",
		"Push the head back by hand: it must spring home by itself. Look for a dry elastomer, a spring left out.",
		"look at the lubricant of its elastomers and the sleeve under them",
		[]Sign{SealFree}, nil, []Sign{SealHard, SealLong}},
	{"dry", "Ran dry",
		"Faces and impellers that ran without liquid are discoloured by heat.",
		"Look at the flush line, the strainer and the level before it is started again.",
		"look at the flush",
		[]Sign{HeatMarks}, nil, []Sign{BlueRace}},
	{"pipe-strain", "Pipe strain",
		"Pipes that do not meet the flanges by themselves pull the casing, and the shaft with it.",
		"Two dials on the coupling, loosen the flanges one by one: what the shaft moves is the strain.",
		"have the pipes cut and welded anew",
		[]Sign{PipesOut, PipesPull, RubCasing}, []Sign{AlignmentOut, Fretting, ChippedEdge}, nil},
	{"soft-foot", "Soft foot",
		"A foot that does not touch is pulled down by its bolt and twists the frame.",
		"Slacken one foot at a time with a dial over it: shim the one that lifts.",
		"have the base plate levelled",
		[]Sign{FeetOut, FeetPull}, []Sign{AlignmentOut}, nil},
	{"misaligned", "Misalignment",
		"A shaft that is pulled at every turn frets under the sleeve and shakes the faces.",
		"Read the alignment with the pipes on, loosen the flanges and read again: what changes is pipe strain.",
		"align it hot, and look at feet and pipes",
		[]Sign{AlignmentOut, Fretting}, []Sign{ChippedEdge, CouplingRunout, RubCasing}, nil},
	{"sag", "Sag of the bracket not taken off",
		"An arm that droops reads low at 6 on a rim and high at 6 in a bore, whatever the part does.",
		"Put the same arm on a stiff bar, zero at 12, turn to 6, and enter that reading as the sag.",
		"write the sag on the arm",
		[]Sign{HangsDown}, []Sign{BoreOut}, nil},
	{"wrong-elastomer", "Elastomer does not suit the liquid",
		"Elastomers swell in a liquid they are not made for.",
		"Hold the material of the kit against the liquid, and ask the seal's maker.",
		"change the material on the pump's page",
		[]Sign{Swollen}, nil, nil},
}
