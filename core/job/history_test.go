package job_test

import (
	"encoding/json"
	"fmt"
	"os"
	"reflect"
	"slices"
	"strings"
	"testing"
	"time"

	"settle/core/gauge"
	"settle/core/job"
	"settle/core/job/jobtest"
	"settle/core/judge"
	"settle/core/log"
	"settle/core/plan"
	"settle/core/quantity"
	"settle/core/sheet"
)

func TestWhatIsWithdrawnOpensItsStepAgain(t *testing.T) {
	b := jobtest.New(t, jobtest.Papers, job.Rules{})
	b.Safe()
	wrong := b.Keep("end-play-found", jobtest.FloatBody("4"))
	if err := b.Try(log.Entry{Kind: log.Kept, Step: "end-play-found", On: wrong, Reason: "typed wrong",
		Body: new(jobtest.FloatBody("5"))}); err != nil {
		t.Fatal(err)
	}
	if err := b.Withdraw("end-play-found", wrong); !isRefused(err) {
		t.Errorf("the one that was corrected: %v; want a refusal, it does not stand", err)
	}
	right := b.Last()
	if err := b.Try(log.Entry{Kind: log.Withdrawn, Step: "end-play-found", On: right}); jobtest.Names(err) != "reason" {
		t.Errorf("without a reason: %v", err)
	}
	if err := b.Withdraw("end-play-found", right); err != nil {
		t.Fatal(err)
	}
	s, err := job.Show(b.Job)
	if err != nil {
		t.Fatal(err)
	}
	step := s.Step("end-play-found")
	if step.State != job.Open || step.Entry != "" || step.Reading != nil || s.Check("end-play").Found != nil {
		t.Errorf("after it was withdrawn the step is %+v", step)
	}
	if n := s.Notes[len(s.Notes)-1]; n.Kind != log.Withdrawn || n.Reason != "ticked by mistake" ||
		!strings.Contains(n.Before.Thou, "out 5 thou") {
		t.Errorf("the sheet says %+v", n)
	}
	if err := b.Withdraw("end-play-found", right); !isRefused(err) {
		t.Errorf("twice: %v", err)
	}
	// A draft that was begun on it is told, and a fresh entry needs no reason.
	if err := b.Try(log.Entry{Kind: log.Kept, Step: "end-play-found", On: right, Reason: "again",
		Body: new(jobtest.FloatBody("4"))}); !isRefused(err) || !strings.Contains(err.Error(), "withdrawn") {
		t.Errorf("in place of what was withdrawn: %v", err)
	}
	b.Keep("end-play-found", jobtest.FloatBody("4.5"))
	if step := b.Sheet().Step("end-play-found"); step.State != job.Done || step.Entries != 2 {
		t.Errorf("entered again it is %s, entry %d", step.State, step.Entries)
	}
	if bad := log.Verify(b.Log); bad != 0 {
		t.Errorf("the chain breaks at %d", bad)
	}
}

func TestWithdrawnCautionsBlockAgain(t *testing.T) {
	b := jobtest.New(t, jobtest.Papers, job.Rules{})
	b.Safe()
	ids := map[string]string{}
	for _, e := range b.Log {
		ids[e.Step] = e.ID
	}
	if err := b.Withdraw("lock-out", ids["lock-out"]); err != nil {
		t.Fatal(err)
	}
	if s := b.Sheet().Step("end-play-found"); s.State != job.Blocked || b.Sheet().Next != "lock-out" {
		t.Errorf("without the lock-out a reading is %s, next %s", s.State, b.Sheet().Next)
	}
}

