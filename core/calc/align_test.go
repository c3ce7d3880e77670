package calc

import (
	"encoding/json"
	"testing"
)

// The example of docs/align.md, read in four ways.
const (
	feet  = `"feet":{"front":"200 mm","back":"500 mm"},"rpm":1450`
	dials = `{"method":"reverse-dials","graduation":"0.01 mm",` + feet + `,
	 "on_driver":{"at":"50 mm","readings":[{"clock":"12","value":0},{"clock":"3","value":-155},{"clock":"6","value":-300},{"clock":"9","value":-145}],"back_to_start":0},
	 "on_pump":{"at":"-50 mm","readings":[{"clock":"12","value":0},{"clock":"3","value":5},{"clock":"6","value":100},{"clock":"9","value":95}],"back_to_start":0}}`
	sagging = `{"method":"reverse-dials","graduation":"0.01 mm",` + feet + `,
	 "on_driver":{"at":"50 mm","sag":-40,"readings":[{"clock":"12","value":0},{"clock":"3","value":-175},{"clock":"6","value":-340},{"clock":"9","value":-165}]},
	 "on_pump":{"at":"-50 mm","sag":-40,"readings":[{"clock":"12","value":0},{"clock":"3","value":-15},{"clock":"6","value":60},{"clock":"9","value":75}]}}`
	rimFace = `{"method":"rim-and-face","graduation":"0.01 mm",` + feet + `,
	 "rim":{"at":"50 mm","readings":[{"clock":"12","value":0},{"clock":"3","value":-155},{"clock":"6","value":-300},{"clock":"9","value":-145}]},
	 "face":{"diameter":"200 mm","readings":[{"clock":"12","value":0},{"clock":"3","value":-150},{"clock":"6","value":-200},{"clock":"9","value":-50}]}}`
	edge = `{"method":"straight-edge","graduation":"0.01 mm",` + feet + `,"diameter":"200 mm",
	 "step":{"12":100,"3":20,"6":-100,"9":-20},"gap":{"12":1000,"3":1150,"6":1200,"9":1050}}`
	readout = `{"method":"laser",` + feet + `,"vertical":{"offset":"0.1 mm","angle_mm_per_m":1},"horizontal":{"offset":20,"angle_mm_per_m":-0.5}}`
)

func TestEveryMethodOfAligningGivesTheSame(t *testing.T) {
	want := `{"state":{"vertical":{"offset_um":100,"angle_mm_per_m":1},"horizontal":{"offset_um":20,"angle_mm_per_m":-0.5}},
	 "front":{"shim_um":-300,"side_um":80},"back":{"shim_um":-600,"side_um":230},
	 "tolerance":{"offset_um":90,"angle_mm_per_m":0.6,"source":"General table by speed, rule of thumb, to be replaced by the coupling maker's value"},
	 "offset_verdict":{"result":"out","margin_um":-10},"angle_verdict":{"result":"out","margin_um":-400},"result":"out","warnings":[]}`
	var w any
	if err := json.Unmarshal([]byte(want), &w); err != nil {
		t.Fatal(err)
	}
	for _, in := range []string{dials, sagging, rimFace, edge, readout} {
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
		for _, d := range differences("", g, w) {
			t.Errorf("%s: %s\ngot %s", in, d, got)
		}
	}
}
