package e2e

import (
	"testing"

	"github.com/chromedp/chromedp"
)

const carryPlan = `key: carry
title: Shims by what was measured
construction: A
version: 1
format: 2
checks:
  gap: {title: Gap, short: Gap, instrument: direct, limit: [gap], condemns: none}
limits: {gap: {min: 0.4 mm, max: 0.6 mm, source: drawing}}
stages:
  - id: work
    title: Work
    steps:
      - {id: shims-out, kind: count, of: shims, title: Shims out, free: true}
      - {id: gap-found, kind: measure, phase: found, check: gap, title: "Gap, as found"}
      - {id: set, kind: set, method: shims, window: gap, adding: closes, title: Shims worked out,
         from: {measured: gap as found, "in_place[0]": count shims-out pack}}
      - {id: sign, kind: sign, title: Sign}
`

// What was measured stands in the box already, with where it comes from; it can be typed
// over and taken back. Where it is measured again the step is to be done again.
func TestFiguresAreCarried(t *testing.T) {
	t.Parallel()
	p := tab(t, "/shop")
	p.takeIn(carryPlan, "carry", "CA-1")
	number := p.opened("CA-1")
	p.do(chromedp.Navigate(p.shop.URL + "/jobs/" + number + "?step=shims-out"))
	p.at("shims-out")
	p.keys("3\n1 mm\n")
	p.kept()
	p.keys("\n")
	p.at("gap-found")
	p.keys("0.9 mm\n")
	p.kept()
	p.keys("n") // what is out is not run past with Enter
	p.at("set")
	box := func(field string) string {
		return `document.querySelector('[data-field="` + field + `"]')`
	}
	p.until(box("measured") + `?.value === '0.9 mm' && ` + box("in_place[0]") + `.value === '1 mm'`)
	p.says("from Gap, as found")
	p.focus("measured")
	p.keys("0.8 mm")
	p.says("typed; Gap, as found: 0.9 mm")
	p.press("typed; Gap, as found: 0.9 mm")
	p.until(box("measured") + `.value === '0.9 mm'`)
	p.focus("kit[0].thickness")
	p.keys("0.4 mm\n2\n")
	p.text(`String(document.querySelector("[data-main]").click())`)
	p.kept()
	if from := p.text(`fetch('/api/v1/jobs/` + number + `').then(r => r.json()).then(j => Object.keys(j.log.at(-1).from)
		.join())`); from != "tool.in_place[0],tool.measured" {
		t.Errorf("it was carried into %s", from)
	}
	// Corrected, the reading sends the setting back.
	p.do(chromedp.Navigate(p.shop.URL + "/jobs/" + number + "?step=gap-found"))
	p.at("gap-found")
	p.press("Measure again")
	p.until(`document.activeElement?.dataset.field === 'body.direct.value' && document.activeElement.value === ''`)
	p.keys("0.7 mm\nset-up moved\n")
	p.until(`document.querySelector('[data-step=set]') && fetch`)
	p.do(chromedp.Navigate(p.shop.URL + "/jobs/" + number + "?step=set"))
	p.says("Gap, as found was 0.9 mm and is 0.7 mm now")
}

const runPlan = `key: run
title: Small acts in a row
construction: A
version: 1
format: 2
stages:
  - id: work
    title: Work
    steps:
      - {id: guard, kind: do, title: Guard off}
      - {id: pipes, kind: do, title: Pipes off}
      - {id: lock, kind: caution, title: Lock out, cautions: [Try it]}
      - {id: cover, kind: do, title: Cover off}
      - {id: sign, kind: sign, title: Sign}
`

// Small acts stand as one list: Enter ticks the next, each an entry of its own; a caution
// ends the row; the last tick is taken back at once.
func TestSmallActsStandInARow(t *testing.T) {
	t.Parallel()
	p := tab(t, "/shop")
	p.takeIn(runPlan, "run", "RU-1")
	number := p.opened("RU-1")
	p.do(chromedp.Navigate(p.shop.URL + "/jobs/" + number + "?step=guard"))
	p.at("guard")
	row := `[...document.querySelectorAll('[data-run] li')].map(l => l.textContent).join()`
	if got := p.text(row); got != "Guard off,Pipes off" {
		t.Errorf("in a row stand %s", got)
	}
	p.keys("\n")
	p.at("pipes")
	p.keys("z")
	p.at("guard")
	p.until(`document.querySelector('[data-main]')?.textContent.startsWith('Done')`)
	p.keys("\n")
	p.at("pipes")
	p.keys("\n")
	p.at("lock")
	if got := p.text(`String(document.querySelector('[data-run]'))`); got != "null" {
		t.Error("a caution stands in the row")
	}
	kinds := p.text(`fetch('/api/v1/jobs/` + number + `').then(r => r.json()).then(j => j.log.map(e => e.kind + ' ' +
		(e.step ?? '')).join())`)
	if kinds != "opened ,kept guard,withdrawn guard,kept guard,kept pipes" {
		t.Errorf("the log has %s", kinds)
	}
}
