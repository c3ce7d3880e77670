package plan

import (
	"cmp"
	"fmt"
	"io"
	"slices"
	"strings"
)

// Page writes a plan as a page that a shop can read and criticise, in Markdown: scopes,
// what the pump's papers are asked, parts, checks, loops, and the order of work with what
// each step waits for.
func (p *Plan) Page(out io.Writer) error {
	w := &page{p: p}
	w.line("# %s. %s", p.Construction, p.Title)
	w.line("")
	w.line("Plan %s, version %d. Written by `settle plan show --markdown`.", p.Key, p.Version)
	w.scopes()
	w.asked()
	w.parts()
	w.checks()
	w.order()
	_, err := io.WriteString(out, w.text.String())
	return err
}

type page struct {
	p    *Plan
	text strings.Builder
}

func (w *page) line(format string, args ...any) { fmt.Fprintf(&w.text, format+"\n", args...) }

func (w *page) heading(title string) { w.line("\n## %s\n", title) }

// table writes rows below their heads; a bar inside a cell is kept from cutting it.
func (w *page) table(heads []string, rows [][]string) {
	if len(rows) == 0 {
		return
	}
	w.row(heads)
	w.line("|%s", strings.Repeat("---|", len(heads)))
	for _, row := range rows {
		w.row(row)
	}
	w.line("")
}

func (w *page) row(cells []string) {
	for i := range cells {
		cells[i] = strings.ReplaceAll(cells[i], "|", "/")
	}
	w.line("| %s |", strings.Join(cells, " | "))
}

func (w *page) scopes() {
	w.heading("Scopes")
	var rows [][]string
	for _, s := range w.p.Scopes {
		rows = append(rows, []string{s.Title, s.Covers})
	}
	w.table([]string{"scope", "covers"}, rows)
	rows = nil
	for _, c := range w.p.Complaints {
		rows = append(rows, []string{c.Words, w.scope(c.Scope)})
	}
	w.table([]string{"the pump is here because", "scope proposed"}, rows)
	rows = nil
	for _, x := range w.p.Widens {
		rows = append(rows, []string{w.words(x.When), w.scope(x.To), x.Why})
	}
	w.table([]string{"where", "another scope is called for", "why"}, rows)
}

func (w *page) asked() {
	w.heading("How it is built, and what its papers are asked")
	var rows [][]string
	for _, o := range w.p.Options {
		var choices []string
		for _, c := range o.Choices {
			title := c.Title
			if c.Key == o.Default {
				title += " (unless told)"
			}
			choices = append(choices, title)
		}
		rows = append(rows, []string{o.Title, strings.Join(choices, " · ")})
	}
	w.table([]string{"option", "choices"}, rows)
	rows = nil
	for _, v := range w.p.Values {
		rows = append(rows, []string{v.Title, v.Kind, v.Default})
	}
	w.table([]string{"value", "kind", "assumed"}, rows)
}

func (w *page) parts() {
	w.heading("Parts and kit")
	kits := map[string]string{"always": "always new", "if-needed": "if needed", Stays: "stays"}
	var rows [][]string
	for i := range w.p.Parts {
		x := &w.p.Parts[i]
		n := fmt.Sprint(x.Quantity)
		if x.QuantityOf != "" {
			n = w.value(x.QuantityOf)
		}
		var found []string
		for _, f := range x.Findings {
			found = append(found, fmt.Sprintf("%s: %s", f.Words, f.Outcome))
		}
		for _, a := range x.Always {
			found = append(found, fmt.Sprintf("always %s: %s", a.Outcome, a.Rule))
		}
		for _, j := range x.Judged {
			found = append(found, fmt.Sprintf("by %s: %s", cmp.Or(w.check(j.Check), j.Count), j.Outcome))
		}
		var drags []string
		for _, key := range x.Drags {
			if other := w.p.Part(key); other != nil {
				drags = append(drags, other.Title)
			}
		}
		rows = append(rows, []string{x.Title + behind(w.words(x.When)), n, kits[x.Kit], x.Lubricant,
			strings.Join(found, "; "), strings.Join(drags, ", ")})
	}
	w.table([]string{"part", "how many", "kit", "goes on with", "found: outcome", "takes along"}, rows)
}

