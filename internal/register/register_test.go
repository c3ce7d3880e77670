package register_test

import (
	"bytes"
	"context"
	"encoding/binary"
	"fmt"
	"path/filepath"
	"strings"
	"testing"
	"time"
	"unicode/utf16"

	"settle/core/field"
	"settle/core/job"
	"settle/core/log"
	"settle/core/plan"
	"settle/core/record"
	"settle/internal/demo"
	"settle/internal/drill"
	"settle/internal/register"
	"settle/internal/store"
)

func shop(t *testing.T) (*store.Store, []record.Pump, job.Rules) {
	t.Helper()
	path := filepath.Join(t.TempDir(), "shop.db")
	if err := demo.Copy(path); err != nil {
		t.Fatal(err)
	}
	s, err := store.Open(t.Context(), path, time.Now)
	if err != nil {
		t.Fatal(err)
	}
	t.Cleanup(func() { _ = s.Close() })
	return s, pumps(t, s), rules(t, s)
}

func pumps(t *testing.T, s *store.Store) []record.Pump {
	t.Helper()
	rows, err := s.Pumps(t.Context(), store.PumpQuery{})
	if err != nil {
		t.Fatal(err)
	}
	var out []record.Pump
	for _, r := range rows {
		out = append(out, r.Pump)
	}
	return out
}

func rules(t *testing.T, s *store.Store) job.Rules {
	t.Helper()
	x, err := s.Shop(t.Context())
	if err != nil {
		t.Fatal(err)
	}
	return x.Rules
}

// What is written is read back as the same, and into an empty shop as it was.
func TestThereAndBack(t *testing.T) {
	_, here, inForce := shop(t)
	// A name that a spreadsheet would take for a formula.
	here[0].Name = "=SUM(A1), \"the\" pump; of one line"
	file, err := register.WritePumps(here)
	if err != nil {
		t.Fatal(err)
	}
	put, done, err := register.ReadPumps(t.Context(), file, here, plan.Library())
	if err != nil || len(put) != 0 || done.Same != len(here) {
		t.Errorf("over itself: %+v %v", done, err)
	}
	put, done, err = register.ReadPumps(t.Context(), file, nil, plan.Library())
	if err != nil || done.Added != len(here) {
		t.Fatalf("into an empty shop: %+v %v", done, err)
	}
	limits, err := register.WriteLimits(here, inForce)
	if err != nil {
		t.Fatal(err)
	}
	if changed, _, done, err := register.ReadLimits(t.Context(), limits, here, inForce, plan.Library()); err != nil ||
		len(changed) > 0 || done.Changed+done.Added > 0 {
		t.Errorf("limits over themselves: %+v %v", done, err)
	}
	changed, own, _, err := register.ReadLimits(t.Context(), limits, put, job.Rules{}, plan.Library())
	if err != nil {
		t.Fatal(err)
	}
	byTag := map[string]record.Pump{}
	for _, p := range append(put, changed...) {
		byTag[p.Tag] = p
	}
	for _, p := range here {
		p.Whole()
		if got := byTag[p.Tag]; fmt.Sprintf("%+v", got.Papers) != fmt.Sprintf("%+v", p.Papers) || got.Name != p.Name ||
			got.Kind != p.Kind {
			t.Errorf("%s comes back as\n%.300s, was\n%.300s", p.Tag, fmt.Sprintf("%+v", got), fmt.Sprintf("%+v", p))
		}
	}
	if fmt.Sprint(own.Limits) != fmt.Sprint(inForce.Limits) {
		t.Errorf("the shop's rules come back as %v", own.Limits)
	}
}

func utf16le(s string) []byte {
	b := []byte{0xff, 0xfe}
	for _, u := range utf16.Encode([]rune(s)) {
		b = binary.LittleEndian.AppendUint16(b, u)
	}
	return b
}

