package job

import (
	"slices"

	"settle/core/judge"
	"settle/core/kind"
	"settle/core/log"
	"settle/core/plan"
)

// Derive works out everything there is to show of a job. It is pure: the same
// plan and log give the same sheet. The log begins with its opening and its
// entries have been accepted by Accept.
func Derive(j Job) *Sheet { return derive(j).sheet }

// derived is what a job comes to, with what its next entry is held against.
type derived struct {
	scale *scale
	job   Job
	sheet *Sheet
	signs judge.Evidence
}

// derive is the order in which a sheet is worked out. Each pass is given what it goes
// by and returns what the next ones go by; none changes what it was given.
func derive(j Job) *derived {
	if d := j.Memo.derived(j); d != nil {
		return d
	}
	memo := j.Memo
	if memo == nil {
		memo = new(Memo)
	}
	terms := memo.settled(j)
	memo.room(len(j.Log))
	entries := log.Read(j.Log, terms.plan, readerOf)
	s := decide(scale{terms: terms, log: entries, memo: memo, scope: scopeAt(terms.opening, entries.Scoped, 0)})
	order := s.order()
	back := reopen(s, order)
	called := calls(s)
	work := walk(s, order, back, called)
	taken := take(work)
	checks, stations := lines(s, taken, back)
	state, parts := stateOf(s, work, len(j.Log)), kit(s, work)
	runs := s.shaftReads(work, stations)
	likely, signs := causes(s, work, runs)
	d := &derived{s, j, &Sheet{
		State: state.state, Next: state.next, Signed: state.signed, Second: state.second, Checked: state.checked,
		Shift: shift(j, entries.Gone),
		Ended: state.ended, Amended: amendments(entries),
		Scope: scopeSheet(s, called), Rules: log.RulesNumber, Length: len(j.Log), Vertical: terms.plan.ShaftLine.Vertical,
		Stages: work.stages, Checks: checks, Stations: stations, Bearings: bearings(s.terms),
		Pieces: pieces(s, s.pieces, work), Benches: benches(s, work),
		Judged: judgedParts(s, taken),
		Kit:    parts,
		Waits:  waits(s, work, parts, state),
		Causes: likely, Runs: runSheets(s, runs), Gauges: gaugesUsed(s, work),
		Cautions: cautions(s, work.stages),
		Tally:    tally(work.stages, checks, taken), Notes: []SheetNote{},
	}, signs}
	j.Memo.keep(d)
	return d
}

// decide says what becomes of each part. What is decided about one may settle another:
// by a condition on it, or because it drags it along. So the parts are gone through
// until nothing changes; in whatever order the plan lists them, a chain of them is
// followed to its end. Decisions that chase each other round stop after as many rounds
// as there are parts.
func decide(s scale) *scale {
	for range len(s.plan.Parts) + 1 {
		next := once(&s)
		if same(next, s.parts) {
			break
		}
		s.parts = next
	}
	return &s
}

func same(a, b outcomes) bool {
	if len(a) != len(b) {
		return false
	}
	for part, outcome := range a {
		if b[part] != outcome {
			return false
		}
	}
	return true
}

// once decides about each part by what the round before made of the others.
func once(s *scale) outcomes {
	out := make(outcomes, len(s.plan.Parts))
	for _, step := range s.inspections {
		e := s.Latest(step)
		if e == nil || !s.Has(step) {
			continue
		}
		if r, errs := s.weighed(step, e); len(errs) == 0 && r.Outcome != "" {
			out[step.Part] = r.Outcome
		}
	}
	for i := range s.plan.Parts {
		if key := s.plan.Parts[i].Key; out[key] == "" && s.Dragged(key) != nil {
			out[key] = judge.Replace
		}
	}
	return out
}

// asking is the plan as this pump has it, stage by stage: the steps whose conditions
// hold. Nothing after it asks a condition of a step again.
type asking [][]due

// due is a step that this pump has. One that is outside the scope of the job stands there
// because something was entered at it while the job had another scope.
type due struct {
	*task
	outside bool
}

func (s *scale) order() asking {
	order := make(asking, len(s.plan.Stages))
	for i := range s.plan.Stages {
		steps := s.plan.Stages[i].Steps
		order[i] = make([]due, 0, len(steps))
		for k := range steps {
			step, task := &steps[k], &s.steps[steps[k].N()]
			switch {
			case s.Has(step) && s.readBefore(step):
			case s.Has(step):
				order[i] = append(order[i], due{task, false})
			case len(s.log.Scoped) > 0 && s.log.Of(step).Counts() != nil && step.OutOfScope(s):
				order[i] = append(order[i], due{task, true})
			}
		}
	}
	return order
}

// readBefore reports whether a step came into the scope too late to show how the pump was found, and
// its check was read as found at another step before: that reading is the one that is kept.
func (s *scale) readBefore(step *plan.Step) bool {
	if len(s.log.Scoped) == 0 || step.Kind != plan.Measure || step.Phase != plan.Found ||
		s.log.Of(step).Counts() != nil || s.late(step) == nil {
		return false
	}
	return slices.ContainsFunc(s.taking[step.Check], func(other *plan.Step) bool {
		return other != step && other.Phase == plan.Found && s.log.Of(other).Counts() != nil
	})
}

