package quantity

import (
	"encoding/json"
	"testing"
)

func TestNumber(t *testing.T) {
	for text, want := range map[string]string{
		"4": "4", "7.5": "7.5", "7,5": "7.5", "-4": "-4", "−4,25": "-4.25", "1/2": "0.5", "1 1/2": "1.5", "1-1/2": "1.5",
		"0": "0", "-0": "0", " 12 ": "12", ".5": "0.5", "1/3": "0.333",
	} {
		v, err := Count(text).Value()
		if err != nil || ShowNumber(v) != want {
			t.Errorf("%q is %v, %v; want %s", text, v, err, want)
		}
	}
	for _, text := range []string{"", "  ", "five", "1.2.3", "1 3/2", "4 mm", "1e3", "1000000001", "--4",
		"0000000000000000000000000000000000000000001"} {
		if v, err := Count(text).Value(); err == nil {
			t.Errorf("%q was read as %v", text, v)
		}
	}
}

func TestNumberKeepsWhatWasTyped(t *testing.T) {
	var got struct {
		A, B, C, D Number `json:",omitzero"`
	}
	if err := json.Unmarshal([]byte(`{"A":"7,50","B":7.50,"C":null}`), &got); err != nil {
		t.Fatal(err)
	}
	b, err := json.Marshal(got)
	if want := `{"A":"7,50","B":"7.50"}`; err != nil || string(b) != want {
		t.Errorf("comes back as %s, %v; want %s", b, err, want)
	}
	for _, bad := range []string{`{"A":true}`, `{"A":{}}`, `{"A":[1]}`} {
		if err := json.Unmarshal([]byte(bad), &got); err == nil {
			t.Errorf("%s was taken", bad)
		}
	}
}
