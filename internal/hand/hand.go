// Package hand is a made-up technician's hand: something fit to be entered at
// any step, good or bad, from nothing but what the step shows. The demo shop is
// written with it, and every shipped plan is walked by it.
package hand

import (
	"fmt"
	"math"
	"time"

	"settle/core/gauge"
	"settle/core/job"
	"settle/core/plan"
	"settle/core/quantity"
)

// Entry returns what would be entered at a step: inside its limit, or as far
// outside as can be. Moments in it are those of the clock.
func Entry(s *job.StepSheet, good bool, now time.Time) job.Body {
	h := hand{s, good, now}
	p := s.Panel
	switch p.Instrument {
	case "ack":
		return job.Body{Done: true}
	case "turn":
		return job.Body{Turn: &job.TurnForm{Turn: pick(good, gauge.Free, gauge.Rubs)}}
	case "count":
		n := "4"
		if p.Same != "" {
			n = pick(good, p.Same, p.Same+"1")
		}
		return job.Body{Count: &job.CountForm{Count: quantity.Count(n)}}
	case "mark":
		marks := make([]string, len(p.Marks))
		for i := range marks {
			marks[i] = fmt.Sprintf("%d dots at 12", i+1)
		}
		return job.Body{Marks: marks}
	case "inspect":
		found := []string{}
		if !good && len(p.Findings) > 0 {
			found = append(found, p.Findings[len(p.Findings)-1].Key)
		}
		return job.Body{Inspect: &job.InspectForm{Found: found}}
	case "torque":
		return job.Body{Torque: h.bolts()}
	case plan.Dial:
		return job.Body{Dial: h.dial()}
	case plan.Float:
		out := h.length(0.5)
		trial := gauge.TrialForm{In: quantity.Type("0"), Out: out}
		trials := make([]gauge.TrialForm, max(p.Repeats, 1))
		for i := range trials {
			trials[i] = trial
		}
		return job.Body{Unit: quantity.UnitMillimetre, Float: &gauge.FloatForm{Graduation: quantity.Type("0.002"),
			Trials: trials}}
	case plan.Feeler:
		f := &gauge.GapForm{Graduation: quantity.Type("0.01")}
		for _, at := range p.Places {
			f.Positions = append(f.Positions, gauge.PositionForm{At: at, Value: h.length(0.5)})
		}
		return job.Body{Unit: quantity.UnitMillimetre, Feeler: f}
	case plan.Setting:
		return job.Body{Unit: quantity.UnitMillimetre, Setting: &job.SettingForm{Measured: h.setting(),
			Graduation: quantity.Type("0.05")}}
	case plan.Direct:
		return job.Body{Unit: quantity.UnitMillimetre, Direct: &job.DirectForm{Value: h.length(0.5), Leaf: true}}
	case plan.Travel:
		return job.Body{Unit: quantity.UnitMillimetre, Travel: &job.TravelForm{Down: quantity.Type("14"),
			Up: quantity.Type(pick(good, "8", "900")), Graduation: quantity.Type("0.05")}}
	case "heat":
		left, home := now.Add(-60*time.Second), now.Add(-20*time.Second)
		f := &job.HeatForm{Input: h.input(), Left: &left, Home: &home, Cool: quantity.Count("32"), Seated: true}
		if !good {
			*f.Left = now.Add(-5 * time.Hour)
		}
		return job.Body{Heat: f}
	case "tool":
		return job.Body{Unit: quantity.UnitMillimetre, Tool: h.input()}
	case "wait":
		began := now.Add(-time.Duration(p.Minutes+1) * time.Minute)
		if !good {
			began = now
		}
		return job.Body{Wait: &job.WaitForm{Began: &began, Ended: &now, Cool: quantity.Count(pick(good, "30", "90"))}}
	case "test":
		pressure := p.Pressure
		if pressure == "" {
			pressure = "4 bar"
		}
		return job.Body{Test: &job.TestForm{Pressure: pressure, Minutes: quantity.Count(fmt.Sprint(p.Minutes)),
			Drops: quantity.Count(fmt.Sprint(pick(good, 0, p.Drops+9)))}}
	case "photo":
		return job.Body{Photo: &job.PhotoForm{Words: "job folder"}}
	}
	return job.Body{Sign: &job.SignForm{Remark: "Look at the wear plate."}}
}

func pick[T any](good bool, a, b T) T {
	if good {
		return a
	}
	return b
}

type hand struct {
	*job.StepSheet
	good bool
	now  time.Time
}

// window is the limit in micrometres; without a bound something usual.
func (h hand) window() (low, high float64) {
	high = 100
	if l := h.Panel.Limit; l != nil {
		if l.Max != nil {
			high = l.Max.Um()
		} else if l.Min != nil {
			high = l.Min.Um() * 2
		}
		if l.Min != nil {
			low = l.Min.Um()
		}
	}
	return low, high
}

func mm(um float64) quantity.Typed {
	return quantity.Type(fmt.Sprintf("%.4f", um/1000))
}

// length lies at a share of the window, or far beyond it.
func (h hand) length(share float64) quantity.Typed {
	low, high := h.window()
	if !h.good {
		return mm(high*3 + 400)
	}
	return mm(low + (high-low)*share)
}

