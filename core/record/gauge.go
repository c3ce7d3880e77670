package record

import (
	"errors"
	"fmt"
	"slices"
	"strings"
	"time"
	"unicode/utf8"

	"settle/core/field"
	"settle/core/gauge"
	"settle/core/log"
	"settle/core/quantity"
)

// Gauge is a gauge of the shop's register.
type Gauge struct {
	Key         string         `json:"key" doc:"number on the gauge, such as IND-3"`
	Name        string         `json:"name"`
	Kind        gauge.Kind     `json:"kind"`
	Graduation  string         `json:"graduation,omitempty" doc:"value of one division, with its unit"`
	ReadTo      string         `json:"read_to,omitempty" enum:"1,1/2" doc:"to what part of a division it is read here; 1"`
	Range       string         `json:"range,omitempty" doc:"in words, such as 0 to 10 mm"`
	MPE         quantity.Typed `json:"mpe,omitzero" doc:"maximum permissible error, with its unit"`
	Calibrated  string         `json:"calibrated,omitempty" doc:"day of the last calibration, 2026-03-01"`
	Due         string         `json:"due,omitempty" doc:"day of the next one"`
	Certificate string         `json:"certificate,omitempty" doc:"id of the kept file"`
	Where       string         `json:"where,omitempty" doc:"where it is kept"`
}

// GaugeKind says what an entry of a gauge's log is about.
type GaugeKind string

// The kinds of an entry of a gauge's log.
const (
	Put        GaugeKind = "put"        // it is new, or what is known of it has changed
	Calibrated GaugeKind = "calibrated" // and good
	Bad        GaugeKind = "bad"        // found bad
	Retired    GaugeKind = "retired"    // it is not used any more
)

// GaugeLine is an entry of a gauge's log. It is never changed.
type GaugeLine struct {
	ID   string     `json:"id" doc:"made by the client; sending it twice is harmless"`
	At   time.Time  `json:"at"`
	By   log.Person `json:"by"`
	Kind GaugeKind  `json:"kind" enum:"put,calibrated,bad,retired"`
	// Gauge is all that is known of it from here on (put); the day, the next one and the
	// certificate (calibrated).
	Gauge *Gauge `json:"gauge,omitempty"`
	Text  string `json:"text,omitempty" doc:"bad: what is wrong with it; retired: why; calibrated: by whom"`
}

// GaugeState is how a gauge stands.
type GaugeState string

// How a gauge stands.
const (
	InUse      GaugeState = "in use"
	DueSoon    GaugeState = "due soon"
	PastDue    GaugeState = "past due"
	FoundBad   GaugeState = "found bad"
	OutOfUse   GaugeState = "retired"
	Unverified GaugeState = "never calibrated"
)

// nearlyDue is how long before its day a gauge is called due soon.
const nearlyDue = 30 * 24 * time.Hour

// GaugePage is a gauge with what follows from its log.
type GaugePage struct {
	Gauge
	Title string      `json:"title" doc:"its kind in words"`
	State GaugeState  `json:"state" enum:"in use,due soon,past due,found bad,retired,never calibrated"`
	Why   string      `json:"why,omitempty" doc:"what is wrong with it, or why it is retired"`
	Since string      `json:"since,omitempty" doc:"found bad: day of the last calibration at which it was good"`
	Log   []GaugeLine `json:"log" nullable:"false" doc:"the latest first"`
	// Counts is the value of what is read on it: a division, or the half of one.
	Counts string `json:"counts,omitempty" doc:"the graduation that counts, with its unit"`
}

const dayLayout = "2006-01-02"

// DeriveGauge works a gauge out of its log, the oldest entry first. A log of none is no gauge.
func DeriveGauge(entries []GaugeLine, now time.Time) GaugePage {
	p := GaugePage{State: InUse, Log: []GaugeLine{}}
	for _, e := range entries {
		switch e.Kind {
		case Put:
			p.Gauge = *e.Gauge
		case Calibrated:
			p.Gauge.Calibrated, p.Due = e.Gauge.Calibrated, e.Gauge.Due
			if e.Gauge.Certificate != "" {
				p.Certificate = e.Gauge.Certificate
			}
			p.State, p.Why, p.Since = InUse, "", ""
		case Bad:
			p.State, p.Why, p.Since = FoundBad, e.Text, p.Gauge.Calibrated
		case Retired:
			p.State, p.Why = OutOfUse, e.Text
		}
		p.Log = append(p.Log, e)
	}
	slices.Reverse(p.Log)
	info, _ := gauge.KindOf(p.Kind)
	p.Title = info.Title
	p.Counts = p.counts()
	if p.State == InUse {
		p.State = p.standing(now)
	}
	return p
}

// standing is how a gauge that is in use stands by its days.
func (p *GaugePage) standing(now time.Time) GaugeState {
	due, err := time.ParseInLocation(dayLayout, p.Due, now.Location())
	switch {
	case p.Gauge.Calibrated == "":
		return Unverified
	case err != nil:
		return InUse // no day is set
	case !now.Before(due.AddDate(0, 0, 1)): // on the day itself it still is good
		return PastDue
	case now.Add(nearlyDue).After(due):
		return DueSoon
	}
	return InUse
}

