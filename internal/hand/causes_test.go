package hand

import (
	"fmt"
	"math"
	"strings"
	"testing"

	"settle/core/gauge"
	"settle/core/job"
	"settle/core/judge"
	"settle/core/log"
	"settle/core/plan"
	"settle/core/quantity"
)

// round is what a dial shows round a surface whose run-out is so many µm, high at a clock
// position, read at four places or more, zero at the first.
func round(runout, clock float64, places ...float64) []gauge.ReadingForm {
	if len(places) == 0 {
		places = []float64{12, 3, 6, 9}
	}
	at := func(place float64) float64 { return runout / 2 * math.Cos((place-clock)*math.Pi/6) }
	var out []gauge.ReadingForm
	for _, p := range places {
		clock := fmt.Sprintf("%d:%02d", int(p), int(math.Round(60*(p-math.Floor(p)))))
		out = append(out, gauge.ReadingForm{Clock: strings.TrimSuffix(clock, ":00"), Value: typedUm(at(p) - at(places[0]))})
	}
	return out
}

// typedUm is a length as it is typed in mm, to half a division of 0.002 mm.
func typedUm(um float64) quantity.Typed {
	return quantity.Type(fmt.Sprintf("%.3f", math.Round(um)/1000))
}

func dialled(runout, clock float64, places ...float64) log.Body {
	return log.Body{Unit: quantity.UnitMillimetre, Dial: &gauge.DialForm{Graduation: quantity.Type("0.002"),
		Readings: round(runout, clock, places...), BackToStart: quantity.Type("0")}}
}

func feltAs(turn gauge.Turn) log.Body { return log.Body{Turn: &log.TurnForm{Turn: turn}} }

func found(keys ...string) log.Body { return log.Body{Inspect: &log.InspectForm{Found: keys}} }

func played(mm string) log.Body {
	trial := gauge.TrialForm{In: quantity.Type("0"), Out: quantity.Type(mm)}
	return log.Body{Unit: quantity.UnitMillimetre, Float: &gauge.FloatForm{Graduation: quantity.Type("0.002"),
		Trials: []gauge.TrialForm{trial, trial, trial}}}
}

func direct(mm string) log.Body {
	return log.Body{Unit: quantity.UnitMillimetre, Direct: &log.DirectForm{Value: quantity.Type(mm),
		Graduation: quantity.Type("0.02")}}
}

// causeCase is a whole job with what is wrong in it.
type causeCase struct {
	name             string
	plan, scope      string
	options, arrives string
	given            map[string]log.Body // step → what is entered there instead of what is right
	until            string              // the job is looked at when this step is the next one, and when it is over
	first            string              // key of the cause that comes first
	also             []string            // others that are named too; none else may be where alone is set
	alone            bool
	says, asks       string
	inTheEnd         judge.Standing
}

const endSuction = "end-suction-back-pull-out"

