// Command screenshots takes one picture of each main view, from the demo shop.
package main

import (
	"context"
	"flag"
	"fmt"
	"log"
	"os"
	"path/filepath"
	"strings"
	"time"

	"github.com/chromedp/cdproto/runtime"
	"github.com/chromedp/chromedp"

	"settle/e2e"
)

type shot struct {
	name, path    string
	keys          string // typed before the picture
	ready         string // script that is true when the page is
	width, height int64
	unit, mode    string
	by            string // id of who works; p1 where nothing is said, - for nobody
}

const (
	bench   = `document.querySelector('[data-step]')`
	drawing = `document.querySelector('[data-drawing]')`
)

var shots = []shot{
	{name: "jobs", path: "/", ready: `document.querySelector('[data-job]')`},
	{name: "bench-runout", path: "/jobs/J-0005?step=runout-seal-built", keys: "0\n-1\n-2\n-1\n0",
		ready: `document.querySelector('[data-figure]')?.textContent === '2.0'`},
	{name: "bench-runout-dark", path: "/jobs/J-0005?step=runout-seal-built", keys: "0\n-1\n-2\n-1\n0",
		ready: `document.querySelector('[data-figure]')?.textContent === '2.0'`, mode: "dark"},
	{name: "bench-runout-tablet", path: "/jobs/J-0005?step=runout-seal-built", keys: "0\n-1\n-2\n-1\n0",
		ready: `document.querySelector('[data-figure]')?.textContent === '2.0'`, width: 820, height: 1180},
	{name: "bench-caution", path: "/jobs/J-0006?step=lock-out", ready: bench},
	{name: "bench-inspect", path: "/jobs/J-0005?step=inspect-impeller", ready: `document.querySelector('[data-outcome]')`},
	{name: "bench-clearance-mm", path: "/jobs/J-0007?step=clearance-found",
		ready: `document.querySelector('[data-headline]')`, unit: "mm"},
	{name: "bench-seal-setting", path: "/jobs/J-0004?step=setting-built",
		ready: `document.querySelector('[data-headline]')`},
	{name: "bench-two-ends", path: "/jobs/J-0015?step=nut-hot@outboard", ready: drawing},
	{name: "bench-unit", path: "/jobs/J-0009?step=retainer-on", ready: drawing},
	{name: "new-job", path: "/jobs/new?pump=LS-201", ready: `document.querySelector('[data-pump]')`},
	{name: "build-sheet", path: "/jobs/J-0004/sheet", ready: `document.querySelector('[data-built]')`, height: 1000},
	{name: "pump", path: "/pumps/LS-204", ready: `document.querySelector('table')`, height: 1000},
	{name: "pumps", path: "/pumps", ready: `document.querySelector('table')`},
	{name: "tools", path: "/tools", ready: `document.querySelectorAll('main li').length > 10`},
	{name: "tool-alignment",
		path: "/tools/align?unit=mm&method=rim-and-face&rim.readings[0].value=0&rim.readings[1].value=-.15" +
			"&rim.readings[2].value=-.3&rim.readings[3].value=-.15" +
			"&face.readings[0].value=0&face.readings[1].value=-.15&face.readings[2].value=-.2" +
			"&face.readings[3].value=-.05&face.diameter=200&feet.front=200&feet.back=500&rpm=1450",
		ready: `document.querySelector('[data-figure]')`, unit: "mm"},
	{name: "causes", path: "/jobs/J-0005", keys: "\x1bc", ready: `document.querySelector('[role=dialog]')`},
	{name: "people", path: "/shop/people", ready: `document.querySelector('[data-account]')`, by: "p3"},
	{name: "gauge", path: "/gauges/IND-2", ready: `document.querySelector('[data-touched] tbody')`},
}

