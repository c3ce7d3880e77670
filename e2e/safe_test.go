package e2e

import (
	"context"
	"fmt"
	"testing"

	"github.com/chromedp/cdproto/cdp"
	"github.com/chromedp/cdproto/emulation"
	"github.com/chromedp/cdproto/input"
	cdppage "github.com/chromedp/cdproto/page"
	"github.com/chromedp/chromedp"
)

// watched has every page that is opened from now on note what its console is told of errors.
func (p *page) watched() {
	p.t.Helper()
	p.do(func(ctx context.Context, t *chromedp.Target) (chromedp.Void, error) {
		_, err := cdp.Call(ctx, t, cdppage.AddScriptToEvaluateOnNewDocument,
			cdppage.AddScriptToEvaluateOnNewDocumentParams{Source: `window.told = []
				for (const level of ['error', 'warn']) {
					const was = console[level]
					console[level] = (...said) => { window.told.push(said.join(' ')); was(...said) }
				}
				addEventListener('securitypolicyviolation', e => window.told.push(
					e.violatedDirective + ' blocks ' + (e.blockedURI || e.sourceFile)))
				addEventListener('error', e => window.told.push(String(e.message)))
				addEventListener('unhandledrejection', e => window.told.push(String(e.reason)))`})
		return chromedp.Void{}, err
	})
}

// quiet fails where the console was told of something.
func (p *page) quiet(when string) {
	p.t.Helper()
	if said := p.text(`window.told.join('\n')`); said != "" {
		p.t.Errorf("%s the console says:\n%s", when, said)
	}
}

// tap touches the middle of what a script finds, as a finger does.
func (p *page) tap(script string) {
	p.t.Helper()
	p.until(script)
	p.do(func(ctx context.Context, t *chromedp.Target) (chromedp.Void, error) {
		if _, err := cdp.Call(ctx, t, emulation.SetTouchEmulationEnabled,
			emulation.SetTouchEmulationEnabledParams{Enabled: true}); err != nil {
			return chromedp.Void{}, err
		}
		at, err := chromedp.Evaluate[[]float64](`(e => { e.scrollIntoView({ block: 'nearest', behavior: 'instant' })
			const r = e.getBoundingClientRect()
			// In its middle, or where it can be touched: something may lie over it.
			return [[0.5, 0.5], [0.95, 0.5], [0.05, 0.5], [0.5, 0.05], [0.5, 0.95]]
				.map(([x, y]) => [r.x + r.width * x, r.y + r.height * y])
				.find(([x, y]) => e.contains(document.elementFromPoint(x, y))) ?? [] })(`+script+`)`)(ctx, t)
		if err != nil {
			return chromedp.Void{}, err
		}
		if len(at) == 0 {
			return chromedp.Void{}, fmt.Errorf("nobody can touch %s", script)
		}
		for _, e := range []input.DispatchTouchEventParams{
			{Type: input.DispatchTouchEventTypeTouchStart, TouchPoints: []*input.TouchPoint{{X: at[0], Y: at[1]}}},
			{Type: input.DispatchTouchEventTypeTouchEnd, TouchPoints: []*input.TouchPoint{}}} {
			if _, err := cdp.Call(ctx, t, input.DispatchTouchEvent, e); err != nil {
				return chromedp.Void{}, err
			}
		}
		return chromedp.Void{}, nil
	})
}

// named finds the button or the option of that name which can be seen.
func named(name string) string {
	return fmt.Sprintf(`[...document.querySelectorAll('button, [role=option], [role=combobox], a')].find(b =>
		b.innerText.trim() === %q && b.offsetParent)`, name)
}

// listOf finds the list under a label.
func listOf(label string) string {
	return fmt.Sprintf(`[...document.querySelectorAll('[role=combobox]')].find(c => c.getAttribute('aria-labelledby')
		?.split(' ').some(id => document.getElementById(id)?.textContent.trim() === %q))`, label)
}

const (
	dialog  = `document.querySelector('[role=dialog]')`
	listbox = `document.querySelector('[role=listbox]')`
)

