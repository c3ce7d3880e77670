package store

import (
	"bufio"
	"bytes"
	"context"
	"crypto/sha256"
	"encoding/hex"
	"errors"
	"fmt"
	"os"
	"os/exec"
	"path/filepath"
	"strings"
	"testing"
	"time"

	"settle/core/field"
	"settle/core/gauge"
	"settle/core/job"
	"settle/core/log"
	"settle/core/plan"
	"settle/core/quantity"
	"settle/core/record"
	"settle/internal/drill"
)

var ctx = context.Background()

// sum is a SHA-256 in hex.
func sum(text string) string {
	b := sha256.Sum256([]byte(text))
	return hex.EncodeToString(b[:])
}

func day() time.Time { return time.Date(2026, 3, 2, 8, 0, 0, 123_456_789, time.UTC) }

func open(t testing.TB, path string) *Store {
	t.Helper()
	s, err := Open(ctx, path, day)
	if err != nil {
		t.Fatal(err)
	}
	t.Cleanup(func() { s.Close() })
	return s
}

// shop is a store with one person, one pump and one open job.
func shop(t testing.TB) (*Store, log.Person, string) {
	t.Helper()
	s := open(t, filepath.Join(t.TempDir(), "settle.db"))
	by, number := furnish(t, s)
	return s, by, number
}

func furnish(t testing.TB, s *Store) (log.Person, string) {
	t.Helper()
	by, err := s.AddPerson(ctx, "M. Okafor", "technician")
	if err != nil {
		t.Fatal(err)
	}
	if err := s.ImportPlan(ctx, firstFormat(t), by.ID); err != nil {
		t.Fatal(err)
	}
	if err := s.SavePump(ctx, record.Pump{Tag: "LS-1", Name: "Filter feed", Construction: "A",
		Plan: "first", Maker: "Corran & Pike"}, true); err != nil {
		t.Fatal(err)
	}
	number, err := s.OpenJob(ctx, ToOpen{ID: "open-1", Tag: "LS-1", Asked: job.Asked{Complaint: "seal leaks"}, By: by})
	if err != nil {
		t.Fatal(err)
	}
	return by, number
}

// firstFormat is a plan of a shop's own, of the first format.
func firstFormat(t testing.TB) *plan.Plan {
	t.Helper()
	text, err := os.ReadFile("../hand/testdata/end-suction-5.yaml")
	if err != nil {
		t.Fatal(err)
	}
	text = bytes.Replace(text, []byte("key: end-suction-back-pull-out"), []byte("key: first"), 1)
	p, err := plan.Read("first.yaml", text)
	if err != nil {
		t.Fatal(err)
	}
	return p
}

func done(id, step string, by log.Person) log.Entry {
	return log.Entry{ID: id, By: by, Kind: log.Kept, Step: step, Body: &log.Body{Done: true}}
}

func play(id string, by log.Person, on, out string) log.Entry {
	e := log.Entry{ID: id, By: by, Kind: log.Kept, Step: "end-play-found", On: on,
		Body: &log.Body{Unit: quantity.UnitThou, Float: &gauge.FloatForm{
			Graduation: quantity.Type("0.5 thou"), Trials: []gauge.TrialForm{{In: quantity.Type("0"),
				Out: quantity.Type(out)}}}}}
	if on != "" {
		e.Reason = "measured again"
	}
	return e
}

func appended(t testing.TB, s *Store, number string, entries ...log.Entry) {
	t.Helper()
	for _, e := range entries {
		if _, _, err := s.Append(ctx, number, e); err != nil {
			t.Fatalf("%s: %v", e.Step, err)
		}
	}
}

func TestPragmas(t *testing.T) {
	s, _, _ := shop(t)
	for pragma, want := range map[string]string{"journal_mode": "wal", "synchronous": "2", "foreign_keys": "1",
		"busy_timeout": "5000"} {
		var got string
		if err := s.db.QueryRow("PRAGMA " + pragma).Scan(&got); err != nil || got != want {
			t.Errorf("%s is %s, %v; want %s", pragma, got, err, want)
		}
	}
}

