package e2e

import (
	"fmt"
	"strings"
	"sync/atomic"
	"testing"
	"time"

	"github.com/chromedp/chromedp"

	"settle/core/plan"
	"settle/internal/demo"
	"settle/internal/door"
	"settle/internal/store"
)

const passphrase = "copper kettle north wind"

// lockedShop is the demo's shop as other machines find it, with its keeper, and a clock that can
// be set forward.
func lockedShop(t *testing.T) (shop *Shop, forward func(time.Duration)) {
	t.Helper()
	dir := t.TempDir()
	if err := demo.Copy(dataFile(dir)); err != nil {
		t.Fatal(err)
	}
	var ahead atomic.Int64
	clock := func() time.Time { return time.Now().Add(time.Duration(ahead.Load())) }
	shop, err := OpenWith(t.Context(), dir, clock, door.How{Local: true})
	if err != nil {
		t.Fatal(err)
	}
	t.Cleanup(func() { _ = shop.Close() })
	token, err := shop.Door.Invite(t.Context(), false)
	if err != nil {
		t.Fatal(err)
	}
	if _, err := shop.Door.Begin(t.Context(), door.Caller{}, token, "T. Achterberg", "lead", passphrase); err != nil {
		t.Fatal(err)
	}
	return shop, func(by time.Duration) { ahead.Add(int64(by)) }
}

// browserOf is a browser of its own at the shop, where nobody has come in.
func browserOf(t *testing.T, shop *Shop, whose, path string) *page {
	t.Helper()
	p := &page{t, profileOf(t, shop, whose), shop}
	p.do(chromedp.EmulateViewport(1280, 800), chromedp.Navigate(shop.URL+path))
	return p
}

// once gives the PIN or passphrase that a keeper's act asks for once more.
func (p *page) once(secret string) {
	p.t.Helper()
	p.says("Once more,")
	p.until(`document.activeElement.matches('[data-secret]')`)
	p.keys(secret + "\n")
	p.until(`!document.querySelector('[role=dialog]')`)
}

func (p *page) readOff(what string) string {
	p.t.Helper()
	p.until(`document.querySelector('` + what + `')`)
	return strings.ReplaceAll(p.text(`document.querySelector('`+what+`').textContent`), " ", "")
}

