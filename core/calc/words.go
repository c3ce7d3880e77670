package calc

import (
	"math"
	"reflect"
	"strconv"
	"strings"

	"settle/core/field"
	"settle/core/gauge"
	"settle/core/judge"
	"settle/core/quantity"
)

// Words is what a calculation tells a person.
type Words struct {
	// Judged is what the verdict is about, where that is not the answer.
	Judged   *Row                `json:"judged,omitempty" doc:"what the verdict is about, where it is not main"`
	Headline quantity.Sentence   `json:"headline" doc:"the verdict, or what to do, in a few words"`
	Verdict  string              `json:"verdict,omitempty" doc:"one of the verdicts; missing where nothing is judged"`
	Main     Row                 `json:"main" doc:"the figure the question was about"`
	Figure   *quantity.Figure    `json:"figure,omitempty" doc:"the same, where it is a length"`
	Rows     []Row               `json:"rows" nullable:"false" doc:"what stands behind it"`
	Lines    []quantity.Sentence `json:"lines" nullable:"false" doc:"what to do, the most pressing first"`

	// A seat is told in tenths and hundredths of a thou.
	fine bool // what is measured in micrometres
}

// say writes a sentence; its lengths are shown as finely as the rest.
func (w *Words) say(format quantity.Format, parts ...any) quantity.Sentence {
	if w.fine {
		return quantity.SayFine(format, parts...)
	}
	return quantity.Say(format, parts...)
}

// bare is a length without its unit, to be written into a picture.
func (w *Words) bare(l quantity.Length) quantity.Sentence {
	if w.fine {
		return quantity.BareFine(l)
	}
	return quantity.Bare(l)
}

// Row is one figure with its name.
type Row struct {
	Name  string            `json:"name"`
	Value quantity.Sentence `json:"value"`
}

// row adds a figure that stands behind the main one.
func (w *Words) row(name string, value quantity.Sentence) { w.Rows = append(w.Rows, Row{name, value}) }

// length is row for a length, and adds nothing for one that is not told.
func (w *Words) length(name string, l *quantity.Length) {
	if l != nil {
		w.row(name, w.say("%s", *l))
	}
}

// far is a length of many thou, told in inches.
func far(l quantity.Length) quantity.Sentence {
	inches := float64(l) / float64(quantity.Inch)
	return quantity.Sentence{Thou: number(inches, 3) + " in", Mm: quantity.Say("%s", l).Mm}
}

// size is length for one of many thou.
func (w *Words) size(name string, l *quantity.Length) {
	if l != nil {
		w.row(name, far(*l))
	}
}

// main is the figure that the question was about, in words.
func (w *Words) main(name string, value quantity.Sentence) { w.Main = Row{name, value} }

// measure is main where the figure is a length.
func (w *Words) measure(name string, l quantity.Length) {
	w.main(name, w.say("%s", l))
	w.Figure = quantity.Show(l)
}

// line adds something to do.
func (w *Words) line(format quantity.Format, parts ...any) {
	w.Lines = append(w.Lines, w.say(format, parts...))
}

// plain is line for a text that holds no lengths, whatever signs are in it.
func (w *Words) plain(text string) { w.Lines = append(w.Lines, quantity.Plainly(text)) }

// judged heads the words with a verdict on a length and its limit.
func (w *Words) judged(v judge.Verdict, b judge.Bounds) {
	w.Verdict, w.Headline = string(v.Result), v.Headline()
	w.row("Limit", b.Say(w.say))
	w.row("Gauge good to", w.say("± %s", v.Uncertainty.Length()))
}

// warn adds what the warnings of a measurement mean.
func (w *Words) warn(codes []string) {
	for _, code := range codes {
		if says := gauge.Advice(code); says != "" { // the others are told by what to do next
			w.plain(says)
		}
	}
}

// warnAs adds what the warnings of one kind of calculation mean.
func (w *Words) warnAs(codes []string, advice map[string]string) {
	for _, code := range codes {
		if says := advice[code]; says != "" {
			w.plain(says)
		}
	}
}

// next adds what would settle a reading that is close or undecided.
func (w *Words) next(next []judge.Next) {
	for _, n := range next {
		w.Lines = append(w.Lines, n.Say())
	}
}

// Text is the words as they are copied: one line a figure.
func (w *Words) text(title string) quantity.Sentence {
	var thou, mm strings.Builder
	add := func(s quantity.Sentence, before string) {
		if s.Thou != "" {
			thou.WriteString(before + s.Thou + "\n")
			mm.WriteString(before + s.Mm + "\n")
		}
	}
	add(quantity.Plainly(title), "")
	add(w.Main.Value, w.Main.Name+": ")
	add(w.Headline, "")
	for _, r := range w.Rows {
		add(r.Value, r.Name+": ")
	}
	for _, l := range w.Lines {
		add(l, "- ")
	}
	return quantity.Sentence{Thou: thou.String(), Mm: mm.String()}
}

