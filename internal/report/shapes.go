package report

import (
	"codeberg.org/go-pdf/fpdf"

	"settle/core/judge"
)

// The shapes of the screens, in ink: each is known by its form alone, on a printer
// without colours too. They stand in a square of side s whose corner is x, y.

type shape func(p *page, x, y, s float64)

var verdictShapes = map[judge.Result]shape{
	judge.Within: func(p *page, x, y, s float64) { p.Circle(x+s/2, y+s/2, s*0.38, "F") },
	judge.Close: func(p *page, x, y, s float64) {
		p.Circle(x+s/2, y+s/2, s*0.35, "D")
		p.MoveTo(x+s/2, y+s/2-s*0.35)
		p.ArcTo(x+s/2, y+s/2, s*0.35, s*0.35, 0, 90, 270)
		p.ClosePath()
		p.DrawPath("F")
	},
	judge.Out: diamond,
	judge.Undecided: func(p *page, x, y, s float64) {
		p.Circle(x+s/2, y+s/2, s*0.36, "D")
		p.Circle(x+s/2, y+s/2, s*0.13, "F")
	},
	judge.NoLimit: func(p *page, x, y, s float64) {
		p.Circle(x+s/2, y+s/2, s*0.34, "D")
		p.Line(x, y+s/2, x+s, y+s/2)
	},
	"": func(p *page, x, y, s float64) { p.Circle(x+s/2, y+s/2, s*0.36, "D") },
}

var outcomeShapes = map[judge.Outcome]shape{
	judge.Reuse:   verdictShapes[judge.Within],
	judge.Dress:   polygon(.12, .12, .6, .12, .88, .4, .88, .88, .12, .88),
	judge.Repair:  polygon(.12, .12, .88, .12, .88, .38, .58, .38, .58, .62, .88, .62, .88, .88, .12, .88),
	judge.Replace: diamond,
	judge.Order: func(p *page, x, y, s float64) {
		outline(p, x, y, s, "D", .5, .05, .95, .5, .5, .95, .05, .5)
		p.Line(x+s*0.5, y+s*0.3, x+s*0.5, y+s*0.7)
		p.Line(x+s*0.3, y+s*0.5, x+s*0.7, y+s*0.5)
	},
}

var diamond = polygon(.5, .05, .95, .5, .5, .95, .05, .5)

func polygon(at ...float64) shape {
	return func(p *page, x, y, s float64) { outline(p, x, y, s, "F", at...) }
}

func outline(p *page, x, y, s float64, how string, at ...float64) {
	points := make([]fpdf.PointType, 0, len(at)/2)
	for i := 0; i < len(at); i += 2 {
		points = append(points, fpdf.PointType{X: x + s*at[i], Y: y + s*at[i+1]})
	}
	p.Polygon(points, how)
}