func (w *page) checks() {
	if len(w.p.Checks) == 0 {
		return
	}
	w.heading("Checks")
	var rows [][]string
	for _, key := range sorted(w.p.Checks) {
		c := w.p.Checks[key]
		var limits []string
		for _, l := range c.Limit {
			limits = append(limits, "`"+l.Key+"`"+behind(w.words(l.When)))
		}
		how := c.Instrument + behind(strings.Join(c.Places, ", "))
		if c.PlacesFrom != "" {
			how += behind("each " + c.PlaceName)
		}
		judged := cmp.Or(c.Judge, ByLimit)
		if c.Judge == ByOther {
			judged += " " + w.check(c.Against.Of) + " as " + c.Against.Part
		}
		rows = append(rows, []string{c.Title, how, judged, strings.Join(limits, ", "), strings.Join(c.Means.High, "; "),
			strings.Join(c.Means.Low, "; "), w.condemned(key)})
	}
	w.table([]string{"check", "instrument", "judged by", "limit", "high", "low", "condemns"}, rows)
}

// condemned are the parts that a check condemns.
func (w *page) condemned(key string) string {
	var all []string
	for _, part := range w.p.Parts {
		if slices.ContainsFunc(part.Judged, func(j JudgedBy) bool { return j.Check == key }) {
			all = append(all, part.Title)
		}
	}
	return cmp.Or(strings.Join(all, ", "), "nothing")
}

func (w *page) order() {
	w.heading("The order of work")
	n := 0
	for i := range w.p.Stages {
		stage := &w.p.Stages[i]
		w.line("### %s%s\n", stage.Title, behind(w.there(stage.When, stage.Scopes)))
		for k := range stage.Steps {
			n++
			w.step(n, &stage.Steps[k])
		}
		w.line("")
	}
	var rows [][]string
	for _, l := range w.p.Loops {
		var titles []string
		for _, id := range l.Steps {
			titles = append(titles, w.title(id))
		}
		rows = append(rows, []string{l.Title, strings.Join(titles, " → "), l.Until})
	}
	if len(rows) > 0 {
		w.heading("Loops")
	}
	w.table([]string{"loop", "steps", "until"}, rows)
}

// energies say what a caution does with energy.
var energies = map[Energy]string{Isolates: "taken away", Energises: "let in"}

// closing tells what format 3 says of a step.
func (w *page) closing(s *Step, say func(word string, list ...string)) {
	parts := func(keys []string) []string {
		var all []string
		for _, key := range keys {
			all = append(all, w.p.parts[key].Title)
		}
		return all
	}
	say("energy", energies[s.Energy])
	if s.With != "" {
		say("goes with", w.title(s.With))
	}
	if s.Again {
		say("only", "when a round is to be gone again")
	}
	say("comes off", parts(s.TakesOff)...)
	say("goes on", parts(s.Puts())...)
	say("locks", parts(s.Locks)...)
	say("goes in", s.ToolIn...)
	say("comes out", s.ToolOut...)
}

// told is what format 3 says of a step to a person.
func (w *page) told(s *Step, say func(word string, list ...string)) {
	i := &StepInfo{}
	w.p.tell(s, i)
	for _, x := range i.Warnings {
		say("warning", x.String())
	}
	for _, x := range i.Notices {
		say("notice", x.String())
	}
	say("tool", i.Tools...)
	if i.Setup != nil {
		say("dial", "base on "+i.Setup.Base, "plunger on "+i.Setup.Plunger, with("turned: ", i.Setup.Turned))
	}
	say("right", i.Right)
	if i.IfNot != nil {
		say("if not", i.IfNot.Says+with(" Go back to ", i.IfNot.Title)+with("",
			map[bool]string{true: "."}[i.IfNot.Title != ""]))
	}
	say("also called", i.Search...)
}

