package e2e

import (
	"bytes"
	"context"
	"encoding/json"
	"errors"
	"fmt"
	"io"
	"io/fs"
	"net/http"
	"os"
	"regexp"
	"strings"
	"sync"
	"testing"
	"time"

	"github.com/chromedp/cdproto/cdp"
	"github.com/chromedp/cdproto/emulation"
	"github.com/chromedp/cdproto/network"
	cdppage "github.com/chromedp/cdproto/page"
	"github.com/chromedp/cdproto/runtime"
	"github.com/chromedp/chromedp"

	"settle/core/job"
	"settle/core/log"
	"settle/internal/demo"
	"settle/internal/drill"
	"settle/web"
)

var browser context.Context

// One browser serves all tests, each in tabs of its own on a shop of its own, so
// that they run side by side.
func TestMain(m *testing.M) { os.Exit(run(m)) }

func run(m *testing.M) int {
	if _, err := fs.Stat(web.Dist(), "index.html"); err != nil {
		return without(ErrNotBuilt)
	}
	var stop context.CancelFunc
	var err error
	if browser, stop, err = OpenBrowser(context.Background()); err != nil {
		return without(err)
	}
	defer stop()
	return m.Run()
}

// without ends the tests where they cannot be run. A plain "go test ./..." on a
// machine without Node or Chromium goes on without them and says so; make test
// requires them.
func without(err error) int {
	if os.Getenv("SETTLE_BROWSER") != "required" && (errors.Is(err, ErrNotBuilt) || errors.Is(err, ErrNoBrowser)) {
		fmt.Println("browser tests left out:", err)
		return 0
	}
	fmt.Fprintln(os.Stderr, err)
	return 1
}

// long leaves a test to the drill: it takes many pages, and what it is about changes seldom.
func long(t *testing.T) {
	t.Helper()
	if !drill.On() {
		t.Skip("in the drill")
	}
}

var shops sync.Map // test → its shop

// shopOf is the demo shop of one test, as nobody else touches it.
func shopOf(t *testing.T) *Shop {
	t.Helper()
	if s, ok := shops.Load(t); ok {
		return s.(*Shop)
	}
	dir := t.TempDir()
	if err := demo.Copy(dataFile(dir)); err != nil {
		t.Fatal(err)
	}
	s, err := OpenEmpty(context.Background(), dir, time.Now)
	if err != nil {
		t.Fatal(err)
	}
	shops.Store(t, s)
	t.Cleanup(func() { shops.Delete(t); _ = s.Close() })
	return s
}

// tab opens a tab at an address of the test's shop, with nothing typed before.
func tab(t *testing.T, path string) *page {
	t.Helper()
	return tabOf(t, shopOf(t), "p1", path)
}

var profiles sync.Map // shop and person → a browser of theirs, with its own cookies

// profileOf is the browser of one person in one shop: all of them are on one machine, and cookies
// would not tell them apart.
func profileOf(t *testing.T, shop *Shop, person string) context.Context {
	t.Helper()
	key := shop.URL + " " + person
	if ctx, ok := profiles.Load(key); ok {
		return ctx.(context.Context)
	}
	ctx, cancel := chromedp.NewContext(browser, chromedp.WithNewBrowserContext())
	if err := chromedp.Do(ctx); err != nil {
		t.Fatal(err)
	}
	profiles.Store(key, ctx)
	t.Cleanup(func() { profiles.Delete(key); cancel() })
	return ctx
}

// tabOf opens a tab of any shop, with somebody at work there, or nobody.
func tabOf(t *testing.T, shop *Shop, person, path string) *page {
	t.Helper()
	ctx, cancel := chromedp.NewContext(profileOf(t, shop, person))
	t.Cleanup(cancel)
	if err := chromedp.Do(ctx); err != nil {
		t.Fatal(err)
	}
	ctx, stop := context.WithTimeout(ctx, 15*time.Minute)
	t.Cleanup(stop)
	p := &page{t, ctx, shop}
	// Tabs run side by side, and each believes to be in front.
	front := func(ctx context.Context, t *chromedp.Target) (chromedp.Void, error) {
		_, err := cdp.Call(ctx, t, emulation.SetFocusEmulationEnabled,
			emulation.SetFocusEmulationEnabledParams{Enabled: true})
		return chromedp.Void{}, err
	}
	p.do(front, chromedp.EmulateViewport(1280, 800), chromedp.Navigate(shop.URL+"/favicon.svg"),
		Settings(person, "thou", "light"), chromedp.Navigate(shop.URL+path))
	return p
}

// send asks something of the API as somebody of the demo shop, from another machine as it were.
func (s *Shop) send(t *testing.T, person, method, path string, body any) {
	t.Helper()
	cookie := ""
	for _, ask := range []struct {
		method, path string
		body         any
	}{{"POST", "/session", map[string]string{"person": person}}, {method, path, body}} {
		b, err := json.Marshal(ask.body)
		if err != nil {
			t.Fatal(err)
		}
		req, err := http.NewRequest(ask.method, s.URL+"/api/v1"+ask.path, bytes.NewReader(b))
		if err != nil {
			t.Fatal(err)
		}
		req.Header.Set("Content-Type", "application/json")
		req.Header.Set("Cookie", cookie)
		res, err := http.DefaultClient.Do(req)
		if err != nil {
			t.Fatal(err)
		}
		says, _ := io.ReadAll(res.Body)
		_ = res.Body.Close()
		if res.StatusCode >= 300 {
			t.Fatalf("%s %s: %d %s", ask.method, ask.path, res.StatusCode, says)
		}
		cookie, _, _ = strings.Cut(res.Header.Get("Set-Cookie"), ";")
	}
}

