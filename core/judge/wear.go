package judge

import (
	"math"
	"math/big"
	"slices"
	"strconv"

	"settle/core/field"
	"settle/core/quantity"
)

// Worn is a clearance measured after so many running hours since it was set.
type Worn struct {
	Hours     float64
	Clearance quantity.Length
	Set       bool // it was set to this: a new run begins, whatever stood before
}

// WearResult is the word for what the wear means.
type WearResult string

// The words of wear.
const (
	PastLimit  WearResult = "past-limit"  // the last reading is beyond the limit
	NotWearing WearResult = "not-wearing" // the clearance does not grow
	Lasts      WearResult = "lasts"       // the limit is reached after the planned stop
	ResetNow   WearResult = "reset-now"   // it is reached before
	NoRate     WearResult = "no-rate"     // no two readings at different hours since it was set
)

// The warnings of wear, as codes.
const (
	Thin       = "thin"         // fewer than three readings
	MayNotLast = "may-not-last" // at the fastest wear they allow it does not last to the planned stop
	// Accelerating: the last two readings wear half as fast again as all of them.
	Accelerating = "accelerating"
)

// Life is the wear of a clearance and how long it lasts.
type Life struct {
	Rate   *quantity.Length // a thousand hours, by least squares; nil where no two readings tell one
	Left   *int64           // hours from the last reading, rounded down; nil where it does not wear
	Result WearResult
	Runs   int // how often it was set, as far as the readings show
	// Least and Most are the hours left at the fastest and at the slowest wear that the
	// readings allow; nil where nothing tells, or it does not wear so.
	Least, Most *int64
	Warnings    []string
}

// What bounds a history.
const (
	maxHistory = 1000
	maxHours   = 1e8
	maxLeft    = math.MaxInt64 / 2
)

// Wear works out the rate, pooled over the runs of a history, and the hours left at it.
// A reading lower than the one before it begins a new run: it was set anew. With the
// graduation of the gauge (nil where it is not known) only one lower by more than the
// uncertainty of a difference does. The slope is
//
//	β = Σ Σ (x − x̄)(y − ȳ) / Σ Σ (x − x̄)²  (over the readings of each run, over the runs)
//
// and the range goes from the least to the greatest of the slopes of the runs, where two
// have one, and of β ± Uβ, Uβ = (g/√3) / √(Σ Σ (x − x̄)²), with a graduation. β and the
// slopes are exact, so that 9000 hours are not 8999.
func Wear(history []Worn, limit quantity.Length, planned float64, graduation *quantity.Length) (Life, error) {
	if err := checkWear(history, planned, graduation); err != nil {
		return Life{}, err
	}
	runs := runsOf(history, graduation)
	life := Life{Runs: len(runs)}
	if len(history) < 3 {
		life.Warnings = append(life.Warnings, Thin)
	}
	margin := limit - history[len(history)-1].Clearance
	if margin < 0 {
		life.Left, life.Result = new(int64), PastLimit
	}
	pooled, slopes := slopesOf(runs)
	if pooled.below.Sign() == 0 {
		if margin >= 0 {
			life.Result = NoRate
		}
		return life, nil
	}
	slope := pooled.slope() // nm an hour
	rate, _ := new(big.Rat).Mul(slope, big.NewRat(1000, 1)).Float64()
	if math.Abs(rate) > float64(quantity.MaxLength) {
		return Life{}, field.Errorf("history", "wears more than a kilometre in a thousand hours: look at the hours and "+
			"the units")
	}
	whole := quantity.Length(math.Round(rate))
	life.Rate = &whole
	more := pooled.scatter(runs, slopes)
	if p := lastPace(runs[len(runs)-1], slope, graduation); p != nil {
		more = append(more, p)
		life.Warnings = append(life.Warnings, Accelerating)
	}
	slow, fast := pooled.rangeOf(slopes, more, graduation)
	switch {
	case margin < 0:
		if fast != nil {
			life.Least, life.Most = new(int64), new(int64)
		}
		slices.Sort(life.Warnings)
		return life, nil
	case slope.Sign() <= 0:
		life.Result = NotWearing
	default:
		life.Left, life.Result = hoursLeft(margin, slope), ResetNow
		if new(big.Rat).SetInt64(*life.Left).Cmp(exact(planned)) >= 0 {
			life.Result = Lasts
		}
	}
	if fast == nil {
		slices.Sort(life.Warnings)
		return life, nil
	}
	life.Least, life.Most = hoursLeft(margin, fast), hoursLeft(margin, slow)
	if life.Result != ResetNow && life.Least != nil && new(big.Rat).SetInt64(*life.Least).Cmp(exact(planned)) < 0 {
		life.Warnings = append(life.Warnings, MayNotLast)
	}
	slices.Sort(life.Warnings)
	return life, nil
}

