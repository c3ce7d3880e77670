package calc

import (
	"fmt"
	"strings"

	"settle/core/gauge"
	"settle/core/judge"
	"settle/core/quantity"
	"settle/core/setting"
)

// Shims, worked out or found by trial. What is counted is exact: thicknesses are whole
// nanometres, and every stack that could be made up is looked at.

// windowIn is what a clearance is to be. Aim defaults to the middle of min and max, and
// with one bound only to that bound.
type windowIn struct {
	Min quantity.Typed `json:"min"`
	Aim quantity.Typed `json:"aim"`
	Max quantity.Typed `json:"max"`
}

// measuredIn is a length with the window it has to stay in.
type measuredIn struct {
	Measured quantity.Typed `json:"measured"`
	Min      quantity.Typed `json:"min"`
	Max      quantity.Typed `json:"max"`
}

// bounds reads the window of a measured thing and what was measured.
func (in measuredIn) bounds(r *gauge.Reader, path string) (quantity.Length, judge.Bounds) {
	b := judge.Bounds{Min: r.Optional(gauge.Named(path+".min"), in.Min), Max: r.Optional(gauge.Named(path+".max"), in.Max)}
	if b.Check() != nil {
		r.Errors.Add(path, fmt.Errorf("has its min over its max: the min is the smaller of the two"))
	}
	return r.Needed(path+".measured", in.Measured), b
}

// shimIn is a pack to be made up: the spares of the kit, what is in place in one of so many
// equal stacks, the clearance measured, and whether a shim more opens or closes it. Discard
// are pieces in place that are spoilt.
type shimIn struct {
	// The spares for all stacks together.
	Kit []struct {
		Thickness quantity.Typed `json:"thickness"`
		Count     *int           `json:"count"`
	} `json:"kit"`
	// How many equal stacks there are; 1 where it is not said.
	Stacks  *int             `json:"stacks"`
	InPlace []quantity.Typed `json:"in_place"`
	// What is in place is no shim, but the distance at which the two just touch: nothing comes off.
	Touching bool `json:"touching"`
	// The clearance now, and what a shim more does to it: opens or closes.
	Measured quantity.Typed `json:"measured"`
	Adding   setting.Adding `json:"adding"`
	// Where it is to come to; the other side of the rotor moves the other way.
	Target    *windowIn   `json:"target"`
	OtherSide *measuredIn `json:"other_side"`
	// At most so many pieces in a stack, 5; so many answers, 3.
	MaxPieces *int `json:"max_pieces"`
	Answers   *int `json:"answers"`
	// Pieces in place that are spoilt: they come off and are not used again.
	Discard []quantity.Typed `json:"discard"`
}

// stackOut is one new stack, thicknesses in micrometres, the thickest first, with what it
// takes off and puts on.
type stackOut struct {
	Stack []quantity.Length `json:"stack_um"`
	Total quantity.Length   `json:"total_um"`
	// What the clearance comes to, and that of the other side.
	Clearance quantity.Length  `json:"clearance_um"`
	OtherSide *quantity.Length `json:"other_side_um"`
	// What goes on beside what stays, and what comes off.
	Add    []quantity.Length `json:"add_um"`
	Remove []quantity.Length `json:"remove_um"`
}

// shimOut are the stacks that come into the window, the best first; without one the nearest,
// and why.
type shimOut struct {
	// Whether a stack comes into the window.
	Found   bool       `json:"found"`
	Answers []stackOut `json:"answers"`
	Reason  string     `json:"reason,omitempty"`
	// out, within, or no-limit where an aim alone is given: then nothing is judged.
	Result judge.Result `json:"result"`

	ask      setting.Shims
	touching bool
}

