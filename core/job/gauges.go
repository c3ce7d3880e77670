package job

import (
	"slices"

	"settle/core/gauge"
	"settle/core/log"
)

// GaugeRow is a gauge that a job was measured with.
type GaugeRow struct {
	log.GaugeUsed
	Title string   `json:"title" doc:"its kind in words"`
	Steps []string `json:"steps" nullable:"false" doc:"titles of the steps it was used at"`
}

// gaugesUsed are the gauges of the entries that count, each calibration by itself.
func gaugesUsed(s *scale, work workDone) []GaugeRow {
	var out []GaugeRow
	for i := range work.stages {
		for k := range work.stages[i].Steps {
			step := &work.stages[i].Steps[k]
			e := s.log.Of(s.plan.Step(step.ID)).Counts()
			if e == nil || e.Body == nil || e.Body.Gauge == nil {
				continue
			}
			used := *e.Body.Gauge
			at := slices.IndexFunc(out, func(r GaugeRow) bool {
				return r.Key == used.Key && r.Calibrated == used.Calibrated && r.Word == used.Word
			})
			if at < 0 {
				info, _ := gauge.KindOf(used.Kind)
				out, at = append(out, GaugeRow{used, info.Title, nil}), len(out)
			}
			out[at].Steps = append(out[at].Steps, step.Title)
		}
	}
	return out
}
