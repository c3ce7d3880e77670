package main

import (
	"bytes"
	"compress/gzip"
	"context"
	"io"
	"net"
	"os"
	"path/filepath"
	"regexp"
	"slices"
	"strings"
	"testing"
	"time"

	"settle/internal/datafolder"
	"settle/internal/demo"
)

func try(t *testing.T, ctx context.Context, stdin string, args ...string) (status int, out, errs string) {
	t.Helper()
	var o, e bytes.Buffer
	status = run(ctx, args, strings.NewReader(stdin), &o, &e)
	return status, o.String(), e.String()
}

// listener gathers what is printed and acts once when it hears something.
type listener struct {
	bytes.Buffer
	what string
	then func()
}

func (l *listener) Write(b []byte) (int, error) {
	n, err := l.Buffer.Write(b)
	if strings.Contains(l.String(), l.what) {
		l.then()
	}
	return n, err
}

func TestCommand(t *testing.T) {
	t.Setenv("SETTLE_ADDR", "")
	t.Setenv("SETTLE_DATA", "")
	dir := t.TempDir()
	taken, err := net.Listen("tcp", "127.0.0.1:0")
	if err != nil {
		t.Fatal(err)
	}
	defer taken.Close()
	shop := filepath.Join(dir, "settle.db")
	if err := demo.Copy(shop); err != nil {
		t.Fatal(err)
	}
	saved := unpacked(t, "../../internal/report/testdata/job-2.json.gz", filepath.Join(dir, "J-0001.json"))
	changed := filepath.Join(dir, "changed.json")
	text, err := os.ReadFile(saved)
	if err != nil {
		t.Fatal(err)
	}
	at := bytes.Index(text, []byte(`"log"`))
	other := append(bytes.Clone(text[:at]), bytes.Replace(text[at:], []byte("M. Okafor"), []byte("N. Okafor"), 1)...)
	if err := os.WriteFile(changed, other, 0o600); err != nil {
		t.Fatal(err)
	}
	tests := []struct {
		name, stdin, args string
		status            int
		says              string
	}{
		{"nothing", "", "", 2, "settle demo"},
		{"help", "", "help", 0, "settle serve"},
		{"no such command", "", "polish", 2, `no command "polish"`},
		{"a calculation", `{"text":"2 thou"}`, "calc length", 0, `{"um":50.8,"thou":2,"mm":0.0508}`},
		{"one that cannot be", `{"text":"2"}`, "calc length", 2, `{"error":{"field":"text","message":`},
		{"one of no kind", `{}`, "calc", 2, `{"error":{"field":"kind"`},
		{"one that is too long", strings.Repeat(" ", 1<<20+1), "calc length", 2, "longer than one megabyte"},
		{"an address others can reach", "", "serve --addr 127.0.0.1:0 --behind-proxy --data " + dir, 2, "no keeper yet"},
		{"an address with every interface", "", "demo --addr :8420 --data " + dir, 2, "asks nobody for a PIN"},
		{"an address that is none", "", "serve --addr nonsense --data " + dir, 2, "127.0.0.1:8420"},
		{"an address that is taken", "", "serve --addr " + taken.Addr().String() + " --data " + dir, 1, "is taken"},
		{"an argument too many", "", "serve now", 2, `"now"`},
		{"a way to log that there is not", "", "serve --log loud --data " + dir, 2, "write text or json"},
		{"a flag nobody knows", "", "serve --loud", 2, "loud"},
		{"a good plan", "", "plan check ../../core/plan/plans/double-suction.yaml", 0,
			"double-suction.yaml: good: Double suction"},
		{"a broken plan", "", "plan check ../../core/plan/testdata/broken/no-such-kind.yaml", 2,
			`no-such-kind.yaml:9: step s: kind is "polish"`},
		{"the order of work", "", "plan show ../../core/plan/plans/close-coupled-hygienic.yaml --option seal-type=double",
			0, "Rear flush seal"},
		{"the order of work on paper", "", "plan show ../../core/plan/plans/double-suction.yaml --scope seals --letter " +
			"--paper " + filepath.Join(dir, "order.pdf"), 0, ""},
		{"a scope there is not", "", "plan show ../../core/plan/plans/double-suction.yaml --scope all --paper " +
			filepath.Join(dir, "no.pdf"), 2, "scope"},
		{"a choice there is not", "", "plan show ../../core/plan/plans/double-suction.yaml --option seat-pins=three", 2,
			"one of one, two"},
		{"a plan there is not", "", "plan show none.yaml", 2, "none.yaml"},
		{"the schema", "", "plan schema", 0, `"$schema"`},
		{"a shop of many jobs", "", "fill --jobs 40 --pumps 20 --data " + filepath.Join(dir, "many"), 0,
			"40 jobs on 20 pumps"},
		{"one that is there already", "", "fill --jobs 40 --pumps 20 --data " + dir, 2, "there is a shop in"},
		{"fewer jobs than pumps", "", "fill --jobs 4 --pumps 20 --data " + dir, 2, "at least as many"},
		{"a saved job", "", "verify " + saved, 0, "J-0001 holds: 78 entries"},
		{"a saved job that was changed", "", "verify " + changed, 1, "breaks at entry 1"},
		{"verify", "", "verify " + shop, 3, "32 jobs checked, 0 broken"},
		{"verify what is not there", "", "verify " + dir + "/none.db", 2, "none.db"},
		{"a copy of a shop", "", "backup --data " + dir + " --to " + filepath.Join(dir, "copied"), 0, "verified"},
		{"a copy of no shop", "", "backup --data " + filepath.Join(dir, "copied"), 2, "there is no shop in"},
		{"a copy of nothing that was named", "", "backup now", 2, `"now" is not understood`},
		{
			"a restored shop",
			"",
			"restore --data " + filepath.Join(dir, "again") + " " + filepath.Join(dir, "copied", "settle-*"),
			0,
			"every chain verified",
		},
		{"the restored shop holds", "", "verify " + filepath.Join(dir, "again", "settle.db"), 3,
			"32 jobs checked, 0 broken"},
		{"restored over a shop", "", "restore --data " + filepath.Join(dir, "again") + " " +
			filepath.Join(dir, "copied", "settle-*"), 2, "moved aside"},
		{"restored in its place", "", "restore --replace --data " + filepath.Join(dir, "again") + " " +
			filepath.Join(dir, "copied", "settle-*"), 0, "The shop that was there stands in"},
		{"restored of what is no copy", "", "restore --data " + filepath.Join(dir, "third") + " " + saved, 1,
			"is not a copy of a shop"},
		{"restored of nothing", "", "restore", 2, "write the copy to restore"},
		{"restored of no replica", "", "restore --data " + filepath.Join(dir, "fourth") + " --from " + dir, 1,
			"restoring from"},
		{"restored to no moment", "", "restore --data " + dir + " --from " + dir + " --at noon", 2, "is not understood"},
		{"a whole shop", "", "export --data " + dir + " " + filepath.Join(dir, "shop.zip"), 0, "holds the whole shop"},
		{"over another file", "", "export --data " + dir + " " + filepath.Join(dir, "shop.zip"), 2, "is there already"},
		{"of no shop", "", "export --data " + filepath.Join(dir, "none") + " " + filepath.Join(dir, "x.zip"), 2,
			"no shop in"},
		{"taken in", "", "import --data " + filepath.Join(dir, "fifth") + " " + filepath.Join(dir, "shop.zip"), 0,
			"32 jobs, every chain verified"},
		{"taken in over a shop", "", "import --data " + dir + " " + filepath.Join(dir, "shop.zip"), 2, "there is a shop in"},
		{"taken in in its place", "", "import --replace --data " + filepath.Join(dir, "fifth") + " " +
			filepath.Join(dir, "shop.zip"), 0, "The shop that was there stands in"},
		{"what is no shop", "", "import --data " + filepath.Join(dir, "sixth") + " " + saved, 1, "is not a ZIP"},
		{"nothing to take in", "", "import", 2, "write the file"},
		{"the version", "", "version", 0, "settle "},
		{"the description of the API", "", "openapi", 0, `"openapi": "3.1.0"`},
	}
	for _, tt := range tests {
		args := strings.Fields(tt.args)
		for i := range args { // as a shell does
			if found, err := filepath.Glob(args[i]); err == nil && len(found) == 1 {
				args[i] = found[0]
			}
		}
		status, out, errs := try(t, context.Background(), tt.stdin, args...)
		if status != tt.status || !strings.Contains(out+errs, tt.says) {
			t.Errorf("%s: status %d, %s%s; want %d and %q", tt.name, status, out, errs, tt.status, tt.says)
		}
	}
}