// A keeper lets a tablet in and gives somebody a code; they choose a PIN there, work, and hand the
// tablet over by two taps. It locks when nobody touches it, and what was typed is kept.
func TestATabletOfTheShop(t *testing.T) {
	t.Parallel()
	shop, forward := lockedShop(t)
	keeper := browserOf(t, shop, "the office", "/shop/people")
	keeper.says("Sign in")
	keeper.fill("Name, as the shop knows it", "t. achterberg")
	keeper.fill("Passphrase", "not the words at all")
	keeper.press("Come in")
	keeper.until(`document.body.innerText.includes('does not belong to this name')`)
	keeper.fill("Passphrase", passphrase)
	keeper.press("Come in")
	keeper.until(`document.querySelector('[data-account=p1]')`)
	code := func(person string) string {
		keeper.text(`String(document.querySelector('[data-account=` + person + `] [data-give-code]').click())`)
		if person == "p1" { // the first act of a keeper asks once more; those that follow do not
			keeper.once(passphrase)
		}
		return keeper.readOff(`[data-account=` + person + `] [data-code-given]`)
	}
	okafor, lindqvist := code("p1"), code("p2")
	keeper.says("Settle answers this PC only: no tablet reaches it yet")
	keeper.fill("Name of a new tablet", "Bench 2")
	keeper.press("Let a tablet in")
	offer := keeper.readOff("[data-offer]")

	tablet := browserOf(t, shop, "the bench", "/jobs/J-0005?step=runout-seal-built")
	tablet.says("Sign in")
	tablet.fill("Code, eight letters", strings.ToLower(offer))
	tablet.press("Let it in")
	tablet.says("Who is working?")
	keeper.until(`document.querySelector('[data-tablet="Bench 2"]')`)
	first := func(person, code, pin string) {
		tablet.until(`document.querySelector('[data-person=` + person + `]')`)
		tablet.text(`String(document.querySelector('[data-person=` + person + `]').click())`)
		tablet.until(`document.querySelector('[data-secret]')`)
		tablet.press("New here, or PIN forgotten? A keeper gives a code")
		tablet.until(`document.activeElement.matches('[data-code]')`)
		tablet.keys(code)
		tablet.fill("New PIN, 6 digits or more", pin)
		tablet.press("Come in")
	}
	first("p1", okafor, "739158")
	tablet.at("runout-seal-built") // where the tablet was opened
	tablet.keys("0.4")             // half a reading

	// Two taps and a PIN, by hand or by keys: the other person sees nothing of what the first has typed.
	tablet.keys("\x1b")
	tablet.keys("q")
	first("p2", lindqvist, "482604")
	tablet.until(`document.querySelector('[data-who]')?.textContent.includes('R. Lindqvist') &&
		!document.querySelector('[role=dialog]')`)
	tablet.at("runout-seal-built")
	if got := tablet.text(`[...document.querySelectorAll('[data-entry]')].map(b => b.value).join('')`); got != "" {
		t.Errorf("somebody else's draft stands in the boxes: %q", got)
	}

	// Nobody touches it for eleven minutes.
	forward(11 * time.Minute)
	tablet.keys("\x1b")
	tablet.keys("j")
	tablet.says("This tablet was locked")
	tablet.text(`String(document.querySelector('[data-person=p1]').click())`)
	tablet.until(`document.querySelector('[data-secret]')`)
	tablet.keys("739159\n")
	tablet.until(`document.body.innerText.includes('is not right')`)
	tablet.keys("739158\n")
	tablet.until(`document.querySelector('[data-job]')`)
	tablet.do(chromedp.Navigate(shop.URL + "/jobs/J-0005?step=runout-seal-built"))
	tablet.at("runout-seal-built")
	tablet.until(`[...document.querySelectorAll('[data-entry]')].some(b => b.value === '0.4')`)

	// Let in no more: the next thing it asks for brings it back to the door, and what was typed on it is gone.
	const drafts = `String(Object.keys(localStorage).filter(k => k.startsWith('settle.draft.')).length)`
	if got := tablet.text(drafts); got == "0" {
		t.Error("no draft is kept on the tablet")
	}
	keeper.text(`String(document.querySelector('[data-tablet="Bench 2"] button').click())`)
	keeper.once(passphrase)
	keeper.until(`!document.querySelector('[data-tablet="Bench 2"]')`)
	tablet.keys("\x1b")
	tablet.keys("j")
	tablet.says("A tablet of the shop?")
	tablet.until(drafts + ` === '0'`)
}

// What is a signature asks for the passphrase again; a wrong one keeps nothing, and what was typed
// stays. A link shows the job to somebody who has no account.
func TestASignatureAndALink(t *testing.T) {
	t.Parallel()
	shop, _ := lockedShop(t)
	p := browserOf(t, shop, "the office", "/jobs/J-0004/sheet")
	p.fill("Name, as the shop knows it", "T. Achterberg")
	p.fill("Passphrase", passphrase)
	p.press("Come in")
	p.until(`document.querySelector('[data-amend-sheet]')`)
	p.text(`String(document.querySelector('[data-amend-sheet]').click())`)
	p.until(`document.activeElement.matches('[data-reason]')`)
	p.keys("Serial is 88-14\n")
	p.says("Sign as T. Achterberg")
	p.keys("something else\n")
	p.until(`document.querySelector('[data-secret=sign]')?.getAttribute('aria-invalid') === 'true'`)
	p.fill("Passphrase", passphrase)
	p.keys("\n")
	p.until(`!document.querySelector('[role=dialog]') && document.body.innerText.includes('Serial is 88-14')`)

	p.text(`String(document.querySelector('[data-share]').click())`)
	p.until(`document.activeElement.matches('[data-share-for]')`)
	p.keys("Harbour office\n")
	p.until(`document.querySelector('[data-share-link]')`)
	link := p.text(`document.querySelector('[data-share-link]').textContent`)
	p.do(chromedp.Navigate(link)) // who is of the shop stays so
	p.until(`location.pathname === '/jobs/J-0004/sheet' && document.querySelector('[data-who]')`)
	guest := browserOf(t, shop, "a customer", strings.TrimPrefix(link, shop.URL))
	guest.until(`document.querySelector('[data-built]') && location.hash === ''`)
	guest.says("Save as PDF")
	guest.do(chromedp.Navigate(shop.URL + "/jobs/J-0005"))
	guest.until(`document.querySelector('[data-built]') && !document.querySelector('[data-step]')`)
	if got := guest.text(`fetch('/api/v1/jobs').then(r => String(r.status))`); got != "401" {
		t.Errorf("a customer asks for the jobs: %s", got)
	}
}

