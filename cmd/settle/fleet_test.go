package main

import (
	"bufio"
	"bytes"
	"context"
	"crypto/tls"
	"encoding/json"
	"fmt"
	"io"
	"net"
	"net/http"
	"net/url"
	"os"
	"os/exec"
	"path/filepath"
	"strings"
	"sync"
	"syscall"
	"testing"
	"time"

	"settle/core/job"
	"settle/core/log"
	"settle/internal/datafolder"
	"settle/internal/demo"
	"settle/internal/door"
	"settle/internal/drill"
	"settle/internal/hand"
	"settle/internal/server"
	"settle/internal/store"
)

// The test runs itself again as the command.
func TestMain(m *testing.M) {
	if os.Getenv("SETTLE_TEST_COMMAND") != "" {
		main()
	}
	os.Exit(m.Run())
}

const (
	pin        = "739158"
	passphrase = "copper kettle north wind"
)

// fleet are tablets of a shop, each with somebody who works at a job of their own.
type fleet struct {
	t       *testing.T
	tablets []*tablet
	keeper  string // cookie of the keeper
}

// tablet is one of them. It has an address of its own, as tablets have.
type tablet struct {
	cookies string
	number  string
	client  *http.Client
	view    server.JobView
	device  string
}

// furnished makes the demo's shop in a folder, with so many tablets, pumps and jobs more.
func furnished(t *testing.T, data string, tablets int, how door.How) *fleet {
	t.Helper()
	ctx := t.Context()
	path := filepath.Join(data, datafolder.ShopFile)
	if err := os.MkdirAll(data, 0o700); err != nil {
		t.Fatal(err)
	}
	if err := demo.Copy(path); err != nil {
		t.Fatal(err)
	}
	s, err := store.Open(ctx, path, time.Now)
	if err != nil {
		t.Fatal(err)
	}
	defer s.Close()
	d, err := door.New(ctx, s, time.Now, how)
	if err != nil {
		t.Fatal(err)
	}
	f := &fleet{t: t}
	keeper := f.begin(d)
	var people []store.Account
	codes := map[string]string{}
	for i := range min(tablets, drill.Pick(12, 2)) {
		a, err := d.AddAccount(ctx, keeper, store.Account{Name: fmt.Sprintf("Hand %d", i+1), Role: log.Lead})
		if err != nil {
			t.Fatal(err)
		}
		given, err := d.GiveCode(ctx, keeper, a.ID)
		if err != nil {
			t.Fatal(err)
		}
		people, codes[a.ID] = append(people, a), given.Code
	}
	model, err := s.Pump(ctx, "HT-520")
	if err != nil {
		t.Fatal(err)
	}
	for i := range tablets {
		who := people[i%len(people)]
		tb := &tablet{client: clientAt(i)}
		f.comeIn(d, keeper, tb, fmt.Sprintf("Bench %d", i+1), who, codes)
		model.Tag = fmt.Sprintf("FL-%03d", i+1)
		if err := s.SavePump(ctx, model, true); err != nil {
			t.Fatal(err)
		}
		if tb.number, err = s.OpenJob(ctx, store.ToOpen{ID: "fleet-" + model.Tag, Tag: model.Tag, By: who.Person(),
			Asked: job.Asked{Complaint: "noise"}}); err != nil {
			t.Fatal(err)
		}
		f.tablets = append(f.tablets, tb)
	}
	return f
}

// begin makes the keeper and returns who they are.
func (f *fleet) begin(d *door.Door) door.Caller {
	f.t.Helper()
	token, err := d.Invite(f.t.Context(), false)
	if err != nil {
		f.t.Fatal(err)
	}
	cookie, err := d.Begin(f.t.Context(), door.Caller{Address: "127.0.0.1"}, token, "T. Achterberg", "lead", passphrase)
	if err != nil {
		f.t.Fatal(err)
	}
	f.keeper = cookie.Name + "=" + cookie.Value
	return f.caller(d, cookie)
}

func (f *fleet) caller(d *door.Door, cookies ...*http.Cookie) door.Caller {
	f.t.Helper()
	r, err := http.NewRequest("POST", "http://127.0.0.1/", nil)
	if err != nil {
		f.t.Fatal(err)
	}
	r.RemoteAddr = "127.0.0.1:1"
	for _, c := range cookies {
		r.AddCookie(c)
	}
	c, err := d.Caller(r)
	if err != nil {
		f.t.Fatal(err)
	}
	return c
}

