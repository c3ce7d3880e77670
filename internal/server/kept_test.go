package server

import (
	"bytes"
	"database/sql"
	"encoding/json"
	"fmt"
	"net/http"
	"net/http/httptest"
	"path/filepath"
	"strings"
	"testing"
	"time"

	"settle/core/job"
	"settle/core/log"
	"settle/internal/demo"
	"settle/internal/door"
	"settle/internal/store"
)

// put posts an entry about a job and returns the status and the job with it.
func put(t *testing.T, srv *httptest.Server, number string, form map[string]any, change ...func(*http.Request)) (int,
	JobView, []byte) {
	t.Helper()
	text, err := json.Marshal(form)
	if err != nil {
		t.Fatal(err)
	}
	status, _, b := call(t, srv, "POST", "/api/v1/jobs/"+number+"/entries", string(text), change...)
	var v JobView
	if status < 300 {
		if err := json.Unmarshal(b, &v); err != nil {
			t.Fatal(err)
		}
	}
	return status, v, b
}

func jobAt(t *testing.T, srv *httptest.Server, path string) JobView {
	t.Helper()
	status, _, b := call(t, srv, "GET", path, "")
	var v JobView
	if err := json.Unmarshal(b, &v); status != 200 || err != nil {
		t.Fatalf("%s: %d, %v, %.200s", path, status, err, b)
	}
	return v
}

// Where an entry came from is kept with it, and an entry is withdrawn by the API as on
// the bench.
func TestEntriesSayWhereTheyCameFrom(t *testing.T) {
	srv := demoShop(t)
	step := jobAt(t, srv, "/api/v1/jobs/J-0005").Sheet.Step("runout-coupling-built")
	status, v, b := put(t, srv, "J-0005", map[string]any{
		"id": "from-paper", "kind": "withdrawn", "step": step.ID, "on": step.Entry, "reason": "wrong pump",
		"device": "bench 2", "clock": "2026-11-26T08:00:00Z", "done_at": "2026-11-26T07:00:00Z", "done_by": "R. Lindqvist",
		"on_paper": true, "round": 2,
		"from": map[string]any{"body.tool.measured": map[string]any{"step": "gap", "text": "31 thou"}},
	})
	if status != 201 {
		t.Fatalf("%d %s", status, b)
	}
	if s := v.Sheet.Step(step.ID); s.State != job.Open || s.Reading != nil {
		t.Errorf("the step is %s", s.State)
	}
	e := v.Log[len(v.Log)-1]
	if e.Device != "bench 2" || e.Clock == nil || e.DoneAt == nil || e.DoneBy != "R. Lindqvist" || !e.OnPaper ||
		e.Round != 2 || e.From["body.tool.measured"].Text != "31 thou" || e.Rules != log.RulesNumber {
		t.Errorf("the entry says %+v", e)
	}
	if n := v.Sheet.Notes[len(v.Sheet.Notes)-1]; n.Kind != log.Withdrawn || !strings.Contains(n.Before.Thou,
		"12: 0 thou") {
		t.Errorf("the sheet says %+v", n)
	}
	if said := v.Said[step.Entry].Thou; !strings.Contains(said, "6: 1 thou") {
		t.Errorf("the entry says %q", said)
	}
	for name, form := range map[string]map[string]any{
		"on":     {"id": "w-1", "kind": "withdrawn", "step": step.ID, "on": "nobody", "reason": "x"},
		"reason": {"id": "w-2", "kind": "decided", "step": "end-play-found", "reason": ""},
		"device": {"id": "w-3", "kind": "kept", "step": step.ID, "device": strings.Repeat("x", 200)},
		"kind":   {"id": "w-4", "kind": "erased", "step": step.ID},
		"colour": {"id": "w-5", "kind": "kept", "step": step.ID, "colour": "red"},
	} {
		if status, _, b := put(t, srv, "J-0005", form); status < 400 || status >= 500 || !bytes.Contains(b, []byte(name)) &&
			name != "reason" {
			t.Errorf("%s: %d %.300s", name, status, b)
		}
	}
}

