package log

import (
	"strings"
	"testing"
)

// at is the shape of a field by its path; [] goes into a list.
func at(t *testing.T, path string) Shape {
	t.Helper()
	s := Shape{Fields: Shapes()}
	for name := range strings.SplitSeq(path, ".") {
		if name == "[]" {
			if s.List == nil {
				t.Fatalf("%s is no list", path)
			}
			s = *s.List
			continue
		}
		found := false
		for _, f := range s.Fields {
			if f.Name == name {
				s, found = f.Shape, true
			}
		}
		if !found {
			t.Fatalf("%s: there is no %s", path, name)
		}
	}
	return s
}

// What a person types is known as what it is: a length changes its text with the unit, a division keeps its
// own, and what is no length is in the units of its kind.
func TestShapesOfABody(t *testing.T) {
	for path, want := range map[string]string{
		"unit": ChoiceShape, "skip": TextShape, "absent": ChoiceShape, "permit.lock": TextShape, "gauge": AnyShape,
		"also.[].along": LengthShape, "also.[].readings.[].deg": NumberShape, "done": FlagShape, "turn.turn": ChoiceShape,
		"count.count": NumberShape, "count.pack": LengthShape, "count.each.[]": NumberShape, "marks.[]": TextShape,
		"inspect.found.[]": TextShape, "inspect.at": AnyShape, "inspect.outcome": ChoiceShape,
		"dial.graduation": TextShape, "dial.readings.[].value": LengthShape, "dial.sweep.low": LengthShape,
		"float.graduation": TextShape, "float.trials.[].in": LengthShape, "feeler.graduation": TextShape,
		"feeler.positions.[].no_go": LengthShape, "setting.graduation": TextShape, "setting.measured": LengthShape,
		"direct.graduation": TextShape, "travel.graduation": TextShape, "places.graduation": TextShape,
		"along.graduation": TextShape, "along.places.[].readings.[].value": LengthShape, "torque.set": MeasureShape,
		"torque.wrench": TextShape, "torque.extension": TextShape, "torque.ticks.[]": NumberShape, "tool": AnyShape,
		"heat.input": AnyShape, "heat.left": TextShape, "heat.reached": MeasureShape, "heat.cool": NumberShape,
		"wait.minutes": NumberShape, "test.medium": ChoiceShape, "test.pressure": MeasureShape, "test.rated": MeasureShape,
		"handback.at.[].axial": MeasureShape, "handback.air": MeasureShape, "handback.flow": TextShape,
		"photo.photos.[]": TextShape, "sign.remark": TextShape,
	} {
		if got := at(t, path).Word; got != want {
			t.Errorf("%s is %q, want %q", path, got, want)
		}
	}
	var each func(path string, s Shape)
	each = func(path string, s Shape) {
		switch {
		case s.List != nil:
			each(path+".[]", *s.List)
		case s.Fields != nil:
			for _, f := range s.Fields {
				if f.Name == "" {
					t.Errorf("%s has a field without a name", path)
				}
				each(path+"."+f.Name, f.Shape)
			}
		case s.Word == "":
			t.Errorf("%s has no shape", path)
		case strings.HasSuffix(path, ".graduation") && s.Word != TextShape:
			t.Errorf("%s would change with the unit", path)
		}
	}
	each("body", Shape{Fields: Shapes()})
	groups := 0
	for _, f := range Shapes() {
		if f.IsGroup() {
			groups++
		}
	}
	if groups != len(Groups()) {
		t.Errorf("%d groups, want %d", groups, len(Groups()))
	}
}
