package calc

import (
	"encoding/json"
	"errors"
	"math"
	"os"
	"slices"
	"strings"
	"testing"
	"time"

	"settle/core/field"
	"settle/core/gauge"
	"settle/core/quantity"
)

type golden struct {
	Kind  string          `json:"kind"`
	In    json.RawMessage `json:"in"`
	Out   json.RawMessage `json:"out"`
	Error bool            `json:"error"`
	Field string          `json:"field"` // that an error names, where it is told
}

// The worked cases are figures from outside this package, at least one of every kind.
func TestWorkedCases(t *testing.T) {
	cases := worked(t)
	ran := map[string]bool{}
	for i, c := range cases {
		ran[c.Kind] = true
		out, err := Run(c.Kind, c.In)
		if c.Error {
			var fe *field.Error
			if !errors.As(err, &fe) || fe.Message == "" {
				t.Errorf("case %d %s %s: got %v, %v; want an error that names the field", i, c.Kind, c.In, out, err)
			} else if c.Field != "" && fe.Field != c.Field {
				t.Errorf("case %d %s %s: the error names %q (%s), want %q", i, c.Kind, c.In, fe.Field, fe.Message, c.Field)
			}
			continue
		}
		if err != nil {
			t.Errorf("case %d %s %s: %v", i, c.Kind, c.In, err)
			continue
		}
		got, err := json.Marshal(out)
		if err != nil {
			t.Fatal(err)
		}
		var g, w any
		if json.Unmarshal(got, &g) != nil || json.Unmarshal(c.Out, &w) != nil {
			t.Fatalf("case %d: not JSON: %s", i, got)
		}
		for _, d := range differences("", g, w) {
			t.Errorf("case %d %s %s: %s\ngot %s", i, c.Kind, c.In, d, got)
		}
	}
	for _, kind := range Kinds() {
		if !ran[kind] {
			t.Errorf("no worked case of %s", kind)
		}
	}
}

// differences compares what is wanted with what came: numbers within 0.002 or
// a millionth, a null may be left out, more may be given.
func differences(path string, got, want any) []string {
	switch w := want.(type) {
	case nil:
		if got != nil {
			return []string{path + ": want null"}
		}
	case map[string]any:
		g, ok := got.(map[string]any)
		if !ok {
			return []string{path + ": want an object"}
		}
		var all []string
		for k, v := range w {
			all = append(all, differences(path+"."+k, g[k], v)...)
		}
		return all
	case []any:
		g, ok := got.([]any)
		if !ok || len(g) != len(w) {
			return []string{path + ": want a list of the same length"}
		}
		var all []string
		for i, v := range w {
			all = append(all, differences(path, g[i], v)...)
		}
		return all
	case float64:
		g, ok := got.(float64)
		if !ok || math.Abs(g-w) > math.Max(0.002, math.Abs(w)*1e-6) || math.Signbit(g) && g == 0 {
			return []string{path + ": number differs"}
		}
	default:
		if got != want {
			return []string{path + ": differs"}
		}
	}
	return nil
}

