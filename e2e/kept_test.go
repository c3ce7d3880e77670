package e2e

import (
	"context"
	"database/sql"
	"errors"
	"fmt"
	"os"
	"strings"
	"testing"
	"time"

	"github.com/chromedp/cdproto/cdp"
	"github.com/chromedp/cdproto/input"
	"github.com/chromedp/chromedp"

	"settle/core/job"
	"settle/core/log"
	"settle/internal/drill"
	"settle/internal/hand"
)

// hold presses a key and keeps it down for so many repeats.
func (p *page) hold(key string, repeats int) {
	p.t.Helper()
	p.do(func(ctx context.Context, t *chromedp.Target) (chromedp.Void, error) {
		for i := range repeats + 1 {
			e := input.DispatchKeyEventParams{Type: input.DispatchKeyEventTypeKeyDown, Key: key, Code: key, Text: "\r",
				WindowsVirtualKeyCode: 13, AutoRepeat: new(i > 0)}
			if _, err := cdp.Call(ctx, t, input.DispatchKeyEvent, e); err != nil {
				return chromedp.Void{}, err
			}
		}
		_, err := cdp.Call(ctx, t, input.DispatchKeyEvent, input.DispatchKeyEventParams{Type: input.DispatchKeyEventTypeKeyUp,
			Key: key, Code: key, WindowsVirtualKeyCode: 13})
		return chromedp.Void{}, err
	})
}

// log is the log of a job as the shop keeps it.
func (p *page) log(number string) []log.Entry {
	p.t.Helper()
	r, err := p.shop.Store.Job(p.ctx, number)
	if err != nil {
		p.t.Fatal(err)
	}
	return r.Log
}

// reason answers the dialog that asks why.
func (p *page) reason(why string) {
	p.t.Helper()
	p.until(`document.activeElement?.hasAttribute('data-reason')`)
	p.keys(why + "\n")
	p.until(`!document.querySelector('[role=dialog]')`)
}

func TestAnEntryIsWithdrawn(t *testing.T) {
	t.Parallel()
	p := tab(t, "/jobs/J-0005?step=runout-coupling-built")
	p.kept()
	p.keys("w")
	p.reason("Wrong pump")
	p.until(`document.querySelector('[data-step="runout-coupling-built"]').dataset.state === 'open'`)
	p.until(`document.activeElement?.hasAttribute('data-entry')`)
	last := p.log("J-0005")
	if e := last[len(last)-1]; e.Kind != log.Withdrawn || e.Reason != "Wrong pump" || e.Device == "" || e.Clock == nil {
		t.Errorf("the log ends with %+v", e)
	}
	p.do(chromedp.Navigate(p.shop.URL + "/jobs/J-0005/sheet"))
	p.until(`document.querySelector('[data-note=withdrawn]')?.innerText.includes('12: 0 thou')`)
	// What is acknowledged can be taken back, too.
	p.do(chromedp.Navigate(p.shop.URL + "/jobs/J-0005?step=lock-out"))
	p.kept()
	p.keys("w")
	p.reason("Ticked by mistake")
	p.until(`document.querySelector('[data-step="end-play-built"]') === null || true`)
	p.until(`document.querySelector('[data-step="lock-out"]').dataset.state === 'open'`)
}

func TestAHeldKeyTicksOnce(t *testing.T) {
	t.Parallel()
	p := tab(t, "/jobs/J-0006?step=lock-out")
	p.until(`document.activeElement?.hasAttribute('data-main')`)
	before := len(p.log("J-0006"))
	p.hold("Enter", 12)
	p.at("isolate")
	p.hold("Enter", 12)
	p.at("drain")
	if got := len(p.log("J-0006")) - before; got != 2 {
		t.Errorf("two presses made %d entries", got)
	}
	// A letter at a step that is blocked does nothing.
	p.do(chromedp.Navigate(p.shop.URL + "/jobs/J-0006?step=sign"))
	p.until(`document.querySelector('[data-step="sign"][aria-current]')`)
	p.keys("swedf01")
	if got := p.text(`String(document.querySelectorAll('[role=dialog], form').length)`); got != "0" {
		t.Errorf("%s forms opened at a blocked step", got)
	}
}

