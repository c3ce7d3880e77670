package hand

import (
	"fmt"
	"slices"
	"strings"
	"testing"

	"settle/core/job"
	"settle/core/judge"
	"settle/core/log"
	"settle/core/plan"
	"settle/core/quantity"
)

// What people do wrong at each pump, and what catches it. Much is caught by the order of
// work, which is tried in order_test.go; here is the rest.

// mistake is one that people make, in a scope and with an option; caught says why it is not
// caught, or nothing.
type mistake struct {
	scope, option, says string
	caught              func(whole *bench) string
}

// said: the step itself says it, in these words or marks, before it is done.
func said(step string, words ...string) func(*bench) string {
	return func(whole *bench) string {
		s := job.Derive(whole.job).Step(step)
		if s == nil {
			return step + " is not in this job"
		}
		all := []string{s.Title, s.How, s.Why, strings.Join(s.Cautions, " "), s.Panel.Says, s.Drawing, s.Panel.Of}
		for _, f := range s.Panel.Fits {
			all = append(all, f.Title, f.Lubricant)
		}
		for _, m := range s.Panel.Shown {
			all = append(all, m.Title, m.Mark)
		}
		text := strings.ToLower(strings.Join(all, " | "))
		for _, w := range words {
			if !strings.Contains(text, strings.ToLower(w)) {
				return fmt.Sprintf("%s says nothing of %q: %s", step, w, text)
			}
		}
		return ""
	}
}

// out: what is entered wrong at the step comes out, and nobody signs over it.
func out(step string) func(*bench) string {
	return func(whole *bench) string {
		b, s := at(whole, step)
		if s == nil {
			return step + " is not in this job"
		}
		b.keep(s, Entry(s, false, b.now))
		if r := job.Derive(b.job).Step(step).Reading; r.Verdict != judge.Out {
			return fmt.Sprintf("%s comes to %q", step, r.Verdict)
		}
		return ""
	}
}

// unknown: nothing says how it must be, so it passes nothing.
func unknown(step string) func(*bench) string {
	return func(whole *bench) string {
		if r := job.Derive(whole.job).Step(step).Reading; r.Verdict != judge.NoLimit {
			return fmt.Sprintf("%s comes to %q", step, r.Verdict)
		}
		return ""
	}
}

// over: as out, on a pump whose papers have the limit, in mm.
func over(step, limit, least, most string) func(*bench) string {
	return func(whole *bench) string {
		asked := whole.job.Log[0].Open
		papers := job.Papers{Options: asked.Options, Limits: map[string]job.LimitForm{limit: {Source: "Papers",
			Min: quantity.Type(least + " mm"), Max: quantity.Type(most + " mm")}}}
		for _, v := range whole.job.Plan.Values { // what is worked out from it, too
			if v.Key == limit {
				papers.Values = map[string]log.Value{limit: {Text: least + " mm", Source: "Papers"}}
			}
		}
		b := opened(whole.t, whole.job.Plan, asked.Scope, papers)
		b.work(true, true)
		return out(step)(b)
	}
}

// uneven: readings that differ too much come out.
func uneven(step string) func(*bench) string {
	return func(whole *bench) string {
		b, s := at(whole, step)
		if s == nil {
			return step + " is not in this job"
		}
		body := Entry(s, true, b.now)
		body.Feeler.Positions[0].Value = quantity.Type("9 mm")
		b.keep(s, body)
		if r := job.Derive(b.job).Step(step).Reading; r.Verdict != judge.Out {
			return fmt.Sprintf("%s comes to %q", step, r.Verdict)
		}
		return ""
	}
}

// again: what comes out at the step sends a stage back.
func again(step, stage string) func(*bench) string {
	return func(whole *bench) string {
		b, s := at(whole, step)
		if s == nil {
			return step + " is not in this job"
		}
		b.keep(s, Entry(s, false, b.now))
		sheet := job.Derive(b.job)
		for i := range sheet.Stages {
			if sheet.Stages[i].ID != stage {
				continue
			}
			steps := sheet.Stages[i].Steps
			if slices.ContainsFunc(steps, func(s job.StepSheet) bool { return s.Again != "" }) {
				return ""
			}
		}
		return step + " does not send back " + stage
	}
}

// asked: the step is part of the job; away: it is not.
func asked(steps ...string) func(*bench) string {
	return func(whole *bench) string {
		for _, step := range steps {
			if job.Derive(whole.job).Step(step) == nil {
				return step + " is not asked"
			}
		}
		return ""
	}
}

func away(steps ...string) func(*bench) string {
	return func(whole *bench) string {
		for _, step := range steps {
			if job.Derive(whole.job).Step(step) != nil {
				return step + " is asked"
			}
		}
		return ""
	}
}

