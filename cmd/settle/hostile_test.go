package main

import (
	"bytes"
	"context"
	"crypto/tls"
	"crypto/x509"
	"encoding/json"
	"errors"
	"fmt"
	"io"
	"net"
	"net/http"
	"os"
	"path/filepath"
	"strings"
	"sync"
	"sync/atomic"
	"testing"
	"time"

	"settle/internal/datafolder"
	"settle/internal/door"
	"settle/internal/drill"
	"settle/internal/server"
)

// hostile is somebody on the shop's network who means harm, at an address of their own.
type hostile struct {
	*served
	t     *testing.T
	trust *tls.Config
	http  *http.Client
}

// A hostile client in the shop's network gets nothing and slows nobody, while tablets work over
// TLS: not by a forged origin, a revoked tablet, a replayed sign-in or code, by guessing PINs at
// full speed, by tricks with paths, slow bodies or thousands of streams.
func TestAHostileClient(t *testing.T) {
	if !drill.On() {
		t.Skip("in the drill; each part of it is tested by itself")
	}
	data := t.TempDir()
	f := furnished(t, data, 16, door.How{Secure: true})
	s := serve(t, apart(t), "--data", data, "--addr", "0.0.0.0:0", "--plain", "127.0.0.1:0")
	_, port, err := net.SplitHostPort(strings.TrimPrefix(s.at, "https://"))
	if err != nil || !strings.HasPrefix(s.at, "https://") {
		t.Fatalf("it is at %s, %v", s.at, err)
	}
	s.at = "https://127.0.0.1:" + port
	h := &hostile{served: s, t: t, trust: trusting(t, data)}
	h.http = trustingClient(clientAt(7000), h.trust)
	for _, tb := range f.tablets {
		trustingClient(tb.client, h.trust)
	}
	keeper := trustingClient(clientAt(7001), h.trust)

	// The first four tablets are in hostile hands.
	taken := f.tablets[:4]
	f.tablets = f.tablets[4:]
	s.work(f, "load", 20)
	h.forged(taken[3])
	h.revoked(taken[0], keeper, f.keeper)
	h.replayed(taken[1])
	all := s.quickest(trustingClient(clientAt(1), h.trust), func() {
		var attacks sync.WaitGroup
		attacks.Go(func() { h.guessing(taken[2]) })
		attacks.Go(func() { h.paths() })
		attacks.Go(func() { h.slow() })
		attacks.Go(func() { h.streams(taken[3]) })
		attacks.Wait()
	})
	memory := highest(t, s.cmd.Process.Pid)
	s.halt(false)
	said := fmt.Sprintf("under attack %s, slowest at the tablet %v, %d MB", all, s.slowest.Round(time.Millisecond), memory)
	fmt.Println("DRILL " + said)
	if gone := missing(t, filepath.Join(data, datafolder.ShopFile), f, s.acked); len(gone) > 0 || len(s.refused) > 0 {
		t.Errorf("lost %v, refused %v, saying %s", gone, s.refused, s.says)
	}
	if !all.quick() || memory > 250 || all.count < 20 {
		t.Error(said)
	}
}

// trusting is what a tablet trusts that took the shop's certificate.
func trusting(t *testing.T, data string) *tls.Config {
	t.Helper()
	text, err := os.ReadFile(filepath.Join(data, "tls", "authority.crt"))
	if err != nil {
		t.Fatal(err)
	}
	pool := x509.NewCertPool()
	if !pool.AppendCertsFromPEM(text) {
		t.Fatal("no certificate")
	}
	return &tls.Config{RootCAs: pool}
}

// want says where an answer is another than it should be; what is slowed is as good as refused.
func (h *hostile) want(what string, status, want int) {
	h.t.Helper()
	if status != want && status != http.StatusTooManyRequests {
		h.t.Errorf("%s: %d, want %d", what, status, want)
	}
}

func (h *hostile) forged(tb *tablet) {
	for _, head := range [][2]string{{"Origin", "https://elsewhere.example"}, {"Sec-Fetch-Site", "cross-site"}} {
		req, err := http.NewRequest("POST", h.at+"/api/v1/jobs", strings.NewReader(`{"id":"x","pump":"FL-001"}`))
		if err != nil {
			h.t.Error(err)
			return
		}
		req.Header.Set(head[0], head[1])
		req.Header.Set("Cookie", tb.cookies)
		res, err := h.http.Do(req)
		if err != nil {
			h.t.Errorf("%s: %v", head[0], err)
			continue
		}
		_ = res.Body.Close()
		h.want(head[0], res.StatusCode, http.StatusForbidden)
	}
}

