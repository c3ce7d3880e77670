package job

import (
	"cmp"
	"slices"
	"time"

	"settle/core/judge"
	"settle/core/kind"
)

// TouchedReading is a reading that was taken with a gauge, and how near it was to its limit.
type TouchedReading struct {
	Job       string           `json:"job" doc:"number of the job"`
	Pump      string           `json:"pump" doc:"tag of the pump"`
	Step      string           `json:"step"`
	Title     string           `json:"title" doc:"of the step"`
	At        time.Time        `json:"at"`
	By        string           `json:"by"`
	Figure    *Figure          `json:"figure,omitempty"`
	Text      string           `json:"text,omitempty" doc:"where it is no length"`
	Verdict   judge.Result     `json:"verdict,omitempty" enum:"within,close,out,undecided,no-limit"`
	Limit     *kind.LimitShown `json:"limit,omitempty"`
	Margin    *Figure          `json:"margin,omitempty" doc:"to the nearest bound, negative outside"`
	Corrected bool             `json:"corrected,omitempty" doc:"another entry took its place, or it was taken back"`
	Signed    bool             `json:"signed,omitempty" doc:"the job is signed"`
}

// Touched are the readings of some entries of a job, by their numbers.
func Touched(j Job, seqs []int) []TouchedReading {
	d := derive(j)
	var out []TouchedReading
	for i := range j.Log {
		e := &j.Log[i]
		step := d.scale.plan.Step(e.Step)
		if step == nil || e.Body == nil || !slices.Contains(seqs, e.Seq) {
			continue
		}
		t := TouchedReading{Step: e.Step, Title: step.Title, At: e.At, By: e.By.Name,
			Corrected: d.scale.log.Of(step).Counts() != e, Signed: d.sheet.Signed != nil}
		if r, errs := d.scale.weighed(step, e); len(errs) == 0 && r != nil {
			t.Figure, t.Text, t.Verdict, t.Margin = r.Figure, r.Text, r.Verdict, r.Margin
			if r.Held != nil {
				t.Figure = new(r.Held.Figure)
			}
			if r.Limit != nil {
				t.Limit = kind.Shown(r.Limit)
			}
		}
		out = append(out, t)
	}
	return out
}

// Nearer sorts readings by how near they are to their limit; those without one come last.
func (t TouchedReading) Nearer(other TouchedReading) int {
	a, b := t.Margin, other.Margin
	switch {
	case a != nil && b != nil:
		return cmp.Compare(a.Length, b.Length)
	case a != nil:
		return -1
	case b != nil:
		return 1
	}
	return 0
}
