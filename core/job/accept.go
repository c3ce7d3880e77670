package job

import (
	"errors"
	"fmt"
	"reflect"
	"slices"
	"strings"
	"unicode/utf8"

	"settle/core/field"
	"settle/core/kind"
	"settle/core/log"
	"settle/core/plan"
	"settle/core/words"
)

// Stale says that an entry would take the place of one its sender has not seen.
type Stale struct {
	Latest log.Entry // what stands there now
}

func (s *Stale) Error() string {
	return fmt.Sprintf("%s has entered this step in the meantime: look at both, then keep yours as a correction or "+
		"drop it", s.Latest.By.Name)
}

// Refused says that nothing can be entered there now, and why.
type Refused struct{ Why string }

func (r *Refused) Error() string { return r.Why }

const maxID = 64

// Accept says whether an entry may be appended to the log: nil, *Stale,
// *Refused, or field.Errors which name what is wrong. Seq, At and Hash of the
// entry are not looked at. An entry whose id is in the log already is not for
// Accept: it is the same one sent twice.
func Accept(j Job, e log.Entry) error {
	d := derive(j)
	a := acceptance{d: d, step: d.sheet.Step(e.Step), Entry: e, latest: d.scale.log.Of(d.scale.plan.Step(e.Step)).Counts()}
	a.head()
	if why := d.may(e).Refuses(e.By); why != "" {
		a.errs.Add("by", errors.New(why))
	}
	which := entryKindOf(e.Kind)
	if !which.after {
		if refused := a.over(); refused != nil {
			return refused
		}
	}
	switch {
	case which.accept == nil:
		_, sent, _ := EntryKinds()
		a.errs.Add("kind", fmt.Errorf("is %q: write %s", e.Kind, words.List(sent, "or")))
	case a.step == nil && which.step:
		a.errs.Add("step", fmt.Errorf("%q is not a step of this job", e.Step))
	default:
		return a.verdict(which.accept)
	}
	return a.errs
}

// acceptance is an entry beside what it would be appended to.
type acceptance struct {
	log.Entry
	d      *derived
	step   *StepSheet // nil where it names none
	latest *log.Entry // what stands at the step now
	errs   field.Errors
}

// verdict is the refusal of a kind of entry, or all that is wrong with its fields.
func (a *acceptance) verdict(which func(*acceptance) error) error {
	if err := which(a); err != nil {
		return err
	}
	return a.errs.Err()
}

// head checks what every entry has.
func (a *acceptance) head() {
	if a.ID == "" || utf8.RuneCountInString(a.ID) > maxID {
		a.errs.Add("id", fmt.Errorf("must be 1 to %d letters, made by the sender", maxID))
	}
	if a.By.ID == "" {
		a.errs.Add("by", fmt.Errorf("is missing: say who is working"))
	}
	if utf8.RuneCountInString(a.Reason) > log.MaxReason {
		a.errs.Add("reason", fmt.Errorf("is longer than %d letters", log.MaxReason))
	}
	a.errs.Add("", a.Source.Check())
}

// over refuses what comes after the end of a job.
func (a *acceptance) over() error {
	switch s := a.d.sheet; {
	case s.State == Signed && (a.step == nil || !a.step.Follows):
		return &Refused{"this job is signed: amend its sheet, or open a new job for this pump"}
	case s.State == Closed:
		return &Refused{"this job was ended by " + s.Ended.By.Name + ": open a new one for this pump"}
	}
	return nil
}

func (a *acceptance) needReason(why string) {
	if words.Blank(a.Reason) {
		a.errs.Add("reason", fmt.Errorf("is missing: %s", why))
	}
}

func (a *acceptance) kept() error {
	if a.step.State == Blocked {
		return &Refused{a.step.Blocked}
	}
	if a.latest != nil && a.latest.ID != a.On {
		return &Stale{*a.latest}
	}
	if a.latest == nil && a.On != "" {
		if w := a.d.scale.log.Gone[a.On]; w != nil {
			return &Refused{w.By.Name + " has withdrawn this entry in the meantime: look at it, then enter it again"}
		}
		a.errs.Add("on", fmt.Errorf("names an entry, and this step has none yet"))
	}
	if a.On != "" && a.step.Again == "" { // what is to be done again says why itself
		a.needReason("say why this takes the place of the earlier one, such as typed wrong or measured again")
	}
	a.body()
	return nil
}

// body checks what was entered.
func (a *acceptance) body() {
	a.errs.Add("", a.d.scale.body(a.d.scale.plan.Step(a.Step), a.Body))
}

func (a *acceptance) decided() error {
	if a.latest == nil {
		a.errs.Add("on", fmt.Errorf("has nothing to decide about: nothing is entered at this step"))
		return nil
	}
	if a.latest.ID != a.On {
		return &Stale{*a.latest}
	}
	if a.step.State != Decide && a.step.Decision == nil {
		return &Refused{"there is nothing to decide: the reading is inside its limit"}
	}
	a.needReason("write why it is accepted as it is")
	return nil
}

func (a *acceptance) pictured() error {
	if a.On != "" {
		a.errs.Add("on", fmt.Errorf("names an entry: pictures stand on their own"))
	}
	a.errs.Add("", a.d.scale.pictured(a.d.scale.plan.Step(a.Step), a.Body))
	return nil
}

