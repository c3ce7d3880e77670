package kind

import (
	"settle/core/gauge"
	"settle/core/plan"
)

// kinds are filled in by init: the functions of a kind ask for it again.
var kinds map[string]*Kind

func init() {
	kinds = map[string]*Kind{
		plan.Do:      &actKind,
		plan.Caution: &cautionKind,
		plan.Sign:    &signKind,
		plan.Turn:    &turnKind,
		plan.Count:   &countKind,
		plan.Mark:    &markKind,
		plan.Inspect: &inspectKind,
		plan.Torque:  &torqueKind,
		plan.InAll:   &inAllKind,
		plan.Each:    &eachKind,
		plan.Heat:    &heatKind,
		plan.Warm:    &warmKind,
		plan.Wait:    &waitKind,
		plan.Test:    &leakKind,
		plan.Photo:   &photoKind,
		plan.Drip:    &dripKind,
		plan.Align:   &alignKind,
		plan.Feet:    &feetKind,
		plan.Strain:  &strainKind,
		plan.Handed:  &handbackKind,
		plan.Grease:  &greaseKind,

		// methods of setting
		plan.ByShims:    &shimsKind,
		plan.ByTrial:    &trialKind,
		plan.ByAdjuster: &adjusterKind,
		plan.ByStretch:  &stretchKind,
		plan.ByLeaf:     &leafKind,
	}
	for key, k := range map[string]*Kind{ // what a check may be measured with
		plan.Dial:    &dialKind,
		plan.Along:   &alongKind,
		plan.Float:   &floatKind,
		plan.Feeler:  &feelerKind,
		plan.Setting: &settingKind,
		plan.Direct:  &directKind,
		plan.Travel:  &travelKind,
		plan.Depth:   &depthKind,
		plan.Plug:    &plugKind,
		plan.Ring:    &ringKind,
		plan.Fit:     &fitKind,
		plan.Worked:  &workedKind,
	} {
		k.table, k.limit = ChecksTable, checkLimit
		k.Fine, k.NotFine = "Within the limit", "Out of limit"
		kinds[key] = k
	}
}

// TableOf is the table in which a step of a kind has its row.
func TableOf(kind string) Table {
	switch kind {
	case plan.Measure:
		return ChecksTable
	case plan.Set, plan.Tighten:
		return DoneTable
	}
	return kinds[kind].table
}

// What one division of a gauge may be, as typed.
var (
	dials    = []string{"1 thou", "0.5 thou", "0.1 thou", "0.01 mm", "0.002 mm"}
	calipers = []string{"1 thou", "0.5 thou", "0.02 mm", "0.01 mm"}
	travels  = []string{"1/64 in", "1 thou", "0.5 mm", "0.05 mm", "0.02 mm"}

	usualDial    = Usual{"0.5 thou", "0.01 mm"}
	usualCaliper = Usual{"1 thou", "0.02 mm"}
	usualRule    = Usual{"1/64 in", "0.5 mm"}
)

// What is measured with what.
var (
	indicators   = []gauge.Kind{gauge.DialIndicator}
	leaves       = []gauge.Kind{gauge.LeafSet}
	depths       = []gauge.Kind{gauge.DepthGauge, gauge.Micrometer}
	bores        = []gauge.Kind{gauge.BoreGauge, gauge.Micrometer}
	seats        = []gauge.Kind{gauge.Micrometer, gauge.BoreGauge}
	anyLength    = []gauge.Kind{gauge.DepthGauge, gauge.Micrometer, gauge.BoreGauge, gauge.DialIndicator, gauge.LeafSet}
	wrenches     = []gauge.Kind{gauge.TorqueWrench}
	thermometers = []gauge.Kind{gauge.Thermometer}
)
