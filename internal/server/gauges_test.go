package server

import (
	"encoding/json"
	"fmt"
	"net/http"
	"slices"
	"strings"
	"testing"

	"settle/core/job"
	"settle/core/record"
)

const gaugeAPI = "/api/v1/gauges"

// A job at the step where the end play is to be measured, and an entry there with a gauge.
func endPlay(id, key, word string) string {
	return fmt.Sprintf(`{"id":%q,"kind":"kept","step":"runout-seal-built","body":{"unit":"thou",`+
		`"gauge":{"key":%q,"word":%q,"mpe":"9 mm","name":"made up"},"dial":{"graduation":"0.5 thou","back_to_start":"0",`+
		`"readings":[{"clock":"12","value":"0"},{"clock":"3","value":"0.5"},{"clock":"6","value":"1.5"},`+
		`{"clock":"9","value":"1"}]}}}`, id, key, word)
}

func TestAGaugeInTheHandOfAnEntry(t *testing.T) {
	srv := demoShop(t)
	post := func(body string) (int, []byte) {
		t.Helper()
		status, _, b := call(t, srv, "POST", "/api/v1/jobs/J-0005/entries", body)
		return status, b
	}
	note := func(key, body string) (int, []byte) {
		t.Helper()
		status, _, b := call(t, srv, "POST", gaugeAPI+"/"+key+"/log", body)
		return status, b
	}
	for _, tt := range []struct{ key, word, field, says string }{
		{"IND-9", "", "body.gauge.key", "not in the register"},
		{"IND-2", "", "body.gauge.key", "found bad"},
		{"MIC-1", "the only one", "body.gauge.key", "no gauge for this step"},
	} {
		if status, b := post(endPlay("gauge-refused-"+tt.key, tt.key, tt.word)); status != 422 ||
			!strings.Contains(string(b), tt.field) || !strings.Contains(string(b), tt.says) {
			t.Errorf("%s: %d %s", tt.key, status, b)
		}
	}
	// Past due: told, goes on with a word.
	if status, b := note("IND-1", `{"id":"calib-past","kind":"calibrated","gauge":{"key":"","name":"","kind":`+
		`"indicator","calibrated":"2025-03-02","due":"2026-03-02"}}`); status >= 300 {
		t.Fatalf("%d %s", status, b)
	}
	if status, b := post(endPlay("gauge-late-1", "ind-1", "")); status != 422 ||
		!strings.Contains(string(b), "body.gauge.word") {
		t.Errorf("past due without a word: %d %s", status, b)
	}
	status, b := post(endPlay("gauge-late-2", "ind-1", "the only one in reach"))
	v := decoded[JobView](t, status, b)
	used := v.Log[len(v.Log)-1].Body.Gauge
	if used == nil || used.Key != "IND-1" || used.Name != "Dial indicator, magnetic base" ||
		used.MPE.String() != "0.3 thou" || !used.PastDue || used.Word != "the only one in reach" {
		t.Fatalf("the entry keeps %+v", used)
	}
	// U² = (0.5·√(2/3))² + (2·0.3/√3)² thou²: 0.536 thou, 13.6 µm.
	if u := v.Sheet.Step("runout-seal-built").Reading.Uncertainty.Um(); u < 13.5 || u > 13.7 {
		t.Errorf("with the error of the gauge U is %v µm", u)
	}
	if i := slices.IndexFunc(v.Sheet.Gauges, func(g job.GaugeRow) bool { return g.Key == "IND-1" && g.PastDue }); i < 0 ||
		!slices.Contains(v.Sheet.Gauges[i].Steps, "Run-out of the bare shaft, as built") {
		t.Errorf("the sheet lists %+v", v.Sheet.Gauges)
	}
	// Sent twice it is kept once, whatever the register says by then.
	if status, b := note("IND-1", `{"id":"calib-now1","kind":"calibrated","text":"county","gauge":{"key":`+
		`"","name":"","kind":"indicator","calibrated":"2026-11-20","due":"2027-11-20"}}`); status >= 300 {
		t.Fatalf("%d %s", status, b)
	}
	status, b = post(endPlay("gauge-late-2", "IND-1", "the only one in reach"))
	if again := decoded[JobView](t, status, b); len(again.Log) != len(v.Log) {
		t.Errorf("sent twice it is kept %d times", len(again.Log)-len(v.Log)+1)
	}
	// The preview has the error of the gauge, and asks no word.
	var e struct{ Body json.RawMessage }
	if err := json.Unmarshal([]byte(endPlay("x", "IND-1", "")), &e); err != nil {
		t.Fatal(err)
	}
	status, _, b = call(t, srv, "POST", "/api/v1/jobs/J-0005/steps/runout-seal-built/preview", string(e.Body))
	if p := decoded[PreviewView](t, status, b); len(p.Errors) > 0 || p.Reading.Uncertainty.Um() < 13.5 {
		t.Errorf("previewed: %v, %+v", p.Errors, p.Reading)
	}
}

