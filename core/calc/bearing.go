package calc

import (
	"fmt"
	"slices"

	"settle/core/gauge"
	"settle/core/judge"
	"settle/core/quantity"
	"settle/core/setting"
)

// What a bearing needs to go on and to run: heat, and grease. Both are rules to be
// replaced by the maker's own figures where there are any.

// heatIn is a bearing to be slid on hot: its bore, the greatest interference there may be, the room
// wanted while it slides (bore/2000, at least 3 µm, where none is given), temperatures in °C or °F.
type heatIn struct {
	Bore quantity.Typed `json:"bore"`
	// At the tightest of both tolerances; nothing or less needs no heat.
	Interference quantity.Typed `json:"interference"`
	Clearance    quantity.Typed `json:"clearance"`
	// °C of the room; 20 where it is not said.
	Ambient *float64 `json:"ambient_c"`
	// What the weakest part may get, in °C or in °F; needed unless the maker's window is given.
	Cap  *float64 `json:"cap_c"`
	CapF *float64 `json:"cap_f"`
	// How hot the maker has it heated, °C or °F.
	Window  *heatWindowIn `json:"window_c"`
	WindowF *heatWindowIn `json:"window_f"`
	// bearing, where nobody says, sealed-bearing or other: by it there is a ceiling, which the
	// maker's own stands before.
	Fits    setting.Fits `json:"fits"`
	Ceiling *float64     `json:"ceiling_c"`
	// At which it left the heater.
	Left  *float64 `json:"left_c"`
	LeftF *float64 `json:"left_f"`
	// How long it is heated, passed through.
	Minutes *float64 `json:"minutes"`
}

type heatWindowIn struct {
	Min *float64 `json:"min"`
	Max *float64 `json:"max"`
}

// heatOut is how hot, in °C and °F to one decimal, and what is left below the cap. Needed is
// what was worked out before the maker's window; room, in micrometres, what there will be, least
// room what it slides on with at all, left room what there was as it left the heater.
type heatOut struct {
	TargetC   float64          `json:"target_c"`
	TargetF   float64          `json:"target_f"`
	NeededC   float64          `json:"needed_c"`
	CapC      float64          `json:"cap_c"`
	CeilingC  *float64         `json:"ceiling_c"`
	Room      quantity.Length  `json:"room_um"`
	LeastRoom quantity.Length  `json:"least_room_um"`
	LeftC     *float64         `json:"left_c"`
	LeftRoom  *quantity.Length `json:"left_room_um"`
	// ok, window, too-cool, no-room or over-cap.
	Result  setting.HeatWord `json:"result"`
	SpareC  float64          `json:"spare_c"`
	Minutes *float64         `json:"minutes"`
	// no-room, little-room at the maker's greatest, or less-room at the cap.
	Warnings []string `json:"warnings"`

	ambient float64
	window  *setting.HeatWindow
}

// solve works out ambient + (interference + clearance)/(α·bore) with α = 12·10⁻⁶ /K for
// bearing steel, and brings it into the maker's window. Over the cap the result is over-cap,
// and no error: a person chooses a press. Over the ceiling nothing may be asked for. Errors name
// bore, interference, clearance, ambient_c, cap_c, window_c, ceiling_c, left_c or minutes, as given.
func (in heatIn) solve(r *gauge.Reader) (answer, error) {
	h := setting.Heat{
		Bore: r.Needed("bore", in.Bore), Interference: r.Needed("interference", in.Interference),
		Clearance: r.Optional(gauge.Named("clearance"), in.Clearance), Ambient: setting.DefaultAmbient,
		Left: celsius(r, "", "left_c", "left_f", in.Left, in.LeftF),
	}
	if in.Ambient != nil {
		h.Ambient = *in.Ambient
	}
	in.bounds(r, &h)
	ceiling := in.ceiling(r, h)
	if in.Minutes != nil && !(*in.Minutes > 0) {
		r.Errors.Add("minutes", fmt.Errorf("is %g: write how long it is heated, more than nothing", *in.Minutes))
	}
	if err := r.Errors.Err(); err != nil {
		return nil, err
	}
	x, err := h.Run()
	if err != nil {
		return nil, err
	}
	return &heatOut{TargetC: round(x.Target, 1), TargetF: round(setting.Fahrenheit(x.Target), 1),
		NeededC: round(x.Needed, 1), CapC: round(h.Cap, 1), CeilingC: rounded(ceiling), Room: x.Room,
		LeastRoom: x.LeastRoom, LeftC: rounded(h.Left), LeftRoom: x.LeftRoom, Result: x.Result, SpareC: round(x.Spare, 1),
		Minutes: in.Minutes, Warnings: dedupe(x.Warnings), ambient: h.Ambient, window: h.Window}, nil
}

