package hand

import (
	"slices"
	"strings"
	"testing"

	"settle/core/job"
	"settle/core/log"
	"settle/core/plan"
)

// gate is a mistake that the order of work keeps one from: what comes after cannot be done
// while the step before it is not.
type gate struct{ scope, option, before, after, says string }

// The gates of each construction. An option is key=choice; blank are the defaults.
var gates = map[string][]gate{
	"end-suction-back-pull-out": {
		{"overhaul", "", "end-play-built", "runout-seal-built",
			"end play first: preload shows before it shows as heat"},
		{"overhaul", "", "dowels-home", "adapter-bolts", "dowels set home before the adapter's torque"},
		{"overhaul", "", "adapter-verified", "adapter-face-built", "the adapter is verified before it is read"},
		{"overhaul", "", "adapter-verified", "radial-play-built", "radial play with no seal on yet"},
		{"overhaul", "seal=cartridge", "cartridge-on", "chamber-tight-cart", "the cartridge is on before its chamber"},
		{"overhaul", "seal=cartridge", "chamber-face-cart", "gland-tight-cart",
			"the chamber is read before the gland is tight"},
		{"overhaul", "seal=cartridge", "cartridge-locked", "clips-out", "clips come out last"},
		{"overhaul", "seal=cartridge", "clearance-built", "cartridge-locked", "the clearance is set before the lock"},
		{"seal", "", "pin-built", "seat-in", "the pin is lower than its notch before the seat goes in"},
		{"seal", "", "gland-over", "head-on", "the gland is over the sleeve before the head"},
		{"seal", "", "spacers-out", "head-on", "shipping spacers are out before the head is on"},
		{"seal", "", "chamber-for-good", "gland-gap-built", "the chamber is on all its bolts before the gap is read"},
		{"seal", "", "gland-gap-built", "gland-tight", "the gap is read before the gland is drawn"},
		{"seal", "seal=bellows", "seat-in-bell", "housing-on", "the seat is in before the housing goes on"},
		{"seal", "", "casing-bolts", "carrier-set", "the casing is tight before the clearance is set"},
		{"seal", "", "leak-test", "align-driver", "aligned full and tight, not empty"},
		{"seal", "", "guard-on", "valves", "the guard is on before the valves"},
	},
	"clamped-sleeve-pedestal": {
		{"seal", "", "clearance-found", "clamp-loose", "the clearance is read before the clamp is open"},
		{"seal", "", "clamp-loose", "pedestal-off", "the clamp is loose before the pedestal lifts"},
		{"seal", "", "seat-square", "faces-wiped", "faces are wiped last, the seat in"},
		{"seal", "", "spring-long", "faces-wiped", "faces are wiped last, the head on"},
		{"seal", "", "strip-laid", "unit-in", "the strip lies in the casing before the unit"},
		{"seal", "", "adapter-tight", "clamp-on", "the adapter is on before the clamp: it cannot pass it"},
		{"seal", "", "adapter-tight", "clamp-tight", "the casing is torqued before the strip is drawn"},
		{"seal", "", "pedestal-tight", "clamp-tight", "the pedestal is bolted before the clamp is shut"},
		{"seal", "", "clamp-gaps-built", "strip-out", "the clamp's gaps are even before the strip is drawn"},
		{"seal", "", "strip-out", "turn-set", "it is not turned with the strip in"},
	},
	"close-coupled-hygienic": {
		{"seal", "", "seat-out", "gasket-in", "the old flat gasket is out before the new one"},
		{"seal", "", "ring-tight", "housing-on", "the seat is held before the housing goes over the shaft"},
		{"seal", "seal-type=double", "rear-in", "housing-on", "the rear seal is on before the housing"},
		{"seal", "", "blade-out", "bolt-tight", "the blade is out before the clamping bolt"},
		{"seal", "", "bolt-tight", "seal-on", "the housing is clamped before the seal goes on"},
		{"shaft", "", "nut-tight", "collar-loose-v1", "the gap is set with the whole head on"},
		{"shaft", "", "leaf-in", "collar-tight-v1", "the leaves are in while the collar is tight"},
		{"shaft", "wheel=rotor-stator", "shim-in", "stator-on-shim", "the shim lies under the stator"},
		{"shaft", "wheel=rotor-stator", "shim-out", "runout-built-v2", "not turned with the shim in"},
		{"shaft", "wheel=rotor-stator", "set-closes", "seal-on", "the set is pressed together before it goes on"},
		{"seal", "", "tools-back-seal", "cover-on-v1-seal", "rod, blade and leaves are back before the cover"},
		{"seal", "", "leak-test", "guard-on", "the seal is seen in the window before the guard"},
	},
	"back-plate-hygienic": {
		{"seal", "", "seat-retainer-on", "plate-over", "the seat is held before the plate goes over the shaft"},
		{"seal", "", "strips-in", "retainer-locked", "the strips are in while the retainer is locked"},
		{"seal", "", "retainer-locked", "spring-length-built", "the length is read when the screws are tight"},
		{"seal", "", "strips-out", "unit-on", "the strips are out before it is mounted"},
		{"seal", "", "deflector-on", "unit-on", "the deflector is on before it is mounted"},
		{"seal", "seal-type=double", "outer-head-on", "housing-on", "both heads are on before the flush housing"},
		{"seal", "seal-type=double", "cap-screws-on", "strips-in-double",
			"a double has its strips in after its cap screws"},
		{"seal", "", "bolt-home", "back-built", "the back is read when the bolt is home"},
		{"seal", "", "casing-oring-on", "casing-on", "the new O-ring is on before the casing"},
		{"seal", "", "turn-built", "leak-test", "it turns before it is put under pressure"},
	},
	"close-coupled-bearing-on-shaft": {
		{"full", "", "stop-built", "shaft-in", "the bearing is on its stop before it goes into the housing"},
		{"full", "", "locking-fluid", "shaft-in", "locking fluid before the shaft"},
		{"full", "", "cover-locked", "adapter-on", "the bearing cover before the adapter"},
		{"full", "", "seat-in", "casing-on", "the seat is in before the casing goes over the shaft"},
		{"full", "", "shims-trial", "impeller-trial", "the shims lie behind the impeller of the trial"},
		{"full", "", "trial-off", "head-on", "the trial is over before the head goes on"},
		{"full", "", "shims-on", "impeller-on", "the shims lie behind the impeller"},
		{"full", "", "tool-out", "distance-built", "the locking tool is out before the reading"},
		{"full", "", "cover-on", "clamp-tight", "the cover is on its pin before the clamp"},
		{"full", "", "leak-test", "block-on", "the thrower is seen before the motor hides it"},
	},
	"regenerative-turbine": {
		{"seal", "", "rear-oring-in", "housing-in", "the rear O-ring is in before the seal housing"},
		{"seal", "", "housing-shims-in", "housing-in", "the housing shims are in before the housing"},
		{"seal", "", "follower-in", "seal-on", "the follower is in before the seal goes on"},
		{"seal", "", "pin-proved", "clamp-tight", "the pin is proved before the clamp ring"},
		{"seal", "", "key-in", "slides", "the impeller slides on a key that is home"},
		{"seal", "", "sides-clean", "trial", "the sides are clean before any trial"},
		{"seal", "", "cover-oring-in", "trial", "the cover O-ring lies in before the trial"},
		{"seal", "", "trial", "pack-in", "the pack of the trial is the pack that stays"},
		{"seal", "design=floating", "ring-off", "casing-off", "the ring comes off before the casing"},
		{"seal", "design=floating", "casing-tight", "seat-in-floating", "the casing is on before the seal"},
		{"seal", "design=floating", "ring-on", "impeller-on", "the ring is in its groove before the impeller"},
		{"seal", "", "plate-on", "valves", "the name plate is on before any pressure"},
	},
	"vertical-turbine": {
		{"coupling", "", "two-bolts", "let-down", "two bolts let the rotor down"},
		{"coupling", "", "lateral-found", "nut-off", "the lateral is read before the nut is turned"},
		{"overhaul", "", "grease-test", "bowl-tight", "the grease is tested before the last bowl bolts"},
		{"overhaul", "", "gasket-in", "head-on", "the gasket lies in its groove before the head"},
		{"overhaul", "", "washer-in", "rings-in-opposite", "the washer is in before any ring"},
		{"coupling", "", "lock-again", "hub-up", "locked out again before hands go into the coupling"},
		{"coupling", "", "right-down", "gap-now", "the rotor is right down before the gap is read"},
		{"coupling", "setting=deep", "stretch", "target-deep", "the stretch comes before the target"},
		{"coupling", "", "lateral-built", "bar-out", "the lateral is read before the bar comes out"},
		{"coupling", "", "bar-out", "upper-two", "the bar is in the hand before anything is drawn up"},
		{"coupling", "", "first-built", "bolts-in", "the first run-out before the other bolts"},
		{"coupling", "", "last-built", "gland-on", "the follower is centred after the lift"},
	},
	"chopper-striker-plate": {
		{"overhaul", "", "inspect-frame", "hoisted", "no lift of what is cracked"},
		{"clearance", "", "propped-found", "gap-found", "the rotor hangs before the gap is read"},
		{"overhaul", "", "volute-bolts-out", "driver-lifted", "all bolts are out before the lift"},
		{"overhaul", "", "bolt-out", "impeller-off", "the bolt is out before the impeller"},
		{"overhaul", "", "wiped", "driver-hung", "blades and ring are wiped before lowering"},
		{"clearance", "", "spin-bare", "distance-built", "no shim is measured before it spins"},
		{"clearance", "", "oring-out", "distance-built", "the O-ring is out while shims are set"},
		{"clearance", "", "spin-trial", "gap-trial-built", "it spins before the gap is read"},
		{"clearance", "", "gap-trial-built", "oring-in", "the O-ring goes in when the gap is accepted"},
		{"clearance", "", "plate-tight", "gap-built", "the gap is read after the torque"},
	},
	"submersible-stacked": {
		{"overhaul", "", "motor-off", "travel-found", "the motor is off before the depths are read"},
		{"overhaul", "", "straps-off", "top-off", "the straps are off before the top"},
		{"overhaul", "", "top-off", "connector-swap-strip", "the top impeller is bare before the base is changed"},
		{"overhaul", "", "fixture-locked", "impeller-on@1", "the fixture is locked before a click counts"},
		{"overhaul", "", "stage-nut@1", "stop-ring-on@1", "the stop ring comes after the bottom torque"},
		{"overhaul", "", "stop-ring-on@1", "diffuser-in@1", "the stop ring is in before the bottom diffuser"},
		{"overhaul", "", "clicks", "stack-off", "every impeller has its click before the stack leaves"},
		{"overhaul", "", "connector-swap", "top-diffuser-on", "the base is changed before the top diffuser"},
		{"overhaul", "", "straps-home", "nuts-by-hand", "the straps are home before their nuts"},
		{"overhaul", "", "travel-built", "motor-on", "both depths are read before the motor"},
	},
	"double-suction": {
		{"seals", "", "end-complete@outboard", "shaft-held@inboard", "one end is complete before the other opens"},
		{"seals", "", "seat-flush@outboard", "plate-over@outboard", "the seat is flush before the plate goes on"},
		{"seals", "", "clip-in@outboard", "head-drawn@outboard", "the clip is in before the head is drawn to it"},
		{"seals", "", "quad-on@outboard", "cartridge-in@outboard", "the quad ring is on before the cartridge"},
		{"seals", "", "plate-bolts@outboard", "screws-tight@outboard", "the plate is home before the set screws"},
		{"seals", "", "groove-flush@outboard", "screws-tight@outboard", "the sleeve is flush before the set screws"},
		{"seals", "", "slinger-on@outboard", "heat@outboard", "slinger and back plate before the heater"},
		{"seals", "", "cool@outboard", "nut-tight@outboard", "cool before the nut is tight"},
		{"seals", "", "shoulder-built@outboard", "tab-bent@outboard", "no leaf enters before the tab is bent"},
		{"seals", "variant=step", "nut-off-ob@outboard", "housing-off@outboard",
			"the nut is off before the housing is jacked"},
		{"seals", "variant=step", "ring-home@outboard", "head-on-shaft@outboard", "the step ring before the head"},
	},
	"inline-circulator": {
		{"assembly", "", "bolts-slack", "unit-out", "the joint stops weeping before the bolts come out"},
		{"assembly", "", "unit-out", "bracket-bolts-out", "the unit comes out whole"},
		{"assembly", "", "inspect-impeller", "kept", "the impeller is judged before the box is opened"},
		{"assembly", "", "bare", "kept", "nothing is counted before it is off"},
		{"assembly", "", "bare", "discarded", "nothing is counted before it is off"},
		{"assembly", "", "discarded", "on-block", "the cards are thrown away before it is built"},
		{"assembly", "", "seal-tapped", "spring-on", "the seal is tapped home before the spring"},
		{"assembly", "", "pressed", "nut-by-hand", "the click comes before the nut"},
		{"assembly", "", "motor-half", "bracket-by-hand", "both coupler halves before any bracket bolt"},
		{"assembly", "", "groove-clean", "gasket-on", "the groove is clean before the new gasket"},
		{"assembly", "", "oil-door", "start", "oil before power"},
	},
	"governor-acid": {
		{"overhaul", "", "screws-counted", "springs-out", "the turns are counted before the springs come off"},
		{"overhaul", "", "rear-inner-cap", "rear-bearing-on", "the inner cap is on before the bearing"},
		{"overhaul", "", "laid-in", "shaft-in", "cap and governor sleeve lie in the frame before the shaft"},
		{"overhaul", "", "rear-caps", "end-play-built", "end play of the drive sleeve while it is alone"},
		{"overhaul", "", "springs-hung", "backed-off", "the springs hang before the screws are backed off"},
		{"overhaul", "", "backed-off", "travel-built", "the screws are backed off before the travel"},
		{"overhaul", "", "sleeve-on", "plate-on", "the shaft sleeve is on before the plate"},
		{"overhaul", "", "rotary-on", "expeller-on", "the ring is on the hub before the expeller goes on"},
		{"overhaul", "", "case-tight", "pried", "the rings find their place in the closed pump"},
		{"overhaul", "", "pried", "ring-tight", "levered before the ring nuts are tight"},
		{"overhaul", "", "lock-again", "coupling-on", "rotation is proved uncoupled"},
	},
	"internal-gear": {
		{"full", "", "gasket-out", "rotor-out", "the box is empty before the rotor comes out"},
		{"full", "", "packing-gasket-in", "ring-first", "the gasket before the first ring"},
		{"full", "", "ring-first", "rings-next", "ring by ring"},
		{"full", "", "fill-built", "gland-on", "the fill depth before the gland"},
		{"full", "", "gland-on", "head-tight", "the packing before the head"},
		{"full", "", "idler-spun", "head-tight", "the idler spins before the head goes on"},
		{"full", "", "bearing-in", "sleeve-started", "the bearing is home in its sleeve before the sleeve"},
		{"full", "", "screws-back", "sleeve-started", "set screws are back before the thread is started"},
		{"full", "", "bottomed", "nut-tight", "the rotor is bottomed before the nut"},
		{"full", "", "tab-bent", "zeroed", "the dial is zeroed after nut and punch"},
		{"full", "", "back-off", "backed-off", "worked out before it is turned"},
		{"full", "", "end-built", "sleeve-locked", "the clearance is read before the set screws"},
		{"full", "", "relief", "drip-built", "the discharge valve is open before it runs"},
	},
}