// Check says what is wrong with a gauge, field by field.
func (g Gauge) Check() error {
	var errs field.Errors
	if g.Key == "" || utf8.RuneCountInString(g.Key) > 40 || strings.ContainsAny(g.Key, "/?#%\\\"") {
		errs.Add("key", errors.New("must be 1 to 40 letters without / ? # %: the number on the gauge, such as IND-3"))
	}
	if strings.TrimSpace(g.Name) == "" || utf8.RuneCountInString(g.Name) > 120 {
		errs.Add("name", errors.New("must be 1 to 120 letters: what it is, such as dial indicator 10 mm"))
	}
	info, known := gauge.KindOf(g.Kind)
	if !known {
		errs.Add("kind", fmt.Errorf("is %q: write %s", g.Kind, kindWords()))
	}
	if l, err := quantity.Type(g.Graduation).Length(quantity.UnitMillimetre); known && info.Length && g.Graduation != "" &&
		(err != nil || l <= 0) {
		errs.Add("graduation", fmt.Errorf("is %q: write the value of one division with its unit, such as 0.01 mm or 0.5 thou",
			g.Graduation))
	}
	if g.ReadTo != "" && g.ReadTo != wholeDivision && g.ReadTo != halfDivision {
		errs.Add("read_to", fmt.Errorf("is %q: write 1 for a whole division, 1/2 for the half of one", g.ReadTo))
	}
	if !g.MPE.Blank() {
		if l, err := g.MPE.Length(quantity.UnitMillimetre); err != nil || l < 0 || known && !info.Length {
			errs.Add("mpe", fmt.Errorf("is %q: write the maximum permissible error with its unit, such as 0.013 mm, for a "+
				"gauge that reads a length", g.MPE))
		}
	}
	checkDays(&errs, g)
	return errs.Err()
}

func checkDays(errs *field.Errors, g Gauge) {
	for _, day := range []struct{ field, text string }{{"calibrated", g.Calibrated}, {"due", g.Due}} {
		if _, err := time.Parse(dayLayout, day.text); day.text != "" && err != nil {
			errs.Add(day.field, fmt.Errorf("is %q: write the day as year-month-day, such as 2026-03-01", day.text))
		}
	}
	if g.Due != "" && g.Due < g.Calibrated {
		errs.Add("due", fmt.Errorf("is %s, before it was calibrated on %s: write the later day", g.Due, g.Calibrated))
	}
}

func kindWords() string {
	var all []string
	for _, k := range gauge.Kinds {
		all = append(all, string(k.Kind))
	}
	return strings.Join(all, ", ")
}

// AcceptGauge says what is wrong with an entry of the log of a gauge as it stands; known is
// false of one that is not in the register yet.
func AcceptGauge(e GaugeLine, known bool) error {
	var errs field.Errors
	if utf8.RuneCountInString(e.Text) > maxText {
		errs.Add("text", fmt.Errorf("is longer than %d letters", maxText))
	}
	switch {
	case e.Kind == Put:
		if e.Gauge == nil {
			return field.Errorf("gauge", "is missing: what is known of it")
		}
		errs.Add("gauge", e.Gauge.Check())
	case !known:
		return field.Errorf("key", "is not in the register: put the gauge there first")
	case e.Kind == Calibrated:
		if e.Gauge == nil || e.Gauge.Calibrated == "" {
			errs.Add("gauge.calibrated", errors.New("is missing: the day of the calibration"))
			break
		}
		var days field.Errors
		checkDays(&days, *e.Gauge)
		errs.Add("gauge", days.Err())
	case e.Kind == Bad || e.Kind == Retired:
		if strings.TrimSpace(e.Text) == "" {
			errs.Add("text", errors.New("is missing: write what is wrong with it, or why it is not used any more"))
		}
	default:
		errs.Add("kind", fmt.Errorf("is %q: write put, calibrated, bad or retired", e.Kind))
	}
	return errs.Err()
}

// What part of a division a gauge is read to.
const (
	wholeDivision = "1"
	halfDivision  = "1/2"
)

// counts is the graduation that counts.
func (g *Gauge) counts() string {
	if g.ReadTo != halfDivision {
		return g.Graduation
	}
	l, err := quantity.Type(g.Graduation).Length(quantity.UnitMillimetre)
	if err != nil {
		return g.Graduation
	}
	half := l / 2
	for _, unit := range []quantity.Unit{quantity.UnitThou, quantity.UnitInch} {
		if strings.HasSuffix(g.Graduation, string(unit)) {
			return half.Exact(quantity.UnitThou) + " thou"
		}
	}
	return half.String()
}

// Use is a gauge as an entry keeps it. One that is past its day goes on with a word; one that
// was found bad or is retired does not.
func (p *GaugePage) Use(word string) (*log.GaugeUsed, error) {
	u := &log.GaugeUsed{Key: p.Key, Name: p.Name, Kind: p.Kind, Graduation: p.counts(), MPE: p.MPE,
		Calibrated: p.Gauge.Calibrated, Due: p.Due, PastDue: p.State == PastDue, Word: strings.TrimSpace(word)}
	switch {
	case p.State == FoundBad:
		return u, field.Errorf("key", "is %s, which was found bad: take another gauge", p.Key)
	case p.State == OutOfUse:
		return u, field.Errorf("key", "is %s, which is not used any more: take another gauge", p.Key)
	case u.PastDue && u.Word == "":
		return u, field.Errorf("word", "is missing: %s was due for calibration on %s. Take another gauge, or write why it "+
			"is used all the same", p.Key, p.Due)
	}
	if !u.PastDue {
		u.Word = ""
	}
	return u, nil
}