// sendBack is a result that sent stages back to be done again.
type sendBack struct {
	seq int
	why string
}

// sentBack are the stages that results sent back, by id: all of them, and those that
// stand, which nobody has decided about and nothing better was entered since.
type sentBack struct {
	all      map[string][]sendBack
	standing map[string]sendBack
}

// reopen finds the results that send a stage back: a shaft that rubs at close-up sends
// the work back to the clearance.
func reopen(s *scale, order asking) sentBack {
	back := sentBack{}
	for _, steps := range order {
		for _, step := range steps {
			t := s.log.Of(step.Step)
			if !sendsBack(step.Step) || t == nil {
				continue
			}
			for _, e := range t.All() {
				r, errs := s.weighed(step.Step, e)
				if len(errs) > 0 || r.Verdict != judge.Out {
					continue
				}
				for _, stage := range reopened(step.Step, r) {
					back = back.add(stage, sendBack{e.Seq, cameOutAs(step.Title, r)}, e == t.Last && t.Decision == nil)
				}
			}
		}
	}
	return back
}

// sendsBack reports whether a step may send stages back.
func sendsBack(step *plan.Step) bool {
	return len(step.Reopens) > 0 || slices.ContainsFunc(step.Feels, func(f plan.Feel) bool { return len(f.Reopens) > 0 })
}

// reopened are the stages that a reading sends back: those of how it felt, else those of
// its step.
func reopened(step *plan.Step, r *kind.Reading) []string {
	if r.Turned != nil {
		if f := kind.FeelOf(step, r.Turned.Turn); f != nil && len(f.Reopens) > 0 {
			return f.Reopens
		}
	}
	return step.Reopens
}

func (b sentBack) add(stage string, one sendBack, stands bool) sentBack {
	if b.all == nil {
		b = sentBack{map[string][]sendBack{}, map[string]sendBack{}}
	}
	b.all[stage] = append(b.all[stage], one)
	if stands {
		b.standing[stage] = one
	}
	return b
}

// pair are the steps that take a check: as found and as built, nil where the plan does
// not take it then.
type pair struct{ found, built *StepSheet }

// takings are the pairs of all checks that this pump is asked for.
type takings map[string]pair

func take(work workDone) takings {
	out := make(takings, 32)
	for i := range work.stages {
		for k := range work.stages[i].Steps {
			s := &work.stages[i].Steps[k]
			if s.Check == "" {
				continue
			}
			p := out[s.Check]
			if s.Phase == plan.Found {
				p.found = s
			} else {
				p.built = s
			}
			out[s.Check] = p
		}
	}
	return out
}

// standing is how far the job has come.
type standing struct {
	state   State
	next    string
	signed  *Signature
	ended   *EndingShown
	second  bool       // a second signature is asked for, and is not there yet
	checked *Signature // the second one
}

// stateOf says how far the job has come. A signature counts while it stands, whatever
// the rules of today make of its step.
func stateOf(s *scale, work workDone, length int) standing {
	now := standing{state: Received, next: work.next}
	if length > 1 {
		now.state = InWork
	}
	for i := range work.stages {
		for k := range work.stages[i].Steps {
			step := &work.stages[i].Steps[k]
			if step.Kind != plan.Sign {
				continue
			}
			if step.State == Open {
				now.state = Ready
			}
			if e := s.log.Of(s.plan.Step(step.ID)).Counts(); e != nil && e.Body.Sign != nil {
				now.state, now.next = Signed, work.following
				now.signed = &Signature{Entry: e.ID, By: e.By, At: e.At, Remark: e.Body.Sign.Remark}
				now.checked = signature(s.log.Checked)
				now.second = now.checked == nil && s.second(s.plan.Step(step.ID))
			}
		}
	}
	if e := s.log.Ended; e != nil && now.state != Signed {
		now.state, now.next = Closed, ""
		now.ended = &EndingShown{Entry: e.ID, By: e.By, At: e.At, Ending: e.Ending, Reason: e.Reason}
	}
	return now
}

// second says whether a second person signs, too: where the plan or the shop asks for it.
func (s *scale) second(sign *plan.Step) bool {
	return sign.Second || s.opening.Schools[plan.SecondSignature] == plan.Asked
}

// signature is a second one; nil where there is none.
func signature(e *log.Entry) *Signature {
	if e == nil {
		return nil
	}
	return &Signature{Entry: e.ID, By: e.By, At: e.At, Remark: e.Reason}
}

func amendments(entries *log.History) []Amendment {
	var out []Amendment
	for _, e := range entries.Amended {
		out = append(out, Amendment{Entry: e.ID, By: e.By, At: e.At, Step: e.Step, Reason: e.Reason})
	}
	return out
}
