package demo

import (
	"fmt"
	"time"

	"settle/core/gauge"
	"settle/core/quantity"
	"settle/core/record"
	"settle/internal/store"
)

// gauges are those of the demo shop.
var gauges = []record.Gauge{
	{Key: "IND-1", Name: "Dial indicator, magnetic base", Kind: gauge.DialIndicator, Graduation: "0.5 thou",
		Range: "0 to 0.25 in", MPE: quantity.Type("0.3 thou"), Calibrated: "2026-03-02", Due: "2027-03-02",
		Where: "Drawer 2, pump bench"},
	{Key: "IND-2", Name: "Dial indicator, lever", Kind: gauge.DialIndicator, Graduation: "0.5 thou",
		Range: "± 15 thou", MPE: quantity.Type("0.3 thou"), Calibrated: "2026-01-12", Due: "2027-01-12",
		Where: "Drawer 2, pump bench"},
	{Key: "MIC-1", Name: "Outside micrometer 50 to 75 mm", Kind: gauge.Micrometer, Graduation: "0.001 mm",
		Range: "50 to 75 mm", MPE: quantity.Type("0.002 mm"), Calibrated: "2025-10-20", Due: "2026-10-20",
		Where: "Cabinet in the office"},
	{Key: "BOR-1", Name: "Bore gauge 50 to 160 mm", Kind: gauge.BoreGauge, Graduation: "0.001 mm",
		Range: "50 to 160 mm", MPE: quantity.Type("0.003 mm"), Calibrated: "2026-06-08", Due: "2027-06-08",
		Where: "Cabinet in the office"},
	{Key: "DEP-1", Name: "Depth micrometer", Kind: gauge.DepthGauge, Graduation: "1 thou", Range: "0 to 6 in",
		MPE: quantity.Type("0.2 thou"), Calibrated: "2026-05-11", Due: "2026-12-11", Where: "Drawer 1, pump bench"},
	{Key: "LEAF-1", Name: "Leaf set, long", Kind: gauge.LeafSet, Range: "0.03 to 1 mm", Calibrated: "2026-02-16",
		Due: "2028-02-16", Where: "Drawer 1, pump bench"},
	{Key: "TW-1", Name: "Torque wrench 1/2 in", Kind: gauge.TorqueWrench, Graduation: "1 N·m", Range: "20 to 200 N·m",
		Calibrated: "2026-08-03", Due: "2027-08-03", Where: "Tool board"},
	{Key: "TH-1", Name: "Contact thermometer", Kind: gauge.Thermometer, Graduation: "1 °C", Range: "0 to 200 °C",
		Calibrated: "2026-04-20", Due: "2027-04-20", Where: "At the heater"},
	{Key: "PLT-1", Name: "Surface plate 400 × 630", Kind: gauge.SurfacePlate, Calibrated: "2024-09-09",
		Due: "2027-09-09", Where: "Seal bench"},
}

// register puts the gauges in, before anything is measured.
func (h *hand) register() {
	h.now = time.Date(2026, 9, 1, 8, 0, 0, 0, time.UTC)
	for i := range gauges {
		h.gauge(gauges[i].Key, record.GaugeLine{Kind: record.Put, Gauge: &gauges[i]})
	}
}

func (h *hand) gauge(key string, e record.GaugeLine) {
	if h.err != nil {
		return
	}
	h.n++
	e.ID = fmt.Sprintf("demo-gauge-%03d", h.n)
	h.err = h.store.NoteGauges(h.ctx, h.people[0].ID, store.GaugeNote{Key: key, Line: e})
}

// dropped is what became of the indicator that the last job was begun with; another is in
// the hand since.
func (h *hand) dropped() {
	h.now = time.Date(2026, 11, 19, 18, 10, 0, 0, time.UTC)
	h.gauge("IND-2", record.GaugeLine{Kind: record.Bad, Text: "Fell off the bench, sticks past 5 thou"})
	for kind, key := range map[gauge.Kind]string{gauge.DialIndicator: "IND-1", gauge.DepthGauge: "DEP-1",
		gauge.LeafSet: "LEAF-1", gauge.TorqueWrench: "TW-1", gauge.Thermometer: "TH-1"} {
		if h.err == nil {
			h.err = h.store.Hold(h.ctx, h.people[0].ID, kind, key)
		}
	}
}
