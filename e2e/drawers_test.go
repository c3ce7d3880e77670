package e2e

import (
	"testing"

	"github.com/chromedp/cdproto/network"
	"github.com/chromedp/chromedp"
)

// 8a: what is in a drawer is opened and closed at the widths of a phone, a tablet and a PC, and the page
// stands after it. Browsers return a promise from scrolling by now: an effect that returned it brought
// the page down.
func TestDrawersOpenAndClose(t *testing.T) {
	t.Parallel()
	p := tab(t, "/jobs/J-0005?step=runout-seal-built")
	for _, width := range []int64{390, 820, 1280} {
		p.do(chromedp.EmulateViewport(width, 900), chromedp.Navigate(p.shop.URL+"/jobs/J-0005?step=runout-seal-built"))
		p.until(`document.querySelector('[data-figure]')`)
		p.keys("\x1b")
		for _, drawer := range []string{"o", "t", "o"} {
			p.keys(drawer)
			if width < 900 {
				p.until(`document.querySelector('[role=presentation] .MuiDrawer-paper')`)
			}
			p.keys("\x1b")
			p.until(`!document.querySelector('[role=presentation] .MuiDrawer-paper') && document.querySelector('[data-figure]')`)
			if broken := p.text(`String(document.body.innerText.includes('could not be shown'))`); broken == "true" {
				t.Fatalf("%d wide: the page came down", width)
			}
		}
	}
}

// 8b: of a difference of two readings both keep their unit when the other one is shown: 12 less 11.6 mm
// stays 0.4 mm.
func TestADifferenceKeepsItsUnit(t *testing.T) {
	t.Parallel()
	p := tab(t, "/shop")
	p.takeIn(depthsPlan, "depths", "DP-1")
	number := p.opened("DP-1")
	p.do(Settings("p1", "mm", "light"), chromedp.Navigate(p.shop.URL+"/jobs/"+number+"?step=pin"))
	p.until(`document.activeElement?.dataset.field === 'body.direct.value'`)
	p.keys("12\n11.6")
	p.figure("0.400")
	p.keys("\x1bu")
	p.figure("15.7")
	p.until(`document.querySelector('[data-field="body.direct.less"]').value === '11.6 mm'`)
	p.do(chromedp.Navigate(p.shop.URL + "/jobs/" + number + "?step=pin")) // from the draft
	p.figure("15.7")
	p.keys("\x1bu")
	p.figure("0.400")
}

const depthsPlan = `key: depths
title: A pin in its notch
construction: A
version: 1
format: 2
checks:
  pin: {title: Notch less pin, short: Pin, instrument: direct, limit: [pin-room], depths: [Notch, Pin], condemns: none}
limits: {pin-room: {min: 0.1 mm, max: 2 mm, source: drawing}}
stages:
  - id: work
    title: Work
    steps:
      - {id: pin, kind: measure, phase: built, check: pin, title: Notch less pin}
      - {id: sign, kind: sign, title: Sign}
`

// 8l: what is typed while a save is on its way is not lost: it stands in its box and corrects what was
// kept of it.
func TestWhatIsTypedDuringASaveStays(t *testing.T) {
	t.Parallel()
	p := tab(t, "/shop")
	p.takeIn(depthsPlan, "depths", "TY-1")
	number := p.opened("TY-1")
	p.do(Settings("p1", "mm", "light"), chromedp.Navigate(p.shop.URL+"/jobs/"+number+"?step=pin"))
	p.until(`document.activeElement?.dataset.field === 'body.direct.value'`)
	p.slow(1200)
	p.keys("12\n11.6\n")
	p.until(`document.querySelector('[data-main]').getAttribute('aria-disabled') === 'true'`)
	p.focus("body.direct.less")
	p.text(`String(document.activeElement.select())`)
	p.keys("11.5")
	p.until(`document.querySelector('[data-step=pin]').dataset.state === 'done'`)
	p.slow(0)
	p.until(`document.querySelector('[data-field="body.direct.less"]').value.startsWith('11.5')`)
	p.until(`document.querySelector('[data-field=reason]')`) // a correction of what was kept
}

// slow makes every answer take so many milliseconds.
func (p *page) slow(ms float64) {
	p.t.Helper()
	if _, err := chromedp.Call(p.ctx, network.EmulateNetworkConditionsByRule,
		network.EmulateNetworkConditionsByRuleParams{MatchedNetworkConditions: []*network.Conditions{{Latency: ms,
			DownloadThroughput: -1, UploadThroughput: -1}}}); err != nil {
		p.t.Fatal(err)
	}
}