// comeIn lets a tablet in, and somebody at it.
func (f *fleet) comeIn(d *door.Door, keeper door.Caller, tb *tablet, name string, who store.Account,
	codes map[string]string) {
	f.t.Helper()
	ctx := f.t.Context()
	o, err := d.Offer(ctx, keeper, name)
	if err != nil {
		f.t.Fatal(err)
	}
	device, err := d.LetIn(ctx, door.Caller{Address: "127.0.0.1"}, o.Code)
	if err != nil {
		f.t.Fatal(err)
	}
	in := door.SignIn{Person: who.ID, Secret: pin}
	if code := codes[who.ID]; code != "" {
		in.Secret, in.New, codes[who.ID] = code, pin, ""
	}
	at := f.caller(d, device)
	session, err := d.SignIn(ctx, at, in)
	if err != nil {
		f.t.Fatal(err)
	}
	tb.device = at.Device.ID
	tb.cookies = fmt.Sprintf("%s=%s; %s=%s", device.Name, device.Value, session.Name, session.Value)
}

// clientAt is a client that comes from an address of its own, where this machine has them.
func clientAt(n int) *http.Client {
	from := &net.TCPAddr{IP: net.IPv4(127, 0, byte(1+n/250), byte(1+n%250))}
	dial := net.Dialer{LocalAddr: from, Timeout: 5 * time.Second}
	if l, err := net.ListenTCP("tcp", from); err != nil {
		dial.LocalAddr = nil
	} else {
		_ = l.Close()
	}
	return &http.Client{Transport: &http.Transport{DialContext: dial.DialContext, TLSClientConfig: new(tls.Config)}}
}

// served is a Settle that runs as a process of its own.
type served struct {
	t   *testing.T
	cmd *exec.Cmd
	at  string

	mu      sync.Mutex
	acked   map[string]time.Time // entry → when it was acknowledged
	refused map[int]int          // status → how often
	says    string               // of the last refusal
	events  int                  // on all streams
	slowest time.Duration

	stop chan struct{}
	done sync.WaitGroup
}

// serve starts it. Before stands before the command, such as what binds it to a core.
func serve(t *testing.T, before []string, args ...string) *served {
	t.Helper()
	line := append(append(before, os.Args[0], "serve", "--addr", "127.0.0.1:0"), args...)
	return begun(t, exec.Command(line[0], line[1:]...))
}

// serveWith starts it as somebody else.
func serveWith(t *testing.T, program string, as *syscall.SysProcAttr, args ...string) *served {
	t.Helper()
	cmd := exec.Command(program, append([]string{"serve", "--addr", "127.0.0.1:0"}, args...)...)
	cmd.SysProcAttr = as
	return begun(t, cmd)
}

// begun starts a command and waits until it says where it is.
func begun(t *testing.T, cmd *exec.Cmd) *served {
	t.Helper()
	s := &served{t: t, cmd: cmd, stop: make(chan struct{}), acked: map[string]time.Time{}, refused: map[int]int{}}
	s.cmd.Env = append(os.Environ(), "SETTLE_TEST_COMMAND=1")
	out, err := s.cmd.StdoutPipe()
	if err != nil {
		t.Fatal(err)
	}
	if err := s.cmd.Start(); err != nil {
		t.Fatal(err)
	}
	t.Cleanup(func() { _ = s.cmd.Process.Kill() })
	lines := bufio.NewScanner(out)
	for lines.Scan() {
		if fields := strings.Fields(lines.Text()); len(fields) > 3 && strings.HasPrefix(fields[3], "http") {
			s.at = fields[3]
			break
		}
	}
	if s.at == "" {
		t.Fatal("it does not say where it is")
	}
	go func() { _, _ = io.Copy(io.Discard, out) }()
	return s
}

// ask sends a request and returns status and body; 0 where no answer came.
func (s *served) ask(c *http.Client, method, path, cookies string, body any) (int, []byte) {
	var text io.Reader
	if body != nil {
		b, err := json.Marshal(body)
		if err != nil {
			return 0, nil
		}
		text = bytes.NewReader(b)
	}
	req, err := http.NewRequest(method, s.at+path, text)
	if err != nil {
		return 0, nil
	}
	req.Header.Set("Cookie", cookies)
	req.Header.Set("Content-Type", "application/json")
	req.Header.Set("Settle-Confirm", url.PathEscape(passphrase)) // a keeper's act asks for it anew
	res, err := c.Do(req)
	if err != nil {
		return 0, nil
	}
	defer res.Body.Close()
	b, err := io.ReadAll(res.Body)
	if err != nil {
		return 0, nil
	}
	return res.StatusCode, b
}

// work has every tablet look on and enter, so many entries a second in all, until it is stopped.
// Named tells the entries of one round from those of another.
func (s *served) work(f *fleet, named string, rate float64) {
	s.t.Helper()
	defer s.wait(len(f.tablets))
	every := time.Duration(float64(len(f.tablets)) / rate * float64(time.Second))
	for i, tb := range f.tablets {
		s.done.Go(func() { s.look(tb) })
		s.done.Go(func() {
			first := time.NewTimer(every * time.Duration(i) / time.Duration(len(f.tablets)))
			defer first.Stop()
			select {
			case <-s.stop:
				return
			case <-first.C:
			}
			tick := time.NewTicker(every)
			defer tick.Stop()
			for n := 0; ; n++ {
				s.enter(tb, fmt.Sprintf("%s-%s-%d", named, tb.number, n))
				select {
				case <-s.stop:
					return
				case <-tick.C:
				}
			}
		})
	}
}

