package quantity

import (
	"bytes"
	"encoding/json"
	"fmt"
	"strings"
)

// Figure is a length as it is shown. It marshals to
// {"um":50.8,"thou":"2.0","mm":"0.051"}: the screen picks one and computes
// nothing.
type Figure struct{ Length }

// Show returns the length as a figure.
func Show(l Length) *Figure { return &Figure{l} }

// ShowMaybe returns the length as a figure, nil for nil.
func ShowMaybe(l *Length) *Figure {
	if l == nil {
		return nil
	}
	return Show(*l)
}

// MarshalJSON writes the length in micrometres and as text in both units.
func (f Figure) MarshalJSON() ([]byte, error) {
	b := append(make([]byte, 0, 48), `{"um":`...)
	b = append(b, f.Exact(UnitMicrometre)...)
	b = f.AppendThou(append(b, `,"thou":"`...))
	b = f.AppendMm(append(b, `","mm":"`...))
	return append(b, `"}`...), nil
}

// UnmarshalJSON reads what MarshalJSON wrote; the micrometres count.
func (f *Figure) UnmarshalJSON(b []byte) error {
	// A page of forty jobs reads some thousands of them back, so what MarshalJSON wrote
	// is read where it stands.
	if um, ok := bytes.CutPrefix(b, []byte(`{"um":`)); ok {
		if end := bytes.IndexAny(um, ",}"); end > 0 {
			return f.Length.UnmarshalJSON(um[:end])
		}
	}
	var x struct {
		Um Length `json:"um"`
	}
	if err := json.Unmarshal(b, &x); err != nil {
		return err
	}
	f.Length = x.Um
	return nil
}

// Sentence is a sentence with lengths in it, in both units.
type Sentence struct {
	Thou string `json:"thou"`
	Mm   string `json:"mm"`
}

// Plainly is a sentence without a length.
func Plainly(words string) Sentence { return Sentence{words, words} }

// A Format is a sentence with a %s for each of its parts. Constants become one by themselves; a text
// from elsewhere, such as the name of a place with a % in it, does not.
type Format string

// Say writes a sentence. Its parts are lengths, which are shown in both units; sentences; and
// anything else as it is. Where a length shown to the usual decimals would be nothing, more are
// shown: "over by 0.0" helps nobody.
func Say(format Format, parts ...any) Sentence { return say(1, format, parts) }

// SayFine is Say for what is measured in micrometres, such as a bearing seat:
// a tenth of a thou is two of them and a half.
func SayFine(format Format, parts ...any) Sentence { return say(2, format, parts) }

// Bare is a length as Say writes it, without its unit.
func Bare(l Length) Sentence { return bare(1, l) }

// BareFine is a length as SayFine writes it, without its unit.
func BareFine(l Length) Sentence { return bare(2, l) }

func bare(thouDecimals int, l Length) Sentence {
	return Sentence{short(l, UnitThou, thouDecimals), short(l, UnitMillimetre, 3)}
}

func say(thouDecimals int, format Format, parts []any) Sentence {
	thou, mm := make([]any, len(parts)), make([]any, len(parts))
	for i, p := range parts {
		switch p := p.(type) {
		case Length:
			s := bare(thouDecimals, p)
			thou[i], mm[i] = s.Thou+" thou", s.Mm+" mm"
		case Sentence:
			thou[i], mm[i] = p.Thou, p.Mm
		default:
			thou[i], mm[i] = p, p
		}
	}
	return Sentence{fmt.Sprintf(string(format), thou...), fmt.Sprintf(string(format), mm...)}
}

func short(l Length, unit Unit, decimals int) string {
	for ; decimals < 6; decimals++ {
		if s := l.In(unit, decimals); l == 0 || strings.Trim(s, "-0.") != "" {
			return s
		}
	}
	return l.Exact(unit)
}

// Distance is a length that is paced off rather than measured, in inches or millimetres.
func Distance(l Length) Sentence {
	mm := l.Um() / 1000
	return Sentence{fmt.Sprintf("%.4g in", mm/25.4), fmt.Sprintf("%.4g mm", mm)}
}