func TestDecisionsAndPicturesAreWithdrawn(t *testing.T) {
	b := jobtest.New(t, jobtest.Papers, job.Rules{})
	b.Safe()
	on := b.Keep("radial-play-built", jobtest.FloatBody("9"))
	if err := b.Try(log.Entry{Kind: log.Decided, Step: "radial-play-built", On: on, Reason: "spare"}); err != nil {
		t.Fatal(err)
	}
	decision := b.Sheet().Step("radial-play-built").Decision
	if decision == nil || decision.Entry != b.Last() {
		t.Fatalf("the decision is %+v", decision)
	}
	if err := b.Withdraw("radial-play-built", decision.Entry); err != nil {
		t.Fatal(err)
	}
	if s := b.Sheet().Step("radial-play-built"); s.State != job.Decide || s.Decision != nil {
		t.Errorf("after the decision was withdrawn: %s", s.State)
	}
	if err := b.Try(log.Entry{Kind: log.Pictured, Step: "radial-play-built",
		Body: &log.Body{Photo: &log.PhotoForm{Photos: []string{"abc"}}}}); err != nil {
		t.Fatal(err)
	}
	if err := b.Withdraw("radial-play-built", b.Last()); err != nil ||
		len(b.Sheet().Step("radial-play-built").Pictures) > 0 {
		t.Errorf("the picture: %v, %+v", err, b.Sheet().Step("radial-play-built").Pictures)
	}
	if err := b.Withdraw("", "open"); !isRefused(err) {
		t.Errorf("the opening: %v", err)
	}
	if err := b.Withdraw("", "nobody"); jobtest.Names(err) != "on" {
		t.Errorf("an entry there is not: %v", err)
	}
	if err := b.Withdraw("lock-out", on); jobtest.Names(err) != "step" {
		t.Errorf("an entry of another step: %v", err)
	}
}

func TestAJobEndsWithoutASignature(t *testing.T) {
	b := jobtest.New(t, jobtest.Papers, job.Rules{})
	b.Safe()
	b.Keep("end-play-found", jobtest.FloatBody("4"))
	end := log.Entry{Kind: log.Ended, By: jobtest.Lead, Ending: log.Scrapped, Reason: "casing cracked"}
	for name, change := range map[string]func(*log.Entry){
		"by":     func(e *log.Entry) { e.By = jobtest.Tech },
		"ending": func(e *log.Entry) { e.Ending = "lost" },
		"reason": func(e *log.Entry) { e.Reason = " " },
	} {
		e := end
		change(&e)
		if err := b.Try(e); jobtest.Names(err) != name {
			t.Errorf("without a good %s: %v", name, err)
		}
	}
	if err := b.Try(end); err != nil {
		t.Fatal(err)
	}
	s := b.Sheet()
	if s.State != job.Closed || s.Next != "" || s.Ended.Ending != log.Scrapped || s.Ended.By.Name != jobtest.Lead.Name ||
		len(b.Kept) != 1 {
		t.Errorf("the job is %s, %+v, %d kept sheets", s.State, s.Ended, len(b.Kept))
	}
	if err := b.Try(log.Entry{Kind: log.Kept, Step: "turn-found",
		Body: &log.Body{Turn: &log.TurnForm{Turn: gauge.Free}}}); !isRefused(
		err) {
		t.Errorf("an entry after the end: %v", err)
	}
	if err := b.Try(end); !isRefused(err) {
		t.Errorf("ended twice: %v", err)
	}
	// It can be taken up again, by a lead.
	again := log.Entry{Kind: log.Withdrawn, On: s.Ended.Entry, Reason: "wrong job"}
	if err := b.Try(again); jobtest.Names(err) != "by" {
		t.Errorf("taken up by a technician: %v", err)
	}
	again.By = jobtest.Lead
	if err := b.Try(again); err != nil || b.Sheet().State != job.InWork {
		t.Fatalf("taken up again: %v, %s", err, b.Sheet().State)
	}
	if s := b.Walk(jobtest.Bodies(t)); s.State != job.Signed || len(b.Kept) != 2 {
		t.Errorf("worked on, it is %s with %d kept sheets", s.State, len(b.Kept))
	}
	if kept, err := b.Kept[1].Sheet(); err != nil || kept.State != job.Signed || kept.Step("sign").State != job.Done {
		t.Errorf("what is kept with the signature: %+v, %v", kept.State, err)
	}
	if why := job.VerifySheets(b.Log, b.Kept); why != "" || log.Verify(b.Log) != 0 {
		t.Errorf("verified: %s, chain breaks at %d", why, log.Verify(b.Log))
	}
}

