package kind

import (
	"encoding/json"
	"errors"
	"fmt"
	"math"
	"slices"
	"strings"

	"settle/core/calc"
	"settle/core/field"
	"settle/core/gauge"
	"settle/core/judge"
	"settle/core/log"
	"settle/core/plan"
	"settle/core/quantity"
	"settle/core/words"
)

var handbackKind = Kind{
	panel: "handback", Group: "handback", table: DoneTable, weigh: handedBack, show: handbackPanel,
	Fine: "Runs as it should", NotFine: "Does not run as it should",
}

// Running is how a pump ran when it was handed back.
type Running struct {
	At       []RunningAt `json:"at" nullable:"false"`
	Air      *float64    `json:"air_c,omitempty"`
	Flow     string      `json:"flow,omitempty"`
	Pressure string      `json:"pressure,omitempty"`
}

// RunningAt is one bearing: velocities in mm/s rms, its temperature in °C.
type RunningAt struct {
	At         string   `json:"at"`
	Horizontal *float64 `json:"horizontal,omitempty"`
	Vertical   *float64 `json:"vertical,omitempty"`
	Axial      *float64 `json:"axial,omitempty"`
	Warm       *float64 `json:"warm_c,omitempty"`
}

// handedBack is how the pump runs as it is handed back: recorded, and judged where the shop
// wants it.
func handedBack(s Scale, step *plan.Step, b *log.Body, r *gauge.Reader) *Reading {
	f := b.Handback
	if f == nil {
		return missing(r, "handback", "is missing: what was noted as it ran")
	}
	run := &Running{At: []RunningAt{}, Flow: strings.TrimSpace(f.Flow), Pressure: strings.TrimSpace(f.Pressure)}
	run.Air = r.Temperature("handback.air", f.Air)
	for i := range f.At {
		run.at(s, r, field.At("handback.at", i), &f.At[i])
	}
	if len(r.Errors) > 0 && !r.Partial {
		return nil
	}
	if len(run.At) == 0 && run.Flow == "" && run.Pressure == "" {
		return missing(r, "handback", "is blank: write at least one figure")
	}
	reading := &Reading{Text: ranAs(run), Running: run}
	if !judgesHandback(s) || len(run.At) == 0 {
		return reading
	}
	return judgedHandback(reading, f, r)
}

// at reads one bearing.
func (run *Running) at(s Scale, r *gauge.Reader, path string, x *log.RunningForm) {
	if !slices.Contains(runsAt(s), x.At) {
		r.Errors.Add(path+".at", fmt.Errorf("is %q: write one of %s", x.At, strings.Join(runsAt(s), ", ")))
		return
	}
	at := RunningAt{At: x.At, Horizontal: shaken(r, path+".horizontal", x.Horizontal),
		Vertical: shaken(r, path+".vertical", x.Vertical),
		Axial:    shaken(r, path+".axial", x.Axial),
		Warm:     r.Temperature(path+".warm", x.Warm)}
	if at.Horizontal != nil || at.Vertical != nil || at.Axial != nil || at.Warm != nil {
		run.At = append(run.At, at)
	}
}

// shaken is a vibration in mm/s rms, to a thousandth; nil where it is blank. One of nothing is a probe
// that does not touch.
func shaken(r *gauge.Reader, path, text string) *float64 {
	v := r.Velocity(path, text)
	if v == nil {
		return nil
	}
	if *v == 0 && !r.Kept {
		r.Errors.Add(path, errors.New("is 0: the probe did not touch, or was not switched on. Read it again"))
		return nil
	}
	mmS := math.Round(float64(*v)*1000) / 1000
	return &mmS
}

// power reads the power of a driver, in kW.
func power(text string) (float64, error) {
	lower := strings.ToLower(strings.TrimSpace(text))
	for unit, times := range map[string]float64{"kw": 1, "hp": calc.Horsepower} {
		bare, is := strings.CutSuffix(lower, unit)
		if !is {
			continue
		}
		v, err := quantity.Count(bare).Value()
		if err != nil {
			return 0, err
		}
		if f, _ := v.Float64(); f > 0 {
			return f * times, nil
		}
	}
	return 0, errors.New("is not a power: write it with its unit, such as 15 kW or 20 hp")
}

