package report

import (
	"bytes"
	"cmp"
	"strings"

	"codeberg.org/go-pdf/fpdf"

	"settle/core/judge"
	"settle/core/words"
)

func outcome(o judge.Outcome) box {
	if o == "" {
		return text("––")
	}
	return box{text: words.Capital(string(o)), face: bold(8.5), shape: outcomeShapes[o]}
}

func (p *page) parts() {
	var rows [][]box
	for _, r := range p.rows.Parts {
		if !r.Sound && !r.Repeat && (r.Outcome != "" || r.Words != "") {
			rows = append(rows, []box{text(r.Part), outcome(r.Outcome), text(r.Words)})
		}
	}
	if n := len(p.rows.Sound); n > 0 {
		rows = append(rows, []box{text("Nothing against them"), outcome(judge.Reuse),
			text(strings.Join(p.rows.Sound, ", "))})
	}
	if len(p.rows.Waiting) > 0 {
		rows = append(rows, []box{text("Not looked at yet"), text("––"), text(strings.Join(p.rows.Waiting, ", "))})
	}
	p.table([]column{{"Part", 0.26, "L"}, {"Decision", 0.12, "L"}, {"Found, and the rule", 0.62, "L"}}, rows)
}

func (p *page) done() {
	var rows [][]box
	for _, r := range p.rows.Done {
		if r.Repeat || r.Entered == nil {
			continue
		}
		rows = append(rows, []box{text(r.Title), strong(p.say(r.Entered.Text)), verdict(r.Entered)})
	}
	p.table([]column{{"Turned, tightened, set, tested", 0.36, "L"}, {"Entered", 0.42, "L"}, {"Verdict", 0.22, "L"}}, rows)
}

// notes are corrections, decisions and what was taken back, with what stood there
// before.
func (p *page) notes() {
	var rows [][]box
	for _, n := range p.rows.Notes {
		rows = append(rows, []box{text(n.What), text(n.Reason), small(p.say(n.Before)),
			small(n.By + ", " + n.At.Local().Format("2 Jan 2006 15:04"))})
	}
	p.table([]column{{"Corrected, accepted, withdrawn", 0.29, "L"}, {"Reason", 0.27, "L"},
		{"What stood there before", 0.25, "L"}, {"By", 0.19, "L"}}, rows)
}

// cautions are who said that it was safe to put hands in, and when.
func (p *page) cautions() {
	var rows [][]box
	for _, c := range p.rows.Cautions {
		says := c.Says
		if c.Absent != "" {
			says = "Not done: " + c.Absent
		}
		title := c.Title
		if c.Noted != "" {
			title += ", " + c.Noted
		}
		rows = append(rows, []box{text(title), small(says), small(c.By + ", " + c.At.Local().Format("2 Jan 2006 15:04"))})
	}
	p.table([]column{{"Made safe", 0.3, "L"}, {"What stood there", 0.46, "L"}, {"Said by", 0.24, "L"}}, rows)
}

const thumb = 36.0 // mm

// gauges are what it was measured with, and when those were calibrated.
func (p *page) gauges() {
	var rows [][]box
	for _, g := range p.rows.Gauges {
		days := cmp.Or(g.Calibrated, "never")
		if g.Due != "" {
			days += ", due " + g.Due
		}
		if g.PastDue {
			days += "\npast due: " + g.Word
		}
		rows = append(rows, []box{strong(g.Key), text(g.Name), text(strings.Trim(g.Graduation+", "+g.MPE.String(), ", ")),
			text(days), small(strings.Join(g.Steps, "; "))})
	}
	p.table([]column{{"Gauge", 0.1, "L"}, {"What it is", 0.2, "L"}, {"Division, error", 0.14, "L"},
		{"Calibrated", 0.2, "L"}, {"Used at", 0.36, "L"}}, rows)
}

func (p *page) photos() error {
	if p.how.Photo == nil || len(p.rows.Photos) == 0 {
		return nil
	}
	x := margin
	for _, shot := range p.rows.Photos {
		jpeg, err := p.how.Photo(shot.ID)
		if err != nil {
			return err
		}
		if x+thumb > margin+p.width() {
			x = margin
			p.SetY(p.GetY() + thumb*0.75 + 5)
		}
		if p.room() < thumb {
			p.AddPage()
			x = margin
		}
		y := p.GetY()
		p.RegisterImageOptionsReader(shot.ID, fpdf.ImageOptions{ImageType: "JPEG"}, bytes.NewReader(jpeg))
		p.ClipRect(x, y, thumb, thumb*0.75, true)
		p.ImageOptions(shot.ID, x, y, thumb, 0, false, fpdf.ImageOptions{ImageType: "JPEG"}, 0, "")
		p.ClipEnd()
		label := p.split(plain(7), shot.Title, thumb)
		if len(label) > 0 {
			p.at(x, y+thumb*0.75).cell(thumb, 3.6, plain(7), label[0], "L")
		}
		p.SetXY(margin, y)
		x += thumb + 2.4
	}
	p.SetY(p.GetY() + thumb*0.75 + 6)
	return nil
}
