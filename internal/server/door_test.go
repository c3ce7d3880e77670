package server

import (
	"encoding/json"
	"net/http"
	"net/http/httptest"
	"net/url"
	"strings"
	"sync"
	"sync/atomic"
	"testing"
	"time"

	"github.com/danielgtaylor/huma/v2"

	"settle/core/job"
	"settle/internal/copies"
	"settle/internal/door"
	"settle/internal/store"
)

const passphrase = "copper kettle north wind"

// locked is the demo's shop behind a door as other machines find it: everybody has a passphrase.
type locked struct {
	t     *testing.T
	store *store.Store
	door  *door.Door
	*httptest.Server
}

func lockedShop(t *testing.T) *locked {
	t.Helper()
	s, _ := demoStore(t)
	d, err := door.New(t.Context(), s, time.Now, door.How{})
	if err != nil {
		t.Fatal(err)
	}
	l := &locked{t, s, d, httptest.NewServer(New(s, copies.Beside(s, time.Now), d, built))}
	t.Cleanup(l.Close)
	token, err := d.Invite(t.Context(), false)
	if err != nil {
		t.Fatal(err)
	}
	if _, err := d.Begin(t.Context(), door.Caller{}, token, "T. Achterberg", "lead", passphrase); err != nil {
		t.Fatal(err)
	}
	return l
}

// come has somebody come in by passphrase, with a keeper's code where they have none yet.
func (l *locked) come(name string) func(*http.Request) {
	l.t.Helper()
	a, err := l.store.Named(l.t.Context(), name)
	if err != nil {
		l.t.Fatal(err)
	}
	in := map[string]string{"name": name, "secret": passphrase}
	if kept, err := l.store.Secret(l.t.Context(), a.ID, store.Passphrase); err != nil {
		l.t.Fatal(err)
	} else if kept.Hash == "" {
		given, err := l.door.GiveCode(l.t.Context(), door.Caller{}, a.ID)
		if err != nil {
			l.t.Fatal(err)
		}
		in["secret"], in["new"] = given.Code, passphrase
	}
	body, err := json.Marshal(in)
	if err != nil {
		l.t.Fatal(err)
	}
	status, head, b := call(l.t, l.Server, "POST", "/api/v1/session", string(body))
	if status != 201 {
		l.t.Fatalf("%s comes in: %d %s", name, status, b)
	}
	cookies := with(head)
	return func(r *http.Request) {
		cookies(r)
		if a.Keeper {
			again(r)
		}
	}
}

// with carries the cookie of an answer.
func with(head http.Header) func(*http.Request) {
	cookie, _, _ := strings.Cut(head.Get("Set-Cookie"), ";")
	return func(r *http.Request) { r.Header.Add("Cookie", cookie) }
}

// again gives the passphrase once more, with a keeper's act.
func again(r *http.Request) { r.Header.Set(confirmHeader, url.PathEscape(passphrase)) }

// comes are the operations by which one comes in and goes.
var comes = map[string]bool{"get-session": true, "sign-in": true, "sign-out": true, "make-keeper": true, "let-in": true,
	"open-link": true, "health": true}

// everything calls each operation of the API once, with something in its path. Who is signed in
// stays so, and opens no stream.
func (l *locked) everything(ask func(op *huma.Operation, status int, body []byte), by ...func(*http.Request)) {
	l.t.Helper()
	all := Description()
	for path, item := range all.Paths {
		for _, op := range []*huma.Operation{item.Get, item.Post, item.Put, item.Delete} {
			if op == nil {
				continue
			}
			at := strings.NewReplacer("{number}", "J-0005", "{tag}", "LS-204", "{format}", "csv", "{step}", "seal",
				"{key}", "IND-1", "{kind}", "length", "{what}", "pumps", "{id}", "none").Replace(path)
			if len(by) > 0 && (comes[op.OperationID] || op.OperationID == "live" || op.OperationID == "sign-out-everywhere") {
				continue
			}
			status, _, b := call(l.t, l.Server, op.Method, at, map[bool]string{true: "{}"}[op.Method != "GET"], by...)
			ask(op, status, b)
		}
	}
}

