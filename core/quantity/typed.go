package quantity

import (
	"encoding/json"
	"fmt"
	"strconv"
	"strings"
)

// Typed is a length as it was typed, kept to the letter. Its zero value is a
// field nobody filled in. In JSON it is a string, or a number of micrometres.
type Typed struct {
	text  string
	given bool
}

// Type returns text as a filled-in field.
func Type(text string) Typed { return Typed{text: text, given: true} }

// Given reports whether the field was there at all; Blank whether nothing but
// spaces stands in it.
func (t Typed) Given() bool { return t.given }

// Blank reports whether the field is missing or holds only spaces.
func (t Typed) Blank() bool { return strings.TrimSpace(t.text) == "" }

// String returns what was typed.
func (t Typed) String() string { return t.text }

// IsZero lets encoding/json leave a field out that was never filled in.
func (t Typed) IsZero() bool { return !t.given }

// Length parses what was typed; bare numbers are in the field's unit.
func (t Typed) Length(unit Unit) (Length, error) {
	if !t.given {
		return 0, fmt.Errorf("is missing: write a length such as 2 thou or 0.05 mm")
	}
	return Parse(t.text, unit)
}

// MarshalJSON writes the text as it was typed.
func (t Typed) MarshalJSON() ([]byte, error) { return json.Marshal(t.text) }

// UnmarshalJSON takes a string as typed, a number as micrometres and null as
// not given.
func (t *Typed) UnmarshalJSON(b []byte) error {
	switch {
	case string(b) == "null":
		*t = Typed{}
		return nil
	case b[0] == '"':
		var s string
		if err := json.Unmarshal(b, &s); err != nil {
			return err
		}
		*t = Type(s)
		return nil
	case b[0] == '-' || b[0] >= '0' && b[0] <= '9':
		um, err := strconv.ParseFloat(string(b), 64)
		if err != nil {
			return fmt.Errorf("%.20s is not a number of micrometres", b)
		}
		l, err := FromUm(um)
		if err != nil {
			return fmt.Errorf("%.20s µm %w", b, err)
		}
		*t = Type(l.Exact(UnitMicrometre) + " um")
		return nil
	}
	return fmt.Errorf("is not a length: write a text such as \"2 thou\", or a number of micrometres")
}
