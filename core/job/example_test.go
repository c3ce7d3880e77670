package job_test

import (
	"fmt"
	"time"

	"settle/core/gauge"
	"settle/core/job"
	"settle/core/log"
	"settle/core/plan"
	"settle/core/quantity"
	"settle/core/sheet"
)

const small = `key: small
title: A small pump
construction: Z
version: 1
limits: {play: {max: 0.1 mm, source: maker's drawing}}
checks:
  play: {title: End play, short: Play, instrument: float, repeats: 1, limit: [play], sign: end-play}
stages:
  - {id: build, title: Build, steps: [{id: play, kind: measure, phase: built, check: play, title: End play}]}
`

// A job is opened, a reading is kept, and the sheet says what it comes to.
func Example() {
	day := time.Date(2026, 11, 2, 8, 0, 0, 0, time.UTC)
	tech := log.Person{ID: "p1", Name: "M. Okafor"}
	p, err := plan.Read("small.yaml", []byte(small))
	if err != nil {
		fmt.Println(err)
		return
	}
	opening, err := job.NewOpening(p, "LS-204", job.Papers{}, job.Rules{}, job.Asked{Complaint: "noise"})
	if err != nil {
		fmt.Println(err)
		return
	}
	first, err := log.Seal(nil, log.Entry{ID: "1", By: tech, Kind: log.Opened, Open: opening}, day)
	if err != nil {
		fmt.Println(err)
		return
	}
	j := job.Job{Plan: p, Log: []log.Entry{first}}
	reading := &log.Body{Unit: quantity.UnitMillimetre, Float: &gauge.FloatForm{Graduation: quantity.Type("0.01"),
		Trials: []gauge.TrialForm{{In: quantity.Type("0"), Out: quantity.Type("0.12")}}}}
	j, whole, err := job.Append(j, log.Entry{ID: "2", By: tech, Kind: log.Kept, Step: "play", Body: reading},
		day.Add(time.Hour))
	if err != nil {
		fmt.Println(err)
		return
	}
	row := sheet.PaperOf(whole).Checks[0]
	fmt.Println(row.Title, row.Built.Text.Mm, "mm,", row.Limit.Mm, "by", opening.Limits["play"].Source+":", row.Built.Word)
	fmt.Println("the chain holds:", log.Verify(j.Log) == 0, "next:", whole.Next)
	// Output:
	// End play 0.120 mm, 0.100 max by maker's drawing: Out
	// the chain holds: true next: play
}