func TestAJobEndsWithoutASignature(t *testing.T) {
	long(t)
	t.Parallel()
	p := tab(t, "/jobs/J-0006/sheet")
	p.press("End without a signature")
	p.until(`document.querySelector('[data-ending]')`)
	p.text(`String(document.querySelector('[data-ending=scrapped]').click())`)
	p.text(`(document.querySelector('[data-reason]').focus(), '')`)
	p.keys("casing cracked\n")
	p.until(`document.querySelector('[role=dialog] [role=alert]')?.innerText.includes('only a lead')`)
	lead := tabOf(t, p.shop, "p3", "/jobs/J-0006/sheet")
	lead.press("End without a signature")
	lead.until(`document.querySelector('[data-ending]')`)
	lead.text(`String(document.querySelector('[data-ending=scrapped]').click())`)
	lead.text(`(document.querySelector('[data-reason]').focus(), '')`)
	lead.reason("casing cracked")
	lead.says("Ended unsigned")
	lead.do(chromedp.Navigate(p.shop.URL + "/jobs/J-0006"))
	lead.until(`document.querySelector('[data-ended]')?.innerText.includes('Pump scrapped: casing cracked')`)
	// The pump is free again, and the end can be taken back.
	lead.do(chromedp.Navigate(p.shop.URL + "/jobs/new?pump=IN-101"))
	lead.until(`document.querySelector('[data-pump="IN-101"]:not([disabled])')`)
	lead.do(chromedp.Navigate(p.shop.URL + "/jobs/J-0006/sheet"))
	lead.press("Open it again")
	lead.reason("it was another pump")
	lead.says("Not ready to sign")
}

func TestASignedSheetIsAmended(t *testing.T) {
	t.Parallel()
	p := tabOf(t, shopOf(t), "p2", "/jobs/J-0004/sheet")
	p.press("Amend the sheet")
	p.reason("Serial of the seal is 88-14")
	p.until(`document.querySelector('[data-note=amended]')?.innerText.includes('88-14')`)
	p.do(chromedp.Navigate(p.shop.URL + "/jobs/J-0004?step=clearance-built"))
	p.at("clearance-built")
	p.press("Amend, with a reason")
	p.until(`document.activeElement?.hasAttribute('data-entry')`)
	p.text(`(document.querySelector('[data-entry]').select(), '')`)
	p.keys("16\n17\n")
	p.text(`(document.querySelector('[data-field=reason]').focus(), '')`)
	p.keys("A digit was swapped\n")
	p.until(`document.body.innerText.includes('Amended by')`)
	p.do(chromedp.Navigate(p.shop.URL + "/jobs/J-0004/sheet"))
	p.until(`document.querySelectorAll('[data-kept] a').length === 3`)
	const built = `document.querySelector('[data-check="impeller-clearance"] [data-built]')`
	p.until(built)
	now := p.text(built + `.textContent`)
	p.text(`String(document.querySelector('[data-kept] a').click())`)
	p.says("An earlier sheet is shown")
	p.until(built)
	then := p.text(built + `.textContent`)
	if now == then || !strings.Contains(then, "14.0") {
		t.Errorf("the sheet as it was signed says %s, the latest %s", then, now)
	}
}

// What a change of rules made of a job is listed until somebody has looked.
func TestWhatChangedIsListed(t *testing.T) {
	t.Parallel()
	shop := shopOf(t)
	db, err := sql.Open("sqlite", shop.Path)
	if err != nil {
		t.Fatal(err)
	}
	defer db.Close()
	// As if the end play had been judged by other rules.
	if _, err := db.Exec(`UPDATE jobs SET glance = json_set(glance, '$.steps."end-play-built".verdict', 'out')
		WHERE number = 'J-0005'`); err != nil {
		t.Fatal(err)
	}
	p := tab(t, "/jobs/J-0005")
	p.until(`document.querySelector('[data-changed]')?.innerText.includes('End play, as built')`)
	p.press("I have looked at them")
	p.until(`!document.querySelector('[data-changed]')`)
}

func TestNumbersStayAsTyped(t *testing.T) {
	long(t)
	t.Parallel()
	p := tab(t, "/jobs/J-0010?step=leak-test")
	box := func(field string) string { return fmt.Sprintf(`document.querySelector('[data-field=%q]')`, field) }
	type typed struct{ path, field, text, says string }
	for _, tt := range []typed{
		{"/jobs/J-0005?step=heat-bearing", "body.heat.cool", "-4", "-4 °C"},
		{"/jobs/J-0005?step=heat-bearing", "body.heat.cool", "7,5", "7.5 °C"},
		{"/jobs/J-0006?step=leak-test", "body.test.minutes", "7.5", "7.5 min"},
		{"/jobs/J-0006?step=leak-test", "body.test.drops", "3", "3 drops"},
		{"/jobs/J-0006?step=shims-out", "body.count.count", "1 1/2", "whole number"},
		{"/jobs/J-0018?step=backed-off", "body.count.count", "1 1/2", "1.5"},
		{"/jobs/J-0018?step=backed-off", "body.count.count", "0,25", "0.25"},
	} {
		p.do(chromedp.Navigate(p.shop.URL + tt.path))
		p.until(box(tt.field))
		if p.text(`String(`+box(tt.field)+`.disabled)`) == "true" {
			p.unblock(tt.path)
			p.until(box(tt.field) + `?.disabled === false`)
		}
		p.text(`(b => { b.focus(); b.select(); return '' })(` + box(tt.field) + `)`)
		p.keys(tt.text)
		if tt.says == "whole number" { // what is wrong is said when the box is left
			p.keys("\x1b")
		}
		if got := p.text(box(tt.field) + `.value`); got != tt.text {
			t.Errorf("%s: %q became %q", tt.path, tt.text, got)
		}
		p.until(fmt.Sprintf(`document.getElementById(%s.getAttribute('aria-describedby')).textContent.replace('−', `+
			`'-').includes(%q)`,
			box(tt.field), tt.says))
	}
}