type page struct {
	t    *testing.T
	ctx  context.Context
	shop *Shop
}

func (p *page) do(steps ...chromedp.Action[chromedp.Void]) {
	p.t.Helper()
	if err := chromedp.Do(p.ctx, steps...); err != nil {
		p.t.Fatal(err)
	}
}

// keys types, with \n for Enter and \x1b for Escape.
func (p *page) keys(text string) { p.t.Helper(); p.do(Type(text)) }

func (p *page) until(script string) { p.t.Helper(); p.do(Until(script)) }

// at waits for a step to be on the bench and for its focus to have settled.
func (p *page) at(step string) {
	p.t.Helper()
	p.until(
		fmt.Sprintf(
			`new URLSearchParams(location.search).get('step') === %q && `+
				`document.querySelector('[data-step=%q][aria-current]') && document.activeElement !== document.body`, step, step))
}

// kept waits until the entry of the step on the bench is kept and Enter goes on.
func (p *page) kept() {
	p.t.Helper()
	p.until(`document.activeElement?.matches('[data-next], [data-again]')`)
}

// text is what a script comes to, a promise awaited.
func (p *page) text(script string) string {
	p.t.Helper()
	s, err := chromedp.Run(p.ctx, chromedp.Evaluate[string](script,
		func(e *runtime.EvaluateParams) { e.AwaitPromise = new(true) }))
	if err != nil {
		p.t.Fatal(err)
	}
	return s
}

// The power-end checks as built: what is typed at each, and what it comes to.
var powerEnd = []struct{ step, readings, figure, verdict string }{
	{"end-play-built", "0 1.5 0 1.5 0 1.5", "1.5", "Within"},
	{"runout-coupling-built", "0 .5 1 .5 0", "1.0", "Within"},
	{"runout-seal-built", "0 -1 -2 -1 0", "2.0", "Close to limit"},
	{"adapter-rim-built", "0 1 2 1 0", "2.0", "Within"},
	{"adapter-face-built", "0 1 1 0 0", "1.4", "Within"},
	{"chamber-face-built", "0 1 2 1 0", "2.0", "Within"},
	{"chamber-bore-built", "0 2 3 1 0", "3.2", "Within"},
	{"radial-play-built", "0 2 0 2 0 2", "2.0", "Within"},
}