func checkWear(history []Worn, planned float64, graduation *quantity.Length) error {
	switch {
	case len(history) < 2 || len(history) > maxHistory:
		return field.Errorf("history", "has %d readings: write 2 to %d, each with its running hours", len(history),
			maxHistory)
	case !(planned >= 0 && planned <= maxHours):
		return field.Errorf("planned_hours", "is %g: write the running hours to the next planned stop, 0 or more", planned)
	case graduation != nil && *graduation <= 0:
		return field.Errorf("graduation", "must be greater than zero: the value of one division of the gauge")
	}
	for i, h := range history {
		path := "history[" + strconv.Itoa(i) + "]"
		switch {
		case !(h.Hours >= 0 && h.Hours <= maxHours):
			return field.Errorf(path+".hours", "is %g: write running hours, 0 or more", h.Hours)
		case i > 0 && h.Hours < history[i-1].Hours:
			return field.Errorf(path+".hours", "is less than the hours before it: write the oldest reading first")
		case h.Clearance < 0:
			return field.Errorf(path+".clearance", "is below zero: a clearance is nothing or more")
		}
	}
	return nil
}

// runsOf parts a history where the clearance was set anew.
func runsOf(history []Worn, graduation *quantity.Length) [][]Worn {
	within := 0.0 // how much lower a reading may be without a reset, nm
	if graduation != nil {
		within = float64(*graduation) * difference
	}
	var runs [][]Worn
	from := 0
	for i := 1; i < len(history); i++ {
		if history[i].Set || float64(history[i-1].Clearance-history[i].Clearance) > within {
			runs, from = append(runs, history[from:i]), i
		}
	}
	return append(runs, history[from:])
}

// sums are Σ(x − x̄)(y − ȳ) and Σ(x − x̄)²: their quotient is a slope.
type sums struct{ above, below *big.Rat }

func (s sums) slope() *big.Rat { return new(big.Rat).Quo(s.above, s.below) }

// slopesOf are the sums of all runs together, and the slope of each run that has one.
func slopesOf(runs [][]Worn) (pooled sums, slopes []*big.Rat) {
	pooled = sums{new(big.Rat), new(big.Rat)}
	for _, run := range runs {
		n := big.NewRat(int64(len(run)), 1)
		sx, sy, sxx, sxy := new(big.Rat), new(big.Rat), new(big.Rat), new(big.Rat)
		for _, h := range run {
			x, y := exact(h.Hours), new(big.Rat).SetInt64(int64(h.Clearance))
			sx.Add(sx, x)
			sy.Add(sy, y)
			sxx.Add(sxx, new(big.Rat).Mul(x, x))
			sxy.Add(sxy, new(big.Rat).Mul(x, y))
		}
		centred := func(sum, a, b *big.Rat) *big.Rat {
			product := new(big.Rat).Mul(a, b)
			return new(big.Rat).Sub(sum, product.Quo(product, n))
		}
		s := sums{centred(sxy, sx, sy), centred(sxx, sx, sx)}
		if s.below.Sign() > 0 {
			slopes = append(slopes, s.slope())
		}
		pooled.above.Add(pooled.above, s.above)
		pooled.below.Add(pooled.below, s.below)
	}
	return pooled, slopes
}

