// Package hand is a made-up technician's hand: something fit to be entered at
// any step, good or bad, from nothing but what the step shows. The demo shop is
// written with it, and every shipped plan is walked by it.
package hand

import (
	"cmp"
	"fmt"
	"math"
	"strings"
	"time"

	"settle/core/gauge"
	"settle/core/job"
	"settle/core/judge"
	"settle/core/log"
	"settle/core/plan"
	"settle/core/quantity"
)

// Entry returns what would be entered at a step: inside its limit, or as far
// outside as can be. Moments in it are those of the clock.
func Entry(s *job.StepSheet, good bool, now time.Time) log.Body {
	fill := bodies[s.Panel.Instrument]
	if fill == nil {
		panic("hand: knows no instrument " + s.Panel.Instrument)
	}
	return fill(hand{s, good, now})
}

// bodies are what is entered, by the instrument.
var bodies = map[string]func(h hand) log.Body{
	"ack":        func(hand) log.Body { return log.Body{Done: true} },
	"sign":       func(hand) log.Body { return log.Body{Sign: &log.SignForm{Remark: "Look at the wear plate."}} },
	"turn":       hand.turn,
	"photo":      func(hand) log.Body { return log.Body{Photo: &log.PhotoForm{Words: "job folder"}} },
	"count":      hand.count,
	"mark":       hand.marks,
	"inspect":    hand.found,
	"torque":     func(h hand) log.Body { return log.Body{Torque: h.bolts()} },
	"tool":       func(h hand) log.Body { return log.Body{Unit: quantity.UnitMillimetre, Tool: h.input()} },
	"heat":       hand.heat,
	"warm":       hand.warm,
	"worked":     func(hand) log.Body { return log.Body{Done: true} },
	"wait":       hand.wait,
	"test":       hand.test,
	plan.Dial:    func(h hand) log.Body { return log.Body{Dial: h.dial()} },
	plan.Float:   hand.float,
	plan.Feeler:  hand.feeler,
	plan.Depth:   hand.depth,
	plan.Along:   hand.along,
	plan.Setting: hand.set,
	plan.Direct: func(h hand) log.Body {
		if c, there := h.Panel.Targets["direct.value"]; there && h.good {
			return log.Body{Unit: quantity.UnitMillimetre, Direct: &log.DirectForm{Value: quantity.Type(c.Text),
				Graduation: quantity.Type("0.02")}}
		}
		if held := h.Panel.HeldTo; held != nil && h.good {
			return log.Body{Unit: quantity.UnitMillimetre, Direct: &log.DirectForm{Value: mm(held.Figure.Um()), Leaf: true}}
		}
		if len(h.Panel.Depths) > 0 {
			const standOut = 10_000.0
			low, high := h.window()
			return log.Body{Unit: quantity.UnitMillimetre, Direct: &log.DirectForm{Value: mm(standOut + pick(h.good,
				(low+high)/2, high*3+400)), Less: mm(standOut), Graduation: quantity.Type("0.01")}}
		}
		return log.Body{Unit: quantity.UnitMillimetre, Direct: &log.DirectForm{Value: h.length(0.5), Leaf: true}}
	},
	plan.Travel: hand.travel,
	plan.Plug: func(h hand) log.Body {
		low, high := h.window()
		return log.Body{Unit: quantity.UnitMillimetre, Plug: &log.PlugForm{Go: mm(low), NoGo: mm(high),
			Entered: pick(h.good, gauge.GoEnters, gauge.BothEnter)}}
	},
	"handback": func(h hand) log.Body {
		f := &log.HandbackForm{Air: "22 °C", Flow: "480 gpm", Pressure: "3.1 bar", Power: "15 kW"}
		for _, at := range h.Panel.Places {
			f.At = append(f.At, log.RunningForm{At: at, Horizontal: pick(h.good, "1.8", "14"), Vertical: "1.2",
				Axial: "0.07 in/s", Warm: "48 °C"})
		}
		return log.Body{Handback: f}
	},
}

// turn is what is right at the step, else free.
func (h hand) turn() log.Body {
	right := gauge.Free
	for _, c := range h.Panel.Choices {
		if c.Right {
			right = gauge.Turn(c.Key)
		}
	}
	return log.Body{Turn: &log.TurnForm{Turn: pick(h.good, right, gauge.Rubs)}}
}

func (h hand) count() log.Body {
	if h.Panel.Each > 0 {
		f := &log.CountForm{}
		for i := range h.Panel.Each {
			right := cmp.Or(h.Panel.Same, "4")
			f.Each = append(f.Each, quantity.Count(pick(h.good, right, fmt.Sprint(5+90*i))))
		}
		return log.Body{Count: f}
	}
	n := "4"
	if same := h.Panel.Same; same != "" {
		n = pick(h.good, same, same+"1")
	}
	return log.Body{Count: &log.CountForm{Count: quantity.Count(n)}}
}

func (h hand) marks() log.Body {
	marks := make([]string, len(h.Panel.Marks))
	for i := range marks {
		marks[i] = strings.Repeat("•", i+1) + " at 12"
	}
	return log.Body{Marks: marks}
}

func (h hand) found() log.Body {
	found := []string{}
	if all := h.Panel.Findings; !h.good && len(all) > 0 {
		found = append(found, all[len(all)-1].Key)
	}
	return log.Body{Inspect: &log.InspectForm{Found: found}}
}

