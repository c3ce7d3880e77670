package server

import (
	"encoding/csv"
	"encoding/json"
	"fmt"
	"strings"
	"testing"

	"settle/core/quantity"
	"settle/internal/store"
)

// faultsOf is what an answer says is wrong, as "field: message".
func faultsOf(t *testing.T, b []byte) (says string, either []string) {
	t.Helper()
	var p Problem
	if err := json.Unmarshal(b, &p); err != nil {
		t.Fatalf("%v: %.300s", err, b)
	}
	var all []string
	for _, e := range p.Errors {
		all = append(all, e.Field+": "+e.Message)
		either = append(either, e.Either...)
	}
	return strings.Join(all, "; "), either
}

func TestAWholeNumber(t *testing.T) {
	for _, tt := range []struct {
		text string
		want int
		says string
	}{
		{"1", 1, ""}, {"90", 90, ""}, {" 7 ", 7, ""}, {"7.0", 7, ""},
		{"", 0, "write a whole number from 1 to 90"}, {"0", 0, "from 1 to 90"}, {"91", 0, "from 1 to 90"},
		{"1.5", 0, "from 1 to 90"}, {"1,5", 0, "from 1 to 90"}, {"-3", 0, "from 1 to 90"}, {"1e9", 0, ""},
		{"1,000", 0, ""}, {"seven", 0, ""}, {"999999999999", 0, ""},
	} {
		n, err := whole("days", quantity.Count(tt.text), 1, 90)
		if n != tt.want || (err == nil) != (tt.want > 0) || err != nil && !strings.Contains(err.Error(), tt.says) {
			t.Errorf("%q is %d, %v", tt.text, n, err)
		}
	}
	if f, err := plain("hours", quantity.Number{}); f != nil || err != nil {
		t.Errorf("nothing typed is %v, %v", f, err)
	}
	for _, text := range []string{"0", "12.5", "12,5"} {
		if f, err := plain("hours", quantity.Count(text)); f == nil || err != nil {
			t.Errorf("%q is %v, %v", text, f, err)
		}
	}
}

// Every number that is typed into a form is read in one place: one that may be read in two ways is asked
// back with both, one that is none is refused at its box, and nothing of either is kept.
func TestEveryTypedNumberIsAskedBack(t *testing.T) {
	srv := demoShop(t)
	come(t, srv, "p3")
	pump, err := json.Marshal(get[PumpView](t, srv, "/api/v1/pumps/HT-530").Pump)
	if err != nil {
		t.Fatal(err)
	}
	copies := get[CopiesView](t, srv, "/api/v1/copies").Keep
	with := func(field string) string { // the pump with a field that was typed
		return strings.TrimSuffix(string(pump), "}") + fmt.Sprintf(",%q:%%q}", field)
	}
	for _, tt := range []struct {
		method, path, body, field string
		fraction                  bool // half of one is fine
	}{
		{"PUT", "/copies", `{"keep":%q}`, "keep", false},
		{"PUT", "/tablets/lock", `{"minutes":%q}`, "minutes", false},
		{"POST", "/jobs/J-0005/links", `{"what":"insurer","at":"http://127.0.0.1/","days":%q}`, "days", false},
		{"POST", "/jobs", `{"id":"typed-1","pump":"HT-530","complaint":"leaks","hours":%q}`, "hours", true},
		{"POST", "/pumps/HT-530/log", `{"id":"typed-2","kind":"hours","hours":%q}`, "hours", true},
		{"PUT", "/pumps/HT-530", with("planned_hours"), "planned_hours", true},
		{"PUT", "/pumps/HT-530", with("grease_every"), "grease_every", false},
	} {
		refused := []string{"many", "1e"}
		if !tt.fraction {
			refused = append(refused, "1.5", "-1", "100000")
		}
		for _, typed := range refused {
			status, _, b := call(t, srv, tt.method, "/api/v1"+tt.path, fmt.Sprintf(tt.body, typed))
			if says, _ := faultsOf(t, b); status != 422 || !strings.HasPrefix(says, tt.field+": ") {
				t.Errorf("%s %s with %q: %d %s", tt.method, tt.path, typed, status, says)
			}
		}
		status, _, b := call(t, srv, tt.method, "/api/v1"+tt.path, fmt.Sprintf(tt.body, "1,760"))
		says, either := faultsOf(t, b)
		if status != 422 || !strings.HasPrefix(says, tt.field+": ") || strings.Join(either, " or ") != "1760 or 1.76" {
			t.Errorf("%s %s with 1,760: %d %s, may be %v", tt.method, tt.path, status, says, either)
		}
	}
	after, err := json.Marshal(get[PumpView](t, srv, "/api/v1/pumps/HT-530").Pump)
	if err != nil || string(after) != string(pump) {
		t.Errorf("of what was refused the pump has kept %s, it was %s", after, pump)
	}
	if v := get[CopiesView](t, srv, "/api/v1/copies"); v.Keep != copies {
		t.Errorf("%d copies are kept, it was %d", v.Keep, copies)
	}
}

