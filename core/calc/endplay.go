package calc

import (
	"fmt"
	"slices"

	"settle/core/field"
	"settle/core/gauge"
	"settle/core/judge"
	"settle/core/quantity"
	"settle/core/setting"
)

// endplayIn is a play to be brought into a window by a pack under a cover, or by a nut.
type endplayIn struct {
	By         string         `json:"by"`
	Graduation quantity.Typed `json:"graduation"`
	mpeIn
	Trials []gauge.TrialForm `json:"trials"`
	Limit  *struct {
		Min quantity.Typed `json:"min"`
		Aim quantity.Typed `json:"aim"`
		Max quantity.Typed `json:"max"`
	} `json:"limit"`
	// cover: all that is under it now, and the leaves at hand.
	Pack      quantity.Typed   `json:"pack"`
	Leaves    []quantity.Typed `json:"leaves"`
	MaxPieces *int             `json:"max_pieces"`
	// nut: its pitch, and the places in a turn where it locks.
	Pitch   quantity.Typed `json:"pitch"`
	PerInch *float64       `json:"threads_per_inch"`
	Slots   *int           `json:"slots"`
}

// endplayOut is the play and what to do, lengths in micrometres. Null where the readings do not
// bear it out, or by the other way.
type endplayOut struct {
	Play    quantity.Length  `json:"play_um"`
	Spread  quantity.Length  `json:"spread_um"`
	Verdict verdictOut       `json:"verdict"`
	Needed  bool             `json:"needed"`
	Change  *quantity.Length `json:"change_um"`
	Pack    *quantity.Length `json:"pack_wanted_um"`
	// leave, set or none: nothing at hand comes inside. Action is what to do: leave, tighten,
	// slacken or stack.
	Result   *endplayResult   `json:"result"`
	Action   *setting.NutTurn `json:"action"`
	Answer   *endplayAnswer   `json:"answer"`
	Nearest  []endplayAnswer  `json:"nearest"`
	Warnings []string         `json:"warnings"`

	by      string
	verdict judge.Verdict
	bounds  judge.Bounds
}

type endplayResult string

const (
	leaveIt   endplayResult = "leave"
	setIt     endplayResult = "set"
	cannotSet endplayResult = "none"
)

// stackIt is what is done under a cover.
const stackIt setting.NutTurn = "stack"

// endplayAnswer is a stack of leaves, thickest first, or how far to turn the nut.
type endplayAnswer struct {
	Stack   *[]quantity.Length `json:"stack_um,omitempty"`
	Total   *quantity.Length   `json:"total_um,omitempty"`
	Turn    setting.NutTurn    `json:"turn,omitempty"`
	Degrees *float64           `json:"degrees,omitempty"`
	Slots   *int               `json:"slots,omitempty"`
	Play    quantity.Length    `json:"play_um"`
	Inside  bool               `json:"inside"`
}

// The ways of setting a play.
const (
	byCover = "cover"
	byNut   = "nut"
)

// solve judges the mean of the trials, U = g·√(2/3). A play that is inside is left; else it finds
// what at hand comes inside, nearest to the aim, or the two that come nearest. Trials that differ,
// no play at all, or too coarse a gauge tell nothing to do. Errors name the field; one of the other
// way is refused.
func (in endplayIn) solve(r *gauge.Reader) (answer, error) {
	if in.By != byCover && in.By != byNut {
		return nil, field.Errorf("by", "is %q: write cover or nut", in.By)
	}
	in.others(r)
	trials, graduation := r.Trials(gauge.FloatForm{Graduation: in.Graduation, Trials: in.Trials})
	listed(r, "trials", len(in.Trials))
	mpe, play := in.mpeIn.read(r), in.window(r)
	cover, nut := in.cover(r), in.nut(r)
	if err := r.Errors.Err(); err != nil {
		return nil, err
	}
	x, err := gauge.Play(trials, graduation, mpe)
	if err != nil {
		return nil, err
	}
	play.Is = x.Mean
	out := &endplayOut{Play: x.Mean, Spread: x.Spread, by: in.By, bounds: judge.Bounds{Min: &play.Min, Max: &play.Max}}
	v, coarse := judge.Length(x.Mean, x.Uncertainty, out.bounds).Coarse(out.bounds)
	warnings := x.Warnings
	if coarse {
		warnings = append(warnings, judge.TooCoarse)
	}
	moves := slices.Contains(warnings, gauge.NotRepeating) || slices.Contains(warnings, gauge.NoPlay)
	if moves {
		v = v.Capped()
	}
	out.verdict, out.Verdict = v, verdict(v)
	out.Needed = v.Result != judge.Within && v.Result != judge.Close
	var answers setters
	if in.By == byCover { // checked also where nothing is to be done
		answers, err = coverAnswers(cover, play)
	} else {
		answers = nutAnswers(nut, play)
	}
	if err != nil {
		return nil, err
	}
	if !moves && !coarse {
		warnings = append(warnings, out.settle(answers, play, cover.Pack)...)
		if a := out.Answer; a != nil && gauge.Uncertainty(a.Play) < x.Uncertainty {
			warnings = append(warnings, setting.Preload)
		}
	}
	out.Warnings = dedupe(warnings)
	return out, nil
}

