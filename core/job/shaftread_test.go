package job

import "testing"

// 8j: places of which nobody knows how far along they are may be two: they stand beside each other.
func TestPlacesOfUnknownDistanceStandBesideEachOther(t *testing.T) {
	run := shaftRead{places: []placeRead{{title: "Beside the hub", seq: 1}, {title: "Beside the seal", seq: 2},
		{title: "Beside the hub", seq: 3}}}
	run.settle()
	if len(run.places) != 2 || run.places[0].title != "Beside the seal" || run.places[1].seq != 3 {
		t.Errorf("they are %+v", run.places)
	}
}
