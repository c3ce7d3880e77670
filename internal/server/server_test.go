package server

import (
	"bytes"
	"context"
	"encoding/csv"
	"encoding/json"
	"encoding/xml"
	"errors"
	"fmt"
	"image"
	"image/jpeg"
	"image/png"
	"io"
	"net/http"
	"net/http/httptest"
	"os"
	"os/exec"
	"path/filepath"
	"slices"
	"strings"
	"sync"
	"testing"
	"testing/fstest"
	"time"

	ics "github.com/arran4/golang-ical"

	"settle/core/calc"
	"settle/core/field"
	"settle/core/job"
	"settle/core/log"
	"settle/core/plan"
	"settle/internal/copies"
	"settle/internal/demo"
	"settle/internal/door"
	"settle/internal/report"
	"settle/internal/store"
)

var built = fstest.MapFS{
	"index.html":         {Data: []byte(`<meta name="csp-nonce" content="NONCE">`)},
	"assets/app-1.js":    {Data: []byte("let a")},
	"assets/app-1.js.gz": {Data: []byte("zipped")},
	"favicon.svg":        {Data: []byte("<svg/>")},
}

// demoShop serves a copy of the demo shop.
func demoShop(t testing.TB) *httptest.Server {
	t.Helper()
	_, srv := demoStore(t)
	return srv
}

// demoStore serves a copy of the demo shop in a folder of its own, and gives its store too.
func demoStore(t testing.TB) (*store.Store, *httptest.Server) {
	t.Helper()
	path := filepath.Join(t.TempDir(), "data", "settle.db")
	if err := errors.Join(os.Mkdir(filepath.Dir(path), 0o700), demo.Copy(path)); err != nil {
		t.Fatal(err)
	}
	s, err := store.Open(context.Background(), path, time.Now)
	if err != nil {
		t.Fatal(err)
	}
	return s, served(t, s, door.How{Demo: true, Local: true})
}

// served serves a shop until the test ends.
func served(t testing.TB, s *store.Store, how door.How) *httptest.Server {
	t.Helper()
	d, err := door.New(context.Background(), s, time.Now, how)
	if err != nil {
		t.Fatal(err)
	}
	srv := httptest.NewServer(New(s, copies.Beside(s, time.Now), d, built))
	t.Cleanup(func() { srv.Close(); s.Close() })
	return srv
}

// as has a request come from somebody of the demo shop, who comes in by being picked.
func as(t testing.TB, srv *httptest.Server, person string) func(*http.Request) {
	t.Helper()
	status, head, b := call(t, srv, "POST", "/api/v1/session", fmt.Sprintf(`{"person":%q}`, person),
		func(r *http.Request) { r.Header.Del("Cookie") }) // whoever is in stays so
	cookie, _, _ := strings.Cut(head.Get("Set-Cookie"), ";")
	if status != 201 || cookie == "" {
		t.Fatalf("%s comes in: %d %s", person, status, b)
	}
	return func(r *http.Request) { r.Header.Set("Cookie", cookie) }
}

// comeIn are the cookies of those who came in for all that is asked of a server.
var comeIn sync.Map

// come has all that is asked from now on come from somebody.
func come(t testing.TB, srv *httptest.Server, person string) {
	t.Helper()
	comeIn.Store(srv.URL, as(t, srv, person))
}

// call asks and returns status and body; the request may be changed first.
func call(t testing.TB, srv *httptest.Server, method, path, body string, change ...func(*http.Request)) (int,
	http.Header, []byte) {
	t.Helper()
	req, err := http.NewRequest(method, srv.URL+path, strings.NewReader(body))
	if err != nil {
		t.Fatal(err)
	}
	if body != "" {
		req.Header.Set("Content-Type", "application/json")
	}
	if in, ok := comeIn.Load(srv.URL); ok {
		change = append([]func(*http.Request){in.(func(*http.Request))}, change...)
	}
	for _, c := range change {
		c(req)
	}
	res, err := http.DefaultTransport.RoundTrip(req)
	if err != nil {
		t.Fatal(err)
	}
	defer res.Body.Close()
	b, err := io.ReadAll(res.Body)
	if err != nil {
		t.Fatal(err)
	}
	return res.StatusCode, res.Header, b
}

func get[T any](t testing.TB, srv *httptest.Server, path string, change ...func(*http.Request)) T {
	t.Helper()
	var v T
	status, _, b := call(t, srv, "GET", path, "", change...)
	if err := json.Unmarshal(b, &v); status != 200 || err != nil {
		t.Fatalf("GET %s: %d, %v: %.300s", path, status, err, b)
	}
	return v
}

