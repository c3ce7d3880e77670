package e2e

import (
	"context"
	"encoding/json"
	"fmt"
	"maps"
	"slices"
	"strings"
	"testing"
	"time"

	"github.com/chromedp/chromedp"

	"settle/core/job"
	"settle/core/log"
	"settle/core/plan"
	"settle/core/quantity"
	"settle/core/record"
	"settle/internal/drill"
	"settle/internal/hand"
	"settle/internal/store"
)

// The shortest scope of each construction that is more than a note: what is worked by the
// keyboard alone.
var shortest = map[string]string{
	"end-suction-back-pull-out":      "line-up",
	"clamped-sleeve-pedestal":        "checks",
	"close-coupled-hygienic":         "checks",
	"back-plate-hygienic":            "checks",
	"close-coupled-bearing-on-shaft": "distance",
	"regenerative-turbine":           "clearance",
	"vertical-turbine":               "packing",
	"chopper-striker-plate":          "checks",
	"submersible-stacked":            "checks",
	"double-suction":                 "coupling",
	"inline-circulator":              "oil",
	"governor-acid":                  "checks",
	"internal-gear":                  "checks",
}

// Every construction by keyboard alone, from the first step to the signature; the drill says
// how many pages and keys it took. Without the drill, two of them.
func TestEveryConstructionByKeyboard(t *testing.T) {
	t.Parallel()
	for _, key := range slices.Sorted(maps.Keys(plan.Library())) {
		if !drill.On() && !slices.Contains([]string{"inline-circulator", "submersible-stacked"}, key) {
			continue
		}
		t.Run(key, func(t *testing.T) {
			pages, keys := worksByKeyboard(t, key, shortest[key])
			t.Logf("DRILL %s, %s: %d pages, %d keys", key, shortest[key], pages, keys)
		})
	}
}

// worksByKeyboard opens a job on a demo pump of a construction and works it to its end.
func worksByKeyboard(t *testing.T, key, scope string) (pages, keys int) {
	t.Helper()
	shop := shopOf(t)
	number := opensFor(t, shop, key, scope)
	p := tabOf(t, shop, "p1", "/favicon.svg")
	p.do(Settings("p1", "mm", "light"))
	p.text(fmt.Sprintf(`String(location.href = '/jobs/%s')`, number))
	f := &fingers{page: p, number: number}
	for f.step() {
		pages++
	}
	return pages, f.count
}

// opensFor opens a job with a scope on a spare pump of a construction.
func opensFor(t *testing.T, shop *Shop, key, scope string) string {
	t.Helper()
	ctx := context.Background()
	pumps, err := shop.Store.Pumps(ctx, store.PumpQuery{})
	if err != nil {
		t.Fatal(err)
	}
	people, err := shop.Store.People(ctx)
	if err != nil {
		t.Fatal(err)
	}
	// Another of that pump whose papers are filled in most, and which nobody works on.
	var spare record.Pump
	for i := range pumps {
		if pumps[i].Plan == key && len(pumps[i].Values) >= len(spare.Values) {
			spare = pumps[i].Pump
		}
	}
	spare.Tag, spare.Serial = "SP-100", "spare"
	if err := shop.Store.SavePump(ctx, spare, true); err != nil {
		t.Fatal(err)
	}
	number, err := shop.Store.OpenJob(ctx, store.ToOpen{ID: "by-keyboard-" + key + scope, Tag: spare.Tag, By: people[0],
		Asked: job.Asked{Complaint: "by keyboard", Scope: scope}})
	if err != nil {
		t.Fatal(err)
	}
	return number
}

// fingers work a job as somebody would who has no mouse, and count the keys.
type fingers struct {
	*page
	number string
	count  int
}

func (f *fingers) press(keys string) {
	f.t.Helper()
	f.count += len([]rune(keys))
	f.keys(keys)
}

