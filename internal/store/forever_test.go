package store

import (
	"bytes"
	"compress/gzip"
	"encoding/json"
	"flag"
	"fmt"
	"io"
	"os"
	"path/filepath"
	"reflect"
	"slices"
	"strings"
	"testing"

	"settle/core/job"
	"settle/core/log"
	"settle/core/plan"
)

var update = flag.Bool("update", false, "write the golden files anew")

// The shops of earlier days are test data: what was kept then opens, derives and
// verifies for ever. They are never changed; one is added when the fields of an entry
// have. shop-1 is from before sheets were kept with a signature, and holds one of every
// kind of entry of that day; shop-2 has entries of format 2, with withdrawals, ends and
// amendments and all their fields; shop-3 has entries of format 5, and a register of gauges; shop-4
// has people who come in, a tablet, a link, a shop's key, and a sheet that was amended and checked.
func olderShop(t *testing.T, name string) string {
	t.Helper()
	packed, err := os.Open("testdata/" + name + ".db.gz")
	if err != nil {
		t.Fatal(err)
	}
	defer packed.Close()
	unpack, err := gzip.NewReader(packed)
	if err != nil {
		t.Fatal(err)
	}
	b, err := io.ReadAll(unpack)
	if err != nil {
		t.Fatal(err)
	}
	path := filepath.Join(t.TempDir(), "settle.db")
	if err := os.WriteFile(path, b, 0o600); err != nil {
		t.Fatal(err)
	}
	return path
}

func everyJob(t *testing.T, s *Store, visit func(r *Job, sheet *job.Sheet)) {
	t.Helper()
	rows, err := s.Jobs(ctx, JobQuery{Limit: 200, Sort: "number"})
	if err != nil {
		t.Fatal(err)
	}
	slices.Reverse(rows)
	for _, row := range rows {
		r, err := s.Job(ctx, row.Number)
		if err != nil {
			t.Fatal(err)
		}
		sheet, err := job.Show(r.Job)
		if err != nil {
			t.Fatal(err)
		}
		visit(r, sheet)
	}
}

// lines is what a sheet says of each step, a line each.
func lines(number string, s *job.Sheet) string {
	var b strings.Builder
	fmt.Fprintf(&b, "%s %s\n", number, s.State)
	for _, stage := range s.Stages {
		for _, step := range stage.Steps {
			fmt.Fprintf(&b, "  %s %s", step.ID, step.State)
			if r := step.Reading; r != nil {
				fmt.Fprintf(&b, " %s %s", r.Verdict, r.Outcome)
				if r.Figure != nil {
					fmt.Fprintf(&b, " %v µm", r.Figure.Um())
				}
				if r.Text != "" {
					fmt.Fprintf(&b, " %q", r.Text)
				}
			}
			b.WriteString("\n")
		}
	}
	return b.String()
}

func TestAnOlderShopOpensDerivesAndVerifies(t *testing.T) {
	path := olderShop(t, "shop-1")
	before, broken, err := Verify(ctx, path) // as it was left, nothing brought up to date
	if err != nil || before != 19 || len(broken) > 0 {
		t.Fatalf("before it is opened: %d jobs, %v, %v", before, broken, err)
	}
	s := open(t, path)
	var got strings.Builder
	kinds := map[string]bool{}
	everyJob(t, s, func(r *Job, sheet *job.Sheet) {
		got.WriteString(lines(r.Number, sheet))
		for _, e := range r.Log {
			kinds[e.Kind] = true
			if e.Body != nil {
				for key := range fields(t, e.Body) {
					kinds[key] = true
				}
			}
		}
		if signed := sheet.State == job.Signed; signed != (len(r.Kept) == 1) || signed && !r.Kept[0].Later {
			t.Errorf("%s is %s and has %d kept sheets", r.Number, sheet.State, len(r.Kept))
		}
		if changed, err := s.Changed(ctx, r, sheet); err != nil || len(changed) > 0 {
			t.Errorf("%s: something changed by opening it: %+v, %v", r.Number, changed, err)
		}
	})
	for i := range reflect.TypeFor[log.Body]().NumField() {
		name, _, _ := strings.Cut(reflect.TypeFor[log.Body]().Field(i).Tag.Get("json"), ",")
		// What was added since is not in a shop of that day.
		if !kinds[name] && !slices.Contains([]string{"places", "absent", "along", "also", "gauge", "handback", "units",
			"tight", "permit", "plug"}, name) {
			t.Errorf("no entry with %s is among the test data", name)
		}
	}
	golden(t, "testdata/shop-1.golden", got.String())
	if n, broken, err := Verify(ctx, path); err != nil || n != before || len(broken) > 0 {
		t.Errorf("after it was opened: %d jobs, %v, %v", n, broken, err)
	}
}