// after: the one is not done while the other is open.
func after(before, later string) func(*bench) string {
	return func(whole *bench) string {
		b, s := at(whole, before)
		if s == nil || job.Derive(whole.job).Step(later) == nil {
			return before + " and " + later + " are not both in this job"
		}
		b.left = before
		if done := b.work(true, true).Step(later); done != nil && done.State == job.Done {
			return later + " was done with " + before + " left"
		}
		return ""
	}
}

// felt: the step asks how it turns; a tick does not do.
func felt(step string) func(*bench) string {
	return func(whole *bench) string {
		if s := job.Derive(whole.job).Step(step); s == nil || s.Panel.Instrument != "turn" {
			return step + " does not ask how it turns"
		}
		return ""
	}
}

// at is a job that is cut before a step, with the step.
func at(whole *bench, step string) (*bench, *job.StepSheet) {
	i := slices.IndexFunc(whole.job.Log, func(e log.Entry) bool { return e.Step == step })
	if i < 0 {
		return nil, nil
	}
	b := *whole
	b.job.Log, b.job.Memo = slices.Clone(whole.job.Log[:i]), &job.Memo{}
	return &b, job.Derive(b.job).Step(step)
}

var mistakes = map[string][]mistake{
	"end-suction-back-pull-out": {
		{"overhaul", "seal=cartridge", "radial play read with the cartridge on", after("radial-play-built", "cartridge-on")},
		{"seal", "", "seat standing on its pin", after("seat-flat", "gland-over")},
		{"seal", "", "gland drawn on one side", said("gland-tight", "side to side")},
		{"seal", "", "drag ticked, not felt", felt("seal-drag")},
		{"seal", "", "the old impeller screw", said("screw-tight", "New impeller screw")},
		{"seal", "", "a foot shim lost", out("power-end-in")},
		{"seal", "", "a driver shim lost", out("shims-back")},
		{"seal", "", "one shaft turned alone", after("coupling-grid", "align-driver")},
		{"seal", "", "the coupling left dry", after("coupling-packed", "guard-on")},
		{"seal", "seal=cartridge", "a clip left in", out("clips-out")},
		{"seal", "", "a rub closed up", again("turn-built", "close-up")},
	},
	"clamped-sleeve-pedestal": {
		{"seal", "", "seat the wrong way round", said("seat-in", "Marked side", "seat-marked-side")},
		{"seal", "", "seat tapped home", said("seat-in", "never tapped")},
		{"seal", "", "seat chipped by the sleeve", said("adapter-on", "chips")},
		{"seal", "", "strip in the wrong opening", said("strip-laid", "the opening the papers name")},
		{"seal", "", "joint pieces of another build", said("joint-pieces", "What closed the joint")},
		{"seal", "", "a rub left to wear in", again("turn-set", "setting")},
		{"pedestal", "", "pedestal off for its bearings, clearance forgotten", asked("clamp-tight", "clearance-built")},
		{"seal", "", "gaps of the clamp uneven", uneven("clamp-gaps-built")},
	},
	"close-coupled-hygienic": {
		{"seal", "", "housing pulled against a tight bolt", after("bolt-loose", "housing-off")},
		{"seal", "", "lubricant where it does not belong", said("seat-in", "No lubricant")},
		{"shaft", "wheel=rotor-stator", "gap set without rotor and nut", after("rotor-trial", "shaft-to-touch")},
		{"shaft", "wheel=rotor-stator", "gap set without the cover", after("cover-on-shim", "shaft-to-touch")},
		{"seal", "", "a loose tool left in", out("tools-back-seal")},
		{"seal", "wheel=rotor-stator", "stator never put back", after("stator-on-seal", "cover-on-v2-seal")},
		{"seal", "seal-type=double", "springs exchanged", said("rear-in", "kit's mark")},
		{"seal", "", "gap set anew after a rub, though the seal is at fault", again("turn-closed-seal", "seal-in")},
		{"shaft", "", "gap read with the shaft forward", said("gap-built", "Shaft towards the motor")},
		{"seal", "driver=kept", "driver thrown away that is none of the kit", asked("driver-off-kept")},
	},
	"back-plate-hygienic": {
		{"seal", "", "seal stripped on the motor", after("unit-off", "deflector-off")},
		{"seal", "", "a shim lost", out("shims-on")},
		{"seal", "seal-type=double", "deflector shim taken for a spacer", asked("inspect-deflector-shim")},
		{"seal", "", "a strip left in", out("strips-out")},
		{"seal", "seal-type=double", "second head the wrong way", said("outer-head-on", "to the motor")},
		{"seal", "seal-type=double", "port away from its hole", after("ports-aligned", "casing-on")},
		{"seal", "seal-type=double", "retainer locked without strips", after("strips-in-double", "screw-first")},
		{"seal", "", "a worn nose let through", over("nose-found", "seal-nose", "2", "4")},
		{"seal", "", "float counted as clearance", said("back-built", "float is not counted")},
		{"seal", "", "the front forgotten", after("front-built", "leak-test")},
	},
	"close-coupled-bearing-on-shaft": {
		{"full", "", "shims added the wrong way round", asked("shims-work-front")},
		{"full", "taken=behind", "shims added the wrong way round, behind", asked("shims-work-behind")},
		{"full", "", "a shim stuck in the hub", said("shims-out", "in the hub")},
		{"full", "", "too much locking fluid", said("locking-fluid", "One drop")},
		{"full", "", "bearing off its stop", out("stop-built")},
		{"full", "", "a foot forgotten", asked("foot-on", "motor-stood")},
		{"full", "", "nut O-ring used in the trial", said("impeller-trial", "no nut O-ring")},
		{"full", "", "the trial written down as found", asked("distance-found", "distance-trial", "distance-built")},
	},
	"regenerative-turbine": {
		{"seal", "", "a housing shim lost", out("housing-shims-in")},
		{"seal", "", "key driven out", said("key-out", "rolled", "Never driven")},
		{"seal", "", "key hammered in", said("key-in", "squeezed", "Never driven")},
		{"seal", "", "one clamp screw before the rest", said("clamp-tight", "Evenly")},
		{"seal", "", "trial stopped at the first free pack", said("trial", "one thinner")},
		{"seal", "", "a tool left in the fan", after("fan-free-built", "trial")},
		{"seal", "design=floating", "shims sought where there are none", away("trial", "housing-shims-in")},
		{"seal", "design=floating", "ring half in its groove", said("ring-on", "all round")},
		{"seal", "", "gas let in at once", said("vapour", "at once")},
		{"seal", "", "bumped dry for its direction", after("vapour", "bump-closed")},
		{"seal", "", "a rub closed up", again("turn-closed", "clearance")},
	},
	"vertical-turbine": {
		{"overhaul", "", "shaft coupling turned back as if right-hand",
			said("coupling-on-shaft@1", "left-hand", "counterclockwise")},
		{"overhaul", "", "shaft ends not met", said("shaft-in@1", "ends meet in the hole")},
		{"overhaul", "", "a stud in the hole without thread", out("studs-in")},
		{"overhaul", "", "one ring too many forced in", out("rings-in-opposite")},
		{"coupling", "", "split ring turned over", said("ring-in", "marked faces up", "Split ring")},
		{"coupling", "shaft-seal=seal", "seal locked before the lift", after("last-built", "seal-locked")},
		{"coupling", "", "direction tried with the coupling half on", said("unlock-bump", "nothing is on the motor shaft")},
		{"coupling", "", "lateral out of its window", over("lateral-built", "lateral", "2", "3")},
	},
	"chopper-striker-plate": {
		{"overhaul", "", "the driver rolls", said("driver-laid", "rolls", "wedged")},
		{"overhaul", "", "hands in the blades", said("gloves", "between blades")},
		{"overhaul", "", "impeller off, shims put back as counted", asked("pack-first", "gap-trial-built")},
		{"overhaul", "", "old locking fluid left in", said("clean", "Old locking fluid")},
		{"overhaul", "", "no locking fluid on the volute bolts", said("volute-tight", "locking fluid")},
		{"clearance", "", "plate forced on a slipped shim", said("stacks-in", "slips")},
		{"clearance", "", "first pack set to the distance alone", said("pack-first", "plus the gap wanted")},
		{"clearance", "", "power tool on the plate", said("plate-tight", "No power tool")},
		{"clearance", "", "middle gap called a bent plate", said("plate-tight", "slacken")},
		{"clearance", "", "a rub after the torque: only the shim loop again", again("spin-built", "shimming")},
		{"clearance", "", "shims at one side to cure a tilt", said("stacks-in", "equal all round")},
	},
	"submersible-stacked": {
		{"overhaul", "", "torque nut taken for a part", away("inspect-nut@1")},
		{"overhaul", "", "stop ring at other stages", away("stop-ring-on@2")},
		{"overhaul", "", "stop ring forgotten", over("travel-built", "shaft-travel", "2", "8")},
		{"overhaul", "", "a click missing", out("clicks")},
		{"overhaul", "", "run-out of a shaft held in the fixture", after("runout-found", "fixture-locked")},
		{"overhaul", "", "straps dry", said("nuts-by-hand", "food-grade")},
		{"overhaul", "", "motor run dry for its direction", said("motor-filled", "Never run dry")},
		{"new", "", "built into a line that is not locked out", asked("lock-out")},
	},
	"double-suction": {
		{"seals", "", "two gaskets, two quad rings", said("gasket-off@outboard", "One plate gasket and one quad ring")},
		{"seals", "", "shield the wrong way", said("shield-in@outboard", "inwards")},
		{"seals", "", "taper of the nut the wrong way", said("nut-hot@outboard", "tapered side into the washer")},
		{"seals", "", "tab bent before it is cool", after("cool@outboard", "tab-bent@outboard")},
		{"seals", "", "bracket without its bolts", said("bracket-on@outboard", "all its bolts")},
		{"seals", "variant=step", "housing without its bolts", said("housing-tight@outboard", "All housing bolts")},
		{"seals", "variant=step", "drain plug never out", after("greased-through@outboard", "drain-in@outboard")},
		{"seals", "variant=step", "drain plug left out", after("drain-in@outboard", "end-complete@outboard")},
		{"seals", "variant=step", "lip seal cooked", said("heat-housing@outboard", "lip seal sets the cap")},
		{"seals", "", "port down", said("port-up@outboard", "Flush port")},
		{"seals", "", "run-out with a bearing off", after("end-complete@inboard", "runout-built@outboard")},
		{"seals", "", "a leaf at the shoulder", out("shoulder-built@outboard")},
	},
	"inline-circulator": {
		{"assembly", "", "spring forgotten in the tray", after("spring-on", "lower-on")},
		{"assembly", "", "the wrong washer", out("kept")},
		{"assembly", "", "nut over-tightened", said("nut-snug", "snug")},
		{"assembly", "", "bracket bolts over-tightened", said("bracket-snug", "not hard")},
		{"assembly", "", "body bolts over-tightened", said("body-snug", "snug")},
		{"assembly", "", "an old gasket left in", said("gasket-off", "none left")},
		{"assembly", "", "coupler off its dimple", said("pump-half", "dimple")},
		{"assembly", "", "valves opened fast", said("valves-open", "slowly")},
		{"assembly", "", "power before oil", after("oil-door", "start")},
	},
	"governor-acid": {
		{"overhaul", "", "ring housing tightened one nut first", said("ring-tight", "alternately")},
		{"overhaul", "", "front bearing about", said("front-bearing-on", "Which way the front bearing faces")},
		{"overhaul", "", "an old nut or washer", said("rear-nut-tight", "New washer, new nut")},
		{"overhaul", "", "rear cap beside the fitting", said("rear-caps", "under the grease fitting")},
		{"overhaul", "", "weights only counted", unknown("weighed")},
		{"overhaul", "", "screws left home", out("backed-off")},
		{"overhaul", "", "spout up", said("plate-on", "spout down")},
		{"overhaul", "frame=large", "gasket of the wear ring forgotten", said("rotary-on-large", "wear ring on its gasket")},
		{"overhaul", "", "end play taken on the sliding shaft", said("end-play-built", "drive sleeve", "while it is alone")},
		{"overhaul", "", "travel short", over("travel-built", "governor-travel", "2", "4")},
	},
	"internal-gear": {
		{"full", "", "dial in the way of the sleeve", after("tab-bent", "zeroed")},
		{"full", "", "run-out with no bearing", after("sleeve-locked", "runout-coupling-built")},
		{"full", "", "old washer again", said("nut-tight", "New lock washer")},
		{"full", "", "bearing pressed in", said("bearing-in", "No press")},
		{"new", "", "bushing stopped midway", said("bushing-in", "one stroke", "midway cracks")},
		{"full", "", "sound pin pressed out", away("pin-pressed-out", "pin-in")},
		{"full", "", "fill depth guessed", over("fill-built", "fill-depth", "10", "14")},
		{"full", "lantern=yes", "lantern off its port", out("lantern-in")},
		{"full", "", "gland tight", said("gland-on", "Too tight")},
		{"new", "", "pin too high", over("depth-built", "idler-depth", "0.2", "0.6")},
		{"full", "", "idler tight", felt("idler-spun")},
		{"full", "", "head forced", said("head-tight", "not forced", "groove to groove")},
		{"full", "", "discharge shut at the start", said("start", "both valves are open")},
		{"full", "", "set screws moved it", over("end-locked-built", "end-clearance", "0.1", "0.3")},
	},
}

func TestMistakesAreCaught(t *testing.T) {
	for key, p := range plan.Library() {
		t.Run(key, func(t *testing.T) {
			t.Parallel()
			done := map[work]*bench{}
			for _, m := range mistakes[key] {
				w := work{m.scope, m.option}
				if done[w] == nil {
					done[w] = openAs(t, p, chosenBy(m.option), m.scope)
					done[w].work(true, true)
				}
				if why := m.caught(done[w]); why != "" {
					t.Errorf("%s: %s", m.says, why)
				}
			}
		})
	}
}
