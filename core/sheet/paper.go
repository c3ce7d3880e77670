// Package sheet lays a job's sheet out for paper and table: rows with their footnotes, repeats, the head, and the
// work order with room to write. It has no rules: nothing is judged or worked out after the sheet it is given,
// which may be one that was kept. It may import job, kind and what those do.
package sheet

import (
	"slices"
	"strings"
	"time"

	"settle/core/job"
	"settle/core/judge"
	"settle/core/kind"
	"settle/core/log"
	"settle/core/quantity"
	"settle/core/words"
)

// Paper is the build sheet as rows, ready to be laid out: by the screen, by the PDF and
// by the CSV. It is made from a sheet as it stands or as it was kept, and nothing is
// worked out after it.
type Paper struct {
	Checks   []CheckRow       `json:"checks" nullable:"false" doc:"all of them, those of a repeat too"`
	Repeats  []RepeatRow      `json:"repeats" nullable:"false" doc:"what the pump has several of, a table each"`
	Parts    []PartRow        `json:"parts" nullable:"false" doc:"all of them"`
	Sound    []string         `json:"sound" nullable:"false" doc:"parts with nothing against them, to stand on one line"`
	Waiting  []string         `json:"waiting" nullable:"false" doc:"parts that nobody has looked at yet"`
	Done     []DoneRow        `json:"done" nullable:"false" doc:"turned, counted, marked, tightened, set, tested"`
	Notes    []NoteRow        `json:"notes" nullable:"false" doc:"corrections, decisions and what was taken back"`
	Photos   []PhotoRow       `json:"photos" nullable:"false"`
	Gauges   []job.GaugeRow   `json:"gauges,omitempty" doc:"what it was measured with"`
	Runs     []job.RunSheet   `json:"runs,omitempty" doc:"run-out along the shaft, as found and as built"`
	Cautions []job.CautionRow `json:"cautions,omitempty" doc:"who said that it was safe, and when"`
	// Sources are footnotes: where limits come from. A row names its own from 1.
	Sources []string `json:"sources" nullable:"false"`
}

// Cell is a reading on the sheet. Text has no unit: it stands at the head.
type Cell struct {
	Text     job.Sentence  `json:"text"`
	Verdict  judge.Result  `json:"verdict,omitempty" enum:"within,close,out,undecided,no-limit"`
	Word     string        `json:"word,omitempty" doc:"the verdict in words"`
	Accepted string        `json:"accepted,omitempty" doc:"why a person accepted it"`
	Figure   *job.Figure   `json:"figure,omitempty"`
	High     *job.Figure   `json:"high,omitempty" doc:"the other end, where it is a range"`
	What     string        `json:"what,omitempty" doc:"which figure of the reading it is"`
	Raw      *job.Sentence `json:"raw,omitempty" doc:"what was read, where another figure is judged"`
	raw      *job.Figure   // for the CSV
}

// CheckRow is a check as found beside as built.
type CheckRow struct {
	Check   string           `json:"check"`
	Letter  string           `json:"letter,omitempty" doc:"of its place on the shaft line"`
	Title   string           `json:"title"`
	Along   *job.Sentence    `json:"along,omitempty" doc:"how far along the shaft it was taken"`
	Found   *Cell            `json:"found,omitempty"`
	Built   *Cell            `json:"built,omitempty"`
	Earlier []Cell           `json:"earlier,omitempty" doc:"as built, before its stage was done again"`
	Change  *job.Sentence    `json:"change,omitempty"`
	Limit   job.Sentence     `json:"limit" doc:"in figures"`
	From    int              `json:"from,omitempty" doc:"number of its source"`
	Repeat  bool             `json:"repeat,omitempty" doc:"it stands in the table of its repeat"`
	limit   *kind.LimitShown // for the CSV
	change  *job.Figure
}

// Figures are the exact figures of a row, for whoever calculates with them; one that is
// not there is nil, the limit never.
func (c *CheckRow) Figures() (found, built, change *job.Figure, limit kind.LimitShown) {
	if c.Found != nil {
		found = c.Found.Figure
	}
	if c.Built != nil {
		built = c.Built.Figure
	}
	if c.limit != nil {
		limit = *c.limit
	}
	return found, built, c.change, limit
}