func TestAShopOfFormat2OpensDerivesAndVerifies(t *testing.T) {
	path := olderShop(t, "shop-2")
	if n, broken, err := Verify(ctx, path); err != nil || n != 3 || len(broken) > 0 {
		t.Fatalf("before it is opened: %d jobs, %v, %v", n, broken, err)
	}
	s := open(t, path)
	var got strings.Builder
	seen, kept := map[string]bool{}, 0
	everyJob(t, s, func(r *Job, sheet *job.Sheet) {
		got.WriteString(lines(r.Number, sheet))
		for _, n := range sheet.Notes {
			fmt.Fprintf(&got, "  note: %s %s, %s: %s\n", n.Kind, n.Step, n.Reason, n.Before.Mm)
		}
		kept += len(r.Kept)
		for i := range r.Log {
			for key := range fields(t, r.Log[i]) {
				seen[key] = true
			}
			seen[r.Log[i].Kind] = true
		}
		if changed, err := s.Changed(ctx, r, sheet); err != nil || len(changed) > 0 {
			t.Errorf("%s: something changed by opening it: %+v, %v", r.Number, changed, err)
		}
	})
	for _, name := range []string{log.Withdrawn, log.Ended, log.Amended, "device", "clock", "done_at", "done_by",
		"on_paper",
		"round", "from", "ending", "rules", "core", "format", "sheet"} {
		if !seen[name] {
			t.Errorf("no entry with %s is among the test data", name)
		}
	}
	if kept != 7 {
		t.Errorf("%d sheets are kept", kept)
	}
	golden(t, "testdata/shop-2.golden", got.String())
}

// A plug in a bore and a change of hands are of format 10; what its plan tells is of plan format 3.
func TestAShopOfFormat10OpensDerivesAndVerifies(t *testing.T) {
	path := olderShop(t, "shop-6")
	if n, broken, err := Verify(ctx, path); err != nil || n != 2 || len(broken) > 0 {
		t.Fatalf("before it is opened: %d jobs, %v, %v", n, broken, err)
	}
	s := open(t, path)
	var got strings.Builder
	everyJob(t, s, func(r *Job, sheet *job.Sheet) {
		got.WriteString(lines(r.Number, sheet))
		for _, n := range sheet.Notes {
			fmt.Fprintf(&got, "  note: %s %s, %s\n", n.Kind, n.Step, n.Reason)
		}
		seat := sheet.Step("seat")
		fmt.Fprintf(&got, "  %q %q %q %+v\n", seat.Lines, seat.Says(), seat.Right, seat.IfNot)
		if changed, err := s.Changed(ctx, r, sheet); err != nil || len(changed) > 0 {
			t.Errorf("%s: something changed by opening it: %+v, %v", r.Number, changed, err)
		}
	})
	golden(t, "testdata/shop-6.golden", got.String())
}

func fields(t *testing.T, v any) map[string]any {
	t.Helper()
	b, err := json.Marshal(v)
	if err != nil {
		t.Fatal(err)
	}
	var m map[string]any
	if err := json.Unmarshal(b, &m); err != nil {
		t.Fatal(err)
	}
	return m
}

