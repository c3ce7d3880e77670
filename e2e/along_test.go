package e2e

import (
	"testing"

	"github.com/chromedp/chromedp"
)

const alongPlan = `key: along
title: Bare shaft at two places
construction: A
version: 1
format: 2
values:
  - {key: z-hub, title: "Along the shaft: beside the hub", kind: length, default: 40 mm}
checks:
  bare: {title: Bare shaft, short: Bare, instrument: along, surface: rim, indicator: fixed, limit: [bare],
    clock: ["12", "3", "6", "9"], places: [Beside the hub, At the seal], sign: seal-runout, condemns: none}
limits: {bare: {max: 50 um, source: maker's manual}}
shaft_line:
  pieces: [bearing-frame, seal-chamber]
  stations:
    - {check: bare, place: Beside the hub, at: bearing-frame.coupling-journal, along: z-hub}
    - {check: bare, place: At the seal, at: seal-chamber.sleeve, sleeve: false}
stages:
  - id: work
    title: Work
    steps:
      - {id: bare, kind: measure, phase: built, check: bare, title: Bare shaft}
      - {id: sign, kind: sign, title: Sign}
`

// A dial at two places along the shaft is typed straight through; each place has its own
// verdict and its own line on the sheet.
func TestADialAtSeveralPlaces(t *testing.T) {
	long(t)
	t.Parallel()
	p := tab(t, "/shop")
	p.takeIn(alongPlan, "along", "AL-1")
	number := p.opened("AL-1")
	p.do(chromedp.Navigate(p.shop.URL + "/jobs/" + number + "?step=bare"))
	p.at("bare")
	p.keys("0 mm\n0.01 mm\n0.02 mm\n0.01 mm\n0 mm\n0 mm\n0.04 mm\n0.08 mm\n0.04 mm\n0 mm\n")
	p.says("Out of limit")
	p.kept()
	p.do(chromedp.Navigate(p.shop.URL + "/jobs/" + number + "/sheet"))
	p.says("Bare shaft, beside the hub, at 1.575 in, assumed")
	p.says("Bare shaft, at the seal")
	rows := p.text(`[...document.querySelectorAll('[data-check=bare]')].map(r => r.cells[0].textContent + ' ' +
		r.cells[6].textContent.trim()).join()`)
	if rows != "A Within,B Out" {
		t.Errorf("the sheet says %s", rows)
	}
}
