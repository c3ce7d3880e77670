package hand

import (
	"cmp"
	"encoding/json"
	"fmt"
	"os"
	"slices"
	"testing"
	"time"

	"settle/core/job"
	"settle/core/judge"
	"settle/core/log"
	"settle/core/plan"
	"settle/internal/drill"
)

// bench is a job worked by the hand, without a store.
type bench struct {
	t   *testing.T
	job job.Job
	now time.Time

	failing string // id of the one step whose entry comes out wrong
	left    string // id of the one step that nobody enters
	once    string // id of the one step whose first entry comes out wrong, and is done again

	given map[string]log.Body // step → what is entered there instead
	used  map[string]bool     // which of them were
	stop  string              // the step before which the work is left
}

func open(t *testing.T, p *plan.Plan, options map[string]string) *bench {
	t.Helper()
	return openAs(t, p, options, "")
}

// first is a plan of format 1, as jobs were opened with before there were scopes.
func first(t *testing.T) *plan.Plan {
	t.Helper()
	text, err := os.ReadFile("testdata/end-suction-5.yaml")
	if err != nil {
		t.Fatal(err)
	}
	p, err := plan.ReadKept("end-suction-5.yaml", text)
	if err != nil {
		t.Fatal(err)
	}
	return p
}

// openAs opens a job with a scope; blank is what the plan proposes.
func openAs(t *testing.T, p *plan.Plan, options map[string]string, scope string) *bench {
	t.Helper()
	return openIn(t, p, options, scope, "")
}

// openIn is the same of a pump that stays in its line, or comes to the bench.
func openIn(t *testing.T, p *plan.Plan, options map[string]string, scope, arrives string) *bench {
	t.Helper()
	opening, err := job.NewOpening(p, "T-1", job.Papers{Options: options},
		job.Rules{Schools: map[string]string{"bearing-reuse": "may-reuse"}},
		job.Asked{Complaint: "to be walked", Scope: scope, Arrives: arrives})
	if err != nil {
		t.Fatal(err)
	}
	b := &bench{t: t, job: job.Job{Plan: p, Memo: &job.Memo{}}, used: map[string]bool{},
		now: time.Date(2026, 11, 2, 7, 0, 0, 0, time.UTC)}
	b.add(log.Entry{Kind: log.Opened, Open: opening})
	return b
}

func (b *bench) add(e log.Entry) {
	b.now = b.now.Add(time.Minute)
	e.Seq, e.At, e.By = len(b.job.Log)+1, b.now, log.Person{ID: "p3", Name: "T. Achterberg", Role: log.Lead}
	e.ID = fmt.Sprintf("e%d", e.Seq)
	e.Rules = log.RulesNumber
	b.job.Log = append(b.job.Log, e)
}

func (b *bench) try(e log.Entry) error {
	e.ID, e.By = fmt.Sprintf("e%d", len(b.job.Log)+1), log.Person{ID: "p3", Name: "T. Achterberg", Role: log.Lead}
	if err := job.Accept(b.job, e); err != nil {
		return err
	}
	b.add(e)
	return nil
}

// work enters at every step that is open until none is left, the signature
// last; decide says whether a person decides what comes out wrong.
func (b *bench) work(good, decide bool) *job.Sheet {
	b.t.Helper()
	refused := map[string]bool{}
	wrong := "" // what is not accepted, but done again
	for range 2000 {
		sheet := job.Derive(b.job)
		// What came out wrong is decided before the next thing is done.
		var step *job.StepSheet
		for i := range sheet.Stages {
			for j := range sheet.Stages[i].Steps {
				s := &sheet.Stages[i].Steps[j]
				decided := step != nil && step.State == job.Decide
				if s.ID != b.left && (step == nil && s.State == job.Open && !refused[s.ID] ||
					!decided && s.State == job.Decide && decide && s.ID != wrong) {
					step = s
				}
			}
		}
		if s := sheet.Step(wrong); step == nil && s != nil && s.State == job.Decide {
			step = s // nothing else is to be done: it is measured again
		}
		if step == nil && decide && sheet.Scope != nil && len(sheet.Scope.Calls) > 0 {
			b.stay(sheet.Scope)
			continue
		}
		if step == nil || step.ID == b.stop {
			return sheet
		}
		if step.State == job.Decide && step.ID != wrong {
			if err := b.try(log.Entry{Kind: log.Decided, Step: step.ID, On: step.Entry,
				Reason: "accepted for the walk"}); err != nil {
				b.t.Fatalf("%s, deciding: %v", step.ID, err)
			}
			continue
		}
		body := Entry(step, good && step.ID != b.failing, b.now)
		if step.ID == b.once {
			body, b.once, wrong = Entry(step, false, b.now), "", step.ID
		} else if step.ID == wrong {
			wrong = ""
		}
		if given, ok := b.given[step.ID]; ok {
			body = given
			b.used[step.ID] = true
		}
		e := log.Entry{Kind: log.Kept, Step: step.ID, On: step.Entry, Body: &body}
		if e.On != "" {
			e.Reason = cmp.Or(step.Again, "measured again")
			refused[step.ID] = true // once round is enough
		}
		if err := b.try(e); err != nil {
			b.t.Fatalf("%s (%s): %v\n%+v", step.ID, step.Panel.Instrument, err, body)
		}
	}
	b.t.Fatal("never comes to an end")
	return nil
}