func TestDemoShop(t *testing.T) {
	srv := demoShop(t)
	shop := get[ShopView](t, srv, "/api/v1/shop")
	if shop.Name != "Tern Rock Aquarium" || len(shop.People) != 3 {
		t.Errorf("the shop is %+v", shop)
	}
	pumps := get[[]store.PumpRow](t, srv, "/api/v1/pumps")
	letters := map[string]bool{}
	for _, p := range pumps {
		letters[p.Construction] = true
	}
	if len(pumps) != 28 || len(letters) != 13 {
		t.Errorf("%d pumps of %d constructions", len(pumps), len(letters))
	}
	states := map[job.State]int{}
	for _, j := range get[[]store.JobRow](t, srv, "/api/v1/jobs") {
		states[j.State]++
	}
	if states[job.Signed] != 17 || states[job.InWork] != 14 || states[job.Received] != 1 {
		t.Errorf("the jobs are %v; want 17 signed, 14 in work, one received", states)
	}
	p := get[PumpView](t, srv, "/api/v1/pumps/LS-204")
	if len(p.Past) != 2 || len(p.Limits) != 17 || p.Jobs[0].Number != "J-0005" {
		t.Errorf("LS-204 has %d past jobs, %d limits, last job %s", len(p.Past), len(p.Limits), p.Jobs[0].Number)
	}
	for _, l := range p.Limits {
		if l.InForce.Source == "" {
			t.Errorf("limit %s has no source", l.Key)
		}
	}
}

func entry(id, step, on, reason, body string) string {
	return fmt.Sprintf(`{"id":%q,"kind":"kept","step":%q,"on":%q,"reason":%q,"body":%s}`, id, step, on, reason,
		body)
}

const (
	entries = "/api/v1/jobs/J-0005/entries"
	good    = `{"unit":"thou","dial":{"graduation":"0.5 thou","readings":[{"clock":"12","value":"0"},{"clock":"3",` +
		`"value":"-1"},{"clock":"6","value":"-2"},{"clock":"9","value":"-1"}]}}`
)

func TestAppendingAndStale(t *testing.T) {
	srv := demoShop(t)
	status, _, b := call(t, srv, "POST", entries, entry("x1", "runout-seal-built", "", "", good))
	var v JobView
	if err := json.Unmarshal(b, &v); status != 201 || err != nil ||
		v.Sheet.Step("runout-seal-built").Reading.Figure == nil {
		t.Fatalf("%d %v %.300s", status, err, b)
	}
	if again, _, _ := call(t, srv, "POST", entries, entry("x1", "runout-seal-built", "", "", good)); again != 201 {
		t.Errorf("sent twice: %d", again)
	}
	status, h, b := call(t, srv, "POST", entries, entry("x2", "runout-seal-built", "", "", good))
	var p Problem
	if err := json.Unmarshal(b, &p); status != 409 || err != nil || p.Latest == nil || p.Latest.ID != "x1" ||
		h.Get("Content-Type") != "application/problem+json" {
		t.Errorf("a stale entry: %d %s %.300s", status, h.Get("Content-Type"), b)
	}
	if status, _, b = call(t, srv, "POST", entries, entry("x2", "runout-seal-built", "x1", "measured again",
		good)); status != 201 {
		t.Errorf("a correction: %d %.300s", status, b)
	}
}

// Bad input is never answered with 500, and the field is named.
func TestBadInput(t *testing.T) {
	srv := demoShop(t)
	come(t, srv, "p3")
	step := func(body string) string { return entry("y", "runout-seal-built", "", "", body) }
	tests := []struct {
		name, method, path, body string
		status                   int
		field, says              string
	}{
		{"text that is no length", "POST", entries, step(strings.Replace(good, `"-2"`, `"two"`, 1)), 422,
			"body.dial.readings[2].value", "not understood"},
		{"mil", "POST", entries, step(strings.Replace(good, `"-2"`, `"2 mil"`, 1)), 422, "body.dial.readings[2].value",
			"mil"},
		{"a missing reading", "POST", entries, step(strings.Replace(good, `,{"clock":"9","value":"-1"}`, "", 1)), 422,
			"body.dial.readings", "9"},
		{"a reading in the wrong range", "POST", entries, step(strings.Replace(good, `"-2"`, `"2 000 000 000"`, 1)), 422,
			"body.dial.readings[2].value", "not understood"},
		{"longer than a kilometre", "POST", entries, step(strings.Replace(good, `"-2"`, `"2000000000 mm"`, 1)), 422,
			"body.dial.readings[2].value", "kilometre"},
		{"an hour 13", "POST", entries, step(strings.Replace(good, `"clock":"9"`, `"clock":"13"`, 1)), 422,
			"body.dial.readings[3].clock", "1 to 12"},
		{"the wrong instrument", "POST", entries, step(`{"done":true}`), 422, "body.done", "does not belong"},
		{"a number where a text is wanted", "POST", entries, step(strings.Replace(good, `"-2"`, `-2`, 1)), 422,
			"body.dial.readings[2].value", "string"},
		{"a property nobody knows", "POST", entries, step(strings.Replace(good, `"unit"`, `"colour":"red","unit"`, 1)), 422,
			"body.colour", "unexpected"},
		{"no such step", "POST", entries, entry("y", "polish", "", "", `{"done":true}`), 422, "step", "not a step"},
		{"blocked", "POST", entries, entry("y", "sign", "", "", `{"sign":{}}`), 409, "", "open"},
		{"somebody else's name", "POST", entries, strings.Replace(step(good), `{"id"`, `{"by":"p3","id"`, 1), 422, "by",
			"unexpected"},
		{"no such kind", "POST", entries, strings.Replace(step(good), `"kept"`, `"erased"`, 1), 422, "kind", "kept"},
		{"not JSON", "POST", entries, `{"id":`, 400, "", ""},
		{"no body", "POST", entries, "", 400, "", ""},
		{"a body too large", "POST", entries, `{"id":"` + strings.Repeat("x", 300_000) + `"}`, 413, "body", "at most 256 kB"},
		{"an unknown job", "POST", "/api/v1/jobs/J-9999/entries", step(good), 404, "", "J-9999"},
		{"an unknown job", "GET", "/api/v1/jobs/J-9999", "", 404, "", "J-9999"},
		{"an unknown job's sheet", "GET", "/api/v1/jobs/J-9999/sheet.csv", "", 404, "", "J-9999"},
		{"an unknown pump", "GET", "/api/v1/pumps/ZZ-1", "", 404, "", "ZZ-1"},
		{"an unknown address", "GET", "/api/v1/nothing", "", 404, "", "openapi"},
		{"a preview of no step", "POST", "/api/v1/jobs/J-0005/steps/polish/preview", "{}", 422, "step", "not a step"},
		{"a pump with an open job", "POST", "/api/v1/jobs", `{"id":"z","pump":"WW-601","complaint":"noise"}`, 422,
			"pump", "open job"},
		{"a job without a complaint", "POST", "/api/v1/jobs", `{"id":"z","pump":"LS-201","complaint":""}`, 422,
			"complaint", "why"},
		{"a pump with a bad limit", "PUT", "/api/v1/pumps/LS-201",
			`{"tag":"","name":"x","construction":"A","plan":"end-suction-back-pull-out","options":{},"values":{},` +
				`"limits":{"gland-gap":{"max":"3","source":"x"}}}`, 422, "limits.gland-gap.max", "unit"},
		{"a person without a name", "POST", "/api/v1/people", `{"name":"","role":"lead"}`, 422, "name", "1 to 80"},
		{"a calculation that cannot be", "POST", "/api/v1/calc/float", `{"graduation":"1 thou","trials":[{"in":"0 mm"}]}`,
			422, "trials[0].out", "missing"},
		{"a query nobody knows", "GET", "/api/v1/jobs?sort=up", "", 422, "sort", ""},
	}
	for _, tt := range tests {
		status, h, b := call(t, srv, tt.method, tt.path, tt.body)
		var p Problem
		if err := json.Unmarshal(b, &p); err != nil || status != tt.status || p.Status != tt.status ||
			!strings.HasPrefix(h.Get("Content-Type"), "application/problem+json") {
			t.Errorf("%s: %d %s %.300s; want %d", tt.name, status, h.Get("Content-Type"), b, tt.status)
			continue
		}
		field := ""
		if len(p.Errors) > 0 {
			field = p.Errors[0].Field
		}
		if field != tt.field || !strings.Contains(string(b), tt.says) || p.Detail == "" {
			t.Errorf("%s: field %q in %.300s; want %q and the word %q", tt.name, field, b, tt.field, tt.says)
		}
	}
}

