package report

import (
	"bytes"
	"cmp"
	"fmt"
	"strings"

	"codeberg.org/go-pdf/fpdf"

	"settle/core/job"
	"settle/core/quantity"
	"settle/core/sheet"
	"settle/internal/signing"
	"settle/internal/store"
)

// Printing is how a sheet is put on paper.
type Printing struct {
	Shop   string
	Letter bool          // US Letter, else A4
	Unit   quantity.Unit // thou or mm
	// Photo fetches a picture of the job, as JPEG.
	Photo func(id string) ([]byte, error)
	// As is the number of the entry whose kept sheet it is; 0: the latest.
	As int
	// Whose says by whose key it is signed: WhoseKey.
	Whose string
}

// WhoseKey says in words by whose key a sheet is signed, and from which entry on its log is of the
// shop that signed.
func WhoseKey(k store.ShopKey, g signing.Signature) string {
	said := "Signed with the key of another shop"
	switch {
	case k.Own:
		said = "Signed with the key of this shop"
	case k.Name != "":
		said = "Signed with the key of " + k.Name + ", another shop"
	}
	if g.From > 1 {
		said += fmt.Sprintf(", for entry %d and what follows", g.From)
	}
	return said
}

const (
	margin = 12.0 // mm
	line   = 4.1  // height of a line of a table
)

// PDF returns the build sheet as it is printed: the paper that a customer gets. Its rows
// are those of job.PaperOf; here they are laid out.
func PDF(r *store.Job, whole *job.Sheet, how Printing) ([]byte, error) {
	p := begin(r, whole, how, "Build sheet")
	p.shaftLine()
	p.checks()
	p.repeats()
	p.runs()
	p.parts()
	p.done()
	p.notes()
	p.cautions()
	p.gauges()
	if err := p.photos(); err != nil {
		return nil, err
	}
	if err := p.closing(); err != nil {
		return nil, err
	}
	var out bytes.Buffer
	if err := p.Output(&out); err != nil {
		return nil, fmt.Errorf("writing the sheet: %w", err)
	}
	return out.Bytes(), nil
}

// begin is the first page with its head.
func begin(r *store.Job, whole *job.Sheet, how Printing, what string) *page {
	size := "A4"
	if how.Letter {
		size = "Letter"
	}
	p := &page{Fpdf: fpdf.New("P", "mm", size, ""), how: how, r: r, sheet: whole, rows: sheet.PaperOf(whole),
		head: sheet.HeadOf(r.Job, whole)}
	p.addFonts()
	p.SetMargins(margin, margin, margin)
	p.SetAutoPageBreak(true, margin+6)
	p.AliasNbPages("{all}")
	p.SetTitle(what+" "+cmp.Or(r.Number, r.Pump.Tag), true)
	p.SetFooterFunc(p.footer)
	p.ink(inkColour)
	p.AddPage()
	p.top(what)
	return p
}

// page is the paper as it is written.
type page struct {
	*fpdf.Fpdf
	how   Printing
	r     *store.Job
	sheet *job.Sheet
	rows  *sheet.Paper
	head  sheet.Head
}

func (p *page) width() float64 {
	w, _ := p.GetPageSize()
	return w - 2*margin
}

// room is what is left of the page above its foot.
func (p *page) room() float64 {
	_, h := p.GetPageSize()
	return h - margin - 8 - p.GetY()
}

func (p *page) unit() string {
	if p.how.Unit == quantity.UnitMillimetre {
		return "mm"
	}
	return "thou"
}

func (p *page) say(s quantity.Sentence) string {
	if p.how.Unit == quantity.UnitMillimetre {
		return s.Mm
	}
	return s.Thou
}

func (p *page) footer() {
	p.SetY(-margin - 2)
	var what []string
	for _, s := range []string{p.r.Number, p.r.Pump.Tag, fmt.Sprintf("plan %s version %d", p.r.Plan.Key,
		p.r.Plan.Version)} {
		if s != "" {
			what = append(what, s)
		}
	}
	p.cell(p.width()*0.8, 4, plain(7.5), strings.Join(what, ", "), "L")
	p.cell(p.width()*0.2, 4, plain(7.5), fmt.Sprintf("page %d of {all}", p.PageNo()), "R")
}

// top is the head of the first page: what it is, the plate of the pump, the shop with
// room for its sign.
func (p *page) top(what string) {
	const left, right = 58.0, 42.0
	y := p.GetY()
	p.dye()
	p.at(margin, y).cell(left, 4, title(9), what, "L")
	p.ink(inkColour)
	p.at(margin, y+4).cell(left, 9, title(22), p.r.Pump.Tag, "L")
	p.at(margin, y+13)
	p.SetRightMargin(p.width() + margin - left)
	p.lines(title(11), 4.6, p.r.Pump.Name)
	p.SetX(margin)
	opened := p.head.Opened.Local().Format("2 January 2006")
	if p.r.Number == "" {
		p.lines(plain(8.5), line, "no job opened yet, printed "+opened)
	} else {
		p.lines(plain(8.5), line, fmt.Sprintf("%s, opened %s by %s", p.r.Number, opened, p.head.By))
	}
	p.SetRightMargin(margin)
	end := max(p.GetY(), p.plate(margin+left+4, y, p.width()-left-right-8), y+26)
	p.at(margin+p.width()-right, y).cell(right, 5, title(11), p.how.Shop, "R")
	p.at(margin, end+1)
	for _, taken := range p.head.Taken {
		p.lines(bold(8.5), line, taken)
	}
	p.lines(plain(8.5), line, fmt.Sprintf("Why it was here: %s.", p.head.Complaint))
	if p.head.Scope != "" {
		p.lines(plain(8.5), line, fmt.Sprintf("Scope: %s.", p.head.Scope))
	}
	p.Ln(1)
}