// solve looks through every stack that the spares and the pieces in place make, exactly:
// nearest to the aim first, then with fewer pieces, fewer changes, thicker pieces. Errors
// name kit[i], in_place[i], measured, adding or target.
func (in shimIn) solve(r *gauge.Reader) (answer, error) {
	q := setting.Shims{Stacks: 1, MaxPieces: setting.DefaultPieces, Answers: setting.DefaultAnswers, Adding: in.Adding}
	for i, k := range in.Kit {
		thickness, _ := r.Length(gauge.Path{List: "kit", Index: i, Name: "thickness"}, k.Thickness)
		if k.Count == nil {
			r.Errors.Add(fmt.Sprintf("kit[%d].count", i), fmt.Errorf("is missing: write how many there are"))
			continue
		}
		q.Kit = append(q.Kit, setting.Spare{Thickness: thickness, Count: *k.Count})
	}
	for _, n := range []struct {
		in   *int
		into *int
	}{{in.Stacks, &q.Stacks}, {in.MaxPieces, &q.MaxPieces}, {in.Answers, &q.Answers}} {
		if n.in != nil {
			*n.into = *n.in
		}
	}
	q.InPlace, q.Discard = r.Lengths("in_place", in.InPlace), r.Lengths("discard", in.Discard)
	q.Measured = r.Needed("measured", in.Measured)
	if in.Target == nil {
		r.Errors.Add("target", fmt.Errorf("is missing: the window the clearance is to land in"))
	} else {
		q.Target = setting.Window{
			Min: r.Optional(gauge.Named("target.min"), in.Target.Min),
			Aim: r.Optional(gauge.Named("target.aim"), in.Target.Aim),
			Max: r.Optional(gauge.Named("target.max"), in.Target.Max),
		}
	}
	if in.OtherSide != nil {
		measured, b := in.OtherSide.bounds(r, "other_side")
		q.OtherSide = &setting.Other{Measured: measured, Min: b.Min, Max: b.Max}
	}
	if err := r.Errors.Err(); err != nil {
		return nil, err
	}
	best, found, err := q.Best()
	if err != nil {
		return nil, err
	}
	out := &shimOut{Found: found, Answers: []stackOut{}, Result: judge.Within, ask: q, touching: in.Touching}
	switch {
	case !found:
		out.Reason, out.Result = "none-inside", judge.Out
	case q.Target.Min == nil && q.Target.Max == nil:
		out.Result = judge.NoLimit
	}
	for _, b := range best {
		out.Answers = append(out.Answers, stackOut{b.Pieces, b.Total, b.Clearance, b.OtherSide, b.Add, b.Remove})
	}
	return out, nil
}

// say tells what comes off and what goes on, for the best stack.
func (out *shimOut) say(w *Words) {
	best := out.Answers[0]
	w.measure("Clearance after", best.Clearance)
	each := ""
	if out.ask.Stacks > 1 {
		each = fmt.Sprintf(", at each of the %d stacks", out.ask.Stacks)
	}
	switch w.Verdict = string(out.Result); out.Result {
	case judge.Within:
		w.Headline = quantity.Plainly("Inside the window" + each)
	case judge.NoLimit:
		w.Headline = quantity.Plainly("Nearest to the aim, no window known: nothing is judged" + each)
	default:
		w.Headline = quantity.Plainly("No stack lands inside the window: this is the nearest")
		w.Lines = append(w.Lines, out.buy())
	}
	if !out.touching {
		w.row("Take off", pieces(best.Remove))
	}
	w.row("Add", pieces(best.Add))
	w.row("Stack then", pieces(best.Stack))
	w.length("Thick together", &best.Total)
	w.length("Clearance before", &out.ask.Measured)
	w.length("Other side after", best.OtherSide)
	for i, a := range out.Answers[1:] {
		s := pieces(a.Stack)
		gives := quantity.Say(" gives %s", a.Clearance)
		w.row([]string{"Or else", "Or", "Or at last"}[min(i, 2)], quantity.Sentence{Thou: s.Thou + gives.Thou,
			Mm: s.Mm + gives.Mm})
	}
	if !out.touching {
		w.line("Count the pieces that come off, and look on the mating face for one that stuck.")
	}
}

