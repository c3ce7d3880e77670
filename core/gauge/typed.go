package gauge

import (
	"fmt"
	"math"
	"slices"
	"strconv"
	"strings"

	"settle/core/field"
	"settle/core/quantity"
)

// A form is a panel as it was filled in: texts, kept to the letter. Reading
// one gives the measurement, or field.Errors which name every field that is
// wrong. A partial form is one still being typed: what is blank is passed over
// instead of being refused.

// DialForm is what is typed into a dial round the clock.
type DialForm struct {
	Graduation  quantity.Typed `json:"graduation,omitzero" unit:"own" doc:"value of one division of the dial"`
	Readings    []ReadingForm  `json:"readings,omitempty"`
	BackToStart quantity.Typed `json:"back_to_start,omitzero" doc:"reading on coming round to the first place again"`
	Sweep       *SweepForm     `json:"sweep,omitempty" doc:"lowest and highest of a whole turn, watched"`
	Sag         quantity.Typed `json:"sag,omitzero" doc:"reading at 6 of the same set-up on a stiff bar, zeroed at 12"`
}

// ReadingForm is one box of the dial; its place is a clock position or degrees.
type ReadingForm struct {
	Clock string         `json:"clock,omitempty" doc:"12, 3, 1:30 …"`
	Deg   *float64       `json:"deg,omitempty" doc:"degrees clockwise from 12"`
	Value quantity.Typed `json:"value,omitzero"`
}

// SweepForm is the low and the high of a whole turn.
type SweepForm struct {
	Low  quantity.Typed `json:"low,omitzero"`
	High quantity.Typed `json:"high,omitzero"`
}

// FloatForm is what is typed into a push and pull measurement.
type FloatForm struct {
	Graduation quantity.Typed `json:"graduation,omitzero" unit:"own" doc:"value of one division of the dial"`
	Trials     []TrialForm    `json:"trials,omitempty"`
	// Of a preloaded pair: the needle was seen to follow a stated push, and to come back.
	Followed bool `json:"followed,omitempty" doc:"of a preloaded pair: the needle followed a stated push and came back"`
}

// TrialForm is one push and pull.
type TrialForm struct {
	In  quantity.Typed `json:"in,omitzero"`
	Out quantity.Typed `json:"out,omitzero"`
}

// GapForm is what is typed into a clearance taken at several places.
type GapForm struct {
	Graduation quantity.Typed `json:"graduation,omitzero" unit:"own" doc:"of one division, where a place is read directly"`
	Positions  []PositionForm `json:"positions,omitempty"`
}

// PositionForm is one place: the two leaves, or the value.
type PositionForm struct {
	At    string         `json:"at,omitempty" doc:"vane 1, left …"`
	Go    quantity.Typed `json:"go,omitzero" doc:"thickest leaf that passes"`
	NoGo  quantity.Typed `json:"no_go,omitzero" doc:"thinnest leaf that does not"`
	Value quantity.Typed `json:"value,omitzero" doc:"measured directly"`
}

// A Reader reads the fields of a form in one unit and gathers what is wrong.
type Reader struct {
	Unit    quantity.Unit // of a bare number; "" refuses bare numbers
	Others  Units         // of what is no length
	Boxes   bool          // what is read comes from boxes: a number may stand as it was typed
	Partial bool          // pass over what is blank
	Kept    bool          // it was kept before 2026-12, and is read as it was then
	Asks    bool          // a slip of the unit is asked back: what is typed now, on a screen
	Errors  field.Errors
	// Heard, where it is not nil, is told each length as it was understood.
	Heard func(path string, l quantity.Length)

	division quantity.Length // of the gauge that is read, 0 where it is not known yet
	bare     []bareText
}

// Units are those beside the boxes of what is no length; "" refuses a bare number.
type Units struct {
	Temperature quantity.TemperatureUnit `json:"temperature,omitempty" enum:"C,F"`
	Pressure    quantity.PressureUnit    `json:"pressure,omitempty" enum:"bar,psi,kPa,MPa"`
	Torque      quantity.TorqueUnit      `json:"torque,omitempty" enum:"Nm,lbf-ft,lbf-in,kgf-m"`
	Velocity    quantity.VelocityUnit    `json:"velocity,omitempty" enum:"mm/s,in/s"`
}

