package server

import (
	"context"
	"net/http"
	"time"

	"github.com/danielgtaylor/huma/v2"
	"github.com/danielgtaylor/huma/v2/sse"

	"settle/internal/door"
	"settle/internal/store"
)

// beat is how often a stream says that it still stands, so that both ends notice when it does not.
const beat = 20 * time.Second

// askAgain is after how long it is asked again whether a reader may look on, before something is told.
const askAgain = 2 * time.Second

// beating is the event of a stream that stands and has nothing to tell.
type beating struct{}

func (s *server) live(api huma.API) {
	sse.Register(api, huma.Operation{OperationID: "live", Method: http.MethodGet, Path: "/api/v1/live",
		Summary: "What is kept in this shop, as it is kept: a stream of server-sent events. Where it ends, " +
			"look at everything anew and open it again"},
		map[string]any{"kept": store.Event{}, "beat": beating{}}, s.tellLive)
}

// tellLive ends when the reader goes, is too far behind, or the server shuts down.
func (s *server) tellLive(ctx context.Context, _ *struct{}, send sse.Sender) {
	caller, turn := door.Of(ctx), s.door.Turn()
	done, may := s.door.Stream(caller)
	if may {
		defer done()
	}
	events, stop := s.store.Watch()
	defer stop()
	if events == nil || !may { // too many look on: come again later
		_ = send(sse.Message{Data: beating{}, Retry: int(beat.Milliseconds())})
		return
	}
	still := time.NewTicker(beat)
	defer still.Stop()
	turns := time.NewTicker(time.Second)
	defer turns.Stop()
	asked := time.Now()
	// in says whether the caller may still look on: a tablet that nobody touched locks, and its stream
	// tells no more than its page does.
	in := func() bool {
		if now := s.door.Turn(); now == turn && time.Since(asked) < askAgain {
			return true
		}
		turn, asked = s.door.Turn(), time.Now()
		return s.door.Still(ctx, caller)
	}
	// The first beat opens the stream at the reader's end; later ones find a reader that is gone.
	for err := send.Data(beating{}); err == nil; {
		select {
		case <-ctx.Done():
			return
		case <-turns.C: // somebody is let in no more: is it who reads here?
			if s.door.Turn() != turn && !in() {
				return
			}
		case <-still.C:
			if !in() {
				return
			}
			err = send.Data(beating{})
		case e, open := <-events:
			if !open || !in() {
				return
			}
			err = send.Data(e)
		}
	}
}
