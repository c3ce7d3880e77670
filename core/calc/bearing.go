package calc

import (
	"fmt"

	"settle/core/gauge"
	"settle/core/judge"
	"settle/core/quantity"
	"settle/core/setting"
)

// What a bearing needs to go on and to run: heat, and grease. Both are rules to be
// replaced by the maker's own figures where there are any.

// heatIn is a bearing to be slid on hot: its bore, the greatest interference there may be,
// the room wanted while it slides (0.0005 × bore where none is given), temperatures in °C.
type heatIn struct {
	Bore quantity.Typed `json:"bore"`
	// At the tightest of both tolerances; nothing or less needs no heat.
	Interference quantity.Typed `json:"interference"`
	Clearance    quantity.Typed `json:"clearance"`
	// °C of the room; 20 where it is not said.
	Ambient *float64 `json:"ambient_c"`
	// °C that the weakest part may get; needed.
	Cap *float64 `json:"cap_c"`
}

// heatOut is how hot, in °C and °F to one decimal, and what is left below the cap.
type heatOut struct {
	TargetC float64 `json:"target_c"`
	TargetF float64 `json:"target_f"`
	Result  string  `json:"result"`
	SpareC  float64 `json:"spare_c"`

	ambient, cap float64
	room         quantity.Length
}

// solve works out ambient + (interference + clearance)/(α·bore) with α = 12·10⁻⁶ /K for
// bearing steel. Over the cap the result is over-cap, and no error: a person chooses a press.
// Errors name bore, interference, clearance, ambient_c or cap_c.
func (in heatIn) solve(r *gauge.Reader) (answer, error) {
	h := setting.Heat{
		Bore: r.Needed("bore", in.Bore), Interference: r.Needed("interference", in.Interference),
		Clearance: r.Optional(gauge.Named("clearance"), in.Clearance), Ambient: setting.DefaultAmbient,
	}
	if in.Ambient != nil {
		h.Ambient = *in.Ambient
	}
	if in.Cap == nil {
		r.Errors.Add("cap_c", fmt.Errorf("is missing: what the weakest part may take in °C: 120 for an open bearing, "+
			"80 for one greased and sealed at the factory"))
	} else {
		h.Cap = *in.Cap
	}
	if err := r.Errors.Err(); err != nil {
		return nil, err
	}
	x, err := h.Run()
	if err != nil {
		return nil, err
	}
	out := &heatOut{round(x.Target, 1), round(setting.Fahrenheit(x.Target), 1), "ok", round(x.Spare, 1), h.Ambient,
		h.Cap, x.Clearance}
	if x.OverCap {
		out.Result = "over-cap"
	}
	return out, nil
}

// say puts the caution of hot bearings beside the figure.
func (out *heatOut) say(w *Words) {
	w.main("Heat to", quantity.Plainly(number(out.TargetC, 1)+" °C, "+number(out.TargetF, 1)+" °F"))
	w.row("Cap", quantity.Plainly(number(out.cap, 1)+" °C, "+number(setting.Fahrenheit(out.cap), 1)+" °F"))
	w.row("Ambient", quantity.Plainly(number(out.ambient, 1)+" °C"))
	w.length("Room while it slides on", &out.room)
	switch {
	case out.Result == "over-cap":
		w.Verdict, w.Headline = string(judge.Out), quantity.Plainly("Hotter than the weakest part may get: do not heat it")
		w.line("Use a press, or a cold shaft with its own cautions: cold burns, no air to breathe near the coolant, " +
			"water on thawing.")
	case out.TargetC <= out.ambient:
		w.Verdict, w.Headline = string(judge.Within), quantity.Plainly("No heat needed: it does not grip")
	default:
		w.Verdict, w.Headline = string(judge.Within), quantity.Plainly(number(out.SpareC, 1)+" °C below the cap")
	}
	w.line("A bearing at fitting temperature burns: insulated gloves, never an open flame. Read the temperature on " +
		"the inner ring, demagnetise after induction.")
	w.line("Slide it home at once and hold it against the shoulder, nut snug while hot. Final tighten below 40 °C; " +
		"a thin leaf must not enter at the shoulder; only then bend the tab.")
}

// greaseIn is a bearing's outside diameter and width, and what a stroke of the gun gives.
type greaseIn struct {
	Outside quantity.Typed `json:"outside"`
	Width   quantity.Typed `json:"width"`
	// Grams a stroke.
	Gun *float64 `json:"gun_g_per_stroke"`
}

// greaseOut is how much goes in at a re-lubrication, in grams to one decimal, and in strokes.
type greaseOut struct {
	Grams   float64 `json:"grams"`
	Strokes *int    `json:"strokes"`
}

// solve takes 0.005·D·B grams, D and B in millimetres: the usual rule where the maker gives
// none.
func (in greaseIn) solve(r *gauge.Reader) (answer, error) {
	outside, width := r.Needed("outside", in.Outside), r.Needed("width", in.Width)
	if err := r.Errors.Err(); err != nil {
		return nil, err
	}
	grams, err := setting.Grease(outside, width)
	if err != nil {
		return nil, err
	}
	out := greaseOut{Grams: round(grams, 1)}
	if in.Gun != nil {
		strokes, err := setting.Strokes(grams, *in.Gun)
		if err != nil {
			return nil, err
		}
		out.Strokes = &strokes
	}
	return out, nil
}

// say tells the amount and how often; the maker's own comes first.
func (out greaseOut) say(w *Words) {
	w.main("Grease", quantity.Plainly(number(out.Grams, 1)+" g"))
	if out.Strokes != nil {
		w.row("Strokes of the gun", quantity.Plainly(fmt.Sprint(*out.Strokes)))
	}
	w.row("First fill", quantity.Plainly("30 to 50 % of the free space"))
	w.row("Every", quantity.Plainly("month when it runs on, quarter when now and then, unless the maker says"))
	w.line("Too much grease runs hot. The maker's quantity comes first; types of grease are not mixed.")
}
