package job

import (
	"math"
	"slices"

	"settle/core/judge"
	"settle/core/quantity"
)

// RunSheet is the run-out along the shaft, as found or as built: the picture of the shaft
// along its length.
type RunSheet struct {
	Phase    string       `json:"phase" enum:"found,built"`
	Stations []RunStation `json:"stations" nullable:"false" doc:"from the driver end"`
	Bearings []RunBearing `json:"bearings" nullable:"false" doc:"from the driver end"`
	Curve    []RunPoint   `json:"curve,omitempty" doc:"the shaft by the likeliest explanation"`
	Says     []Sentence   `json:"says,omitempty" doc:"what the run-outs tell together"`
	Ask      *Sentence    `json:"ask,omitempty" doc:"the reading that would tell more, and where"`
	Assumed  bool         `json:"assumed,omitempty" doc:"a place is the plan's, for want of the pump's own"`
	Largest  Figure       `json:"largest" doc:"run-out of all of them: to draw to one scale"`
}

// RunStation is the run-out at one place.
type RunStation struct {
	Letter  string       `json:"letter,omitempty" doc:"of its station"`
	Title   string       `json:"title"`
	Along   Figure       `json:"along" doc:"from the driver end"`
	Place   Sentence     `json:"place" doc:"the same in words"`
	Sleeve  bool         `json:"sleeve,omitempty" doc:"read on the sleeve, not on the shaft"`
	Verdict judge.Result `json:"verdict,omitempty" enum:"within,close,out,undecided,no-limit"`
	RunPoint
	High string `json:"high,omitempty" doc:"clock position of the high spot"`
}

// RunPoint is a run-out as a vector: towards 12 and towards 3.
type RunPoint struct {
	At        float64 `json:"at" doc:"mm from the driver end"`
	Size      Figure  `json:"size" doc:"TIR"`
	Towards12 float64 `json:"towards_12" doc:"µm"`
	Towards3  float64 `json:"towards_3" doc:"µm"`
}

// RunBearing is a bearing along the shaft.
type RunBearing struct {
	Title string   `json:"title"`
	At    float64  `json:"at" doc:"mm from the driver end"`
	Place Sentence `json:"place"`
}

// runSheets are the pictures of what was read along the shaft. A phase in which a place is
// not known has none.
func runSheets(s *scale, runs []shaftRead) []RunSheet {
	var out []RunSheet
	for _, r := range runs {
		if slices.ContainsFunc(r.places, func(p placeRead) bool { return p.along == nil }) {
			continue
		}
		out = append(out, r.sheet(s))
	}
	return out
}

func (r *shaftRead) sheet(s *scale) RunSheet {
	sheet := RunSheet{Phase: r.phase, Bearings: []RunBearing{}, Stations: []RunStation{}}
	for _, b := range s.plan.ShaftLine.Bearings {
		if at := s.along(b.Along); at != nil {
			sheet.Bearings = append(sheet.Bearings, RunBearing{b.Title, at.Um() / 1000, quantity.Distance(at.Length)})
			sheet.Assumed = sheet.Assumed || at.Assumed
		}
	}
	ends := make([]quantity.Length, 0, len(r.places)+2)
	for _, b := range s.between {
		ends = append(ends, b.Z)
	}
	for _, p := range r.places {
		ends = append(ends, p.along.Length)
		sheet.Assumed = sheet.Assumed || p.along.Assumed
		sheet.Largest.Length = max(sheet.Largest.Length, p.dial.Fitted.Length)
		sheet.Stations = append(sheet.Stations, p.station())
	}
	slices.SortStableFunc(sheet.Stations, func(a, b RunStation) int { return int(a.Along.Length - b.Along.Length) })
	if len(r.told.Origins) > 0 {
		sheet.curve(&r.told, ends)
	}
	return sheet
}

func (p *placeRead) station() RunStation {
	st := RunStation{Letter: p.letter, Title: p.title, Along: p.along.Figure, Place: quantity.Distance(p.along.Length),
		Sleeve: p.sleeve, Verdict: p.verdict, RunPoint: RunPoint{At: p.along.Um() / 1000, Size: *p.dial.Fitted}}
	if p.dial.HighDeg != nil {
		sin, cos := math.Sincos(*p.dial.HighDeg * math.Pi / 180)
		st.Towards12, st.Towards3, st.High = p.dial.Fitted.Um()*cos, p.dial.Fitted.Um()*sin, p.dial.HighClock
	}
	return st
}

// curve draws the likeliest explanation from end to end, with its corner where it has one.
func (sheet *RunSheet) curve(told *judge.Told, ends []quantity.Length) {
	best := told.Origins[0]
	var says []judge.Shown
	for _, x := range []judge.Sign{judge.BendAlong, judge.SeatAlong, judge.SleeveAlong} {
		if shown := told.Evidence[x]; shown.There && shown.Later == nil {
			says = append(says, shown)
		}
	}
	slices.SortStableFunc(says, func(a, b judge.Shown) int { return b.Weight - a.Weight })
	for _, shown := range says {
		sheet.Says = append(sheet.Says, shown.Words)
	}
	sheet.Ask = told.Ask
	places := append(slices.Clone(ends), best.At)
	if best.At == 0 {
		places = places[:len(ends)]
	}
	slices.Sort(places)
	for _, z := range slices.Compact(places) {
		at := best.RunoutAt(z)
		sheet.Curve = append(sheet.Curve, RunPoint{z.Um() / 1000, Figure{Length: at.Size()}, at.Towards12.Um(),
			at.Towards3.Um()})
	}
}