// One server has a folder; the next one is told who, and neither restores into it nor brings it up to date.
func TestOneServerAFolder(t *testing.T) {
	_, data := demoIn(t)
	copied := strings.SplitN(must(t, "backup", "--data", data), ",", 2)[0]
	s := serve(t, nil, "--data", data)
	defer s.halt(false)
	for _, args := range [][]string{{"serve", "--data", data, "--addr", "127.0.0.1:0"}, {"demo", "--data", data},
		{"restore", "--replace", "--data", data, copied}, {"fill", "--data", data}} {
		status, out, errs := try(t, t.Context(), "", args...)
		if status != 1 || !strings.Contains(errs, "is in use by settle serve, process ") ||
			!strings.Contains(errs, "at http://127.0.0.1:") {
			t.Errorf("%v: status %d, %s%s", args, status, out, errs)
		}
	}
	must(t, "backup", "--data", data) // a copy of one that is open is none of that
	must(t, "export", "--data", data, filepath.Join(t.TempDir(), "shop.zip"))
}

func TestDemoStartsIsKeptAndStops(t *testing.T) {
	t.Setenv("SETTLE_ADDR", "127.0.0.1:0")
	t.Setenv("SETTLE_DATA", t.TempDir())
	data := filepath.Join(os.Getenv("SETTLE_DATA"), datafolder.ShopFile)
	start := func(args ...string) (string, time.Time) {
		ctx, stop := context.WithTimeout(context.Background(), 10*time.Minute)
		defer stop()
		// Stopped as soon as it says where it is.
		heard := &listener{what: "Settle is at", then: stop}
		var failed bytes.Buffer
		status := run(ctx, append([]string{"demo"}, args...), strings.NewReader(""), heard, &failed)
		out, errs := heard.String(), failed.String()
		if status != 0 || !strings.Contains(out, "Settle is at http://127.0.0.1:") || !strings.Contains(out, "has stopped") {
			t.Fatalf("status %d: %s%s", status, out, errs)
		}
		info, err := os.Stat(data)
		if err != nil {
			t.Fatal(err)
		}
		return out, info.ModTime()
	}
	start()
	if err := os.WriteFile(data+".mark", nil, 0o600); err != nil {
		t.Fatal(err)
	}
	kept, err := os.ReadFile(data)
	if err != nil {
		t.Fatal(err)
	}
	start()
	if again, err := os.ReadFile(data); err != nil || !bytes.Equal(again, kept) {
		t.Error("the demo shop was not kept between two starts")
	}
	if err := os.WriteFile(data, []byte("spoilt"), 0o600); err != nil {
		t.Fatal(err)
	}
	start("--fresh")
	if status, out, _ := try(t, context.Background(), "", "verify", data); status != 0 || !strings.Contains(out,
		"32 jobs checked") {
		t.Errorf("--fresh did not make it anew: %s", out)
	}
}