// setters are what at hand brings a play inside, or comes nearest to it.
type setters struct {
	leave   endplayAnswer
	best    *endplayAnswer
	nearest []endplayAnswer
}

// settle says what to do about a play that is known, and warns where nothing at hand does.
func (out *endplayOut) settle(a setters, p setting.Play, pack quantity.Length) []string {
	change := quantity.Length(roundHalf(p.Change()))
	if out.Change = &change; out.by == byCover {
		wanted := quantity.Length(roundHalf(float64(pack) + p.Change()))
		out.Pack = &wanted
	}
	say := func(result endplayResult, action setting.NutTurn, answer *endplayAnswer) {
		out.Result, out.Answer = &result, answer
		if action != "" {
			out.Action = &action
		}
	}
	switch {
	case !out.Needed:
		say(leaveIt, setting.Leave, &a.leave)
	case a.best == nil:
		say(cannotSet, "", nil)
		out.Nearest = a.nearest
		return []string{setting.TooCoarse}
	case out.by == byCover:
		say(setIt, stackIt, a.best)
	default:
		say(setIt, a.best.Turn, a.best)
	}
	return nil
}

func coverAnswers(c setting.Cover, p setting.Play) (setters, error) {
	a := setters{leave: endplayAnswer{Total: &c.Pack, Play: p.Is, Inside: true}}
	best, nearest, err := c.Best(p)
	as := func(x setting.CoverAnswer, inside bool) endplayAnswer {
		stack := list(x.Stack)
		return endplayAnswer{Stack: &stack, Total: &x.Total, Play: x.Play, Inside: inside}
	}
	if best != nil {
		x := as(*best, true)
		a.best = &x
	}
	for _, x := range nearest {
		a.nearest = append(a.nearest, as(x, false))
	}
	return a, err
}

func nutAnswers(n setting.Nut, p setting.Play) setters {
	as := func(x setting.NutAnswer, inside bool) endplayAnswer {
		degrees := round(x.Degrees, 1)
		return endplayAnswer{Turn: x.Turn, Degrees: &degrees, Slots: x.Slots, Play: x.Play, Inside: inside}
	}
	still := setting.NutAnswer{Turn: setting.Leave, Play: p.Is}
	if n.Slots > 0 {
		still.Slots = new(int)
	}
	a := setters{leave: as(still, true)}
	best, nearest := n.Best(p)
	if best != nil {
		x := as(*best, true)
		a.best = &x
	}
	for _, x := range nearest {
		a.nearest = append(a.nearest, as(x, false))
	}
	return a
}

// others refuses what belongs to the other way.
func (in endplayIn) others(r *gauge.Reader) {
	for _, x := range []struct {
		name, by string
		given    bool
	}{
		{"pack", byCover, in.Pack.Given()},
		{"leaves", byCover, in.Leaves != nil},
		{"max_pieces", byCover, in.MaxPieces != nil},
		{"pitch", byNut, in.Pitch.Given()},
		{"threads_per_inch", byNut, in.PerInch != nil},
		{"slots", byNut, in.Slots != nil},
	} {
		if x.given && x.by != in.By {
			r.Errors.Add(x.name, fmt.Errorf("belongs to %s: leave it out", x.by))
		}
	}
}

