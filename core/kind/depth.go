package kind

import (
	"fmt"
	"slices"
	"strings"

	"settle/core/gauge"
	"settle/core/log"
	"settle/core/plan"
	"settle/core/quantity"
)

var depthKind = Kind{
	Gauges: depths, panel: plan.Depth, Group: "places", typed: true, weigh: depth, show: placesPanel,
	boxes: depthBoxes, title: "Mean", divisions: []string{"1 thou", "0.1 thou", "0.01 mm", "0.001 mm"},
	usual: Usual{"1 thou", "0.01 mm"},
}

// depth is how deep a face lies below a datum face. The mean of the places is judged;
// how far they differ stands beside it.
func depth(s Scale, step *plan.Step, b *log.Body, r *gauge.Reader) *Reading {
	f, places := b.Places, placesOf(s, checkAt(s, step))
	if f == nil {
		return missing(r, "places", "is missing: the depth at each place")
	}
	graduation, ok := division(r, "places.graduation", f.Graduation, " of the depth micrometer, such as 0.01 mm")
	var readings []quantity.Length
	var taken []string
	for i, x := range f.Readings {
		if !slices.Contains(places, x.At) || slices.Contains(taken, x.At) {
			r.Errors.Add(fmt.Sprintf("places.readings[%d].at", i), fmt.Errorf("is %q: read each place once, they are %s", x.At,
				strings.Join(places, ", ")))
			continue
		}
		taken = append(taken, x.At)
		if l, known := r.Length(gauge.Path{List: "places.readings", Index: i, Name: "value"}, x.Value); known {
			readings = append(readings, l)
		}
	}
	if !r.Partial && len(taken) < len(places) {
		return missing(r, "places.readings", "has too few: read all of "+strings.Join(places, ", "))
	}
	if !ok || short(r, len(readings) > 0) {
		return nil
	}
	x, err := gauge.DepthOf(readings, graduation, b.MPE())
	if err != nil {
		r.Errors.Add("places", err)
		return nil
	}
	limit := limitOf(s, step)
	reading := fine(&Reading{Figure: quantity.Show(x.Mean), Spread: quantity.Show(x.Spread),
		Held: AsHeld(OfMean, "Mean", x.Mean)}, x.Mean, x.Uncertainty, limit)
	reading.Next = reading.nextDirect(graduation)
	return reading
}

func depthBoxes(b *log.Body) []box {
	if b.Places == nil {
		return nil
	}
	var out []box
	for i, x := range b.Places.Readings {
		out = append(out, box{path: fmt.Sprintf("places.readings[%d].value", i), name: x.At + ":", length: x.Value,
			most: absurdSize})
	}
	return out
}
