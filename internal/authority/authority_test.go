package authority

import (
	"crypto/ecdsa"
	"crypto/elliptic"
	"crypto/rand"
	"crypto/tls"
	"crypto/x509"
	"io"
	"net"
	"net/http"
	"net/http/httptest"
	"os"
	"path/filepath"
	"strings"
	"testing"
	"time"
)

var day = time.Date(2026, 11, 26, 8, 0, 0, 0, time.UTC)

func opened(t *testing.T, folder string, now *time.Time, names ...string) *Authority {
	t.Helper()
	a, err := Open(folder, names, func() time.Time { return *now })
	if err != nil {
		t.Fatal(err)
	}
	return a
}

func leafOf(t *testing.T, a *Authority) *x509.Certificate {
	t.Helper()
	pair, err := a.Certificate(nil)
	if err != nil {
		t.Fatal(err)
	}
	leaf, err := x509.ParseCertificate(pair.Certificate[0])
	if err != nil {
		t.Fatal(err)
	}
	return leaf
}

func TestWhatTheAuthoritySpeaksFor(t *testing.T) {
	folder, now := filepath.Join(t.TempDir(), "tls"), day
	a := opened(t, folder, &now, "bench-pc", "bench-pc.local", "pumps.shop.example",
		"192.168.7.20")
	if info, err := os.Stat(filepath.Join(folder, "authority.key")); err != nil || info.Mode().Perm() != 0o600 {
		t.Errorf("its key: %v, %v", info, err)
	}
	trusted := x509.NewCertPool()
	if !trusted.AppendCertsFromPEM(a.PEM()) {
		t.Fatal("no certificate")
	}
	leaf := leafOf(t, a)
	for name, good := range map[string]bool{
		"bench-pc": true, "bench-pc.local": true, "pumps.shop.example": true,
		"localhost": true, "127.0.0.1": true, "192.168.7.20": true, "192.168.7.21": false,
		"bank.example": false, "other.local": false} {
		_, err := leaf.Verify(x509.VerifyOptions{DNSName: name, Roots: trusted, CurrentTime: now})
		if (err == nil) != good {
			t.Errorf("%s: %v", name, err)
		}
	}
	if !strings.Contains(a.Fingerprint(), ":") || len(a.Fingerprint()) != 95 {
		t.Errorf("the fingerprint is %q", a.Fingerprint())
	}
	// Whoever steals the key makes no certificate for a name of the world.
	key, err := ecdsa.GenerateKey(elliptic.P256(), rand.Reader)
	if err != nil {
		t.Fatal(err)
	}
	for _, forged := range []*x509.Certificate{{DNSNames: []string{"bank.example"}},
		{IPAddresses: []net.IP{net.IPv4(8, 8, 8, 8)}}} {
		forged.NotBefore, forged.NotAfter = now.Add(-time.Hour), now.Add(time.Hour)
		der, err := sign(forged, a.cert, key, a.key)
		if err != nil {
			t.Fatal(err)
		}
		cert, err := x509.ParseCertificate(der)
		if err != nil {
			t.Fatal(err)
		}
		if _, err := cert.Verify(x509.VerifyOptions{Roots: trusted, CurrentTime: now}); err == nil {
			t.Errorf("it speaks for %v %v", forged.DNSNames, forged.IPAddresses)
		}
	}
}

func TestACertificateIsRenewed(t *testing.T) {
	folder, now := t.TempDir(), day
	a := opened(t, folder, &now, "bench-pc")
	first := leafOf(t, a)
	if again := leafOf(t, a); !again.Equal(first) {
		t.Error("a new one is made each time")
	}
	if long := first.NotAfter.Sub(first.NotBefore); long > 398*24*time.Hour {
		t.Errorf("browsers take no certificate of %v", long)
	}
	now = day.Add(leafLasts - renewed + time.Hour)
	if again := leafOf(t, a); again.Equal(first) || !again.NotAfter.After(first.NotAfter) {
		t.Error("it ends, and no new one is made")
	}
	if b := opened(t, folder, &now, "bench-pc"); b.Fingerprint() != a.Fingerprint() {
		t.Error("opened again it is another authority")
	}
	refused := func(says string, names ...string) {
		t.Helper()
		_, err := Open(folder, names, func() time.Time { return now })
		if err == nil || !strings.Contains(err.Error(), says) {
			t.Errorf("%v; want %q", err, says)
		}
	}
	refused("made without the name other", "other")
	refused("not of a private network", "8.8.8.8")
	now = day.Add(lasts + time.Hour)
	refused("ended on")
	if err := os.WriteFile(filepath.Join(folder, "authority.key"), []byte("x"), 0o600); err != nil {
		t.Fatal(err)
	}
	if _, err := Open(folder, nil, func() time.Time { return day }); err == nil {
		t.Error("a key that is none is taken")
	}
	if _, err := Open(filepath.Join(folder, "authority.key", "tls"), nil, time.Now); err == nil {
		t.Error("an authority where no folder can be")
	}
}

