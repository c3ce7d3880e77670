package calc

import (
	"encoding/json"
	"errors"
	"slices"
	"strings"
	"testing"

	"settle/core/field"
)

// The example of docs/align.md, read in four ways.
const (
	feet  = `"feet":{"front":"200 mm","back":"500 mm"},"rpm":1450`
	dials = `{"method":"reverse-dials","graduation":"0.01 mm",` + feet + `,
	 "on_driver":{"at":"50 mm","readings":[
	  {"clock":"12","value":0},{"clock":"3","value":-155},{"clock":"6","value":-300},{"clock":"9","value":-145}],
	  "back_to_start":0},
	 "on_pump":{"at":"-50 mm","readings":[
	  {"clock":"12","value":0},{"clock":"3","value":5},{"clock":"6","value":100},{"clock":"9","value":95}],
	  "back_to_start":0}}`
	sagging = `{"method":"reverse-dials","graduation":"0.01 mm",` + feet + `,
	 "on_driver":{"at":"50 mm","sag":-40,"readings":[
	  {"clock":"12","value":0},{"clock":"3","value":-175},{"clock":"6","value":-340},{"clock":"9","value":-165}]},
	 "on_pump":{"at":"-50 mm","sag":-40,"readings":[
	  {"clock":"12","value":0},{"clock":"3","value":-15},{"clock":"6","value":60},{"clock":"9","value":75}]}}`
	rimFace = `{"method":"rim-and-face","graduation":"0.01 mm",` + feet + `,
	 "rim":{"at":"50 mm","readings":[
	  {"clock":"12","value":0},{"clock":"3","value":-155},{"clock":"6","value":-300},{"clock":"9","value":-145}]},
	 "face":{"diameter":"200 mm","readings":[
	  {"clock":"12","value":0},{"clock":"3","value":-150},{"clock":"6","value":-200},{"clock":"9","value":-50}]}}`
	edge = `{"method":"straight-edge","graduation":"0.01 mm",` + feet + `,"diameter":"200 mm",
	 "step":{"12":100,"3":20,"6":-100,"9":-20},"gap":{"12":1000,"3":1150,"6":1200,"9":1050}}`
	readout = `{"method":"laser",` + feet +
		`,"vertical":{"offset":"0.1 mm","angle_mm_per_m":1},"horizontal":{"offset":20,"angle_mm_per_m":-0.5}}`
)

// By hand: 100 and 20 µm together are 101.980, 1 and 0.5 mm per m are 1.118.
func TestEveryMethodOfAligningGivesTheSame(t *testing.T) {
	want := `{"state":{"vertical":{"offset_um":100,"angle_mm_per_m":1},"horizontal":{"offset_um":20,
	  "angle_mm_per_m":-0.5}},
	 "front":{"shim_um":-300,"side_um":80},"back":{"shim_um":-600,"side_um":230},
	 "tolerance":{"offset_um":90,"angle_mm_per_m":0.6,
	  "source":"General table by speed, rule of thumb, to be replaced by the coupling maker's value"},
	 "resultant_um":101.98,"resultant_mm_per_m":1.118,"spacer":null,"soft_foot":null,
	 "offset_verdict":{"result":"out","margin_um":-11.98},"angle_verdict":{"result":"out","margin_um":-518.034},
	  "result":"out","warnings":[]}`
	var w any
	if err := json.Unmarshal([]byte(want), &w); err != nil {
		t.Fatal(err)
	}
	oneStep := strings.Replace(edge, `"6":-100,"9":-20`, `"9":-20`, 1) // hubs of one size: 6 may be out of reach
	for _, in := range []string{dials, sagging, rimFace, edge, oneStep, readout} {
		out, err := Run("align", []byte(in))
		if err != nil {
			t.Errorf("%s: %v", in, err)
			continue
		}
		got, err := json.Marshal(out)
		if err != nil {
			t.Fatal(err)
		}
		var g any
		if err := json.Unmarshal(got, &g); err != nil {
			t.Fatal(err)
		}
		// A step that could not be seen from the other side is said.
		w.(map[string]any)["warnings"] = []any{}
		if in == oneStep {
			w.(map[string]any)["warnings"] = []any{"one-sided-steps"}
		}
		for _, d := range differences("", g, w) {
			t.Errorf("%s: %s\ngot %s", in, d, got)
		}
	}
}