// stay decides that the scope stays, whatever calls for another.
func (b *bench) stay(s *job.ScopeSheet) {
	b.t.Helper()
	e := log.Entry{Kind: log.Scoped, Reason: "accepted for the walk", Scope: &log.Scoping{To: s.Key}}
	for _, call := range s.Calls {
		e.Scope.Not = append(e.Scope.Not, call.Key)
	}
	if err := b.try(e); err != nil {
		b.t.Fatal(err)
	}
}

// scopesOf are the scopes of a plan, one blank one where it has none.
func scopesOf(p *plan.Plan) []string {
	if len(p.Scopes) == 0 {
		return []string{""}
	}
	var all []string
	for _, s := range p.Scopes {
		all = append(all, s.Key)
	}
	return all
}

// every returns the combinations of a plan's options to walk: all of them in the
// drill, else so many that each choice meets each choice of each other option.
func every(p *plan.Plan) []map[string]string {
	if !drill.On() {
		return pairs(p.Options)
	}
	all := []map[string]string{{}}
	for _, o := range p.Options {
		var next []map[string]string
		for _, chosen := range all {
			for _, c := range o.Choices {
				with := map[string]string{o.Key: c.Key}
				for k, v := range chosen {
					with[k] = v
				}
				next = append(next, with)
			}
		}
		all = next
	}
	return all
}

// pairs begins each row with a pair that has not met, and takes for the rest what
// makes the most new pairs.
func pairs(options []plan.Choice) []map[string]string {
	met := map[[4]string]bool{}
	rows := []map[string]string{{}}
	for row := unmet(options, met); row != nil; row = unmet(options, met) {
		for i, o := range options {
			if row[o.Key] == "" {
				row[o.Key] = best(options, i, row, met)
			}
		}
		for i, o := range options {
			for _, other := range options[:i+1] {
				met[[4]string{other.Key, row[other.Key], o.Key, row[o.Key]}] = true
			}
		}
		rows = append(rows, row)
	}
	return rows
}

// unmet is a row of two choices that have not met yet, nil when all have.
func unmet(options []plan.Choice, met map[[4]string]bool) map[string]string {
	for i, o := range options {
		for _, c := range o.Choices {
			for _, other := range options[:i+1] { // with itself, where it is the only one
				for _, d := range other.Choices {
					if other.Key == o.Key && d.Key != c.Key {
						continue
					}
					if !met[[4]string{other.Key, d.Key, o.Key, c.Key}] {
						return map[string]string{o.Key: c.Key, other.Key: d.Key}
					}
				}
			}
		}
	}
	return nil
}

// best is the choice of option i that meets most of the row for the first time.
func best(options []plan.Choice, i int, row map[string]string, met map[[4]string]bool) string {
	key, most := "", -1
	for _, c := range options[i].Choices {
		n := 0
		for j, other := range options {
			pair := [4]string{other.Key, row[other.Key], options[i].Key, c.Key}
			if j > i {
				pair = [4]string{options[i].Key, c.Key, other.Key, row[other.Key]}
			}
			if row[other.Key] != "" && !met[pair] {
				n++
			}
		}
		if n > most {
			key, most = c.Key, n
		}
	}
	return key
}