func golden(t *testing.T, path, got string) {
	t.Helper()
	if *update {
		if err := os.WriteFile(path, []byte(got), 0o600); err != nil {
			t.Fatal(err)
		}
	}
	want, err := os.ReadFile(path)
	if err != nil {
		t.Fatal(err)
	}
	wants, gots := strings.Split(string(want), "\n"), strings.Split(got, "\n")
	for i := range max(len(wants), len(gots)) {
		var a, b string
		if i < len(wants) {
			a = wants[i]
		}
		if i < len(gots) {
			b = gots[i]
		}
		if a != b {
			t.Errorf("%s:%d: got %q, want %q", path, i+1, b, a)
		}
	}
}

// A line keeps its bytes whatever this program's types have become: an entry with
// fields and a kind it does not know goes through the file and comes back to the
// letter.
func TestWhatIsNotKnownStays(t *testing.T) {
	s, by, number := shop(t)
	appended(t, s, number, done("a", "lock-out", by))
	r, err := s.Job(ctx, number)
	if err != nil {
		t.Fatal(err)
	}
	last := r.Log[len(r.Log)-1]
	e, err := log.Seal(&last, log.Entry{ID: "later", By: by, Kind: "measured-by-satellite", Step: "lock-out"}, day())
	if err != nil {
		t.Fatal(err)
	}
	line := bytes.Replace(e.Line(), []byte(`"step":`), []byte(`"orbit":{"height":7.50,"of":"Ω"},"step":`), 1)
	line = resealed(t, last.Hash, line)
	if _, err := s.db.Exec("INSERT INTO entries (job, seq, id, line) VALUES (1, 3, 'later', ?)",
		string(line)); err != nil {
		t.Fatal(err)
	}
	if _, err := s.db.Exec("UPDATE jobs SET length = 3"); err != nil {
		t.Fatal(err)
	}
	again := open(t, s.File())
	if r, err = again.Job(ctx, number); err != nil || len(r.Log) != 3 || !bytes.Equal(r.Log[2].Line(), line) {
		t.Fatalf("the line comes back as %s, %v", r.Log[2].Line(), err)
	}
	if sheet := job.Derive(r.Job); sheet.State != job.InWork {
		t.Errorf("with a kind nobody knows the job is %s", sheet.State)
	}
	appended(t, again, number, done("b", "isolate", by))
	if n, broken, err := Verify(ctx, s.File()); err != nil || n != 1 || len(broken) > 0 {
		t.Errorf("verified: %d, %v, %v", n, broken, err)
	}
}

// resealed is a line with the hash that follows from its bytes, as another program
// would write it.
func resealed(t *testing.T, before string, line []byte) []byte {
	t.Helper()
	at := bytes.LastIndex(line, []byte(`"hash":"`))
	open := string(line[:at]) + `"hash":""}`
	return []byte(strings.Replace(open, `"hash":""}`, `"hash":"`+sum(before+"\n"+open)+`"}`, 1))
}

