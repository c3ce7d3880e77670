package server

import (
	"bytes"
	"encoding/csv"
	"encoding/json"
	"fmt"
	"net/http"
	"slices"
	"strings"
	"testing"

	"settle/core/plan"
)

// send asks with a body of a kind other than JSON.
func send(kind string) func(*http.Request) {
	return func(r *http.Request) { r.Header.Set("Content-Type", kind) }
}

// decoded is the answer of a call that must succeed.
func decoded[T any](t *testing.T, status int, b []byte) T {
	t.Helper()
	var v T
	if err := json.Unmarshal(b, &v); err != nil || status >= 300 {
		t.Fatalf("%d %.400s %v", status, b, err)
	}
	return v
}

// A shop takes a shipped plan, changes it, sees what that changes, and gives it
// to a pump; a job that was open goes on with the plan it has.
func TestAPlanOfOnesOwn(t *testing.T) {
	srv := demoShop(t)
	come(t, srv, "p3")
	shipped := get[PlanText](t, srv, "/api/v1/plans/internal-gear").Text
	if shipped != string(plan.Library()["internal-gear"].Text) {
		t.Error("a shipped plan is not given as it is written")
	}
	if status, _, _ := call(t, srv, "GET", "/api/v1/plans/no-such", ""); status != 404 {
		t.Errorf("a plan that is not here: %d", status)
	}
	ours := strings.NewReplacer("key: internal-gear", "key: gear-ours", "title: Internal gear with packing",
		"title: Internal gear, our way",
		"title: Idler off its pin", "title: Idler drawn off its pin by hand").Replace(shipped)
	asText := func(text string) string {
		b, err := json.Marshal(map[string]string{"text": text})
		if err != nil {
			t.Fatal(err)
		}
		return string(b)
	}
	check := func(text string) PlanCheck {
		t.Helper()
		status, _, b := call(t, srv, "POST", "/api/v1/plans/check", asText(text))
		return decoded[PlanCheck](t, status, b)
	}
	got := check(ours)
	if got.Plan == nil || got.Plan.Key != "gear-ours" || got.Against != "Internal gear with packing" ||
		len(got.Faults) != 0 || !strings.Contains(got.Order, "Internal gear, our way") {
		t.Errorf("%+v", got)
	}
	if !slices.ContainsFunc(got.Changes, func(c plan.Change) bool {
		return strings.Contains(fmt.Sprint(c), "Idler drawn off its pin by hand")
	}) {
		t.Errorf("the change is not among %+v", got.Changes)
	}
	// A slip is told with its line and step, and nothing is taken in.
	broken := strings.Replace(ours, "kind: wait, minutes: 30", "kind: wayt, minutes: 30", 1)
	got = check(broken)
	if got.Plan != nil || len(got.Faults) == 0 || got.Faults[0].Line == 0 || got.Faults[0].Step != "warm" {
		t.Errorf("%+v", got.Faults)
	}
	for name, text := range map[string]string{"a broken one": broken, "no plan at all": "hello",
		"one with the key of a shipped one": shipped} {
		if status, _, b := call(t, srv, "POST", "/api/v1/plans", asText(text)); status != 422 {
			t.Errorf("%s is taken in: %d %.200s", name, status, b)
		}
	}
	if status, _, b := call(t, srv, "POST", "/api/v1/plans", asText(ours),
		as(t, srv, "p2")); status != 403 || !strings.Contains(string(b), "a lead or a keeper") {
		t.Errorf("by a technician: %d %.200s", status, b)
	}
	status, _, b := call(t, srv, "POST", "/api/v1/plans", asText(ours))
	decoded[PlanCheck](t, status, b)
	if status, _, b := call(t, srv, "POST", "/api/v1/plans", asText(strings.Replace(ours, "our way", "another way",
		1))); status != 422 || !strings.Contains(string(b), "version") {
		t.Errorf("changed under the same version: %d %.200s", status, b)
	}
	before := get[JobView](t, srv, "/api/v1/jobs/J-0018").Plan
	pump := get[PumpView](t, srv, "/api/v1/pumps/HT-530").Pump
	pump.Plan = "gear-ours"
	record, err := json.Marshal(pump)
	if err != nil {
		t.Fatal(err)
	}
	if status, _, b := call(t, srv, "PUT", "/api/v1/pumps/HT-530", string(record)); status >= 300 {
		t.Fatalf("%d %.300s", status, b)
	}
	if v := get[PumpView](t, srv, "/api/v1/pumps/HT-530"); v.Plan == nil || v.Plan.Title != "Internal gear, our way" {
		t.Errorf("the pump has the plan %+v", v.Plan)
	}
	if after := get[JobView](t, srv, "/api/v1/jobs/J-0018").Plan; after != before {
		t.Errorf("the open job went from %+v to %+v", before, after)
	}
}

