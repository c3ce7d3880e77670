package e2e

import (
	"fmt"
	"testing"

	"github.com/chromedp/chromedp"
)

// box types into a box of the step on the bench, over what stands there.
func (p *page) box(field, text string) {
	p.t.Helper()
	p.until(fmt.Sprintf(`document.querySelector('[data-field=%q]')`, field))
	p.text(fmt.Sprintf(`(b => { b.focus(); b.select(); return '' })(document.querySelector('[data-field=%q]'))`, field))
	p.keys(text)
}

// figure waits for what the step comes to.
func (p *page) figure(text string) {
	p.t.Helper()
	p.until(fmt.Sprintf(`document.querySelector('[data-figure]')?.textContent.trim() === %q`, text))
}

// By hand: 565 thou with a shim of 10 behind the impeller, where one more makes it smaller.
// The table says 14.5 mm, 570.9 thou. Of four fives a single one comes nearest:
// 565 + 10 − 5 = 570, 14.478 mm.
func TestShimsAreWorkedOutOnTheBench(t *testing.T) {
	t.Parallel()
	p := tab(t, "/jobs/J-0010?step=shims-work-front")
	p.at("shims-work-front")
	p.box("measured", "565")
	p.box("in_place[0]", "10")
	p.box("kit[0].thickness", "5")
	p.box("kit[0].count", "4")
	p.figure("570.0 thou")
	p.says("Take off")
	p.says("Stack then")
	// The same in millimetres: what was typed keeps its unit, the answer follows.
	p.keys("\x1bu")
	p.figure("14.478 mm")
	p.keys("u")
	p.figure("570.0 thou")
	// A count that is none is named, and stays.
	p.box("kit[0].count", "four")
	p.box("measured", "565") // while it is typed nobody interrupts
	p.until(`document.querySelector('[data-field="kit[0].count"]').getAttribute('aria-invalid') === 'true'`)
	p.box("kit[0].count", "4")
	p.figure("570.0 thou")
	p.keys("\x1b\n")
	p.kept()
	if got := p.text(
		`fetch('/api/v1/jobs/J-0010').then(r => r.json()).then(j => j.log.at(-1).body.tool.measured + ' ' + ` +
			`j.log.at(-1).body.unit)`); got != "565 thou" {
		t.Errorf("kept as %q", got)
	}
}

// The thinnest pack that turns free is sought by halves: of 0, 2, 3 and 5 the
// third is tried first.
func TestTheThinnestPackIsTried(t *testing.T) {
	t.Parallel()
	p := tab(t, "/jobs/J-0011?step=trial")
	p.at("trial")
	for i, pack := range []string{"0", "2", "3", "5"} {
		p.box(fmt.Sprintf("packs[%d]", i), pack)
	}
	p.figure("3.0 thou")
	p.box("trials[0].pack", "3")
	p.focus("trials[0].turns") // a list is a box as well: letters choose in it
	p.keys("f")
	p.figure("2.0 thou")
	p.box("trials[1].pack", "2")
	p.focus("trials[1].turns")
	p.keys("ru")
	p.figure("3.0 thou")
	p.says("nothing is left to try")
}

// What a check came to in the last jobs of the pump stands beside it, and one key opens all
// of its figures; what it condemns, and what decides a part, lead to each other.
func TestThePastAndWhatItCondemnsStandBesideAReading(t *testing.T) {
	t.Parallel()
	p := tab(t, "/jobs/J-0005?step=end-play-built")
	p.at("end-play-built")
	p.until(`document.querySelector('[data-last]')?.innerText.includes('Last time: 1.5 thou, J-0004')`)
	p.keys("\x1bl")
	p.until(`location.pathname === '/pumps/LS-204' && location.hash === '#past' && document.querySelector('#past')`)
	p.do(chromedp.Navigate(p.shop.URL + "/jobs/J-0005?step=inspect-chamber"))
	p.until(`document.querySelector('[data-decides]')?.innerText.includes('Readings that decide it')`)
	p.text(`String(document.querySelector('[data-decides] button').click())`)
	p.until(`document.querySelector('[data-decides]')?.innerText.includes('Out of its limit it condemns')`)
	p.until(`document.querySelector('[data-decides]').innerText.includes('Chamber')`)
}