// Strangers on the network see the sign-in page and nothing else: not a name, a tag, a photo, the
// description of the API.
func TestStrangersSeeNothing(t *testing.T) {
	l := lockedShop(t)
	seen := 0
	hidden := func(what string, b []byte) {
		for _, word := range []string{"Okafor", "Achterberg", "LS-204", "Tern Rock", "J-0005", "operationId"} {
			if strings.Contains(string(b), word) {
				t.Errorf("%s tells %q: %.200s", what, word, b)
			}
		}
	}
	l.everything(func(op *huma.Operation, status int, b []byte) {
		seen++
		hidden(op.OperationID, b)
		if !comes[op.OperationID] && status != http.StatusUnauthorized {
			t.Errorf("%s answers %d", op.OperationID, status)
		}
	})
	if seen < 70 {
		t.Errorf("only %d operations were asked", seen)
	}
	for _, path := range []string{"/api/v1/openapi.json", "/api/v1/openapi.yaml", "/api/v1/openapi-3.0.json",
		"/api/v1/../v1/openapi.json", "/api//v1/jobs", "/assets/../settle.db", "/..%2fsettle.db", "/jobs/J-0005", "/"} {
		status, _, b := call(t, l.Server, "GET", path, "")
		hidden(path, b)
		if strings.HasPrefix(path, "/api") && status < 400 {
			t.Errorf("%s answers %d: %.100s", path, status, b)
		}
	}
}

// A reader sees and prints, and enters nothing; a technician settles nothing for the whole shop;
// people, tablets and copies are the keeper's.
func TestWhoMayDoWhat(t *testing.T) {
	l := lockedShop(t)
	office, bench, keeper := l.come("Front office"), l.come("M. Okafor"), l.come("T. Achterberg")
	reads := func(op *huma.Operation) bool {
		return op.Method == "GET" || strings.HasPrefix(op.OperationID, "preview") || op.OperationID == "calculate" ||
			op.OperationID == "look"
	}
	keepers := []string{"person", "people", "tablet", "lock", "doings", "copy", "keep-copies", "give-code", "end-sessions",
		"link", "restored", "look-through", "told-of-keepers"}
	own := map[string]bool{"stay-awake": true, "choose-secret": true, "end-session": true}
	is := func(op *huma.Operation, words []string) bool {
		for _, w := range words {
			if strings.Contains(op.OperationID, w) {
				return true
			}
		}
		return false
	}
	ask := func(who string, by func(*http.Request), may func(*huma.Operation) bool) {
		l.everything(func(op *huma.Operation, status int, b []byte) {
			refused := status == http.StatusForbidden
			if refused == (may(op) || own[op.OperationID]) || status == http.StatusUnauthorized {
				t.Errorf("%s, %s: %d %.200s", who, op.OperationID, status, b)
			}
		}, by)
	}
	ask("a reader", office, func(op *huma.Operation) bool { return reads(op) && !is(op, keepers) })
	settles := []string{"save-shop", "save-shop-limits", "add-plan", "look-at-plan", "take-in-register", "name-key",
		"import-job", "save-pump-limits", "answer-pump-limits"}
	ask("a technician", bench, func(op *huma.Operation) bool {
		return !is(op, keepers) && !is(op, settles)
	})
	ask("a keeper", keeper, func(*huma.Operation) bool { return true })
}

