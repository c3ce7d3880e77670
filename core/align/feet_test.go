package align

import (
	"math"
	"testing"

	"settle/core/quantity"
)

func TestFeet(t *testing.T) {
	um := quantity.Micrometre
	for _, tt := range []struct {
		lifts   Lifts
		worst   quantity.Length
		foot    Foot
		pattern Pattern
	}{
		{Lifts{10 * um, 50 * um, 0, 0}, 50 * um, FrontRight, NoFoot},
		{Lifts{-60 * um, 0, 0, 0}, 60 * um, FrontLeft, OneFoot},
		{Lifts{60 * um, 0, 0, 60 * um}, 60 * um, FrontLeft, Rocking},
		{Lifts{0, 70 * um, -80 * um, 0}, 80 * um, BackLeft, Rocking},
		{Lifts{0, 0, 60 * um, 70 * um}, 70 * um, BackRight, OneSide},
		{Lifts{60 * um, 60 * um, 60 * um, 0}, 60 * um, FrontLeft, Several},
	} {
		worst, foot := tt.lifts.Worst()
		if got := PatternOf(tt.lifts.Over(SoftLimit)); worst != tt.worst || foot != tt.foot || got != tt.pattern {
			t.Errorf("%v: %s at %s, %s", tt.lifts, worst, foot, got)
		}
	}
}

// Two flanges that pull against each other: 40 one way, then 30 the other, are 70 moved.
func TestPipeStrain(t *testing.T) {
	um := quantity.Micrometre
	got, err := PipeStrain([]Bolted{{"suction", 40 * um, 0}, {"discharge", -30 * um, 0}})
	if err != nil || got.Worst != 70_000 || got.FromTotal || got.Flange != 1 || got.Total[1] != 30_000 {
		t.Errorf("got %+v, %v", got, err)
	}
	if _, err := PipeStrain([]Bolted{{}}); err == nil {
		t.Error("a flange without a name")
	}
}

// A spacer takes an offset up as angle: 0.1 mm over 200 mm are 0.5 mm per m at either end.
func TestSpacer(t *testing.T) {
	state := State{Vertical: Axis{Offset: 100 * quantity.Micrometre}}
	got, err := SpacerOf(state, 200*quantity.Millimetre, along(0, 0, 0), &Tolerance{Angle: 0.4})
	if err != nil || math.Abs(got.AtPump-0.0005) > 1e-9 || math.Abs(got.AtDriver-0.0005) > 1e-9 ||
		*got.Verdict.Margin != -100*quantity.Micrometre {
		t.Errorf("got %+v, %v", got, err)
	}
}
