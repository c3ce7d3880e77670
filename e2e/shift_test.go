package e2e

import (
	"fmt"
	"testing"

	"github.com/chromedp/chromedp"
)

// Who goes on stands at the bench with a word for them until the next entry, and stays on the sheet.
func TestSomebodyElseGoesOn(t *testing.T) {
	t.Parallel()
	shop := shopOf(t)
	p := tabOf(t, shop, "p1", "/jobs/J-0005/sheet")
	p.do(chromedp.EmulateViewport(390, 844))
	p.press("Somebody else goes on")
	p.until(`document.activeElement.matches('[data-reason]')`)
	p.keys("the seal is out, its seat is not yet measured")
	p.fill("Who goes on", "R. Lindqvist")
	p.press("Hand over")
	p.until(`!document.querySelector('[role=dialog]')`)
	p.says("R. Lindqvist goes on")
	next := tabOf(t, shop, "p2", "/jobs/J-0005?step=runout-seal-built")
	next.until(`document.querySelector('[data-shift]')?.innerText.includes('its seat is not yet measured')`)
	next.measure("runout-seal-built", "0 -1 -2 -1 0")
	next.until(`!document.querySelector('[data-shift]')`)
}

// Who goes on and what a customer is shown are asked in dialogs that open and close by key and by tap, on a
// phone, a tablet and a PC; nothing runs out of the page, and the console is told nothing.
func TestDialogsOfTheSheet(t *testing.T) {
	t.Parallel()
	p := tabOf(t, shopOf(t), "p3", "/jobs/J-0005/sheet")
	p.watched()
	for _, width := range []int64{390, 820, 1280} {
		p.do(chromedp.EmulateViewport(width, 900), chromedp.Navigate(p.shop.URL+"/jobs/J-0005/sheet"))
		// What still comes in moves the buttons under the finger.
		p.until(named("Somebody else goes on") + ` && (() => {
			const now = document.documentElement.scrollHeight + ' ' + document.querySelectorAll('*').length
			if (window.tall !== now) [window.tall, window.since] = [now, performance.now()]
			return performance.now() - window.since > 500 })()`)
		for button, close := range map[string]string{"Somebody else goes on": "Back", "Show it to a customer": "Close"} {
			p.tap(named(button))
			p.until(dialog)
			if over := p.text(fmt.Sprintf(`String(%s.querySelector('form').getBoundingClientRect().right > %d)`, dialog,
				width)); over == "true" {
				t.Errorf("%s on %d: the dialog runs out of the page", button, width)
			}
			p.tap(named(close))
			p.until(`!` + dialog)
			p.press(button)
			p.until(dialog)
			p.keys("\x1b")
			p.until(`!` + dialog)
		}
		p.quiet(fmt.Sprintf("with the dialogs of the sheet at %d", width))
	}
	p.press("Show it to a customer")
	p.until(`document.querySelector('[data-reach]')?.innerText.includes('answers this PC only')`)
}

// A step that takes a lead says so to a technician before anything is sent, and says nothing to a lead.
func TestALeadsStepIsSaidToBeOne(t *testing.T) {
	t.Parallel()
	shop := shopOf(t)
	p := tabOf(t, shop, "p1", "/")
	p.takeIn(`key: leads-own
title: With a step of a lead
construction: A
version: 1
format: 2
stages:
  - id: work
    title: Work
    steps:
      - {id: release, kind: do, title: Release it for lifting, lead: true}
      - {id: sign, kind: sign, title: Sign, lead: true}
`, "leads-own", "LD-1")
	number := p.opened("LD-1")
	const told = `document.querySelector('[data-may-not]')?.innerText.includes('only a lead does this step')`
	for _, width := range []int64{390, 820, 1280} {
		p.do(chromedp.EmulateViewport(width, 900), chromedp.Navigate(shop.URL+"/jobs/"+number+"?step=release"))
		p.until(told)
		if got := p.text(fmt.Sprintf(`String(document.documentElement.scrollWidth > %d)`, width)); got == "true" {
			t.Errorf("on %d it runs out of the page", width)
		}
	}
	lead := tabOf(t, shop, "p3", "/jobs/"+number+"?step=release")
	lead.at("release")
	lead.keys("\n")
	lead.until(`document.querySelector('[data-step=sign]')`)
	if got := lead.text(`String(!!document.querySelector('[data-may-not]'))`); got == "true" {
		t.Error("a lead is told that it takes one")
	}
}