func (h *hostile) revoked(tb *tablet, keeper *http.Client, cookie string) {
	status, _ := h.ask(h.http, "GET", "/api/v1/jobs", tb.cookies, nil)
	h.want("before", status, http.StatusOK)
	status, b := h.ask(keeper, "DELETE", "/api/v1/tablets/"+tb.device, cookie, nil)
	if status != http.StatusOK {
		h.t.Errorf("revoking: %d %s", status, b)
	}
	for range 50 {
		status, _ := h.ask(h.http, "GET", "/api/v1/jobs", tb.cookies, nil)
		h.want("a revoked tablet", status, http.StatusUnauthorized)
	}
}

func (h *hostile) replayed(tb *tablet) {
	if status, b := h.ask(tb.client, "DELETE", "/api/v1/session", tb.cookies, nil); status != http.StatusOK {
		h.t.Errorf("signing out: %d %s", status, b)
	}
	for range 20 {
		status, _ := h.ask(h.http, "GET", "/api/v1/jobs", tb.cookies, nil)
		h.want("the cookie of who has gone", status, http.StatusUnauthorized)
		status, _ = h.ask(h.http, "POST", "/api/v1/tablets/in", "", map[string]string{"code": "BCDFGHJK"})
		h.want("a code that was used", status, http.StatusUnprocessableEntity)
		status, _ = h.ask(h.http, "POST", "/api/v1/keeper", "", map[string]string{"token": "x", "name": "Me", "role": "lead",
			"passphrase": passphrase})
		h.want("the keeper's address", status, http.StatusUnprocessableEntity)
	}
}

// guessing tries PINs at a tablet, and passphrases from elsewhere, as fast as it goes.
func (h *hostile) guessing(tb *tablet) {
	device, _, _ := strings.Cut(tb.cookies, ";")
	looked, n := 0, 0
	for until := time.Now().Add(15 * time.Second); time.Now().Before(until); n++ {
		body := map[string]string{"name": "T. Achterberg", "secret": fmt.Sprintf("guess number %d", n)}
		cookie := ""
		if n%2 == 0 {
			body, cookie = map[string]string{"person": "p5", "secret": fmt.Sprintf("%06d", n)}, device
		}
		switch status, _ := h.ask(h.http, "POST", "/api/v1/session", cookie, body); status {
		case http.StatusUnprocessableEntity:
			looked++
		case http.StatusCreated:
			h.t.Error("guessed")
		}
	}
	if looked > 12 {
		h.t.Errorf("%d of %d guesses were looked at", looked, n)
	}
}

func (h *hostile) paths() {
	for _, path := range []string{"/api/v1/photos/..%2f..%2fsettle.db", "/assets/..%2f..%2fsettle.db", "//api/v1/jobs",
		"/api/v1/jobs/%2e%2e/shop", "/api/v1/jobs/..;/shop", "/assets/%2e%2e/settle.db", "/settle.db", "/data/settle.db",
		"/api/v1/openapi.json", "/api/v1/JOBS", "/metrics", "/api/v1/papers/../../shop.key", "/tls/authority.key"} {
		req, err := http.NewRequest("GET", h.at, nil)
		if err != nil {
			h.t.Error(err)
			return
		}
		req.URL.Opaque = "//" + strings.TrimPrefix(h.at, "https://") + path // as it stands
		req.Header.Set("X-Forwarded-For", "127.0.0.1")
		res, err := h.http.Do(req)
		if err != nil {
			continue // it takes no such request
		}
		b, _ := io.ReadAll(res.Body)
		_ = res.Body.Close()
		for _, word := range []string{"SQLite", "PRIVATE", "Okafor", "FL-0", "operationId", "settle_operation"} {
			if bytes.Contains(b, []byte(word)) {
				h.t.Errorf("%s tells %q", path, word)
			}
		}
	}
}

// slow opens requests whose bodies hardly come, and sees the server end them.
func (h *hostile) slow() {
	dial := tls.Dialer{NetDialer: &net.Dialer{LocalAddr: &net.TCPAddr{IP: net.IPv4(127, 66, 0, 1)}}, Config: h.trust}
	var held []net.Conn
	for range 40 {
		c, err := dial.Dial("tcp", strings.TrimPrefix(h.at, "https://"))
		if err != nil {
			continue
		}
		_, _ = fmt.Fprintf(c, "POST /api/v1/session HTTP/1.1\r\nHost: 127.0.0.1\r\nContent-Type: application/json\r\n"+
			"Content-Length: 1000\r\n\r\n{")
		held = append(held, c)
	}
	for _, c := range held {
		// The server waits for a body for thirty seconds.
		_ = c.SetReadDeadline(time.Now().Add(45 * time.Second))
		if _, err := io.ReadAll(c); errors.Is(err, os.ErrDeadlineExceeded) {
			h.t.Error("a body that does not come is waited for without end")
		}
		_ = c.Close()
	}
	if len(held) == 0 {
		h.t.Error("no slow body was begun")
	}
}

