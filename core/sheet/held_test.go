package sheet

import (
	"testing"

	"settle/core/judge"
	"settle/core/kind"
	"settle/core/quantity"
)

// Of a sheet that was kept before the two were told apart, what was measured stands there as it did.
func TestAKeptFigureStandsAsItWas(t *testing.T) {
	low, high := quantity.Show(300*quantity.Micrometre), quantity.Show(380*quantity.Micrometre)
	old := heldCell(nil, low, high, judge.Within)
	if old.Text.Mm != "0.300 – 0.380" || old.What != "" || old.Raw != nil || old.Word == "" {
		t.Errorf("the old one is %+v", old)
	}
	same := kind.AsHeld(kind.OfValue, "Run-out", low.Length).Beside("Read", low)
	if c := heldCell(same, nil, nil, judge.Within); c.Raw != nil || c.What != "" {
		t.Errorf("what was read is what is judged, and it says %q, %v", c.What, c.Raw)
	}
	other := kind.AsHeld(kind.OfValue, "Fitted", low.Length).Beside("TIR", high)
	c := heldCell(other, nil, nil, judge.Out)
	if c.What != "Fitted" || c.Raw == nil || c.Raw.Mm != "TIR 0.380" {
		t.Errorf("it says %q, %v", c.What, c.Raw)
	}
	if c := heldCell(other, nil, nil, ""); c.Word != notJudged {
		t.Errorf("not judged it says %q", c.Word)
	}
}