func TestPreviewAnswersWhatIsThere(t *testing.T) {
	srv := demoShop(t)
	status, _, b := call(t, srv, "POST", "/api/v1/jobs/J-0005/steps/runout-seal-built/preview",
		strings.Replace(good, `"-2"`, `"x"`, 1))
	var v struct {
		Reading struct {
			Figure  struct{ Thou, Mm string }
			Verdict string
		}
		Errors []struct{ Field string }
	}
	if err := json.Unmarshal(b, &v); status != 200 || err != nil || v.Reading.Figure.Thou != "2.0" ||
		len(v.Errors) != 1 || v.Errors[0].Field != "body.dial.readings[2].value" {
		t.Errorf("%d %v %s", status, err, b)
	}
}

func TestSheetFiles(t *testing.T) {
	srv := demoShop(t)
	status, h, b := call(t, srv, "GET", "/api/v1/jobs/J-0004/sheet.csv", "")
	r := csv.NewReader(bytes.NewReader(b))
	r.FieldsPerRecord = -1
	rows, err := r.ReadAll()
	if status != 200 || err != nil || h.Get("Content-Disposition") != `attachment; filename="J-0004.csv"` ||
		len(rows) != 1+14+15 {
		t.Fatalf("%d, %d rows, %v, %s", status, len(rows), err, h.Get("Content-Disposition"))
	}
	for _, row := range rows {
		if row[2] == "D" && (row[4] != "64.758" || row[12] != "2.5" || row[10] != "within") {
			t.Errorf("station D is %v", row)
		}
	}
	status, _, b = call(t, srv, "GET", "/api/v1/jobs/J-0004/sheet.json", "")
	var v struct {
		Format string
		Log    []json.RawMessage
	}
	if err := json.Unmarshal(b, &v); status != 200 || err != nil || v.Format != "settle-job/5" {
		t.Errorf("the JSON file: %d %v %s", status, err, v.Format)
	}
	var entries []log.Entry
	for _, line := range v.Log {
		e, err := log.ReadLine(line)
		if err != nil {
			t.Fatal(err)
		}
		entries = append(entries, e)
	}
	if bad := log.Verify(entries); bad != 0 || len(entries) < 70 {
		t.Errorf("its chain of %d lines breaks at %d", len(entries), bad)
	}
}

