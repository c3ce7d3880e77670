package e2e

import (
	"testing"

	"github.com/chromedp/chromedp"
)

// What was written on a work order is typed in afterwards, with whose work it was and the
// time as it was written.
func TestTypedFromPaper(t *testing.T) {
	t.Parallel()
	p := tab(t, "/shop")
	p.takeIn(clockPlan, "clock", "CL-1")
	p.do(chromedp.Navigate(p.shop.URL + "/jobs/new?pump=CL-1"))
	p.until(`document.querySelector('[data-work-order]')?.getAttribute('href').startsWith('/api/v1/pumps/CL-1/order.pdf')`)
	number := p.opened("CL-1")
	p.do(chromedp.Navigate(p.shop.URL + "/jobs/" + number + "?step=shims"))
	p.at("shims")
	p.keys("\x1b")
	p.keys("x")
	p.until(`document.querySelector('[data-paper] input[type=time]')`)
	for box, text := range map[string]string{"date": "2026-11-20", "time": "09:40"} {
		p.text(`(() => { const box = document.querySelector('[data-paper] input[type=` + box + `]')
			Object.getOwnPropertyDescriptor(HTMLInputElement.prototype, 'value').set.call(box, '` + text + `')
			box.dispatchEvent(new Event('input', { bubbles: true })); return 'typed' })()`)
		p.until(`document.querySelector('[data-paper] input[type=` + box + `]').value === '` + text + `'`)
	}
	p.focus("body.count.count")
	p.keys("3\n\n")
	p.kept()
	p.says("Written on paper, typed in by")
	got := p.text(`fetch('/api/v1/jobs/` + number + `').then(r => r.json()).then(j => { const e = j.log.at(-1);
		const d = new Date(e.done_at); return [e.on_paper, e.done_by, d.getHours(), d.getMinutes(), d.getDate()].join() })`)
	if got != "true,M. Okafor,9,40,20" {
		t.Errorf("the entry says %s", got)
	}
}