// sign makes the demo of a signed job: the second pump of the older shop, signed
// there, with a sheet that keeps what is of today.
func TestASignedJobIsShownAsItWasSigned(t *testing.T) {
	s := open(t, olderShop(t, "shop-1"))
	r, err := s.Job(ctx, "J-0004")
	if err != nil {
		t.Fatal(err)
	}
	was, err := job.Show(r.Job)
	if err != nil {
		t.Fatal(err)
	}
	// Rules change: the bolts of the casing are crossed in another order from now
	// on, so the entry of that day is not one that would be taken today.
	bolts := *was.Step("casing-bolts")
	if bolts.Reading.Verdict != "within" {
		t.Fatalf("the bolts are %s", bolts.Reading.Verdict)
	}
	other := *r
	other.Log = slices.Clone(r.Log)
	for i := range other.Log {
		if other.Log[i].Step == "casing-bolts" {
			b := *other.Log[i].Body
			form := *b.Torque
			form.Ticks = append(slices.Clone(form.Ticks[1:]), form.Ticks[0])
			b.Torque = &form
			other.Log[i].Body = &b
		}
	}
	other.Memo = nil
	if now := job.Derive(other.Job); now.Step("casing-bolts").State != job.Decide || now.State != job.Signed {
		t.Fatalf("by the rules of today the bolts are %s and the job %s", now.Step("casing-bolts").State, now.State)
	}
	shown, err := job.Show(other.Job)
	if err != nil {
		t.Fatal(err)
	}
	if got := shown.Step("casing-bolts"); got.State != job.Done || got.Reading.Verdict != "within" ||
		shown.Tally != was.Tally {
		t.Errorf("it is shown as %s, %s, %+v", got.State, got.Reading.Verdict, shown.Tally)
	}
	changed, err := s.Changed(ctx, &other, shown)
	if err != nil || len(changed) != 1 || changed[0].Step != "casing-bolts" || changed[0].Then.Verdict != "within" ||
		changed[0].Now.Verdict != "no-limit" || !changed[0].Now.Decide {
		t.Errorf("beside it stands %+v, %v", changed, err)
	}
}

// What an open job came to when somebody last looked is held against what it comes
// to now, until somebody has looked.
func TestAnOpenJobListsWhatChanged(t *testing.T) {
	s, by, number := shop(t)
	appended(t, s, number, done("a", "lock-out", by), done("b", "isolate", by), done("c", "drain", by),
		done("c2", "support-casing", by), play("d", by, "", "2.8"))
	look := func() []job.Difference {
		t.Helper()
		r, err := s.Job(ctx, number)
		if err != nil {
			t.Fatal(err)
		}
		changed, err := s.Changed(ctx, r, job.Derive(r.Job))
		if err != nil {
			t.Fatal(err)
		}
		return changed
	}
	if got := look(); len(got) != 0 {
		t.Fatalf("nothing changed, and it lists %+v", got)
	}
	// As if the rules had been others when it was entered.
	if _, err := s.db.Exec(`UPDATE jobs SET glance = replace(glance, '"entry":"d","verdict":"close"',
		'"entry":"d","verdict":"within"')`); err != nil {
		t.Fatal(err)
	}
	s.logs = newLogs() // a program with other rules is another program
	if got := look(); len(got) != 1 || got[0].Step != "end-play-found" || got[0].Then.Verdict != "within" ||
		got[0].Now.Verdict != "close" {
		t.Fatalf("it lists %+v", got)
	}
	// An entry elsewhere leaves it standing, and one at the step settles it.
	appended(t, s, number, log.Entry{ID: "e", By: by, Kind: log.Kept, Step: "turn-found", Body: &log.Body{Skip: "stuck"}})
	if got := look(); len(got) != 1 {
		t.Errorf("after another entry it lists %+v", got)
	}
	if _, err := s.Looked(ctx, number); err != nil || len(look()) != 0 {
		t.Errorf("after somebody looked it lists %+v, %v", look(), err)
	}
}

