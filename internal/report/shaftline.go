package report

import (
	"cmp"
	_ "embed" // the drawing
	"encoding/json"
	"fmt"
	"math"

	"codeberg.org/go-pdf/fpdf"

	"settle/core/job"
	"settle/core/judge"
)

// The shaft line is drawn from what the screen draws, written out as numbers by
// web/shaft.mjs: there is one drawing of each piece.

//go:embed shaft.json
var shaftJSON []byte

// piece is one piece of a shaft line, from its own x = 0, round the centre line y = 0.
type piece struct {
	Advance float64               `json:"advance"` // where the next piece begins
	Back    float64               `json:"back"`    // how far before its place it begins
	Extent  [2]float64            `json:"extent"`  // how far it is drawn to either side
	Points  map[string][2]float64 `json:"points"`
	Caption string                `json:"caption"` // of a small drawing
	Words   [][]any               `json:"words"`   // in it: x, y, text
	Shapes  []struct {
		How  string  `json:"how"`
		Path [][]any `json:"path"` // M, L and C with their numbers; Z
	} `json:"shapes"`
}

// drawn are the pieces of shaft lines, atSteps the small drawings.
var drawn, atSteps = func() (pieces, drawings map[string]piece) {
	var all struct{ Pieces, Drawings map[string]piece }
	if err := json.Unmarshal(shaftJSON, &all); err != nil {
		panic(fmt.Sprintf("report: shaft.json: %v", err))
	}
	return all.Pieces, all.Drawings
}()

// pen is how a shape is drawn on white paper.
type pen struct {
	fill, line *colour
	width      float64
	dash       []float64
	hatch      string
}

var (
	white   = colour{255, 255, 255}
	wash    = colour{220, 223, 240}
	blue    = colour{169, 178, 226}
	brass   = colour{201, 162, 74}
	oil     = colour{236, 234, 230}
	phantom = []float64{9, 3, 2, 3}
)

// pens are those of the screen; see web/src/shaft/metal.ts for what each is for.
var pens = map[string]pen{
	"left": {line: &inkColour, width: 1.3, hatch: "left"}, "right": {line: &inkColour, width: 1.3, hatch: "right"},
	"turn": {fill: &wash, line: &inkColour, width: 1.3}, "sleeve": {fill: &blue, line: &inkColour, width: 1.3},
	"brass": {fill: &brass, line: &inkColour, width: 1.3}, "leaf": {fill: &brass, line: &inkColour, width: 0.9},
	"paper": {fill: &white, line: &inkColour, width: 1.3}, "ring": {fill: &white, line: &inkColour, width: 0.9},
	"stone": {fill: &oil, line: &inkColour, width: 1.3}, "dark": {fill: &inkColour}, "shade": {hatch: "left"},
	"bolt": {line: &inkColour, width: 3}, "wire": {line: &inkColour, width: 1.6}, "line": {line: &inkColour, width: 1.1},
	"thin": {line: &greyInk, width: 1.2}, "dotted": {line: &greyInk, width: 1, dash: []float64{7, 3}},
	"phantom": {line: &greyInk, width: 1.2, dash: phantom}, "mark": {line: &dyeInk, width: 2.6},
}

const (
	reach    = 88.0   // of the metal above and below the centre line, in units of the drawing
	letters  = 74.0   // height of the band of letters above it
	shortest = 1150.0 // a shorter pump stands in the middle of the same paper
)

// canvas brings units of the drawing to millimetres of the page.
type canvas struct {
	*page
	x, y, k float64
}

func (c canvas) to(x, y float64) (float64, float64) { return c.x + x*c.k, c.y + y*c.k }

// shaftLine is the pump with the letters of its stations, and the verdict of each.
func (p *page) shaftLine() {
	if len(p.sheet.Pieces) == 0 {
		return
	}
	at, laid, span := lay(p.sheet.Pieces)
	wide := max(span, shortest)
	c := canvas{page: p, k: p.width() / wide}
	c.x, c.y = margin+(wide-span)/2*c.k, p.GetY()+(letters+reach)*c.k
	for i, piece := range p.sheet.Pieces {
		c.piece(drawn[piece.Piece], laid[i])
	}
	p.dye()
	p.dashed(c.k, 16, 4, 3, 4)
	x1, y := c.to(0, 0)
	x2, _ := c.to(span, 0)
	p.Line(x1, y, x2, y)
	p.SetDashPattern(nil, 0)
	p.ink(inkColour)
	c.stations(at, wide, span)
	p.SetXY(margin, c.y+reach*c.k+2)
}

// lay puts pieces one after the other from the driver end, as web/src/shaft/geometry.ts
// does: where each point is that a station may stand on ("piece.point"), where each piece
// is, and how wide they are together.
func lay(pieces []job.PieceSheet) (at map[string][2]float64, laid []float64, span float64) {
	x, low, high := 0.0, math.Inf(1), math.Inf(-1)
	for _, piece := range pieces {
		d := drawn[piece.Piece]
		laid = append(laid, x-d.Back)
		low, high = min(low, x-d.Back+d.Extent[0]), max(high, x-d.Back+d.Extent[1])
		x += d.Advance
	}
	at = map[string][2]float64{}
	for i, piece := range pieces {
		laid[i] += 40 - low
		for point, xy := range drawn[piece.Piece].Points {
			name := cmp.Or(piece.As, piece.Piece) + "." + point
			if _, twice := at[name]; !twice {
				at[name] = [2]float64{laid[i] + xy[0], xy[1]}
			}
		}
	}
	return at, laid, high - low + 70
}

func (p *page) dashed(k float64, lengths ...float64) {
	scaled := make([]float64, len(lengths))
	for i, l := range lengths {
		scaled[i] = l * k
	}
	p.SetDashPattern(scaled, 0)
}

