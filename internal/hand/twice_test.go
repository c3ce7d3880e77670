package hand

import (
	"fmt"
	"maps"
	"slices"
	"strconv"
	"testing"

	"settle/core/job"
	"settle/core/judge"
	"settle/core/log"
	"settle/core/plan"
	"settle/internal/drill"
)

// walkedJob is a job with what its plan says of each step, and what conditions ask of it.
type walkedJob struct {
	plan    *plan.Plan // with what the pump has several of written out
	chosen  map[string]string
	decided map[string]judge.Outcome
	log     []log.Entry
	arrives string
}

func (w *walkedJob) Choice(key string) string          { return w.chosen[key] }
func (w *walkedJob) Decided(part string) judge.Outcome { return w.decided[part] }
func (w *walkedJob) CameTo(string) judge.Result        { return "" }

func (b *bench) walkedJob(sheet *job.Sheet) *walkedJob {
	open := b.job.Log[0].Open
	w := &walkedJob{chosen: map[string]string{plan.InScope: open.Scope, plan.Arrives: open.Arrives},
		decided: map[string]judge.Outcome{}, log: b.job.Log, arrives: open.Arrives}
	w.plan = b.job.Plan.Repeated(func(key string) int {
		for _, v := range b.job.Plan.Values {
			if n, err := strconv.Atoi(v.Default); v.Key == key && err == nil {
				return n
			}
		}
		return 1
	})
	maps.Copy(w.chosen, plan.Defaults(plan.Schools, open.Schools))
	maps.Copy(w.chosen, plan.Defaults(b.job.Plan.Options, open.Options))
	if sheet.Scope != nil {
		w.chosen[plan.InScope] = sheet.Scope.Key
	}
	for _, stage := range sheet.Stages {
		for _, s := range stage.Steps {
			if part := w.plan.Step(s.ID).Part; part != "" && s.Reading != nil {
				w.decided[part] = s.Reading.Outcome
			}
		}
	}
	return w
}

// done goes through what was done, in its order: a step that was left out was not.
func (w *walkedJob) done(each func(step *plan.Step, e *log.Entry)) {
	for i := range w.log {
		e := &w.log[i]
		step := w.plan.Step(e.Step)
		if e.Kind == log.Kept && step != nil && e.Body.Skip == "" && e.Body.Absent == "" {
			each(step, e)
		}
	}
}

// leftOpen is what is not as it must be when the job is signed: a part that came off and is not on
// again, a lock that was loosened and not bent anew, a tool left in the pump.
func (w *walkedJob) leftOpen() []string {
	off, tools, loose := map[string]string{}, map[string]string{}, map[string]string{}
	locks := map[string]bool{}
	w.done(func(step *plan.Step, _ *log.Entry) {
		for _, part := range step.Locks {
			locks[part] = true
		}
	})
	w.done(func(step *plan.Step, _ *log.Entry) {
		for _, part := range step.TakesOff {
			if x := w.plan.Part(part); x != nil && x.When.Hold(w) {
				off[part] = step.ID
			}
		}
		for _, part := range step.Puts() {
			delete(off, part)
			if locks[part] {
				loose[part] = step.ID
			}
		}
		for _, part := range step.Locks {
			delete(loose, part)
		}
		for _, tool := range step.ToolOut {
			delete(tools, tool)
		}
		for _, tool := range step.ToolIn {
			if !slices.Contains(step.ToolOut, tool) {
				tools[tool] = step.ID
			}
		}
	})
	var wrong []string
	for what, list := range map[string]map[string]string{"is off": off, "is not locked": loose, "is left in": tools} {
		for key, step := range list {
			wrong = append(wrong, fmt.Sprintf("%s %s since %s", key, what, step))
		}
	}
	slices.Sort(wrong)
	return wrong
}

// stale are the readings of a loop that were taken before the last change they hang on.
func (w *walkedJob) stale(loop *plan.Loop) []string {
	last := map[string]int{}
	w.done(func(step *plan.Step, e *log.Entry) { last[step.ID] = e.Seq })
	var wrong []string
	for i, id := range loop.Steps {
		step := w.plan.Step(id)
		if step.Kind != plan.Measure && step.Kind != plan.Turn || last[id] == 0 {
			continue
		}
		for _, before := range loop.Steps[:i] {
			switch w.plan.Step(before).Kind {
			case plan.Do, plan.Count, plan.Set, plan.Torque, plan.Tighten, plan.Heat:
				if last[before] > last[id] {
					wrong = append(wrong, fmt.Sprintf("%s was read before %s", id, before))
				}
			}
		}
	}
	return wrong
}

