package job

import (
	"slices"
	"time"

	"settle/core/judge"
	"settle/core/kind"
	"settle/core/log"
	"settle/core/plan"
)

// Past is what the page of a pump goes by of one of its jobs. It follows from the
// log, and is small enough to be kept beside it: a page of forty jobs then
// derives none of them.
type Past struct {
	Number  string        `json:"number"`
	Opened  time.Time     `json:"opened"`
	Hours   *float64      `json:"hours,omitempty" doc:"running hours it came in with"`
	Signed  *Signature    `json:"signed,omitempty"`
	Ended   bool          `json:"ended,omitempty" doc:"without a signature"`
	NewSeal bool          `json:"new_seal,omitempty" doc:"a seal was replaced"`
	Checks  []PastCheck   `json:"checks" nullable:"false" doc:"those that were taken"`
	Running *kind.Running `json:"running,omitempty" doc:"how it ran as it was handed back"`
	Runs    []RunSheet    `json:"runs,omitempty" doc:"run-out along the shaft, as found and as built"`
	Signs   []judge.Sign  `json:"signs,omitempty" doc:"what it showed of causes"`
}

// PastCheck is what a job found and left of one check.
type PastCheck struct {
	Check string           `json:"check"`
	Title string           `json:"title"`
	Short string           `json:"short"`
	Found *PastTaken       `json:"found,omitempty"`
	Built *PastTaken       `json:"built,omitempty"`
	Until *kind.LimitShown `json:"until,omitempty" doc:"where it is put right, of a check that grows with running"`
	// Mend is what is done there. A clearance is reset; a play or a run-out is not.
	Mend string `json:"mend,omitempty" doc:"reset or replace, repair or replace"`
}

// PastTaken is a reading of a check.
type PastTaken struct {
	Figure  *Figure      `json:"figure,omitempty"`
	High    *Figure      `json:"high,omitempty"`
	Verdict judge.Result `json:"verdict,omitempty" enum:"within,close,out,undecided,no-limit"`
}

// PastOf works out what a pump's page goes by of a job.
func PastOf(number string, j Job) (Past, error) {
	d := derive(j)
	sheet := d.sheet
	if sheet.over() {
		var err error
		if sheet, err = Show(j); err != nil {
			return Past{}, err
		}
	}
	p := Past{Number: number, Opened: j.Log[0].At, Hours: d.scale.opening.Hours, Signed: sheet.Signed,
		Ended: sheet.Ended != nil, Checks: []PastCheck{}}
	if sheet.Ended != nil && sheet.Ended.Ending == log.Mistake {
		p.Hours = nil
		return p, nil // it says nothing of the pump
	}
	p.NewSeal = slices.ContainsFunc(d.scale.plan.Parts, func(part plan.Part) bool {
		return plan.Is(part.Seal) && d.scale.parts[part.Key] == judge.Replace
	})
	p.Runs = sheet.Runs
	for i := range sheet.Stages {
		for k := range sheet.Stages[i].Steps {
			if r := sheet.Stages[i].Steps[k].Reading; r != nil && r.Running != nil {
				p.Running = r.Running
			}
		}
	}
	for _, x := range judge.Signs {
		if d.signs[x.Sign].There {
			p.Signs = append(p.Signs, x.Sign)
		}
	}
	for i := range sheet.Checks {
		row := &sheet.Checks[i]
		if row.Found == nil && row.Built == nil {
			continue
		}
		c := PastCheck{Check: row.Check, Title: row.Title, Short: row.Short, Found: row.Found.past(), Built: row.Built.past()}
		if l := d.until(row.Check); l != nil {
			c.Until, c.Mend = kind.Shown(l), mend(d.scale.plan.Checks[row.Check])
		}
		p.Checks = append(p.Checks, c)
	}
	return p, nil
}

// reset is what is done with a clearance that has grown.
const reset = "reset or replace"

func mend(check *plan.Check) string {
	if check.Worn == "" && (check.Instrument == plan.Dial || check.Instrument == plan.Float) {
		return "repair or replace"
	}
	return reset
}

func (t *Taken) past() *PastTaken {
	if t == nil {
		return nil
	}
	return &PastTaken{t.Figure, t.High, t.Verdict}
}

// widest is the largest of a reading: it reaches the limit first.
func (t *PastTaken) widest() *Figure {
	switch {
	case t == nil:
		return nil
	case t.High != nil:
		return t.High
	}
	return t.Figure
}

// until is the limit to which a check may grow: a clearance to where it is reset,
// a ring's, a play and a run-out to what they are judged by. It is nil for what
// does not grow, or is not taken as a pump comes in.
func (d *derived) until(key string) *judge.Limit {
	check := d.scale.plan.Checks[key]
	switch {
	case check.Worn != "":
		if worn, ok := d.scale.opening.Limits[check.Worn]; ok {
			return &worn
		}
		return kind.NoLimit(judge.NoneKnown)
	case check.Instrument == plan.Ring:
		return d.scale.limits[check].Found
	case check.Instrument == plan.Dial || check.Instrument == plan.Float:
		if slices.ContainsFunc(d.scale.taking[key], func(step *plan.Step) bool {
			return step.Phase == plan.Found && d.scale.Has(step)
		}) {
			return d.scale.limits[check].Found
		}
	}
	return nil
}
