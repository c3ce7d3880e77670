package rotor

import (
	"math"
	"slices"

	"settle/core/quantity"
)

// Reading is the run-out at one place along a shaft that turns in its two bearings.
type Reading struct {
	Station
	Uncertainty quantity.Length // of Size, 95 %
}

// Shaft is what was read of a shaft along its length: at two places or more.
type Shaft struct {
	Bearings [2]quantity.Length
	Readings []Reading
}

// Origin is one explanation of all the run-outs together: what the shaft does, and whether
// a sleeve is off the shaft under it.
type Origin struct {
	Cause     Cause   // True, SeatAt or Bend
	Seat      string  // of SeatAt: which
	SleeveOff bool    // a sleeve is off its centre as well, or alone
	Share     float64 // how likely it is among all explanations, 0 to 1

	From, To quantity.Length // of Bend: where along the shaft it may lie
	At       quantity.Length // of Bend: where it most likely lies

	curve func(z float64) vector
}

// Component is a run-out by its parts, as total readings in nm: towards 12 and towards 3 o'clock.
type Component struct{ Towards12, Towards3 quantity.Length }

// RunoutAt is the run-out of the shaft at a place, as the explanation has it.
func (o Origin) RunoutAt(z quantity.Length) Component {
	v := o.curve(float64(z))
	return Component{whole(v.x), whole(v.y)}
}

// Size is the total reading of a run-out.
func (c Component) Size() quantity.Length {
	return whole(math.Hypot(float64(c.Towards12), float64(c.Towards3)))
}

// Degrees is the direction of its high spot, 0 to 360.
func (c Component) Degrees() float64 {
	return math.Mod(math.Atan2(float64(c.Towards3), float64(c.Towards12))*180/math.Pi+360, 360)
}

// How likely each explanation is before anything was read: a shaft true in its bearings, a
// bend in one of three stretches, one seat off centre or both, and a sleeve off its centre.
// General practice.
const (
	beforeTrue   = 0.40
	beforeBend   = 0.12
	beforeSeat   = 0.09
	beforeSeats  = 0.03
	beforePlane  = 0.06 // both seats, off in one plane: the shaft lies askew
	beforeSleeve = 0.30
)

// How well a run-out is known beside its gauge, as shares: of its own size (the clock is
// read to some 8°), and of the largest (the surface is not perfect). General practice.
const (
	ownShare     = 0.12
	largestShare = 0.03
	fitting      = 2.0 // how much less likely, as a logarithm, a place of a bend may be that still fits
	fewPlaces    = 1e-4
)

// Origins weighs the explanations against each other, the likeliest first; those of next to
// no share are left out. It is nil for fewer than two readings or bearings out of order.
//
// Each explanation is a linear model v = Σ wₖ·gₖ(z) of the run-out vectors: a bend is a kink
// that is true at both bearings, a seat off centre a straight line through nothing at the
// other one. The weights are taken to be Gaussian with the size of the largest run-out, so
// the marginal likelihood of the readings is Gaussian too, and an explanation that needs
// fewer of them wins where both fit (Bayesian comparison of linear models, general practice).
func (s Shaft) Origins() []Origin {
	if len(s.Readings) < 2 || s.Bearings[0] >= s.Bearings[1] {
		return nil
	}
	w := s.weighing()
	var all []explained
	for _, off := range w.sleeves() {
		for _, e := range w.bases() {
			e.sleeveOff, e.logPrior = off, e.logPrior+w.sleevePrior(off)
			w.weigh(&e)
			all = append(all, e)
		}
	}
	return w.origins(all)
}

// Where says at which place of the bare shaft one reading more tells most: where the
// explanations differ most, by their shares, and how far apart the two likeliest are there.
// It is half way between two of the places that are known, or on the overhang. There is none
// where one explanation stands alone.
func (s Shaft) Where(origins []Origin) (z, apart quantity.Length, ok bool) {
	if len(origins) < 2 {
		return 0, 0, false
	}
	known := []quantity.Length{s.Bearings[0], s.Bearings[1]}
	bare := map[quantity.Length]bool{}
	for _, r := range s.Readings {
		known = append(known, r.Z)
		bare[r.Z] = bare[r.Z] || !r.Sleeve
	}
	slices.Sort(known)
	var candidates []quantity.Length
	for i, at := range known {
		if seen, read := bare[at]; read && !seen {
			candidates = append(candidates, at) // under the sleeve
		}
		if i > 0 && at > known[i-1] {
			candidates = append(candidates, (at+known[i-1])/2)
		}
	}
	var most float64
	for _, c := range candidates {
		if told := disagreement(origins, float64(c)); told > most {
			most, z = told, c
		}
	}
	return z, quantity.Length(math.Round(math.Sqrt(most) * 2)), most > 0
}

// disagreement is the variance of what the explanations say of a place.
func disagreement(origins []Origin, z float64) float64 {
	var mean vector
	var shares, variance float64
	for i := range origins {
		mean = mean.plus(origins[i].curve(z).times(origins[i].Share))
		shares += origins[i].Share
	}
	mean = mean.times(1 / shares)
	for i := range origins {
		d := origins[i].curve(z).minus(mean).size()
		variance += float64(d*d) * origins[i].Share / shares
	}
	return variance
}
