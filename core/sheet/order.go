package sheet

import (
	"cmp"
	"fmt"
	"strings"

	"settle/core/job"
	"settle/core/kind"
	"settle/core/words"
)

// Order is a work order on paper: what is still to be done, in the order of work, with
// room for what is read. It is typed in afterwards in the same order.
type Order struct {
	Stages []OrderStage
}

// OrderStage is a stage with the steps that are open in it.
type OrderStage struct {
	Title string
	Steps []OrderStep
}

// OrderStep is a step as it is written on: what to do, what can hurt somebody, and room.
type OrderStep struct {
	Title    string
	How      []string // a command a line
	Beside   []string // parts with what goes on them, the papers, the limit
	Limit    *kind.LimitShown
	Ends     []job.Sentence // windows of the two depths of a travel
	Cautions []string       // warnings first
	Notices  []string
	Tell     []string // tools, how a dial stands, what is right, what to do if it is not
	Drawing  string   // name of the small drawing of how it goes in
	Rooms    []Room
}

// Room is where something is written: a box with its label, a line, or a choice to tick.
type Room struct {
	Label string
	Tick  bool
	Line  bool // as wide as the page
}

// OrderOf lays out what of a job is not done yet.
func OrderOf(s *job.Sheet) *Order {
	o := &Order{}
	for i := range s.Stages {
		stage := OrderStage{Title: s.Stages[i].Title}
		for k := range s.Stages[i].Steps {
			if step := &s.Stages[i].Steps[k]; step.State == job.Open || step.State == job.Blocked {
				stage.Steps = append(stage.Steps, orderStep(step))
			}
		}
		if len(stage.Steps) > 0 {
			o.Stages = append(o.Stages, stage)
		}
	}
	return o
}

func orderStep(s *job.StepSheet) OrderStep {
	p := s.Panel
	out := OrderStep{Title: s.Title, How: s.Lines, Cautions: s.Says(), Drawing: s.Drawing}
	if len(out.How) == 0 && s.How != "" {
		out.How = []string{s.How}
	}
	for _, n := range s.Notices {
		out.Notices = append(out.Notices, n.String())
	}
	out.Tell = told(s)
	for _, f := range p.Fits {
		out.Beside = append(out.Beside, fitted(f))
	}
	for _, x := range p.Papers {
		out.Beside = append(out.Beside, x.Title+": "+cmp.Or(x.Text, "not known, look it up"))
	}
	if s.Compound != "" {
		out.Beside = append(out.Beside, "goes on it: "+s.Compound)
	}
	if p.Says != "" {
		out.Beside = append(out.Beside, p.Says)
	}
	for _, end := range p.Ends {
		out.Ends = append(out.Ends, end.Said())
	}
	if p.Limit != nil && (p.Limit.Min != nil || p.Limit.Max != nil) {
		out.Limit = p.Limit
	}
	out.Rooms = RoomsOf(s)
	return out
}

// told is what a plan says beside how a step is done.
func told(s *job.StepSheet) []string {
	var out []string
	if len(s.Tools) > 0 {
		out = append(out, "Tools: "+strings.Join(s.Tools, ", "))
	}
	if d := s.Setup; d != nil {
		out = append(out, "Dial: base on "+d.Base+", plunger on "+d.Plunger+words.Behind(", turned: ", d.Turned))
	}
	if s.Right != "" {
		out = append(out, "Right: "+s.Right)
	}
	if f := s.IfNot; f != nil {
		out = append(out, f.Says+words.Behind(" Go back to: ", f.Title))
	}
	return out
}

// RoomsOf is the room that a step needs on paper.
func RoomsOf(s *job.StepSheet) []Room {
	if room := roomsOf[s.Panel.Instrument]; room != nil {
		return room(s.Panel)
	}
	return nil
}

func fitted(f kind.FitShown) string {
	text := f.Title
	if f.Quantity > 1 {
		text = fmt.Sprintf("%d × %s", f.Quantity, f.Title)
	}
	if f.Lubricant != "" {
		text += ": " + f.Lubricant
	}
	return text
}