// A plan that cannot be read takes nothing else with it.
func TestOneOddPlanStopsNothing(t *testing.T) {
	s, by, number := shop(t)
	text := string(plan.Library()["end-suction-back-pull-out"].Text)
	for key, change := range map[string][2]string{
		"ours":   {"title: ", "title: Our "},
		"newer":  {"version: ", "colour: blue\nversion: "}, // a key of a later format
		"odd":    {"stages:", "stages: 12\nstages_of_old:"},
		"double": {"title: Make safe", "title: Make safe"},
	} {
		body := strings.Replace(text, "key: end-suction-back-pull-out", "key: "+key, 1)
		body = strings.Replace(body, change[0], change[1], 1)
		if _, err := s.db.Exec("INSERT INTO plans (hash, text) VALUES (?, ?)", "hash-"+key, []byte(body)); err != nil {
			t.Fatal(err)
		}
		if _, err := s.db.Exec("INSERT INTO own_plans (key, hash, imported, by) "+
			"VALUES (?, ?, '2026-01-01', 'M. Okafor')", key, "hash-"+key); err != nil {
			t.Fatal(err)
		}
	}
	plans, err := s.Plans(ctx)
	if err != nil || plans["ours"] == nil || plans["newer"] == nil || plans["odd"] != nil {
		t.Fatalf("%d plans, %v", len(plans), err)
	}
	if notes := plans["newer"].Notes; len(notes) != 1 || !strings.Contains(notes[0].Message, `"colour"`) {
		t.Errorf("the plan of a later format carries %v", notes)
	}
	odd, err := s.OddPlans(ctx)
	if err != nil || len(odd) != 1 || odd[0].Key != "odd" || odd[0].Why == "" {
		t.Errorf("what cannot be read is told as %+v, %v", odd, err)
	}
	appended(t, s, number, done("a", "lock-out", by)) // and the work goes on
	again := ToOpen{ID: "open-2", Tag: "LS-1", Asked: job.Asked{Complaint: "again"}, By: by}
	if _, err := s.OpenJob(ctx, again); err == nil ||
		!strings.Contains(err.Error(), "continue with "+number) {
		t.Errorf("a second job of the pump: %v", err)
	}
}

// What follows the hand-back is entered after the signature; the rest of the sheet
// stays as it was signed, and each such entry keeps the sheet it makes.
func TestWhatFollowsASignature(t *testing.T) {
	s := open(t, olderShop(t, "shop-1"))
	people, err := s.People(ctx)
	if err != nil {
		t.Fatal(err)
	}
	r, err := s.Job(ctx, "J-0019")
	if err != nil {
		t.Fatal(err)
	}
	was, err := job.Show(r.Job)
	if err != nil || was.Next != "gland-again" || was.Tally.ToFollow == 0 {
		t.Fatalf("next is %q, %d to follow, %v", was.Next, was.Tally.ToFollow, err)
	}
	body := &log.Body{Tool: log.Input{"taps_s": []any{0.0, 1.5, 3.1, 4.5, 6.0}}}
	r, now, err := s.Append(ctx, "J-0019", log.Entry{ID: "gland", By: people[0], Kind: log.Kept, Step: "gland-again",
		Body: body})
	if err != nil {
		t.Fatal(err)
	}
	if now.Step("gland-again").State != job.Done || now.Tally.ToFollow != was.Tally.ToFollow-1 || now.State != job.Signed {
		t.Errorf("after it the step is %s, %d to follow", now.Step("gland-again").State, now.Tally.ToFollow)
	}
	if len(r.Kept) != 2 || r.Log[len(r.Log)-1].Sheet != r.Kept[1].Hash || r.Kept[1].Later {
		t.Errorf("%d sheets are kept", len(r.Kept))
	}
	if _, _, err := s.Append(ctx, "J-0019", log.Entry{ID: "no", By: people[0], Kind: log.Withdrawn, Step: "gland-again",
		On: "gland", Reason: "counted in the wrong minute"}); err != nil {
		t.Errorf("withdrawn: %v", err)
	}
	again := open(t, s.File())
	if r, err = again.Job(ctx, "J-0019"); err != nil || len(r.Kept) != 3 {
		t.Fatalf("read back: %d sheets, %v", len(r.Kept), err)
	}
	if now, err = job.Show(r.Job); err != nil || now.Step("gland-again").State != job.Open || now.Next != "gland-again" {
		t.Errorf("taken back the step is %s, %v", now.Step("gland-again").State, err)
	}
}