// Every shipped plan is walked from receive to signature in all its options.
func TestEveryPlanIsWalked(t *testing.T) {
	for key, p := range plan.Library() {
		t.Run(key, func(t *testing.T) {
			t.Parallel()
			seen := map[string]bool{}
			for _, options := range every(p) {
				for _, scope := range scopesOf(p) {
					// Options that change nothing in this scope are walked once.
					if work := workOf(t, openAs(t, p, options, scope)); seen[work] {
						continue
					} else {
						seen[work] = true
					}
					walked(t, openAs(t, p, options, scope), fmt.Sprintf("%v %s", options, scope))
				}
			}
		})
	}
}

// workOf is the work before a new job: its steps and parts.
func workOf(t *testing.T, b *bench) string {
	t.Helper()
	sheet := job.Derive(b.job)
	text, err := json.Marshal([]any{sheet.Scope, sheet.Stages, sheet.Kit})
	if err != nil {
		t.Fatal(err)
	}
	return string(text)
}

// walked enters at every step what is right there, to the signature.
func walked(t *testing.T, b *bench, as string) {
	t.Helper()
	sheet := b.work(true, true)
	if sheet.State != job.Signed {
		t.Fatalf("%s: %s, next %q", as, sheet.State, sheet.Next)
	}
	b.back(sheet, as)
	if said := job.Said(b.job); len(said) == 0 {
		t.Errorf("%s: nothing is said of what was entered", as)
	}
	for _, stage := range sheet.Stages {
		for _, s := range stage.Steps {
			if s.State != job.Done || s.Reading == nil {
				t.Errorf("%s: %s is %s", as, s.ID, s.State)
			}
			// What has a limit was entered inside it.
			if s.Reading != nil && s.Reading.Verdict == judge.Out {
				t.Errorf("%s: %s is out though it was entered inside: %s", as, s.ID, s.Reading.Text)
			}
		}
	}
}

// Where every check fails the job cannot be signed until a person has decided
// each of them.
func TestNothingWrongIsSignedAway(t *testing.T) {
	for key, p := range plan.Library() {
		t.Run(key, func(t *testing.T) {
			t.Parallel()
			b := open(t, p, nil)
			sheet := b.work(false, false)
			if sheet.State == job.Signed {
				t.Fatal("signed with every check out")
			}
			waiting := 0
			for _, stage := range sheet.Stages {
				for _, s := range stage.Steps {
					if s.State == job.Decide {
						waiting++
					}
					if s.Kind == plan.Sign && s.State != job.Blocked {
						t.Errorf("the signature is %s", s.State)
					}
				}
			}
			if sheet.Scope != nil {
				waiting += len(sheet.Scope.Calls)
			}
			if waiting == 0 {
				t.Error("nothing waits for a decision")
			}
			if sheet = b.work(false, true); sheet.State != job.Signed {
				t.Errorf("with all decided it is %s, next %q", sheet.State, sheet.Next)
			}
		})
	}
}

// One check that comes out wrong, and all else right: the job cannot be signed before a
// person has decided it, and after that it can. In the drill each check of each scope, else
// a few.
func TestOneCheckFails(t *testing.T) {
	for key, p := range plan.Library() {
		t.Run(key, func(t *testing.T) {
			t.Parallel()
			for _, scope := range drill.Pick(scopesOf(p), scopesOf(p)[:1]) {
				failed := 0
				sheet := openAs(t, p, nil, scope).work(true, true)
				for _, id := range judgedSteps(sheet) {
					if failed++; !drill.On() && failed > 6 {
						break
					}
					oneFails(t, p, scope, id)
				}
				if failed == 0 && scope == scopesOf(p)[0] { // oil, storage: nothing is measured
					t.Errorf("%s: nothing in it is judged", scope)
				}
			}
		})
	}
}

func judgedSteps(sheet *job.Sheet) []string {
	var all []string
	for i := range sheet.Stages {
		for k := range sheet.Stages[i].Steps {
			if s := &sheet.Stages[i].Steps[k]; s.Reading != nil && s.Reading.Verdict != "" &&
				s.Kind != plan.Heat && !s.Follows {
				all = append(all, s.ID)
			}
		}
	}
	return all
}

func oneFails(t *testing.T, p *plan.Plan, scope, id string) {
	t.Helper()
	b := openAs(t, p, nil, scope)
	b.failing = id
	sheet := b.work(true, false)
	s := sheet.Step(id)
	if s == nil || s.Reading == nil || s.Reading.Verdict != judge.Out {
		return // what was entered says nothing wrong here, such as a number that may be any
	}
	if sheet.State == job.Signed && s.Phase != plan.Found { // as found it is only written down
		t.Errorf("%s: signed with %s out", scope, id)
	}
	if sheet = b.work(true, true); sheet.State != job.Signed {
		t.Errorf("%s: with %s decided it is %s, next %q", scope, id, sheet.State, sheet.Next)
	}
}