// rounded is a temperature to one decimal, nil for none.
func rounded(celsius *float64) *float64 {
	if celsius == nil {
		return nil
	}
	c := round(*celsius, 1)
	return &c
}

// bounds reads the cap and the maker's window, one of which is needed.
func (in heatIn) bounds(r *gauge.Reader, h *setting.Heat) {
	switch {
	case in.Window != nil && in.WindowF != nil:
		r.Errors.Add("window_f", fmt.Errorf("stands beside window_c: give one of them"))
	case in.Window != nil:
		h.Window = in.Window.read(r, "window_c", func(c float64) float64 { return c })
	case in.WindowF != nil:
		h.Window = in.WindowF.read(r, "window_f", setting.Celsius)
	}
	if h.Window != nil {
		h.Cap = h.Window.Max
	}
	switch {
	case in.Cap != nil && in.CapF != nil:
		r.Errors.Add("cap_f", fmt.Errorf("stands beside cap_c: give one of them"))
	case in.Cap != nil:
		h.Cap = *in.Cap
	case in.CapF != nil:
		h.Cap = setting.Celsius(*in.CapF)
	case in.Window == nil && in.WindowF == nil:
		r.Errors.Add("cap_c", fmt.Errorf("is missing: what the weakest part may take in °C: 120 for an open bearing, "+
			"80 for one greased and sealed at the factory"))
	}
}

// read reads a window, both ends of which are needed; nil where it cannot be used.
func (in *heatWindowIn) read(r *gauge.Reader, name string, celsius func(float64) float64) *setting.HeatWindow {
	for _, end := range []struct {
		name  string
		value *float64
	}{{"min", in.Min}, {"max", in.Max}} {
		if end.value == nil {
			need(r, name+"."+end.name, "the temperatures as the maker gives them: both ends")
			return nil
		}
	}
	w := &setting.HeatWindow{Min: celsius(*in.Min), Max: celsius(*in.Max)}
	r.Errors.Add(name, w.Check())
	return w
}

// The maker's own ceiling is within these, in °C.
const (
	lowestCeiling  = 60
	highestCeiling = 400
)

// ceiling is how hot it may be made at all, nil where nothing says; a cap or a window that goes
// over it is refused.
func (in heatIn) ceiling(r *gauge.Reader, h setting.Heat) *float64 {
	switch in.Fits {
	case "", setting.FitsBearing, setting.FitsSealed, setting.FitsOther:
	default:
		r.Errors.Add("fits", fmt.Errorf("is %q: write bearing, sealed-bearing or other", in.Fits))
	}
	top, known := in.Fits.Ceiling()
	if in.Ceiling != nil {
		if top, known = *in.Ceiling, true; !(top >= lowestCeiling && top <= highestCeiling) {
			r.Errors.Add("ceiling_c", fmt.Errorf("is %g: write the maker's °C, %d to %d", top, lowestCeiling, highestCeiling))
		}
	}
	if !known || len(r.Errors) > 0 {
		return nil
	}
	for _, x := range []struct {
		name    string
		given   bool
		celsius float64
	}{{"cap_c", in.Cap != nil, h.Cap}, {"cap_f", in.CapF != nil, h.Cap},
		{"window_c.max", in.Window != nil, h.WindowMax()}, {"window_f.max", in.WindowF != nil, h.WindowMax()}} {
		if x.given && setting.Over(x.celsius, top) {
			r.Errors.Add(x.name, fmt.Errorf("is %s °C, over the %s °C that it may get: look at the unit, or give the maker's "+
				"own as ceiling_c", number(x.celsius, 1), number(top, 1)))
		}
	}
	return &top
}

