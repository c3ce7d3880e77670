package server

import (
	"os"
	"path/filepath"
	"strings"
	"testing"
)

// A copy is made, tried and kept through the API; how the shop is says the health address.
func TestCopiesAndHealth(t *testing.T) {
	s, srv := demoStore(t)
	come(t, srv, "p3")
	folder := filepath.Dir(s.File())
	const at = "/api/v1/copies"
	if v := get[CopiesView](t, srv, at); len(v.Copies) != 0 || v.Keep != 14 || v.Trial != nil {
		t.Errorf("before: %+v", v)
	}
	if status, _, b := call(t, srv, "PUT", at, `{"keep":-1}`); status != 422 || !strings.Contains(string(b), "keep") {
		t.Errorf("%d %s", status, b)
	}
	status, _, b := call(t, srv, "PUT", at, `{"keep":2}`)
	if v := decoded[CopiesView](t, status, b); v.Keep != 2 {
		t.Errorf("%+v", v)
	}
	status, _, b = call(t, srv, "POST", at, "")
	if v := decoded[CopiesView](t, status, b); len(v.Copies) != 1 || v.Copies[0].Bytes == 0 || v.Wrong != "" {
		t.Errorf("made: %+v", v)
	}
	status, _, b = call(t, srv, "POST", at+"/trial", "")
	if v := decoded[CopiesView](t, status, b); v.Trial == nil || !v.Trial.Good || v.Trial.Name != v.Copies[0].Name {
		t.Errorf("tried: %+v", v)
	}
	if h := get[Health](t, srv, "/health"); !h.Well || h.Copy == nil || h.Version == "" {
		t.Errorf("%+v", h)
	}
	// The folder goes: nothing is acknowledged any more, and both say why.
	if err := os.Rename(folder, folder+"-away"); err != nil {
		t.Fatal(err)
	}
	status, _, b = call(t, srv, "POST", "/api/v1/pumps/LS-204/log",
		`{"id":"after-it-went","kind":"remark","text":"grooved"}`)
	if status != 503 || !strings.Contains(string(b), "not in its folder any more") {
		t.Errorf("an entry without the folder: %d %s", status, b)
	}
	if status, _, b := call(t, srv, "GET", "/health", ""); status != 503 || !strings.Contains(string(b), `"well":false`) {
		t.Errorf("health without the folder: %d %s", status, b)
	}
	if status, _, b := call(t, srv, "POST", at, ""); status != 503 {
		t.Errorf("a copy of nothing: %d %s", status, b)
	}
	if err := os.Rename(folder+"-away", folder); err != nil {
		t.Fatal(err)
	}
	status, _, _ = call(t, srv, "POST", "/api/v1/pumps/LS-204/log",
		`{"id":"after-it-came","kind":"remark","text":"grooved"}`)
	if status != 201 {
		t.Errorf("when it is back: %d", status)
	}
}
