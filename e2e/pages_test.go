package e2e

import (
	"fmt"
	"slices"
	"strings"
	"testing"

	"github.com/chromedp/chromedp"

	"settle/internal/drill"
)

// Every page of the demo shop opens on a tablet: something is on it, nothing has
// failed, nothing hangs over its edge, and each file that it offers is there.
func TestEveryPageOpens(t *testing.T) {
	long(t)
	t.Parallel()
	p := tabOf(t, shopOf(t), "p3", "/shop")
	p.until(`document.querySelector('main')`)
	p.do(chromedp.EmulateViewport(820, 1180))
	names := func(list, field string) []string {
		return strings.Fields(
			p.text(fmt.Sprintf(`fetch('/api/v1/%s').then(r => r.json()).then(l => l.map(x => x.%s).join(' '))`, list, field)))
	}
	paths := []string{"/", "/jobs/new", "/pumps", "/pumps/new", "/shop", "/shop/limits", "/shop/people", "/tools",
		"/about"}
	for _, kind := range strings.Fields("length runout float gap shim shim-trial setting fit heat torque lateral " +
		"drip wear ring grease align") {
		paths = append(paths, "/tools/"+kind, "/tools")
	}
	for _, number := range names("jobs", "number") {
		paths = append(paths, "/jobs/"+number, "/jobs/"+number+"/sheet", "/jobs/"+number+"/parts")
	}
	for _, tag := range names("pumps", "tag") {
		paths = append(paths, "/pumps/"+tag, "/pumps/"+tag+"/edit", "/pumps/"+tag+"/limits", "/pumps/"+tag+"/label")
	}
	if len(paths) < 100 {
		t.Fatalf("only %d pages were found", len(paths))
	}
	// All of them in the drill; else a few of each kind.
	paths = slices.DeleteFunc(paths, func(path string) bool {
		return !drill.On() && strings.ContainsAny(path, "0123456789") && !strings.Contains(path, "J-0004") &&
			!strings.Contains(path, "J-0014") && !strings.Contains(path, "LS-204") && !strings.Contains(path, "HT-520")
	})
	// Without a keyboard one gets anywhere by the menu behind the mark.
	p.text(`String(document.querySelector('[data-places]').click())`)
	p.until(`[...document.querySelectorAll('[role=menuitem]')].some(m => m.textContent === 'Pumps')`)
	p.text(`String([...document.querySelectorAll('[role=menuitem]')].find(m => m.textContent === 'Pumps').click())`)
	p.until(`location.pathname === '/pumps' && document.querySelector('table')`)
	offered := map[string]bool{}
	for _, path := range paths {
		p.open(path)
		if got := p.text(
			`['That did not work', 'Not found', 'Not here'].filter(x => [...document.querySelectorAll('[role=status]')]
				.some(e => e.innerText.includes(x))).join()`,
		); got != "" {
			t.Errorf("%s says %s", path, got)
		}
		if got := p.text(`String(document.documentElement.scrollWidth - innerWidth)`); got != "0" {
			t.Errorf("%s hangs over the edge by %s", path, got)
		}
		for _, file := range strings.Fields(
			p.text(`[...document.querySelectorAll('a[href^="/api/"]')].map(a => a.getAttribute('href')).join(' ')`)) {
			if offered[file] {
				continue
			}
			offered[file] = true
			if status := p.text(fmt.Sprintf(`fetch(%q).then(r => String(r.status))`, file)); status != "200" {
				t.Errorf("%s offers %s, which answers %s", path, file, status)
			}
		}
	}
	if len(offered) < 12 {
		t.Errorf("only %d files are offered", len(offered))
	}
}

// open goes to a page within the application, and waits until it is there. Two pages
// on end are never of one kind, so that what was there goes.
func (p *page) open(path string) {
	p.t.Helper()
	p.text(fmt.Sprintf(`document.querySelector('main').dataset.before = 'yes'; history.pushState({}, '', %q);
		dispatchEvent(new PopStateEvent('popstate')); ''`, path))
	p.until(
		`document.querySelector('main:not([data-before])')?.innerText.trim().length > 20 && ` +
			`!document.querySelector('main').innerText.includes('Fetching')`)
}
