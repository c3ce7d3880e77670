package job

import (
	"fmt"
	"strconv"
	"strings"

	"settle/core/field"
	"settle/core/kind"
	"settle/core/log"
	"settle/core/plan"
	"settle/core/quantity"
	"settle/core/rotor"
)

// CheckValue says whether a value of the pump's papers can be used for what the
// plan asks. A blank one is a value that is not known yet.
func CheckValue(ask plan.Ask, v log.Value) error { return checkValue(ask, v, false) }

// checkValue is CheckValue; of what stood on a pump before figures that can be read in two ways were
// refused nothing more is asked than that it was understood then.
func checkValue(ask plan.Ask, v log.Value, kept bool) error {
	if strings.TrimSpace(v.Text) == "" {
		return nil
	}
	path := "values." + ask.Key + ".text"
	switch ask.Kind {
	case plan.NumberValue:
		if n, err := strconv.Atoi(strings.TrimSpace(v.Text)); err != nil || n < 1 || n > kind.MaxNumber {
			return field.Errorf(path, "%q is not a number of %s: write a whole number from 1 to %d", v.Text,
				strings.ToLower(ask.Title), kind.MaxNumber)
		}
	case plan.LengthValue:
		parse := quantity.Parse
		if kept {
			parse = quantity.ParseKept
		}
		l, err := parse(v.Text, "")
		if err == nil && l <= 0 {
			err = fmt.Errorf("must be greater than zero, such as 1.530 in or 38.9 mm")
		}
		return named(path, err)
	case plan.AmountValue:
		return named(path, checkAmount(ask, v.Text, kept))
	case plan.WarmthValue:
		_, err := quantity.ParseTemperature(v.Text, "")
		if kept {
			_, err = quantity.ParseTemperatureKept(v.Text)
		}
		return named(path, err)
	case plan.PressValue:
		if kept {
			return nil // what is no pressure asks for none
		}
		p, err := quantity.ParsePressure(v.Text, "")
		if err == nil && p <= 0 {
			err = fmt.Errorf("must be greater than zero, such as 4 bar or 60 psi")
		}
		return named(path, err)
	case plan.TorqueValue:
		t, err := quantity.ParseTorque(v.Text, "")
		if kept {
			t, err = quantity.ParseTorqueKept(v.Text)
		}
		if err == nil && t <= 0 {
			err = fmt.Errorf("must be greater than zero, such as 30 N·m")
		}
		return named(path, err)
	}
	return nil
}

// checkRows says whether the bolts of a flange that is drawn up from its middle stand in equal rows.
func checkRows(p *plan.Plan, key string, papers Papers) error {
	value := func(key string) int {
		text := strings.TrimSpace(papers.Values[key].Text)
		for _, v := range p.Values {
			if v.Key == key && text == "" {
				text = v.Default
			}
		}
		n, err := strconv.Atoi(text)
		if err != nil {
			return 0
		}
		return n
	}
	for i := range p.Stages {
		for k := range p.Stages[i].Steps {
			step := &p.Stages[i].Steps[k]
			if step.Pattern != plan.MiddleOut || key == "" || step.Bolts != key && step.Rows != key {
				continue
			}
			bolts, rows := value(step.Bolts), value(step.Rows)
			if bolts > 0 && rows > 0 && bolts%rows != 0 {
				return field.Errorf("values."+key+".text", "%d bolts do not stand in %d equal rows: count them again", bolts, rows)
			}
		}
	}
	return nil
}

// named puts an error under a path; nil stays nil.
func named(path string, err error) error {
	var errs field.Errors
	errs.Add(path, err)
	return errs.Err()
}

// checkAmount says whether a text is a number of the papers. A speed is one of a pump.
func checkAmount(ask plan.Ask, text string, kept bool) error {
	if kept {
		if f, err := strconv.ParseFloat(decimal(text), 64); err == nil && f > 0 && f < 1e9 {
			return nil
		}
		return fmt.Errorf("%q is not a number: write one such as 1450", text)
	}
	v, err := quantity.Count(text).Value()
	if err != nil {
		return err
	}
	f, _ := v.Float64()
	switch {
	case f <= 0:
		return fmt.Errorf("%q is not more than nothing: write one such as 1450", text)
	case ask.Speed:
		return rotor.CheckSpeed(f)
	}
	return nil
}

// decimal takes a decimal comma for a point.
func decimal(text string) string { return strings.Replace(strings.TrimSpace(text), ",", ".", 1) }