// unpacked writes a packed file out.
func unpacked(t *testing.T, from, to string) string {
	t.Helper()
	packed, err := os.Open(from)
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
	if err := os.WriteFile(to, b, 0o600); err != nil {
		t.Fatal(err)
	}
	return to
}

// Every test that docs/security.md names is there.
func TestThePageOfThreatsNamesItsTests(t *testing.T) {
	page, err := os.ReadFile("../../docs/security.md")
	if err != nil {
		t.Fatal(err)
	}
	folders := map[string]string{"settle": ".", "e2e": "../../e2e", "job": "../../core/job"}
	named := regexp.MustCompile("`([a-z0-9]+)\\.(Test[A-Za-z]+)").FindAllStringSubmatch(string(page), -1)
	for _, n := range named {
		folder := folders[n[1]]
		if folder == "" {
			folder = "../../internal/" + n[1]
		}
		files, err := filepath.Glob(filepath.Join(folder, "*_test.go"))
		if err != nil {
			t.Fatal(err)
		}
		found := slices.ContainsFunc(files, func(f string) bool {
			b, err := os.ReadFile(f)
			return err == nil && strings.Contains(string(b), "func "+n[2]+"(")
		})
		if !found {
			t.Errorf("there is no %s.%s", n[1], n[2])
		}
	}
	if len(named) < 30 {
		t.Errorf("it names only %d", len(named))
	}
}
