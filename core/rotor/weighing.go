package rotor

import (
	"cmp"
	"math"
	"slices"
)

// weighing holds the readings as vectors, in nm.
type weighing struct {
	z, variance []float64
	v           []vector
	onSleeve    []bool
	sleeved     bool
	bearings    [2]float64
	spread      float64 // the size a run-out may have: that of the largest
}

func (s Shaft) weighing() *weighing {
	w := &weighing{bearings: [2]float64{float64(s.Bearings[0]), float64(s.Bearings[1])}}
	for _, r := range s.Readings {
		w.spread = max(w.spread, float64(r.Size))
	}
	for _, r := range s.Readings {
		gauge, own, largest := float64(r.Uncertainty)/2, ownShare*float64(r.Size), largestShare*w.spread
		w.z, w.v = append(w.z, float64(r.Z)), append(w.v, r.vector())
		w.variance = append(w.variance, float64(gauge*gauge)+float64(own*own)+float64(largest*largest)+1)
		w.onSleeve = append(w.onSleeve, r.Sleeve)
		w.sleeved = w.sleeved || r.Sleeve
	}
	return w
}

func (w *weighing) sleeves() []bool {
	if w.sleeved {
		return []bool{false, true}
	}
	return []bool{false}
}

func (w *weighing) sleevePrior(off bool) float64 {
	switch {
	case !w.sleeved:
		return 0
	case off:
		return math.Log(beforeSleeve)
	}
	return math.Log(1 - beforeSleeve)
}

// explained is an explanation with what it makes of the readings.
type explained struct {
	cause     Cause
	seat      string
	sleeveOff bool
	logPrior  float64
	shapes    []func(z float64) float64
	plane     bool    // all run-outs lie in one plane
	from, to  float64 // of a bend: the stretch it may lie in
	at        float64

	log          float64 // of prior times marginal likelihood
	weights      []vector
	least, most  float64 // of a bend: where it fits
	normalisedBy []float64
}

// bases are the explanations of the shaft alone.
func (w *weighing) bases() []explained {
	first, second := w.seatShape(0), w.seatShape(1)
	low, high := slices.Min(w.z), slices.Max(w.z)
	out := []explained{
		{cause: True, logPrior: math.Log(beforeTrue)},
		{cause: SeatAt, seat: FirstSeat, logPrior: math.Log(beforeSeat), shapes: shapes(first)},
		{cause: SeatAt, seat: SecondSeat, logPrior: math.Log(beforeSeat), shapes: shapes(second)},
		{cause: SeatAt, seat: BothSeats, logPrior: math.Log(beforeSeats), shapes: shapes(first, second)},
		{cause: SeatAt, seat: BothSeats, logPrior: math.Log(beforePlane), shapes: shapes(first, second), plane: true},
		{cause: Bend, logPrior: math.Log(beforeBend), from: w.bearings[0], to: w.bearings[1]},
	}
	if low < w.bearings[0] {
		out = append(out, explained{cause: Bend, logPrior: math.Log(beforeBend), from: low, to: w.bearings[0]})
	}
	if high > w.bearings[1] {
		out = append(out, explained{cause: Bend, logPrior: math.Log(beforeBend), from: w.bearings[1], to: high})
	}
	return out
}

func shapes(list ...func(z float64) float64) []func(z float64) float64 { return list }

// seatShape is the run-out along a straight shaft of which one seat is off by 1.
func (w *weighing) seatShape(seat int) func(z float64) float64 {
	here, other := w.bearings[seat], w.bearings[1-seat]
	return func(z float64) float64 { return (z - other) / (here - other) }
}

const bendPlaces = 24 // at which a bend is tried in its stretch

// weigh works out how likely the readings are by an explanation; of a bend, over all places
// of its stretch.
func (w *weighing) weigh(e *explained) {
	if e.cause != Bend {
		e.log, e.weights, e.normalisedBy = w.likelihood(e.shapes, e.sleeveOff)
		if e.plane {
			e.log = w.inPlane(e.shapes, e.sleeveOff)
		}
		e.log += e.logPrior
		return
	}
	var logs, places []float64
	best := math.Inf(-1)
	for i := range bendPlaces {
		c := e.from + (float64(i)+0.5)*(e.to-e.from)/bendPlaces
		k := kink{bearings: w.bearings}
		shape := func(z float64) float64 { return k.shape(c, z) }
		log, weights, by := w.likelihood(shapes(shape), e.sleeveOff)
		logs, places = append(logs, log), append(places, c)
		if log > best {
			best, e.at, e.shapes, e.weights, e.normalisedBy = log, c, shapes(shape), weights, by
		}
	}
	e.least, e.most = math.Inf(1), math.Inf(-1)
	half := float64((e.to - e.from) / bendPlaces / 2)
	for i, log := range logs {
		if log > best-fitting {
			e.least, e.most = min(e.least, places[i]-half), max(e.most, places[i]+half)
		}
	}
	e.log = meanOf(logs) + e.logPrior
}

// likelihood is the logarithm of the marginal likelihood of the readings, up to what all
// explanations share, with the mean of the weights.
func (w *weighing) likelihood(list []func(z float64) float64, sleeveOff bool) (float64, []vector, []float64) {
	n := len(w.z)
	columns, by := w.columns(list)
	l := w.cholesky(columns, sleeveOff)
	solved := solve(l, w.v)
	log := -2 * logDet(l)
	for i := range n {
		log -= float64(dot(w.v[i], solved[i]) / 2)
	}
	weights := make([]vector, len(columns))
	for k, c := range columns {
		for i := range n {
			weights[k] = weights[k].plus(solved[i].times(w.spread * w.spread * c[i]))
		}
	}
	return log, weights, by
}