// A shipped plan is complete: from receive to signature, each step with its how
// and its why, with cautions where there is something to be careful about.
func TestPlansAreComplete(t *testing.T) {
	letters := map[string]string{}
	for key, p := range plan.Library() {
		letters[p.Construction] = key
		if n := p.Len(); n < 40 || n > 220 {
			t.Errorf("%s has %d steps", key, n)
		}
		kinds, cautions := map[string]int{}, 0
		for _, stage := range p.Stages {
			for _, s := range stage.Steps {
				kinds[s.Kind]++
				cautions += len(s.Cautions)
				// Since format 2 a title that says it all stands alone.
				if p.Format < 2 && (len(s.How) == 0 || s.Why == "") {
					t.Errorf("%s: %s has no how or no why", key, s.ID)
				}
			}
		}
		for _, kind := range []string{plan.Caution, plan.Turn, plan.Measure, plan.Inspect, plan.Count, plan.Torque,
			plan.Test, plan.Sign, plan.Photo} {
			if kind == plan.Measure && len(p.Checks) == 0 || kind == plan.Test && p.Format >= 2 {
				continue // by feel alone; nothing is tested under pressure
			}
			if kinds[kind] == 0 && (kind != plan.Torque || kinds[plan.Tighten] == 0) {
				t.Errorf("%s has no step of the kind %s", key, kind)
			}
		}
		if cautions < 8 {
			t.Errorf("%s has %d cautions", key, cautions)
		}
		if len(p.Tools) == 0 || len(p.ShaftLine.Stations) == 0 && len(p.Checks) > 0 || len(p.Parts) < 5 {
			t.Errorf("%s: tools, stations or parts are missing", key)
		}
		for _, part := range p.Parts {
			found := false
			for _, stage := range p.Stages {
				for _, s := range stage.Steps {
					found = found || s.Part == part.Key || slices.Contains(s.Fits, part.Key)
				}
			}
			if !found {
				t.Errorf("%s: part %s is never looked at", key, part.Key)
			}
		}
		for name := range p.Checks {
			used := false
			for _, stage := range p.Stages {
				for _, s := range stage.Steps {
					used = used || s.Check == name
				}
			}
			if !used {
				t.Errorf("%s: check %s is never taken", key, name)
			}
		}
	}
	for _, letter := range "ABCDEFGHIJKLM" {
		if letters[string(letter)] == "" {
			t.Errorf("there is no plan for construction %c", letter)
		}
	}
}

// to enters at every open step until the one named.
func (b *bench) to(step string) {
	b.t.Helper()
	for range 500 {
		sheet := job.Derive(b.job)
		s := sheet.Step(sheet.Next)
		if s == nil || s.ID == step {
			return
		}
		if s.State == job.Decide {
			if err := b.try(log.Entry{Kind: log.Decided, Step: s.ID, On: s.Entry, Reason: "accepted"}); err != nil {
				b.t.Fatal(err)
			}
			continue
		}
		b.keep(s, Entry(s, true, b.now))
	}
}

func (b *bench) keep(s *job.StepSheet, body log.Body) {
	b.t.Helper()
	if err := b.try(log.Entry{Kind: log.Kept, Step: s.ID, On: s.Entry, Reason: s.Again, Body: &body}); err != nil {
		b.t.Fatalf("%s: %v", s.ID, err)
	}
}

