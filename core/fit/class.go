// Package fit holds the tolerance classes of bearing seats and what the
// readings of a journal or a housing say of the fit.
package fit

import (
	"fmt"
	"slices"
	"strings"

	"settle/core/field"
	"settle/core/quantity"
)

// Part says which side of the bearing is measured.
type Part string

// The two seats of a bearing.
const (
	Shaft   Part = "shaft"   // the journal the inner ring sits on
	Housing Part = "housing" // the bore the outer ring sits in
)

// Band is a tolerance: the least and the greatest deviation from nominal.
type Band struct{ Low, High quantity.Length }

// Width returns the width of the tolerance.
func (b Band) Width() quantity.Length { return b.High - b.Low }

// row is one line of the table of ISO 286, deviations in µm for nominal sizes
// over the size of the row before, up to and with this one.
type row struct {
	to                       int64 // mm
	it5, it6, it7, it8       int64
	k, m, n                  int64 // ei
	g                        int64 // es
	j5, j6, capJ7, k7, capG7 [2]int64
	bore                     int64 // lower deviation of a normal class bearing's bore
	p                        int64 // ei
	m7, n7, p7               int64 // ES
}

// over is where the first row begins, in mm.
const over = 6

var rows = []row{
	{10, 6, 9, 15, 22, 1, 6, 10, -5, [2]int64{-2, 4}, [2]int64{-2, 7}, [2]int64{-7, 8}, [2]int64{-10, 5},
		[2]int64{5, 20}, -8, 15, 0, -4, -9},
	{18, 8, 11, 18, 27, 1, 7, 12, -6, [2]int64{-3, 5}, [2]int64{-3, 8}, [2]int64{-8, 10}, [2]int64{-12, 6},
		[2]int64{6, 24}, -8, 18, 0, -5, -11},
	{30, 9, 13, 21, 33, 2, 8, 15, -7, [2]int64{-4, 5}, [2]int64{-4, 9}, [2]int64{-9, 12}, [2]int64{-15, 6},
		[2]int64{7, 28}, -10, 22, 0, -7, -14},
	{50, 11, 16, 25, 39, 2, 9, 17, -9, [2]int64{-5, 6}, [2]int64{-5, 11}, [2]int64{-11, 14}, [2]int64{-18, 7},
		[2]int64{9, 34}, -12, 26, 0, -8, -17},
	{80, 13, 19, 30, 46, 2, 11, 20, -10, [2]int64{-7, 6}, [2]int64{-7, 12}, [2]int64{-12, 18}, [2]int64{-21, 9},
		[2]int64{10, 40}, -15, 32, 0, -9, -21},
	{120, 15, 22, 35, 54, 3, 13, 23, -12, [2]int64{-9, 6}, [2]int64{-9, 13}, [2]int64{-13, 22}, [2]int64{-25, 10},
		[2]int64{12, 47}, -20, 37, 0, -10, -24},
	{180, 18, 25, 40, 63, 3, 15, 27, -14, [2]int64{-11, 7}, [2]int64{-11, 14}, [2]int64{-14, 26}, [2]int64{-28, 12},
		[2]int64{14, 54}, -25, 43, 0, -12, -28},
	{250, 20, 29, 46, 72, 4, 17, 31, -15, [2]int64{-13, 7}, [2]int64{-13, 16}, [2]int64{-16, 30}, [2]int64{-33, 13},
		[2]int64{15, 61}, -30, 50, 0, -14, -33},
}

// sized is the row of a nominal size, and its lower deviation of r6.
type sized struct {
	row
	r int64
}

// rises are the lower deviations of r6, µm, over the size before up to this one, in mm: its
// rows are finer than those of the rest.
var rises = []struct{ to, ei int64 }{{10, 19}, {18, 23}, {30, 28}, {50, 34}, {65, 41}, {80, 43}, {100, 51}, {120, 54},
	{140, 63}, {160, 65}, {180, 68}, {200, 77}, {225, 80}, {250, 84}}

// outsides are the lower deviations of a normal class bearing's outside, µm,
// up to and with the size in mm.
var outsides = []struct{ to, low int64 }{{18, -8}, {30, -9}, {50, -11}, {80, -13}, {120, -15}, {150, -18}, {180, -25},
	{250, -30}}

