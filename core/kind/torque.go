package kind

import (
	"errors"
	"fmt"
	"math"
	"strings"

	"settle/core/gauge"
	"settle/core/judge"
	"settle/core/log"
	"settle/core/plan"
	"settle/core/quantity"
	"settle/core/setting"
	"settle/core/words"
)

var torqueKind = Kind{
	Gauges: wrenches, panel: "torque", Group: "torque", table: DoneTable, weigh: tightened, show: bolts,
	limit: torqueLimit, Fine: "As asked", NotFine: "Not the torque asked",
}

// Pass is one round of the bolts: what each is drawn up to, and what the wrench is
// set to for it.
type Pass struct {
	Percent int   `json:"percent"`
	Check   bool  `json:"check,omitempty" doc:"the last, round the circle at the full torque"`
	Torque  *Pull `json:"torque,omitempty" doc:"at the bolt; missing where no torque is known"`
	Set     *Pull `json:"set,omitempty" doc:"on the wrench, where an extension makes it another"`
}

// wrenchGood is how near a click wrench comes to its setting: ± 4 % (ISO 6789).
const wrenchGood = 0.04

func tightened(s Scale, step *plan.Step, b *log.Body, r *gauge.Reader) *Reading {
	if b.Tight != "" {
		return tight(s, step, b.Tight, r)
	}
	f := b.Torque
	if f == nil {
		return missing(r, "torque", "is missing: the bolts as they were ticked")
	}
	asked, source, known := pullOf(s, step.Torque)
	set, ok := drawn(f.Set, asked, known, r)
	if !ok {
		return nil
	}
	reading := &Reading{Torque: pull(set), Passes: passes(step, &set)}
	if !extended(reading, f, set, r) {
		return nil
	}
	order := crossing(s, step)
	if len(order) == 0 {
		r.Errors.Add("torque.ticks", errors.New(noEqualRows))
		return nil
	}
	want := len(order) * (len(step.Pulls()) + 1)
	if !inOrder(f.Ticks, order, len(step.Pulls()), r) {
		return nil
	}
	if len(f.Ticks) < want {
		if r.Partial {
			return reading
		}
		return missing(r, "torque.ticks", fmt.Sprintf("has %d of %d ticks: bolt %d is next", len(f.Ticks), want,
			TickAt(order, len(step.Pulls()), len(f.Ticks))))
	}
	reading.Verdict, reading.Limit = judge.Within, inWords(source)
	switch {
	case !known:
		reading.Verdict, reading.Limit = judge.NoLimit, NoLimit(judge.NoneKnown)
	case math.Abs(set.NM()-asked.NM()) > wrenchGood*asked.NM():
		reading.Verdict = judge.Out
	}
	return reading
}

// inOrder reports whether bolts were ticked as they come, and none too many.
func inOrder(ticks, order []int, passes int, r *gauge.Reader) bool {
	want := len(order) * (passes + 1)
	for i, bolt := range ticks {
		if i >= want {
			r.Errors.Add("torque.ticks", fmt.Errorf("has %d ticks: %d bolts in %d passes and the check are %d", len(ticks),
				len(order), passes, want))
			return false
		}
		if next := TickAt(order, passes, i); bolt != next {
			r.Errors.Add(fmt.Sprintf("torque.ticks[%d]", i), fmt.Errorf("is bolt %d: bolt %d is next in the crossing order",
				bolt, next))
			return false
		}
	}
	return true
}

func bolts(t Terms, step *plan.Step, p *Panel) {
	p.Ticks = ticksOf(crossing(t, step), len(step.Pulls()), true)
	p.Order, p.Thread, p.Passes, p.Tights = crossing(t, step), thread(t, step), passes(step, nil), tightsOf(t, step)
	if torque, _, known := pullOf(t, step.Torque); known {
		p.Torque, p.Passes = pull(torque), passes(step, &torque)
	}
}

func torqueLimit(t Terms, step *plan.Step) *judge.Limit {
	if _, source, known := pullOf(t, step.Torque); known {
		return &judge.Limit{Origin: judge.Maker, Source: source}
	}
	return NoLimit(judge.NoneKnown)
}