func TestRegisterByFile(t *testing.T) {
	srv := demoShop(t)
	come(t, srv, "p3")
	_, h, saved := call(t, srv, "GET", "/api/v1/register/pumps.csv", "")
	rows, err := csv.NewReader(bytes.NewReader(bytes.TrimPrefix(saved, []byte("\ufeff")))).ReadAll()
	if err != nil || !strings.Contains(h.Get("Content-Disposition"), "pumps.csv") || len(rows) < 13 ||
		rows[0][0] != "tag" {
		t.Fatalf("%d rows, %v, %s", len(rows), err, h.Get("Content-Disposition"))
	}
	take := func(what, query, file string) (int, TakenIn, string) {
		status, _, b := call(t, srv, "POST", "/api/v1/register/"+what+query, file, send("text/csv"))
		var done TakenIn
		if status < 300 {
			done = decoded[TakenIn](t, status, b)
		}
		return status, done, string(b)
	}
	// What was saved changes nothing when it is read again.
	if status, done, b := take("pumps", "", string(saved)); status != 200 || done.Same != len(rows)-1 || done.Added+
		done.Changed != 0 {
		t.Errorf("%d %.300s", status, b)
	}
	const file = "tag,name,plan\nZZ-1,Spare,internal-gear\nls-204,Sand filter feed B,end-suction-back-pull-out\n"
	if status, done, b := take("pumps", "?try=true", file); status != 200 || done.Done || done.Added != 1 ||
		done.Same != 1 {
		t.Errorf("tried: %d %.300s", status, b)
	}
	if status, _, _ := call(t, srv, "GET", "/api/v1/pumps/ZZ-1", ""); status != 404 {
		t.Error("a file that was tried is taken in")
	}
	for name, test := range map[string]struct{ what, file, field string }{
		"one bad row of two": {"pumps", file + "ZZ-2,,internal-gear\n", "line 4, name"},
		"no such plan":       {"pumps", "tag,name,plan\nZZ-2,Spare,perpetual\n", "line 2, plan"},
		"another encoding":   {"pumps", "tag,name\nZZ-2,Stra\xdfe\n", "line 2"},
		"not a heading":      {"pumps", "\n", "line 1"},
		"a limit of nobody":  {"limits", "whose,of,limit,min,max,source\npump,ZZ-9,end-play,,2 thou,manual\n", "line 2, of"},
	} {
		status, _, b := take(test.what, "", test.file)
		if status != 422 || !strings.Contains(b, `"field":"`+test.field+`"`) {
			t.Errorf("%s: %d %.300s", name, status, b)
		}
	}
	if status, _, _ := call(t, srv, "GET", "/api/v1/pumps/ZZ-1", ""); status != 404 {
		t.Error("the good rows of a bad file are taken in")
	}
	if status, done, b := take("pumps", "", file); status != 200 || !done.Done {
		t.Errorf("%d %.300s", status, b)
	}
	if v := get[PumpView](t, srv, "/api/v1/pumps/ZZ-1"); v.Pump.Construction != "M" || v.Plan == nil {
		t.Errorf("%+v", v.Pump)
	}
	// The limits, there and back, and one taken away.
	_, _, limits := call(t, srv, "GET", "/api/v1/register/limits.csv", "")
	if status, done, b := take("limits", "", string(limits)); status != 200 || done.Changed+done.Added != 0 ||
		done.Same == 0 {
		t.Errorf("limits again: %d %.300s", status, b)
	}
	if status, done, b := take("limits", "",
		"whose;of;limit;min;max;source\npump;LS-204;gland-gap;;;\n"); status != 200 || done.Changed != 1 {
		t.Errorf("one taken away: %d %.300s", status, b)
	}
	if _, there := get[PumpView](t, srv, "/api/v1/pumps/LS-204").Pump.Limits["gland-gap"]; there {
		t.Error("the limit is still there")
	}
	if status, _, _ := call(t, srv, "POST", "/api/v1/register/people", "a,b\n", send("text/csv")); status != 422 {
		t.Errorf("a file of no kind: %d", status)
	}
}

