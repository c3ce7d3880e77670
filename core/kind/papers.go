package kind

import (
	"strconv"
	"strings"

	"settle/core/log"
	"settle/core/plan"
	"settle/core/quantity"
)

func checkAt(t Terms, step *plan.Step) *plan.Check { return t.Plan().Checks[step.Check] }

// Number returns a number of the pump's, or the plan's default, or 1.
func Number(t Terms, key string) int {
	n, err := strconv.Atoi(strings.TrimSpace(t.Opening().Values[key].Text))
	if err == nil && n >= 1 && n <= MaxNumber {
		return n
	}
	for _, v := range t.Plan().Values {
		if v.Key == key {
			if n, err := strconv.Atoi(v.Default); err == nil {
				return min(max(n, 1), MaxNumber)
			}
		}
	}
	return 1
}

// Value is a value of the pump's as written, or the plan's default.
func Value(t Terms, key string) log.Value {
	if v := t.Opening().Values[key]; strings.TrimSpace(v.Text) != "" {
		return v
	}
	for _, v := range t.Plan().Values {
		if v.Key == key && v.Default != "" {
			return log.Value{Text: v.Default, Source: assumed}
		}
	}
	return log.Value{}
}

func amountOf(t Terms, key string) (float64, bool) {
	v, err := quantity.Count(Value(t, key).Text).Value()
	if err != nil {
		return 0, false
	}
	f, _ := v.Float64()
	return f, f > 0
}

// celsius is a temperature of the pump's, in °C.
func celsiusOf(t Terms, key string) (float64, bool) {
	v := Value(t, key)
	c, err := quantity.ParseTemperature(v.Text, "")
	if v.Source == assumed { // of a plan from before, which meant °C
		c, err = quantity.ParseTemperatureKept(v.Text)
	}
	return c, err == nil && c > 0
}

// Length is a length of the pump's papers; false where they do not give it.
func Length(t Terms, key string) (quantity.Length, bool) {
	l, err := quantity.Parse(Value(t, key).Text, "")
	return l, err == nil
}

func pullOf(t Terms, key string) (torque quantity.Torque, source string, known bool) {
	v := Value(t, key)
	torque, err := quantity.ParseTorque(v.Text, "")
	return torque, v.Source, err == nil
}

// assumed is the source of a value that the plan gives for want of the pump's own.
const assumed = "assumed"

// MaxNumber bounds a number of vanes or bolts.
const MaxNumber = 64