// buy says what thickness is missing to reach the aim.
func (out *shimOut) buy() quantity.Sentence {
	best, t := out.Answers[0], out.ask.Target
	aim := t.Aim
	if aim == nil {
		switch {
		case t.Min != nil && t.Max != nil:
			middle := (*t.Min + *t.Max) / 2
			aim = &middle
		case t.Min != nil:
			aim = t.Min
		default:
			aim = t.Max
		}
	}
	short := *aim - best.Clearance
	if out.ask.Adding == setting.Closes {
		short = -short
	}
	if short > 0 {
		return quantity.Say("A piece of %s more in each stack would reach the aim: buy or grind one.", short)
	}
	if len(best.Stack) == 0 {
		return quantity.Say("With no piece at all it is still %s off the aim: no stack can reach it.", -short)
	}
	return quantity.Say("The stack is %s too thick for the aim: thinner pieces are needed.", -short)
}

// pieces writes a stack as its pieces: "0.50 + 0.25 + 2 × 0.10".
func pieces(list []quantity.Length) quantity.Sentence {
	if len(list) == 0 {
		return quantity.Plainly("nothing")
	}
	write := func(u quantity.Unit) string {
		var parts []string
		for i := 0; i < len(list); {
			n := 1
			for i+n < len(list) && list[i+n] == list[i] {
				n++
			}
			s := pieceIn(list[i], u)
			if n > 1 {
				s = fmt.Sprintf("%d × %s", n, s)
			}
			parts = append(parts, s)
			i += n
		}
		return strings.Join(parts, " + ") + " " + string(u)
	}
	return quantity.Sentence{Thou: write(quantity.UnitThou), Mm: write(quantity.UnitMillimetre)}
}

// trialIn are the packs there are and how the shaft turned with those that were tried.
type trialIn struct {
	// The packs that can be made up.
	Packs  []quantity.Typed `json:"packs"`
	Trials []struct {
		Pack  quantity.Typed `json:"pack"`
		Turns gauge.Turn     `json:"turns"`
	} `json:"trials"`
}

// trialOut is the thinnest pack that turns free, or the one to try next, in micrometres.
type trialOut struct {
	// One of the two is null.
	Answer *quantity.Length `json:"answer_um"`
	Next   *quantity.Length `json:"next_um"`
	Done   bool             `json:"done"`
	Reason string           `json:"reason,omitempty"`
}

// solve halves what is left between the thickest pack that does not turn free and the
// thinnest that does. A thinner pack free where a thicker one is not is an error on trials.
func (in trialIn) solve(r *gauge.Reader) (answer, error) {
	packs := r.Lengths("packs", in.Packs)
	var trials []setting.PackTrial
	for i, t := range in.Trials {
		pack, _ := r.Length(gauge.Path{List: "trials", Index: i, Name: "pack"}, t.Pack)
		trials = append(trials, setting.PackTrial{Pack: pack, Turns: t.Turns})
	}
	if err := r.Errors.Err(); err != nil {
		return nil, err
	}
	x, err := setting.Trial(packs, trials)
	if err != nil {
		return nil, err
	}
	out := trialOut{Answer: x.Answer, Next: x.Next, Done: x.Done}
	if x.Done && x.Answer == nil {
		out.Reason = "all-bind"
	}
	return out, nil
}

// say tells the next pack to try, or the one that stays.
func (out trialOut) say(w *Words) {
	switch {
	case out.Next != nil:
		w.measure("Try next", *out.Next)
		w.Headline = quantity.Plainly("Fit this pack, bolt up evenly, turn by hand")
		w.line("The same few bolts each time, crosswise, the cover the same way up.")
	case out.Answer != nil:
		w.measure("Thinnest that turns free", *out.Answer)
		w.Verdict, w.Headline = string(judge.Within), quantity.Plainly("Found: nothing is left to try")
		w.line("Bolt all up in a crossing pattern and turn once more by hand.")
	default:
		w.main("Thinnest that turns free", quantity.Plainly("none"))
		w.Verdict, w.Headline = string(judge.Out), quantity.Plainly("It binds with every pack")
		w.line("Something else holds it: dirt on a face, the key driven in, the impeller not free on the shaft.")
	}
}

// pieceIn is a piece as it is told from the others: to a hundredth of a thou, or to a
// micrometre, as short as that is.
func pieceIn(l quantity.Length, unit quantity.Unit) string {
	decimals := 3
	if unit == quantity.UnitThou {
		decimals = 2
	}
	return strings.TrimSuffix(strings.TrimRight(l.In(unit, decimals), "0"), ".")
}