var causeCases = []causeCase{
	{name: "bent coupling end", plan: endSuction, scope: "overhaul", given: map[string]log.Body{
		"runout-coupling-found": dialled(150, 2), "runout-seal-found": dialled(10, 7)}, until: "heat-bearing",
		first: "bent-shaft", says: "on the driver side of the thrust bearing", asks: "Read the bare shaft at",
		inTheEnd: judge.IsPutRight},
	{name: "a straight shaft on seats off centre", plan: endSuction, scope: "overhaul", given: map[string]log.Body{
		"runout-coupling-found": dialled(60, 9), "runout-seal-found": dialled(100, 3)}, until: "heat-bearing",
		first: "bearing-seat", says: "the radial bearing turns", asks: "Read the bare shaft at"},
	{name: "an eccentric sleeve, the coupling true", plan: endSuction, scope: "overhaul", given: map[string]log.Body{
		"runout-coupling-found": dialled(6, 9), "runout-seal-found": dialled(110, 5)}, until: "heat-bearing",
		first: "sleeve", asks: "under the sleeve"},
	{name: "an eccentric sleeve on a pedestal whose nose is true", plan: "clamped-sleeve-pedestal", scope: "overhaul",
		given: map[string]log.Body{"sleeve-found": dialled(120, 5), "nose-found": dialled(8, 1)}, until: "heat-bearing",
		first: "sleeve", says: "a sleeve off its centre fits"},
	{name: "rough, binding, no radial play", plan: endSuction, scope: "overhaul", given: map[string]log.Body{
		"turn-found": feltAs(gauge.Binds), "radial-play-found": played("0"), "inspect-bearings": found("rough")},
		until: "heat-bearing", first: "preload", alone: true},
	{name: "milky grease, a rough bearing", plan: endSuction, scope: "overhaul", given: map[string]log.Body{
		"inspect-bearings": found("water", "rough")}, until: "heat-bearing", first: "water", alone: true},
	{name: "a blue race, heat marks", plan: endSuction, scope: "overhaul", given: map[string]log.Body{
		"inspect-bearings": found("colour"), "inspect-seal": found("heat")}, until: "heat-bearing", first: "starved",
		also: []string{"preload", "dry"}, alone: true},
	{name: "dirt under a register", plan: endSuction, scope: "checks", given: map[string]log.Body{
		"bracket-found": dialled(150, 4), "chamber-face-found": dialled(180, 4.5)}, until: "", first: "register"},
	{name: "seal set short", plan: endSuction, scope: "overhaul", options: "seal=component", given: map[string]log.Body{
		"seal-drag": feltAs(gauge.Locked)}, until: "turn-impeller", first: "seal-hard", inTheEnd: judge.IsPutRight},
	{name: "a seal shorter than its mark", plan: endSuction, scope: "overhaul", options: "seal=component",
		given: map[string]log.Body{"second-scribe": direct("30"), "setting-built": direct("28")}, until: "turn-built",
		first: "seal-short", alone: true},
	{name: "heat marks alone", plan: endSuction, scope: "seal", given: map[string]log.Body{
		"inspect-seal": found("heat")}, until: "", first: "dry", alone: true},
	{name: "a hurt lock nut", plan: "double-suction", scope: "open", options: "variant=sleeve",
		given: map[string]log.Body{"inspect-nut@inboard": found("hurt")}, until: "", first: "cocked-nut", alone: true},
	{name: "pipes that pull", plan: "clamped-sleeve-pedestal", scope: "overhaul", arrives: "in-line",
		given: map[string]log.Body{
			"pipe-strain": {Unit: quantity.UnitMillimetre, Tool: log.Input{"graduation": "0.01 mm", "steps": []any{
				map[string]any{"flange": "suction", "vertical": "0.2 mm", "horizontal": "0.1 mm"}}}}}, until: "",
		first: "pipe-strain", alone: true},
	{name: "a soft foot", plan: endSuction, scope: "line-up", given: map[string]log.Body{"soft-foot": {
		Unit: quantity.UnitMillimetre, Tool: log.Input{"graduation": "0.01 mm", "front_left": "0.01 mm",
			"front_right": "0.2 mm", "back_left": "0 mm", "back_right": "0 mm"}}}, until: "", first: "soft-foot",
		alone: true},
	{name: "a seal that drags nothing", plan: endSuction, scope: "overhaul", options: "seal=component",
		given: map[string]log.Body{"seal-drag": feltAs(gauge.Free)}, until: "turn-impeller", first: "seal-hung",
		inTheEnd: judge.IsPutRight},
	{name: "an oval journal", plan: endSuction, scope: "overhaul", given: map[string]log.Body{
		"runout-coupling-found": oval(80)}, until: "heat-bearing", first: "oval"},
}

// oval is a surface that is high twice a turn, read at eight places.
func oval(um float64) log.Body {
	b := dialled(0, 12, 12, 1.5, 3, 4.5, 6, 7.5, 9, 10.5)
	for i := range b.Dial.Readings {
		b.Dial.Readings[i].Value = typedUm(um/2*math.Cos(float64(i)*math.Pi/2) - um/2)
	}
	return b
}

// What is wrong in a whole job comes first among its causes, or alone.
func TestCausesOfWholeJobs(t *testing.T) {
	for _, tt := range causeCases {
		t.Run(tt.name, func(t *testing.T) {
			b := openIn(t, plan.Library()[tt.plan], optionsOf(tt.options), tt.scope, tt.arrives)
			b.given = tt.given
			b.stop = tt.until
			sheet := b.work(true, true)
			if len(b.used) != len(tt.given) {
				t.Fatalf("only %v of %d readings are asked for", b.used, len(tt.given))
			}
			tt.check(t, sheet)
			b.stop = ""
			if end := b.work(true, true); tt.inTheEnd != "" {
				for _, c := range end.Causes {
					if c.Key == tt.first && (c.Standing != tt.inTheEnd || len(c.Later) == 0) {
						t.Errorf("when it is over %s stands %s, by %v", c.Key, c.Standing, c.Later)
					}
				}
			}
		})
	}
}