func TestAppendAndReadBack(t *testing.T) {
	s, by, number := shop(t)
	appended(t, s, number, done("a", "lock-out", by), done("b", "isolate", by), done("c", "drain", by),
		done("c2", "support-casing", by), play("d", by, "", "4"))
	// Another store on the same file has nothing in memory.
	again := open(t, s.File())
	r, err := again.Job(ctx, number)
	if err != nil || len(r.Log) != 6 || log.Verify(r.Log) != 0 {
		t.Fatalf("read back: %d entries, chain breaks at %d, %v", len(r.Log), log.Verify(r.Log), err)
	}
	if got := r.Log[5].Body.Float.Trials[0].Out.String(); got != "4" || r.Log[5].At.Nanosecond() != 123_000_000 {
		t.Errorf("the reading came back as %q at %v; want it as typed", got, r.Log[5].At)
	}
	rows, err := again.Jobs(ctx, JobQuery{})
	if err != nil || len(rows) != 1 || rows[0].Done != 5 || rows[0].State != job.InWork || rows[0].By != by.Name {
		t.Errorf("the list says %+v, %v", rows, err)
	}
	// What one store appends the other sees.
	appended(t, again, number, play("e", by, "d", "5"))
	if r, err := s.Job(ctx, number); err != nil || len(r.Log) != 7 {
		t.Errorf("the first store sees %d entries, %v; want 7", len(r.Log), err)
	}
}

func TestSentTwiceIsTheSame(t *testing.T) {
	s, by, number := shop(t)
	appended(t, s, number, done("a", "lock-out", by), done("a", "lock-out", by))
	if r, _ := s.Job(ctx, number); len(r.Log) != 2 {
		t.Errorf("sent twice it stands %d times", len(r.Log)-1)
	}
	if _, _, err := s.Append(ctx, number, done("a", "isolate", by)); err == nil {
		t.Error("the id of another entry was taken")
	}
	twice, err := s.OpenJob(ctx, ToOpen{ID: "open-1", Tag: "LS-1", Asked: job.Asked{Complaint: "seal leaks"}, By: by})
	if err != nil || twice != number {
		t.Errorf("opened twice: %s, %v; want %s", twice, err, number)
	}
	other := ToOpen{ID: "open-2", Tag: "LS-1", Asked: job.Asked{Complaint: "noise"}, By: by}
	if _, err := s.OpenJob(ctx, other); err == nil ||
		!strings.Contains(err.Error(), number) {
		t.Errorf("a second open job: %v; want it refused and the first named", err)
	}
}

func TestTheLogIsNeverChanged(t *testing.T) {
	s, by, number := shop(t)
	appended(t, s, number, done("a", "lock-out", by))
	for _, q := range []string{"UPDATE entries SET line = '{}'", "DELETE FROM entries"} {
		if _, err := s.db.Exec(q); err == nil {
			t.Errorf("%s was carried out", q)
		}
	}
	// Somebody with the file and no scruples is found out.
	for _, q := range []string{"DROP TRIGGER entries_keep_update",
		`UPDATE entries SET line = replace(line, '"lock-out"', '"isolate"') WHERE seq = 2`} {
		if _, err := s.db.Exec(q); err != nil {
			t.Fatal(err)
		}
	}
	checked, broken, err := Verify(ctx, s.File())
	if err != nil || checked != 1 || len(broken) != 1 || broken[0] != (Broken{number,
		"entry 2 was changed after it was kept"}) {
		t.Errorf("checked %d, broken %v, %v; want entry 2 of %s", checked, broken, err, number)
	}
}

func TestStaleAndRefused(t *testing.T) {
	s, by, number := shop(t)
	appended(t, s, number, done("a", "lock-out", by))
	var stale *job.Stale
	if _, _, err := s.Append(ctx, number, done("b", "lock-out", by)); !errors.As(err, &stale) || stale.Latest.ID != "a" {
		t.Errorf("an entry that has not seen the first: %v", err)
	}
	if _, _, err := s.Append(ctx, number, play("c", by, "", "1")); err == nil {
		t.Error("a reading before make safe was taken")
	}
	if r, _ := s.Job(ctx, number); len(r.Log) != 2 {
		t.Errorf("what was refused is in the log: %d entries", len(r.Log))
	}
	var missing *NotFound
	if _, _, err := s.Append(ctx, "J-9999", done("d", "lock-out", by)); !errors.As(err, &missing) {
		t.Errorf("no such job: %v", err)
	}
}

