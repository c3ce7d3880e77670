package demo

import (
	"flag"
	"os"
	"path/filepath"
	"slices"
	"strings"
	"testing"
	"time"

	"settle/core/job"
	show "settle/internal/hand"
	"settle/internal/store"
)

var update = flag.Bool("update", false, "write the golden file anew")

// Every sheet of the demo shop stays as it is, whatever is rebuilt inside; a difference
// is meant, and is told in the commit that makes it.
func TestSheetsStayAsTheyAre(t *testing.T) {
	path := filepath.Join(t.TempDir(), "settle.db")
	if err := Copy(path); err != nil {
		t.Fatal(err)
	}
	s, err := store.Open(t.Context(), path, time.Now)
	if err != nil {
		t.Fatal(err)
	}
	defer s.Close()
	rows, err := s.Jobs(t.Context(), store.JobQuery{Limit: 200, Sort: "number"})
	if err != nil {
		t.Fatal(err)
	}
	slices.Reverse(rows)
	var got strings.Builder
	for _, row := range rows {
		r, err := s.Job(t.Context(), row.Number)
		if err != nil {
			t.Fatal(err)
		}
		got.WriteString(show.Lines(row.Number, job.Derive(r.Job)))
	}
	const golden = "testdata/sheets.golden"
	if *update {
		if err := os.WriteFile(golden, []byte(got.String()), 0o600); err != nil {
			t.Fatal(err)
		}
	}
	want, err := os.ReadFile(golden)
	if err != nil {
		t.Fatal(err)
	}
	if got.String() == string(want) {
		return
	}
	gots, wants := strings.Split(got.String(), "\n"), strings.Split(string(want), "\n")
	shown := 0
	for i := range max(len(gots), len(wants)) {
		var a, b string
		if i < len(gots) {
			a = gots[i]
		}
		if i < len(wants) {
			b = wants[i]
		}
		if a != b && shown < 30 {
			shown++
			t.Errorf("%s:%d:\n got %s\nwant %s", golden, i+1, a, b)
		}
	}
}
