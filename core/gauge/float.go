package gauge

import (
	"settle/core/field"
	"settle/core/quantity"
)

// Trial is one push and pull of the shaft: the reading at either end.
type Trial struct{ In, Out quantity.Length }

// Float is the play the trials come to: end play or radial play.
type Float struct {
	Mean        quantity.Length // mean of |out − in|
	Spread      quantity.Length // largest − smallest of them
	Uncertainty Uncertainty
	Warnings    []string
}

// The warnings of a play measurement, as codes.
const (
	OneTrial     = "one-trial"
	NotRepeating = "not-repeating"
	NoPlay       = "no-play" // no more than a division: it may be preloaded by any amount
)

// Play works out the mean and the spread of the trials, which must be at least
// one, read on a dial with the graduation and the maximum permissible error given.
func Play(trials []Trial, graduation, mpe quantity.Length) (Float, error) {
	if graduation <= 0 {
		return Float{}, field.Errorf("graduation", "must be greater than zero: the value of one division of the dial, "+
			"such as 0.5 thou or 0.01 mm")
	}
	if len(trials) == 0 {
		return Float{}, field.Errorf("trials", "needs at least one push and pull, three are better")
	}
	if err := CheckError(mpe); err != nil {
		return Float{}, err
	}
	var sum float64
	low, high := (trials[0].Out - trials[0].In).Abs(), quantity.Length(0)
	for _, t := range trials {
		play := (t.Out - t.In).Abs()
		sum += float64(play)
		low, high = min(low, play), max(high, play)
	}
	f := Float{
		Mean:        whole(sum / float64(len(trials))),
		Spread:      high - low,
		Uncertainty: DifferenceUncertainty(graduation, mpe),
	}
	if sum <= float64(graduation)*float64(len(trials)) {
		f.Warnings = append(f.Warnings, NoPlay)
	}
	if f.Spread > Repeats(graduation) {
		f.Warnings = append(f.Warnings, NotRepeating)
	}
	if len(trials) == 1 {
		f.Warnings = append(f.Warnings, OneTrial)
	}
	return f, nil
}