func main() {
	folder := flag.String("to", "docs/screenshots", "folder for the pictures")
	only := flag.String("only", "", "take only those whose name has this in it")
	keys := flag.String("keys", "", "with -path: typed before the picture")
	path := flag.String("path", "", "take one picture, of this address, instead")
	tablet := flag.Bool("tablet", false, "with -path: at the width of a tablet")
	high := flag.Int64("high", 0, "with -path: height of the window")
	dark := flag.Bool("dark", false, "with -path: for the night")
	of := flag.String("of", "", "with -path: address of a Settle that runs, such as http://127.0.0.1:8080")
	by := flag.String("by", "", "with -path: id of who works, - for nobody")
	flag.Parse()
	if *path != "" {
		one := shot{name: "one", path: *path, keys: *keys, ready: "true", by: *by}
		if *tablet {
			one.width, one.height = 820, 1180
		}
		if *high > 0 {
			one.height = *high
		}
		if *dark {
			one.mode = "dark"
		}
		shots, *only = []shot{one}, ""
	}
	if err := run(*folder, *only, *of); err != nil {
		log.Fatal(err)
	}
}

func run(folder, only, url string) error {
	ctx := context.Background()
	if url == "" {
		data, err := os.MkdirTemp("", "settle-shots")
		if err != nil {
			return err
		}
		defer os.RemoveAll(data)
		shop, err := e2e.OpenShop(ctx, data, time.Now)
		if err != nil {
			return err
		}
		defer shop.Close()
		url = shop.URL
	}
	tab, stop, err := e2e.OpenBrowser(ctx)
	if err != nil {
		return err
	}
	defer stop()
	if err := os.MkdirAll(folder, 0o755); err != nil {
		return err
	}
	for _, s := range shots {
		if !strings.Contains(s.name, only) {
			continue
		}
		if err := take(tab, url, folder, s); err != nil {
			return fmt.Errorf("%s: %w", s.name, err)
		}
	}
	return nil
}

func take(tab context.Context, url, folder string, s shot) error {
	if s.width == 0 {
		s.width = 1280
	}
	if s.height == 0 {
		s.height = 800
	}
	if s.unit == "" {
		s.unit = "thou"
	}
	if s.mode == "" {
		s.mode = "light"
	}
	switch s.by {
	case "":
		s.by = "p1"
	case "-":
		s.by = ""
	}
	steps := []chromedp.Action[chromedp.Void]{
		chromedp.EmulateViewport(s.width, s.height),
		chromedp.Navigate(url + "/favicon.svg"),
		forget, e2e.Settings(s.by, s.unit, s.mode),
		chromedp.Navigate(url + s.path),
		e2e.Until(
			`document.readyState === 'complete' && document.querySelector('main')?.innerText.length > 40 && ` +
				`!document.querySelector('[role=progressbar]')`),
	}
	if s.keys != "" {
		steps = append(steps, e2e.Until(`document.activeElement !== document.body`), e2e.Type(s.keys))
	}
	steps = append(steps, e2e.Until(s.ready), settle)
	if err := chromedp.Do(tab, steps...); err != nil {
		return err
	}
	png, err := chromedp.Run(tab, chromedp.CaptureScreenshot())
	if err != nil {
		return err
	}
	return os.WriteFile(filepath.Join(folder, s.name+".png"), png, 0o644)
}

// forget drops what an earlier picture typed.
func forget(ctx context.Context, t *chromedp.Target) (chromedp.Void, error) {
	_, err := chromedp.Evaluate[bool]("localStorage.clear(); true")(ctx, t)
	return chromedp.Void{}, err
}

// settle gives fonts and the last preview their moment.
func settle(ctx context.Context, t *chromedp.Target) (chromedp.Void, error) {
	_, err := chromedp.Evaluate[bool]("document.fonts.ready.then(() => new Promise(r => setTimeout(() => r(true), 350)))",
		func(p *runtime.EvaluateParams) { p.AwaitPromise = new(true) })(ctx, t)
	return chromedp.Void{}, err
}
