// Package record is the page of a pump beside its jobs: what people noted about
// it, and what is due next. Like a job it is a log and what is worked out of it.
package record

import (
	"errors"
	"fmt"
	"strings"
	"time"
	"unicode/utf8"

	"settle/core/field"
	"settle/core/job"
	"settle/core/log"
)

// Kind says what an entry is about.
type Kind string

// The kinds of an entry of a pump's log.
const (
	Remark Kind = "remark" // something to be done, or known, next time
	Done   Kind = "done"   // a remark that is settled; On names it
	Hours  Kind = "hours"  // the running hours as they were read
	Grease Kind = "grease" // lubricated
	Paper  Kind = "paper"  // a drawing, a page of the manual, a picture
	// Changed says what was changed on the pump's page; Settle writes it itself.
	Changed Kind = "changed"
	// Proposed are limits that a technician proposes. A lead answers: Confirmed or TurnedDown, whose On
	// names it.
	Proposed   Kind = "proposed"
	Confirmed  Kind = "confirmed"
	TurnedDown Kind = "turned-down"
)

// Line is an entry of a pump's log. It is never changed.
type Line struct {
	ID    string     `json:"id" doc:"made by the client; sending it twice is harmless"`
	At    time.Time  `json:"at"`
	By    log.Person `json:"by"`
	Kind  Kind       `json:"kind" enum:"remark,done,hours,grease,paper,changed,proposed,confirmed,turned-down"`
	On    string     `json:"on,omitempty" doc:"done: the remark that is settled; confirmed, turned-down: the proposal"`
	Text  string     `json:"text,omitempty" doc:"remark: what; done: how; grease: which and how much; paper: its title"`
	Hours *float64   `json:"hours,omitempty" doc:"hours: as read"`
	File  string     `json:"file,omitempty" doc:"paper: id of the kept file"`
	// Limits are those proposed, by their keys; one that is blank is to say nothing.
	Limits map[string]job.LimitForm `json:"limits,omitempty" doc:"proposed: limit key → as written"`
}

const maxText = 500

// Accept says what is wrong with an entry under a log that holds these remarks.
func Accept(e Line, open []OpenRemark) error {
	var errs field.Errors
	text := strings.TrimSpace(e.Text)
	if utf8.RuneCountInString(text) > maxText {
		errs.Add("text", fmt.Errorf("is longer than %d letters", maxText))
	}
	need := func(message string) {
		if text == "" {
			errs.Add("text", errors.New("is missing: "+message))
		}
	}
	switch e.Kind {
	case Remark:
		need("write what the next one must know, such as next time: new wear plate")
	case Done:
		need("write how it was settled, such as new plate fitted")
		known := false
		for _, r := range open {
			known = known || r.ID == e.On
		}
		if !known {
			errs.Add("on", errors.New("names no open remark of this pump"))
		}
	case Hours:
		if e.Hours == nil || !(*e.Hours >= 0 && *e.Hours <= 1e6) {
			errs.Add("hours", errors.New("must be 0 to 1000000: the running hours as the meter shows them"))
		}
	case Grease:
	case Paper:
		need("write what it is, such as seal drawing, sheet 2")
		if e.File == "" {
			errs.Add("file", errors.New("is missing: choose a picture or a PDF"))
		}
	default:
		errs.Add("kind", fmt.Errorf("is %q: write remark, done, hours, grease or paper", e.Kind))
	}
	return errs.Err()
}

// Visit is a job of the pump, as far as its page goes by it.
type Visit struct {
	Number string
	Opened time.Time
	Hours  *float64
	Signed time.Time // zero while it is open
	Ended  bool      // without a signature
	By     string
	Remark string
}

// Visits picks from jobs what a pump's page goes by.
func Visits(jobs []job.Past) []Visit {
	visits := []Visit{}
	for _, p := range jobs {
		v := Visit{Number: p.Number, Opened: p.Opened, Hours: p.Hours}
		v.Ended = p.Ended
		if s := p.Signed; s != nil {
			v.Signed, v.By, v.Remark = s.At, s.By.Name, s.Remark
		}
		visits = append(visits, v)
	}
	return visits
}

