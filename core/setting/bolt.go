package setting

import (
	"maps"
	"slices"
	"strconv"
	"strings"

	"settle/core/field"
	"settle/core/quantity"
)

// Bolt is a bolt whose torque the maker does not give.
type Bolt struct {
	Size    string // M12, or 1/2 in
	Class   string // 8.8, A4-80 …, 5, B7 …
	Thread  Thread
	Percent float64 // of proof
}

// Thread is how a thread is lubricated.
type Thread string

// The threads.
const (
	Dry          Thread = "dry"
	Oiled        Thread = "oiled"
	AntiSeize    Thread = "anti-seize"
	LockingFluid Thread = "locking-fluid"
)

// Drawn is what a bolt is drawn up to.
type Drawn struct {
	Area   float64 // mm²
	Proof  float64 // MPa
	Nut    float64 // K, the nut factor
	Force  float64 // N
	Torque quantity.Torque
	// Warnings are codes.
	Warnings []string
}

// The warnings of a bolt, as codes.
const (
	Galls          = "galls"           // stainless seizes on its like
	LargeStainless = "large-stainless" // over M24: by agreement only
)

// metricAreas are the stress areas of coarse threads in mm² (ISO 898-1; above M39 by its
// formula, to three figures), by the size in mm.
var metricAreas = map[int]float64{5: 14.2, 6: 20.1, 8: 36.6, 10: 58, 12: 84.3, 14: 115, 16: 157, 18: 192, 20: 245,
	22: 303, 24: 353, 27: 459, 30: 561, 33: 694, 36: 817, 39: 976, 42: 1120, 45: 1310, 48: 1470}

// inchAreas are those of UNC threads in in², by the size in sixteenths of an inch.
var inchAreas = map[int64]float64{4: 0.0318, 5: 0.0524, 6: 0.0775, 7: 0.1063, 8: 0.1419, 9: 0.182, 10: 0.226,
	12: 0.334, 14: 0.462, 16: 0.606, 18: 0.763, 20: 0.969, 22: 1.155, 24: 1.405}

const (
	sixteenth = 15_875 * 100      // nm
	squareIn  = 645.16            // mm²
	ksi       = 6.894757293168361 // MPa
)

// DefaultPercent is how much of its proof a bolt is drawn up to: general.
const DefaultPercent = 70.0

// proof is a proof stress in MPa, up to a size and over it; sizes are in mm, or in
// sixteenths of an inch.
type proof struct {
	to          int64
	small, over float64
}

func (p proof) of(size int64) float64 {
	if size <= p.to {
		return p.small
	}
	return p.over
}

// metricProofs are those of ISO 898-1, and of ISO 3506-1 (0.2 % limit).
var metricProofs = map[string]proof{
	"5.6":   {0, 0, 280},
	"8.8":   {16, 580, 600},
	"10.9":  {0, 0, 830},
	"A2-70": {0, 0, 450},
	"A4-80": {0, 0, 600},
}

// inchProofs are those of SAE J429, and of ASTM A193 (yield).
var inchProofs = map[string]proof{"2": {12, 55 * ksi, 33 * ksi}, "5": {16, 85 * ksi, 74 * ksi}, "8": {0, 0, 120 * ksi},
	"B7": {0, 0, 105 * ksi}}

// BoltClasses lists them, metric first.
func BoltClasses() []string {
	return append(slices.Sorted(maps.Keys(metricProofs)), slices.Sorted(maps.Keys(inchProofs))...)
}

// nutFactors are general; stainless on its like needs more where it is dry.
var nutFactors = map[Thread]float64{Dry: 0.20, Oiled: 0.15, AntiSeize: 0.13, LockingFluid: 0.15}

const (
	dryStainless   = 0.30
	oiledStainless = 0.18
)

// Run works out F = percent · S · A and T = K · d · F.
func (b Bolt) Run() (Drawn, error) {
	k, known := nutFactors[b.Thread]
	if !known {
		return Drawn{}, field.Errorf("thread", "is %q: write dry, oiled, anti-seize or locking-fluid", b.Thread)
	}
	size, err := b.sized()
	if err != nil {
		return Drawn{}, err
	}
	stainless := b.Class == "A2-70" || b.Class == "A4-80"
	top := 90.0
	d := Drawn{Area: size.area, Proof: size.proof, Nut: k}
	if stainless && b.Thread == Dry {
		d.Nut, top = dryStainless, 80
		d.Warnings = append(d.Warnings, Galls)
	}
	if stainless && b.Thread == Oiled {
		d.Nut = oiledStainless
	}
	if stainless && size.diameter > 24 {
		d.Warnings = append(d.Warnings, LargeStainless)
	}
	if !(b.Percent >= 10 && b.Percent <= top) {
		return Drawn{}, field.Errorf("percent", "is %g: write 10 to %g percent of the proof", b.Percent, top)
	}
	d.Force = b.Percent / 100 * size.proof * size.area
	d.Torque = quantity.Torque(d.Nut*size.diameter/1000*d.Force) * quantity.NewtonMetre
	return d, nil
}

// boltSize is a size with its class: mm, mm² and MPa.
type boltSize struct{ diameter, area, proof float64 }

func (b Bolt) sized() (boltSize, error) {
	text := strings.ToLower(strings.ReplaceAll(b.Size, " ", ""))
	if digits, metric := strings.CutPrefix(text, "m"); metric {
		size, err := strconv.ParseUint(digits, 10, 8)
		n := int(size)
		area := metricAreas[n]
		if err != nil || area == 0 {
			return boltSize{}, unknownSize(b.Size)
		}
		p, known := metricProofs[b.Class]
		if !known {
			return boltSize{}, field.Errorf("class", "%q is no class of a metric bolt here: write 5.6, 8.8, 10.9, A2-70 or "+
				"A4-80", b.Class)
		}
		return boltSize{float64(n), area, p.of(int64(n))}, nil
	}
	l, err := quantity.Parse(b.Size, "")
	inches := strings.HasSuffix(text, "in") || strings.HasSuffix(text, `"`) || strings.HasSuffix(text, "″") ||
		strings.HasSuffix(text, "”")
	area := inchAreas[int64(l)/sixteenth]
	if err != nil || !inches || int64(l)%sixteenth != 0 || area == 0 {
		return boltSize{}, unknownSize(b.Size)
	}
	n := int64(l) / sixteenth
	p, known := inchProofs[b.Class]
	if !known {
		return boltSize{}, field.Errorf("class", "%q is no class of an inch bolt here: write 2, 5, 8 or B7", b.Class)
	}
	return boltSize{float64(l) / float64(quantity.Millimetre), float64(area * squareIn), p.of(n)}, nil
}

func unknownSize(size string) error {
	return field.Errorf("size", "%.40q is not in the table: write a coarse metric size such as M12, or an inch size such "+
		"as 1/2 in", size)
}