// Without TLS a tablet gets the certificate and how to trust it; all else is sent on.
func TestThePlainAddress(t *testing.T) {
	now := day
	a := opened(t, t.TempDir(), &now, "bench-pc")
	get := func(h http.Handler, path string) (*http.Response, string) {
		w := httptest.NewRecorder()
		r := httptest.NewRequest("GET", "http://bench-pc:8421"+path, nil)
		h.ServeHTTP(w, r)
		b, _ := io.ReadAll(w.Result().Body)
		return w.Result(), string(b)
	}
	h := Plain(a, "8420")
	if res, page := get(h, "/"); res.StatusCode != 200 || !strings.Contains(page, a.Fingerprint()) ||
		!strings.Contains(page, `href="https://bench-pc:8420"`) || !strings.Contains(page, "/settle.crt") {
		t.Errorf("%d %s", res.StatusCode, page)
	}
	if _, page := get(h, "/"); strings.Count(page, "<details open>") != 2 || strings.Count(page, "<details>") != 3 {
		t.Errorf("a browser that says nothing of itself is no tablet: %s", page)
	}
	for agent, name := range map[string]string{"(Windows NT 10.0; Win64)": "PC with Windows",
		"(Macintosh; )": "PC with macOS", "(X11; Linux x86_64)": "PC with Linux"} {
		w, r := httptest.NewRecorder(), httptest.NewRequest("GET", "http://bench-pc:8421/", nil)
		r.Header.Set("User-Agent", agent)
		if h.ServeHTTP(w, r); !strings.Contains(w.Body.String(), "<details open><summary>"+name) {
			t.Errorf("%s is not shown %s", agent, name)
		}
	}
	if res, page := get(Moved("https://bench-pc:8420", "http://bench-pc:8421"), "/jobs"); res.StatusCode != 426 ||
		!strings.Contains(page, `href="https://bench-pc:8420"`) || !strings.Contains(page, `href="http://bench-pc:8421"`) {
		t.Errorf("the address of before: %d %s", res.StatusCode, page)
	}
	if res, crt := get(h, "/settle.crt"); crt != string(a.PEM()) ||
		res.Header.Get("Content-Type") != "application/x-x509-ca-cert" {
		t.Errorf("the certificate: %v", res.Header)
	}
	for _, path := range []string{"/jobs/J-0001?step=x", "/api/v1/session", "/shared"} {
		if res, _ := get(h, path); res.StatusCode != 308 || res.Header.Get("Location") != "https://bench-pc:8420"+path {
			t.Errorf("%s: %d to %s", path, res.StatusCode, res.Header.Get("Location"))
		}
	}
	if res, _ := get(Plain(nil, "443"), "/"); res.StatusCode != 308 ||
		res.Header.Get("Location") != "https://bench-pc:443/" {
		t.Errorf("with a certificate from elsewhere: %d %v", res.StatusCode, res.Header)
	}
}

// A browser that took the certificate opens the server, by address and by name.
func TestABrowserThatTrusts(t *testing.T) {
	now := time.Now()
	a := opened(t, t.TempDir(), &now)
	l, err := tls.Listen("tcp", "127.0.0.1:0", &tls.Config{GetCertificate: a.Certificate})
	if err != nil {
		t.Fatal(err)
	}
	srv := &http.Server{Handler: http.NotFoundHandler()}
	go func() { _ = srv.Serve(l) }()
	defer srv.Close()
	pool := x509.NewCertPool()
	pool.AppendCertsFromPEM(a.PEM())
	c := &http.Client{Transport: &http.Transport{TLSClientConfig: &tls.Config{RootCAs: pool}}}
	_, port, _ := net.SplitHostPort(l.Addr().String())
	for _, host := range []string{"127.0.0.1", "localhost"} {
		if res, err := c.Get("https://" + host + ":" + port); err != nil || res.StatusCode != 404 {
			t.Errorf("%s: %v", host, err)
		}
	}
}