// scatter are β ± 2·SE, SE = √((Syy − Sxy²/Sxx)/((n − 2)·Sxx)), where one run alone has a slope and
// n ≥ 3 readings; the sum of squares is exact, so that a perfect line has none.
func (s sums) scatter(runs [][]Worn, slopes []*big.Rat) []*big.Rat {
	if len(slopes) != 1 {
		return nil
	}
	for _, run := range runs {
		n := len(run)
		if n < 3 || run[0].Hours == run[n-1].Hours {
			continue
		}
		count, sy, syy := big.NewRat(int64(n), 1), new(big.Rat), new(big.Rat)
		for _, h := range run {
			y := new(big.Rat).SetInt64(int64(h.Clearance))
			sy.Add(sy, y)
			syy.Add(syy, new(big.Rat).Mul(y, y))
		}
		squares := new(big.Rat).Sub(syy, new(big.Rat).Quo(new(big.Rat).Mul(sy, sy), count))
		squares.Sub(squares, new(big.Rat).Quo(new(big.Rat).Mul(s.above, s.above), s.below))
		variance, _ := new(big.Rat).Quo(squares, new(big.Rat).Mul(big.NewRat(int64(n-2), 1), s.below)).Float64()
		twice := new(big.Rat)
		twice.SetFloat64(2 * math.Sqrt(max(variance, 0)))
		return []*big.Rat{new(big.Rat).Sub(slopes[0], twice), new(big.Rat).Add(slopes[0], twice)}
	}
	return nil
}

// lastPace is how fast the last two readings wear, where that is more than 1.5 times the slope of
// all and the gauge can tell it; else nil.
func lastPace(run []Worn, slope *big.Rat, graduation *quantity.Length) *big.Rat {
	if len(run) < 2 {
		return nil
	}
	a, b := run[len(run)-2], run[len(run)-1]
	hours := new(big.Rat).Sub(exact(b.Hours), exact(a.Hours))
	grown := b.Clearance - a.Clearance
	told := 0.0
	if graduation != nil {
		told = float64(*graduation) * difference
	}
	if hours.Sign() <= 0 || !(float64(grown) > told) {
		return nil
	}
	pace := new(big.Rat).Quo(new(big.Rat).SetInt64(int64(grown)), hours)
	if pace.Cmp(new(big.Rat).Mul(slope, big.NewRat(3, 2))) <= 0 {
		return nil
	}
	return pace
}

// rangeOf is the slowest and the fastest wear that the readings allow, nil where neither
// two runs nor scatter, pace or graduation tell.
func (s sums) rangeOf(slopes, more []*big.Rat, graduation *quantity.Length) (slow, fast *big.Rat) {
	all := append([]*big.Rat{s.slope()}, more...)
	if len(slopes) > 1 {
		all = append(all, slopes...)
	}
	if graduation != nil {
		spread, _ := s.below.Float64()
		u := new(big.Rat)
		u.SetFloat64(float64(*graduation) * direct / math.Sqrt(spread))
		all = append(all, new(big.Rat).Sub(all[0], u), new(big.Rat).Add(all[0], u))
	}
	if len(all) == 1 {
		return nil, nil
	}
	return slices.MinFunc(all, (*big.Rat).Cmp), slices.MaxFunc(all, (*big.Rat).Cmp)
}

// hoursLeft is how long a margin lasts at a slope, rounded down; nil where it does not wear.
func hoursLeft(margin quantity.Length, slope *big.Rat) *int64 {
	if slope.Sign() <= 0 {
		return nil
	}
	left := new(big.Rat).Quo(new(big.Rat).SetInt64(int64(margin)), slope)
	whole := new(big.Int).Quo(left.Num(), left.Denom())
	hours := int64(maxLeft)
	if whole.IsInt64() {
		hours = min(whole.Int64(), maxLeft)
	}
	return &hours
}

// exact is the decimal number somebody wrote, not the binary one next to it.
func exact(f float64) *big.Rat {
	r, ok := new(big.Rat).SetString(strconv.FormatFloat(f, 'f', -1, 64))
	if !ok {
		return new(big.Rat)
	}
	return r
}
