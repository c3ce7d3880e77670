package e2e

import (
	"testing"

	"github.com/chromedp/chromedp"
)

const clockPlan = `key: clock
title: A wait and a leaf test
construction: A
version: 1
format: 2
stages:
  - id: work
    title: Work
    steps:
      - {id: shims, kind: count, of: shims, title: Shims out, free: true}
      - {id: cool, kind: wait, minutes: 20, title: Cool}
      - {id: held, kind: test, minutes: 5, drops: 0, title: Held}
      - {id: sign, kind: sign, title: Sign}
`

// What one person has begun the other sees; a clock runs on every screen until the step is
// kept; the list says what a job waits for.
func TestStepsAreInSomebodysHands(t *testing.T) {
	long(t)
	t.Parallel()
	p := tab(t, "/shop")
	p.takeIn(clockPlan, "clock", "CL-1")
	number := p.opened("CL-1")
	p.do(chromedp.Navigate(p.shop.URL + "/jobs/" + number + "?step=shims"))
	p.at("shims")
	p.keys("3")
	hands := `fetch('/api/v1/hands?job=` + number + `').then(r => r.json()).then(all => all.map(h => h.step + ' ' +
		h.by.name + (h.clock ? ' clock' : '')).join())`
	p.until(hands + `.then(x => x === 'shims M. Okafor')`)
	// The other person, at the same step.
	p.shop.send(t, "p2", "PUT", "/jobs/"+number+"/hands/cool", map[string]string{})
	p.keys("\n\n") // past the thickness
	p.kept()
	p.until(hands + `.then(x => !x.includes('shims'))`)
	p.keys("\n")
	p.at("cool")
	p.until(`document.querySelector('main').innerText.includes(' began this at ')`)
	p.keys("\x1b") // out of the box, so that letters are keys
	p.keys("h")
	p.until(`document.querySelector('[data-clocks]')?.innerText.includes('of 20 min')`)
	p.do(chromedp.Navigate(p.shop.URL + "/"))
	p.until(`document.querySelector('[data-clocks] a')?.getAttribute('href') === '/jobs/` + number + `?step=cool'`)
	p.do(chromedp.Navigate(p.shop.URL + "/jobs/" + number + "?step=cool"))
	p.at("cool")
	p.until(`document.querySelector('[data-clock]')?.textContent.startsWith('Continue')`)
	p.keys("\x1b")
	p.keys("h")
	p.until(`!document.querySelector('[data-clocks]')`)
	p.text(`String(document.querySelector("[data-main]").click())`)
	p.kept() // too early: a person decides
	p.do(chromedp.Navigate(p.shop.URL + "/"))
	p.until(`document.querySelector('[data-job="` + number + `"] [data-waits]')?.textContent ===
		'Waits for a decision: cool'`)
}

// A leak test is timed by the same clock, which fills in the minutes.
func TestALeakTestIsTimed(t *testing.T) {
	t.Parallel()
	p := tab(t, "/shop")
	p.takeIn(clockPlan, "clock", "CL-1")
	number := p.opened("CL-1")
	p.do(chromedp.Navigate(p.shop.URL + "/jobs/" + number + "?step=held"))
	p.at("held")
	p.text(`String(document.querySelector("[data-clock]").click())`)
	p.until(`document.querySelector('[data-clock]')?.textContent.startsWith('Stop')`)
	p.text(`String(document.querySelector("[data-clock]").click())`)
	p.until(`document.querySelector('[data-field="body.test.minutes"]')?.value === '0'`)
}