// A rub at close-up sends the work back to the clearance; what was measured is
// kept, and stands beside the second round.
func TestARubReopensTheClearance(t *testing.T) {
	b := open(t, first(t), nil)
	b.to("turn-built")
	sheet := job.Derive(b.job)
	if s := sheet.Step("clearance-built"); s.State != job.Done || s.Again != "" {
		t.Fatalf("before: %+v", s)
	}
	b.keep(sheet.Step("turn-built"), Entry(sheet.Step("turn-built"), false, b.now))
	sheet = job.Derive(b.job)
	again := sheet.Step("clearance-built")
	if again.Again == "" || sheet.Step("turn-built").State != job.Decide {
		t.Fatalf("after a rub: clearance %s, turn %s", again.State, sheet.Step("turn-built").State)
	}
	if s := sheet.Step("casing-bolts"); s.State != job.Done {
		t.Errorf("a stage that is not named is left alone: %s", s.State)
	}
	// The round before stays; the second one is entered beside it.
	for _, id := range []string{"impeller-on", "carrier-set"} {
		s := job.Derive(b.job).Step(id)
		b.keep(s, Entry(s, true, b.now))
	}
	s := job.Derive(b.job).Step("clearance-built")
	wider := Entry(s, true, b.now)
	for i := range wider.Feeler.Positions {
		wider.Feeler.Positions[i].Value = mm(70)
	}
	b.keep(s, wider)
	s = job.Derive(b.job).Step("turn-built")
	twice := &job.StepSheet{StepInfo: &plan.StepInfo{ID: s.ID}, Entry: s.Entry, Again: "turned again"}
	b.keep(twice, Entry(s, true, b.now))
	sheet = job.Derive(b.job)
	for _, c := range sheet.Checks {
		if c.Check != "impeller-clearance" {
			continue
		}
		if len(c.Built.Earlier) != 1 || c.Built.Earlier[0].Figure.Um() != 50 || c.Built.Figure.Um() != 70 ||
			c.Built.Earlier[0].Why == "" {
			t.Errorf("the sheet shows %+v, earlier %+v", c.Built.Figure, c.Built.Earlier)
		}
	}
	if sheet.Step("turn-built").State != job.Done || sheet.Step("clearance-built").Again != "" {
		t.Errorf("it is still open: %+v", sheet.Step("turn-built"))
	}
}

// With guard bands a close reading waits for a person.
func TestGuardBands(t *testing.T) {
	p := first(t)
	for school, want := range map[string]job.StepState{"within": job.Done, "guard-band": job.Decide} {
		opening, err := job.NewOpening(p, "T-1", job.Papers{},
			job.Rules{Schools: map[string]string{"on-the-limit": school}}, job.Asked{Complaint: "to be walked"})
		if err != nil {
			t.Fatal(err)
		}
		b := &bench{t: t, job: job.Job{Plan: p, Memo: &job.Memo{}}, used: map[string]bool{},
			now: time.Date(2026, 11, 2, 7, 0, 0, 0, time.UTC)}
		b.add(log.Entry{Kind: log.Opened, Open: opening})
		b.to("end-play-built")
		s := job.Derive(b.job).Step("end-play-built")
		body := Entry(s, true, b.now)
		for i := range body.Float.Trials {
			body.Float.Trials[i].Out = mm(s.Panel.Limit.Max.Um())
		}
		b.keep(s, body)
		if got := job.Derive(b.job).Step("end-play-built"); got.State != want || got.Reading.Verdict != judge.Close {
			t.Errorf("%s: %s and %s, want %s", school, got.Reading.Verdict, got.State, want)
		}
	}
}

// Carbon bushings that are replaced take the plug along.
func TestAPartDragsAnother(t *testing.T) {
	b := open(t, plan.Library()["governor-acid"], nil)
	b.to("inspect-bushings")
	s := job.Derive(b.job).Step("inspect-bushings")
	b.keep(s, log.Body{Inspect: &log.InspectForm{Found: []string{"crack"}}})
	s = job.Derive(b.job).Step("inspect-plug")
	b.keep(s, log.Body{Inspect: &log.InspectForm{Found: []string{}}})
	if r := job.Derive(b.job).Step("inspect-plug").Reading; r.Outcome != judge.Replace ||
		r.Rule != "replaced with the carbon spacer bushings" {
		t.Errorf("the plug: %s, %s", r.Outcome, r.Rule)
	}
}

// What comes after the hand-back can be entered when the job is signed.
func TestWhatFollows(t *testing.T) {
	b := open(t, first(t), nil)
	b.to("hot-alignment")
	sheet := job.Derive(b.job)
	if sheet.State != job.Signed || sheet.Tally.ToFollow != 1 || sheet.Next != "hot-alignment" {
		t.Fatalf("%s, %d to follow, next %q", sheet.State, sheet.Tally.ToFollow, sheet.Next)
	}
	s := sheet.Step("hot-alignment")
	b.keep(s, Entry(s, true, b.now))
	if sheet = job.Derive(b.job); sheet.Tally.ToFollow != 0 || sheet.Next != "" {
		t.Errorf("%d to follow, next %q", sheet.Tally.ToFollow, sheet.Next)
	}
	body := log.Body{Done: true}
	if err := b.try(log.Entry{Kind: log.Kept, Step: "clean", On: sheet.Step("clean").Entry, Reason: "late",
		Body: &body}); err == nil {
		t.Error("a signed job took another entry")
	}
}

