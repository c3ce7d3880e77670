package e2e

import (
	"fmt"
	"testing"

	"github.com/chromedp/chromedp"
)

// press clicks the button of that name, as Enter on it would.
func (p *page) press(name string) {
	p.t.Helper()
	p.until(
		fmt.Sprintf(`[...document.querySelectorAll('button, a')].some(b => b.textContent.trim() === %q && !b.disabled)`,
			name))
	p.text(
		fmt.Sprintf(
			`String([...document.querySelectorAll('button, a')].filter(b => b.textContent.trim() === %q && `+
				`!b.disabled).at(-1).click())`, name))
}

// give puts a file into an input; make is a script that comes to a Blob.
func (p *page) give(input, name, make string) {
	p.t.Helper()
	p.until(fmt.Sprintf(`document.querySelector(%q)`, input))
	p.text(fmt.Sprintf(`Promise.resolve(%s).then(blob => {
		const data = new DataTransfer()
		data.items.add(new File([blob], %q, { type: blob.type }))
		const input = document.querySelector(%q)
		input.files = data.files
		input.dispatchEvent(new Event('change', { bubbles: true }))
		return 'given'
	})`, make, name, input))
}

// drawn is a picture of that type, made by the browser.
func drawn(kind string) string {
	return fmt.Sprintf(
		`new Promise(done => { const c = document.createElement('canvas'); c.width = 60; c.height = 40; `+
			`c.getContext('2d').fillRect(5, 5, 20, 20); c.toBlob(done, %q) })`, kind)
}

func csv(text string) string { return fmt.Sprintf(`new Blob([%q], { type: 'text/csv' })`, text) }

func TestAPumpsPageKeepsWhatIsNoted(t *testing.T) {
	long(t)
	t.Parallel()
	p := tab(t, "/pumps/FK-401")
	p.press("Add a remark")
	p.until(`document.activeElement?.dataset.line === 'remark'`)
	p.keys("\n") // nothing written: said so, and the dialog stays
	p.until(`document.querySelector('[role=dialog]')?.innerText.includes('is missing')`)
	p.keys("Collar screws are worn\n")
	p.until(
		`document.querySelector('[data-remarks]').innerText.includes('Collar screws are worn') && ` +
			`!document.querySelector('[role=dialog]')`)
	p.press("Settled")
	p.until(`document.activeElement?.dataset.line === 'done'`)
	p.keys("New screws fitted\n")
	p.until(`document.querySelector('[data-remarks]').innerText.includes('Nothing is left')`)
	p.press("Enter the hours")
	p.until(`document.activeElement?.dataset.line === 'hours'`)
	p.keys("4 480\x1b")
	p.until(`document.querySelector('[role=dialog]') === null`)
	p.press("Enter the hours")
	p.until(`document.activeElement?.dataset.line === 'hours'`)
	p.keys("4480,5\n")
	p.until(`document.body.innerText.includes('4480.5 h')`)
	p.press("Add one")
	p.give("[data-paper]", "seal-drawing.webp", drawn("image/webp"))
	p.until(`document.querySelector('[data-line=paper]')?.value === 'seal-drawing'`)
	p.press("Keep")
	p.until(`document.querySelector('[data-papers] img')?.naturalWidth === 60`)
	p.press("Print a label with a code for this page")
	p.until(`document.querySelector('img[alt^="Label of FK-401"]')?.naturalWidth > 0`)
}

func TestALimitSaysWhyItCounts(t *testing.T) {
	t.Parallel()
	p := tabOf(t, shopOf(t), "p3", "/pumps/CW-310/limits") // a lead
	row := `document.querySelector('[data-key="end-play-single"]')`
	p.until(row + `?.innerText.includes('the general set counts')`)
	box := func(part, text string) {
		p.text(fmt.Sprintf(`String(document.querySelector('[data-limit="end-play-single.%s"]').focus())`, part))
		p.text(`String(document.activeElement.select())`)
		p.keys(text)
	}
	box("max", "9\n") // no unit, no source
	p.until(row + `.innerText.includes('unit') && ` + row + `.innerText.includes('say where the limit comes from')`)
	if got := p.text(`document.querySelector('[data-limit="end-play-single.max"]').value`); got != "9" {
		t.Errorf("what was typed is now %q", got)
	}
	box("max", "9 thou")
	box("source", "Manual, page 14\n")
	p.until(row + `.innerText.includes("The pump's own counts") && ` + row + `.innerText.includes('9.0 max')`)
	p.keys("\x1bu")
	p.until(row + `.innerText.includes('0.229 max')`)
}

