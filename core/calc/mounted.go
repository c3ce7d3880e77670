package calc

import (
	"fmt"

	"settle/core/fit"
	"settle/core/gauge"
	"settle/core/judge"
	"settle/core/quantity"
)

// bearingIn is a deep-groove ball bearing with a cylindrical bore on its seats: its group of
// clearance, and the interferences as a fit gives them, positive where they grip.
type bearingIn struct {
	Bore    quantity.Typed `json:"bore"`
	Outside quantity.Typed `json:"outside"`
	// C2, N, C3 or C4.
	Group   fit.Group `json:"group"`
	Shaft   *gripIn   `json:"shaft"`
	Hollow  bool      `json:"hollow"`
	Housing *gripIn   `json:"housing"`
	// How much hotter the inner ring runs, 5 K where nobody says.
	Hotter *float64 `json:"inner_hotter_k"`
	// Of what is left; not below nothing where nobody says.
	Limit *limitIn `json:"limit"`
}

// gripIn is an interference, least and most.
type gripIn struct {
	Least quantity.Typed `json:"least"`
	Most  quantity.Typed `json:"most"`
}

func (in *gripIn) read(r *gauge.Reader, name string) fit.Band {
	return fit.Band{Low: r.Needed(name+".least", in.Least), High: r.Needed(name+".most", in.Most)}
}

// bearingOut is what is left of the clearance, pairs from least to most, in micrometres.
type bearingOut struct {
	Group       pair            `json:"group_um"`
	ShaftLoss   pair            `json:"shaft_loss_um"`
	HousingLoss pair            `json:"housing_loss_um"`
	HeatLoss    quantity.Length `json:"heat_loss_um"`
	Cold        pair            `json:"cold_um"`
	Left        pair            `json:"left_um"`
	Middle      quantity.Length `json:"middle_um"`
	Likely      pair            `json:"likely_um"`
	// within, close or out.
	Result    fit.Likelihood `json:"result"`
	ToFit     fit.Group      `json:"group_to_fit"`
	FitResult fit.Likelihood `json:"group_to_fit_result"`
	LimitFrom string         `json:"limit_from"`
	Warnings  []string       `json:"warnings"`

	bounds judge.Bounds
}

type pair [2]quantity.Length

func pairOf(b fit.Band) pair { return pair{b.Low, b.High} }

// The default of a bearing that runs, and its warning: general.
const (
	innerHotter = 5.0 // K
	preloaded   = "preload"
)

// solve takes 0.8 of the shaft's interference (0.7 where it is hollow), 0.7 of the housing's
// and 12·10⁻⁶ · K · (4·outside + bore)/5 off the clearance of ISO 5753-1. Smoothing of the
// seats is not taken off. Errors name the field.
func (in bearingIn) solve(r *gauge.Reader) (answer, error) {
	m := fit.Mounted{Bore: r.Needed("bore", in.Bore), Outside: r.Needed("outside", in.Outside), Group: in.Group,
		Hollow: in.Hollow, InnerHotter: innerHotter}
	if in.Shaft == nil {
		need(r, "shaft", "its interference, least and most")
	} else {
		m.Shaft = in.Shaft.read(r, "shaft")
	}
	if in.Housing != nil {
		housing := in.Housing.read(r, "housing")
		m.Housing = &housing
	}
	if in.Hotter != nil {
		m.InnerHotter = *in.Hotter
	}
	from := fromGeneral
	if m.Limit = (judge.Bounds{Min: new(quantity.Length)}); in.Limit != nil {
		m.Limit, from = in.Limit.bounds(r), fromGiven
		if m.Limit.Open() {
			r.Errors.Add("limit", fmt.Errorf("has no bound: give min, max or both"))
		}
	}
	if err := r.Errors.Err(); err != nil {
		return nil, err
	}
	x, err := m.Run()
	if err != nil {
		return nil, err
	}
	out := &bearingOut{Group: pairOf(x.Group), ShaftLoss: pairOf(x.ShaftLoss), HousingLoss: pairOf(x.HousingLoss),
		HeatLoss: x.HeatLoss, Cold: pairOf(x.Cold), Left: pairOf(x.Hot), Middle: x.Middle, Likely: pairOf(x.Likely),
		Result: x.Result, LimitFrom: from, Warnings: []string{}, bounds: m.Limit}
	if x.Likely.Low < 0 {
		out.Warnings = append(out.Warnings, preloaded)
	}
	out.ToFit, out.FitResult = m.ToFit()
	return out, nil
}

// likely says how what is left is likely to stand to its limit.
var likely = map[fit.Likelihood]string{
	fit.LikelyWithin: "Within, as far as is likely",
	fit.LikelyClose:  "Close: it may come out on either side",
	fit.LikelyOut:    "Out: choose another group",
}

// groupFits says what the group to fit comes to.
var groupFits = map[fit.Likelihood]string{
	fit.LikelyWithin: "within, as far as is likely",
	fit.LikelyClose:  "close to its limit",
	fit.LikelyOut:    "out as well, the nearest there is",
}

// say tells what is likely to be left, and the group that would do.
func (out *bearingOut) say(w *Words) {
	w.fine = true
	w.measure("Clearance left, middle", out.Middle)
	w.Verdict = string(out.Result)
	w.Headline = quantity.Plainly(likely[out.Result])
	span := func(p pair) quantity.Sentence { return w.say("%s to %s", p[0], p[1]) }
	w.row("Limit", out.bounds.Say(w.say))
	w.limitFrom(out.LimitFrom)
	w.row("Likely", span(out.Likely))
	w.row("At the worst and the best", span(out.Left))
	w.row("In the box", span(out.Group))
	w.row("Mounted, cold", span(out.Cold))
	w.row("The shaft takes", span(out.ShaftLoss))
	w.row("The housing takes", span(out.HousingLoss))
	w.length("The warm inner ring takes", &out.HeatLoss)
	w.row("Group to fit", quantity.Plainly(string(out.ToFit)+", "+groupFits[out.FitResult]))
	if out.FitResult == fit.LikelyOut {
		w.plain("No group fits these seats: measure them again, or ask the maker.")
	}
	w.warnAs(out.Warnings, map[string]string{preloaded: "It may run with preload: hot, and short-lived."})
}
