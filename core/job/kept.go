package job

import (
	"crypto/sha256"
	"encoding/hex"
	"encoding/json"
	"fmt"
	"time"

	"settle/core/judge"
	"settle/core/kind"
	"settle/core/log"
	"settle/core/plan"
)

// KeptSheet is a sheet as it stood with the entry Seq: with the signature, with
// the end of a job, and with each entry after one. It is shown as it was, whatever
// later rules would make of the log.
type KeptSheet struct {
	Seq   int
	Hash  string // SHA-256 of Bytes, which the entry names
	Bytes []byte // a Sheet as JSON
	// Later is true of a sheet that was made for a job signed before sheets were
	// kept. No entry names it.
	Later bool
}

// Damaged says that a sheet is not as it was kept.
type Damaged struct{ Seq int }

func (d *Damaged) Error() string {
	return fmt.Sprintf("the sheet kept with entry %d was changed after it was signed: compare with a backup", d.Seq)
}

// Sheet reads the sheet.
func (k KeptSheet) Sheet() (*Sheet, error) {
	if !k.Whole() {
		return nil, &Damaged{k.Seq}
	}
	s := new(Sheet)
	if err := json.Unmarshal(k.Bytes, s); err != nil {
		return nil, fmt.Errorf("the sheet kept with entry %d: %w", k.Seq, err)
	}
	return s, nil
}

// Whole says whether the bytes are those which were kept.
func (k KeptSheet) Whole() bool { return k.Hash == sumOf(k.Bytes) }

func sumOf(b []byte) string {
	sum := sha256.Sum256(b)
	return hex.EncodeToString(sum[:])
}

// VerifySheets says what is wrong with the sheets kept with a log, "" where nothing
// is: each is the one its entry names, and none is missing.
func VerifySheets(entries []log.Entry, kept []KeptSheet) string {
	by := map[int]KeptSheet{}
	for _, k := range kept {
		if by[k.Seq] = k; !k.Whole() {
			return fmt.Sprintf("the sheet kept with entry %d was changed", k.Seq)
		}
	}
	for i := range entries {
		if e := &entries[i]; e.Sheet != "" && by[e.Seq].Hash != e.Sheet {
			return fmt.Sprintf("the sheet kept with entry %d is missing, or not the one that was signed", e.Seq)
		}
	}
	return ""
}

// KeepSheet makes a sheet to be kept with an entry.
func KeepSheet(seq int, s *Sheet) (KeptSheet, error) {
	b, err := json.Marshal(s)
	if err != nil {
		return KeptSheet{}, err
	}
	return KeptSheet{Seq: seq, Hash: sumOf(b), Bytes: b}, nil
}

// Append accepts an entry and makes it the next line of the log. It returns the
// job with it, its last entry sealed, and the sheet to show. Where the job is over
// with it, the sheet is kept with the entry.
func Append(j Job, e log.Entry, at time.Time) (Job, *Sheet, error) {
	if err := Accept(j, e); err != nil {
		return j, nil, err
	}
	last := &j.Log[len(j.Log)-1]
	e.Seq, e.At = last.Seq+1, at
	if s := derive(j).scale; e.Kind == log.Kept {
		if step := s.plan.Step(e.Step); step != nil && len(step.From) > 0 {
			e.From = s.carriedInto(step, e.Body)
		}
		if step := s.plan.Step(e.Step); step != nil {
			e.Round = max(e.Round, s.round(step))
		}
	}
	after := j
	// Who holds the shorter log never looks beyond its length.
	after.Log = append(j.Log, e)
	was := Derive(j).over() // before the longer log takes its place in the memo
	sheet := Derive(after)
	if sheet.over() {
		if was { // what was kept stands, but for this step
			var err error
			if sheet, err = after.settled(e.Step); err != nil {
				return j, nil, err
			}
		} else {
			sheet = withNotes(after)
		}
		kept, err := KeepSheet(e.Seq, sheet)
		if err != nil {
			return j, nil, err
		}
		after.Kept = append(j.Kept[:len(j.Kept):len(j.Kept)], kept)
		e.Sheet = kept.Hash
	}
	e, err := log.Seal(last, e, at)
	if err != nil {
		return j, nil, err
	}
	after.Log[len(j.Log)] = e
	return after, sheet, nil
}

