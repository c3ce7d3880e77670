// Package e2e drives the real interface in a real browser. This file holds
// what its tests and the maker of the screenshots share: a shop on a port of
// this machine, and a browser to look at it.
package e2e

import (
	"context"
	"errors"
	"fmt"
	"io/fs"
	"net"
	"net/http"
	"os"
	"os/exec"
	"path/filepath"
	"time"

	"github.com/chromedp/cdproto/cdp"
	"github.com/chromedp/cdproto/input"
	"github.com/chromedp/cdproto/runtime"
	"github.com/chromedp/chromedp"

	"settle/internal/copies"
	"settle/internal/demo"
	"settle/internal/door"
	"settle/internal/server"
	"settle/internal/signing"
	"settle/internal/store"
	"settle/web"
)

// ErrNoBrowser says that there is no Chromium on this machine.
var ErrNoBrowser = errors.New("no Chromium found: install the package chromium, or name the program in CHROMIUM")

// ErrNotBuilt says that the front end is not built.
var ErrNotBuilt = errors.New("the front end is not built: run make build first")

// Shop is a shop, served on a port of its own from a folder of its own.
type Shop struct {
	URL   string
	Store *store.Store
	Path  string // of the data file
	Door  *door.Door
	http  *http.Server
}

// OpenShop makes the demo shop in the folder and serves it.
func OpenShop(ctx context.Context, folder string, clock func() time.Time) (*Shop, error) {
	if err := demo.Fill(ctx, dataFile(folder), signing.Key{}); err != nil {
		return nil, err
	}
	return OpenEmpty(ctx, folder, clock)
}

func dataFile(folder string) string { return filepath.Join(folder, "settle.db") }

// OpenEmpty serves what is in the folder, as the demo is served: an empty shop where nothing is.
func OpenEmpty(ctx context.Context, folder string, clock func() time.Time) (*Shop, error) {
	return OpenWith(ctx, folder, clock, door.How{Demo: true, Local: true})
}

// OpenWith serves what is in the folder, behind a door that is kept as it is said.
func OpenWith(ctx context.Context, folder string, clock func() time.Time, how door.How) (*Shop, error) {
	if _, err := fs.Stat(web.Dist(), "index.html"); err != nil {
		return nil, ErrNotBuilt
	}
	s := &Shop{Path: dataFile(folder)}
	var err error
	if s.Store, err = store.Open(ctx, s.Path, clock); err != nil {
		return nil, err
	}
	key, _, err := signing.Open(filepath.Join(folder, "shop.key"))
	if err == nil {
		_, err = s.Store.UseKey(ctx, key)
	}
	if err != nil {
		return nil, errors.Join(err, s.Store.Close())
	}
	l, err := net.Listen("tcp", "127.0.0.1:0")
	if err != nil {
		return nil, errors.Join(err, s.Store.Close())
	}
	s.URL = "http://" + l.Addr().String()
	d, err := door.New(ctx, s.Store, clock, how)
	if err != nil {
		return nil, errors.Join(err, s.Store.Close())
	}
	s.Door = d
	s.http = &http.Server{Handler: server.New(s.Store, copies.Beside(s.Store, clock), d, web.Dist()),
		ReadHeaderTimeout: 5 * time.Second}
	go func() { _ = s.http.Serve(l) }()
	return s, nil
}

// Close stops serving and closes the file.
func (s *Shop) Close() error { return errors.Join(s.http.Close(), s.Store.Close()) }

// OpenBrowser starts a browser; the context it returns is one tab's, and more
// tabs are made from it with chromedp.NewContext.
func OpenBrowser(ctx context.Context) (context.Context, context.CancelFunc, error) {
	path := os.Getenv("CHROMIUM")
	for _, name := range []string{"chromium-headless-shell", "chromium", "chromium-browser", "google-chrome"} {
		if found, err := exec.LookPath(name); path == "" && err == nil {
			path = found
		}
	}
	if path == "" {
		return nil, nil, ErrNoBrowser
	}
	options := []chromedp.ExecAllocatorOption{chromedp.ExecPath(path), chromedp.Flag("force-color-profile", "srgb"),
		chromedp.Flag("lang", "en-GB")}
	for _, flag := range []string{"headless", "no-sandbox", "disable-gpu", "disable-quic", "no-first-run",
		"disable-background-networking", "disable-component-update", "disable-sync", "hide-scrollbars"} {
		options = append(options, chromedp.Flag(flag, true))
	}
	ctx, stop := chromedp.NewExecAllocator(ctx, options...)
	tab, cancel := chromedp.NewContext(ctx)
	// The first call starts the browser and must not carry a deadline.
	if err := chromedp.Do(tab); err != nil {
		cancel()
		stop()
		return nil, nil, fmt.Errorf("starting %s: %w", path, err)
	}
	return tab, func() { cancel(); stop() }, nil
}