// unblock enters what comes before the step of an address, through the shop itself.
func (p *page) unblock(path string) {
	p.t.Helper()
	number, step, _ := strings.Cut(strings.TrimPrefix(path, "/jobs/"), "?step=")
	p.forward(number, step, nil)
}

// forward enters what is next in a job, through the shop itself, until a step is
// open, and goes there. Of the parts that are named the findings are ticked.
func (p *page) forward(number, until string, found map[string][]int) {
	p.t.Helper()
	people, err := p.shop.Store.People(p.ctx)
	if err != nil {
		p.t.Fatal(err)
	}
	for i := range 300 {
		r, err := p.shop.Store.Job(p.ctx, number)
		if err != nil {
			p.t.Fatal(err)
		}
		sheet := job.Derive(r.Job)
		if s := sheet.Step(until); sheet.Next == until || found == nil && s.State != job.Blocked {
			break
		}
		e := entered(sheet, people, fmt.Sprintf("forward-%s-%s-%d", number, until, i))
		for _, at := range found[e.Step] {
			e.Body.Inspect.Found = append(e.Body.Inspect.Found, sheet.Step(e.Step).Panel.Findings[at].Key)
		}
		var stale *job.Stale
		// What the page has just sent may arrive first.
		if _, _, err := p.shop.Store.Append(p.ctx, number, e); err != nil && !errors.As(err, &stale) {
			p.t.Fatal(err)
		}
	}
	p.do(chromedp.Navigate(p.shop.URL + "/jobs/" + number + "?step=" + until))
}

// entered is something fit for what is next in a job.
func entered(sheet *job.Sheet, people []log.Person, id string) log.Entry {
	step := sheet.Step(sheet.Next)
	by := people[0]
	for _, p := range people {
		if p.Role == log.Lead {
			by = p
		}
	}
	if step.State == job.Decide {
		return log.Entry{ID: id, By: by, Kind: log.Decided, Step: step.ID, On: step.Entry, Reason: "good enough here"}
	}
	body := hand.Entry(step, true, time.Now())
	return log.Entry{ID: id, By: by, Kind: log.Kept, Step: step.ID, On: step.Entry, Reason: step.Again, Body: &body}
}

func TestTheWrenchIsSetForThePass(t *testing.T) {
	t.Parallel()
	p := tab(t, "/jobs/J-0005")
	p.unblock("/jobs/J-0005?step=casing-bolts")
	p.do(chromedp.Navigate(p.shop.URL + "/jobs/J-0005?step=casing-bolts"))
	p.at("casing-bolts")
	set := `document.querySelector('[data-set]')?.textContent`
	p.until(set + ` === '13.5 lbf·ft'`)
	p.until(`document.querySelector('[data-wrench]').innerText.includes('Final torque 45.0 lbf·ft')`)
	// What others entered just now may be drawn in between: clicked until it is there.
	p.until(`document.querySelector('[data-field="body.torque.extension"]') ||
		(document.querySelector('[data-extension]').click(), false)`)
	p.text(`(document.querySelector('[data-field="body.torque.wrench"]').focus(), '')`)
	p.keys("400 mm\n75 mm")
	p.until(set + ` === '11.4 lbf·ft'`) // 13.5 · 400 / 475
	p.until(`document.querySelector('[data-wrench]').innerText.includes('At the bolt 13.5 lbf·ft')`)
	p.text(`(document.querySelector('[data-tick]').focus(), '')`)
	p.keys(strings.Repeat("\n", 8))
	p.until(`document.querySelector('[data-wrench]').innerText.includes('70 %')`)
	p.until(set + ` === '26.5 lbf·ft'`)
	p.keys(strings.Repeat("\n", 16))
	p.until(`document.querySelector('[data-wrench]').innerText.includes('check')`)
	p.until(set + ` === '37.9 lbf·ft'`)
	p.keys(strings.Repeat("\n", 8))
	p.until(`document.querySelector('[data-verdict]')?.textContent === 'Within'`)
}