func TestAWholeJobByKeyboard(t *testing.T) {
	long(t)
	t.Parallel()
	p := tab(t, "/")
	p.until(`document.querySelector('[data-job]')`)
	p.goesBy("LS-201", "../internal/hand/testdata/end-suction-5.yaml")
	p.keys("n") // shown on its button, and nothing is in its way
	p.until(`document.querySelector('[data-pump]')`)
	p.keys("LS-201\n")
	p.until(`document.activeElement.closest('form')`)
	p.keys("Seal leaks\n")
	p.at("identify")
	p.keys("41877-A\n1998, clockwise\n")
	p.next()
	p.done("lay-out")
	p.photo("photo-received")
	p.done("lock-out", "isolate", "drain", "support-casing")
	p.at("turn-found")
	p.keys("3")
	p.until(`document.activeElement.dataset.field === 'body.turn.clock'`)
	p.keys("4\n")
	p.next()
	p.at("leak-path")
	p.keys("from the gland\n")
	p.next()
	p.inspect("coupling-found", "0", "Reuse")
	p.measure("end-play-found", "0 4 0 4.5 0 4")
	p.measure("radial-play-found", "0 2 0 2.5 0 2")
	p.measure("runout-seal-found", "0 1 2.5 1.5 0")
	p.measure("clearance-found", strings.TrimSpace(strings.Repeat("25 26 ", 5)))
	p.at("marks")
	p.keys("two dots at 12\none dot at 3\n")
	p.next()
	p.photo("photo-marks")
	p.done("coupling-out")
	p.at("shims-out")
	p.keys("6\n42\n")
	p.next()
	p.done("power-end-out", "seal-out", "shaft-out", "clean")
	// The findings and the heating take long; without the drill the shop's own hand
	// enters them.
	if drill.On() {
		p.findingsAndHeating()
	} else {
		p.forward(strings.Split(p.text(`location.pathname`), "/")[2], "end-play-built", map[string][]int{
			"inspect-sleeve": {2}, "inspect-seal": {0, 3}, "inspect-gland": {0}, "inspect-bearings": {0}})
	}
	for _, check := range powerEnd {
		switch check.step {
		case "adapter-rim-built":
			p.done("adapter-on")
			p.bolts("adapter-bolts", 16)
		case "chamber-face-built":
			p.done("chamber-on")
		}
		p.at(check.step)
		p.keys(strings.ReplaceAll(check.readings, " ", "\n") + "\n")
		p.kept()
		if got := p.text(
			`document.querySelector('[data-figure]').textContent + ' ' + ` +
				`document.querySelector('[data-verdict]').textContent`); got != check.figure+" "+check.verdict {
			t.Errorf("%s: the bench shows %q, want %s %s", check.step, got, check.figure, check.verdict)
		}
		p.keys("\n")
	}
	p.done("faces-clean", "plate-home", "second-scribe", "seat-in", "head-marked")
	p.measure("setting-built", "1.534 in")
	p.measure("gland-gap-built", "124 126 124 126 125 127 124 126")
	p.done("seal-drag", "impeller-on", "carrier-set")
	p.measure("clearance-built", strings.TrimSpace(strings.Repeat("14 15 ", 5)))
	p.done("gaskets-new")
	p.bolts("casing-bolts", 32)
	p.at("turn-built")
	p.keys("1")
	p.until(`document.querySelector('[data-verdict]')?.textContent === 'Within'`)
	p.keys("\n")
	p.next()
	p.at("leak-test")
	p.keys("1") // water
	p.until(`document.querySelector('[data-choice][aria-checked="true"]')`)
	p.keys("v") // the air was let out before; it leads to the boxes
	p.keys("60 psi\n10\n0\n")
	p.next()
	p.done("fill-vent", "pipes")
	p.at("shims-back")
	p.keys("6\n42\n")
	p.next()
	p.done("pre-align", "rotation")
	p.at("align-driver")
	p.text(`String([...document.querySelectorAll('button')].find(b => b.textContent === 'a laser').click())`)
	p.until(`document.querySelector('[data-field="vertical.offset"]')`)
	p.focus("vertical.offset")
	p.keys("0.5\n0.05\n-0.5\n0.1\n8 in\n20 in\n") // the speed stands in its papers
	p.next()
	p.done("coupling-on", "open-valves")
	p.at("sign")
	p.keys("next time: new wear plate")
	p.signs()
	p.until(`document.body.innerText.includes('This job is signed')`)

	number := strings.Split(p.text(`location.pathname`), "/")[2]
	r, err := p.shop.Store.Job(p.ctx, number)
	if err != nil {
		t.Fatal(err)
	}
	sheet := job.Derive(r.Job)
	if sheet.State != job.Signed || sheet.Signed.Remark != "next time: new wear plate" || sheet.Tally.Within != 12 ||
		sheet.Tally.Close != 1 || sheet.Tally.ToFollow != 1 {
		t.Errorf("the job is %s with remark %q and tally %+v; want it signed, 12 within, 1 close and 1 to follow",
			sheet.State, sheet.Signed.Remark, sheet.Tally)
	}
	if bad := log.Verify(r.Log); bad != 0 {
		t.Errorf("the chain breaks at entry %d", bad)
	}
}

// goesBy takes in a plan as the shop's own and gives it to a pump.
func (p *page) goesBy(tag, file string) {
	p.t.Helper()
	text, err := os.ReadFile(file)
	if err != nil {
		p.t.Fatal(err)
	}
	p.takeIn(strings.Replace(string(text), "key: ", "key: own-", 1), "own-end-suction-back-pull-out", "OW-1")
	if got := p.text(fmt.Sprintf(`fetch('/api/v1/pumps/%[1]s').then(r => r.json()).then(v => `+
		`fetch('/api/v1/pumps/%[1]s', { method: 'PUT', headers: { 'Content-Type': 'application/json' }, `+
		`body: JSON.stringify({ ...v.pump, plan: 'own-end-suction-back-pull-out' }) }))`+
		`.then(r => r.ok ? 'ok' : r.text())`, tag)); got != "ok" {
		p.t.Fatal(got)
	}
}

// print gives the page as the browser would print it, in inches.
func (p *page) print(width, height float64) []byte {
	p.t.Helper()
	out, err := chromedp.Call(p.ctx, cdppage.PrintToPDF, cdppage.PrintToPDFParams{PaperWidth: width, PaperHeight: height,
		PrintBackground: new(true), PreferCSSPageSize: new(false)})
	if err != nil {
		p.t.Fatal(err)
	}
	return out.Data
}

// next waits for the entry to be kept and goes on with one key.
func (p *page) next() {
	p.t.Helper()
	p.kept()
	p.keys("\n")
}

func (p *page) measure(step, readings string) {
	p.t.Helper()
	p.at(step)
	for _, r := range strings.Split(strings.ReplaceAll(readings, " in", "_in"), " ") {
		p.keys(strings.ReplaceAll(r, "_", " ") + "\n")
	}
	p.kept()
	p.keys("n") // past what is out Enter does not lead
}

// photo says where a picture is kept.
func (p *page) photo(step string) {
	p.t.Helper()
	p.at(step)
	p.keys("job folder\n")
	p.next()
}

// inspect ticks findings by their numbers, 0 for none.
func (p *page) inspect(step, keys, outcome string) {
	p.t.Helper()
	p.at(step)
	p.keys(keys)
	p.until(fmt.Sprintf(`document.querySelector('[data-outcome]')?.textContent === %q`, outcome))
	p.keys("\n")
	p.next()
}