// By a link one sees one job and nothing else.
func TestALinkSeesOneJob(t *testing.T) {
	l := lockedShop(t)
	keeper := l.come("T. Achterberg")
	status, _, b := call(t, l.Server, "POST", "/api/v1/jobs/J-0004/links",
		`{"what":"harbour office","days":3,"at":"https://bench.local:8420"}`, keeper)
	address := decoded[struct{ Address string }](t, status, b).Address
	_, token, ok := strings.Cut(address, "#")
	if !ok || !strings.HasPrefix(address, "https://bench.local:8420/shared") {
		t.Fatalf("the link is %q", address)
	}
	status, head, b := call(t, l.Server, "POST", "/api/v1/links/open", `{"token":"`+token+`"}`)
	if v := decoded[SessionView](t, status, b); v.Job != "J-0004" {
		t.Fatalf("%+v", v)
	}
	guest := with(head)
	for path, want := range map[string]int{
		"/api/v1/jobs/J-0004": 200, "/api/v1/jobs/J-0004/sheet": 200, "/api/v1/jobs/J-0004/sheet.pdf": 200,
		"/api/v1/jobs/J-0005": 401, "/api/v1/jobs/J-0005/sheet": 401, "/api/v1/jobs": 401, "/api/v1/shop": 401,
		"/api/v1/pumps/LS-204": 401, "/api/v1/openapi.json": 401, "/api/v1/live": 401, "/api/v1/jobs/J-0004/links": 401,
	} {
		if status, _, b := call(t, l.Server, "GET", path, "", guest); status != want {
			t.Errorf("%s: %d, want %d: %.200s", path, status, want, b)
		}
	}
	if v := get[JobView](t, l.Server, "/api/v1/jobs/J-0004", guest); len(v.Again) != 0 {
		t.Errorf("it tells of other jobs: %v", v.Again)
	}
	if status, _, _ := call(t, l.Server, "POST", "/api/v1/jobs/J-0004/entries", `{"id":"x","kind":"amended"}`,
		guest); status != 401 {
		t.Errorf("a guest enters: %d", status)
	}
	links := get[[]store.Link](t, l.Server, "/api/v1/jobs/J-0004/links", keeper)
	if status, _, _ := call(t, l.Server, "DELETE", "/api/v1/links/"+links[0].ID, "", keeper); status != 200 {
		t.Errorf("ended: %d", status)
	}
	if status, _, _ := call(t, l.Server, "GET", "/api/v1/jobs/J-0004", "", guest); status != 401 {
		t.Errorf("after its end: %d", status)
	}
}

// What is decided, ended, amended or signed asks for the passphrase again; a reading does not.
func TestASignatureAsksAgain(t *testing.T) {
	l := lockedShop(t)
	lead := l.come("T. Achterberg")
	end := func(pin string) (int, JobView, []byte) {
		form := map[string]any{"id": "end-1", "kind": "ended", "ending": "scrapped", "reason": "casing cracked"}
		if pin != "" {
			form["pin"] = pin
		}
		return put(t, l.Server, "J-0006", form, lead)
	}
	for pin, says := range map[string]string{"": "once more", "somebody else's words": "is not right"} {
		if status, _, b := end(pin); status != 422 || !strings.Contains(string(b), `"field":"pin"`) ||
			!strings.Contains(string(b), says) {
			t.Errorf("with %q: %d %s", pin, status, b)
		}
	}
	status, v, b := end(passphrase)
	if status != 201 || v.Sheet.State != job.Closed || v.Sheet.Ended.By.Name != "T. Achterberg" {
		t.Fatalf("%d %.200s", status, b)
	}
	if strings.Contains(string(b), passphrase) {
		t.Error("the passphrase is in the log")
	}
	bench := l.come("M. Okafor")
	status, _, b = call(t, l.Server, "POST", entries, entry("plain-1", "runout-seal-built", "", "", good), bench)
	if v := decoded[JobView](t, status, b); v.Log[len(v.Log)-1].By.Name != "M. Okafor" {
		t.Errorf("entered by %+v", v.Log[len(v.Log)-1].By)
	}
}