// classes gives the band of each class on a row, in nm: js is half of its
// width either side, which need not be a whole micrometre.
var classes = map[Part]map[string]func(sized) [2]int64{
	Shaft: {
		"g6":  func(r sized) [2]int64 { return [2]int64{(r.g - r.it6) * 1000, r.g * 1000} },
		"h5":  func(r sized) [2]int64 { return [2]int64{-r.it5 * 1000, 0} },
		"h6":  func(r sized) [2]int64 { return [2]int64{-r.it6 * 1000, 0} },
		"js5": func(r sized) [2]int64 { return [2]int64{-r.it5 * 500, r.it5 * 500} },
		"js6": func(r sized) [2]int64 { return [2]int64{-r.it6 * 500, r.it6 * 500} },
		"j5":  func(r sized) [2]int64 { return nm(r.j5) },
		"j6":  func(r sized) [2]int64 { return nm(r.j6) },
		"k5":  func(r sized) [2]int64 { return nm([2]int64{r.k, r.k + r.it5}) },
		"k6":  func(r sized) [2]int64 { return nm([2]int64{r.k, r.k + r.it6}) },
		"m5":  func(r sized) [2]int64 { return nm([2]int64{r.m, r.m + r.it5}) },
		"m6":  func(r sized) [2]int64 { return nm([2]int64{r.m, r.m + r.it6}) },
		"n6":  func(r sized) [2]int64 { return nm([2]int64{r.n, r.n + r.it6}) },
		"p6":  func(r sized) [2]int64 { return nm([2]int64{r.p, r.p + r.it6}) },
		"r6":  func(r sized) [2]int64 { return nm([2]int64{r.r, r.r + r.it6}) },
	},
	Housing: {
		"G7":  func(r sized) [2]int64 { return nm(r.capG7) },
		"H6":  func(r sized) [2]int64 { return [2]int64{0, r.it6 * 1000} },
		"H7":  func(r sized) [2]int64 { return [2]int64{0, r.it7 * 1000} },
		"H8":  func(r sized) [2]int64 { return [2]int64{0, r.it8 * 1000} },
		"J7":  func(r sized) [2]int64 { return nm(r.capJ7) },
		"JS7": func(r sized) [2]int64 { return [2]int64{-r.it7 * 500, r.it7 * 500} },
		"K7":  func(r sized) [2]int64 { return nm(r.k7) },
		"M7":  func(r sized) [2]int64 { return nm([2]int64{r.m7 - r.it7, r.m7}) },
		"N7":  func(r sized) [2]int64 { return nm([2]int64{r.n7 - r.it7, r.n7}) },
		"P7":  func(r sized) [2]int64 { return nm([2]int64{r.p7 - r.it7, r.p7}) },
	},
}

func nm(um [2]int64) [2]int64 { return [2]int64{um[0] * 1000, um[1] * 1000} }

// Classes lists the classes of one seat, sorted.
func Classes(p Part) []string {
	var names []string
	for name := range classes[p] {
		names = append(names, name)
	}
	slices.Sort(names)
	return names
}

// Class returns the band of a class on a nominal size, over 6 up to 250 mm, as
// ISO 286 gives it. An inch bearing bored to plus tolerances is not served by
// these tables.
func Class(p Part, class string, nominal quantity.Length) (Band, error) {
	if classes[p] == nil {
		return Band{}, field.Errorf("part", "is %q: write shaft or housing", p)
	}
	band, ok := classes[p][class]
	if !ok {
		return Band{}, field.Errorf("class", "%q is not a class of a %s here: write one of %s", class, p,
			strings.Join(Classes(p), ", "))
	}
	r, err := rowOf(nominal)
	if err != nil {
		return Band{}, err
	}
	b := band(r)
	return Band{quantity.Length(b[0]), quantity.Length(b[1])}, nil
}

func rowOf(nominal quantity.Length) (sized, error) {
	if nominal > over*quantity.Millimetre {
		for _, r := range rows {
			if nominal <= quantity.Length(r.to)*quantity.Millimetre {
				return sized{r, riseOf(nominal)}, nil
			}
		}
	}
	return sized{}, field.Errorf("nominal", "is %s: the tables serve sizes over 6 mm up to 250 mm", nominal)
}

func riseOf(nominal quantity.Length) int64 {
	for _, r := range rises {
		if nominal <= quantity.Length(r.to)*quantity.Millimetre {
			return r.ei
		}
	}
	return 0
}

// Ring returns the tolerance of a bearing of the normal class: of its bore for
// a shaft, of its outside for a housing.
func Ring(p Part, nominal quantity.Length) (Band, error) {
	r, err := rowOf(nominal)
	if err != nil {
		return Band{}, err
	}
	if p == Shaft {
		return Band{Low: quantity.Length(r.bore) * quantity.Micrometre}, nil
	}
	for _, o := range outsides {
		if nominal <= quantity.Length(o.to)*quantity.Millimetre {
			return Band{Low: quantity.Length(o.low) * quantity.Micrometre}, nil
		}
	}
	return Band{}, fmt.Errorf("fit: no outside tolerance for %s", nominal)
}