func TestTheRegisterIsTakenInWhole(t *testing.T) {
	long(t)
	t.Parallel()
	p := tabOf(t, shopOf(t), "p3", "/shop")
	p.give(`[data-file=pumps]`, "register.csv",
		csv("tag,name,plan\nZZ-900,Spare 1,internal-gear\nZZ-901,,internal-gear\n"))
	p.until(`document.querySelector('[data-csv-faults=pumps]')?.innerText.includes('line 3, name')`)
	p.give(`[data-file=pumps]`, "register.csv",
		csv("tag;name;plan\nZZ-900;Spare 1;internal-gear\nZZ-901;Spare 2;internal-gear\n"))
	p.until(`document.querySelector('[data-csv=pumps]')?.innerText.includes('2 added')`)
	if got := p.text(`fetch('/api/v1/pumps/ZZ-900').then(r => String(r.status))`); got != "404" {
		t.Errorf("a file that was only tried put the pump there: %s", got)
	}
	p.press("Take it in")
	p.until(`document.querySelector('[data-csv=pumps]')?.innerText.includes('Taken in')`)
	if got := p.text(
		`fetch('/api/v1/pumps/ZZ-901').then(r => r.json()).then(v => v.pump.kind)`); got != "Internal gear with packing" {
		t.Errorf("the pump is a %q", got)
	}
	p.give(`[data-file=limits]`, "limits.csv",
		csv("whose,of,limit,min,max,source\npump,ZZ-900,end-clearance,2,5 thou,Manual\n"))
	p.until(`document.querySelector('[data-csv-faults=limits]')?.innerText.includes('line 2, min')`)
	p.give(`[data-file=job]`, "job.json", `new Blob(['{}'], { type: 'application/json' })`)
	p.until(`document.body.innerText.includes('is not a job of this kind')`)
}

func TestFindingThings(t *testing.T) {
	t.Parallel()
	p := tab(t, "/")
	p.until(`document.querySelector('[data-job]')`)
	for words, want := range map[string]string{"heat marks": "J-0004", "flush line": "J-0002", "41877-b": "J-0004"} {
		p.keys("\x1b/")
		p.keys("/") // finds a job
		p.until(`document.activeElement.tagName === 'INPUT'`)
		p.text(`String(document.activeElement.select())`)
		p.keys(words)
		// What was found before stands until the new answer comes.
		p.until(fmt.Sprintf(`document.querySelector('[data-job=%q]') && document.querySelectorAll('[data-job]').length < 6`,
			want))
	}
	// What was noted about a pump finds the pump.
	p.text(`String(document.activeElement.select())`)
	p.keys("weeps")
	p.until(
		`document.querySelector('[data-pump-hits]')?.innerText.includes('LS-204') && ` +
			`document.body.innerText.includes('Nothing found')`)
	p.press("Show all jobs")
	p.until(`document.querySelectorAll('[data-job]').length >= 18`)
	if got := p.text(`fetch('/api/v1/jobs?sort=tag').then(r => r.json()).then(l => l[0].tag)`); got != "CW-310" {
		t.Errorf("by tag %s comes first", got)
	}
}

func TestAPictureOfAFinding(t *testing.T) {
	t.Parallel()
	p := tab(t, "/jobs/J-0005?step=inspect-seal")
	p.give(`[data-picture=heat]`, "heat.png", drawn("image/png"))
	p.until(`document.querySelector('[data-pictures] img[alt="Heat marks"]')?.naturalWidth === 60`)
	p.give(`[data-picture=""]`, "notes.png", `new Blob(['no picture'], { type: 'image/png' })`)
	p.until(`document.querySelector('[data-pictures] [role=alert]')?.innerText.includes('is not a JPEG, PNG or WebP')`)
	p.give(`[data-picture=""]`, "huge.png", `new Blob([new Uint8Array(25e6)], { type: 'image/png' })`)
	p.until(`document.querySelector('[data-pictures] [role=alert]')?.innerText.includes('at most 10 MB')`)
	p.keys("\x1bb")
	p.until(`[...document.querySelectorAll('figcaption')].some(f => f.innerText.includes('Heat marks'))`)
}

// A technician proposes a limit, on a phone; a lead sees it at the pump and confirms it.
func TestALimitIsProposedAndConfirmed(t *testing.T) {
	t.Parallel()
	shop := shopOf(t)
	p := tabOf(t, shop, "p1", "/pumps/CW-310/limits")
	p.do(chromedp.EmulateViewport(390, 844))
	const row = `document.querySelector('[data-key="end-play-single"]')`
	p.until(row + `?.innerText.includes('the general set counts')`)
	p.do(chromedp.Focus(`[data-limit="end-play-single.max"]`))
	p.keys("9 thou")
	p.do(chromedp.Focus(`[data-limit="end-play-single.source"]`))
	p.keys("Manual, page 14")
	p.press("Propose")
	p.until(`document.querySelector('[data-proposed]')?.innerText.includes('at most 9 thou by Manual, page 14')`)
	p.until(row + `.innerText.includes('the general set counts') && ` +
		`document.querySelector('[data-limit="end-play-single.max"]').value === ''`)
	if p.text(`String(document.documentElement.scrollWidth > 390)`) == "true" {
		t.Error("wider than the phone")
	}
	lead := tabOf(t, shop, "p3", "/pumps/CW-310")
	lead.says("Another limit is proposed: look at it")
	lead.press("Change, and why")
	lead.until(`document.querySelector('[data-proposed]')`)
	lead.press("Confirm")
	lead.until(row + `.innerText.includes('9.0 max') && !document.querySelector('[data-proposed]')`)
	p.until(row + `.innerText.includes('9.0 max')`) // the technician's page follows
}
