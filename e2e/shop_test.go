package e2e

import (
	"fmt"
	"testing"
	"time"

	"github.com/chromedp/chromedp"

	"settle/internal/door"
)

// labelled is the box under a label of a form, as a script.
func labelled(label string) string {
	return fmt.Sprintf(
		`document.getElementById([...document.querySelectorAll('label')]
			.find(l => l.textContent.trim() === %q)?.htmlFor)`, label)
}

// fill types into the box under a label, over what stands there.
func (p *page) fill(label, text string) {
	p.t.Helper()
	p.until(labelled(label))
	p.text(fmt.Sprintf(`(b => { b.focus(); b.select(); return '' })(%s)`, labelled(label)))
	p.keys(text)
}

// choose takes a choice of the list under a label, as arrow keys and Enter do.
func (p *page) choose(label, choice string) {
	p.t.Helper()
	list := fmt.Sprintf(
		`[...document.querySelectorAll('[role=combobox]')].find(c => c.getAttribute('aria-labelledby')?.split(' `+
			`').some(id => document.getElementById(id)?.textContent.trim() === %q))`, label)
	p.until(list)
	p.text(fmt.Sprintf(`(%s.focus(), '')`, list))
	p.keys("\n")
	p.until(fmt.Sprintf(`[...document.querySelectorAll('[role=option]')].some(o => o.textContent.trim() === %q)`, choice))
	p.text(
		fmt.Sprintf(
			`String([...document.querySelectorAll('[role=option]')].find(o => o.textContent.trim() === %q).click())`, choice))
	p.until(`!document.querySelector('[role=listbox]')`)
}

func (p *page) says(text string) {
	p.t.Helper()
	p.until(fmt.Sprintf(`document.body.innerText.includes(%q)`, text))
}

// A new shop: nothing is there, and each page says what comes first. From the
// first name to the first reading.
func TestAShopBegins(t *testing.T) {
	long(t)
	t.Parallel()
	empty, err := OpenWith(t.Context(), t.TempDir(), time.Now, door.How{Local: true})
	if err != nil {
		t.Fatal(err)
	}
	t.Cleanup(func() { _ = empty.Close() })
	token, err := empty.Door.Invite(t.Context(), false)
	if err != nil || token == "" {
		t.Fatal(token, err)
	}
	p := tabOf(t, empty, "", "/")
	p.says("This shop has no keeper yet")
	// By the address that the server printed, the first keeper is made.
	p.do(chromedp.Navigate(empty.URL + "/keeper#" + token))
	p.until(`document.querySelector('[data-name]')`)
	p.keys("A. Moreau")
	p.fill("Passphrase, 12 letters or more", "short")
	p.press("Begin")
	p.until(`document.querySelector('[data-secret][aria-invalid=true]')`)
	p.fill("Passphrase, 12 letters or more", "copper kettle north wind")
	p.press("Begin")
	p.until(`location.pathname === '/shop/people'`)
	p.press("Jobs")
	p.says("No jobs yet")
	p.press("Tools") // what needs no pump works at once
	p.says("Run-out")
	p.press("Pumps")
	p.says("Add a pump")
	p.press("Jobs")
	p.press("New job")
	p.says("A job is about a pump")
	p.press("Add a pump")
	p.choose("Construction", "E Close-coupled, bearing on the shaft, shims behind the impeller")
	p.press("Add the pump")
	p.until(labelled("Tag") + `?.getAttribute('aria-invalid') === 'true'`)
	p.fill("Tag", "WP-1")
	p.fill("Name, what it does", "Wash water")
	p.fill("Maker", "Lindemo")
	p.fill("Hours to the planned stop", "soon")
	p.press("Add the pump")
	p.until(labelled("Hours to the planned stop") + `?.getAttribute('aria-invalid') === 'true'`)
	p.fill("Hours to the planned stop", "8000")
	p.fill("Screws of the casing", "six")
	p.press("Add the pump")
	p.until(labelled("Screws of the casing") + `?.getAttribute('aria-invalid') === 'true'`)
	if got := p.text(labelled("Tag") + `.value`); got != "WP-1" {
		t.Errorf("what was typed is gone: the tag is %q", got)
	}
	p.fill("Screws of the casing", "6")
	p.press("Add the pump")
	p.until(`location.pathname === '/pumps/WP-1' && document.body.innerText.includes('Wash water')`)

	p.press("New job")
	p.until(`document.activeElement.closest('form')`)
	p.keys("Drips\n")
	p.until(`location.pathname.startsWith('/jobs/J-0001')`)
	p.at("identify")
	p.keys("\n")
	p.at("photo-received")
	if got := p.text(
		`fetch('/api/v1/jobs/J-0001').then(r => r.json()).then(j => j.log.map(e => e.by.name).join())`,
	); got != "A. Moreau,A. Moreau" {
		t.Errorf("entered by %s", got)
	}
}

