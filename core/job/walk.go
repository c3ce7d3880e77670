package job

import (
	"settle/core/judge"
	"settle/core/kind"
	"settle/core/log"
	"settle/core/plan"
)

// workDone is the order of work as it stands.
type workDone struct {
	stages    []StageSheet
	next      string       // the step to do next
	following string       // the next of those which come after the hand-back
	states    []*StepSheet // by the number of the step; nil where this pump does not have it
}

// walk goes through the order of work once, from the first step to the last: what
// holds a step up stands before it.
func walk(s *scale, order asking, back sentBack, called []Call) workDone {
	energy := liveAt(s, order)
	work, barred := walkWith(s, order, back, called, energy)
	if barred && energy.locks == nil { // the lock goes on again before hands go in
		for _, n := range energy.undo {
			energy.again[n] = true
		}
		work, _ = walkWith(s, order, back, called, energy)
	}
	return work
}

// walkWith reports also whether something waits because the lock is off.
func walkWith(s *scale, order asking, back sentBack, called []Call, energy live) (workDone, bool) {
	w := walker{scale: s, back: back, called: called, states: make([]*StepSheet, len(s.steps)), done: map[string]bool{},
		energy: energy}
	work := workDone{stages: make([]StageSheet, 0, len(order))}
	for i, steps := range order {
		if stage := w.walk(&s.plan.Stages[i], steps); len(steps) > 0 {
			work.stages = append(work.stages, stage)
		}
	}
	work.next, work.following, work.states = w.next, w.following, w.states
	return work, w.barred
}

// walker is what stands before the step that is looked at.
type walker struct {
	*scale
	back            sentBack
	called          []Call
	energy          live
	barred          bool            // a step waits because the lock is off
	states          []*StepSheet    // by the number of the step
	done            map[string]bool // stages
	blocked         string          // why nothing of a later stage opens yet
	waits           string          // why nothing of this stage opens yet
	open            int             // steps that are open
	first           string          // the first of them
	next, following string
}

func (w *walker) walk(stage *plan.Stage, steps []due) StageSheet {
	out := StageSheet{ID: stage.ID, Title: stage.Title, Total: len(steps), Steps: make([]StepSheet, len(steps))}
	w.waits = ""
	for _, before := range stage.After {
		if !w.done[before] {
			w.waits = opensAfter(w.plan.Stage(before).Title)
			break
		}
	}
	w.done[stage.ID] = true
	blocks := ""
	for i, step := range steps {
		s := &out.Steps[i]
		w.enter(s, step.task)
		w.outside(s, step)
		w.states[step.N()] = s
		w.hold(s, step.Needs)
		if s.State == Done {
			out.Done++
		} else if blocks == "" && stage.First {
			blocks = safeFirst(stage.Title, step.Title)
		}
		if s.State != Done && !s.Follows {
			w.done[stage.ID] = false
			if w.open++; w.first == "" {
				w.first = s.Title
			}
		}
		w.isNext(s)
		out.Open = out.Open || s.State != Blocked
	}
	if w.blocked == "" {
		w.blocked = blocks
	}
	return out
}

func (w *walker) isNext(s *StepSheet) {
	switch {
	case s.Follows && s.State == Open && w.following == "":
		w.following = s.ID
	case !s.Follows && (s.State == Open || s.State == Decide) && w.next == "":
		w.next = s.ID
	}
}

// fill tells a step before anything is entered at it.
func (w *walker) fill(s *StepSheet, step *task) {
	s.StepInfo, s.State, s.Panel = step.Info(), Open, step.panel
	found, before := w.foundBefore(step.Step)
	proposed := w.opening.Absent[step.ID]
	marked := w.shownAt[step.ID]
	held := w.heldTo(step.Step)
	told := len(step.From) + len(marked) + len(step.Fits) + len(step.Papers)
	if step.kind.Live == nil && before == nil && held == nil && proposed == "" && told == 0 {
		return
	}
	p := *s.Panel // the task's is for good
	p.Proposed, p.Shown = proposed, w.shown(marked)
	if p.Carried, p.NotCarried = w.Carried(step.Step); w.targets(step.Step) {
		p.Carried, p.Targets = nil, p.Carried
	}
	p.Fits, p.Papers, p.HeldTo = w.fits(step.Step), w.papers(step.Step), held
	if s.Panel = &p; step.kind.Live != nil {
		step.kind.Live(w.scale, step.Step, s.Panel)
	}
	if before != nil {
		s.Panel.FoundBody = before.Body
		if h := w.reading(found, before).Held; h != nil {
			s.Panel.Found = new(h.Figure)
		}
	}
}