// A shop may say in which units its boxes stand; one that is none is refused by its name.
func TestUnitsOfAShop(t *testing.T) {
	srv := demoShop(t)
	come(t, srv, "p3")
	shop := get[ShopView](t, srv, "/api/v1/shop")
	save := func(units string) (int, []byte) {
		t.Helper()
		b, err := json.Marshal(map[string]any{"name": shop.Name, "set": shop.Rules.Set, "schools": shop.Rules.Schools,
			"units": json.RawMessage(units), "version": shop.Version})
		if err != nil {
			t.Fatal(err)
		}
		status, _, answer := call(t, srv, "PUT", "/api/v1/shop", string(b))
		return status, answer
	}
	for field, units := range map[string]string{"units.pressure": `{"pressure":"atm"}`,
		"units.temperature": `{"temperature":"K"}`, "units.torque": `{"torque":"kg"}`,
		"units.velocity": `{"velocity":"m/s"}`} {
		if status, b := save(units); status != 422 || !strings.Contains(string(b), field[len("units."):]) {
			t.Errorf("%s: %d %.300s", units, status, b)
		}
	}
	if status, b := save(`{"pressure":"psi","temperature":"F","torque":"lbf-ft","velocity":"in/s"}`); status != 200 {
		t.Fatalf("%d %.300s", status, b)
	}
	if u := get[ShopView](t, srv, "/api/v1/shop").Rules.Units; u.Pressure != "psi" || u.Temperature != "F" ||
		u.Torque != "lbf-ft" || u.Velocity != "in/s" {
		t.Errorf("the shop keeps %+v", u)
	}
}

// What today's rules would not let pass is listed for who may see the shop, and as a file with the same
// lines.
func TestRecallOfAShop(t *testing.T) {
	srv := demoShop(t)
	come(t, srv, "p3")
	rows := get[[]store.RecallRow](t, srv, "/api/v1/shop/recall")
	status, head, b := call(t, srv, "GET", "/api/v1/shop/recall.csv", "")
	lines, err := csv.NewReader(strings.NewReader(strings.TrimPrefix(string(b), "\ufeff"))).ReadAll()
	if status != 200 || err != nil || !strings.Contains(head.Get("Content-Disposition"), "recall.csv") {
		t.Fatalf("%d, %v, %v", status, err, head)
	}
	if len(lines) != len(rows)+1 || strings.Join(lines[0], ",") !=
		"job,pump,name,signed,step,reading,then,now,figure_um,judged_by" {
		t.Errorf("%d rows, and the file has %d lines, %v", len(rows), len(lines), lines[0])
	}
	// The demo is of today's rules: nothing in it is recalled.
	if len(rows) != 0 {
		t.Errorf("recalled are %+v", rows)
	}
}