// step works the next step; false where the job is done.
func (f *fingers) step() bool {
	f.t.Helper()
	r, err := f.shop.Store.Job(f.ctx, f.number)
	if err != nil {
		f.t.Fatal(err)
	}
	sheet := job.Derive(r.Job)
	switch {
	case sheet.State == job.Signed:
		return false
	case sheet.Next == "":
		f.t.Fatalf("the job is %s and has no next step", sheet.State)
	}
	s := sheet.Step(sheet.Next)
	if s.State == job.Decide {
		f.decides(s)
		return true
	}
	f.at(s.ID)
	f.enter(s)
	f.keeps(s)
	return true
}

// decides says why what has no limit stays as it is.
func (f *fingers) decides(s *job.StepSheet) {
	f.t.Helper()
	f.do(chromedp.Navigate(fmt.Sprintf("%s/jobs/%s?step=%s", f.shop.URL, f.number, s.ID)))
	f.at(s.ID)
	f.press("d")
	f.until(`document.activeElement.tagName === 'INPUT'`)
	f.press("the maker was asked\n")
	for range 400 {
		r, err := f.shop.Store.Job(f.ctx, f.number)
		if err != nil {
			f.t.Fatal(err)
		}
		if sheet := job.Derive(r.Job); sheet.Step(s.ID).Decision != nil {
			f.do(chromedp.Navigate(fmt.Sprintf("%s/jobs/%s?step=%s", f.shop.URL, f.number, sheet.Next)))
			return
		}
		time.Sleep(15 * time.Millisecond)
	}
	f.t.Fatalf("nobody decided at %s: %s", s.ID, f.text(`document.querySelector('main').innerText`))
}

// enter types what a good hand enters at a step.
func (f *fingers) enter(s *job.StepSheet) {
	f.t.Helper()
	body := hand.Entry(s, true, time.Now().UTC())
	switch s.Panel.Instrument {
	case "ack":
		f.press("\n")
	case "turn":
		for i, c := range s.Panel.Choices {
			if c.Key == string(body.Turn.Turn) {
				f.press(fmt.Sprint(i + 1))
			}
		}
		f.until(`document.querySelector('[data-turn][aria-checked="true"]')`)
		f.press("\n")
	case "inspect":
		f.press("0")
		f.until(`document.querySelector('[data-finding="none"][aria-checked="true"]')`)
		f.press("\n")
	case "torque":
		f.bolted(s)
	case "test":
		for i, c := range s.Panel.Choices {
			if c.Key == string(body.Test.Medium) {
				f.press(fmt.Sprint(i + 1))
			}
		}
		f.until(`document.querySelector('[data-choice][aria-checked="true"]')`)
		f.press("v")
		f.boxes(texts(s, body))
	case "tool":
		if s.Panel.Tool == "align" {
			f.chooses("a laser")
		}
		f.boxes(texts(s, body))
	case "sign":
		f.count += f.signs()
	default:
		f.boxes(texts(s, body))
	}
}

// boxes goes from box to box and writes in each what belongs there; Enter in the last keeps.
func (f *fingers) boxes(texts map[string]string) {
	f.t.Helper()
	const most = 60
	for range most {
		field := f.text(`document.activeElement.dataset.field ?? ''`)
		if field == "" {
			return
		}
		text, known := texts[field]
		if standing := f.text(`document.activeElement.value`); known && standing != text {
			f.press(text)
		}
		f.press("\n")
		f.until(fmt.Sprintf(`document.activeElement.dataset.field !== %q || document.querySelector('[role=alert]')`,
			field))
	}
	f.t.Fatalf("more than %d boxes: %v\n%s", most, texts, f.text(`document.querySelector('main').innerText`))
}

// chooses goes back to the choice that stands before the boxes, along it to what is meant,
// and forward to the boxes again.
func (f *fingers) chooses(words string) {
	f.t.Helper()
	until := func(key, there string) {
		f.t.Helper()
		for range 12 {
			if f.text(`String(`+there+`)`) == "true" {
				return
			}
			f.press(key)
		}
		f.t.Fatalf("%q is not reached", words)
	}
	until("\v", `document.activeElement.getAttribute('aria-pressed') === 'true'`)
	until("→", fmt.Sprintf(`document.activeElement.textContent === %q`, words))
	f.press("\n")
	until("\t", `document.activeElement.dataset.field !== undefined`)
}

