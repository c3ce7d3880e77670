package job

import (
	"fmt"
	"strconv"
	"strings"

	"settle/core/field"
	"settle/core/plan"
	"settle/core/quantity"
)

// maxNumber bounds a number of vanes or bolts.
const maxNumber = 64

// CheckValue says whether a value of the pump's papers can be used for what the
// plan asks. A blank one is a value that is not known yet.
func CheckValue(ask plan.Ask, v Value) error {
	if strings.TrimSpace(v.Text) == "" {
		return nil
	}
	path := "values." + ask.Key + ".text"
	switch ask.Kind {
	case plan.NumberValue:
		if n, err := strconv.Atoi(strings.TrimSpace(v.Text)); err != nil || n < 1 || n > maxNumber {
			return field.Errorf(path, "%q is not a number of %s: write a whole number from 1 to %d", v.Text,
				strings.ToLower(ask.Title), maxNumber)
		}
	case plan.LengthValue:
		l, err := quantity.Parse(v.Text, "")
		if err == nil && l <= 0 {
			err = fmt.Errorf("must be greater than zero, such as 1.530 in or 38.9 mm")
		}
		if err != nil {
			return field.Errorf(path, "%v", err)
		}
	case plan.AmountValue:
		if f, err := strconv.ParseFloat(decimal(v.Text), 64); err != nil || !(f > 0 && f < 1e9) {
			return field.Errorf(path, "%q is not a number: write one such as 1450", v.Text)
		}
	case plan.WarmthValue:
		if _, err := quantity.ParseTemperature(v.Text); err != nil {
			return field.Errorf(path, "%v", err)
		}
	case plan.TorqueValue:
		t, err := quantity.ParseTorque(v.Text)
		if err == nil && t <= 0 {
			err = fmt.Errorf("must be greater than zero, such as 30 N·m")
		}
		if err != nil {
			return field.Errorf(path, "%v", err)
		}
	}
	return nil
}

// number returns a number of the pump's, or the plan's default, or 1.
func (t *terms) number(key string) int {
	n, err := strconv.Atoi(strings.TrimSpace(t.opening.Values[key].Text))
	if err == nil && n >= 1 && n <= maxNumber {
		return n
	}
	for _, v := range t.plan.Values {
		if v.Key == key {
			if n, err := strconv.Atoi(v.Default); err == nil {
				return min(max(n, 1), maxNumber)
			}
		}
	}
	return 1
}

// decimal takes a decimal comma for a point.
func decimal(text string) string { return strings.Replace(strings.TrimSpace(text), ",", ".", 1) }

// value is a value of the pump's as written, or the plan's default.
func (t *terms) value(key string) Value {
	if v := t.opening.Values[key]; strings.TrimSpace(v.Text) != "" {
		return v
	}
	for _, v := range t.plan.Values {
		if v.Key == key && v.Default != "" {
			return Value{Text: v.Default, Source: "assumed"}
		}
	}
	return Value{}
}

func (t *terms) amount(key string) (float64, bool) {
	f, err := strconv.ParseFloat(decimal(t.value(key).Text), 64)
	return f, err == nil && f > 0
}

// celsius is a temperature of the pump's, in °C.
func (t *terms) celsius(key string) (float64, bool) {
	c, err := quantity.ParseTemperature(t.value(key).Text)
	return c, err == nil && c > 0
}

func (t *terms) length(key string) (quantity.Length, bool) {
	l, err := quantity.Parse(t.value(key).Text, "")
	return l, err == nil
}

func (t *terms) pull(key string) (torque quantity.Torque, source string, known bool) {
	v := t.value(key)
	torque, err := quantity.ParseTorque(v.Text)
	return torque, v.Source, err == nil
}
