package main

import (
	"crypto/tls"
	"crypto/x509"
	"encoding/pem"
	"net"
	"net/http"
	"os"
	"path/filepath"
	"strings"
	"testing"
	"time"

	"settle/internal/authority"
	"settle/internal/door"
)

// elsewhere is a certificate as another authority gives it, in two files.
func elsewhere(t *testing.T) (cert, key string, trust *tls.Config) {
	t.Helper()
	dir := t.TempDir()
	a, err := authority.Open(filepath.Join(dir, "other"), nil, time.Now)
	if err != nil {
		t.Fatal(err)
	}
	pair, err := a.Certificate(nil)
	if err != nil {
		t.Fatal(err)
	}
	secret, err := x509.MarshalPKCS8PrivateKey(pair.PrivateKey)
	if err != nil {
		t.Fatal(err)
	}
	cert, key = filepath.Join(dir, "cert.pem"), filepath.Join(dir, "key.pem")
	for path, block := range map[string]*pem.Block{cert: {Type: "CERTIFICATE", Bytes: pair.Certificate[0]},
		key: {Type: "PRIVATE KEY", Bytes: secret}} {
		if err := os.WriteFile(path, pem.EncodeToMemory(block), 0o600); err != nil {
			t.Fatal(err)
		}
	}
	pool := x509.NewCertPool()
	pool.AppendCertsFromPEM(a.PEM())
	return cert, key, &tls.Config{RootCAs: pool}
}

// With a certificate from elsewhere browsers are told to come by TLS from now on, and no authority
// is made.
func TestWithACertificateFromElsewhere(t *testing.T) {
	data := t.TempDir()
	f := furnished(t, data, 1, door.How{Secure: true})
	cert, key, trust := elsewhere(t)
	s := serve(t, nil, "--data", data, "--addr", "0.0.0.0:0", "--plain", "off", "--cert", cert, "--key", key)
	defer s.halt(false)
	_, port, _ := net.SplitHostPort(strings.TrimPrefix(s.at, "https://"))
	s.at = "https://127.0.0.1:" + port
	client := trustingClient(f.tablets[0].client, trust)
	res, err := client.Get(s.at + "/")
	if err != nil {
		t.Fatal(err)
	}
	_ = res.Body.Close()
	if got := res.Header.Get("Strict-Transport-Security"); !strings.HasPrefix(got, "max-age=") {
		t.Errorf("browsers are told %q", got)
	}
	if status, b := s.ask(client, "GET", "/api/v1/jobs", f.tablets[0].cookies, nil); status != http.StatusOK {
		t.Errorf("%d %s", status, b)
	}
	if _, err := os.Stat(filepath.Join(data, "tls")); err == nil {
		t.Error("an authority was made all the same")
	}
}

// Behind another server TLS is that one's: cookies are for TLS, and strangers are told apart by the
// address which that server saw.
func TestBehindAProxy(t *testing.T) {
	data := t.TempDir()
	f := furnished(t, data, 1, door.How{Secure: true, Proxied: true})
	s := serve(t, nil, "--data", data, "--behind-proxy")
	defer s.halt(false)
	from := func(address, path, cookies string) *http.Response {
		t.Helper()
		req, err := http.NewRequest("GET", s.at+path, nil)
		if err != nil {
			t.Fatal(err)
		}
		req.Host = "pumps.shop.example"
		req.Header.Set("X-Forwarded-For", address)
		req.Header.Set("Origin", "https://pumps.shop.example")
		req.Header.Set("Cookie", cookies)
		res, err := http.DefaultClient.Do(req)
		if err != nil {
			t.Fatal(err)
		}
		_ = res.Body.Close()
		return res
	}
	if res := from("10.1.1.1", "/api/v1/jobs", f.tablets[0].cookies); res.StatusCode != http.StatusOK {
		t.Errorf("a tablet through it: %d", res.StatusCode)
	}
	if res := from("10.1.1.2", "/api/v1/jobs", ""); res.StatusCode != http.StatusUnauthorized {
		t.Errorf("a stranger through it: %d", res.StatusCode)
	}
	if res := from("10.1.1.2", "/metrics", ""); res.StatusCode != http.StatusNotFound {
		t.Errorf("its figures: %d", res.StatusCode)
	}
	if res := from("10.1.1.1", "/", ""); res.Header.Get("Strict-Transport-Security") != "" {
		t.Error("it speaks for the server before it")
	}
}

// How the server is reached follows from its flags.
func TestHowTheServerIsReached(t *testing.T) {
	for args, want := range map[string]door.How{
		"":                                  {Local: true},
		"--addr localhost:1":                {Local: true},
		"--addr [::1]:1":                    {Local: true},
		"--addr :8420":                      {Secure: true},
		"--addr 192.168.1.20:8420":          {Secure: true},
		"--addr :8420 --cert a --key b":     {Secure: true, Lasting: true},
		"--cert a --key b":                  {Local: true, Secure: true, Lasting: true},
		"--behind-proxy":                    {Secure: true, Proxied: true},
		"--behind-proxy --addr 10.0.0.1:80": {Secure: true, Proxied: true},
		"--addr :8420 --name pumps.lan,192.168.1.20": {Secure: true},
	} {
		o, ok, err := parse("serve", strings.Fields(args), &strings.Builder{})
		if err != nil || !ok || o.check() != nil {
			t.Errorf("%s: %v", args, err)
			continue
		}
		if got := o.how(); got != want {
			t.Errorf("%s: %+v, want %+v", args, got, want)
		}
	}
	for args, says := range map[string]string{
		"--addr nonsense":                     "127.0.0.1:8420",
		"--cert a":                            "takes both",
		"--key a":                             "takes both",
		"--cert a --key b --behind-proxy":     "is the proxy's",
		"--addr 300.0.0.1 --name pumps.local": "127.0.0.1:8420",
	} {
		o, _, err := parse("serve", strings.Fields(args), &strings.Builder{})
		if err == nil {
			err = o.check()
		}
		if err == nil || !strings.Contains(err.Error(), says) {
			t.Errorf("%s: %v; want %q", args, err, says)
		}
	}
}

// What it is called: by the machine's own name, in the local network, and by the names given.
func TestWhatTheServerIsCalled(t *testing.T) {
	n := network{names: " pumps.shop.lan, 192.168.1.20 ,", addr: ":8420"}
	called := n.called()
	if host, err := os.Hostname(); err == nil && called[0] != host {
		t.Errorf("it is called %v", called)
	}
	if last := called[len(called)-2:]; last[0] != "pumps.shop.lan" || last[1] != "192.168.1.20" {
		t.Errorf("beside its own names it is called %v", last)
	}
	for addr, want := range map[string]string{"bench-pc:8420": "bench-pc", "192.168.7.9:1": "192.168.7.9"} {
		if got := (&network{addr: addr}).seen(); got != want {
			t.Errorf("at %s others reach it by %s", addr, got)
		}
	}
	if ip := net.ParseIP((&network{addr: "0.0.0.0:8420"}).seen()); ip == nil || ip.IsUnspecified() {
		t.Errorf("on every address others reach it by %v", ip)
	}
}
