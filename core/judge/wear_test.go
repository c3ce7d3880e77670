package judge

import (
	"math"
	"strings"
	"testing"

	"settle/core/quantity"
)

func TestWear(t *testing.T) {
	hours := func(n int64) *int64 { return &n }
	tests := []struct {
		name    string
		history []Worn
		limit   quantity.Length
		planned float64
		rate    quantity.Length
		left    *int64
		result  WearResult
	}{
		// 15 to 20 thou in 5000 h is 1 thou in a thousand; 10 thou are left: 10000 h.
		{"lasts", []Worn{{0, 15 * thou}, {5000, 20 * thou}}, 30 * thou, 8000, thou, hours(10000), Lasts},
		{"lasts just to the stop", []Worn{{0, 15 * thou}, {5000, 20 * thou}}, 30 * thou, 10000, thou, hours(10000), Lasts},
		{"an hour too few", []Worn{{0, 15 * thou}, {5000, 20 * thou}}, 30 * thou, 10001, thou, hours(10000), ResetNow},
		// Least squares through (0,10) (1000,12) (2000,13): slope 1.5 thou in a
		// thousand hours; 7 thou left from the last reading: 4666.6 h.
		{"least squares", []Worn{{0, 10 * thou}, {1000, 12 * thou}, {2000, 13 * thou}}, 20 * thou, 5000, thou * 3 / 2,
			hours(4666), ResetNow},
		{"past the limit", []Worn{{0, 15 * thou}, {100, 31 * thou}}, 30 * thou, 0, 160 * thou, hours(0), PastLimit},
		{"on the limit is not past it", []Worn{{0, 15 * thou}, {1000, 30 * thou}}, 30 * thou, 1, 15 * thou, hours(0),
			ResetNow},
		{"does not wear", []Worn{{0, 15 * thou}, {1000, 15 * thou}}, 30 * thou, 8000, 0, nil, NotWearing},
		{"closer than before", []Worn{{0, 16 * thou}, {1000, 15 * thou}}, 30 * thou, 8000, -thou, nil, NotWearing},
		{"past the limit though it shrinks", []Worn{{0, 32 * thou}, {1000, 31 * thou}}, 30 * thou, 8000, -thou, hours(0),
			PastLimit},
		{"two readings at one time", []Worn{{0, 10 * thou}, {1000, 11 * thou}, {1000, 13 * thou}}, 20 * thou, 0, 2 * thou,
			hours(3500), Lasts},
		// A tenth of an hour has no binary fraction; 0.1 mm in 0.3 h from 0.1 on.
		{"decimal hours", []Worn{{0.1, 0}, {0.4, 100_000}}, 400_000, 0, 333_333_333, hours(0), Lasts},
	}
	for _, tt := range tests {
		got, err := Wear(tt.history, tt.limit, tt.planned)
		if err != nil {
			t.Errorf("%s: %v", tt.name, err)
			continue
		}
		if got.Rate != tt.rate || got.Result != tt.result || (got.Left == nil) != (tt.left == nil) || got.Left != nil &&
			*got.Left != *tt.left {
			t.Errorf("%s: rate %s, left %v, %s", tt.name, got.Rate, got.Left, got.Result)
		}
	}
	for _, tt := range []struct {
		names   string
		history []Worn
		planned float64
	}{
		{"history", nil, 0},
		{"history", []Worn{{0, thou}}, 0},
		{"history", []Worn{{5, thou}, {5, 2 * thou}}, 0},
		{"history[1].hours", []Worn{{5, thou}, {4, 2 * thou}}, 0},
		{"history[0].hours", []Worn{{-1, thou}, {4, 2 * thou}}, 0},
		{"history[1].hours", []Worn{{1, thou}, {math.NaN(), 2 * thou}}, 0},
		{"history[1].clearance", []Worn{{1, thou}, {2, -thou}}, 0},
		{"planned_hours", []Worn{{1, thou}, {2, thou}}, math.Inf(1)},
	} {
		if _, err := Wear(tt.history, thou, tt.planned); err == nil || !strings.HasPrefix(err.Error(), tt.names) {
			t.Errorf("%v: got %v, want an error on %s", tt.history, err, tt.names)
		}
	}
}