// Judged is what the figures of a row are of their readings, in words, and what was read where that
// is another figure; nil where it is the same.
func (c *CheckRow) Judged() (what string, found, built *job.Figure) {
	for _, x := range []struct {
		cell *Cell
		read **job.Figure
	}{{c.Found, &found}, {c.Built, &built}} {
		if x.cell != nil {
			*x.read = x.cell.raw
			if x.cell.What != "" {
				what = x.cell.What
			}
		}
	}
	return what, found, built
}

// RepeatRow is the table of a repeat: a column for each member, a row for each check,
// part or act that is there for each.
type RepeatRow struct {
	Title   string         `json:"title" doc:"what there are several of"`
	Members []string       `json:"members" nullable:"false"`
	Rows    []RepeatedWork `json:"rows" nullable:"false"`
}

// RepeatedWork is one of them.
type RepeatedWork struct {
	Title string        `json:"title"`
	Limit *job.Sentence `json:"limit,omitempty"`
	From  int           `json:"from,omitempty"`
	Cells []*WorkCell   `json:"cells" nullable:"false" doc:"in the order of the members; null where one has none"`
}

// WorkCell is what a member came to: a check as found and as built, a part, or what
// was done.
type WorkCell struct {
	Letter  string        `json:"letter,omitempty"`
	Along   *job.Sentence `json:"along,omitempty" doc:"how far along the shaft it was taken"`
	Found   *Cell         `json:"found,omitempty"`
	Built   *Cell         `json:"built,omitempty"`
	Outcome judge.Outcome `json:"outcome,omitempty" enum:"reuse,dress,repair,replace,order"`
	Done    *Cell         `json:"done,omitempty"`
}

// PartRow is what becomes of a part.
type PartRow struct {
	Part    string        `json:"part"`
	Outcome judge.Outcome `json:"outcome,omitempty" enum:"reuse,dress,repair,replace,order"`
	Found   string        `json:"found,omitempty"`
	Rule    string        `json:"rule,omitempty" doc:"or why a person decided otherwise"`
	Words   string        `json:"words" doc:"both, in a line"`
	ByRule  judge.Outcome `json:"by_rule,omitempty" enum:"reuse,dress,repair,replace,order" doc:"overruled by a person"`
	Sound   bool          `json:"sound,omitempty" doc:"nothing is against it"`
	Repeat  bool          `json:"repeat,omitempty"`
}

// DoneRow is what was turned, counted, marked, tightened, set or tested.
type DoneRow struct {
	Title   string `json:"title"`
	Entered *Cell  `json:"entered,omitempty"`
	Repeat  bool   `json:"repeat,omitempty" doc:"its repeat's table says all of it"`
	work    string // before it was repeated
}

// NoteRow is a correction, a decision, or what was taken back.
type NoteRow struct {
	Kind   string       `json:"kind" enum:"kept,decided,withdrawn,ended,amended"`
	What   string       `json:"what"`
	Reason string       `json:"reason"`
	Before job.Sentence `json:"before" doc:"what stood there before"`
	By     string       `json:"by"`
	At     time.Time    `json:"at"`
}

// PhotoRow is a picture with its words.
type PhotoRow struct {
	ID    string `json:"id"`
	Title string `json:"title"`
}

// PaperOf lays the rows of a sheet out.
func PaperOf(s *job.Sheet) *Paper {
	p := &Paper{Checks: []CheckRow{}, Repeats: []RepeatRow{}, Parts: []PartRow{}, Sound: []string{},
		Waiting: []string{}, Done: []DoneRow{},
		Notes: []NoteRow{}, Photos: []PhotoRow{}, Sources: []string{}}
	repeated := repeatedChecks(s)
	for i := range s.Checks {
		p.Checks = append(p.Checks, p.checkRow(&s.Checks[i], repeated[s.Checks[i].Check]))
	}
	for i := range s.Stages {
		for k := range s.Stages[i].Steps {
			p.step(&s.Stages[i].Steps[k])
		}
	}
	p.along(s)
	p.Runs, p.Gauges, p.Cautions = s.Runs, s.Gauges, s.Cautions
	p.repeats(s)
	p.notes(s)
	return p
}