// boxes fills the boxes of a step from the first on and keeps.
func (p *page) boxes(step string, texts ...string) {
	p.t.Helper()
	p.at(step)
	p.text(`String(document.querySelectorAll('[data-entry]')[0].focus())`)
	for _, text := range texts {
		p.text(`String(document.activeElement.select?.())`)
		p.keys(text + "\n")
	}
	p.text(`String([...document.querySelectorAll('[data-entry]')].at(-1).focus())`)
	p.keys("\n")
	p.next()
}

// focus goes to the box of a field.
func (p *page) focus(field string) {
	p.t.Helper()
	p.text(fmt.Sprintf(`String(document.querySelector('[data-field="%s"]').focus())`, field))
	p.until(fmt.Sprintf(`document.activeElement.dataset.field === %q`, field))
}

// bolts ticks them one after the other, with one key.
func (p *page) bolts(step string, n int) {
	p.t.Helper()
	p.at(step)
	for i := range n {
		p.until(
			fmt.Sprintf(
				`document.body.innerText.includes('%d of %d ticked') && document.activeElement.hasAttribute('data-tick')`, i, n))
		p.keys("\n")
	}
	p.until(`document.activeElement.hasAttribute('data-main')`)
	p.keys("\n")
	p.next()
}

// done acknowledges steps, each with one key.
func (p *page) done(steps ...string) {
	p.t.Helper()
	for _, s := range steps {
		p.at(s)
		p.keys("\n")
	}
}

// findingsAndHeating looks at the parts of the pump and heats its bearings.
func (p *page) findingsAndHeating() {
	p.t.Helper()
	for _, part := range []struct{ step, keys, outcome string }{
		{"inspect-sleeve", "3", "Replace"}, {"inspect-seal", "14", "Replace"}, {"inspect-gland", "1",
			"Dress and reuse"}, {"inspect-bearings", "1", "Replace"},
		{"inspect-lock-washer", "0", "Replace"}, {"inspect-lock-nut", "0", "Reuse"}, {"inspect-gaskets", "0",
			"Replace"}, {"inspect-impeller", "0", "Reuse"},
		{"inspect-shaft", "0", "Reuse"}, {"inspect-housing", "0", "Reuse"}, {"inspect-wear", "0", "Reuse"},
		{"inspect-casing", "0", "Reuse"}, {"inspect-keys", "0", "Reuse"}, {"inspect-fasteners", "0", "Reuse"},
	} {
		p.inspect(part.step, part.keys, part.outcome)
	}
	// The journal is 45 mm k5, the bore 100 mm H7: two planes at three angles.
	p.boxes("journals", "0.001 mm", "45.007 mm", "45.008 mm", "45.007 mm", "45.006 mm", "45.007 mm", "45.007 mm")
	p.boxes("housing-bore", "0.001 mm", "100.012 mm", "100.012 mm", "100.014 mm", "100.012 mm", "100.01 mm", "100.012 mm")
	p.done("new-sleeve")
	// The clock runs while the page is left and opened again.
	p.at("heat-bearing")
	p.keys("0.018 mm\n\n\n\x1b")
	p.keys("h")
	p.until(
		`document.querySelector('[role=timer]') && document.querySelector('[data-clock]').textContent.startsWith('Home')`)
	p.do(chromedp.Reload())
	p.at("heat-bearing")
	p.until(`document.querySelector('[data-clock]')?.textContent.startsWith('Home')`)
	p.keys("\x1b")
	p.keys("h")
	p.until(`!document.querySelector('[data-clock]')`)
	p.focus("body.heat.cool")
	p.keys("31")
	p.text(`String(document.querySelector('[data-seated]').click())`)
	p.until(
		`document.querySelector('[data-seated]').checked && ` +
			`document.querySelector('[data-field="body.heat.cool"]').value === '31'`)
	p.focus("body.heat.cool")
	(&fingers{page: p}).boxes(nil) // what is seldom changed stands behind it
	p.next()
	p.done("new-bearings")
}

func TestAStepBeforeMakeSafeIsBlocked(t *testing.T) {
	t.Parallel()
	p := tab(t, "/jobs/J-0006?step=end-play-found")
	p.at("end-play-found")
	p.until(`document.body.innerText.includes('Make safe first: lock out and tag out the driver')`)
	if p.text(`String(document.querySelector('[data-entry]').disabled)`) != "true" {
		t.Error("a reading can be typed before make safe is done")
	}
}

func TestUnitsSwitchWhileTyping(t *testing.T) {
	t.Parallel()
	p := tab(t, "/jobs/J-0005?step=runout-seal-built")
	p.at("runout-seal-built")
	p.keys("0\n-1\n-2\n-1\n0")
	p.until(`document.querySelector('[data-figure]').textContent === '2.0'`)
	p.keys("\x1b")
	p.keys("u")
	p.until(
		`document.querySelector('[data-figure]').textContent === '0.051' && ` +
			`document.querySelector('[data-field="body.dial.readings[2].value"]').value === '-2 thou'`)
	p.keys("u")
	p.until(`document.querySelector('[data-figure]').textContent === '2.0'`)
	// What was typed outlives the page.
	p.do(chromedp.Reload())
	p.until(`document.querySelector('[data-field="body.dial.readings[2].value"]')?.value.startsWith('-2')`)
	p.until(`document.querySelector('[data-figure]')?.textContent === '2.0'`)
}