// Each dialog and menu of the change is opened and closed at the widths of a phone, a tablet and a PC, by
// key and by tap, and nothing runs out of the page or is told to the console.
func TestDialogsAndMenusByKeyAndByTap(t *testing.T) {
	t.Parallel()
	p := tabOf(t, shopOf(t), "p3", "/gauges")
	p.watched()
	fits := func(what string, width int64) {
		t.Helper()
		if over := p.text(`String(document.documentElement.scrollWidth - ` + fmt.Sprint(width) + `)`); over != "0" {
			t.Errorf("%s on %d: the page is %s too wide", what, width, over)
		}
	}
	for _, width := range []int64{390, 820, 1280} {
		p.do(chromedp.EmulateViewport(width, 900), chromedp.Navigate(p.shop.URL+"/gauges"))
		p.tap(named("Add a gauge"))
		p.until(dialog)
		fits("the dialog of a gauge", width)
		for _, menu := range []string{"Kind", "It is read here to"} {
			p.tap(listOf(menu))
			p.until(listbox)
			p.keys("\x1b")
			p.until(`!` + listbox + ` && ` + dialog)
		}
		p.choose("It is read here to", "half a division")
		p.until(listOf("It is read here to") + `.innerText.trim() === 'half a division'`)
		p.tap(named("Leave it"))
		p.until(`!` + dialog)
		p.press("Add a gauge")
		p.until(dialog)
		p.keys("\x1b")
		p.until(`!` + dialog)
		p.quiet(fmt.Sprintf("with the dialogs at %d", width))

		p.do(chromedp.Navigate(p.shop.URL + "/shop"))
		p.until(`document.querySelector('[data-recall]')?.innerText.includes('There is none')`)
		fits("the shop", width)
		for menu, choice := range map[string]string{"Temperatures": "°F", "Pressures": "psi", "Torques": "lbf·ft",
			"Vibration": "in/s"} {
			p.tap(listOf(menu))
			p.until(listbox)
			p.tap(named(choice))
			p.until(`!` + listbox + ` && ` + listOf(menu) + `.innerText.trim() === '` + choice + `'`)
		}
		p.quiet(fmt.Sprintf("on the shop's page at %d", width))
	}
}

// The order of the work and what a step tells are drawers on a phone and stand beside the step on a PC: by
// key, by tap, and closed by tapping beside them.
func TestDrawersByTap(t *testing.T) {
	t.Parallel()
	p := tab(t, "/favicon.svg")
	p.watched()
	const drawer = `document.querySelector('[role=presentation] .MuiDrawer-paper')`
	for _, width := range []int64{390, 820} {
		p.do(chromedp.EmulateViewport(width, 900),
			chromedp.Navigate(p.shop.URL+"/jobs/J-0005?step=runout-seal-built"))
		p.until(`document.querySelector('[data-figure]')`)
		for _, name := range []string{"Order of work", "What this tells you"} {
			p.tap(`[...document.querySelectorAll('button')].find(b => b.offsetParent && b.innerText.startsWith('` + name + `'))`)
			p.until(drawer)
			p.until(drawer + `.getBoundingClientRect().right <= ` + fmt.Sprint(width+1))
			p.tap(`document.querySelector('[role=presentation] .MuiBackdrop-root')`)
			p.until(`!` + drawer + ` && document.querySelector('[data-figure]')`)
		}
		p.quiet(fmt.Sprintf("with the drawers at %d", width))
	}
}

// A figure that may be read in two ways is asked back with a key for each; nothing is kept until one is
// taken, by a tap as by a key.
func TestTwoKeysAtTheBox(t *testing.T) {
	t.Parallel()
	p := tab(t, "/shop")
	p.takeIn(depthsPlan, "depths", "TK-1")
	number := p.opened("TK-1")
	p.watched()
	p.do(chromedp.Navigate(p.shop.URL + "/jobs/" + number + "?step=pin"))
	p.until(`document.activeElement?.dataset.field === 'body.direct.value'`)
	const either = `document.querySelector('[data-either]')`
	p.keys("0.472\n")
	p.until(either + `?.innerText.replace(/\s+/g, ' ').trim() === '0.472 in 0.472 thou'`)
	p.keys("0.457 in\n\n")
	p.until(either)
	if n := len(p.log(number)); n != 1 {
		t.Fatalf("%d entries are kept before it is said what is meant", n)
	}
	p.tap(`[...document.querySelectorAll('[data-either] button')].find(b => b.innerText.trim() === '0.472 in')`)
	p.until(`!` + either + ` && document.querySelector('[data-field="body.direct.value"]').value === '0.472 in'`)
	p.figure("15.0")
	p.focus("body.direct.less")
	p.keys("\n\n")
	p.kept()
	if body := p.log(number)[1].Body; body.Direct.Value.String() != "0.472 in" {
		t.Errorf("kept is %+v", body.Direct)
	}
	p.quiet("at the box")
}

// A plain number of a tool is asked back as a length is.
func TestTwoKeysAtATool(t *testing.T) {
	t.Parallel()
	p := tab(t, "/tools/balance")
	p.box("mass_kg", "1,800")
	// While it is typed something is still to come; of what is typed wrong nothing is.
	const result = `document.querySelector('[aria-label=Result]').innerText`
	p.until(result + `.includes('How much unbalance may stay?') && !` + result + `.includes('Still to come')`)
	p.keys("\t")
	p.tap(`[...document.querySelectorAll('[data-either] button')].find(b => b.innerText.trim() === '1800')`)
	p.until(`document.querySelector('[data-field=mass_kg]').value === '1800' && !document.querySelector('[data-either]')`)
}

const leakPlan = `key: leaks
title: Tightness of a pump
construction: A
version: 1
format: 2
values:
  - {key: seal-test, title: Test pressure, kind: pressure, default: 4 bar}
stages:
  - id: work
    title: Work
    steps:
      - {id: tight, kind: test, pressure: seal-test, minutes: 10, drops: 0, title: Tightness}
      - {id: sign, kind: sign, title: Sign}
`

