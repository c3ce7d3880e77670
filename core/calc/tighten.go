package calc

import (
	"fmt"
	"math"
	"strings"

	"settle/core/field"
	"settle/core/gauge"
	"settle/core/quantity"
	"settle/core/setting"
	"settle/core/words"
)

// What is turned by a wrench: bolts of a joint, and the nut of a screwed adjuster. A torque
// is for a stated thread condition, which the words say, too.

// torqueIn is a torque with its unit; the length of the wrench and of what lengthens it in
// line; how many bolts there are, 1 to 64, and the passes in percent.
type torqueIn struct {
	// A text with its unit: N·m, lbf·ft, lbf·in or kgf·m.
	Torque *string `json:"torque"`
	// From the square to the grip, and what a crow-foot adds in line.
	Wrench    quantity.Typed `json:"wrench"`
	Extension quantity.Typed `json:"extension"`
	// On one circle, or in rows and columns; without them there are no passes.
	Bolts  *int       `json:"bolts"`
	Passes *[]float64 `json:"passes"`
	// cross, where nobody says, round, or middle-out, which needs rows and columns.
	Pattern string `json:"pattern"`
	Rows    *int   `json:"rows"`
	Columns *int   `json:"columns"`
}

// The patterns of tightening.
const (
	cross     = "cross"
	roundIt   = "round"
	middleOut = "middle-out"
)

// torqueUnits is one torque in the units of wrenches, to three decimals.
type torqueUnits struct {
	NM    float64 `json:"nm"`
	LbfFt float64 `json:"lbf_ft"`
	LbfIn float64 `json:"lbf_in"`
	KgfM  float64 `json:"kgf_m"`
}

// inUnits converts one torque.
func inUnits(t quantity.Torque) torqueUnits {
	return torqueUnits{round(t.NM(), 3), round(t.LbfFt(), 3), round(t.LbfIn(), 3), round(t.KgfM(), 3)}
}

// passOut is one round of the bolts: the torque, what the wrench is set to for it with its
// extension, and the order of the bolts, from 1.
type passOut struct {
	Percent float64     `json:"percent"`
	Name    string      `json:"name,omitempty"`
	NM      float64     `json:"nm"`
	LbfFt   float64     `json:"lbf_ft"`
	Wrench  *wrenchUnit `json:"wrench_setting"`
	Order   []int       `json:"order"`
}

// wrenchUnit is a torque in the units of most wrenches, to three decimals.
type wrenchUnit struct {
	NM    float64 `json:"nm"`
	LbfFt float64 `json:"lbf_ft"`
}

// torqueOut is the torque in all units, what the wrench is set to with its extension, and the
// passes, the last of which checks round the circle.
type torqueOut struct {
	torqueUnits
	Wrench *torqueUnits `json:"wrench_setting"`
	Passes []passOut    `json:"passes,omitempty"`
}

// maxTorque is more than any bolt of a pump is drawn up to.
const maxTorque = 1e7

// solve sets the wrench to T·L/(L + E), for each pass, and orders the bolts so that each is
// followed by one across from it, or from the middle of a split flange outwards. Units by
// their definition: 1 lbf·ft = 1.3558179483314004 N·m, 1 kgf·m = 9.80665 N·m. Errors name
// torque, wrench, extension, bolts, passes, pattern, rows or columns.
func (in torqueIn) solve(r *gauge.Reader) (answer, error) {
	if in.Torque == nil {
		return nil, field.Errorf("torque", "is missing: write one such as 30 N·m or 22 lbf·ft")
	}
	t, err := quantity.ParseTorque(*in.Torque, "")
	if err != nil {
		return nil, field.Errorf("torque", "%v", err)
	}
	if !(t > 0 && t <= maxTorque) {
		return nil, field.Errorf("torque", "must be greater than zero, and one that a bolt of a pump takes, such as 30 N·m")
	}
	wrench := r.Optional(gauge.Named("wrench"), in.Wrench)
	extension := r.Optional(gauge.Named("extension"), in.Extension)
	if err := r.Errors.Err(); err != nil {
		return nil, err
	}
	out := &torqueOut{torqueUnits: inUnits(t)}
	share, err := in.wrenchShare(wrench, extension)
	if err != nil {
		return nil, err
	}
	if extension != nil {
		units := inUnits(t * quantity.Torque(share))
		out.Wrench = &units
	}
	passes := setting.DefaultPasses
	if in.Passes != nil {
		passes = *in.Passes
		if err := setting.CheckPasses(passes); err != nil {
			return nil, err
		}
	}
	order, check, err := in.order()
	if err != nil || order == nil {
		return out, err
	}
	pass := func(percent float64, name string, order []int) passOut {
		at := t * quantity.Torque(percent/100)
		p := passOut{percent, name, round(at.NM(), 3), round(at.LbfFt(), 3), nil, order}
		if extension != nil {
			set := at * quantity.Torque(share)
			p.Wrench = &wrenchUnit{round(set.NM(), 3), round(set.LbfFt(), 3)}
		}
		return p
	}
	for _, percent := range passes {
		out.Passes = append(out.Passes, pass(percent, "", order))
	}
	out.Passes = append(out.Passes, pass(100, "check", check))
	return out, nil
}

