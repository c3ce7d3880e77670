package report

import (
	"embed"
	"strings"

	"golang.org/x/image/font/gofont/gobold"
	"golang.org/x/image/font/gofont/goregular"
	"golang.org/x/image/font/sfnt"
)

// The typefaces of the screens: Barlow for sentences, Barlow Condensed for titles, IBM
// Plex Mono for readings. A text with a letter that they lack, such as Greek, is set in
// the Go fonts.

//go:embed fonts/*.ttf
var fonts embed.FS

// face is how a text is set: its family with its weight, and its size in points.
type face struct {
	family, style string
	size          float64
}

func plain(size float64) face  { return face{"barlow", "", size} }
func bold(size float64) face   { return face{"barlow", "B", size} }
func title(size float64) face  { return face{"condensed", "B", size} }
func mono(size float64) face   { return face{"mono", "", size} }
func figure(size float64) face { return face{"mono", "B", size} }

var files = map[string]string{"barlow": "fonts/barlow-400.ttf", "barlowB": "fonts/barlow-600.ttf",
	"condensedB": "fonts/condensed-600.ttf", "mono": "fonts/mono-400.ttf", "monoB": "fonts/mono-600.ttf"}

// covers are the letters that every one of our typefaces has.
var covers = func() *sfnt.Font {
	b, err := fonts.ReadFile(files["barlow"])
	if err != nil {
		panic(err) // it is embedded
	}
	f, err := sfnt.Parse(b)
	if err != nil {
		panic(err)
	}
	return f
}()

func (p *page) addFonts() {
	for key, file := range files {
		b, err := fonts.ReadFile(file)
		if err != nil {
			panic(err)
		}
		family, isBold := strings.CutSuffix(key, "B")
		style := ""
		if isBold {
			style = "B"
		}
		p.AddUTF8FontFromBytes(family, style, b)
	}
	p.AddUTF8FontFromBytes("other", "", goregular.TTF)
	p.AddUTF8FontFromBytes("other", "B", gobold.TTF)
}

// set chooses the face for a text, and returns it as far as a font of the paper reaches:
// what a person typed may hold signs beyond its 65,536, such as an emoji, on which the
// paper's maker fails.
func (p *page) set(f face, text string) string {
	text = strings.Map(func(r rune) rune {
		if r > 0xffff {
			return '\ufffd'
		}
		return r
	}, text)
	for _, r := range text {
		if i, err := covers.GlyphIndex(nil, r); (err != nil || i == 0) && r != '\n' {
			f.family = "other"
			break
		}
	}
	p.SetFont(f.family, f.style, f.size)
	return text
}

// cell, lines and split are the only ways by which text gets on paper.

// cell writes one line and goes on beside it.
func (p *page) cell(w, h float64, f face, text, align string) {
	p.CellFormat(w, h, p.set(f, text), "", 0, align, false, 0, "")
}

// lines writes as many lines as a text needs and goes on below.
func (p *page) lines(f face, h float64, text string) {
	p.MultiCell(0, h, p.set(f, text), "", "L", false)
}

// split breaks a text into lines of a width.
func (p *page) split(f face, text string, w float64) []string {
	if text == "" {
		return nil
	}
	return p.SplitText(p.set(f, text), w)
}

func (p *page) at(x, y float64) *page {
	p.SetXY(x, y)
	return p
}

// colour is one of the inks of the screens, as they are by day.
type colour [3]int

var (
	inkColour = colour{18, 24, 48}
	greyInk   = colour{69, 75, 97}
	hairLine  = colour{190, 188, 182}
	dyeInk    = colour{39, 52, 139}
)

// ink sets what is written and drawn from here on.
func (p *page) ink(c colour) {
	p.SetTextColor(c[0], c[1], c[2])
	p.SetDrawColor(c[0], c[1], c[2])
	p.SetFillColor(c[0], c[1], c[2])
}

func (p *page) dye() { p.ink(dyeInk) }
