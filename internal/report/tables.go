package report

import (
	"fmt"
	"slices"
	"strings"

	"settle/core/sheet"
	"settle/core/words"
)

// box is a cell of a table: a text, with a shape before it where it has one.
type box struct {
	text  string
	face  face
	shape shape // before its last line
	above shape // before its first, where it has more
	grey  bool
}

func text(s string) box   { return box{text: s, face: plain(8.5)} }
func strong(s string) box { return box{text: s, face: bold(8.5)} }
func small(s string) box  { return box{text: s, face: plain(7.5), grey: true} }
func number(s string) box { return box{text: s, face: mono(7.5)} }

// column is a column of a table: its head, its share of the width, how it is aligned.
type column struct {
	head  string
	share float64
	align string
}

const mark = 2.6 // side of a shape in a table

// table writes rows under a head, which stands on each page they run over.
func (p *page) table(columns []column, rows [][]box) {
	if len(rows) == 0 {
		return
	}
	for i, row := range rows {
		lines, high := p.broken(columns, row)
		if over := p.room() < high; i == 0 || over {
			if over || p.room() < high+2*line {
				p.AddPage()
			}
			p.heads(columns)
		}
		x, y := margin, p.GetY()
		for k, b := range row {
			w := columns[k].share * p.width()
			p.box(x, y, w, b, lines[k], columns[k].align)
			x += w
		}
		p.SetDrawColor(hairLine[0], hairLine[1], hairLine[2])
		p.Line(margin, y+high, margin+p.width(), y+high)
		p.ink(inkColour)
		p.SetXY(margin, y+high)
	}
	p.Ln(2.5)
}

// broken are the lines of each cell of a row, and its height.
func (p *page) broken(columns []column, row []box) ([][]string, float64) {
	lines, most := make([][]string, len(row)), 1
	for k, b := range row {
		w := columns[k].share*p.width() - 1
		if b.shape != nil {
			w -= mark + 0.8
		}
		lines[k] = p.split(b.face, b.text, w)
		most = max(most, len(lines[k]))
	}
	return lines, float64(most)*line + 0.3
}

func (p *page) heads(columns []column) {
	p.dye()
	y := p.GetY()
	p.SetLineWidth(0.4)
	p.Line(margin, y, margin+p.width(), y)
	p.SetLineWidth(0.2)
	x := margin
	for _, c := range columns {
		p.at(x, y).cell(c.share*p.width()-1, line+0.6, title(8.5), c.head, c.align)
		x += c.share * p.width()
	}
	p.ink(inkColour)
	p.Line(margin, y+line+0.7, margin+p.width(), y+line+0.7)
	p.SetXY(margin, y+line+0.8)
}

// box writes a cell. A shape stands before the last line, where the figure is.
func (p *page) box(x, y, w float64, b box, lines []string, align string) {
	if b.grey {
		p.ink(greyInk)
	}
	for i, s := range lines {
		left, room := x, w-1
		if b.shape != nil {
			left, room = x+mark+0.8, room-mark-0.8
		}
		p.at(left, y+float64(i)*line).cell(room, line, b.face, s, align)
	}
	if last := len(lines) - 1; last > 0 && b.above != nil {
		p.mark(b.above, b.face, x, y, w, lines[0], align)
	} else if b.shape != nil && last < 0 {
		lines = []string{""}
	}
	if b.shape != nil {
		last := len(lines) - 1
		p.mark(b.shape, b.face, x, y+float64(last)*line, w, lines[last], align)
	}
	p.ink(inkColour)
}

// mark draws a shape before a line of text in a cell.
func (p *page) mark(draw shape, f face, x, y, w float64, text, align string) {
	p.ink(inkColour)
	p.set(f, text)
	at := x
	switch {
	case align == "R":
		at = x + w - 1 - p.GetStringWidth(text) - mark - 1.4
	case align == "C" && text == "":
		at = x + (w-mark)/2
	case align == "C":
		at = x + (w+mark-p.GetStringWidth(text))/2 - mark - 0.6
	}
	p.SetLineWidth(0.3)
	draw(p, max(at, x), y+(line-mark)/2, mark)
	p.SetLineWidth(0.2)
}

// reading is a cell with a figure and the shape of its verdict.
func (p *page) reading(c *sheet.Cell, f face) box {
	if c == nil {
		return box{text: "–", face: f}
	}
	b := box{text: p.say(c.Text), face: f}
	if c.Verdict != "" {
		b.shape = verdictShapes[c.Verdict]
	}
	return b
}

// verdict is a verdict in words, with its shape.
func verdict(c *sheet.Cell) box {
	switch {
	case c == nil:
		return box{text: "Not measured", face: plain(8.5), shape: verdictShapes[""]}
	case c.Verdict == "":
		return text(c.Word)
	}
	b := box{text: c.Word, face: bold(8), shape: verdictShapes[c.Verdict]}
	if c.Accepted != "" {
		b.text += ", accepted"
	}
	return b
}

