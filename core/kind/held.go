package kind

import (
	"cmp"

	"settle/core/judge"
	"settle/core/plan"
	"settle/core/quantity"
	"settle/core/words"
)

// Basis says what of a reading its limit judges.
type Basis string

// What may be judged.
const (
	OfValue    Basis = "value"
	OfMean     Basis = "mean"
	OfWidest   Basis = "widest"   // the reading nearest to its limit, or farthest beyond it
	OfSmallest Basis = "smallest" // the least of them
	OfSpread   Basis = "spread"   // how far the places differ
	OfTarget   Basis = "off-target"
	OfEach     Basis = "each" // every place for itself: from the smallest to the largest
)

// Held is the figure that a limit judges, with the limit in the same terms. It is what is shown,
// everywhere; what was read stands small beside it, where that is another figure.
type Held struct {
	Basis   Basis       `json:"basis" enum:"value,mean,widest,smallest,spread,off-target,each"`
	Name    string      `json:"name" doc:"what the figure is called"`
	Figure  Figure      `json:"figure"`
	High    *Figure     `json:"high,omitempty" doc:"each place: the largest"`
	Limit   *LimitShown `json:"limit" nullable:"false" doc:"in the same terms"`
	Raw     *Figure     `json:"raw,omitempty" doc:"what was read, where another figure is judged"`
	RawHigh *Figure     `json:"raw_high,omitempty" doc:"the largest that was read"`
	RawName string      `json:"raw_name,omitempty"`
	Ends    []End       `json:"ends,omitempty" doc:"the two depths of a travel, each with its window"`
}

// End is a depth that a travel is worked out from, with its window.
type End struct {
	At     string      `json:"at"`
	Figure *Figure     `json:"figure,omitempty" doc:"missing before it is read"`
	Limit  *LimitShown `json:"limit" nullable:"false"`
}

// AsHeld says which figure a kind of reading is judged by; the limit is filled in by hold.
func AsHeld(basis Basis, name string, l quantity.Length) *Held {
	return &Held{Basis: basis, Name: name, Figure: Figure{Length: l}}
}

// Beside is a judged figure with what was read.
func (h *Held) Beside(name string, raw *Figure) *Held {
	h.Raw, h.RawName = raw, name
	return h
}

// LimitShown is a limit with its source.
type LimitShown struct {
	Min    *Figure      `json:"min,omitempty"`
	Max    *Figure      `json:"max,omitempty"`
	Origin judge.Origin `json:"origin" enum:"maker,shop,general,none"`
	Source string       `json:"source"`
	Rate   string       `json:"rate,omitempty" doc:"what is judged is no length: drops a minute, in words"`
}

// ShowLimit is a limit as it is shown.
func ShowLimit(l judge.Limit) LimitShown {
	out := LimitShown{Min: quantity.ShowMaybe(l.Min), Max: quantity.ShowMaybe(l.Max), Origin: l.Origin, Source: l.Source}
	if l.Rates != nil {
		out.Rate = l.Rates.String()
	}
	return out
}

// Shown is a limit as it is shown.
func Shown(l *judge.Limit) *LimitShown {
	s := ShowLimit(*l)
	return &s
}

// hold says what of a reading is judged. Instruments that know better than the rule have said so.
func hold(s Scale, step *plan.Step, r *Reading) {
	if r == nil || r.Figure == nil && r.Held == nil {
		return
	}
	k, check := Of(step), s.Plan().Checks[step.Check]
	h := r.Held
	switch {
	case check != nil && check.Judge == plan.BySpread && r.Spread != nil:
		h = AsHeld(OfSpread, SpreadName, r.Spread.Length).Beside(k.title, r.Figure)
		h.RawHigh = r.High
	case check != nil && check.Judge == plan.ByOther && r.Against != nil:
		h = AsHeld(OfTarget, words.Capital(awayFrom(check.Against, s.Plan())), (r.Figure.Length-r.Against.Length).Abs()).
			Beside(k.title, r.Figure)
	case h != nil:
	case r.High != nil && r.High.Length != r.Figure.Length:
		h = AsHeld(OfEach, EachName, r.Figure.Length)
		h.High = r.High
	case r.Tool != nil && r.Tool.Words != nil:
		h = AsHeld(OfValue, r.Tool.Words.Main.Name, r.Figure.Length)
	default:
		h = AsHeld(OfValue, cmp.Or(k.title, measuredName), r.Figure.Length)
	}
	if h.Limit == nil {
		limit := r.Limit
		if limit == nil {
			limit = NoLimit(judge.NoneKnown)
		}
		h.Limit = Shown(limit)
	}
	r.Held = h
}

// Said is a depth in words, with its window.
func (e End) Said() Sentence {
	limit := LimitFigures(e.Limit)
	if e.Figure == nil {
		return quantity.Say("%s %s", e.At, limit)
	}
	return quantity.Say("%s %s (%s)", e.At, e.Figure.Length, limit)
}

// Away is how far two judged figures are apart, nil where they are not of one kind.
func (h *Held) Away(from *Held) *Figure {
	if h == nil || from == nil || h.Basis != from.Basis {
		return nil
	}
	return quantity.Show(h.Figure.Length - from.Figure.Length)
}