// Where the shop asks for it a signed sheet waits for a second person: the one who signed is
// refused, another signs, and the paper shows both, with the mark of the shop's key.
func TestASecondPersonSigns(t *testing.T) {
	long(t)
	t.Parallel()
	shop := shopOf(t)
	r, err := shop.Store.Shop(t.Context())
	if err != nil {
		t.Fatal(err)
	}
	r.Rules.Schools[plan.SecondSignature] = plan.Asked
	if err := shop.Store.SetShop(t.Context(), r); err != nil {
		t.Fatal(err)
	}
	shop.send(t, "p3", "POST", "/jobs/J-0016/entries", map[string]string{"id": "over-1", "kind": "ended",
		"ending": "mistake", "reason": "another is opened"})
	p := tab(t, "/pumps/HT-520")
	number := p.opened("HT-520")
	p.forward(number, "sign", map[string][]int{})
	p.at("sign")
	p.signs()
	p.until(`document.body.innerText.includes('This job is signed')`)
	p.do(chromedp.Navigate(shop.URL + "/jobs/" + number + "/sheet"))
	p.until(`document.querySelector('[data-check-sheet]') && document.querySelector('[data-mark]')`)
	p.says("not checked yet")
	p.text(`String(document.querySelector('[data-check-sheet]').click())`)
	p.until(`document.querySelector('[role=alert]')?.innerText.includes('a second person checks it')`)

	second := tabOf(t, shop, "p2", "/jobs/"+number+"/sheet")
	second.until(`document.querySelector('[data-check-sheet]')`)
	second.text(`String(document.querySelector('[data-check-sheet]').click())`)
	second.until(`!document.querySelector('[data-check-sheet]') &&
		document.querySelector('[data-kept]').innerText.includes('As checked')`)
	if got := second.text(`fetch('/api/v1/jobs/` + number + `').then(r => r.json()).then(j =>
		j.sheet.signed.by.name + ', ' + j.sheet.checked.by.name)`); got != "M. Okafor, R. Lindqvist" {
		t.Errorf("signed by %s", got)
	}
}

// A reader sees a job and its sheet, and finds nothing to enter.
func TestAReader(t *testing.T) {
	t.Parallel()
	p := tabOf(t, shopOf(t), "p4", "/jobs/J-0005?step=runout-seal-built")
	p.says("A reader enters nothing")
	boxes := `[...document.querySelectorAll('[data-step] [data-entry]')]`
	if got := p.text(`String(` + boxes + `.every(b => b.disabled))`); got != "true" {
		t.Error("a box takes what is typed")
	}
	p.keys("b")
	p.until(`document.querySelector('[data-built]')`)
	acts := `document.querySelectorAll('[data-end-job], [data-amend-sheet], [data-share]')`
	if got := p.text(`String(` + acts + `.length)`); got != "0" {
		t.Errorf("%s things to do stand on the sheet", got)
	}
	p.press("Jobs")
	p.until(`document.querySelector('[data-job]') && !document.querySelector('a[href="/jobs/new"]')`)
}