// A tablet is let in, somebody is picked, and entries carry the name of the tablet.
func TestATabletEnters(t *testing.T) {
	l := lockedShop(t)
	keeper := l.come("T. Achterberg")
	status, _, b := call(t, l.Server, "POST", "/api/v1/tablets", `{"name":"Bench 2","at":"https://bench.local:8420"}`,
		keeper)
	offer := decoded[CodeView](t, status, b)
	if !strings.HasPrefix(offer.QR, "<svg") || len(offer.Code) != 8 {
		t.Errorf("%+v", offer)
	}
	status, head, b := call(t, l.Server, "POST", "/api/v1/tablets/in", `{"code":"`+offer.Code+`"}`)
	if status != 201 {
		t.Fatalf("%d %s", status, b)
	}
	tablet := with(head)
	if v := get[SessionView](t, l.Server, "/api/v1/session", tablet); v.Tablet != "Bench 2" || len(v.People) != 4 ||
		v.Person != nil || v.Lock != 10 {
		t.Errorf("%+v", v)
	}
	if status, _, _ := call(t, l.Server, "GET", "/api/v1/jobs", "", tablet); status != 401 {
		t.Errorf("a tablet where nobody is signed in sees jobs: %d", status)
	}
	status, _, b = call(t, l.Server, "POST", "/api/v1/people/p1/code", "", keeper)
	code := decoded[CodeView](t, status, b).Code
	status, head, b = call(t, l.Server, "POST", "/api/v1/session", `{"person":"p1","secret":"`+code+
		`","new":"739158"}`, tablet)
	if status != 201 {
		t.Fatalf("%d %s", status, b)
	}
	in := with(head)
	status, _, b = call(t, l.Server, "POST", entries, strings.Replace(entry("tab-1", "runout-seal-built", "", "", good),
		`{"id"`, `{"device":"my own name","id"`, 1), tablet, in)
	if e := decoded[JobView](t, status, b).Log; e[len(e)-1].Device != "Bench 2" || e[len(e)-1].By.ID != "p1" {
		t.Errorf("the entry says %+v", e[len(e)-1])
	}
	tablets := get[TabletsView](t, l.Server, "/api/v1/tablets", keeper)
	if status, _, _ := call(t, l.Server, "DELETE", "/api/v1/tablets/"+tablets.Tablets[0].ID, "", keeper); status != 200 {
		t.Fatal(status)
	}
	if status, _, _ := call(t, l.Server, "GET", "/api/v1/jobs", "", tablet, in); status != 401 {
		t.Errorf("a revoked tablet sees jobs: %d", status)
	}
	doings := get[[]store.Doing](t, l.Server, "/api/v1/doings", keeper)
	if doings[0].What != door.Revoked || doings[0].About != "Bench 2" || doings[0].Person != "T. Achterberg" {
		t.Errorf("the record says %+v", doings[0])
	}
}

// Who asks too much waits; who is signed in beside them does not.
func TestTooMuchIsSlowed(t *testing.T) {
	l := lockedShop(t)
	bench := l.come("M. Okafor")
	var slowed atomic.Int64
	var all sync.WaitGroup
	for range 3 * strangerBurst {
		all.Go(func() {
			if status, _, _ := call(t, l.Server, "GET", "/api/v1/jobs", ""); status == http.StatusTooManyRequests {
				slowed.Add(1)
			}
		})
	}
	all.Wait()
	if n := slowed.Load(); n < strangerBurst {
		t.Errorf("%d of %d were slowed", n, 3*strangerBurst)
	}
	if status, _, _ := call(t, l.Server, "GET", "/api/v1/jobs", "", bench); status != 200 {
		t.Errorf("somebody signed in waits for a stranger: %d", status)
	}
}