func TestASignedSheetIsKeptAndAmended(t *testing.T) {
	b := jobtest.New(t, jobtest.Papers, job.Rules{})
	b.Walk(jobtest.Bodies(t))
	signed := b.Log[len(b.Log)-1]
	if len(b.Kept) != 1 || b.Kept[0].Seq != signed.Seq || signed.Sheet != b.Kept[0].Hash || !b.Kept[0].Whole() {
		t.Fatalf("with the signature %d sheets are kept, the entry names %q", len(b.Kept), signed.Sheet)
	}
	first, err := b.Kept[0].Sheet()
	if err != nil {
		t.Fatal(err)
	}
	// What is read back is what was shown, to the letter.
	if back, err := job.KeepSheet(signed.Seq, first); err != nil || back.Hash != b.Kept[0].Hash {
		t.Errorf("read and written again it differs, %v", err)
	}
	was := first.Step("clearance-built").Entry
	amend := log.Entry{Kind: log.Amended, Step: "clearance-built", On: was, Reason: "a digit was swapped",
		Body: new(jobtest.LeafBody(jobtest.Vanes, "16", "17"))}
	bad := amend
	bad.Reason = ""
	if err := b.Try(bad); jobtest.Names(err) != "reason" {
		t.Errorf("without a reason: %v", err)
	}
	bad = amend
	bad.On = "e1"
	var stale *job.Stale
	if err := b.Try(bad); !asStale(err, &stale) {
		t.Errorf("without having seen what stands there: %v", err)
	}
	bad = amend
	bad.Step, bad.On = "sign", ""
	if err := b.Try(bad); !isRefused(err) {
		t.Errorf("the signature itself: %v", err)
	}
	if err := b.Withdraw("clearance-built", was); !isRefused(err) {
		t.Errorf("withdrawn after the signature: %v", err)
	}
	if err := b.Try(amend); err != nil {
		t.Fatal(err)
	}
	if err := b.Try(log.Entry{Kind: log.Amended, Reason: "seal number is 88-14"}); err != nil {
		t.Fatal(err)
	}
	now, err := job.Show(b.Job)
	if err != nil {
		t.Fatal(err)
	}
	if got := now.Check("impeller-clearance").Built.Figure; got.Length != 16*quantity.Thou || len(now.Amended) != 2 ||
		now.Signed.By.Name != jobtest.Tech.Name || now.State != job.Signed {
		t.Errorf("amended it shows %v, %+v", got, now.Amended)
	}
	if got := first.Check("impeller-clearance").Built.Figure; got.Length != 14*quantity.Thou {
		t.Errorf("the first sheet shows %v", got)
	}
	if len(b.Kept) != 3 || b.Kept[0].Hash != signed.Sheet {
		t.Errorf("%d sheets are kept", len(b.Kept))
	}
	if other, err := job.Otherwise(b.Job); err != nil || len(other) != 0 {
		t.Errorf("by the same rules something differs: %+v, %v", other, err)
	}
}

// The second signature stands under what was signed or amended last, and is never by the same person.
func TestASecondPersonChecks(t *testing.T) {
	b := jobtest.New(t, jobtest.Papers, job.Rules{Schools: map[string]string{plan.SecondSignature: plan.Asked}})
	check := log.Entry{Kind: log.Checked, By: jobtest.Lead}
	if err := b.Try(check); !isRefused(err) {
		t.Errorf("before the first signature: %v", err)
	}
	s := b.Walk(jobtest.Bodies(t))
	if !s.Second || s.Checked != nil || len(s.Waits) == 0 || s.Waits[0].For != job.ForSecond {
		t.Fatalf("signed, it waits for %+v", s.Waits)
	}
	check.On = s.Signed.Entry
	own := check
	own.By = s.Signed.By
	if err := b.Try(own); jobtest.Names(err) != "by" {
		t.Errorf("by who signed: %v", err)
	}
	nothing := check
	nothing.On = ""
	if err := b.Try(nothing); jobtest.Names(err) != "on" {
		t.Errorf("of nothing: %v", err)
	}
	if err := b.Try(check); err != nil {
		t.Fatal(err)
	}
	s, err := job.Show(b.Job)
	if err != nil || s.Second || s.Checked.By.Name != jobtest.Lead.Name || len(s.Waits) > 0 &&
		s.Waits[0].For == job.ForSecond ||
		len(b.Kept) != 2 {
		t.Errorf("checked: %+v, %v, waits for %+v, %v", s.Checked, s.Second, s.Waits, err)
	}
	if err := b.Try(check); !isRefused(err) {
		t.Errorf("checked twice: %v", err)
	}
	// What is amended is checked anew.
	if err := b.Try(log.Entry{Kind: log.Amended, By: jobtest.Lead, Reason: "seal number is 88-14"}); err != nil {
		t.Fatal(err)
	}
	var stale *job.Stale
	if err := b.Try(check); !asStale(err, &stale) {
		t.Errorf("without having seen the amendment: %v", err)
	}
	s = job.Derive(b.Job)
	check.On = s.Amended[0].Entry
	if err := b.Try(check); !s.Second || jobtest.Names(err) != "by" {
		t.Errorf("by who amended: %v", err)
	}
	check.By = log.Person{ID: "p9", Name: "S. Third", Role: "technician"}
	if err := b.Try(check); err != nil || job.Derive(b.Job).Second {
		t.Errorf("by a third person: %v", err)
	}
}

