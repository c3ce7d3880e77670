package judge

import (
	"math"
	"math/big"
	"strconv"

	"settle/core/field"
	"settle/core/quantity"
)

// Worn is a clearance measured after so many running hours since it was set.
type Worn struct {
	Hours     float64
	Clearance quantity.Length
}

// WearResult is the word for what the wear means.
type WearResult string

// The words of wear.
const (
	PastLimit  WearResult = "past-limit"  // the last reading is beyond the limit
	NotWearing WearResult = "not-wearing" // the clearance does not grow
	Lasts      WearResult = "lasts"       // the limit is reached after the planned stop
	ResetNow   WearResult = "reset-now"   // it is reached before
)

// Life is the wear of a clearance and how long it lasts.
type Life struct {
	Rate   quantity.Length // a thousand hours, by least squares
	Left   *int64          // hours from the last reading, rounded down; nil where it does not wear
	Result WearResult
}

// What bounds a history.
const (
	maxHistory = 1000
	maxHours   = 1e8
	maxLeft    = math.MaxInt64 / 2
)

// Wear works out rate = slope of clearance over hours by least squares, and
// hours left = (limit − last) / rate. It needs two readings at different hours,
// in rising order. All of it is exact, so that 9000 hours are not 8999.
func Wear(history []Worn, limit quantity.Length, planned float64) (Life, error) {
	if len(history) < 2 || len(history) > maxHistory {
		return Life{}, field.Errorf("history", "has %d readings: write 2 to %d, each with its running hours", len(history),
			maxHistory)
	}
	if !(planned >= 0 && planned <= maxHours) {
		return Life{}, field.Errorf("planned_hours", "is %g: write the running hours to the next planned stop, 0 or more",
			planned)
	}
	n := new(big.Rat).SetInt64(int64(len(history)))
	var sx, sy, sxx, sxy big.Rat
	for i, h := range history {
		path := "history[" + strconv.Itoa(i) + "]"
		switch {
		case !(h.Hours >= 0 && h.Hours <= maxHours):
			return Life{}, field.Errorf(path+".hours", "is %g: write running hours, 0 or more", h.Hours)
		case i > 0 && h.Hours < history[i-1].Hours:
			return Life{}, field.Errorf(path+".hours", "is less than the hours before it: write the oldest reading first")
		case h.Clearance < 0:
			return Life{}, field.Errorf(path+".clearance", "is below zero: a clearance is nothing or more")
		}
		x, y := exact(h.Hours), new(big.Rat).SetInt64(int64(h.Clearance))
		sx.Add(&sx, x)
		sy.Add(&sy, y)
		sxx.Add(&sxx, new(big.Rat).Mul(x, x))
		sxy.Add(&sxy, new(big.Rat).Mul(x, y))
	}
	// slope = (n·Σxy − Σx·Σy) / (n·Σx² − (Σx)²)
	top := new(big.Rat).Sub(new(big.Rat).Mul(n, &sxy), new(big.Rat).Mul(&sx, &sy))
	bottom := new(big.Rat).Sub(new(big.Rat).Mul(n, &sxx), new(big.Rat).Mul(&sx, &sx))
	if bottom.Sign() == 0 {
		return Life{}, field.Errorf("history", "has all its readings at the same hours: two at different hours tell a rate")
	}
	slope := new(big.Rat).Quo(top, bottom) // nm an hour
	rate, _ := new(big.Rat).Mul(slope, new(big.Rat).SetInt64(1000)).Float64()
	if math.Abs(rate) > float64(quantity.MaxLength) {
		return Life{}, field.Errorf("history", "wears more than a kilometre in a thousand hours: look at the hours and "+
			"the units")
	}
	life := Life{Rate: quantity.Length(math.Round(rate))}
	margin := limit - history[len(history)-1].Clearance
	switch {
	case margin < 0:
		life.Left, life.Result = new(int64), PastLimit
	case slope.Sign() <= 0:
		life.Result = NotWearing
	default:
		left := new(big.Rat).Quo(new(big.Rat).SetInt64(int64(margin)), slope)
		whole := new(big.Int).Quo(left.Num(), left.Denom())
		hours := int64(maxLeft)
		if whole.IsInt64() {
			hours = min(whole.Int64(), maxLeft)
		}
		life.Left, life.Result = &hours, ResetNow
		if new(big.Rat).SetInt64(hours).Cmp(exact(planned)) >= 0 {
			life.Result = Lasts
		}
	}
	return life, nil
}

// exact is the decimal number somebody wrote, not the binary one next to it.
func exact(f float64) *big.Rat {
	r, ok := new(big.Rat).SetString(strconv.FormatFloat(f, 'f', -1, 64))
	if !ok {
		return new(big.Rat)
	}
	return r
}