func TestCalculator(t *testing.T) {
	srv := demoShop(t)
	if status, _, b := call(t, srv, "POST", "/api/v1/calc/length",
		`{"text":"1-25/32 in","unit":"thou"}`); status != 200 ||
		strings.TrimSpace(string(b)) != `{"um":45243.75,"thou":1781.25,"mm":45.24375}` {
		t.Errorf("%d %s", status, b)
	}
	// What cannot be used is said as on the command line, inside the problem.
	status, h, b := call(t, srv, "POST", "/api/v1/calc/length", `{"text":"2 kg","unit":"thou"}`)
	var said struct{ Error field.Error }
	if err := json.Unmarshal(b, &said); err != nil || status != 422 ||
		h.Get("Content-Type") != "application/problem+json" || said.Error.Field != "text" || said.Error.Message == "" {
		t.Errorf("%d %s %v", status, b, err)
	}
}

func TestTools(t *testing.T) {
	srv := demoShop(t)
	status, _, b := call(t, srv, "POST", "/api/v1/tools/float?unit=mm",
		`{"graduation":"0.01","trials":[{"in":"0","out":"0.05"}]}`)
	var look struct {
		Title  string
		Words  *calc.Words
		Echo   []struct{ Field string }
		Errors []field.Error
	}
	if err := json.Unmarshal(b, &look); err != nil || status != 200 || look.Words == nil ||
		look.Words.Main.Value.Mm != "0.050 mm" || len(look.Echo) != 3 {
		t.Fatalf("%d %s %v", status, b, err)
	}
	if status, _, b = call(t, srv, "POST", "/api/v1/tools/float?unit=furlong", `{}`); status != 422 {
		t.Errorf("a unit of no name: %d %s", status, b)
	}
	note := `{"id":"note-0001","kind":"float","input":"{\"graduation\":\"0.01\",\"trials\":[{\"in\":\"0\",` +
		`\"out\":\"0.05\"}]}","unit":"mm","address":"unit=mm","remark":"after the flood"}`
	for range 2 { // sent twice after a lost answer, it is kept once
		if status, _, b = call(t, srv, "POST", "/api/v1/pumps/LS-204/notes", note); status != 201 {
			t.Fatalf("a note: %d %s", status, b)
		}
	}
	var pump struct{ Notes []store.Note }
	_, _, b = call(t, srv, "GET", "/api/v1/pumps/LS-204", "")
	if err := json.Unmarshal(b, &pump); err != nil || len(pump.Notes) != 1 || pump.Notes[0].By.ID != "p1" ||
		!strings.Contains(pump.Notes[0].Text.Mm, "Play, mean: 0.050 mm") || pump.Notes[0].Remark != "after the flood" {
		t.Errorf("notes: %+v, %v", pump.Notes, err)
	}
	for name, broken := range map[string]string{
		"a calculation that cannot be": strings.Replace(note, `0.05`, `x`, 1),
		"no id":                        strings.Replace(note, "note-0001", "", 1),
		"no unit":                      strings.Replace(note, `"unit":"mm"`, `"unit":"furlong"`, 1),
	} {
		if status, _, b := call(t, srv, "POST", "/api/v1/pumps/LS-204/notes", broken); status != 422 {
			t.Errorf("%s: %d %s", name, status, b)
		}
	}
	if status, _, _ := call(t, srv, "POST", "/api/v1/pumps/XX-1/notes", note); status != 404 {
		t.Errorf("a note of no pump: %d", status)
	}
}

// A job saved as a file is read back by another Settle and shown identically; a
// file that was changed is refused, and nothing of it is kept.
func TestAJobThereAndBack(t *testing.T) {
	one := demoShop(t)
	var shot bytes.Buffer
	if err := png.Encode(&shot, image.NewGray(image.Rect(0, 0, 30, 20))); err != nil {
		t.Fatal(err)
	}
	_, _, b := call(t, one, "POST", "/api/v1/jobs/J-0006/photos", shot.String(),
		func(r *http.Request) { r.Header.Set("Content-Type", "application/octet-stream") })
	var photo PhotoKept
	if err := json.Unmarshal(b, &photo); err != nil {
		t.Fatal(err)
	}
	call(t, one, "POST", "/api/v1/jobs/J-0006/entries", entry("e-photo", "photo-received", "", "",
		`{"photo":{"photos":["`+photo.ID+`"]}}`))
	empty, err := store.Open(t.Context(), filepath.Join(t.TempDir(), "two.db"), time.Now)
	if err != nil {
		t.Fatal(err)
	}
	if _, err := empty.AddPerson(t.Context(), "A. Lead", "lead"); err != nil {
		t.Fatal(err)
	}
	two := served(t, empty, door.How{Demo: true, Local: true})
	for _, number := range []string{"J-0004", "J-0015", "J-0006"} {
		_, _, saved := call(t, one, "GET", "/api/v1/jobs/"+number+"/sheet.json", "")
		at := strings.Index(string(saved), `"log": [`)
		tampered := string(saved[:at]) + strings.Replace(string(saved[at:]), `"name":"`, `"name":"Not `, 1)
		if status, _, b := call(t, two, "POST", "/api/v1/jobs/import", tampered); status != 422 ||
			!strings.Contains(string(b), "breaks at entry 1") {
			t.Errorf("%s with another name under its first entry: %d %.200s", number, status, b)
		}
		call(t, two, "POST", "/api/v1/jobs/import", string(saved))
		_, _, again := call(t, two, "GET", "/api/v1/jobs/"+number+"/sheet.json", "")
		was, _, err := report.Read(saved)
		if err != nil {
			t.Fatal(err)
		}
		is, _, err := report.Read(again)
		if err != nil || len(is.Log) != len(was.Log)+1 || len(is.Kept) != len(was.Kept) ||
			is.Log[len(was.Log)].Kind != log.TakenIn {
			t.Fatalf("%s comes back with %d entries of %d, %v", number, len(is.Log), len(was.Log), err)
		}
		for i := range was.Log {
			if !bytes.Equal(was.Log[i].Line(), is.Log[i].Line()) {
				t.Errorf("%s: entry %d comes back as another", number, i+1)
			}
		}
		if status, _, b := call(t, two, "POST", "/api/v1/jobs/import", string(saved)); status != 422 ||
			!strings.Contains(string(b), "here already") {
			t.Errorf("%s twice: %d %.200s", number, status, b)
		}
	}
	if status, _, b := call(t, two, "GET", "/api/v1/photos/"+photo.ID, ""); status != 200 || len(b) < 100 {
		t.Errorf("the picture: %d, %d bytes", status, len(b))
	}
	for name, file := range map[string]string{"no JSON": "hello", "another file": `{"format":"x"}`} {
		if status, _, b := call(t, two, "POST", "/api/v1/jobs/import", file); status != 422 {
			t.Errorf("%s: %d %.200s", name, status, b)
		}
	}
}