// Broken files: what is wrong is said line by line, and nothing comes of them.
func TestBrokenRegister(t *testing.T) {
	_, here, _ := shop(t)
	tests := map[string]struct {
		file []byte
		want []string // place: what the message has in it
	}{
		"nothing":            {nil, []string{"line 1: not a heading"}},
		"a heading only":     {[]byte("tag,name\n"), []string{"file: nothing below"}},
		"no tag":             {[]byte("name\nx\n"), []string{`line 1: lacks the column "tag"`}},
		"a column of no use": {[]byte("tag,name,colour\nA,b,red\n"), []string{`line 1: "colour"`}},
		"a column twice":     {[]byte("tag,name,name\nA,b,c\n"), []string{"line 1: twice"}},
		"cells missing":      {[]byte("tag,name,maker\nA-1,pump,x\nA-2,pump\n"), []string{"line 3: 2 cells under 3 columns"}},
		"an open quote":      {[]byte("tag,name\nA-1,\"pump\nA-2,pump\n"), []string{"line 2: cannot be read"}},
		"Latin letters":      {[]byte("tag,name\nA-1,pump\nA-2,Kl\xe4ranlage\n"), []string{"line 3: not UTF-8"}},
		"UTF-16":             {utf16le("tag,name\nA-1,pump\n"), []string{"file: UTF-16"}},
		"two of one tag":     {[]byte("tag,name\nA-1,pump\na-1,pump\n"), []string{"line 3, tag: line 2, too"}},
		"three bad rows": {[]byte(
			"tag,name,planned_hours,elastomer,service\nA-1,,8000,,\nA-2,pump,many,,\nA-3,pump,8000,TIN,always\n"),
			[]string{"line 2, name: 1 to 120 letters", "line 3, planned_hours: a number", "line 4, service: continuous",
				"line 4, elastomer: NBR"}},
		"what the plan asks": {[]byte(
			"tag,name,plan,option:seal-type,value:vanes,value:seal-setting,source:seal-setting\n" +
				"A-1,pump,end-suction-back-pull-out,treble,five,1.5,\n"),
			[]string{"line 2, option:seal-type: ", "line 2, value:seal-setting: ", "line 2, value:vanes: "}},
		"no such plan": {[]byte("tag;name;plan\nA-1;pump;steam-engine\n"), []string{"line 2, plan: not a plan here"}},
	}
	for name, test := range tests {
		_, _, err := register.ReadPumps(t.Context(), test.file, here, plan.Library())
		compare(t, name, err, test.want)
	}
}

func TestBrokenLimits(t *testing.T) {
	const head = "whose,of,limit,min,max,source\n"
	tests := map[string]struct {
		file string
		want []string
	}{
		"no unit":             {head + "shop,,chamber-bore,,5,rule 7\n", []string{"line 2, max: unit"}},
		"a unit of no length": {head + "shop,,chamber-bore,,5 kg,rule 7\n", []string{"line 2, max: "}},
		"no source": {head + "shop,,chamber-bore,,5 thou,\n",
			[]string{"line 2, source: where the limit comes from"}},
		"min over max": {head + "pump,LS-204,impeller-clearance,18 thou,12 thou,manual\n",
			[]string{"line 2, min: over the max"}},
		"no such pump": {head + "pump,ZZ-1,impeller-clearance,,12 thou,manual\n",
			[]string{"line 2, of: not a pump here"}},
		"not a limit of that pump": {head + "pump,LS-204,cutting-gap,,12 thou,manual\n",
			[]string{"line 2: not a limit"}},
		"whose is it": {head + "maker,,chamber-bore,,5 thou,manual\n",
			[]string{"line 2, whose: pump, shop or general"}},
		"a general set, changed": {head + "general,process,chamber-bore,,9 thou,mine\n",
			[]string{"line 2, limit: chamber-bore"}},
		"twice": {head + "shop,,chamber-bore,,5 thou,a\nshop,,chamber-bore,,6 thou,b\n",
			[]string{"line 3, limit: line 2, too"}},
		"neither bound": {head + "shop,,chamber-bore,,,rule 7\n", []string{"line 2, max: missing"}},
		"columns missing": {"limit,max\nchamber-bore,5 thou\n", []string{"line 1: whose", "line 1: of",
			"line 1: min", "line 1: source"}},
		"the good row does not save the bad": {head +
			"shop,,chamber-bore,,5 thou,rule 7\nshop,,chamber-face,,thick,rule 8\n", []string{"line 3, max: "}},
	}
	_, here, inForce := shop(t)
	for name, test := range tests {
		_, _, _, err := register.ReadLimits(t.Context(), []byte(test.file), here, inForce, plan.Library())
		compare(t, name, err, test.want)
	}
}

func compare(t *testing.T, name string, err error, want []string) {
	t.Helper()
	if err == nil {
		t.Errorf("%s: no error", name)
		return
	}
	got := field.All(err)
	if len(got) != len(want) {
		t.Errorf("%s: %d errors, want %d: %v", name, len(got), len(want), err)
		return
	}
	for _, w := range want {
		place, says, _ := strings.Cut(w, ": ")
		found := false
		for _, e := range got {
			found = found || e.Field == place && strings.Contains(e.Message, says)
		}
		if !found {
			t.Errorf("%s: nothing at %s says %q: %v", name, place, says, err)
		}
	}
}

