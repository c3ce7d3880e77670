package rotor

import (
	"math"

	"settle/core/field"
	"settle/core/quantity"
)

// Balance is the question what unbalance may stay in a rotor, by ISO 21940-11.
type Balance struct {
	Mass   float64 // kg
	Speed  float64 // turns a minute
	Grade  float64 // mm/s
	Planes []Plane // one or two
	// BoreClearance is how loose the rotor sits on its shaft, nil where it is not known.
	BoreClearance *quantity.Length
}

// Plane is where unbalance is taken off.
type Plane struct {
	At       string
	Radius   quantity.Length
	Distance *quantity.Length // from the centre of mass, of two planes
	Residual *float64         // g·mm that stay there, nil where nobody measured
}

// Unbalance is what may stay.
type Unbalance struct {
	Eccentricity float64 // µm
	Total        float64 // g·mm
	Planes       []Share
	Fit          *float64 // g·mm of a rotor that sits to one side of its clearance; nil without
}

// Share is what may stay in one plane.
type Share struct{ Share, GMM, Grams float64 }

// The share of a plane is brought into these (ISO 21940-11).
const (
	leastShare = 0.3
	mostShare  = 0.7
)

// Run works out e = G/ω, the total m·e and what of it each plane may have: the share of a
// plane is the distance of the other over the sum of both.
func (b Balance) Run() (Unbalance, error) {
	if err := b.check(); err != nil {
		return Unbalance{}, err
	}
	u := Unbalance{Eccentricity: b.Grade * 60_000 / (2 * math.Pi * b.Speed)}
	u.Total = b.Mass * u.Eccentricity
	for i, p := range b.Planes {
		share := 1.0
		if len(b.Planes) == 2 {
			other := float64(*b.Planes[1-i].Distance)
			share = min(max(other/(float64(*p.Distance)+other), leastShare), mostShare)
		}
		g := share * u.Total
		u.Planes = append(u.Planes, Share{share, g, g / mm(p.Radius)})
	}
	if b.BoreClearance != nil {
		fit := 1000 * b.Mass * mm(*b.BoreClearance) / 2
		u.Fit = &fit
	}
	return u, nil
}

func (b Balance) check() error {
	switch {
	case !(b.Mass > 0 && b.Mass <= 1e6):
		return field.Errorf("mass_kg", "is %g: write the mass of what turns, more than nothing", b.Mass)
	case CheckSpeed(b.Speed) != nil:
		return field.Errorf("speed_rpm", "%v", CheckSpeed(b.Speed))
	case !(b.Grade >= 0.1 && b.Grade <= 4000):
		return field.Errorf("grade", "is %g: write the balance grade in mm/s, such as 6.3 or 2.5", b.Grade)
	case len(b.Planes) < 1 || len(b.Planes) > 2:
		return field.Errorf("planes", "are %d: write one or two", len(b.Planes))
	case b.BoreClearance != nil && *b.BoreClearance < 0:
		return field.Errorf("bore_clearance", "is below zero: a clearance is nothing or more")
	}
	for i, p := range b.Planes {
		path := field.At("planes", i)
		switch {
		case p.At == "":
			return field.Errorf(path+".at", "is missing: name the plane, such as front")
		case p.Radius <= 0:
			return field.Errorf(path+".radius", "must be greater than zero: where weight is taken off or put on")
		case len(b.Planes) == 1 && p.Distance != nil:
			return field.Errorf(path+".distance", "goes only with two planes: leave it out")
		case len(b.Planes) == 2 && p.Distance == nil:
			return field.Errorf(path+".distance", "is missing: from the centre of mass to the plane")
		case p.Distance != nil && *p.Distance <= 0:
			return field.Errorf(path+".distance", "must be greater than zero: from the centre of mass to the plane")
		case p.Residual != nil && !(*p.Residual >= 0 && *p.Residual <= 1e12):
			return field.Errorf(path+".residual_g", "is %g: write what stays there, 0 or more", *p.Residual)
		}
	}
	return nil
}