func TestRefusals(t *testing.T) {
	tests := []struct{ name, kind, in, field, says string }{
		{"no such kind", "run-out", `{}`, "kind", "length"},
		{"not JSON", "length", `{"text":`, "", "not JSON"},
		{"not an object", "length", `[]`, "", "object"},
		{"unknown field", "length", `{"text":"2 thou","colour":1}`, "colour", "not a field"},
		{"text is a number", "length", `{"text":2}`, "text", "quotes"},
		{"no such unit", "length", `{"text":"2","unit":"furlong"}`, "unit", "thou"},
		{"unknown field deep down", "runout", `{"readings":[{"clock":"12","value":"0 thou","x":1}]}`, "readings[0].x",
			"not a field"},
		{"a bare text in a reading", "runout",
			`{"graduation":"1 thou","surface":"rim","indicator":"fixed","readings":[{"clock":"12","value":"0 thou"},` +
				`{"clock":"3","value":"2"}]}`, "readings[1].value", "no unit"},
		{"a null in a list", "runout", `{"readings":[null]}`, "readings[0]", "null"},
		{"no graduation", "runout", `{"surface":"rim","indicator":"fixed","sweep":{"low":"0 mm","high":"1 mm"}}`,
			"graduation", "missing"},
		{"twice the same place", "runout",
			`{"graduation":"1 thou","surface":"rim","indicator":"fixed","readings":[{"clock":"12","value":"0 thou"},` +
				`{"deg":359.5,"value":"2 thou"}]}`, "readings[1]", "same place"},
		{"hour 13", "runout",
			`{"graduation":"1 thou","surface":"rim","indicator":"fixed","readings":[{"clock":"13","value":"0 thou"},` +
				`{"clock":"3","value":"2 thou"}]}`, "readings[0].clock", "1 to 12"},
		{"sag above zero", "runout",
			`{"graduation":"1 thou","surface":"rim","indicator":"turns","sag":"1 thou","readings":[{"clock":"12",` +
				`"value":"0 thou"},{"clock":"3","value":"2 thou"}]}`, "sag", "minus"},
		{"low over high", "runout",
			`{"graduation":"1 thou","surface":"rim","indicator":"fixed","sweep":{"low":"1 mm","high":"0 mm"}}`, "sweep", "low"},
		{"min over max", "float",
			`{"graduation":"1 thou","trials":[{"in":"0 mm","out":"1 mm"}],"limit":{"min":"2 mm","max":"1 mm"}}`, "limit", "min"},
		{"no trials", "float", `{"graduation":"1 thou","trials":[]}`, "trials", "one push"},
		{"half a trial", "float", `{"graduation":"1 thou","trials":[{"in":"0 mm"}]}`, "trials[0].out", "missing"},
		{"a blank", "float", `{"graduation":"1 thou","trials":[{"in":"0 mm","out":""}]}`, "trials[0].out", "empty"},
		{"half a bracket", "gap", `{"positions":[{"at":"vane 1","go":"12 thou"}]}`, "positions[0].no_go", "missing"},
		{"bracket shut", "gap", `{"positions":[{"at":"vane 1","go":"12 thou","no_go":"12 thou"}]}`, "positions[0].no_go",
			"thicker"},
		{"leaf and value", "gap", `{"positions":[{"at":"vane 1","go":"12 thou","value":"12 thou"}]}`, "positions[0]", "both"},
		{"a value wants its graduation", "gap", `{"positions":[{"at":"vane 1","value":"12 thou"}]}`, "graduation", "missing"},
		{"a place without a name", "gap", `{"positions":[{"go":"12 thou","no_go":"13 thou"}]}`, "positions[0].at", "missing"},
		{"an empty kit", "shim", `{"kit":[],"measured":"31 thou","adding":"opens","target":{"max":"30 thou"}}`, "kit",
			"is empty"},
		{"a shim without its count", "shim",
			`{"kit":[{"thickness":"2 thou"}],"measured":"31 thou","adding":"opens","target":{"max":"30 thou"}}`,
			"kit[0].count", "missing"},
		{"adding what", "shim",
			`{"kit":[{"thickness":"2 thou","count":1}],"measured":"31 thou","adding":"up","target":{"max":"30 thou"}}`,
			"adding", "opens"},
		{"no window", "shim", `{"kit":[{"thickness":"2 thou","count":1}],"measured":"31 thou","adding":"opens"}`, "target",
			"missing"},
		{"free thin, tight thick", "shim-trial",
			`{"packs":["0 thou","2 thou","3 thou"],"trials":[{"pack":"2 thou","turns":"free"},{"pack":"3 thou",` +
				`"turns":"binds"}]}`, "trials", "free"},
		{"a turn of no name", "shim-trial", `{"packs":["0 thou"],"trials":[{"pack":"0 thou","turns":"well"}]}`,
			"trials[0].turns", "free"},
		{"measured against nothing", "setting", `{"measured":"1.5 in","graduation":"1/64 in"}`, "setting", "missing"},
		{"shift without a head", "setting", `{"setting":"1.5 in","shift":"8 thou"}`, "head", "impeller-side"},
		{"nothing to set", "setting", `{}`, "setting", "missing"},
		{"a class of the other part", "fit",
			`{"part":"shaft","nominal":"50 mm","class":"H7","readings":[{"plane":"A","value":"50 mm"}],"graduation":1}`,
			"class", "k5"},
		{"no part", "fit", `{"nominal":"50 mm","class":"H7","readings":[{"plane":"A","value":"50 mm"}],"graduation":1}`,
			"part", "shaft or housing"},
		{"no cap", "heat", `{"bore":"50 mm","interference":"18 um"}`, "cap_c", "missing"},
		{"no torque", "torque", `{"bolts":8}`, "torque", "missing"},
		{"torque without a unit", "torque", `{"torque":"30"}`, "torque", "N·m"},
		{"too many bolts", "torque", `{"torque":"30 N·m","bolts":65}`, "bolts", "64"},
		{"an extension of what", "torque", `{"torque":"30 N·m","extension":"75 mm"}`, "wrench", "missing"},
		{"pitch twice", "lateral", `{"travel":"1 mm","pitch":"2 mm","threads_per_inch":12}`, "pitch", "one of them"},
		{"no travel", "lateral", `{"pitch":"2 mm"}`, "travel", "missing"},
		{"which hand", "lateral", `{"travel":"1 mm","pitch":"2 mm","hand":"both"}`, "hand", "right"},
		{"taps that fall", "drip", `{"taps_s":[0,2,1]}`, "taps_s[2]", "later"},
		{"no hours", "wear",
			`{"history":[{"clearance":"1 mm"},{"hours":5,"clearance":"2 mm"}],"limit":{"max":"3 mm"},"planned_hours":1}`,
			"history[0].hours", "missing"},
		{"no limit to wear to", "wear",
			`{"history":[{"hours":0,"clearance":"1 mm"},{"hours":5,"clearance":"2 mm"}],"planned_hours":1}`, "limit.max",
			"missing"},
		{"no new clearance", "ring", `{"bore":["1 mm"],"hub":["1 mm"],"graduation":1}`, "new", "missing"},
		{"a factor of nothing", "ring", `{"bore":["1 mm"],"hub":["1 mm"],"graduation":1,"new":5,"factor":0}`, "factor",
			"times"},
		{"a gun that gives nothing", "grease", `{"outside":"110 mm","width":"27 mm","gun_g_per_stroke":0}`,
			"gun_g_per_stroke", "stroke"},
		{"no such method", "align", `{"method":"eye"}`, "method", "laser"},
		{"no feet", "align",
			`{"method":"laser","vertical":{"offset":0,"angle_mm_per_m":0},"horizontal":{"offset":0,"angle_mm_per_m":0}}`,
			"feet", "missing"},
		{"of another method", "align",
			`{"method":"laser","rim":{},"vertical":{"offset":0,"angle_mm_per_m":0},"horizontal":{"offset":0,` +
				`"angle_mm_per_m":0},"feet":{"front":1000,"back":2000}}`, "rim", "rim-and-face"},
		{"a blank deep in a dial", "align", strings.Replace(dials, `"value":-155`, `"value":""`, 1),
			"on_driver.readings[1].value", "empty"},
		{"one dial of two", "align", `{"method":"reverse-dials","graduation":10,` + feet +
			`,"on_driver":{"at":1,"readings":[{"clock":"12","value":0},{"clock":"3","value":0},{"clock":"6","value":0},` +
			`{"clock":"9","value":0}]}}`, "on_pump", "missing"},
		{"a length beyond reason", "gap", `{"positions":[{"at":"x","go":1e300,"no_go":"13 thou"}]}`, "positions[0].go",
			"kilometre"},
	}
	for _, tt := range tests {
		out, err := Run(tt.kind, []byte(tt.in))
		var fe *field.Error
		if !errors.As(err, &fe) {
			t.Errorf("%s: got %v, %v; want a field error", tt.name, out, err)
			continue
		}
		if fe.Field != tt.field || !strings.Contains(fe.Message, tt.says) {
			t.Errorf("%s: got %q: %q; want field %q and a message with %q", tt.name, fe.Field, fe.Message, tt.field, tt.says)
		}
	}
}