// A keeper adds somebody, changes what they may do, and says that they have left; the last keeper
// stays one. Everybody changes their own PIN and passphrase, and signs themselves out everywhere.
func TestPeopleAreKept(t *testing.T) {
	long(t)
	t.Parallel()
	shop, _ := lockedShop(t)
	p := browserOf(t, shop, "the office", "/shop/people")
	come := func(words string) {
		p.says("Sign in")
		p.fill("Name, as the shop knows it", "T. Achterberg")
		p.fill("Passphrase", words)
		p.press("Come in")
		p.until(`document.querySelector('[data-account=p3]')`)
	}
	come(passphrase)
	p.fill("Somebody new: the name on build sheets", "m. okafor")
	p.press("Add")
	p.once(passphrase)
	p.says("is on the list already")
	p.fill("Somebody new: the name on build sheets", "S. Newcomer")
	p.press("Add")
	row := `[...document.querySelectorAll('[data-account]')].find(r => r.innerText.includes('S. Newcomer'))`
	p.until(row + `?.innerText.includes('cannot come in yet')`)
	p.text(`String(` + row + `.querySelector('input[type=checkbox]').click())`)
	p.until(row + `.querySelector('input[type=checkbox]').checked`)
	p.text(`String(` + row + `.querySelector('[data-leaves]').click())`)
	p.until(row + `?.innerText.includes('left on')`)
	p.text(`String(` + row + `.querySelector('[data-leaves]').click())`)
	p.until(row + `?.innerText.includes('Has left')`)
	p.text(`String(document.querySelector('[data-account=p3] [data-leaves]').click())`)
	p.until(`document.querySelector('[data-account=p3] [role=alert]')?.innerText.includes('only keeper')`)
	p.until(`document.querySelector('[data-doings]').innerText.includes('added S. Newcomer')`)

	own := func() {
		p.text(`String(document.querySelector('[data-who]').click())`)
		p.until(`document.querySelector('[data-own]')`)
		p.text(`String(document.querySelector('[data-own]').click())`)
		p.says("My PIN and passphrase")
	}
	own()
	p.fill("New PIN, 6 digits or more", "123456")
	p.fill("Your PIN now, else your passphrase", passphrase)
	p.press("Change")
	p.says("too easily guessed")
	p.fill("New PIN, 6 digits or more", "739158")
	p.press("Change")
	p.says("Changed. It is asked for from now on")
	p.press("Passphrase, for elsewhere")
	p.fill("New passphrase, 12 letters or more", "slow barge under bridge")
	p.press("Change")
	p.says("Changed. It is asked for from now on")
	p.press("Sign me out everywhere")
	come("slow barge under bridge")
	p.until(`document.querySelector('[data-account=p3]').innerText.includes('comes in by passphrase and PIN') ||
		document.querySelector('[data-account=p3]').innerText.includes('comes in by PIN and passphrase')`)
}

// What a keeper is asked, and one's own dialog, on a phone, a tablet and a PC: opened and closed by key and
// by tap; nothing runs out of the page, and the console is told nothing. What was not confirmed is not done.
func TestWhatAKeeperIsAsked(t *testing.T) {
	t.Parallel()
	shop, forward := lockedShop(t)
	p := browserOf(t, shop, "the office", "/shop/people")
	p.watched()
	p.fill("Name, as the shop knows it", "T. Achterberg")
	p.fill("Passphrase", passphrase)
	p.press("Come in")
	p.until(`document.querySelector('[data-account=p1]')`)
	give := `document.querySelector('[data-account=p1] [data-give-code]')`
	for _, width := range []int64{390, 820, 1280} {
		p.do(chromedp.EmulateViewport(width, 900), chromedp.Navigate(shop.URL+"/shop/people"))
		forward(6 * time.Minute) // it is asked anew
		fits := func(what string) {
			t.Helper()
			over := p.text(fmt.Sprintf(`String(Math.max(document.documentElement.scrollWidth,
				`+dialog+`?.scrollWidth ?? 0, `+dialog+`?.getBoundingClientRect().right ?? 0) - %d)`, width))
			if !strings.HasPrefix(over, "-") && over != "0" {
				t.Errorf("%s on %d: it is %s too wide", what, width, over)
			}
		}
		ask := func() {
			t.Helper()
			p.tap(give)
			if width != 390 { // they have a code by now: it is asked whether that is meant
				p.until(give + `.innerText.startsWith('Yes')`)
				p.tap(give)
			}
			p.until(dialog)
			fits("what a keeper is asked")
		}
		ask()
		p.keys("\x1b")
		p.until(`!` + dialog + ` && document.querySelector('[data-account=p1] [role=alert]')?.innerText.includes('Not done')`)
		p.tap(give)
		p.until(dialog)
		p.tap(named("Leave it"))
		p.until(`!` + dialog)
		if n := p.text(`String(document.querySelectorAll('[data-code-given]').length)`); n != "0" {
			t.Errorf("on %d a code was given", width)
		}
		p.tap(give)
		p.once(passphrase)
		p.readOff("[data-code-given]")

		for _, close := range []func(){func() { p.keys("\x1b") }, func() { p.tap(named("Close")) }} {
			p.until(`!document.querySelector('.MuiBackdrop-root')`) // what closes lies over the page for a moment
			p.tap(`document.querySelector('[data-who]')`)
			p.until(`document.querySelector('[role=menu]')?.getAnimations({ subtree: true }).length === 0`)
			p.tap(`document.querySelector('[data-own]')`)
			p.until(dialog + `?.querySelector('[data-session=this]')`)
			fits("one's own dialog")
			close()
			p.until(`!` + dialog)
		}
		p.quiet(fmt.Sprintf("on %d", width))
	}
}

