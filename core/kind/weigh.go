package kind

import (
	"fmt"

	"settle/core/field"
	"settle/core/gauge"
	"settle/core/judge"
	"settle/core/log"
	"settle/core/plan"
	"settle/core/quantity"
	"settle/core/words"
)

// Way is how a body is read: a partial one is still being typed, so that a reading is nil until there
// is enough of it; at what is typed now a slip of the unit is asked back; what was kept before
// ambiguous figures were refused is read as it was then.
type Way struct {
	Partial, Asks, Kept bool

	From map[string]log.Carried // what an entry was given from elsewhere
}

// Weigh works out what was entered at a step. The errors name every field that is wrong.
func Weigh(s Scale, step *plan.Step, b *log.Body, how Way) (*Reading, field.Errors) {
	r := gauge.Reader{Unit: b.Unit, Others: b.Units, Partial: how.Partial, Asks: how.Asks, Kept: how.Kept}
	if _, known := b.Unit.Size(); b.Unit != "" && !known {
		r.Errors.Add("unit", fmt.Errorf("is %q: write thou, in, mm or um", b.Unit))
		return nil, r.Errors
	}
	k := Of(step)
	if !words.Blank(b.Skip) || b.Absent != "" {
		return k.skipped(b, mayBeAway(s, step))
	}
	var reading *Reading
	if k.follows != nil {
		reading = k.follows(s, step, b, how.From, &r)
	} else {
		reading = k.weigh(s, step, b.MeasuredWith(), &r)
	}
	reading = byPlan(s, step, reading)
	hold(s, step, reading)
	r.AskBack()
	if len(r.Errors) > 0 && !how.Partial {
		return nil, r.Errors
	}
	return reading, r.Errors
}

// byPlan judges a reading of a check by what the plan says, where that is not its limit:
// by the spread of its places, against another reading of the job, or not at all.
func byPlan(s Scale, step *plan.Step, r *Reading) *Reading {
	check := s.Plan().Checks[step.Check]
	if r == nil || r.Figure == nil || check == nil {
		return r
	}
	switch check.Judge {
	case plan.ByNothing:
		r.free(inWords(startingValue))
	case plan.BySpread:
		if r.Spread == nil {
			return r
		}
		limit := limitOf(s, step)
		r.free(limit)
		return fine(r, r.Spread.Length, r.Good(), limit)
	case plan.ByOther:
		other := s.Other(check)
		if other == nil {
			r.free(NoLimit(otherMissing(check.Against, s.Plan())))
			r.Verdict = judge.NoLimit
			return r
		}
		limit := *limitOf(s, step)
		limit.Source = againstOther(limit.Source, check.Against, s.Plan())
		r.free(&limit)
		r.Against = quantity.Show(other.Length)
		return fine(r, (r.Figure.Length - other.Length).Abs(), r.Good(), &limit)
	}
	return r
}

// By what a check is judged that is not judged by its limit.
const startingValue = "a starting value, nothing judges it"

// EachName is what a range is called in which every place is judged for itself.
const EachName = "Smallest to largest"

// SpreadName is what a spread is called that is judged.
const SpreadName = "Spread"

func awayFrom(o plan.Origin, p *plan.Plan) string { return "off " + OtherReading(o, p) }

// OtherReading names the reading that another is judged against.
func OtherReading(o plan.Origin, p *plan.Plan) string {
	title := o.Of
	if check := p.Checks[o.Of]; check != nil {
		title = check.Title
	}
	return words.Lower(title) + " as " + o.Part
}

func otherMissing(o plan.Origin, p *plan.Plan) string {
	return "nothing to hold it against: " + OtherReading(o, p) + " is not taken"
}

func againstOther(source string, o plan.Origin, p *plan.Plan) string {
	return "away from " + OtherReading(o, p) + ": " + source
}