func FuzzRun(f *testing.F) {
	for _, c := range worked(f) {
		f.Add(c.Kind, []byte(c.In))
	}
	for _, in := range []string{dials, sagging, rimFace, edge, readout} {
		f.Add("align", []byte(in))
	}
	f.Fuzz(func(t *testing.T, kind string, in []byte) {
		began := time.Now()
		out, err := Run(kind, in)
		if spent := time.Since(began); spent > time.Minute {
			t.Fatalf("%s %s takes %s", kind, in, spent)
		}
		Preview(kind, in, &gauge.Reader{Unit: quantity.UnitThou})
		if err != nil {
			return
		}
		b, err := json.Marshal(out)
		if err != nil || strings.Contains(string(b), "NaN") {
			t.Fatalf("%s %s gives %s, %v", kind, in, b, err)
		}
	})
}

// worked reads the worked cases.
func worked(t testing.TB) []golden {
	t.Helper()
	var all []golden
	for _, name := range []string{"calc", "changes", "new", "safe"} {
		file, err := os.ReadFile("testdata/" + name + ".json")
		if err != nil {
			t.Fatal(err)
		}
		var cases []golden
		if err := json.Unmarshal(file, &cases); err != nil {
			t.Fatal(name, err)
		}
		all = append(all, cases...)
	}
	return all
}

