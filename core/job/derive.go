package job

import (
	"fmt"
	"math/big"

	"settle/core/judge"
	"settle/core/plan"
	"settle/core/words"
)

// reopening is a result that sent stages back to be done again.
type reopening struct {
	seq int
	why string
}

// deriver walks a plan with its log once.
type deriver struct {
	scale
	history
	job    Job
	sheet  *Sheet
	taken  map[string]*[2]*StepSheet // check → found, built
	states map[string]*StepSheet

	// sent holds all results that sent a stage back; standing the last of them
	// while nobody has decided about it and nothing better was entered.
	sent     map[string][]reopening
	standing map[string]reopening
}

// Derive works out everything there is to show of a job. It is pure: the same
// plan and log give the same sheet. The log begins with its opening and its
// entries have been accepted by Accept.
func Derive(j Job) *Sheet { return derive(j).sheet }

func derive(j Job) *deriver {
	if d := j.Memo.derived(j); d != nil {
		return d
	}
	d := newDeriver(j)
	d.outcomes()
	d.reopenings()
	d.stages()
	d.stations()
	d.pieces()
	d.kit()
	d.causes()
	d.state()
	d.sheet.Tally = tally(d.sheet)
	j.Memo.keep(d)
	return d
}

func newDeriver(j Job) *deriver {
	n := j.Plan.Len()
	d := &deriver{job: j, history: read(j.Log, n), sheet: &Sheet{Length: len(j.Log), Rules: RulesNumber,
		Notes:    []SheetNote{},
		Stations: []StationSheet{}, Checks: []CheckSheet{}, Pieces: []PieceSheet{}, Causes: []judge.Likely{}},
		taken: map[string]*[2]*StepSheet{}, states: make(map[string]*StepSheet, n),
		sent: map[string][]reopening{}, standing: map[string]reopening{}}
	d.opening, d.plan = j.Log[0].Open, j.Plan
	d.plan = j.Plan.Repeated(d.number)
	d.sheet.Vertical = d.plan.ShaftLine.Vertical
	d.choice = choices{opening: d.opening, decided: map[string]judge.Outcome{}}
	d.count, d.read = d.counted, func(check string) *Reading { return d.readAsOf(check, len(j.Log)+1) }
	return d
}

func (d *deriver) counted(step string) *big.Rat {
	t := d.tracks[step]
	if t == nil || t.last.Body.Count == nil {
		return nil
	}
	n, err := t.last.Body.Count.Count.Value()
	if err != nil {
		return nil // left out
	}
	return n
}

// readAsOf is what a check came to by the entries before one: as found, or as
// built where it is only taken then. What is built new says nothing of the part
// that was found.
func (d *deriver) readAsOf(check string, seq int) *Reading {
	var built *Reading
	for i := range d.plan.Stages {
		for j := range d.plan.Stages[i].Steps {
			step := &d.plan.Stages[i].Steps[j]
			t := d.tracks[step.ID]
			if step.Check != check || t == nil {
				continue
			}
			var last *Entry
			for _, e := range append(t.before, t.last) {
				if e.Seq < seq {
					last = e
				}
			}
			if last == nil {
				continue
			}
			if r := d.reading(step, last); step.Phase == plan.Found {
				return r
			} else {
				built = r
			}
		}
	}
	return built
}

// then is the outcome by rule of an inspection as it stood when it was entered.
func (d *deriver) then(step *plan.Step, e *Entry) judge.Outcome {
	now := d.read
	defer func() { d.read = now }()
	d.read = func(check string) *Reading { return d.readAsOf(check, e.Seq) }
	r, errs := d.weigh(step, e.Body, false)
	if len(errs) > 0 || r.ByRule != "" {
		return ""
	}
	return r.Outcome
}

// outcomes decides the parts first: conditions of other steps hang on them, and
// a part that is replaced takes others along.
func (d *deriver) outcomes() {
	for range 2 { // the second time with what drags what
		for i := range d.plan.Stages {
			for j := range d.plan.Stages[i].Steps {
				step := &d.plan.Stages[i].Steps[j]
				if t := d.tracks[step.ID]; step.Kind == plan.Inspect && t != nil {
					if r, errs := d.weigh(step, t.last.Body, false); len(errs) == 0 {
						d.choice.decided[step.Part] = r.Outcome
					}
				}
			}
		}
	}
	for _, part := range d.plan.Parts {
		for _, key := range part.Drags {
			if d.choice.decided[part.Key] == judge.Replace && d.choice.decided[key] == "" {
				d.choice.decided[key] = judge.Replace
			}
		}
	}
}