// A job on a plan which its shop wrote brings the plan, and one whose number is
// taken gets a tail.
func TestAJobOfAnotherShopsPlan(t *testing.T) {
	one := demoShop(t)
	come(t, one, "p3")
	ours := strings.Replace(string(plan.Library()["internal-gear"].Text), "key: internal-gear", "key: gear-our-way", 1)
	text, err := json.Marshal(ours)
	if err != nil {
		t.Fatal(err)
	}
	must := func(srv *httptest.Server, method, path, body string) []byte {
		t.Helper()
		status, _, b := call(t, srv, method, path, body)
		if status >= 300 {
			t.Fatalf("%s: %d %.300s", path, status, b)
		}
		return b
	}
	must(one, "POST", "/api/v1/plans", `{"text":`+string(text)+`}`)
	must(one, "POST", "/api/v1/pumps",
		`{"tag":"ZZ-1","name":"Spare","construction":"L","kind":"Gear","plan":"gear-our-way","limits":{},"options":{},`+
			`"values":{}}`)
	var opened JobView
	if err := json.Unmarshal(must(one, "POST", "/api/v1/jobs",
		`{"id":"zz","pump":"ZZ-1","complaint":"noise"}`), &opened); err != nil {
		t.Fatal(err)
	}
	saved := must(one, "GET", "/api/v1/jobs/"+opened.Number+"/sheet.json", "")

	empty, err := store.Open(t.Context(), filepath.Join(t.TempDir(), "two.db"), time.Now)
	if err != nil {
		t.Fatal(err)
	}
	if _, err := empty.AddPerson(t.Context(), "A. Lead", "lead"); err != nil {
		t.Fatal(err)
	}
	two := served(t, empty, door.How{Demo: true, Local: true})
	var here, again JobView
	if err := json.Unmarshal(must(two, "POST", "/api/v1/jobs/import", string(saved)), &here); err != nil ||
		here.Number != opened.Number {
		t.Errorf("taken in as %s, %v", here.Number, err)
	}
	if b := must(two, "GET", "/api/v1/plans", ""); !strings.Contains(string(b), "gear-our-way") {
		t.Error("the plan of its pump did not come with it")
	}
	// The same number under another job.
	must(two, "POST", "/api/v1/pumps",
		`{"tag":"ZZ-2","name":"Spare","construction":"L","kind":"Gear","plan":"gear-our-way","limits":{},"options":{},`+
			`"values":{}}`)
	number, err := empty.OpenJob(
		t.Context(),
		store.ToOpen{
			ID:    "local",
			Tag:   "ZZ-2",
			Asked: job.Asked{Complaint: "drips"},
			By:    log.Person{ID: "p9", Name: "S. One"},
		},
	)
	if err != nil {
		t.Fatal(err)
	}
	theirs := must(one, "GET", "/api/v1/jobs/"+number+"/sheet.json", "")
	if err := json.Unmarshal(must(two, "POST", "/api/v1/jobs/import", string(theirs)), &again); err != nil ||
		again.Number != number+"-2" {
		t.Errorf("with %s taken it came in as %s, %v", number, again.Number, err)
	}
	var order []string
	for _, row := range get[[]store.JobRow](t, two, "/api/v1/jobs?sort=number") {
		order = append(order, row.Number)
	}
	if want := []string{opened.Number, number + "-2", number}; !slices.Equal(order, want) {
		t.Errorf("by number they stand as %v, want %v", order, want)
	}
}

