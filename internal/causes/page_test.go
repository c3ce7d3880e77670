package causes

import (
	"flag"
	"fmt"
	"os"
	"strings"
	"testing"

	"settle/internal/drill"
)

var update = flag.Bool("update", false, "write docs/causes.md anew")

const page = "../../docs/causes.md"

// The page says what the table says. How often the finder is right is worked out in the drill
// alone, and has to come out as the page has it.
func TestThePageIsUpToDate(t *testing.T) {
	shafts := drill.Pick(5000, 480)
	if *update {
		shafts = 5000
	}
	scores, err := simulate(shafts)
	if err != nil {
		t.Fatal(err)
	}
	if *update {
		if err := os.WriteFile(page, []byte(Page()+"\n"+scores.figures()), 0o644); err != nil {
			t.Fatal(err)
		}
	}
	b, err := os.ReadFile(page)
	if err != nil {
		t.Fatal(err)
	}
	table, figures, ok := strings.Cut(string(b), "\n"+Figures)
	if !ok || table != Page() {
		t.Error("docs/causes.md is out of date: go test ./internal/causes -update")
	}
	if drill.On() {
		if Figures+figures != scores.figures() {
			t.Errorf("docs/causes.md tells other figures:\n%s", scores.figures())
		}
		fmt.Printf("DRILL %d shafts, right first %s, among three %s, wrong first %s\n", shafts,
			scores.all.share(scores.all.first), scores.all.share(scores.all.three), scores.all.share(scores.all.wrong))
	}
	if a := scores.all; a.first < a.shafts*8/10 || a.three < a.shafts*85/100 || a.wrong > a.shafts*15/100 {
		t.Errorf("the finder got worse:\n%s", scores.figures())
	}
}