// The bare shaft is read at its seal and, with the same dial, half way to the coupling: the
// picture of the shaft shows both, and what was found before stands with its causes. By hand:
// 0, 1, 2, 1 is 2.0 thou high at 6.
func TestTheShaftIsReadAlongItsLength(t *testing.T) {
	t.Parallel()
	p := tab(t, "/jobs/J-0005?step=runout-seal-built")
	p.at("runout-seal-built")
	p.until(`document.querySelector('[data-runs]')?.innerText.includes('As found: Along the shaft a straight line fits')`)
	p.keys("0\n0.5\n1\n0.5\n0")
	p.text(`String([...document.querySelectorAll('[data-also] button')]
		.find(b => b.innerText.includes('another place')).click())`)
	p.until(`document.activeElement?.dataset.field === 'body.also[0].along'`)
	p.keys("11 in\n0\n1\n2\n1\n0")
	p.until(`document.querySelector('[data-also]').innerText.includes('2.0 at 6')`)
	p.keys("\n")
	p.kept()
	p.until(`document.querySelector('[data-runs] svg').getAttribute('aria-label').includes('Bare shaft 2.0, high at 6')`)
	p.text(`String(document.querySelector('[data-causes]').click())`)
	p.until(`document.querySelector('[role=dialog]')?.innerText
		.includes('Third time: heat marks (J-0004, J-0002). Look at the flush.')`)
	p.until(`document.querySelector('[role=dialog]').innerText.includes('Read the bare shaft at')`)
	p.do(chromedp.Navigate(p.shop.URL + "/jobs/J-0005/sheet"))
	p.until(`document.querySelector('[data-runs] svg')?.getAttribute('aria-label')
		.includes('As built: Shaft run-out at the coupling')`)
}

// A screw of twelve threads to the inch and twelve notches: 5 thou are 0.06 of a
// turn, or 0.72 of a notch.
func TestTheScrewIsTurnedBack(t *testing.T) {
	t.Parallel()
	p := tab(t, "/jobs/J-0018?step=back-off")
	p.at("back-off")
	p.keys("5 thou")
	p.figure("0.06 turns")
	p.says("21.6°")
	p.says("0.72")
	p.keys("\n")
	p.kept()
	p.keys("\n")
	p.until(`new URLSearchParams(location.search).get('step') !== 'back-off'`)
}

const nosePlan = `key: nose
title: Nose of a housing
construction: A
version: 1
checks:
  nose: {title: Depth of the nose, short: Nose, instrument: depth, places: ["12", "4", "8"], limit: [nose]}
limits: {nose: {min: 5.00 mm, max: 5.10 mm, source: maker's drawing}}
stages:
  - id: work
    title: Work
    steps:
      - {id: nose, kind: measure, phase: built, check: nose, title: Depth of the nose}
      - {id: sign, kind: sign, title: Sign}
`

// A depth micrometer, in a plan of the shop's own. By hand: the mean of 5.02, 5.05 and
// 5.08 mm is 5.05, 198.8 thou; they differ by 0.06 mm, 2.4 thou.
func TestADepthIsReadAtSeveralPlaces(t *testing.T) {
	t.Parallel()
	p := tab(t, "/shop")
	p.takeIn(nosePlan, "nose", "ND-1")
	number := p.opened("ND-1")
	p.do(chromedp.Navigate(p.shop.URL + "/jobs/" + number + "?step=nose"))
	p.until(`document.activeElement?.dataset.field === 'body.places.readings[0].value'`)
	p.keys("5.02 mm\n5.05 mm\n5.08 mm")
	p.figure("198.8")
	p.says("Within, 2.0 thou to spare")
	p.says("Spread")
	p.keys("\n")
	p.kept()
	p.do(chromedp.Navigate(p.shop.URL + "/jobs/" + number + "/sheet"))
	p.until(`document.querySelector('[data-check=nose] [data-built]')?.textContent === '198.8'`)
}

