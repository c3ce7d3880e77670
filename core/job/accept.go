package job

import (
	"fmt"
	"reflect"
	"strings"

	"settle/core/field"
	"settle/core/plan"
)

// Stale says that an entry would take the place of one its sender has not seen.
type Stale struct {
	Latest Entry // what stands there now
}

func (s *Stale) Error() string {
	return fmt.Sprintf("%s has entered this step in the meantime: look at both, then keep yours as a correction or "+
		"drop it", s.Latest.By.Name)
}

// Refused says that nothing can be entered there now, and why.
type Refused struct{ Why string }

func (r *Refused) Error() string { return r.Why }

const (
	maxReason = 500
	maxID     = 64
)

// Accept says whether an entry may be appended to the log: nil, *Stale,
// *Refused, or field.Errors which name what is wrong. Seq, At and Hash of the
// entry are not looked at. An entry whose id is in the log already is not for
// Accept: it is the same one sent twice.
func Accept(j Job, e Entry) error {
	var errs field.Errors
	if e.ID == "" || len(e.ID) > maxID {
		errs.Add("id", fmt.Errorf("must be 1 to %d letters, made by the sender", maxID))
	}
	if e.By.ID == "" {
		errs.Add("by", fmt.Errorf("is missing: say who is working"))
	}
	if len(e.Reason) > maxReason {
		errs.Add("reason", fmt.Errorf("is longer than %d letters", maxReason))
	}
	d := derive(j)
	sheet := d.sheet
	step := sheet.Step(e.Step)
	if sheet.State == Signed && (step == nil || !step.Follows) {
		return &Refused{"this job is signed: open a new one for this pump"}
	}
	if step == nil {
		errs.Add("step", fmt.Errorf("%q is no step of this job", e.Step))
		return errs
	}
	var latest *Entry
	if t := d.tracks[e.Step]; t != nil {
		latest = t.last
	}
	switch e.Kind {
	case Kept:
		if step.State == Blocked {
			return &Refused{step.Blocked}
		}
		if latest != nil && latest.ID != e.On {
			return &Stale{*latest}
		}
		if latest == nil && e.On != "" {
			errs.Add("on", fmt.Errorf("names an entry, and this step has none yet"))
		}
		if e.On != "" && strings.TrimSpace(e.Reason) == "" {
			errs.Add("reason", fmt.Errorf("is missing: say why this takes the place of the earlier one, such as typed "+
				"wrong or measured again"))
		}
		if step.Lead && e.By.Role != Lead {
			errs.Add("by", fmt.Errorf("must be a lead for this step"))
		}
		errs.Add("", d.body(d.plan.Step(e.Step), e.Body))
		if part := d.plan.Part(d.plan.Step(e.Step).Part); part != nil && part.Lead && e.By.Role != Lead && len(errs) == 0 {
			if r, _ := d.weigh(d.plan.Step(e.Step), e.Body, true); r != nil && r.ByRule != "" {
				errs.Add("by", fmt.Errorf("must be a lead: to decide against the rule for the %s takes one",
					strings.ToLower(part.Title)))
			}
		}
	case Decided:
		if latest == nil {
			errs.Add("on", fmt.Errorf("has nothing to decide about: nothing is entered at this step"))
			break
		}
		if latest.ID != e.On {
			return &Stale{*latest}
		}
		if step.State != Decide && step.Decision == nil {
			return &Refused{"there is nothing to decide: the reading is inside its limit"}
		}
		if strings.TrimSpace(e.Reason) == "" {
			errs.Add("reason", fmt.Errorf("is missing: write why it is accepted as it is"))
		}
	case Pictured:
		if e.On != "" {
			errs.Add("on", fmt.Errorf("names an entry: pictures stand on their own"))
		}
		errs.Add("", d.pictured(d.plan.Step(e.Step), e.Body))
	default:
		errs.Add("kind", fmt.Errorf("is %q: write kept, decided or pictured", e.Kind))
	}
	return errs.Err()
}

// groups names the group of a body that each kind of step, or instrument, asks for.
var groups = map[string]string{
	plan.Do: "done", plan.Caution: "done", plan.Turn: "turn", plan.Count: "count", plan.Mark: "marks",
	plan.Inspect: "inspect",
	plan.Torque:  "torque", plan.Sign: "sign", plan.Dial: "dial", plan.Float: "float", plan.Feeler: "feeler",
	plan.Setting: "setting",
	plan.Direct:  "direct", plan.Travel: "travel", plan.Ring: "tool", plan.Fit: "tool", plan.Drip: "tool",
	plan.Align: "tool", plan.Grease: "tool",
	plan.ByShims: "tool", plan.ByTrial: "tool", plan.ByAdjuster: "tool", plan.ByLeaf: "direct",
	plan.Heat: "heat", plan.Wait: "wait", plan.Test: "test", plan.Photo: "photo",
}

// body checks what was entered: the group of the step's kind and no other, and
// every field of it.
func (s *scale) body(step *plan.Step, b *Body) error {
	if b == nil {
		return field.Errorf("body", "is missing: what was entered")
	}
	kind := step.Kind
	switch kind {
	case plan.Measure:
		kind = s.plan.Checks[step.Check].Instrument
	case plan.Set:
		kind = step.Method
	}
	input := b.Tool
	if b.Heat != nil {
		input = b.Heat.Input
	}
	if err := checkInput(input); err != nil {
		return err
	}
	v := reflect.ValueOf(*b)
	for i := range v.NumField() {
		name, _, _ := strings.Cut(v.Type().Field(i).Tag.Get("json"), ",")
		if name != "unit" && name != "skip" && name != groups[kind] && !v.Field(i).IsZero() {
			return field.Errorf("body."+name, "does not belong to this step: it takes %s", groups[kind])
		}
	}
	_, errs := s.weigh(step, b, false)
	var under field.Errors
	under.Add("body", errs.Err())
	return under.Err()
}

// Preview works out a body that is still being typed, and says what is wrong
// with the fields that are filled in. It changes nothing.
func Preview(j Job, stepID string, b *Body) (*Reading, *Tell, error) {
	d := newDeriver(j)
	d.outcomes()
	step := d.plan.Step(stepID)
	if step == nil || !step.When.Hold(d.choice) {
		return nil, nil, field.Errorf("step", "%q is no step of this job", stepID)
	}
	reading, errs := d.weigh(step, b, true)
	var under field.Errors
	under.Add("body", errs.Err())
	return reading, d.tell(step, b, reading), under.Err()
}
