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
		{"EPDM", "", ""},
		{"EPDM", "Boiler water", ""},       // no oil in a boiler
		{"FKM", "Polyethylene glycol", ""}, // no lye in it
		{"NBR", "Water, 95 °C", "good to 80 °C"},
		{"NBR", "Water, 60 °C", ""},
		{"NBR", "Seawater 180 F", "good to 80 °C"},
		{"FKM", "Wash water", "caustic"},
		{"EPDM", "Water with a film of diesel", "swells in oil"},
	} {
		got := Suits(tt.elastomer, tt.liquid)
		if (got == "") != (tt.says == "") || !strings.Contains(got, tt.says) || got != "" && !strings.Contains(got,
			"check with the maker") {
			t.Errorf("%s in %s: %q, want %q", tt.elastomer, tt.liquid, got, tt.says)
		}
	}
	if got := Suits("EPDM", "Feed slurry"); !strings.Contains(got, "not in the general table: ask the maker") {
		t.Errorf("a liquid nobody knows: %q", got)
	}
	if !KnownElastomer("EPDM") || KnownElastomer("rubber") {
		t.Error("the list of elastomers")
	}
}
