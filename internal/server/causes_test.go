package server

import (
	"encoding/json"
	"fmt"
	"math"
	"net/http/httptest"
	"slices"
	"testing"
	"time"

	"settle/core/gauge"
	"settle/core/job"
	"settle/core/judge"
	"settle/core/log"
	"settle/core/quantity"
	"settle/internal/hand"
)

// dialled is what a dial shows round a run-out of so many µm, high at a clock position.
func dialled(um, clock float64) log.Body {
	f := &gauge.DialForm{Graduation: quantity.Type("0.002"), BackToStart: quantity.Type("0")}
	for _, place := range []float64{12, 3, 6, 9} {
		at := func(place float64) float64 { return um / 2 * math.Cos((place-clock)*math.Pi/6) }
		f.Readings = append(f.Readings, gauge.ReadingForm{Clock: fmt.Sprint(place),
			Value: quantity.Type(fmt.Sprintf("%.3f", (at(place)-at(12))/1000))})
	}
	return log.Body{Unit: quantity.UnitMillimetre, Dial: f}
}

func foundOn(keys ...string) log.Body { return log.Body{Inspect: &log.InspectForm{Found: keys}} }

// worked is a whole job that is entered through the API, step after step, until one is open.
func worked(t *testing.T, srv *httptest.Server, number, until string, given map[string]log.Body) *JobView {
	t.Helper()
	view := get[JobView](t, srv, "/api/v1/jobs/"+number)
	for range 400 {
		i, k, ok := due(view.Sheet)
		if !ok {
			return &view
		}
		step := &view.Sheet.Stages[i].Steps[k]
		if step.ID == until {
			return &view
		}
		form := EntryForm{ID: fmt.Sprintf("whole-%s-%d", number, len(view.Log)), Kind: log.Kept,
			Step: step.ID, On: step.Entry, Reason: step.Again}
		if step.State == job.Decide {
			form.Kind, form.Reason = log.Decided, "accepted"
		} else if body, ok := given[step.ID]; ok {
			form.Body = &body
		} else {
			form.Body = new(hand.Entry(step, true, time.Now()))
		}
		b, err := json.Marshal(form)
		if err != nil {
			t.Fatal(err)
		}
		status, _, answer := call(t, srv, "POST", "/api/v1/jobs/"+number+"/entries", string(b))
		view = decoded[JobView](t, status, answer)
	}
	t.Fatal("never comes to an end")
	return nil
}

func due(sheet *job.Sheet) (stage, step int, ok bool) {
	for i := range sheet.Stages {
		for k := range sheet.Stages[i].Steps {
			if s := sheet.Stages[i].Steps[k].State; s == job.Open || s == job.Decide {
				return i, k, true
			}
		}
	}
	return 0, 0, false
}

// What is wrong in a whole job comes first among its causes, when everything is entered through
// the API.
func TestCausesOfWholeJobsByTheAPI(t *testing.T) {
	none := gauge.TrialForm{In: quantity.Type("0"), Out: quantity.Type("0")}
	tests := []struct {
		name  string
		given map[string]log.Body
		first string
	}{
		{"bent coupling end", map[string]log.Body{"runout-coupling-found": dialled(150, 2),
			"runout-seal-found": dialled(10, 7)}, "bent-shaft"},
		{"seats off centre", map[string]log.Body{"runout-coupling-found": dialled(60, 9),
			"runout-seal-found": dialled(100, 3)}, "bearing-seat"},
		{"an eccentric sleeve", map[string]log.Body{"runout-coupling-found": dialled(4, 9),
			"runout-seal-found": dialled(120, 5)}, "sleeve"},
		{"no radial play, binding", map[string]log.Body{"turn-found": {Turn: &log.TurnForm{Turn: gauge.Binds}},
			"inspect-bearings": foundOn("rough"), "radial-play-found": {Unit: quantity.UnitMillimetre,
				Float: &gauge.FloatForm{Graduation: quantity.Type("0.01"), Trials: []gauge.TrialForm{none, none, none}}}},
			"preload"},
		{"milky grease", map[string]log.Body{"inspect-bearings": foundOn("water", "rough")}, "water"},
		{"heat marks", map[string]log.Body{"inspect-seal": foundOn("heat")}, "dry"},
	}
	srv := demoShop(t)
	for i, tt := range tests {
		tag := fmt.Sprintf("WJ-%d", i)
		pump := fmt.Sprintf(`{"tag":%q,"name":"whole job","construction":"A","plan":"end-suction-back-pull-out",`+
			`"options":{},"values":{},"limits":{}}`, tag)
		if status, _, b := call(t, srv, "POST", "/api/v1/pumps", pump); status >= 300 {
			t.Fatalf("%d %s", status, b)
		}
		status, _, b := call(t, srv, "POST", "/api/v1/jobs", fmt.Sprintf(`{"id":"whole-job-%d","pump":%q,`+
			`"complaint":"noise","scope":"overhaul","arrives":"in-line"}`, i, tag))
		number := decoded[JobView](t, status, b).Number
		view := worked(t, srv, number, "heat-bearing", tt.given)
		var keys []string
		for _, c := range view.Sheet.Causes {
			if c.Standing.Stands() {
				keys = append(keys, c.Key)
			}
		}
		if len(keys) == 0 || keys[0] != tt.first {
			t.Errorf("%s: named %v", tt.name, keys)
		}
		if i == 0 {
			view = worked(t, srv, number, "", nil)
			if view.Sheet.State != job.Signed || !slices.ContainsFunc(view.Sheet.Causes, func(c judge.Likely) bool {
				return c.Key == tt.first && !c.Standing.Stands()
			}) {
				t.Errorf("%s: when it is signed (%s) the cause stands as before", tt.name, view.Sheet.State)
			}
		}
	}
}