// drawn is the torque the bolts are drawn up to: what was typed, else the plan's.
func drawn(typed string, asked quantity.Torque, known bool, r *gauge.Reader) (quantity.Torque, bool) {
	if words.Blank(typed) {
		if !known {
			missing(r, "torque.set", "is missing: no torque is known for this joint. Write the one you used with its "+
				"unit, such as 30 N·m, or say that it is snug or tight by wrench")
		}
		return asked, known
	}
	t := r.Torque("torque.set", typed)
	if t != nil && *t <= 0 {
		r.Errors.Add("torque.set", fmt.Errorf("must be greater than zero, such as 30 N·m"))
		t = nil
	}
	if t == nil {
		return 0, false
	}
	return *t, true
}

// extended works out what the wrench is set to with an extension, where one was
// typed; false says that it cannot be used.
func extended(reading *Reading, f *log.TorqueForm, set quantity.Torque, r *gauge.Reader) bool {
	if f.Wrench.Blank() && f.Extension.Blank() {
		return true
	}
	wrench, okWrench := r.Length(gauge.Named("torque.wrench"), f.Wrench)
	extension, okExtension := r.Length(gauge.Named("torque.extension"), f.Extension)
	if !okWrench || !okExtension {
		return r.Partial
	}
	for i := range reading.Passes {
		p := &reading.Passes[i]
		on, err := setting.WrenchSetting(set*quantity.Torque(p.Percent)/100, wrench, extension)
		if err != nil {
			r.Errors.Add("torque", err)
			return false
		}
		p.Set = pull(on)
	}
	last := reading.Passes[len(reading.Passes)-1].Set
	reading.Text = wrenchSetTo(*last)
	return true
}

// passes are the rounds of a step; without a torque only their shares are known.
func passes(step *plan.Step, torque *quantity.Torque) []Pass {
	out := make([]Pass, 0, len(step.Pulls())+1)
	for _, percent := range step.Pulls() {
		out = append(out, Pass{Percent: percent})
	}
	out = append(out, Pass{Percent: 100, Check: true})
	for i := range out {
		if torque != nil {
			out[i].Torque = pull(*torque * quantity.Torque(out[i].Percent) / 100)
		}
	}
	return out
}

// TickAt is the bolt of the i-th tick: the crossing order once a pass, then
// round the circle for the check.
func TickAt(order []int, passes, i int) int {
	if i/len(order) >= passes {
		return i%len(order) + 1
	}
	return order[i%len(order)]
}

// ticksOf are the bolts as they are ticked: in their order once a pass, then round for the check.
func ticksOf(order []int, passes int, check bool) []int {
	n := passes * len(order)
	if check {
		n += len(order)
	}
	out := make([]int, n)
	for i := range out {
		out[i] = TickAt(order, passes, i)
	}
	return out
}

// crossing is the order in which the bolts of a step are drawn.
func crossing(t Terms, step *plan.Step) []int {
	n := min(max(Number(t, step.Bolts), 1), setting.MaxBolts)
	switch rows := Number(t, step.Rows); {
	case step.Pattern == plan.Round:
		return setting.Round(n)
	case step.Pattern == plan.MiddleOut && rows > 0:
		// What stands in no equal rows has no order: a round star would be drawn up from the wrong side.
		order, _ := setting.MiddleOut(rows, max(n/rows, 1))
		if n%rows != 0 {
			return nil
		}
		return order
	}
	order, err := setting.Crossing(n)
	if err != nil {
		panic("job: " + err.Error()) // the number was brought into range
	}
	return order
}

// thread is the condition of the thread that a torque is stated for; a torque without one
// says so.
func thread(t Terms, step *plan.Step) string {
	if step.ThreadOf == "" {
		return step.Thread
	}
	if said := strings.TrimSpace(Value(t, step.ThreadOf).Text); said != "" {
		return said
	}
	return threadUnknown
}

// noEqualRows is said where the bolts of a flange cannot be drawn up from its middle.
const noEqualRows = "has no order: the bolts do not stand in equal rows; count them again on the pump's page"

func wrenchSetTo(p Pull) string {
	return fmt.Sprintf("wrench set to %s N·m, %s lbf·ft, for its extension", p.NM, p.LbfFt)
}

// threadUnknown stands where the papers do not say what a torque is stated for.
const threadUnknown = "thread condition not known: dry, oiled, anti-seize or locking fluid is another torque"