// An older sheet of a job can be had as it was kept: on the screen, as PDF and as CSV.
func TestAnOlderSheetIsHad(t *testing.T) {
	srv := demoShop(t)
	first := jobAt(t, srv, "/api/v1/jobs/J-0004")
	if len(first.Sheets) != 1 || first.Sheets[0].Kind != log.Kept || first.Sheets[0].Later || len(first.Changed) != 0 {
		t.Fatalf("kept: %+v, changed: %+v", first.Sheets, first.Changed)
	}
	status, v, b := put(t, srv, "J-0004", map[string]any{"id": "amend-1", "kind": "amended",
		"reason": "serial of the seal is 88-14"})
	if status != 201 || len(v.Sheets) != 2 || v.Sheet.Amended[0].Reason != "serial of the seal is 88-14" {
		t.Fatalf("%d %.300s", status, b)
	}
	was := jobAt(t, srv, fmt.Sprintf("/api/v1/jobs/J-0004?as=%d", first.Sheets[0].Seq))
	if was.As != first.Sheets[0].Seq || len(was.Sheet.Amended) != 0 || was.Sheet.Length != first.Sheet.Length {
		t.Errorf("as it was signed: %d, %+v", was.As, was.Sheet.Amended)
	}
	for path, want := range map[string]int{
		"/api/v1/jobs/J-0004?as=3":                                                        404,
		"/api/v1/jobs/J-0004/sheet.csv?as=3":                                              404,
		fmt.Sprintf("/api/v1/jobs/J-0004/sheet.csv?as=%d", first.Sheets[0].Seq):           200,
		fmt.Sprintf("/api/v1/jobs/J-0004/sheet.pdf?as=%d&unit=mm", first.Sheets[0].Seq):   200,
		fmt.Sprintf("/api/v1/jobs/J-0004/sheet.pdf?as=%d", v.Sheets[len(v.Sheets)-1].Seq): 200,
	} {
		if status, _, b := call(t, srv, "GET", path, ""); status != want {
			t.Errorf("%s: %d %.200s", path, status, b)
		}
	}
	if status, _, b := put(t, srv, "J-0005", map[string]any{"id": "amend-2", "kind": "amended",
		"reason": "x"}); status != 409 || !bytes.Contains(b, []byte("not signed")) {
		t.Errorf("amending a job that is open: %d %.200s", status, b)
	}
}

func TestAJobIsEndedByTheAPI(t *testing.T) {
	srv := demoShop(t)
	form := map[string]any{"id": "end-1", "kind": "ended", "ending": "scrapped", "reason": "casing cracked"}
	if status, _, b := put(t, srv, "J-0006", form); status != 422 || !bytes.Contains(b, []byte("must be a lead")) {
		t.Errorf("by a technician: %d %.300s", status, b)
	}
	lead := as(t, srv, "p3")
	if status, v, b := put(t, srv, "J-0006", form, lead); status != 201 || v.Sheet.State != job.Closed ||
		v.Sheet.Ended.Ending != log.Scrapped {
		t.Fatalf("by a lead: %d %.300s", status, b)
	}
	_, _, b := call(t, srv, "GET", "/api/v1/jobs?state=ended", "")
	if !bytes.Contains(b, []byte("J-0006")) || !bytes.Contains(b, []byte("casing cracked")) {
		t.Errorf("the list of ended jobs: %.300s", b)
	}
	// Its pump takes another, and the first is then not taken up beside it.
	if status, _, b := call(t, srv, "POST", "/api/v1/jobs", `{"id":"second-1","pump":"IN-101",`+
		`"complaint":"back again"}`); status != 201 {
		t.Fatalf("another job of the pump: %d %.300s", status, b)
	}
	if status, _, b := put(t, srv, "J-0006", map[string]any{"id": "back-1", "kind": "withdrawn",
		"on":     "end-1",
		"reason": "it stays"}, lead); status != 422 || !bytes.Contains(b, []byte("open job already")) {
		t.Errorf("taken up beside another: %d %.300s", status, b)
	}
	_, _, page := call(t, srv, "GET", "/api/v1/pumps/IN-101", "")
	if !bytes.Contains(page, []byte(`"ended"`)) {
		t.Errorf("the pump's page: %.300s", page)
	}
}