func (h hand) float() log.Body {
	trials := make([]gauge.TrialForm, max(h.Panel.Repeats, 1))
	for i := range trials {
		trials[i] = gauge.TrialForm{In: quantity.Type("0"), Out: h.length(0.5)}
	}
	return log.Body{Unit: quantity.UnitMillimetre, Float: &gauge.FloatForm{Graduation: quantity.Type("0.002"),
		Trials: trials}}
}

func (h hand) feeler() log.Body {
	f := &gauge.GapForm{Graduation: quantity.Type("0.01")}
	for _, at := range h.Panel.Places {
		f.Positions = append(f.Positions, gauge.PositionForm{At: at, Value: h.length(0.5)})
	}
	return log.Body{Unit: quantity.UnitMillimetre, Feeler: f}
}

func (h hand) depth() log.Body {
	f := &log.PlacesForm{Graduation: quantity.Type("0.01")}
	value := h.length(0.5)
	if h.Panel.Judge == plan.BySpread && h.good {
		value = quantity.Type("3.18") // any, the same all round: what a seal is pressed by
	}
	for _, at := range h.Panel.Places {
		f.Readings = append(f.Readings, log.AtForm{At: at, Value: value})
	}
	return log.Body{Unit: quantity.UnitMillimetre, Places: f}
}

func (h hand) set() log.Body {
	return log.Body{Unit: quantity.UnitMillimetre, Setting: &log.SettingForm{Measured: h.setting(),
		Graduation: quantity.Type("0.05")}}
}

func (h hand) travel() log.Body {
	down, up := "14", pick(h.good, "8", "0.1")
	if h.Panel.Deeper == "up" {
		down, up = "8", pick(h.good, "14", "900")
	}
	return log.Body{Unit: quantity.UnitMillimetre, Travel: &log.TravelForm{Down: quantity.Type(down),
		Up: quantity.Type(up), Graduation: quantity.Type("0.05")}}
}

func (h hand) heat() log.Body {
	left, home := h.now.Add(-60*time.Second), h.now.Add(-20*time.Second)
	if !h.good {
		left = h.now.Add(-5 * time.Hour)
	}
	// What sits in a sealed bearing does not bear the heat: it is pressed on.
	if warmest, ok := h.Panel.Given["cap_c"].(float64); h.good && ok && warmest < 100 {
		return log.Body{Heat: &log.HeatForm{Cold: true, Seated: true}}
	}
	return log.Body{Heat: &log.HeatForm{Input: h.input(), Left: &left, Home: &home, Cool: quantity.Count("32"),
		Seated: true}}
}

func (h hand) warm() log.Body {
	if h.Panel.Limit == nil || h.Panel.Asked == 0 {
		return log.Body{Heat: &log.HeatForm{Reached: "240 °C"}}
	}
	return log.Body{Heat: &log.HeatForm{Reached: fmt.Sprintf("%.0f °C", h.Panel.Asked*pick(h.good, 1, 0.5))}}
}

func (h hand) wait() log.Body {
	began, ended := h.now.Add(-time.Duration(h.Panel.Minutes+1)*time.Minute), h.now
	if !h.good {
		began = h.now
	}
	return log.Body{Wait: &log.WaitForm{Began: &began, Ended: &ended,
		Cool: quantity.Count(pick(h.good, "30", "90"))}}
}

func (h hand) test() log.Body {
	pressure, _, _ := strings.Cut(cmp.Or(h.Panel.Pressure, "4 bar"), ", ")
	return log.Body{Test: &log.TestForm{Medium: judge.Water, Vented: true, Pressure: pressure,
		Minutes: quantity.Count(fmt.Sprint(h.Panel.Minutes)),
		Drops:   quantity.Count(fmt.Sprint(pick(h.good, 0, h.Panel.Drops+9)))}}
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

func (h hand) dial() *gauge.DialForm { return h.round(h.Panel.Places) }

func (h hand) along() log.Body {
	f := &log.AlongForm{Graduation: quantity.Type("0.002 mm")}
	for _, at := range h.Panel.Places {
		d := h.round(h.Panel.Clock)
		f.Places = append(f.Places, log.RoundForm{At: at, Readings: d.Readings, BackToStart: d.BackToStart})
	}
	return log.Body{Unit: quantity.UnitMillimetre, Along: f}
}

// round is a dial that was read round the clock.
func (h hand) round(clocks []string) *gauge.DialForm {
	_, high := h.window()
	swing := high * 0.4
	if !h.good {
		swing = high*3 + 200
	}
	f := &gauge.DialForm{Graduation: quantity.Type("0.002 mm"), BackToStart: quantity.Type("0 mm")}
	for _, clock := range clocks {
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
func (h hand) bolts() *log.TorqueForm {
	p := h.Panel
	f := &log.TorqueForm{}
	for _, pass := range p.Passes {
		if !pass.Check {
			f.Ticks = append(f.Ticks, p.Order...)
			continue
		}
		for i := range p.Order { // round the circle
			f.Ticks = append(f.Ticks, i+1)
		}
	}
	if p.Says != "" && p.Limit == nil { // by hand
		return f
	}
	if p.Torque == nil {
		f.Set = "30 N·m"
	} else if !h.good {
		f.Set = p.Torque.NM + "0 N·m" // ten times what is asked
	}
	return f
}