// leavesOpen are scopes that do not put on what they take off: nothing is built in the one, the other
// makes a single seal of a double one, or the reverse.
var leavesOpen = map[string]bool{"end-suction-back-pull-out checks": true, "back-plate-hygienic conversion": true}

// twice walks a job in which a reading comes out wrong at first, and its loop is gone round again.
func twice(t *testing.T, b *bench, step, as string) {
	t.Helper()
	b.once = step
	sheet := b.work(true, true)
	if sheet.State != job.Signed {
		t.Errorf("%s: %s, next %q", as, sheet.State, sheet.Next)
		return
	}
	if b.once != "" {
		return // it is not asked in this job
	}
	w := b.walkedJob(sheet)
	if !leavesOpen[b.job.Plan.Key+" "+sheet.Scope.Key] {
		for _, wrong := range w.leftOpen() {
			t.Errorf("%s: %s under a signed sheet", as, wrong)
		}
	}
	for i := range w.plan.Loops {
		for _, wrong := range w.stale(&w.plan.Loops[i]) {
			t.Errorf("%s: %s", as, wrong)
		}
	}
}

// Each loop of each plan is gone round twice, and each stage that a turn sends back: what came off is on
// again, locks are bent anew, tools are out, what hangs on it is read again.
func TestEachLoopIsWalkedTwice(t *testing.T) {
	for key, p := range plan.Library() {
		t.Run(key, func(t *testing.T) {
			t.Parallel()
			rows := pairs(p.Options)
			if !drill.On() { // each choice once; the drill takes each pair
				rows = singles(p.Options)
			}
			walked := map[string]bool{}
			for _, options := range rows {
				for _, scope := range scopesOf(p) {
					for _, arrives := range arrivalsOf(p, scope) {
						roundsOf(t, p, options, scope, arrives, walked)
					}
				}
			}
		})
	}
}

// roundsOf walks each reading that sends something back, of one kind of job.
func roundsOf(t *testing.T, p *plan.Plan, options map[string]string, scope, arrives string, walked map[string]bool) {
	t.Helper()
	whole := openIn(t, p, options, scope, arrives)
	sheet := whole.work(true, true)
	if sheet.State != job.Signed {
		t.Errorf("%s %s %v: %s, next %q", scope, arrives, options, sheet.State, sheet.Next)
		return
	}
	w := whole.walkedJob(sheet)
	as := fmt.Sprintf("%s %s %v", scope, arrives, options)
	if !leavesOpen[p.Key+" "+scope] {
		for _, wrong := range w.leftOpen() {
			t.Errorf("%s: %s", as, wrong)
		}
	}
	w.done(func(step *plan.Step, _ *log.Entry) {
		loop, _ := w.plan.LoopOf(step.ID)
		sends := len(step.Reopens) > 0
		for _, f := range step.Feels {
			sends = sends || len(f.Reopens) > 0
		}
		if step.Kind != plan.Measure && step.Kind != plan.Turn && step.Kind != plan.Test || loop == nil && !sends ||
			step.Worked || step.Phase == plan.Found {
			return
		}
		name := fmt.Sprintf("%s %s", step.ID, steps(loop, w))
		if walked[name] {
			return
		}
		walked[name] = true
		twice(t, openIn(t, p, options, scope, arrives), step.ID, as+", "+step.ID)
	})
}

// steps are those of a loop that a job has, in words: the same ones are walked once.
func steps(loop *plan.Loop, w *walkedJob) string {
	if loop == nil {
		return w.chosen[plan.InScope]
	}
	var there []string
	for _, id := range loop.Steps {
		if w.plan.Step(id).There(w) {
			there = append(there, id)
		}
	}
	return fmt.Sprint(there)
}

// singles are rows in which each choice of each option stands at least once.
func singles(options []plan.Choice) []map[string]string {
	rows := []map[string]string{{}}
	for _, o := range options {
		for i, c := range o.Choices {
			for len(rows) <= i {
				rows = append(rows, map[string]string{})
			}
			rows[i][o.Key] = c.Key
		}
	}
	return rows
}