// over reports whether nothing more is entered but what follows.
func (s *Sheet) over() bool { return s.State == Signed || s.State == Closed }

// Show returns the sheet of a job to be shown, with its notes: of one that is over
// the sheet that was kept, else what its plan and log come to now.
func Show(j Job) (*Sheet, error) {
	if !Derive(j).over() || len(j.Kept) == 0 {
		return withNotes(j), nil
	}
	return j.settled("")
}

// withNotes is what the plan and the log come to now, with the notes.
func withNotes(j Job) *Sheet {
	d := derive(j)
	s := *d.sheet
	s.Notes = d.notes()
	return &s
}

// settled is the last sheet that was kept, with the step of a new entry and those
// that still follow as they stand now.
func (j Job) settled(entered string) (*Sheet, error) {
	now := withNotes(j)
	if len(j.Kept) == 0 {
		return now, nil
	}
	was, err := j.Kept[len(j.Kept)-1].Sheet()
	if err != nil {
		return nil, err
	}
	was.drawLike(now)
	checks := map[string]bool{}
	for i := range was.Stages {
		stage := &was.Stages[i]
		for k := range stage.Steps {
			step := &stage.Steps[k]
			if step.ID != entered && !(step.Follows && step.State != Done) {
				continue
			}
			if s := now.Step(step.ID); s != nil {
				*step = *s
				checks[s.Check] = true
			}
		}
		stage.count()
	}
	for i := range was.Checks {
		was.Checks[i] = newer(was.Checks[i], now, checks)
	}
	for i := range was.Stations {
		was.Stations[i].CheckSheet = newer(was.Stations[i].CheckSheet, now, checks)
	}
	was.State, was.Next, was.Length = now.State, now.Next, now.Length
	was.Tally = tally(was.Stages, was.Checks, take(workDone{stages: was.Stages}))
	was.Signed, was.Amended, was.Ended, was.Notes = now.Signed, now.Amended, now.Ended, now.Notes
	was.Second, was.Checked, was.Waits = now.Second, now.Checked, now.Waits
	return was, nil
}

// drawLike gives the panels of a sheet that was kept what screens ask of one today. It
// says how a panel is drawn, and nothing of what was entered or judged.
func (s *Sheet) drawLike(now *Sheet) {
	for i := range s.Stages {
		for k := range s.Stages[i].Steps {
			step := &s.Stages[i].Steps[k]
			is := now.Step(step.ID)
			if is == nil || is.Panel.Instrument != step.Panel.Instrument {
				continue
			}
			p := *step.Panel
			p.Group, p.Optional, p.Choices, p.Outcomes = is.Panel.Group, is.Panel.Optional, is.Panel.Choices, is.Panel.Outcomes
			p.Divisions, p.Usual, p.FigureTitle, p.Sign = is.Panel.Divisions, is.Panel.Usual, is.Panel.FigureTitle, is.Panel.Sign
			p.Ticks = is.Panel.Ticks
			step.Panel, step.StepInfo.Work, step.StepInfo.Repeat = &p, is.Work, is.Repeat
		}
	}
}

func (s *StageSheet) count() {
	s.Done, s.Total = 0, len(s.Steps)
	for i := range s.Steps {
		if s.Steps[i].State == Done {
			s.Done++
		}
	}
}

// newer is a row of checks as it stands now, where it is one of those that changed.
func newer(row CheckSheet, now *Sheet, changed map[string]bool) CheckSheet {
	if !changed[row.Check] {
		return row
	}
	for i := range now.Checks {
		if c := now.Checks[i]; c.Check == row.Check && c.Place == row.Place {
			c.Letter = row.Letter
			return c
		}
	}
	return row
}

