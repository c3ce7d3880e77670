package kind_test

import (
	"strings"
	"testing"

	"settle/core/job"
	"settle/core/job/jobtest"
	"settle/core/judge"
	"settle/core/log"
	"settle/core/plan"
	"settle/core/quantity"
)

const depthPlan = `
key: nose
title: Nose of a housing
construction: Z
version: 1
checks:
  nose: {title: Depth of the nose, short: Nose, instrument: depth, places: ["12", "4", "8"], limit: [nose]}
limits: {nose: {min: 5.00 mm, max: 5.10 mm, source: maker's drawing}}
stages:
  - {id: work, title: Work, steps: [{id: nose, kind: measure, phase: built, check: nose, title: Depth of the nose}]}
`

func depthBench(t *testing.T) *jobtest.Bench {
	p, err := plan.Read("nose.yaml", []byte(depthPlan))
	if err != nil {
		t.Fatal(err)
	}
	o, err := job.NewOpening(p, "LS-1", job.Papers{}, job.Rules{}, job.Asked{Complaint: "leaks"})
	if err != nil {
		t.Fatal(err)
	}
	return &jobtest.Bench{T: t, Job: job.Job{Plan: p, Log: []log.Entry{{ID: "o", Seq: 1, By: jobtest.Tech,
		Kind: log.Opened, Open: o}}}}
}

// The mean of 5.02, 5.05 and 5.08 is 5.05; they differ by 0.06; one division of 0.01
// is good to 0.01/√3 = 0.005774.
func TestDepth(t *testing.T) {
	b := depthBench(t)
	b.Keep("nose", jobtest.DepthBody("5.02", "5.05", "5.08"))
	s := b.Sheet().Step("nose")
	r := s.Reading
	if r.Figure.Um() != 5050 || r.Spread.Um() != 60 || r.Uncertainty.Length != 5774*quantity.Nanometre ||
		r.Verdict != judge.Within || r.Limit.Source != "maker's drawing" {
		t.Errorf("the reading is %+v, limit %+v", r, r.Limit)
	}
	if p := s.Panel; p.Instrument != "depth" || p.Group != "places" || len(p.Places) != 3 || p.Usual.Mm != "0.01 mm" {
		t.Errorf("the panel is %+v", p)
	}
	for name, tt := range map[string]struct {
		body  log.Body
		field string
	}{
		"a place is missing": {jobtest.DepthBody("5.02", "5.05"), "body.places.readings"},
		"a blank":            {jobtest.DepthBody("5.02", "", "5.05"), "body.places.readings[1].value"},
		"no number":          {jobtest.DepthBody("5.02", "deep", "5.05"), "body.places.readings[1].value"},
		"another place": {log.Body{Unit: quantity.UnitMillimetre, Places: &log.PlacesForm{Graduation: quantity.Type("0.01"),
			Readings: []log.AtForm{{At: "6", Value: quantity.Type("5")}}}}, "body.places.readings[0].at"},
		"another group": {log.Body{Done: true}, "body.done"},
	} {
		if err := job.Accept(b.Job, log.Entry{ID: "x", By: jobtest.Tech, Kind: log.Kept, Step: "nose", On: s.Entry,
			Reason: "again",
			Body:   &tt.body}); err == nil || !strings.Contains(err.Error(), tt.field) {
			t.Errorf("%s: %v, want %s named", name, err, tt.field)
		}
	}
}

func TestDepthOutOfLimit(t *testing.T) {
	b := depthBench(t)
	b.Keep("nose", jobtest.DepthBody("5.11", "5.13", "5.12"))
	if s := b.Sheet().Step("nose"); s.State != job.Decide || s.Reading.Verdict != judge.Out {
		t.Errorf("the step is %s, %s", s.State, s.Reading.Verdict)
	}
	half := jobtest.DepthBody("5.11", "", "")
	reading, tell, err := job.Preview(b.Job, "nose", &half)
	if err != nil || reading.Figure.Um() != 5110 || len(tell.Echo) != 1 {
		t.Errorf("half typed: %+v, %+v, %v", reading, tell, err)
	}
}