// Check names each unit that is none; a blank one is no unit, and fine.
func (u Units) Check() error {
	var errs field.Errors
	check := func(name, unit string, known ...string) {
		if unit != "" && !slices.Contains(known, unit) {
			errs.Add("units."+name, fmt.Errorf("is %q: write %s", unit, strings.Join(known, ", ")))
		}
	}
	check("temperature", string(u.Temperature), "C", "F")
	check("pressure", string(u.Pressure), "bar", "psi", "kPa", "MPa")
	check("torque", string(u.Torque), "Nm", "lbf-ft", "lbf-in", "kgf-m")
	check("velocity", string(u.Velocity), "mm/s", "in/s")
	return errs.Err()
}

// bareText is a length that was typed without its unit.
type bareText struct {
	path Path
	text string
}

// Below is a reader for the fields of a group: what is wrong there is told to the one above.
func (r *Reader) Below() *Reader {
	return &Reader{Unit: r.Unit, Others: r.Others, Partial: r.Partial, Kept: r.Kept, Asks: r.Asks}
}

// AskBack gathers what may be a slip of the unit, once the division of the gauge is known. It is an
// error like others: nothing is kept until somebody has said which is meant.
func (r *Reader) AskBack() {
	for _, b := range r.bare {
		if slip := quantity.SlipOf(b.text, r.Unit, r.division); slip != "" {
			r.Errors.Add(b.path.String(), slip.Ask(b.text, r.Unit))
		}
	}
	r.bare = nil
}

// length reads one length as it was typed.
func (r *Reader) length(path Path, t quantity.Typed) (quantity.Length, error) {
	if !t.Given() {
		return t.Length(r.Unit) // says that it is missing
	}
	read := quantity.Parse
	if r.Kept {
		read = quantity.ParseKept
	}
	l, err := read(t.String(), r.Unit)
	if err != nil || !r.Asks || r.Unit == "" {
		return l, err
	}
	if path.Name == "graduation" || strings.HasSuffix(path.Name, ".graduation") {
		r.division = l
	} else {
		r.bare = append(r.bare, bareText{path, t.String()})
	}
	return l, nil
}

func (r *Reader) heard(path Path, l quantity.Length) {
	if r.Heard != nil {
		r.Heard(path.String(), l)
	}
}

// Needed reads a field that is needed; what is wrong with it is gathered.
func (r *Reader) Needed(name string, t quantity.Typed) quantity.Length {
	l, _ := r.Length(Named(name), t)
	return l
}

// Lengths reads a list of lengths.
func (r *Reader) Lengths(list string, typed []quantity.Typed) []quantity.Length {
	out := make([]quantity.Length, 0, len(typed))
	for i, t := range typed {
		l, _ := r.Length(Path{List: list, Index: i}, t)
		out = append(out, l)
	}
	return out
}

// Path names a field; it is written out only where there is an error to tell.
type Path struct {
	List  string // "" for a field outside a list
	Index int
	Name  string
}

// Named is the path of a field outside a list.
func Named(name string) Path { return Path{Name: name} }

func (p Path) String() string {
	if p.List == "" {
		return p.Name
	}
	return field.Join(field.At(p.List, p.Index), p.Name)
}

// Optional reads a field that may be left out.
func (r *Reader) Optional(path Path, t quantity.Typed) *quantity.Length {
	if !t.Given() || r.Partial && t.Blank() {
		return nil
	}
	l, err := r.length(path, t)
	if err != nil {
		r.Errors.Add(path.String(), err)
		return nil
	}
	r.heard(path, l)
	return &l
}

// Length reads a field that is needed. It returns false for one that is blank
// or cannot be read; a blank one is an error unless the form is partial.
func (r *Reader) Length(path Path, t quantity.Typed) (quantity.Length, bool) {
	if r.Partial && t.Blank() {
		return 0, false
	}
	l, err := r.length(path, t)
	if err != nil {
		r.Errors.Add(path.String(), err)
		return l, false
	}
	r.heard(path, l)
	return l, true
}

// Dial reads a dial form; surface, indicator and diameters are the caller's to add.
func (r *Reader) Dial(f DialForm) Dial {
	d := Dial{Readings: make([]Reading, 0, len(f.Readings))}
	d.Graduation, _ = r.Length(Named("graduation"), f.Graduation)
	for i, x := range f.Readings {
		degrees, err := x.Degrees()
		if err != nil {
			r.Errors.Add(field.At("readings", i), err)
		}
		value, ok := r.Length(Path{"readings", i, "value"}, x.Value)
		if ok && err == nil {
			d.Readings = append(d.Readings, Reading{Degrees: degrees, Value: value})
		}
	}
	d.BackToStart = r.Optional(Named("back_to_start"), f.BackToStart)
	d.Sag = r.Optional(Named("sag"), f.Sag)
	if f.Sweep != nil {
		low, lowOK := r.Length(Named("sweep.low"), f.Sweep.Low)
		high, highOK := r.Length(Named("sweep.high"), f.Sweep.High)
		if lowOK && highOK {
			d.Sweep = &Sweep{Low: low, High: high}
		}
	}
	return d
}

