package kind

import (
	"fmt"
	"strings"
	"unicode/utf8"

	"settle/core/gauge"
	"settle/core/log"
	"settle/core/plan"
	"settle/core/words"
)

var signKind = Kind{
	panel: "sign", Group: "sign", must: true, weigh: signed,
}

var cautionKind = Kind{
	panel: "ack", Group: "done", must: true, weigh: cautioned,
	show: func(_ Terms, step *plan.Step, p *Panel) { p.Permit = step.Energy != "" },
}

var actKind = Kind{
	panel: "ack", Group: "done", must: true, away: true, weigh: acknowledged,
}

func acknowledged(_ Scale, _ *plan.Step, b *log.Body, r *gauge.Reader) *Reading {
	if !b.Done {
		return missing(r, "done", "must be true: it says that this was done")
	}
	return &Reading{Text: "done"}
}

// maxPermit is the longest number of a lock or a permit.
const maxPermit = 60

func cautioned(s Scale, step *plan.Step, b *log.Body, r *gauge.Reader) *Reading {
	reading := acknowledged(s, step, b, r)
	if b.Permit == nil || reading == nil {
		return reading
	}
	if utf8.RuneCountInString(b.Permit.Lock) > maxPermit || utf8.RuneCountInString(b.Permit.Permit) > maxPermit {
		r.Errors.Add("permit", fmt.Errorf("is longer than %d letters", maxPermit))
	}
	reading.Text += Permitted(b.Permit)
	return reading
}

func signed(_ Scale, _ *plan.Step, b *log.Body, r *gauge.Reader) *Reading {
	if b.Sign == nil {
		return missing(r, "sign", "is missing")
	}
	return &Reading{Text: "signed"}
}

// Permitted is what hangs at the switch.
func Permitted(p *log.PermitForm) string {
	return words.Behind(", lock ", strings.TrimSpace(p.Lock)) + words.Behind(", permit ", strings.TrimSpace(p.Permit))
}
