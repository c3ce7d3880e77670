package report

import (
	"bytes"
	"fmt"
	"strings"

	"codeberg.org/go-pdf/fpdf"
	"golang.org/x/image/font/gofont/gobold"
	"golang.org/x/image/font/gofont/gomono"
	"golang.org/x/image/font/gofont/goregular"

	"settle/core/job"
	"settle/core/plan"
	"settle/core/quantity"
	"settle/core/words"
	"settle/internal/store"
)

// Printing is how a sheet is put on paper.
type Printing struct {
	Shop   string
	Letter bool          // US Letter, else A4
	Unit   quantity.Unit // thou or mm
	// Photo fetches a picture of the job, as JPEG.
	Photo func(id string) ([]byte, error)
}

const (
	margin = 12.0 // mm
	line   = 4.6
)

// PDF returns the build sheet as it is printed: what was found beside what was
// built, limits with their sources, parts, corrections, pictures, signatures.
func PDF(r *store.Job, sheet *job.Sheet, how Printing) ([]byte, error) {
	size := "A4"
	if how.Letter {
		size = "Letter"
	}
	p := &paper{Fpdf: fpdf.New("P", "mm", size, ""), how: how, r: r, sheet: sheet}
	p.AddUTF8FontFromBytes("text", "", goregular.TTF)
	p.AddUTF8FontFromBytes("text", "B", gobold.TTF)
	p.AddUTF8FontFromBytes("mono", "", gomono.TTF)
	p.SetMargins(margin, margin, margin)
	p.SetAutoPageBreak(true, margin+6)
	p.AliasNbPages("{all}")
	p.SetTitle("Build sheet "+r.Number, true)
	p.SetFooterFunc(p.footer)
	p.AddPage()
	p.head()
	p.checks()
	p.parts()
	p.rest()
	p.notes()
	if err := p.photos(); err != nil {
		return nil, err
	}
	p.end()
	var out bytes.Buffer
	if err := p.Output(&out); err != nil {
		return nil, fmt.Errorf("writing the sheet: %w", err)
	}
	return out.Bytes(), nil
}

type paper struct {
	*fpdf.Fpdf
	how   Printing
	r     *store.Job
	sheet *job.Sheet
}

// inFont is a text as far as a font of the paper reaches: what a person typed may
// hold signs beyond its 65,536, such as an emoji, on which the paper's maker fails.
func inFont(text string) string {
	return strings.Map(func(r rune) rune {
		if r > 0xffff {
			return '\ufffd'
		}
		return r
	}, text)
}

// CellFormat, MultiCell and SplitText are the only ways by which text gets on
// paper.

func (p *paper) CellFormat(w, h float64, text, border string, ln int, align string, fill bool, link int,
	linkStr string) {
	p.Fpdf.CellFormat(w, h, inFont(text), border, ln, align, fill, link, linkStr)
}

func (p *paper) MultiCell(w, h float64, text, border, align string, fill bool) {
	p.Fpdf.MultiCell(w, h, inFont(text), border, align, fill)
}

func (p *paper) SplitText(text string, w float64) []string { return p.Fpdf.SplitText(inFont(text), w) }

func (p *paper) width() float64 {
	w, _ := p.GetPageSize()
	return w - 2*margin
}

func (p *paper) footer() {
	p.SetY(-margin - 2)
	p.font("", 8)
	p.CellFormat(p.width()/2, 4, fmt.Sprintf("%s, %s, plan %s version %d", p.r.Number, p.r.Pump.Tag, p.r.Plan.Key,
		p.r.Plan.Version), "", 0, "L", false, 0, "")
	p.CellFormat(p.width()/2, 4, fmt.Sprintf("page %d of {all}", p.PageNo()), "", 0, "R", false, 0, "")
}

func (p *paper) font(style string, size float64) { p.SetFont("text", style, size) }

// show writes a figure in the unit of the paper.
func (p *paper) show(f *job.Figure) string {
	if f == nil {
		return ""
	}
	if p.how.Unit == quantity.UnitMillimetre {
		return f.In(quantity.UnitMillimetre, 3)
	}
	return f.In(quantity.UnitThou, 1)
}