// A gauge found bad: what it touched since it was last known good, the nearest to its limit first.
func TestWhatABadGaugeTouched(t *testing.T) {
	srv := demoShop(t)
	page := get[record.GaugePage](t, srv, gaugeAPI+"/IND-2")
	if page.State != record.FoundBad || page.Since != "2026-01-12" || len(page.Log) != 2 {
		t.Fatalf("%+v", page)
	}
	v := get[TouchedView](t, srv, gaugeAPI+"/IND-2/touched")
	if v.Since != "2026-01-12" || len(v.Readings) < 4 {
		t.Fatalf("since %s: %d readings", v.Since, len(v.Readings))
	}
	for i, r := range v.Readings {
		if r.Job != "J-0005" || r.Pump != "LS-204" || r.Title == "" || r.By == "" {
			t.Errorf("%+v", r)
		}
		if i > 0 && v.Readings[i-1].Margin != nil && r.Margin != nil && v.Readings[i-1].Margin.Length > r.Margin.Length {
			t.Errorf("%s stands before %s", v.Readings[i-1].Title, r.Title)
		}
	}
	if first := v.Readings[0]; first.Margin == nil || first.Limit == nil || first.Figure == nil {
		t.Errorf("the nearest says %+v", first)
	}
	if later := get[TouchedView](t, srv, gaugeAPI+"/IND-2/touched?since=2026-12-01"); len(later.Readings) != 0 {
		t.Errorf("after that day: %d", len(later.Readings))
	}
	if good := get[TouchedView](t, srv, gaugeAPI+"/DEP-1/touched"); good.Since != "2026-05-11" || len(good.Readings) == 0 {
		t.Errorf("the depth micrometer: %+v", good)
	}
}

func TestTheRegisterOfGaugesAsFiles(t *testing.T) {
	srv := demoShop(t)
	status, _, csv := call(t, srv, "GET", "/api/v1/register/gauges.csv", "")
	if status != 200 || !strings.HasPrefix(string(csv), "key,name,kind,graduation,range,mpe,calibrated,due,where,state") {
		t.Fatalf("%d %s", status, csv)
	}
	take := func(file, try string) (int, []byte) {
		t.Helper()
		status, _, b := call(t, srv, "POST", "/api/v1/register/gauges"+try, file, send("text/csv"), as(t, srv, "p3"))
		return status, b
	}
	status, b := take(string(csv), "")
	if done := decoded[TakenIn](t, status, b); done.Changed != 0 || done.Same != 9 {
		t.Errorf("as it was written it changes %+v", done)
	}
	changed := strings.Replace(string(csv), "Drawer 1, pump bench", "Drawer 4", 1) +
		"MIC-2,Micrometer 0 to 25,micrometer,0.01 mm,0 to 25 mm,0.004 mm,2026-11-01,2027-11-01,Drawer 3,\n"
	status, b = take(changed, "?try=true")
	if try := decoded[TakenIn](t, status, b); try.Done || try.Changed+try.Added != 2 {
		t.Errorf("tried: %+v", try)
	}
	if status, _, _ := call(t, srv, "GET", gaugeAPI+"/MIC-2", ""); status != http.StatusNotFound {
		t.Errorf("a try put it in: %d", status)
	}
	status, b = take(changed, "")
	if done := decoded[TakenIn](t, status, b); !done.Done || done.Changed+done.Added != 2 {
		t.Errorf("taken in: %+v", done)
	}
	if g := get[record.GaugePage](t, srv, gaugeAPI+"/MIC-2"); g.Where != "Drawer 3" || g.State != record.InUse ||
		g.Log[0].By.Name == "" {
		t.Errorf("%+v", g)
	}
	// What is wrong is told by line and column, and nothing is taken in.
	status, b = take("key,name,kind,due\nX-1,Something,ruler,soon\n", "")
	if status != 422 || !strings.Contains(string(b), "line 2") || !strings.Contains(string(b), "kind") ||
		!strings.Contains(string(b), "due") {
		t.Errorf("%d %s", status, b)
	}
	status, _, ics := call(t, srv, "GET", "/api/v1/gauges-due.ics?at=http://bench:8420", "")
	if status != 200 || strings.Count(string(ics), "BEGIN:VEVENT") != 10 ||
		!strings.Contains(string(ics), "gauge-mic-1@settle") {
		t.Errorf("%d %s", status, ics)
	}
	status, _, svg := call(t, srv, "GET", gaugeAPI+"/IND-1/label.svg?at=http://bench:8420", "")
	if status != 200 || !strings.Contains(string(svg), ">IND-1<") || !strings.Contains(string(svg), "Due 2027-03-02") {
		t.Errorf("%d %.300s", status, svg)
	}
	if status, _, _ := call(t, srv, "GET", gaugeAPI+"/IND-1/label.svg?at=nowhere", ""); status != 422 {
		t.Errorf("a label without an address: %d", status)
	}
}

// Which gauge is in the hand is remembered for each person and kind.
func TestTheGaugeInTheHandIsRemembered(t *testing.T) {
	srv := demoShop(t)
	second := as(t, srv, "p2")
	held := func(by ...func(*http.Request)) map[string]string {
		t.Helper()
		out := map[string]string{}
		for kind, key := range get[GaugesView](t, srv, gaugeAPI, by...).Held {
			out[string(kind)] = key
		}
		return out
	}
	if h := held(); h["indicator"] != "IND-1" || h["torque-wrench"] != "TW-1" {
		t.Errorf("the demo's technician holds %v", h)
	}
	if h := held(second); len(h) != 0 {
		t.Errorf("nobody gave the other anything: %v", h)
	}
	for _, tt := range []struct {
		body   string
		status int
	}{
		{`{"kind":"indicator","key":"IND-1"}`, 201},
		{`{"kind":"indicator","key":""}`, 201},
		{`{"kind":"ruler","key":""}`, 422},
		{`{"kind":"indicator","key":"IND-9"}`, 404},
	} {
		if status, _, b := call(t, srv, "POST", "/api/v1/gauges-held", tt.body, second); status != tt.status {
			t.Errorf("%s: %d %s", tt.body, status, b)
		}
	}
	if h := held(second); h["indicator"] != "" {
		t.Errorf("put down again: %v", h)
	}
}