func TestBadInputIsNamedAndStays(t *testing.T) {
	t.Parallel()
	p := tab(t, "/jobs/J-0005")
	p.unblock("/jobs/J-0005?step=radial-play-built")
	p.do(chromedp.Navigate(p.shop.URL + "/jobs/J-0005?step=radial-play-built"))
	p.at("radial-play-built")
	p.keys("0\ntwo\n0\n2\n0\n\n")
	p.until(`document.querySelector('[role=alert]')`)
	p.until(`document.body.innerText.includes('"two" is not understood as a length')`)
	if got := p.text(`document.querySelector('[data-field="body.float.trials[0].out"]').value`); got != "two" {
		t.Errorf("the box holds %q, want what was typed", got)
	}
	if got := p.text(`document.activeElement.dataset.field`); got != "body.float.trials[0].out" {
		t.Errorf("the focus is on %s, want it on the box that is wrong", got)
	}
}

func TestACorrectionStandsBesideWhatItCorrects(t *testing.T) {
	t.Parallel()
	p := tab(t, "/jobs/J-0005?step=runout-coupling-built")
	p.at("runout-coupling-built")
	p.keys("e")
	p.until(`document.activeElement.hasAttribute('data-entry')`)
	p.keys("0\n1\n1.5\n1\n0\n")
	p.until(`document.activeElement.dataset.field === 'reason'`)
	p.keys("\n")
	p.until(`document.body.innerText.includes('Reason is missing')`)
	p.keys("Set-up moved\n")
	p.kept()
	p.until(`document.querySelector('[data-figure]').textContent === '1.5'`)
	p.do(chromedp.Navigate(p.shop.URL + "/jobs/J-0005/sheet"))
	p.until(`document.querySelector('[data-check=shaft-runout-coupling] [data-built]')?.textContent === '1.5'`)
	p.until(
		`document.querySelector('article').innerText.includes('Set-up moved') && ` +
			`document.querySelector('article').innerText.includes('12: 0 thou, 3: 0.5 thou, 6: 1 thou, 9: 0.5 thou')`)
}

func TestAStaleWindowShowsBoth(t *testing.T) {
	t.Parallel()
	mine, theirs := tab(t, "/jobs/J-0005?step=runout-seal-built"), tab(t, "/jobs/J-0005?step=runout-seal-built")
	for _, p := range []*page{mine, theirs} {
		p.at("runout-seal-built")
		p.do(Settings("p2", "thou", "light"))
	}
	mine.text(`String([...document.querySelectorAll('button')].find(b => b.textContent === 'Clear')?.click())`)
	theirs.do(chromedp.Reload())
	theirs.at("runout-seal-built")
	mine.do(chromedp.Reload())
	mine.at("runout-seal-built")
	mine.keys("0\n-1\n-2\n")
	theirs.keys("0\n-.5\n-1\n-.5\n0\n")
	theirs.kept()
	// The stream tells it while mine is being typed, and what is typed stays.
	mine.until(`document.querySelector('[data-conflict]')`)
	mine.keys("-1\n0\n")
	mine.until(
		`document.querySelector('[data-conflict]').innerText.includes('−.5 thou') && ` +
			`document.querySelector('[data-conflict]').innerText.includes('Yours comes to 2.0')`)
	mine.do(chromedp.Click(chromedp.CSS("[data-conflict] button")))
	mine.until(`document.querySelector('[data-field=reason]')`)
	mine.do(chromedp.Click(chromedp.CSS("[data-field=reason]")))
	mine.keys("Measured again\n")
	mine.kept()
	mine.until(`document.querySelector('[data-figure]').textContent === '2.0'`)
}

func TestOutOfLimitNeedsADecision(t *testing.T) {
	t.Parallel()
	p := tab(t, "/jobs/J-0005")
	p.unblock("/jobs/J-0005?step=radial-play-built")
	p.do(chromedp.Navigate(p.shop.URL + "/jobs/J-0005?step=radial-play-built"))
	p.at("radial-play-built")
	p.text(`String([...document.querySelectorAll('button')].find(b => b.textContent === 'Clear')?.click())`)
	p.until(`document.activeElement.hasAttribute('data-entry') && document.activeElement.value === ''`)
	p.keys("0\n6\n0\n6\n0\n6\n")
	p.kept()
	p.until(
		`document.querySelector('[data-verdict]').textContent === 'Out' && ` +
			`document.querySelector('[data-step=radial-play-built]').dataset.state === 'decide'`)
	// Enter does not go on from what is out: it measures again, and n is for the next.
	p.until(`document.activeElement.hasAttribute('data-again')`)
	p.keys("\n")
	p.until(`document.activeElement.hasAttribute('data-entry') && document.activeElement.value === ''`)
	if at := p.text(`new URLSearchParams(location.search).get('step')`); at != "radial-play-built" {
		t.Errorf("Enter ran past what is out, to %s", at)
	}
	p.text(`String([...document.querySelectorAll('button')].find(b => b.textContent === 'Leave it as it was')?.click())`)
	p.do(chromedp.Navigate(p.shop.URL + "/jobs/J-0005?step=radial-play-built"))
	p.until(`document.querySelector('[data-next]')`)
	p.keys("d")
	p.until(`document.activeElement.hasAttribute('data-decide')`)
	p.keys("Old housing, new one on order\n")
	p.until(`document.querySelector('[data-step=radial-play-built]').dataset.state === 'done'`)
}

