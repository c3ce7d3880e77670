package plan_test

import (
	"fmt"
	"os"

	"settle/core/plan"
)

const small = `key: small
title: A small pump
construction: Z
version: 1
options:
  - {key: seal, title: Seal, default: single, choices: [{key: single, title: Single}, {key: double, title: Double}]}
limits: {play: {max: 0.1 mm, source: maker's drawing}}
checks:
  play: {title: End play, short: Play, instrument: float, repeats: 3, limit: [play], sign: end-play}
stages:
  - id: build
    title: Build
    steps:
      - {id: play, kind: measure, phase: built, check: play, title: End play}
      - {id: barrier, kind: do, title: Fill the barrier liquid, when: seal == double}
`

// A plan is read and checked; what is wrong is told with its line.
func ExampleRead() {
	p, err := plan.Read("small.yaml", []byte(small))
	fmt.Println(p.Title, p.Len(), "steps", err)
	_, err = plan.Read("small.yaml", []byte(small+"      - {id: x, kind: count, title: X}\n"))
	fmt.Println(err)
	// Output:
	// A small pump 2 steps <nil>
	// small.yaml:16: step x: of is missing: what is counted
}

// The order of work for a pump with a double seal.
func ExamplePlan_Show() {
	p, err := plan.Read("small.yaml", []byte(small))
	if err != nil {
		fmt.Println(err)
		return
	}
	if err := p.Show(os.Stdout, plan.Chosen{Options: map[string]string{"seal": "double"}}); err != nil {
		fmt.Println(err)
	}
	// Output:
	// A small pump
	// construction Z, plan small, version 1
	//
	// 1  Build
	//     1  measure  End play
	//     2  do       Fill the barrier liquid
}
