package hand

import (
	"slices"
	"testing"

	"settle/core/gauge"
	"settle/core/job"
	"settle/core/log"
	"settle/core/plan"
	"settle/core/quantity"
)

// history is what a technician read and found on a pump whose fault is known.
type history struct {
	name, plan, scope string
	given             map[string]log.Body // step → what is entered there instead of what is right
	until             string
	first             string // the true cause, which comes first
}

func setting(mm string) log.Body {
	return log.Body{Unit: quantity.UnitMillimetre, Setting: &log.SettingForm{Measured: quantity.Type(mm),
		Graduation: quantity.Type("0.5")}}
}

func lined(offset string, angle float64) log.Body {
	plane := map[string]any{"offset": offset, "angle_mm_per_m": angle}
	return log.Body{Unit: quantity.UnitMillimetre, Tool: log.Input{"method": "laser", "vertical": plane,
		"horizontal": map[string]any{"offset": "0.01 mm", "angle_mm_per_m": 0.1},
		"feet":       map[string]any{"front": "200 mm", "back": "500 mm"}}}
}

func pulled(vertical string) log.Body {
	return log.Body{Unit: quantity.UnitMillimetre, Tool: log.Input{"graduation": "0.01 mm", "steps": []any{
		map[string]any{"flange": "suction", "vertical": vertical, "horizontal": "0.02 mm"}}}}
}

// unbent is a dial round a true shaft, with the same dial at other places of the bare shaft.
func unbent(runout, clock float64, others ...place) log.Body {
	b := dialled(runout, clock)
	for _, o := range others {
		b = also(b, o.at, o.runout, o.clock)
	}
	return b
}

type place struct {
	at            string
	runout, clock float64
}

// The papers of the pump the histories are of.
var historyPapers = job.Papers{
	Values: map[string]log.Value{"seal-setting": {Text: "38 mm", Source: "seal maker"},
		"speed": {Text: "1480", Source: "plate"}},
	Limits: map[string]job.LimitForm{"impeller-clearance": {Min: quantity.Type("0.3 mm"), Max: quantity.Type("0.5 mm"),
		Source: "maker"}, "end-play-paired": {Min: quantity.Type("0.01 mm"), Max: quantity.Type("0.03 mm"), Source: "maker"}},
}