// withdrawn takes back what stands: an entry, a decision, pictures, or the end of
// a job. A signature is not taken back, nor is what is signed.
func (a *acceptance) withdrawn() error {
	e := log.Find(a.d.job.Log, a.On)
	if e == nil {
		a.errs.Add("on", fmt.Errorf("is not an entry of this job: name the one to withdraw"))
		return nil
	}
	if w := a.d.scale.log.Gone[e.ID]; w != nil {
		return &Refused{w.By.Name + " has withdrawn this entry already"}
	}
	if e.Kind != log.Ended {
		if refused := a.over(); refused != nil {
			return refused
		}
	}
	if e.Step != a.Step {
		a.errs.Add("step", fmt.Errorf("is %q, and the entry is at %q", a.Step, e.Step))
		return nil
	}
	back := entryKindOf(e.Kind).back
	if back == nil {
		return &Refused{"an entry of this kind is not withdrawn"}
	}
	standing, refused := back(a, e)
	if refused != nil {
		return refused
	}
	if !standing {
		return &Refused{"another entry has taken its place: withdraw that one"}
	}
	a.needReason("say why it is withdrawn, such as ticked by mistake or wrong pump")
	return nil
}

// ended ends a job unsigned.
func (a *acceptance) ended() error {
	switch s := a.d.sheet; {
	case s.State == Signed:
		return &Refused{"this job is signed: it is over already"}
	case s.State == Closed:
		return &Refused{"this job was ended already, by " + s.Ended.By.Name}
	}
	if !slices.Contains(log.Endings, a.Ending) {
		a.errs.Add("ending", fmt.Errorf("is %q: write mistake, scrapped, taken-away or other", a.Ending))
	}
	a.needReason("say why the job ends without a signature")
	return nil
}

// amended amends the sheet of a signed job.
func (a *acceptance) amended() error {
	if a.d.sheet.State != Signed {
		return &Refused{"this job is not signed: correct the entry at its step"}
	}
	a.needReason("say what is amended, and why")
	if a.Step == "" {
		if a.Body != nil || a.On != "" {
			a.errs.Add("step", fmt.Errorf("is missing: name the step whose entry is amended"))
		}
		return nil
	}
	switch {
	case a.step == nil:
		a.errs.Add("step", fmt.Errorf("%q is not a step of this job", a.Step))
		return nil
	case a.step.Kind == plan.Sign || a.step.Follows:
		return &Refused{"this step is not amended: what follows the hand-back is corrected at its step"}
	case a.latest != nil && a.latest.ID != a.On:
		return &Stale{*a.latest}
	}
	a.body()
	return nil
}

// checked is the second signature: under what stands now, and never by who signed or amended it.
func (a *acceptance) checked() error {
	s := a.d.sheet
	if s.State != Signed {
		return &Refused{"this job is not signed yet: the second signature comes after the first"}
	}
	if s.Checked != nil {
		return &Refused{"this sheet was checked already, by " + s.Checked.By.Name}
	}
	last := s.Signed.Entry
	if n := len(s.Amended); n > 0 {
		last = s.Amended[n-1].Entry
	}
	if a.On != last {
		if e := log.Find(a.d.job.Log, last); e != nil && a.On != "" {
			return &Stale{*e}
		}
		a.errs.Add("on", fmt.Errorf("is %q: name the entry that is checked, the signature or the last amendment", a.On))
	}
	return nil
}

// body checks what was entered: the group of the step's kind and no other, and
// every field of it.
func (s *scale) body(step *plan.Step, b *log.Body) error {
	if b == nil {
		return field.Errorf("body", "is missing: what was entered")
	}
	group := kind.Of(step).Group
	input := b.Tool
	if b.Heat != nil {
		input = b.Heat.Input
	}
	if err := kind.CheckInput(input); err != nil {
		return err
	}
	v := reflect.ValueOf(*b)
	for i := range v.NumField() {
		name, _, _ := strings.Cut(v.Type().Field(i).Tag.Get("json"), ",")
		if name != group && !slices.Contains(log.Beside, name) && !v.Field(i).IsZero() {
			return field.Errorf("body."+name, "does not belong to this step: it takes %s", group)
		}
	}
	if g := b.Gauge; g != nil && !slices.Contains(kind.Of(step).Gauges, g.Kind) {
		return field.Errorf("body.gauge.key", "is %s, which is no gauge for this step: leave it out", g.Key)
	}
	if b.Tight != "" && step.Torque == "" {
		return field.Errorf("body.tight", "does not belong to this step: it is for a joint that is drawn to a torque")
	}
	if b.Permit != nil && step.Energy == "" {
		return field.Errorf("body.permit", "does not belong to this step: it goes with a lock or a permit")
	}
	if len(b.Also) > 0 && b.Dial == nil {
		return field.Errorf("body.also", "does not belong to this step: it goes with a dial")
	}
	_, errs := kind.Weigh(s, step, b, kind.Way{Asks: true})
	var under field.Errors
	under.Add("body", errs.Err())
	return under.Err()
}

// Preview works out a body that is still being typed, and says what is wrong
// with the fields that are filled in. It changes nothing.
func Preview(j Job, stepID string, b *log.Body) (*kind.Reading, *Tell, error) {
	d := derive(j)
	s := d.scale
	step := s.plan.Step(stepID)
	if step == nil || !s.Has(step) {
		return nil, nil, field.Errorf("step", "%q is not a step of this job", stepID)
	}
	reading, errs := kind.Weigh(s, step, b, kind.Way{Partial: true, Asks: true})
	var under field.Errors
	under.Add("body", errs.Err())
	tell, entry := s.tell(step, b, reading), log.Entry{Kind: log.Kept, Step: stepID, Body: b}
	if d.sheet.State == Signed && !step.Follows {
		entry.Kind = log.Amended
	}
	tell.May = d.may(entry)
	return reading, tell, under.Err()
}
