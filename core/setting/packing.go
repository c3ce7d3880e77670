package setting

import (
	"math"

	"settle/core/field"
	"settle/core/quantity"
)

// Box is a stuffing box. Pointers are nil where nobody knows them.
type Box struct {
	Shaft, Bore, Depth quantity.Length
	Lantern            *quantity.Length // width of the lantern ring
	Port               *quantity.Length // box bottom to the middle of the flush port
	Section            *quantity.Length // of the packing in hand
	Entry              *quantity.Length // how far the follower must enter at least
	Nose               *quantity.Length // of the follower
}

// Packed is how a box is packed.
type Packed struct {
	Section, SectionOff quantity.Length // needed; what is in hand less that
	Rings               int
	Cut                 quantity.Length // length of a ring
	Joints              []int           // degrees, from the bottom
	Left                quantity.Length // what the follower fills at first
	TakeUp              *quantity.Length
	RingsUnder          *int // under the lantern ring
	LanternOff          *quantity.Length
	Warnings            []string
}

// The warnings of packing, as codes.
const (
	FewRings      = "few-rings"
	WrongSection  = "wrong-section"  // by more than a twentieth
	LanternMisses = "lantern-misses" // the flush port
	NoseShort     = "nose-short"     // less than half a section to take up: general
	NoneOutside   = "none-outside"   // no ring stands on the gland's side of the lantern ring
)

// longest box, in sections.
const maxSections = 200

// Run counts the rings and says where the lantern ring comes to lie.
func (b Box) Run() (Packed, error) {
	if err := b.check(); err != nil {
		return Packed{}, err
	}
	// A section is half a difference: all is counted in halves of a nanometre.
	needed := b.Bore - b.Shaft
	section := needed
	if b.Section != nil {
		section = 2 * *b.Section
	}
	if 2*b.Depth > maxSections*section {
		return Packed{}, field.Errorf("depth", "is more than %d sections: look at the units", maxSections)
	}
	var lantern quantity.Length
	if b.Lantern != nil {
		lantern = *b.Lantern
	}
	entry := float64(section) / 4
	if b.Entry != nil {
		entry = float64(2 * *b.Entry)
	}
	p := Packed{Section: half(needed), SectionOff: half(section - needed)}
	p.Rings = max(int(math.Floor((float64(2*(b.Depth-lantern))-entry)/float64(section))), 0)
	if p.Rings == 0 {
		return Packed{}, field.Errorf("depth", "has room for no ring: look at the depth, the lantern ring and the units")
	}
	p.Cut = whole(math.Pi * (float64(b.Shaft) + float64(float64(section)/2)))
	p.Joints = joints(p.Rings)
	p.Left = half(2*(b.Depth-lantern) - quantity.Length(p.Rings)*section)
	p.warn(section, needed)
	if b.Nose != nil {
		up := *b.Nose - p.Left
		if p.TakeUp = &up; 4*up < section {
			p.Warnings = append(p.Warnings, NoseShort)
		}
	}
	if b.Port != nil {
		under := int(floorHalf(float64(2**b.Port-lantern) / float64(section)))
		under = min(max(under, 0), p.Rings)
		if under == p.Rings {
			p.Warnings = append(p.Warnings, NoneOutside)
		}
		off := half(quantity.Length(under)*section + lantern - 2**b.Port)
		if p.RingsUnder, p.LanternOff = &under, &off; 2*off.Abs() > lantern {
			p.Warnings = append(p.Warnings, LanternMisses)
		}
	}
	return p, nil
}

func (p *Packed) warn(section, needed quantity.Length) {
	if p.Rings <= 3 {
		p.Warnings = append(p.Warnings, FewRings)
	}
	if 20*(section-needed).Abs() > needed {
		p.Warnings = append(p.Warnings, WrongSection)
	}
}

func (b Box) check() error {
	positive := []struct {
		name  string
		value *quantity.Length
	}{{"shaft", &b.Shaft}, {"box", &b.Bore}, {"depth", &b.Depth}, {"lantern", b.Lantern}, {"port", b.Port},
		{"section", b.Section}, {"nose", b.Nose}}
	for _, x := range positive {
		if x.value != nil && *x.value <= 0 {
			return field.Errorf(x.name, "must be greater than zero")
		}
	}
	switch {
	case b.Bore <= b.Shaft:
		return field.Errorf("box", "is not larger than the shaft: it is the bore of the stuffing box")
	case b.Lantern != nil && *b.Lantern >= b.Depth:
		return field.Errorf("lantern", "is not narrower than the box is deep")
	case b.Port != nil && b.Lantern == nil:
		return field.Errorf("lantern", "is missing: the width of the lantern ring that is to stand at the port")
	case b.Port != nil && *b.Port >= b.Depth:
		return field.Errorf("port", "is not inside the box: from its bottom to the middle of the port")
	case b.Entry != nil && *b.Entry < 0:
		return field.Errorf("entry", "is below zero: write how far the follower must enter at least")
	}
	return nil
}

// joints stagger the cuts of the rings, in degrees, from the bottom.
func joints(rings int) []int {
	turn := []int{0, 180, 90, 270}
	if rings == 3 {
		turn = []int{0, 120, 240}
	}
	out := make([]int, rings)
	for i := range out {
		out[i] = turn[i%len(turn)]
	}
	return out
}