// A link that the shop has ended shows nothing, and says so.
func TestALinkThatHasEnded(t *testing.T) {
	long(t)
	t.Parallel()
	shop, forward := lockedShop(t)
	token, err := shop.Door.AddLink(t.Context(), door.Caller{Account: store.Account{ID: "p3"}}, "J-0004", "Harbour", 2)
	if err != nil {
		t.Fatal(err)
	}
	guest := browserOf(t, shop, "a customer", "/shared#"+token)
	guest.until(`document.querySelector('[data-built]')`)
	forward(49 * time.Hour)
	guest.do(chromedp.Navigate(shop.URL + "/shared"))
	guest.says("It has ended")
	late := browserOf(t, shop, "another", "/shared#"+token)
	late.says("has ended, or never was")
}

// After a copy was restored the keeper says of who had left since whether they work here, on a phone, a
// tablet and a PC, and the notice goes.
func TestAfterRestoringAKeeperLooks(t *testing.T) {
	t.Parallel()
	before, _ := lockedShop(t)
	ctx, folder := t.Context(), t.TempDir()
	if err := store.CopyTo(ctx, before.Path, dataFile(folder)); err != nil {
		t.Fatal(err)
	}
	a, err := before.Store.Named(ctx, "M. Okafor")
	if err == nil {
		a.Gone = "2026-11-30"
		err = before.Store.SetAccount(ctx, a)
	}
	if err == nil {
		err = store.AfterRestoring(ctx, dataFile(folder), before.Path, "settle-2026-11-29.db.gz", time.Now())
	}
	if err != nil {
		t.Fatal(err)
	}
	shop, err := OpenWith(ctx, folder, time.Now, door.How{Local: true})
	if err != nil {
		t.Fatal(err)
	}
	t.Cleanup(func() { _ = shop.Close() })
	p := browserOf(t, shop, "the office", "/shop/people")
	p.watched()
	p.fill("Name, as the shop knows it", "T. Achterberg")
	p.fill("Passphrase", passphrase)
	p.press("Come in")
	p.until(`document.querySelector('[data-held]')`)
	for _, width := range []int64{1280, 820, 390} {
		p.do(chromedp.EmulateViewport(width, 900), chromedp.Navigate(shop.URL+"/shop/people"))
		p.until(`document.querySelector('[data-held]')?.innerText.includes('had left in the shop from before')`)
		if got := p.text(fmt.Sprintf(`String(document.documentElement.scrollWidth > %d)`, width)); got == "true" {
			t.Errorf("on %d it runs out of the page", width)
		}
	}
	p.press("Works here, as below")
	p.once(passphrase)
	p.until(`!document.querySelector('[data-held]')`)
	p.press("I looked through the people")
	p.until(`!document.querySelector('[data-restored]')`)
	p.quiet("after a restore")
}