func (p *paper) say(s job.Sentence) string {
	if p.how.Unit == quantity.UnitMillimetre {
		return s.Mm
	}
	return s.Thou
}

func (p *paper) head() {
	p.font("B", 17)
	p.CellFormat(p.width()-50, 8, "Build sheet "+p.r.Number, "", 0, "L", false, 0, "")
	p.font("", 10)
	p.CellFormat(50, 8, p.how.Shop, "", 1, "R", false, 0, "")
	p.font("B", 12)
	p.CellFormat(0, 6, p.r.Pump.Tag+"  "+p.r.Pump.Name, "", 1, "L", false, 0, "")
	p.font("", 9)
	plate := []string{}
	add := func(name, value string) {
		if value != "" {
			plate = append(plate, name+" "+value)
		}
	}
	pump := p.r.Pump
	add("Type", pump.Kind)
	add("Maker", strings.TrimSpace(pump.Maker+" "+pump.Model))
	add("Serial", pump.Serial)
	add("Place", pump.Place)
	add("Duty", pump.Duty)
	add("Speed", pump.Speed)
	add("Liquid", pump.Liquid)
	open := p.r.Log[0]
	if open.Open.Hours != nil {
		add("Running hours", fmt.Sprintf("%g", *open.Open.Hours))
	}
	p.MultiCell(0, line, strings.Join(plate, "   "), "", "L", false)
	p.MultiCell(0, line, fmt.Sprintf("Why it was here: %s. Opened %s by %s.", open.Open.Complaint,
		open.At.Local().Format("2 January 2006"), open.By.Name), "", "L", false)
	p.Ln(2)
}

// table writes rows under a head, which stands on each page they run over; the
// widths are shares of the page.
func (p *paper) table(head []string, shares []float64, align string, rows [][]string) {
	if len(rows) == 0 {
		return
	}
	_, page := p.GetPageSize()
	for i, row := range rows {
		p.font("", 8.5)
		cells, high := make([][]string, len(row)), 0.0
		for i, text := range row {
			cells[i] = p.SplitText(text, shares[i]*p.width())
			high = max(high, float64(len(cells[i]))*line)
		}
		over := p.GetY()+high > page-margin-8
		if i == 0 {
			over = p.GetY()+line+high > page-margin-8
		}
		if over {
			p.AddPage()
		}
		if i == 0 || over {
			p.font("B", 8.5)
			for i, h := range head {
				p.CellFormat(shares[i]*p.width(), line+0.6, h, "B", 0, string(align[i]), false, 0, "")
			}
			p.Ln(-1)
			p.font("", 8.5)
		}
		x, y := p.GetXY()
		for i, lines := range cells {
			for n, text := range lines {
				p.SetXY(x, y+float64(n)*line)
				p.CellFormat(shares[i]*p.width(), line, text, "", 0, string(align[i]), false, 0, "")
			}
			x += shares[i] * p.width()
		}
		p.SetDrawColor(190, 190, 185)
		p.Line(margin, y+high, margin+p.width(), y+high)
		p.SetDrawColor(18, 24, 48)
		p.SetXY(margin, y+high)
	}
	p.Ln(3)
}

var verdicts = map[string]string{"within": "Within", "close": "Close to limit", "out": "Out",
	"undecided": "Undecided", "no-limit": "No limit known", "": "Not measured"}

func (p *paper) checks() {
	unit := "thou"
	if p.how.Unit == quantity.UnitMillimetre {
		unit = "mm"
	}
	var rows [][]string
	for _, c := range p.sheet.Checks {
		verdict := "Not measured"
		built, reason := "", ""
		if c.Built != nil {
			verdict = verdicts[string(c.Built.Verdict)]
			for i, e := range c.Built.Earlier {
				built += fmt.Sprintf("round %d: %s\n", i+1, p.show(e.Figure))
			}
			built += p.span(c.Built)
			if c.Built.Decision != nil {
				reason = ", accepted"
			}
		}
		rows = append(rows, []string{c.Letter, c.Title, p.span(c.Found), p.limit(c.Limit), c.Limit.Source, built,
			p.show(c.Change), verdict + reason})
	}
	p.table([]string{"", "Check, " + unit, "Found", "Limit", "Limit from", "Built", "Change", "Verdict"},
		[]float64{0.03, 0.20, 0.11, 0.12, 0.235, 0.12, 0.07, 0.115}, "LLRRLRRL", rows)
}

