package sheet_test

import (
	"testing"

	"settle/core/gauge"
	"settle/core/job/jobtest"
	"settle/core/log"
	"settle/core/quantity"
	"settle/core/sheet"
)

// What a plug told stands on the sheet with what its figures are, as it is judged.
func TestAPlugOnPaper(t *testing.T) {
	for ends, want := range map[gauge.PlugEnds][3]string{
		gauge.GoEnters:  {"25.000 – 25.021", "Between go and no-go", "Within"},
		gauge.BothEnter: {"25.021", "Larger than the no-go end", "Out"},
		gauge.NoneEnter: {"25.000", "No larger than the go end", "Out"},
	} {
		b := jobtest.OfText(t, `
checks: {bore: {title: Bore, short: Bore, instrument: plug, limit: [bore]}}
limits: {bore: {min: 25.000 mm, max: 25.021 mm, source: maker's drawing}}
stages:
  - {id: work, title: Work, steps: [{id: bore, kind: measure, phase: built, check: bore, title: Try the plug}]}
`)
		b.Keep("bore", log.Body{Unit: quantity.UnitMillimetre, Plug: &log.PlugForm{Go: quantity.Type("25"),
			NoGo: quantity.Type("25.021"), Entered: ends}})
		p := sheet.PaperOf(b.Sheet())
		row := p.Checks[0]
		if got := [3]string{row.Built.Text.Mm, row.Built.What, row.Built.Word}; got != want ||
			row.Limit.Mm != "25.000 to 25.021" || p.Sources[row.From-1] != "maker's drawing" {
			t.Errorf("%s: %q by %q, want %q", ends, got, row.Limit.Mm, want)
		}
	}
}