// Judged is what a step came to: all that a change of rules can change.
type Judged struct {
	Entry   string        `json:"entry" doc:"id of the entry"`
	Verdict judge.Result  `json:"verdict,omitempty" enum:"within,close,out,undecided,no-limit"`
	Outcome judge.Outcome `json:"outcome,omitempty" enum:"reuse,dress,repair,replace,order"`
	Figure  *Figure       `json:"figure,omitempty" doc:"what was measured"`
	Held    *kind.Held    `json:"held,omitempty" doc:"what of it is judged"`
	Decide  bool          `json:"decide,omitempty" doc:"a person's decision is due"`
}

func (a Judged) same(b Judged) bool {
	figures := a.Figure == b.Figure || a.Figure != nil && b.Figure != nil && a.Figure.Length == b.Figure.Length
	return a.Verdict == b.Verdict && a.Outcome == b.Outcome && figures && a.Decide == b.Decide
}

// Difference is a step which today's rules judge otherwise than it was judged.
type Difference struct {
	Step  string `json:"step"`
	Title string `json:"title"`
	Then  Judged `json:"then"`
	Now   Judged `json:"now"`
}

// Glance is what every entered step of a job came to when somebody last looked,
// and by which rules.
type Glance struct {
	Rules int               `json:"rules"`
	Steps map[string]Judged `json:"steps"`
	Plan  bool              `json:"plan,omitempty" doc:"a lead has looked at what is wrong with its plan"`
}

// GlanceAt takes a glance at a sheet.
func GlanceAt(s *Sheet) Glance {
	g := Glance{Rules: s.Rules, Steps: map[string]Judged{}}
	for i := range s.Stages {
		for k := range s.Stages[i].Steps {
			if step := &s.Stages[i].Steps[k]; step.Reading != nil {
				g.Steps[step.ID] = judgedAt(step)
			}
		}
	}
	return g
}

func judgedAt(s *StepSheet) Judged {
	r := s.Reading
	return Judged{Entry: s.Entry, Verdict: r.Verdict, Outcome: r.Outcome, Figure: r.Figure, Held: r.Held,
		Decide: s.State == Decide}
}

// Since lists the steps which are judged otherwise now, by the same entry.
func (g Glance) Since(now *Sheet) []Difference {
	out := []Difference{}
	for i := range now.Stages {
		for k := range now.Stages[i].Steps {
			step := &now.Stages[i].Steps[k]
			then, known := g.Steps[step.ID]
			if !known || step.Reading == nil || then.Entry != step.Entry {
				continue
			}
			if is := judgedAt(step); !then.same(is) {
				out = append(out, Difference{step.ID, step.Title, then, is})
			}
		}
	}
	return out
}

// After is the glance after an entry: what had changed before it, and nobody has
// looked at, stays as it was.
func (g Glance) After(before, now *Sheet, entered string) Glance {
	next := GlanceAt(now)
	next.Plan = g.Plan
	for _, d := range g.Since(before) {
		if d.Step != entered {
			next.Rules = g.Rules
			next.Steps[d.Step] = d.Then
		}
	}
	return next
}

// Dangers lists what is known to be wrong with the plan of an open job, at the steps it has.
func Dangers(j Job, s *Sheet) []plan.Danger {
	out := []plan.Danger{}
	for _, d := range j.Plan.Dangers() {
		if !s.over() && s.Step(d.Step) != nil && (s.Scope == nil || d.In(s.Scope.Key)) {
			out = append(out, d)
		}
	}
	return out
}

// Otherwise lists what today's rules make of a job that is over, where that is
// not what was kept.
func Otherwise(j Job) ([]Difference, error) {
	now := Derive(j)
	if !now.over() || len(j.Kept) == 0 {
		return []Difference{}, nil
	}
	was, err := Show(j)
	if err != nil {
		return nil, err
	}
	return GlanceAt(was).Since(now), nil
}