func TestChoicesAnswerTheArrows(t *testing.T) {
	t.Parallel()
	p := tab(t, "/jobs/J-0006?step=turn-found")
	p.until(`document.querySelector('[role=radio]')`)
	p.unblock("/jobs/J-0006?step=turn-found")
	p.until(`document.querySelector('[role=radio]:not([disabled])')`)
	p.text(`(document.querySelector('[role=radio]').focus(), '')`)
	arrow := func(key string) {
		p.do(func(ctx context.Context, t *chromedp.Target) (chromedp.Void, error) {
			for _, kind := range []input.DispatchKeyEventType{input.DispatchKeyEventTypeKeyDown,
				input.DispatchKeyEventTypeKeyUp} {
				_, err := cdp.Call(ctx, t, input.DispatchKeyEvent, input.DispatchKeyEventParams{Type: kind, Key: key, Code: key})
				if err != nil {
					return chromedp.Void{}, err
				}
			}
			return chromedp.Void{}, nil
		})
	}
	on := `[...document.querySelectorAll('[role=radio]')].findIndex(r => r.getAttribute('aria-checked') === 'true' && ` +
		`r === document.activeElement)`
	arrow("ArrowDown")
	p.until(on + ` === 1`)
	arrow("ArrowUp")
	p.until(on + ` === 0`)
	arrow("ArrowLeft")
	p.until(on + ` === 6`)
}

func TestDraftsThatDoNotFitAreSetAside(t *testing.T) {
	t.Parallel()
	p := tab(t, "/jobs/J-0005?step=runout-seal-built")
	p.at("runout-seal-built")
	for name, stored := range map[string]string{
		"of an older form": `localStorage.setItem('settle.draft.J-0005.runout-seal-built', ` +
			`'{"body":{"dial":{"readings":[{"clock":"12","value":"7.5"}]}},"seen":""}')`,
		"of another shape": `localStorage.setItem('settle.draft.p1/J-0005/runout-seal-built', '{"v":2,"person":"p1",` +
			`"seen":"","body":{"dial":{"readings":7.5}}}')`,
		"that is no JSON": `localStorage.setItem('settle.draft.p1/J-0005/runout-seal-built', 'half a 7.5')`,
		"of somebody else's": `localStorage.setItem('settle.draft.p2/J-0005/runout-seal-built', '{"v":2,"person":"p2",` +
			`"seen":"","body":{"dial":{"readings":[{"clock":"12","value":"7.5"}]}}}')`,
		"of nobody, that fits": `localStorage.setItem('settle.draft.nobody/J-0005/runout-seal-built', '{"v":2,` +
			`"person":"","seen":"","body":{"unit":"thou","dial":{"graduation":"0.5 thou","readings":[{"clock":"12",` +
			`"value":"7.5"}]}}}')`,
	} {
		p.text(`(Object.keys(localStorage).filter(k => k.startsWith('settle.draft')).forEach(k => ` +
			`localStorage.removeItem(k)), ` +
			stored + `, '')`)
		p.do(chromedp.Reload())
		p.at("runout-seal-built")
		if strings.HasSuffix(name, "fits") {
			p.until(`document.querySelector('[data-entry]').value === '7.5'`)
			continue
		}
		p.until(`document.querySelector('[data-aside]')?.innerText.includes('7.5')`)
		if got := p.text(`document.querySelector('[data-entry]').value`); got != "" {
			t.Errorf("a draft %s stands in the box as %q", name, got)
		}
	}
	// What cannot be drawn at all leaves the rest of the page.
	p.text(`(Object.keys(localStorage).filter(k => k.startsWith('settle.draft')).forEach(k => localStorage.removeItem(k)),
		localStorage.setItem('settle.draft.p1/J-0005/heat-bearing', JSON.stringify({ v: 2, person: 'p1', seen: '',
			body: { heat: { input: {} }, _texts: { interference: { deep: 1 } } } })), '')`)
	p.do(chromedp.Navigate(p.shop.URL + "/jobs/J-0005?step=heat-bearing"))
	p.until(`document.querySelector('[data-step="heat-bearing"]')`)
	p.until(`document.body.innerText.includes('could not be shown') || ` +
		`document.querySelector('[data-field="body.heat.cool"]')`)
}

