// Package drill says whether tests are to take their time: make drill walks every
// plan in all its options, kills many times, and works with very many rows; make
// test does a little of each.
package drill

import "os"

// On reports whether this is the drill.
func On() bool { return os.Getenv("SETTLE_DRILL") != "" }

// Pick is long in the drill and short else.
func Pick[T any](long, short T) T {
	if On() {
		return long
	}
	return short
}
