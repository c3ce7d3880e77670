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
		{"NBR", "Water 20-95 °C", "good to 80 °C"}, // a range, no minus
		{"NBR", "Water 20 – 95 °C", "good to 80 °C"},
		{"NBR", "Water, 95 deg C", "good to 80 °C"},
		{"NBR", "water 95 c", "good to 80 °C"},
		{"NBR", "Water 95 Celsius", "good to 80 °C"},
		{"NBR", "Brine -20 °C", ""},
		{"FKM", "Acetic acid 80 %", "swells in acetic"},
		{"EPDM", "Sulphuric acid 98 %", "concentrated sulphuric"},
		{"EPDM", "Sulphuric acid 10 %", ""},
		{"EPDM", "Nitric acid 60 %", "oxidised"},
		{"EPDM", "Concentrated nitric acid", "oxidised"},
		{"EPDM", "Oily water", "swells in oil"},
		{"EPDM", "Oil in water", "swells in oil"},
		{"FFKM", "Nitric acid 60 %", ""},
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
	if got := Suits("EPDM", "Water and heptane"); !strings.Contains(got, "heptane is not in the general table") {
		t.Errorf("a liquid nobody knows beside water: %q", got)
	}
	if !KnownElastomer("EPDM") || KnownElastomer("rubber") {
		t.Error("the list of elastomers")
	}
}

func TestKindOfLiquid(t *testing.T) {
	for description, want := range map[string]LiquidKind{"": "", "Fresh water": LikeWater, "Wash water": LikeWater,
		"Fuel oil": Flammable, "Oily water": Flammable, "Dilute acid": Toxic, "Water and glycol": Viscous,
		"Feed slurry": OtherLiquid, "Water and heptane": OtherLiquid, "Waste water with solids": LikeWater} {
		if got := KindOfLiquid(description); got != want {
			t.Errorf("%q is %q, want %q", description, got, want)
		}
	}
}
