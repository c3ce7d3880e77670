package report

import (
	"bytes"
	"compress/gzip"
	"encoding/json"
	"flag"
	"fmt"
	"io"
	"os"
	"os/exec"
	"path/filepath"
	"slices"
	"strings"
	"testing"
	"time"

	"settle/core/quantity"
	"settle/core/sheet"
	"settle/internal/store"
)

var write = flag.Bool("write-kept", false, "write the goldens of kept sheets that are not there yet")

// What a person reads of each sheet that a shop kept stays for ever as it was on the day it was
// kept: the text of its PDF, and the rows that the screen lays out. A golden here is written once
// and never again; a shop that is added brings its own. shop-1 is from before sheets were kept with
// a signature: shop-1-opened is how the program of the first of December 2026 left it.
func TestWhatIsKeptReadsTheSameForEver(t *testing.T) {
	program, err := exec.LookPath("pdftotext")
	if err != nil {
		if os.Getenv("SETTLE_BROWSER") == "required" {
			t.Fatal("pdftotext is missing: make test installs it where it may")
		}
		t.Skip("pdftotext is not here")
	}
	local := time.Local
	time.Local = time.UTC
	t.Cleanup(func() { time.Local = local })
	for _, name := range []string{"shop-1-opened", "shop-2", "shop-3", "shop-4", "shop-5", "shop-6"} {
		t.Run(name, func(t *testing.T) {
			got := keptText(t, unpacked(t, "../store/testdata/"+name+".db.gz"), program)
			golden := "testdata/" + name + ".kept.gz"
			if _, err := os.Stat(golden); *write && os.IsNotExist(err) {
				packedTo(t, golden, got)
			}
			want := strings.Split(string(unpacked(t, golden)), "\n")
			shown := 0
			for i, line := range strings.Split(got, "\n") {
				if (i >= len(want) || line != want[i]) && shown < 10 {
					shown++
					t.Errorf("line %d: reads now\n%s\nwas kept as\n%s", i+1, line, append(want, "")[min(i, len(want))])
				}
			}
			if n := strings.Count(got, "\n") + 1; n < len(want) {
				t.Errorf("%d lines, were %d", n, len(want))
			}
		})
	}
}

func keptText(t *testing.T, file []byte, program string) string {
	path := filepath.Join(t.TempDir(), "settle.db")
	if err := os.WriteFile(path, file, 0o600); err != nil {
		t.Fatal(err)
	}
	s, err := store.Open(t.Context(), path, time.Now)
	if err != nil {
		t.Fatal(err)
	}
	defer s.Close()
	list, err := s.Jobs(t.Context(), store.JobQuery{Limit: 200, Sort: "number"})
	if err != nil {
		t.Fatal(err)
	}
	slices.Reverse(list)
	var b strings.Builder
	for _, row := range list {
		r, err := s.Job(t.Context(), row.Number)
		if err != nil {
			t.Fatal(err)
		}
		for _, k := range r.Kept {
			whole, err := k.Sheet()
			if err != nil {
				t.Fatal(err)
			}
			rows, err := json.MarshalIndent(sheet.PaperOf(whole), "", " ")
			if err != nil {
				t.Fatal(err)
			}
			how := Printing{Shop: "Shop", Unit: quantity.UnitThou, As: k.Seq}
			if m, signed := r.SignedBy(k.Seq); signed {
				of, err := s.Key(t.Context(), m.Public)
				if err != nil {
					t.Fatal(err)
				}
				how.Whose = WhoseKey(of, m.Signature)
			}
			pdf, err := PDF(r, whole, how)
			if err != nil {
				t.Fatal(err)
			}
			read := exec.Command(program, "-raw", "-", "-")
			read.Stdin = bytes.NewReader(pdf)
			text, err := read.Output()
			if err != nil {
				t.Fatal(err)
			}
			fmt.Fprintf(&b, "== %s, entry %d\n%s\n%s\n", r.Number, k.Seq, rows, text)
		}
	}
	return b.String()
}

func unpacked(t *testing.T, path string) []byte {
	t.Helper()
	f, err := os.Open(path)
	if err != nil {
		t.Fatal(err)
	}
	defer f.Close()
	z, err := gzip.NewReader(f)
	if err != nil {
		t.Fatal(err)
	}
	b, err := io.ReadAll(z)
	if err != nil {
		t.Fatal(err)
	}
	return b
}

func packedTo(t *testing.T, path, text string) {
	t.Helper()
	var b bytes.Buffer
	z, _ := gzip.NewWriterLevel(&b, gzip.BestCompression)
	if _, err := io.WriteString(z, text); err != nil {
		t.Fatal(err)
	}
	if err := z.Close(); err != nil {
		t.Fatal(err)
	}
	if err := os.WriteFile(path, b.Bytes(), 0o644); err != nil {
		t.Fatal(err)
	}
}