// reopenings finds the results that send a stage back: a shaft that rubs at
// close-up sends the work back to the clearance.
func (d *deriver) reopenings() {
	for i := range d.plan.Stages {
		for j := range d.plan.Stages[i].Steps {
			step := &d.plan.Stages[i].Steps[j]
			t := d.tracks[step.ID]
			if len(step.Reopens) == 0 || t == nil || !step.When.Hold(d.choice) {
				continue
			}
			for _, e := range append(t.before, t.last) {
				r, errs := d.weigh(step, e.Body, false)
				if len(errs) > 0 || r.Verdict != judge.Out {
					continue
				}
				back := reopening{e.Seq, step.Title + ": " + words.Lower(worded(r))}
				for _, stage := range step.Reopens {
					d.sent[stage] = append(d.sent[stage], back)
					if e == t.last && t.decision == nil {
						d.standing[stage] = back
					}
				}
			}
		}
	}
}

// worded is a reading in one word or figure.
func worded(r *Reading) string {
	if r.Text == "" {
		return string(r.Verdict)
	}
	return r.Text
}

func (d *deriver) stages() {
	blocked := "" // why nothing opens yet
	d.sheet.Stages = make([]StageSheet, 0, len(d.plan.Stages))
	for i := range d.plan.Stages {
		stage := &d.plan.Stages[i]
		s := StageSheet{ID: stage.ID, Title: stage.Title, Steps: make([]StepSheet, 0, len(stage.Steps))}
		for j := range stage.Steps {
			if stage.Steps[j].When.Hold(d.choice) {
				s.Steps = append(s.Steps, StepSheet{})
				d.stepSheet(&s.Steps[len(s.Steps)-1], stage.ID, &stage.Steps[j], blocked)
			}
		}
		for j := range s.Steps {
			step := &s.Steps[j]
			d.states[step.ID] = step
			s.Total++
			if step.State == Done {
				s.Done++
			}
			if step.Check != "" {
				pair := d.taken[step.Check]
				if pair == nil {
					pair = new([2]*StepSheet)
					d.taken[step.Check] = pair
				}
				pair[phase(step.Phase)] = step
			}
			if blocked == "" && stage.First && step.State != Done {
				blocked = fmt.Sprintf("%s first: %s", stage.Title, words.Lower(step.Title))
			}
		}
		d.sheet.Stages = append(d.sheet.Stages, s)
	}
	// Needs may point at a step of the same stage, so they are held up last;
	// the steps come in order, and a need always stands before.
	d.needs()
}

func phase(p string) int {
	if p == plan.Found {
		return 0
	}
	return 1
}

func (d *deriver) stepSheet(s *StepSheet, stage string, step *plan.Step, blocked string) {
	*s = StepSheet{
		ID: step.ID, Kind: step.Kind, Title: step.Title, Short: step.Title, How: step.How, Why: step.Why,
		Cautions: step.Cautions,
		Phase:    step.Phase, Check: step.Check, Lead: step.Lead, Compound: step.Compound, Follows: step.Follows, State: Open,
	}
	d.panel(step, s)
	if base, _, m := step.Base(); m != nil {
		s.Base, s.Member = base, m.Short
	}
	if t := d.tracks[step.ID]; t != nil {
		s.Entry, s.Entries, s.Decision, s.State = t.last.ID, t.rounds, t.decided(), Done
		r := d.reading(step, t.last)
		s.Reading = r
		if step.Kind == plan.Inspect && r.Outcome != "" && r.ByRule == "" {
			if was := d.then(step, t.last); was != "" && was != r.Outcome {
				r.Was = was
			}
		}
		// What was found worn is the reason for the work, not a thing to decide.
		guarded := r.Verdict == judge.Close && d.choice.Choice("on-the-limit") == "guard-band"
		if (r.Verdict.NeedsDecision() || guarded) && s.Phase != plan.Found && s.Decision == nil {
			s.State = Decide
		}
		if back, ok := d.standing[stage]; ok && t.last.Seq < back.seq && len(step.Reopens) == 0 {
			s.State, s.Again = Open, back.why
		}
		s.Pictures = d.pictures(step, t.last)
	} else if blocked != "" {
		s.State, s.Blocked = Blocked, blocked
	}
	for _, e := range d.added[step.ID] {
		s.Pictures = append(s.Pictures, d.pictures(step, e)...)
	}
}

