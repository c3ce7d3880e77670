package hand

import (
	"fmt"

	"settle/core/align"
	"settle/core/log"
	"settle/core/quantity"
)

// asking fills what a calculator is asked; what is given is left out of it.
type asking struct {
	hand
	in log.Input
}

func (a asking) ask(key string, value any) {
	if _, given := a.Panel.Given[key]; !given {
		a.in[key] = value
	}
}

// input is what the calculator of the step is asked, beside what is given.
func (h hand) input() log.Input {
	a := asking{h, log.Input{}}
	if fill := inputs[h.Panel.Tool]; fill != nil {
		fill(a)
	}
	return a.in
}

// inputs are what each calculator is asked.
var inputs = map[string]func(a asking){
	"ring": func(a asking) {
		a.in["bore"], a.in["hub"] = []any{"150.20 mm", "150.20 mm"}, []any{pick(a.good, "150.00 mm", "120 mm")}
		a.ask("new", "0.2 mm")
		a.ask("graduation", "0.01 mm")
	},
	"fit":  asking.fit,
	"shim": asking.shim,
	"shim-trial": func(a asking) {
		a.in["packs"] = []any{"0 mm", "0.05 mm", "0.08 mm", "0.13 mm"}
		a.in["trials"] = []any{map[string]any{"pack": "0.08 mm", "turns": "free"},
			map[string]any{"pack": "0.05 mm", "turns": "binds"}}
		if !a.good {
			a.in["trials"] = []any{map[string]any{"pack": "0.13 mm", "turns": "binds"}}
		}
	},
	"lateral": func(a asking) {
		a.in["travel"] = "2 mm"
		if a.Panel.Given["threads_per_inch"] == nil {
			a.ask("pitch", "2 mm")
		}
	},
	"stretch": func(a asking) {
		a.in["thrust_n"], a.in["length"], a.in["diameter"], a.in["running"] = 8000.0, "30000 mm", "38 mm", "2 mm"
	},
	"heat": func(a asking) {
		a.ask("bore", "50 mm")
		a.ask("cap_c", 120.0)
		a.in["interference"] = pick(a.good, "0.018 mm", "0.5 mm")
	},
	"drip": func(a asking) {
		a.in["taps_s"] = pick(a.good, []any{0.0, 1.5, 3.1, 4.5, 6.0}, []any{0.0, 60.0, 130.0})
	},
	"align": func(a asking) {
		angle := pick(a.good, 0.1, 9.0)
		a.in["method"] = "laser"
		a.in["vertical"] = map[string]any{"offset": "0.01 mm", "angle_mm_per_m": angle}
		a.in["horizontal"] = map[string]any{"offset": "0.02 mm", "angle_mm_per_m": -angle}
		a.in["feet"] = map[string]any{"front": "200 mm", "back": "500 mm"}
		a.ask("rpm", 1480.0)
	},
	"soft-foot": func(a asking) {
		a.ask("graduation", "0.01 mm")
		for _, foot := range align.AllFeet {
			a.in[string(foot)] = "0.02 mm"
		}
		a.in[string(align.BackLeft)] = pick(a.good, "0.01 mm", "0.2 mm")
	},
	"pipe-strain": func(a asking) {
		a.ask("graduation", "0.01 mm")
		a.in["steps"] = []any{map[string]any{"flange": "suction", "vertical": pick(a.good, "0.01 mm", "0.2 mm"),
			"horizontal": "0 mm"}}
	},
	"grease": func(a asking) {
		a.ask("outside", "110 mm")
		a.ask("width", "27 mm")
		a.in["gun_g_per_stroke"] = 1.2
	},
}

func (a asking) fit() {
	housing := a.Panel.Given["part"] == "housing"
	a.ask("nominal", "50 mm")
	a.ask("class", pick(housing, "H7", "k5"))
	nominal := 50_000.0
	if t, ok := a.Panel.Given["nominal"].(string); ok {
		if l, err := quantity.Parse(t, ""); err == nil {
			nominal = l.Um()
		}
	}
	middle := pick(housing, 12.0, 7.0)
	if l := a.Panel.Limit; l != nil && l.Min != nil && l.Max != nil {
		middle = (l.Min.Um() + l.Max.Um()) / 2
	}
	if !a.good {
		middle -= 400
	}
	at := fmt.Sprintf("%.4f mm", (nominal+middle)/1000)
	var readings []any
	for _, plane := range []string{"A", "A", "A", "B", "B", "B"} {
		readings = append(readings, map[string]any{"plane": plane, "value": at})
	}
	a.in["readings"] = readings
	a.in["graduation"] = "0.001 mm"
}

func (a asking) shim() {
	a.ask("target", map[string]any{"min": "0.3 mm", "max": "0.5 mm"})
	low, high := a.window()
	if l := a.Panel.Limit; l == nil || l.Min == nil && l.Max == nil {
		low, high = 300, 500
	}
	a.in["measured"] = fmt.Sprintf("%.4f mm", (low+high)/2000)
	a.in["in_place"] = []any{"0.50 mm"}
	a.in["kit"] = []any{map[string]any{"thickness": "0.05 mm", "count": 8},
		map[string]any{"thickness": "0.10 mm", "count": 8}}
	if !a.good {
		a.in["measured"] = "40 mm"
	}
}