// window reads the limit, both ends of which are needed.
func (in endplayIn) window(r *gauge.Reader) (p setting.Play) {
	if in.Limit == nil {
		need(r, "limit", "min and max of the play; a minus wants preload")
		return p
	}
	before := len(r.Errors)
	p.Min, p.Max = r.Needed("limit.min", in.Limit.Min), r.Needed("limit.max", in.Limit.Max)
	p.Aim = r.Optional(gauge.Named("limit.aim"), in.Limit.Aim)
	switch {
	case len(r.Errors) > before:
	case p.Min > p.Max:
		r.Errors.Add("limit", fmt.Errorf("has its min over its max: the min is the smaller of the two"))
	case p.Aim != nil && (*p.Aim < p.Min || *p.Aim > p.Max):
		r.Errors.Add("limit.aim", fmt.Errorf("is not between min and max"))
	}
	return p
}

func (in endplayIn) cover(r *gauge.Reader) setting.Cover {
	if in.By != byCover {
		return setting.Cover{}
	}
	c := setting.Cover{Pack: r.Needed("pack", in.Pack), Leaves: r.Lengths("leaves", in.Leaves),
		MaxPieces: setting.DefaultLeaves}
	if in.MaxPieces != nil {
		c.MaxPieces = *in.MaxPieces
	}
	return c
}

func (in endplayIn) nut(r *gauge.Reader) (n setting.Nut) {
	if in.By != byNut {
		return n
	}
	n.Pitch = pitch(r, in.Pitch, in.PerInch)
	if n.Pitch == 0 && len(r.Errors) == 0 {
		need(r, "pitch", "give it, or threads_per_inch")
	}
	if in.Slots != nil {
		if n.Slots = *in.Slots; n.Slots < 1 || n.Slots > 60 {
			r.Errors.Add("slots", fmt.Errorf("is %d: write the places in a turn where it locks, 1 to 60", n.Slots))
		}
	}
	return n
}

// pitch reads the pitch of a thread in nm, or threads an inch; 0 where neither is given.
func pitch(r *gauge.Reader, typed quantity.Typed, perInch *float64) float64 {
	p := aboveIf(r, "pitch", typed)
	switch {
	case p != nil && perInch != nil:
		r.Errors.Add("threads_per_inch", fmt.Errorf("stands beside pitch: give one of them"))
	case p != nil:
		return float64(*p)
	case perInch != nil && !(*perInch > 0 && *perInch <= 100):
		r.Errors.Add("threads_per_inch", fmt.Errorf("is %g: count the threads on one inch, such as 18", *perInch))
	case perInch != nil:
		return setting.PitchOf(*perInch)
	}
	return 0
}

// say tells what to do under the cover, or at the nut.
func (out *endplayOut) say(w *Words) {
	w.measure("Play, mean", out.Play)
	w.judged(out.verdict, out.bounds)
	switch {
	case out.Result == nil:
	case *out.Result == leaveIt:
		w.plain("It is inside: leave it as it is.")
	case *out.Result == cannotSet:
		w.length("Change it by", out.Change)
		for i, a := range out.Nearest {
			w.row([]string{"Nearest", "Next to it"}[min(i, 1)], w.say("%s, comes to %s", out.act(a), a.Play))
		}
	default:
		w.length("Change it by", out.Change)
		w.row(map[string]string{byCover: "Put under the cover", byNut: "Turn the nut"}[out.by], out.act(*out.Answer))
		w.length("It comes to", &out.Answer.Play)
	}
	w.warn(out.Warnings)
	w.warnAs(out.Warnings, map[string]string{
		setting.Preload:   "What it comes to may be no play at all: the gauge cannot tell it from preload.",
		setting.TooCoarse: "Nothing at hand comes inside.",
	})
}

// act is what to do, in words.
func (out *endplayOut) act(a endplayAnswer) quantity.Sentence {
	if out.by == byCover {
		if len(*a.Stack) == 0 {
			return quantity.Plainly("no leaf")
		}
		return pieces(*a.Stack)
	}
	turn := string(a.Turn)
	if a.Turn != setting.Leave {
		turn += " " + number(*a.Degrees, 1) + "°"
	}
	if a.Slots != nil && *a.Slots > 0 {
		turn += fmt.Sprintf(", %d places", *a.Slots)
	}
	return quantity.Plainly(turn)
}