// wrenchShare is what share of a torque a lengthened wrench is set to, 1 without an extension.
func (in torqueIn) wrenchShare(wrench, extension *quantity.Length) (float64, error) {
	if extension != nil && wrench == nil {
		return 0, field.Errorf("wrench", "is missing: the length of the wrench that the extension lengthens")
	}
	if wrench == nil {
		return 1, nil
	}
	var by quantity.Length
	if extension != nil {
		by = *extension
	}
	share, err := setting.WrenchSetting(1, *wrench, by)
	return float64(share), err
}

// order is that of the passes and that of the check, nil where nobody says how many bolts.
func (in torqueIn) order() (order, check []int, err error) {
	switch in.Pattern {
	case "", cross, roundIt:
		switch {
		case in.Rows != nil:
			return nil, nil, field.Errorf("rows", "goes only with the pattern middle-out")
		case in.Columns != nil:
			return nil, nil, field.Errorf("columns", "goes only with the pattern middle-out")
		case in.Bolts == nil:
			return nil, nil, nil
		}
		if order, err = setting.Crossing(*in.Bolts); err != nil {
			return nil, nil, err
		}
		if in.Pattern == roundIt {
			order = setting.Round(*in.Bolts)
		}
		return order, setting.Round(*in.Bolts), nil
	case middleOut:
		switch {
		case in.Rows == nil:
			return nil, nil, field.Errorf("rows", "is missing: how many rows of bolts there are along the flange")
		case in.Columns == nil && in.Bolts == nil:
			return nil, nil, field.Errorf("columns", "is missing: how many bolts there are in a row, or give bolts")
		}
		columns := 0
		if in.Columns != nil {
			columns = *in.Columns
		} else if columns, err = setting.ColumnsOf(*in.Bolts, *in.Rows); err != nil {
			return nil, nil, err
		}
		if order, err = setting.MiddleOut(*in.Rows, columns); err != nil {
			return nil, nil, err
		}
		if in.Bolts != nil && *in.Bolts != len(order) {
			return nil, nil, field.Errorf("bolts", "is %d, rows and columns make %d: leave it out", *in.Bolts, len(order))
		}
		return order, order, nil
	}
	return nil, nil, field.Errorf("pattern", "is %q: write cross, round or middle-out", in.Pattern)
}

// say gives what to set the wrench to; without an extension that is the torque itself.
func (out *torqueOut) say(w *Words) {
	shown := func(t torqueUnits) quantity.Sentence {
		return quantity.Sentence{Thou: number(t.LbfFt, 1) + " lbf·ft", Mm: number(t.NM, 1) + " N·m"}
	}
	w.main("Torque", shown(out.torqueUnits))
	w.Headline = quantity.Plainly("Past the click once only")
	if out.Wrench != nil {
		w.main("Set the wrench to", shown(*out.Wrench))
		w.row("For a torque of", shown(out.torqueUnits))
	}
	w.row("N·m", quantity.Plainly(number(out.NM, 3)))
	w.row("lbf·ft", quantity.Plainly(number(out.LbfFt, 3)))
	w.row("lbf·in", quantity.Plainly(number(out.LbfIn, 3)))
	w.row("kgf·m", quantity.Plainly(number(out.KgfM, 3)))
	for _, p := range out.Passes {
		name := number(p.Percent, 1) + " %, " + number(p.NM, 1) + " N·m"
		if p.Name != "" {
			name = "Check"
		} else if p.Wrench != nil {
			name += ", wrench at " + number(p.Wrench.NM, 1) + " N·m"
		}
		w.row(name, quantity.Plainly(strings.Trim(fmt.Sprint(p.Order), "[]")))
	}
	w.line("A torque is for a stated thread: the dry value on a greased thread over-tightens.")
}