// stations are the letters above, each with a line to its place on the metal.
func (c canvas) stations(at map[string][2]float64, wide, span float64) {
	n := len(c.sheet.Stations)
	for i, s := range c.sheet.Stations {
		spot, is := at[s.At]
		if !is {
			continue
		}
		px, py := spot[0], spot[1]
		// Letters keep their distance where points crowd.
		even := 40 - (wide-span)/2 + float64(i)*(wide-80)/math.Max(float64(n-1), 1)
		x, y := c.to(max(px, 0)*0.55+even*0.45, -reach-6)
		x1, y1 := c.to(px, -reach+12)
		x2, y2 := c.to(px, py)
		for _, pass := range []struct {
			ink   colour
			width float64
		}{{colour{255, 255, 255}, 1}, {inkColour, 0.25}} {
			c.ink(pass.ink)
			c.SetLineWidth(pass.width)
			c.MoveTo(x, y)
			c.LineTo(x1, y1)
			c.LineTo(x2, y2)
			c.DrawPath("D")
		}
		c.SetLineWidth(0.2)
		verdict := judge.Result("")
		if s.Built != nil {
			verdict = s.Built.Verdict
		}
		c.SetLineWidth(0.3)
		verdictShapes[verdict](c.page, x-1.5, y-3.6, 3)
		c.SetLineWidth(0.2)
		c.dye()
		c.page.at(x-5, y-8.6).cell(10, 4.6, title(12), s.Letter, "C")
		c.ink(inkColour)
	}
}

func (c canvas) piece(d piece, x float64) {
	for _, s := range d.Shapes {
		pen := pens[s.How]
		if pen.hatch != "" {
			c.hatch(outlines(s.Path), x, pen.hatch == "left")
		}
		how := ""
		if pen.fill != nil {
			c.SetFillColor(pen.fill[0], pen.fill[1], pen.fill[2])
			how = "F"
		}
		if pen.line != nil {
			c.SetDrawColor(pen.line[0], pen.line[1], pen.line[2])
			c.SetLineWidth(max(pen.width*c.k, 0.12))
			c.dashed(c.k, pen.dash...)
			how += "D"
		}
		if how != "" {
			c.trace(s.Path, x)
			c.DrawPath(how)
		}
		c.SetDashPattern(nil, 0)
	}
	c.SetLineWidth(0.2)
}

// sketch is a small drawing with its caption beside it; it is sketchHigh high.
func (p *page) sketch(name string, left, y, wide float64) {
	d, is := atSteps[name]
	if !is {
		return
	}
	const across = 210.0 // units of the drawing
	c := canvas{page: p, k: sketchWide / across, x: left + sketchWide/2, y: y + sketchHigh/2}
	c.piece(d, 0)
	c.ink(inkColour)
	for _, word := range d.Words {
		x, y := c.to(word[0].(float64), word[1].(float64)) // JSON of our own making
		p.at(x, y-2.2).cell(20, 2.4, plain(5.5), word[2].(string), "L")
	}
	for i, l := range p.split(plain(8), d.Caption, wide-sketchWide-3) {
		p.at(left+sketchWide+3, y+4+float64(i)*3.7).cell(wide-sketchWide-3, 3.7, plain(8), l, "L")
	}
}

const sketchWide, sketchHigh = 27.0, 21.0 // mm

// numbers are those behind the letter of a segment.
func numbers(segment []any) []float64 {
	out := make([]float64, 0, len(segment)-1)
	for _, v := range segment[1:] {
		out = append(out, v.(float64)) // JSON of our own making
	}
	return out
}

func (c canvas) trace(path [][]any, x float64) {
	for _, segment := range path {
		n := numbers(segment)
		for i := 0; i+1 < len(n); i += 2 {
			n[i], n[i+1] = c.to(x+n[i], n[i+1])
		}
		switch segment[0] {
		case "M":
			c.MoveTo(n[0], n[1])
		case "L":
			c.LineTo(n[0], n[1])
		case "C":
			c.CurveBezierCubicTo(n[0], n[1], n[2], n[3], n[4], n[5])
		case "Z":
			c.ClosePath()
		}
	}
}

// outlines are the closed lines of a path; of a curve its end is near enough to hatch by.
func outlines(path [][]any) [][]fpdf.PointType {
	var all [][]fpdf.PointType
	for _, segment := range path {
		n := numbers(segment)
		if segment[0] == "M" {
			all = append(all, nil)
		}
		if len(n) > 1 {
			all[len(all)-1] = append(all[len(all)-1], fpdf.PointType{X: n[len(n)-2], Y: n[len(n)-1]})
		}
	}
	return all
}

// hatch is cut metal; neighbours lean opposite ways.
func (c canvas) hatch(lines [][]fpdf.PointType, x float64, left bool) {
	const pitch = 7.0
	for _, points := range lines {
		if len(points) < 3 {
			continue
		}
		low, high := points[0], points[0]
		scaled := make([]fpdf.PointType, len(points))
		for i, pt := range points {
			low.X, low.Y = min(low.X, pt.X), min(low.Y, pt.Y)
			high.X, high.Y = max(high.X, pt.X), max(high.Y, pt.Y)
			scaled[i].X, scaled[i].Y = c.to(x+pt.X, pt.Y)
		}
		c.ClipPolygon(scaled, false)
		c.ink(inkColour)
		c.SetLineWidth(0.1)
		rise := high.Y - low.Y
		for at := low.X - rise; at < high.X+rise; at += pitch {
			from, to := at, at+rise
			if left {
				from, to = to, from
			}
			x1, y1 := c.to(x+from, low.Y)
			x2, y2 := c.to(x+to, high.Y)
			c.Line(x1, y1, x2, y2)
		}
		c.ClipEnd()
	}
}
