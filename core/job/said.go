package job

import (
	"time"

	"settle/core/kind"
	"settle/core/log"
	"settle/core/words"
)

// SheetNote is a line of the sheet about an entry that took another's place, decided
// about one, or took one back. Both stand on the sheet.
type SheetNote struct {
	Entry  string    `json:"entry"`
	Kind   string    `json:"kind"`
	Step   string    `json:"step,omitempty"`
	Title  string    `json:"title,omitempty" doc:"of the step"`
	Reason string    `json:"reason"`
	Before Sentence  `json:"before" doc:"what stood there before, in words"`
	After  Sentence  `json:"after" doc:"what stands there now"`
	By     string    `json:"by"`
	At     time.Time `json:"at"`
}

// notes are those of a log, in its order.
func (d *derived) notes() []SheetNote {
	out := []SheetNote{}
	seen := make(map[string]*log.Entry, len(d.job.Log))
	for i := range d.job.Log {
		e := &d.job.Log[i]
		seen[e.ID] = e
		n := SheetNote{Entry: e.ID, Kind: e.Kind, Step: e.Step, Reason: e.Reason, By: e.By.Name, At: e.At}
		if step := d.scale.plan.Step(e.Step); step != nil {
			n.Title = step.Title
		}
		which := entryKindOf(e.Kind)
		if which.note == nil || !which.note(e) {
			continue
		}
		if e.Body != nil && e.Body.Absent != "" {
			n.Reason = e.Body.Skip
		}
		if which.now {
			n.After = d.said(e)
		}
		if before := seen[e.On]; before != nil && !which.stays {
			n.Before = d.said(before)
		}
		out = append(out, n)
	}
	return out
}

// Said tells what each entry of a job says, by its id.
func Said(j Job) map[string]Sentence {
	d := derive(j)
	out := make(map[string]Sentence, len(j.Log))
	for i := range j.Log {
		if s := d.said(&j.Log[i]); s != (Sentence{}) {
			out[j.Log[i].ID] = s
		}
	}
	return out
}

// said is what an entry says: readings as they were typed, the rest as it is read.
func (d *derived) said(e *log.Entry) Sentence {
	if says := entryKindOf(e.Kind).says; says != nil {
		return says(d, e)
	}
	b := e.Body
	if b == nil {
		return Sentence{}
	}
	switch {
	case b.Absent != "":
		return plainly(kind.NotThere(b.Absent, b.Skip))
	case !words.Blank(b.Skip):
		return plainly(kind.LeftOut(b.Skip))
	}
	step := d.scale.plan.Step(e.Step)
	if b.Photo != nil && len(b.Photo.Photos) > 0 {
		return plainly(words.Several(len(b.Photo.Photos), "picture"))
	}
	if step == nil {
		return Sentence{}
	}
	if words := kind.Of(step).Told(b); words != "" {
		return plainly(words)
	}
	r := d.scale.reading(step, e)
	if r.Torque != nil && b.Torque == nil { // one tick in all
		return plainly(r.Torque.NM + " N·m" + words.Behind(", ", r.Text))
	}
	if r.Torque != nil {
		return plainly(r.Torque.NM + " N·m, " + words.Several(len(b.Torque.Ticks), "tick") + words.Behind(", ", r.Text))
	}
	return r.Entered()
}