// D9: what is read on the sleeve does not condemn the shaft under it. The sleeve stays open while nobody
// knows of the bare shaft; then it is the one or the other.
func TestAReadingOnTheSleeveCondemnsNoShaft(t *testing.T) {
	for _, tt := range []struct {
		name, plan, scope string
		onSleeve, bare    string
		bareGood          bool
		sleeve, shaft     judge.Outcome
	}{
		{"nobody read the bare shaft", endSuction, "overhaul", "runout-seal-found", "", false, "", judge.Reuse},
		{"the bare shaft is true", "double-suction", "open", "runout-found", "runout-coupling-found", true,
			judge.Replace, judge.Reuse},
		{"the bare shaft runs out", "double-suction", "open", "runout-found", "runout-coupling-found", false,
			judge.Reuse, judge.Repair},
	} {
		b := openAs(t, plan.Library()[tt.plan], nil, tt.scope)
		looked := func(step string) *job.StepSheet {
			if s := job.Derive(b.job).Step(step); s != nil {
				return s
			}
			return job.Derive(b.job).Step(step + "@outboard")
		}
		at := func(step string, good bool) {
			b.to(looked(step).ID)
			b.keep(looked(step), Entry(looked(step), good, b.now))
		}
		if tt.bare != "" {
			at(tt.bare, tt.bareGood)
		}
		at(tt.onSleeve, false)
		parts := []string{"inspect-shaft", "inspect-sleeve"}
		if tt.plan != endSuction { // there the sleeve is looked at first
			slices.Reverse(parts)
		}
		for _, part := range parts {
			b.to(looked(part).ID)
			b.keep(looked(part), log.Body{Inspect: &log.InspectForm{Found: []string{}}})
		}
		sleeve, shaft := looked("inspect-sleeve"), looked("inspect-shaft")
		if sleeve.Reading.Outcome != tt.sleeve || shaft.Reading.Outcome != tt.shaft ||
			(sleeve.State == job.Decide) != (tt.sleeve == "") {
			t.Errorf("%s: the sleeve is %q, %s, by %q, the shaft %q", tt.name, sleeve.Reading.Outcome, sleeve.State,
				sleeve.Reading.Rule, shaft.Reading.Outcome)
		}
	}
}

// A reading past its limit decides on a part like a finding; when the reading is
// corrected the decision follows, and says what it was.
func TestReadingsDecideOnParts(t *testing.T) {
	b := open(t, first(t), nil)
	b.to("runout-seal-found")
	s := job.Derive(b.job).Step("runout-seal-found")
	b.keep(s, Entry(s, false, b.now))
	b.job.Log[len(b.job.Log)-1].Rules = 3 // from when a reading on the sleeve still spoke of the shaft
	b.to("inspect-shaft")
	b.keep(job.Derive(b.job).Step("inspect-shaft"), log.Body{Inspect: &log.InspectForm{Found: []string{}}})
	r := job.Derive(b.job).Step("inspect-shaft").Reading
	if r.Outcome != judge.Repair || r.Was != "" || r.Rule != "over the limit a shaft is straightened or replaced" ||
		r.Text != "Shaft run-out at the seal out of limit" {
		t.Fatalf("bent and nothing seen: %+v", r)
	}
	s = job.Derive(b.job).Step("runout-seal-found")
	again := Entry(s, true, b.now)
	if err := b.try(log.Entry{Kind: log.Kept, Step: s.ID, On: s.Entry, Reason: "set-up moved", Body: &again}); err != nil {
		t.Fatal(err)
	}
	if r = job.Derive(b.job).Step("inspect-shaft").Reading; r.Outcome != judge.Reuse || r.Was != judge.Repair {
		t.Errorf("corrected: %s, was %q", r.Outcome, r.Was)
	}
	// What is built later says nothing of what was found.
	b.to("runout-seal-built")
	s = job.Derive(b.job).Step("runout-seal-built")
	b.keep(s, Entry(s, false, b.now))
	if r = job.Derive(b.job).Step("inspect-shaft").Reading; r.Outcome != judge.Reuse {
		t.Errorf("after a bad as-built reading: %s", r.Outcome)
	}
}
