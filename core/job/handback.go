package job

import (
	"encoding/json"
	"errors"
	"fmt"
	"math"
	"slices"
	"strconv"
	"strings"

	"settle/core/calc"
	"settle/core/field"
	"settle/core/gauge"
	"settle/core/judge"
	"settle/core/plan"
	"settle/core/quantity"
	"settle/core/rotor"
)

// HandbackForm is how the pump runs as it is handed back, as noted. What is not known is left
// blank.
type HandbackForm struct {
	At       []RunningForm `json:"at,omitempty" doc:"at each bearing"`
	Air      string        `json:"air,omitempty" doc:"temperature of the air beside it: 22 °C, 72 °F"`
	Flow     string        `json:"flow,omitempty" doc:"as noted, with its unit"`
	Pressure string        `json:"pressure,omitempty" doc:"as noted, with its unit"`
	Power    string        `json:"power,omitempty" doc:"of the driver, where it is judged: 15 kW, 20 hp"`
}

// RunningForm is what was noted at one bearing.
type RunningForm struct {
	At         string `json:"at" doc:"as the panel names it"`
	Horizontal string `json:"horizontal,omitempty" doc:"velocity: 2.1 is mm/s rms; 0.12 in/s is peak"`
	Vertical   string `json:"vertical,omitempty"`
	Axial      string `json:"axial,omitempty"`
	Warm       string `json:"warm,omitempty" doc:"temperature on its housing: 61 °C, 142 °F"`
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
func handedBack(s *scale, step *plan.Step, b *Body, r *gauge.Reader) *Reading {
	f := b.Handback
	if f == nil {
		return missing(r, "handback", "is missing: what was noted as it ran")
	}
	run := &Running{At: []RunningAt{}, Flow: strings.TrimSpace(f.Flow), Pressure: strings.TrimSpace(f.Pressure)}
	run.Air = typedTo(r, "handback.air", f.Air, quantity.ParseTemperature)
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
	if !s.judgesHandback() || len(run.At) == 0 {
		return reading
	}
	return judgedHandback(reading, f, r)
}

// at reads one bearing.
func (run *Running) at(s *scale, r *gauge.Reader, path string, x *RunningForm) {
	if !slices.Contains(s.runsAt(), x.At) {
		r.Errors.Add(path+".at", fmt.Errorf("is %q: write one of %s", x.At, strings.Join(s.runsAt(), ", ")))
		return
	}
	at := RunningAt{At: x.At, Horizontal: typedTo(r, path+".horizontal", x.Horizontal, velocity),
		Vertical: typedTo(r, path+".vertical", x.Vertical, velocity),
		Axial:    typedTo(r, path+".axial", x.Axial, velocity),
		Warm:     typedTo(r, path+".warm", x.Warm, quantity.ParseTemperature)}
	if at.Horizontal != nil || at.Vertical != nil || at.Axial != nil || at.Warm != nil {
		run.At = append(run.At, at)
	}
}

// typedTo reads what was typed; nothing where it is blank.
func typedTo(r *gauge.Reader, path, text string, parse func(string) (float64, error)) *float64 {
	if blank(text) {
		return nil
	}
	v, err := parse(strings.TrimSpace(text))
	if err != nil {
		r.Errors.Add(path, err)
		return nil
	}
	return &v
}

const mostVelocity = 1000.0 // mm/s: nothing stands that

// velocity reads a vibration: mm/s rms, or in/s as a peak.
func velocity(text string) (float64, error) {
	bare, inches := strings.CutSuffix(strings.ToLower(text), "in/s")
	bare = strings.TrimSpace(strings.TrimSuffix(bare, "mm/s"))
	v, err := strconv.ParseFloat(strings.Replace(bare, ",", ".", 1), 64)
	if err != nil || !(v >= 0 && v <= mostVelocity) {
		return 0, errors.New("is not a velocity: write mm/s rms, such as 2.1, or a peak in inches, such as 0.12 in/s")
	}
	if inches {
		v = rotor.FromPeak(v)
	}
	return math.Round(v*1000) / 1000, nil
}

// power reads the power of a driver, in kW.
func power(text string) (float64, error) {
	lower := strings.ToLower(strings.TrimSpace(text))
	for unit, times := range map[string]float64{"kw": 1, "hp": calc.Horsepower} {
		if bare, is := strings.CutSuffix(lower, unit); is {
			if v, err := strconv.ParseFloat(strings.Replace(strings.TrimSpace(bare), ",", ".", 1), 64); err == nil && v > 0 {
				return v * times, nil
			}
		}
	}
	return 0, errors.New("is not a power: write it with its unit, such as 15 kW or 20 hp")
}

// judgedHandback holds what was noted against the zones of the calculator handback.
func judgedHandback(reading *Reading, f *HandbackForm, r *gauge.Reader) *Reading {
	kw := typedTo(r, "handback.power", f.Power, power)
	if kw == nil {
		if blank(f.Power) {
			return missing(r, "handback.power", "is missing: by it the vibration is judged, such as 15 kW or 20 hp")
		}
		return nil
	}
	run := reading.Running
	in := map[string]any{"power_kw": *kw}
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
	look := calc.Preview("handback", raw, r.Unit)
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
func (t *terms) runsAt() []string {
	var at []string
	for _, b := range t.plan.ShaftLine.Bearings {
		at = append(at, b.Title)
	}
	if len(at) == 0 {
		at = []string{"Pump"}
	}
	return at
}

func (t *terms) judgesHandback() bool {
	return t.opening.Schools[plan.HandbackFigures] == plan.RecordedAndJudged
}

func handbackPanel(t *terms, _ *plan.Step, p *Panel) {
	p.Places = t.runsAt()
	if t.judgesHandback() {
		p.Limit = shown(inWords(zonesAfter))
	}
}