// reading works out an entry. Only measurements are remembered: the rest may
// hang on what was entered elsewhere.
func (d *deriver) reading(step *plan.Step, e *Entry) *Reading {
	if step.Kind == plan.Measure {
		if r, ok := d.job.Memo.get(e.ID); ok {
			return r
		}
	}
	r, errs := d.weigh(step, e.Body, false)
	if len(errs) > 0 { // the log was accepted under this plan, so this is a foreign one
		r = &Reading{Text: errs[0].Message, Verdict: judge.NoLimit}
	}
	if step.Kind == plan.Measure {
		d.job.Memo.put(e.ID, r)
	}
	return r
}

// needs blocks the steps whose needs are not met, and the signature while
// anything is open.
func (d *deriver) needs() {
	open, first := 0, ""
	done := map[string]bool{}
	for i := range d.sheet.Stages {
		stage := &d.sheet.Stages[i]
		waits := ""
		for _, before := range d.plan.Stages[i].After {
			if !done[before] && waits == "" {
				waits = "Opens when it is done: " + words.Lower(d.stageTitle(before))
			}
		}
		done[stage.ID] = true
		for j := range stage.Steps {
			s := &stage.Steps[j]
			if s.State == Open && waits != "" {
				s.State, s.Blocked = Blocked, waits
			}
			if s.State == Open {
				for _, need := range d.plan.Step(s.ID).Needs {
					if n := d.states[need]; n != nil && n.State != Done {
						s.State, s.Blocked = Blocked, "Blocked until done: "+words.Lower(n.Title)
						break
					}
				}
			}
			if s.Kind == plan.Sign && s.State == Open && open > 0 {
				s.State, s.Blocked = Blocked, fmt.Sprintf("%d steps are open, the first is: %s", open, words.Lower(first))
				if open == 1 {
					s.Blocked = "One step is open: " + words.Lower(first)
				}
			}
			if s.State != Done && !s.Follows {
				done[stage.ID] = false
				if open++; first == "" {
					first = s.Title
				}
			}
			if d.sheet.Next == "" && !s.Follows && (s.State == Open || s.State == Decide) {
				d.sheet.Next = s.ID
			}
			stage.Open = stage.Open || s.State != Blocked
		}
	}
}

func (d *deriver) stageTitle(id string) string {
	for i := range d.plan.Stages {
		if d.plan.Stages[i].ID == id {
			return d.plan.Stages[i].Title
		}
	}
	return id
}

// state says how far the job has come. A signature counts while it stands,
// whatever the rules of today make of its step.
func (d *deriver) state() {
	s := d.sheet
	s.State = Received
	if s.Length > 1 {
		s.State = InWork
	}
	for i := range s.Stages {
		for j := range s.Stages[i].Steps {
			step := &s.Stages[i].Steps[j]
			if step.Kind != plan.Sign {
				continue
			}
			if step.State == Open {
				s.State = Ready
			}
			if t := d.tracks[step.ID]; t != nil && t.last.Body.Sign != nil {
				e := t.last
				s.State, s.Next = Signed, d.following()
				s.Signed = &Signature{By: e.By, At: e.At, Remark: e.Body.Sign.Remark}
			}
		}
	}
	for _, e := range d.amended {
		s.Amended = append(s.Amended, Amendment{Entry: e.ID, By: e.By, At: e.At, Step: e.Step, Reason: e.Reason})
	}
	if e := d.ended; e != nil && s.State != Signed {
		s.State, s.Next = Closed, ""
		s.Ended = &EndingShown{Entry: e.ID, By: e.By, At: e.At, Ending: e.Ending, Reason: e.Reason}
	}
}

// following is the first step that is still to follow after the hand-back.
func (d *deriver) following() string {
	for i := range d.sheet.Stages {
		for j := range d.sheet.Stages[i].Steps {
			if s := &d.sheet.Stages[i].Steps[j]; s.Follows && s.State == Open {
				return s.ID
			}
		}
	}
	return ""
}