// judgedHandback holds what was noted against the zones of the calculator handback.
func judgedHandback(reading *Reading, f *log.HandbackForm, r *gauge.Reader) *Reading {
	if words.Blank(f.Power) {
		return missing(r, "handback.power", "is missing: by it the vibration is judged, such as 15 kW or 20 hp")
	}
	kw, err := power(f.Power)
	if err != nil {
		r.Errors.Add("handback.power", err)
		return nil
	}
	run := reading.Running
	in := map[string]any{"power_kw": kw}
	var readings, bearings []any
	for _, at := range run.At {
		for _, x := range at.directions() {
			if x.mmS != nil {
				readings = append(readings, map[string]any{"at": at.At + " " + x.way, "mm_s": *x.mmS})
			}
		}
		if at.Warm != nil {
			bearings = append(bearings, map[string]any{"at": at.At, "c": *at.Warm})
		}
	}
	if len(readings) == 0 {
		return reading // temperatures alone are recorded
	}
	in["readings"] = readings
	if len(bearings) > 0 && run.Air == nil {
		return missing(r, "handback.air", "is missing: how warm a bearing may be is counted from the air beside it")
	}
	if len(bearings) > 0 {
		in["bearings"], in["ambient_c"] = bearings, *run.Air
	}
	raw, err := json.Marshal(in)
	if err != nil {
		r.Errors.Add("handback", err)
		return nil
	}
	look := calc.Preview("handback", raw, r)
	if look.Words == nil {
		for _, e := range look.Errors {
			r.Errors.Add("handback", e)
		}
		return nil
	}
	reading.Tool, reading.Verdict = &look, judge.Result(look.Words.Verdict)
	reading.Limit = inWords(zonesAfter)
	return reading
}

// direction is a velocity with the way it was read.
type direction struct {
	way string
	mmS *float64
}

func (at *RunningAt) directions() []direction {
	return []direction{{"horizontal", at.Horizontal}, {"vertical", at.Vertical}, {"axial", at.Axial}}
}

// runsAt names where a running pump is read: at its bearings, or at the pump where it has none
// of its own.
func runsAt(t Terms) []string {
	var at []string
	for _, b := range t.Plan().ShaftLine.Bearings {
		at = append(at, b.Title)
	}
	if len(at) == 0 {
		at = []string{"Pump"}
	}
	return at
}

func judgesHandback(t Terms) bool {
	return t.Opening().Schools[plan.HandbackFigures] == plan.RecordedAndJudged
}

func handbackPanel(t Terms, _ *plan.Step, p *Panel) {
	p.Places = runsAt(t)
	if judgesHandback(t) {
		p.Limit = Shown(inWords(zonesAfter))
	}
}

// ranAs is how a pump ran, in a line.
func ranAs(run *Running) string {
	var said []string
	for i := range run.At {
		at := &run.At[i]
		var figures []string
		for _, x := range at.directions() {
			if x.mmS != nil {
				figures = append(figures, fmt.Sprintf("%s %.4g mm/s", x.way, *x.mmS))
			}
		}
		if at.Warm != nil {
			figures = append(figures, fmt.Sprintf("%.4g °C", *at.Warm))
		}
		said = append(said, at.At+": "+strings.Join(figures, ", "))
	}
	if run.Air != nil {
		said = append(said, fmt.Sprintf("air %.4g °C", *run.Air))
	}
	for _, noted := range []struct{ what, text string }{{"flow ", run.Flow}, {"pressure ", run.Pressure}} {
		if noted.text != "" {
			said = append(said, noted.what+noted.text)
		}
	}
	return strings.Join(said, "; ")
}

// zonesAfter is by what the vibration of a pump that is handed back is judged.
const zonesAfter = "the zones after ISO 10816-7, a bearing at most 82 °C and 40 K above the air: general"
