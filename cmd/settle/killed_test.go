package main

import (
	"bufio"
	"context"
	"fmt"
	"net/http"
	"os"
	"os/exec"
	"path/filepath"
	"slices"
	"strings"
	"sync"
	"testing"
	"time"

	"settle/internal/demo"
	"settle/internal/drill"
	"settle/internal/store"
)

// The test runs itself again as the command.
func TestMain(m *testing.M) {
	if os.Getenv("SETTLE_TEST_COMMAND") != "" {
		os.Exit(run(context.Background(), os.Args[1:], os.Stdin, os.Stdout, os.Stderr))
	}
	os.Exit(m.Run())
}

// served is a Settle that runs as a process of its own, with people who enter.
type served struct {
	t    *testing.T
	cmd  *exec.Cmd
	at   string
	stop chan struct{}
	done sync.WaitGroup

	mu      sync.Mutex
	acked   map[string]time.Time // remark → when it was acknowledged
	refused map[int]int          // status → how often
	says    string               // of the last refusal
}

func serve(t *testing.T, data, second string) *served {
	t.Helper()
	s := &served{t: t, stop: make(chan struct{}), acked: map[string]time.Time{}, refused: map[int]int{}}
	s.cmd = exec.Command(os.Args[0], "serve", "--addr", "127.0.0.1:0", "--data", data, "--replica", second)
	s.cmd.Env = append(os.Environ(), "SETTLE_TEST_COMMAND=1")
	out, err := s.cmd.StdoutPipe()
	if err != nil {
		t.Fatal(err)
	}
	if err := s.cmd.Start(); err != nil {
		t.Fatal(err)
	}
	t.Cleanup(func() { _ = s.cmd.Process.Kill() })
	line, err := bufio.NewReader(out).ReadString('\n')
	fields := strings.Fields(line)
	if err != nil || len(fields) < 4 {
		t.Fatalf("it says %q, %v", line, err)
	}
	s.at = fields[3]
	return s
}

// load has people enter remarks until the work is stopped.
func (s *served) load(name string, people int) {
	for p := range people {
		s.done.Go(func() {
			for n := 0; ; n++ {
				select {
				case <-s.stop:
					return
				default:
					s.enter(fmt.Sprintf("%s-%d-%06d", name, p, n))
				}
			}
		})
	}
}

func (s *served) enter(id string) {
	body := fmt.Sprintf(`{"id":%q,"kind":"remark","text":"seen"}`, id)
	answer, err := http.Post(s.at+"/api/v1/pumps/LS-204/log", "application/json", strings.NewReader(body))
	if err != nil {
		return // it was killed
	}
	text := make([]byte, 1000)
	n, _ := answer.Body.Read(text)
	answer.Body.Close()
	s.mu.Lock()
	defer s.mu.Unlock()
	if answer.StatusCode == http.StatusCreated {
		s.acked[id] = time.Now()
		return
	}
	s.refused[answer.StatusCode]++
	s.says = string(text[:n])
}

// kill ends it as a power cut does.
func (s *served) kill() {
	s.t.Helper()
	if err := s.cmd.Process.Kill(); err != nil {
		s.t.Fatal(err)
	}
	_ = s.cmd.Wait() // it was killed
	close(s.stop)
	s.done.Wait()
}

// missing are the acknowledged remarks that a shop's file does not hold.
func missing(t *testing.T, path string, acked map[string]time.Time) []string {
	t.Helper()
	if _, broken, err := store.Verify(t.Context(), path); err != nil || len(broken) > 0 {
		t.Fatalf("%v %v", broken, err)
	}
	s, err := store.Open(t.Context(), path, time.Now)
	if err != nil {
		t.Fatal(err)
	}
	defer s.Close()
	log, err := s.PumpLog(t.Context(), "LS-204")
	if err != nil {
		t.Fatal(err)
	}
	here := map[string]bool{}
	for _, e := range log {
		here[e.ID] = true
	}
	var gone []string
	for id := range acked {
		if !here[id] {
			gone = append(gone, id)
		}
	}
	slices.Sort(gone)
	return gone
}

// Killed under load, nothing that was acknowledged is lost. When the data folder is deleted under
// load the server refuses within a second, in words, and what it acknowledged is restored from
// the replica but for the last moment.
func TestKilledUnderLoadAndRestored(t *testing.T) {
	root := t.TempDir()
	data, second := filepath.Join(root, "data"), filepath.Join(root, "second")
	if err := os.Mkdir(data, 0o700); err != nil {
		t.Fatal(err)
	}
	path := filepath.Join(data, file)
	if err := demo.Copy(path); err != nil {
		t.Fatal(err)
	}
	acked := map[string]time.Time{}
	for round := range drill.Pick(10, 2) {
		s := serve(t, data, second)
		s.load(fmt.Sprintf("kill-%02d", round), 6)
		time.Sleep(drill.Pick(2*time.Second, 500*time.Millisecond))
		s.kill()
		for id, at := range s.acked {
			acked[id] = at
		}
		if gone := missing(t, path, acked); len(gone) > 0 {
			t.Fatalf("round %d: %d of %d acknowledged are lost, the first is %s", round, len(gone), len(acked), gone[0])
		}
	}
	s := serve(t, data, second)
	s.load("delete", 6)
	time.Sleep(2 * time.Second)
	deleted := time.Now()
	for try := 0; ; try++ { // something may be put into it meanwhile
		if err := os.RemoveAll(data); err == nil {
			break
		} else if try == 20 {
			t.Fatal(err)
		}
	}
	time.Sleep(2 * time.Second)
	s.kill()
	var last time.Time
	for id, at := range s.acked {
		acked[id] = at
		if at.After(last) {
			last = at
		}
	}
	if last.Sub(deleted) > time.Second || s.refused[http.StatusServiceUnavailable] == 0 ||
		!strings.Contains(s.says, "not in its folder any more") {
		t.Errorf("acknowledged %v after the folder went, refused %v, saying %s", last.Sub(deleted), s.refused, s.says)
	}
	again := filepath.Join(root, "again")
	status, out, errs := try(t, t.Context(), "", "restore", "--data", again, "--from", second)
	if status != 0 {
		t.Fatalf("%s%s", out, errs)
	}
	lost := 0
	for _, id := range missing(t, filepath.Join(again, file), acked) {
		lost++
		if before := deleted.Sub(acked[id]); before > time.Second {
			t.Errorf("%s is missing, and was acknowledged %v before the folder went", id, before)
		}
	}
	t.Logf("%d acknowledged, %d of the last second missing after the deletion", len(acked), lost)
}
