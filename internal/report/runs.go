package report

import (
	"math"
	"slices"

	"settle/core/job"
	"settle/core/plan"
	"settle/core/quantity"
)

const (
	stripHalf = 8.0  // mm from the middle of a strip to the largest run-out
	stripLeft = 24.0 // mm for its name
	stripStep = 21.0 // mm from one strip to the next
)

// runs is the shaft along its length: the run-outs as vectors in two planes, and what fits
// them; as found open and dashed, as built filled. One place alone needs no picture.
func (p *page) runs() {
	runs := p.rows.Runs
	if !slices.ContainsFunc(runs, func(r job.RunSheet) bool { return len(r.Stations) > 1 }) {
		return
	}
	p.SetY(p.GetY() + 3)
	if p.room() < 3*stripStep+20 {
		p.AddPage()
	}
	p.lines(title(11), 5, "Run-out along the shaft, "+p.unit())
	s := stripOf(p, runs)
	s.strip("12 up, 6 down", func(at job.RunPoint) float64 { return at.Towards12 })
	s.strip("3 up, 9 down", func(at job.RunPoint) float64 { return at.Towards3 })
	for _, r := range runs {
		phase := phaseWord(r.Phase)
		for _, st := range r.Stations {
			high := ""
			if st.High != "" {
				high = ", high at " + st.High
			}
			p.lines(plain(8.5), line, phase+": "+st.Title+", "+p.say(st.Place)+": "+p.say(quantity.Bare(st.Size.Length))+
				high)
		}
		for _, said := range r.Says {
			p.lines(plain(8.5), line, phase+": "+p.say(said)+".")
		}
		if r.Assumed {
			p.lines(plain(8.5), line, "Places along the shaft are assumed.")
		}
	}
}

func phaseWord(phase string) string {
	if phase == plan.Built {
		return "As built"
	}
	return "As found"
}

// strips lays places along the shaft onto the width of the page.
type strips struct {
	*page
	runs      []job.RunSheet
	low, high float64 // mm along the shaft
	largest   float64 // µm
}

func stripOf(p *page, runs []job.RunSheet) strips {
	s := strips{p, runs, math.Inf(1), math.Inf(-1), 1}
	for _, r := range runs {
		s.largest = max(s.largest, r.Largest.Um())
		for _, st := range r.Stations {
			s.low, s.high = min(s.low, st.At), max(s.high, st.At)
		}
		for _, b := range r.Bearings {
			s.low, s.high = min(s.low, b.At), max(s.high, b.At)
		}
	}
	return s
}

func (s strips) x(at float64) float64 {
	wide := s.width() - stripLeft - 8
	return margin + stripLeft + (at-s.low)/max(s.high-s.low, 1)*wide
}

// strip draws one plane.
func (s strips) strip(name string, of func(job.RunPoint) float64) {
	y := s.GetY() + stripHalf + 2
	k := stripHalf / s.largest
	s.page.at(margin, y-2).cell(stripLeft, 4, plain(8.5), name, "L")
	s.SetLineWidth(0.15)
	s.Line(s.x(s.low)-3, y, s.x(s.high)+3, y)
	for _, b := range s.runs[0].Bearings {
		s.Rect(s.x(b.At)-1.6, y-1.6, 3.2, 3.2, "D")
		s.Line(s.x(b.At)-1.6, y-1.6, s.x(b.At)+1.6, y+1.6)
		s.Line(s.x(b.At)-1.6, y+1.6, s.x(b.At)+1.6, y-1.6)
	}
	s.dye()
	for _, r := range s.runs {
		s.SetLineWidth(0.4)
		if r.Phase == plan.Found {
			s.SetDashPattern([]float64{1.2, 0.9}, 0)
		}
		for i := 1; i < len(r.Curve); i++ {
			a, b := r.Curve[i-1], r.Curve[i]
			s.Line(s.x(a.At), y-of(a)*k, s.x(b.At), y-of(b)*k)
		}
		s.SetDashPattern(nil, 0)
		for _, st := range r.Stations {
			style := "FD"
			if r.Phase == plan.Found {
				style = "D"
			}
			s.Circle(s.x(st.At), y-of(st.RunPoint)*k, 1, style)
		}
	}
	s.ink(inkColour)
	s.SetLineWidth(0.2)
	s.SetXY(margin, y+stripHalf+3)
}
