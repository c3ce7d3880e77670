package e2e

import (
	"context"
	"fmt"
	"strconv"
	"testing"
	"time"

	"github.com/chromedp/chromedp"

	"settle/core/log"
	"settle/core/quantity"
)

// soon watches for something to be shown in a tab; the answer says how long after a moment it was.
func (p *page) soon(shown string) (after func(since time.Time) time.Duration) {
	p.t.Helper()
	p.text(`(window.shown = new Promise(shown => {
		const timer = setInterval(() => { if (` + shown + `) { clearInterval(timer); shown(Date.now()) } }, 10)
	})) && ''`)
	return func(since time.Time) time.Duration {
		p.t.Helper()
		p.until(shown)
		late, err := strconv.ParseInt(p.text(fmt.Sprintf(`window.shown.then(at => String(at - %d))`,
			since.UnixMilli())), 10, 64)
		if err != nil {
			p.t.Fatal(err)
		}
		return time.Duration(late) * time.Millisecond
	}
}

// What is kept elsewhere stands on this screen within a second, at the job and in the list, and so does
// who has which step in hand.
func TestWhatOthersKeepIsShown(t *testing.T) {
	t.Parallel()
	ctx := context.Background()
	bench := tab(t, "/shop")
	bench.takeIn(clockPlan, "clock", "CL-1")
	number := bench.opened("CL-1")
	list := tab(t, "/")
	bench.do(chromedp.Navigate(bench.shop.URL + "/jobs/" + number + "?step=shims"))
	bench.at("shims")
	list.until(`document.querySelector('[data-job="` + number + `"]')`)
	other, err := bench.shop.Store.Person(ctx, "p2")
	if err != nil {
		t.Fatal(err)
	}
	within := func(what string, since time.Time, after func(time.Time) time.Duration) {
		t.Helper()
		if late := after(since); late > time.Second {
			t.Errorf("%s is shown after %v, want it within a second", what, late)
		}
	}
	begun := bench.soon(`document.querySelector('main').innerText.includes(' began this at ')`)
	since := time.Now()
	if err := bench.shop.Store.Begin(ctx, number, "shims", other, nil); err != nil {
		t.Fatal(err)
	}
	within("a step in hand", since, begun)
	kept := bench.soon(`document.querySelector('main').innerText.includes('Kept by R. Lindqvist')`)
	row := list.text(`document.querySelector('[data-job="` + number + `"]').innerText`)
	listed := list.soon(fmt.Sprintf(`document.querySelector('[data-job=%q]').innerText !== %q`, number, row))
	since = time.Now()
	if _, _, err := bench.shop.Store.Append(ctx, number, log.Entry{ID: "live-1", By: other, Kind: log.Kept,
		Step: "shims", Body: &log.Body{Count: &log.CountForm{Count: quantity.Count("3")}}}); err != nil {
		t.Fatal(err)
	}
	within("an entry", since, kept)
	within("an entry in the list", since, listed)
}
