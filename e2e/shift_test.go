package e2e

import (
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
