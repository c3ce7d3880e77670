package door

import (
	"fmt"
	"strings"
	"sync"
	"testing"
	"time"

	"settle/internal/store"
)

// Three are free, then each wait is twice as long, to a quarter of an hour; who was right begins
// anew, and so does who let a day pass.
func TestWaitsGrow(t *testing.T) {
	now := time.Date(2026, 11, 26, 8, 0, 0, 0, time.UTC)
	tr := tries{all: map[string]*tried{}}
	me := who{"pin p1", freePerson}
	wrong := func() time.Duration {
		t.Helper()
		if wait := tr.begin(now, me); wait != nil {
			return wait.For
		}
		return 0
	}
	for n, want := range []time.Duration{0, 0, 0, 5 * time.Second, 10 * time.Second, 20 * time.Second} {
		if got := wrong(); got != want {
			t.Errorf("try %d waits %v, want %v", n+1, got, want)
		}
		if want > 0 { // the wait is over, and a wrong one follows
			now = now.Add(want)
			if got := wrong(); got != 0 {
				t.Errorf("after its wait try %d waits %v", n+1, got)
			}
		}
	}
	for range 20 {
		if wait := tr.begin(now, me); wait != nil {
			now = now.Add(wait.For)
		}
	}
	if got := wrong(); got != longest {
		t.Errorf("in the end it waits %v", got)
	}
	tr.well(me)
	if got := wrong(); got != 0 {
		t.Errorf("who was right waits %v", got)
	}
	tr.all[me.key].failed = 50
	now = now.Add(forgotten + time.Second)
	if wrong(); tr.all[me.key].failed != 1 {
		t.Errorf("after a day %d are remembered", tr.all[me.key].failed)
	}
}

// A wait for one is no wait for another; a clock set back makes no wait longer; the table stays small.
func TestWaitsAreApart(t *testing.T) {
	now := time.Date(2026, 11, 26, 8, 0, 0, 0, time.UTC)
	tr := tries{all: map[string]*tried{}}
	one, two, place := who{"pin p1", freePerson}, who{"pin p2", freePerson}, who{"at bench 1", freePlace}
	for range freePerson {
		tr.begin(now, one, place)
	}
	if wait := tr.begin(now, one, place); wait == nil {
		t.Error("the first does not wait")
	}
	if wait := tr.begin(now, two, place); wait != nil {
		t.Errorf("the other waits %v for the first", wait.For)
	}
	for range freePlace {
		tr.begin(now, who{fmt.Sprint("pin ", time.Now().UnixNano()), freePerson}, place)
	}
	if wait := tr.begin(now, who{"pin p9", freePerson}, place); wait == nil {
		t.Error("the place does not wait, whoever is tried at it")
	}
	for i := range mostKept {
		tr.all[fmt.Sprint("from ", i)] = &tried{failed: 1, last: now}
	}
	tr.begin(now, who{"pin p3", freePerson})
	if tr.begin(now, one) == nil || len(tr.all) > 10 {
		t.Errorf("%d are remembered, and one who waits is forgotten", len(tr.all))
	}
	if wait := tr.begin(now.Add(-24*time.Hour), one); wait == nil || wait.For > longest {
		t.Errorf("with the clock a day back it waits %v", wait)
	}
}

func TestAWaitInWords(t *testing.T) {
	for wait, want := range map[time.Duration]string{100 * time.Millisecond: "wait 1 second,",
		40 * time.Second: "wait 40 seconds", 15 * time.Minute: "wait 15 minutes"} {
		if got := (&Wait{wait}).Error(); !strings.Contains(got, want) {
			t.Errorf("%v: %q", wait, got)
		}
	}
}

// A keeper's code and the first keeper's address work once, also where many use them at once.
func TestOnceIsOnce(t *testing.T) {
	s := open(t, How{})
	ctx := t.Context()
	tablet := s.tablet("Bench 1")
	a, err := s.door.AddAccount(ctx, s.keeper(), store.Account{Name: "A. Moreau", Role: "technician"})
	if err != nil {
		t.Fatal(err)
	}
	given, err := s.door.GiveCode(ctx, s.keeper(), a.ID)
	if err != nil {
		t.Fatal(err)
	}
	token, err := s.door.Invite(ctx, true)
	if err != nil {
		t.Fatal(err)
	}
	at := s.caller("POST", tablet)
	var all sync.WaitGroup
	var mu sync.Mutex
	came, keepers := 0, 0
	for n := range 3 {
		all.Go(func() {
			_, err := s.door.SignIn(ctx, at, SignIn{Person: a.ID, Secret: given.Code, New: fmt.Sprintf("48260%d", n)})
			mu.Lock()
			defer mu.Unlock()
			if err == nil {
				came++
			}
		})
		all.Go(func() {
			from := Caller{Address: fmt.Sprintf("10.0.1.%d", n)}
			_, err := s.door.Begin(ctx, from, token, fmt.Sprintf("Keeper %d", n), "lead", words)
			mu.Lock()
			defer mu.Unlock()
			if err == nil {
				keepers++
			}
		})
	}
	all.Wait()
	if came != 1 || keepers != 1 {
		t.Errorf("%d came in by one code, %d became keeper by one address", came, keepers)
	}
}