// The limits of a row are put where they belong, and a row without bounds takes
// its limit away.
func TestLimitsTakenIn(t *testing.T) {
	s, here, inForce := shop(t)
	file := "\ufeffwhose;of;limit;min;max;source\r\npump;ls-204;impeller-clearance;0,3 mm;0,45 mm;Manual, new " +
		"edition\r\npump;LS-204;gland-gap;;;\r\nshop;;chamber-face;;4 thou;Shop rule 8\r\n"
	changed, own, done, err := register.ReadLimits(t.Context(), []byte(file), here, inForce, plan.Library())
	if err != nil || len(changed) != 1 || done.Changed != 2 || done.Added != 1 {
		t.Fatalf("%+v %+v %v", changed, done, err)
	}
	if err := s.PutPumps(t.Context(), changed, &own, log.Person{ID: "p1", Name: "T. Lead"}); err != nil {
		t.Fatal(err)
	}
	p, err := s.Pump(t.Context(), "LS-204")
	if err != nil || p.Limits["impeller-clearance"].Max.String() != "0,45 mm" || p.Limits["gland-gap"].Source != "" ||
		len(p.Limits) != 6 {
		t.Errorf("%+v %v", p.Limits, err)
	}
	if r := rules(t, s); r.Limits["chamber-face"].Source != "Shop rule 8" ||
		r.Limits["chamber-bore"].Source != "Shop rule 7" || r.Schools["bearing-reuse"] != "always-new" {
		t.Errorf("%+v", r)
	}
	// A job that was open keeps what it began with.
	r, err := s.Job(t.Context(), "J-0005")
	if err != nil {
		t.Fatal(err)
	}
	for _, c := range job.Derive(r.Job).Checks {
		if c.Check == "impeller-clearance" && c.Limit.Source != "Maker's manual, table 6" {
			t.Errorf("the open job is judged by %s", c.Limit.Source)
		}
	}
}

// Very many rows, one of them bad: all are looked at, none is kept; then all are.
func TestManyRows(t *testing.T) {
	s, here, _ := shop(t)
	var b bytes.Buffer
	b.WriteString("tag,name,plan,option:casing-joint,value:vanes,source:vanes\n")
	rows := drill.Pick(100_000, 3_000)
	for i := range rows {
		fmt.Fprintf(&b, "Q-%06d,Pump,end-suction-back-pull-out,gasket,5,Counted\n", i)
	}
	last := fmt.Sprintf("Q-%06d,", rows-2)
	bad := bytes.Replace(b.Bytes(), []byte(last+"Pump"), []byte(last), 1)
	_, _, err := register.ReadPumps(t.Context(), bad, here, plan.Library())
	compare(t, "the last but one", err, []string{fmt.Sprintf("line %d, name: 1 to 120", rows)})
	put, done, err := register.ReadPumps(t.Context(), b.Bytes(), here, plan.Library())
	if err != nil || done.Added != rows || len(done.List) != 200 {
		t.Fatalf("%d added, %v", done.Added, err)
	}
	if err := s.PutPumps(t.Context(), put, nil, log.Person{ID: "p1", Name: "T. Lead"}); err != nil {
		t.Fatal(err)
	}
	if n := len(pumps(t, s)); n != rows+28 {
		t.Errorf("%d pumps", n)
	}
	// All of them bad: a hundred are said, the rest is counted.
	none := bytes.ReplaceAll(b.Bytes(), []byte(",5,"), []byte(",none,"))
	_, _, err = register.ReadPumps(t.Context(), none, here, plan.Library())
	if all := field.All(err); len(all) != 101 || !strings.Contains(all[100].Message, fmt.Sprintf("%d more", rows-100)) {
		t.Errorf("%d errors, the last %v", len(all), all[len(all)-1])
	}
}

// A heading that is none, however long, gets a short answer at once, and what nobody waits for is read
// no further.
func TestARegisterThatIsNone(t *testing.T) {
	begun := time.Now()
	for name, file := range map[string]string{"a column very often": "tag,name" + strings.Repeat(",a", 1900),
		"very many columns":  "tag,name" + strings.Repeat(",a", 300_000),
		"one very long line": "tag,name\nA," + strings.Repeat("x", 2<<20)} {
		_, _, err := register.ReadPumps(t.Context(), []byte(file), nil, plan.Library())
		if err == nil || len(err.Error()) > 20_000 {
			t.Errorf("%s: %.200v", name, err)
		}
	}
	if took := time.Since(begun); took > 5*time.Second {
		t.Errorf("it took %v", took)
	}
	gone, cancel := context.WithCancel(t.Context())
	cancel()
	if _, _, err := register.ReadPumps(gone, []byte("tag,name\nA,B\n"), nil, plan.Library()); err == nil ||
		!strings.Contains(err.Error(), "canceled") {
		t.Errorf("nobody waits for it: %v", err)
	}
}
