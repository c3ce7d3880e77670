package calc

import (
	"fmt"
	"slices"

	"settle/core/field"
	"settle/core/fit"
	"settle/core/gauge"
	"settle/core/judge"
	"settle/core/quantity"
)

// The seats of bearings, and how long a clearance lasts: what is held against a table of
// a standard or against its own history.

// fitIn are diameters of a bearing seat, on a shaft or in a housing, in one plane or more;
// class is its tolerance class, such as k5 or H7.
type fitIn struct {
	Part    fit.Part       `json:"part"`
	Nominal quantity.Typed `json:"nominal"`
	Class   string         `json:"class"`
	// In two planes at three angles, as good practice has it.
	Readings []struct {
		Plane string         `json:"plane"`
		Value quantity.Typed `json:"value"`
	} `json:"readings"`
	Graduation quantity.Typed `json:"graduation"`
	// Of the part, of the gauge zeroed on its standard, °C; alpha in 10⁻⁶ per K, 12 where it is
	// not said.
	Temperature *struct {
		Part  *float64 `json:"part_c"`
		Gauge *float64 `json:"gauge_c"`
		Alpha *float64 `json:"alpha"`
	} `json:"temperature"`
	mpeIn
}

// fitOut is the seat against its class: deviations from nominal in micrometres. Interference
// is least and most with a bearing of the normal class; it is positive where it grips.
type fitOut struct {
	// Low and high deviation of the class.
	Limits [2]quantity.Length `json:"limits_um"`
	Mean   quantity.Length    `json:"mean_um"`
	// The largest difference in one plane; of the means of the planes, null with one.
	Ovality      quantity.Length    `json:"ovality_um"`
	Taper        *quantity.Length   `json:"taper_um"`
	Interference [2]quantity.Length `json:"interference_um"`
	// What every reading was corrected by for its temperature.
	Correction quantity.Length `json:"correction_um"`
	Verdict    verdictOut      `json:"verdict"`
	Warnings   []string        `json:"warnings"`
	// Ring is the bearing's own tolerance on that side, to draw the fit by.
	Ring [2]quantity.Length `json:"ring_um"`
	// Worst is the reading that is judged: the one nearest to a bound, or farthest beyond one.
	Worst quantity.Length `json:"worst_um"`
	// add where metal is missing, remove where there is too much; null where all are inside.
	Remedy *fit.Remedy `json:"remedy"`

	seat    fit.Seat
	verdict judge.Verdict
}

// solve holds every reading against the class, and the worst of them is judged;
// U² = g²/3 + (2·mpe/√3)². With temperatures every reading is corrected by
// −α·nominal·(part − gauge). Classes and their bands are those of ISO 286-1 and -2 over 6 to
// 250 mm; bearing bores and
// outside diameters of the normal class are those of ISO 492. Errors name part, nominal,
// class or readings[i].
func (in fitIn) solve(r *gauge.Reader) (answer, error) {
	s := fit.Seat{Part: in.Part, Nominal: r.Needed("nominal", in.Nominal), Class: in.Class,
		Graduation: r.Needed("graduation", in.Graduation)}
	for i, x := range in.Readings {
		value, _ := r.Length(gauge.Path{List: "readings", Index: i, Name: "value"}, x.Value)
		s.Readings = append(s.Readings, fit.Diameter{Plane: x.Plane, Value: value})
	}
	s.MPE, s.Warmth = in.mpeIn.read(r), in.warmth(r)
	if err := r.Errors.Err(); err != nil {
		return nil, err
	}
	x, err := s.Run()
	if err != nil {
		return nil, err
	}
	ring, err := fit.Ring(s.Part, s.Nominal)
	if err != nil {
		return nil, err
	}
	b := judge.Bounds{Min: &x.Band.Low, Max: &x.Band.High}
	v, warnings := fine(judge.Length(x.Worst, x.Uncertainty, b), b, x.Warnings)
	out := &fitOut{Limits: [2]quantity.Length{x.Band.Low, x.Band.High}, Mean: x.Mean, Ovality: x.Ovality, Taper: x.Taper,
		Interference: [2]quantity.Length{x.Grip.Low, x.Grip.High}, Correction: x.Correction,
		Verdict: verdict(v), Warnings: warnings, Ring: [2]quantity.Length{ring.Low, ring.High}, Worst: x.Worst,
		seat: s, verdict: v}
	if x.Remedy != "" && !slices.Contains(warnings, judge.TooCoarse) {
		out.Remedy = &x.Remedy
	}
	return out, nil
}