// How the shop works is settled once, and the next job goes by it; what is
// chosen and not kept survives a look at another window.
func TestHowTheShopWorks(t *testing.T) {
	long(t)
	t.Parallel()
	other, err := OpenShop(t.Context(), t.TempDir(), time.Now)
	if err != nil {
		t.Fatal(err)
	}
	t.Cleanup(func() { _ = other.Close() })
	p := tabOf(t, other, "p3", "/shop")
	p.fill("Name of the shop", "Tern Rock, west wing")
	p.choose("Bearings at a teardown", "May be reused when smooth and tight")
	p.text(
		`fetch('/api/v1/shop').then(() => { dispatchEvent(new Event('visibilitychange')); dispatchEvent(new ` +
			`Event('focus')); return '' })`)
	p.do(chromedp.Sleep(200 * time.Millisecond))
	if got := p.text(labelled("Name of the shop") + `.value`); got != "Tern Rock, west wing" {
		t.Errorf("what was typed became %q", got)
	}
	p.press("Keep")
	p.says("Jobs opened from now on follow it")
	p.until(`document.querySelector('header').innerText.includes('Tern Rock, west wing')`)
	if got := p.text(
		`fetch('/api/v1/shop').then(r => r.json()).then(s => s.rules.schools['bearing-reuse'])`); got != "may-reuse" {
		t.Errorf("the school is %q", got)
	}
	// A job that was open says what it was opened under; a new one the new way.
	openedUnder := func(path string) string {
		return p.text(
			fmt.Sprintf(`fetch('/api/v1' + %s).then(r => r.json()).then(j => j.log[0].open.schools['bearing-reuse'])`, path))
	}
	if got := openedUnder(`'/jobs/J-0005'`); got != "always-new" {
		t.Errorf("the open job went over to %q", got)
	}
	p.do(chromedp.Navigate(other.URL + "/jobs/new?pump=LS-201"))
	p.until(`document.activeElement.closest('form')`)
	p.keys("Noise\n")
	p.until(`/^.jobs.J-\d+$/.test(location.pathname) && document.querySelector('[data-step]')`)
	if got := openedUnder(`location.pathname`); got != "may-reuse" {
		t.Errorf("the new job is opened under %q", got)
	}
}

// What is typed on the limits page and not kept yet is still there after a look
// at the manual in another window.
func TestTypedLimitsStay(t *testing.T) {
	t.Parallel()
	p := tabOf(t, shopOf(t), "p3", "/pumps/LS-201/limits") // a lead
	const box = `document.querySelector('[data-limit$=".max"]')`
	p.until(box)
	p.text(`(b => { b.focus(); b.select(); return '' })(` + box + `)`)
	p.keys("2.5 thou")
	p.text(`Date.now = (now => () => now() + 3600000)(Date.now); ''`) // what was fetched counts as old
	p.text(`(dispatchEvent(new Event('visibilitychange')), document.dispatchEvent(new Event('visibilitychange')), '')`)
	p.do(chromedp.Sleep(300 * time.Millisecond))
	if got := p.text(box + `.value`); got != "2.5 thou" {
		t.Errorf("what was typed became %q", got)
	}
}

// The parts of a job, from the kit at the start to what was used.
func TestTheParts(t *testing.T) {
	t.Parallel()
	p := tab(t, "/jobs/J-0004")
	p.until(`document.querySelector('[data-step]')`)
	p.keys("\x1bi")
	p.until(
		`location.pathname === '/jobs/J-0004/parts' && ` +
			`document.querySelector('[data-kit=used]')?.innerText.includes('Mechanical seal')`)
	p.press("Back to the job")
	p.until(`location.pathname === '/jobs/J-0004' && document.querySelector('[data-step]')`)
	// One that was just received has all of its kit still to be ordered.
	p.do(chromedp.Navigate(p.shop.URL + "/jobs/J-0006/parts"))
	p.until(`document.querySelector('[data-kit="to-order"]') && !document.querySelector('[data-kit=used]')`)
}

// The keys are told by a key, the colours follow the person, and both units
// stand on every page.
func TestKeysColoursUnits(t *testing.T) {
	t.Parallel()
	p := tab(t, "/pumps/LS-204")
	p.says("Wear and life")
	p.keys("?")
	p.until(`document.querySelector('[role=dialog]')?.innerText.includes('next box')`)
	p.keys("\x1b")
	p.until(`!document.querySelector('[role=dialog]')`)
	const background = `getComputedStyle(document.querySelector('main').parentElement).backgroundColor`
	light := p.text(background)
	p.text(
		`String(document.querySelector('button[aria-label*="olour" i], button[aria-label*="dark" i], ` +
			`button[aria-label*="light" i]').click())`)
	p.until(fmt.Sprintf(`%s !== %q`, background, light))
	p.text(`(localStorage.setItem('mui-mode', 'light'), '')`)
	p.says("limit 40.0")
	p.keys("u")
	p.says("limit 1.016")
	p.until(`[...document.querySelectorAll('th')].some(h => h.textContent === 'Limit, mm')`)
	p.keys("u")
	p.says("limit 40.0")
	for _, way := range []struct{ key, path string }{{"k", "/tools"}, {"y", "/shop"}, {"m", "/pumps"}} {
		p.keys(way.key)
		p.until(fmt.Sprintf(`location.pathname === %q`, way.path))
	}
	p.until(`document.querySelector('table')`)
	p.keys("j")
	p.until(`location.pathname === '/'`)
}

// A copy is made and restored on trial from the shop's page.
func TestACopyOfTheShop(t *testing.T) {
	t.Parallel()
	p := tabOf(t, shopOf(t), "p3", "/shop")
	p.until(`document.querySelector('[data-copies]')?.innerText.includes('There is no copy yet')`)
	press := func(what string) {
		p.text(fmt.Sprintf(`String([...document.querySelectorAll('[data-copies] button')]
			.find(b => b.innerText === %q).click())`, what))
	}
	press("Make a copy now")
	p.until(`document.querySelector('[data-copies]').innerText.includes('just now. 1 kept.')`)
	press("Restore the last one on trial")
	p.until(`document.querySelector('[data-copies]').innerText.includes('every chain held')`)
}
