package server

import (
	"bufio"
	"net/http"
	"strings"
	"testing"
)

// The stream opens with a beat, tells what is kept, and ends when the shop is about to close, so that
// the server can stop.
func TestTheStreamTellsWhatIsKept(t *testing.T) {
	s, srv := demoStore(t)
	res, err := http.Get(srv.URL + "/api/v1/live")
	if err != nil {
		t.Fatal(err)
	}
	defer res.Body.Close()
	if got := res.Header.Get("Content-Type"); got != "text/event-stream" {
		t.Errorf("the stream is %s", got)
	}
	lines := bufio.NewScanner(res.Body)
	next := func() (event, data string) {
		for lines.Scan() {
			if event, is := strings.CutPrefix(lines.Text(), "event: "); is {
				lines.Scan()
				return event, strings.TrimPrefix(lines.Text(), "data: ")
			}
		}
		return "", ""
	}
	if event, _ := next(); event != "beat" {
		t.Fatalf("the stream opens with %q", event)
	}
	if status, _, b := call(t, srv, "POST", entries, entry("l1", "runout-seal-built", "", "", good)); status != 201 {
		t.Fatalf("%d %.300s", status, b)
	}
	event, data := next()
	if event != "kept" || !strings.Contains(data, `"what":"job","job":"J-0005"`) {
		t.Errorf("an entry is told as %q, %s", event, data)
	}
	s.Unwatch()
	if event, data := next(); event != "" {
		t.Errorf("the stream of a shop that closes goes on with %q, %s", event, data)
	}
}