func (h hand) setting() quantity.Typed {
	at := 30_000.0
	if n := h.Panel.Nominal; n != nil {
		at = n.Um()
	}
	if !h.good {
		at += 5000
	}
	return mm(at)
}

func (h hand) dial() *gauge.DialForm {
	_, high := h.window()
	swing := high * 0.4
	if !h.good {
		swing = high*3 + 200
	}
	f := &gauge.DialForm{Graduation: quantity.Type("0.002 mm"), BackToStart: quantity.Type("0 mm")}
	for _, clock := range h.Panel.Places {
		deg, err := gauge.ClockDegrees(clock)
		if err != nil {
			continue
		}
		um := swing * (1 - math.Cos(deg*math.Pi/180)) / 2
		f.Readings = append(f.Readings, gauge.ReadingForm{Clock: clock,
			Value: quantity.Type(fmt.Sprintf("%.4f mm", um/1000))})
	}
	return f
}

// bolts ticks them all, pass after pass and the check.
func (h hand) bolts() *job.TorqueForm {
	p := h.Panel
	f := &job.TorqueForm{}
	for range len(p.Passes) - 1 { // the last is the check, round the circle
		f.Ticks = append(f.Ticks, p.Order...)
	}
	for i := range p.Order {
		f.Ticks = append(f.Ticks, i+1)
	}
	if p.Torque == nil {
		f.Set = "30 N·m"
	} else if !h.good {
		f.Set = p.Torque.NM + "0 N·m" // ten times what is asked
	}
	return f
}

// input is what the calculator of the step is asked, beside what is given.
func (h hand) input() job.Input {
	p := h.Panel
	in := job.Input{}
	ask := func(key string, value any) {
		if _, ok := p.Given[key]; !ok {
			in[key] = value
		}
	}
	switch p.Tool {
	case "ring":
		in["bore"], in["hub"] = []any{"150.20 mm", "150.20 mm"}, []any{pick(h.good, "150.00 mm", "120 mm")}
		ask("new", "0.2 mm")
		ask("graduation", "0.01 mm")
	case "fit":
		ask("nominal", "50 mm")
		ask("class", pick(p.Given["part"] == "housing", "H7", "k5"))
		nominal := 50_000.0
		if t, ok := p.Given["nominal"].(string); ok {
			if l, err := quantity.Parse(t, ""); err == nil {
				nominal = l.Um()
			}
		}
		middle := pick(p.Given["part"] == "housing", 12.0, 7.0)
		if l := p.Limit; l != nil && l.Min != nil && l.Max != nil {
			middle = (l.Min.Um() + l.Max.Um()) / 2
		}
		if !h.good {
			middle -= 400
		}
		at := fmt.Sprintf("%.4f mm", (nominal+middle)/1000)
		in["readings"] = []any{map[string]any{"plane": "A", "value": at}, map[string]any{"plane": "B", "value": at}}
		in["graduation"] = "0.001 mm"
	case "shim":
		ask("target", map[string]any{"min": "0.3 mm", "max": "0.5 mm"})
		low, high := h.window()
		if l := p.Limit; l == nil || l.Min == nil && l.Max == nil {
			low, high = 300, 500
		}
		in["measured"] = fmt.Sprintf("%.4f mm", (low+high)/2000)
		in["in_place"] = []any{"0.50 mm"}
		in["kit"] = []any{map[string]any{"thickness": "0.05 mm", "count": 8}, map[string]any{"thickness": "0.10 mm",
			"count": 8}}
		if !h.good {
			in["measured"] = "40 mm"
		}
	case "shim-trial":
		in["packs"] = []any{"0 mm", "0.05 mm", "0.08 mm", "0.13 mm"}
		in["trials"] = []any{map[string]any{"pack": "0.08 mm", "turns": "free"}, map[string]any{"pack": "0.05 mm",
			"turns": "binds"}}
		if !h.good {
			in["trials"] = []any{map[string]any{"pack": "0.13 mm", "turns": "binds"}}
		}
	case "lateral":
		in["travel"] = "2 mm"
		if p.Given["threads_per_inch"] == nil {
			ask("pitch", "2 mm")
		}
	case "heat":
		ask("bore", "50 mm")
		in["interference"] = pick(h.good, "0.018 mm", "0.5 mm")
	case "drip":
		in["taps_s"] = pick(h.good, []any{0.0, 1.5, 3.1, 4.5, 6.0}, []any{0.0, 60.0, 130.0})
	case "align":
		angle := pick(h.good, 0.1, 9.0)
		in["method"] = "laser"
		in["vertical"] = map[string]any{"offset": "0.01 mm", "angle_mm_per_m": angle}
		in["horizontal"] = map[string]any{"offset": "0.02 mm", "angle_mm_per_m": -angle}
		in["feet"] = map[string]any{"front": "200 mm", "back": "500 mm"}
		ask("rpm", 1480.0)
	case "grease":
		ask("outside", "110 mm")
		ask("width", "27 mm")
		in["gun_g_per_stroke"] = 1.2
	}
	return in
}
