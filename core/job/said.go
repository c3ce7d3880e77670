package job

import (
	"fmt"
	"strings"
	"time"
	"unicode"

	"settle/core/plan"
	"settle/core/quantity"
)

// SheetNote is a line of the sheet about an entry that took another's place, decided
// about one, or took one back. Both stand on the sheet.
type SheetNote struct {
	Entry  string    `json:"entry"`
	Kind   string    `json:"kind" enum:"kept,decided,withdrawn,ended,amended"`
	Step   string    `json:"step,omitempty"`
	Title  string    `json:"title,omitempty" doc:"of the step"`
	Reason string    `json:"reason"`
	Before Sentence  `json:"before" doc:"what stood there before, in words"`
	After  Sentence  `json:"after" doc:"what stands there now"`
	By     string    `json:"by"`
	At     time.Time `json:"at"`
}

// notes are those of a log, in its order.
func (d *deriver) notes() []SheetNote {
	out := []SheetNote{}
	seen := make(map[string]*Entry, len(d.job.Log))
	for i := range d.job.Log {
		e := &d.job.Log[i]
		seen[e.ID] = e
		n := SheetNote{Entry: e.ID, Kind: e.Kind, Step: e.Step, Reason: e.Reason, By: e.By.Name, At: e.At}
		if step := d.plan.Step(e.Step); step != nil {
			n.Title = step.Title
		}
		switch e.Kind {
		case Kept, Amended:
			if e.On == "" && e.Kind == Kept {
				continue
			}
			n.After = d.said(e)
		case Decided, Withdrawn, Ended:
		default:
			continue
		}
		if before := seen[e.On]; before != nil && e.Kind != Decided {
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
func (d *deriver) said(e *Entry) Sentence {
	if e.Kind == Decided {
		return plainly("accepted: " + e.Reason)
	}
	b := e.Body
	if b == nil {
		return Sentence{}
	}
	if !blank(b.Skip) {
		return plainly("not taken: " + b.Skip)
	}
	if words := typed(b); words != "" {
		return plainly(words)
	}
	if b.Photo != nil && len(b.Photo.Photos) > 0 {
		return plainly(several(len(b.Photo.Photos), "picture"))
	}
	step := d.plan.Step(e.Step)
	if step == nil {
		return Sentence{}
	}
	r := d.reading(step, e)
	switch {
	case r.Tool != nil && r.Tool.Words != nil:
		main, more := r.Tool.Words.Main, ""
		if step.Kind == plan.Heat {
			more = strings.TrimPrefix(r.Text, main.Value.Mm) // how it went home
		}
		return Sentence{Thou: main.Name + " " + main.Value.Thou + more, Mm: main.Name + " " + main.Value.Mm + more}
	case r.Torque != nil:
		return plainly(r.Torque.NM + " N·m, " + several(len(b.Torque.Ticks), "tick") + after(", ", r.Text))
	}
	return plainly(r.Text)
}

// after puts more behind a text, where there is more.
func after(comma, more string) string {
	if more == "" {
		return ""
	}
	return comma + more
}

func several(n int, what string) string {
	if n == 1 {
		return "1 " + what
	}
	return fmt.Sprintf("%d %ss", n, what)
}

// typed are the readings of a body as they were typed, "" where it has none.
func typed(b *Body) string {
	var parts []string
	add := func(name string, t quantity.Typed) {
		if text := strings.TrimSpace(t.String()); text != "" {
			if b.Unit != "" && !strings.ContainsFunc(text, isUnit) {
				text += " " + string(b.Unit)
			}
			parts = append(parts, strings.TrimSpace(name+" "+text))
		}
	}
	switch {
	case b.Dial != nil:
		for _, x := range b.Dial.Readings {
			add(x.Clock+":", x.Value)
		}
		if w := b.Dial.Sweep; w != nil {
			add("lowest", w.Low)
			add("highest", w.High)
		}
		add("back at the start", b.Dial.BackToStart)
	case b.Float != nil:
		for _, x := range b.Float.Trials {
			add("in", x.In)
			add("out", x.Out)
		}
	case b.Feeler != nil:
		for _, x := range b.Feeler.Positions {
			add(x.At+":", x.Value)
			add(x.At+" goes:", x.Go)
			add(x.At+" does not go:", x.NoGo)
		}
	case b.Setting != nil:
		add("", b.Setting.Measured)
	case b.Direct != nil:
		add("", b.Direct.Value)
	case b.Travel != nil:
		add("right down", b.Travel.Down)
		add("right up", b.Travel.Up)
	}
	return strings.Join(parts, ", ")
}

// isUnit tells a unit behind a number from the number.
func isUnit(r rune) bool { return unicode.IsLetter(r) || r == '"' || r == '″' || r == '”' }
