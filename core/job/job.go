// Package job is the heart: a job is a plan and a log. The log is what people
// entered, appended and never changed; Derive works everything that is shown
// out of the two.
package job

import (
	"settle/core/log"
	"settle/core/plan"
)

// Job is a plan and a log, and the sheets that were kept with it.
type Job struct {
	Plan *plan.Plan
	Log  []log.Entry
	Kept []KeptSheet // those that are kept with a signature or after one, the oldest first
	// Memo may be nil. With one, what never changes is worked out once and not with
	// every entry that follows.
	Memo *Memo
}
