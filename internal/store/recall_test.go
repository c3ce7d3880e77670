package store

import (
	"testing"

	"settle/core/judge"
)

// What is signed and would not pass today is listed with its reading, and its sheet stays as it is.
func TestRecallListsWhatWouldNotPass(t *testing.T) {
	for _, name := range []string{"shop-1-opened", "shop-2", "shop-3", "shop-4", "shop-5", "shop-6"} {
		s := open(t, olderShop(t, name))
		rows, err := s.Recall(ctx)
		if err != nil {
			t.Fatalf("%s: %v", name, err)
		}
		for _, r := range rows {
			if r.Now.Verdict == judge.Within || r.Now.Verdict == r.Then.Verdict || r.Title == "" || r.Signed.IsZero() {
				t.Errorf("%s lists %+v", name, r)
			}
			// What was right then is right now: a pressure with its minutes behind it is that pressure.
			if r.Step == "leak-test" {
				t.Errorf("%s: %s was held as asked, and is listed: %+v", name, r.Number, r)
			}
		}
		again, err := s.Recall(ctx)
		if err != nil || len(again) != len(rows) {
			t.Errorf("%s: a second look finds %d of %d, %v", name, len(again), len(rows), err)
		}
	}
}