func from(n int) box {
	if n == 0 {
		return small("")
	}
	return small(fmt.Sprint(n))
}

// asJudged is what the figures of a row are of their readings, with what was read; nothing where they
// are the readings themselves.
func (p *page) asJudged(c *sheet.CheckRow) string {
	var said []string
	for _, x := range []struct {
		when string
		cell *sheet.Cell
	}{{"found: ", c.Found}, {"built: ", c.Built}} {
		if x.cell == nil || x.cell.What == "" {
			continue
		}
		if len(said) == 0 {
			said = append(said, words.Lower(x.cell.What))
		}
		if x.cell.Raw != nil {
			said = append(said, x.when+p.say(*x.cell.Raw))
		}
	}
	if len(said) == 0 {
		return ""
	}
	return "\n" + strings.Join(said, "; ")
}

func (p *page) checks() {
	var rows [][]box
	for _, c := range p.rows.Checks {
		if c.Repeat {
			continue
		}
		built := p.reading(c.Built, figure(8.5))
		built.shape = nil // its verdict stands in words
		for i := range c.Earlier {
			built.text = fmt.Sprintf("round %d: %s\n", i+1, p.say(c.Earlier[i].Text)) + built.text
		}
		change := ""
		if c.Change != nil {
			change = p.say(*c.Change)
		}
		limit := number(p.say(c.Limit))
		what := text(c.Title)
		if c.Along != nil {
			what.text += ", " + p.say(*c.Along)
		}
		what.text += p.asJudged(&c)
		rows = append(rows, []box{{text: c.Letter, face: title(9.5)}, what, p.reading(c.Found, mono(8)), limit,
			from(c.From), built, number(change), verdict(c.Built)})
	}
	p.table([]column{{"", 0.03, "L"}, {"Check, " + p.unit(), 0.235, "L"}, {"Found", 0.135, "R"}, {"Limit", 0.14, "R"},
		{"", 0.033, "L"}, {"Built", 0.14, "R"}, {"Change", 0.075, "R"}, {"   Verdict", 0.212, "L"}}, rows)
}

// across is how many members of a repeat stand beside each other.
const across = 12

// repeats are the tables of what the pump has several of: a column for each member.
func (p *page) repeats() {
	for _, t := range p.rows.Repeats {
		for from := 0; from < len(t.Members); from += across {
			p.repeat(t, from, min(from+across, len(t.Members)))
		}
	}
}

func (p *page) repeat(t sheet.RepeatRow, low, high int) {
	const name, note = 0.2, 0.025
	few, limit := high-low <= 4, 0.11
	if few {
		limit = 0.15
	}
	each := (1 - name - limit - note) / float64(high-low)
	columns := []column{{t.Title, name, "L"}, {"Limit", limit, "R"}, {"", note, "L"}}
	for _, m := range t.Members[low:high] {
		columns = append(columns, column{m, each, "C"})
	}
	var rows [][]box
	for _, w := range t.Rows {
		row := []box{text(w.Title), number(""), from(w.From)}
		if slices.ContainsFunc(w.Cells, func(c *sheet.WorkCell) bool { return c != nil && c.Found != nil }) {
			row[0].text += "\nfound, and built"
		}
		if w.Limit != nil {
			row[1] = number(p.say(*w.Limit))
		}
		for _, c := range w.Cells[low:high] {
			row = append(row, p.work(c, few))
		}
		rows = append(rows, row)
	}
	p.table(columns, rows)
}

// work is what one member came to.
func (p *page) work(c *sheet.WorkCell, few bool) box {
	size := 7.0
	if few {
		size = 8
	}
	switch {
	case c == nil:
		return small("")
	case c.Outcome != "":
		return box{text: pick(few, words.Capital(string(c.Outcome)), ""), face: bold(size), shape: outcomeShapes[c.Outcome]}
	case c.Done != nil:
		b := box{text: pick(few, p.say(c.Done.Text), "done"), face: plain(size)}
		if c.Done.Verdict != "" {
			b.shape, b.text = verdictShapes[c.Done.Verdict], pick(few, b.text, "")
		}
		return b
	case c.Found == nil && c.Built == nil:
		return small("–")
	}
	b := p.reading(c.Built, figure(size))
	if c.Found != nil {
		b.text = p.say(c.Found.Text) + "\n" + b.text
		b.above = verdictShapes[c.Found.Verdict]
	}
	if c.Letter != "" {
		b.text = c.Letter + "  " + b.text
	}
	if c.Along != nil && few {
		b.text += "\n" + p.say(*c.Along)
	}
	return b
}

func pick(yes bool, a, b string) string {
	if yes {
		return a
	}
	return b
}