// The sheet on paper says what the screen says: read back as text.
func TestSheetPDF(t *testing.T) {
	read := reader(t)
	srv := demoShop(t)
	// What a person typed may hold signs that no font of the paper has.
	if status, _, b := call(t, srv, "POST", "/api/v1/jobs/J-0006/entries", entry("emoji", "identify", "", "",
		`{"marks":["12 🙂 ٣","\u0007 left-hand"]}`)); status != 200 && status != 201 {
		t.Fatalf("%d %.300s", status, b)
	}
	for address, want := range map[string][]string{
		"J-0004/sheet.pdf": {"Build sheet", "Tern Rock Aquarium", "LS-204", "Check, thou",
			"Shaft run-out at the seal", "2.0 max", "Maker's manual, table 4", "12.0 to 18.0",
			"Mechanical seal", "heat marks", "8 × 45.0 lbf·ft", "R. Lindqvist", "Next time: New wear plate.",
			"plan end-suction-back-pull-out version 5", "page 1 of", "Bearings at a teardown: always new", "Settle advises",
			"Number on the plate or stamped: 41877", "Heat to 95 °C, 203 °F, home in", "take off 1.2 thou",
			"Groove a fingernail catches"},
		"J-0004/sheet.pdf?unit=mm&paper=letter": {"Check, mm", "0.051 max", "0.305 to 0.457", "take off 0.030 mm"},
		// One that is not finished: what was corrected and why, where a crack is, what waits.
		"J-0005/sheet.pdf": {"Corrected, accepted, withdrawn", "What stood there before", "in 0 thou, out 3.5 thou",
			"End play, as built, entered again",
			"Lock nut was not home, tightened and measured again", "at 4 o'clock", "Not measured", "not signed yet",
			"page 2 of 3"},
		// Both ends.
		"J-0015/sheet.pdf": {"Bearing, outboard", "Seal head and seat", "Seals and bearings, both"},
		"J-0006/sheet.pdf": {"none known", "look it up in the maker's manual", "Number on the plate or stamped: 12",
			"left-hand", "page 1 of"},
	} {
		status, h, b := call(t, srv, "GET", "/api/v1/jobs/"+address, "")
		if status != 200 || h.Get("Content-Type") != "application/pdf" {
			t.Fatalf("%d %v %.100s", status, h, b)
		}
		text, flat := read(b)
		for _, w := range want {
			if !strings.Contains(flat, w) {
				t.Errorf("%s: the paper has no %q in\n%s", address, w, text)
			}
		}
		if n := strings.Count(text, "\f"); n < 1 || n > 4 {
			t.Errorf("%s: %d pages", address, n)
		}
	}
}

// reader reads the text of a PDF, cell by cell, and the same on one line.
func reader(t *testing.T) func(pdf []byte) (text, flat string) {
	program, err := exec.LookPath("pdftotext")
	if err != nil {
		if os.Getenv("SETTLE_BROWSER") == "required" {
			t.Fatal("pdftotext is missing: make test installs it where it may")
		}
		t.Skip("pdftotext is not here")
	}
	return func(pdf []byte) (string, string) {
		t.Helper()
		read := exec.Command(program, "-raw", "-", "-")
		read.Stdin = bytes.NewReader(pdf)
		text, err := read.Output()
		if err != nil {
			t.Fatal(err)
		}
		return string(text), strings.Join(strings.Fields(string(text)), " ")
	}
}

// A work order has what is still to be done, in the order of work, before and after a job
// is opened; its scope settles what stands in it.
func TestWorkOrders(t *testing.T) {
	read := reader(t)
	srv := demoShop(t)
	for address, tt := range map[string]struct{ has, not []string }{
		"jobs/J-0005/order.pdf?paper=letter": {has: []string{"Work order", "J-0005", "Run-out of the bare shaft, as built",
			"limit 2.0 max thou, Maker's manual, table 4", "CAUTION"}, not: []string{"Identify the pump", "End play, as found"}},
		"pumps/FK-402/order.pdf?scope=seal&why=leak&unit=mm": {has: []string{"no job opened yet", "Scope: Seal change",
			"Identify the pump", "nothing found"}, not: []string{"Motor out to the motor shop"}},
	} {
		status, h, b := call(t, srv, "GET", "/api/v1/"+address, "")
		if status != 200 || h.Get("Content-Type") != "application/pdf" {
			t.Fatalf("%s: %d %v %.200s", address, status, h, b)
		}
		text, flat := read(b)
		for _, w := range tt.has {
			if !strings.Contains(flat, w) {
				t.Errorf("%s has no %q in\n%s", address, w, text)
			}
		}
		for _, w := range tt.not {
			if strings.Contains(flat, w) {
				t.Errorf("%s has %q in\n%s", address, w, text)
			}
		}
	}
	for address, want := range map[string]int{"pumps/NONE/order.pdf": 404, "jobs/J-9999/order.pdf": 404,
		"pumps/FK-402/order.pdf?scope=everything": 422} {
		if status, _, b := call(t, srv, "GET", "/api/v1/"+address, ""); status != want {
			t.Errorf("%s: %d %.200s, want %d", address, status, b, want)
		}
	}
}