const planes = 24 // directions that are tried, over half a turn

// inPlane is the same where all run-outs of the shaft lie in one plane, whichever: across it
// there is nothing but what the readings are off by, and what a sleeve is off.
func (w *weighing) inPlane(list []func(z float64) float64, sleeveOff bool) float64 {
	columns, _ := w.columns(list)
	along, across := w.cholesky(columns, sleeveOff), w.cholesky(nil, sleeveOff)
	logs := make([]float64, planes)
	turned := make([]vector, len(w.v))
	for k := range logs {
		sin, cos := math.Sincos(float64(k) * math.Pi / planes)
		for i, v := range w.v {
			turned[i] = vector{float64(v.x*cos) + float64(v.y*sin), float64(v.y*cos) - float64(v.x*sin)}
		}
		in, out := solve(along, turned), solve(across, turned)
		logs[k] = -logDet(along) - logDet(across)
		for i := range turned {
			logs[k] -= float64(dot(turned[i], vector{in[i].x, out[i].y}) / 2)
		}
	}
	return meanOf(logs)
}

// meanOf is the logarithm of the mean of what the logarithms stand for.
func meanOf(logs []float64) float64 {
	best, sum := slices.Max(logs), 0.0
	for _, log := range logs {
		sum += math.Exp(log - best)
	}
	return best + math.Log(sum/float64(len(logs)))
}

// columns are the shapes at the places that were read, the largest of each 1, with what each
// was divided by.
func (w *weighing) columns(list []func(z float64) float64) (columns [][]float64, by []float64) {
	n := len(w.z)
	for _, shape := range list {
		column, most := make([]float64, n), fewPlaces
		for i, z := range w.z {
			column[i] = shape(z)
			most = max(most, math.Abs(column[i]))
		}
		for i := range column {
			column[i] /= most
		}
		columns, by = append(columns, column), append(by, most)
	}
	return columns, by
}

// cholesky is the root of the covariance of the readings by an explanation.
func (w *weighing) cholesky(columns [][]float64, sleeveOff bool) [][]float64 {
	wide := float64(w.spread * w.spread)
	cov := make([][]float64, len(w.z))
	for i := range cov {
		cov[i] = make([]float64, len(w.z))
		cov[i][i] = w.variance[i]
		if sleeveOff && w.onSleeve[i] {
			cov[i][i] += wide
		}
		for j := range cov {
			for _, c := range columns {
				cov[i][j] += float64(wide * c[i] * c[j])
			}
		}
	}
	return cholesky(cov)
}

func dot(a, b vector) float64 { return float64(a.x*b.x) + float64(a.y*b.y) }

// logDet is the logarithm of the root of the determinant.
func logDet(l [][]float64) float64 {
	var sum float64
	for i := range l {
		sum += math.Log(l[i][i])
	}
	return sum
}

// cholesky is the lower triangle L of a positive definite matrix A = L·Lᵀ.
func cholesky(a [][]float64) [][]float64 {
	l := make([][]float64, len(a))
	for i := range a {
		l[i] = make([]float64, len(a))
		for j := 0; j <= i; j++ {
			sum := a[i][j]
			for k := range j {
				sum -= float64(l[i][k] * l[j][k])
			}
			if i == j {
				l[i][i] = math.Sqrt(max(sum, 1))
			} else {
				l[i][j] = sum / l[j][j]
			}
		}
	}
	return l
}

// solve is x of L·Lᵀ·x = b, for both components at once.
func solve(l [][]float64, b []vector) []vector {
	x := slices.Clone(b)
	for i := range x {
		for k := range i {
			x[i] = x[i].minus(x[k].times(l[i][k]))
		}
		x[i] = x[i].times(1 / l[i][i])
	}
	for i := len(x) - 1; i >= 0; i-- {
		for k := i + 1; k < len(x); k++ {
			x[i] = x[i].minus(x[k].times(l[k][i]))
		}
		x[i] = x[i].times(1 / l[i][i])
	}
	return x
}

const hardly = 0.002 // a share that is not worth telling

func (w *weighing) origins(all []explained) []Origin {
	best := math.Inf(-1)
	for i := range all {
		best = max(best, all[i].log)
	}
	var sum float64
	for i := range all {
		sum += math.Exp(all[i].log - best)
	}
	var out []Origin
	for i := range all {
		e := &all[i]
		share := math.Exp(e.log-best) / sum
		if share < hardly {
			continue
		}
		o := Origin{Cause: e.cause, Seat: e.seat, SleeveOff: e.sleeveOff, Share: share, curve: e.curve}
		if e.cause == Bend {
			o.From, o.To, o.At = whole(e.least), whole(e.most), whole(e.at)
		}
		out = append(out, o)
	}
	slices.SortStableFunc(out, func(a, b Origin) int { return cmp.Compare(b.Share, a.Share) })
	return out
}

func (e *explained) curve(z float64) vector {
	var v vector
	for k, shape := range e.shapes {
		v = v.plus(e.weights[k].times(shape(z) / e.normalisedBy[k]))
	}
	return v
}