func TestFindingJobs(t *testing.T) {
	s, by, _ := shop(t)
	for i := range 7 {
		tag := fmt.Sprintf("IN-%d", i)
		if err := s.SavePump(ctx, record.Pump{Tag: tag, Name: "Intake 50% duty", Construction: "A",
			Plan: "end-suction-back-pull-out"}, true); err != nil {
			t.Fatal(err)
		}
		if _, err := s.OpenJob(ctx, ToOpen{ID: tag, Tag: tag, Asked: job.Asked{Complaint: "low flow"}, By: by}); err != nil {
			t.Fatal(err)
		}
	}
	for words, want := range map[string]int{"": 8, "filter": 1, "LOW flow": 7, "in-3": 1, "J-0002": 1, "corran seal": 1,
		"50%": 7, "5_%": 0, "nothing such": 0, "'; DROP TABLE jobs": 0} {
		rows, err := s.Jobs(ctx, JobQuery{Words: words})
		if err != nil || len(rows) != want {
			t.Errorf("%q finds %d, %v; want %d", words, len(rows), err, want)
		}
	}
	seen := map[string]bool{}
	after := ""
	for range 4 {
		rows, err := s.Jobs(ctx, JobQuery{After: after, Limit: 3, State: "open"})
		if err != nil {
			t.Fatal(err)
		}
		for _, r := range rows {
			seen[r.Number] = true
			after = r.Number
		}
	}
	if len(seen) != 8 {
		t.Errorf("page by page there are %d jobs, want 8", len(seen))
	}
}

func TestPumpsAndPeople(t *testing.T) {
	s, _, _ := shop(t)
	for name, p := range map[string]record.Pump{
		"no tag": {Name: "x"}, "no name": {Tag: "x"}, "a slash": {Tag: "a/b", Name: "x"}, "taken": {Tag: "ls-1",
			Name: "x"}, "no such plan": {Tag: "x", Name: "x", Plan: "y"},
		"bad papers": {Tag: "x", Name: "x", Plan: "end-suction-back-pull-out",
			Papers: job.Papers{Options: map[string]string{"a": "b"}}},
	} {
		if err := s.SavePump(ctx, p, true); err == nil {
			t.Errorf("%s: the pump was taken", name)
		}
	}
	var missing *NotFound
	if err := s.SavePump(ctx, record.Pump{Tag: "XX", Name: "x"}, false); !errors.As(err, &missing) {
		t.Errorf("writing over no pump: %v", err)
	}
	for name, role := range map[string]string{"": "technician", "A. Nother": "king", "M. Okafor": "lead"} {
		if _, err := s.AddPerson(ctx, name, role); err == nil {
			t.Errorf("%q as %q was taken", name, role)
		}
	}
	if _, err := s.Person(ctx, "p9"); err == nil || field.All(err)[0].Field != "by" {
		t.Errorf("no such person: %v", err)
	}
}

// A limit edited later changes no old sheet.
func TestAJobKeepsItsLimits(t *testing.T) {
	s, _, number := shop(t)
	p, err := s.Pump(ctx, "LS-1")
	if err != nil {
		t.Fatal(err)
	}
	p.Limits = map[string]job.LimitForm{"shaft-runout-seal": {Max: quantity.Type("1 thou"), Source: "new manual"}}
	if err := s.SavePump(ctx, p, false); err != nil {
		t.Fatal(err)
	}
	r, err := open(t, s.File()).Job(ctx, number)
	if err != nil || *r.Log[0].Open.Limits["shaft-runout-seal"].Max != 3*quantity.Thou {
		t.Errorf("the job is judged by %v, %v; want the limit it was opened with",
			r.Log[0].Open.Limits["shaft-runout-seal"].Max, err)
	}
}

// The plug is pulled: a child appends in a loop and says what was acknowledged,
// and is killed in the middle of it. Everything it said has to be there.
func TestAKilledProcessLosesNothing(t *testing.T) {
	if path := os.Getenv("SETTLE_APPEND_TO"); path != "" {
		appendForEver(t, path)
		return
	}
	for round := range drill.Pick(30, 3) {
		path := filepath.Join(t.TempDir(), "settle.db")
		child := exec.Command(os.Args[0], "-test.run=^TestAKilledProcessLosesNothing$", "-test.v")
		child.Env = append(os.Environ(), "SETTLE_APPEND_TO="+path)
		out, err := child.StdoutPipe()
		if err != nil {
			t.Fatal(err)
		}
		if err := child.Start(); err != nil {
			t.Fatal(err)
		}
		var acknowledged []string
		lines := bufio.NewScanner(out)
		for lines.Scan() {
			id, ok := strings.CutPrefix(lines.Text(), "kept ")
			if !ok {
				continue
			}
			if acknowledged = append(acknowledged, id); len(acknowledged) == 20+15*round {
				if err := child.Process.Kill(); err != nil {
					t.Fatal(err)
				}
			}
		}
		_ = child.Wait() // killed
		if len(acknowledged) < 20 {
			t.Fatalf("the child kept only %d entries", len(acknowledged))
		}
		s := open(t, path)
		r, err := s.Job(ctx, "J-0001")
		if err != nil {
			t.Fatal(err)
		}
		there := map[string]bool{}
		for _, e := range r.Log {
			there[e.ID] = true
		}
		for _, id := range acknowledged {
			if !there[id] {
				t.Errorf("entry %s was acknowledged and is not there", id)
			}
		}
		if checked, broken, err := Verify(ctx, s.File()); err != nil || checked != 1 || len(broken) != 0 {
			t.Errorf("after the kill: %d jobs, broken %v, %v", checked, broken, err)
		}
	}
}