// along gives the checks with a place on the shaft how far along it they stand.
func (p *Paper) along(s *job.Sheet) {
	for _, st := range s.Stations {
		for i := range p.Checks {
			if row := &p.Checks[i]; st.Along != nil && row.Letter == st.Letter {
				row.Along = new(alongShaft(st.Along))
			}
		}
	}
}

func repeatedChecks(s *job.Sheet) map[string]bool {
	out := map[string]bool{}
	for i := range s.Stages {
		for k := range s.Stages[i].Steps {
			if step := &s.Stages[i].Steps[k]; step.Member != "" {
				out[step.Check] = true
			}
		}
	}
	return out
}

// source is the number of a footnote; the same words have the same one.
func (p *Paper) source(l *kind.LimitShown) int {
	if l == nil || l.Source == "" {
		return 0
	}
	i := slices.Index(p.Sources, l.Source)
	if i < 0 {
		i = len(p.Sources)
		p.Sources = append(p.Sources, l.Source)
	}
	return i + 1
}

func (p *Paper) checkRow(c *job.CheckSheet, repeat bool) CheckRow {
	row := CheckRow{Check: c.Check, Letter: c.Letter, Title: c.Title, Found: takenCell(c.Found), Built: takenCell(c.Built),
		Limit: kind.LimitFigures(c.Limit), From: p.source(c.Limit), Repeat: repeat, limit: c.Limit, change: c.Change}
	if c.Built != nil {
		for _, r := range c.Built.Earlier {
			row.Earlier = append(row.Earlier, *heldCell(r.Held, r.Figure, r.High, r.Verdict))
		}
	}
	if c.Change != nil {
		row.Change = new(quantity.Bare(c.Change.Length))
	}
	return row
}

func takenCell(t *job.Taken) *Cell {
	if t == nil {
		return nil
	}
	c := heldCell(t.Held, t.Figure, t.High, t.Verdict)
	if t.Figure == nil {
		c.Text = quantity.Plainly(kind.NotTaken)
	}
	if t.Late != nil {
		c.Text = quantity.Plainly(job.NotTakenSince(*t.Late))
	}
	if t.Decision != nil {
		c.Accepted = t.Decision.Reason
	}
	return c
}

// heldCell is the figure that was judged, with what was read beside it; of a sheet that was kept
// before the two were told apart it is what was measured.
func heldCell(h *kind.Held, low, high *job.Figure, verdict judge.Result) *Cell {
	if h == nil {
		return cell(low, high, verdict)
	}
	c := cell(&h.Figure, h.High, verdict)
	if verdict == "" {
		c.Word = notJudged
	}
	other := h.Raw != nil && (h.Raw.Length != h.Figure.Length || h.RawHigh != nil)
	if h.Basis != kind.OfValue && h.Basis != kind.OfMean || other {
		c.What = h.Name
	}
	if other {
		raw := cell(h.Raw, h.RawHigh, "")
		c.Raw, c.raw = new(quantity.Say("%s %s", words.Lower(h.RawName), raw.Text)), h.Raw
	}
	for _, end := range h.Ends {
		if c.Raw == nil {
			c.Raw = new(end.Said())
			continue
		}
		c.Raw = new(quantity.Say("%s, %s", *c.Raw, end.Said()))
	}
	return c
}

// cell is a figure, or the smallest and the largest where it was taken at several
// places.
func cell(low, high *job.Figure, verdict judge.Result) *Cell {
	c := &Cell{Verdict: verdict, Word: verdictWords[verdict], Figure: low}
	switch {
	case low == nil:
	case high != nil && high.Length != low.Length:
		a, b := quantity.Bare(low.Length), quantity.Bare(high.Length)
		c.High, c.Text = high, job.Sentence{Thou: a.Thou + " – " + b.Thou, Mm: a.Mm + " – " + b.Mm}
	default:
		c.Text = quantity.Bare(low.Length)
	}
	return c
}

