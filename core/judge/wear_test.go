package judge

import (
	"math"
	"strings"
	"testing"

	"settle/core/quantity"
)

// worn are readings in pairs of hours and thou.
func worn(pairs ...int) []Worn {
	var history []Worn
	for i := 0; i < len(pairs); i += 2 {
		history = append(history, Worn{float64(pairs[i]), quantity.Length(pairs[i+1]) * thou, false})
	}
	return history
}

func TestWear(t *testing.T) {
	hours := func(n int64) *int64 { return &n }
	const none = quantity.Length(-1)
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
		{"lasts", worn(0, 15, 5000, 20), 30 * thou, 8000, thou, hours(10000), Lasts},
		{"lasts just to the stop", worn(0, 15, 5000, 20), 30 * thou, 10000, thou, hours(10000), Lasts},
		{"an hour too few", worn(0, 15, 5000, 20), 30 * thou, 10001, thou, hours(10000), ResetNow},
		// Least squares through (0,10) (1000,12) (2000,13): slope 1.5 thou in a
		// thousand hours; 7 thou left from the last reading: 4666.6 h.
		{"least squares", worn(0, 10, 1000, 12, 2000, 13), 20 * thou, 5000, thou * 3 / 2, hours(4666), ResetNow},
		{"past the limit", worn(0, 15, 100, 31), 30 * thou, 0, 160 * thou, hours(0), PastLimit},
		{"on the limit is not past it", worn(0, 15, 1000, 30), 30 * thou, 1, 15 * thou, hours(0), ResetNow},
		{"does not wear", worn(0, 15, 1000, 15), 30 * thou, 8000, 0, nil, NotWearing},
		{"set anew in between", worn(0, 16, 1000, 15), 30 * thou, 8000, none, nil, NoRate},
		{"past the limit though it was set", worn(0, 32, 1000, 31), 30 * thou, 8000, none, hours(0), PastLimit},
		{"at the same hours", worn(5, 1, 5, 2), 30 * thou, 0, none, nil, NoRate},
		// From 10 to 12 and 16 at the same hours is 4 in a thousand; the reset tells nothing more.
		{"a run and a reset", worn(0, 10, 1000, 12, 1000, 16, 2000, 10), 20 * thou, 3000, 4 * thou, hours(2500), ResetNow},
		{"two readings at one time", worn(0, 10, 1000, 11, 1000, 13), 20 * thou, 0, 2 * thou, hours(3500), Lasts},
		// A tenth of an hour has no binary fraction; 0.1 mm in 0.3 h from 0.1 on.
		{"decimal hours", []Worn{{0.1, 0, false}, {0.4, 100_000, false}}, 400_000, 0, 333_333_333, hours(0), Lasts},
	}
	for _, tt := range tests {
		got, err := Wear(tt.history, tt.limit, tt.planned, nil)
		if err != nil {
			t.Errorf("%s: %v", tt.name, err)
			continue
		}
		rate := none
		if got.Rate != nil {
			rate = *got.Rate
		}
		if rate != tt.rate || got.Result != tt.result || (got.Left == nil) != (tt.left == nil) || got.Left != nil &&
			*got.Left != *tt.left {
			t.Errorf("%s: rate %s, left %v, %s", tt.name, rate, got.Left, got.Result)
		}
	}
	for _, tt := range []struct {
		names   string
		history []Worn
		planned float64
	}{
		{"history", nil, 0},
		{"history", []Worn{{0, thou, false}}, 0},
		{"history[1].hours", []Worn{{5, thou, false}, {4, 2 * thou, false}}, 0},
		{"history[0].hours", []Worn{{-1, thou, false}, {4, 2 * thou, false}}, 0},
		{"history[1].hours", []Worn{{1, thou, false}, {math.NaN(), 2 * thou, false}}, 0},
		{"history[1].clearance", []Worn{{1, thou, false}, {2, -thou, false}}, 0},
		{"planned_hours", []Worn{{1, thou, false}, {2, thou, false}}, math.Inf(1)},
	} {
		if _, err := Wear(tt.history, thou, tt.planned, nil); err == nil || !strings.HasPrefix(err.Error(), tt.names) {
			t.Errorf("%v: got %v, want an error on %s", tt.history, err, tt.names)
		}
	}
}

// Two runs at 2 and 4 thou in a thousand hours: at the faster 6 thou last 1500 h, at the
// slower 3000. With a division of half a thou a step back of half a thou is no reset.
func TestWearHasARange(t *testing.T) {
	history := []Worn{{0, 10 * thou, false}, {1000, 12 * thou, false}, {1000, 10 * thou, false}, {2000, 14 * thou, false}}
	life, err := Wear(history, 20*thou, 1600, nil)
	if err != nil || life.Runs != 2 || *life.Rate != 3*thou || *life.Left != 2000 || *life.Least != 1500 ||
		*life.Most != 3000 || life.Result != Lasts || strings.Join(life.Warnings, " ") != MayNotLast {
		t.Errorf("got %+v, %v", life, err)
	}
	step := []Worn{{0, 10 * thou, false}, {1000, 12 * thou, false}, {2000, 12*thou - thou/4, false}}
	for _, tt := range []struct {
		graduation *quantity.Length
		runs       int
	}{{nil, 2}, {new(thou / 2), 1}} {
		if life, err := Wear(step, 20*thou, 0, tt.graduation); err != nil || life.Runs != tt.runs {
			t.Errorf("%v: %+v, %v", tt.graduation, life, err)
		}
	}
	thin, err := Wear([]Worn{{0, 10 * thou, false}, {1000, 10 * thou, false}}, 20*thou, 1e6, new(thou))
	if err != nil || thin.Result != NotWearing || thin.Most != nil || thin.Least == nil ||
		strings.Join(thin.Warnings, " ") != MayNotLast+" "+Thin {
		t.Errorf("got %+v, %v", thin, err)
	}
	_, err = Wear(step, thou, 0, new(quantity.Length(0)))
	if err == nil || !strings.HasPrefix(err.Error(), "graduation") {
		t.Errorf("a division of nothing: %v", err)
	}
}