// warmth reads the temperatures, both of which are needed.
func (in fitIn) warmth(r *gauge.Reader) *fit.Warmth {
	t := in.Temperature
	if t == nil {
		return nil
	}
	w := &fit.Warmth{Alpha: fit.Steel}
	for _, x := range []struct {
		name string
		in   *float64
		into *float64
	}{{"part_c", t.Part, &w.Part}, {"gauge_c", t.Gauge, &w.Gauge}} {
		if x.in == nil {
			need(r, "temperature."+x.name, "the temperature in °C")
		} else {
			*x.into = *x.in
		}
	}
	if t.Alpha != nil {
		w.Alpha = *t.Alpha
	}
	return w
}

// say shows tenths of a thou and micrometres: a seat is measured finer than the rest.
func (out *fitOut) say(w *Words) {
	w.fine = true
	w.measure("Worst reading, off nominal", out.Worst)
	w.judged(out.verdict, judge.Bounds{Min: &out.Limits[0], Max: &out.Limits[1]})
	w.row("Limit from", quantity.Plainly(fmt.Sprintf("ISO 286, class %s", out.seat.Class)))
	w.length("Mean, off nominal", &out.Mean)
	w.length("Ovality", &out.Ovality)
	w.length("Taper", out.Taper)
	least, most := out.Interference[0], out.Interference[1]
	switch {
	case least >= 0:
		w.row("Grips a normal bearing by", w.say("%s to %s", least, most))
	case most <= 0:
		w.row("Loose on a normal bearing by", w.say("%s to %s", -most, -least))
	default:
		w.row("With a normal bearing", w.say("%s loose to %s grip", -least, most))
	}
	if out.seat.Part == fit.Shaft {
		for _, group := range []fit.Group{fit.Normal, fit.C3} {
			if c, ok := fit.InternalClearance(out.seat.Nominal, group); ok {
				w.row("Play inside, new, group "+string(group), w.say("%s to %s", c.Low, c.High))
			}
		}
	}
	if out.Remedy != nil {
		if *out.Remedy == fit.AddMetal {
			w.line("The seat is worn loose: the ring will creep on it. Sleeve or plate it, or replace the part.")
		} else {
			w.line("Too tight: it takes the play out of the bearing. Measure again at one temperature, then grind, polish or " +
				"hone it to size.")
		}
	}
	w.warn(out.Warnings)
	w.next(judge.NextDirect(out.seat.Graduation, out.verdict))
	if out.seat.Warmth != nil {
		w.row("Corrected for the temperature by", w.say("%s", out.Correction))
	} else {
		w.line("Part and micrometer at one temperature: ten degrees are 6 µm on 50 mm.")
	}
	w.line("Inch tapered bearings are bored to plus tolerances: these tables do not serve them.")
}

// wearIn is a clearance at running hours, the hours rising, two readings at least; limit.max
// is where it is reset, planned_hours the hours to the next planned stop.
type wearIn struct {
	History []struct {
		Hours     *float64       `json:"hours"`
		Clearance quantity.Typed `json:"clearance"`
	} `json:"history"`
	Limit   *limitIn `json:"limit"`
	Planned *float64 `json:"planned_hours"`
	// Of the gauge: with it small steps back are no reset, and there is a range.
	Graduation quantity.Typed `json:"graduation"`
}

