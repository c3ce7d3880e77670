package server

import (
	"context"
	"errors"
	"net/http/httptest"
	"os"
	"path/filepath"
	"strings"
	"sync/atomic"
	"testing"
	"time"

	"settle/internal/copies"
	"settle/internal/demo"
	"settle/internal/door"
	"settle/internal/store"
)

// A clock that is set back a day is told in words; entries are kept in their order, the chain holds,
// and when the clock is right again nothing is said any more.
func TestTheClockIsSetBack(t *testing.T) {
	path := filepath.Join(t.TempDir(), "data", "settle.db")
	if err := errors.Join(os.Mkdir(filepath.Dir(path), 0o700), demo.Copy(path)); err != nil {
		t.Fatal(err)
	}
	var ahead atomic.Int64
	clock := func() time.Time { return time.Now().Add(time.Duration(ahead.Load())) }
	s, err := store.Open(t.Context(), path, clock)
	if err != nil {
		t.Fatal(err)
	}
	d, err := door.New(context.Background(), s, clock, door.How{Demo: true, Local: true})
	if err != nil {
		t.Fatal(err)
	}
	srv := httptest.NewServer(New(s, copies.Beside(s, clock), d, built))
	t.Cleanup(func() { srv.Close(); s.Close() })
	enter := func(id, on, reason string) JobView {
		t.Helper()
		status, _, b := call(t, srv, "POST", entries, entry(id, "runout-seal-built", on, reason, good))
		return decoded[JobView](t, status, b)
	}
	if v := enter("c1", "", ""); v.Clock != "" {
		t.Errorf("the clock is right: %s", v.Clock)
	}
	ahead.Store(int64(-24 * time.Hour))
	v := enter("c2", "c1", "measured again")
	if !strings.Contains(v.Clock, "set back") || !strings.Contains(v.Clock, "see to the clock") {
		t.Errorf("told: %q", v.Clock)
	}
	e := v.Log[len(v.Log)-2:]
	if !e[1].At.Before(e[0].At) || e[1].Seq != e[0].Seq+1 || v.Sheet.Step("runout-seal-built").Entry != "c2" {
		t.Errorf("kept as %d at %v after %d at %v", e[1].Seq, e[1].At, e[0].Seq, e[0].At)
	}
	ahead.Store(0)
	if v := get[JobView](t, srv, "/api/v1/jobs/J-0005"); v.Clock != "" {
		t.Errorf("the clock is right again: %s", v.Clock)
	}
	if _, broken, err := store.Verify(t.Context(), path); err != nil || len(broken) > 0 {
		t.Errorf("%v %v", broken, err)
	}
}