func (tt *causeCase) check(t *testing.T, sheet *job.Sheet) {
	t.Helper()
	var keys []string
	for _, c := range sheet.Causes {
		if c.Standing.Stands() {
			keys = append(keys, c.Key)
		}
	}
	if len(keys) == 0 || keys[0] != tt.first {
		t.Fatalf("named %v: %+v", keys, sheet.Causes)
	}
	if tt.alone && strings.Join(keys, " ") != strings.Join(append([]string{tt.first}, tt.also...), " ") {
		t.Errorf("named beside it: %v", keys)
	}
	c := sheet.Causes[0]
	var said []string
	for _, s := range c.For {
		said = append(said, s.Mm)
	}
	if !strings.Contains(strings.Join(said, "; "), tt.says) {
		t.Errorf("for it speaks %q", said)
	}
	if tt.asks != "" && (c.Ask == nil || !strings.Contains(c.Ask.Mm, tt.asks)) {
		t.Errorf("asks %v", c.Ask)
	}
}

func optionsOf(list string) map[string]string {
	options := map[string]string{}
	for _, one := range strings.Fields(list) {
		key, choice, _ := strings.Cut(one, "=")
		options[key] = choice
	}
	return options
}

// also adds another place of the bare shaft to a run-out, so many mm from the driver end.
func also(b log.Body, at string, runout, clock float64) log.Body {
	b.Also = append(b.Also, log.AlsoForm{Along: quantity.Type(at), Readings: round(runout, clock),
		BackToStart: quantity.Type("0")})
	return b
}

// A third place that rules a cause out disproves it, and says so; the places that were added
// stand on the picture of the shaft.
func TestALaterPlaceDisprovesACause(t *testing.T) {
	b := openAs(t, plan.Library()[endSuction], nil, "overhaul")
	b.given = map[string]log.Body{"runout-coupling-found": dialled(6, 9), "runout-seal-found": dialled(110, 5)}
	b.stop = "heat-bearing"
	sheet := b.work(true, true)
	standing := func(key string) judge.Standing {
		for _, c := range sheet.Causes {
			if c.Key == key {
				return c.Standing
			}
		}
		return ""
	}
	if standing("sleeve") == "" || standing("bent-shaft") != judge.IsPossible {
		t.Fatalf("a sleeve and a bend fit both: %+v", sheet.Causes)
	}
	step := sheet.Step("runout-coupling-found")
	body := also(dialled(6, 9), "560 mm", 7, 2)
	if err := b.try(log.Entry{Kind: log.Kept, Step: step.ID, On: step.Entry, Reason: "a third place read",
		Body: &body}); err != nil {
		t.Fatal(err)
	}
	sheet = job.Derive(b.job)
	if standing("sleeve") == judge.Disproved || standing("bent-shaft") != judge.Disproved {
		t.Errorf("the bare shaft is true under the sleeve: %+v", sheet.Causes)
	}
	for _, c := range sheet.Causes {
		if c.Key == "bent-shaft" && (len(c.Later) != 1 || !strings.Contains(c.Later[0].Mm, "bare shaft")) {
			t.Errorf("it is disproved by %v", c.Later)
		}
	}
	run := sheet.Runs[0]
	if len(run.Stations) != 3 || run.Stations[2].Size.Um() < 5 || len(run.Curve) == 0 || len(run.Bearings) != 2 {
		t.Errorf("the picture shows %+v", run)
	}
}

// A place that cannot be is told by its field, and one more than there may be too.
func TestAnotherPlaceIsChecked(t *testing.T) {
	b := openAs(t, plan.Library()[endSuction], nil, "overhaul")
	b.stop = "runout-coupling-found"
	step := b.work(true, true).Step("runout-coupling-found")
	tests := []struct {
		name  string
		body  log.Body
		field string
	}{
		{"no length", also(dialled(6, 9), "half way", 7, 2), "body.also[0].along"},
		{"behind the end", also(dialled(6, 9), "-20 mm", 7, 2), "body.also[0].along"},
		{"a reading missing", func() log.Body {
			x := also(dialled(6, 9), "300 mm", 7, 2)
			x.Also[0].Readings = x.Also[0].Readings[:2]
			return x
		}(), "body.also[0].readings"},
		{"too many", func() log.Body {
			x := dialled(6, 9)
			for i := range 9 {
				x = also(x, fmt.Sprintf("%d mm", 100+20*i), 7, 2)
			}
			return x
		}(), "body.also"},
	}
	for _, tt := range tests {
		err := b.try(log.Entry{Kind: log.Kept, Step: step.ID, Body: &tt.body})
		if err == nil || !strings.HasPrefix(err.Error(), tt.field) {
			t.Errorf("%s: %v, want %s", tt.name, err, tt.field)
		}
	}
	// It goes with a dial that stands along the shaft, and with nothing else.
	with := also(played("0.05"), "300 mm", 7, 2)
	if err := b.try(log.Entry{Kind: log.Kept, Step: "end-play-found", Body: &with}); err == nil {
		t.Error("a play is kept with another place")
	}
}