// wearOut is the wear in micrometres in a thousand hours and the hours left from the last
// reading, null where it does not wear; low and high are those at the fastest and the slowest
// wear that the readings allow.
type wearOut struct {
	Rate *quantity.Length `json:"rate_um_per_1000h"`
	Left *int64           `json:"hours_left"`
	Low  *int64           `json:"hours_left_low"`
	High *int64           `json:"hours_left_high"`
	// past-limit, not-wearing, lasts, reset-now or no-rate.
	Result judge.WearResult `json:"result"`
	// How often it was set, as far as the readings show.
	Runs     int      `json:"runs"`
	Warnings []string `json:"warnings"`

	limit   quantity.Length
	planned float64
}

// solve fits lines of one slope to the runs between resets by least squares, in whole numbers
// and so the same on every machine; hours left are rounded down.
func (in wearIn) solve(r *gauge.Reader) (answer, error) {
	var history []judge.Worn
	for i, h := range in.History {
		clearance, _ := r.Length(gauge.Path{List: "history", Index: i, Name: "clearance"}, h.Clearance)
		if h.Hours == nil {
			r.Errors.Add(fmt.Sprintf("history[%d].hours", i), fmt.Errorf("is missing: write the running hours at that reading"))
			continue
		}
		history = append(history, judge.Worn{Hours: *h.Hours, Clearance: clearance})
	}
	bounds, graduation := in.Limit.bounds(r), r.Optional(gauge.Named("graduation"), in.Graduation)
	if err := r.Errors.Err(); err != nil {
		return nil, err
	}
	switch {
	case bounds.Max == nil:
		return nil, field.Errorf("limit.max", "is missing: write the clearance at which it is reset or replaced")
	case in.Planned == nil:
		return nil, field.Errorf("planned_hours", "is missing: write the running hours to the next planned stop")
	}
	x, err := judge.Wear(history, *bounds.Max, *in.Planned, graduation)
	if err != nil {
		return nil, err
	}
	return &wearOut{x.Rate, x.Left, x.Least, x.Most, x.Result, x.Runs, list(x.Warnings), *bounds.Max, *in.Planned}, nil
}

// say tells the hours left; readings that do not grow tell none.
func (out *wearOut) say(w *Words) {
	w.main("Hours left", quantity.Plainly(hours(out.Left)))
	if out.Low != nil || out.High != nil {
		w.row("Fastest to slowest", quantity.Plainly(hours(out.Low)+" to "+hours(out.High)))
	}
	w.length("Wear in a thousand hours", out.Rate)
	w.row("Set anew", quantity.Plainly(fmt.Sprintf("%d times between these readings", out.Runs-1)))
	w.row("Limit", quantity.Say("%s", out.limit))
	w.row("To the planned stop", quantity.Plainly(number(out.planned, 1)+" h"))
	switch out.Result {
	case judge.PastLimit:
		w.Verdict, w.Headline = string(judge.Out), quantity.Plainly("Past the limit: reset or replace now")
	case judge.ResetNow:
		w.Verdict, w.Headline = string(judge.Out), quantity.Plainly("Will not last to the planned stop: reset or replace now")
	case judge.Lasts:
		w.Verdict, w.Headline = string(judge.Within), quantity.Plainly("Lasts to the planned stop")
	case judge.NotWearing:
		w.Verdict, w.Headline = string(judge.Within), quantity.Plainly("Does not wear by these readings")
		w.line("Readings that do not grow tell no life: take one more before you count on it.")
	case judge.NoRate:
		w.Verdict, w.Headline = string(judge.Undecided), quantity.Plainly("No rate: no two readings at different hours")
		w.line("Two readings at different hours, and not set in between, tell a rate.")
	}
	w.warnAs(out.Warnings, map[string]string{
		judge.Thin:         "Two readings are thin: one more tells whether the wear is even.",
		judge.Accelerating: "It wears faster and faster: the last two readings count most.",
		judge.MayNotLast:   "At the fastest wear these readings allow it does not last to the planned stop.",
	})
}

// hours are hours left, where it wears.
func hours(h *int64) string {
	if h == nil {
		return "it does not wear"
	}
	return fmt.Sprintf("%d h", *h)
}
