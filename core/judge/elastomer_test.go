package judge

import (
	"strings"
	"testing"
)

func TestSuits(t *testing.T) {
	for _, tt := range []struct{ elastomer, liquid, says string }{
		{"EPDM", "Fuel oil", "swells in oil"},
		{"NBR", "Fuel oil", ""},
		{"FKM", "Boiler feed water", "hot water"},
		{"EPDM", "Water and glycol", ""},
		{"NBR", "Dilute ACID", "acids"},
		{"FFKM", "Dilute acid", ""},
		{"", "Fuel oil", ""},
	} {
		got := Suits(tt.elastomer, tt.liquid)
		if (got == "") != (tt.says == "") || !strings.Contains(got, tt.says) || got != "" && !strings.Contains(got,
			"check with the maker") {
			t.Errorf("%s in %s: %q, want %q", tt.elastomer, tt.liquid, got, tt.says)
		}
	}
	if !KnownElastomer("EPDM") || KnownElastomer("rubber") {
		t.Error("the list of elastomers")
	}
}