// Two who read the same and both write it: the second is told what stands there, and nobody's change is
// lost. Who does not say what was read is asked.
func TestTwoWritersOfAPumpOrOfTheShop(t *testing.T) {
	srv := demoShop(t)
	come(t, srv, "p3")
	pump := get[PumpView](t, srv, "/api/v1/pumps/LS-204").Pump
	put := func(path string, x any) (int, Problem, string) {
		text, err := json.Marshal(x)
		if err != nil {
			t.Fatal(err)
		}
		status, _, b := call(t, srv, "PUT", path, string(text))
		var p Problem
		_ = json.Unmarshal(b, &p)
		return status, p, string(b)
	}
	mine, theirs := pump, pump
	mine.Place, theirs.Duty = "Pump room 2", "500 gpm at 92 ft"
	if status, _, b := put("/api/v1/pumps/LS-204", theirs); status != 200 {
		t.Fatalf("the first: %d %.300s", status, b)
	}
	status, p, b := put("/api/v1/pumps/LS-204", mine)
	if status != 409 || p.Pump == nil || p.Pump.Duty != theirs.Duty || p.Pump.Version == pump.Version {
		t.Fatalf("the second: %d %.300s", status, b)
	}
	mine.Version = ""
	if status, p, b := put("/api/v1/pumps/LS-204", mine); status != 422 || p.Errors[0].Field != "version" {
		t.Errorf("unread: %d %.300s", status, b)
	}
	now := *p.Pump
	now.Place = mine.Place
	if status, _, b := put("/api/v1/pumps/LS-204", now); status != 200 {
		t.Errorf("on what stands there: %d %.300s", status, b)
	}
	if got := get[PumpView](t, srv, "/api/v1/pumps/LS-204").Pump; got.Place != mine.Place || got.Duty != theirs.Duty {
		t.Errorf("it stands at %q, %q", got.Place, got.Duty)
	}

	version := get[ShopView](t, srv, "/api/v1/shop").Version
	shop := func(name string) map[string]any {
		return map[string]any{"name": name, "set": "general", "schools": map[string]string{}, "version": version}
	}
	if status, _, b := put("/api/v1/shop", shop("Tern Rock, west")); status >= 300 {
		t.Fatalf("the first shop: %d %.300s", status, b)
	}
	if status, p, b := put("/api/v1/shop", shop("Tern Rock, east")); status != 409 || p.Shop == nil ||
		p.Shop.Name != "Tern Rock, west" {
		t.Errorf("the second shop: %d %.300s", status, b)
	}
}

