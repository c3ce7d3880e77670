// Package log holds what people entered: entries with what was typed, the lines they are kept as, the
// chain that covers them, and what a log says of each step. It weighs nothing. It may import plan, and what
// the forms are made of: gauge, judge, quantity, field.
package log

import (
	"fmt"
	"maps"
	"slices"
	"time"
	"unicode/utf8"

	"settle/core/field"
	"settle/core/judge"
)

// The kinds of an entry. One of a kind that is not known here is let be.
const (
	Opened  = "opened"  // the first of every log
	Kept    = "kept"    // what was entered at a step
	Decided = "decided" // a person's decision on a reading that is out, undecided or without a limit
	// Pictured adds pictures to a step, whatever else is entered there.
	Pictured = "pictured"
	// Withdrawn takes back an entry, with a reason; its step opens again.
	Withdrawn = "withdrawn"
	// Ended closes a job unsigned, with a reason; its pump is free again.
	Ended = "ended"
	// Scoped changes how much of the work the job is, or says that it stays as it is.
	Scoped = "scoped"
	// Amended adds to a signed sheet, or corrects an entry of it, and is signed anew.
	Amended = "amended"
	// Checked is a second person's signature under a signed sheet.
	Checked = "checked"
	// TakenIn ends what came of another shop: what is done here begins with it.
	TakenIn = "taken-in"
	// Shift says who goes on with the job, with a word for them. It signs nobody in.
	Shift = "shift"
)

// Entry is one line of the log. Its Hash stands last in it.
type Entry struct {
	ID   string    `json:"id" doc:"made by the client; sending it twice is harmless"`
	Seq  int       `json:"seq" doc:"1 for the first entry of the job"`
	At   time.Time `json:"at" doc:"when it was kept"`
	By   Person    `json:"by"`
	Kind string    `json:"kind"`
	Step string    `json:"step,omitempty"`
	// On is the entry that this one takes the place of (kept, amended), decides about
	// (decided), takes back (withdrawn) or checks (checked). The older one stays in the log.
	On     string   `json:"on,omitempty"`
	Reason string   `json:"reason,omitempty"`
	Body   *Body    `json:"body,omitempty"`
	Open   *Opening `json:"open,omitempty"`
	Scope  *Scoping `json:"scope,omitempty"`
	Taken  *Intake  `json:"taken,omitempty" doc:"taken-in: what came, and from where"`
	Next   string   `json:"next,omitempty" doc:"shift: who goes on"`
	Ending Ending   `json:"ending,omitempty" enum:"mistake,scrapped,taken-away,other" doc:"ended: why"`
	Source
	Rules  int `json:"rules,omitempty" doc:"number of the rules it was accepted under"`
	Core   int `json:"core,omitempty" doc:"number of the core that accepted it"`
	Format int `json:"format,omitempty" doc:"number of the fields of an entry; missing is 1"`
	// Sheet is the hash of the sheet that is kept with this entry: with a
	// signature, and with all that comes after one.
	Sheet string `json:"sheet,omitempty" doc:"SHA-256 of the sheet kept with it"`
	// Hash covers this entry and, through the hash before it, all earlier ones.
	Hash string `json:"hash"`

	line []byte // as it is kept
}

// Source is where an entry came from, beyond who sent it and when.
type Source struct {
	Device  string     `json:"device,omitempty" doc:"the tablet or PC it was typed at"`
	Clock   *time.Time `json:"clock,omitempty" doc:"what the sender's own clock said"`
	DoneAt  *time.Time `json:"done_at,omitempty" doc:"when it was done, where it was typed later"`
	DoneBy  string     `json:"done_by,omitempty" doc:"who did it, where somebody else typed it"`
	OnPaper bool       `json:"on_paper,omitempty" doc:"it was written on paper and typed from there"`
	Round   int        `json:"round,omitempty" doc:"round of a loop of steps, from 1"`
	// From says where carried values came from, by the path of their field.
	From map[string]Carried `json:"from,omitempty" doc:"field → where its value came from"`
}

// Carried is where a value came from that was not typed.
type Carried struct {
	Step  string `json:"step,omitempty"`
	Entry string `json:"entry,omitempty" doc:"id of the entry it was read from"`
	Value string `json:"value,omitempty" doc:"key of the pump's value it is"`
	Text  string `json:"text" doc:"as it stood there"`
}

// Ending is why a job ended without a signature.
type Ending string

