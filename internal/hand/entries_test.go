package hand

import (
	"encoding/json"
	"strings"
	"testing"

	"settle/core/field"
	"settle/core/job"
	"settle/core/log"
	"settle/core/plan"
	"settle/core/quantity"
)

// What each kind of step takes and refuses, as a client sends it. The short
// plan of core/job has the instruments of a power end; here are the others.
func TestWhatIsTakenAtTheBench(t *testing.T) {
	const (
		began = `"began":"2026-11-02T07:00:00Z"`
		heat  = `"input":{"interference":"20 um","cap_c":110}`
		left  = `"left":"2026-11-02T07:00:00Z"`
		home  = `"home":"2026-11-02T07:01:10Z"`
	)
	type entry struct {
		name, body string
		field      string // the field that is wrong, "" where it is taken
		says       string // in the message, or where it is taken in text or verdict
	}
	for _, bench := range []struct {
		plan, step string
		scope      string
		options    map[string]string
		values     map[string]log.Value
		limits     map[string]job.LimitForm
		entries    []entry
	}{
		{plan: "double-suction", step: "heat@outboard", values: map[string]log.Value{"bore": {Text: "65 mm",
			Source: "bearing"}, "home": {Text: "2", Source: "manual"}}, entries: []entry{
			{"nothing", `{}`, "body.heat", "the bearing and how it went home"},
			{"no interference", `{"heat":{"input":{"cap_c":110}}}`, "body.heat.input.interference", "missing"},
			{"interference in kilograms", `{"heat":{"input":{"interference":"2 kg","cap_c":110}}}`,
				"body.heat.input.interference", "not understood"},
			{"an input of no kind", `{"heat":{"input":{"interference":"20 um","cap_c":110,"oven":"big"}}}`,
				"body.heat.input.oven", "not a field"},
			{"not taken off the heater", `{"heat":{` + heat + `}}`, "body.heat.home", "left the heater"},
			{"home before it was hot", `{"heat":{` + heat + `,"left":"2026-11-02T07:02:00Z",` + home +
				`,"seated":true,"cool":30}}`, "body.heat.home", "before it left"},
			{"home in time", `{"heat":{` + heat + `,` + left + `,` + home + `,"seated":true,"cool":31}}`, "",
				"within home in 1:10 min"},
			{"too slow", `{"heat":{` + heat + `,` + left + `,"home":"2026-11-02T07:04:00Z","seated":true,"cool":31}}`, "",
				"out home in 4:00 min"},
			{"over the cap: pressed instead", `{"heat":{"input":{"interference":"90 um","cap_c":110}}}`, "", "out"},
			{"pressed cold", `{"heat":{"input":{},"cold":true}}`, "", "pressed on cold"},
		}},
		{plan: "governor-acid", step: "front-bearing-on",
			values: map[string]log.Value{"heat-cap": {Text: "110 °C", Source: "bearing"},
				"front-bore": {Text: "65 mm", Source: "bearing"}}, entries: []entry{
				{"not seated", `{"heat":{` + heat + `,` + left + `,` + home + `,"cool":30}}`, "body.heat.seated", "shoulder"},
				{"tightened at no temperature", `{"heat":{` + heat + `,` + left + `,` + home + `,"seated":true}}`,
					"body.heat.cool", "below 40 °C"},
				{"tightened hot", `{"heat":{` + heat + `,` + left + `,` + home + `,"seated":true,"cool":55}}`, "body.heat.cool",
					"wait until it is below 40 °C"},
				{"pressed cold, not seated", `{"heat":{"input":{},"cold":true}}`, "body.heat.seated", "shoulder"},
				{"W2: left too cool", `{"heat":{` + heat + `,` + left + `,` + home +
					`,"reached":"30 °C","seated":true,"cool":30}}`, "", "out"},
				{"a temperature without its unit", `{"heat":{` + heat + `,"reached":"95"}}`, "body.heat.reached",
					"95 °C or 95 °F"},
			}},
		{plan: "internal-gear", scope: "new", step: "idler-hot", options: map[string]string{"bushings": "hot"},
			values: map[string]log.Value{"receiving": {Text: "250 °C", Source: "manual"}}, entries: []entry{
				{"nothing", `{}`, "body.heat.reached", "how warm it left the heater"},
				{"W1: as the papers ask", `{"heat":{"reached":"245 °C"}}`, "", "within left the heater at 245 °C"},
				{"W1: far too cool", `{"heat":{"reached":"131.1 °C"}}`, "", "out"},
				{"W1: too hot", `{"heat":{"reached":"300 °C"}}`, "", "out"},
				{"pressed cold", `{"heat":{"cold":true}}`, "", "pressed on cold"},
			}},
		{plan: "internal-gear", scope: "new", step: "idler-hot", options: map[string]string{"bushings": "hot"},
			entries: []entry{{"by the plan's own", `{"heat":{"reached":"245 °C"}}`, "", "within left the heater at 245 °C"}}},
		{plan: "internal-gear", step: "warm", options: map[string]string{"jacket": "steam"},
			entries: []entry{
				{"no clock", `{}`, "body.wait.began", "start the clock"},
				{"not ended", `{"wait":{` + began + `}}`, "body.wait.ended", "stop the clock"},
				{"ended before it began", `{"wait":{` + began + `,"ended":"2026-11-02T06:00:00Z"}}`, "body.wait.ended",
					"before it began"},
				{"long enough", `{"wait":{` + began + `,"ended":"2026-11-02T07:31:00Z"}}`, "", "within waited 31 min"},
				{"gone on too soon", `{"wait":{` + began + `,"ended":"2026-11-02T07:12:00Z"}}`, "", "out waited 12 min"},
			}},
		{plan: "end-suction-back-pull-out", step: "leak-test",
			values: map[string]log.Value{"test-pressure": {Text: "60 psi", Source: "manual"}}, entries: []entry{
				{"nothing", `{}`, "body.test", "the pressure, the minutes and the drops"},
				{"no pressure", `{"test":{"pressure":" ","minutes":10,"drops":0}}`, "body.test.pressure", "what the gauge showed"},
				{"no time", `{"test":{"medium":"water","vented":true,"pressure":"60 psi","drops":0}}`, "body.test.minutes",
					"how long"},
				{"a time before now", `{"test":{"medium":"water","vented":true,"pressure":"60 psi","minutes":-1,"drops":0}}`,
					"body.test.minutes",
					"how many minutes"},
				{"no drops counted", `{"test":{"medium":"water","vented":true,"pressure":"60 psi","minutes":10}}`,
					"body.test.drops", "0 for none"},
				{"tight", `{"test":{"medium":"water","vented":true,"pressure":"60 psi","minutes":10,"drops":0}}`, "",
					"within 60 psi, water, 10 min, 0 drops"},
				{"drips", `{"test":{"medium":"water","vented":true,"pressure":"60 psi","minutes":10,"drops":3}}`, "", "out"},
				{"nobody says with what", `{"test":{"pressure":"60 psi","minutes":10,"drops":0}}`, "body.test.medium", "water"},
				{"a pressure without its unit", `{"test":{"medium":"water","vented":true,"pressure":"60","minutes":10,"drops":0}}`,
					"body.test.pressure", "60 bar or 60 psi"},
				{"D7: no pressure at all", `{"test":{"medium":"water","vented":true,"pressure":"0 psi","minutes":10,"drops":0}}`,
					"", "out"},
				{"D7: a tenth of it", `{"test":{"medium":"water","vented":true,"pressure":"6 psi","minutes":10,"drops":0}}`, "",
					"out"},
				{"D7: fourteen times", `{"test":{"medium":"water","vented":true,"pressure":"60 bar","minutes":10,"drops":0}}`,
					"", "out"},
				{"D7: by hand", `{"test":{"medium":"water","vented":true,"pressure":"hand","minutes":10,"drops":0}}`,
					"body.test.pressure", "not understood"},
				{"D7: not vented", `{"test":{"medium":"own","pressure":"60 psi","minutes":10,"drops":0}}`, "", "undecided"},
				{"D7: air without the rule of the site", `{"test":{"medium":"air","pressure":"60 psi","minutes":10,"drops":0}}`,
					"", "undecided"},
				{"let down too soon", `{"test":{"medium":"water","vented":true,"pressure":"60 psi","minutes":4,"drops":0}}`, "",
					"out"},
			}},
		{plan: "end-suction-back-pull-out", step: "leak-test", entries: []entry{
			{"nobody knows the test " +
				"pressure", `{"test":{"medium":"water","vented":true,"pressure":"60 psi","minutes":10,"drops":0}}`, "", "no-limit"},
		}},
		{plan: "submersible-stacked", step: "travel-built",
			limits: map[string]job.LimitForm{"shaft-travel": {Min: quantity.Type("5 mm"), Max: quantity.Type("8 mm"),
				Source: "manual"}}, entries: []entry{
				{"nothing", `{"unit":"mm"}`, "body.travel", "right down and right up"},
				{"one end", `{"unit":"mm","travel":{"down":"8","graduation":"0.05"}}`, "body.travel.up", "missing"},
				{"no division", `{"unit":"mm","travel":{"down":"8","up":"14"}}`, "body.travel.graduation", "missing"},
				{"a division of nothing", `{"unit":"mm","travel":{"down":"8","up":"14","graduation":"0"}}`,
					"body.travel.graduation", "greater than zero"},
				{"changed over", `{"unit":"mm","travel":{"down":"14","up":"8","graduation":"0.05"}}`, "body.travel.up",
					"changed over"},
				{"both ends", `{"unit":"mm","travel":{"down":"8","up":"14","graduation":"0.05"}}`, "", "6.000 mm"},
			}},
		// From 12 to 16 less 6 to 10 the travel may be 2 to 10 mm.
		{plan: "submersible-stacked", step: "travel-built", limits: map[string]job.LimitForm{
			"depth-down": {Min: quantity.Type("6 mm"), Max: quantity.Type("10 mm"), Source: "manual"},
			"depth-up":   {Min: quantity.Type("12 mm"), Max: quantity.Type("16 mm"), Source: "manual"}}, entries: []entry{
			{"both in their windows", `{"unit":"mm","travel":{"down":"8","up":"14","graduation":"0.05"}}`, "",
				"within 6.000 mm"},
			{"one out, the travel in", `{"unit":"mm","travel":{"down":"11","up":"14","graduation":"0.05"}}`, "", "out 3.000 mm"},
		}},
		{plan: "close-coupled-hygienic", step: "gap-depths-found", options: map[string]string{"wheel": "rotor-stator"},
			limits: map[string]job.LimitForm{"impeller-clearance": {Min: quantity.Type("0.3 mm"),
				Max: quantity.Type("0.6 mm"), Source: "Papers"}},
			entries: []entry{
				{"two depths", `{"unit":"mm","direct":{"value":"12.50","less":"12.05","graduation":"0.01"}}`, "",
					"within 0.450 mm"},
				{"out", `{"unit":"mm","direct":{"value":"12.50","less":"11.50","graduation":"0.01"}}`, "", "out 1.000 mm"},
				{"one missing", `{"unit":"mm","direct":{"value":"12.50","graduation":"0.01"}}`, "body.direct.less", "missing"},
				{"changed over", `{"unit":"mm","direct":{"value":"12.05","less":"12.50","graduation":"0.01"}}`,
					"body.direct.less", "changed over"}}},
		{plan: "back-plate-hygienic", step: "front-built", // a leaf as found, two depths as built
			entries: []entry{
				{"two depths", `{"unit":"mm","direct":{"value":"31.60","less":"31.00","graduation":"0.02"}}`, "", "0.600 mm"},
				{"leaves", `{"unit":"mm","feeler":{"graduation":"0.01","positions":[{"at":"vane 1","value":"0.6"}]}}`,
					"body.feeler", "takes direct"}}},
		{plan: "back-plate-hygienic", step: "nose-found",
			limits: map[string]job.LimitForm{"seal-nose": {Min: quantity.Type("2 mm"), Max: quantity.Type("3 mm"),
				Source: "manual"}}, entries: []entry{
				{"nothing", `{"unit":"mm"}`, "body.direct", "the value measured"},
				{"no number", `{"unit":"mm","direct":{"value":"wide","graduation":"0.02"}}`, "body.direct.value", "not understood"},
				{"no division", `{"unit":"mm","direct":{"value":"2.5"}}`, "body.direct.graduation", "missing"},
				{"a division below nothing", `{"unit":"mm","direct":{"value":"2.5","graduation":"-1"}}`, "body.direct.graduation",
					"greater than zero"},
				{"inside", `{"unit":"mm","direct":{"value":"2.5","graduation":"0.02"}}`, "", "within 2.500 mm"},
				{"just inside", `{"unit":"mm","direct":{"value":"2.005","graduation":"0.02"}}`, "", "close 2.005 mm"},
				{"a leaf is its own uncertainty", `{"unit":"mm","direct":{"value":"2.005","leaf":true}}`, "", "within 2.005 mm"},
				{"too wide", `{"unit":"mm","direct":{"value":"1/4 in","graduation":"0.02"}}`, "", "out 6.350 mm"},
			}},
		{plan: "internal-gear", step: "drip-built", entries: []entry{
			{"nothing", `{}`, "body.tool", "missing"},
			{"two taps", `{"tool":{"taps_s":[0,2]}}`, "body.tool.taps_s", "at least three"},
			{"taps that go back", `{"tool":{"taps_s":[0,2,1]}}`, "body.tool.taps_s[2]", "later"},
			{"drips as it must", `{"tool":{"taps_s":[0,1.5,3,4.5]}}`, "", "within"},
			{"runs", `{"tool":{"taps_s":[0,0.2,0.4,0.6]}}`, "", "out"},
		}},
		{plan: "end-suction-back-pull-out", step: "photo-received", entries: []entry{
			{"nothing", `{}`, "body.photo", "take the picture, or write where it is kept"},
			{"no picture, no words", `{"photo":{"words":"  "}}`, "body.photo", "take the picture"},
			{"kept elsewhere", `{"photo":{"words":"job folder"}}`, "", "kept elsewhere: job folder"},
		}},
	} {
		b := opened(t, plan.Library()[bench.plan], bench.scope, job.Papers{Options: bench.options, Values: bench.values,
			Limits: bench.limits})
		b.to(bench.step)
		if at := job.Derive(b.job).Next; at != bench.step {
			t.Errorf("%s comes to %s and not to %s", bench.plan, at, bench.step)
			continue
		}
		for _, e := range bench.entries {
			var body log.Body
			if err := json.Unmarshal([]byte(e.body), &body); err != nil {
				t.Fatalf("%s: %v", e.name, err)
			}
			entry := log.Entry{ID: "new", By: log.Person{ID: "p1", Name: "M. Okafor"}, Kind: log.Kept, Step: bench.step,
				Body: &body}
			err := job.Accept(b.job, entry)
			if e.field != "" {
				got := field.All(orNothing(err))
				if len(got) == 0 || got[0].Field != e.field || !strings.Contains(got[0].Message, e.says) {
					t.Errorf("%s, %s: %v, want %s: %s", bench.step, e.name, err, e.field, e.says)
				}
				continue
			}
			if err != nil {
				t.Errorf("%s, %s is refused: %v", bench.step, e.name, err)
				continue
			}
			entry.Seq, entry.At = len(b.job.Log)+1, b.now
			after := b.job
			after.Memo, after.Log = nil, append(b.job.Log[:len(b.job.Log):len(b.job.Log)], entry)
			r := job.Derive(after).Step(bench.step).Reading
			came := string(r.Verdict) + " " + r.Text
			if r.Figure != nil {
				came += " " + r.Figure.In(quantity.UnitMillimetre, 3) + " mm"
			}
			for _, part := range strings.SplitN(e.says, " ", 2) {
				if !strings.Contains(came, part) {
					t.Errorf("%s, %s comes to %q, want %q in it", bench.step, e.name, came, e.says)
				}
			}
		}
	}
}

// opened is a job on a pump with these papers, under the rules of any shop.
func opened(t *testing.T, p *plan.Plan, scope string, papers job.Papers) *bench {
	t.Helper()
	opening, err := job.NewOpening(p, "T-1", papers, job.Rules{}, job.Asked{Complaint: "leaks", Scope: scope})
	if err != nil {
		t.Fatal(err)
	}
	b := open(t, p, papers.Options)
	b.job.Log[0].Open = opening
	return b
}

func orNothing(err error) error {
	if err == nil {
		return field.Errors{}
	}
	return err
}