// say puts the caution of hot bearings beside the figure.
func (out *heatOut) say(w *Words) {
	both := func(celsius float64) quantity.Sentence {
		return quantity.Plainly(number(celsius, 1) + " °C, " + number(setting.Fahrenheit(celsius), 1) + " °F")
	}
	w.main("Heat to", quantity.Plainly(number(out.TargetC, 1)+" °C, "+number(out.TargetF, 1)+" °F"))
	if out.window != nil {
		w.row("Worked out", both(out.NeededC))
		w.row("The maker's window", quantity.Plainly(number(out.window.Min, 1)+" to "+number(out.window.Max, 1)+" °C"))
	}
	w.row("Cap", both(out.CapC))
	if out.LeftC != nil {
		w.row("Left the heater at", both(*out.LeftC))
		w.length("Room then", out.LeftRoom)
	}
	w.row("Ambient", quantity.Plainly(number(out.ambient, 1)+" °C"))
	w.length("Room while it slides on", &out.Room)
	w.length("Room it needs at least", &out.LeastRoom)
	if out.Minutes != nil {
		w.row("For", quantity.Plainly(number(*out.Minutes, 1)+" minutes"))
	}
	switch {
	case out.Result == setting.HeatOverCap:
		w.Verdict, w.Headline = string(judge.Out), quantity.Plainly("Hotter than the weakest part may get: do not heat it")
		w.line("Use a press, or a cold shaft with its own cautions: cold burns, no air to breathe near the coolant, " +
			"water on thawing.")
	case out.Result == setting.HeatNoRoom:
		w.Verdict, w.Headline = string(judge.Out), quantity.Plainly("As hot as it may get it will stick")
		w.line("Measure shaft and bore again; use a press, or ask the maker.")
	case out.Result == setting.HeatTooCool:
		w.Verdict, w.Headline = string(judge.Out), quantity.Plainly("Too cool: it will stick half way")
		w.line("Put it back on the heater.")
	case out.TargetC <= out.ambient:
		w.Verdict, w.Headline = string(judge.Within), quantity.Plainly("No heat needed: it does not grip")
	default:
		w.Verdict, w.Headline = string(judge.Within), quantity.Plainly(number(out.SpareC, 1)+" °C below the cap")
	}
	if slices.Contains(out.Warnings, setting.LittleRoom) || slices.Contains(out.Warnings, setting.LessRoom) {
		w.line("Less room than was wanted: have everything ready, and no second try.")
	}
	w.line("A bearing at fitting temperature burns: insulated gloves, never an open flame. Read the temperature on " +
		"the inner ring, demagnetise after induction.")
	w.line("Slide it home at once and hold it against the shoulder, nut snug while hot. Final tighten below 40 °C; " +
		"a thin leaf must not enter at the shoulder; only then bend the tab.")
}

// greaseIn is a bearing's outside diameter and width, and what a stroke of the gun gives; or
// its dimensions and its mass, for a first fill.
type greaseIn struct {
	Outside quantity.Typed `json:"outside"`
	Width   quantity.Typed `json:"width"`
	// Grams a stroke.
	Gun *float64 `json:"gun_g_per_stroke"`
	// A new bearing, kg as its table gives it.
	FirstFill *struct {
		Bore    quantity.Typed `json:"bore"`
		Outside quantity.Typed `json:"outside"`
		Width   quantity.Typed `json:"width"`
		Mass    *float64       `json:"mass_kg"`
	} `json:"first_fill"`
}

// greaseOut is how much goes in at a re-lubrication, in grams to one decimal, and in strokes;
// and what a first fill takes. Null where it was not asked for.
type greaseOut struct {
	Grams     *float64 `json:"grams"`
	Strokes   *int     `json:"strokes"`
	FirstFill *fillOut `json:"first_fill"`
	// general, the words on how often, which belong to the re-lubrication alone; null without one.
	Interval *string  `json:"interval"`
	Warnings []string `json:"warnings"`
}

