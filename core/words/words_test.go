package words

import "testing"

func TestFirstLetter(t *testing.T) {
	for _, tt := range []struct{ in, capital, lower string }{
		{"", "", ""}, {"end play", "End play", "end play"}, {"Øst", "Øst", "øst"}, {"ölfrei", "Ölfrei", "ölfrei"},
		{"12 N·m", "12 N·m", "12 N·m"}, {"\xff", "\xff", "\xff"},
	} {
		if c, l := Capital(tt.in), Lower(tt.in); c != tt.capital || l != tt.lower {
			t.Errorf("%q is %q and %q", tt.in, c, l)
		}
	}
}