// What is known to be wrong with an older plan stands at the shop's own plan and at its open jobs. A
// technician does not take it away, nor does looking at what the rules changed; a lead does.
func TestOnlyALeadLooksAtADangerousPlan(t *testing.T) {
	l := lockedShop(t)
	bench, lead := l.come("M. Okafor"), l.come("T. Achterberg")
	const text = `key: circulator-ours
title: Our circulator
construction: K
version: 1
format: 2
values:
  - {key: discard, title: Small parts to discard, kind: number}
stages:
  - id: work
    title: Work
    steps:
      - {id: discarded, kind: count, of: Small parts to discard, title: Discarded, against: value discard}
      - {id: bare, kind: do, title: Inner card off}
      - {id: sign, kind: sign, title: Sign}
`
	send := func(want int, method, path string, in any, by func(*http.Request)) []byte {
		t.Helper()
		b, err := json.Marshal(in)
		if err != nil {
			t.Fatal(err)
		}
		status, _, got := call(t, l.Server, method, "/api/v1"+path, string(b), by)
		if status != want {
			t.Fatalf("%s %s: %d, want %d: %.300s", method, path, status, want, got)
		}
		return got
	}
	send(201, "POST", "/plans", PlanText{text}, lead)
	listed := func() int {
		for _, p := range decoded[[]PlanView](t, 200, send(200, "GET", "/plans", nil, bench)) {
			if p.Key == "circulator-ours" {
				return len(p.Dangers)
			}
		}
		return -1
	}
	pump := map[string]any{"tag": "CI-900", "name": "Ours", "plan": "circulator-ours", "construction": "K",
		"options": map[string]string{}, "values": map[string]string{}, "limits": map[string]any{}}
	send(201, "POST", "/pumps", pump, bench)
	opening := map[string]any{"id": "opened-900", "pump": "CI-900", "complaint": "noise"}
	number := decoded[JobView](t, 201, send(201, "POST", "/jobs", opening, bench)).Number
	at := func() int {
		return len(decoded[JobView](t, 200, send(200, "GET", "/jobs/"+number, nil, bench)).Dangers)
	}
	if listed() != 1 || at() != 1 {
		t.Fatalf("the plan shows %d, its job %d", listed(), at())
	}
	send(403, "POST", "/plans/circulator-ours/looked", nil, bench)
	send(403, "POST", "/jobs/"+number+"/looked?plan=true", nil, bench)
	send(201, "POST", "/jobs/"+number+"/looked", nil, lead)
	if listed() != 1 || at() != 1 {
		t.Errorf("nobody looked at it, and the plan shows %d, its job %d", listed(), at())
	}
	send(201, "POST", "/jobs/"+number+"/looked?plan=true", nil, lead)
	if listed() != 1 || at() != 0 {
		t.Errorf("a lead looked at the job: the plan shows %d, the job %d", listed(), at())
	}
	send(201, "POST", "/plans/circulator-ours/looked", nil, lead)
	if listed() != 0 {
		t.Errorf("a lead looked at the plan, and it shows %d", listed())
	}
	send(404, "POST", "/plans/nothing/looked", nil, lead)
}

// A keeper's act asks for the passphrase anew, also of who sits at the keeper's open session; for a few
// minutes after it was given it is not asked again. The other keepers are told of a new one.
func TestAKeepersActAsksAgain(t *testing.T) {
	l := lockedShop(t)
	l.come("T. Achterberg")
	_, head, _ := call(t, l.Server, "POST", "/api/v1/session", `{"name":"T. Achterberg","secret":"`+passphrase+`"}`)
	open := with(head) // a session that lies open: nobody types at it
	for _, act := range []struct{ method, path, body string }{
		{"POST", "/people", `{"name":"Z. Wade","role":"technician","keeper":true}`}, {"POST", "/people/p1/code", ""},
		{"PUT", "/people/p1", `{"role":"lead"}`}, {"DELETE", "/people/p1/sessions", ""},
		{"POST", "/tablets", `{"name":"B","at":"https://b:1"}`}, {"PUT", "/tablets/lock", `{"minutes":240}`},
		{"PUT", "/copies", `{"keep":0}`}, {"POST", "/copies", ""}, {"POST", "/restored/looked", ""},
	} {
		for _, wrong := range []string{"", "somebody else's words"} {
			status, head, b := call(t, l.Server, act.method, "/api/v1"+act.path, act.body, open, func(r *http.Request) {
				r.Header.Set(confirmHeader, url.PathEscape(wrong))
			})
			if status != 422 && status != 429 || head.Get(asksHeader) != "again" {
				t.Errorf("%s %s with %q: %d %s", act.method, act.path, wrong, status, b)
			}
		}
	}
	before, err := l.store.Accounts(t.Context())
	if err != nil || len(before) != 4 {
		t.Fatalf("%v, %v", before, err)
	}
	keeper := l.come("T. Achterberg")
	status, _, b := call(
		t,
		l.Server,
		"POST",
		"/api/v1/people",
		`{"name":"Z. Wade","role":"technician","keeper":true}`,
		keeper,
	)
	if status != 201 {
		t.Fatalf("%d %s", status, b)
	}
	status, _, b = call(t, l.Server, "POST", "/api/v1/people", `{"name":"A. Third","role":"reader","keeper":true}`, keeper,
		func(r *http.Request) { r.Header.Del(confirmHeader) })
	if status != 201 {
		t.Errorf("a moment after it was given it is asked again: %d %s", status, b)
	}
	second := l.come("Z. Wade")
	if v := get[SessionView](t, l.Server, "/api/v1/session", second); len(v.Keepers) != 1 ||
		v.Keepers[0].Name != "A. Third" ||
		v.Keepers[0].By != "T. Achterberg" {
		t.Errorf("the other keeper is told of %+v", v.Keepers)
	}
	call(t, l.Server, "POST", "/api/v1/keepers/told", "", second)
	if v := get[SessionView](t, l.Server, "/api/v1/session", second); len(v.Keepers) != 0 {
		t.Errorf("told again of %+v", v.Keepers)
	}
}