// wait is until so many entries are acknowledged: then all are at work.
func (s *served) wait(many int) {
	s.t.Helper()
	for until := time.Now().Add(time.Minute); time.Now().Before(until); time.Sleep(20 * time.Millisecond) {
		s.mu.Lock()
		n := len(s.acked)
		s.mu.Unlock()
		if n >= many {
			return
		}
	}
	s.t.Fatalf("nothing is entered: refused %v, saying %s", s.refused, s.says)
}

// look reads the stream of a tablet.
func (s *served) look(tb *tablet) {
	ctx, cancel := context.WithCancel(context.Background())
	defer cancel()
	go func() { <-s.stop; cancel() }()
	req, err := http.NewRequestWithContext(ctx, "GET", s.at+"/api/v1/live", nil)
	if err != nil {
		return
	}
	req.Header.Set("Cookie", tb.cookies)
	res, err := tb.client.Do(req)
	if err != nil {
		return
	}
	defer res.Body.Close()
	lines, n := bufio.NewScanner(res.Body), 0
	for lines.Scan() {
		if strings.HasPrefix(lines.Text(), "event: kept") {
			n++
		}
	}
	s.mu.Lock()
	s.events += n
	s.mu.Unlock()
}

// enter keeps what comes next at the tablet's job.
func (s *served) enter(tb *tablet, id string) {
	path := "/api/v1/jobs/" + tb.number
	if tb.view.Sheet == nil {
		if status, b := s.ask(tb.client, "GET", path, tb.cookies, nil); status == http.StatusOK {
			_ = json.Unmarshal(b, &tb.view) // where it is half there, the next round asks again
		}
	}
	step := dueStep(tb.view.Sheet)
	if step == nil {
		return
	}
	form := server.EntryForm{ID: id, Kind: log.Kept, Step: step.ID, On: step.Entry, Reason: step.Again, PIN: pin}
	if step.State == job.Decide {
		form.Kind, form.Reason = log.Decided, "accepted"
	} else {
		form.Body = new(hand.Entry(step, true, time.Now()))
	}
	began := time.Now()
	status, b := s.ask(tb.client, "POST", path+"/entries", tb.cookies, form)
	took := time.Since(began)
	tb.view = server.JobView{}
	s.mu.Lock()
	defer s.mu.Unlock()
	switch status {
	case http.StatusCreated:
		s.acked[id], s.slowest = time.Now(), max(s.slowest, took)
		_ = json.Unmarshal(b, &tb.view)
	case 0: // it was killed
	default:
		s.refused[status]++
		s.says = string(b)
	}
}

func dueStep(sheet *job.Sheet) *job.StepSheet {
	if sheet == nil {
		return nil
	}
	for i := range sheet.Stages {
		for k := range sheet.Stages[i].Steps {
			if x := &sheet.Stages[i].Steps[k]; x.State == job.Open || x.State == job.Decide {
				return x
			}
		}
	}
	return nil
}

// halt ends the work, and then the server: killed as a power cut does it.
func (s *served) halt(kill bool) {
	s.t.Helper()
	if kill {
		if err := s.cmd.Process.Kill(); err != nil {
			s.t.Fatal(err)
		}
		_ = s.cmd.Wait() // it was killed
	}
	close(s.stop)
	s.done.Wait()
	if !kill {
		if err := s.cmd.Process.Signal(os.Interrupt); err != nil {
			s.t.Fatal(err)
		}
		if err := s.cmd.Wait(); err != nil {
			s.t.Errorf("it ends with %v", err)
		}
	}
}

// missing are the acknowledged entries that a shop's file does not hold. Every chain in it holds.
func missing(t *testing.T, path string, f *fleet, acked map[string]time.Time) []string {
	t.Helper()
	if _, broken, err := store.Verify(t.Context(), path); err != nil || len(broken) > 0 {
		t.Fatalf("%v %v", broken, err)
	}
	s, err := store.Open(t.Context(), path, time.Now)
	if err != nil {
		t.Fatal(err)
	}
	defer s.Close()
	here := map[string]bool{}
	for _, tb := range f.tablets {
		r, err := s.Job(t.Context(), tb.number)
		if err != nil {
			t.Fatal(err)
		}
		for _, e := range r.Log {
			here[e.ID] = true
		}
	}
	var gone []string
	for id := range acked {
		if !here[id] {
			gone = append(gone, id)
		}
	}
	return gone
}
