package kind

import (
	"settle/core/gauge"
	"settle/core/judge"
	"settle/core/log"
	"settle/core/plan"
	"settle/core/quantity"
	"settle/core/setting"
)

var settingKind = Kind{
	Gauges: depths, panel: plan.Setting, Group: "setting", typed: true, weigh: set, show: settingPanel,
	boxes: settingBoxes, title: "Off the mark", usual: usualRule,
	divisions: []string{"1/64 in", "10 thou", "1 thou", "0.5 mm", "0.02 mm"},
}

func set(s Scale, step *plan.Step, b *log.Body, r *gauge.Reader) *Reading {
	if b.Setting == nil {
		return missing(r, "setting", "is missing: the dimension measured")
	}
	measured, ok := r.Length(gauge.Named("setting.measured"), b.Setting.Measured)
	graduation, okGraduation := division(r, "setting.graduation", b.Setting.Graduation, ", such as 1/64 in or 0.5 mm")
	if !ok || !okGraduation {
		return nil
	}
	check, u := checkAt(s, step), gauge.DirectUncertainty(graduation, b.MPE())
	wanted, known := Length(s, check.Of)
	if !known {
		none := NoLimit(noSetting)
		return judged(&Reading{Figure: quantity.Show(measured), Against: quantity.Show(measured)}, judge.Length(measured, u,
			none.Bounds), none)
	}
	limit, off := limitOf(s, step), setting.Deviation(measured, wanted)
	reading := fine(&Reading{Figure: quantity.Show(off), Against: quantity.Show(measured),
		Held: AsHeld(OfTarget, offMark, off).Beside(measuredName, quantity.Show(measured))}, off, u, limit)
	reading.Next = reading.nextDirect(graduation)
	return reading
}

func settingPanel(t Terms, step *plan.Step, p *Panel) {
	check := checkAt(t, step)
	if l, known := Length(t, check.Of); known {
		p.Nominal, p.NominalOf = quantity.Show(l), t.Opening().Values[check.Of].Source
	}
}

func settingBoxes(b *log.Body) []box {
	if b.Setting == nil {
		return nil
	}
	return []box{{path: "setting.measured", length: b.Setting.Measured, most: absurdSize}}
}

const noSetting = "no setting dimension known: look it up on the seal's drawing and enter it on the pump"

const offMark = "Off the mark"