func TestHowTheShopWorks(t *testing.T) {
	srv := demoShop(t)
	come(t, srv, "p3")
	for _, test := range []struct{ name, path, body, field, says string }{
		{"no such set", "/api/v1/shop", `{"name":"Tern Rock","set":"loose","schools":{}}`, "set", "general"},
		{"no such school", "/api/v1/shop", `{"name":"Tern Rock","set":"general","schools":{"coffee":"black"}}`,
			"schools.coffee", "no"},
		{"a school with no such choice", "/api/v1/shop",
			`{"name":"Tern Rock","set":"general","schools":{"bearing-reuse":"sometimes"}}`, "schools.bearing-reuse",
			"sometimes"},
		{"no name", "/api/v1/shop", `{"name":"  ","set":"general","schools":{}}`, "name", ""},
		{"a limit nobody asks for", "/api/v1/shop/limits", `{"limits":{"colour":{"max":"2 thou","source":"us"}}}`,
			"limits.colour", "not a limit"},
		{"a limit without its unit", "/api/v1/shop/limits", `{"limits":{"chamber-bore":{"max":"5","source":"us"}}}`,
			"limits.chamber-bore.max", "unit"},
		{"a limit from nowhere", "/api/v1/shop/limits", `{"limits":{"chamber-bore":{"max":"5 thou","source":""}}}`,
			"limits.chamber-bore.source", "where"},
		{"least over most", "/api/v1/pumps/LS-204/limits",
			`{"limits":{"impeller-clearance":{"min":"18 thou","max":"12 thou","source":"us"}}}`,
			"limits.impeller-clearance.min", "max"},
	} {
		status, _, b := call(t, srv, "PUT", test.path, test.body)
		var p Problem
		if err := json.Unmarshal(b, &p); err != nil || status != 422 || len(p.Errors) == 0 ||
			p.Errors[0].Field != test.field || !strings.Contains(p.Errors[0].Message, test.says) {
			t.Errorf("%s: %d %.300s", test.name, status, b)
		}
	}
	if status, _, b := call(t, srv, "PUT", "/api/v1/shop",
		`{"name":"Tern Rock, west","set":"process","schools":{"bearing-reuse":"may-reuse"},"units":{"pressure":"bar"},`+
			`"version":"`+
			get[ShopView](t, srv, "/api/v1/shop").Version+`"}`); status >= 300 {
		t.Fatalf("%d %.300s", status, b)
	}
	if v := get[ShopView](t, srv, "/api/v1/shop"); v.Name != "Tern Rock, west" ||
		v.Rules.Schools["bearing-reuse"] != "may-reuse" || v.Rules.Units.Pressure != "bar" ||
		v.Rules.Limits["chamber-bore"].Source != "Shop rule 7" {
		t.Errorf("%+v", v)
	}
	// A limit that is written counts for the next job; what is signed keeps its own.
	status, _, b := call(t, srv, "PUT", "/api/v1/pumps/LS-204/limits",
		`{"limits":{"shaft-runout-seal":{"max":"0.03 mm","source":"Seal maker's letter"},"end-play":{"source":""}},`+
			`"version":"`+
			get[LimitsView](t, srv, "/api/v1/pumps/LS-204/limits").Version+`"}`)
	v := decoded[LimitsView](t, status, b)
	for _, row := range v.Rows {
		if row.Key == "shaft-runout-seal" && (row.InForce.Source != "Seal maker's letter" || row.Said[0].Who != "pump") {
			t.Errorf("%+v", row)
		}
	}
	if len(v.Forms) != 1 {
		t.Errorf("a limit that says nothing is kept: %+v", v.Forms)
	}
	for _, c := range get[JobView](t, srv, "/api/v1/jobs/J-0004").Sheet.Checks {
		if c.Check == "shaft-runout-seal" && c.Limit.Source != "Maker's manual, table 4" {
			t.Errorf("the signed sheet shows %+v", c.Limit)
		}
	}
}

func TestKitFile(t *testing.T) {
	srv := demoShop(t)
	status, h, b := call(t, srv, "GET", "/api/v1/jobs/J-0004/kit.csv", "")
	rows, err := csv.NewReader(bytes.NewReader(b)).ReadAll()
	if status != 200 || err != nil || !strings.Contains(h.Get("Content-Disposition"), "J-0004-parts.csv") {
		t.Fatalf("%d %v %s", status, err, h.Get("Content-Disposition"))
	}
	state := map[string]string{}
	for _, row := range rows[1:] {
		if len(row) != len(rows[0]) || row[0] != "J-0004" || row[1] != "LS-204" {
			t.Errorf("%v under %v", row, rows[0])
		}
		state[row[2]] = row[5]
	}
	if state["Mechanical seal"] != "used" || len(state) < 5 {
		t.Errorf("%v", state)
	}
	if status, _, _ := call(t, srv, "GET", "/api/v1/jobs/J-9999/kit.csv", ""); status != 404 {
		t.Errorf("of no job: %d", status)
	}
}