func TestAnEndFreesThePump(t *testing.T) {
	s, by, number := shop(t)
	lead, err := s.AddPerson(ctx, "A. Moreau", log.Lead)
	if err != nil {
		t.Fatal(err)
	}
	end := log.Entry{ID: "end", By: lead, Kind: log.Ended, Ending: log.TakenAway, Reason: "the customer wants it back"}
	appended(t, s, number, end, end) // sent twice is once
	rows, err := s.Jobs(ctx, JobQuery{State: "ended"})
	if err != nil || len(rows) != 1 || rows[0].State != job.Closed {
		t.Fatalf("the list of ended jobs: %+v, %v", rows, err)
	}
	if rows, err := s.Jobs(ctx, JobQuery{State: "open"}); err != nil || len(rows) != 0 {
		t.Errorf("the list of open jobs: %+v, %v", rows, err)
	}
	second, err := s.OpenJob(ctx, ToOpen{ID: "open-2", Tag: "LS-1", Asked: job.Asked{Complaint: "back again"}, By: by})
	if err != nil {
		t.Fatal(err)
	}
	back := log.Entry{ID: "back", By: lead, Kind: log.Withdrawn, On: "end", Reason: "it stays"}
	if _, _, err := s.Append(ctx, number, back); err == nil || !strings.Contains(err.Error(), second) {
		t.Errorf("taken up beside another job: %v", err)
	}
	appended(t, s, second, log.Entry{ID: "end-2", By: lead, Kind: log.Ended, Ending: log.Mistake,
		Reason: "the first goes on"})
	appended(t, s, number, back, done("a", "lock-out", by))
	if n, broken, err := Verify(ctx, s.File()); err != nil || n != 2 || len(broken) > 0 {
		t.Errorf("verified: %d, %v, %v", n, broken, err)
	}
}

// A sheet that somebody changed in the file is found, and not shown.
func TestAKeptSheetIsVerified(t *testing.T) {
	s := open(t, olderShop(t, "shop-1"))
	if _, err := s.db.Exec("UPDATE sheets SET hash = 'x'"); err == nil {
		t.Error("a kept sheet could be changed")
	}
	for _, q := range []string{"DROP TRIGGER sheets_keep_update", "UPDATE sheets SET hash = 'x' WHERE job = 4"} {
		if _, err := s.db.Exec(q); err != nil {
			t.Fatal(err)
		}
	}
	_, broken, err := Verify(ctx, s.File())
	if err != nil || len(broken) != 1 || broken[0].Number != "J-0004" || !strings.Contains(broken[0].Why, "sheet") {
		t.Errorf("found: %v, %v", broken, err)
	}
}

// What the papers of a pump say that its plan asks for no more hinders neither a new job
// nor its page; what nobody asked for is still refused.
func TestPumpsOfAnOlderShopGoOn(t *testing.T) {
	for _, shop := range []string{"shop-1", "shop-2"} {
		s := open(t, olderShop(t, shop))
		pumps, err := s.Pumps(ctx, PumpQuery{Sort: "tag"})
		if err != nil || len(pumps) == 0 {
			t.Fatalf("%d pumps, %v", len(pumps), err)
		}
		unasked := 0
		for _, row := range pumps {
			if _, err := s.Unopened(ctx, row.Tag, job.Asked{Complaint: "again"}); err != nil {
				t.Errorf("%s, a job on %s: %v", shop, row.Tag, err)
			}
			p := row.Pump
			if asked := p.Papers.Asked(plan.Library()[p.Plan]); len(asked.Values) < len(p.Papers.Values) {
				unasked++
			}
			if err := s.SavePump(ctx, p, false); err != nil {
				t.Errorf("%s, %s as it was: %v", shop, row.Tag, err)
			}
			p.Papers.Values["wish"] = log.Value{Text: "1"}
			if err := s.SavePump(ctx, p, false); err == nil || !strings.Contains(err.Error(), "nothing this construction") {
				t.Errorf("%s, %s with what nobody asked for: %v", shop, row.Tag, err)
			}
		}
		if shop == "shop-1" && unasked == 0 {
			t.Error("no pump has anything that is asked no more")
		}
	}
}

