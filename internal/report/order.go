package report

import (
	"bytes"
	"fmt"
	"strings"

	"settle/core/job"
	"settle/core/kind"
	"settle/core/sheet"
	"settle/internal/store"
)

// WorkOrder returns what is to be done on paper, with ticks and room for readings, to be
// typed in afterwards. The job may be one that is not opened yet: then it has no number.
func WorkOrder(r *store.Job, whole *job.Sheet, how Printing) ([]byte, error) {
	p := begin(r, whole, how, "Work order")
	p.lines(plain(8.5), line, "Tick what was done and write what was read, with its unit where it is not "+p.unit()+
		", and the time and who did it at the right. What was not done stays blank, with the reason. Afterwards it is typed "+
		"in, in this order. Settle advises; the maker's manual, site permits and local codes come first.")
	p.Ln(1.5)
	for _, stage := range sheet.OrderOf(whole).Stages {
		p.orderStage(stage)
	}
	var out bytes.Buffer
	if err := p.Output(&out); err != nil {
		return nil, fmt.Errorf("writing the work order: %w", err)
	}
	return out.Bytes(), nil
}

const (
	tickSide = 3.6  // mm
	boxWide  = 17.0 // of a reading
	boxHigh  = 7.0
	whenWide = 15.0 // of time and of name, each
)

func (p *page) orderStage(stage sheet.OrderStage) {
	if p.room() < 24 {
		p.AddPage()
	}
	y := p.GetY()
	p.dye()
	p.at(margin, y).cell(p.width()-2*whenWide, 6, title(12), stage.Title, "L")
	p.at(margin+p.width()-2*whenWide, y).cell(whenWide, 6, plain(7.5), "time", "C")
	p.at(margin+p.width()-whenWide, y).cell(whenWide, 6, plain(7.5), "by", "C")
	p.SetLineWidth(0.4)
	p.Line(margin, y+6, margin+p.width(), y+6)
	p.SetLineWidth(0.2)
	p.ink(inkColour)
	p.SetXY(margin, y+7)
	for i := range stage.Steps {
		p.orderStep(&stage.Steps[i])
	}
	p.Ln(2)
}

// orderStep is one step: a tick, its title, the lines below it, and its rooms.
func (p *page) orderStep(s *sheet.OrderStep) {
	left := margin + tickSide + 2
	wide := p.width() - tickSide - 2 - 2*whenWide - 2
	head := p.split(bold(9.5), s.Title, wide)
	below := p.below(s, wide)
	high := float64(len(head))*4.4 + float64(len(below))*3.7 + p.roomsHigh(s.Rooms, wide) + 1.5
	if s.Drawing != "" {
		high += sketchHigh
	}
	if p.room() < high {
		p.AddPage()
	}
	y := p.GetY()
	p.Rect(margin, y+0.4, tickSide, tickSide, "D")
	for i := range 2 {
		p.Rect(margin+p.width()-float64(2-i)*whenWide+1, y+0.2, whenWide-1, 5.4, "D")
	}
	for i, text := range head {
		p.at(left, y+float64(i)*4.4).cell(wide, 4.4, bold(9.5), text, "L")
	}
	y += float64(len(head)) * 4.4
	for _, l := range below {
		p.at(left, y).cell(wide, 3.7, l.face, l.text, "L")
		y += 3.7
	}
	if s.Drawing != "" {
		p.sketch(s.Drawing, left, y, wide)
		y += sketchHigh
	}
	p.SetXY(margin, p.rooms(s.Rooms, left, y, wide)+1.5)
}

// below are the lines under a title: the cautions, how it is done, and what stands beside.
func (p *page) below(s *sheet.OrderStep, wide float64) []box {
	var out []box
	add := func(f face, text string) {
		for _, l := range p.split(f, text, wide) {
			out = append(out, box{text: l, face: f})
		}
	}
	for _, c := range s.Cautions {
		add(bold(8), "CAUTION  "+c)
	}
	for _, n := range s.Notices {
		add(bold(8), "NOTICE  "+n)
	}
	for i, line := range s.How {
		if len(s.How) > 1 {
			line = fmt.Sprintf("%d  %s", i+1, line)
		}
		add(plain(8), line)
	}
	for _, line := range s.Tell {
		add(plain(8), line)
	}
	beside := s.Beside
	for _, end := range s.Ends {
		beside = append(beside, "depth "+p.say(end)+" "+p.unit())
	}
	if s.Limit != nil {
		beside = append(beside, "limit "+p.say(kind.LimitFigures(s.Limit))+" "+p.unit()+", "+s.Limit.Source)
	}
	add(plain(8), strings.Join(beside, " · "))
	return out
}

// roomWide is how much of a line a room takes.
func (p *page) roomWide(r sheet.Room, wide float64) float64 {
	switch {
	case r.Line:
		return wide
	case r.Tick:
		p.set(plain(8), r.Label)
		return min(tickSide+2.5+p.GetStringWidth(r.Label)+4, wide)
	}
	p.set(plain(6.5), r.Label)
	return max(boxWide, p.GetStringWidth(r.Label)+2) + 1.5
}

func roomHigh(r sheet.Room) float64 {
	if r.Tick {
		return 5
	}
	return boxHigh + 3.4
}

// flow lays rooms out in lines: where says where each begins, and the height of it all is
// returned.
func (p *page) flow(all []sheet.Room, wide float64, where func(r sheet.Room, x, y, w float64)) float64 {
	x, y, high := 0.0, 0.0, 0.0
	for _, r := range all {
		w := p.roomWide(r, wide)
		if x > 0 && x+w > wide {
			x, y, high = 0, y+high, 0
		}
		where(r, x, y, w)
		x, high = x+w, max(high, roomHigh(r))
	}
	return y + high
}

func (p *page) roomsHigh(all []sheet.Room, wide float64) float64 {
	return p.flow(all, wide, func(sheet.Room, float64, float64, float64) {})
}

// rooms draws the rooms and returns where they end.
func (p *page) rooms(all []sheet.Room, left, top, wide float64) float64 {
	return top + p.flow(all, wide, func(r sheet.Room, x, y, w float64) {
		x, y = x+left, y+top
		switch {
		case r.Tick:
			p.Rect(x, y+0.9, tickSide-0.6, tickSide-0.6, "D")
			p.at(x+tickSide, y+0.4).cell(w-tickSide, 4, plain(8), r.Label, "L")
		case r.Line:
			p.at(x, y).cell(w, 3.2, plain(6.5), r.Label, "L")
			p.Line(x, y+boxHigh+2.4, x+w, y+boxHigh+2.4)
		default:
			p.at(x, y).cell(w-1.5, 3.2, plain(6.5), r.Label, "L")
			p.Rect(x, y+3.2, w-1.5, boxHigh-0.8, "D")
		}
	})
}