// titles names the calculators on a screen and in a copied text.
var titles = map[string]string{
	"length": "Lengths", "runout": "Run-out", "float": "End play, radial play", "gap": "Running clearance",
	"ring": "Wear rings", "fit": "Bearing fit", "drip": "Packing drip", "wear": "Wear and life", "align": "Alignment",
	"shim": "Shim pack", "shim-trial": "Shims by trial", "setting": "Seal position", "heat": "Bearing heating",
	"torque": "Torque", "lateral": "Screwed adjuster", "grease": "Grease", "bend": "Bend along the shaft",
	"stiffness": "Shaft stiffness", "balance": "Balance", "handback": "Vibration and heat at hand-back",
	"compression": "Seal compression", "flatness": "Flatness of a face", "bearing": "Bearing clearance",
	"evenness": "Even all round", "soft-foot": "Soft foot", "pipe-strain": "Pipe strain", "growth": "Hot growth",
	"endplay": "Setting end play", "stretch": "Line shaft", "packing": "Packing rings", "bolt": "Bolt torque",
	"turn-record": "Whole turn, recorded", "pressure-test": "Leak and pressure test",
}

// Heard is a typed length as it was understood.
type Heard struct {
	Field  string          `json:"field"`
	Figure quantity.Figure `json:"figure"`
}

// Label is a length of the answer as it is written into a picture.
type Label struct {
	Um quantity.Length `json:"um"`
	quantity.Sentence
}

// Look is a calculation as a screen shows it, while it is still being typed.
type Look struct {
	Title   string            `json:"title"`
	Out     any               `json:"out,omitempty" doc:"the answer of the contract; missing until there is enough"`
	Words   *Words            `json:"words,omitempty"`
	Text    quantity.Sentence `json:"text" doc:"to be copied"`
	Echo    []Heard           `json:"echo" nullable:"false"`
	Figures []Label           `json:"figures" nullable:"false" doc:"every length in both units, to label a picture by"`
	Errors  []*field.Error    `json:"errors" nullable:"false"`

	// Bounds, of a ring, are what it was judged by, and LeastFrom who gives their lower end.
	Bounds    *judge.Bounds `json:"-"`
	LeastFrom judge.Origin  `json:"-"`
}

// Preview answers one calculation for a screen: bare numbers are in the unit of the reader, and
// whatever is wrong or still missing is told field by field beside what was understood. The reader
// says how what was typed is read.
func Preview(kind string, input []byte, how *gauge.Reader) Look {
	look := Look{Title: titles[kind], Echo: []Heard{}, Figures: []Label{}, Errors: []*field.Error{}}
	r := how.Below()
	r.Partial, r.Boxes = false, true
	r.Heard = func(path string, l quantity.Length) {
		look.Echo = append(look.Echo, Heard{path, quantity.Figure{Length: l}})
	}
	out, err := run(kind, input, r)
	if err != nil {
		look.Errors = field.All(err)
		return look
	}
	words := &Words{Rows: []Row{}, Lines: []quantity.Sentence{}}
	out.say(words)
	look.Out, look.Words, look.Text = out, words, words.text(titles[kind])
	if ring, ok := out.(*ringOut); ok {
		look.Bounds, look.LeastFrom = &ring.bounds, judge.Maker
		if ring.MinFrom != nil {
			look.LeastFrom = *ring.MinFrom
		}
	}
	seen := map[quantity.Length]bool{}
	lengthsOf(reflect.ValueOf(out), func(l quantity.Length) {
		if !seen[l] {
			seen[l] = true
			look.Figures = append(look.Figures, Label{l, words.bare(l)})
		}
	})
	return look
}

// lengthsOf visits every length of an answer.
func lengthsOf(v reflect.Value, visit func(quantity.Length)) {
	switch v.Kind() {
	case reflect.Pointer, reflect.Interface:
		if !v.IsNil() {
			lengthsOf(v.Elem(), visit)
		}
	case reflect.Struct:
		for i := range v.NumField() {
			if v.Type().Field(i).IsExported() {
				lengthsOf(v.Field(i), visit)
			}
		}
	case reflect.Slice, reflect.Array:
		for i := range v.Len() {
			lengthsOf(v.Index(i), visit)
		}
	case reflect.Int64:
		if v.Type() == reflect.TypeFor[quantity.Length]() {
			visit(quantity.Length(v.Int()))
		}
	}
}

// number writes a plain number to so many decimals, without trailing noughts.
func number(f float64, decimals int) string {
	s := strconv.FormatFloat(f, 'f', decimals, 64)
	if strings.Contains(s, ".") {
		s = strings.TrimRight(strings.TrimRight(s, "0"), ".")
	}
	if s == "-0" {
		return "0"
	}
	return s
}

// round brings a number to decimals, halves away from zero, and never to a
// negative zero.
func round(f float64, decimals int) float64 {
	scale := math.Pow10(decimals)
	if r := math.Round(f*scale) / scale; r != 0 && !math.IsInf(f*scale, 0) {
		return r
	} else if math.IsInf(f*scale, 0) {
		return f
	}
	return 0
}
