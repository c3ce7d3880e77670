package log

import (
	"settle/core/gauge"
	"settle/core/quantity"
)

// GaugeUsed is the gauge in the hand at an entry, as the shop's register had it on that day.
// It is a copy: what the register says later changes no job.
type GaugeUsed struct {
	Key        string         `json:"key" doc:"number on the gauge"`
	Name       string         `json:"name,omitempty"`
	Kind       gauge.Kind     `json:"kind,omitempty"`
	Graduation string         `json:"graduation,omitempty" doc:"value of one division, as the register has it"`
	MPE        quantity.Typed `json:"mpe,omitzero" doc:"maximum permissible error"`
	Calibrated string         `json:"calibrated,omitempty" doc:"day, 2026-03-01"`
	Due        string         `json:"due,omitempty" doc:"day of the next calibration"`
	PastDue    bool           `json:"past_due,omitempty" doc:"it was past its day when it was used"`
	Word       string         `json:"word,omitempty" doc:"why it was used all the same"`
}

// MPE is the error of the gauge in the hand, nothing where no gauge or no error is known.
func (b *Body) MPE() quantity.Length {
	if b.Gauge == nil || b.Gauge.MPE.Blank() {
		return 0
	}
	l, err := b.Gauge.MPE.Length(quantity.UnitMillimetre)
	if err != nil || l < 0 {
		return 0 // the register takes none that is not a length
	}
	return l
}

// MeasuredWith is a body whose division is that of the gauge in the hand: what is known of a
// gauge is not asked again.
func (b *Body) MeasuredWith() *Body {
	if b.Gauge == nil || b.Gauge.Graduation == "" {
		return b
	}
	out, division := *b, quantity.Type(b.Gauge.Graduation)
	if b.Dial != nil {
		out.Dial = new(*b.Dial)
		out.Dial.Graduation = division
	}
	if b.Float != nil {
		out.Float = new(*b.Float)
		out.Float.Graduation = division
	}
	if b.Feeler != nil {
		out.Feeler = new(*b.Feeler)
		out.Feeler.Graduation = division
	}
	if b.Setting != nil {
		out.Setting = new(*b.Setting)
		out.Setting.Graduation = division
	}
	if b.Direct != nil && !b.Direct.Leaf {
		out.Direct = new(*b.Direct)
		out.Direct.Graduation = division
	}
	if b.Travel != nil {
		out.Travel = new(*b.Travel)
		out.Travel.Graduation = division
	}
	if b.Places != nil {
		out.Places = new(*b.Places)
		out.Places.Graduation = division
	}
	if b.Along != nil {
		out.Along = new(*b.Along)
		out.Along.Graduation = division
	}
	return &out
}
