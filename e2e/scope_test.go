package e2e

import (
	"fmt"
	"testing"

	"github.com/chromedp/chromedp"
)

// A pump whose seal is changed, checked or wholly overhauled.
const scopedPlan = `key: scoped
title: Small pump with scopes
construction: A
version: 1
format: 2
scopes:
  - {key: seal, title: Seal change, covers: "The seal alone, the gap is left as it is"}
  - {key: checks, title: Checks only, checks: true}
  - {key: all, title: Full overhaul}
complaints:
  - {key: leak, words: The seal leaks, scope: seal}
  - {key: rub, words: It rubs, scope: all}
arrives: [in-line, bench]
widens:
  - {key: shaft, when: [scope != all, shaft decided replace], to: all,
     why: the shaft is condemned and the gap must be set anew}
parts:
  - {key: shaft, title: Shaft, quantity: 1, findings: [{key: groove, words: Groove, outcome: replace, rule: r}]}
stages:
  - id: strip
    title: Strip
    steps:
      - {id: lock, kind: caution, when: arrives == in-line, title: Lock out, cautions: [Try it]}
      - {id: guard, kind: do, title: Guard off}
      - {id: look, kind: inspect, part: shaft, title: Look at the shaft}
  - id: build
    title: Build
    scopes: [seal, all]
    steps:
      - {id: seal-in, kind: do, title: Seal in}
      - {id: gap-set, kind: do, title: Set the gap, scopes: [all]}
  - id: end
    title: End
    steps:
      - {id: sign, kind: sign, title: Sign}
`

// takeIn takes a plan of the shop's own in and adds a pump that is repaired by it.
func (p *page) takeIn(text, plan, tag string) {
	p.t.Helper()
	p.shop.send(p.t, "p3", "POST", "/plans", map[string]string{"text": text})
	p.text(fmt.Sprintf(`(async () => {
		const send = async (path, body) => {
			const r = await fetch('/api/v1' + path, { method: 'POST', headers: { 'Content-Type': 'application/json' },
				body: JSON.stringify(body) })
			if (!r.ok) throw new Error(await r.text())
		}
		await send('/pumps', { tag: %q, name: 'Own', construction: 'A', plan: %q, options: {}, values: {}, limits: {} })
		return 'done'
	})()`, tag, plan))
}

// opened opens a job for a pump and returns its number.
func (p *page) opened(tag string) string {
	p.t.Helper()
	return p.text(fmt.Sprintf(`(async () => {
		const r = await fetch('/api/v1/jobs', { method: 'POST', headers: { 'Content-Type': 'application/json' },
			body: JSON.stringify({ id: crypto.randomUUID(), pump: %q, complaint: 'noise' }) })
		if (!r.ok) throw new Error(await r.text())
		return (await r.json()).number
	})()`, tag))
}

// A complaint proposes a scope; a condemned shaft calls for a wider one, and the work goes
// on when somebody has widened it. What is not on the pump is said, not ticked.
func TestAJobIsOpenedWithAScope(t *testing.T) {
	t.Parallel()
	p := tab(t, "/pumps")
	p.until(`document.querySelector('table')`)
	p.takeIn(scopedPlan, "scoped", "SC-1")
	p.do(chromedp.Navigate(p.shop.URL + "/jobs/new?pump=SC-1"))
	p.until(`document.querySelector('[data-why=leak]')`)
	p.text(`String(document.querySelector('[data-why=rub]').click())`)
	p.until(`document.querySelector('[data-choice=scope-all]').getAttribute('aria-pressed') === 'true'`)
	p.text(`String(document.querySelector('[data-why=leak]').click())`)
	p.until(`document.querySelector('[data-choice=scope-seal]').getAttribute('aria-pressed') === 'true'`)
	p.text(`String(document.querySelector('[data-choice=arrives-bench]').click())`)
	p.text(`String(document.querySelector("button[type=submit]").click())`)
	p.until(`document.querySelector('[data-scope]')?.textContent.includes('Seal change')`)
	p.at("guard")
	p.keys("s")
	p.until(`document.activeElement?.tagName === 'INPUT'`)
	p.keys("it has none\n")
	p.at("look")
	p.keys("1\n")
	p.until(`document.querySelector('[data-calls=shaft]')`)
	p.press("Widen to full overhaul")
	p.until(`!document.querySelector('[data-calls]')`)
	p.until(`document.querySelector('[data-scope]').textContent.includes('Full')`)
	p.until(`document.querySelector('[data-step="gap-set"]') || document.body.innerText.includes('Build')`)
	number := p.text(`location.pathname.split('/')[2]`)
	got := p.text(fmt.Sprintf(`fetch('/api/v1/jobs/%s').then(r => r.json()).then(j => j.complaint + '; ' +
		j.sheet.scope.changes.map(c => c.to).join() + '; ' + j.sheet.stages.map(s => s.steps.map(x => x.id + ' ' +
		(x.reading?.text ?? x.state)).join()).join('; '))`, number))
	const want = "The seal leaks; Full overhaul; guard not on this pump: it has none,look Groove; " +
		"seal-in open,gap-set open; sign blocked"
	if got != want {
		t.Errorf("the job is %q", got)
	}
	p.do(chromedp.Navigate(p.shop.URL + "/jobs/" + number + "/sheet"))
	p.until(`document.body.innerText.includes("Scope: Full overhaul, the pump came on the bench")`)
}