// A picture is kept with its job, upright and small, and comes back; what is no
// picture, or too large, is refused in words.
func TestPhotos(t *testing.T) {
	srv := demoShop(t)
	var shot bytes.Buffer
	if err := png.Encode(&shot, image.NewGray(image.Rect(0, 0, 2400, 1200))); err != nil {
		t.Fatal(err)
	}
	const at = "/api/v1/jobs/J-0006/photos"
	raw := func(r *http.Request) { r.Header.Set("Content-Type", "application/octet-stream") }
	status, _, b := call(t, srv, "POST", at, shot.String(), raw)
	var kept PhotoKept
	if err := json.Unmarshal(b, &kept); status != 201 || err != nil || len(kept.ID) != 64 {
		t.Fatalf("%d %s %v", status, b, err)
	}
	status, h, b := call(t, srv, "GET", "/api/v1/photos/"+kept.ID, "")
	if c, err := jpeg.DecodeConfig(bytes.NewReader(b)); status != 200 || err != nil || c.Width != 1600 ||
		h.Get("Content-Type") != "image/jpeg" || !strings.Contains(h.Get("Cache-Control"), "immutable") {
		t.Errorf("%d %v %v %v", status, h, c, err)
	}
	for name, tt := range map[string]struct {
		path, body string
		status     int
	}{
		"no picture": {at, "%PDF", 422},
		"too large":  {at, strings.Repeat("x", 11<<20), 413},
		"of no job":  {"/api/v1/jobs/J-9999/photos", shot.String(), 404},
	} {
		if status, _, b := call(t, srv, "POST", tt.path, tt.body, raw); status != tt.status {
			t.Errorf("%s: %d %.200s", name, status, b)
		}
	}
	if status, _, _ := call(t, srv, "GET", "/api/v1/photos/none", ""); status != 404 {
		t.Errorf("a picture there is not: %d", status)
	}
}

// Another site may not talk to the server through somebody's browser.
func TestGuard(t *testing.T) {
	srv := demoShop(t)
	come(t, srv, "p3")
	for name, change := range map[string]func(*http.Request){
		"a name that points here": func(r *http.Request) { r.Host = "settle.example:8420" },
		"another site's page":     func(r *http.Request) { r.Header.Set("Origin", "http://shop.example") },
		"another port's page":     func(r *http.Request) { r.Header.Set("Origin", "http://127.0.0.1:1") },
		"another site's picture":  func(r *http.Request) { r.Header.Set("Sec-Fetch-Site", "cross-site") },
	} {
		if status, _, b := call(t, srv, "POST", "/api/v1/people", `{"name":"X","role":"lead"}`, change); status != 403 {
			t.Errorf("%s: %d %s", name, status, b)
		}
	}
	if status, _, _ := call(t, srv, "POST", "/api/v1/people", `{"name":"X","role":"lead"}`,
		func(r *http.Request) { r.Header.Set("Origin", srv.URL) }); status != 201 {
		t.Errorf("our own page: %d", status)
	}
}

func TestScreens(t *testing.T) {
	s, srv := demoStore(t)
	status, h, b := call(t, srv, "GET", "/jobs/J-0005?step=x", "")
	nonce := strings.Split(strings.SplitAfter(string(b), `content="`)[1], `"`)[0]
	if policy := h.Get("Content-Security-Policy"); status != 200 || len(nonce) < 16 || !strings.Contains(policy,
		"'nonce-"+nonce+"'") || strings.Contains(policy, "unsafe") || h.Get("Cache-Control") != "no-cache" {
		t.Errorf("%d %v %s", status, h, b)
	}
	status, h, b = call(t, srv, "GET", "/assets/app-1.js", "", func(r *http.Request) {
		r.Header.Set("Accept-Encoding",
			"gzip")
	})
	if status != 200 || string(b) != "zipped" || h.Get("Content-Encoding") != "gzip" ||
		!strings.Contains(h.Get("Cache-Control"), "immutable") || !strings.HasPrefix(h.Get("Content-Type"),
		"text/javascript") {
		t.Errorf("the compressed twin: %d %v %s", status, h, b)
	}
	if status, _, b = call(t, srv, "GET", "/assets/app-1.js", "", func(r *http.Request) {
		r.Header.Set("Accept-Encoding",
			"identity")
	}); string(b) != "let a" {
		t.Errorf("uncompressed: %d %s", status, b)
	}
	for path, want := range map[string]int{"/assets/none.js": 404, "/assets/": 404, "/favicon.svg": 200} {
		if status, _, _ := call(t, srv, "GET", path, ""); status != want {
			t.Errorf("%s: %d, want %d", path, status, want)
		}
	}
	d, err := door.New(t.Context(), s, time.Now, door.How{Local: true})
	if err != nil {
		t.Fatal(err)
	}
	unbuilt := httptest.NewServer(New(s, nil, d, fstest.MapFS{}))
	defer unbuilt.Close()
	if _, _, b := call(t, unbuilt, "GET", "/", ""); !strings.Contains(string(b), "not built") {
		t.Errorf("without a front end: %s", b)
	}
}