// The endings.
const (
	Mistake   Ending = "mistake" // opened by mistake: it says nothing of its pump
	Scrapped  Ending = "scrapped"
	TakenAway Ending = "taken-away"
	OtherEnd  Ending = "other"
)

// Endings are all of them.
var Endings = []Ending{Mistake, Scrapped, TakenAway, OtherEnd}

// Person is who made an entry, as the shop knew them on that day.
type Person struct {
	ID   string `json:"id"`
	Name string `json:"name"`
	Role string `json:"role" enum:"technician,lead"`
	// Elsewhere is true of somebody of another shop; it is told, and not kept.
	Elsewhere bool `json:"elsewhere,omitempty" doc:"of another shop, whose job was taken in"`
}

// Lead is the role of one who may do the steps a plan asks a lead for; a technician does the rest.
const (
	Lead       = "lead"
	Technician = "technician"
)

// Opening is what a job starts with: the pump, the plan and the limits it will
// be judged by. It is a copy: what changes on the pump later changes no job.
type Opening struct {
	Pump      string `json:"pump" doc:"tag of the pump"`
	Complaint string `json:"complaint" doc:"why the pump is here"`
	Why       string `json:"why,omitempty" doc:"key of the plan's complaint that was chosen"`
	Scope     string `json:"scope,omitempty" doc:"key of the scope it is opened with"`
	Arrives   string `json:"arrives,omitempty" doc:"in what state the pump came: in-line, bench, new-parts"`
	// Absent are the steps whose thing to do was not on this pump at its last job.
	Absent   map[string]string      `json:"absent,omitempty" doc:"step → why it was not on this pump at its last job"`
	Hours    *float64               `json:"hours,omitempty" doc:"running hours of the pump as it came in"`
	Plan     string                 `json:"plan" doc:"key of the plan"`
	Version  int                    `json:"version"`
	PlanHash string                 `json:"plan_hash"`
	Options  map[string]string      `json:"options"`
	Schools  map[string]string      `json:"schools"`
	Values   map[string]Value       `json:"values"`
	Limits   map[string]judge.Limit `json:"limits"`
	// Carries is the kind of liquid; blank in jobs opened before 2026-12, and where nobody knows it.
	Carries judge.LiquidKind `json:"carries,omitempty" enum:"water,flammable,toxic,viscous,other"`
}

// Value is a figure from the pump's papers, as typed, with its source.
type Value struct {
	Text   string `json:"text"`
	Source string `json:"source"`
}

// Scoping changes how much of the work a job is, or says that it stays though something
// calls for more.
type Scoping struct {
	To  string   `json:"to" doc:"key of the scope from here on; the one it has where only calls are answered"`
	Not []string `json:"not,omitempty" doc:"keys of what calls for another scope, decided otherwise, with the reason"`
}

// maxRunning bounds running hours: more than a century.
const maxRunning = 1e6

// Run notes the running hours a pump came in with; nil where nobody knows them.
func (o *Opening) Run(hours *float64) error {
	if hours != nil && !(*hours >= 0 && *hours <= maxRunning) {
		return field.Errorf("hours", "is %g: write the running hours of the pump, 0 or more, or leave it blank", *hours)
	}
	o.Hours = hours
	return nil
}

// Carrying notes what kind of liquid the pump carries, by its description where nobody has said.
func (o *Opening) Carrying(description string) {
	if o.Carries == "" {
		o.Carries = judge.KindOfLiquid(description)
	}
}

// Check bounds what a sender may say of where an entry came from.
func (s Source) Check() error {
	var errs field.Errors
	for _, f := range []struct{ path, text string }{{"device", s.Device}, {"done_by", s.DoneBy}} {
		if utf8.RuneCountInString(f.text) > maxSource {
			errs.Add(f.path, fmt.Errorf("is longer than %d letters", maxSource))
		}
	}
	if s.Round < 0 || s.Round > maxRound {
		errs.Add("round", fmt.Errorf("is %d: rounds are counted from 1 to %d", s.Round, maxRound))
	}
	for _, path := range slices.Sorted(maps.Keys(s.From)) {
		if c := s.From[path]; len(path)+len(c.Step)+len(c.Entry)+len(c.Value)+utf8.RuneCountInString(c.Text) > MaxReason {
			errs.Add("from."+path, fmt.Errorf("is longer than %d letters", MaxReason))
		}
	}
	return errs.Err()
}

// What a sender may say at most.
const (
	MaxReason = 500 // letters of a reason
	maxSource = 120 // letters of a device or of a name
	maxRound  = 1000
)
