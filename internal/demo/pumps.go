package demo

import (
	"settle/core/gauge"
	"settle/core/job"
	"settle/core/log"
	"settle/core/quantity"
	"settle/core/record"
	"settle/internal/store"
)

// shop is Tern Rock Aquarium: every name in it is made up.
var shop = store.Shop{Name: "Tern Rock Aquarium", Rules: job.Rules{
	Set:     "general",
	Schools: map[string]string{"bearing-reuse": "always-new"},
	Limits: map[string]job.LimitForm{
		"chamber-bore": {Max: quantity.Type("5 thou"), Source: "Shop rule 7"},
	},
	Units: gauge.Units{Temperature: quantity.Celsius, Pressure: quantity.Bar, Torque: quantity.NM,
		Velocity: quantity.MmPerSecond},
}}

var people = []store.Account{
	{Name: "M. Okafor", Role: "technician"},
	{Name: "R. Lindqvist", Role: "technician"},
	{Name: "T. Achterberg", Role: log.Lead, Keeper: true},
	{Name: "Front office", Role: store.Reader},
}

const backPullOut = "end-suction-back-pull-out"

// papers returns what the manual of a back pull-out pump of this shop says.
func papers(setting, bore, torque string) job.Papers {
	v := values("rotation", "clockwise from the coupling", "elastomers", "light oil on the O-ring, foil dry", "nut-rule",
		"hand tight, then an eighth of a turn", "seal-type", "balanced, 1 7/8 in", "gland-bolts", "4", "gland-torque",
		"15 lbf·ft", "set-screws", "3", "clamp-screws", "4", "spacers", "4", "adapter-bolts", "4", "adapter-torque",
		"30 lbf·ft", "chamber-bolts", "4", "chamber-torque", "30 lbf·ft", "casing-bolts", "8", "casing-bolt-torque", torque,
		"foot-bolts", "2", "foot-torque", "40 lbf·ft", "carrier-screws", "3", "carrier-torque", "20 lbf·ft", "driver-bolts",
		"4", "driver-torque", "60 lbf·ft", "screw-torque", "90 lbf·ft", "thread", "oiled", "aim", "15 thou", "vanes", "5",
		"bore", "45 mm", "outside", "100 mm", "width", "25 mm", "journal", "45 mm", "housing-bore", "100 mm", "radial-bore",
		"50 mm", "radial-journal", "50 mm", "radial-housing", "90 mm", "heat-cap", "110 °C", "oil", "turbine oil, 0.6 l",
		"coupling-grease", "grid coupling grease", "hub-gap", "1/8 in", "hot-growth", "2 thou", "speed", "1760",
		"test-pressure", "60 psi", "along-hub", "3 in", "along-thrust", "6 in", "along-radial", "16 in",
		"along-seal", "21 in")
	v["seal-setting"] = log.Value{Text: setting, Source: "Seal drawing"}
	v["seal-chamber-bore"] = log.Value{Text: bore, Source: "Maker's manual, table 2"}
	return job.Papers{
		Options: map[string]string{"thrust-bearing": "paired", "casing-joint": "gasket"}, Values: v,
		Limits: map[string]job.LimitForm{
			"shaft-runout-seal":     limit("", "2 thou", "Maker's manual, table 4"),
			"shaft-runout-coupling": limit("", "2 thou", "Maker's manual, table 4"),
			"end-play-paired":       limit("0.5 thou", "3 thou", "Maker's manual, table 3"),
			"impeller-clearance":    limit("12 thou", "18 thou", "Maker's manual, table 6"),
			"gland-gap":             limit("3/32 in", "5/32 in", "Seal drawing"),
			"plate-groove":          limit("", "30 thou", "Maker's manual, table 6"),

			"impeller-clearance-worn": limit("", "40 thou", "Maker's manual, table 6"),
		},
	}
}

// values are the figures of a pump's papers, key by key.
func values(pairs ...string) map[string]log.Value {
	m := map[string]log.Value{}
	for i := 0; i+1 < len(pairs); i += 2 {
		m[pairs[i]] = log.Value{Text: pairs[i+1], Source: "Maker's manual"}
	}
	return m
}