// bolted writes the torque where none is known, and ticks bolt after bolt.
func (f *fingers) bolted(s *job.StepSheet) {
	f.t.Helper()
	if field := f.text(`document.activeElement.dataset.field ?? ''`); field == "body.torque.set" {
		f.press("30 N·m\n")
	}
	for range len(s.Panel.Order) * len(s.Panel.Passes) {
		f.until(`document.activeElement.hasAttribute('data-tick')`)
		n := f.text(`document.body.innerText.match(/(\d+) of \d+ ticked/)[1]`)
		f.press("\n")
		f.until(fmt.Sprintf(`document.body.innerText.match(/(\d+) of \d+ ticked/)[1] !== %q`, n))
	}
	f.until(`document.activeElement.hasAttribute('data-main')`)
	f.press("\n")
}

// keeps waits until the entry is kept, and goes on with one key.
func (f *fingers) keeps(s *job.StepSheet) {
	f.t.Helper()
	deadline := time.Now().Add(8 * time.Second)
	for time.Now().Before(deadline) {
		r, err := f.shop.Store.Job(f.ctx, f.number)
		if err != nil {
			f.t.Fatal(err)
		}
		if job.Derive(r.Job).Step(s.ID).Entry != "" {
			if s.Panel.Instrument != "ack" && s.Kind != plan.Sign {
				f.kept()
				f.press("n")
			}
			return
		}
		time.Sleep(15 * time.Millisecond)
	}
	f.t.Fatalf("%s was not kept: %s", s.ID, f.text(`document.querySelector('main').innerText`))
}

// texts are what is typed, by the field of its box.
func texts(s *job.StepSheet, body log.Body) map[string]string {
	raw, err := json.Marshal(body)
	if err != nil {
		panic(err)
	}
	var tree any
	if err := json.Unmarshal(raw, &tree); err != nil {
		panic(err)
	}
	out := map[string]string{}
	spread(tree, "body", out)
	for field, text := range maps.Clone(out) {
		for _, inside := range []string{"body.tool.", "body.heat.input."} {
			if name, is := strings.CutPrefix(field, inside); is {
				out[name] = text
			}
		}
	}
	// What the screen asks as a bracket: the leaf that goes in, and a thicker one that does not.
	for field, text := range maps.Clone(out) {
		place, is := strings.CutSuffix(field, ".value")
		if !is || !strings.HasPrefix(place, "body.feeler.") {
			continue
		}
		leaf, err := quantity.Parse(text, quantity.UnitMillimetre)
		if err != nil {
			panic(err)
		}
		out[place+".go"], out[place+".no_go"] = text, fmt.Sprintf("%.3f", leaf.Um()/1000+0.01)
	}
	if body.Wait != nil {
		out["body.wait.minutes"] = fmt.Sprint(s.Panel.Minutes + 1)
	}
	if body.Heat != nil {
		out["body.heat.took"] = "0.5"
	}
	return out
}

// spread writes a body out as its fields.
func spread(v any, path string, out map[string]string) {
	switch v := v.(type) {
	case map[string]any:
		for k, x := range v {
			spread(x, path+"."+k, out)
		}
	case []any:
		numbers := len(v) > 0
		var all []string
		for i, x := range v {
			_, is := x.(float64)
			numbers = numbers && is
			all = append(all, fmt.Sprint(x))
			spread(x, fmt.Sprintf("%s[%d]", path, i), out)
		}
		if numbers {
			out[path] = strings.Join(all, " ")
		}
	default:
		out[path] = fmt.Sprint(v)
	}
}

// signs gives the signature, whose remark has the focus: Enter in it signs nothing, its button does. It
// returns how many keys that took.
func (p *page) signs() (keys int) {
	p.t.Helper()
	p.keys("\n")
	p.until(`document.activeElement.dataset.field === 'body.sign.remark'`)
	for keys = 2; keys < 8; keys++ {
		if p.text(`String(document.activeElement.hasAttribute('data-main'))`) == "true" {
			break
		}
		p.keys("\t")
	}
	p.keys("\n")
	return keys
}