// histories are whole jobs with a fault that is known: the first fifteen as an expert told them, with the
// readings a technician would have taken; the others of our own, two of them contradict themselves.
var histories = []history{
	{"1 ran dry", endSuction, "seal",
		map[string]log.Body{"inspect-seal": found("heat"), "inspect-seat": found("heat")}, "", "dry"},
	{"2 coking, springs stuck", endSuction, "seal",
		map[string]log.Body{"inspect-seal": found("coked", "stuck")}, "", "coked"},
	{"3 misalignment", endSuction, "seal", map[string]log.Body{"align-found": lined("0.4 mm", 2),
		"inspect-seal": found("chip")}, "", "misaligned"},
	{"4 bent overhang read on the sleeve, the bare shaft read too", endSuction, "overhaul", map[string]log.Body{
		"runout-coupling-found": unbent(6, 9, place{"560 mm", 190, 5}, place{"480 mm", 70, 5}),
		"runout-seal-found":     dialled(200, 5)}, "heat-bearing", "bent-shaft"},
	{"5 pipe strain, binds since the foot is tight", endSuction, "overhaul", map[string]log.Body{
		"turn-closed": feltAs(gauge.Binds), "pipe-strain": pulled("0.22 mm")}, "", "pipe-strain"},
	{"6 preload: no play, blue, binds", endSuction, "overhaul", map[string]log.Body{"end-play-found": played("0"),
		"turn-found": feltAs(gauge.Binds), "inspect-bearings": found("colour")}, "heat-bearing", "preload"},
	{"7 cavitation", endSuction, "overhaul", map[string]log.Body{"inspect-impeller": found("pits-inlet"),
		"inspect-bearings": found("rough")}, "", "cavitation"},
	{"8 seal found 3 mm short, heat marks", endSuction, "seal", map[string]log.Body{"setting-found": setting("35 mm"),
		"inspect-seal": found("heat")}, "inked", "seal-short"},
	{"9 swollen", endSuction, "seal", map[string]log.Body{"inspect-seal": found("swollen")}, "", "wrong-elastomer"},
	{"10 false brinelling", endSuction, "overhaul", map[string]log.Body{"inspect-bearings": found("brinelled", "rough")},
		"", "brinelling"},
	{"11 abrasive flush", endSuction, "seal", map[string]log.Body{"inspect-seal": found("scored"),
		"inspect-seat": found("scored")}, "", "abrasion"},
	{"12 off its duty: wide track, rough, fretting, all true", endSuction, "overhaul", map[string]log.Body{
		"inspect-seat": found("track"), "inspect-radial": found("rough"), "inspect-sleeve": found("fretting"),
		"align-found": lined("0.01 mm", 0.1)}, "heat-bearing", "off-duty"},
	{"13 loose fit", endSuction, "overhaul", map[string]log.Body{"inspect-frame": found("turned"),
		"radial-play-found": played("0.3")}, "heat-bearing", "loose-housing"},
	{"14 used washer", endSuction, "overhaul", map[string]log.Body{"end-play-found": played("0.004"),
		"inspect-bearings": found("colour")}, "heat-bearing", "preload"},
	{"15 water", endSuction, "overhaul", map[string]log.Body{"inspect-bearings": found("water", "rough")}, "heat-bearing",
		"water"},

	{"pits at the outlets, the shaft true", endSuction, "overhaul", map[string]log.Body{
		"inspect-impeller": found("pits-outlet"), "inspect-seat": found("track")}, "heat-bearing", "off-duty"},
	{"dirt on one side of the impeller", endSuction, "overhaul", map[string]log.Body{
		"inspect-impeller": found("one-sided"), "inspect-radial": found("rough")}, "heat-bearing", "unbalance"},
	{"solids between the faces", endSuction, "seal", map[string]log.Body{"inspect-seal": found("scored"),
		"inspect-sleeve": found("groove")}, "", "abrasion"},
	{"a head that is stuck, nothing felt", endSuction, "seal", map[string]log.Body{"inspect-seal": found("stuck"),
		"inspect-seat": found("narrow")}, "", "coked"},
	{"stood and was shaken", endSuction, "overhaul", map[string]log.Body{"inspect-radial": found("brinelled")}, "",
		"brinelling"},
	{"current through the bearing", endSuction, "overhaul", map[string]log.Body{
		"inspect-bearings": found("fluted", "metal")}, "", "current"},
	{"seal found too long", endSuction, "seal", map[string]log.Body{"setting-found": setting("41 mm")}, "", "seal-long"},
	{"clearance lost, it rubs", endSuction, "overhaul", map[string]log.Body{"clearance-found": direct("0.06 mm"),
		"turn-found": feltAs(gauge.Rubs)}, "heat-bearing", "clearance"},
	{"the foot pulls", endSuction, "overhaul", map[string]log.Body{"turn-closed": feltAs(gauge.Binds),
		"soft-foot": {Unit: quantity.UnitMillimetre, Tool: log.Input{"graduation": "0.01 mm", "front_left": "0.01 mm",
			"front_right": "0.3 mm", "back_left": "0 mm", "back_right": "0 mm"}}}, "", "soft-foot"},
	{"packed full, and hot", endSuction, "overhaul", map[string]log.Body{"inspect-bearings": found("full")}, "",
		"overgreased"},
	{"dry grease, a rough bearing", endSuction, "overhaul", map[string]log.Body{"inspect-bearings": found("dry", "rough")},
		"", "starved"},
	{"a worn thrust bearing, the radial one sound", endSuction, "overhaul", map[string]log.Body{
		"end-play-found": played("0.2"), "inspect-bearings": found("rough")}, "heat-bearing", "worn-bearing"},
	{"rubbed on its whole face", endSuction, "overhaul", map[string]log.Body{"inspect-impeller": found("whole"),
		"turn-found": feltAs(gauge.Rubs)}, "heat-bearing", "clearance"},
	{"contradictory: run-outs that nothing explains", endSuction, "overhaul", map[string]log.Body{
		"runout-coupling-found": unbent(10, 12, place{"330 mm", 200, 12}, place{"560 mm", 200, 12}, place{"250 mm", 20, 6}),
		"runout-seal-found":     dialled(20, 6)}, "heat-bearing", "unexplained"},
	{"contradictory: heat marks, water in the grease, a blue race", endSuction, "overhaul", map[string]log.Body{
		"inspect-seal": found("heat"), "inspect-bearings": found("water", "colour", "rough")}, "heat-bearing", "water"},
}

// The true cause comes first; three at most may end in what is to be read once more.
func TestHistoriesNameTheirCause(t *testing.T) {
	unknown := 0
	for _, h := range histories {
		b := opened(t, plan.Library()[h.plan], h.scope, historyPapers)
		b.given, b.stop = h.given, h.until
		sheet := b.work(true, true)
		if len(b.used) != len(h.given) {
			t.Errorf("%s: only %v of %d readings are asked for", h.name, b.used, len(h.given))
		}
		var named []string
		for _, c := range sheet.Causes {
			if c.Standing.Stands() || h.until == "" {
				named = append(named, c.Key)
			}
		}
		if slices.Index(named, h.first) != 0 {
			t.Errorf("%s: named %v, want %s first", h.name, named, h.first)
			for _, c := range sheet.Causes {
				t.Logf("    %s %s for %v against %v", c.Key, c.Standing, c.For, c.Against)
			}
		}
		if h.first == "unexplained" {
			unknown++
		}
	}
	if unknown > 3 {
		t.Errorf("%d of them end in what is not known", unknown)
	}
}