// roomsOf is the room that each panel needs on paper, by its name.
var roomsOf = map[string]func(p *kind.Panel) []Room{
	"worked": func(p *kind.Panel) []Room { return []Room{{Label: p.FigureTitle}} },
	"warm":   func(*kind.Panel) []Room { return []Room{{Label: "left the heater at"}} },
	"turn": func(p *kind.Panel) []Room {
		var out []Room
		for _, c := range p.Choices {
			out = append(out, Room{Label: c.Words, Tick: true})
		}
		return append(out, Room{Label: "catches at"})
	},
	"count": func(p *kind.Panel) []Room {
		if p.Each > 0 {
			return numbered("", p.Each)
		}
		return boxes(cmp.Or(p.Of, "number"), "together")
	},
	"mark": func(p *kind.Panel) []Room {
		var out []Room
		for _, m := range p.Marks {
			out = append(out, Room{Label: m, Line: true})
		}
		return out
	},
	"inspect": func(p *kind.Panel) []Room {
		out := []Room{{Label: "nothing found", Tick: true}}
		for _, f := range p.Findings {
			out = append(out, Room{Label: f.Words + " (" + string(f.Outcome) + ")", Tick: true})
		}
		return append(out, Room{Label: "where"})
	},
	"torque": func(p *kind.Panel) []Room {
		var out []Room
		for i, pass := range p.Passes {
			label := fmt.Sprintf("pass %d", i+1)
			if pass.Check {
				label = "check, round"
			}
			out = append(out, Room{Label: label, Tick: true})
		}
		return append(out, Room{Label: "torque"})
	},
	"heat": func(*kind.Panel) []Room {
		return boxes("interference", "left the heater at, °", "off at", "home at", "tightened at, °")
	},
	"wait": func(*kind.Panel) []Room { return boxes("from", "until", "°C") },
	"test": func(*kind.Panel) []Room { return boxes("pressure", "minutes", "drops") },
	"handback": func(p *kind.Panel) []Room {
		var out []Room
		for _, at := range p.Places {
			out = append(out, boxes(at+" horizontal", "vertical", "axial", "°C")...)
		}
		return append(out, boxes("air °C", "flow", "pressure")...)
	},
	"photo":  func(*kind.Panel) []Room { return boxes("picture number") },
	"sign":   func(*kind.Panel) []Room { return []Room{{Label: "name, date, remark for next time", Line: true}} },
	"dial":   func(p *kind.Panel) []Room { return append(boxes(p.Places...), boxes("back", "division")...) },
	"along":  alongRooms,
	"float":  floatRooms,
	"feeler": func(p *kind.Panel) []Room { return boxes(p.Places...) },
	"plug": func(p *kind.Panel) []Room {
		out := boxes("go end", "no-go end")
		for _, c := range p.Choices {
			out = append(out, Room{Label: words.Lower(c.Words), Tick: true})
		}
		return out
	},
	"depth": func(p *kind.Panel) []Room { return boxes(p.Places...) },
	"direct": func(p *kind.Panel) []Room {
		if len(p.Depths) > 0 {
			return boxes(words.Lower(p.Depths[0]), "less "+words.Lower(p.Depths[1]), "division")
		}
		return boxes("measured", "division")
	},
	"setting": func(*kind.Panel) []Room {
		return boxes("measured", "division")
	},
	"travel": func(*kind.Panel) []Room { return boxes("right down", "right up", "division") },
	"tool":   func(*kind.Panel) []Room { return []Room{{Label: "figures", Line: true}} },
}

func boxes(labels ...string) []Room {
	out := make([]Room, len(labels))
	for i, label := range labels {
		out[i] = Room{Label: label}
	}
	return out
}

func numbered(before string, n int) []Room {
	out := make([]Room, n)
	for i := range out {
		out[i] = Room{Label: fmt.Sprint(before, i+1)}
	}
	return out
}

func alongRooms(p *kind.Panel) []Room {
	var out []Room
	for _, place := range p.Places {
		for _, clock := range append(append([]string{}, p.Clock...), "back") {
			out = append(out, Room{Label: words.Lower(place) + " " + clock})
		}
	}
	return out
}

func floatRooms(p *kind.Panel) []Room {
	var out []Room
	for i := range max(p.Repeats, 1) {
		out = append(out, boxes(fmt.Sprintf("in %d", i+1), fmt.Sprintf("out %d", i+1))...)
	}
	return append(out, Room{Label: "division"})
}
