package job

import (
	"strings"
	"time"
	"unicode"

	"settle/core/log"
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
		kind := entryKindOf(e.Kind)
		if kind.note == nil || !kind.note(e) {
			continue
		}
		if e.Body != nil && e.Body.Absent != "" {
			n.Reason = e.Body.Skip
		}
		if kind.now {
			n.After = d.said(e)
		}
		if before := seen[e.On]; before != nil && !kind.stays {
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
		return plainly(notThere(b.Absent, b.Skip))
	case !blank(b.Skip):
		return plainly(leftOut(b.Skip))
	}
	step := d.scale.plan.Step(e.Step)
	if b.Photo != nil && len(b.Photo.Photos) > 0 {
		return plainly(several(len(b.Photo.Photos), "picture"))
	}
	if step == nil {
		return Sentence{}
	}
	if words := d.scale.kind(step).told(b); words != "" {
		return plainly(words)
	}
	r := d.scale.reading(step, e)
	if r.Torque != nil && b.Torque == nil { // one tick in all
		return plainly(r.Torque.NM + " N·m" + after(", ", r.Text))
	}
	if r.Torque != nil {
		return plainly(r.Torque.NM + " N·m, " + several(len(b.Torque.Ticks), "tick") + after(", ", r.Text))
	}
	return r.entered()
}

// entered is what a reading says on a line.
func (r *Reading) entered() Sentence {
	if r.Tool == nil || r.Tool.Words == nil {
		return plainly(r.Text)
	}
	main, home := r.Tool.Words.Main, ""
	if judged := r.Tool.Words.Judged; judged != nil {
		main = *judged
	}
	if r.HomeS != nil {
		home = homeIn(*r.HomeS)
	}
	return Sentence{Thou: main.Name + " " + main.Value.Thou + home, Mm: main.Name + " " + main.Value.Mm + home}
}

// after puts more behind a text, where there is more.
func after(comma, more string) string {
	if more == "" {
		return ""
	}
	return comma + more
}

// told are the readings of a body as they were typed, "" where its kind is told as it
// was understood.
func (k *kind) told(b *log.Body) string {
	if !k.typed || k.boxes == nil {
		return ""
	}
	var parts []string
	for _, x := range k.boxes(b) {
		text := strings.TrimSpace(x.length.String())
		if text == "" {
			continue
		}
		if b.Unit != "" && !strings.ContainsFunc(text, isUnit) {
			text += " " + string(b.Unit)
		}
		parts = append(parts, strings.TrimSpace(x.name+" "+text))
	}
	return strings.Join(parts, ", ")
}

// isUnit tells a unit behind a number from the number.
func isUnit(r rune) bool { return unicode.IsLetter(r) || r == '"' || r == '″' || r == '”' }