// By hand, from a driver that stands true and feet at 200 and 500 mm. Growth: the
// pump rises 0.15 and the driver 0.10 in front and 0.20 behind, so cold the driver
// stands 0.05 high in front and 0.05 low behind. A target of 0.05 and 0.1 mm per m
// asks 0.05 + 0.02 in front and 0.05 + 0.05 behind.
func TestAligningToATarget(t *testing.T) {
	const standsTrue = `{"method":"laser",` +
		`"feet":{"front":"200 mm","back":"500 mm"},"vertical":{"offset":0,"angle_mm_per_m":0},"horizontal":{"offset":0,` +
		`"angle_mm_per_m":0},`
	for name, tt := range map[string]struct{ rest, want string }{
		"growth": {`"growth":{"driver_front":100,"driver_back":200,"pump":150}`,
			`{"front":{"shim_um":50,"side_um":0},"back":{"shim_um":-50,"side_um":0},` +
				`"target":{"vertical":{"offset_um":116.667,"angle_mm_per_m":-0.333}},"result":"no-limit"}`},
		"a target": {`"target":{"vertical":{"offset":50,"angle_mm_per_m":0.1}},"rpm":2900`,
			`{"front":{"shim_um":70,"side_um":0},"back":{"shim_um":100,"side_um":0},"offset_verdict":{"result":"out",` +
				`"margin_um":-5},"angle_verdict":{"result":"within","margin_um":200},"result":"out"}`},
		"both": {`"growth":{"driver_front":100,"driver_back":200,"pump":150},"target":{"vertical":{"offset":50,` +
			`"angle_mm_per_m":0.1}}`, `{"front":{"shim_um":120,"side_um":0},"back":{"shim_um":50,"side_um":0}}`},
		"a target sideways": {`"target":{"horizontal":{"offset":-20,"angle_mm_per_m":0}}`,
			`{"front":{"shim_um":0,"side_um":-20},"back":{"shim_um":0,"side_um":-20}}`},
		"the maker's tolerance counts before the table": {`"tolerance":{"offset":50,"angle_mm_per_m":0.5,` +
			`"source":"coupling sheet 2"},"rpm":3000`, `{"tolerance":{"offset_um":50,"angle_mm_per_m":0.5,` +
			`"source":"coupling sheet 2"},"result":"within"}`},
		"too fast for the table": {`"rpm":9000`, `{"tolerance":null,"result":"no-limit"}`},
		"a graduation too coarse for its limit": {`"tolerance":{"offset":2,"angle_mm_per_m":0.5},"graduation":10`,
			`{"offset_verdict":{"result":"undecided","margin_um":2,"uncertainty_um":5.774},"result":"undecided",` +
				`"warnings":["coarse"]}`},
	} {
		out, err := Run("align", []byte(standsTrue+tt.rest+"}"))
		if err != nil {
			t.Errorf("%s: %v", name, err)
			continue
		}
		b, err := json.Marshal(out)
		if err != nil {
			t.Fatal(err)
		}
		var got, want any
		if err := errors.Join(json.Unmarshal(b, &got), json.Unmarshal([]byte(tt.want), &want)); err != nil {
			t.Fatal(err)
		}
		for _, d := range differences("", got, want) {
			t.Errorf("%s: %s in %s", name, d, b)
		}
	}
}