// Settings puts the unit and the colours into the browser, as a person would have chosen them
// before, and lets somebody in where the door asks for no PIN.
func Settings(person, unit, mode string) chromedp.Action[chromedp.Void] {
	return func(ctx context.Context, t *chromedp.Target) (chromedp.Void, error) {
		script := fmt.Sprintf("localStorage.setItem('settle.unit', %q); localStorage.setItem('mui-mode', %q); "+
			"%q === '' || fetch('/api/v1/session', {method: 'POST', headers: {'Content-Type': 'application/json'}, "+
			"body: JSON.stringify({person: %q})}).then(r => r.ok)", unit, mode, person, person)
		in, err := chromedp.Evaluate[bool](script, func(p *runtime.EvaluateParams) { p.AwaitPromise = new(true) })(ctx, t)
		if err == nil && !in {
			err = fmt.Errorf("%s was not let in", person)
		}
		return chromedp.Void{}, err
	}
}

// Type presses keys one by one, as a keyboard does: \n is Enter, \x1b Escape, \t Tab,
// \v Tab with Shift and → the arrow. A
// key and its letter go out as one event, so that a key which the page has
// taken types nothing into a box that it has just moved to.
func Type(keys string) chromedp.Action[chromedp.Void] {
	return func(ctx context.Context, t *chromedp.Target) (chromedp.Void, error) {
		for _, r := range keys {
			down := input.DispatchKeyEventParams{Type: input.DispatchKeyEventTypeKeyDown, Key: string(r), Text: string(r)}
			switch r {
			case '\n':
				down.Key, down.Code, down.Text, down.WindowsVirtualKeyCode = "Enter", "Enter", "\r", 13
			case '\t', '\v':
				down.Key, down.Code, down.Text, down.WindowsVirtualKeyCode = "Tab", "Tab", "", 9
				if r == '\v' {
					down.Modifiers = 8 // Shift
				}
			case '→':
				down.Key, down.Code, down.Text, down.WindowsVirtualKeyCode = "ArrowRight", "ArrowRight", "", 39
			case '\x1b':
				down.Key, down.Code, down.Text, down.WindowsVirtualKeyCode = "Escape", "Escape", "", 27
			}
			up := down
			up.Type, up.Text = input.DispatchKeyEventTypeKeyUp, ""
			for _, e := range []input.DispatchKeyEventParams{down, up} {
				if _, err := cdp.Call(ctx, t, input.DispatchKeyEvent, e); err != nil {
					return chromedp.Void{}, err
				}
			}
		}
		return chromedp.Void{}, nil
	}
}

// Until waits until a script is true, such as document.title === "Settle".
func Until(script string) chromedp.Action[chromedp.Void] {
	return func(ctx context.Context, t *chromedp.Target) (chromedp.Void, error) {
		ctx, cancel := context.WithTimeout(ctx, time.Minute) // a machine may be busy
		defer cancel()
		var last error
		// Asking costs the page time, too: the longer it takes the less often.
		for pause := 8 * time.Millisecond; ; pause = min(pause*3/2, 100*time.Millisecond) {
			ok, err := chromedp.Evaluate[bool]("!!("+script+")")(ctx, t)
			if err == nil && ok {
				return chromedp.Void{}, nil
			}
			if err != nil {
				last = err
			}
			select {
			case <-ctx.Done():
				text, _ := chromedp.Evaluate[string]("document.activeElement?.outerHTML.slice(0, 300) + "+
					"String.fromCharCode(10) + document.body.innerText.slice(0, 1500)")(context.WithoutCancel(ctx), t)
				return chromedp.Void{}, fmt.Errorf("waited in vain for %s (%w)\nthe page says, after what has the focus:\n%s",
					script, errors.Join(ctx.Err(), last), text)
			case <-time.After(pause):
			}
		}
	}
}
