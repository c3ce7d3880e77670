// Package demo makes the demo shop: Tern Rock Aquarium, a made-up seaside
// public aquarium with its water plant. Its jobs are entered one by one through
// the same door as a person's typing, at fixed dates.
package demo

import (
	"context"
	"fmt"
	"time"

	"settle/core/gauge"
	"settle/core/job"
	"settle/core/log"
	"settle/core/quantity"
	typist "settle/internal/hand"
	"settle/internal/signing"
	"settle/internal/store"
)

// Fill makes the demo shop in the file at path, which must not exist yet. Its jobs are signed with a
// key; without one they carry no signature of a shop.
func Fill(ctx context.Context, path string, key signing.Key) (err error) {
	h := &hand{ctx: ctx}
	h.store, err = store.Make(ctx, path, func() time.Time { return h.now })
	if err != nil {
		return err
	}
	defer func() {
		if e := h.store.Close(); err == nil {
			err = e
		}
	}()
	if !key.None() {
		if _, err := h.store.UseKey(ctx, key); err != nil {
			return err
		}
	}
	if err := h.store.SetShop(ctx, shop); err != nil {
		return err
	}
	for _, p := range people {
		a, err := h.store.AddAccount(ctx, p)
		if err != nil {
			return err
		}
		h.people = append(h.people, a.Person())
	}
	for _, p := range pumps {
		if err := h.store.SavePump(ctx, p, true); err != nil {
			return fmt.Errorf("pump %s: %w", p.Tag, err)
		}
	}
	h.register()
	h.earlier()
	h.halfWay()
	h.dropped()
	h.received()
	h.atSomeStage()
	h.sisters()
	h.widened()
	h.notes()
	return h.err
}

// hand is somebody typing: entry after entry, a few minutes apart.
type hand struct {
	ctx    context.Context
	store  *store.Store
	people []log.Person
	by     log.Person
	now    time.Time
	number string
	sheet  *job.Sheet            // of the job as it stands
	with   map[gauge.Kind]string // the gauges in the hand
	n      int
	err    error
}

// openAs opens a job with what is asked for it.
func (h *hand) openAs(date, tag string, asked job.Asked, hours float64, by int) {
	if h.err != nil {
		return
	}
	var err error
	if h.now, err = time.Parse("2006-01-02 15:04", date); err != nil {
		h.err = err
		return
	}
	h.by = h.people[by]
	if h.number, h.err = h.store.OpenJob(h.ctx, store.ToOpen{ID: "demo-" + tag + "-" + date[:10], Tag: tag,
		Asked: asked, Hours: &hours, By: h.by}); h.err != nil {
		return
	}
	r, err := h.store.Job(h.ctx, h.number)
	if err != nil {
		h.err = err
		return
	}
	h.sheet = job.Derive(r.Job)
}

func (h *hand) entry(e log.Entry) string {
	if h.err != nil {
		return ""
	}
	h.gauged(&e)
	h.n++
	h.now = h.now.Add(time.Duration(3+h.n*7%11) * time.Minute)
	e.ID, e.By = fmt.Sprintf("demo-%s-%03d", h.number, h.n), h.by
	_, sheet, err := h.store.Append(h.ctx, h.number, e)
	if err != nil {
		h.err = fmt.Errorf("%s %s: %w", h.number, e.Step, err)
	}
	h.sheet = sheet
	return e.ID
}

// gauged puts the gauge in the hand to an entry that is measured with it.
func (h *hand) gauged(e *log.Entry) {
	step := h.sheet.Step(e.Step)
	if e.Kind != log.Kept || step == nil || e.Body == nil || e.Body.Skip != "" {
		return
	}
	for _, kind := range step.Panel.Gauges {
		if key := h.with[kind]; key != "" {
			body := *e.Body
			body.Gauge, e.Body = &log.GaugeUsed{Key: key}, &body
			return
		}
	}
}

func (h *hand) keep(step string, b log.Body) string {
	return h.entry(log.Entry{Kind: log.Kept, Step: step, Body: &b})
}

func (h *hand) again(step, on, reason string, b log.Body) string {
	return h.entry(log.Entry{Kind: log.Kept, Step: step, On: on, Reason: reason, Body: &b})
}

func (h *hand) decide(step, on, reason string) {
	h.entry(log.Entry{Kind: log.Decided, Step: step, On: on, Reason: reason})
}

// work enters step after step, in the order of work, until the one that is
// named or the signature. What is given is entered as it is; the rest as a
// steady hand finds it. What needs a decision gets one.
func (h *hand) work(with map[string]log.Body, until string) {
	for h.err == nil {
		step := due(h.sheet)
		switch {
		case step == nil || step.ID == until:
			if step == nil && until != "" {
				h.err = fmt.Errorf("%s never comes to %s", h.number, until)
			}
			return
		case step.State == job.Decide:
			h.decide(step.ID, step.Entry, "The manual gives no limit here; accepted by comparison with the sister pump")
		default:
			body, ok := with[step.ID]
			if !ok {
				body = typist.Entry(step, true, h.now)
			}
			h.again(step.ID, step.Entry, "", body) // what is done again says why itself
			h.shoot(step.ID, body)
		}
	}
}

// due is the first step to be entered or decided that does not follow the
// hand-back.
func due(sheet *job.Sheet) *job.StepSheet {
	for i := range sheet.Stages {
		for j := range sheet.Stages[i].Steps {
			s := &sheet.Stages[i].Steps[j]
			if (s.State == job.Open || s.State == job.Decide) && !s.Follows {
				return s
			}
		}
	}
	return nil
}

// dial is 12, 3, 6, 9 and back at 12, in thou on a half-thou dial.
func dial(r12, r3, r6, r9, back string) log.Body {
	return log.Body{Unit: quantity.UnitThou, Dial: &gauge.DialForm{
		Graduation: quantity.Type("0.5 thou"),
		Readings: []gauge.ReadingForm{
			{Clock: "12", Value: quantity.Type(r12)}, {Clock: "3", Value: quantity.Type(r3)},
			{Clock: "6", Value: quantity.Type(r6)}, {Clock: "9", Value: quantity.Type(r9)},
		},
		BackToStart: quantity.Type(back),
	}}
}

// play is three pushes and pulls from zero, in thou on a half-thou dial.
func play(a, b, c string) log.Body {
	f := &gauge.FloatForm{Graduation: quantity.Type("0.5 thou")}
	for _, out := range []string{a, b, c} {
		f.Trials = append(f.Trials, gauge.TrialForm{In: quantity.Type("0"), Out: quantity.Type(out)})
	}
	return log.Body{Unit: quantity.UnitThou, Float: f}
}

func direct(value string) log.Body {
	return log.Body{Unit: quantity.UnitThou, Direct: &log.DirectForm{Value: quantity.Type(value),
		Graduation: quantity.Type("0.5 thou")}}
}

func count(n int, pack string) log.Body {
	return log.Body{Unit: quantity.UnitThou, Count: &log.CountForm{Count: quantity.Count(fmt.Sprint(n)),
		Pack: quantity.Type(pack)}}
}

func turns(word gauge.Turn, clock string) log.Body {
	return log.Body{Turn: &log.TurnForm{Turn: word, Clock: clock}}
}

func found(where string, keys ...string) log.Body {
	if keys == nil {
		keys = []string{}
	}
	return log.Body{Inspect: &log.InspectForm{Found: keys, Where: where}}
}