// lateralIn is a travel on a screwed adjuster of so many threads an inch, or of a pitch;
// divisions are the flats or notches round it, hand that of its thread.
type lateralIn struct {
	// How far it is to move.
	Travel quantity.Typed `json:"travel"`
	// One of the two: threads an inch, or the pitch.
	PerInch *float64       `json:"threads_per_inch"`
	Pitch   quantity.Typed `json:"pitch"`
	// Flats or notches round it, and the hand of its thread.
	Divisions *int         `json:"divisions"`
	Hand      setting.Hand `json:"hand"`
}

// lateralOut is how far to turn: turns to four decimals, degrees to one, divisions to two.
type lateralOut struct {
	Turns     float64          `json:"turns"`
	Degrees   float64          `json:"degrees"`
	Divisions *float64         `json:"divisions"`
	Direction *setting.Turning `json:"direction"`

	travel quantity.Length
}

// solve divides the travel by the pitch. The direction is that of the nut as it moves away,
// seen from the side it leaves; null where the hand is not known.
func (in lateralIn) solve(r *gauge.Reader) (answer, error) {
	a := setting.Adjuster{Travel: r.Needed("travel", in.Travel), Hand: in.Hand}
	pitch := r.Optional(gauge.Named("pitch"), in.Pitch)
	if err := r.Errors.Err(); err != nil {
		return nil, err
	}
	switch {
	case pitch != nil && in.PerInch != nil:
		return nil, field.Errorf("pitch", "stands beside threads_per_inch: give one of them")
	case pitch != nil:
		a.Pitch = float64(*pitch)
	case in.PerInch == nil:
		return nil, field.Errorf("pitch", "is missing: give it, or threads_per_inch")
	case !(*in.PerInch > 0 && *in.PerInch <= 1000):
		return nil, field.Errorf("threads_per_inch", "is %g: count the threads on one inch, such as 12", *in.PerInch)
	default:
		a.Pitch = setting.PitchOf(*in.PerInch)
	}
	if in.Divisions != nil {
		if a.Divisions = *in.Divisions; a.Divisions < 1 {
			return nil, field.Errorf("divisions", "is %d: write how many flats or notches there are round", a.Divisions)
		}
	}
	x, err := a.Run()
	if err != nil {
		return nil, err
	}
	out := &lateralOut{Turns: round(x.Turns, 4), Degrees: round(x.Degrees, 1), travel: a.Travel}
	if x.Divisions != nil {
		d := round(*x.Divisions, 2)
		out.Divisions = &d
	}
	if x.Direction != "" {
		out.Direction = &x.Direction
	}
	return out, nil
}

// say gives turns, and flats where they come out whole.
func (out *lateralOut) say(w *Words) {
	w.main("Turn", quantity.Plainly(number(out.Turns, 3)+" turns"))
	if out.Direction != nil {
		w.Headline = quantity.Plainly(words.Capital(string(*out.Direction)) +
			", seen from the side the nut moves away from")
	}
	w.length("Travel", &out.travel)
	w.row("Degrees", quantity.Plainly(number(out.Degrees, 1)+"°"))
	if out.Divisions != nil {
		w.row("Flats or notches", quantity.Plainly(number(*out.Divisions, 2)))
		if near := math.Round(*out.Divisions); math.Abs(near-*out.Divisions) > 0.05 {
			w.line("It does not come out on a whole flat: turn to the nearest and measure what it gave.")
		}
	}
	w.line("Take up the slack of the thread first, and measure the travel afterwards.")
}