// plate is the nameplate, in a frame; it returns where it ends.
func (p *page) plate(x, y, w float64) float64 {
	pump := p.r.Pump
	rows := [][2]string{{"Type", pump.Kind}, {"Maker", strings.TrimSpace(pump.Maker + " " + pump.Model)},
		{"Serial", pump.Serial}, {"Place", pump.Place}, {"Duty", pump.Duty}, {"Speed", pump.Speed}, {"Shaft", pump.Shaft},
		{"Impeller", pump.Impeller}, {"Motor", pump.Motor}, {"Liquid", pump.Liquid}}
	if p.head.Hours != nil {
		rows = append(rows, [2]string{"Running hours", fmt.Sprintf("%g", *p.head.Hours)})
	}
	top := y
	y += 1
	for _, row := range rows {
		if row[1] == "" {
			continue
		}
		p.at(x+2, y).cell(20, 3.6, title(8), row[0], "L")
		lines := p.split(plain(8), row[1], w-24)
		for i, text := range lines {
			p.at(x+22, y+float64(i)*3.6).cell(w-24, 3.6, plain(8), text, "L")
		}
		y += 3.6 * float64(max(len(lines), 1))
	}
	if y == top+1 { // nothing is known of it
		return y
	}
	p.SetLineWidth(0.3)
	p.Rect(x, top, w, y+1-top, "D")
	for _, at := range [][2]float64{{x + 1, top + 1}, {x + w - 1, top + 1}, {x + 1, y}, {x + w - 1, y}} {
		p.Circle(at[0], at[1], 0.4, "D")
	}
	p.SetLineWidth(0.2)
	return y + 1
}

// closing is what stands at the end: where the limits come from, how the shop works,
// who signed, and by what the sheet is known.
func (p *page) closing() error {
	if len(p.rows.Sources) > 0 {
		var notes []string
		for i, source := range p.rows.Sources {
			notes = append(notes, fmt.Sprintf("%d %s", i+1, source))
		}
		p.lines(plain(7.5), 3.4, "Limits from: "+strings.Join(notes, ".  ")+".")
		p.Ln(1)
	}
	if p.room() < 42 {
		p.AddPage()
	}
	s := p.sheet
	if s.Signed != nil && s.Signed.Remark != "" {
		p.lines(bold(8.5), line, "Next time: "+s.Signed.Remark)
	}
	if n := len(s.Amended); n > 0 {
		last := s.Amended[n-1]
		at := last.At.Local().Format("2 January 2006 15:04")
		p.lines(plain(8), line, "Amended after the signature, last by "+last.By.Name+", "+at+
			". The sheet as it was signed is kept.")
	}
	var schools []string
	for _, c := range p.head.Schools {
		schools = append(schools, c.Title+": "+strings.ToLower(c.Choice))
	}
	p.lines(plain(7.5), 3.4, fmt.Sprintf("Plan: %s. %s. Settle advises; the maker's manual, site permits and local codes "+
		"come first.", p.head.Plan, strings.Join(schools, ". ")))
	p.Ln(3)
	p.signatures()
	p.Ln(2)
	p.lines(mono(6.5), 3, fmt.Sprintf("Fingerprint of the record, %d entries, SHA-256: %s", p.head.Entries, p.head.Hash))
	return p.sealed()
}

// sealed is the signature by the shop's key, for people and as a code.
func (p *page) sealed() error {
	m, ok := p.r.SignedBy(p.how.As)
	if !ok {
		return nil
	}
	const side = 26.0
	if p.room() < side+2 {
		p.AddPage()
	}
	y := p.GetY() + 2
	all, err := bars(m.String(), margin, y, side)
	if err != nil {
		return err
	}
	p.SetFillColor(0, 0, 0)
	for _, b := range all {
		p.Rect(b.X, b.Y, b.Width+0.01, b.Height+0.01, "F") // without seams
	}
	x := margin + side + 4
	whose := p.how.Whose
	if whose == "" {
		whose = "Signed with a key"
	}
	for i, text := range []string{whose, "Sheet " + signing.Short(m.Hash), "Key " + m.Key()} {
		f := mono(9)
		if i == 0 {
			f = title(9)
		}
		p.at(x, y+float64(i)*5).cell(p.width()-side-4, 5, f, text, "L")
	}
	p.at(x, y+16).cell(p.width()-side-4, 4, plain(7.5), "settle verify FILE, with the JSON of this job or what is read "+
		"off the code, says whether they belong together.", "L")
	p.SetXY(margin, y+side)
	return nil
}

func signed(s *job.Signature) string {
	return s.By.Name + ", " + s.At.Local().Format("2 January 2006 15:04")
}

func (p *page) signatures() {
	name, s := "not signed yet", p.sheet
	if s.Ended != nil {
		name = "ended unsigned by " + s.Ended.By.Name
	}
	if s.Signed != nil {
		name = signed(s.Signed)
	}
	checked := ""
	if s.Checked != nil {
		checked = signed(s.Checked)
	} else if s.Second {
		checked = "not yet"
	}
	third, y := p.width()/3, p.GetY()
	for i, who := range []string{p.head.Worked, "Checked by", "Handed back to"} {
		x := margin + float64(i)*third
		p.dye()
		p.at(x, y).cell(third-5, line, title(9), who, "L")
		p.ink(inkColour)
		if who := []string{name, checked, ""}[i]; who != "" {
			p.at(x, y+5).cell(third-5, 6, bold(9), who, "L")
		}
		p.Line(x, y+11.5, x+third-5, y+11.5)
	}
	p.SetXY(margin, y+12)
}