func (p *paper) span(t *job.Taken) string {
	switch {
	case t == nil:
		return "–"
	case t.Figure == nil:
		return "not taken"
	case t.High != nil && t.High.Length != t.Figure.Length:
		return p.show(t.Figure) + " – " + p.show(t.High)
	}
	return p.show(t.Figure)
}

func (p *paper) limit(l *job.LimitShown) string {
	switch {
	case l.Min != nil && l.Max != nil:
		return p.show(l.Min) + " to " + p.show(l.Max)
	case l.Max != nil:
		return "≤ " + p.show(l.Max)
	case l.Min != nil:
		return "≥ " + p.show(l.Min)
	}
	return "none known"
}

func (p *paper) each(visit func(s *job.StepSheet)) {
	for i := range p.sheet.Stages {
		for j := range p.sheet.Stages[i].Steps {
			visit(&p.sheet.Stages[i].Steps[j])
		}
	}
}

func (p *paper) parts() {
	var rows [][]string
	p.each(func(s *job.StepSheet) {
		if s.Kind != plan.Inspect {
			return
		}
		r := s.Reading
		if r == nil {
			rows = append(rows, []string{s.Panel.Part, "––", ""})
			return
		}
		found := strings.Trim(r.Text+"; "+r.Rule, "; ")
		if r.ByRule != "" {
			found += " (the rule says " + string(r.ByRule) + ")"
		}
		rows = append(rows, []string{s.Panel.Part, words.Capital(string(r.Outcome)), found})
	})
	p.table([]string{"Part", "Decision", "Found, and the rule"}, []float64{0.27, 0.12, 0.61}, "LLL", rows)
}

// rest is what was counted, marked, tightened, set and tested.
func (p *paper) rest() {
	var rows [][]string
	p.each(func(s *job.StepSheet) {
		r := s.Reading
		if r == nil || s.Kind == plan.Do || s.Kind == plan.Caution || s.Kind == plan.Measure || s.Kind == plan.Inspect ||
			s.Kind == plan.Sign {
			return
		}
		text := r.Text
		switch {
		case r.Torque != nil:
			text = fmt.Sprintf("%d × %s lbf·ft (%s N·m)", len(s.Panel.Order), r.Torque.LbfFt, r.Torque.NM)
			if r.Text != "" {
				text += "; " + r.Text
			}
		case s.Kind == plan.Heat && r.Tool != nil && r.Tool.Words != nil: // how it went home stands in its text
			text = r.Tool.Words.Main.Name + " " + r.Text
		case r.Tool != nil && r.Tool.Words != nil:
			text = r.Tool.Words.Main.Name + " " + p.say(r.Tool.Words.Main.Value)
		case s.Kind == plan.Count && r.High != nil:
			text += ", together " + p.show(r.High)
		case text == "" && r.Figure != nil:
			text = p.show(r.Figure)
		}
		verdict := ""
		if r.Verdict != "" {
			verdict = verdicts[string(r.Verdict)]
		}
		if s.Decision != nil {
			verdict += ", accepted"
		}
		rows = append(rows, []string{s.Title, text, verdict})
	})
	p.table([]string{"Done", "What", "Verdict"}, []float64{0.42, 0.42, 0.16}, "LLL", rows)
}

// said is what became of an entry, by the kind of the note about it.
var said = map[string]string{
	job.Kept: "entered again", job.Decided: "accepted", job.Withdrawn: "withdrawn", job.Amended: "amended",
	job.Ended: "ended unsigned",
}

