package quantity

import (
	"fmt"
	"strings"
)

// Ambiguous is a text that can be read in more ways than one: nothing is guessed, a person says which.
type Ambiguous struct {
	Text     string
	Readings []string // those ways, as they would be typed to be understood
	why      string
}

func (e *Ambiguous) Error() string {
	return fmt.Sprintf("%q %s: write %s", e.Text, e.why, strings.Join(e.Readings, " or "))
}

// Either are the ways in which the text can be read.
func (e *Ambiguous) Either() []string { return e.Readings }

// either says both readings of a comma that may part thousands. The text is as it was typed.
func (p *lexer) either(text string) error {
	before, after, _ := strings.Cut(p.number, ",")
	small := strings.TrimSuffix(before+"."+strings.TrimRight(after, "0"), ".")
	head, tail, _ := strings.Cut(text, p.number)
	head = strings.TrimSpace(head)
	return &Ambiguous{Text: strings.TrimSpace(text), why: "may be thousands or decimals",
		Readings: []string{head + strings.TrimSpace(p.thousands+tail), head + strings.TrimSpace(small+tail)}}
}

// A Slip says why a bare number in a box may be in another unit than the box has.
type Slip string

// The slips of a unit.
const (
	BareFraction   Slip = "bare-fraction"    // half of all fractions are of an inch
	ManyDecimals   Slip = "many-decimals"    // .002 in a box of thou
	UnderDivision  Slip = "under-a-division" // less than the gauge shows
	slipDecimals        = 3
	asTyped             = "is a slip of the unit, perhaps"
	fractionOf          = "is a fraction of what?"
	finerThanGauge      = "is finer than the gauge in the hand shows"
)

// SlipOf says whether a text without a unit looks like a slip of it in a box of a unit, "" where it
// does not. Division, where it is not 0, is one division of the gauge: a reading of less than half of
// it, and not of nothing, is no reading of that gauge.
func SlipOf(text string, field Unit, division Length) Slip {
	p := lexer{rest: text}
	p.sign()
	from := p.rest
	if _, ok := p.magnitude(); !ok || strings.Trim(p.rest, spaces) != "" {
		return "" // with a unit, or no number
	}
	typed := strings.Trim(from[:len(from)-len(p.rest)], spaces)
	l, err := Parse(text, field)
	if err != nil {
		return ""
	}
	_, decimals, found := strings.Cut(strings.Replace(typed, ",", ".", 1), ".")
	switch {
	case strings.Contains(typed, "/"):
		return BareFraction
	case found && len(decimals) >= slipDecimals && field == UnitThou && l != 0:
		return ManyDecimals
	case l != 0 && 2*l.Abs() < division:
		return UnderDivision
	}
	return ""
}

// Ask is what a slip asks: the text in inches, or as it stands in the unit of its box.
func (s Slip) Ask(text string, field Unit) *Ambiguous {
	text = strings.TrimSpace(text)
	why := map[Slip]string{BareFraction: fractionOf, ManyDecimals: asTyped, UnderDivision: finerThanGauge}[s]
	return &Ambiguous{Text: text, why: why, Readings: []string{text + " " + string(UnitInch), text + " " + string(field)}}
}