func TestTheOrderKeepsFromMistakes(t *testing.T) {
	for key, p := range plan.Library() {
		t.Run(key, func(t *testing.T) {
			t.Parallel()
			if len(gates[key]) < 8 {
				t.Errorf("only %d gates are tried", len(gates[key]))
			}
			done := map[work]*bench{}
			for _, g := range gates[key] {
				w := work{g.scope, g.option}
				if done[w] == nil {
					done[w] = openAs(t, p, chosenBy(g.option), g.scope)
					done[w].work(true, true)
				}
				keepsFrom(t, g, done[w])
			}
		})
	}
}

// work is what a gate stands in.
type work struct{ scope, option string }

// keepsFrom tries a gate in a job that is done: its log is cut before the one step, which is
// then left while all else that may be done is done, and the other is not among it.
func keepsFrom(t *testing.T, g gate, whole *bench) {
	at := slices.IndexFunc(whole.job.Log, func(e log.Entry) bool { return e.Step == g.before })
	if at < 0 || !slices.ContainsFunc(whole.job.Log, func(e log.Entry) bool { return e.Step == g.after }) {
		t.Errorf("%s: %s and %s are not both done", g.says, g.before, g.after)
		return
	}
	b := *whole
	b.job.Log, b.job.Memo, b.left = slices.Clone(whole.job.Log[:at]), &job.Memo{}, g.before
	if after := b.work(true, true).Step(g.after); after == nil || after.State == job.Done {
		t.Errorf("%s: %s was done with %s left", g.says, g.after, g.before)
	}
}

// chosenBy reads key=choice.
func chosenBy(option string) map[string]string {
	key, choice, ok := strings.Cut(option, "=")
	if !ok {
		return nil
	}
	return map[string]string{key: choice}
}