func (w *page) step(n int, s *Step) {
	say := func(word string, list ...string) {
		if text := strings.Join(list, "; "); text != "" {
			w.line("   - %s: %s", word, text)
		}
	}
	w.line("%d. **%s** [%s]%s%s", n, s.Title, s.Kind, behind(w.there(s.When, s.Scopes)), with(" ", s.How.String()))
	w.told(s, say)
	say("caution", s.Cautions...)
	say("why", s.Why)
	var needs, carried []string
	for _, id := range s.Needs {
		needs = append(needs, w.title(id))
	}
	say("waits for", needs...)
	w.closing(s, say)
	for _, path := range sorted(s.From) {
		for _, o := range s.From[path] {
			carried = append(carried, w.origin(o))
		}
	}
	say("carried", carried...)
	for _, f := range s.Feels {
		say(strings.ReplaceAll(string(f.Feel), "-", " "), f.Means)
	}
}

func (w *page) there(when Conditions, scopes []string) string {
	var titles []string
	for _, key := range scopes {
		titles = append(titles, w.scope(key))
	}
	if len(titles) == len(w.p.Scopes) {
		titles = nil
	}
	return strings.Join(slices.DeleteFunc([]string{strings.Join(titles, ", "), w.words(when)},
		func(s string) bool { return s == "" }), "; ")
}

// behind is something in brackets behind a title, nothing where it is blank.
func behind(text string) string {
	if text == "" {
		return ""
	}
	return " (" + text + ")"
}

// with is a text with something before it, nothing where it is blank.
func with(before, text string) string {
	if text == "" {
		return ""
	}
	return before + text
}

// words are conditions in the plan's titles.
func (w *page) words(list Conditions) string {
	var all []string
	for _, c := range list {
		text := w.condition(c)
		for _, other := range c.Or {
			text += " or " + w.condition(other)
		}
		all = append(all, text)
	}
	return strings.Join(all, "; ")
}

func (w *page) condition(c Condition) string {
	switch c.Op {
	case opDecided:
		if part := w.p.Part(c.Key); part != nil {
			return part.Title + ": " + strings.Join(c.Values, " or ")
		}
	case opSpared:
		if part := w.p.Part(c.Key); part != nil {
			return part.Title + ": not, or not yet, " + strings.Join(c.Values, " nor ")
		}
	case opCameTo:
		return w.check(c.Key) + " is " + strings.Join(c.Values, " or ")
	}
	title, choices := c.Key, slices.Clone(c.Values)
	for i, key := range choices {
		if strings.HasPrefix(key, "{") {
			choices[i] = "the one at hand"
		}
	}
	for _, o := range w.p.choosable() {
		if o.Key != c.Key {
			continue
		}
		title = o.Title
		for i, key := range choices {
			if k := slices.IndexFunc(o.Choices, func(x Option) bool { return x.Key == key }); k >= 0 {
				choices[i] = o.Choices[k].Title
			}
		}
	}
	if c.Op == opUnlike {
		return title + ": not " + strings.Join(choices, " nor ")
	}
	return title + ": " + strings.Join(choices, " or ")
}

func (w *page) scope(key string) string {
	if s := w.p.Scope(key); s != nil {
		return s.Title
	}
	return key
}

func (w *page) check(key string) string {
	if c := w.p.Checks[key]; c != nil {
		return c.Title
	}
	return key
}

func (w *page) value(key string) string {
	for _, v := range w.p.Values {
		if v.Key == key {
			return v.Title
		}
	}
	return key
}

func (w *page) title(id string) string {
	if s := w.p.Step(id); s != nil {
		return s.Title
	}
	return id
}

func (w *page) origin(o Origin) string {
	text := ""
	switch o.Source {
	case FromCheck, FromFit, FromLimit:
		text = w.check(o.Of) + ", " + o.Part
	case FromCount, FromAnswer, FromStep:
		text = w.title(o.Of)
	case FromValue:
		text = w.value(o.Of)
	}
	for _, t := range o.Then {
		if t.Less {
			text += " less " + w.origin(t.Of)
		} else {
			text += " plus " + w.origin(t.Of)
		}
	}
	return text
}