// A pump's page is a log of its own: what is noted stays, and twice is once.
func TestPumpRecord(t *testing.T) {
	srv := demoShop(t)
	note := func(fields string) (int, string) {
		status, _, b := call(t, srv, "POST", "/api/v1/pumps/LS-204/log", `{"id":"note-test-1",`+fields+`}`)
		return status, string(b)
	}
	for i, bad := range []string{`"kind":"remark"`, `"kind":"done","on":"J-9999","text":"x"`, `"kind":"hours"`,
		`"kind":"hours","hours":-1`, `"kind":"paper","text":"x","file":"none"`, `"kind":"guess"`} {
		if status, b := note(bad); status != 422 || !strings.Contains(b, `"field"`) {
			t.Errorf("%d: %s: %d %s", i, bad, status, b)
		}
	}
	status, b := note(`"kind":"done","on":"J-0004","text":"plate fitted"`)
	if status != 201 || strings.Contains(b, "New wear plate") {
		t.Errorf("settled: %d %s", status, b)
	}
	if _, again := note(`"kind":"done","on":"J-0004","text":"plate fitted"`); strings.Count(again, "plate fitted") != 1 {
		t.Errorf("sent twice: %s", again)
	}
	_, _, kept := call(t, srv, "POST", "/api/v1/papers", "%PDF-1.4 a drawing",
		func(r *http.Request) { r.Header.Set("Content-Type", "application/octet-stream") })
	var paper PaperKept
	if err := json.Unmarshal(kept, &paper); err != nil || paper.ID == "" {
		t.Fatalf("%s", kept)
	}
	if status, _, b := call(t, srv, "POST", "/api/v1/pumps/LS-204/log",
		`{"id":"note-test-2","kind":"paper","text":"Seal drawing","file":"`+paper.ID+`"}`); status != 201 ||
		!strings.Contains(string(b), "Seal drawing") {
		t.Errorf("a drawing: %d %s", status, b)
	}
	if status, h, b := call(t, srv, "GET", "/api/v1/papers/"+paper.ID, ""); status != 200 ||
		h.Get("Content-Type") != "application/pdf" || string(b) != "%PDF-1.4 a drawing" {
		t.Errorf("the drawing: %d %v %.40s", status, h, b)
	}
	if status, _, b := call(t, srv, "POST", "/api/v1/papers", "MZ a program",
		func(r *http.Request) { r.Header.Set("Content-Type", "application/octet-stream") }); status != 422 {
		t.Errorf("a program: %d %s", status, b)
	}
}

func TestCalendarAndLabel(t *testing.T) {
	srv := demoShop(t)
	status, h, b := call(t, srv, "GET", "/api/v1/pumps/LS-204/next.ics?at=http://bench:8420", "")
	if status != 200 || !strings.HasPrefix(h.Get("Content-Type"), "text/calendar") {
		t.Fatalf("%d %v %s", status, h, b)
	}
	cal, err := ics.ParseCalendar(bytes.NewReader(b))
	if err != nil {
		t.Fatal(err)
	}
	found := map[string]string{}
	for _, e := range cal.Events() {
		day, err := e.GetAllDayStartAt()
		if err != nil {
			t.Error(err)
		}
		found[e.Id()] = day.Format("2006-01-02")
		if u := e.GetProperty(ics.ComponentPropertyUrl); u == nil || u.Value != "http://bench:8420/pumps/LS-204" {
			t.Errorf("%s: %v", e.Id(), u)
		}
	}
	// Greased on 30 October, continuous service: every 30 days.
	if found["stop-ls-204@settle"] != "2027-03-01" || found["grease-ls-204@settle"] != "2026-11-29" ||
		!strings.Contains(string(b), "RRULE:FREQ=DAILY;INTERVAL=30") {
		t.Errorf("%v in\n%s", found, b)
	}
	status, h, b = call(t, srv, "GET", "/api/v1/pumps/LS-204/label.svg?at=http://bench:8420", "")
	if status != 200 || h.Get("Content-Type") != "image/svg+xml" || !strings.Contains(string(b), ">LS-204<") ||
		xml.Unmarshal(b, new(struct{})) != nil {
		t.Errorf("%d %v %.200s", status, h, b)
	}
	for _, at := range []string{"", "bench", "javascript:alert(1)", "ftp://bench"} {
		if status, _, b := call(t, srv, "GET", "/api/v1/pumps/LS-204/label.svg?at="+at, ""); status != 422 {
			t.Errorf("%q: %d %.80s", at, status, b)
		}
	}
}

// The limits of the demo shop, which has a rule of its own, and of a pump that
// has some.
func TestLimitsPages(t *testing.T) {
	srv := demoShop(t)
	for _, test := range []struct{ path, key, who, why string }{
		{"/shop/limits", "chamber-bore", "shop", "The shop's rule counts where the pump has none of its own."},
		{"/shop/limits", "chamber-face", "general", "The shop has no rule: the general set counts."},
		{"/shop/limits", "impeller-clearance", "", "Nobody has given one: look it up in the maker's manual."},
		{"/pumps/LS-204/limits", "chamber-bore", "shop", "The pump has none of its own: the shop's rule counts."},
		{"/pumps/LS-204/limits", "chamber-face", "general",
			"The pump has none of its own and the shop has no rule: the general set counts."},
		{"/pumps/LS-204/limits", "impeller-clearance", "pump", "The pump's own counts before all others."},
	} {
		status, _, b := call(t, srv, "GET", "/api/v1"+test.path, "")
		var v LimitsView
		if err := json.Unmarshal(b, &v); err != nil || status != 200 {
			t.Fatalf("%s: %d %.200s", test.path, status, b)
		}
		found, titles := false, map[string]bool{}
		for _, row := range v.Rows {
			if titles[row.Title] {
				t.Errorf("%s has two rows called %q", test.path, row.Title)
			}
			titles[row.Title] = true
			if row.Key != test.key {
				continue
			}
			found = true
			who := ""
			if len(row.Said) > 0 {
				who = string(row.Said[0].Who)
			}
			if row.Why != test.why || who != test.who {
				t.Errorf("%s, %s: %s wins, %q", test.path, test.key, who, row.Why)
			}
		}
		if !found {
			t.Errorf("%s has no %s", test.path, test.key)
		}
	}
}