func TestTheSheetPrintsOnTwoPages(t *testing.T) {
	t.Parallel()
	p := tab(t, "/jobs/J-0004/sheet")
	p.until(`document.querySelector('[data-built]')`)
	for _, paper := range []struct {
		name          string
		width, height float64
	}{{"A4", 8.27, 11.69}, {"Letter", 8.5, 11}} {
		pdf := p.print(paper.width, paper.height)
		if n := len(regexp.MustCompile(`/Type\s*/Page\b`).FindAll(pdf, -1)); n < 1 || n > 2 {
			t.Errorf("%s: the sheet prints on %d pages, want one or two", paper.name, n)
		}
		if !bytes.HasPrefix(pdf, []byte("%PDF")) {
			t.Errorf("%s: no PDF came", paper.name)
		}
	}
}

func TestTheSheetIsSavedAsFiles(t *testing.T) {
	t.Parallel()
	p := tab(t, "/jobs/J-0004/sheet")
	p.until(`document.querySelector('a[download]')`)
	for format, want := range map[string]string{"csv": "found_um", "json": "settle-job/5"} {
		got := p.text(fmt.Sprintf(`fetch(document.querySelector('a[href$=".%s"]').href).then(r => r.text())`, format))
		if !strings.Contains(got, want) {
			t.Errorf("the %s file begins %.80q, want %q in it", format, got, want)
		}
	}
}

func TestNothingIsLostWhenTheServerIsGone(t *testing.T) {
	t.Parallel()
	p := tab(t, "/jobs/J-0006?step=lock-out")
	p.at("lock-out")
	if _, err := chromedp.Call(p.ctx, network.EmulateNetworkConditionsByRule,
		network.EmulateNetworkConditionsByRuleParams{MatchedNetworkConditions: []*network.Conditions{{Offline: true,
			DownloadThroughput: -1, UploadThroughput: -1}}}); err != nil {
		t.Fatal(err)
	}
	// The browser may take a moment to cut the page off; before that the entry would be kept.
	p.text(`(async () => { for (let i = 0; i < 500; i++) try { await fetch('/api/v1/shop') } catch { break }
		return '' })()`)
	p.keys("\n")
	p.until(`document.querySelector('[role=alert]')?.innerText.includes('Settle does not answer')`)
	p.until(`document.querySelector('header').innerText.includes('Not saved')`)
}

func TestThePageKeepsItsSecurityPolicy(t *testing.T) {
	t.Parallel()
	p := tab(t, "/jobs/J-0004/sheet")
	p.until(`document.querySelector('[data-built]')`)
	got := p.text(
		`(() => { const s = document.createElement('script'); s.textContent = 'window.let_in = 1'; ` +
			`document.body.append(s); return String(window.let_in) })()`)
	if got != "undefined" {
		t.Error("an inline script ran")
	}
}

// A question at the bench: taken from the tray by its key, typed, read, opened
// again by its address, kept to a pump. No mouse.
func TestABenchToolByKeyboard(t *testing.T) {
	long(t)
	t.Parallel()
	p := tab(t, "/tools")
	p.until(`document.querySelectorAll('main li').length > 10`)
	p.keys("s")
	p.until(`location.pathname === '/tools/shim' && document.activeElement?.dataset.field === 'measured'`)
	p.keys("31\n16\n\n20\n\n\n10\n3\n")
	p.until(`document.activeElement?.dataset.field === 'in_place[2]'`)
	p.keys("\n2\n6\n10\n1\n")
	p.until(`document.querySelector('[data-headline]')?.textContent.startsWith('Inside the window')`)
	// Adding opens it: 31 down to 18 is 13 less, all that is there comes off.
	if got := p.text(`document.querySelector('[data-figure]').textContent`); got != "18.0 thou" {
		t.Errorf("the clearance after is %s", got)
	}
	before := p.text(`document.querySelector('[data-result]').innerText`)
	address := p.text(`location.pathname + location.search`)
	again := tab(t, address)
	again.until(`document.querySelector('[data-figure]')?.textContent === '18.0 thou'`)
	if after := again.text(`document.querySelector('[data-result]').innerText`); after != before {
		t.Errorf("opened again by its address it says %q, not %q", after, before)
	}
	again.keys("\x1bu")
	again.until(`document.querySelector('[data-figure]')?.textContent === '0.457 mm'`)
	again.keys("n")
	again.until(`document.querySelector('[role=dialog] input') === document.activeElement`)
	again.keys("LS-204")
	again.until(`document.querySelector('[role=option]')?.textContent.startsWith('LS-204')`)
	again.keys("\n")
	again.until(`document.querySelector('[role=dialog] input').value.startsWith('LS-204  ')`)
	again.keys("\n")
	again.until(`document.body.innerText.includes('Kept to LS-204.')`)
	pump := tab(t, "/pumps/LS-204")
	pump.until(
		`document.querySelector('main').innerText.includes('Shim pack') && document.querySelector('a[href^="/tools/shim?"]')`)
}