// OpenRemark is what somebody said for next time and nobody has settled yet.
type OpenRemark struct {
	ID   string    `json:"id" doc:"of the entry, or the number of the job it was said at"`
	Text string    `json:"text"`
	At   time.Time `json:"at"`
	By   string    `json:"by"`
	Job  string    `json:"job,omitempty"`
}

// Page is what a pump's page shows of its log.
type Page struct {
	Remarks []OpenRemark `json:"remarks" nullable:"false" doc:"open, the oldest first"`
	Hours   *Meter       `json:"hours,omitempty" doc:"running hours as they were read last"`
	Next    []Due        `json:"next" nullable:"false" doc:"what is due, the soonest first"`
	Papers  []Line       `json:"papers" nullable:"false" doc:"drawings and pictures, the latest first"`
	Settled int          `json:"settled" doc:"remarks that were settled"`
	// Proposed is how many proposals of limits wait for a lead's word.
	Proposed int    `json:"proposed" doc:"proposals of limits that wait for a lead's word"`
	Log      []Line `json:"log" nullable:"false" doc:"the latest first"`
}

// Meter is a reading of the running hours and, from two of them, how fast they
// run.
type Meter struct {
	Hours float64   `json:"hours"`
	At    time.Time `json:"at"`
	From  string    `json:"from" doc:"who read them, or the job"`
	Day   *float64  `json:"day,omitempty" doc:"running hours in a day, from the first and the last reading"`
}

// Facts are what is known of the pump's duty.
type Facts struct {
	Service     string // "continuous", "intermittent" or "" where nobody said
	GreaseEvery *int   // days, by its maker; nil: by its service
	PlannedStop string // "2027-03-01", or ""
	Lives       []job.Life
}

// Derive works a pump's page out of its log, oldest entry first, and its jobs.
// Today says what is overdue.
func Derive(entries []Line, visits []Visit, facts Facts, today time.Time) *Page {
	s := &Page{Remarks: []OpenRemark{}, Next: []Due{}, Papers: []Line{}, Log: []Line{}}
	settled := map[string]bool{}
	for _, e := range entries {
		if e.Kind == Done {
			settled[e.On] = true
			s.Settled++
		}
	}
	for _, v := range visits {
		if v.Remark != "" && !settled[v.Number] {
			s.Remarks = append(s.Remarks, OpenRemark{v.Number, v.Remark, v.Signed, v.By, v.Number})
		}
	}
	for _, e := range entries {
		if e.Kind == Remark && !settled[e.ID] {
			s.Remarks = append(s.Remarks, OpenRemark{ID: e.ID, Text: e.Text, At: e.At, By: e.By.Name})
		}
	}
	byTime(s.Remarks, func(r OpenRemark) time.Time { return r.At })
	for i := len(entries) - 1; i >= 0; i-- {
		s.Log = append(s.Log, entries[i])
		if entries[i].Kind == Paper {
			s.Papers = append(s.Papers, entries[i])
		}
	}
	s.Proposed = len(Proposals(entries))
	s.Hours = meter(entries, visits)
	s.next(entries, visits, facts, today)
	return s
}

// meter finds the last reading of the hours, and their pace since the first.
func meter(entries []Line, visits []Visit) *Meter {
	var read []Meter
	for _, v := range visits {
		if v.Hours != nil {
			read = append(read, Meter{Hours: *v.Hours, At: v.Opened, From: v.Number})
		}
	}
	for _, e := range entries {
		if e.Kind == Hours {
			read = append(read, Meter{Hours: *e.Hours, At: e.At, From: e.By.Name})
		}
	}
	if len(read) == 0 {
		return nil
	}
	byTime(read, func(m Meter) time.Time { return m.At })
	first, last := read[0], read[len(read)-1]
	if days := last.At.Sub(first.At).Hours() / 24; days >= 1 && last.Hours > first.Hours {
		last.Day = new(min((last.Hours-first.Hours)/days, 24))
	}
	return &last
}