func TestTheLicencesAreShown(t *testing.T) {
	long(t)
	t.Parallel()
	p := tab(t, "/tools")
	p.until(`document.querySelector('main li')`)
	p.keys("?")
	p.press("About Settle, licences")
	p.until(`document.querySelectorAll('[data-notice]').length > 40`)
	for _, of := range []string{"@fontsource/barlow 5.3.0", "Go", "Settle"} {
		p.text(fmt.Sprintf(`String(document.querySelector('[data-notice=%q] button').click())`, of))
	}
	p.says("SIL OPEN FONT LICENSE")
	p.says("Copyright 2009 The Go Authors")
}

// On a phone the number of the job and the tag of the pump stay in sight, and no
// page is wider than the screen.
func TestOnAPhone(t *testing.T) {
	t.Parallel()
	p := tab(t, "/")
	p.do(chromedp.EmulateViewport(390, 844))
	for _, path := range []string{"/", "/jobs/J-0005?step=runout-seal-built", "/jobs/J-0005?step=inspect-impeller",
		"/jobs/J-0016?step=casing-bolts", "/jobs/J-0004/sheet", "/pumps/LS-204", "/tools/shim", "/about"} {
		p.do(chromedp.Navigate(p.shop.URL + path))
		p.until(`document.querySelector('main')?.innerText.trim().length > 20 && ` +
			`!document.querySelector('main').innerText.includes('Fetching')`)
		if got := p.text(`String(document.documentElement.scrollWidth - innerWidth)`); got != "0" {
			t.Errorf("%s is wider than the screen by %s", path, got)
		}
		if got := p.text(`String(document.querySelector('header').offsetHeight)`); got != "52" {
			t.Errorf("%s: the bar is %s high", path, got)
		}
		if number, _, ok := strings.Cut(strings.TrimPrefix(path, "/jobs/"), "?"); ok && strings.HasPrefix(path, "/jobs/J") {
			bar := p.text(`(h => h.scrollWidth <= h.clientWidth + 1 ? h.innerText : 'cut: ' + ` +
				`h.innerText)(document.querySelector('h1'))`)
			if !strings.Contains(bar, number) || strings.HasPrefix(bar, "cut") {
				t.Errorf("%s: the bar says %q", path, bar)
			}
		}
	}
}

// Nothing that axe-core calls serious or critical is on any kind of page, and each
// has one first heading.
func TestPagesAreAccessible(t *testing.T) {
	t.Parallel()
	axe, err := os.ReadFile("../web/node_modules/axe-core/axe.min.js")
	if err != nil {
		t.Fatal(err)
	}
	p := tabOf(t, shopOf(t), "p3", "/shop")
	p.until(`document.querySelector('main')`)
	p.text(string(axe) + `; ''`)
	look := func(path string) {
		p.open(path)
		found := p.text(`axe.run(document, { resultTypes: ['violations'] }).then(r => r.violations
			.filter(v => v.impact === 'serious' || v.impact === 'critical')
			.map(v => v.id + ': ' + v.nodes.slice(0, 3).map(n => n.html.slice(0, 160)).join(' | ')).join('\n'))`)
		for line := range strings.Lines(found) {
			t.Errorf("%s: %s", path, line)
		}
		if got := p.text(`String(document.querySelectorAll('h1').length)`); got != "1" {
			t.Errorf("%s has %s first headings", path, got)
		}
	}
	paths := []string{"/jobs/J-0005?step=runout-seal-built", "/", "/jobs/J-0005?step=inspect-impeller",
		"/jobs/J-0004/sheet"}
	if drill.On() {
		// A page of one job stands where that of another was, so others lie between them.
		paths = append(paths, "/jobs/new", "/jobs/J-0006?step=lock-out", "/pumps", "/jobs/J-0006?step=turn-found",
			"/pumps/LS-204", "/jobs/J-0004/parts", "/shop", "/jobs/J-0007?step=clamp-tight", "/tools",
			"/jobs/J-0015?step=heat@outboard", "/tools/shim", "/jobs/J-0005?step=clearance-built", "/pumps/LS-204/edit",
			"/jobs/J-0005?step=sign", "/pumps/LS-204/limits", "/jobs/J-0004?step=setting-built", "/pumps/LS-204/label",
			"/shop/limits", "/about", "/shop/people", "/tools/align", "/nowhere", "/tools/runout")
	}
	for _, path := range paths {
		look(path)
	}
	// And a shop at night.
	p.text(`(document.documentElement.classList.replace('light', 'dark'), '')`)
	for _, path := range paths[:drill.Pick(3, 1)] {
		look(path)
	}
}
