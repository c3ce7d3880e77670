package kind

import (
	"fmt"
	"strings"
	"unicode"

	"settle/core/log"
	"settle/core/quantity"
)

// box is a figure that was typed: a length, or else a number with what it counts.
type box struct {
	path   string
	name   string         // before the value, where the entry is told
	length quantity.Typed // a length, with
	most   quantity.Length
	number quantity.Number
	unit   string // of the number
	warmth string // a temperature in either degree

	pressure string
}

// Echo is a typed length, or a plain number, as it was understood.
type Echo struct {
	Field  string  `json:"field"`
	Figure *Figure `json:"figure,omitempty"`
	Text   string  `json:"text,omitempty" doc:"a number with what it counts"`
	// Odd asks a question about a value that is possible but hardly meant.
	Odd string `json:"odd,omitempty"`
}

// Echo says how each figure of a body was understood.
func (k *Kind) Echo(b *log.Body) []Echo {
	out := []Echo{}
	if k.boxes == nil {
		return out
	}
	for _, x := range k.boxes(b) {
		if v, err := x.number.Value(); err == nil {
			out = append(out, Echo{Field: "body." + x.path, Text: strings.TrimSpace(quantity.ShowNumber(v) + " " + x.unit)})
		}
		if c, err := quantity.ParseTemperature(x.warmth, b.Units.Temperature); err == nil {
			out = append(out, Echo{Field: "body." + x.path, Text: eitherDegree(c)})
		}
		if p, err := quantity.ParsePressure(x.pressure, b.Units.Pressure); err == nil {
			out = append(out, Echo{Field: "body." + x.path, Text: eitherPressure(p)})
		}
		if x.length.Blank() {
			continue
		}
		l, err := x.length.Length(b.Unit)
		if err != nil {
			continue
		}
		e := Echo{Field: "body." + x.path, Figure: quantity.Show(l)}
		if l.Abs() > x.most {
			e.Odd = rightUnit
		}
		out = append(out, e)
	}
	return out
}

// Told are the readings of a body as they were typed, "" where its kind is told as it
// was understood.
func (k *Kind) Told(b *log.Body) string {
	if !k.typed || k.boxes == nil {
		return ""
	}
	var parts []string
	for _, x := range k.boxes(b) {
		text := strings.TrimSpace(x.length.String())
		if text == "" {
			continue
		}
		if b.Unit != "" && !strings.ContainsFunc(text, isUnit) {
			text += " " + string(b.Unit)
		}
		parts = append(parts, strings.TrimSpace(x.name+" "+text))
	}
	return strings.Join(parts, ", ")
}

// isUnit tells a unit behind a number from the number.
func isUnit(r rune) bool { return unicode.IsLetter(r) || r == '"' || r == '″' || r == '”' }

func eitherDegree(celsius float64) string {
	return fmt.Sprintf("%.0f °C, %.0f °F", celsius, celsius*9/5+32)
}

func eitherPressure(p quantity.Pressure) string {
	return fmt.Sprintf("%.4g bar, %.4g psi", float64(p), p.In(quantity.PSI))
}

const rightUnit = "Is the unit right? That is a lot for this reading."