func limit(low, high, source string) job.LimitForm {
	l := job.LimitForm{Max: quantity.Type(high), Source: source}
	if low != "" {
		l.Min = quantity.Type(low)
	}
	return l
}

var pumps = []record.Pump{
	{Tag: "LS-204", Name: "Sand filter feed B", Place: "Life support, filter gallery", Construction: "A",
		Kind: "End suction, back pull-out", Plan: backPullOut,
		Maker: "Corran & Pike", Model: "CP 4x3-8", Serial: "41877-B", Duty: "480 gpm at 92 ft", Speed: "1760 rpm",
		Impeller: "8.06 in, open", Shaft: "1 7/8 in", Motor: "20 hp", Liquid: "Filtered seawater", Elastomer: "EPDM",
		PlannedHours: new(2000.0), PlannedStop: "2027-03-01", Service: "continuous",
		Papers: papers("1.530 in", "3.250 in", "45 lbf·ft")},
	{Tag: "LS-201", Name: "Sand filter feed A", Place: "Life support, filter gallery", Construction: "A",
		Kind: "End suction, back pull-out", Plan: backPullOut,
		Maker: "Corran & Pike", Model: "CP 4x3-8", Serial: "41877-A", Duty: "480 gpm at 92 ft", Speed: "1760 rpm",
		Impeller: "8.06 in, open", Shaft: "1 7/8 in", Motor: "20 hp", Liquid: "Filtered seawater", Elastomer: "EPDM",
		PlannedHours: new(2000.0), PlannedStop: "2027-03-01", Service: "continuous",
		Papers: papers("1.530 in", "3.250 in", "45 lbf·ft")},
	{Tag: "IN-101", Name: "Seawater intake 1", Place: "Intake pit", Construction: "A",
		Kind: "End suction, back pull-out", Plan: backPullOut,
		Maker: "Hallvarden", Model: "HV 150-315", Serial: "2207-118", Duty: "210 m³/h at 24 m", Speed: "1480 rpm",
		Impeller: "302 mm, open", Shaft: "48 mm", Motor: "30 kW", Liquid: "Raw seawater", Elastomer: "NBR",
		Service: "intermittent",
		Papers: job.Papers{
			Options: map[string]string{"thrust-bearing": "single", "casing-joint": "o-ring"},
			Values: map[string]log.Value{
				"vanes": {Text: "6", Source: "Counted"}, "casing-bolts": {Text: "12", Source: "Counted"},
				"seal-chamber-bore": {Text: "90 mm", Source: "Maker's manual, sheet 3"},
			},
			Limits: map[string]job.LimitForm{
				"shaft-runout-seal": limit("", "0.05 mm", "Maker's manual, sheet 5"),
			},
		}},
	{Tag: "CW-310", Name: "Chilled water, penguin house", Place: "Plant room", Construction: "B",
		Kind: "End suction, clamped drive sleeve", Plan: "clamped-sleeve-pedestal", Maker: "Bramsel", Model: "B2-6",
		Serial: "0931", Duty: "120 gpm at 60 ft", Speed: "3520 rpm", Motor: "5 hp", Liquid: "Water and glycol",
		Papers: job.Papers{
			Values: values("seal-type", "bellows, 28 mm", "strip", "0.35 mm", "strip-length", "250 mm", "strip-opening",
				"the slot in the middle", "vanes", "6", "adapter-bolts", "8", "adapter-torque", "35 N·m", "adapter-thread",
				"oiled", "pedestal-bolts", "4", "pedestal-torque", "40 N·m", "pedestal-thread", "oiled", "clamp-screws", "2",
				"clamp-torque", "9 N·m", "clamp-thread", "dry", "foot-bolts", "4", "foot-torque", "45 N·m", "foot-thread",
				"oiled", "driver-bolts", "4", "driver-torque", "45 N·m", "driver-thread", "oiled", "bore", "30 mm", "outside",
				"62 mm", "width", "16 mm", "journal", "30 mm", "housing-bore", "62 mm", "heat-cap", "110 °C", "grease",
				"lithium complex, 8 g", "coupling-grease", "none, rubber element", "rotation", "clockwise from the coupling",
				"hub-gap", "3 mm", "hot-growth", "0.05 mm", "speed", "3520", "test-pressure", "6 bar", "along-hub", "55 mm",
				"along-rear", "110 mm", "along-front", "270 mm", "along-nose", "330 mm", "along-sleeve", "365 mm"),
			Limits: map[string]job.LimitForm{"impeller-clearance": limit("0.25 mm", "0.45 mm", "Maker's manual, page 12")}}},
	{Tag: "FK-401", Name: "Fish kitchen transfer", Place: "Fish kitchen", Construction: "C",
		Kind: "Close-coupled, clamped pump shaft, hygienic", Plan: "close-coupled-hygienic", Maker: "Lindemo",
		Model: "HL 40", Serial: "77120", Duty: "12 m³/h at 18 m", Speed: "2900 rpm", Motor: "3 kW", Liquid: "Wash water",
		Papers: job.Papers{
			Options: map[string]string{"seal-type": "double"},
			Values: values("gap", "0.5 mm", "vanes", "4", "kit-parts", "16", "collar-torque", "18 N·m", "nut-torque", "40 N·m",
				"nut-thread", "food-grade anti-seize", "ring-screws", "4", "ring-torque", "4 N·m", "cover-nuts", "4", "flush",
				"0.5 bar, seen at the outlet", "test-pressure", "6 bar", "along-rear", "45 mm", "along-front", "240 mm",
				"along-motor", "290 mm", "along-window", "340 mm"),
			Limits: map[string]job.LimitForm{"impeller-clearance": limit("0.4 mm", "0.6 mm", "Maker's manual, page 20")}}},
	{Tag: "FK-402", Name: "Feed slurry", Place: "Fish kitchen", Construction: "D",
		Kind: "Back-plate pump, external seal, hygienic", Plan: "back-plate-hygienic", Maker: "Lindemo", Model: "BP 25",
		Serial: "77208", Duty: "6 m³/h at 15 m", Speed: "1450 rpm", Motor: "1.5 kW", Liquid: "Feed slurry",
		Papers: job.Papers{
			Values: values("vanes", "4", "strip", "0.4 mm", "spacer", "2 mm", "springs", "6", "set-screws", "3",
				"retainer-screws", "4", "deflector-shim", "1.5 mm", "flush", "none, single seal", "test-pressure", "4 bar"),
			Limits: map[string]job.LimitForm{"back-clearance": limit("0.3 mm", "0.5 mm", "Maker's manual, page 9"),
				"front-clearance": limit("0.3 mm", "0.9 mm",
					"Maker's manual, page 9"), "seal-nose": {Min: quantity.Type("1.2 mm"),
					Source: "Maker's manual, page 11"}, "spring-length": limit("6 mm", "8 mm", "Maker's manual, page 11")}}},
	{Tag: "HT-501", Name: "Boiler feed", Place: "Boiler house", Construction: "F", Kind: "Regenerative turbine",
		Plan: "regenerative-turbine", Maker: "Oskarre", Model: "RT 15", Serial: "5512", Duty: "15 gpm at 230 ft",
		Speed: "3500 rpm", Motor: "5 hp", Liquid: "Feed water", Elastomer: "EPDM",
		Papers: job.Papers{
			Options: map[string]string{"liquid": "water"},
			Values: values("number", "5512", "rubber", "E, EPDM", "rotation", "clockwise from the fan", "cover-bolts", "8",
				"trial-bolts", "4", "cover-torque", "20 lbf·ft", "cover-thread", "dry", "clamp-screws", "3", "start-pack",
				"thin and thick", "bore", "25 mm", "heat-cap", "110 °C", "test-pressure", "150 psi", "slow-pressure", "30 psi",
				"grease", "none, motor bearings", "speed", "3500", "along-rear", "55 mm", "along-front", "220 mm", "along-seal",
				"290 mm")}},
	{Tag: "IN-103", Name: "Deep intake", Place: "Intake pit", Construction: "G", Kind: "Vertical turbine",
		Plan: "vertical-turbine", Maker: "Hallvarden", Model: "VT 10-4", Serial: "2301-004", Duty: "900 gpm at 140 ft",
		Speed: "1770 rpm", Motor: "50 hp", Liquid: "Raw seawater", Elastomer: "NBR",
		Papers: job.Papers{
			Options: map[string]string{"spacer": "plain"},
			Values: values("bowls", "4", "sections", "3", "rings", "5", "rings-first", "4", "circle-bolts", "8",
				"circle-torque", "60 lbf·ft", "circle-thread", "oiled", "nut-holes", "6", "nut-threads", "12", "bowl-bolts", "8",
				"bowl-torque", "45 lbf·ft", "bowl-thread", "anti-seize", "head-studs", "7", "head-torque", "60 lbf·ft",
				"head-thread", "anti-seize", "container-screws", "4", "container-torque", "15 lbf·ft", "accessory-holes", "3",
				"driver-bolts", "4", "driver-torque", "75 lbf·ft", "driver-thread", "oiled", "lateral", "5/32 in",
				"shaft-height", "24 in", "new-ring", "14 thou", "heaviest", "driver 620 lb, column 900 lb", "joint-angle",
				"half round"),
			Limits: map[string]job.LimitForm{"lateral": limit("", "10 thou", "Maker's manual, chapter 5"),
				"shaft-runout-head": limit("", "5 thou", "Maker's manual, chapter 5"), "rotor-lift": limit("1/8 in", "3/8 in",
					"Maker's manual, chapter 5"), "depth-down": limit("0.4 in", "0.6 in", "Maker's manual, chapter 5"),
				"depth-up": limit("0.2 in", "0.4 in", "Maker's manual, chapter 5"), "line-shaft-runout": limit("", "5 thou",
					"Maker's manual, chapter 5"), "bearing-room": limit("", "24 thou", "Maker's manual, chapter 5"),
				"packing-drip": limit("30/min", "60/min", "Maker's manual, chapter 6")}}},
	{Tag: "WW-601", Name: "Waste sump chopper", Place: "Waste water", Construction: "H",
		Kind: "Chopper with striker plate", Plan: "chopper-striker-plate", Maker: "Grindale", Model: "GX 4", Serial: "8870",
		Duty: "300 gpm at 40 ft", Speed: "1750 rpm", Motor: "15 hp", Liquid: "Waste water with solids",
		Papers: job.Papers{
			Values: values("blades", "4", "shim-stacks", "4", "plate-bolts", "8", "plate-torque", "60 N·m", "volute-bolts",
				"8", "volute-torque", "90 N·m", "impeller-torque", "110 N·m", "bolt-thread", "locking fluid", "shim-kit",
				"0.05, 0.1, 0.25, 0.5 mm", "shim-count", "48", "weight", "160 kg", "oil", "white oil, 1.2 l", "plate-oring",
				"rubber lubricant, a light film", "along-upper", "110 mm", "along-lower", "380 mm", "along-seal", "450 mm"),
			Limits: map[string]job.LimitForm{"cutting-gap": limit("4 thou", "10 thou", "Maker's manual, page 31"),
				"axial-float": limit("", "15 thou", "Maker's manual, page 30"),
				"ring-room":   limit("8 thou", "24 thou", "Maker's manual, page 30")}}},
	{Tag: "IN-110", Name: "Borehole, freshwater", Place: "Borehole field", Construction: "I",
		Kind: "Submersible, stacked stages", Plan: "submersible-stacked", Maker: "Hallvarden", Model: "SB 6-11",
		Serial: "2119-031", Duty: "45 m³/h at 85 m", Speed: "2900 rpm", Motor: "15 kW", Liquid: "Fresh water",
		Papers: job.Papers{
			Values: values("stages", "11", "stage-torque", "65 N·m", "stage-thread", "dry", "straps", "4", "strap-torque",
				"14 N·m", "strap-thread", "food-grade anti-seize", "set-screws", "2", "locking-grade", "medium", "new-ring",
				"0.25 mm", "motor-bolts", "4", "motor-torque", "45 N·m", "motor-thread", "anti-seize", "motor-fill",
				"clean water with food-grade glycol", "cable", "100 MΩ at least", "heaviest", "pump end 95 kg, string 1,400 kg"),
			Limits: map[string]job.LimitForm{"shaft-travel": limit("4 mm", "8 mm", "Maker's manual, page 44"),
				"depth-down": limit("6 mm", "10 mm", "Maker's manual, page 44"), "depth-up": limit("12 mm", "16 mm",
					"Maker's manual, page 44"), "shaft-runout": limit("", "0.1 mm", "Maker's manual, page 40")}}},
	{Tag: "LS-230", Name: "Main tank circulation", Place: "Life support, main tank", Construction: "J",
		Kind: "Double suction, between bearings", Plan: "double-suction", Maker: "Corran & Pike", Model: "DS 10x8-14",
		Serial: "40112", Duty: "2,900 gpm at 70 ft", Speed: "1180 rpm", Motor: "75 hp", Liquid: "Seawater",
		Elastomer: "EPDM",
		Papers: job.Papers{
			Values: values("bore", "70 mm", "outside", "150 mm", "width", "35 mm", "journal", "70 mm", "housing-bore",
				"150 mm", "cap-torque", "40 lbf·ft", "gland-torque", "15 lbf·ft", "housing-torque", "55 lbf·ft", "nut-torque",
				"90 lbf·ft", "casing-bolt-torque", "120 lbf·ft", "thread", "oiled", "warm-least", "80 °C", "warm-most",
				"105 °C",
				"cap-c", "110 °C", "home", "2", "grease", "lithium complex", "strokes", "12", "rotation",
				"clockwise from the coupling", "new-ring", "16 thou", "speed", "1180", "test-pressure", "75 psi"),
			Limits: map[string]job.LimitForm{"shaft-runout-seal": limit("", "2 thou", "Maker's manual, table 3")}}},
	{Tag: "HT-520", Name: "Gallery heating circulator", Place: "Boiler house", Construction: "K",
		Kind: "Small in-line circulator", Plan: "inline-circulator", Maker: "Bramsel", Model: "IL 1", Serial: "1204",
		Duty: "20 gpm at 12 ft", Speed: "1725 rpm", Motor: "1/6 hp", Liquid: "Heating water",
		Papers: job.Papers{
			Values: values("body-bolts", "4", "bracket-bolts", "4", "keep", "5", "discard", "3", "oil", "the tube of the box",
				"motor-oil", "none, sealed", "system", "1.5 bar, 70 °C")}},
	{Tag: "FK-403", Name: "Tray washer booster", Place: "Fish kitchen", Construction: "E",
		Kind: "Close-coupled, bearing on shaft", Plan: "close-coupled-bearing-on-shaft", Maker: "Bramsel", Model: "BC 32",
		Serial: "3318", Duty: "9 m³/h at 30 m", Speed: "2900 rpm", Motor: "2.2 kW", Liquid: "Wash water",
		Papers: job.Papers{
			Values: values("distance", "14.5 mm", "distance-way", "joint face down to the impeller", "start-pack",
				"three of 0.2 mm", "ring-nut-torque", "45 N·m", "nut-torque", "40 N·m", "nut-thread", "dry", "cover-screws", "4",
				"cover-torque", "8 N·m", "adapter-screws", "4", "adapter-torque", "10 N·m", "casing-screws", "4",
				"casing-torque", "10 N·m", "motor-screws", "4", "motor-torque", "20 N·m", "bore", "30 mm", "outside", "62 mm",
				"width", "16 mm", "journal", "30 mm", "housing-bore", "62 mm", "heat-cap", "80 °C", "test-pressure", "6 bar",
				"along-bearing", "85 mm", "along-seal", "190 mm"),
			Limits: map[string]job.LimitForm{"distance": limit("14.4 mm", "14.6 mm", "Table of the pump"),
				"front-clearance": {Min: quantity.Type("0.3 mm"), Source: "Maker's manual, page 8"}}}},
	{Tag: "LS-240", Name: "Acid dosing for the scrubber", Place: "Life support, chemical room", Construction: "L",
		Kind: "Sealless at speed, governor", Plan: "governor-acid", Maker: "Oskarre", Model: "AX 2", Serial: "6604",
		Duty: "25 gpm at 60 ft", Speed: "3500 rpm", Motor: "3 hp", Liquid: "Dilute acid", Elastomer: "FKM",
		Papers: job.Papers{
			Values: values("frame-size", "small", "weights", "4", "springs", "4", "weights-spread", "2", "back-off", "0.5",
				"bend", "towards the coupling", "thrust-side", "mark to the impeller", "rear-nut-torque", "45 lbf·ft",
				"front-nut-torque", "45 lbf·ft", "cap-bolts", "4", "cap-torque", "8 lbf·ft", "bracket-bolts", "4",
				"bracket-torque", "15 lbf·ft", "case-bolts", "8", "case-torque", "18 lbf·ft", "plate-screws", "none",
				"ring-nuts", "4", "ring-torque", "6 lbf·ft", "bolt-thread", "anti-seize that suits the acid", "sleeve-fixed",
				"two set screws, 62 mm from the shoulder", "impeller-held", "right-hand thread, shaft held at its flats",
				"grease", "lithium complex, 6 g", "outside", "72 mm", "width", "17 mm", "bore", "35 mm", "heat-cap", "110 °C",
				"rotation", "counter-clockwise from the coupling", "speed", "3500", "test-pressure", "40 psi", "along-drive",
				"55 mm", "along-rear", "120 mm", "along-front", "390 mm", "along-seal", "480 mm"),
			Limits: map[string]job.LimitForm{"governor-travel": limit("60 thou", "100 thou", "Maker's manual, page 6"),
				"expeller-clearance": limit("15 thou", "25 thou", "Maker's manual, page 6"), "impeller-clearance": limit(
					"15 thou", "25 thou", "Maker's manual, page 6"), "bushing-clearance": limit("", "6 thou",
					"Maker's manual, page 6"), "ring-clearance": limit("", "20 thou", "Maker's manual, page 6")}}},
	{Tag: "HT-530", Name: "Fuel oil transfer", Place: "Boiler house", Construction: "M", Kind: "Internal gear, packing",
		Plan: "internal-gear", Maker: "Grindale", Model: "IG 2", Serial: "2290", Duty: "15 gpm at 50 psi", Speed: "780 rpm",
		Motor: "2 hp", Liquid: "Fuel oil", Elastomer: "EPDM",
		Papers: job.Papers{
			Values: values("back-screws", "8", "back-torque", "30 lbf·ft", "foot-screws", "4", "foot-torque", "25 lbf·ft",
				"head-bolts", "8", "head-torque", "30 lbf·ft", "screw-thread", "light oil", "rings", "5", "sleeve-pitch", "12",
				"sleeve-notches", "12", "end-aim", "4 thou", "set-screws", "2", "set-torque", "firm", "nut-torque", "60 lbf·ft",
				"fit-class", "thumb fit", "rotation", "clockwise from the coupling", "speed", "780", "relief",
				"to the suction side, 70 psi", "test-pressure", "60 psi", "along-hub", "2 in", "along-bearing", "5 in",
				"along-packing", "8 in", "along-bushing", "12 in"),
			Limits: map[string]job.LimitForm{"end-clearance": limit("2 thou", "5 thou", "Maker's manual, page 15"),
				"bushing-clearance": limit("", "8 thou", "Maker's manual, page 15"), "fill-depth": limit("0.30 in", "0.40 in",
					"Maker's manual, page 14"), "idler-depth": limit("1/32 in", "1/16 in", "Maker's manual, page 15")}}},
}
