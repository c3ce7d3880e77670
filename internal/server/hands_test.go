package server

import (
	"encoding/json"
	"net/http"
	"slices"
	"strings"
	"testing"

	"settle/internal/store"
)

// Who begins a step has it in hand, with a clock where one runs, until it is let go or kept.
func TestHands(t *testing.T) {
	srv := demoShop(t)
	const at = "/api/v1/jobs/J-0005/hands/runout-seal-built"
	second := as(t, srv, "p2")
	hands := func(method, path, body string, by ...func(*http.Request)) []store.Hand {
		t.Helper()
		status, _, b := call(t, srv, method, path, body, by...)
		var all []store.Hand
		if err := json.Unmarshal(b, &all); status != 200 || err != nil {
			t.Fatalf("%s %s: %d, %v: %.300s", method, path, status, err, b)
		}
		return slices.DeleteFunc(all, func(h store.Hand) bool { return h.Job != "J-0005" })
	}
	if all := hands("GET", "/api/v1/hands", ""); len(all) != 0 {
		t.Fatalf("before anything is begun: %+v", all)
	}
	all := hands("PUT", at, `{"began":"2026-11-26T08:00:00Z"}`)
	if len(all) != 1 || all[0].By.ID != "p1" || all[0].Step != "runout-seal-built" || all[0].Clock == nil {
		t.Fatalf("begun: %+v", all)
	}
	if all = hands("PUT", at, `{}`, second); len(all) != 2 {
		t.Errorf("a second person at the step: %+v", all)
	}
	if all = hands("DELETE", at, "", second); len(all) != 1 || all[0].By.ID != "p1" {
		t.Errorf("let go by the second: %+v", all)
	}
	if status, _, b := call(t, srv, "POST", entries, entry("h1", "runout-seal-built", "", "", good)); status != 201 {
		t.Fatalf("%d %.300s", status, b)
	}
	if all = hands("GET", "/api/v1/hands?job=J-0005", ""); len(all) != 0 {
		t.Errorf("kept, and in hand still: %+v", all)
	}
	for _, wrong := range []struct {
		method, path, body string
		status             int
		says               string
	}{
		{"PUT", "/api/v1/jobs/J-0005/hands/nowhere", `{}`, 422, "not a step of this job"},
		{"PUT", "/api/v1/jobs/J-9999/hands/runout-seal-built", `{}`, 404, "J-9999"},
	} {
		status, _, b := call(t, srv, wrong.method, wrong.path, wrong.body)
		if status != wrong.status || !strings.Contains(string(b), wrong.says) {
			t.Errorf("%s %s %s: %d %s", wrong.method, wrong.path, wrong.body, status, b)
		}
	}
}