func (p *Paper) step(s *job.StepSheet) {
	repeat := s.Member != ""
	switch kind.TableOf(s.Kind) {
	case kind.PartsTable:
		row := partRow(s)
		row.Repeat = repeat && (row.Sound || row.Outcome == "")
		p.Parts = append(p.Parts, row)
		switch {
		case repeat:
		case row.Sound:
			p.Sound = append(p.Sound, row.Part)
		case s.Reading == nil:
			p.Waiting = append(p.Waiting, row.Part)
		}
	case kind.DoneTable:
		p.Done = append(p.Done, DoneRow{s.Title, doneCell(s), repeat, s.Base})
	}
	for _, shot := range s.Pictures {
		title := s.Title
		if shot.Of != "" {
			title = s.Panel.Part + ": " + shot.Of
		}
		p.Photos = append(p.Photos, PhotoRow{shot.ID, title})
	}
}

func partRow(s *job.StepSheet) PartRow {
	row := PartRow{Part: s.Panel.Part}
	r := s.Reading
	if r == nil {
		return row
	}
	row.Outcome, row.ByRule = r.Outcome, r.ByRule
	row.Sound = r.Outcome == judge.Reuse && len(r.Found) == 0 && r.ByRule == "" && r.Was == "" && nothingElse(r)
	row.Found, row.Rule = r.Text, r.Rule
	row.Words = words.Capital(strings.Join(slices.DeleteFunc([]string{r.Text, r.Rule}, words.Blank), "; "))
	if r.ByRule != "" {
		row.Words += ruleSays(r.ByRule)
	}
	return row
}

// nothingElse reports whether a part has no words against it: none from a reading out
// of its limit, and none that a person wrote.
func nothingElse(r *kind.Reading) bool { return r.Text == "" || r.Text == kind.NothingFound }

func doneCell(s *job.StepSheet) *Cell {
	r := s.Reading
	if r == nil {
		return nil
	}
	c := &Cell{Text: onPaper(r, s.Panel), Verdict: r.Verdict, Word: verdictWords[r.Verdict], Figure: r.Figure,
		High: r.High}
	if s.Decision != nil {
		c.Accepted = s.Decision.Reason
	}
	return c
}

// onPaper is what a reading says in a row of its own.
func onPaper(r *kind.Reading, panel *kind.Panel) job.Sentence {
	switch {
	case r.Torque != nil:
		return quantity.Plainly(boltsAt(len(panel.Order), *r.Torque) + words.Behind("; ", r.Text))
	case r.Tool != nil && r.Tool.Words != nil && r.Text != "" && r.HomeS == nil && panel.Instrument == "heat":
		return quantity.Plainly(r.Tool.Words.Main.Name + " " + r.Text) // kept before a heating had its seconds
	case r.Figure != nil && r.Tool == nil && r.Text == "":
		return quantity.Say("%s", r.Figure.Length)
	case r.High != nil && r.Figure == nil:
		together := quantity.Say(", together %s", r.High.Length)
		return job.Sentence{Thou: r.Text + together.Thou, Mm: r.Text + together.Mm}
	}
	return r.Entered()
}

// notes are those of a sheet. The same decision about each of several is one row.
func (p *Paper) notes(s *job.Sheet) {
	before := ""
	var members []string
	for _, n := range s.Notes {
		row := NoteRow{n.Kind, noteOf(n), n.Reason, n.Before, n.By, n.At}
		step := s.Step(n.Step)
		if step == nil || step.Member == "" || n.Kind != log.Decided {
			p.Notes, before = append(p.Notes, row), ""
			continue
		}
		if alike := step.Base + "\n" + n.Reason + "\n" + n.By; alike == before {
			members = append(members, step.Member)
			row.What = noteOfSeveral(n, step, members)
			p.Notes[len(p.Notes)-1] = row
		} else {
			p.Notes, before, members = append(p.Notes, row), alike, []string{step.Member}
		}
	}
}