// Where somebody is signed in they see, and end one place; a changed passphrase ends the others.
func TestOnesOwnSessions(t *testing.T) {
	l := lockedShop(t)
	one, two, three := l.come("M. Okafor"), l.come("M. Okafor"), l.come("M. Okafor")
	other := l.come("T. Achterberg")
	all := get[[]door.OpenSession](t, l.Server, "/api/v1/sessions", one)
	if len(all) != 3 || all[0].Address == "" || all[0].Since == "" {
		t.Fatalf("%+v", all)
	}
	this := 0
	for _, s := range all {
		if s.This {
			this++
		}
	}
	theirs := get[[]door.OpenSession](t, l.Server, "/api/v1/sessions", two)
	for _, s := range theirs {
		if !s.This {
			continue
		}
		if status, _, _ := call(t, l.Server, "DELETE", "/api/v1/sessions/"+s.ID, "", other); status != 404 {
			t.Errorf("somebody else's session is ended: %d", status)
		}
		if status, _, b := call(t, l.Server, "DELETE", "/api/v1/sessions/"+s.ID, "", one); status != 200 {
			t.Errorf("%d %s", status, b)
		}
	}
	in := func(by func(*http.Request)) bool {
		status, _, _ := call(t, l.Server, "GET", "/api/v1/jobs", "", by)
		return status == 200
	}
	if this != 1 || in(two) || !in(one) || !in(three) {
		t.Errorf("%d are this one; ended %t, the others %t %t", this, !in(two), in(one), in(three))
	}
	body := `{"kind":"passphrase","secret":"harbour lantern quiet moss","pin":"` + passphrase + `"}`
	if status, _, b := call(t, l.Server, "PUT", "/api/v1/session/secret", body, one); status != 200 {
		t.Fatalf("%d %s", status, b)
	}
	if !in(one) || in(three) || !in(other) {
		t.Errorf("after a new passphrase: here %t, elsewhere %t, somebody else %t", in(one), in(three), in(other))
	}
}

// What was refused stands in the record, once where it is asked again and again.
func TestWhatWasRefusedIsRecorded(t *testing.T) {
	l := lockedShop(t)
	bench := l.come("M. Okafor")
	for range 5 {
		call(t, l.Server, "GET", "/api/v1/people", "", bench)
	}
	call(t, l.Server, "POST", "/api/v1/copies", "", bench)
	n := map[string]int{}
	for _, d := range get[[]store.Doing](t, l.Server, "/api/v1/doings", l.come("T. Achterberg")) {
		if d.What == door.Forbidden {
			n[d.Person+" "+d.About]++
		}
	}
	if n["M. Okafor list-people"] != 1 || n["M. Okafor make-copy"] != 1 {
		t.Errorf("the record says %v", n)
	}
}
