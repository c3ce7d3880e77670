package kind

import (
	"strings"

	"settle/core/fit"
	"settle/core/gauge"
	"settle/core/judge"
	"settle/core/log"
	"settle/core/plan"
)

var fitKind = Kind{
	Gauges: seats, panel: "tool", Group: "tool", weigh: seated, Tool: "fit", given: fitGiven,
	own: fitOwn,
}

func fitGiven(t Terms, step *plan.Step, in *givenInput) {
	check := checkAt(t, step)
	in.Input["part"] = check.Seat
	in.text("nominal", check.Of)
	in.text("class", check.Class)
}

// fitOwn is the limit of a bearing seat where nobody has written one down: by its tolerance class.
func fitOwn(t Terms, check *plan.Check) Limits {
	seat := NoLimit(judge.NoneKnown)
	if size, known := Length(t, check.Of); known {
		class := strings.TrimSpace(Value(t, check.Class).Text)
		if band, err := fit.Class(fit.Part(check.Seat), class, size); err == nil {
			seat = &judge.Limit{Bounds: judge.Bounds{Min: &band.Low, Max: &band.High}, Origin: judge.General,
				Source: classOf(class)}
		}
	}
	return Limits{seat, seat}
}

// A seat is read in two planes, at three angles in each: fewer do not show that it is oval or tapered.
const (
	seatPlanes = 2
	seatAngles = 3
)

// seated is a bearing seat. Read at too few places it passes nothing; what was entered before that was
// asked stays.
func seated(s Scale, step *plan.Step, b *log.Body, r *gauge.Reader) *Reading {
	reading := asked(s, step, b, r)
	if reading == nil || reading.Tool.Words == nil || r.Kept || planesOf(b.Tool) >= seatPlanes {
		return reading
	}
	if capped := reading.Verdict.Capped(); capped != reading.Verdict {
		reading.Verdict = capped
		reading.Warnings = append(reading.Warnings, gauge.FewPlanes)
	}
	return reading
}

// planesOf is in how many planes enough angles were read.
func planesOf(in log.Input) int {
	readings, _ := in["readings"].([]any)
	angles := map[any]int{}
	n := 0
	for _, x := range readings {
		one, _ := x.(map[string]any)
		plane, _ := one["plane"].(string)
		if angles[plane]++; angles[plane] == seatAngles {
			n++
		}
	}
	return n
}

func classOf(class string) string { return "ISO 286, class " + class + ", off nominal" }
