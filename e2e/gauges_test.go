package e2e

import (
	"testing"

	"github.com/chromedp/chromedp"
)

// pick takes an option of a list that is the browser's own.
func (p *page) pick(selector, value string) {
	p.t.Helper()
	p.text(`(() => {
		const list = document.querySelector('` + selector + `')
		Object.getOwnPropertyDescriptor(HTMLSelectElement.prototype, 'value').set.call(list, '` + value + `')
		list.dispatchEvent(new Event('change', { bubbles: true }))
		return list.value
	})()`)
}

// The gauge in the hand is asked once, stands behind the reading and on the sheet; past its day
// it goes on with a word.
func TestTheGaugeInTheHand(t *testing.T) {
	t.Parallel()
	p := tab(t, "/jobs/J-0005?step=runout-seal-built")
	p.at("runout-seal-built")
	const list = `[data-gauge-in-hand] select`
	p.until(`document.querySelector('` + list + `')?.value === 'IND-1'`)
	p.says("Read to 0.5 thou, as the register has it")
	p.keys("0\n0.5\n1\n0.5\n0\n")
	p.kept()
	p.do(chromedp.Navigate(p.shop.URL + "/jobs/J-0005/sheet"))
	p.until(`document.querySelector('[data-sheet-gauges]')?.innerText.includes('Run-out of the bare shaft, as built')`)
	// None of the register: the division is asked again, and it is remembered.
	p.do(chromedp.Navigate(p.shop.URL + "/jobs/J-0005?step=runout-coupling-built"))
	p.until(`document.querySelector('` + list + `')?.value === 'IND-1'`)
	p.pick(list, "")
	p.until(`document.querySelector('#graduation')`)
	p.do(chromedp.Navigate(p.shop.URL + "/jobs/J-0032?step=soft-foot"))
	p.until(`document.querySelector('` + list + `')?.value === ''`)
	p.pick(list, "IND-1")
	p.says("Known: graduation 0.5 thou, mpe 0.3 thou.")
}

// A gauge is put in, found bad and calibrated; what it touched leads to the reading.
func TestTheRegisterOfGauges(t *testing.T) {
	t.Parallel()
	p := tab(t, "/gauges")
	p.until(`document.querySelectorAll('[data-gauges] tbody tr').length === 9`)
	p.says("past due")
	p.text(`String([...document.querySelectorAll('button')].find(b => b.innerText === 'Add a gauge').click())`)
	p.until(`document.activeElement?.dataset.gauge === 'key'`)
	p.keys("IND-7")
	p.text(`String(document.querySelector('[data-gauge=name]').focus())`)
	p.keys("Dial indicator, long")
	p.text(`String(document.querySelector('[data-gauge=graduation]').focus())`)
	p.keys("fine\n")
	p.until(`document.querySelector('[role=dialog]')?.innerText.includes('with its unit, such as 0.01 mm')`)
	p.text(`String(document.querySelector('[data-gauge=graduation]').select())`)
	p.keys("0.01 mm\n")
	p.until(`location.pathname === '/gauges/IND-7' && document.body.innerText.includes('never calibrated')`)
	p.do(chromedp.Navigate(p.shop.URL + "/gauges/IND-2"))
	p.until(`document.querySelector('[data-touched]')?.innerText.includes('What it was used for since 2026-01-12')`)
	p.until(`document.querySelector('[data-touched] tbody tr').innerText.includes('End play, as found')`)
	p.text(`String(document.querySelector('[data-touched] tbody a').click())`)
	p.until(`location.pathname === '/jobs/J-0005' && location.search.includes('end-play-found')`)
	p.do(chromedp.Navigate(p.shop.URL + "/gauges/IND-1/label"))
	p.until(`document.querySelector('img[alt^="Label of IND-1"]')?.naturalWidth > 0`)
}