// A tool without a letter of its own is found by a word; its boxes follow each other.
func TestAToolIsFoundByAWord(t *testing.T) {
	long(t)
	t.Parallel()
	p := tab(t, "/tools")
	p.until(`document.querySelectorAll('main li').length > 20`)
	p.keys("/no such thing")
	p.until(`document.querySelector('main').innerText.includes('No tool goes by')`)
	p.keys("\x1b/spring len")
	p.until(`document.querySelectorAll('main li').length === 1`)
	p.keys("\n")
	p.until(`location.pathname === '/tools/compression' && document.activeElement?.dataset.field === 'free'`)
	p.keys("52 mm\n47.6 mm\n44 mm\n0.1 mm\n0.2 mm\n")
	p.until(`document.body.innerText.includes('Still to come')`) // on which side the head sits
	p.text(`String([...document.querySelectorAll('button')].find(b => b.textContent === 'impeller side').click())`)
	// 52 − 47.6 − 0.2 of the 8 there are.
	p.until(`document.querySelector('[data-figure]')?.textContent === '165.4 thou'`)
	if says := p.text(`document.querySelector('[data-result]').innerText`); !strings.Contains(says, "52.5 %") {
		t.Errorf("it says %q", says)
	}
	p.until(`document.querySelector('main svg[role=img]')`)
}

// What is seldom needed is folded away, and opens where the focus is.
func TestAFoldedGroupOpens(t *testing.T) {
	t.Parallel()
	p := tab(t, "/tools/float")
	p.until(`document.activeElement?.dataset.field === 'trials[0].out' && !document.querySelector('[data-field=mpe]')`)
	p.text(`String([...document.querySelectorAll('button')].find(b => b.textContent === '+ Error of the gauge').focus())`)
	p.keys("\n")
	p.until(`document.activeElement?.dataset.field === 'mpe'`)
	p.keys("0.1 thou")
	again := tab(t, "/tools/float?mpe=0.1+thou")
	again.until(`document.querySelector('[data-field=mpe]')?.value === '0.1 thou'`)
}

// A tool says what is wrong beside the box, and keeps what was typed.
func TestABenchToolNamesWhatIsWrong(t *testing.T) {
	t.Parallel()
	p := tab(t, "/tools/float")
	p.until(`document.activeElement?.dataset.field === 'trials[0].out'`)
	p.keys("3 thuo\n")
	p.until(
		`document.querySelector('[data-field="trials[0].out"]').getAttribute('aria-invalid') === 'true' && ` +
			`document.querySelector('[data-field="trials[0].out"]').value === '3 thuo'`)
	if says := p.text(`document.getElementById('trials-0--out-says').textContent`); !strings.Contains(says, "thou") {
		t.Errorf("the box says %q", says)
	}
}

// Drops are counted by a key, wherever the focus is.
func TestDropsAreTapped(t *testing.T) {
	t.Parallel()
	p := tab(t, "/tools/drip")
	p.until(`document.querySelector('[data-tick]') === document.activeElement`)
	for range 4 {
		p.keys(" ")
		p.do(chromedp.Sleep(120 * time.Millisecond))
	}
	p.until(
		`document.querySelector('[data-tick]').textContent.startsWith('4 taps') && document.querySelector('[data-figure]')`)
}

// One end of a pump is worked wholly; its clock goes on wherever one looks.
func TestTwoEnds(t *testing.T) {
	t.Parallel()
	p := tab(t, "/jobs")
	p.takenBack("J-0015", "nut-hot@outboard", "heat@outboard")
	p.do(chromedp.Navigate(p.shop.URL + "/jobs/J-0015?step=heat@outboard"))
	p.at("heat@outboard")
	// One end is wholly done before the other: the other's heating stands in a stage of its own.
	if n := p.text(`String(document.querySelectorAll('[data-step^="heat@"]').length)`); n != "1" {
		t.Errorf("%s heatings stand in the stage of one end", n)
	}
	if got := p.text(
		`document.querySelector('[aria-label="Shaft line"]').innerText.replace(/\n/g, ' ')`); !strings.Contains(got,
		"Run-out, seal IB") || !strings.Contains(got, "Run-out, seal OB") {
		t.Errorf("the shaft line shows %q", got)
	}
	p.keys("\x1b") // the interference is carried from the fit
	p.until(`document.querySelector('[data-figure]')?.textContent.includes('°C')`)
	p.keys("h")
	// The clock goes on where it is left.
	p.until(`document.querySelector('[data-clock]')?.textContent.startsWith('Home')`)
	p.do(chromedp.Navigate(p.shop.URL+"/jobs"), chromedp.Navigate(p.shop.URL+"/jobs/J-0015?step=heat@outboard"))
	p.at("heat@outboard")
	p.until(
		`/^0:[0-9]{2}/.test(document.querySelector('[role=timer]')?.innerText) && ` +
			`document.querySelector('[role=timer]').innerText.slice(0, 4) !== '0:00'`)
}