// answered are those that have an answer, and the alignments.
func answered(t testing.TB) []golden {
	cases := worked(t)
	cases = slices.DeleteFunc(cases, func(c golden) bool { return c.Error })
	for _, in := range []string{dials, rimFace, edge, readout} {
		cases = append(cases, golden{Kind: "align", In: json.RawMessage(in)})
	}
	return cases
}

// A screen is told the same as the command line, in words and in both units,
// and what it typed is echoed.
func TestPreviewSaysWhatRunAnswers(t *testing.T) {
	said := map[string]bool{}
	for _, c := range answered(t) {
		look := Preview(c.Kind, c.In, &gauge.Reader{})
		out, err := Run(c.Kind, c.In)
		if err != nil || len(look.Errors) > 0 {
			t.Fatalf("%s %s: %v, %v", c.Kind, c.In, err, look.Errors)
		}
		a, _ := json.Marshal(out)
		b, _ := json.Marshal(look.Out)
		if c.Kind != "gap" && string(a) != string(b) {
			t.Errorf("%s %s: the screen has %s, the command %s", c.Kind, c.In, b, a)
		}
		w := look.Words
		if w.Main.Name == "" || w.Main.Value.Thou == "" || w.Main.Value.Mm == "" || !strings.Contains(look.Text.Thou,
			w.Main.Name) || strings.Contains(look.Text.Mm, "%!") {
			t.Errorf("%s %s: says %+v", c.Kind, c.In, look)
		}
		for _, r := range w.Rows {
			if r.Name == "" || r.Value.Thou == "" || r.Value.Mm == "" {
				t.Errorf("%s: an empty row %+v", c.Kind, r)
			}
		}
		said[c.Kind] = true
	}
	if len(said) != len(Kinds()) {
		t.Errorf("%d of %d kinds say something", len(said), len(Kinds()))
	}
}

// Half-typed, a screen gets each field that is missing and the echo of the rest.
func TestPreviewOfAHalfFilledForm(t *testing.T) {
	look := Preview("float", []byte(`{"graduation":"1","trials":[{"in":"0","out":"2 1/2"},{"in":"","out":"x"}]}`),
		&gauge.Reader{Unit: quantity.UnitThou})
	var fields []string
	for _, e := range look.Errors {
		fields = append(fields, e.Field)
	}
	if !slices.Equal(fields, []string{"trials[1].in", "trials[1].out"}) {
		t.Errorf("errors on %v", fields)
	}
	if len(look.Echo) != 3 || look.Echo[2].Field != "trials[0].out" || look.Echo[2].Figure.Length != 5*quantity.Thou/2 {
		t.Errorf("echo %+v", look.Echo)
	}
	if look.Out != nil || look.Words != nil {
		t.Errorf("answers %+v", look.Out)
	}
}

// BenchmarkPreview tells the 99th percentile of an answer while typing.
func BenchmarkPreview(b *testing.B) {
	cases := answered(b)
	var all []time.Duration
	for b.Loop() {
		for _, c := range cases {
			began := time.Now()
			Preview(c.Kind, c.In, &gauge.Reader{Unit: quantity.UnitThou})
			all = append(all, time.Since(began))
		}
	}
	slices.Sort(all)
	b.ReportMetric(float64(all[len(all)*99/100].Nanoseconds()), "ns/p99")
}

// BenchmarkKind tells how long each kind takes to work out, its JSON read before.
func BenchmarkKind(b *testing.B) {
	asked := map[string][]question{}
	for _, c := range answered(b) {
		ask, err := kinds[c.Kind](c.In, false)
		if err != nil {
			b.Fatal(err)
		}
		asked[c.Kind] = append(asked[c.Kind], ask)
	}
	for _, kind := range Kinds() {
		b.Run(kind, func(b *testing.B) {
			of, i := asked[kind], 0
			for b.Loop() {
				if _, err := of[i%len(of)](&gauge.Reader{}); err != nil {
					b.Fatal(err)
				}
				i++
			}
		})
	}
}
