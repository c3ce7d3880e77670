package e2e

import (
	"testing"

	"github.com/chromedp/chromedp"
)

const handedPlan = `key: handed
title: Handed back
construction: A
version: 1
stages:
  - id: work
    title: Work
    steps:
      - {id: figures, kind: handed, title: Figures as it is handed back}
      - {id: sign, kind: sign, title: Sign}
`

// What was noted as a pump was handed back stands on its sheet and, signed, on its page.
func TestHandbackFigures(t *testing.T) {
	t.Parallel()
	p := tab(t, "/shop")
	p.takeIn(handedPlan, "handed", "HB-1")
	number := p.opened("HB-1")
	p.do(chromedp.Navigate(p.shop.URL + "/jobs/" + number + "?step=figures"))
	p.until(`document.activeElement?.dataset.field === 'body.handback.at[0].horizontal'`)
	p.keys("much\n")
	p.says("is not understood as a vibration")
	p.text(`String(document.querySelector('[data-field="body.handback.at[0].horizontal"]').select())`)
	p.text(`String(document.querySelector('[data-field="body.handback.at[0].horizontal"]').focus())`)
	p.keys("2.1\n1.4\n0.9\n61 °C\n22 °C\n480 gpm\n3.1 bar\n")
	p.kept()
	p.do(chromedp.Navigate(p.shop.URL + "/jobs/" + number + "/sheet"))
	p.says("Pump: horizontal 2.1 mm/s, vertical 1.4 mm/s, axial 0.9 mm/s, 61 °C; air 22 °C; flow 480 gpm;")
	p.do(chromedp.Navigate(p.shop.URL + "/jobs/" + number + "?step=sign"))
	p.until(`[...document.querySelectorAll('button')].some(b => b.innerText.startsWith('Sign and lock'))`)
	p.text(`String([...document.querySelectorAll('button')].find(b => b.innerText.startsWith('Sign and lock')).click())`)
	p.says("This job is signed.")
	p.do(chromedp.Navigate(p.shop.URL + "/pumps/HB-1"))
	p.until(`document.querySelector('[data-ran]')?.innerText.includes('480 gpm')`)
}