func appendForEver(t *testing.T, path string) {
	s := open(t, path)
	by, number := furnish(t, s)
	appended(t, s, number, done("a", "lock-out", by), done("b", "isolate", by), done("c", "drain", by),
		done("c2", "support-casing", by))
	on := ""
	for i := range 100_000 {
		id := fmt.Sprintf("e%d", i)
		appended(t, s, number, play(id, by, on, fmt.Sprint(i%7)))
		fmt.Printf("kept %s\n", id)
		on = id
	}
}

// BenchmarkAppend keeps an entry in a job of 300 and gets the sheet back, beside
// a bare committed INSERT through the same driver with the same pragmas.
func BenchmarkAppend(b *testing.B) {
	b.Run("bare insert", func(b *testing.B) {
		s, _, _ := shop(b)
		if _, err := s.db.Exec("CREATE TABLE bare (id INTEGER PRIMARY KEY, line TEXT)"); err != nil {
			b.Fatal(err)
		}
		line := strings.Repeat("x", 600)
		for b.Loop() {
			if _, err := s.db.Exec("INSERT INTO bare (line) VALUES (?)", line); err != nil {
				b.Fatal(err)
			}
		}
	})
	b.Run("append and sheet", func(b *testing.B) {
		const long, most = 296, 350 // entries of the job that is appended to
		var s *Store
		var by log.Person
		var number, on string
		n := most
		add := func() {
			n++
			id := fmt.Sprintf("e%d", n)
			appended(b, s, number, play(id, by, on, fmt.Sprint(n%7)))
			on = id
		}
		for b.Loop() {
			if n >= most {
				b.StopTimer()
				s, by, number = shop(b)
				appended(b, s, number, done("a", "lock-out", by), done("b", "isolate", by), done("c", "drain", by),
					done("c2", "support-casing", by))
				on = ""
				for n = 0; n < long; {
					add()
				}
				b.StartTimer()
			}
			add()
		}
	})
}

// A job is found by the words that its findings have today, by parts of words, by two
// letters, and by nothing that nobody typed.
func TestFindingsAreFoundByTheirCodes(t *testing.T) {
	s, _, number := shop(t)
	find := func(words string) bool {
		t.Helper()
		rows, err := s.Jobs(ctx, JobQuery{Words: words})
		if err != nil {
			t.Fatal(err)
		}
		return len(rows) == 1 && rows[0].Number == number
	}
	var text string
	if err := s.db.QueryRow("SELECT search FROM jobs").Scan(&text); err != nil {
		t.Fatal(err)
	}
	for _, word := range []string{text[:2], strings.Fields(text)[1][:2], number} {
		if !find(word) {
			t.Errorf("%q does not find it", word)
		}
	}
	if find("fingernail") {
		t.Error("it is found by what nobody entered")
	}
	r, err := s.Job(ctx, number)
	if err != nil {
		t.Fatal(err)
	}
	tx, err := s.db.Begin()
	if err != nil {
		t.Fatal(err)
	}
	e := log.Entry{Step: "inspect-sleeve", Reason: "Zwölf Boxkämpfer", Body: &log.Body{Inspect: &log.InspectForm{
		Found: []string{"groove"}, At: map[string]string{"groove": "4h"}}}}
	said, err := s.said(ctx, tx, r.Plan, &e)
	if err != nil {
		t.Fatal(err)
	}
	if strings.Contains(said, "groove") || !strings.HasPrefix(said, "zwölf boxkämpfer 4h ") {
		t.Errorf("kept as %q, want the typed words and codes", said)
	}
	if _, err := tx.Exec("UPDATE jobs SET search = search || ?", said); err != nil {
		t.Fatal(err)
	}
	if err := tx.Commit(); err != nil {
		t.Fatal(err)
	}
	for _, words := range []string{"fingernail", "GROOVE", "shaft sleeve fingernail", "boxk", "öl", "4h", "er"} {
		if !find(words) {
			t.Errorf("%q does not find it", words)
		}
	}
	for _, words := range []string{"groove nosuchthing", "\uE000", token(1), "qqq", "qq", "%", "_"} {
		rows, err := s.Jobs(ctx, JobQuery{Words: words})
		if err != nil || len(rows) > 0 && typedWords(words) != "" {
			t.Errorf("%q finds %d jobs, %v", words, len(rows), err)
		}
	}
}