// shown are the marks that were made at steps before, with their pictures.
func (w *walker) shown(steps []*plan.Step) []kind.MarkShown {
	var out []kind.MarkShown
	for _, step := range steps {
		if !w.Has(step) {
			continue
		}
		e := w.Latest(step)
		pictures := w.pictures(step, e)
		for _, added := range w.log.Added[step.ID] {
			pictures = append(pictures, w.pictures(step, added)...)
		}
		for i, mark := range step.Marks {
			one := kind.MarkShown{Step: step.ID, Title: step.Title, Mark: mark}
			if e != nil && e.Body != nil && i < len(e.Body.Marks) {
				one.Where = e.Body.Marks[i]
			}
			if i == 0 {
				one.Pictures = pictures
			}
			out = append(out, one)
		}
	}
	return out
}

// enter tells a step with what was entered at it.
func (w *walker) enter(s *StepSheet, step *task) {
	w.fill(s, step)
	s.Bench = step.bench
	s.Loop = w.loop(step.Step)
	if t := w.log.Of(step.Step); t.Counts() != nil {
		s.Entry, s.Entries, s.Decision, s.State = t.Last.ID, t.Rounds, decided(t), Done
		s.Reading = w.judged(step.Step, t.Last)
		if due := s.Phase != plan.Found && w.due(s.Reading); due {
			if s.DecideBy = log.Technician; leadDecides(w.plan, step.Step) {
				s.DecideBy = log.Lead
			}
			if s.Decision == nil {
				s.State = Decide
			}
		}
		if again, ok := w.back.standing[step.stage]; ok && t.Last.Seq < again.seq && !sendsBack(step.Step) {
			s.State, s.Again = Open, again.why
		} else if why := w.nextRound(step.Step, t.Last); why != "" {
			s.State, s.Again = Open, why
		} else if why := w.changedSince(step.Step, t.Last); why != "" {
			s.State, s.Again = Open, why
		} else if why := w.offSince(step.Step, t.Last); why != "" {
			s.State, s.Again = Open, why
		} else if w.energy.again[step.N()] {
			s.State, s.Again = Open, lockedSince(step.Energy)
		}
		s.Pictures = w.pictures(step.Step, t.Last)
	} else if w.blocked != "" {
		s.State, s.Blocked = Blocked, w.blocked
	}
	for _, e := range w.log.Added[step.ID] {
		s.Pictures = append(s.Pictures, w.pictures(step.Step, e)...)
	}
}

// outside settles a step that is not for this scope, or came into it too late.
func (w *walker) outside(s *StepSheet, step due) {
	switch {
	case step.outside:
		s.Outside, s.State, s.Again = true, Done, ""
	case s.Entry == "":
		if at := w.late(step.Step); at != nil {
			s.Late, s.State = at, Done
			s.Reading = &kind.Reading{Skipped: tooLate, Text: NotTakenSince(*at)}
		}
	}
}

// judged is the reading of an entry. A part that was judged by readings since then is
// told what the rule said when it was looked at.
func (w *walker) judged(step *plan.Step, e *log.Entry) *kind.Reading {
	r := w.reading(step, e)
	if r.Outcome == "" || r.ByRule != "" {
		return r
	}
	was, errs := w.asOf(e).weighed(step, e)
	if len(errs) == 0 && was.ByRule == "" && was.Outcome != r.Outcome {
		r.Was = was.Outcome
	}
	return r
}

// due reports whether a person has to decide about a reading. What was found worn is
// the reason for the work, and not a thing to decide.
func (w *walker) due(r *kind.Reading) bool {
	return r.Verdict.NeedsDecision() || r.Verdict == judge.Close && w.Choice(plan.OnTheLimit) == "guard-band"
}

// after reports whether a step waits for the answer to a call. How the pump was found is read to its
// end first, whatever the reading before it says: the call comes once, after it.
func (w *walker) after(step *plan.Step, call Call) bool {
	return step.Phase != plan.Found && w.steps[step.N()].stage != w.steps[call.from].stage || step.Kind == plan.Sign
}

// hold blocks a step that is open while something before it is not done.
func (w *walker) hold(s *StepSheet, needs []string) {
	if s.State != Open {
		return
	}
	step := w.plan.Step(s.ID)
	if w.energy.locks == step && step != nil {
		return // the lock may always go on again
	}
	why := w.waits
	if w.energy.bars(step) {
		why, w.barred = lockIsOff(w.energy), true
	}
	for _, call := range w.called {
		if step.N() > call.from && w.after(step, call) {
			why = callsFor(call)
		}
	}
	for i := 0; why == "" && i < len(needs); i++ {
		if n := w.states[w.plan.Step(needs[i]).N()]; n != nil && n.State != Done {
			why = blockedUntil(n.Title)
		}
	}
	if why == "" && (s.Kind == plan.Sign || w.energy.stays(step)) && !s.Follows && w.open > 0 {
		why = stillOpen(w.open, w.first)
	}
	if why != "" {
		s.State, s.Blocked = Blocked, why
	}
}

// decided is a person's decision as it is shown.
func decided(t *log.Track) *Decision {
	if t.Decision == nil {
		return nil
	}
	return &Decision{Entry: t.Decision.ID, By: t.Decision.By, At: t.Decision.At, Reason: t.Decision.Reason}
}