// Where nobody asks, a sheet may be checked all the same, and waits for nothing.
func TestNobodyAsksForASecondSignature(t *testing.T) {
	b := jobtest.New(t, jobtest.Papers, job.Rules{})
	if s := b.Walk(jobtest.Bodies(t)); s.Second || slices.ContainsFunc(s.Waits,
		func(w job.Wait) bool { return w.For == job.ForSecond }) {
		t.Errorf("it waits for %+v", s.Waits)
	}
	for _, c := range sheet.SchoolsOf(b.Job) {
		if strings.Contains(c.Title, "second") {
			t.Errorf("the sheet says %+v", c)
		}
	}
}

// A signature asks for the PIN once more, a reading does not.
func TestWhatIsASignature(t *testing.T) {
	b := jobtest.New(t, jobtest.Papers, job.Rules{})
	b.Safe()
	for name, tt := range map[string]struct {
		e    log.Entry
		want bool
	}{
		"a tick":            {log.Entry{Kind: log.Kept, Step: "lock-out", Body: &log.Body{Done: true}}, false},
		"a reading":         {log.Entry{Kind: log.Kept, Step: "end-play-found", Body: new(jobtest.FloatBody("4"))}, false},
		"nothing":           {log.Entry{Kind: log.Kept, Step: "end-play-found"}, false},
		"no step":           {log.Entry{Kind: log.Kept, Step: "polish", Body: &log.Body{Done: true}}, false},
		"the sign-off":      {log.Entry{Kind: log.Kept, Step: "sign", Body: &log.Body{Sign: &log.SignForm{}}}, true},
		"a decision":        {log.Entry{Kind: log.Decided, Step: "end-play-found"}, true},
		"an end":            {log.Entry{Kind: log.Ended}, true},
		"an amendment":      {log.Entry{Kind: log.Amended}, true},
		"a check":           {log.Entry{Kind: log.Checked}, true},
		"a picture":         {log.Entry{Kind: log.Pictured, Step: "lock-out"}, false},
		"a tick taken back": {log.Entry{Kind: log.Withdrawn, Step: "lock-out", On: b.Log[1].ID}, false},
		"a part by the rule": {log.Entry{Kind: log.Kept, Step: "inspect-sleeve",
			Body: &log.Body{Inspect: &log.InspectForm{}}}, false},
		"a part against it": {log.Entry{Kind: log.Kept, Step: "inspect-sleeve", Body: &log.Body{Inspect: &log.InspectForm{
			Found: []string{"groove"}, Outcome: "reuse", Reason: "a spare is not to be had"}}}, true},
	} {
		if got := job.May(b.Job, tt.e).PIN; got != tt.want {
			t.Errorf("%s: %v", name, got)
		}
	}
}

func asStale(err error, to **job.Stale) bool {
	s, ok := err.(*job.Stale)
	*to = s
	return ok
}

func TestAmendingAnOpenJobIsRefused(t *testing.T) {
	b := jobtest.New(t, jobtest.Papers, job.Rules{})
	b.Safe()
	if err := b.Try(log.Entry{Kind: log.Amended, Reason: "x"}); !isRefused(err) {
		t.Errorf("got %v", err)
	}
}

func TestASheetThatWasChangedIsTold(t *testing.T) {
	b := jobtest.New(t, jobtest.Papers, job.Rules{})
	b.Walk(jobtest.Bodies(t))
	b.Kept[0].Bytes = []byte(strings.Replace(string(b.Kept[0].Bytes), `"close"`, `"within"`, 1) + " ")
	if _, err := job.Show(b.Job); err == nil || !strings.Contains(err.Error(), "changed") {
		t.Errorf("it is shown, %v", err)
	}
	if why := job.VerifySheets(b.Log, b.Kept); why == "" {
		t.Error("it verifies")
	}
	if why := job.VerifySheets(b.Log, nil); !strings.Contains(why, "missing") {
		t.Errorf("without it: %q", why)
	}
}