// streams opens as many connections as it can from one address, and then as many streams as it can
// with the cookie of a tablet in hostile hands.
func (h *hostile) streams(tb *tablet) {
	const mostOpen = 150 // 64 at once, and those that the server was still about to close
	const many = 10_000
	dial := net.Dialer{LocalAddr: &net.TCPAddr{IP: net.IPv4(127, 66, 0, 2)}, Timeout: time.Second}
	var held []net.Conn
	for range many {
		if c, err := dial.Dial("tcp", strings.TrimPrefix(h.at, "https://")); err == nil {
			held = append(held, c)
		}
	}
	open := 0
	for _, c := range held {
		_ = c.SetReadDeadline(time.Now().Add(time.Millisecond))
		if _, err := c.Read(make([]byte, 1)); errors.Is(err, os.ErrDeadlineExceeded) {
			open++ // it was not closed at once
		}
		_ = c.Close()
	}
	if open > mostOpen {
		h.t.Errorf("%d of %d connections from one address were open", open, len(held))
	}
	h.insideStreams(tb, many/10)
}

func (h *hostile) insideStreams(tb *tablet, many int) {
	var open, most atomic.Int64
	var all sync.WaitGroup
	turns := make(chan struct{}, 40)
	from := trustingClient(clientAt(7002), h.trust)
	for range many {
		turns <- struct{}{}
		all.Go(func() {
			defer func() { <-turns }()
			once, stop := context.WithTimeout(context.Background(), 2*time.Second)
			defer stop()
			req, err := http.NewRequestWithContext(once, "GET", h.at+"/api/v1/live", nil)
			if err != nil {
				return
			}
			req.Header.Set("Cookie", tb.cookies)
			res, err := from.Do(req)
			if err != nil {
				return
			}
			defer res.Body.Close()
			// One too many gets a beat and its end; one that is open stays so until the time is over.
			if _, err := io.Copy(io.Discard, res.Body); err != nil && res.StatusCode == http.StatusOK {
				now := open.Add(1)
				for was := most.Load(); now > was && !most.CompareAndSwap(was, now); was = most.Load() {
				}
				time.AfterFunc(2*time.Second, func() { open.Add(-1) })
			}
		})
	}
	all.Wait()
	if n := most.Load(); n > 24 {
		h.t.Errorf("%d streams of one session were open at once", n)
	}
}

// trustingClient is a client that took the shop's certificate.
func trustingClient(c *http.Client, trust *tls.Config) *http.Client {
	c.Transport.(*http.Transport).TLSClientConfig = trust
	return c
}

// A tablet opens the plain address first: it takes the certificate there, and all else is sent on.
func TestTheNetworkOverTLS(t *testing.T) {
	data := t.TempDir()
	f := furnished(t, data, 1, door.How{Secure: true})
	s := serve(t, nil, "--data", data, "--addr", "127.0.0.1:0", "--addr", "0.0.0.0:0", "--plain", "127.0.0.1:0")
	defer s.halt(false)
	stands := s.at
	_, port, _ := net.SplitHostPort(strings.TrimPrefix(s.at, "https://"))
	stranger := &http.Client{}
	if _, err := stranger.Get("https://127.0.0.1:" + port + "/"); err == nil {
		t.Error("a stranger's browser trusts it")
	}
	tb := f.tablets[0]
	client := trustingClient(tb.client, trusting(t, data))
	s.at = "https://127.0.0.1:" + port
	status, b := s.ask(client, "GET", "/api/v1/session", tb.cookies, nil)
	var v server.SessionView
	if err := json.Unmarshal(b, &v); status != 200 || err != nil || v.Tablet != "Bench 1" || v.Person.Name != "Hand 1" {
		t.Errorf("%d %s %v", status, b, err)
	}
	if v.Reach != door.FromShop || v.At != stands {
		t.Errorf("reached from %s, at %s, want %s", v.Reach, v.At, stands)
	}
	old, err := stranger.Get("http://127.0.0.1:" + port + "/jobs/J-0001") // as the PC still has it
	if err != nil {
		t.Fatal(err)
	}
	page, _ := io.ReadAll(old.Body)
	_ = old.Body.Close()
	if old.StatusCode != http.StatusUpgradeRequired || !strings.Contains(string(page), `href="`+stands+`"`) ||
		!strings.Contains(string(page), "says how") {
		t.Errorf("the address of before: %d %s", old.StatusCode, page)
	}
	res, err := client.Get(s.at + "/")
	if err != nil {
		t.Fatal(err)
	}
	_ = res.Body.Close()
	if res.Header.Get("Strict-Transport-Security") != "" {
		t.Error("a certificate of its own lasts in browsers")
	}
	if res.TLS.Version < tls.VersionTLS12 {
		t.Errorf("TLS %x", res.TLS.Version)
	}
}