func TestAligningRefuses(t *testing.T) {
	for name, tt := range map[string]struct{ in, from, to, field string }{
		"feet at one place":         {readout, `"500 mm"`, `"200 mm"`, "feet.back"},
		"planes in the wrong order": {dials, `"at":"-50 mm"`, `"at":"60 mm"`, "on_driver.at"},
		"a plane left out":          {dials, `"at":"-50 mm",`, ``, "on_pump.at"},
		"feet at the coupling":      {readout, `"front":"200 mm"`, `"front":0`, "feet.front"},
		"a spacer of nothing":       {readout, `"rpm":1450`, `"spacer":0`, "spacer"},
		"three feet": {readout, `"rpm":1450`, `"soft_foot":{"front_left":1,"front_right":1,"back_left":1}`,
			"soft_foot.back_right"},
		"no offset":               {readout, `"offset":"0.1 mm",`, ``, "vertical.offset"},
		"no angle":                {readout, `,"angle_mm_per_m":1}`, `}`, "vertical.angle_mm_per_m"},
		"steeper than a coupling": {readout, `"angle_mm_per_m":1}`, `"angle_mm_per_m":900}`, "vertical.angle_mm_per_m"},
		"no plane":                {readout, `,"horizontal":{"offset":20,"angle_mm_per_m":-0.5}`, ``, "horizontal"},
		"a speed below nothing":   {readout, `"rpm":1450`, `"rpm":-1`, "rpm"},
		"a tolerance below nothing": {readout, `"rpm":1450`, `"tolerance":{"offset":-5,"angle_mm_per_m":1}`,
			"tolerance.offset"},
		"a tolerance of no angle": {readout, `"rpm":1450`, `"tolerance":{"offset":5}`, "tolerance.angle_mm_per_m"},
		"a tolerance angle below": {readout, `"rpm":1450`, `"tolerance":{"offset":5,"angle_mm_per_m":-1}`,
			"tolerance.angle_mm_per_m"},
		"a target of no angle": {readout, `"rpm":1450`, `"target":{"vertical":{"offset":5}}`,
			"target.vertical.angle_mm_per_m"},
		"growth in kilograms":         {readout, `"rpm":1450`, `"growth":{"pump":"5 kg"}`, "growth.pump"},
		"no graduation":               {dials, `"graduation":"0.01 mm",`, ``, "graduation"},
		"a graduation of nothing":     {dials, `"graduation":"0.01 mm"`, `"graduation":0`, "graduation"},
		"a rim with a diameter":       {dials, `"at":"50 mm",`, `"at":"50 mm","diameter":"100 mm",`, "on_driver.diameter"},
		"a face without its diameter": {rimFace, `"diameter":"200 mm",`, ``, "face.diameter"},
		"no face": {rimFace, rimFace[strings.Index(rimFace, `,`+"\n\t "+`"face"`) : len(rimFace)-1], ``,
			"face"},
		"no steps":                {edge, `"step":{"12":100,"3":20,"6":-100,"9":-20},`, ``, "step"},
		"a step left out":         {edge, `"12":100,`, ``, "step.12"},
		"a gap that is no length": {edge, `"3":1150`, `"3":"wide"`, "gap.3"},
		"no diameter":             {edge, `"diameter":"200 mm",`, ``, "diameter"},
		"of another method": {edge, `"diameter":"200 mm",`,
			`"diameter":"200 mm","vertical":{"offset":0,"angle_mm_per_m":0},`, "vertical"},
	} {
		in := strings.Replace(tt.in, tt.from, tt.to, 1)
		if in == tt.in {
			t.Errorf("%s: %q is not in the example", name, tt.from)
			continue
		}
		_, err := Run("align", []byte(in))
		if err == nil || !slices.ContainsFunc(field.All(err), func(e *field.Error) bool {
			return e.Field == tt.field &&
				e.Message != ""
		}) {
			t.Errorf("%s: %v, want an error of %s", name, err, tt.field)
		}
	}
}