// A bore is tried with a go / no-go plug: two sizes and one key, by mouse or by finger too, at every width.
func TestAPlugIsTriedInABore(t *testing.T) {
	t.Parallel()
	shop := shopOf(t)
	p := tabOf(t, shop, "p1", "/")
	p.takeIn(`key: hub-bore
title: A hub
construction: A
version: 1
format: 2
checks:
  bore: {title: Bore of the hub, short: Bore, instrument: plug, limit: [hub-bore], condemns: none}
limits: {hub-bore: {min: 25.000 mm, max: 25.021 mm, source: maker's drawing}}
stages:
  - id: work
    title: Work
    steps:
      - {id: bore, kind: measure, phase: built, check: bore, title: Try the plug in the hub}
`, "hub-bore", "HB-1")
	number := p.opened("HB-1")
	p.watched()
	for _, width := range []int64{390, 820, 1280} {
		p.do(chromedp.EmulateViewport(width, 900), chromedp.Navigate(shop.URL+"/jobs/"+number+"?step=bore"))
		p.box("body.plug.go", "25 mm")
		p.box("body.plug.no_go", "25.021 mm")
		p.tap(`document.querySelector('[data-entered=both]')`)
		p.says("Larger than the no-go end")
		p.tap(`document.querySelector('[data-entered=go]')`)
		p.says("Between go and no-go")
		if got := p.text(fmt.Sprintf(`String(document.documentElement.scrollWidth > %d)`, width)); got == "true" {
			t.Errorf("on %d it runs out of the page", width)
		}
	}
	p.keys("\x1b2")
	p.says("Larger than the no-go end")
	p.quiet("with a plug at three widths")
	// By keyboard alone, from an empty panel: two sizes, one key, Enter.
	p.press("Clear")
	p.until(`document.activeElement?.dataset.field === 'body.plug.go'`)
	p.keys("25 mm\n25.021 mm\n1")
	p.says("Between go and no-go")
	p.keys("\n")
	p.says("1 of 1")
}

// What a plan tells beside a step stands on the bench at every width: the lines in their order, the warning
// before them, and the way back, which goes there.
func TestAStepTellsHow(t *testing.T) {
	t.Parallel()
	shop := shopOf(t)
	p := tabOf(t, shop, "p1", "/")
	p.takeIn(`key: seated
title: A bearing
construction: A
version: 1
format: 3
tools: [Feeler gauges]
stages:
  - id: work
    title: Work
    steps:
      - {id: heat, kind: do, title: Heat the bearing, how: [Heat the bearing to 110 °C.]}
      - id: seat
        kind: do
        title: Check that the bearing is fully seated
        how: ["Let the bearing cool to 40 °C.", Try the thinnest feeler gauge all round the shaft shoulder.]
        right: The thinnest feeler gauge does not enter anywhere.
        why: A cocked bearing runs hot.
        tool: [Feeler gauges, Insulated gloves]
        warnings: [{hazard: The bearing is hot., consequence: It can burn you., avoidance: Wear insulated gloves.}]
        notices: [{hazard: The shield is thin., consequence: A pry bar dents it., avoidance: Do not pry at it.}]
        if_not: {says: "If the feeler gauge enters, reheat the bearing.", back: heat}
        search: [shoulder check]
`, "seated", "SE-1")
	number := p.opened("SE-1")
	p.watched()
	for _, width := range []int64{390, 820, 1280} {
		p.do(chromedp.EmulateViewport(width, 900), chromedp.Navigate(shop.URL+"/jobs/"+number+"?step=seat"))
		p.until(`document.querySelectorAll('[data-how] ol li').length === 2`)
		for _, words := range []string{"The bearing is hot. It can burn you. Wear insulated gloves.", "Do not pry at it.",
			"Feeler gauges, Insulated gloves", "does not enter anywhere", "reheat the bearing.", "shoulder check"} {
			p.says(words)
		}
		if got := p.text(fmt.Sprintf(`String(document.documentElement.scrollWidth > %d)`, width)); got == "true" {
			t.Errorf("on %d it runs out of the page", width)
		}
		p.tap(`document.querySelector('[data-back=heat]')`)
		p.until(`new URLSearchParams(location.search).get('step') === 'heat'`)
	}
	p.quiet("with what a step tells at three widths")
}