// takenBack withdraws what was entered at steps of a job.
func (p *page) takenBack(number string, steps ...string) {
	p.t.Helper()
	for _, step := range steps {
		p.text(fmt.Sprintf(`(async () => {
			const [number, step] = [%q, %q]
			const j = await fetch('/api/v1/jobs/' + number).then(r => r.json())
			const on = j.sheet.stages.flatMap(s => s.steps).find(s => s.id === step).entry
			const r = await fetch('/api/v1/jobs/' + number + '/entries', { method: 'POST',
				headers: { 'Content-Type': 'application/json' }, body: JSON.stringify({ id: crypto.randomUUID(),
				kind: 'withdrawn', step, on, reason: 'slip' }) })
			if (!r.ok) throw new Error(await r.text())
			return 'taken back'
		})()`, number, step))
	}
}

// What is read at both ends stands side by side.
func TestBothEndsSideBySide(t *testing.T) {
	t.Parallel()
	p := tab(t, "/jobs/J-0015?step=runout-found@outboard")
	p.until(`document.querySelector('[data-step="runout-found@outboard"]')`)
	rows := p.text(
		`[...document.querySelectorAll('[data-step^="runout-found@"]')].map(x => ` +
			`Math.round(x.getBoundingClientRect().top)).join(' ')`)
	if tops := strings.Fields(rows); len(tops) != 2 || tops[0] != tops[1] {
		t.Errorf("the ends stand at %q, want side by side", rows)
	}
}

// The stages of a stacked pump are a compact list: one mark each, a key to the next.
func TestStackedStages(t *testing.T) {
	t.Parallel()
	p := tab(t, "/jobs/J-0014")
	p.at("stage-nut@5")
	if n := p.text(`String(document.querySelectorAll('[data-step^="stage-nut@"]').length)`); n != "11" {
		t.Errorf("%s stages are listed, want 11", n)
	}
	p.done("stage-nut@5", "diffuser-in@5", "impeller-on@6")
	p.at("stage-nut@6")
}

// A pump that stands is laid along the line, with up marked; its adjuster is worked out in flats.
func TestVerticalPump(t *testing.T) {
	t.Parallel()
	p := tab(t, "/jobs/J-0012?step=lateral-built")
	p.at("lateral-built")
	p.until(`document.querySelector('[aria-label="Shaft line"]').innerText.includes('up')`)
	p.keys("156\n156\n157\n156\n") // 5/32 in are 156.25 thou
	p.kept()
	if got := p.text(
		`['figure', 'verdict'].map((x) => document.querySelector('[data-' + x + ']').textContent).join(' ')`,
	); got != "0.0 Within" { // how far it is off its target
		t.Errorf("on its lateral it shows %q", got)
	}
	p.says("156.3") // what was read stands small beside it
}

// A plan of the shop's own is read, compared and taken in; a broken one says where.
func TestAPlanIsTakenIn(t *testing.T) {
	t.Parallel()
	p := tabOf(t, shopOf(t), "p3", "/shop")
	p.until(`document.querySelectorAll('[data-plan]').length === 13`)
	give := func(change string) {
		p.text(`fetch('/api/v1/plans/inline-circulator').then(r => r.json()).then(plan => {
			const text = (` + change + `)(plan.text)
			const data = new DataTransfer()
			data.items.add(new File([text], 'ours.yaml'))
			const input = document.querySelector('[data-plan-file]')
			input.files = data.files
			input.dispatchEvent(new Event('change', { bubbles: true }))
			return 'given'
		})`)
	}
	give(`t => t.replace('kind: caution', 'kind: polish')`)
	p.until(
		`document.querySelector('[data-faults]')?.innerText.includes('kind is "polish": write do') && /Line ` +
			`[0-9]+/.test(document.querySelector('[data-faults]').innerText)`)
	give(
		`t => t.replace('key: inline-circulator', 'key: our-circulator').replace('title: Small in-line circulator', ` +
			`'title: Our circulator').replace('title: Flat gasket', 'title: Paper gasket')`)
	p.until(
		`document.querySelector('[data-changes]')?.innerText.includes('Against Small in-line circulator') && ` +
			`document.querySelector('[data-changes]').innerText.includes('option joint')`)
	p.text(`String([...document.querySelectorAll('button')].find(b => b.textContent === 'Take it in').click())`)
	p.until(`document.querySelector('[data-taken]') && document.querySelector('[data-plan=our-circulator]')`)
	if got := p.text(
		`fetch('/api/v1/pumps/HT-520').then(r => r.json()).then(v => fetch('/api/v1/pumps/HT-520', { method: 'PUT', ` +
			`headers: { 'Content-Type': 'application/json' }, body: JSON.stringify({ ...v.pump, plan: 'our-circulator' }) ` +
			`})).then(r => r.ok ? 'ok' : r.text())`); got != "ok" {
		t.Fatalf("choosing it for a pump: %s", got)
	}
	// The job that is open keeps the plan it was started with.
	if got := p.text(
		`fetch('/api/v1/jobs/J-0016').then(r => r.json()).then(j => j.plan)`); got != "Small in-line circulator, version 7" {
		t.Errorf("the open job has the plan %q", got)
	}
	if got := p.text(
		`fetch('/api/v1/pumps/HT-520').then(r => r.json()).then(v => v.plan.title)`); got != "Our circulator" {
		t.Errorf("the pump has the plan %q", got)
	}
}