func TestAShopOfFormat5OpensDerivesAndVerifies(t *testing.T) {
	path := olderShop(t, "shop-3")
	if n, broken, err := Verify(ctx, path); err != nil || n != 3 || len(broken) > 0 {
		t.Fatalf("before it is opened: %d jobs, %v, %v", n, broken, err)
	}
	s := open(t, path)
	var got strings.Builder
	seen := map[string]bool{}
	everyJob(t, s, func(r *Job, sheet *job.Sheet) {
		got.WriteString(lines(r.Number, sheet))
		for _, g := range sheet.Gauges {
			fmt.Fprintf(&got, "  gauge: %s %s, %s, due %s, %s at %d\n", g.Key, g.Graduation, g.MPE, g.Due, g.Word, len(g.Steps))
		}
		for _, run := range sheet.Runs {
			for _, st := range run.Stations {
				fmt.Fprintf(&got, "  run-out %s: %s %v µm at %v mm\n", run.Phase, st.Title, st.Size.Um(), st.At)
			}
		}
		for _, e := range r.Log {
			if e.Body != nil {
				for key := range fields(t, e.Body) {
					seen[key] = true
				}
			}
		}
		if changed, err := s.Changed(ctx, r, sheet); err != nil || len(changed) > 0 {
			t.Errorf("%s: something changed by opening it: %+v, %v", r.Number, changed, err)
		}
	})
	for _, name := range []string{"absent", "along", "also", "gauge", "handback"} {
		if !seen[name] {
			t.Errorf("no entry with %s is among the test data", name)
		}
	}
	golden(t, "testdata/shop-3.golden", got.String())
	if all, err := s.Gauges(ctx); err != nil || len(all) != 2 || len(all[0].Log) != 1 {
		t.Errorf("the gauges: %+v, %v", all, err)
	}
}

func TestAShopWithAKeyOpensDerivesAndVerifies(t *testing.T) {
	path := olderShop(t, "shop-4")
	if n, broken, err := Verify(ctx, path); err != nil || n != 32 || len(broken) > 0 {
		t.Fatalf("before it is opened: %d jobs, %v, %v", n, broken, err)
	}
	s := open(t, path)
	r, err := s.Job(ctx, "J-0004")
	if err != nil {
		t.Fatal(err)
	}
	sheet, err := job.Show(r.Job)
	if err != nil || sheet.Checked == nil || sheet.Checked.By.Name != "T. Achterberg" ||
		sheet.Checked.Remark != "looked through" {
		t.Fatalf("checked by %+v, %v", sheet.Checked, err)
	}
	if len(r.Signatures) != 2 || VerifySignatures(r) != nil {
		t.Errorf("%d signatures, %v", len(r.Signatures), VerifySignatures(r))
	}
	keys, err := s.Keys(ctx)
	if err != nil || len(keys) != 1 || !strings.HasPrefix(keys[0].Fingerprint, "9E98 5A5C 3E9A 322F ") {
		t.Errorf("%+v, %v", keys, err)
	}
	var who strings.Builder
	all, err := s.Accounts(ctx)
	for _, a := range all {
		fmt.Fprintf(&who, "%s %s %s %v %s; ", a.ID, a.Name, a.Role, a.Keeper, a.Gone)
	}
	const want = "p4 Front office reader false ; p1 M. Okafor technician false ; p2 R. Lindqvist technician false ; " +
		"p5 S. Gone technician false 2026-11-26; p3 T. Achterberg lead true ; "
	if err != nil || who.String() != want {
		t.Errorf("%s, %v", who.String(), err)
	}
	if there, err := s.HasKeeper(ctx); !there || err != nil {
		t.Errorf("its keeper comes in: %v, %v", there, err)
	}
	if tablets, err := s.Devices(ctx); err != nil || len(tablets) != 1 || tablets[0].Name != "Bench 1" {
		t.Errorf("%+v, %v", tablets, err)
	}
	if links, err := s.Links(ctx, "J-0004"); err != nil || len(links) != 1 || links[0].What != "Harbour office" {
		t.Errorf("%+v, %v", links, err)
	}
}