// A leak test at the bench: with what, vented or not, how hard; the focus stays where it is typed, and the
// figure that is judged stands on the sheet with what was asked.
func TestALeakTestAtTheBench(t *testing.T) {
	t.Parallel()
	p := tab(t, "/shop")
	p.takeIn(leakPlan, "leaks", "LT-1")
	number := p.opened("LT-1")
	p.watched()
	const verdict = `document.querySelector('[data-verdict]')?.innerText.trim()`
	for _, width := range []int64{390, 820, 1280} {
		p.do(chromedp.EmulateViewport(width, 900), chromedp.Navigate(p.shop.URL+"/jobs/"+number+"?step=tight"))
		p.says("Asked: 4 bar, held 10 minutes, at most 0 drops.")
		p.tap(`document.querySelector('[data-choice=water]')`)
		p.until(`document.querySelector('[data-tick=vented]') && !document.querySelector('[data-tick=site_rule]')`)
		p.tap(`document.querySelector('[data-choice=air]')`)
		p.until(`document.querySelector('[data-tick=site_rule]') && document.querySelector('[data-field="body.test.rated"]')`)
		p.tap(`document.querySelector('[data-choice=water]')`)
		p.until(`!document.querySelector('[data-field="body.test.rated"]')`)
	}
	p.box("body.test.pressure", "0 bar\n10\n0")
	p.until(verdict + ` === 'Out'`)
	p.until(`document.activeElement?.dataset.field === 'body.test.drops'`)
	p.box("body.test.pressure", "58 psi")
	p.until(verdict + ` === 'Undecided'`) // nobody has said that the air was let out
	p.tap(`document.querySelector('[data-tick=vented]')`)
	p.until(verdict + ` === 'Within'`)
	p.box("body.test.drops", "0\n")
	p.text(`String(document.querySelector('[data-main]')?.click())`)
	p.kept()
	p.do(chromedp.Navigate(p.shop.URL + "/jobs/" + number + "/sheet"))
	p.says("58 psi, water, 10 min, 0 drops")
	p.quiet("on the sheet")
}

const warmPlan = `key: warms
title: A head that receives its bush
construction: A
version: 1
format: 2
values:
  - {key: receiving, title: Temperature, kind: temperature, default: 230 °C}
  - {key: aim, title: Aim, kind: length, default: 0.4 mm}
checks:
  bush: {title: Bush, short: Bush, instrument: direct, limit: [bush], condemns: none}
  room: {title: Room, short: Room, instrument: direct, limit: [bush], condemns: none}
limits: {bush: {min: 0.1 mm, max: 2 mm, source: drawing}}
stages:
  - id: work
    title: Work
    steps:
      - {id: warm, kind: heat, heats: part, warm_most: receiving, title: Head heated}
      - {id: bush, kind: measure, phase: built, check: bush, title: Bush}
      - {id: room, kind: measure, phase: built, check: room, worked: true, title: Room,
         from: {value: bush as built less value aim}}
      - {id: sign, kind: sign, title: Sign}
`

// A part that is warmed asks one temperature; a figure that follows has a line with its sum and no box.
func TestWarmedAndWorkedOut(t *testing.T) {
	t.Parallel()
	p := tab(t, "/shop")
	p.takeIn(warmPlan, "warms", "WP-1")
	number := p.opened("WP-1")
	p.watched()
	p.do(Settings("p1", "mm", "light"), chromedp.Navigate(p.shop.URL+"/jobs/"+number+"?step=warm"))
	p.says("The papers ask for 230 °C.")
	p.box("body.heat.reached", "446 °F")
	p.until(`document.querySelector('[data-verdict]')?.innerText.includes('Warm as the papers ask') ||
		document.querySelector('[data-verdict]')?.innerText.trim() === 'Within'`)
	p.tap(named("Pressed cold"))
	p.until(`!document.querySelector('[data-field="body.heat.reached"]')`)
	p.tap(named("Heated"))
	p.box("body.heat.reached", "446 °F\n")
	p.text(`String(document.querySelector('[data-main]')?.click())`)
	p.kept()
	p.do(chromedp.Navigate(p.shop.URL + "/jobs/" + number + "?step=room"))
	p.says("It cannot be worked out yet")
	boxes := p.text(`String(document.querySelectorAll('[data-step=room] [data-entry], main [data-field]').length)`)
	if boxes != "0" {
		t.Errorf("what follows has %s boxes", boxes)
	}
	p.do(chromedp.Navigate(p.shop.URL + "/jobs/" + number + "?step=bush"))
	p.until(`document.activeElement?.dataset.field === 'body.direct.value'`)
	p.keys("0.9 mm\n")
	p.kept()
	p.do(chromedp.Navigate(p.shop.URL + "/jobs/" + number + "?step=room"))
	p.until(`document.querySelector('[data-sum]')?.innerText.startsWith('0.5 mm')`)
	p.text(`String(document.querySelector('[data-main]')?.click())`)
	p.kept()
	p.figure("0.500")
	p.do(chromedp.Navigate(p.shop.URL + "/jobs/" + number + "/sheet"))
	p.until(`[...document.querySelectorAll('[data-built]')].some(b => b.innerText.trim() === '0.500')`)
	p.quiet("on the sheet")
}