// notes are corrections, decisions and what was taken back, with what stood there
// before.
func (p *paper) notes() {
	var rows [][]string
	for _, n := range p.sheet.Notes {
		rows = append(rows, []string{strings.TrimPrefix(n.Title+", "+said[n.Kind], ", "), n.Reason, p.say(n.Before),
			n.By + ", " + n.At.Local().Format("2 Jan 2006 15:04")})
	}
	p.table([]string{"Corrected, accepted, withdrawn", "Reason", "What stood there before", "By"},
		[]float64{0.28, 0.27, 0.25, 0.20}, "LLLL", rows)
}

const thumb = 42.0 // mm

func (p *paper) photos() error {
	if p.how.Photo == nil {
		return nil
	}
	var err error
	x := margin
	_, page := p.GetPageSize()
	p.each(func(s *job.StepSheet) {
		for _, shot := range s.Pictures {
			if err != nil {
				return
			}
			id, jpeg := shot.ID, []byte(nil)
			if jpeg, err = p.how.Photo(id); err != nil {
				return
			}
			if x+thumb > margin+p.width() {
				x = margin
				p.SetY(p.GetY() + thumb*0.75 + 6)
			}
			if p.GetY()+thumb > page-margin-8 {
				p.AddPage()
				x = margin
			}
			y := p.GetY()
			p.RegisterImageOptionsReader(id, fpdf.ImageOptions{ImageType: "JPEG"}, bytes.NewReader(jpeg))
			p.ClipRect(x, y, thumb, thumb*0.75, false)
			p.ImageOptions(id, x, y, thumb, 0, false, fpdf.ImageOptions{ImageType: "JPEG"}, 0, "")
			p.ClipEnd()
			p.SetXY(x, y+thumb*0.75)
			p.font("", 7)
			title := s.Title
			if shot.Of != "" {
				title = shot.Of
			}
			p.CellFormat(thumb, 4, title, "", 0, "L", false, 0, "")
			p.SetY(y)
			x += thumb + 3
		}
	})
	if x > margin {
		p.SetY(p.GetY() + thumb*0.75 + 8)
	}
	return err
}

func (p *paper) end() {
	_, page := p.GetPageSize()
	if p.GetY() > page-margin-46 {
		p.AddPage()
	}
	p.font("", 8.5)
	s := p.sheet
	if s.Signed != nil && s.Signed.Remark != "" {
		p.MultiCell(0, line, "Next time: "+s.Signed.Remark, "", "L", false)
	}
	var schools []string
	for _, c := range plan.Schools {
		for _, o := range c.Choices {
			if o.Key == p.r.Log[0].Open.Schools[c.Key] {
				schools = append(schools, c.Title+": "+strings.ToLower(o.Title))
			}
		}
	}
	if n := len(s.Amended); n > 0 {
		last := s.Amended[n-1]
		p.MultiCell(0, line, fmt.Sprintf("Amended after the signature, last by %s, %s. The sheet as it was signed is kept.",
			last.By.Name, last.At.Local().Format("2 January 2006 15:04")), "", "L", false)
	}
	p.MultiCell(0, line, fmt.Sprintf("Plan: %s, version %d. %s. Settle advises; the maker's manual, site permits "+
		"and local codes come first.", p.r.Plan.Title, p.r.Plan.Version, strings.Join(schools, ". ")), "", "L", false)
	p.Ln(5)
	third := p.width() / 3
	name := "not signed yet"
	if s.Ended != nil {
		name = "ended unsigned by " + s.Ended.By.Name
	}
	if s.Signed != nil {
		name = s.Signed.By.Name + ", " + s.Signed.At.Local().Format("2 January 2006 15:04")
	}
	p.font("B", 9)
	for _, title := range []string{"Rebuilt by", "Checked by", "Handed back to"} {
		p.CellFormat(third, line, title, "", 0, "L", false, 0, "")
	}
	p.Ln(-1)
	p.font("", 9)
	for _, text := range []string{name, "", ""} {
		p.CellFormat(third-6, 9, text, "B", 0, "L", false, 0, "")
		p.CellFormat(6, 9, "", "", 0, "L", false, 0, "")
	}
	p.Ln(-1)
}