// Trials reads a push and pull form.
func (r *Reader) Trials(f FloatForm) (trials []Trial, graduation quantity.Length) {
	graduation, _ = r.Length(Named("graduation"), f.Graduation)
	for i, x := range f.Trials {
		in, inOK := r.Length(Path{"trials", i, "in"}, x.In)
		out, outOK := r.Length(Path{"trials", i, "out"}, x.Out)
		if inOK && outOK {
			trials = append(trials, Trial{In: in, Out: out})
		}
	}
	return trials, graduation
}

// Gaps reads a clearance form. The graduation is needed as soon as one
// place is measured directly.
func (r *Reader) Gaps(f GapForm) (gaps []GapAt, graduation quantity.Length) {
	direct := false
	for i, p := range f.Positions {
		if p.At == "" {
			r.Errors.Add(field.At("positions", i)+".at", fmt.Errorf("is missing: name the place, such as vane 1"))
		}
		leaves := p.Go.Given() || p.NoGo.Given()
		switch {
		case p.Value.Given() && leaves:
			r.Errors.Add(field.At("positions", i), fmt.Errorf("has both leaves and a value: give go and no_go, or value"))
		case leaves:
			low, lowOK := r.Length(Path{"positions", i, "go"}, p.Go)
			high, highOK := r.Length(Path{"positions", i, "no_go"}, p.NoGo)
			if lowOK && highOK {
				gaps = append(gaps, GapAt{At: p.At, Low: low, High: high})
			}
		default:
			value, ok := r.Length(Path{"positions", i, "value"}, p.Value)
			if ok {
				direct = true
				gaps = append(gaps, GapAt{At: p.At, Low: value, High: value, Direct: true})
			}
		}
	}
	if direct || f.Graduation.Given() {
		var ok bool
		if graduation, ok = r.Length(Named("graduation"), f.Graduation); ok && graduation <= 0 {
			r.Errors.Add("graduation",
				fmt.Errorf("must be greater than zero: the value of one division of the gauge, such as 0.01 mm"))
		}
	}
	return gaps, graduation
}

// Degrees is where it stands, in degrees clockwise from 12.
func (x ReadingForm) Degrees() (float64, error) {
	switch {
	case x.Clock != "" && x.Deg != nil:
		return 0, fmt.Errorf("has a clock position and degrees: give one of them")
	case x.Clock != "":
		d, err := ClockDegrees(x.Clock)
		if err != nil {
			return 0, &field.Error{Field: "clock", Message: err.Error()}
		}
		return d, nil
	case x.Deg != nil:
		if !(*x.Deg >= 0 && *x.Deg <= 360) {
			return 0, field.Errorf("deg", "is %v: write degrees clockwise from 12, 0 up to 360", *x.Deg)
		}
		return math.Mod(*x.Deg, 360), nil
	}
	return 0, field.Errorf("clock", "is missing: write a clock position such as 3 or 1:30, or deg")
}

// quarters are where most readings are taken.
var quarters = map[string]float64{"12": 0, "3": 90, "6": 180, "9": 270}

// ClockDegrees turns a clock position into degrees: 12 is 0, 1:30 is 45.
func ClockDegrees(clock string) (float64, error) {
	if degrees, ok := quarters[clock]; ok {
		return degrees, nil
	}
	hours, minutes, found := strings.Cut(strings.TrimSpace(clock), ":")
	h, err := strconv.ParseUint(hours, 10, 8)
	m := uint64(0)
	if found && err == nil {
		m, err = strconv.ParseUint(minutes, 10, 8)
	}
	if err != nil || h < 1 || h > 12 || m > 59 {
		return 0, fmt.Errorf("%q is not a clock position: write 1 to 12, or between two hours such as 1:30", clock)
	}
	return float64((h%12)*30) + float64(float64(m)/2), nil
}

// DegreesClock turns degrees into the nearest half hour: 45 is "1:30".
func DegreesClock(degrees float64) string {
	halves := int(math.Round(degrees/15)) % 24
	hour := halves / 2
	if hour == 0 {
		hour = 12
	}
	if halves%2 == 1 {
		return strconv.Itoa(hour) + ":30"
	}
	return strconv.Itoa(hour)
}