// Every field of an entry comes back as it was sent, and those that are not there
// take no room.
func TestEveryFieldOfAnEntry(t *testing.T) {
	at := time.Date(2026, 12, 1, 9, 30, 0, 0, time.UTC)
	full := log.Entry{ID: "x", By: jobtest.Tech, Kind: log.Kept, Step: "lock-out", On: "y", Reason: "z",
		Body:   &log.Body{Done: true},
		Ending: log.OtherEnd, Source: log.Source{Device: "bench 2", Clock: &at, DoneAt: &at, DoneBy: "M. Okafor",
			OnPaper: true,
			Round:   2, From: map[string]log.Carried{"body.tool.measured": {Step: "s", Entry: "e", Value: "v",
				Text: "31 thou"}}},
		Sheet: "abc"}
	e, err := log.Seal(nil, full, at)
	if err != nil {
		t.Fatal(err)
	}
	back, err := log.ReadLine(e.Line())
	if err != nil || !reflect.DeepEqual(back, e) {
		t.Errorf("comes back as %+v, %v", back, err)
	}
	if back.Rules != log.RulesNumber || back.Core != log.CoreNumber || back.Format != log.FormatNumber {
		t.Errorf("it carries %d, %d, %d", back.Rules, back.Core, back.Format)
	}
	slim, err := json.Marshal(log.Entry{ID: "x", Kind: log.Kept})
	want := `{"id":"x","seq":0,"at":"0001-01-01T00:00:00Z","by":{"id":"","name":"","role":""},"kind":"kept",` +
		`"hash":""}`
	if err != nil || string(slim) != want {
		t.Errorf("a slim entry is %s, %v", slim, err)
	}
	b := jobtest.New(t, jobtest.Papers, job.Rules{})
	for name, s := range map[string]log.Source{
		"device":              {Device: strings.Repeat("x", 200)},
		"done_by":             {DoneBy: strings.Repeat("x", 200)},
		"round":               {Round: -1},
		"from.body.tool.bore": {From: map[string]log.Carried{"body.tool.bore": {Text: strings.Repeat("x", 600)}}},
	} {
		if err := b.Try(log.Entry{Kind: log.Kept, Step: "lock-out", Body: &log.Body{Done: true},
			Source: s}); jobtest.Names(err) != name {
			t.Errorf("%s: %v", name, err)
		}
	}
}

// What a change of rules makes of an open job is told until somebody has looked.
func TestGlance(t *testing.T) {
	b := jobtest.New(t, jobtest.Papers, job.Rules{})
	b.Safe()
	b.Keep("radial-play-built", jobtest.FloatBody("9"))
	now := b.Sheet()
	g := job.GlanceAt(now)
	if got := g.Since(now); len(got) != 0 {
		t.Errorf("nothing changed: %+v", got)
	}
	then := g.Steps["radial-play-built"]
	then.Verdict, then.Decide = judge.Within, false
	g.Steps["radial-play-built"], g.Rules = then, 0
	if got := g.Since(now); len(got) != 1 || got[0].Now.Verdict != judge.Out || !got[0].Now.Decide {
		t.Errorf("a verdict changed: %+v", got)
	}
	before := now
	b.Keep("end-play-found", jobtest.FloatBody("4"))
	g = g.After(before, b.Sheet(), "end-play-found")
	if got := g.Since(b.Sheet()); len(got) != 1 || g.Rules != 0 || g.Steps["end-play-found"].Verdict == "" {
		t.Errorf("after another entry: %+v, rules %d", got, g.Rules)
	}
}

// Every number of rules has its line, and the last line is of the rules of today.
func TestRulesHaveTheirLine(t *testing.T) {
	text, err := os.ReadFile("../../docs/rules.md")
	if err != nil {
		t.Fatal(err)
	}
	last := 0
	for line := range strings.Lines(string(text)) {
		var n int
		if _, err := fmt.Sscanf(line, "| %d |", &n); err != nil {
			continue
		}
		if n != last+1 {
			t.Errorf("rules %d come after %d", n, last)
		}
		last = n
	}
	if last != log.RulesNumber {
		t.Errorf("docs/rules.md ends with rules %d, today's are %d", last, log.RulesNumber)
	}
}