// What a change of rules made of an open job is listed until somebody has looked; a
// kept sheet that was changed in the file is told, not shown.
func TestChangesAreToldByTheAPI(t *testing.T) {
	path := filepath.Join(t.TempDir(), "settle.db")
	if err := demo.Copy(path); err != nil {
		t.Fatal(err)
	}
	s, err := store.Open(t.Context(), path, time.Now)
	if err != nil {
		t.Fatal(err)
	}
	srv := served(t, s, door.How{Demo: true, Local: true})
	db, err := sql.Open("sqlite", path)
	if err != nil {
		t.Fatal(err)
	}
	defer db.Close()
	for _, q := range []string{
		`UPDATE jobs SET glance = json_set(glance, '$.steps."end-play-built".verdict', 'out') WHERE number = 'J-0005'`,
		"DROP TRIGGER sheets_keep_update",
		"UPDATE sheets SET hash = 'x' WHERE job = (SELECT id FROM jobs WHERE number = 'J-0004')",
	} {
		if _, err := db.Exec(q); err != nil {
			t.Fatal(err)
		}
	}
	v := jobAt(t, srv, "/api/v1/jobs/J-0005")
	if len(v.Changed) != 1 || v.Changed[0].Then.Verdict != "out" || v.Changed[0].Now.Verdict != "within" {
		t.Fatalf("it lists %+v", v.Changed)
	}
	if status, _, b := call(t, srv, "POST", "/api/v1/jobs/J-0005/looked", ""); status != 201 ||
		!bytes.Contains(b, []byte(`"changed":[]`)) {
		t.Errorf("after somebody looked: %d %.200s", status, b)
	}
	if v := jobAt(t, srv, "/api/v1/jobs/J-0005"); len(v.Changed) != 0 {
		t.Errorf("it still lists %+v", v.Changed)
	}
	if status, _, b := call(t, srv, "GET", "/api/v1/jobs/J-0004", ""); status != 409 ||
		!bytes.Contains(b, []byte("compare with a backup")) {
		t.Errorf("a sheet that was changed: %d %.300s", status, b)
	}
	if status, _, b := call(t, srv, "POST", "/api/v1/jobs/J-9999/looked", ""); status != 404 {
		t.Errorf("no such job: %d %.200s", status, b)
	}
}

// The program says what it is, and under which licences it ships what it ships.
func TestAbout(t *testing.T) {
	_, _, b := call(t, demoShop(t), "GET", "/api/v1/about", "")
	var about About
	if err := json.Unmarshal(b, &about); err != nil || about.Rules != log.RulesNumber || about.Version == "" {
		t.Fatalf("%v, %.200s", err, b)
	}
	kinds, names := map[string]int{}, map[string]bool{}
	for _, n := range about.Notices {
		kinds[n.Kind]++
		if len(n.Text) < 100 {
			t.Errorf("%v: %q", n.Of, n.Text)
		}
		for _, of := range n.Of {
			names[strings.Fields(of)[0]] = true
		}
	}
	for _, kind := range []string{"settle", "typeface", "go", "npm"} {
		if kinds[kind] == 0 {
			t.Errorf("no notice of kind %s", kind)
		}
	}
	for _, name := range []string{"Go", "react", "@mui/material", "github.com/gin-gonic/gin", "modernc.org/sqlite",
		"@fontsource/barlow-condensed", "codeberg.org/go-pdf/fpdf"} {
		if !names[name] {
			t.Errorf("no notice of %s", name)
		}
	}
}