// underAStroke is the warning that less than half a stroke of the gun is wanted.
const underAStroke = "under-a-stroke"

// fillOut is the free space of a bearing and the grease for 30 and 50 % of it, to one
// decimal.
type fillOut struct {
	Free float64 `json:"free_cm3"`
	G30  float64 `json:"grams_30"`
	G50  float64 `json:"grams_50"`
	// Always null: a first fill tells nothing of how often.
	Interval *string `json:"interval"`
}

// solve takes 0.005·D·B grams for a re-lubrication, D and B in millimetres: the usual rule
// where the maker gives none. A first fill is a share of the free space,
// V = π/4·B·(D² − d²) − m/ρ, with 7.8 g/cm³ for steel and 0.9 for grease.
func (in greaseIn) solve(r *gauge.Reader) (answer, error) {
	out := &greaseOut{Warnings: []string{}}
	if in.FirstFill == nil || in.Outside.Given() || in.Width.Given() {
		outside, width := r.Needed("outside", in.Outside), r.Needed("width", in.Width)
		if err := r.Errors.Err(); err != nil {
			return nil, err
		}
		grams, err := setting.Grease(outside, width)
		if err != nil {
			return nil, err
		}
		rounded := round(grams, 1)
		general := fromGeneral
		out.Grams, out.Interval = &rounded, &general
		if in.Gun != nil {
			strokes, err := setting.Strokes(grams, *in.Gun)
			if err != nil {
				return nil, err
			}
			if out.Strokes = &strokes; 2*grams < *in.Gun {
				out.Strokes, out.Warnings = nil, []string{underAStroke}
			}
		}
	} else if in.Gun != nil && !(*in.Gun > 0) {
		_, err := setting.Strokes(1, *in.Gun)
		return nil, err
	}
	if f := in.FirstFill; f != nil {
		fill := setting.FirstFill{Bore: r.Needed("first_fill.bore", f.Bore), Outside: r.Needed("first_fill.outside",
			f.Outside), Width: r.Needed("first_fill.width", f.Width)}
		if f.Mass == nil {
			need(r, "first_fill.mass_kg", "kg as the bearing table gives it")
		} else {
			fill.Mass = *f.Mass
		}
		if err := r.Errors.Err(); err != nil {
			return nil, err
		}
		free, err := fill.Free()
		if err != nil {
			return nil, err
		}
		out.FirstFill = &fillOut{Free: round(free, 1), G30: round(setting.FillGrams(free, 0.3), 1),
			G50: round(setting.FillGrams(free, 0.5), 1)}
	}
	return out, nil
}

// say tells the amount and how often; the maker's own comes first.
func (out *greaseOut) say(w *Words) {
	if out.Grams != nil {
		w.main("To re-lubricate", quantity.Plainly(number(*out.Grams, 1)+" g"))
	}
	if out.Strokes != nil {
		w.row("Strokes of the gun", quantity.Plainly(fmt.Sprint(*out.Strokes)))
	}
	if f := out.FirstFill; f != nil {
		if out.Grams == nil {
			w.main("First fill", quantity.Plainly(number(f.G30, 1)+" to "+number(f.G50, 1)+" g"))
		}
		w.row("Free space", quantity.Plainly(number(f.Free, 1)+" cm³"))
		w.row("First fill, fast running, 30 %", quantity.Plainly(number(f.G30, 1)+" g"))
		w.row("First fill, slow running, 50 %", quantity.Plainly(number(f.G50, 1)+" g"))
	} else {
		w.plain("This is for a re-lubrication. A first fill is 30 to 50 % of the free space: give the bearing's " +
			"dimensions and mass.")
	}
	if out.Interval != nil {
		w.row("Every", quantity.Plainly("month when it runs on, quarter when now and then: general, the maker's comes first"))
	}
	w.warnAs(out.Warnings, map[string]string{underAStroke: "Less than half a stroke of the gun: weigh it."})
	w.line("Too much grease runs hot. The maker's quantity comes first; types of grease are not mixed.")
}
