package report

import (
	"bytes"
	"fmt"
	"maps"
	"regexp"
	"slices"
	"testing"
	"time"

	"settle/core/job"
	"settle/core/log"
	"settle/core/plan"
	"settle/core/quantity"
	"settle/core/record"
	"settle/core/sheet"
	"settle/internal/drill"
	"settle/internal/hand"
	"settle/internal/store"
)

// The drawing has every piece and point that a plan may name, and no other; the points
// stand in the plan's order from the driver end.
func TestThePlanAndTheDrawingHaveTheSamePieces(t *testing.T) {
	named := plan.Pieces()
	for _, name := range slices.Sorted(maps.Keys(named)) {
		d, ok := drawn[name]
		if !ok || len(d.Shapes) == 0 {
			t.Errorf("%s is not drawn", name)
			continue
		}
		if len(d.Points) != len(named[name]) {
			t.Errorf("%s has the points %v in a plan and %v in the drawing", name, named[name], d.Points)
		}
		for i, point := range named[name] {
			at, ok := d.Points[point]
			if !ok {
				t.Errorf("%s.%s is not in the drawing", name, point)
			}
			if i > 0 && at[0]+25 < d.Points[named[name][i-1]][0] { // faces of one flange stand together
				t.Errorf("%s: %s stands before %s", name, point, named[name][i-1])
			}
		}
	}
	for name := range drawn {
		if named[name] == nil {
			t.Errorf("%s is drawn, and no plan may name it", name)
		}
	}
}

// A step may show each small drawing there is, and no other.
func TestThePlanAndTheScreenHaveTheSameDrawings(t *testing.T) {
	named := slices.Sorted(slices.Values(plan.Drawings()))
	if have := slices.Sorted(maps.Keys(atSteps)); !slices.Equal(named, have) {
		t.Errorf("a plan may name %v, and there are %v", named, have)
	}
	used := map[string]bool{}
	for _, p := range plan.Library() {
		for i := range p.Stages {
			for k := range p.Stages[i].Steps {
				used[p.Stages[i].Steps[k].Drawing] = true
			}
		}
	}
	for _, name := range named {
		if !used[name] {
			t.Errorf("no shipped plan shows %s", name)
		}
	}
}

var (
	lead  = log.Person{ID: "p", Name: "R. Lindqvist", Role: log.Lead}
	start = time.Date(2026, 11, 2, 8, 0, 0, 0, time.UTC)
)

// walked is a job of a shipped plan, from start to signature.
func walked(t *testing.T, key string, values map[string]log.Value) *store.Job {
	t.Helper()
	p := plan.Library()[key]
	o, err := job.NewOpening(p, "IN-110", job.Papers{Values: values}, job.Rules{}, job.Asked{Complaint: "worn by sand"})
	if err != nil {
		t.Fatal(err)
	}
	e, err := log.Seal(nil, log.Entry{ID: "open", By: lead, Kind: log.Opened, Open: o}, start)
	if err != nil {
		t.Fatal(err)
	}
	j := job.Job{Plan: p, Log: []log.Entry{e}, Memo: new(job.Memo)}
	for n := 1; ; n++ {
		whole := job.Derive(j)
		if whole.Next == "" || n > 2000 {
			break
		}
		step, at := whole.Step(whole.Next), start.Add(time.Duration(n)*time.Minute)
		next := log.Entry{ID: fmt.Sprint(n), By: lead, Kind: log.Kept, Step: step.ID}
		if step.State == job.Decide {
			next.Kind, next.On, next.Reason = log.Decided, step.Entry, "as the sister pump"
		} else {
			next.Body = new(hand.Entry(step, true, at))
		}
		if j, _, err = job.Append(j, next, at); err != nil {
			t.Fatalf("%s: %v", step.ID, err)
		}
	}
	pump := record.Pump{Tag: "IN-110", Name: "Borehole, freshwater", Kind: p.Title}
	return &store.Job{Number: "J-0001", Pump: pump, Job: j}
}

var onePage = regexp.MustCompile(`/Type /Page\b[^s]`)

// The sheet of a pump of eleven stages prints on two pages, and every shipped plan's on
// four at the most.
func TestPagesOfASheet(t *testing.T) {
	short := []string{"submersible-stacked", "double-suction", "end-suction-back-pull-out"}
	for _, key := range drill.Pick(slices.Sorted(maps.Keys(plan.Library())), short) {
		most, values := 4, map[string]log.Value{}
		if key == "submersible-stacked" {
			most, values["stages"] = 2, log.Value{Text: "11", Source: "plate"}
		}
		r := walked(t, key, values)
		whole, err := job.Show(r.Job)
		if err != nil || whole.State != job.Signed {
			t.Fatalf("%s: %s, %v", key, whole.State, err)
		}
		for _, how := range []Printing{{Shop: "Tern Rock Aquarium", Unit: quantity.UnitThou},
			{Shop: "Tern Rock Aquarium", Unit: quantity.UnitMillimetre, Letter: true}} {
			pdf, err := PDF(r, whole, how)
			if err != nil {
				t.Fatalf("%s: %v", key, err)
			}
			if n := len(onePage.FindAll(pdf, -1)); n < 1 || n > most {
				t.Errorf("%s is printed on %d pages, %d at the most", key, n, most)
			}
			if !bytes.HasPrefix(pdf, []byte("%PDF-")) {
				t.Errorf("%s: no PDF", key)
			}
		}
	}
}

// What the typefaces of the paper lack is set in another, and what none has is marked.
func TestLettersThatTheTypefaceLacks(t *testing.T) {
	r := walked(t, "inline-circulator", nil)
	r.Pump.Name = "Насос № 7, Ωmega, ł 🙂"
	whole, err := job.Show(r.Job)
	if err != nil {
		t.Fatal(err)
	}
	if _, err := PDF(r, whole, Printing{Shop: "Łódź", Unit: quantity.UnitThou}); err != nil {
		t.Error(err)
	}
}

// Every shipped plan is printed as a work order, with room at each step that is read.
func TestWorkOrderOfEveryPlan(t *testing.T) {
	for key, p := range plan.Library() {
		o, err := job.NewOpening(p, "X", job.Papers{}, job.Rules{}, job.Asked{Complaint: "leaks"})
		if err != nil {
			t.Fatal(err)
		}
		e, err := log.Seal(nil, log.Entry{ID: "open", By: lead, Kind: log.Opened, Open: o}, start)
		if err != nil {
			t.Fatal(err)
		}
		j := job.Job{Plan: p, Log: []log.Entry{e}}
		whole := job.Derive(j)
		n := 0
		for _, stage := range sheet.OrderOf(whole).Stages {
			n += len(stage.Steps)
		}
		total := 0
		for i := range whole.Stages {
			total += whole.Stages[i].Total
			for k := range whole.Stages[i].Steps {
				step := &whole.Stages[i].Steps[k]
				if room := sheet.RoomsOf(step); len(room) == 0 && step.Panel.Instrument != "ack" {
					t.Errorf("%s: %s has no room to be written on", key, step.ID)
				}
			}
		}
		if n != total {
			t.Errorf("%s: %d of %d steps are on paper", key, n, total)
		}
		pdf, err := WorkOrder(&store.Job{Pump: record.Pump{Name: p.Title}, Job: j}, whole, Printing{})
		if err != nil || !bytes.HasPrefix(pdf, []byte("%PDF-")) {
			t.Errorf("%s: %v", key, err)
		}
	}
}
